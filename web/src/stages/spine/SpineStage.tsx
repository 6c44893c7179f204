import { X } from "lucide-react";
import { useState } from "react";

import type { Build } from "../../api/types";
import { useBuild, useShown } from "../../build/store";
import { guidesBelow } from "../../mat/scale";
import { Button, Choice, IconButton, Pick, Term } from "../../ui/controls";
import { NumberField, WordsField } from "../../ui/Field";
import { diameter, length } from "../../ui/measure";
import { Dial } from "./Dial";

type Zone = Build["spine"]["trials"][number]["zone"];
type Snap = Build["spine"]["trials"][number]["snap"];

const ZONES = [
  { value: "whole", label: "whole blank" },
  { value: "butt", label: "butt half" },
  { value: "tip", label: "tip half" },
] as const;
const SNAPS = [
  { value: "1", label: "soft" },
  { value: "2", label: "clear" },
  { value: "3", label: "hard" },
] as const;

/** Roll the loaded blank, enter where it rests, decide what goes where round the clock. */
export function SpineStage() {
  const { build, plan } = useShown();
  const edit = useBuild((s) => s.edit);
  const [zone, setZone] = useState<Zone>("whole");
  const [snap, setSnap] = useState<Snap>(2);
  const { spine } = build;
  const add = (angle: number) =>
    edit("a rest", (b) => {
      b.spine.trials.push({
        angle_deg: (((Math.round(angle * 10) / 10) % 360) + 360) % 360,
        snap,
        zone,
      });
    });
  const shown = plan.spine.zones.find((z) => z.zone === zone);
  return (
    <div className="grid grid-cols-[21rem_minmax(0,1fr)] gap-8">
      <section>
        <h2>Where it comes to rest</h2>
        <p className="label mb-1">
          Seen from the butt, clockwise from the witness mark. Load the blank, roll it, click where
          your tape stops.
        </p>
        <Dial
          trials={spine.trials}
          zone={zone}
          reading={shown}
          guidesDeg={plan.spine.guides_deg}
          onAdd={add}
          onMove={(i, angle) =>
            edit("move a rest", (b) => void (b.spine.trials[i]!.angle_deg = angle))
          }
        />
        <div className="mt-2 grid grid-cols-2 gap-3">
          <Pick label="Tested" value={zone} options={[...ZONES]} onChange={setZone} />
          <Choice
            label="It snapped"
            value={`${snap}`}
            options={[...SNAPS]}
            onChange={(v) => setSnap(Number(v) as Snap)}
          />
        </div>
        <NewRest onAdd={add} />
      </section>
      <section className="grid content-start gap-4">
        <h2>What it is built on</h2>
        <Choice
          label="School"
          value={spine.school}
          options={[
            { value: "resting_line", label: "Resting line", says: "the strongest resting line" },
            {
              value: "straightest",
              label: "Straightest",
              says: "the straightest line; the spine is ignored",
            },
            { value: "stiff_axis", label: "Stiff axis", says: "the axis measured stiffest" },
            { value: "ignore", label: "Ignore it", says: "everything on the witness mark" },
          ]}
          onChange={(v) => edit("spine school", (b) => void (b.spine.school = v))}
        />
        <div className="grid grid-cols-1 gap-x-8 gap-y-3 xl:grid-cols-[auto_1fr]">
          {(spine.school === "straightest" || spine.school === "stiff_axis") && (
            <NumberField
              path="spine.own_line_deg"
              label="Clock angle of that line"
              value={spine.own_line_deg}
              suffix="°"
              digits={1}
              optional
              keep={(v) => (b) => void (b.spine.own_line_deg = v)}
            />
          )}
          {spine.school === "resting_line" && (
            <>
              <Choice
                label="The tape was on"
                value={spine.taped_side}
                options={[
                  { value: "outside", label: "the outside of the bend" },
                  { value: "inside", label: "the inside" },
                ]}
                onChange={(v) => edit("taped side", (b) => void (b.spine.taped_side = v))}
              />
              {shown && shown.lines.length > 1 && (
                <Choice
                  label="Of the two lines, take"
                  value={spine.line}
                  options={[
                    {
                      value: "deeper",
                      label: `the deeper, ${Math.round(shown.lines[0]!.angle_deg)}°`,
                    },
                    {
                      value: "other",
                      label: `the other, ${Math.round(shown.lines[1]!.angle_deg)}°`,
                    },
                  ]}
                  onChange={(v) => edit("line", (b) => void (b.spine.line = v))}
                />
              )}
            </>
          )}
          {spine.school !== "ignore" && (
            <Choice
              label="Guides go on"
              value={spine.guides_on ?? "usual"}
              options={[
                { value: "usual", label: `usual (${guidesBelow(build) ? "inside" : "outside"})` },
                { value: "inside", label: "inside of the bend" },
                { value: "outside", label: "outside" },
              ]}
              onChange={(v) =>
                edit("guide side", (b) => void (b.spine.guides_on = v === "usual" ? null : v))
              }
            />
          )}
        </div>
        <div className="grid grid-cols-[13rem_1fr] items-start gap-6">
          <EndOn />
          <Marks />
        </div>
        <WordsField
          path="spine.reason"
          label="Why it was decided so (kept with the rod)"
          value={spine.reason}
          keep={(v) => (b) => void (b.spine.reason = v)}
        />
        <Rests />
      </section>
    </div>
  );
}

function NewRest({ onAdd }: { onAdd: (angle: number) => void }) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const add = () => {
    const angle = Number(text.replace("°", "").replace(",", "."));
    if (!text.trim() || !Number.isFinite(angle))
      setProblem(`“${text}” is not an angle. Type degrees, 0 to 360.`);
    else if (angle < 0 || angle > 360)
      setProblem(`“${text}” is not on the clock: 0 to 360 degrees.`);
    else {
      onAdd(angle);
      setText("");
      setProblem(null);
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
        or type the angle
      </label>
      <div className="flex gap-2">
        <input
          id="new-rest"
          className="field max-w-28"
          value={text}
          placeholder="degrees"
          inputMode="decimal"
          aria-invalid={problem ? true : undefined}
          onChange={(e) => setText(e.target.value)}
        />
        <Button type="submit">Add a rest</Button>
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-[13px] text-ruin">
          {problem}
        </p>
      )}
    </form>
  );
}

/** The rod seen from the butt: reel, guides and label where they will be. */
function EndOn() {
  const { build, plan } = useShown();
  const guides = plan.spine.guides_deg;
  const below = guidesBelow(build);
  const line = plan.spine.line_deg;
  const turn = guides === null ? 0 : (below ? 180 : 0) - guides;
  const at = (deg: number, r: number): [number, number] => {
    const a = ((deg + turn - 90) * Math.PI) / 180;
    return [100 + r * Math.cos(a), 92 + r * Math.sin(a)];
  };
  if (guides === null) return <p className="label">The picture waits for a line.</p>;
  const [gx, gy] = at(guides, 62);
  const [lx, ly] = at(guides + 180, 50);
  return (
    <figure>
      <svg
        viewBox="0 0 200 184"
        className="w-full"
        role="img"
        aria-label={`Rod in the hand, seen from the butt: guides ${below ? "below" : "on top"}`}
      >
        <circle
          cx="100"
          cy="92"
          r="34"
          fill="var(--bench-deep)"
          stroke="var(--ink-soft)"
          strokeWidth="7"
        />
        <line
          x1={at(guides, 34)[0]}
          y1={at(guides, 34)[1]}
          x2={gx}
          y2={gy}
          stroke="var(--ink-soft)"
          strokeWidth="3"
        />
        <circle
          cx={gx}
          cy={gy + (below ? 10 : -10)}
          r="13"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3.5"
        />
        <text x={gx + 20} y={gy + (below ? 15 : -5)} fontSize="13" fill="var(--ink)">
          guides, reel
        </text>
        <text
          x={lx}
          y={ly + (below ? -4 : 12)}
          fontSize="13"
          textAnchor="middle"
          fill="var(--ink-soft)"
        >
          label
        </text>
        {line !== null && (
          <>
            <line
              x1={at(line, 22)[0]}
              y1={at(line, 22)[1]}
              x2={at(line, 41)[0]}
              y2={at(line, 41)[1]}
              stroke="var(--spine-a)"
              strokeWidth="4.5"
              strokeLinecap="round"
            />
            <text
              x={at(line, 8)[0]}
              y={at(line, 8)[1] + 4}
              fontSize="11.5"
              textAnchor="middle"
              fill="var(--spine-a)"
            >
              line
            </text>
          </>
        )}
        <circle cx={at(0, 34)[0]} cy={at(0, 34)[1]} r="4" fill="var(--tape)" stroke="var(--ink)" />
      </svg>
      <figcaption className="label text-center">
        as it hangs in the hand, seen from the butt; dot: witness mark
      </figcaption>
    </figure>
  );
}

function Marks() {
  const { build, plan } = useShown();
  const { marks } = plan.spine;
  if (!marks.length) return null;
  const at = marks[0]!;
  return (
    <div>
      <table className="w-full">
        <caption className="label pb-1 text-left">
          {at.station_mm !== null && at.od_mm !== null
            ? `Round the blank at ${length(at.station_mm, build.rule)}, where it is ${diameter(at.od_mm, build.rule)}`
            : "Round the blank"}
        </caption>
        <thead>
          <tr className="label border-b border-line text-left">
            <th className="font-normal">what</th>
            <th className="text-right font-normal">clock</th>
            <th className="text-right font-normal">
              <Term says="Lay a strip of paper round the blank from the witness mark, clockwise seen from the butt, and mark this length on it.">
                arc from the witness mark
              </Term>
            </th>
          </tr>
        </thead>
        <tbody>
          {marks.map((m) => (
            <tr key={m.what} className="border-b border-line/60">
              <td className="py-1">{m.what}</td>
              <td className="fig text-right text-lg">{Math.round(m.angle_deg)}°</td>
              <td className="fig text-right text-lg">
                {m.arc_mm === null ? "–" : `${m.arc_mm.toFixed(1)} mm`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Rests() {
  const { build, edit } = useBuild();
  const trials = build!.spine.trials;
  if (!trials.length) return null;
  return (
    <section>
      <h2>Rests</h2>
      <ol className="mt-1 flex flex-wrap gap-1.5">
        {trials.map((t, i) => (
          <li
            key={i}
            className="fig flex items-center rounded border border-line bg-field pl-2.5 text-[15px]"
          >
            {Number(t.angle_deg.toFixed(1))}°
            <span className="ml-1.5 text-[13px] text-soft">
              {SNAPS[t.snap - 1]!.label}
              {t.zone !== "whole" && `, ${t.zone}`}
            </span>
            <IconButton
              name={`Remove the rest at ${t.angle_deg}°`}
              onClick={() => edit("remove a rest", (b) => void b.spine.trials.splice(i, 1))}
            >
              <X size={13} />
            </IconButton>
          </li>
        ))}
      </ol>
    </section>
  );
}
