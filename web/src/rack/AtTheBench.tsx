import { useEffect, useState } from "react";
import { Link } from "wouter";

import type { RackRod, RunningClock } from "../api/types";
import { useClocks, whereOf } from "../bench/clocks";
import { TodayOnTheBoard } from "./TodayOnTheBoard";
import { AskedNow } from "./AskedNow";
import { CLOCK_WORDS, due } from "./clocks";

/** What is running now: dryers, clocks and what comes due. */
export function AtTheBench({ rods }: { rods: RackRod[] }) {
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 15_000);
    return () => clearInterval(timer);
  }, []);
  const clocks = useClocks().running;
  const now = Date.now();
  const running = rods.flatMap((rod) =>
    rod.waiting
      .filter((w) => Date.parse(w.until) > now && !isOneOf(clocks, rod.id, w.coat))
      .map((w) => ({ ...w, rod })),
  );
  const dryers = Map.groupBy(
    running.filter((w) => w.what === "rotate"),
    (w) => w.dryer || "dryer",
  );
  const coming = running
    .filter((w) => w.what !== "rotate" || !w.dryer)
    .sort((a, b) => Date.parse(a.until) - Date.parse(b.until))
    .slice(0, 6);
  return (
    <aside
      aria-label="Now at the bench"
      className="w-76 shrink-0 overflow-auto px-4 pb-6 max-[760px]:w-full"
    >
      <h2 className="mb-2">Now at the bench</h2>
      {running.length + clocks.length === 0 && (
        <p className="text-soft">
          Nothing runs. Note a coat’s mixing time in its finish stage, or tap a mix when it is mixed
          under Glue-up, and its clocks run here.
        </p>
      )}
      {clocks.length > 0 && (
        <section className="mb-4 border-t-2 border-line pt-2">
          <div className="label mb-1">clocks</div>
          <ol>
            {clocks.map((c) => (
              <li key={c.clock.id} className="mb-2">
                <Link href={whereOf(c)} className="block hover:underline">
                  <div className="fig text-body">{due(c.ends_at)}</div>
                  <div className="text-note text-soft">
                    {c.rod}: {c.clock.then || c.clock.what}
                  </div>
                </Link>
              </li>
            ))}
          </ol>
        </section>
      )}
      {[...dryers].map(([dryer, turning]) => (
        <section key={dryer} className="mb-4 border-t-2 border-line pt-2">
          <div className="label">{dryer}, turning</div>
          {turning.map((w) => (
            <Link
              key={w.rod.id}
              href={`/build/${w.rod.id}/finish`}
              className="block hover:underline"
            >
              <div className="flex items-baseline justify-between">
                <span>{w.rod.name}</span>
                <span className="fig text-figure">{left(Date.parse(w.until) - now)}</span>
              </div>
            </Link>
          ))}
        </section>
      ))}
      {coming.length > 0 && (
        <section className="border-t-2 border-line pt-2">
          <div className="label mb-1">comes due</div>
          <ol>
            {coming.map((w) => (
              <li key={`${w.rod.id}${w.what}`} className="mb-2">
                <Link href={`/build/${w.rod.id}/finish`} className="block hover:underline">
                  <div className="fig text-body">{due(w.until)}</div>
                  <div className="text-note text-soft">
                    {w.rod.name}: {CLOCK_WORDS[w.what] ?? w.what}, coat {w.coat}
                  </div>
                </Link>
              </li>
            ))}
          </ol>
        </section>
      )}
      <TodayOnTheBoard />
      <AskedNow />
    </aside>
  );
}

/** A coat mixed at the bench has its clocks among the others; they are not said twice. */
const isOneOf = (clocks: RunningClock[], rod: string, coat: number) =>
  clocks.some((c) => c.rod_id === rod && c.clock.of === `coat:${coat}`);

function left(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
