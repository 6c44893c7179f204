import { X } from "lucide-react";

import type { Plan } from "../../api/types";
import { useBuild, useShown } from "../../build/store";
import { Button, IconButton, Term } from "../../ui/controls";
import { MeasureField, WordsField } from "../../ui/Field";
import { diameter, length } from "../../ui/measure";

type ReamPlan = Plan["handle"]["reaming"][number];

/** The builder's reamers, and how far each goes into every part that still stops short. */
export function Reaming() {
  const { plan } = useShown();
  return (
    <section className="border-t border-line pt-3">
      <div className="mb-2 flex items-baseline gap-4">
        <h2>Reaming</h2>
        <span className="label">
          a reamer goes in no further than its taper stays inside the bore wanted; try the part on
          after every pass
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,24rem)_minmax(0,1fr)] gap-8">
        <Reamers />
        <div className="grid content-start gap-5">
          {plan.handle.reaming.map((ream) => (
            <Passes key={ream.part_id} ream={ream} />
          ))}
          {plan.handle.reaming.length === 0 && (
            <p className="text-soft">
              Passes appear here for every part whose bore is measured and stops short of its mark.
            </p>
          )}
          <p className="label">
            Hold the part in a leather glove, let the tool cut, mask against the dust. No power
            drill where the edge is thin.
          </p>
        </div>
      </div>
    </section>
  );
}

function Reamers() {
  const { build } = useShown();
  const edit = useBuild((s) => s.edit);
  const { reamers } = build.handle;
  const at = "handle.reamers";
  return (
    <div className="grid content-start gap-1.5">
      {reamers.length > 0 && (
        <div className="label grid grid-cols-[1.5fr_1fr_1fr_1fr_2rem] gap-1.5">
          <span>your reamer</span>
          <span>small end</span>
          <span>large end</span>
          <span>length</span>
        </div>
      )}
      {reamers.map((r, i) => (
        <div key={i} className="grid grid-cols-[1.5fr_1fr_1fr_1fr_2rem] items-start gap-1.5">
          <WordsField
            path={`${at}.${i}.name`}
            label={`Name of reamer ${i + 1}`}
            hideLabel
            value={r.name}
            keep={(v) => (b) => void (b.handle.reamers[i]!.name = v)}
          />
          <MeasureField
            path={`${at}.${i}.small_mm`}
            label={`Small end of reamer ${i + 1}`}
            hideLabel
            kind="diameter"
            mm={r.small_mm}
            keep={(mm) => (b) => void (b.handle.reamers[i]!.small_mm = mm ?? 1)}
          />
          <MeasureField
            path={`${at}.${i}.large_mm`}
            label={`Large end of reamer ${i + 1}`}
            hideLabel
            kind="diameter"
            mm={r.large_mm}
            keep={(mm) => (b) => void (b.handle.reamers[i]!.large_mm = mm ?? 1)}
          />
          <MeasureField
            path={`${at}.${i}.length_mm`}
            label={`Length of reamer ${i + 1}`}
            hideLabel
            mm={r.length_mm}
            keep={(mm) => (b) => void (b.handle.reamers[i]!.length_mm = mm ?? 1)}
          />
          <IconButton
            name={`Put reamer ${i + 1} back`}
            onClick={() => edit("put a reamer back", (b) => void b.handle.reamers.splice(i, 1))}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      <div>
        <Button
          disabled={reamers.length >= 12}
          onClick={() =>
            edit("a reamer", (b) => {
              b.handle.reamers.push({ name: "", small_mm: 8, large_mm: 14, length_mm: 640 });
            })
          }
        >
          Add a reamer
        </Button>
      </div>
    </div>
  );
}

function Passes({ ream }: { ream: ReamPlan }) {
  const { build, plan } = useShown();
  const part = plan.handle.parts.find((p) => p.id === ream.part_id);
  const { rule } = build;
  if (!part) return null;
  return (
    <table className="w-full">
      <caption className="pb-1 text-left">
        <span className="font-semibold">{part.name}</span>{" "}
        <span className="label">
          {diameter(ream.most_mm, rule)} to take out at most
          {ream.drill_first_mm !== null &&
            `; drill ${diameter(ream.drill_first_mm, rule)} first, half way from each face`}
          {ream.passes.length > 0 &&
            `; ${diameter(ream.left_mm, rule)} left at ${length(ream.left_at_mm, rule)} in`}
        </span>
      </caption>
      {ream.passes.length > 0 && (
        <>
          <thead>
            <tr className="label border-b border-line text-right [&_th]:font-normal">
              <th className="text-left">reamer</th>
              <th className="text-left">from the</th>
              <th>small end in to</th>
              <th>
                <Term says="The reamer is this thick where it meets the face: wrap a turn of tape there and stop when the tape touches.">
                  tape it where it is
                </Term>
              </th>
              <th>then stops short</th>
            </tr>
          </thead>
          <tbody>
            {ream.passes.map((p, n) => (
              <tr key={n} className="fig border-b border-line/60 text-right text-[17px]">
                <td className="py-1 text-left">{p.reamer}</td>
                <td className="text-left">{p.from_face} face</td>
                <td className="text-xl">{length(p.depth_mm, rule)}</td>
                <td>{diameter(p.at_face_mm, rule)}</td>
                <td>{length(p.stops_short_mm, rule)}</td>
              </tr>
            ))}
          </tbody>
        </>
      )}
    </table>
  );
}
