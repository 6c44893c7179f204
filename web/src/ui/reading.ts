/* Measures and clock angles as a builder types them, read in the browser so that nothing typed while
   the server is away waits to be understood. The rules are those of core/ground/measures.py and
   angles.py; tests/measures.json holds both to them. */

const INCH = 25.4;
const WIDEST_DIAMETER_MM = 60;
const NUMBER = String.raw`\d+(?:\.\d*)?|\.\d+`;
const PLAIN = new RegExp(
  String.raw`^(?:(?:(?<whole>\d+)[\s-]+)?(?<num>\d+)\s*/\s*(?<den>\d+)|(?<dec>${NUMBER}))\s*` +
    String.raw`(?<unit>mm|millimet(?:er|re)s?|cm|centimet(?:er|re)s?|m|met(?:er|re)s?|in(?:ch(?:es)?)?\.?|"|'')?$`,
);
const FEET = new RegExp(
  String.raw`^(?<feet>\d+[\s-]+\d+\s*/\s*\d+|${NUMBER})\s*(?:'(?!')|ft\.?|feet|foot)[\s-]*(?<rest>.*)$`,
);

export type Unit = "in" | "mm";

/** Millimetres of a typed length or diameter; a bare number takes `unit`. Throws with words for the builder. */
export function readMeasure(
  text: string,
  unit: Unit,
  kind: "length" | "diameter" = "length",
): number {
  const said = text.trim();
  const tidy = tidied(text);
  ask(said, tidy, unit);
  if (!tidy) throw new Error("Type a measure, such as 11 3/8 or 289 mm.");
  if (tidy.startsWith("-")) throw new Error(`“${said}” is negative; a measure starts from zero.`);
  const feet = FEET.exec(tidy)?.groups;
  let value: number;
  if (feet) {
    const rest = (feet.rest ?? "").trim();
    value =
      times(plainMm((feet.feet ?? "").trim(), said, "in"), 12) +
      (rest ? plainMm(rest, said, "in") : 0);
  } else {
    value = plainMm(tidy, said, unit);
  }
  if (!Number.isFinite(value) || value > 1e6)
    throw new Error(`“${said}” is far longer than any rod.`);
  if (kind === "diameter" && value > WIDEST_DIAMETER_MM) {
    const bare = PLAIN.exec(tidy);
    const hint = bare && !bare.groups?.unit && unit === "in" ? ` Did you mean ${tidy} mm?` : "";
    throw new Error(`“${said}” is ${value.toFixed(0)} mm across, wider than any rod.${hint}`);
  }
  return value;
}

/** What can be read two ways is asked about: a comma before three digits, a fraction of a millimetre. */
function ask(said: string, tidy: string, unit: Unit): void {
  const found = PLAIN.exec(tidy)?.groups;
  const inMm = found && (found.unit === "mm" || (found.unit === undefined && unit === "mm"));
  const thousands = /^(\d{1,3}),(\d{3})(?!\d)/.exec(said);
  if (inMm && thousands)
    throw new Error(
      `Is “${said}” ${thousands[1]}${thousands[2]} mm, or ${thousands[1]}.${thousands[2]}? Type it without the comma.`,
    );
  if (found?.num !== undefined && found.unit === undefined && unit === "mm")
    throw new Error(`“${said}” of a millimetre? If inches are meant, type “${said} in”.`);
}

function tidied(text: string): string {
  const spaced = text
    .trim()
    .toLowerCase()
    .replace(/(\d)([¼½¾⅐-⅞])/gu, "$1 $2");
  let flat = spaced.normalize("NFKC");
  for (const [old, now] of [["⁄", "/"], ["’", "'"], ["′", "'"], ["”", '"'], ["″", '"'], ["–", "-"], ["—", "-"], ["−", "-"], ["‐", "-"], ["‑", "-"], ["‒", "-"]] as const) {
    flat = flat.replaceAll(old, now);
  } // prettier-ignore
  return flat.replace(/(\d),(\d)/g, "$1.$2");
}

function plainMm(tidy: string, said: string, unit: Unit): number {
  const found = PLAIN.exec(tidy)?.groups;
  if (!found)
    throw new Error(`“${said}” is not a measure. Type it like 11 3/8, 11.375, 289 mm or 1'3 1/4".`);
  const named = found.unit;
  const per = named === undefined ? (unit === "in" ? INCH : 1) : perUnit(named);
  if (found.dec !== undefined) return times(Number(found.dec), per);
  const den = Number(found.den);
  if (den === 0) throw new Error(`“${said}” divides by zero.`);
  return times((Number(found.whole ?? 0) * den + Number(found.num)) / den, per);
}

function perUnit(named: string): number {
  if (named.startsWith("mm") || named.startsWith("mil")) return 1;
  if (named.startsWith("c")) return 10;
  return named.startsWith("m") ? 1000 : INCH;
}

/** A product without the last digits that a binary fraction adds: 11.375 in is 288.925 mm. */
const times = (amount: number, per: number) => Number((amount * per).toPrecision(15));

/** Clock degrees [0, 360) from degrees, hours on a clock face or sixteenths of a turn. Throws with words. */
export function readClock(text: string): number {
  const said = text.trim();
  const tidy = said.toLowerCase().replaceAll("’", "'");
  const hours =
    /^(\d{1,2})\s*(?::|h)\s*(\d{2})?\s*(?:h|o'clock)?$/.exec(tidy) ??
    /^(\d{1,2})\s*o'clock$/.exec(tidy);
  if (hours) {
    const [hour, minute] = [Number(hours[1]), Number(hours[2] ?? 0)];
    if (hour > 12 || minute > 59)
      throw new Error(`“${said}” is not on a clock face of twelve hours.`);
    return ((hour % 12) + minute / 60) * 30;
  }
  const parts = /^(\d{1,2})\s*\/\s*16(?:\s*(?:turn|of a turn))?$/.exec(tidy);
  if (parts) {
    if (Number(parts[1]) > 16) throw new Error(`“${said}” is more than a whole turn.`);
    return (Number(parts[1]) % 16) * 22.5;
  }
  const degrees = /^([+-]?\d+(?:[.,]\d+)?)\s*(?:°|deg|degrees)?$/.exec(tidy);
  if (!degrees)
    throw new Error(
      `“${said}” is not an angle. Type 135, 4:30 on a clock face, or 6/16 of a turn.`,
    );
  const value = Number(degrees[1]!.replace(",", "."));
  if (value < -360 || value > 360)
    throw new Error(`“${said}” is not on the clock: 0 to 360 degrees.`);
  return ((value % 360) + 360) % 360;
}
