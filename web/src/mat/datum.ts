import type { Datum, Plan } from "../api/types";

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
