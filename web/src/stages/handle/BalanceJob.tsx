import type { Plan } from "../../api/types";
import { useShown } from "../../rod/store";
import { OnMat } from "../../mat/OnMat";
import { RodPaint, WholeRod } from "../../mat/Rod";
import { makeScale, useWidth, wholeRod } from "../../mat/scale";
import { QuantityField } from "../../ui/Field";
import { useSettings } from "../../ui/settings";
import { Term } from "../../words/Term";
import { Answer, Fig } from "../Answer";
import { diameter, length } from "../../ui/measure";
import { weight } from "../../ui/units";

type Case = NonNullable<Plan["balance"]>["cases"][number];

/** Where the rod balances, what a gram at the tip costs, and the handle a little otherwise. */
export function BalanceJob() {
  const { build, plan } = useShown();
  const { balance } = plan;
  if (!balance)
    return <p className="text-soft">The balance waits for two diameters of the blank.</p>;
  const grams = (g: number) => weight(g, build.units);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <Answer
        says={
          <>
            With its reel, from the butt. The rod weighs <Fig>{grams(balance.cases[0]!.rod_g)}</Fig>
            , {balance.class_words} for its length
            {balance.give_g > 0.05 && `, give or take ${grams(balance.give_g)} for what is guessed`}
            {balance.over_wish_g !== null &&
              `; ${grams(Math.abs(balance.over_wish_g))} ${balance.over_wish_g > 0 ? "over" : "under"} the wish`}
            .
          </>
        }
      >
        It balances at <Fig>{length(balance.cases[0]!.balance_with_reel_mm, build.rule)}</Fig>
      </Answer>
      <OnMat>
        <OnItsFulcrum cases={balance.cases} />
      </OnMat>
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField
          path="blank.mass_g"
          label="Bare blank, weighed"
          className="w-36"
          kind="weight"
          optional
          placeholder="guess"
          value={build.blank.mass_g}
          keep={(g) => (b) => void (b.blank.mass_g = g)}
        />
        <QuantityField
          path="guides.reel.mass_g"
          label="Reel, weighed"
          className="w-36"
          kind="weight"
          optional
          placeholder="guess"
          value={build.guides.reel.mass_g}
          keep={(g) => (b) => void (b.guides.reel.mass_g = g)}
        />
        <QuantityField
          path="brief.wish_g"
          kind="weight"
          label="Should weigh, no reel"
          className="w-40"
          optional
          placeholder="no wish"
          value={build.brief.wish_g}
          keep={(g) => (b) => void (b.brief.wish_g = g)}
        />
        {balance.estimated.length > 0 && (
          <p className="label mb-2 w-full">
            Guessed from size and material: {balance.estimated.join(", ")}. Weigh a part and type it
            under Stack.
          </p>
        )}
      </div>
      <table>
        <thead>
          <tr className="label border-b border-line text-right [&_th]:font-normal">
            <th className="text-left">one way to build it</th>
            <th>handle</th>
            <th>rod</th>
            <th>with its reel</th>
            <th>balances at</th>
            <th>with the reel</th>
            <th>from the reel foot</th>
            <th>
              <Term says="How far one gram more at the tip moves the balance of the rod with its reel.">
                a gram at the tip
              </Term>
            </th>
          </tr>
        </thead>
        <tbody className="fig text-head">
          {balance.cases.map((c) => (
            <tr key={c.words} className="border-b border-line/60 text-right">
              <td className="py-1 text-left font-sans text-body">{c.words}</td>
              <td>{grams(c.handle_g)}</td>
              <td>{grams(c.rod_g)}</td>
              <td>{grams(c.with_reel_g)}</td>
              <td>{length(c.balance_mm, build.rule)}</td>
              <td className="text-answer">{length(c.balance_with_reel_mm, build.rule)}</td>
              <td>
                {c.from_reel_mm === null
                  ? "–"
                  : `${length(Math.abs(c.from_reel_mm), build.rule)} ${c.from_reel_mm >= 0 ? "ahead" : "behind"}`}
              </td>
              <td>{diameter(c.tip_gram_mm, build.rule)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Weights />
    </div>
  );
}

const MAT_H = 200;

/** The rod on its fulcrum, where it balances with its reel on; where it would with the handle otherwise, in chalk. */
function OnItsFulcrum({ cases }: { cases: Case[] }) {
  const { build, plan } = useShown();
  const flipped = useSettings((s) => s.flipped);
  const [ref, width] = useWidth<HTMLDivElement>();
  const scale = makeScale(wholeRod(plan), width, 24, plan, 44, 30, flipped);
  const y = 84;
  const [now, ...others] = cases;
  const reel = plan.handle.reach_mm;
  const at = scale.x(now!.balance_with_reel_mm);
  return (
    <div ref={ref} className="bg-mat">
      <svg
        width={width}
        height={MAT_H}
        className="block"
        role="img"
        aria-label={`It balances ${length(now!.balance_with_reel_mm, build.rule)} from the butt with the reel`}
      >
        <RodPaint id="fulcrum" />
        <WholeRod
          taper={plan.blank.taper}
          material={build.blank.material}
          parts={plan.handle.parts}
          guides={plan.guides.placed}
          paint="fulcrum"
          {...{ scale, y }}
        />
        {reel !== null && (
          <circle
            cx={scale.x(reel)}
            cy={y + 34}
            r={17}
            fill="var(--graphite)"
            stroke="var(--wire-dim)"
          >
            <title>the reel</title>
          </circle>
        )}
        {others.map((c, n) => (
          <g key={c.words}>
            <line
              x1={scale.x(c.balance_with_reel_mm)}
              x2={scale.x(c.balance_with_reel_mm)}
              y1={y + 20}
              y2={MAT_H - 48 + n * 18}
              stroke="var(--mat-ink)"
              strokeDasharray="3 4"
            />
            <text
              x={
                flipped
                  ? Math.min(scale.x(c.balance_with_reel_mm), at) - 34
                  : Math.max(scale.x(c.balance_with_reel_mm), at) + 34
              }
              y={MAT_H - 44 + n * 18}
              textAnchor={flipped ? "end" : "start"}
              fontSize="13"
              fill="var(--mat-ink)"
            >
              {c.words}
            </text>
          </g>
        ))}
        <path d={`M${at},${y + 14} l-16,${MAT_H - y - 22} h32 Z`} fill="var(--tape)" />
        <text
          x={at + (flipped ? 24 : -24)}
          y={MAT_H - 14}
          textAnchor={flipped ? "start" : "end"}
          fontSize="20"
          fontWeight="600"
          className="fig"
          fill="var(--mat-ink)"
        >
          {length(now!.balance_with_reel_mm, build.rule)}
        </text>
      </svg>
    </div>
  );
}

function Weights() {
  const { build, plan } = useShown();
  const lines = [...(plan.balance?.lines ?? [])].sort((a, b) => b.mass_g - a.mass_g);
  const most = lines[0]?.mass_g ?? 1;
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-1">What weighs what</h2>
      <table className="w-full max-w-3xl">
        <tbody className="fig text-act">
          {lines.map((l, n) => (
            <tr key={n} className="border-b border-line/60">
              <td className="py-0.5 font-sans text-body">
                {l.what} {!l.weighed && <span className="label">guessed</span>}
              </td>
              <td className="w-48" aria-hidden>
                <span
                  className="inline-block h-2.5 bg-tape"
                  style={{ width: `${(l.mass_g / most) * 100}%` }}
                />
              </td>
              <td className="text-right">{weight(l.mass_g, build.units)}</td>
              <td className="pr-2 text-right text-soft">at {length(l.at_mm, build.rule)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
