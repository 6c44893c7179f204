/** Generated from the models by `./wise-spool describe`; not edited by hand. */
export const ONE_VALUE = new Set(["at", "built", "control", "tape_measured"]);

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
