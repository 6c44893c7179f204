import type { RackRod } from "../api/types";

/** What a clock that runs is waiting for, said before its hour. */
export const CLOCK_WORDS: Record<string, string> = {
  "pot life": "pot life ends",
  rotate: "stop turning",
  set: "set",
  "recoat opens": "recoat from",
  "recoat closes": "recoat no later than",
  handle: "handle from",
  "full cure": "full cure",
};

export function nextClock(rod: RackRod) {
  return rod.waiting
    .filter((w) => Date.parse(w.until) > Date.now())
    .sort((a, b) => Date.parse(a.until) - Date.parse(b.until))[0];
}

/** When, in words: the clock today, the weekday beyond. */
export function due(iso: string): string {
  const at = new Date(iso);
  const time = at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
  const sameDay = at.toDateString() === new Date().toDateString();
  return sameDay
    ? time
    : `${at.toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" })} ${time}`;
}
