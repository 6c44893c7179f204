import { X } from "lucide-react";

import type { Layouts } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { keepLayout } from "../../rod/moves";
import { rowOf, takeOut } from "../../rod/rows";
import { WordsField } from "../../ui/Field";
import { Button, Hint, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { length } from "../../ui/measure";
import type { StageProps } from "../stage";
import { useLayouts } from "./useBends";
import { weight } from "../../ui/units";

type One = Layouts["layouts"]["layouts"][number];

/** Layouts side by side on the same three loads, where care pays, and what the train weighs. */
export function LayoutsJob({ selected, onSelect }: StageProps) {
  const { build } = useShown();
  const found = useLayouts(build);
  if (found.isError && !found.data)
    return (
      <p role="alert" className="border-l-4 border-ruin bg-raised px-4 py-3">
        {found.error.message}
      </p>
    );
  if (!found.data) return <p className="py-8 text-soft">Bending four layouts under three loads…</p>;
  const { layouts, train } = found.data;
  const longest = Math.max(...layouts.layouts.flatMap((l) => l.from_tip_ring_mm));
  return (
    <div
      className={`grid grid-cols-[minmax(0,1fr)] gap-5 ${found.isPlaceholderData ? "opacity-60" : ""}`}
    >
      <section>
        <div className="mb-1 flex items-baseline gap-4">
          <h2>Side by side</h2>
          <span className="label">
            at {layouts.loads_g.map((g) => weight(g, build.units)).join(", ")}; shared out, no span
            takes more than {layouts.share_worst.toFixed(2)} times the mean share of the bend
            {!layouts.settled && " (it did not settle within a millimetre)"}
          </span>
        </div>
        <ul>
          {layouts.layouts.map((l) => (
            <LayoutRow key={l.kept ?? l.name} one={l} longest={longest} />
          ))}
          {layouts.left_out.map((l) => (
            <li key={l.kept} className="flex items-center gap-4 border-b border-line/60 py-2">
              <span className="w-36 font-semibold">{l.name}</span>
              <span className="flex-1 text-small text-check">{l.why}</span>
              <Drop kept={l.kept} name={l.name} />
            </li>
          ))}
        </ul>
      </section>
      <section className="border-t border-line pt-3">
        <h2 className="mb-1">
          <Term says="How far each guide may move either way before a span’s share of the bend, a turn of the line or the path from the spool is a tenth worse, or the line touches.">
            Where care pays
          </Term>
        </h2>
        <Tolerances layouts={found.data} selected={selected} onSelect={onSelect} />
      </section>
      {train && (
        <section className="border-t border-line pt-3">
          <h2 className="mb-1">What the train costs in liveliness</h2>
          <table>
            <thead>
              <tr className="label border-b border-line text-right [&_th]:pl-6 [&_th]:font-normal">
                <th className="!pl-0 text-left">train</th>
                <th>mass</th>
                <th>first frequency</th>
                <th>slower than bare</th>
              </tr>
            </thead>
            <tbody className="fig text-head">
              {train.cases.map((c) => (
                <tr key={c.words} className="border-b border-line/60 text-right">
                  <td className="py-0.5 text-left font-sans text-body">{c.words}</td>
                  <td>{weight(c.mass_g, build.units)}</td>
                  <td>{c.frequency_hz.toFixed(2)} Hz</td>
                  <td>{c.slower_percent.toFixed(0)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
          {train.advice.map((a) => (
            <p key={a} className="mt-1.5 text-check">
              {a}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}

/** Throw a layout away that was put by. */
function Drop({ kept, name }: { kept: string; name: string }) {
  const edit = useRod((s) => s.edit);
  return (
    <IconButton
      name={`Drop it: ${name}`}
      onClick={() => edit(`drop the layout: ${name}`, (b) => void takeOut(b.guides.kept, kept))}
    >
      <X size={14} />
    </IconButton>
  );
}

/** One layout: its rings on a strip of the tip side, gaps, figures, verdict. */
function LayoutRow({ one, longest }: { one: One; longest: number }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const take = () =>
    edit(`take the layout: ${one.name}`, (b) => {
      keepLayout(b, `yours before ${one.name}`);
      one.ids.forEach((id, n) => {
        const guide = b.guides.train.find((g) => g.id === id);
        const stated = one.stated[n] ?? null;
        if (guide && (stated || one.kept)) guide.at = stated;
      });
    });
  return (
    <li className="grid grid-cols-[9rem_minmax(0,1fr)_8.5rem_7rem] items-center gap-x-4 border-b border-line/60 py-2">
      {one.kept ? (
        <span className="flex items-start gap-1">
          <WordsField
            path={`guides.kept.${one.kept}.name`}
            label={`Name of the layout ${one.name}`}
            hideLabel
            value={one.name}
            keep={(v) => (b) => void (rowOf(b.guides.kept, one.kept!).name = v || "yours")}
          />
          <Drop kept={one.kept} name={one.name} />
        </span>
      ) : (
        <span className="font-semibold">{one.name}</span>
      )}
      <svg
        viewBox="0 0 600 46"
        className="w-full"
        role="img"
        aria-label={`${one.name}: ${one.gaps_mm.map((g) => length(g, build.rule)).join(", ")}`}
      >
        <line x1={0} x2={594} y1={12} y2={12} stroke="var(--ink-soft)" strokeWidth="2" />
        {one.from_tip_ring_mm.map((mm, n) => {
          const x = 594 - (mm / longest) * 580;
          const last = n ? one.from_tip_ring_mm[n - 1]! : 0;
          const middle = 594 - ((mm + last) / 2 / longest) * 580;
          return (
            <g key={n}>
              <circle
                cx={x}
                cy={12}
                r="5"
                fill="var(--bench)"
                stroke="var(--spine-a)"
                strokeWidth="2.4"
              />
              {((mm - last) / longest) * 580 > 26 && (
                <text
                  x={middle}
                  y={36}
                  textAnchor="middle"
                  fontSize="13"
                  className="fig"
                  fill="var(--ink-soft)"
                >
                  {length(mm - last, build.rule, false)}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <span className="fig text-right text-act">
        {one.worst_break_deg.toFixed(1)}° at most
        <span className="label block font-sans">
          {one.touching ? "touches" : `${one.least_clear_mm.toFixed(1)} mm clear`}
        </span>
      </span>
      <span className="text-right">
        {one.name === "as planned" ? (
          <span className="label">on the mat</span>
        ) : (
          <Button onClick={take} aria-label={`Take it: ${one.name}`}>
            Take it
          </Button>
        )}
      </span>
      <p className="col-start-2 col-end-5 text-small text-soft">{one.words}</p>
    </li>
  );
}

function Tolerances({
  layouts,
  selected,
  onSelect,
}: { layouts: Layouts } & Pick<StageProps, "selected" | "onSelect">) {
  const { build } = useShown();
  const all = [...layouts.layouts.tolerances].reverse();
  const most = Math.max(...all.map((t) => Math.max(t.toward_butt_mm, t.toward_tip_mm)), 1);
  return (
    <ol className="grid gap-0.5" aria-label="Tolerance of each guide">
      {all.map((t) => {
        const path = `guides.train.${t.id}`;
        return (
          <li
            key={t.id}
            className={`grid grid-cols-[5rem_6rem_minmax(0,1fr)_minmax(0,1fr)_6rem] items-center gap-2 ${selected === path ? "bg-raised" : ""}`}
          >
            <button
              type="button"
              className="text-left hover:underline"
              onClick={() => onSelect(path)}
            >
              guide {t.number}
            </button>
            <Hint text={t.toward_butt_why}>
              <span className="fig text-right text-body">
                {length(t.toward_butt_mm, build.rule)}
              </span>
            </Hint>
            <span className="flex h-3 justify-end bg-mat/40">
              <span
                className="bg-accent"
                style={{ width: `${(t.toward_butt_mm / most) * 100}%` }}
              />
            </span>
            <span className="flex h-3 bg-mat/40">
              <span className="bg-accent" style={{ width: `${(t.toward_tip_mm / most) * 100}%` }} />
            </span>
            <Hint text={t.toward_tip_why}>
              <span className="fig text-body">{length(t.toward_tip_mm, build.rule)}</span>
            </Hint>
          </li>
        );
      })}
      <li className="label grid grid-cols-[11rem_1fr_1fr_6rem] gap-2">
        <span />
        <span className="text-right">toward the butt</span>
        <span>toward the tip</span>
        <span />
      </li>
    </ol>
  );
}
