import { useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import type { Build } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Button, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField } from "../../ui/Field";
import { length } from "../../ui/measure";

/** A favourite laid under this rod: a handle that was given a name, an earlier build, or lengths typed in. */
export function ReferenceRod() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const favourites = useQuery({
    queryKey: ["references"],
    queryFn: () => take(api.GET("/api/references")),
    refetchOnMount: "always",
  });
  const { reference } = build.handle;
  const others = (favourites.data ?? [])
    .filter((f) => f.named || f.rod_id !== id)
    .map((f) => ({
      key: `${f.rod_id} ${f.named ? "handle" : "rod"}`,
      label: f.named ? `${f.reference.name} (a handle)` : f.reference.name,
      reference: f.reference,
    }));
  const lay = (key: string) => {
    const other = others.find((o) => o.key === key);
    if (!other) return;
    edit(`lay ${other.reference.name} under it`, (b) => {
      b.handle.reference = structuredClone(other.reference);
    });
  };
  const off = plan.handle.reference_reach_off_mm;
  return (
    <section className="border-t border-line pt-3">
      <div className="flex flex-wrap items-end gap-3">
        <h2 className="mb-1.5 w-44">
          <Term says="A rod that feels right. Its parts are drawn under the section, so the new handle can be laid beside it.">
            Reference rod
          </Term>
        </h2>
        <Pick
          label="Lay under it"
          className="w-60"
          value={
            others.find((o) => o.reference.name === reference?.name)?.key ??
            (reference ? "typed" : "none")
          }
          options={[
            { value: "none", label: "nothing" },
            ...(reference && !others.some((o) => o.reference.name === reference.name)
              ? [{ value: "typed", label: reference.name }]
              : []),
            ...others.map((o) => ({ value: o.key, label: o.label })),
          ]}
          onChange={(v) =>
            v === "none"
              ? edit("no reference rod", (b: Build) => void (b.handle.reference = null))
              : lay(v)
          }
        />
        {!reference && (
          <Button
            onClick={() =>
              edit("a reference rod by its lengths", (b) => {
                b.handle.reference = {
                  name: "my favourite",
                  reach_mm: 300,
                  parts: [
                    { name: "rear grip", start_mm: 0, end_mm: 230 },
                    { name: "reel seat", start_mm: 230, end_mm: 345 },
                    { name: "foregrip", start_mm: 345, end_mm: 395 },
                  ],
                };
              })
            }
          >
            Type its lengths
          </Button>
        )}
        {reference && (
          <MeasureField
            path="handle.reference.reach_mm"
            label="Its reach"
            className="w-28"
            optional
            mm={reference.reach_mm}
            keep={(mm) => (b) => void (b.handle.reference!.reach_mm = mm)}
          />
        )}
        {off !== null && (
          <p className="mb-1.5 text-small">
            This one reaches{" "}
            <span className="fig text-act">{length(Math.abs(off), build.rule)}</span>{" "}
            {off >= 0 ? "further" : "less far"}.
          </p>
        )}
      </div>
      {reference && (
        <div className="mt-2 flex flex-wrap gap-3">
          {reference.parts.map((p, n) => (
            <div key={n} className="flex items-end gap-1">
              {(["start_mm", "end_mm"] as const).map((key) => (
                <MeasureField
                  key={key}
                  className="w-24"
                  path={`handle.reference.parts.${n}.${key}`}
                  label={key === "start_mm" ? `${p.name} from` : "to"}
                  mm={p[key]}
                  keep={(mm) => (b) => void (b.handle.reference!.parts[n]![key] = mm ?? 0)}
                />
              ))}
            </div>
          ))}
        </div>
      )}
    </section>
  );
}
