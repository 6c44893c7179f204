import { useState } from "react";

import type { BendSetup, TrainTwist } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice } from "../../ui/controls";
import { NumberField } from "../../ui/Field";
import { diameter } from "../../ui/measure";
import { weight } from "../../ui/units";
import { heldTogether } from "../../words/Spoken";
import { Term } from "../../words/Term";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { Slide } from "./BendJob";
import { useTwist } from "./useBends";

/** What rolls the rod under its load: the same places hung on top, winding round the blank, below. */
export function TwistJob({ selected, onSelect }: StageProps) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const [trying, setTrying] = useState<BendSetup | null>(null);
  const setup = trying ?? build.guides.bend;
  const found = useTwist(build, setup);
  if (found.isError && !found.data)
    return (
      <p role="alert" className="border-l-4 border-ruin bg-raised px-4 py-3">
        {found.error.message}
      </p>
    );
  if (!found.data) return <p className="py-8 text-soft">Hanging three trains in space…</p>;
  const twist = found.data;
  const now = twist.trains.find((t) => t.train === twist.now) ?? twist.trains[0]!;
  return (
    <div
      className={`grid grid-cols-[minmax(0,1fr)] gap-4 ${found.isPlaceholderData ? "opacity-60" : ""}`}
    >
      {found.isError && (
        <p role="alert" className="border-l-4 border-ruin bg-raised px-4 py-2">
          {found.error.message}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_20rem] items-end gap-6">
        <Answer says={heldTogether(twist.words)}>
          The tip rolls <Fig>{now.off_twist_deg.toFixed(1)}°</Fig>
        </Answer>
        <Slide
          label="Load on the line"
          shown={weight(setup.load_g, build.units)}
          value={setup.load_g}
          max={Math.max(twist.followed_g, 200)}
          step={10}
          onTry={(load_g) => setTrying({ ...setup, load_g })}
          onKeep={(load_g) => {
            setTrying(null);
            edit("load the rod", (b) => void (b.guides.bend = { ...setup, load_g }));
          }}
        />
      </div>
      <ul className="grid grid-cols-3 gap-4" aria-label="Three ways to hang the train">
        {twist.trains.map((t) => (
          <OneTrain
            key={t.train}
            one={t}
            now={t.train === twist.now}
            mayWind={twist.may_wind}
            followed={twist.followed_g}
          />
        ))}
      </ul>
      {build.guides.spiral && twist.may_wind && <Winding />}
      {now.train === "spiral" && <Round selected={selected} onSelect={onSelect} />}
      <p className="label">
        The handle is held still. Stiffness against twist is taken as {twist.gj_over_ei.toFixed(2)}{" "}
        of that against bending, from memory: it was not measured. Rings without friction, own
        weight left out; a line that would lie on the blank of a winding train goes straight through
        it here.
      </p>
    </div>
  );
}

const WORDS: Record<TrainTwist["train"], string> = {
  "on top": "All on top",
  spiral: "Winding round",
  below: "All below",
};

function OneTrain({
  one,
  now,
  mayWind,
  followed,
}: {
  one: TrainTwist;
  now: boolean;
  mayWind: boolean;
  followed: number;
}) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const hang = () =>
    edit(`hang the train ${one.train}`, (b) => void (b.guides.spiral = one.spiral ?? null));
  return (
    <li
      className={`flex flex-col gap-2 border-t-4 bg-raised p-3 ${now ? "border-tape" : "border-line"}`}
    >
      <div className="flex items-center gap-4">
        <span className="w-28 shrink-0">
          <FromTheButt one={one} />
        </span>
        <span>
          <h2 className="mb-1">{WORDS[one.train]}</h2>
          {now ? (
            <span className="label">as planned</span>
          ) : mayWind && one.train !== "below" ? (
            <Button onClick={hang}>Hang it so</Button>
          ) : (
            <span className="label">to compare</span>
          )}
        </span>
      </div>
      <div>
        <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 text-small">
          <dt className="text-soft">
            <Term says="How far the tip rolls about its own axis when every guide is that far off its line.">
              tip rolls by
            </Term>
          </dt>
          <dd className="fig text-right text-head">{one.off_twist_deg.toFixed(1)}°</dd>
          <dt className="text-soft">
            <Term says="Leant over by ten degrees: what the hand feels, as a weight on an arm of 100 mm.">
              leant, {one.hand_g > 0 ? "goes on by" : "comes back by"}
            </Term>
          </dt>
          <dd className={`fig text-right text-head ${one.hand_g > 0 ? "text-check" : "text-good"}`}>
            {weight(Math.abs(one.hand_g), build.units)}
          </dd>
          <dt className="text-soft">rolls over at</dt>
          <dd className="fig text-right text-head">
            {one.rolls_over_g === null
              ? `not up to ${weight(followed, build.units)}`
              : weight(one.rolls_over_g, build.units)}
          </dd>
          <dt className="text-soft">line turns at most</dt>
          <dd className="fig text-right text-head">{one.worst_turn_deg.toFixed(0)}°</dd>
          <dt className="text-soft">line to blank</dt>
          <dd
            className={`fig text-right text-head ${one.least_clear_mm < 0.5 ? "text-check" : ""}`}
          >
            {one.least_clear_mm > 0 ? diameter(one.least_clear_mm, build.rule) : "lies on it"}
          </dd>
        </dl>
      </div>
    </li>
  );
}

/** The train seen from the butt along the rod: the reel-side guide nearest, the tip-top inmost. */
function FromTheButt({ one }: { one: TrainTwist }) {
  const { build } = useShown();
  const rings = [
    ...one.clocks_deg.slice(0, -1).map((clock, n) => ({
      clock,
      ring: build.guides.train[n]?.ring_mm ?? 6,
    })),
  ];
  const last = rings.length;
  const spots = rings.map(({ clock, ring }, n) => {
    const near = (n + 1) / last; // 0 at the tip, 1 at the reel
    const far = 14 + 40 * near;
    const a = ((clock + 90) * Math.PI) / 180;
    return { x: 70 + far * Math.cos(a), y: 70 + far * Math.sin(a), r: 2.5 + ring * 0.35 };
  });
  const tip = { x: 70, y: 70 + (one.clocks_deg.at(-1) ? -9 : 9) };
  return (
    <svg
      viewBox="0 0 140 140"
      className="w-full"
      role="img"
      aria-label={`${WORDS[one.train]}, seen from the butt: ${one.clocks_words.slice(0, -1).join(", ")}`}
    >
      <circle cx="70" cy="70" r="66" fill="var(--mat)" />
      <circle
        cx="70"
        cy="70"
        r="8"
        fill="var(--blank-carbon)"
        stroke="var(--blank-edge)"
        strokeWidth="2"
      />
      <polyline
        points={[tip, ...spots].map((p) => `${p.x},${p.y}`).join(" ")}
        fill="none"
        stroke="var(--pencil)"
        strokeWidth="1.6"
      />
      {spots.map((p, n) => (
        <circle
          key={n}
          cx={p.x}
          cy={p.y}
          r={p.r}
          fill="none"
          stroke="var(--wire)"
          strokeWidth="2.4"
        />
      ))}
      <circle cx={tip.x} cy={tip.y} r="2.5" fill="none" stroke="var(--wire)" strokeWidth="2" />
    </svg>
  );
}

/** The winding set by hand. */
function Winding() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const spiral = build.guides.spiral!;
  return (
    <div className="flex flex-wrap items-end gap-5 border-t border-line pt-3">
      <NumberField
        path="guides.spiral.on_top"
        label="Guides on top from the reel"
        className="w-44"
        digits={0}
        value={spiral.on_top}
        keep={(v) => (b) => void (b.guides.spiral!.on_top = v ?? 1)}
      />
      <NumberField
        path="guides.spiral.between"
        label="Guides on the way round"
        className="w-44"
        digits={0}
        value={spiral.between}
        keep={(v) => (b) => void (b.guides.spiral!.between = v ?? 0)}
      />
      <Choice
        label="Winds to the"
        value={spiral.side}
        options={[
          { value: "left", label: "left" },
          { value: "right", label: "right" },
        ]}
        onChange={(side) => edit("side of the winding", (b) => void (b.guides.spiral!.side = side))}
      />
    </div>
  );
}

/** Where each guide goes round the blank. */
function Round({ selected, onSelect }: Pick<StageProps, "selected" | "onSelect">) {
  const { build, plan } = useShown();
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-1">
        <Term says="Along the blank’s skin from straight on top to the line the guide stands on, by the blank’s diameter under its ring.">
          Round the blank, from the reel
        </Term>
      </h2>
      <ol className="flex flex-wrap gap-x-6 gap-y-1">
        {plan.guides.placed
          .map((g, n) => ({ ...g, number: n + 1 }))
          .filter((g) => g.marked_mm !== null)
          .reverse()
          .map((r) => {
            const path = `guides.train.${r.id}`;
            return (
              <li key={r.id} className={selected === path ? "bg-raised" : ""}>
                <button
                  type="button"
                  className="text-left hover:underline"
                  onClick={() => onSelect(path)}
                >
                  guide {r.number} <span className="fig text-head">{r.clock_words}</span>
                  {!!r.arc_from_top_mm && (
                    <span className="label">
                      {" "}
                      {diameter(r.arc_from_top_mm, build.rule)} from the top
                    </span>
                  )}
                </button>
              </li>
            );
          })}
      </ol>
    </section>
  );
}
