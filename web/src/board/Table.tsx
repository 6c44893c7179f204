import { Fragment, useEffect, useMemo, useRef, useState } from "react";

import type { BoardState, SittingPlaced } from "../api/types";
import { rackColour } from "../mat/threads";
import { useWidth } from "../mat/scale";
import { broughtInto, LEAST_MS, MOST_MS, type View } from "./view";
import { clock, dayShort, dayWords, STEP_MS } from "./when";

const HOUR = 3_600_000;
const LEFT = 112;
const RULE_H = 40;
const LANE_H = 92;
const SLOT_H = 26;
const ROD_H = 24;
const GAP = 12;

/** Whether whoever looks wants nothing to move. */
const STILL =
  typeof matchMedia === "function" && matchMedia("(prefers-reduced-motion: reduce)").matches;

interface TableProps {
  state: BoardState;
  view: View;
  setView: (v: View) => void;
  selected: string | null;
  onSelect: (id: string | null) => void;
  onMove: (s: SittingPlaced, at: number, person: string) => void;
  onLetGo: (s: SittingPlaced) => void;
}

/** The weeks laid out on the mat: who is in, what dries, what waits for what. Night and closed hours are dark. */
export function Table(props: TableProps) {
  const { state, view, setView, selected, onSelect, onMove, onLetGo } = props;
  const [ref, width] = useWidth<HTMLDivElement>();
  const [drag, setDrag] = useState<{ id: string; dx: number; dy: number } | null>(null);
  const [atKeys, setAtKeys] = useState<string | null>(null);
  const held = useRef<{ x: number; y: number; from: number; moved: boolean } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const { zone } = state.board;
  const z = zone ?? "UTC";
  const people = state.board.people ?? [];
  const dryers = useMemo(
    () =>
      (state.board.dryers ?? []).flatMap((d) =>
        Array.from({ length: d.slots ?? 1 }, (_, n) => ({
          id: d.id ?? "",
          name: d.name,
          place: n,
        })),
      ),
    [state.board.dryers],
  );
  const rods = state.rods.filter((r) => !r.said.aside);
  const px = Math.max(width - LEFT, 1) / view.ms;
  const x = (at: string | number) =>
    LEFT + ((typeof at === "number" ? at : Date.parse(at)) - view.from) * px;
  const lane = (n: number) => RULE_H + n * (LANE_H + 6);
  const dryTop = lane(people.length) + GAP;
  const rodTop = dryTop + dryers.length * (SLOT_H + 4) + GAP;
  const height = rodTop + rods.length * ROD_H + 10;
  const inView = (a: string | number, b: string | number) => x(b) > LEFT && x(a) < width;
  const byId = useMemo(() => new Map(state.sittings.map((s) => [s.id, s])), [state.sittings]);
  const colour = (rod: string) => rackColour(COLOURS[indexOf(state, rod) % COLOURS.length]!);

  const zoom = (factor: number, atPx: number) => {
    const at = view.from + (atPx - LEFT) / px;
    const ms = Math.min(Math.max(view.ms * factor, LEAST_MS), MOST_MS);
    setView({ from: at - ((at - view.from) * ms) / view.ms, ms });
  };
  // What is reached by key is followed, to the window's edge and wherever a better plan puts it.
  const followed = atKeys === null ? undefined : byId.get(atKeys);
  useEffect(() => {
    if (followed) setView(broughtInto(view, Date.parse(followed.start), Date.parse(followed.end)));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- whoever moves the window away may
  }, [followed?.id, followed?.start, followed?.end]);
  useEffect(() => {
    const here = svg.current;
    if (!here) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const box = here.getBoundingClientRect();
      if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY))
        setView({ ...view, from: view.from + ((e.deltaX || e.deltaY) * view.ms) / 1200 });
      else zoom(e.deltaY > 0 ? 1.2 : 1 / 1.2, e.clientX - box.left);
    };
    here.addEventListener("wheel", wheel, { passive: false });
    return () => here.removeEventListener("wheel", wheel);
  });

  const personAt = (y: number): string => {
    const n = Math.round((y - RULE_H - LANE_H / 2) / (LANE_H + 6));
    return people[Math.min(Math.max(n, 0), people.length - 1)]?.id ?? "";
  };
  const ruleStep = [HOUR, 3 * HOUR, 6 * HOUR, 24 * HOUR].find((h) => h * px > 46) ?? 24 * HOUR;
  const every = ruleStep === 24 * HOUR ? Math.max(1, Math.ceil(54 / (24 * HOUR * px))) : 1;

  return (
    <div ref={ref} className="bg-mat text-mat-ink">
      <svg
        ref={svg}
        width={width}
        height={height}
        className="block touch-none select-none"
        role="group"
        aria-label="The weeks"
        onPointerDown={(e) => {
          if ((e.target as Element).closest("[data-piece]")) return;
          held.current = { x: e.clientX, y: e.clientY, from: view.from, moved: false };
          (e.currentTarget as Element).setPointerCapture(e.pointerId);
        }}
        onPointerMove={(e) => {
          const h = held.current;
          if (!h) return;
          h.moved ||= Math.abs(e.clientX - h.x) > 3;
          if (h.moved) setView({ ...view, from: h.from - (e.clientX - h.x) / px });
        }}
        onPointerUp={() => {
          if (held.current && !held.current.moved) onSelect(null);
          held.current = null;
        }}
      >
        <defs>
          <pattern id="shut" width="7" height="7" patternUnits="userSpaceOnUse">
            <path d="M0 7 L7 0" stroke="var(--mat-rule)" strokeWidth="1" />
          </pattern>
          <pattern id="turning" width="10" height="26" patternUnits="userSpaceOnUse">
            <path d="M-2 26 L8 0" stroke="var(--sheen)" strokeWidth="2" opacity="0.28" />
            {!STILL && (
              <animateTransform
                attributeName="patternTransform"
                type="translate"
                values="0 0;10 0"
                dur="3s"
                repeatCount="indefinite"
              />
            )}
          </pattern>
          <clipPath id="the-weeks">
            <rect x={LEFT} y={0} width={Math.max(width - LEFT, 0)} height={height} />
          </clipPath>
        </defs>
        <g clipPath="url(#the-weeks)">
          {state.days
            .filter((d) => inView(d.start, d.end))
            .map((d, n) => (
              <g key={d.day}>
                <rect
                  x={x(d.start)}
                  width={x(d.dawn) - x(d.start)}
                  y={RULE_H}
                  height={height}
                  fill="var(--mat-deep)"
                />
                <rect
                  x={x(d.dusk)}
                  width={x(d.end) - x(d.dusk)}
                  y={RULE_H}
                  height={height}
                  fill="var(--mat-deep)"
                />
                <line
                  x1={x(d.start)}
                  x2={x(d.start)}
                  y1={0}
                  y2={height}
                  stroke="var(--mat-rule-strong)"
                />
                {(ruleStep < 24 * HOUR || n % every === 0) && (
                  <text
                    x={Math.max(x(d.start), LEFT) + 5}
                    y={16}
                    className="fill-mat-ink text-[13px] font-semibold"
                  >
                    {ruleStep < 24 * HOUR ? dayWords(d.start, z) : dayShort(d.start, z)}
                  </text>
                )}
                {ruleStep < 24 * HOUR &&
                  hoursOf(d.start, d.end, ruleStep).map((h) => (
                    <g key={h}>
                      <line
                        x1={x(h)}
                        x2={x(h)}
                        y1={24}
                        y2={RULE_H}
                        stroke="var(--mat-rule-strong)"
                      />
                      <text x={x(h) + 3} y={34} className="fig fill-mat-ink text-[12px]">
                        {clock(h, z)}
                      </text>
                    </g>
                  ))}
              </g>
            ))}
          {people.map((p, n) => (
            <g key={p.id}>
              <rect x={LEFT} y={lane(n)} width={width} height={LANE_H} fill="url(#shut)" />
              {state.sessions
                .filter((s) => s.person === p.id && !s.away && inView(s.start, s.end))
                .map((s) => (
                  <rect
                    key={s.start}
                    x={x(s.start)}
                    width={Math.max(x(s.end) - x(s.start), 1)}
                    y={lane(n)}
                    height={LANE_H}
                    rx={3}
                    fill="var(--mat-rule-strong)"
                    opacity="0.75"
                  />
                ))}
            </g>
          ))}
          <Warmth {...{ state, x, top: lane(0), high: people.length * (LANE_H + 6) }} />
          {dryers.map((d, n) => (
            <rect
              key={`${d.id}${d.place}`}
              x={LEFT}
              y={dryTop + n * (SLOT_H + 4)}
              width={width}
              height={SLOT_H}
              rx={SLOT_H / 2}
              fill="var(--mat-deep)"
              opacity="0.8"
            />
          ))}
          {state.turning
            .filter((t) => inView(t.start, t.end))
            .map((t) => {
              const n = dryers.findIndex((d) => d.id === t.dryer && d.place === t.place);
              const of = byId.get(t.sitting);
              const top = dryTop + n * (SLOT_H + 4);
              const wide = Math.max(x(t.end) - x(t.start), 3);
              return (
                <g
                  key={`${t.dryer}${t.place}${t.start}`}
                  opacity={!selected || selected === t.sitting ? 1 : 0.55}
                >
                  <rect
                    x={x(t.start)}
                    width={wide}
                    y={top + 2}
                    height={SLOT_H - 4}
                    rx={(SLOT_H - 4) / 2}
                    fill={of ? colour(of.rod) : "var(--graphite)"}
                  />
                  <rect
                    x={x(t.start)}
                    width={wide}
                    y={top + 2}
                    height={SLOT_H - 4}
                    rx={(SLOT_H - 4) / 2}
                    fill="url(#turning)"
                  />
                  {wide > 60 && (
                    <text
                      x={Math.max(x(t.start), LEFT) + 10}
                      y={top + 17}
                      className="text-[13px] font-semibold"
                      fill="var(--sheen)"
                      stroke="var(--outline)"
                      strokeWidth="2.5"
                      paintOrder="stroke"
                    >
                      {fitted(t.rod, wide - 18)}
                    </text>
                  )}
                  <title>{`${t.rod} turns until ${clock(t.end, z)}`}</title>
                </g>
              );
            })}
          {rods.map((r, n) => {
            const y = rodTop + n * ROD_H + ROD_H / 2;
            const mine = state.sittings.filter((s) => s.rod === r.id);
            const late = r.late_days > 0;
            return (
              <g key={r.id}>
                {mine.length > 0 && (
                  <line
                    x1={x(mine[0]!.start)}
                    x2={x(r.ready_at ?? mine.at(-1)!.end)}
                    y1={y}
                    y2={y}
                    stroke={colour(r.id)}
                    strokeWidth="2.5"
                    strokeDasharray="1 5"
                    strokeLinecap="round"
                  />
                )}
                {mine
                  .filter((s) => inView(s.start, s.end))
                  .map((s) => (
                    <rect
                      key={s.id}
                      x={x(s.start)}
                      width={Math.max(x(s.end) - x(s.start), 4)}
                      y={y - 5}
                      height={10}
                      rx={2}
                      fill={colour(r.id)}
                      stroke="var(--outline)"
                      opacity={selected && selected !== s.id ? 0.6 : 1}
                    />
                  ))}
                {r.ready_at && (
                  <circle
                    cx={x(r.ready_at)}
                    cy={y}
                    r={6}
                    fill={late ? "var(--mat-stop)" : "var(--good)"}
                    stroke="var(--outline)"
                  >
                    <title>{`${r.name} is ready ${dayWords(r.ready_at, z)}`}</title>
                  </circle>
                )}
                {r.due_at && (
                  <path
                    d={`M${x(r.due_at)} ${y + 10} V${y - 9} l9 4 l-9 4`}
                    fill={late ? "var(--mat-stop)" : "var(--tape)"}
                    stroke="var(--outline)"
                  >
                    <title>{`${r.name} is promised before ${dayWords(r.due_at, z)}`}</title>
                  </path>
                )}
              </g>
            );
          })}
          <Ropes
            {...{
              state,
              selected,
              x,
              byId,
              laneOf: (s) => lane(people.findIndex((p) => p.id === s.person)),
            }}
          />
          {state.sittings
            .filter((s) => inView(s.start, s.end) || s.id === atKeys)
            .map((s) => {
              const n = Math.max(
                people.findIndex((p) => p.id === s.person),
                0,
              );
              const dragged = drag?.id === s.id ? drag : null;
              const left = x(s.start) + (dragged?.dx ?? 0);
              const wide = Math.max(x(s.end) - x(s.start), 4);
              const top = lane(n) + 8 + (dragged?.dy ?? 0);
              const on = selected === s.id;
              const label = `${s.rod_name}: ${s.words}, ${dayWords(s.start, z)} ${clock(s.start, z)}${s.pinned ? ", pinned" : ""}`;
              return (
                <Fragment key={s.id}>
                  <g
                    data-piece
                    role="button"
                    tabIndex={0}
                    aria-label={label}
                    aria-pressed={on}
                    className="cursor-grab outline-offset-2"
                    onPointerDown={(e) => {
                      held.current = null;
                      (e.currentTarget as Element).setPointerCapture(e.pointerId);
                      setDrag({ id: s.id, dx: 0, dy: 0 });
                      e.currentTarget.dataset.x = String(e.clientX);
                      e.currentTarget.dataset.y = String(e.clientY);
                    }}
                    onPointerMove={(e) => {
                      if (!dragged) return;
                      setDrag({
                        id: s.id,
                        dx: e.clientX - Number(e.currentTarget.dataset.x),
                        dy: e.clientY - Number(e.currentTarget.dataset.y),
                      });
                    }}
                    onPointerUp={() => {
                      if (!dragged) return;
                      setDrag(null);
                      if (Math.abs(dragged.dx) < 4 && Math.abs(dragged.dy) < LANE_H / 2)
                        onSelect(on ? null : s.id);
                      else
                        onMove(
                          s,
                          Date.parse(s.start) + dragged.dx / px,
                          personAt(top + LANE_H / 2),
                        );
                    }}
                    onFocus={(e) => {
                      if (e.currentTarget.matches(":focus-visible")) setAtKeys(s.id);
                    }}
                    onBlur={() => setAtKeys(null)}
                    onKeyDown={(e) => {
                      const steps = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
                      if (steps)
                        onMove(
                          s,
                          Date.parse(s.start) + steps * STEP_MS * (e.shiftKey ? 12 : 3),
                          s.person,
                        );
                      else if (e.key === "ArrowUp" || e.key === "ArrowDown")
                        onMove(
                          s,
                          Date.parse(s.start),
                          people[n + (e.key === "ArrowUp" ? -1 : 1)]?.id ?? s.person,
                        );
                      else if (e.key === "Delete" || e.key === "Backspace") onLetGo(s);
                      else if (e.key === "Enter" || e.key === " ") onSelect(on ? null : s.id);
                      else return;
                      e.preventDefault();
                    }}
                  >
                    <rect
                      x={left}
                      y={top}
                      width={wide}
                      height={LANE_H - 16}
                      rx={2}
                      fill="var(--tape)"
                      stroke={on ? "var(--pencil)" : "var(--tape-edge)"}
                      strokeWidth={on ? 3 : 1}
                    />
                    <rect
                      x={left}
                      y={top}
                      width={Math.min(5, wide)}
                      height={LANE_H - 16}
                      fill={colour(s.rod)}
                    />
                    {s.pinned && (
                      <circle
                        cx={left + wide - 5}
                        cy={top}
                        r={4.5}
                        fill="var(--mat-stop)"
                        stroke="var(--outline)"
                      />
                    )}
                    <title>{label}</title>
                  </g>
                  <g aria-hidden="true" pointerEvents="none">
                    {wide > 46 && (
                      <>
                        <text
                          x={left + 9}
                          y={top + 15}
                          className="fill-tape-ink text-[12px] font-semibold"
                        >
                          {fitted(s.rod_name, wide - 12)}
                        </text>
                        {lines(s.words, wide - 12).map((line, k) => (
                          <text
                            key={k}
                            x={left + 9}
                            y={top + 31 + 14 * k}
                            aria-hidden="true"
                            className="fill-tape-ink text-[12px]"
                          >
                            {line}
                          </text>
                        ))}
                      </>
                    )}
                  </g>
                </Fragment>
              );
            })}
          <line
            x1={x(state.now)}
            x2={x(state.now)}
            y1={0}
            y2={height}
            stroke="var(--pencil)"
            strokeWidth="2"
          />
        </g>
        <Names {...{ people, dryers, rods, lane, dryTop, rodTop }} />
      </svg>
    </div>
  );
}

const COLOURS = [
  "garnet",
  "spruce",
  "rowan",
  "deep blue",
  "birch leaf",
  "beacon red",
  "tar black",
  "heather",
  "sloe",
  "amber",
  "larch",
  "kelp",
];

const indexOf = (state: BoardState, rod: string) =>
  Math.max(
    state.rods.findIndex((r) => r.id === rod),
    0,
  );

const hoursOf = (start: string, end: string, step: number): number[] => {
  const out: number[] = [];
  for (let at = Date.parse(start) + step; at < Date.parse(end); at += step) out.push(at);
  return out;
};

/** As many letters as fit into so many pixels. */
const fitted = (text: string, wide: number): string => {
  const most = Math.floor(wide / 6.2);
  return text.length <= most ? text : most > 3 ? `${text.slice(0, most - 1)}…` : "";
};

const MOST_LINES = 4;

/** Words over a few lines of so many pixels, the last cut short. */
const lines = (text: string, wide: number): string[] => {
  const most = Math.floor(wide / 6.2);
  if (most < 6) return [];
  const out: string[] = [];
  for (const word of text.split(" ")) {
    const last = out.at(-1);
    if (last !== undefined && last.length + word.length < most)
      out[out.length - 1] = `${last} ${word}`;
    else out.push(word);
  }
  return out.slice(0, MOST_LINES).map((l) => fitted(l, wide));
};

function Names(props: {
  people: { id?: string; name: string }[];
  dryers: { name: string; place: number }[];
  rods: { id: string; name: string }[];
  lane: (n: number) => number;
  dryTop: number;
  rodTop: number;
}) {
  const { people, dryers, rods, lane, dryTop, rodTop } = props;
  return (
    <g className="fill-mat-ink text-[13px]">
      {people.map((p, n) => (
        <text key={p.id} x={12} y={lane(n) + 32} className="text-[16px] font-semibold">
          {fitted(p.name, LEFT + 10)}
        </text>
      ))}
      {dryers.map((d, n) => (
        <text key={n} x={12} y={dryTop + n * (SLOT_H + 4) + 17}>
          {fitted(d.place ? `${d.name}, ${d.place + 1}` : d.name, LEFT - 14)}
        </text>
      ))}
      {rods.map((r, n) => (
        <text key={r.id} x={12} y={rodTop + n * ROD_H + ROD_H / 2 + 4}>
          {fitted(r.name, LEFT - 14)}
        </text>
      ))}
    </g>
  );
}

/** The room's warmth behind the people, as a line. */
function Warmth(props: {
  state: BoardState;
  x: (at: string) => number;
  top: number;
  high: number;
}) {
  const { state, x, top, high } = props;
  const low = Math.min(...state.room.map((r) => r.room_c)) - 1;
  const span = Math.max(...state.room.map((r) => r.room_c)) + 1 - low;
  const points = state.room
    .map(
      (r) => `${x(r.at).toFixed(1)},${(top + high - ((r.room_c - low) / span) * high).toFixed(1)}`,
    )
    .join(" ");
  return (
    <polyline points={points} fill="none" stroke="var(--ply)" strokeWidth="1.5" opacity="0.75" />
  );
}

/** Waits as ropes, hanging from what comes first to what waits for it; those of the rod that is looked at. */
function Ropes(props: {
  state: BoardState;
  selected: string | null;
  x: (at: string | number) => number;
  byId: Map<string, SittingPlaced>;
  laneOf: (s: SittingPlaced) => number;
}) {
  const { state, selected, x, byId, laneOf } = props;
  const rod = selected ? byId.get(selected)?.rod : null;
  if (!rod) return null;
  return (
    <g fill="none" strokeWidth="2" pointerEvents="none">
      {state.sittings
        .filter((s) => s.rod === rod && byId.has(s.waits_for))
        .map((s) => {
          const first = byId.get(s.waits_for)!;
          const [x0, y0] = [x(first.end), laneOf(first) + LANE_H - 10];
          const [x1, y1] = [x(s.start), laneOf(s) + LANE_H - 10];
          const sag = Math.min(Math.max((x1 - x0) / 4, 8), 46);
          const near = s.id === selected || first.id === selected;
          return (
            <path
              key={s.id}
              d={`M${x0} ${y0} C${x0 + sag} ${y0 + sag}, ${x1 - sag} ${y1 + sag}, ${x1} ${y1}`}
              stroke={near ? "var(--pencil)" : "var(--cork-shine)"}
              opacity={near ? 1 : 0.6}
            />
          );
        })}
    </g>
  );
}
