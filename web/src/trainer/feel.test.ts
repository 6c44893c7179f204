import { expect, test } from "vitest";

import type { Rolled } from "../api/types";
import { feltAs } from "./feel";

const rolled = (torque_n_mm: number, snap_deg = 0): Rolled => ({
  toward_deg: 0,
  hand_deg: 0,
  snap_deg,
  torque_n_mm,
  reach_mm: 0,
});

test("it creaks higher the harder it holds, whichever way", () => {
  const [easy, hard, back] = [2, 30, -30].map((t) => feltAs(rolled(t))[0]![0]);
  expect(hard).toBeGreaterThan(easy!);
  expect(back).toBe(hard);
});

test("only a snap knocks, a great one deeper and longer", () => {
  expect(feltAs(rolled(10))).toHaveLength(1);
  const [small, great] = [10, 80].map((deg) => feltAs(rolled(10, deg))[1]!);
  expect(great![0]).toBeLessThan(small![0]);
  expect(great![2]).toBeGreaterThan(small![2]);
});
