import type { JobWords } from "../JobNav";

export type SpineJob = "roll" | "drops" | "decide" | "marks";

export const SPINE_JOBS: JobWords<SpineJob>[] = [
  { job: "roll", word: "Roll trials", says: "Where the loaded blank comes to rest" },
  { job: "drops", word: "Drops", says: "Bow or spine, measured under a weight", folds: true },
  { job: "decide", word: "Decide", says: "What the rod is built on, and what it costs" },
  { job: "marks", word: "Marks", says: "Where the pencil goes round the blank" },
];

export const spineJobOf = (word: string | undefined): SpineJob =>
  SPINE_JOBS.find((j) => j.job === word)?.job ?? "roll";
