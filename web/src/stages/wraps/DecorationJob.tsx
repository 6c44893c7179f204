import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import type { Decoration, FigureLaid } from "../../api/types";
import { FigureOnRod, Unrolled } from "../../mat/Figure";
import { OnMat } from "../../mat/OnMat";
import { BlankShape, RodPaint } from "../../mat/Rod";
import { useWidth } from "../../mat/scale";
import { useThreadColours } from "../../mat/threads";
import { freshRowId } from "../../rod/changes";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { FRESH_ROWS } from "../../words/shapes";
import { Button, Choice, Pick } from "../../ui/controls";
import { MeasureField, NumberField, WordsField } from "../../ui/Field";
import { diameter, length } from "../../ui/measure";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { ThreadPick } from "./OneWrap";

const STEPS = [
  { value: "1", label: "a third" },
  { value: "2", label: "two thirds" },
  { value: "3", label: "whole" },
];

/** Figures of thread: one of them on the blank as it turns, unrolled, and what it is made of. */
export function DecorationJob({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const { figures } = plan.wraps;
  const held = selected?.startsWith("wraps.decoration.") ? selected.split(".")[2] : undefined;
  const figure = figures.find((f) => f.id === held) ?? figures[0];
  const row = figure && build.wraps.decoration.find((d) => d.id === figure.id);
  const [turn, setTurn] = useState(0);
  const [steps, setSteps] = useState("3");
  if (!figure || !row)
    return (
      <div className="grid gap-4">
        <Answer
          tone="wait"
          says="Choose one to start from: it is laid ahead of the handle, and every measure of it is yours to change."
        >
          No figure on this rod yet
        </Answer>
        <Patterns onTaken={(d) => onSelect(`wraps.decoration.${d}`)} />
      </div>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <OnMat>
        <OnTheRod figure={figure} turn={turn} steps={Number(steps)} onTurn={setTurn} />
      </OnMat>
      <Answer
        tone={figure.trouble ? "look" : "plain"}
        says={
          figure.kind === "crosswrap"
            ? `${figure.says} Threads lie at ${figure.angle_deg.toFixed(0)}° to the blank; closed with ${figure.closes_at_wide} threads a start at the thick end, ${figure.closes_at_narrow} at the thin one.`
            : figure.says
        }
        act={
          <Link
            href={`/build/${id}/sheet?show=figures`}
            className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
          >
            Print it at 1:1
          </Link>
        }
      >
        {figure.kind === "crosswrap" ? (
          <>
            Crossings at <Fig>{figure.crossing_deg.toFixed(0)}°</Fig>
            {figure.closed ? ", closed" : ", open"}
          </>
        ) : figure.kind === "spiral" ? (
          <>
            One thread at <Fig>{figure.angle_deg.toFixed(0)}°</Fig>
          </>
        ) : (
          <>
            <Fig>{diameter(figure.arc_near_mm, build.rule)}</Fig> a part
          </>
        )}
      </Answer>
      <div className="flex flex-wrap items-end gap-4">
        {figures.length > 1 && (
          <Pick
            label="Figure"
            value={figure.id}
            options={figures.map((f) => ({ value: f.id, label: f.name }))}
            onChange={(v) => onSelect(`wraps.decoration.${v}`)}
          />
        )}
        <Choice label="Seen after" value={steps} options={STEPS} onChange={setSteps} />
        <label className="block w-56">
          <span className="label flex items-baseline justify-between">
            The rod turned <span className="fig">{turn}°</span>
          </span>
          <input
            type="range"
            className="h-8 w-full accent-[var(--tape)]"
            min={0}
            max={360}
            step={5}
            value={turn}
            onChange={(e) => setTurn(Number(e.target.value))}
          />
        </label>
        <span className="pb-1.5">
          {figure.metres.map((m) => (
            <span key={m.thread} className="mr-3">
              {m.thread} <span className="fig">{m.metres.toFixed(1)} m</span>
            </span>
          ))}
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6 max-[1000px]:grid-cols-1">
        <Made key={row.id} row={row} figure={figure} onSelect={onSelect} />
        <section className="grid content-start gap-2">
          <h2>Unrolled</h2>
          <Unrolled figure={figure} steps={Number(steps)} high={190} />
          <Marks figure={figure} />
        </section>
      </div>
      <details>
        <summary className="cursor-pointer py-1">Another figure</summary>
        <Patterns onTaken={(d) => onSelect(`wraps.decoration.${d}`)} />
      </details>
    </div>
  );
}

const H = 196;

/** The figure large on its stretch of blank; the blank is turned by dragging across it. */
function OnTheRod(props: {
  figure: FigureLaid;
  turn: number;
  steps: number;
  onTurn: (deg: number) => void;
}) {
  const { figure: f, turn, steps, onTurn } = props;
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const long = Math.max(f.to_mm - f.from_mm, 1);
  const pad = 60;
  const px = (width - 2 * pad) / (long * 1.12);
  const from = f.from_mm - long * 0.06;
  const widest = 2 * Math.max(...f.r_mm, 2);
  const k = Math.min(px * 1.6, (H - 60) / widest);
  const scale = {
    x: (mm: number) => pad + (mm - from) * px,
    k,
    pxPerMm: px,
    mm: (x: number) => from + (x - pad) / px,
    thicker: k / px,
    tall: k,
    flipped: false,
  };
  const taper = plan.blank.taper.filter(
    (p) => p.station_mm > from - 40 && p.station_mm < f.to_mm + 60,
  );
  return (
    <div ref={ref} className="relative" style={{ background: "var(--mat)" }}>
      <svg
        width={width}
        height={H}
        className="block cursor-ns-resize"
        role="img"
        aria-label={`${f.name} on the blank`}
        style={{ touchAction: "none" }}
        onPointerMove={(e) => {
          if (e.buttons & 1) onTurn((((turn + e.movementY * 1.5) % 360) + 360) % 360);
        }}
      >
        <RodPaint id="figure" />
        <BlankShape
          taper={taper}
          material={build.blank.material}
          scale={scale}
          y={H / 2}
          paint="figure"
        />
        <FigureOnRod figure={f} scale={scale} y={H / 2} turn={turn} steps={steps} />
        {f.marks
          .filter((m) => m.line === 0)
          .map((m) => (
            <line
              key={m.crossing}
              x1={scale.x(m.station_mm)}
              x2={scale.x(m.station_mm)}
              y1={H - 30}
              y2={H - 20}
              stroke="var(--tape)"
            />
          ))}
        <text
          x={scale.x(f.from_mm)}
          y={H - 8}
          fontSize="13"
          className="fig"
          fill="var(--mat-ink)"
          textAnchor="middle"
        >
          {length(f.from_mm, build.rule)}
        </text>
        <text
          x={scale.x(f.to_mm)}
          y={H - 8}
          fontSize="13"
          className="fig"
          fill="var(--mat-ink)"
          textAnchor="middle"
        >
          {length(f.to_mm, build.rule)}
        </text>
      </svg>
    </div>
  );
}

function Made({
  row,
  figure,
  onSelect,
}: {
  row: Decoration;
  figure: FigureLaid;
  onSelect: (what: string | null) => void;
}) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const at = `wraps.decoration.${row.id}`;
  const say = (what: string, recipe: (d: Decoration) => void) =>
    edit(`${what} of ${figure.name}`, (b) => recipe(rowOf(b.wraps.decoration, row.id)));
  const trim = build.blank.trim_butt_mm;
  return (
    <section className="grid content-start gap-3" aria-label={figure.name}>
      <div className="grid grid-cols-3 items-start gap-3">
        <WordsField
          className="col-span-3"
          path={`${at}.name`}
          label="Name"
          value={row.name || row.pattern}
          keep={(v) => (b) => void (rowOf(b.wraps.decoration, row.id).name = v)}
        />
        <MeasureField
          path={`${at}.from_mm`}
          label="From, from the butt"
          mm={row.from_mm - trim}
          keep={(mm) => (b) => void (rowOf(b.wraps.decoration, row.id).from_mm = (mm ?? 0) + trim)}
        />
        <MeasureField
          path={`${at}.to_mm`}
          label="To"
          mm={row.to_mm - trim}
          keep={(mm) => (b) => void (rowOf(b.wraps.decoration, row.id).to_mm = (mm ?? 0) + trim)}
        />
        {row.kind === "crosswrap" && (
          <>
            <NumberField
              path={`${at}.crossings`}
              label="Crossings on a line"
              digits={0}
              value={row.crossings}
              keep={(v) => (b) => void (rowOf(b.wraps.decoration, row.id).crossings = v ?? 1)}
            />
            <Choice
              label="Lines round"
              value={`${row.lines}`}
              options={["2", "4", "6"].map((n) => ({ value: n, label: n }))}
              onChange={(v) => say("lines", (d) => void (d.lines = Number(v)))}
            />
          </>
        )}
        {row.kind === "spiral" && (
          <NumberField
            path={`${at}.turns`}
            label="Turns"
            value={row.turns}
            keep={(v) => (b) => void (rowOf(b.wraps.decoration, row.id).turns = v ?? 1)}
          />
        )}
        {row.kind === "divided" && (
          <NumberField
            path={`${at}.lines`}
            label="Parts"
            digits={0}
            value={row.lines}
            keep={(v) => (b) => void (rowOf(b.wraps.decoration, row.id).lines = v ?? 1)}
          />
        )}
        <NumberField
          path={`${at}.clock_deg`}
          label="Marked line at"
          suffix="°"
          digits={0}
          value={row.clock_deg}
          keep={(v) => (b) => void (rowOf(b.wraps.decoration, row.id).clock_deg = v ?? 0)}
        />
        {row.kind !== "divided" && (
          <Choice
            label="Over an underwrap"
            value={row.under ? "yes" : "no"}
            options={[
              { value: "no", label: "bare" },
              { value: "yes", label: "yes" },
            ]}
            onChange={(v) =>
              say("underwrap", (d) => void (d.under = v === "yes" ? "tar black" : ""))
            }
          />
        )}
        {row.under && (
          <ThreadPick
            label="Thread under"
            value={row.under}
            onKeep={(v) => say("underwrap", (d) => void (d.under = v))}
          />
        )}
      </div>
      {row.kind !== "divided" && (
        <div className="grid gap-2 border-t border-line pt-2">
          <h3>Threads in the order they are laid</h3>
          {row.passes.map((p, n) => (
            <div key={p.id} className="flex flex-wrap items-end gap-3">
              <span className="w-24 pb-1.5 text-small text-soft">
                {n === 0 ? "in the middle" : "on either side"}
              </span>
              <NumberField
                className="w-24"
                path={`${at}.passes.${p.id}.threads`}
                label="Threads"
                digits={0}
                value={p.threads}
                keep={(v) => (b) =>
                  void (rowOf(rowOf(b.wraps.decoration, row.id).passes, p.id).threads = v ?? 1)
                }
              />
              <ThreadPick
                label="Thread"
                className="w-40"
                value={p.thread || "garnet"}
                onKeep={(v) => say("thread", (d) => void (rowOf(d.passes, p.id).thread = v))}
              />
              <Button
                look="quiet"
                onClick={() =>
                  say("a run less", (d) => void (d.passes = d.passes.filter((x) => x.id !== p.id)))
                }
              >
                take out
              </Button>
            </div>
          ))}
          <div className="flex flex-wrap gap-2">
            {row.kind === "crosswrap" && (
              <Button
                disabled={row.passes.length >= 80}
                onClick={() =>
                  say(
                    "another run",
                    (d) =>
                      void d.passes.push({ ...structuredClone(FRESH_ROWS.pass), id: freshRowId() }),
                  )
                }
              >
                Add a run
              </Button>
            )}
            {row.kind === "crosswrap" &&
              !figure.closed &&
              figure.closes_at_wide > figure.threads_laid &&
              row.passes.length > 0 && (
                <Button
                  onClick={() =>
                    say("close it", (d) => {
                      const last = d.passes.at(-1)!;
                      last.threads +=
                        d.passes.length === 1
                          ? figure.closes_at_wide - figure.threads_laid
                          : Math.ceil((figure.closes_at_wide - figure.threads_laid) / 2);
                    })
                  }
                >
                  Close it with {row.passes.at(-1)!.thread}
                </Button>
              )}
            <Button
              look="quiet"
              onClick={() => {
                edit(`take ${figure.name} off`, (b) => {
                  b.wraps.decoration = b.wraps.decoration.filter((d) => d.id !== row.id);
                });
                onSelect(null);
              }}
            >
              take the figure off
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}

function Marks({ figure: f }: { figure: FigureLaid }) {
  const { build } = useShown();
  const line = f.marks.filter((m) => m.line === 0);
  if (!line.length) return null;
  return (
    <div>
      <div className="label">Mark on the line, from the butt</div>
      <p className="fig">{line.map((m) => length(m.station_mm, build.rule)).join(" · ")}</p>
    </div>
  );
}

/** Figures to start from. */
function Patterns({ onTaken }: { onTaken: (id: string) => void }) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const all = useQuery({
    queryKey: ["patterns"],
    queryFn: () => take(api.GET("/api/wrap-patterns")),
    staleTime: Infinity,
  });
  const lay = (figure: Decoration) => {
    const id = freshRowId();
    const from = Math.round(plan.handle.front_mm + build.blank.trim_butt_mm + 30);
    const long = figure.to_mm - figure.from_mm;
    const passes = figure.passes.map((p) => ({ ...p, id: freshRowId() }));
    edit(
      `lay ${figure.pattern || "equal parts"}`,
      (b) =>
        void b.wraps.decoration.push({ ...figure, id, passes, from_mm: from, to_mm: from + long }),
    );
    onTaken(id);
  };
  const parts: Decoration = {
    id: "",
    kind: "divided",
    name: "equal parts",
    pattern: "",
    from_mm: 0,
    to_mm: 20,
    crossings: 6,
    lines: 5,
    turns: 8,
    clock_deg: 0,
    under: "",
    passes: [],
  };
  return (
    <ul
      className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-2"
      aria-label="Figures to start from"
    >
      {[
        ...(all.data ?? []).map((p) => ({ name: p.name, says: p.says, figure: p.figure })),
        { name: "Equal parts", says: "a strip that divides the round", figure: parts },
      ].map((p) => (
        <li key={p.name}>
          <button
            type="button"
            className="grid w-full grid-cols-[auto_minmax(0,1fr)] items-center gap-3 rounded border border-line bg-raised px-3 py-2 text-left hover:border-soft"
            onClick={() => lay(p.figure)}
          >
            <Swatches figure={p.figure} />
            <span className="min-w-0">
              <span className="block font-semibold">{p.name}</span>
              <span className="block text-note text-soft">{p.says}</span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** A figure's threads as they lie side by side. */
function Swatches({ figure }: { figure: Decoration }) {
  const colour = useThreadColours();
  const middle = figure.passes[0];
  const sides = figure.passes.slice(1);
  const row = [...[...sides].reverse(), ...(middle ? [middle] : []), ...sides];
  const total = row.reduce((n, p) => n + p.threads, 0) || 1;
  return (
    <span className="flex h-9 w-12 -rotate-[24deg] overflow-hidden rounded-sm" aria-hidden>
      {row.map((p, n) => (
        <span
          key={n}
          style={{ width: `${(100 * p.threads) / total}%`, background: colour(p.thread) }}
        />
      ))}
    </span>
  );
}
