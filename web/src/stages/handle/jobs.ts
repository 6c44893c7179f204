import type { JobWords } from "../JobNav";

export type Job =
  "stack" | "bores" | "arbor" | "sizes" | "order" | "glue-up" | "turning" | "balance";

/** The jobs at the handle, in the order they are done. */
export const JOBS: JobWords<Job>[] = [
  { job: "stack", word: "Stack", says: "The parts and where they lie" },
  { job: "sizes", word: "Sizes", says: "Which seat, check, cap or ferrule fits", folds: true },
  { job: "turning", word: "Turning", says: "Cut list and lathe cards", folds: true },
  { job: "bores", word: "Bores", says: "Ream, try on, ream again" },
  { job: "arbor", word: "Arbor", says: "What fills the seat" },
  { job: "order", word: "Order", says: "What goes on before what" },
  {
    job: "glue-up",
    word: "Glue-up",
    says: "Mixes, clocks and what lies within reach",
    folds: true,
  },
  { job: "balance", word: "Balance", says: "Weight, and where it balances" },
];

export const jobOf = (word: string | undefined): Job =>
  JOBS.find((j) => j.job === word)?.job ?? "stack";
