import createClient from "openapi-fetch";

import type { paths } from "./schema";
import { windowName } from "../outbox/drafts";
import type { Problem } from "./types";

/** What this window calls itself. */
export const client = windowName();

export const api = createClient<paths>({ baseUrl: "" });

/** A refusal from the server, in the builder's words. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** What is done when an answer says that nobody is let in here any more. */
export const turned: { out: () => void } = { out: () => undefined };

/** The server did not answer. */
export class Unreachable extends Error {
  constructor() {
    super("Wise Spool's server does not answer.");
  }
}

/** What was said against what was sent, at its first field; `away` when nobody answered. */
export const saidAgainst = (error: unknown, away = "The server is away."): string =>
  error instanceof Refused ? (error.problem.errors?.[0]?.message ?? error.message) : away;

/** Unwrap a response: its data, or Refused, or Unreachable. */
export async function take<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let answer;
  try {
    answer = await call;
  } catch {
    throw new Unreachable();
  }
  if (answer.response.ok) return answer.data as T;
  if (answer.response.status === 401) turned.out();
  const problem = answer.error as Problem | undefined;
  if (problem?.detail && problem.status) throw new Refused(problem);
  throw new Unreachable();
}
