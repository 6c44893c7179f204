import { useState } from "react";

import type { ArborPlan, Part } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Grip } from "../../mat/Grip";
import { useWidth } from "../../mat/scale";
import { Answer, Fig } from "../Answer";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, Choice } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField } from "../../ui/Field";
import { diameter, length, STEP_MM, unitOf } from "../../ui/measure";
import { readMeasure } from "../../ui/reading";
import { useDraftText } from "../../ui/useDraftText";
import { volume, weight } from "../../ui/units";

/** What fills the seat: bands on a strip, turns, and every school side by side. */
export function ArborJob() {
  const { build, plan } = useShown();
  const seat = build.handle.parts.find((p) => p.kind === "reel_seat");
  const arbor = plan.handle.arbors.find((a) => a.seat_id === seat?.id);
  if (!seat?.seat) return <p className="text-soft">There is no reel seat in the stack.</p>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatFills arbor={arbor} />
      {arbor ? (
        <BandStrip seat={seat} arbor={arbor} />
      ) : (
        <p className="text-soft">The bands wait for the taper under the seat.</p>
      )}
      <div className="grid grid-cols-[minmax(0,25rem)_minmax(0,1fr)] gap-8">
        <Settings />
        {arbor && <Bands arbor={arbor} />}
      </div>
      <SideBySide />
      {plan.handle.grooves.map((g) => (
        <section key={g.part_id} className="border-t border-line pt-3">
          <h2>
            <Term says="Grooves filed round the blank under a metal ferrule lock the adhesive; bands of tape between them centre it.">
              Keyed grooves under the ferrule
            </Term>
          </h2>
          <p className="mt-1">
            {g.grooves.length} grooves, {diameter(g.key_depth_mm, build.rule)} deep, from the butt:{" "}
            <span className="fig text-head">
              {g.grooves.map((x) => length((x.start_mm + x.end_mm) / 2, build.rule)).join(", ")}
            </span>
            ; tape between each two
            {g.tape.length > 0 && (
              <>
                :{" "}
                <span className="fig text-head">
                  {g.tape
                    .map((t) => `${t.turns} turns, ${length(t.tape_length_mm, build.rule)}`)
                    .join("; ")}
                </span>
              </>
            )}
            {g.gap_per_side_mm !== null &&
              `; the gap is ${diameter(g.gap_per_side_mm, build.rule)} a side`}
            {g.runout_mm !== null && `; the tip may stand ${length(g.runout_mm, build.rule)} off`}.
            Filings: eyes.
          </p>
        </section>
      ))}
    </div>
  );
}

/** What goes into the seat, in turns or as one piece. */
function WhatFills({ arbor }: { arbor: ArborPlan | undefined }) {
  const { build } = useShown();
  if (!arbor)
    return (
      <Answer tone="wait" says="Measure the blank where the seat sits.">
        The arbor waits for the taper
      </Answer>
    );
  const turns = arbor.bands.map((b) => b.turns);
  const says = `${diameter(Math.max(arbor.gap_per_side_mm, 0), build.rule)} a side to fill in a bore of ${diameter(arbor.bore_mm, build.rule)}; ${volume(arbor.glue_ml, build.units)} of adhesive.`;
  if (!arbor.bands.length)
    return (
      <Answer tone="stop" says={says}>
        There is no room for an arbor
      </Answer>
    );
  if (turns.every((t) => t !== null))
    return (
      <Answer says={`Turns of tape in each band, from the butt. ${says}`}>
        <Fig>{turns.join(", ")}</Fig> turns
      </Answer>
    );
  return (
    <Answer says={says}>
      {arbor.bands.length === 1 ? "One piece" : `${arbor.bands.length} pieces`},{" "}
      <Fig>{diameter(Math.max(...arbor.bands.map((b) => b.outside_mm)), build.rule)}</Fig> outside
    </Answer>
  );
}

const STRIP_H = 112;

/** The seat's bore from its butt face: what is closed to bands, and the bands, to be slid. */
function BandStrip({ seat, arbor }: { seat: Part; arbor: ArborPlan }) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const show = useRod((s) => s.show);
  const stopShowing = useRod((s) => s.stopShowing);
  const [held, setHeld] = useState<number | null>(null);
  const [ref, width] = useWidth<HTMLDivElement>();
  const inside = seat.seat!;
  const placed = plan.handle.parts.find((p) => p.id === seat.id)!;
  const pad = 14;
  const pxPerMm = (width - 2 * pad) / seat.length_mm;
  const x = (u: number) => pad + u * pxPerMm;
  const from = (station: number) => station - placed.start_mm;
  const recess = inside.usable_to_mm - build.handle.arbors.front_recess_mm;
  const closed: { from: number; to: number; says: string }[] = [
    {
      from: 0,
      to: Math.max(inside.usable_from_mm, inside.end_cap_mm),
      says: inside.end_cap_mm > inside.usable_from_mm ? "end cap" : "",
    },
    { from: recess, to: inside.usable_to_mm, says: "left for glue" },
    { from: inside.usable_to_mm, to: seat.length_mm, says: "" },
    ...inside.steps
      .filter((s) => s.bore_mm < inside.bore_mm)
      .map((s) => ({ from: s.from_mm, to: s.to_mm, says: "lip" })),
    ...(inside.open_from_mm != null && inside.open_to_mm != null
      ? [{ from: inside.open_from_mm, to: inside.open_to_mm, says: "bare blank" }]
      : []),
  ].filter((c) => c.to > c.from);
  const starts = arbor.bands.map((b) => from(b.start_mm));
  const step = STEP_MM[build.rule];
  const movedTo = (n: number, mm: number) =>
    starts.map((s, k) => Math.max(0, k === n ? Math.round((s + mm) / step) * step : s));
  const tape = arbor.school.startsWith("tape");
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={STRIP_H}
        className="block"
        role="group"
        aria-label="Bands inside the seat"
      >
        <rect x={x(0)} y={22} width={seat.length_mm * pxPerMm} height={62} fill="var(--graphite)" />
        <rect
          x={x(0)}
          y={34}
          width={seat.length_mm * pxPerMm}
          height={38}
          fill="var(--bench-deep)"
        />
        <rect x={x(0)} y={45} width={seat.length_mm * pxPerMm} height={16} fill="var(--steel)" />
        <defs>
          <pattern
            id="closed"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line
              x1="0"
              x2="0"
              y1="0"
              y2="7"
              stroke="var(--ink-soft)"
              strokeWidth="1.6"
              strokeOpacity=".75"
            />
          </pattern>
        </defs>
        {closed.map((c) => (
          <g key={`${c.from}${c.says}`}>
            <rect
              x={x(c.from)}
              y={34}
              width={(c.to - c.from) * pxPerMm}
              height={38}
              fill="url(#closed)"
            />
            <text
              x={x((c.from + c.to) / 2)}
              y={16}
              textAnchor="middle"
              fontSize="13"
              fill="var(--ink-soft)"
            >
              {c.says}
            </text>
          </g>
        ))}
        {arbor.bands.map((band, n) => {
          const a = x(from(band.start_mm));
          const w = (band.end_mm - band.start_mm) * pxPerMm;
          const shape = (
            <>
              {[34, 61].map((y) => (
                <rect
                  key={y}
                  x={a}
                  y={y}
                  width={w}
                  height={11}
                  fill="var(--tape)"
                  stroke={
                    band.trouble ? "var(--ruin)" : held === n ? "var(--pencil)" : "var(--tape-edge)"
                  }
                  strokeWidth={band.trouble || held === n ? 2.5 : 1}
                />
              ))}
              <rect x={a} y={34} width={w} height={38} fill="transparent" />
              <text
                x={a + w / 2}
                y={99}
                textAnchor="middle"
                fontSize="15"
                className="fig"
                fill={band.trouble ? "var(--ruin)" : "var(--ink)"}
              >
                {band.trouble ? "not here" : band.turns === null ? "filled" : `${band.turns} turns`}
              </text>
            </>
          );
          return tape ? (
            <Grip
              key={n}
              label={`Band ${n + 1}, slide along the seat`}
              valueText={`starts ${length(starts[n]!, build.rule)} from the seat’s butt face`}
              now={starts[n]!}
              range={[0, seat.length_mm]}
              selected={held === n}
              pxPerMm={pxPerMm}
              flipped={false}
              stepMm={step}
              onSelect={() => setHeld(n)}
              onMove={(mm) => show((b) => void (b.handle.arbors.bands_at_mm = movedTo(n, mm)))}
              onDrop={(mm) =>
                edit(
                  `slide band ${n + 1}`,
                  (b) => void (b.handle.arbors.bands_at_mm = movedTo(n, mm)),
                )
              }
              onCancel={stopShowing}
            >
              {shape}
            </Grip>
          ) : (
            <g key={n}>{shape}</g>
          );
        })}
      </svg>
      <div className="flex items-center gap-3">
        <p className="label flex-1">
          The seat from its butt face, to scale along its length. Striped: closed to bands.
          {tape && " Slide a band, or nudge it with the arrow keys."}
        </p>
        {build.handle.arbors.bands_at_mm.length > 0 && (
          <Button
            onClick={() =>
              edit("place bands by rule", (b) => void (b.handle.arbors.bands_at_mm = []))
            }
          >
            Place them evenly again
          </Button>
        )}
      </div>
    </div>
  );
}

function Settings() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const { arbors } = build.handle;
  const tapes = useShelved("tape");
  const tape = arbors.school.startsWith("tape");
  return (
    <div className="grid content-start gap-3">
      <Choice
        label="School"
        value={arbors.school}
        options={[
          { value: "tape_2", label: "2 bands" },
          { value: "tape_3", label: "3 bands" },
          { value: "tape_4", label: "4 bands" },
          { value: "mesh", label: "mesh" },
          { value: "foam", label: "foam" },
          { value: "sleeve", label: "sleeve" },
        ]}
        onChange={(v) =>
          edit("arbor school", (b) => {
            b.handle.arbors.school = v;
            b.handle.arbors.bands_at_mm = [];
          })
        }
      />
      <div className="grid grid-cols-3 gap-3">
        {tape && (
          <>
            <MeasureField
              path="handle.arbors.tape_thickness_mm"
              label="Tape thickness"
              kind="diameter"
              mm={arbors.tape_thickness_mm}
              keep={(mm) => (b) => {
                b.handle.arbors.tape_thickness_mm = mm ?? 0.15;
                b.handle.arbors.tape_measured = null;
              }}
            />
            <MeasureField
              path="handle.arbors.band_width_mm"
              label="Band width"
              mm={arbors.band_width_mm}
              keep={(mm) => (b) => void (b.handle.arbors.band_width_mm = mm ?? 13)}
            />
          </>
        )}
        {!tape && arbors.school !== "mesh" && (
          <MeasureField
            path="handle.arbors.filler_bore_mm"
            label="Its hole before boring"
            kind="diameter"
            optional
            placeholder="not measured"
            hint="glued into the seat first, then bored: see Bores"
            mm={arbors.filler_bore_mm ?? null}
            keep={(mm) => (b) => void (b.handle.arbors.filler_bore_mm = mm)}
          />
        )}
        <MeasureField
          path="handle.arbors.front_recess_mm"
          label="Front recess"
          mm={arbors.front_recess_mm}
          hint="left for glue"
          keep={(mm) => (b) => void (b.handle.arbors.front_recess_mm = mm ?? 8)}
        />
      </div>
      {tape && (
        <div className="flex flex-wrap items-end gap-2">
          <TenTurns />
          <FromShelf
            label="A tape from the shelf"
            offers={tapes.map(({ item }) => ({
              item,
              name: item.name,
              says: `${item.thickness_mm} × ${item.width_mm} mm`,
            }))}
            onTake={(item) =>
              edit(`use ${item.name}`, (b) => {
                b.handle.arbors.tape_thickness_mm = item.thickness_mm;
                b.handle.arbors.band_width_mm = item.width_mm;
                b.handle.arbors.tape_measured = null;
              })
            }
          />
        </div>
      )}
    </div>
  );
}

/** Wind ten turns on something round, measure before and after: that is the tape's thickness. */
function TenTurns() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const measured = build.handle.arbors.tape_measured;
  const [before, setBefore] = useDraftText("tape.before");
  const [after, setAfter] = useDraftText("tape.after");
  const [why, setWhy] = useState("");
  const { rule } = build;
  const calibrate = () => {
    setWhy("");
    try {
      const a = readMeasure(before, unitOf(rule), "diameter");
      const b = readMeasure(after, unitOf(rule), "diameter");
      if (b <= a) throw new Error("After ten turns it must be thicker than before.");
      if ((b - a) / 20 > 1) throw new Error("That is over 1 mm a turn: no tape is so thick.");
      edit("calibrate the tape over ten turns", (d) => {
        d.handle.arbors.tape_measured = { before_mm: a, after_mm: b, turns: 10 };
      });
    } catch (error) {
      setWhy((error as Error).message);
    }
  };
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        calibrate();
      }}
    >
      {(
        [
          ["bare", "ten-before", before, setBefore],
          ["after ten turns", "ten-after", after, setAfter],
        ] as const
      ).map(([label, id, value, set]) => (
        <div key={id} className="w-24">
          <label className="label block" htmlFor={id}>
            {label}
          </label>
          <input
            id={id}
            className="field"
            autoComplete="off"
            value={value}
            onChange={(e) => set(e.target.value)}
            aria-invalid={why ? true : undefined}
          />
        </div>
      ))}
      <Button type="submit">Calibrate</Button>
      {why ? (
        <p role="alert" className="w-full text-note text-ruin">
          {why}
        </p>
      ) : (
        measured && (
          <p className="label w-full">
            Calibrated: {diameter(plan.handle.arbors[0]?.tape_thickness_mm ?? 0, rule)} a turn, from{" "}
            {diameter(measured.before_mm, rule)} to {diameter(measured.after_mm, rule)}.
          </p>
        )
      )}
    </form>
  );
}

function Bands({ arbor }: { arbor: ArborPlan }) {
  const { build } = useShown();
  return (
    <table className="h-fit w-full">
      <thead>
        <tr className="label border-b border-line text-right [&_th]:font-normal">
          <th className="text-left">band</th>
          <th>from the butt</th>
          <th>blank there</th>
          <th>turns</th>
          <th>tape</th>
          <th>left loose</th>
        </tr>
      </thead>
      <tbody className="fig text-head">
        {arbor.bands.map((band, n) => (
          <tr key={n} className="border-b border-line/60 text-right">
            <td className="py-1 text-left">{n + 1}</td>
            <td>
              {length(band.start_mm, build.rule, false)} – {length(band.end_mm, build.rule)}
            </td>
            <td>{diameter(band.od_mm, build.rule)}</td>
            <td className="text-answer">{band.turns ?? "–"}</td>
            <td>{band.tape_length_mm === null ? "–" : length(band.tape_length_mm, build.rule)}</td>
            <td>{diameter(band.loose_mm, build.rule)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function SideBySide() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const choices = plan.handle.arbor_choices;
  if (!choices.length) return null;
  const most = Math.max(...choices.map((c) => c.contact_share), 0.01);
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-1">The schools in this very seat</h2>
      <table className="w-full">
        <thead>
          <tr className="label border-b border-line text-right [&_th]:font-normal">
            <th className="text-left">school</th>
            <th className="w-44 text-left">touches the bore over</th>
            <th>adhesive</th>
            <th>loosest</th>
            <th>mass</th>
            <th>minutes</th>
            <th className="pl-4 text-left">but</th>
            <th>
              <span className="sr-only">take it</span>
            </th>
          </tr>
        </thead>
        <tbody className="fig text-act">
          {choices.map((c) => {
            const here = c.school === build.handle.arbors.school;
            return (
              <tr
                key={c.school}
                className={`border-b border-line/60 text-right ${c.possible ? "" : "text-soft"}`}
              >
                <td className={`py-1 text-left font-sans text-body ${here ? "font-semibold" : ""}`}>
                  {here ? "▸ " : ""}
                  {c.words}
                </td>
                <td className="text-left">
                  <span
                    className="inline-block h-2.5 bg-tape align-middle"
                    style={{ width: `${(c.contact_share / most) * 6}rem` }}
                    aria-hidden
                  />{" "}
                  {Math.round(c.contact_share * 100)} %
                </td>
                <td>{volume(c.glue_ml, build.units)}</td>
                <td>{diameter(c.loosest_mm, build.rule)}</td>
                <td>{weight(c.mass_g, build.units)}</td>
                <td>{c.minutes.toFixed(0)}</td>
                <td className="pl-4 text-left font-sans text-note">{c.why}</td>
                <td>
                  {!here && c.possible && (
                    <Button
                      look="quiet"
                      aria-label={`Take ${c.words}`}
                      onClick={() =>
                        edit(`take ${c.words}`, (b) => {
                          b.handle.arbors.school = c.school;
                          b.handle.arbors.bands_at_mm = [];
                        })
                      }
                    >
                      take
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
