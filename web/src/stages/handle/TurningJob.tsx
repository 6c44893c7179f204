import { FileText, X } from "lucide-react";
import { Link } from "wouter";

import type { Build, Plan } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { Button, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField } from "../../ui/Field";
import { Answer, Fig } from "../Answer";
import { diameter, length } from "../../ui/measure";
import { FRESH_ROWS } from "../../words/shapes";

type Card = Plan["handle"]["turning"]["cards"][number];

/** Stock, saw and lathe: what comes out of which stick, and where to stop. */
export function TurningJob() {
  const { plan } = useShown();
  const id = useRod((s) => s.id);
  const { turning } = plan.handle;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatIsCut />
      <Stock />
      {turning.cards.length === 0 ? (
        <p className="text-soft">
          No part is marked as turned. Open a part under <em>Stack</em> and say it is turned here.
        </p>
      ) : (
        <>
          <Sticks />
          {turning.cards.map((card) => (
            <CardView key={card.part_id} card={card} />
          ))}
          <div className="flex items-center gap-4">
            <p className="flex-1 text-small text-soft">
              No gloves, loose sleeves or hair at the lathe; eyes and lungs covered. Short stock is
              not sawn freehand. The machine’s manual comes first.
            </p>
            <Link
              href={`/build/${id}/sheet?show=turning`}
              className="torn flex items-center gap-1.5 px-3 py-1.5 font-semibold"
            >
              <FileText size={15} aria-hidden /> Turning card, 1:1 gauges
            </Link>
          </div>
        </>
      )}
    </div>
  );
}

/** What comes out of the sticks, or what is missing. */
function WhatIsCut() {
  const { build, plan } = useShown();
  const { cards, cut_list } = plan.handle.turning;
  const first = cut_list.sticks[0]?.pieces[0];
  if (!cards.length)
    return (
      <Answer tone="wait" says="Open a part under Stack and say that it is turned here.">
        Nothing is turned here
      </Answer>
    );
  if (cut_list.uncut.length && build.handle.stock.sticks.length)
    return (
      <Answer tone="look" says={cut_list.uncut.map((p) => p.name).join(", ")}>
        <Fig>{length(cut_list.short_mm, build.rule)}</Fig> of stock is missing
      </Answer>
    );
  if (!first) return <Answer tone="wait">Which sticks are there to cut?</Answer>;
  return (
    <Answer
      says={`For the ${first.name}, kerf and facing counted; ${cards.length} parts are turned.`}
    >
      Saw <Fig>{length(first.sawn_mm, build.rule)}</Fig> first
    </Answer>
  );
}

function Stock() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const { stock } = build.handle;
  const field = (
    key: "side_mm" | "kerf_mm" | "facing_mm" | "sanding_mm",
    label: string,
    hint?: string,
  ) => (
    <MeasureField
      path={`handle.stock.${key}`}
      label={label}
      hint={hint}
      className="w-28"
      kind={key === "side_mm" ? "length" : "diameter"}
      mm={stock[key]}
      keep={(mm) => (b) => void (b.handle.stock[key] = mm ?? stock[key])}
    />
  );
  return (
    <div className="flex flex-wrap items-start gap-3">
      {stock.sticks.map((stick, n) => (
        <div key={stick.id} className="flex items-start">
          <MeasureField
            path={`handle.stock.sticks.${stick.id}.length_mm`}
            label={`Stick ${n + 1}`}
            className="w-28"
            mm={stick.length_mm}
            keep={(v) => (b) => void (rowOf(b.handle.stock.sticks, stick.id).length_mm = v ?? 0)}
          />
          <IconButton
            name={`No stick ${n + 1}`}
            className="mt-5"
            onClick={() => edit("no stick", (b) => void takeOut(b.handle.stock.sticks, stick.id))}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      <Button
        className="mt-5"
        disabled={stock.sticks.length >= 20}
        onClick={() =>
          edit(
            "a stick of stock",
            (b) => void b.handle.stock.sticks.push({ ...FRESH_ROWS.stick, id: "" }),
          )
        }
      >
        Add a stick
      </Button>
      {field("side_mm", "Square side")}
      {field("kerf_mm", "Saw kerf")}
      {field("facing_mm", "Facing, a face")}
      {field("sanding_mm", "Left to sand")}
      <MeasureField
        path="handle.stock.mandrel_mm"
        label="Mandrel"
        className="w-28"
        kind="diameter"
        optional
        placeholder="none"
        mm={stock.mandrel_mm}
        keep={(mm) => (b) => void (b.handle.stock.mandrel_mm = mm)}
      />
    </div>
  );
}

/** Sticks of wood with the pieces marked out on them, kerfs between. */
function Sticks() {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { sticks, uncut, short_mm } = plan.handle.turning.cut_list;
  const longest = Math.max(...build.handle.stock.sticks.map((s) => s.length_mm), 1);
  const k = (width - 8) / longest;
  return (
    <section>
      <h2 className="mb-1">Cut list</h2>
      <div ref={ref} className="grid gap-2">
        {sticks.map((stick, n) => {
          const laid = stick.pieces.reduce<{ at: number; piece: (typeof stick.pieces)[number] }[]>(
            (all, piece) => {
              const last = all.at(-1);
              const at = last ? last.at + last.piece.sawn_mm + build.handle.stock.kerf_mm : 0;
              return [...all, { at, piece }];
            },
            [],
          );
          return (
            <svg
              key={n}
              width={width}
              height={52}
              className="block"
              role="img"
              aria-label={`Stick ${n + 1}: ${stick.pieces.map((p) => p.name).join(", ")}; ${length(stick.left_mm, build.rule)} left`}
            >
              <rect x={4} y={4} width={stick.length_mm * k} height={42} fill="var(--wood-stick)" />
              {[14, 24, 35].map((y) => (
                <path
                  key={y}
                  d={`M4,${y} q${stick.length_mm * k * 0.3},${y % 2 ? 5 : -4} ${stick.length_mm * k},1`}
                  stroke="var(--wood-rough)"
                  strokeWidth="1"
                  fill="none"
                />
              ))}
              {laid.map(({ at, piece }) => (
                <g key={piece.part_id}>
                  <rect
                    x={4 + at * k}
                    y={4}
                    width={piece.sawn_mm * k}
                    height={42}
                    fill="var(--wood)"
                    stroke="var(--tape-ink)"
                  />
                  <text
                    x={4 + (at + piece.sawn_mm / 2) * k}
                    y={22}
                    textAnchor="middle"
                    fontSize="13"
                    fill="var(--tape-ink)"
                  >
                    {piece.name}
                  </text>
                  <text
                    x={4 + (at + piece.sawn_mm / 2) * k}
                    y={39}
                    textAnchor="middle"
                    fontSize="14"
                    className="fig"
                    fill="var(--tape-ink)"
                  >
                    saw {length(piece.sawn_mm, build.rule)}
                  </text>
                </g>
              ))}
              {stick.left_mm * k > 70 && (
                <text
                  x={4 + (stick.length_mm - stick.left_mm / 2) * k}
                  y={30}
                  textAnchor="middle"
                  fontSize="13"
                  className="fig"
                  fill="var(--tape-ink)"
                >
                  {length(stick.left_mm, build.rule)} left
                </text>
              )}
            </svg>
          );
        })}
      </div>
      {uncut.length > 0 && (
        <p className="mt-1 text-check">
          Not out of this stock:{" "}
          {uncut.map((p) => `${p.name} (${length(p.sawn_mm, build.rule)})`).join(", ")};{" "}
          {length(short_mm, build.rule)} short, kerf and facing counted.
        </p>
      )}
    </section>
  );
}

const H = 118;

function CardView({ card }: { card: Card }) {
  const { build } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { rule } = build;
  const pad = 30;
  const k = (width - 2 * pad) / card.length_mm;
  const widest = Math.max(
    ...card.stations.map((s) => s.rough_mm),
    ...card.outline.map((o) => o.od_mm),
  );
  const thick = Math.min(74 / widest, k);
  const y = 58;
  const x = (mm: number) => pad + mm * k;
  const closed = (along: [number, number][]) => {
    const edge = (sign: 1 | -1) =>
      along.map(([at, od]) => `${x(at)},${y + (sign * od * thick) / 2}`);
    return [...edge(-1), ...edge(1).reverse()].join(" ");
  };
  const outline = (pick: (s: Card["stations"][number]) => number) =>
    closed(card.stations.map((s) => [s.at_mm, pick(s)]));
  const shaped = card.outline.length > 2;
  const palm = Math.min(
    Math.max(card.swell_at_mm - card.palm_mm / 2, 0),
    card.length_mm - card.palm_mm,
  );
  return (
    <section ref={ref} className="border-t border-line pt-3">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2>Turn the {card.name}</h2>
        <span className="text-soft">
          {length(card.length_mm, rule)} long, {length(card.exposed_mm, rule)} exposed
          {card.tenon_mm > 0 && `, tenon ${length(card.tenon_mm, rule)}`}
          {card.tip_tenon_mm > 0 && `, tenon at the tip ${length(card.tip_tenon_mm, rule)}`}
          {`; ${length(card.girth_mm, rule)} round at its widest`}
        </span>
      </div>
      <svg
        width={width}
        height={H}
        className="block"
        role="img"
        aria-label={`Profile of the ${card.name}`}
      >
        <polygon points={outline((s) => s.rough_mm)} fill="var(--wood-rough)" fillOpacity=".5" />
        <polygon
          points={outline((s) => s.stop_mm)}
          fill="none"
          stroke="var(--pencil)"
          strokeDasharray="6 4"
        />
        <polygon
          points={
            shaped
              ? closed(card.outline.map((o) => [o.at_mm, o.od_mm]))
              : outline((s) => s.final_mm)
          }
          fill="var(--wood)"
        />
        {palm >= 0 && (
          <rect
            x={x(palm)}
            width={card.palm_mm * k}
            y={2}
            height={H - 22}
            rx={14}
            fill="var(--pencil)"
            fillOpacity=".08"
            stroke="var(--pencil)"
            strokeOpacity=".5"
            strokeDasharray="3 4"
          >
            <title>a palm</title>
          </rect>
        )}
        {card.stations.map((s, n) => (
          <g key={n}>
            <line
              x1={x(s.at_mm)}
              x2={x(s.at_mm)}
              y1={y - 44}
              y2={y + 44}
              stroke="var(--line)"
              strokeDasharray="2 3"
            />
            <text
              x={x(s.at_mm)}
              y={H - 4}
              textAnchor="middle"
              fontSize="13"
              className="fig"
              fill="var(--ink-soft)"
            >
              {length(s.at_mm, rule, false)}
            </text>
          </g>
        ))}
      </svg>
      <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-8">
        <table>
          <thead>
            <tr className="label border-b border-line text-right [&_th]:font-normal">
              <th className="text-left">from the butt face</th>
              <th className="text-left">at</th>
              <th>rough</th>
              <th>
                <Term says="Stop the gouge here; sanding takes the rest.">stop</Term>
              </th>
              <th>final</th>
            </tr>
          </thead>
          <tbody className="fig text-act">
            {card.stations.map((s, n) => (
              <tr key={n} className="border-b border-line/60 text-right">
                <td className="py-0.5 text-left">{length(s.at_mm, rule)}</td>
                <td className="text-left font-sans text-small text-soft">{s.what}</td>
                <td>{diameter(s.rough_mm, rule)}</td>
                <td className="text-lead">{diameter(s.stop_mm, rule)}</td>
                <td>{diameter(s.final_mm, rule)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="grid content-start gap-2 text-small">
          {card.bought && (
            <p>
              Bought bored, <span className="fig">{diameter(card.from_mm, rule)}</span> outside: it
              goes on the mandrel as it is.
            </p>
          )}
          {card.recess && (
            <p>
              Recess in its {card.recess.face} face:{" "}
              <strong className="fig text-head">{diameter(card.recess.bore_mm, rule)}</strong>,{" "}
              <span className="fig">{length(card.recess.depth_mm, rule)}</span> deep
              {card.recess_drill?.loose &&
                ` (bit ${card.recess_drill.loose.name}, ${diameter(card.recess_drill.loose_over_mm ?? 0, rule)} over)`}
              {card.recess.made ? "; it is there." : ", before it is shaped."}
            </p>
          )}
          <p>
            Paper, coarse to fine: <span className="fig">{card.grits.join(", ")}</span>; wipe the
            dust off between.
          </p>
          {card.drill && (
            <p>
              Bore <span className="fig">{diameter(card.drill.wanted_mm, rule)}</span> at its
              smaller face: drill{" "}
              <strong className="fig text-head">{card.drill.snug?.name ?? "none so small"}</strong>{" "}
              {card.drill.snug_under_mm !== null &&
                `(${diameter(card.drill.snug_under_mm, rule)} snug)`}
              , or <strong className="fig">{card.drill.loose?.name ?? "none so large"}</strong>
              {card.drill.loose_over_mm !== null &&
                ` (${diameter(card.drill.loose_over_mm, rule)} loose)`}
              .
            </p>
          )}
          {card.mandrel_gap_butt_mm !== null && card.mandrel_gap_tip_mm !== null && (
            <p>
              On the mandrel it is{" "}
              <span className="fig">{looseness(card.mandrel_gap_butt_mm, rule)}</span> at the butt
              face and <span className="fig">{looseness(card.mandrel_gap_tip_mm, rule)}</span> at
              the tip face{card.mandrel_gap_butt_mm > 0 && ": tape the mandrel up to centre it"}.
            </p>
          )}
        </div>
      </div>
      <Shaping card={card} />
    </section>
  );
}

const looseness = (gap: number, rule: Build["rule"]) =>
  `${diameter(Math.abs(gap), rule)} ${gap >= 0 ? "loose" : "tight"}`;

/** The diameters a part is shaped to between its faces, and what it is turned from. */
function Shaping({ card }: { card: Card }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const part = build.handle.parts.find((p) => p.id === card.part_id);
  if (!part) return null;
  const at = `handle.parts.${part.id}`;
  const points = part.contour ?? [];
  return (
    <div className="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
      <MeasureField
        path={`${at}.bought_od_mm`}
        label="Bought bored, outside"
        kind="diameter"
        optional
        className="w-36"
        placeholder="from stock"
        mm={part.bought_od_mm ?? null}
        keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).bought_od_mm = mm)}
      />
      {points.map((c) => (
        <div key={c.id} className="flex items-start gap-1">
          <MeasureField
            path={`${at}.contour.${c.id}.at_mm`}
            label="Shaped at"
            hint="from its butt face"
            className="w-24"
            mm={c.at_mm}
            keep={(mm) => (b) =>
              void (rowOf(rowOf(b.handle.parts, part.id).contour!, c.id).at_mm = mm ?? 0)
            }
          />
          <MeasureField
            path={`${at}.contour.${c.id}.od_mm`}
            label="to"
            kind="diameter"
            className="w-24"
            mm={c.od_mm}
            keep={(mm) => (b) =>
              void (rowOf(rowOf(b.handle.parts, part.id).contour!, c.id).od_mm = mm ?? 1)
            }
          />
          <IconButton
            name="Not shaped there"
            className="mt-5"
            onClick={() =>
              edit("not shaped there", (b) =>
                takeOut(rowOf(b.handle.parts, part.id).contour!, c.id),
              )
            }
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      <Button
        className="mt-5"
        disabled={points.length >= 12}
        onClick={() =>
          edit(`shape the ${card.name}`, (b) => {
            const mine = rowOf(b.handle.parts, part.id);
            const last = mine.contour?.at(-1);
            const at_mm = Math.round(((last?.at_mm ?? 0) + mine.length_mm) / 2);
            const od_mm = (mine.od_butt_mm + mine.od_tip_mm) / 2;
            (mine.contour ??= []).push({ id: freshRowId(), at_mm, od_mm });
          })
        }
      >
        Shape it at a station
      </Button>
    </div>
  );
}
