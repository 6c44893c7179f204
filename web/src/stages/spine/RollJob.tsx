import { X } from "lucide-react";
import { useState } from "react";

import type { Build, ZoneReading } from "../../api/types";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, IconButton, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { readClock } from "../../ui/reading";
import { useDraftText } from "../../ui/useDraftText";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import { Dial } from "./Dial";
import { Rolling } from "./Rolling";

type Trial = Build["spine"]["trials"][number];
type Zone = Trial["zone"];
type Snap = Trial["snap"];

const ZONES = [
  { value: "whole", label: "whole" },
  { value: "butt", label: "butt half" },
  { value: "tip", label: "tip half" },
] as const;
const SNAPS = [
  { value: "1", label: "soft" },
  { value: "2", label: "clear" },
  { value: "3", label: "hard" },
] as const;

/** Roll the loaded blank and enter where it rests: on the dial, by key, or typed. */
export function RollJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [zone, setZone] = useState<Zone>("whole");
  const [snap, setSnap] = useState<Snap>(2);
  const [section, setSection] = useState(0);
  const [by, setBy] = useState("");
  const [turn, setTurn] = useState(0);
  const { spine } = build;
  const sections = build.blank.joints.length + 1;
  const add = (angle: number) =>
    edit("a rest", (b) => {
      b.spine.trials.push({
        id: "",
        angle_deg: (((Math.round(angle * 10) / 10) % 360) + 360) % 360,
        snap,
        zone,
        section,
        by,
        at: new Date().toISOString(),
      });
    });
  const readings = section
    ? plan.spine.sections.filter((z) => z.section === section)
    : plan.spine.zones;
  const shown = readings.find((z) => z.zone === zone);
  const lines = (shown?.lines ?? []).map((l, n) => ({
    angle_deg: l.angle_deg,
    colour: n ? "var(--mat-accent)" : "var(--pencil)",
    words: n ? "a second line" : "the line it rests on",
  }));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatTheRestsSay reading={shown} />
      <OnMat>
        <Rolling
          turn={turn}
          onTurn={setTurn}
          lines={lines}
          dial={
            <Dial
              trials={spine.trials}
              zone={zone}
              section={section}
              reading={shown}
              turn={turn}
              zero={section ? "witness" : spine.zero}
              onAdd={add}
              onMove={(i, angle) =>
                edit("move a rest", (b) => {
                  rowOf(b.spine.trials, spine.trials[i]?.id).angle_deg = angle;
                })
              }
            />
          }
        />
      </OnMat>
      <div className="grid grid-cols-[17rem_minmax(0,1fr)] gap-8 max-[760px]:grid-cols-1">
        <section>
          <p className="label">
            Seen from the butt, clockwise from {section ? "its witness mark" : plan.spine.zero}.
            Load the blank, roll it, tap the ring of the dial where your tape stops.
          </p>
          <NewRest onAdd={add} />
        </section>
        <section className="grid content-start gap-4">
          <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
            {sections > 1 && (
              <Pick
                label="Section"
                className="w-40"
                value={`${section}`}
                options={[
                  { value: "0", label: "put together" },
                  ...Array.from({ length: sections }, (_, n) => ({
                    value: `${n + 1}`,
                    label:
                      n === 0
                        ? "1, the butt"
                        : n === sections - 1
                          ? `${n + 1}, the tip`
                          : `${n + 1}`,
                  })),
                ]}
                onChange={(v) => setSection(Number(v))}
              />
            )}
            <Choice label="Tested" value={zone} options={[...ZONES]} onChange={setZone} />
            <Choice
              label="It snapped"
              value={`${snap}`}
              options={[...SNAPS]}
              onChange={(v) => setSnap(Number(v) as Snap)}
            />
            <div>
              <label className="label block" htmlFor="rolled-by">
                Rolled by
              </label>
              <input
                id="rolled-by"
                className="field w-32"
                value={by}
                maxLength={120}
                placeholder="you"
                onChange={(e) => setBy(e.target.value)}
              />
            </div>
          </div>
          <Readings readings={readings} />
          <Choice
            label="Enough to mark when"
            value={build.spine.strict ? "strict" : "alike"}
            options={[
              { value: "alike", label: "three rests are alike" },
              { value: "strict", label: "it is known to ±5°" },
            ]}
            onChange={(v) =>
              edit("when a line is known", (b) => void (b.spine.strict = v === "strict"))
            }
          />
          <Rests />
        </section>
      </div>
    </div>
  );
}

/** Where the line is, or what it still takes. */
function WhatTheRestsSay({ reading }: { reading: ZoneReading | undefined }) {
  const line = reading?.lines[0];
  if (!reading || !line)
    return (
      <Answer tone="wait" says="Three rests alike, from all round, are enough to mark a line.">
        Load it, roll it, mark where it rests
      </Answer>
    );
  const wide = line.half_width_deg;
  const says =
    wide >= 90
      ? `From ${line.trials} ${line.trials === 1 ? "rest" : "rests"}; how near the truth that is cannot be said yet.`
      : `From ${line.trials} rests, nineteen times in twenty within ${wide.toFixed(0)}° of it.`;
  if (reading.sure)
    return (
      <Answer says={says}>
        It rests at <Fig>{Math.round(line.angle_deg)}°</Fig>
        {wide < 90 && (
          <>
            {" "}
            <Fig>±{wide.toFixed(0)}°</Fig>
          </>
        )}
      </Answer>
    );
  return (
    <Answer tone="look" says={`${says} Now about ${Math.round(line.angle_deg)}°.`}>
      {reading.more_trials
        ? `Roll it ${reading.more_trials} times more`
        : "It rests anywhere: no line"}
    </Answer>
  );
}

/** What the rests say, zone by zone. */
function Readings({ readings }: { readings: ZoneReading[] }) {
  if (!readings.length)
    return (
      <p className="text-soft">No rest yet. Three alike, from all round, are enough to mark.</p>
    );
  return (
    <table>
      <thead>
        <tr className="label border-b border-line text-right [&_th]:pl-2.5 [&_th]:font-normal">
          <th className="!pl-0 text-left">zone</th>
          <th>line</th>
          <th>
            <Term says="The true line lies within this nineteen times in twenty.">95 %</Term>
          </th>
          <th>rests</th>
          <th>snap</th>
          <th>
            <Term says="How often rests like these come from a blank with no line at all (Rayleigh’s test).">
              by chance
            </Term>
          </th>
          <th>
            <span className="sr-only">how sure</span>
          </th>
        </tr>
      </thead>
      <tbody className="fig text-head">
        {readings.flatMap((z) =>
          z.lines.map((line, n) => (
            <tr key={`${z.zone}${n}`} className="border-b border-line/60 text-right">
              <td className="py-1 text-left font-sans text-body">
                {n === 0 ? ZONES.find((o) => o.value === z.zone)!.label : "and a second line"}
              </td>
              <td className="text-answer">{Math.round(line.angle_deg)}°</td>
              <td>
                {line.half_width_deg >= 90 ? "unknown" : `±${line.half_width_deg.toFixed(1)}°`}
              </td>
              <td>{line.trials}</td>
              <td>{line.snap.toFixed(1)}</td>
              <td>{n ? "" : z.chance < 0.001 ? "< 0.001" : z.chance.toFixed(3)}</td>
              <td
                className={`pl-3 text-left font-sans text-small ${z.sure ? "text-good" : "text-check"}`}
              >
                {n
                  ? ""
                  : z.sure
                    ? "✓ sure"
                    : z.more_trials
                      ? `take ${z.more_trials} more`
                      : "no line"}
              </td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

function NewRest({ onAdd }: { onAdd: (angle: number) => void }) {
  const [text, setText] = useDraftText("new.rest");
  const [problem, setProblem] = useState<string | null>(null);
  const add = () => {
    setProblem(null);
    try {
      onAdd(readClock(text));
      setText("");
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <label className="label block" htmlFor="new-rest">
        or type it: 135, 4:30, 6/16
      </label>
      <div className="flex gap-2">
        <input
          id="new-rest"
          className="field max-w-28"
          value={text}
          placeholder="135"
          aria-invalid={problem ? true : undefined}
          onChange={(e) => setText(e.target.value)}
        />
        <Button type="submit">Add a rest</Button>
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-note text-ruin">
          {problem}
        </p>
      )}
    </form>
  );
}

function Rests() {
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const plan = useRod((s) => s.plan);
  const odd = new Map(
    [...plan!.spine.zones, ...plan!.spine.sections].flatMap((z) =>
      z.odd.map(
        (o) =>
          [
            o.index,
            o.kind === "opposite" ? "second line, or read off the wrong side?" : "far off",
          ] as const,
      ),
    ),
  );
  const trials = build!.spine.trials;
  if (!trials.length) return null;
  return (
    <section>
      <h2>Rests</h2>
      <ol className="mt-1 flex flex-wrap gap-1.5">
        {trials.map((t, i) => (
          <li
            key={t.id}
            className={`fig flex items-center rounded border bg-field pl-2.5 text-body ${odd.has(i) ? "border-check" : "border-line"}`}
            title={odd.get(i)}
          >
            {Number(t.angle_deg.toFixed(1))}°
            <span className="ml-1.5 text-note text-soft">
              {SNAPS[t.snap - 1]!.label}
              {t.section > 0 && `, section ${t.section}`}
              {t.zone !== "whole" && `, ${t.zone}`}
              {t.by && `, ${t.by}`}
            </span>
            <IconButton
              name={`Remove the rest at ${t.angle_deg}°`}
              onClick={() => edit("remove a rest", (b) => takeOut(b.spine.trials, t.id))}
            >
              <X size={13} />
            </IconButton>
          </li>
        ))}
      </ol>
    </section>
  );
}
