import { useShown } from "../rod/store";
import { THREAD_RACK } from "../words/shapes";

export const THREAD_NAMES = Object.keys(THREAD_RACK);

const plain = (name: string) => name.trim().toLowerCase();

/** The colour of a thread of our own rack. */
export const rackColour = (name: string): string => THREAD_RACK[plain(name)] ?? "var(--mat-ink)";

export type ThreadLook = "dry" | "wet" | "preserved";

/** The colour of a thread of this rod: as its builder has it, or as it looks under finish on this blank. */
export function useThreadColours(look: ThreadLook = "dry"): (name: string) => string {
  const { threads, colours } = useShown().plan.wraps;
  return (name) => {
    const over = colours.find((c) => plain(c.thread) === plain(name) && c.over === "blank");
    if (look !== "dry" && over) return over[look];
    return threads.find((t) => plain(t.name) === plain(name))?.colour ?? rackColour(name);
  };
}
