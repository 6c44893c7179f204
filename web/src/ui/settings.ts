import { create } from "zustand";
import { persist } from "zustand/middleware";

import type { Build, Datum, Rule } from "../api/types";

interface Settings {
  light: "lamp" | "day";
  flipped: boolean;
  rule: Rule;
  units: Build["units"];
  paper: "a4" | "letter" | "a3";
  /** By how much a print at 1:1 is made larger, so that the printer of this device prints it true. */
  printScale: number;
  lowerDatum: Datum;
  /** How thread looks on the mat: as it is laid, or as it will look under finish. */
  threadLook: "dry" | "wet" | "preserved";
  /** Whether the trainer is heard. */
  trainerHeard: boolean;
  /** Jobs, as stage/job, in which the mat was folded or unfolded. */
  folded: Record<string, boolean>;
  /** Jobs, as stage/job, whose purpose was read and put away. */
  seen: string[];
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
      printScale: 1,
      lowerDatum: "tip_top_ring",
      threadLook: "dry",
      trainerHeard: false,
      folded: {},
      seen: [],
      set: (change) => set(change),
    }),
    { name: "wise-spool:settings" },
  ),
);
