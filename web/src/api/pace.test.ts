import { expect, test } from "vitest";

import { MOST_REST_MS, Pace, QUICK_MS } from "./pace";

test("a server is left to itself, the longer the slower it was", () => {
  const pace = new Pace();
  expect(pace.rest(0)).toBe(0);
  pace.answered(0); // nothing was asked: what was there already costs no wait
  expect(pace.rest(0)).toBe(0);
  pace.asked(1000);
  pace.answered(1000 + QUICK_MS);
  expect(pace.rest(1000 + QUICK_MS)).toBe(QUICK_MS);
  pace.asked(1100);
  pace.answered(1100 + 2 * QUICK_MS);
  expect(pace.rest(1100 + 2 * QUICK_MS)).toBe(4 * QUICK_MS);
  expect(pace.rest(1100 + 5 * QUICK_MS)).toBe(QUICK_MS);
  expect(pace.rest(2000)).toBe(0);
});

test("a slow answer does not make the next one wait for long", () => {
  const pace = new Pace();
  pace.asked(0);
  pace.answered(5000);
  expect(pace.rest(5000)).toBe(MOST_REST_MS);
});
