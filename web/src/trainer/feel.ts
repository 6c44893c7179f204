import type { Rolled } from "../api/types";
import { play } from "../ui/voice";
import type { Note } from "../ui/voice";

/* What a hand feels on a bent blank, as sound: it creaks higher the harder it holds, and knocks when it snaps round. */

/** A torque that is felt as holding hard, N mm. */
const HARD_N_MM = 40;

/** The sound of one move of the hand. */
export function feltAs(rolled: Rolled): Note[] {
  const hard = Math.min(Math.abs(rolled.torque_n_mm) / HARD_N_MM, 1);
  const creak: Note = [150 + 350 * hard, 0, 0.05 + 0.05 * hard, "triangle"];
  if (!rolled.snap_deg) return [creak];
  const far = Math.min(Math.abs(rolled.snap_deg) / 90, 1);
  return [creak, [110 - 40 * far, 0.03, 0.12 + 0.2 * far, "square"]];
}

/** The sound of a blank come to rest. */
export const RESTED: Note[] = [
  [196, 0, 0.18, "sine"],
  [147, 0.1, 0.3, "sine"],
];

/** Let it be heard; where the browser has no voice the words still say it. */
export function hear(score: Note[], loud = 0.25): void {
  try {
    play(score, loud);
  } catch {
    /* silent */
  }
}
