import { FileText } from "lucide-react";
import { Link } from "wouter";

import { useRod, useShown } from "../../rod/store";
import { Term } from "../../words/Term";
import { NumberField } from "../../ui/Field";
import { arc, diameter, length } from "../../ui/measure";
import { Answer, Fig } from "../Answer";
import { ClockPlaces } from "./ClockPlaces";

/** Where the pencil goes, place by place, as arcs round the blank. */
export function MarksJob() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const { marks, map } = plan.spine;
  if (!marks.length)
    return (
      <div className="grid gap-4">
        <Answer tone="wait" says="Roll it or measure its drops, then decide.">
          The marks wait for a line
        </Answer>
        <ClockPlaces />
      </div>
    );
  const first = marks[0]!;
  const labelled = build.spine.label_deg !== null && build.spine.zero !== "label";
  return (
    <div className="grid gap-4">
      <Answer
        says={`Seen from the butt, clockwise from ${plan.spine.zero}; as an arc round the blank at every place below.`}
        act={
          <Link
            href={`/build/${id}/sheet?show=protractor`}
            className="torn flex min-h-10 items-center gap-1.5 px-3 py-1.5 font-semibold"
          >
            <FileText size={15} aria-hidden /> Wrap-round strips 1:1
          </Link>
        }
      >
        Mark the {first.what} at <Fig>{Math.round(first.angle_deg)}°</Fig>
      </Answer>
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          path="spine.label_deg"
          label="The printed label lies at"
          className="w-44"
          suffix="°"
          digits={1}
          optional
          placeholder="not noted"
          hint="so the marks can be found again"
          value={build.spine.label_deg}
          keep={(v) => (b) => void (b.spine.label_deg = v)}
        />
        <p className="mb-5 flex-1 text-small text-soft">
          {labelled
            ? "Tape lost? Lay the strip with its start on the label’s middle instead, and use the arcs from the label."
            : "Note where the label lies, and the marks survive a lost tape."}
        </p>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="label border-b border-line text-right [&_th]:pl-3 [&_th]:font-normal">
              <th className="text-left">place</th>
              <th>from the butt</th>
              <th>blank</th>
              <th>
                <Term says="Millimetres round the blank for one degree.">a degree</Term>
              </th>
              {marks.map((m) => (
                <th key={m.own ?? m.what}>
                  {m.what} <span className="fig">{Math.round(m.angle_deg)}°</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="fig text-act [&_td]:pl-3 [&_td]:whitespace-nowrap">
            {map.map((line) => (
              <tr
                key={`${line.place}${line.station_mm}`}
                className="border-b border-line/60 text-right"
              >
                <td className="py-0.5 text-left font-sans text-small">{line.place}</td>
                <td>{length(line.station_mm, build.rule)}</td>
                <td>{diameter(line.od_mm, build.rule)}</td>
                <td>{diameter(line.girth_mm / 360, build.rule)}</td>
                {line.arcs_mm.map((round, n) => (
                  <td key={n}>
                    {arc(round, build.rule)}
                    {labelled && (
                      <span className="label block">
                        {arc(line.from_label_mm[n]!, build.rule)} from label
                      </span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="label">
        Arcs run clockwise, seen from the butt, from {plan.spine.zero}: lay a strip of paper round
        the blank and mark the length on it.
      </p>
      <ClockPlaces />
    </div>
  );
}
