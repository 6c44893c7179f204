import type { Build, Datum, Plan } from "../api/types";
import { DATUM_WORDS, REEL_FRONT } from "../words/shapes";

interface Origin {
  origin: number;
  sign: 1 | -1;
}

/** Station of a datum as the plan knows it, and which way its distances grow. */
export function originOf(datum: Datum, plan: Plan): Origin | null {
  const at = plan.guides.measured_from[datum];
  return at ? { origin: at.station_mm, sign: at.grows } : null;
}

/** Where the lower ruler begins: its datum, or while that is not on the rod the bare tip, or the butt. */
export function lowerOrigin(datum: Datum, plan: Plan): Origin {
  return originOf(datum, plan) ?? originOf("bare_tip", plan) ?? { origin: 0, sign: 1 };
}

/** What a datum is called on this kind of rod: only a spinning reel has a spool lip. */
export const datumWord = (datum: Datum, rodType: Build["brief"]["rod_type"]): string =>
  datum === "spool_lip" && rodType !== "spinning" ? REEL_FRONT : DATUM_WORDS[datum];
