import { useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import type { Build } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Button, Pick, Term } from "../../ui/controls";
import { MeasureField } from "../../ui/Field";
import { length } from "../../ui/measure";

/** A favourite rod laid under this one: an earlier build, or its lengths typed in. */
export function ControlRod() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const rods = useQuery({
    queryKey: ["rack", "first"],
    queryFn: () => take(api.GET("/api/builds")),
  });
  const { control } = build.handle;
  const others = (rods.data ?? []).filter((r) => r.id !== id && r.parts.length > 0);
  const lay = (rodId: string) => {
    const rod = others.find((r) => r.id === rodId);
    if (!rod) return;
    const seat = rod.parts.find((p) => p.kind === "reel_seat");
    edit(`lay ${rod.name} under it`, (b) => {
      b.handle.control = {
        name: rod.name,
        reach_mm: seat ? (seat.start_mm + seat.end_mm) / 2 : null,
        parts: rod.parts.map(({ name, start_mm, end_mm }) => ({ name, start_mm, end_mm })),
      };
    });
  };
  const off = plan.handle.control_reach_off_mm;
  return (
    <section className="border-t border-line pt-3">
      <div className="flex flex-wrap items-end gap-3">
        <h2 className="mb-1.5 w-44">
          <Term says="A rod that feels right. Its parts are drawn under the section, so the new handle can be laid beside it.">
            Control rod
          </Term>
        </h2>
        <Pick
          label="Lay under it"
          className="w-60"
          value={others.find((r) => r.name === control?.name)?.id ?? (control ? "typed" : "none")}
          options={[
            { value: "none", label: "nothing" },
            ...(control && !others.some((r) => r.name === control.name)
              ? [{ value: "typed", label: control.name }]
              : []),
            ...others.map((r) => ({ value: r.id, label: r.name })),
          ]}
          onChange={(v) =>
            v === "none"
              ? edit("no control rod", (b: Build) => void (b.handle.control = null))
              : lay(v)
          }
        />
        {!control && (
          <Button
            onClick={() =>
              edit("a control rod by its lengths", (b) => {
                b.handle.control = {
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
        {control && (
          <MeasureField
            path="handle.control.reach_mm"
            label="Its reach"
            className="w-28"
            optional
            mm={control.reach_mm}
            keep={(mm) => (b) => void (b.handle.control!.reach_mm = mm)}
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
      {control && (
        <div className="mt-2 flex flex-wrap gap-3">
          {control.parts.map((p, n) => (
            <div key={n} className="flex items-end gap-1">
              {(["start_mm", "end_mm"] as const).map((key) => (
                <MeasureField
                  key={key}
                  className="w-24"
                  path={`handle.control.parts.${n}.${key}`}
                  label={key === "start_mm" ? `${p.name} from` : "to"}
                  mm={p[key]}
                  keep={(mm) => (b) => void (b.handle.control!.parts[n]![key] = mm ?? 0)}
                />
              ))}
            </div>
          ))}
        </div>
      )}
    </section>
  );
}
