import { useState } from "react";

import type { BendSetup, LoadedPlan } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Term } from "../../words/Term";
import { diameter, length } from "../../ui/measure";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { BendPicture } from "./BendPicture";
import { useBends } from "./useBends";
import { weight } from "../../ui/units";

/** The rod bent by its line: slide the load, turn the pull, drag a guide on the mat and watch. */
export function BendJob({ selected, onSelect }: StageProps) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const [trying, setTrying] = useState<BendSetup | null>(null);
  const [before, setBefore] = useState<LoadedPlan | null>(null);
  const setup = trying ?? build.guides.bend;
  const three = useBends(build, [setup], true);
  const power = three.data?.stiffness.power_g ?? 300;
  if (three.isError && !three.data)
    return (
      <p role="alert" className="border-l-4 border-ruin bg-raised px-4 py-3">
        {three.error.message}
      </p>
    );
  if (!three.data) return <p className="py-8 text-soft">Bending the rod…</p>;
  const loaded = three.data.loaded[0]!;
  const keep = (next: BendSetup) => {
    setTrying(null);
    edit("load the rod", (b) => void (b.guides.bend = next));
  };
  const most = Math.max(Math.ceil((power * 4) / 100) * 100, 200);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatBends loaded={loaded} />
      {three.isError && (
        <p role="alert" className="border-l-4 border-ruin bg-raised px-4 py-2">
          {three.error.message}
        </p>
      )}
      <OnMat>
        <BendPicture
          loaded={loaded}
          ghosts={three.data.ghosts}
          before={before}
          setup={setup}
          most_g={most}
          selected={selected}
          onSelect={onSelect}
          onTry={setTrying}
          onKeep={keep}
        />
      </OnMat>
      <div className="grid grid-cols-[1.4fr_1fr_auto] items-end gap-6">
        <Slide
          label="Load on the line"
          shown={weight(setup.load_g, build.units)}
          value={setup.load_g}
          max={most}
          step={10}
          onTry={(load_g) => setTrying({ ...setup, load_g })}
          onKeep={(load_g) => keep({ ...setup, load_g })}
        />
        <Slide
          label="Pull, off the handle’s line"
          shown={`${Math.round(setup.pull_deg)}°`}
          value={setup.pull_deg}
          max={180}
          step={5}
          onTry={(pull_deg) => setTrying({ ...setup, pull_deg })}
          onKeep={(pull_deg) => keep({ ...setup, pull_deg })}
        />
        <div className="flex flex-col gap-1 text-small">
          <label className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-[var(--accent)]"
              checked={setup.friction > 0}
              onChange={() => keep({ ...setup, friction: setup.friction > 0 ? 0 : 0.1 })}
            />
            <Term says="Each ring holds some of the line back, more the further it turns there.">
              ring friction
            </Term>
          </label>
          <label className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-[var(--accent)]"
              checked={setup.own_weight}
              onChange={() => keep({ ...setup, own_weight: !setup.own_weight })}
            />
            its own weight
          </label>
          <label className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-[var(--accent)]"
              checked={before !== null}
              onChange={() => setBefore(before ? null : loaded)}
            />
            hold this bend to compare
          </label>
        </div>
      </div>
      <Figures loaded={loaded} before={before} selected={selected} onSelect={onSelect} />
      <p className="label">
        Tip {Math.round(loaded.tip_deg)}° to the handle, {length(loaded.tip_drop_mm, build.rule)}{" "}
        off its line. The blank works hardest at {length(loaded.works_hardest_mm, build.rule)} from
        the butt: {loaded.strain_percent.toFixed(2)} % strain, stopped at {loaded.limit_percent} %.
        Feet and wraps, which stiffen the blank a little, are left out. The maker’s limit comes
        first; tip guarded, face out of line when the real rod is bent.
      </p>
    </div>
  );
}

/** What the line does at the rings, or what stops it. */
function WhatBends({ loaded }: { loaded: LoadedPlan }) {
  const { build } = useShown();
  const worst = loaded.guides.find((g) => g.id === loaded.worst_break);
  const says = (
    <>
      {loaded.words} {loaded.line_from && <span className="text-check">{loaded.line_from} </span>}
      {loaded.estimated &&
        "Stiffness is estimated from the label: hang a weight on the blank, under Blank."}
    </>
  );
  if (loaded.stopped_at_g !== null)
    return (
      <Answer tone="stop" says={says}>
        Stopped at <Fig>{weight(loaded.load_g, build.units)}</Fig>
      </Answer>
    );
  if (loaded.touching.length)
    return (
      <Answer tone="look" says={says}>
        The line touches the blank
        {loaded.touching.length > 1 && ` in ${loaded.touching.length} gaps`}
      </Answer>
    );
  if (!worst)
    return (
      <Answer tone="wait" says={says}>
        Pull the line
      </Answer>
    );
  return (
    <Answer says={says}>
      {worst.id === "tip-top" ? "The tip-top" : `Of the guides, ${worst.number}`} turns it most,{" "}
      <Fig>{worst.break_deg.toFixed(0)}°</Fig>
    </Answer>
  );
}

export function Slide(props: {
  label: string;
  shown: string;
  value: number;
  max: number;
  step: number;
  onTry: (v: number) => void;
  onKeep: (v: number) => void;
}) {
  const { label, shown, value, max, step, onTry, onKeep } = props;
  const done = (e: { currentTarget: HTMLInputElement }) => onKeep(Number(e.currentTarget.value));
  return (
    <label className="block">
      <span className="label flex items-baseline justify-between">
        {label} <span className="fig text-answer text-ink">{shown}</span>
      </span>
      <input
        type="range"
        className="h-7 w-full accent-[var(--tape)]"
        min={0}
        max={max}
        step={step}
        value={value}
        aria-valuetext={shown}
        onChange={(e) => onTry(Number(e.target.value))}
        onPointerUp={done}
        onKeyUp={done}
        onBlur={(e) => value !== Number(e.currentTarget.defaultValue) && done(e)}
      />
    </label>
  );
}

function Figures({
  loaded,
  before,
  selected,
  onSelect,
}: {
  loaded: LoadedPlan;
  before: LoadedPlan | null;
} & Pick<StageProps, "selected" | "onSelect">) {
  const { build } = useShown();
  const rows = [...loaded.guides].reverse();
  const most = Math.max(...loaded.guides.map((g) => g.break_deg), 1);
  return (
    <table className="w-full">
      <thead>
        <tr className="label border-b border-line text-right [&_th]:font-normal">
          <th className="text-left">ring</th>
          <th>from the butt</th>
          <th className="w-56 pl-4 text-left">
            <Term says="How far the line turns at this ring. Even angles share the load.">
              line turns
            </Term>
          </th>
          {before && <th>it was</th>}
          <th>pulls with</th>
          <th>
            <Term says="Least room between line and blank in the gap toward the reel.">
              room in the gap behind
            </Term>
          </th>
          <th>
            <Term says="How far the blank’s arc stands off the straight chord in that gap.">
              arc off chord
            </Term>
          </th>
        </tr>
      </thead>
      <tbody className="fig text-act">
        {rows.map((g) => {
          const path = `guides.train.${g.id}`;
          const old = before?.guides.find((o) => o.id === g.id);
          return (
            <tr
              key={g.id}
              className={`border-b border-line/60 text-right ${selected === path ? "bg-raised" : ""} ${g.id === loaded.worst_break ? "font-semibold" : ""}`}
            >
              <td className="py-0.5 text-left">
                {g.id === "tip-top" ? (
                  "tip-top"
                ) : (
                  <button type="button" className="hover:underline" onClick={() => onSelect(path)}>
                    guide {g.number}
                  </button>
                )}
              </td>
              <td>{length(g.station_mm, build.rule)}</td>
              <td className="pl-4 text-left">
                <span
                  className="inline-block h-2.5 bg-tape align-middle"
                  style={{ width: `${(g.break_deg / most) * 7}rem` }}
                  aria-hidden
                />{" "}
                {g.break_deg.toFixed(1)}°
              </td>
              {before && (
                <td className="text-soft">{old ? `${old.break_deg.toFixed(1)}°` : "–"}</td>
              )}
              <td>{weight(g.force_n / 9.80665e-3, build.units)}</td>
              <td className={g.touches ? "text-ruin" : ""}>
                {g.lies_mm > 0
                  ? `lies on ${length(g.lies_mm, build.rule)}`
                  : g.touches
                    ? "touches"
                    : diameter(g.gap_clear_mm, build.rule)}
              </td>
              <td>{diameter(g.sag_mm, build.rule)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
