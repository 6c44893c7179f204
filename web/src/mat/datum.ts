import type { Datum, Plan } from "../api/types";

/** Station of a datum as the plan knows it, and which way its distances grow. */
export function originOf(datum: Datum, plan: Plan): { origin: number; sign: 1 | -1 } | null {
  const at = plan.guides.measured_from[datum];
  return at ? { origin: at.station_mm, sign: at.grows } : null;
}
