import { stepDone } from "../../rod/moves";
import { useRod, useShown } from "../../rod/store";

/** Guides by steps, one tap each. */
export function Progress() {
  const { plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { progress } = plan.wraps;
  const steps = progress.flatMap((p) => p.steps);
  const done = steps.filter((s) => s.done).length;
  return (
    <div className="grid gap-2">
      <p className="text-soft">
        <span className="fig">{done}</span> of <span className="fig">{steps.length}</span> steps
        done, tip first.
      </p>
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
                        onClick={() => edit(`${p.what}: ${s.words}`, stepDone(s.id, !s.done))}
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
