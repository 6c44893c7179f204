import { useState } from "react";

import { api, take } from "../../api/client";
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
  const [failed, setFailed] = useState("");
  const fromTheBoard = async () => {
    try {
      const expected = await take(api.GET("/api/room-course"));
      edit("the room as the board expects it", (b: Build) => void (b.finish.course = expected));
      setFailed("");
    } catch (error) {
      setFailed((error as Error).message);
    }
  };
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
      {course.length > LISTED ? (
        <Drawn />
      ) : (
        course.map((p, n) => (
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
        ))
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button disabled={course.length >= 48} onClick={add}>
          Add an hour
        </Button>
        <Button onClick={() => void fromTheBoard()}>As the board expects it</Button>
        {course.length > 0 && (
          <Button
            look="quiet"
            onClick={() => edit("the room stays as it is", (b) => void (b.finish.course = []))}
          >
            it stays as it is
          </Button>
        )}
        {failed && (
          <p role="alert" className="text-note text-ruin">
            {failed}
          </p>
        )}
      </div>
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

const LISTED = 8;

/** A long course as a line: hours across, warmth up. */
function Drawn() {
  const { build, plan } = useShown();
  const points = [
    { after_h: 0, temperature_c: build.finish.temperature_c },
    ...[...build.finish.course].sort((a, b) => a.after_h - b.after_h),
  ];
  const most = points.at(-1)!.after_h;
  const all = points.map((p) => p.temperature_c);
  const [low, high] = [Math.min(...all) - 1, Math.max(...all) + 1];
  const x = (h: number) => 40 + (h / most) * 400;
  const y = (c: number) => 8 + ((high - c) / (high - low)) * 84;
  const says = `From ${warmth(all[0]!, build.units)} now; coldest ${warmth(Math.min(...all), build.units)} within ${most} h`;
  return (
    <svg viewBox="0 0 450 118" className="w-full max-w-[34rem]" role="img" aria-label={says}>
      {[low + 1, high - 1].map((c) => (
        <g key={c}>
          <line x1={40} x2={440} y1={y(c)} y2={y(c)} stroke="var(--line)" />
          <text
            x={34}
            y={y(c) + 4}
            fontSize="12"
            textAnchor="end"
            className="fig"
            fill="var(--ink-soft)"
          >
            {warmth(c, build.units)}
          </text>
        </g>
      ))}
      <polyline
        points={points.map((p) => `${x(p.after_h)},${y(p.temperature_c)}`).join(" ")}
        fill="none"
        stroke="var(--accent)"
        strokeWidth="2.5"
      />
      {Array.from({ length: Math.floor(most / 12) + 1 }, (_, n) => (
        <text
          key={n}
          x={x(12 * n)}
          y={112}
          fontSize="12"
          textAnchor="middle"
          className="fig"
          fill="var(--ink-soft)"
        >
          {12 * n} h
        </text>
      ))}
      {plan.finish.night?.sweats_min != null && (
        <line
          x1={x(plan.finish.night.sweats_min / 60)}
          x2={x(plan.finish.night.sweats_min / 60)}
          y1={4}
          y2={96}
          stroke="var(--ruin)"
          strokeWidth="2"
        />
      )}
    </svg>
  );
}
