import type { Datum, Plan } from "../api/types";

export const DATUM_WORDS: Record<Datum, string> = {
  butt: "butt",
  bare_tip: "bare tip",
  tip_top_ring: "tip-top ring",
  spool_lip: "spool lip",
  seat_front: "seat front",
};

/** Station of a datum as the plan knows it, and which way its distances grow. */
export function originOf(datum: Datum, plan: Plan): { origin: number; sign: 1 | -1 } | null {
  const origin = {
    butt: 0,
    bare_tip: plan.blank.length_mm,
    tip_top_ring: plan.guides.tip_top_ring_mm,
    spool_lip: plan.guides.spool_lip_mm,
    seat_front: plan.guides.seat_front_mm,
  }[datum];
  if (origin === null) return null;
  return { origin, sign: datum === "bare_tip" || datum === "tip_top_ring" ? -1 : 1 };
}
