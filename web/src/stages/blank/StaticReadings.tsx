import { useQuery } from "@tanstack/react-query";
import { X } from "lucide-react";

import { useState } from "react";

import { api, take } from "../../api/client";
import { useAllLearned } from "../../learned/useLearned";
import { sayOf, useEntries } from "../../outbox/entries";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, NumberField, QuantityField } from "../../ui/Field";
import { METRIC, weight } from "../../ui/units";
import { Answer, Fig } from "../Answer";

/** The shop's other measured rods by power, this one among them. */
function OtherRods({ power }: { power: number }) {
  const id = useRod((s) => s.id);
  const rods = useQuery({
    queryKey: ["rack", "first"],
    queryFn: () => take(api.GET("/api/builds")),
  });
  const units = useRod((s) => s.build?.units) ?? METRIC;
  const others = (rods.data ?? []).filter((r) => r.id !== id && r.power_measured && r.power_g);
  if (!others.length) return null;
  const line = [
    ...others.map((r) => ({ name: r.name, g: r.power_g! })),
    { name: "this one", g: power },
  ];
  line.sort((a, b) => a.g - b.g);
  return (
    <p className="mb-2 text-small text-soft">
      Among your measured rods:{" "}
      {line.map((r, n) => (
        <span key={r.name} className={r.name === "this one" ? "font-semibold text-ink" : ""}>
          {n > 0 && " · "}
          {r.name} <span className="fig">{weight(r.g, units)}</span>
        </span>
      ))}
    </p>
  );
}

/** A measured blank teaches what others of its name are likely to be. */
function TeachSeries() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const known = useAllLearned().data ?? [];
  const { name } = build.blank;
  const { as_sold_n: said, label_n: base } = plan.stiffness!;
  const mine = useEntries((s) => s.waiting).some((w) => w.rod === id && w.entry.gauged);
  const [told, setTold] = useState(false);
  if (!name || !said || !base) return null;
  const learned = known.find((q) => q.habit === `series_power.${name}`);
  const share = Math.round(100 * (said / base - 1));
  const off =
    share === 0
      ? "what its label says"
      : `${Math.abs(share)} % ${share > 0 ? "more" : "less"} than its label says`;
  const gauged = { what: "series", about: name, of: "", base, said } as const;
  return (
    <p className="mb-2 flex flex-wrap items-baseline gap-x-3 text-soft">
      <span>
        It measures {off}.{" "}
        {learned ? `${name}: ${learned.words} its label, from ${learned.n}.` : ""}
      </span>
      <Button
        look="quiet"
        disabled={mine || told}
        onClick={() => {
          void sayOf(id!, { gauged: { id: "series", ...gauged } });
          setTold(true);
        }}
      >
        {mine || told ? "Kept for the series" : `Reckon with it for other ${name} blanks`}
      </Button>
    </p>
  );
}

/** Hang a weight on the clamped blank: its real stiffness, power and action. */
export function StaticReadings() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const readings = build.blank.static;
  const s = plan.stiffness;
  const add = () =>
    edit("a bend", (b) => {
      const last = b.blank.static.at(-1);
      b.blank.static.push({
        id: "",
        clamp_mm: last?.clamp_mm ?? 300,
        weight_g: last ? last.weight_g * 2 : 100,
        at_mm: null,
        drop_mm: 300,
        angle_deg: null,
      });
    });
  const how =
    s &&
    {
      measured: "measured",
      fitted: "measured, fitted over the readings",
      label: "estimated from the label",
      size: "estimated from its size and material",
    }[s.source];
  return (
    <section className="grid gap-3">
      <Answer
        tone={s ? "plain" : "wait"}
        says={
          <>
            <Term says="Clamp the blank level, hang a weight, measure how far it drops. Tip guarded, face out of line; never past the maker’s limit.">
              Its bend
            </Term>
            {": "}
            {s ? (
              <>
                the weight that drops its tip by a third of its free length: {s.power_words},{" "}
                {s.action_words} at {Math.round(s.action_deg)}°. {how},{" "}
                {s.source === "measured" || s.source === "fitted"
                  ? "nineteen times in twenty"
                  : "perhaps"}{" "}
                {weight(s.low_g, build.units)} to {weight(s.high_g, build.units)}
                {s.source === "label" && s.label_read !== s.power_words && ` (${s.label_read})`}
                {s.label_words &&
                  s.source !== "label" &&
                  (s.agrees === false
                    ? `; labelled ${s.label_words}`
                    : s.agrees
                      ? "; as labelled"
                      : "")}
                .
              </>
            ) : (
              "waits for the length and two diameters."
            )}
          </>
        }
        act={
          <Button
            look="tape"
            disabled={readings.length >= 30 || build.blank.length_mm === null}
            onClick={add}
          >
            Add a bend
          </Button>
        }
      >
        {s ? <Fig>{weight(s.power_g, build.units)}</Fig> : "Measure the blank first"}
      </Answer>
      {s && <OtherRods power={s.power_g} />}
      {s && <TeachSeries />}
      <div className="grid gap-1.5">
        {readings.map((r, i) => {
          const at = `blank.static.${r.id}`;
          return (
            <div key={i} className="flex flex-wrap items-end gap-2">
              <MeasureField
                path={`${at}.clamp_mm`}
                label={`Clamped at, ${i + 1}`}
                className="w-[5.7rem]"
                mm={r.clamp_mm}
                keep={(mm) => (b) => void (rowOf(b.blank.static, r.id).clamp_mm = mm ?? 0)}
              />
              <QuantityField
                path={`${at}.weight_g`}
                label="Weight"
                className="w-[5.7rem]"
                kind="weight"
                value={r.weight_g}
                keep={(v) => (b) => void (rowOf(b.blank.static, r.id).weight_g = v ?? 1)}
              />
              <MeasureField
                path={`${at}.at_mm`}
                label="Hung at"
                className="w-[5.7rem]"
                optional
                placeholder="the tip"
                mm={r.at_mm}
                keep={(mm) => (b) => void (rowOf(b.blank.static, r.id).at_mm = mm)}
              />
              <MeasureField
                path={`${at}.drop_mm`}
                label="It dropped"
                className="w-[5.7rem]"
                mm={r.drop_mm}
                keep={(mm) => (b) => void (rowOf(b.blank.static, r.id).drop_mm = mm ?? 1)}
              />
              <NumberField
                path={`${at}.angle_deg`}
                label="Tip angle"
                className="w-[5.7rem]"
                suffix="°"
                digits={0}
                optional
                placeholder="not read"
                value={r.angle_deg}
                keep={(v) => (b) => void (rowOf(b.blank.static, r.id).angle_deg = v)}
              />
              <IconButton
                name={`Strike bend ${i + 1}`}
                className="mb-0.5"
                onClick={() => edit("strike a bend", (b) => void takeOut(b.blank.static, r.id))}
              >
                <X size={14} />
              </IconButton>
            </div>
          );
        })}
      </div>
    </section>
  );
}
