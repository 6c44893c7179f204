import { current } from "immer";

import type { Build, Plan, Wrap } from "../api/types";
import { FRESH_ROWS } from "../words/shapes";
import type { Recipe } from "./store";

/* What is settled of wraps: a row that bears the wrap's id, made when something is first said of it. */

type Laid = Plan["wraps"]["laid"][number];

/** The row of a wrap, put there if it is not. */
export function wrapRow(b: Build, id: string): Wrap {
  const rows = b.wraps.wraps;
  const there = rows.find((w) => w.id === id);
  if (there) return there;
  rows.push({ ...structuredClone(FRESH_ROWS.wrap), id });
  return rows.at(-1)!;
}

/** Say something of one wrap. */
export const sayOfWrap =
  (id: string, say: (w: Wrap) => void): Recipe =>
  (b) =>
    say(wrapRow(b, id));

/** One end of a wrap moved so many mm toward the tip. */
export const moveWrapEnd =
  (laid: Laid | undefined, end: "butt" | "tip", by: number): Recipe =>
  (b) => {
    if (!laid) return;
    const row = wrapRow(b, laid.id);
    row.turns = null;
    const hundredth = (mm: number) => Math.round(mm * 100) / 100;
    if (row.kind) {
      const key = end === "butt" ? "from_mm" : "to_mm";
      row[key] = hundredth((row[key] ?? 0) + by);
    } else if (end === "butt")
      row.beyond_butt_mm = hundredth((row.beyond_butt_mm ?? laid.beyond_butt_mm) - by);
    else row.beyond_tip_mm = hundredth((row.beyond_tip_mm ?? laid.beyond_tip_mm) + by);
  };

const MIRROR = { butt: "tip", tip: "butt" } as const;

/** Everything said of one wrap, for another: looks and layers, not its place. The feet of a guide mirror each other. */
export function sayAlike(from: Wrap, fromLaid: Laid, to: Wrap, toLaid: Laid): void {
  const mirrored = fromLaid.starts !== toLaid.starts;
  const { thread, layers, under, inlays, preserver, lock_turns } = from;
  Object.assign(to, structuredClone({ thread, layers, under, inlays, preserver, lock_turns }));
  to.bands = from.bands.map((band) => ({
    ...band,
    end: mirrored ? MIRROR[band.end] : band.end,
  }));
}

/** One wrap's settings go to all of its duty. */
export const allLike =
  (laid: Laid, all: readonly Laid[]): Recipe =>
  (b) => {
    const from = current(wrapRow(b, laid.id));
    for (const other of all)
      if (other.duty === laid.duty && other.id !== laid.id)
        sayAlike(from, laid, wrapRow(b, other.id), other);
  };
