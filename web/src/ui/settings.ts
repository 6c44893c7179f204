import { create } from "zustand";
import { persist } from "zustand/middleware";

import type { Build, Datum, Rule } from "../api/types";

interface Settings {
  light: "lamp" | "day";
  flipped: boolean;
  rule: Rule;
  units: Build["units"];
  paper: "a4" | "letter";
  lowerDatum: Datum;
  set: (change: Partial<Omit<Settings, "set">>) => void;
}

/** How this builder likes to look at things; kept in this browser. */
export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      light: "lamp",
      flipped: false,
      rule: "in/16",
      units: { weight: "g", warmth: "°C", volume: "mL" },
      paper: "a4",
      lowerDatum: "tip_top_ring",
      set: (change) => set(change),
    }),
    { name: "wise-spool:settings" },
  ),
);
