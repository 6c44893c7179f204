import type { Build } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { NumberField, QuantityField } from "../../ui/Field";
import { hours } from "../../ui/measure";
import { warmer, warmth } from "../../ui/units";

/** The room after mixing, where it will not stay as warm: clocks run as doses over it, and the dew point is watched. */
export function NightCourse() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { course } = build.finish;
  const next = plan.finish.coats.find((c) => c.over_night.length > 0);
  const at = (name: string) => next?.over_night.find((c) => c.name === name)?.minutes;
  const add = () =>
    edit("the room later on", (b: Build) => {
      const last = b.finish.course.at(-1);
      b.finish.course.push({
        id: freshRowId(),
        after_h: Math.min((last?.after_h ?? 0) + 3, 240),
        temperature_c: last?.temperature_c ?? b.finish.temperature_c,
        humidity_percent: null,
      });
    });
  return (
    <section className="mt-3 grid gap-2">
      <h3>The room after mixing</h3>
      {course.map((p, n) => (
        <div key={p.id} className="flex flex-wrap items-end gap-3">
          <NumberField
            className="w-28"
            path={`finish.course.${p.id}.after_h`}
            label={`After, row ${n + 1}`}
            suffix="h"
            value={p.after_h}
            keep={(v) => (b) => void (rowOf(b.finish.course, p.id).after_h = v ?? 0)}
          />
          <QuantityField
            className="w-28"
            path={`finish.course.${p.id}.temperature_c`}
            label={`It is, row ${n + 1}`}
            kind="warmth"
            value={p.temperature_c}
            keep={(v) => (b) => void (rowOf(b.finish.course, p.id).temperature_c = v ?? 21)}
          />
          <NumberField
            className="w-32"
            path={`finish.course.${p.id}.humidity_percent`}
            label={`Humidity, row ${n + 1}`}
            suffix="%"
            digits={0}
            optional
            value={p.humidity_percent}
            keep={(v) => (b) => void (rowOf(b.finish.course, p.id).humidity_percent = v)}
          />
          <Button
            look="quiet"
            onClick={() =>
              edit("an hour less", (b) => {
                b.finish.course = b.finish.course.filter((x) => x.id !== p.id);
              })
            }
          >
            take out
          </Button>
        </div>
      ))}
      <Button className="justify-self-start" disabled={course.length >= 48} onClick={add}>
        Add an hour
      </Button>
      {plan.finish.night && next && (
        <p>
          Coat {next.number} over that course: it may be coated again after{" "}
          <span className="fig">{hours(at("recoat opens") ?? 0)}</span>, until{" "}
          <span className="fig">{hours(at("recoat closes") ?? 0)}</span>; set after{" "}
          <span className="fig">{hours(at("set") ?? 0)}</span>. Coldest{" "}
          <span className="fig">{warmth(plan.finish.night.coldest_c, build.units)}</span>, nearest
          to the dew point{" "}
          <span className="fig">{warmer(plan.finish.night.nearest_c, build.units)}</span> after{" "}
          {hours(plan.finish.night.at_min)}.
        </p>
      )}
    </section>
  );
}
