import type { JobWords } from "../JobNav";

export type GuidesJob = "train" | "bend" | "layouts" | "twist" | "reel-side" | "test";

export const GUIDES_JOBS: JobWords<GuidesJob>[] = [
  { job: "train", word: "Train", says: "Where every ring goes, from any datum" },
  { job: "reel-side", word: "Reel side", says: "The spool's path to the choke guide" },
  { job: "bend", word: "Under load", says: "The rod bent by its line" },
  { job: "layouts", word: "Layouts", says: "Layouts side by side, and where care pays" },
  {
    job: "twist",
    word: "Twist",
    says: "What rolls the rod: guides on top, winding round, below",
    folds: true,
  },
  { job: "test", word: "Static test", says: "What the real rod showed", folds: true },
];

export const guidesJobOf = (word: string | undefined): GuidesJob =>
  GUIDES_JOBS.find((j) => j.job === word)?.job ?? "train";
