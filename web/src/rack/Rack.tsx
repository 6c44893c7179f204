import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus, Upload } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useLocation } from "wouter";

import { api, Refused, take } from "../api/client";
import { once } from "../api/once";
import type { BoardState, BuildState, RackRod } from "../api/types";
import { STAGES } from "../api/types";
import { RodPaint, WholeRod } from "../mat/Rod";
import { useWidth } from "../mat/scale";
import { useFirstRod } from "./useFirstRod";
import type { Scale } from "../mat/scale";
import { Button, IconButton } from "../ui/controls";
import { rodLength } from "../ui/measure";
import { HeadTools } from "../shell/HeadTools";
import { ShopFoot } from "../door/ShopFoot";
import { useShell } from "../shell/ui";
import { useBoard } from "../board/useBoard";
import { dayOfMonth } from "../board/when";
import { Mark, WORDS } from "../findings/Mark";
import { AtTheBench } from "./AtTheBench";
import { CLOCK_WORDS, due, nextClock } from "./clocks";
import { NextAtTheBench } from "./NextAtTheBench";
import { RodMenu } from "./RodMenu";
import { titled } from "../shell/title";

/** How much larger words are on this window than on a usual one; rows and their text grow with them. */
const grown = () =>
  parseFloat(getComputedStyle(document.documentElement).getPropertyValue("--size-body")) / 15 || 1;
const ROW_H = 92;
const PAGE = 60;

/** Home: every rod to one scale, hung on the rack, with where it stands. */
export function Rack() {
  const rods = useInfiniteQuery({
    queryKey: ["rack"],
    queryFn: ({ pageParam }) =>
      take(api.GET("/api/builds", { params: { query: { after: pageParam, most: PAGE } } })),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => (page.length === PAGE ? page.at(-1)?.id : undefined),
    refetchOnMount: "always",
  });
  const hung = rods.data?.pages.flat();
  const { state: board } = useBoard({ calm: true });
  const [wanted, setWanted] = useState("");
  const shell = useShell();
  useEffect(() => {
    titled("The rack");
  }, []);
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-3 px-5">
        <img src="/spool.svg" alt="" className="size-7" />
        <h1 className="text-lead font-bold">The rack</h1>
        <span className="text-soft">Wise Spool</span>
        <div className="ml-auto flex flex-wrap items-center gap-x-1.5">
          <Link
            href="/board"
            className="min-h-8 content-center rounded px-2.5 py-1 font-semibold hover:bg-current/10"
          >
            The board
          </Link>
          <Link
            href="/trainer"
            className="rounded px-2.5 py-1 text-soft hover:bg-current/10 hover:text-ink"
          >
            Trainer
          </Link>
          <Link
            href="/shelf"
            className="rounded px-2.5 py-1 text-soft hover:bg-current/10 hover:text-ink"
          >
            The shelf
          </Link>
          <Link
            href="/people"
            className="rounded px-2.5 py-1 text-soft hover:bg-current/10 hover:text-ink"
          >
            People
          </Link>
          <Link
            href="/logbook"
            className="rounded px-2.5 py-1 text-soft hover:bg-current/10 hover:text-ink"
          >
            Logbook
          </Link>
          <Link
            href="/habits"
            className="rounded px-2.5 py-1 text-soft hover:bg-current/10 hover:text-ink"
          >
            Habits
          </Link>
          <HeadTools />
          <ImportBuild />
          <Button look="tape" className="px-4" onClick={() => shell.set({ newBuild: true })}>
            <Plus size={16} aria-hidden /> Start a rod
          </Button>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 max-[760px]:block max-[760px]:overflow-auto">
        <main className="min-w-0 flex-1 overflow-auto pb-6">
          <NextAtTheBench state={board} />
          {rods.isPending && <p className="p-10 text-soft">Taking the rods down…</p>}
          {rods.isError && (
            <div className="p-10" role="alert">
              <p className="mb-2 text-lead font-semibold">The rack cannot be reached.</p>
              <p className="mb-4 text-soft">
                {rods.error.message} Nothing is lost; start the server and try again.
              </p>
              <Button onClick={() => void rods.refetch()}>Try again</Button>
            </div>
          )}
          {hung &&
            (hung.length ? (
              <>
                {hung.length > 3 && (
                  <input
                    type="search"
                    aria-label="Find a rod on the rack"
                    placeholder="find a rod by its name, number or client"
                    className="field mx-5 mb-2 !w-80 max-w-[88vw]"
                    value={wanted}
                    onChange={(e) => setWanted(e.target.value)}
                  />
                )}
                <Rods rods={byDue(hung, board).filter((r) => isWanted(r, wanted))} board={board} />
              </>
            ) : (
              <EmptyRack />
            ))}
          {rods.hasNextPage && (
            <p className="mx-4 mt-3">
              <Button disabled={rods.isFetchingNextPage} onClick={() => void rods.fetchNextPage()}>
                {rods.isFetchingNextPage ? "Taking them down…" : "More rods"}
              </Button>
            </p>
          )}
          <PutAway />
          <ShopFoot />
        </main>
        {hung && hung.length > 0 && <AtTheBench rods={hung} />}
      </div>
    </div>
  );
}

const promisedOn = (board: BoardState | undefined, id: string): string =>
  board?.rods.find((r) => r.id === id)?.said.promised_on ?? "9999";

/** What is promised first hangs first; what nothing was promised of hangs as it was made. */
const byDue = (rods: RackRod[], board: BoardState | undefined): RackRod[] =>
  rods.toSorted((a, b) => promisedOn(board, a.id).localeCompare(promisedOn(board, b.id)));

const isWanted = (rod: RackRod, text: string): boolean =>
  `${rod.name} ${rod.number} ${rod.client}`.toLowerCase().includes(text.trim().toLowerCase());

/** Rods taken off the rack; nothing is deleted, each can be hung back. */
function PutAway() {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const away = useQuery({
    queryKey: ["rack", "away"],
    queryFn: () => take(api.GET("/api/builds", { params: { query: { put_away: true } } })),
    refetchOnMount: "always",
  });
  const hangBack = async (build_id: string) => {
    await take(
      api.POST("/api/builds/{build_id}/put-away", {
        params: { path: { build_id }, query: { back: true } },
      }),
    );
    await queries.invalidateQueries({ queryKey: ["rack"] });
  };
  if (!away.data?.length) return null;
  return (
    <section className="mx-4 mt-4">
      <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {away.data.length} put away
      </Button>
      {open && (
        <ul className="divide-y divide-line">
          {away.data.map((rod) => (
            <li key={rod.id} className="flex items-center gap-3 py-1.5 pl-2.5">
              <span className="font-semibold">{rod.name}</span>
              <span className="fig text-soft">{rod.number}</span>
              <Button className="ml-auto" onClick={() => void hangBack(rod.id)}>
                Hang it back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function EmptyRack() {
  const shell = useShell();
  const [, go] = useLocation();
  const queries = useQueryClient();
  const [laying, setLaying] = useState(false);
  const learn = useFirstRod();
  const example = async () => {
    setLaying(true);
    try {
      const made = await once("example", (as_id) =>
        take(api.POST("/api/builds/example", { params: { query: { as_id } } })),
      );
      await queries.invalidateQueries({ queryKey: ["rack"] });
      go(`/build/${made.id}/blank`);
    } finally {
      setLaying(false);
    }
  };
  return (
    <div className="mx-auto max-w-xl px-8 pt-24 text-center">
      <svg viewBox="0 0 400 60" className="mb-8 w-full" aria-hidden>
        <path d="M20 30 H380" stroke="var(--line)" strokeWidth="3" strokeDasharray="2 8" />
        <path
          d="M70 8 v34 q0 8 10 8 t10 -8 v-6 M300 8 v34 q0 8 10 8 t10 -8 v-6"
          fill="none"
          stroke="var(--line)"
          strokeWidth="5"
        />
      </svg>
      <h2 className="mb-2 text-answer">The rack is empty</h2>
      <p className="mb-5 text-soft">
        A rod begins with its bare blank: a tape measure, a caliper and ten quiet minutes. Wise
        Spool works out the rest with you, stage by stage.
      </p>
      <div className="flex flex-wrap justify-center gap-2">
        <Button look="tape" className="px-5 py-2" onClick={() => shell.set({ newBuild: true })}>
          <Plus size={16} aria-hidden /> Start the first rod
        </Button>
        <Button className="px-4 py-2" onClick={() => void learn()}>
          Learn on a pretend blank
        </Button>
        <Button className="px-4 py-2" disabled={laying} onClick={() => void example()}>
          Look at an example
        </Button>
        <Button
          className="px-4 py-2"
          onClick={() =>
            document.querySelector<HTMLElement>('[aria-label="Build file to bring in"]')?.click()
          }
        >
          <Upload size={16} aria-hidden /> Bring in a file
        </Button>
      </div>
    </div>
  );
}

const TEXT_W = 316;

function Rods({ rods, board }: { rods: RackRod[]; board: BoardState | undefined }) {
  const [ref, width] = useWidth<HTMLUListElement>();
  const longest = Math.max(1500, ...rods.map((r) => (r.length_mm ?? 0) + 40));
  const narrow = width < 620;
  const k = grown();
  const high = Math.round(ROW_H * k);
  const text = narrow ? width : Math.round(TEXT_W * k);
  const room = narrow ? 0 : Math.max(width - text - 16, 200);
  if (!rods.length) return <p className="px-5 py-6 text-soft">No rod on the rack is called so.</p>;
  return (
    <ul ref={ref} className="relative mx-4 rounded bg-mat text-mat-ink" aria-label="Rods">
      {!narrow && (
        <>
          <RackPost left={text + room * 0.1} rows={rods.length} high={high} />
          <RackPost left={text + room * 0.55} rows={rods.length} high={high} />
        </>
      )}
      {rods.map((rod) => (
        <RodRow
          key={rod.id}
          rod={rod}
          pxPerMm={(room - 20) / longest}
          room={room}
          text={text}
          high={high}
          onBoard={board?.rods.find((r) => r.id === rod.id)}
        />
      ))}
    </ul>
  );
}

/** An upright of the rack with a notch for every rod. */
function RackPost({ left, rows, high }: { left: number; rows: number; high: number }) {
  return (
    <li aria-hidden className="pointer-events-none absolute top-0 bottom-0" style={{ left }}>
      <svg width="34" height={rows * high} className="block">
        <rect x="2" width="9" height={rows * high} fill="var(--ply-dark)" />
        <rect x="2" width="3" height={rows * high} fill="var(--ply)" />
        {Array.from({ length: rows }, (_, i) => (
          <path
            key={i}
            d={`M9,${i * high + high / 2 + 9} h10 q7,0 7,-8`}
            fill="none"
            stroke="var(--ply)"
            strokeWidth="5"
            strokeLinecap="round"
          />
        ))}
      </svg>
    </li>
  );
}

function RodRow(props: {
  rod: RackRod;
  pxPerMm: number;
  room: number;
  text: number;
  high: number;
  onBoard: BoardState["rods"][number] | undefined;
}) {
  const { rod, pxPerMm, room, text, high, onBoard } = props;
  const k = pxPerMm * 2.5;
  const scale: Scale = {
    x: (mm) => 10 + mm * pxPerMm,
    mm: (px) => (px - 10) / pxPerMm,
    pxPerMm,
    k,
    thicker: 2.5,
    tall: Math.min(k, 0.4),
    flipped: false,
  };
  const y = high / 2 - 4;
  const stage = rod.standing.find((s) => s.state !== "done")?.stage ?? "finish";
  const paint = `r${rod.id.slice(0, 6)}`;
  return (
    <li className="relative border-b border-[var(--mat-rule-strong)] last:border-b-0">
      <Link
        href={`/build/${rod.id}/${stage}`}
        className="flex hover:bg-white/5 focus-visible:bg-white/5"
        style={{ height: high }}
      >
        <div className="flex shrink-0 flex-col justify-center pr-2 pl-5" style={{ width: text }}>
          <span className="truncate pr-8 text-head leading-tight font-bold">{rod.name}</span>
          <div className="flex items-center gap-2.5">
            <span className="fig truncate text-note opacity-85">
              {rod.number}
              {rod.length_mm ? ` · ${rodLength(rod.length_mm, rod.rule)}` : ""}
              {rod.client && ` · for ${rod.client}`}
            </span>
            <span className="ml-auto shrink-0">
              <StageTicks rod={rod} />
            </span>
          </div>
          <span className="mt-0.5 line-clamp-2 text-note leading-tight">
            {onBoard?.said.promised_on && (
              <span
                className={`fig font-semibold ${onBoard.late_days ? "text-[var(--mat-ruin-soft)]" : ""}`}
              >
                by {dayOfMonth(onBoard.said.promised_on)}
                {onBoard.late_days > 0 && `, ${onBoard.late_days} d late`} ·{" "}
              </span>
            )}
            {rod.first_finding && !rod.problem && !nextClock(rod) && (
              <span className="mr-1 inline-flex items-center gap-1 font-semibold">
                <Mark weight={rod.first_finding.weight} size={11} onMat />
                {WORDS[rod.first_finding.weight]}:
              </span>
            )}
            {standsAt(rod)}
          </span>
        </div>
        {room > 0 && (
          <svg width={room} height={high} className="block" aria-hidden>
            <RodPaint id={paint} />
            {rod.taper.length < 2 && rod.length_mm && (
              <line
                x1={scale.x(0)}
                x2={scale.x(rod.length_mm)}
                y1={y}
                y2={y}
                stroke="var(--mat-ink)"
                strokeDasharray="2 6"
              />
            )}
            <WholeRod {...rod} {...{ scale, y, paint }} />
          </svg>
        )}
      </Link>
      <RodMenu rod={rod} />
    </li>
  );
}

const STATE_WORDS = { empty: "not begun", open: "to settle", ready: "ready", done: "done" };

function StageTicks({ rod }: { rod: RackRod }) {
  return (
    <span className="flex shrink-0 gap-[3px]">
      {rod.standing.map((s) => (
        <span
          key={s.stage}
          title={`${s.stage}: ${STATE_WORDS[s.state]}`}
          className={`h-2.5 w-5 border ${
            s.state === "done"
              ? "border-tape bg-tape"
              : s.state === "empty"
                ? "border-mat-ink/50"
                : "border-tape bg-[repeating-linear-gradient(135deg,var(--tape)_0_2px,transparent_2px_5px)]"
          }`}
        />
      ))}
    </span>
  );
}

/** One line: what the rod waits for, else what is to be settled first. */
function standsAt(rod: RackRod): string {
  if (rod.problem) return rod.problem;
  const next = nextClock(rod);
  const at = rod.standing.find((s) => s.state !== "done");
  if (next) return `Coat ${next.coat}: ${CLOCK_WORDS[next.what] ?? next.what} ${due(next.until)}`;
  if (rod.first_finding) return `${cap(rod.first_finding.stage)}: ${rod.first_finding.sentence}`;
  if (!at) return "Every stage is done.";
  return at.state === "empty" ? `${cap(at.stage)} comes next.` : `${cap(at.stage)} is ready to do.`;
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

function ImportBuild() {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string[] | null>(null);
  const [, go] = useLocation();
  const queries = useQueryClient();
  const bring = async (file: File) => {
    setProblem(null);
    const packed = file.name.toLowerCase().endsWith(".zip");
    const most = packed ? 200e6 : 5e6;
    if (file.size > most) {
      const [mb, up] = [file.size / 1e6, most / 1e6];
      setProblem([`${file.name} is ${mb.toFixed(0)} MB; up to ${up.toFixed(0)} MB is taken.`]);
      return;
    }
    try {
      const text = packed ? "" : await file.text();
      const state = await once(`${file.name} ${file.size} ${file.lastModified}`, (as_id) =>
        take<BuildState>(
          packed
            ? api.POST("/api/builds/records", {
                params: { query: { as_id } },
                body: file as never,
                bodySerializer: (b: unknown) => b as Blob,
                headers: { "Content-Type": "application/zip" },
              })
            : api.POST("/api/builds/import", {
                params: { query: { as_id } },
                body: text as never,
                bodySerializer: (b) => b as unknown as string,
              }),
        ),
      );
      await queries.invalidateQueries({ queryKey: ["rack"] });
      go(`/build/${state.id}/${STAGES[0]}`);
    } catch (error) {
      const fields =
        error instanceof Refused ? (error.problem.errors ?? []).map((e) => e.message) : [];
      setProblem([(error as Error).message, ...fields.slice(0, 4)]);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="application/json,.json,application/zip,.zip"
        className="sr-only"
        aria-label="Build file to bring in"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void bring(file);
        }}
      />
      <IconButton name="Bring in a build file" onClick={() => input.current?.click()}>
        <Upload size={17} />
      </IconButton>
      {problem && (
        <div
          role="alert"
          className="fixed top-14 right-4 z-30 max-w-md rounded border border-ruin bg-raised p-4 shadow-xl"
        >
          {problem.map((line) => (
            <p key={line}>{line}</p>
          ))}
          <Button className="mt-2" onClick={() => setProblem(null)}>
            All right
          </Button>
        </div>
      )}
    </>
  );
}
