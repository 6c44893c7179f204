import type { Build } from "../api/types";
import { G_PER_OZ, ML_PER_FL_OZ } from "../words/shapes";
import { halfUp } from "./measure";

/* Weight, warmth and volume, written and read. Kept in step with core/ground/units.py by tests/measures.json. */

export type Units = Build["units"];
export type Quantity = keyof Units;

export const METRIC: Units = { weight: "g", warmth: "°C", volume: "mL" };

/** So many decimals, halves away from nought. */
function digits(value: number, places: number): string {
  const size = halfUp(Math.abs(value) * 10 ** places) / 10 ** places;
  return (value < 0 && size ? -size : size).toFixed(places);
}

export function weight(grams: number, units: Units): string {
  if (units.weight === "oz") {
    const ounces = grams / G_PER_OZ;
    return `${digits(ounces, Math.abs(ounces) >= 9.995 ? 1 : 2)} oz`;
  }
  return `${digits(grams, Math.abs(grams) >= 9.95 ? 0 : 1)} g`;
}

export function warmth(celsius: number, units: Units): string {
  if (units.warmth === "°F") return `${digits((celsius * 9) / 5 + 32, 0)} °F`;
  return `${digits(celsius, 1).replace(".0", "")} °C`;
}

/** How much warmer: a difference of temperatures. */
export function warmer(celsius: number, units: Units): string {
  const size = units.warmth === "°F" ? (celsius * 9) / 5 : celsius;
  return `${digits(size, 1).replace(".0", "")} ${units.warmth}`;
}

export function volume(ml: number, units: Units): string {
  return units.volume === "fl oz" ? `${digits(ml / ML_PER_FL_OZ, 2)} fl oz` : `${digits(ml, 1)} mL`;
}

interface Unit {
  names: string[];
  inside: (value: number) => number;
  outside: (value: number) => number;
}

const times = (names: string[], factor: number): Unit => ({
  names,
  inside: (v) => v * factor,
  outside: (v) => v / factor,
});

const KNOWN: Record<Quantity, Record<string, Unit>> = {
  weight: {
    g: times(["g", "gram", "grams"], 1),
    oz: times(["oz", "ounce", "ounces"], G_PER_OZ),
    kg: times(["kg"], 1000),
    lb: times(["lb", "lbs"], 16 * G_PER_OZ),
  },
  warmth: {
    "°C": times(["°c", "c"], 1),
    "°F": {
      names: ["°f", "f"],
      inside: (v) => ((v - 32) * 5) / 9,
      outside: (v) => (v * 9) / 5 + 32,
    },
  },
  volume: {
    mL: times(["ml", "cc"], 1),
    "fl oz": times(["fl oz", "floz", "oz"], ML_PER_FL_OZ),
  },
};

/** What stands in a field: the number alone, in the unit the rod is written in. */
export function inField(value: number, kind: Quantity, units: Units): string {
  return `${Number(KNOWN[kind][units[kind]]!.outside(value).toFixed(2))}`;
}

/** Grams, °C or mL from what was typed; a unit that is typed wins. Throws words for the builder. */
export function readQuantity(text: string, kind: Quantity, units: Units): number {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/[−–‒‐]/g, "-");
  const found = /^(-?\d+(?:[.,]\d+)?|-?[.,]\d+)\s*(.*)$/.exec(typed);
  if (!found) throw new Error(`“${text}” is not a number.`);
  const said = found[2]!.trim();
  const unit = said
    ? Object.values(KNOWN[kind]).find((u) => u.names.includes(said))
    : KNOWN[kind][units[kind]];
  if (!unit)
    throw new Error(`“${said}” is no unit here: ${Object.keys(KNOWN[kind]).join(" or ")}.`);
  return unit.inside(Number(found[1]!.replace(",", ".")));
}
