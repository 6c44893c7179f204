import { describe, expect, it } from "vitest";

import { broughtInto } from "./view";

const VIEW = { from: 3000, ms: 600 };

describe("the window over the weeks", () => {
  it("stays where it is over a piece that lies in it whole", () => {
    expect(broughtInto(VIEW, 3000, 3600)).toBe(VIEW);
  });

  it("moves as little as shows all of a piece, with room beside it", () => {
    expect(broughtInto(VIEW, 3500, 3700)).toEqual({ from: 3120, ms: 600 });
    expect(broughtInto(VIEW, 3600, 3601)).toEqual({ from: 3021, ms: 600 });
    expect(broughtInto(VIEW, 2900, 3100)).toEqual({ from: 2880, ms: 600 });
  });

  it("shows a piece longer than itself from its start", () => {
    expect(broughtInto(VIEW, 3100, 4000)).toEqual({ from: 3080, ms: 600 });
    expect(broughtInto(VIEW, 2000, 4000)).toEqual({ from: 1980, ms: 600 });
  });
});
