import type { Plan } from "../../api/types";
import { useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { QuantityField } from "../../ui/Field";
import { Term } from "../../words/Term";
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
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
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
        <p className="mb-1 flex-1 text-right">
          <span className="fig text-great">{grams(balance.cases[0]!.rod_g)}</span>{" "}
          <span className="text-soft">
            {balance.class_words} for its length
            {balance.give_g > 0.05 && `, give or take ${grams(balance.give_g)} for what is guessed`}
            {balance.over_wish_g !== null &&
              `; ${grams(Math.abs(balance.over_wish_g))} ${balance.over_wish_g > 0 ? "over" : "under"} the wish`}
          </span>
        </p>
        {balance.estimated.length > 0 && (
          <p className="label mb-2 w-full">
            Guessed from size and material: {balance.estimated.join(", ")}. Weigh a part and type it
            under Stack.
          </p>
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {balance.cases.map((c, n) => (
          <Seesaw key={c.words} one={c} first={n === 0 ? null : balance.cases[0]!} />
        ))}
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

/** The rod laid over a fulcrum where it balances with its reel on. */
function Seesaw({ one, first }: { one: Case; first: Case | null }) {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const length_ = plan.blank.length_mm ?? 1;
  const out = Math.max(plan.handle.longer_by_mm, 70);
  const x = (mm: number) => 8 + ((mm + out) / (length_ + out)) * (width - 16);
  const reel = plan.handle.reach_mm;
  const at = x(one.balance_with_reel_mm);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={48}
        className="block"
        role="img"
        aria-label={`${one.words}: balances ${length(one.balance_with_reel_mm, build.rule)} from the butt with the reel`}
      >
        <polygon
          points={`${x(0)},18 ${x(length_)},21.5 ${x(length_)},22.5 ${x(0)},26`}
          fill="var(--steel)"
        />
        {plan.handle.parts.map((p) => (
          <rect
            key={p.id}
            x={x(p.start_mm)}
            y={15}
            width={x(p.end_mm) - x(p.start_mm)}
            height={14}
            fill="var(--cork-dim)"
            stroke="var(--bench-deep)"
          />
        ))}
        {reel !== null && <circle cx={x(reel)} cy={35} r={8} fill="var(--line)" />}
        <path d={`M${at},27 l-9,17 h18 Z`} fill="var(--tape)" />
        {first && (
          <line
            x1={x(first.balance_with_reel_mm)}
            x2={x(first.balance_with_reel_mm)}
            y1={10}
            y2={46}
            stroke="var(--pencil)"
            strokeDasharray="3 3"
          />
        )}
        <text x={at + 14} y={44} fontSize="14" className="fig" fill="var(--ink)">
          {length(one.balance_with_reel_mm, build.rule)}
        </text>
        <text x={width - 8} y={13} textAnchor="end" fontSize="13" fill="var(--ink-soft)">
          {one.words}
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
