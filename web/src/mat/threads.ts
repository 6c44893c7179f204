import { useShown } from "../rod/store";
import { THREAD_RACK } from "../words/shapes";

export const THREAD_NAMES = Object.keys(THREAD_RACK);

/** Colours of the invented thread rack; any other name gets a steady colour of its own. */
export function threadColour(name: string): string {
  const known = THREAD_RACK[name.trim().toLowerCase()];
  if (known) return known;
  let sum = 0;
  for (const c of name) sum = (sum * 31 + c.charCodeAt(0)) % 360;
  return `hsl(${sum} 45% 52%)`;
}

export type ThreadLook = "dry" | "wet" | "preserved";

/** The colour of a thread of this rod: as its builder has it, or as it looks under finish on this blank. */
export function useThreadColours(look: ThreadLook = "dry"): (name: string) => string {
  const { threads, colours } = useShown().plan.wraps;
  return (name) => {
    const over = colours.find((c) => c.thread === name && c.over === "blank");
    if (look !== "dry" && over) return over[look];
    return threads.find((t) => t.name === name)?.colour ?? threadColour(name);
  };
}
