import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { create } from "zustand";
import { persist } from "zustand/middleware";

import { stands } from "../door/anew";
import { freshRowId } from "../rod/changes";
import { api, Refused, take } from "../api/client";
import type { Card, Clock, Clocks, RunningClock } from "../api/types";

/* Clocks of the bench. A tap starts one here and now; it is sent as soon as the server answers, under the
   id it was given here, so that sending it twice does no harm. */

type Waiting =
  | { kind: "start"; rod_id: string; rod: string; clocks: Clock[] }
  | { kind: "stop"; rod_id: string; clock_id: string };

interface Held {
  /** What the server has not heard of yet, in its order. */
  waiting: Waiting[];
  /** Clocks that have run out and were told to be quiet. */
  quiet: string[];
  /** Why the last one was turned away. */
  refused: string;
  /** How far the server's time is ahead of this device's, ms. */
  aheadMs: number;
}

export const useHeld = create<Held>()(
  persist((): Held => ({ waiting: [], quiet: [], refused: "", aheadMs: 0 }), {
    name: "wise-spool:clocks",
  }),
);

export const benchNow = (): number => Date.now() + useHeld.getState().aheadMs;

/** This moment, each second anew. */
export function useNow(): number {
  const [now, setNow] = useState(benchNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(benchNow()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

const heard = (answer: Clocks): Clocks => {
  useHeld.setState({ aheadMs: Date.parse(answer.now) - Date.now() });
  return answer;
};

const sent = (w: Waiting): Promise<Clocks> =>
  w.kind === "start"
    ? take(
        api.POST("/api/builds/{build_id}/clocks", {
          params: { path: { build_id: w.rod_id } },
          body: { clocks: w.clocks },
        }),
      )
    : take(
        api.POST("/api/builds/{build_id}/clocks/{clock_id}/stop", {
          params: { path: { build_id: w.rod_id, clock_id: w.clock_id } },
        }),
      );

let sending = false;

/** Send what waits, in order; stop at the first that finds no server. */
export async function sendWaiting(queries: QueryClient): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (let first = useHeld.getState().waiting[0]; first; first = useHeld.getState().waiting[0]) {
      try {
        queries.setQueryData(["clocks"], heard(await sent(first)));
      } catch (error) {
        if (!(error instanceof Refused)) return; // the server is away: it waits
        useHeld.setState({ refused: error.message });
      }
      useHeld.setState((h) => ({ waiting: h.waiting.slice(1) }));
    }
  } finally {
    sending = false;
  }
}

/** What runs by the server, with what it has not heard of yet. */
export function together(known: RunningClock[], waiting: Waiting[]): RunningClock[] {
  const stopped = new Set(waiting.flatMap((w) => (w.kind === "stop" ? [w.clock_id] : [])));
  const ids = new Set(known.map((r) => r.clock.id));
  const fresh = waiting.flatMap((w) =>
    w.kind === "start"
      ? w.clocks
          .filter((c) => !ids.has(c.id ?? ""))
          .map((clock) => ({
            rod_id: w.rod_id,
            rod: w.rod,
            clock,
            ends_at: new Date(Date.parse(clock.started_at) + clock.minutes * 60_000).toISOString(),
          }))
      : [],
  );
  return [...known, ...fresh]
    .filter((r) => !stopped.has(r.clock.id ?? ""))
    .sort((a, b) => Date.parse(a.ends_at) - Date.parse(b.ends_at));
}

/** Every clock at this bench, and the two acts on them. */
export function useClocks() {
  const queries = useQueryClient();
  const waiting = useHeld((h) => h.waiting);
  const known = useQuery({
    queryKey: ["clocks"],
    queryFn: async () => heard(await take(api.GET("/api/clocks"))),
    refetchInterval: 30_000,
    refetchOnWindowFocus: true,
  });
  const add = (w: Waiting) => {
    useHeld.setState((h) => ({ waiting: [...h.waiting, w], refused: "" }));
    void sendWaiting(queries);
  };
  return {
    running: together(known.data?.running ?? [], waiting),
    start: (rod_id: string, rod: string, clocks: Clock[]) =>
      add({ kind: "start", rod_id, rod, clocks }),
    stop: (r: RunningClock) => add({ kind: "stop", rod_id: r.rod_id, clock_id: r.clock.id ?? "" }),
  };
}

/** What a window hears when a foot switch at the server was trodden on: press, hold or back. */
export const FOOT = "wise-spool:foot";

const theRod = () => import("../rod/store");

/** Listen to the bell, and send what waits whenever the server may be back. */
export function useBell(): void {
  const queries = useQueryClient();
  useEffect(() => {
    let bell: EventSource | null = null;
    const anew = () => {
      void queries.invalidateQueries({ queryKey: ["clocks"] });
      void queries.invalidateQueries({ queryKey: ["rack"] });
      void queries.invalidateQueries({ queryKey: ["board"] });
    };
    // A window that is not looked at hangs up: a browser holds few lines to one server.
    const listen = () => {
      if (document.visibilityState !== "visible") {
        bell?.close();
        bell = null;
      } else if (!bell) {
        bell = new EventSource("/api/bell");
        bell.addEventListener("rod", (e: MessageEvent<string>) => {
          anew();
          const [rod, version] = e.data.split(" ");
          void theRod().then((r) => r.changedElsewhere(rod!, Number(version)));
        });
        bell.addEventListener(
          "board",
          () => void queries.invalidateQueries({ queryKey: ["board"] }),
        );
        bell.addEventListener("past", (e: MessageEvent<string>) => stands(e.data));
        bell.addEventListener("anew", (e: MessageEvent<string>) =>
          stands(e.data, () => {
            void queries.invalidateQueries();
            void theRod().then((r) => r.changedWhileAway());
          }),
        );
        bell.addEventListener("foot", (e: MessageEvent<string>) =>
          window.dispatchEvent(new CustomEvent(FOOT, { detail: e.data })),
        );
        bell.addEventListener("open", () => {
          anew();
          void theRod().then((r) => r.changedWhileAway());
          void sendWaiting(queries);
        });
      }
    };
    listen();
    document.addEventListener("visibilitychange", listen);
    const timer = setInterval(() => void sendWaiting(queries), 4000);
    return () => {
      document.removeEventListener("visibilitychange", listen);
      bell?.close();
      clearInterval(timer);
    };
  }, [queries]);
}

/** A clock that begins now. */
const beginning = (
  mix: Card["mixes"][number],
  c: Card["mixes"][number]["starts"][number],
): Clock => ({
  id: freshRowId(),
  of: mix.mix,
  what: c.what,
  then: c.then,
  minutes: c.minutes,
  product: c.teaches ? mix.adhesive : "",
  at_c: mix.at_c,
  started_at: new Date(benchNow()).toISOString(),
  stopped_at: null,
});

/** What is left, as a bench clock shows it. */
export function left(ms: number): string {
  const over = ms < 0;
  const s = Math.floor(Math.abs(ms) / 1000);
  const two = (n: number) => String(n).padStart(2, "0");
  const shown =
    s >= 3600
      ? `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)} h`
      : `${Math.floor(s / 60)}:${two(s % 60)}`;
  return over ? `over by ${shown}` : shown;
}

/** Every clock that begins when a mix is mixed. */
export const clocksOf = (mix: Card["mixes"][number]): Clock[] =>
  mix.starts.map((c) => beginning(mix, c));

/** Where a clock's work is done. */
export const whereOf = (r: RunningClock): string =>
  r.clock.of?.startsWith("coat:")
    ? `/build/${r.rod_id}/finish`
    : `/build/${r.rod_id}/handle/glue-up`;
