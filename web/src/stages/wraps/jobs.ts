import type { JobWords } from "../JobNav";

export type WrapsJob = "wraps" | "decoration" | "line-up" | "labels";

export const WRAPS_JOBS: JobWords<WrapsJob>[] = [
  { job: "wraps", word: "Wraps", says: "Every wrap, its turns, metres and cues" },
  { job: "decoration", word: "Decoration", says: "Threads crossed or wound open over the blank" },
  { job: "line-up", word: "Line-up", says: "What a look along the rod says" },
  { job: "labels", word: "Labels", says: "Lettering that fits, printed at 1:1" },
];

export const wrapsJobOf = (word: string | undefined): WrapsJob =>
  WRAPS_JOBS.find((j) => j.job === word)?.job ?? "wraps";
