import { create } from "zustand";

interface Shell {
  palette: boolean;
  shortcuts: boolean;
  newBuild: boolean;
  set: (change: Partial<Omit<Shell, "set">>) => void;
}

/** What is laid over the bench just now. */
export const useShell = create<Shell>((set) => ({
  palette: false,
  shortcuts: false,
  newBuild: false,
  set: (change) => set(change),
}));

/** True while the caret is in a field, where single keys are text. */
export const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && !!target.closest("input, textarea, select, [role=dialog]");
