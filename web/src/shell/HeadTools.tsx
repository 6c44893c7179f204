import { Moon, Search, Sun } from "lucide-react";

import { IconButton } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { useShell } from "./ui";

/** Find, and the light: at hand at the head of every view. */
export function HeadTools() {
  const { light, set } = useSettings();
  const shell = useShell();
  return (
    <>
      <IconButton name="Find (Ctrl K)" onClick={() => shell.set({ palette: true })}>
        <Search size={17} />
      </IconButton>
      <IconButton
        name={light === "lamp" ? "Daylight" : "Lamplight"}
        onClick={() => set({ light: light === "lamp" ? "day" : "lamp" })}
      >
        {light === "lamp" ? <Sun size={17} /> : <Moon size={17} />}
      </IconButton>
    </>
  );
}
