import type { JobWords } from "../JobNav";

export type BlankJob = "taper" | "bend" | "purpose" | "choose" | "mend";

export const BLANK_JOBS: JobWords<BlankJob>[] = [
  { job: "taper", word: "Measure", says: "Length, diameters, tube and cuts" },
  { job: "bend", word: "Hang a weight", says: "What the blank really carries", folds: true },
  { job: "purpose", word: "The brief", says: "Who fishes it, for what, where", folds: true },
  { job: "choose", word: "Choose", says: "Every blank on hand against the brief", folds: true },
  { job: "mend", word: "Mend", says: "What broke, and what mends it", folds: true },
];

export const blankJobOf = (word: string | undefined): BlankJob =>
  BLANK_JOBS.find((j) => j.job === word)?.job ?? "taper";
