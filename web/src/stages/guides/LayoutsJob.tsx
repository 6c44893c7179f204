import { X } from "lucide-react";
import { useEffect, useMemo, useState } from "react";

import type { Layouts } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { keepLayout } from "../../rod/moves";
import { rowOf, takeOut } from "../../rod/rows";
import { WordsField } from "../../ui/Field";
import { useTracing } from "../../mat/Tracing";
import { Button, Choice, Hint, IconButton, Pick } from "../../ui/controls";
import { Answer } from "../Answer";
import { Term } from "../../words/Term";
import { length } from "../../ui/measure";
import type { StageProps } from "../stage";
import { useBlend, useLayouts } from "./useBends";
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
  return (
    <div
      className={`grid grid-cols-[minmax(0,1fr)] gap-5 ${found.isPlaceholderData ? "opacity-60" : ""}`}
    >
      <WhichIsBest all={layouts.layouts} />
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
            <LayoutRow key={l.kept ?? l.name} one={l} />
          ))}
          {layouts.left_out.map((l) => (
            <li key={l.kept} className="flex items-center gap-4 border-b border-line/60 py-2">
              <span className="w-36 font-semibold">{l.name}</span>
              <span className="flex-1 text-small text-check">{l.why}</span>
              <Drop kept={l.kept} name={l.name} />
            </li>
          ))}
        </ul>
        <Blend all={layouts.layouts} />
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

/** A layout between two: pulled from the one to the other, bent as they are, on tracing paper meanwhile. */
function Blend({ all }: { all: One[] }) {
  const { build } = useShown();
  const lay = useTracing((s) => s.lay);
  const called = (l: One) => l.kept ?? l.name;
  const [from, setFrom] = useState(called(all[0]!));
  const [to, setTo] = useState(called(all[1] ?? all[0]!));
  const [percent, setPercent] = useState(50);
  const [pulled, setPulled] = useState(false);
  const one = all.find((l) => called(l) === from) ?? all[0]!;
  const other = all.find((l) => called(l) === to) ?? all[0]!;
  const found = useBlend(build, one.from_tip_ring_mm, other.from_tip_ring_mm, percent / 100);
  const blend = useMemo(
    () => found.data && { ...found.data, name: `${percent} % from ${one.name} to ${other.name}` },
    [found.data, percent, one.name, other.name],
  );
  useEffect(() => {
    if (pulled && blend) lay(blend);
  }, [pulled, blend, lay]);
  const options = all.map((l) => ({ value: called(l), label: l.name }));
  return (
    <div className="mt-3">
      <h3 className="font-semibold">Between two of them</h3>
      <div className="mt-1 flex flex-wrap items-end gap-4">
        <Pick label="From" value={called(one)} options={options} onChange={setFrom} />
        <label className="block min-w-56 flex-1">
          <span className="label flex justify-between">
            How far <span className="fig">{percent} %</span>
          </span>
          <input
            type="range"
            className="h-8 w-full accent-[var(--tape)]"
            min={0}
            max={100}
            step={5}
            value={percent}
            onChange={(e) => setPercent(Number(e.target.value))}
            onFocus={() => setPulled(true)}
            onBlur={() => {
              setPulled(false);
              lay(null);
            }}
          />
        </label>
        <Pick label="To" value={called(other)} options={options} onChange={setTo} />
      </div>
      {found.isError && (
        <p role="alert" className="text-ruin">
          {found.error.message}
        </p>
      )}
      {blend && (
        <ul className={found.isPlaceholderData ? "opacity-60" : ""}>
          <LayoutRow one={blend} />
        </ul>
      )}
    </div>
  );
}

const MEASURES = {
  worst_break_deg: "the line turns least",
  least_clear_mm: "the line runs clearest",
  uneven: "the turns are most even",
} as const;
type Measure = keyof typeof MEASURES;

/** The best layout by what the builder cares for most. */
function WhichIsBest({ all }: { all: One[] }) {
  const [by, setBy] = useState<Measure>("worst_break_deg");
  const sign = by === "least_clear_mm" ? -1 : 1;
  const best = all.reduce((a, b) => (sign * b[by] < sign * a[by] ? b : a), all[0]!);
  const planned = all.find((l) => l.name === "as planned");
  const figure = (l: One) =>
    by === "worst_break_deg"
      ? `${l.worst_break_deg.toFixed(1)}° at most`
      : by === "least_clear_mm"
        ? `${l.least_clear_mm.toFixed(1)} mm clear`
        : `uneven by ${l.uneven.toFixed(2)}`;
  return (
    <Answer
      says={`${figure(best)}${planned && planned !== best ? `; as planned, ${figure(planned)}` : ""}. Point at a layout and it lies over the mat on tracing paper.`}
      act={
        <Choice
          label="Best is where"
          value={by}
          options={(Object.keys(MEASURES) as Measure[]).map((m) => ({
            value: m,
            label: MEASURES[m],
          }))}
          onChange={setBy}
        />
      }
    >
      {best.name === "as planned" ? "Yours is the best of them" : `Best: ${best.name}`}
    </Answer>
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

/** One layout: gaps, figures, verdict; laid over the mat while it is pointed at. */
function LayoutRow({ one }: { one: One }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const lay = useTracing((s) => s.lay);
  useEffect(() => () => lay(null), [lay]);
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
    <li
      className="grid grid-cols-[9rem_minmax(0,1fr)_8.5rem_7rem] items-center gap-x-4 border-b border-line/60 py-2 hover:bg-raised"
      onPointerEnter={() => lay(one)}
      onPointerLeave={() => lay(null)}
      onFocus={() => lay(one)}
      onBlur={() => lay(null)}
    >
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
      <p className="fig text-small">
        {one.gaps_mm.map((g) => length(g, build.rule, false)).join(" · ")}
        <span className="label block font-sans">gaps from the tip</span>
      </p>
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
              <button type="button" className="fig text-right text-body">
                {length(t.toward_butt_mm, build.rule)}
              </button>
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
              <button type="button" className="fig text-left text-body">
                {length(t.toward_tip_mm, build.rule)}
              </button>
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
