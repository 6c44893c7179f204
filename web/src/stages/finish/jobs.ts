import type { JobWords } from "../JobNav";

export type FinishJob = "coats" | "product";

export const FINISH_JOBS: JobWords<FinishJob>[] = [
  { job: "coats", word: "Coats", says: "What to mix, and when each coat goes on" },
  { job: "product", word: "The tin", says: "What the tin and its data sheet say", folds: true },
];

export const finishJobOf = (word: string | undefined): FinishJob =>
  FINISH_JOBS.find((j) => j.job === word)?.job ?? "coats";
