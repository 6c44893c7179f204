import type { JobWords } from "../JobNav";

export type FinishJob = "coats" | "mix" | "areas" | "defects" | "product";

export const FINISH_JOBS: JobWords<FinishJob>[] = [
  { job: "coats", word: "Coats", says: "What to mix, and when each coat goes on" },
  { job: "mix", word: "Mix", says: "How it is measured, and how true that is" },
  {
    job: "areas",
    word: "Layers",
    says: "By which school, what lies under, what has coats of its own",
  },
  { job: "defects", word: "Defects", says: "What is wrong with a coat, and what to do" },
  { job: "product", word: "The tin", says: "What the tin and its data sheet say", folds: true },
];

export const finishJobOf = (word: string | undefined): FinishJob =>
  FINISH_JOBS.find((j) => j.job === word)?.job ?? "coats";
