import { describe, expect, it } from "vitest";

import { HARD, Knocks, levels } from "./knocks";
import { aShop, dice, falls, knocks, putDown, quiet, RATE, talks, taps } from "./knocks.sim";

const heard = (sound: Float32Array, least = HARD.knuckle): number[] => {
  const ear = new Knocks(least);
  return levels(sound, RATE)
    .map((l) => ear.hear(l))
    .filter((n) => n > 0);
};
const SHOPS = 120;
const shops = <T>(of: (d: () => number) => T): T[] =>
  Array.from({ length: SHOPS }, (_, n) => of(dice(1000 + n)));
const share = (all: boolean[]) => all.filter(Boolean).length / all.length;

describe("knocks on the bench", () => {
  it("are heard in nearly every shop: two go on, three go back", () => {
    for (const many of [2, 3]) {
      const right = shops((d) => {
        const shop = aShop(d);
        return heard(knocks(d, shop, many, 0.12 + 0.6 * d())).join() === `${many}`;
      });
      expect(share(right)).toBeGreaterThan(0.95);
    }
  });

  it("are not one, and not a part tapped home", () => {
    const one = shops((d) => heard(knocks(d, aShop(d), 1, 0.1 + 0.6 * d())).length === 0);
    const many = shops((d) => heard(taps(d, aShop(d))).length === 0);
    expect(share(one)).toBe(1);
    expect(share(many)).toBeGreaterThan(0.98);
  });

  it("are not what falls, is put down, or is said", () => {
    const fallen = shops((d) => heard(falls(d, aShop(d))).length === 0);
    const laid = shops((d) => heard(putDown(d, aShop(d))).length === 0);
    const said = shops((d) => heard(talks(d, aShop(d), 10)).length === 0);
    expect(share(fallen)).toBeGreaterThan(0.92);
    expect(share(laid)).toBe(1);
    expect(share(said)).toBeGreaterThan(0.98);
  });

  it("are not heard in a shop where nothing is struck", () => {
    expect(shops((d) => heard(quiet(d, aShop(d), 5)).length).every((n) => n === 0)).toBe(true);
  });

  it("must be as hard as was asked for", () => {
    const d = dice(7);
    const shop = { ...aShop(d), hiss: 0.001, hum: 0 };
    const soft = knocks(d, shop, 2, 0.05);
    expect(heard(soft, HARD.fingertip)).toEqual([2]);
    expect(heard(soft, HARD.fist)).toEqual([]);
  });

  it("do not count when the bench itself sounded between them", () => {
    const d = dice(9);
    const ear = new Knocks(HARD.knuckle);
    const all = levels(knocks(d, aShop(d), 2, 0.5), RATE);
    const out = all.map((l, n) => {
      if (n === Math.round(all.length / 2)) ear.deafen();
      return ear.hear(l);
    });
    expect(out.every((n) => n === 0)).toBe(true);
  });
});
