/** Generated from the models by `./wise-spool describe`; not edited by hand. */
/* eslint-disable no-restricted-syntax -- colours of thread are goods, not of the theme */
// prettier-ignore
import type { FinishProduct, Guide, Label, Part, PartKind, Pass, Shelved, ShelfKind, Stick, Thread, Wrap } from "../api/types";

export const ONE_VALUE = new Set(["at", "built", "reference", "tape_measured", "under"]);

export const PART_WORDS = {
  butt_cap: "butt cap",
  fighting_butt: "fighting butt",
  rear_grip: "rear grip",
  reel_seat: "reel seat",
  seat_hood: "sliding hood",
  seat_nut: "locking nut",
  foregrip: "foregrip",
  winding_check: "winding check",
  hook_keeper: "hook keeper",
  trim_ring: "trim ring",
  butt_ferrule: "butt ferrule",
};

export const DATUM_WORDS = {
  butt: "butt",
  bare_tip: "bare tip",
  tip_top_ring: "tip-top ring",
  spool_lip: "spool lip",
  seat_front: "seat front",
};

export const REEL_FRONT = "front of the reel";

export const SPINE_WORDS = {
  resting_line: "the strongest resting line",
  straightest: "the straightest line, spine ignored",
  stiff_axis: "the measured stiff axis",
  ignore: "no line: the zero of the clock",
};

export const ZERO_WORDS = {
  witness: "the witness mark",
  label: "the printed label",
  gimbal: "the gimbal’s slot",
  guides: "the guides already on",
};

// prettier-ignore
export const CLOCK_PLACES: Record<string, number> = {"label": 180.0, "printed label": 180.0, "hook keeper": 180.0, "trigger": 180.0, "grip pattern": 180.0, "barrel groove": 0.0, "hood": 0.0, "cap inlet": 180.0, "gimbal slot": 0.0, "joint": 0.0};

export const G_PER_OZ = 28.349523125;
export const ML_PER_FL_OZ = 29.5735295625;

export const ARBOR_WORDS = {
  tape_2: "two bands of masking tape",
  tape_3: "three bands of masking tape",
  tape_4: "four bands of masking tape",
  mesh: "open mesh tape",
  foam: "a rigid foam arbor",
  sleeve: "a graphite or cork sleeve",
};

export const ASSEMBLY_WORDS = {
  butt_first: "the butt end over the butt, the rest from the tip",
  tip_down: "slid down from the tip, part by part",
  sub_assembly: "grip and seat joined off the rod, then slid on",
  mixed: "what lies behind the seat over the butt, the rest from the tip",
  grip_guides_seat: "the grip ahead, then the guides, then the seat over the butt",
  seat_last: "guides first, the whole handle over the butt",
  butt_up: "everything over the butt end",
};

export const ADHESIVE_WORDS = {
  paste: "slow paste",
  liquid_30: "30-minute liquid",
  liquid_5: "5-minute liquid",
  high_temperature: "high-temperature adhesive",
  instant: "instant glue",
  hot_melt: "hot-melt",
};

export const SQUEEZE_WORDS = {
  at_once: "wiped at once",
  half_hour: "left half an hour, then wiped with alcohol",
};

export const FINISH_WORDS = {
  high_build: "high-build",
  regular: "regular",
  varnish: "varnish",
  uv_resin: "UV resin",
  sealer: "sealer",
  preserver: "preserver",
  primer: "primer",
  paint: "paint",
};

// prettier-ignore
export const MATERIALS = ["cork", "foam", "wood", "metal", "graphite", "rubber"] as const;

// prettier-ignore
export const BORED_KINDS = ["butt_cap", "fighting_butt", "rear_grip", "foregrip", "winding_check", "trim_ring"] as const;

// prettier-ignore
export const SIZED_KINDS = ["reel_seat", "winding_check", "butt_cap", "butt_ferrule", "trim_ring", "rear_grip", "foregrip", "fighting_butt"] as const;

// prettier-ignore
export const BELOW_TYPES = ["spinning", "fly"] as const;

// prettier-ignore
export const FRESH_PARTS: Record<PartKind, Part> = {
  "butt_cap": {
    "id": "fresh",
    "kind": "butt_cap",
    "name": "",
    "material": "cork",
    "length_mm": 20.0,
    "od_butt_mm": 27.0,
    "od_tip_mm": 27.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 6.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "fighting_butt": {
    "id": "fresh",
    "kind": "fighting_butt",
    "name": "",
    "material": "foam",
    "length_mm": 60.0,
    "od_butt_mm": 34.0,
    "od_tip_mm": 30.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "rear_grip": {
    "id": "fresh",
    "kind": "rear_grip",
    "name": "",
    "material": "cork",
    "length_mm": 230.0,
    "od_butt_mm": 27.0,
    "od_tip_mm": 24.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "reel_seat": {
    "id": "fresh",
    "kind": "reel_seat",
    "name": "",
    "material": "graphite",
    "length_mm": 116.0,
    "od_butt_mm": 23.0,
    "od_tip_mm": 22.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": {
      "bore_mm": 16.0,
      "usable_from_mm": 4.0,
      "usable_to_mm": 110.0,
      "foot_centre_mm": 57.0,
      "trigger_mm": null,
      "locks": "up",
      "end_cap_mm": 0.0,
      "open_from_mm": null,
      "open_to_mm": null,
      "steps": []
    }
  },
  "seat_hood": {
    "id": "fresh",
    "kind": "seat_hood",
    "name": "",
    "material": "metal",
    "length_mm": 16.0,
    "od_butt_mm": 25.0,
    "od_tip_mm": 24.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "seat_nut": {
    "id": "fresh",
    "kind": "seat_nut",
    "name": "",
    "material": "metal",
    "length_mm": 12.0,
    "od_butt_mm": 26.0,
    "od_tip_mm": 26.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "foregrip": {
    "id": "fresh",
    "kind": "foregrip",
    "name": "",
    "material": "cork",
    "length_mm": 50.0,
    "od_butt_mm": 23.0,
    "od_tip_mm": 19.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "winding_check": {
    "id": "fresh",
    "kind": "winding_check",
    "name": "",
    "material": "metal",
    "length_mm": 3.0,
    "od_butt_mm": 16.0,
    "od_tip_mm": 14.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "hook_keeper": {
    "id": "fresh",
    "kind": "hook_keeper",
    "name": "",
    "material": "metal",
    "length_mm": 12.0,
    "od_butt_mm": 14.0,
    "od_tip_mm": 14.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "trim_ring": {
    "id": "fresh",
    "kind": "trim_ring",
    "name": "",
    "material": "metal",
    "length_mm": 4.0,
    "od_butt_mm": 24.0,
    "od_tip_mm": 24.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  },
  "butt_ferrule": {
    "id": "fresh",
    "kind": "butt_ferrule",
    "name": "",
    "material": "metal",
    "length_mm": 96.0,
    "od_butt_mm": 24.0,
    "od_tip_mm": 22.0,
    "bore_butt_mm": null,
    "bore_tip_mm": null,
    "inside": [],
    "gap_before_mm": 0.0,
    "overlap_mm": 0.0,
    "tenon_od_mm": null,
    "tip_tenon_od_mm": null,
    "closed_end_mm": 0.0,
    "mass_g": null,
    "turned": false,
    "contour": [],
    "bought_od_mm": null,
    "power_drill": false,
    "on_rod": false,
    "adhesive": "",
    "seat": null
  }
};

// prettier-ignore
export const FRESH_SHELVED: Record<ShelfKind, Shelved> = {
  "blank": {
    "kind": "blank",
    "item": {
      "label_power": "",
      "label_action": "",
      "label_line": "",
      "label_lure": "",
      "measured_mm": null,
      "readings": [],
      "mass_g": null,
      "static": [],
      "name": "",
      "material": "carbon",
      "length_mm": 2134.0,
      "trim_butt_mm": 0.0,
      "trim_tip_mm": 0.0,
      "tip_tube_64ths": null,
      "colour": null,
      "joints": [],
      "series": ""
    }
  },
  "part": {
    "kind": "part",
    "item": {
      "id": "fresh",
      "kind": "reel_seat",
      "name": "",
      "material": "graphite",
      "length_mm": 116.0,
      "od_butt_mm": 23.0,
      "od_tip_mm": 22.0,
      "bore_butt_mm": null,
      "bore_tip_mm": null,
      "inside": [],
      "gap_before_mm": 0.0,
      "overlap_mm": 0.0,
      "tenon_od_mm": null,
      "tip_tenon_od_mm": null,
      "closed_end_mm": 0.0,
      "mass_g": null,
      "turned": false,
      "contour": [],
      "bought_od_mm": null,
      "power_drill": false,
      "on_rod": false,
      "adhesive": "",
      "seat": {
        "bore_mm": 16.0,
        "usable_from_mm": 4.0,
        "usable_to_mm": 110.0,
        "foot_centre_mm": 57.0,
        "trigger_mm": null,
        "locks": "up",
        "end_cap_mm": 0.0,
        "open_from_mm": null,
        "open_to_mm": null,
        "steps": []
      }
    }
  },
  "reamer": {
    "kind": "reamer",
    "item": {
      "id": "",
      "name": "",
      "cut": "fine",
      "small_mm": 8.0,
      "large_mm": 14.0,
      "length_mm": 600.0
    }
  },
  "drill": {
    "kind": "drill",
    "item": {
      "id": "",
      "name": "",
      "diameter_mm": 10.0
    }
  },
  "tape": {
    "kind": "tape",
    "item": {
      "name": "",
      "thickness_mm": 0.15,
      "width_mm": 13.0
    }
  },
  "adhesive": {
    "kind": "adhesive",
    "item": {
      "name": "",
      "parts_a": 1.0,
      "parts_b": 1.0,
      "at_c": 21.0,
      "pot_life_min": 60.0,
      "set_min": 360.0,
      "handle_min": 1440.0,
      "full_cure_min": 10080.0,
      "id": "",
      "kind": "paste",
      "density_g_ml": 1.15
    }
  },
  "finish": {
    "kind": "finish",
    "item": {
      "name": "",
      "parts_a": 1.0,
      "parts_b": 1.0,
      "at_c": 21.0,
      "pot_life_min": 25.0,
      "set_min": 480.0,
      "handle_min": 1440.0,
      "full_cure_min": 10080.0,
      "kind": "regular",
      "rotate_min": 300.0,
      "recoat_opens_min": 1440.0,
      "recoat_closes_min": 2880.0,
      "density_a_g_ml": null,
      "density_b_g_ml": null
    }
  },
  "guide": {
    "kind": "guide",
    "item": {
      "name": "",
      "ring_mm": 6.0,
      "feet": "single",
      "foot_butt_mm": 13.0,
      "foot_tip_mm": 0.0,
      "height_mm": 11.0,
      "mass_g": null
    }
  },
  "thread": {
    "kind": "thread",
    "item": {
      "name": "",
      "size": "A",
      "kind": "plain",
      "colour": "#a33a46",
      "diameter_mm": null,
      "spool_m": 100.0
    }
  }
};

// prettier-ignore
export const FRESH_FINISHES: Record<FinishProduct["kind"], FinishProduct> = {
  "regular": {
    "name": "Plain rotation finish",
    "parts_a": 1.0,
    "parts_b": 1.0,
    "at_c": 21.0,
    "pot_life_min": 25.0,
    "set_min": 480.0,
    "handle_min": 1440.0,
    "full_cure_min": 10080.0,
    "kind": "regular",
    "rotate_min": 300.0,
    "recoat_opens_min": 1440.0,
    "recoat_closes_min": 2880.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "high_build": {
    "name": "Plain rotation finish",
    "parts_a": 1.0,
    "parts_b": 1.0,
    "at_c": 21.0,
    "pot_life_min": 20.0,
    "set_min": 300.0,
    "handle_min": 1440.0,
    "full_cure_min": 10080.0,
    "kind": "high_build",
    "rotate_min": 120.0,
    "recoat_opens_min": 1440.0,
    "recoat_closes_min": 2880.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "varnish": {
    "name": "Plain rotation finish",
    "parts_a": 1.0,
    "parts_b": 0.0,
    "at_c": 21.0,
    "pot_life_min": 240.0,
    "set_min": 240.0,
    "handle_min": 1440.0,
    "full_cure_min": 10080.0,
    "kind": "varnish",
    "rotate_min": 60.0,
    "recoat_opens_min": 720.0,
    "recoat_closes_min": 4320.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "uv_resin": {
    "name": "Plain rotation finish",
    "parts_a": 1.0,
    "parts_b": 0.0,
    "at_c": 21.0,
    "pot_life_min": 60.0,
    "set_min": 20.0,
    "handle_min": 60.0,
    "full_cure_min": 1440.0,
    "kind": "uv_resin",
    "rotate_min": 20.0,
    "recoat_opens_min": 20.0,
    "recoat_closes_min": 1440.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "sealer": {
    "name": "Thin sealer",
    "parts_a": 1.0,
    "parts_b": 1.0,
    "at_c": 21.0,
    "pot_life_min": 40.0,
    "set_min": 300.0,
    "handle_min": 720.0,
    "full_cure_min": 10080.0,
    "kind": "sealer",
    "rotate_min": 120.0,
    "recoat_opens_min": 720.0,
    "recoat_closes_min": 2880.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "preserver": {
    "name": "Colour preserver",
    "parts_a": 1.0,
    "parts_b": 0.0,
    "at_c": 21.0,
    "pot_life_min": 240.0,
    "set_min": 30.0,
    "handle_min": 120.0,
    "full_cure_min": 1440.0,
    "kind": "preserver",
    "rotate_min": 0.0,
    "recoat_opens_min": 60.0,
    "recoat_closes_min": 10080.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "primer": {
    "name": "Primer",
    "parts_a": 1.0,
    "parts_b": 0.0,
    "at_c": 21.0,
    "pot_life_min": 240.0,
    "set_min": 20.0,
    "handle_min": 120.0,
    "full_cure_min": 1440.0,
    "kind": "primer",
    "rotate_min": 0.0,
    "recoat_opens_min": 30.0,
    "recoat_closes_min": 2880.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  },
  "paint": {
    "name": "Paint",
    "parts_a": 1.0,
    "parts_b": 0.0,
    "at_c": 21.0,
    "pot_life_min": 240.0,
    "set_min": 20.0,
    "handle_min": 720.0,
    "full_cure_min": 10080.0,
    "kind": "paint",
    "rotate_min": 0.0,
    "recoat_opens_min": 30.0,
    "recoat_closes_min": 2880.0,
    "density_a_g_ml": null,
    "density_b_g_ml": null
  }
};

// prettier-ignore
export const USUAL_FILM_MM: Record<string, number> = {"regular": 0.2, "high_build": 0.3, "varnish": 0.03, "uv_resin": 0.12, "sealer": 0.05, "preserver": 0.015, "primer": 0.03, "paint": 0.03};

// prettier-ignore
export const USUAL_COATS: Record<string, number> = {"regular": 2, "high_build": 1, "varnish": 6, "uv_resin": 2, "sealer": 1, "preserver": 2, "primer": 2, "paint": 3};

// prettier-ignore
export const KITS: Record<string, { name: string; says: string; suits: string[]; parts: Part[] }> = {"split_foam": {"name": "Split foam", "says": "two short foam grips, bare blank between them", "suits": ["spinning", "casting"], "parts": [{"id": "butt", "kind": "rear_grip", "name": "foam butt grip", "material": "foam", "length_mm": 75.0, "od_butt_mm": 30.0, "od_tip_mm": 26.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 6.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "seat", "kind": "reel_seat", "name": "", "material": "graphite", "length_mm": 116.0, "od_butt_mm": 23.0, "od_tip_mm": 22.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 110.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": {"bore_mm": 16.0, "usable_from_mm": 4.0, "usable_to_mm": 110.0, "foot_centre_mm": 57.0, "trigger_mm": null, "locks": "up", "end_cap_mm": 0.0, "open_from_mm": null, "open_to_mm": null, "steps": []}}, {"id": "fore", "kind": "foregrip", "name": "foam foregrip", "material": "foam", "length_mm": 45.0, "od_butt_mm": 24.0, "od_tip_mm": 18.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "check", "kind": "winding_check", "name": "", "material": "metal", "length_mm": 3.0, "od_butt_mm": 16.0, "od_tip_mm": 14.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}]}, "full_cork": {"name": "Full cork", "says": "a cap, one long rear grip, the seat, a foregrip", "suits": ["spinning", "casting"], "parts": [{"id": "cap", "kind": "butt_cap", "name": "", "material": "rubber", "length_mm": 20.0, "od_butt_mm": 27.0, "od_tip_mm": 27.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 6.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "rear", "kind": "rear_grip", "name": "rear grip of cork rings", "material": "cork", "length_mm": 240.0, "od_butt_mm": 27.0, "od_tip_mm": 24.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "seat", "kind": "reel_seat", "name": "", "material": "graphite", "length_mm": 116.0, "od_butt_mm": 23.0, "od_tip_mm": 22.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": {"bore_mm": 16.0, "usable_from_mm": 4.0, "usable_to_mm": 110.0, "foot_centre_mm": 57.0, "trigger_mm": null, "locks": "up", "end_cap_mm": 0.0, "open_from_mm": null, "open_to_mm": null, "steps": []}}, {"id": "fore", "kind": "foregrip", "name": "", "material": "cork", "length_mm": 70.0, "od_butt_mm": 23.0, "od_tip_mm": 19.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "check", "kind": "winding_check", "name": "", "material": "metal", "length_mm": 3.0, "od_butt_mm": 16.0, "od_tip_mm": 14.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}]}, "fly_with_cap": {"name": "Fly, with its cap", "says": "the seat at the butt with a cap, the grip ahead of it", "suits": ["fly"], "parts": [{"id": "seat", "kind": "reel_seat", "name": "", "material": "wood", "length_mm": 95.0, "od_butt_mm": 23.0, "od_tip_mm": 22.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": {"bore_mm": 16.0, "usable_from_mm": 4.0, "usable_to_mm": 90.0, "foot_centre_mm": 50.0, "trigger_mm": null, "locks": "up", "end_cap_mm": 0.0, "open_from_mm": null, "open_to_mm": null, "steps": []}}, {"id": "rear", "kind": "rear_grip", "name": "fly grip", "material": "cork", "length_mm": 178.0, "od_butt_mm": 24.0, "od_tip_mm": 20.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "check", "kind": "winding_check", "name": "", "material": "metal", "length_mm": 3.0, "od_butt_mm": 16.0, "od_tip_mm": 14.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "keeper", "kind": "hook_keeper", "name": "", "material": "metal", "length_mm": 12.0, "od_butt_mm": 14.0, "od_tip_mm": 14.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 25.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}]}, "detachable_butt": {"name": "Detachable butt", "says": "a metal ferrule at the butt, seat and foregrip above it", "suits": ["trolling", "casting"], "parts": [{"id": "ferrule", "kind": "butt_ferrule", "name": "", "material": "metal", "length_mm": 96.0, "od_butt_mm": 24.0, "od_tip_mm": 22.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "nut", "kind": "seat_nut", "name": "locking nut", "material": "metal", "length_mm": 12.0, "od_butt_mm": 26.0, "od_tip_mm": 26.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "seat", "kind": "reel_seat", "name": "", "material": "metal", "length_mm": 116.0, "od_butt_mm": 23.0, "od_tip_mm": 22.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": {"bore_mm": 16.0, "usable_from_mm": 4.0, "usable_to_mm": 110.0, "foot_centre_mm": 57.0, "trigger_mm": null, "locks": "up", "end_cap_mm": 0.0, "open_from_mm": null, "open_to_mm": null, "steps": []}}, {"id": "fore", "kind": "foregrip", "name": "", "material": "foam", "length_mm": 180.0, "od_butt_mm": 34.0, "od_tip_mm": 26.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}, {"id": "check", "kind": "winding_check", "name": "", "material": "metal", "length_mm": 3.0, "od_butt_mm": 16.0, "od_tip_mm": 14.0, "bore_butt_mm": null, "bore_tip_mm": null, "inside": [], "gap_before_mm": 0.0, "overlap_mm": 0.0, "tenon_od_mm": null, "tip_tenon_od_mm": null, "closed_end_mm": 0.0, "mass_g": null, "turned": false, "contour": [], "bought_od_mm": null, "power_drill": false, "on_rod": false, "adhesive": "", "seat": null}]}};

// prettier-ignore
export const FRESH_ROWS: { stick: Stick; wrap: Wrap; thread: Thread; label: Label; pass: Pass } = {
  "stick": {
    "id": "",
    "length_mm": 304.8
  },
  "wrap": {
    "id": "",
    "kind": null,
    "name": "",
    "from_mm": null,
    "to_mm": null,
    "beyond_butt_mm": null,
    "beyond_tip_mm": null,
    "turns": null,
    "thread": "",
    "layers": null,
    "under": null,
    "bands": [],
    "inlays": [],
    "preserver": false,
    "starts": null,
    "lock_turns": null,
    "left_out": false
  },
  "thread": {
    "id": "",
    "name": "garnet",
    "size": "A",
    "kind": "plain",
    "colour": "#a33a46",
    "diameter_mm": null,
    "counts": [],
    "wet": null,
    "spool_m": null
  },
  "label": {
    "id": "",
    "text": "",
    "font": "text-bold",
    "letter_mm": 2.6,
    "from_mm": 0.0,
    "clock_deg": 180.0,
    "reads": "in_hand",
    "hand": "right",
    "kind": "film",
    "rough": false,
    "after_coat": 0,
    "frame": false,
    "copies": 1,
    "art": "",
    "art_mm": 60.0
  },
  "pass": {
    "id": "",
    "thread": "garnet",
    "threads": 2
  }
};

// prettier-ignore
export const USUAL_REEL_MM: Record<string, number> = {"spinning": 65.0, "casting": 25.0, "trolling": 55.0, "fly": 20.0};

// prettier-ignore
export const THREAD_RACK: Record<string, string> = {"garnet": "#a33a46", "spruce": "#3f8a5f", "rowan": "#d9612f", "beacon red": "#d63b2f", "birch leaf": "#a9b944", "deep blue": "#3d6fb5", "tar black": "#3b3f42", "frost": "#dfe3df", "amber": "#c8912e", "slate": "#6d7780", "pewter": "#9aa0a6"};

export const LABEL_WORDS = {
  film: "printed film",
  transfer: "two-part transfer",
  rub_on: "rub-on letters",
  pen: "pen and ink",
  paint: "paint through a mask",
};

export const SYMPTOM_WORDS = {
  bubbles: "bubbles",
  blotches: "blotches in the thread",
  cloud: "a cloud or bloom over it",
  craters: "craters, fish-eyes",
  nibs: "dust, hairs, thread nibs",
  dry_spots: "dry spots",
  sags: "sags or drips",
  waves: "waves or flats",
  ragged_edge: "a ragged edge",
  tacky: "tacky after its time",
  soft_spots: "soft in places",
  film_edge: "the edge of a label shows",
  lifting: "lifting, not holding",
  nicked_thread: "a nicked thread",
};

export const METHOD_WORDS = {
  thin_first: "thin first",
  flood_and_lift: "flood and lift",
  one_coat: "all in one coat",
};

export const COVERS_WORDS = {
  decoration: "decoration",
  labels: "labels",
  ferrules: "ferrule wraps",
  seat: "a part of the handle",
  stretch: "a stretch of blank",
};

export const SEEN_WORDS = {
  runs: "it runs",
  strings: "pulls strings",
  tacky: "tacky",
  set: "set: no print of a finger",
  hard: "hard: no print of a nail",
};

export const REPAIR_WORDS = {
  splint: "a broken blank splinted",
  seat: "a new seat from the butt",
  guide: "a guide replaced",
  tip: "a broken tip",
  dent: "a dent in foam",
  cork: "cork filled",
  loose_seat: "a loose seat",
  ferrule_loose: "a loose ferrule",
  ferrule_stuck: "a ferrule that is stuck",
  old_finish: "yellow old finish",
};

export const SKILL_WORDS = {
  first: "a beginner",
  some: "some seasons",
  sure: "a sure hand",
};

export const STAND_WORDS = {
  shore: "the shore",
  rocks: "rocks",
  wading: "wading",
  jetty: "a jetty",
  boat: "a boat",
  kayak: "a kayak",
  ice: "the ice",
};

export const TIP_WORDS = {
  soft: "soft: small hooks stay in",
  even: "even: casts and plays",
  crisp: "crisp: feels the bottom",
};

export const HANDS_WORDS = {
  one: "one hand",
  two: "two hands",
};

export const HAND_WORDS = {
  small: "small",
  middle: "middling",
  large: "large",
};

export const SORE_WORDS = {
  wrist: "wrist",
  elbow: "elbow",
  shoulder: "shoulder",
};

// prettier-ignore
export const FRESH_GUIDES: Record<string, Guide> = {
  "3": {
    "id": "fresh",
    "ring_mm": 3.0,
    "feet": "single",
    "foot_butt_mm": 8.0,
    "foot_tip_mm": 0.0,
    "height_mm": 5.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "4": {
    "id": "fresh",
    "ring_mm": 4.0,
    "feet": "single",
    "foot_butt_mm": 9.0,
    "foot_tip_mm": 0.0,
    "height_mm": 6.5,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "5": {
    "id": "fresh",
    "ring_mm": 5.0,
    "feet": "single",
    "foot_butt_mm": 11.0,
    "foot_tip_mm": 0.0,
    "height_mm": 7.5,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "6": {
    "id": "fresh",
    "ring_mm": 6.0,
    "feet": "single",
    "foot_butt_mm": 13.0,
    "foot_tip_mm": 0.0,
    "height_mm": 8.5,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "7": {
    "id": "fresh",
    "ring_mm": 7.0,
    "feet": "single",
    "foot_butt_mm": 13.0,
    "foot_tip_mm": 0.0,
    "height_mm": 10.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "8": {
    "id": "fresh",
    "ring_mm": 8.0,
    "feet": "single",
    "foot_butt_mm": 14.0,
    "foot_tip_mm": 0.0,
    "height_mm": 11.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "10": {
    "id": "fresh",
    "ring_mm": 10.0,
    "feet": "single",
    "foot_butt_mm": 15.0,
    "foot_tip_mm": 0.0,
    "height_mm": 14.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "12": {
    "id": "fresh",
    "ring_mm": 12.0,
    "feet": "double",
    "foot_butt_mm": 17.0,
    "foot_tip_mm": 17.0,
    "height_mm": 19.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "16": {
    "id": "fresh",
    "ring_mm": 16.0,
    "feet": "double",
    "foot_butt_mm": 20.0,
    "foot_tip_mm": 20.0,
    "height_mm": 24.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "20": {
    "id": "fresh",
    "ring_mm": 20.0,
    "feet": "double",
    "foot_butt_mm": 22.0,
    "foot_tip_mm": 22.0,
    "height_mm": 28.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "25": {
    "id": "fresh",
    "ring_mm": 25.0,
    "feet": "double",
    "foot_butt_mm": 25.0,
    "foot_tip_mm": 25.0,
    "height_mm": 34.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "30": {
    "id": "fresh",
    "ring_mm": 30.0,
    "feet": "double",
    "foot_butt_mm": 27.0,
    "foot_tip_mm": 27.0,
    "height_mm": 40.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  },
  "40": {
    "id": "fresh",
    "ring_mm": 40.0,
    "feet": "double",
    "foot_butt_mm": 32.0,
    "foot_tip_mm": 32.0,
    "height_mm": 50.0,
    "foot_wide_mm": null,
    "foot_high_mm": null,
    "thread": "garnet",
    "mass_g": null,
    "at": null,
    "built": null
  }
};
