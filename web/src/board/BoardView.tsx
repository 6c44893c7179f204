import { ArrowLeft, Printer, Redo2, Search, Square, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import { Link } from "wouter";

import { Refused } from "../api/client";
import type { BoardState, SittingPlaced } from "../api/types";
import { HeadTools } from "../shell/HeadTools";
import { Button, IconButton } from "../ui/controls";
import { Next, OneSitting } from "./Beside";
import { Clashes } from "./Clashes";
import { pinned, said, unpinned } from "./pins";
import { ShopTime } from "./ShopTime";
import { Table } from "./Table";
import { broughtInto, type View } from "./view";
import { useBoard, usePast } from "./useBoard";
import type { UseBoard } from "./useBoard";
import { dayOf, dayWords } from "./when";
import { WhatIfs } from "./WhatIfs";
import { titled } from "../shell/title";

const DAY = 24 * 3_600_000;

/** The board: every open rod's work over the weeks, and whether what was promised will be kept. */
export function BoardView() {
  const board = useBoard();
  useEffect(() => {
    titled("The board");
  }, []);
  const { state } = board;
  if (!state)
    return (
      <main className="bench grid h-full place-items-center" aria-busy={board.isPending}>
        {board.isPending ? (
          <p className="text-soft">Laying the weeks out…</p>
        ) : (
          <div role="alert">
            <p className="mb-3">The board cannot be reached. {board.error?.message}</p>
            <Button onClick={() => void board.refetch()}>Try again</Button>
          </div>
        )}
      </main>
    );
  return <Laid board={board} state={state} />;
}

function Laid({ board, state }: { board: UseBoard; state: BoardState }) {
  const [mine, setMine] = useState<View | null>(null);
  // Until somebody moves it, the window lies over what is next, wherever the plan puts that.
  const view = mine ?? { from: firstUp(state) - DAY / 24, ms: DAY / 4 };
  const setView = (v: View) => {
    if (v !== view) setMine(v);
  };
  const [selected, setSelected] = useState<string | null>(null);
  const [page, setPage] = useState<"next" | "time" | "if">("next");
  const past = usePast();
  const one = state.sittings.find((s) => s.id === selected) ?? null;
  const show = (id: string) => {
    const s = state.sittings.find((o) => o.id === id);
    if (!s) return;
    setSelected(id);
    setView(broughtInto(view, Date.parse(s.start), Date.parse(s.end)));
  };
  const move = (s: SittingPlaced, at: number, person: string) =>
    board.say(`pin ${s.words}`, (b) => pinned(b, s.id, at, person));
  const letGo = (s: SittingPlaced) => board.say(`let ${s.words} go`, (b) => unpinned(b, s.id));
  const { undo, redo } = board;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLInputElement || !(e.ctrlKey || e.metaKey)) return;
      if (e.key.toLowerCase() !== "z") return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
  return (
    <main className="bench flex h-full flex-col">
      <header className="flex flex-wrap items-center gap-2 px-4 pt-2">
        <Link
          href="/"
          aria-label="Back to the rack"
          className="grid size-10 place-items-center rounded hover:bg-current/10"
        >
          <ArrowLeft size={20} />
        </Link>
        <h1 className="text-lead font-bold">The board</h1>
        <div className="ml-auto flex items-center gap-1.5">
          <IconButton name="Undo" disabled={!past.undo.length} onClick={undo}>
            <Undo2 size={17} />
          </IconButton>
          <IconButton name="Do it again" disabled={!past.redo.length} onClick={redo}>
            <Redo2 size={17} />
          </IconButton>
          <a
            href="/api/board/today.pdf"
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-8 items-center gap-1.5 rounded border border-line px-2.5 text-small hover:bg-current/10"
          >
            <Printer size={15} /> Today
          </a>
          <a
            href="/api/board/today.pdf?days=7"
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-8 items-center rounded border border-line px-2.5 text-small hover:bg-current/10"
          >
            The week
          </a>
          <HeadTools />
        </div>
      </header>
      <Answer board={board} state={state} />
      {board.refused && (
        <p role="alert" className="mx-4 mb-2 border-l-4 border-ruin bg-raised px-3 py-2 text-ruin">
          {board.refused instanceof Refused
            ? [
                board.refused.message,
                ...(board.refused.problem.errors ?? []).map((e) => e.message),
              ].join(" ")
            : "The server does not answer: that was not kept."}
        </p>
      )}
      <Clashes state={state} onTake={(words, b) => board.say(words, () => b)} />
      <Zooms {...{ view, setView, state }} />
      <div className="min-h-0 flex-1 overflow-auto">
        <div className="grid lg:grid-cols-[minmax(0,1fr)_20rem]">
          <div className="min-w-0">
            <Table
              {...{ state, view, setView, selected }}
              onSelect={setSelected}
              onMove={move}
              onLetGo={letGo}
            />
          </div>
          <aside className="px-4 py-2" aria-label="Beside the board">
            {one ? (
              <OneSitting
                key={one.id}
                state={state}
                s={one}
                onPin={() => move(one, Date.parse(one.start), one.person)}
                onLetGo={() => letGo(one)}
                onSelect={show}
              />
            ) : (
              <>
                <nav aria-label="What to show" className="mb-2 flex gap-1">
                  {(["next", "time", "if"] as const).map((p) => (
                    <Button
                      key={p}
                      look={page === p ? "tape" : "quiet"}
                      aria-pressed={page === p}
                      onClick={() => setPage(p)}
                    >
                      {{ next: "Next", time: "The shop’s time", if: "What if" }[p]}
                    </Button>
                  ))}
                </nav>
                {page === "next" && <Next state={state} onSelect={show} />}
                {page === "time" && <ShopTime board={board} state={state} />}
                {page === "if" && <WhatIfs board={board} state={state} />}
              </>
            )}
          </aside>
        </div>
      </div>
    </main>
  );
}

/** When the first thing that is not over begins. */
const firstUp = (state: BoardState): number => {
  const next = state.sittings.find((s) => s.end > state.now);
  return Math.max(Date.parse(state.now), next ? Date.parse(next.start) : 0);
};

/** Whether everything will be ready, in one line, and how good the plan is known to be. */
function Answer({ board, state }: { board: UseBoard; state: BoardState }) {
  const zone = state.board.zone;
  const late = state.rods.filter((r) => r.late_days > 0);
  const trip = state.board.trip_on;
  const forTrip = state.rods.filter((r) => r.said.trip && !r.said.aside);
  const lastReady = Math.max(...forTrip.map((r) => (r.ready_at ? Date.parse(r.ready_at) : 0)), 0);
  const { costs, listed } = state;
  const least = state.rods
    .filter((r) => r.spare_days !== null && r.ready_at && r.late_days === 0)
    .sort((a, b) => a.spare_days! - b.spare_days!)[0];
  const inTime = least?.spare_days === 0 ? "ready in time, but only just" : "ready in time";
  const answer = !state.sittings.length
    ? "Nothing is left to do."
    : late.length
      ? late
          .map((r) => `${r.name} slips ${r.late_days} ${r.late_days === 1 ? "day" : "days"}`)
          .join(", ")
      : trip && lastReady
        ? `All is ${inTime}; the last for the trip on ${dayWords(lastReady, zone)}`
        : `All that was promised is ${inTime}`;
  return (
    <section
      aria-label="The answer"
      className="flex flex-wrap items-baseline gap-x-5 gap-y-1 px-4 pt-1 pb-2"
    >
      <p
        className={`text-[clamp(1.3rem,2.3vw,1.9rem)] leading-tight font-bold ${late.length ? "text-ruin" : ""}`}
      >
        {answer}
      </p>
      {costs && (
        <p className="text-soft">
          <span className="fig text-ink">{costs.sessions}</span> sessions at the bench
          {listed &&
            listed.sessions > costs.sessions &&
            `, ${listed.sessions - costs.sessions} fewer than first come, first served`}
          . {goodness(state)}
        </p>
      )}
      {late
        .filter((r) => r.ready_at && !r.said.must)
        .slice(0, 3)
        .map((r) => (
          <Button
            key={r.id}
            onClick={() =>
              board.say("a promise for later", (b) =>
                said(b, r.id, { promised_on: dayOf(r.ready_at!, zone) }),
              )
            }
          >
            Promise {r.name} for {dayWords(r.ready_at!, zone)} instead
          </Button>
        ))}
      {least && (
        <p className="text-soft">
          Least to spare: {least.name}, <span className="fig text-ink">{least.spare_days}</span>{" "}
          {least.spare_days === 1 ? "day" : "days"}
          {least.wanted_days! > least.spare_days! && ` where ${least.wanted_days} were wanted`}. No
          evening that falls out is reckoned with.
        </p>
      )}
      <span className="ml-auto">
        {state.solving ? (
          <Button onClick={board.stop}>
            <Square size={13} /> Looking for better; stop
          </Button>
        ) : (
          <Button onClick={board.solve}>
            <Search size={14} /> Look for better
          </Button>
        )}
      </span>
    </section>
  );
}

const goodness = (state: BoardState): string => {
  if (state.standing === "proven") return "Proven: nothing is better.";
  if (!state.searched) return "So much is open that it is laid out first come, first served.";
  if (state.gap === null || state.gap > 1)
    return state.solving ? "How near that is to the best is not known yet." : "";
  return `At most ${Math.ceil(state.gap * 100)} % above what no plan can beat.`;
};

const SPANS: { name: string; ms: number }[] = [
  { name: "3 hours", ms: DAY / 8 },
  { name: "an evening", ms: DAY / 4 },
  { name: "a day", ms: DAY },
  { name: "3 days", ms: 3.4 * DAY },
  { name: "a week", ms: 7 * DAY },
  { name: "all", ms: 0 },
];

function Zooms({
  view,
  setView,
  state,
}: {
  view: View;
  setView: (v: View) => void;
  state: BoardState;
}) {
  const whole = Date.parse(state.until) - Date.parse(state.origin);
  return (
    <div
      className="flex flex-wrap items-center gap-1 px-4 pb-2"
      role="group"
      aria-label="How much is shown"
    >
      {SPANS.map((s) => {
        const ms = s.ms || whole;
        return (
          <Button
            key={s.name}
            look={Math.abs(view.ms - ms) < ms * 0.02 ? "tape" : "quiet"}
            onClick={() =>
              setView({
                from: s.ms ? view.from : Date.parse(state.origin) - DAY / 4,
                ms: s.ms ? ms : ms + DAY / 2,
              })
            }
          >
            {s.name}
          </Button>
        );
      })}
      <Button
        look="quiet"
        onClick={() => setView({ ...view, from: Date.parse(state.now) - view.ms / 30 })}
      >
        now
      </Button>
      <span className="ml-auto text-note text-soft">
        drag a piece, or its arrow keys, to pin it · wheel zooms · drag the mat to move along
      </span>
    </div>
  );
}
