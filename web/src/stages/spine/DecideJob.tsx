import type { Plan } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { guidesBelow } from "../../mat/scale";
import { Choice } from "../../ui/controls";
import { Term } from "../../words/Term";
import { NumberField, WordsField } from "../../ui/Field";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import { SchoolsOnMat } from "./SchoolsOnMat";

type Outcome = Plan["spine"]["schools"][number];

/** Which line the rod is built on, and what each school would cost on this very blank. */
export function DecideJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { spine } = build;
  const shown = plan.spine.zones.find((z) => z.zone === plan.spine.decided_by);
  const taken = plan.spine.schools.find((s) => s.taken);
  return (
    <div className="grid gap-4">
      {taken ? (
        <Answer says={taken.costs}>
          Guides at <Fig>{Math.round(taken.guides_deg)}°</Fig>:{" "}
          {taken.holds === null
            ? taken.words
            : taken.holds
              ? "let go, it stays"
              : `let go, it rolls ${Math.abs(Math.round(taken.rolls_deg ?? 0))}°`}
        </Answer>
      ) : (
        <Answer
          tone="wait"
          says="Roll it, or measure its drops, and the schools stand side by side here."
        >
          The decision waits for a line
        </Answer>
      )}
      {plan.spine.schools.length > 0 && (
        <OnMat>
          <SchoolsOnMat schools={plan.spine.schools} />
        </OnMat>
      )}
      <div>
        <section className="grid content-start gap-3">
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
              {
                value: "ignore",
                label: "Ignore it",
                says: "everything lined up to the zero of the clock",
              },
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
          {plan.spine.zones.length > 1 && (
            <Choice
              label="Decided by"
              value={plan.spine.decided_by ?? "whole"}
              options={plan.spine.zones.map((z) => ({
                value: z.zone,
                label: { whole: "the whole blank", butt: "its butt half", tip: "its tip half" }[
                  z.zone
                ],
              }))}
              onChange={(v) => edit("decided by", (b) => void (b.spine.decide_by = v))}
            />
          )}
          <WordsField
            path="spine.reason"
            label="Why it was decided so (kept with the rod)"
            value={spine.reason}
            keep={(v) => (b) => void (b.spine.reason = v)}
          />
        </section>
      </div>
      <SideBySide schools={plan.spine.schools} />
    </div>
  );
}

function SideBySide({ schools }: { schools: Outcome[] }) {
  const edit = useRod((s) => s.edit);
  const known = schools.some((s) => s.torque_n_mm !== null);
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-1">The schools on this very blank</h2>
      <table className="w-full">
        <thead>
          <tr className="label border-b border-line text-right align-bottom [&_th]:pl-4 [&_th]:font-normal">
            <th className="!pl-0 text-left">build on</th>
            <th>guides at</th>
            <th>
              <Term says="Between the bend under a fish and the nearest line the blank rests in.">
                off its rest
              </Term>
            </th>
            <th>
              <Term says="At the load that drops the tip by a third of the free length.">
                the hand holds
              </Term>
            </th>
            <th>let go, it rolls</th>
            <th>
              <Term says="Whether it would stay as built with its guides on top of the rod, and hung under it.">
                on top, below
              </Term>
            </th>
            <th className="text-left">so</th>
          </tr>
        </thead>
        <tbody className="fig text-head">
          {schools.map((s) => (
            <tr
              key={s.school}
              className="border-b border-line/60 text-right align-baseline [&_td]:pl-4"
            >
              <td
                className={`!pl-0 min-w-44 py-1 text-left font-sans text-body ${s.taken ? "font-semibold" : ""}`}
              >
                {s.taken ? "▸ " : ""}
                <button
                  type="button"
                  className="text-left whitespace-normal hover:underline"
                  onClick={() => edit("spine school", (b) => void (b.spine.school = s.school))}
                >
                  {s.words}
                </button>
              </td>
              <td className="text-answer">{Math.round(s.guides_deg)}°</td>
              <td>{s.off_rest_deg === null ? "–" : `${Math.round(s.off_rest_deg)}°`}</td>
              <td className="whitespace-nowrap">
                {s.torque_n_mm === null ? (
                  "–"
                ) : (
                  <span title={`${s.torque_n_mm.toFixed(0)} N·mm`}>{s.hand}</span>
                )}
              </td>
              <td className={s.holds === false ? "text-check" : ""}>
                {s.rolls_deg === null
                  ? "–"
                  : s.holds
                    ? "no"
                    : `${Math.abs(s.rolls_deg).toFixed(0)}° ${s.rolls_deg > 0 ? "clockwise" : "back"}`}
              </td>
              <td className="font-sans text-small whitespace-nowrap">
                {s.holds_on_top === null ? "–" : s.holds_on_top ? "stays" : "rolls"},{" "}
                {s.holds_below === null ? "–" : s.holds_below ? "stays" : "rolls"}
              </td>
              <td className="text-left font-sans text-small text-soft">{s.costs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!known && (
        <p className="label mt-2">
          Torque and rolling need the stiffness: take drops under a known weight, under{" "}
          <em>Drops</em>.
        </p>
      )}
    </section>
  );
}
