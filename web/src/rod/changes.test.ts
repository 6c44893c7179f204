import fc from "fast-check";
import { describe, expect, it } from "vitest";

import vectors from "../../../tests/changes.json";
import { applied, Nowhere, opsBetween, valueAt, withRowIds } from "./changes";
import type { Op } from "./changes";

describe("changes mean the same on both sides", () => {
  it.each(vectors.map((v) => [v.says, v] as const))("%s", (_, v) => {
    const ops = v.ops as Op[];
    if ("nowhere" in v) {
      expect(() => applied(v.before, ops)).toThrow(Nowhere);
      try {
        applied(v.before, ops);
      } catch (error) {
        expect((error as Nowhere).message).toBe(v.nowhere);
      }
    } else expect(applied(v.before, ops)).toEqual(v.after);
  });
});

const ids = fc.uniqueArray(fc.constantFrom("a", "b", "c", "d", "e"), { maxLength: 5 });
const row = (id: string) =>
  fc.record({
    x: fc.integer({ min: 0, max: 3 }),
    at: fc.option(fc.record({ datum: fc.constantFrom("butt", "tip"), distance_mm: fc.nat(5) })),
    inner: ids.map((list) => list.map((i) => ({ id: i }))),
  }).map((r) => ({ id, ...r })); // prettier-ignore
const documents = fc.record({
  name: fc.string(),
  nested: fc.record({ mm: fc.option(fc.nat(9)), bands: fc.array(fc.nat(9), { maxLength: 3 }) }),
  steps: ids,
  train: ids.chain((list) => fc.tuple(...list.map(row))),
});

describe("the ops between two documents", () => {
  it("lead from one to the other", () => {
    fc.assert(
      fc.property(documents, documents, (before, after) => {
        expect(applied(before, opsBetween(before, after))).toEqual(after);
      }),
      { numRuns: 2000 },
    );
  });

  it("are none for the same document", () => {
    fc.assert(
      fc.property(documents, (d) => {
        expect(opsBetween(d, structuredClone(d))).toEqual([]);
      }),
    );
  });

  it("name a row that moved by its id, not by where it was", () => {
    const before = { train: [{ id: "g1", ring_mm: 5 }, { id: "g2", ring_mm: 6 }] }; // prettier-ignore
    const after = { train: [{ id: "g2", ring_mm: 8 }] };
    expect(opsBetween(before, after)).toEqual([
      { act: "remove", at: ["train", "g1"] },
      { act: "set", at: ["train", "g2", "ring_mm"], to: 8 },
    ]);
  });

  it("set an object whole that gains or loses a name", () => {
    expect(opsBetween({ habits: { a: 1 } }, { habits: { a: 1, b: 2 } })).toEqual([
      { act: "set", at: ["habits"], to: { a: 1, b: 2 } },
    ]);
  });

  it("keep a position and its datum together", () => {
    const at = (datum: string, distance_mm: number) => ({ g: { at: { datum, distance_mm } } });
    expect(opsBetween(at("butt", 3), at("butt", 4))).toEqual([
      { act: "set", at: ["g", "at"], to: { datum: "butt", distance_mm: 4 } },
    ]);
  });
});

describe("rows", () => {
  it("get ids where they have none", () => {
    const made = withRowIds({ blank: { readings: [{ id: "", od_mm: 3 }] }, bands: [1] });
    expect(made.blank.readings[0]!.id).toMatch(/^n[0-9a-f]{9}$/);
    expect(made.bands).toEqual([1]);
  });

  it("are found by id, or not at all", () => {
    const doc = { train: [{ id: "g1", mm: 3 }], steps: ["scuff"] };
    expect(valueAt(doc, ["train", "g1", "mm"])).toBe(3);
    expect(valueAt(doc, ["steps", "scuff"])).toBe("scuff");
    expect(valueAt(doc, ["train", "g9"])).toBeUndefined();
  });
});
