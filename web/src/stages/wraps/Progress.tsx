import { useState } from "react";

import type { LogEntry } from "../../api/types";
import { worth } from "../../bench/hands";
import { sayOf } from "../../outbox/entries";
import { stepDone } from "../../rod/moves";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice } from "../../ui/controls";
import { Fig } from "../Answer";

const TOOLS = [
  { value: "hand bobbin", label: "a bobbin in the hand" },
  { value: "hand wrapper", label: "a hand wrapper" },
  { value: "powered wrapper", label: "a powered wrapper" },
] as const;

type Taken = { what: string; worked: NonNullable<LogEntry["worked"]> };

/** Guides by steps, one tap each; what a wrap took since the tap before may teach the shop its minutes. */
export function Progress() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const [before, setBefore] = useState<number | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const edit = useRod((s) => s.edit);
  const { progress } = plan.wraps;
  const steps = progress.flatMap((p) => p.steps);
  const done = steps.filter((s) => s.done).length;
  const tap = (what: string, s: (typeof steps)[number]) => {
    const now = Date.now();
    edit(`${what}: ${s.words}`, stepDone(s.id, !s.done));
    const minutes = before === null ? null : worth((now - before) / 60_000, s.planned_min ?? null);
    setTaken(
      s.done || !s.planned_min || !minutes
        ? null
        : {
            what: `${what}, ${s.words}`,
            worked: {
              id: s.id,
              kind: "guides",
              tool: s.wound_with,
              minutes,
              planned: s.planned_min,
            },
          },
    );
    setBefore(now);
  };
  const count = () => {
    if (!taken || !id) return;
    void sayOf(id, { worked: taken.worked });
    setTaken(null);
  };
  return (
    <div className="grid gap-2">
      <p className="text-soft">
        <span className="fig">{done}</span> of <span className="fig">{steps.length}</span> steps
        done, tip first.
      </p>
      <Choice
        label="Wound on with"
        value={build.wraps.tool}
        options={[...TOOLS]}
        onChange={(v) =>
          edit("what thread is wound on with", (b) => {
            b.wraps.tool = v;
          })
        }
      />
      {taken && (
        <p role="status" className="flex flex-wrap items-center gap-3">
          <span>
            {taken.what}: <Fig>{taken.worked.minutes} min</Fig> since the tap before,{" "}
            {Math.round(taken.worked.planned ?? 0)} planned.
          </span>
          <Button onClick={count}>That was the wrap: count it</Button>
        </p>
      )}
      <div className="max-h-[52vh] overflow-auto">
        <table className="w-full border-collapse" aria-label="How far each guide is">
          <tbody>
            {progress.map((p) => (
              <tr key={p.id} className="border-b border-line">
                <th
                  scope="row"
                  className={`py-1 pr-3 text-left font-normal whitespace-nowrap ${p.done ? "text-soft" : ""}`}
                >
                  {p.what}
                </th>
                <td className="py-1">
                  <div className="flex flex-wrap gap-1.5">
                    {p.steps.map((s) => (
                      <button
                        key={s.id}
                        type="button"
                        aria-pressed={s.done}
                        aria-label={`${p.what}: ${s.words}`}
                        className={`min-h-8 rounded px-2.5 text-small ${s.done ? "bg-tape font-semibold text-tape-ink" : "border border-edge text-soft hover:text-ink"}`}
                        onClick={() => tap(p.what, s)}
                      >
                        {s.done ? "✓ " : ""}
                        {s.words}
                      </button>
                    ))}
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
