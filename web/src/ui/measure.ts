import type { Rule } from "../api/types";

/* Writing of measures. Kept in step with core/ground/measures.py by tests/measures.json. */

const INCH = 25.4;
const TIE = 1e-9;

/** The nearest whole number, halves up, a half that a binary fraction just misses included. */
export const halfUp = (value: number): number => Math.floor(value + 0.5 + TIE);

export const unitOf = (rule: Rule): "in" | "mm" => (rule.startsWith("in") ? "in" : "mm");

export const STEP_MM: Record<Rule, number> = {
  "in/16": INCH / 16,
  "in/32": INCH / 32,
  "mm/1": 1,
  "mm/0.5": 0.5,
};

export const RULE_WORDS: Record<Rule, string> = {
  "in/16": "inches, 1/16",
  "in/32": "inches, 1/32",
  "mm/1": "millimetres",
  "mm/0.5": "half millimetres",
};

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a);

/** A length as the trade writes it: `11 3/8 in`, `289 mm`. */
export function length(mm: number, rule: Rule, unit = true): string {
  const size = Math.abs(mm);
  const minus = mm < 0 ? "-" : "";
  if (unitOf(rule) === "mm") {
    const digits = rule === "mm/1" ? 0 : 1;
    const n = halfUp(size * 10 ** digits) / 10 ** digits;
    return `${minus}${n.toFixed(digits)}${unit ? " mm" : ""}`;
  }
  const den = rule === "in/16" ? 16 : 32;
  const parts = halfUp((size / INCH) * den);
  const whole = Math.floor(parts / den);
  const over = parts % den;
  const g = gcd(over, den);
  const fraction = over ? `${over / g}/${den / g}` : "";
  const text = whole && over ? `${whole} ${fraction}` : over ? fraction : `${whole}`;
  return `${parts ? minus : ""}${text}${unit ? " in" : ""}`;
}

/** A diameter as a caliper shows it. */
export function diameter(mm: number, rule: Rule, unit = true): string {
  return unitOf(rule) === "mm"
    ? `${(halfUp(mm * 100) / 100).toFixed(2)}${unit ? " mm" : ""}`
    : `${(halfUp((mm / INCH) * 1000) / 1000).toFixed(3)}${unit ? " in" : ""}`;
}

/** An arc round a blank: tenths of a millimetre, or the nearest 1/32 in. */
export const arc = (mm: number, rule: Rule): string =>
  unitOf(rule) === "in" ? length(mm, "in/32") : `${(halfUp(mm * 10) / 10).toFixed(1)} mm`;

/** Both units, for hovering. */
export const bothUnits = (mm: number): string => `${length(mm, "in/32")} · ${length(mm, "mm/0.5")}`;

export function rodLength(mm: number, rule: Rule): string {
  if (unitOf(rule) === "mm") return `${halfUp(mm / 10)} cm`;
  const sixteenths = halfUp((mm / INCH) * 16);
  const feet = Math.floor(sixteenths / 192);
  return `${feet}'${length(((sixteenths % 192) / 16) * INCH, "in/16", false)}"`;
}

export function hours(minutes: number): string {
  if (minutes < 120) return `${halfUp(minutes)} min`;
  const h = minutes / 60;
  const tenth = (v: number) => `${halfUp(v * 10) / 10}`;
  return h < 48 ? `${tenth(h)} h` : `${tenth(h / 24)} d`;
}
