import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

/** After an answer that took so long the server is left to itself as long again; after one that took twice
 * as long, four times: who drags beside others makes room for them. */
export const QUICK_MS = 12;
export const MOST_REST_MS = 400;

/** When the next question of a drag may go out. */
export class Pace {
  private began: number | null = null;
  private free = 0;

  asked(now_ms: number) {
    this.began = now_ms;
  }

  answered(now_ms: number) {
    if (this.began === null) return;
    this.free = now_ms + Math.min((now_ms - this.began) ** 2 / QUICK_MS, MOST_REST_MS);
    this.began = null;
  }

  /** How long to wait with the next one, ms. */
  rest(now_ms: number) {
    return Math.max(0, this.free - now_ms);
  }
}

/** The newest answer to a question that changes while something is dragged: one question at a time, the
 * newest next; the answer before stays until then. */
export function usePaced<Q, A>(
  name: string,
  key: string,
  question: Q,
  ask: (question: Q, signal: AbortSignal) => Promise<A>,
  enabled = true,
) {
  const [now, setNow] = useState({ key, question });
  const [pace] = useState(() => new Pace());
  const newest = useRef({ key, question });
  newest.current = { key, question };
  const found = useQuery({
    queryKey: [name, now.key],
    queryFn: async ({ signal }) => {
      pace.asked(performance.now());
      return ask(now.question, signal);
    },
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
    enabled,
  });
  const { isFetching } = found;
  useEffect(() => {
    if (!isFetching) pace.answered(performance.now());
  }, [isFetching, pace]);
  useEffect(() => {
    if (key === now.key || isFetching) return;
    const soon = setTimeout(() => setNow(newest.current), pace.rest(performance.now()));
    return () => clearTimeout(soon);
  }, [key, now.key, isFetching, pace]);
  return { ...found, isPlaceholderData: found.isPlaceholderData || key !== now.key };
}
