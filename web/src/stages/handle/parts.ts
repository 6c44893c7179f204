import type { Part, PartKind } from "../../api/types";
import { PART_WORDS } from "../../words/shapes";

const PLAIN: Omit<Part, "id" | "kind"> = {
  name: "",
  material: "cork",
  length_mm: 20,
  od_butt_mm: 25,
  od_tip_mm: 25,
  bore_butt_mm: null,
  bore_tip_mm: null,
  inside: [],
  gap_before_mm: 0,
  overlap_mm: 0,
  tenon_od_mm: null,
  closed_end_mm: 0,
  mass_g: null,
  turned: false,
  power_drill: false,
  on_rod: false,
  adhesive: "",
  seat: null,
};

/** A part as it comes out of the drawer: plausible sizes to type over. */
const STARTS: Record<PartKind, Partial<Part>> = {
  butt_cap: { length_mm: 20, od_butt_mm: 27, od_tip_mm: 27, closed_end_mm: 6 },
  fighting_butt: { material: "foam", length_mm: 60, od_butt_mm: 34, od_tip_mm: 30 },
  rear_grip: { length_mm: 230, od_butt_mm: 27, od_tip_mm: 24 },
  reel_seat: {
    material: "graphite",
    length_mm: 116,
    od_butt_mm: 23,
    od_tip_mm: 22,
    seat: {
      bore_mm: 16,
      usable_from_mm: 4,
      usable_to_mm: 110,
      foot_centre_mm: 57,
      trigger_mm: null,
      locks: "up",
      end_cap_mm: 0,
      open_from_mm: null,
      open_to_mm: null,
      steps: [],
    },
  },
  seat_hood: { material: "metal", length_mm: 16, od_butt_mm: 25, od_tip_mm: 24 },
  seat_nut: { material: "metal", length_mm: 12, od_butt_mm: 26, od_tip_mm: 26 },
  foregrip: { length_mm: 50, od_butt_mm: 23, od_tip_mm: 19 },
  winding_check: { material: "metal", length_mm: 3, od_butt_mm: 16, od_tip_mm: 14 },
  hook_keeper: { material: "metal", length_mm: 12, od_butt_mm: 14, od_tip_mm: 14 },
  trim_ring: { material: "metal", length_mm: 4, od_butt_mm: 24, od_tip_mm: 24 },
  butt_ferrule: { material: "metal", length_mm: 96, od_butt_mm: 24, od_tip_mm: 22 },
};

export const KINDS = Object.keys(PART_WORDS) as PartKind[];
export const MATERIALS = ["cork", "foam", "wood", "metal", "graphite", "rubber"] as const;

export const newPart = (kind: PartKind, id: string): Part => ({
  id,
  kind,
  ...PLAIN,
  ...STARTS[kind],
});

export const nameOf = (part: Part): string => part.name || PART_WORDS[part.kind];
