import { ArrowLeft, ArrowRight, ArrowUp, Lock, X } from "lucide-react";
import { useState } from "react";
import { Link } from "wouter";

import type { Build, Step } from "../../api/types";
import { stepDone } from "../../rod/moves";
import { useRod, useShown } from "../../rod/store";
import { Button, IconButton, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { length } from "../../ui/measure";
import { asOptions } from "../../ui/options";
import { useSettings } from "../../ui/settings";
import { ASSEMBLY_WORDS } from "../../words/shapes";
import { Answer } from "../Answer";
import type { StageProps } from "../stage";

/** Done by what is recorded elsewhere: a check by the stack, a coat by its mixing, a test by what it showed. */
const NO_TICK = ["check", "coat", "layer"];

/** A school is offered where there is something it is about, or where it was chosen. */
function concerns(key: string, build: Build): boolean {
  const { parts } = build.handle;
  if (key === "parts_finished_first")
    return build.handle.parts_finished_first || parts.some((p) => p.material === "wood");
  if (key === "coats_before_ferrule")
    return build.handle.coats_before_ferrule || parts.some((p) => p.kind === "butt_ferrule");
  return true;
}

/** The step that is next, and how many are left. */
function WhatFirst() {
  const { plan } = useShown();
  const id = useRod((s) => s.id);
  const left = plan.work.operations.filter((o) => !o.done && !o.skipped);
  const next = left.find((o) => !o.open_before.length) ?? left[0];
  if (plan.work.order.contradictions.length)
    return <Answer tone="stop">No order does it all</Answer>;
  if (!next) return <Answer>Every step is done</Answer>;
  return (
    <Answer
      says={`${left.length} steps are left of ${plan.work.operations.length}.`}
      act={
        <Link
          href={`/build/${id}/bench`}
          className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
        >
          To the bench
        </Link>
      }
    >
      {next.words}
    </Answer>
  );
}

/** What goes on before what: worked out from bores, ends and traps; ticked off as it is done. */
export function OrderJob({ onSelect }: StageProps) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { order } = plan.work;
  const set = (what: string, recipe: (b: Build) => void) => edit(what, recipe);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatFirst />
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <Pick
          label="How it goes on"
          className="w-[27rem]"
          value={build.handle.assembly}
          options={asOptions(ASSEMBLY_WORDS)}
          onChange={(v) => set("assembly", (b) => void (b.handle.assembly = v))}
        />
        {(
          [
            ["guides_on", "the guides are on already"],
            ["tip_closed", "the tip is closed"],
            ["no_check", "no winding check, by choice"],
            ["spine_in_wet_seat", "the spine is found in the wet seat"],
            ["parts_finished_first", "wood is varnished before it is glued"],
            ["coats_before_ferrule", "coats before the ferrule"],
          ] as const
        )
          .filter(([key]) => concerns(key, build))
          .map(([key, label]) => (
            <label key={key} className="flex min-h-8 cursor-pointer items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-[var(--accent)]"
                checked={build.handle[key]}
                onChange={() => set(label, (b) => void (b.handle[key] = !b.handle[key]))}
              />
              {label}
            </label>
          ))}
      </div>
      {order.contradictions.map((c) => (
        <p key={c.sentence} role="alert" className="border-l-4 border-ruin bg-raised px-3 py-2">
          <span className="font-semibold text-ruin">No such order. </span>
          {c.sentence}
        </p>
      ))}
      {order.vent && <p className="border-l-4 border-check bg-raised px-3 py-2">{order.vent}</p>}
      {order.sub_assembly.length > 0 && (
        <p className="text-soft">
          Joined first, off the blank:{" "}
          {order.sub_assembly
            .map((id) => plan.handle.parts.find((p) => p.id === id)?.name)
            .join(" + ")}
          .
        </p>
      )}
      <Wishes />
      <ol aria-label="Order of work">
        {plan.work.operations.map((step, n) => (
          <StepRow
            key={step.id}
            step={step}
            n={n + 1}
            steps={plan.work.operations}
            onSelect={onSelect}
          />
        ))}
      </ol>
      <OwnStepForm />
    </div>
  );
}

function StepRow({
  step,
  n,
  steps,
  onSelect,
}: {
  step: Step;
  n: number;
  steps: Step[];
  onSelect: StageProps["onSelect"];
}) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const flipped = useSettings((s) => s.flipped);
  const part = plan.handle.parts.find((p) => p.id === step.part_id);
  const ticked = build.handle.steps_done.includes(step.id);
  const blocked = step.open_before.length > 0 && !ticked;
  const waits = step.open_before
    .map((id) => steps.find((s) => s.id === id)?.words.split(",")[0])
    .join("; ");
  const ahead = steps[n - 2];
  const toTheRight = (step.enters === "butt") !== flipped;
  return (
    <li
      className={`grid grid-cols-[2.2rem_1.8rem_minmax(0,1fr)_minmax(0,20rem)_2rem] items-baseline gap-3 border-b border-line/60 py-1.5 ${step.done ? "text-soft" : ""} ${step.out_of_turn ? "bg-raised" : ""}`}
    >
      <span className="fig text-right text-answer">{n}</span>
      <input
        type="checkbox"
        className="size-5 translate-y-1 accent-[var(--accent)]"
        aria-label={`Done: ${step.words}`}
        checked={ticked || (step.done && NO_TICK.includes(step.kind))}
        disabled={blocked || NO_TICK.includes(step.kind)}
        onChange={() =>
          edit(ticked ? `reopen: ${step.words}` : step.words, stepDone(step.id, !ticked))
        }
      />
      <span>
        {step.enters &&
          (toTheRight ? (
            <ArrowRight size={16} aria-hidden className="mr-1 inline text-accent" />
          ) : (
            <ArrowLeft size={16} aria-hidden className="mr-1 inline text-accent" />
          ))}
        {part ? (
          <button
            type="button"
            className="text-left hover:underline"
            onClick={() => onSelect(`handle.parts.${part.id}`)}
          >
            {step.words}
          </button>
        ) : (
          step.words
        )}
        {step.irreversible && (
          <Term says="There is no way back from this step.">
            <Lock size={13} aria-label="no way back" className="ml-1.5 inline text-soft" />
          </Term>
        )}
        {step.kind === "part" && part && (
          <span className="label ml-2">
            {length(part.start_mm, build.rule, false)} to {length(part.end_mm, build.rule)}
          </span>
        )}
      </span>
      <span className={`text-note ${step.out_of_turn ? "text-ruin" : "text-soft"}`}>
        {step.out_of_turn
          ? `done out of turn: ${waits} is still open`
          : blocked
            ? `waits for: ${waits}`
            : step.done
              ? "done"
              : step.skipped
                ? `left out: ${step.skipped}`
                : step.kind === "check"
                  ? "add a winding check to the stack, or say there is none"
                  : "may be done now"}
      </span>
      {ahead && !step.done && !ahead.done ? (
        <IconButton
          name={`Earlier: ${step.words}`}
          onClick={() =>
            edit(`${step.words}, earlier`, (b) => {
              b.work.ahead = b.work.ahead.filter(
                (w) => !(w.earlier === ahead.id && w.later === step.id),
              );
              b.work.ahead.push({ id: "", earlier: step.id, later: ahead.id });
            })
          }
        >
          <ArrowUp size={16} />
        </IconButton>
      ) : (
        <span />
      )}
    </li>
  );
}

/** What the builder wants before what, and which of it nothing can follow. */
function Wishes() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const words = (id: string) =>
    plan.work.operations.find((o) => o.id === id)?.words ?? "a step that is gone";
  return (
    <>
      {plan.work.against.map((sentence) => (
        <p key={sentence} role="alert" className="border-l-4 border-check bg-raised px-3 py-2">
          {sentence}
        </p>
      ))}
      {build.work.ahead.length > 0 && (
        <ul aria-label="Your own order" className="flex flex-wrap gap-2">
          {build.work.ahead.map((w) => (
            <li key={w.id} className="flex items-center gap-1 rounded bg-raised pl-3 text-small">
              {words(w.earlier)} <span className="text-soft">before</span> {words(w.later)}
              <IconButton
                name={`Drop: ${words(w.earlier)} before ${words(w.later)}`}
                onClick={() =>
                  edit("as the plan has it", (b) => {
                    b.work.ahead = b.work.ahead.filter((x) => x.id !== w.id);
                  })
                }
              >
                <X size={14} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** A step the plan does not know: behind which of its own, and how long it takes. */
function OwnStepForm() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [words, setWords] = useState("");
  const [after, setAfter] = useState("");
  const [minutes, setMinutes] = useState("");
  const [why, setWhy] = useState("");
  const add = () => {
    const takes = minutes.trim() ? Number(minutes) : null;
    if (!words.trim()) return setWhy("Say what is to be done.");
    if (takes !== null && !(takes > 0 && takes <= 1440))
      return setWhy(`“${minutes}” is no number of minutes up to a day.`);
    const stage = plan.work.operations.find((o) => o.id === after)?.stage ?? "handle";
    edit(`a step of one’s own: ${words.trim()}`, (b) => {
      b.work.own.push({ id: "", words: words.trim(), stage, after, minutes: takes, caution: "" });
    });
    setWords("");
    setMinutes("");
    setWhy("");
  };
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <h2>A step of your own</h2>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid min-w-64 flex-1 gap-1">
          <span className="label">what is to be done</span>
          <input
            className="field"
            maxLength={120}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </label>
        <label className="grid gap-1">
          <span className="label">behind</span>
          <select
            className="field max-w-72"
            value={after}
            onChange={(e) => setAfter(e.target.value)}
          >
            <option value="">the beginning of the handle</option>
            {plan.work.operations.map((o) => (
              <option key={o.id} value={o.id}>
                {o.words}
              </option>
            ))}
          </select>
        </label>
        <label className="grid w-28 gap-1">
          <span className="label">minutes</span>
          <input
            className="field"
            inputMode="decimal"
            placeholder="not known"
            value={minutes}
            onChange={(e) => setMinutes(e.target.value)}
          />
        </label>
        <Button type="submit" className="min-h-9">
          Add it
        </Button>
      </div>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
      {build.work.own.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {build.work.own.map((o) => (
            <li key={o.id} className="flex items-center gap-1 rounded bg-raised pl-3 text-small">
              {o.words}
              <IconButton
                name={`Take out: ${o.words}`}
                onClick={() =>
                  edit(`without: ${o.words}`, (b) => {
                    b.work.own = b.work.own.filter((x) => x.id !== o.id);
                  })
                }
              >
                <X size={14} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
