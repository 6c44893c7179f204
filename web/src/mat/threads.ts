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

/** The colour of a thread of this rod, as its builder has it. */
export function useThreadColours(): (name: string) => string {
  const { threads } = useShown().plan.wraps;
  return (name) => threads.find((t) => t.name === name)?.colour ?? threadColour(name);
}
