import { lazy, Suspense, useEffect } from "react";

import { typing, useShell } from "./ui";

const Palette = lazy(async () => ({ default: (await import("./Palette")).Palette }));
const Shortcuts = lazy(async () => ({ default: (await import("./Shortcuts")).Shortcuts }));
const NewBuild = lazy(async () => ({ default: (await import("../rack/NewBuild")).NewBuild }));

/** What is laid over any view: fetched when it is first asked for. */
export function Dialogs() {
  const { palette, shortcuts, newBuild, set } = useShell();
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "k") {
        e.preventDefault();
        set({ palette: true });
      } else if (e.key === "?" && !typing(e.target)) set({ shortcuts: true });
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [set]);
  return (
    <Suspense fallback={null}>
      {palette && <Palette />}
      {shortcuts && <Shortcuts />}
      {newBuild && <NewBuild />}
    </Suspense>
  );
}
