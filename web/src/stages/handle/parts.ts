import type { Part, PartKind } from "../../api/types";

/** A part as it comes out of the drawer: plausible sizes to type over. */
const STARTS: Record<
  PartKind,
  Omit<Part, "id" | "kind" | "name" | "gap_before_mm" | "overlap_mm">
> = {
  butt_cap: {
    material: "cork",
    length_mm: 20,
    od_butt_mm: 27,
    od_tip_mm: 27,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 6,
    seat: null,
  },
  fighting_butt: {
    material: "foam",
    length_mm: 60,
    od_butt_mm: 34,
    od_tip_mm: 30,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
  rear_grip: {
    material: "cork",
    length_mm: 230,
    od_butt_mm: 27,
    od_tip_mm: 24,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
  reel_seat: {
    material: "graphite",
    length_mm: 116,
    od_butt_mm: 23,
    od_tip_mm: 22,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: { bore_mm: 16, usable_from_mm: 4, usable_to_mm: 110, foot_centre_mm: 57 },
  },
  foregrip: {
    material: "cork",
    length_mm: 50,
    od_butt_mm: 23,
    od_tip_mm: 19,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
  winding_check: {
    material: "metal",
    length_mm: 3,
    od_butt_mm: 16,
    od_tip_mm: 14,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
  hook_keeper: {
    material: "metal",
    length_mm: 12,
    od_butt_mm: 14,
    od_tip_mm: 14,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
  trim_ring: {
    material: "metal",
    length_mm: 4,
    od_butt_mm: 24,
    od_tip_mm: 24,
    bore_butt_mm: null,
    bore_tip_mm: null,
    closed_end_mm: 0,
    seat: null,
  },
};

export const KIND_WORDS: Record<PartKind, string> = {
  butt_cap: "butt cap",
  fighting_butt: "fighting butt",
  rear_grip: "rear grip",
  reel_seat: "reel seat",
  foregrip: "foregrip",
  winding_check: "winding check",
  hook_keeper: "hook keeper",
  trim_ring: "trim ring",
};

export const MATERIALS = ["cork", "foam", "wood", "metal", "graphite", "rubber"] as const;

export const newPart = (kind: PartKind, id: string): Part => ({
  id,
  kind,
  name: "",
  gap_before_mm: 0,
  overlap_mm: 0,
  ...STARTS[kind],
});
