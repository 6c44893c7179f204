import { describe, expect, it } from "vitest";

import vectors from "../../../tests/measures.json";
import type { Rule } from "../api/types";
import { diameter, hours, length, rodLength } from "./measure";
import { readClock, readMeasure } from "./reading";
import type { Unit } from "./reading";
import { METRIC, readQuantity, volume, warmth, weight } from "./units";
import type { Quantity, Units } from "./units";

describe("measures are read as the core reads them", () => {
  it.each(vectors.read as [string, Unit, number][])("%s in %s is %f mm", (text, unit, mm) => {
    expect(readMeasure(text, unit)).toBeCloseTo(mm, 9);
  });
  it.each(vectors.refuse)("refuses “%s”", (text) => {
    expect(() => readMeasure(text, "in")).toThrow(/[.]$/);
  });
  it("asks about a diameter in the wrong unit", () => {
    expect(() => readMeasure("12.7", "in", "diameter")).toThrow("Did you mean 12.7 mm?");
  });
  it.each(vectors.clock as [string, number][])("%s is %f degrees", (text, deg) => {
    expect(readClock(text)).toBeCloseTo(deg, 9);
  });
  it.each(vectors.clock_refuse)("refuses the angle “%s”", (text) => {
    expect(() => readClock(text)).toThrow(/[.]$/);
  });
});

const inUnit = (unit: string): Units => ({
  ...METRIC,
  ...({
    oz: { weight: "oz" },
    "°F": { warmth: "°F" },
    "fl oz": { volume: "fl oz" },
  }[unit] as Partial<Units>),
});
const kindOf = (unit: string): Quantity =>
  unit.startsWith("°") ? "warmth" : unit === "g" || unit === "oz" ? "weight" : "volume";

describe("weight, warmth and volume", () => {
  it.each([...vectors.read_weight, ...vectors.read_warmth, ...vectors.read_volume] as [
    string,
    string,
    number,
  ][])("%s where %s is meant is %f", (text, unit, value) => {
    expect(readQuantity(text, kindOf(unit), inUnit(unit))).toBeCloseTo(value, 6);
  });
  it.each(vectors.refuse_quantity as [string, string][])("refuses “%s” for %s", (text, unit) => {
    expect(() => readQuantity(text, kindOf(unit), METRIC)).toThrow(/[.]$/);
  });
  it("are written as the core writes them", () => {
    for (const [v, unit, text] of vectors.weight as [number, string, string][])
      expect(weight(v, inUnit(unit))).toBe(text);
    for (const [v, unit, text] of vectors.warmth as [number, string, string][])
      expect(warmth(v, inUnit(unit))).toBe(text);
    for (const [v, unit, text] of vectors.volume as [number, string, string][])
      expect(volume(v, inUnit(unit))).toBe(text);
  });
});

describe("measures are written as the core writes them", () => {
  it.each(vectors.write as [number, Rule, string][])("%f by %s", (mm, rule, text) => {
    expect(length(mm, rule)).toBe(text);
  });
  it.each(vectors.diameter as [number, Rule, string][])("%f across by %s", (mm, rule, text) => {
    expect(diameter(mm, rule)).toBe(text);
  });
  it.each(vectors.rod as [number, Rule, string][])("a rod of %f by %s", (mm, rule, text) => {
    expect(rodLength(mm, rule)).toBe(text);
  });
  it.each(vectors.minutes as [number, string][])("%f minutes", (minutes, text) => {
    expect(hours(minutes)).toBe(text);
  });
});
