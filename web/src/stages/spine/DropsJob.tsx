import { X } from "lucide-react";

import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, QuantityField } from "../../ui/Field";
import { length } from "../../ui/measure";
import { Answer, Fig } from "../Answer";
import { DropsPlot } from "./DropsPlot";
import { InstrumentBar } from "./InstrumentBar";

/** Drops under one weight round the clock: is it bow, is it spine, or can nobody tell? */
export function DropsJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { spine } = build;
  const layOut = (n: number) =>
    edit(`${n} angles to measure`, (b) => {
      const has = new Set(b.spine.drops.map((d) => d.angle_deg));
      for (let k = 0; k < n; k++) {
        const angle_deg = (360 / n) * k;
        if (!has.has(angle_deg)) b.spine.drops.push({ id: "", angle_deg, drop_mm: null });
      }
    });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatTheDropsSay />
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField
          path="spine.weight_g"
          label="Weight at the tip"
          className="w-32"
          kind="weight"
          value={spine.weight_g}
          keep={(v) => (b) => void (b.spine.weight_g = v ?? 100)}
        />
        <MeasureField
          path="spine.clamp_mm"
          label="Clamped at"
          className="w-32"
          mm={spine.clamp_mm}
          keep={(mm) => (b) => void (b.spine.clamp_mm = mm ?? 0)}
        />
        <Button onClick={() => layOut(8)}>Eight angles</Button>
        <Button onClick={() => layOut(16)}>Sixteen</Button>
        <Button
          onClick={() =>
            edit("repeat the first angle", (b) => {
              const first = b.spine.drops[0];
              b.spine.drops.push({ id: "", angle_deg: first?.angle_deg ?? 0, drop_mm: null });
            })
          }
        >
          {spine.drops.length ? "The first angle again" : "One angle"}
        </Button>
        <InstrumentBar />
      </div>
      <div className="grid grid-cols-[17rem_minmax(0,1fr)] gap-6">
        <section>
          <div className="label grid grid-cols-[3.6rem_1fr_4.2rem_2rem] gap-2 border-b border-line pb-1">
            <span>on top</span>
            <span>
              <Term says="How far the tip hangs below where it lies without the weight.">drop</Term>
            </span>
            <span className="text-right">off the fit</span>
            <span />
          </div>
          {spine.drops.length === 0 && (
            <p className="py-3 text-soft">
              Clamp the butt, hang the weight, and measure the drop with each angle on top. Face out
              of line, tip guarded.
            </p>
          )}
          <div data-column="drops">
            {spine.drops.map((d, i) => {
              const fitted = plan.spine.drops.residuals.find(
                (r) => r.angle_deg === d.angle_deg && r.drop_mm === d.drop_mm,
              );
              return (
                <div
                  key={d.id}
                  data-angle={d.angle_deg}
                  className="grid grid-cols-[3.6rem_1fr_4.2rem_2rem] items-start gap-2 border-b border-line/50 py-0.5"
                >
                  <span className="fig pt-1 text-act">{Number(d.angle_deg.toFixed(1))}°</span>
                  <MeasureField
                    path={`spine.drops.${d.id}.drop_mm`}
                    label={`Drop ${i + 1}, at ${Number(d.angle_deg.toFixed(1))}°`}
                    hideLabel
                    kind="length"
                    exact
                    optional
                    mm={d.drop_mm}
                    placeholder="measure"
                    keep={(mm) => (b) => void (rowOf(b.spine.drops, d.id).drop_mm = mm)}
                  />
                  <span className="fig pt-1 text-right text-body text-soft">
                    {fitted
                      ? `${fitted.drop_mm - fitted.fitted_mm >= 0 ? "+" : ""}${(fitted.drop_mm - fitted.fitted_mm).toFixed(2)}`
                      : ""}
                  </span>
                  <IconButton
                    name={`Strike drop ${i + 1}`}
                    onClick={() => edit("strike a drop", (b) => takeOut(b.spine.drops, d.id))}
                  >
                    <X size={13} />
                  </IconButton>
                </div>
              );
            })}
          </div>
        </section>
        <section className="grid content-start gap-4">
          <DropsPlot />
          <OnTheFlat />
        </section>
      </div>
    </div>
  );
}

/** Whether it is bow, spine, both, or nothing that could be seen. */
function WhatTheDropsSay() {
  const read = useShown().plan.spine.drops;
  const axis = <Fig>{Math.round(read.stiff_deg ?? 0)}°</Fig>;
  if (read.verdict === "too_few")
    return (
      <Answer
        tone="wait"
        says="The same weight at six angles or more, all round: then the drops tell a bow from a spine."
      >
        {read.angles ? `${Math.max(6 - read.angles, 1)} angles more` : "Measure the drop all round"}
      </Answer>
    );
  if (read.verdict === "neither")
    return (
      <Answer
        says={`A difference of ${(read.detectable_percent ?? 0).toFixed(1)} % between stiff and soft would have shown.`}
      >
        Neither bow nor spine shows
      </Answer>
    );
  const percent = `${(read.percent ?? 0).toFixed(1)} % between its stiff and its soft side, ±${(read.percent_95 ?? 0).toFixed(1)}, nineteen times in twenty.`;
  if (read.verdict === "bow")
    return (
      <Answer says="It hangs otherwise once a turn only: it is bent, not stiffer on one side.">
        Bowed toward <Fig>{Math.round(read.bow_deg ?? 0)}°</Fig>, no spine shows
      </Answer>
    );
  return (
    <Answer says={percent}>
      Stiffest at {axis}
      {read.verdict === "both" && (
        <>
          , bowed toward <Fig>{Math.round(read.bow_deg ?? 0)}°</Fig>
        </>
      )}
    </Answer>
  );
}

/** Straightness without a weight: roll it on a flat and measure the gap under the middle. */
function OnTheFlat() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { flat } = build.spine;
  const read = plan.spine.flat;
  return (
    <section className="border-t border-line pt-3">
      <div className="flex items-baseline gap-4">
        <h2>
          <Term says="Lay the blank on a flat, tip and butt touching, and measure the gap under its middle with each angle on top.">
            Rolled on a flat
          </Term>
        </h2>
        {read.bow_mm !== null && (
          <span>
            bow <span className="fig text-head">{length(read.bow_mm, "mm/0.5")}</span>, outer side
            at <span className="fig text-head">{Math.round(read.bow_deg ?? 0)}°</span>
          </span>
        )}
      </div>
      <div className="mt-1.5 flex flex-wrap items-end gap-2" data-column="flat">
        {flat.map((f) => (
          <MeasureField
            key={f.id}
            path={`spine.flat.${f.id}.gap_mm`}
            label={`${Number(f.angle_deg.toFixed(1))}° on top`}
            className="w-24"
            exact
            optional
            mm={f.gap_mm}
            placeholder="gap"
            keep={(mm) => (b) => void (rowOf(b.spine.flat, f.id).gap_mm = mm)}
          />
        ))}
        <Button
          onClick={() =>
            edit(flat.length ? "clear the flat" : "roll it on a flat", (b) => {
              b.spine.flat = flat.length
                ? []
                : Array.from({ length: 8 }, (_, k) => ({
                    id: "",
                    angle_deg: 45 * k,
                    gap_mm: null,
                  }));
            })
          }
        >
          {flat.length ? "Clear" : "Eight angles"}
        </Button>
      </div>
    </section>
  );
}
