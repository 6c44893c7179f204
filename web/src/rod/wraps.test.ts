import { produce } from "immer";
import { expect, test } from "vitest";

import type { Build, Plan } from "../api/types";
import { FRESH_ROWS } from "../words/shapes";
import { allLike, moveWrapEnd } from "./wraps";

type Laid = Plan["wraps"]["laid"][number];

const laid = (id: string, starts: "butt" | "tip", duty = "foot"): Laid =>
  ({ id, starts, duty, beyond_butt_mm: 2, beyond_tip_mm: 0 }) as Laid;
const rod = (...wraps: object[]): Build => ({ wraps: { wraps } }) as unknown as Build;

test("one wrap's looks go to all of its duty, bands mirrored to the other foot, ends left alone", () => {
  const band = { id: "b1", end: "butt", turns: 6, thread: "amber" };
  const own = { ...FRESH_ROWS.wrap, id: "a", layers: 2, bands: [band], beyond_butt_mm: 9 };
  const all = [laid("a", "butt"), laid("b", "tip"), laid("c", "butt", "joint")];
  const after = produce(rod(own), allLike(all[0]!, all));
  const b = after.wraps.wraps.find((w) => w.id === "b")!;
  expect([b.layers, b.bands[0]!.end, b.beyond_butt_mm]).toEqual([2, "tip", null]);
  expect(after.wraps.wraps.map((w) => w.id)).toEqual(["a", "b"]);
});

test("an end is moved from where duty has it, and a free wrap's by its station", () => {
  const after = produce(rod(), moveWrapEnd(laid("a", "butt"), "butt", -3));
  expect(after.wraps.wraps[0]!.beyond_butt_mm).toBe(5);
  const free = { ...FRESH_ROWS.wrap, id: "f", kind: "free", from_mm: 100, to_mm: 120 };
  const moved = produce(rod(free), moveWrapEnd(laid("f", "butt", "free"), "tip", 4));
  expect(moved.wraps.wraps[0]!.to_mm).toBe(124);
});
