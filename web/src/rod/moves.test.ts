import { describe, expect, it } from "vitest";

import type { Build, Guide, Plan } from "../api/types";
import { builtAt, changeRing, changeType, moveGuide, nextGuide } from "./moves";

const guide = (id: string): Guide => ({ ...nextGuide([], 6), id });
const build = (...train: Guide[]) =>
  ({ guides: { train }, blank: { trim_butt_mm: 40 }, sure: {} }) as unknown as Build;

describe("a guide's ring", () => {
  it("brings its usual frame with it while nobody measured that", () => {
    const g = guide("g1");
    const all = ["height_mm", "foot_butt_mm"].map((name) => `guides.train.g1.${name}`);
    changeRing(g, 25, all);
    expect([g.ring_mm, g.feet, g.height_mm, g.foot_tip_mm]).toEqual([25, "double", 34, 25]);
  });
  it("leaves what was measured", () => {
    const g = { ...guide("g1"), height_mm: 9.3, foot_butt_mm: 12.5 };
    changeRing(g, 25, []);
    expect([g.ring_mm, g.feet, g.height_mm, g.foot_butt_mm]).toEqual([25, "single", 9.3, 12.5]);
  });
});

describe("another kind of rod", () => {
  const rod = (height_mm: number, sure = {}) =>
    ({
      brief: { rod_type: "spinning" },
      guides: { reel: { height_mm } },
      sure,
    }) as unknown as Build;
  it("brings its usual reel while nobody measured that", () => {
    const b = rod(65);
    changeType("casting")(b);
    expect([b.brief.rod_type, b.guides.reel.height_mm]).toEqual(["casting", 25]);
  });
  it("leaves a reel that was measured, or said to be so", () => {
    for (const b of [rod(58), rod(65, { "guides.reel.height_mm": 65 })]) {
      const before = b.guides.reel.height_mm;
      changeType("casting")(b);
      expect(b.guides.reel.height_mm).toBe(before);
    }
  });
});

describe("where a guide was built", () => {
  it("is kept from the butt end as the blank arrived", () => {
    const plan = { guides: { tip_top_ring_mm: 2010 } } as unknown as Plan;
    expect(builtAt(build(), plan, 310)).toEqual({ datum: "butt", distance_mm: 1740 });
  });
  it("moves the way it is dragged, from either end", () => {
    for (const [datum, want] of [
      ["butt", 730],
      ["tip_top_ring", 670],
    ] as const) {
      const b = build({ ...guide("g1"), built: { datum, distance_mm: 700 } });
      moveGuide({ id: "g1" } as never, 30, 1)(b);
      expect(b.guides.train[0]!.built!.distance_mm).toBe(want);
    }
  });
});
