import { useState } from "react";
import { Link } from "wouter";

import type { Plan } from "../../api/types";
import { heldWrap, wrapHeld } from "../../mat/scale";
import { useThreadColours } from "../../mat/threads";
import { useRod, useShown } from "../../rod/store";
import { freshRowId } from "../../rod/changes";
import { sayOfWrap } from "../../rod/wraps";
import { FRESH_ROWS } from "../../words/shapes";
import { Button, Choice } from "../../ui/controls";
import { hours, length } from "../../ui/measure";
import { useRows } from "../../ui/rows";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { OneWrap } from "./OneWrap";
import { Progress } from "./Progress";
import { ThreadAndSpools } from "./ThreadAndSpools";

type Laid = Plan["wraps"]["laid"][number];
type Side = "wraps" | "thread" | "progress";

const LEAVES = [
  { value: "wraps", label: "the wraps" },
  { value: "thread", label: "thread and colours" },
  { value: "progress", label: "how far it is" },
] as const;

/** Every wrap of the rod, one of them opened; its thread; and how far the work is. */
export function WrapsJob({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const [leaf, setLeaf] = useState<Side>("wraps");
  const { wraps } = plan;
  const one = wrapHeld(plan, heldWrap(selected));
  if (!wraps.laid.length)
    return (
      <Answer
        tone="wait"
        says="Wraps follow from the blank’s diameters and where the guides stand."
      >
        Nothing to wrap yet
      </Answer>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Answer
        says={`${wraps.laid.length} wraps, ${wraps.turns.toLocaleString("en")} turns, ${hours(wraps.minutes)} for the hands; ${wraps.mass_g.toFixed(1)} g of thread before finish.`}
        act={
          <Link
            href={`/build/${id}/sheet?show=wraps`}
            className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
          >
            The cue sheet
          </Link>
        }
      >
        <Fig>{wraps.metres.toFixed(0)} m</Fig> of thread
      </Answer>
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label="Show"
          hideLabel
          value={leaf}
          options={[...LEAVES]}
          onChange={(v) => setLeaf(v)}
        />
        {leaf === "wraps" && <AddWrap onSelect={onSelect} />}
      </div>
      {leaf === "wraps" && (
        <div className="grid grid-cols-[minmax(17rem,24rem)_minmax(0,1fr)] gap-6 max-[900px]:grid-cols-1">
          <List held={one?.id ?? null} onSelect={onSelect} laid={wraps.laid} rule={build.rule} />
          {one && <OneWrap key={one.id} laid={one} onSelect={onSelect} />}
        </div>
      )}
      {leaf === "thread" && <ThreadAndSpools />}
      {leaf === "progress" && <Progress />}
    </div>
  );
}

function List(props: {
  laid: Laid[];
  held: string | null;
  onSelect: (what: string | null) => void;
  rule: Parameters<typeof length>[1];
}) {
  const { laid, held, onSelect, rule } = props;
  const { plan } = useShown();
  const edit = useRod((s) => s.edit);
  const colour = useThreadColours();
  const rows = useRows<HTMLUListElement>();
  const tipFirst = [...laid].sort((a, b) => b.start_mm - a.start_mm);
  return (
    <ul
      ref={rows}
      aria-label="Wraps, tip first"
      className="max-h-[46vh] overflow-auto border-y border-line"
    >
      {tipFirst.map((w) => (
        <li key={w.id} data-row className="border-b border-line last:border-b-0">
          <button
            type="button"
            aria-pressed={held === w.id}
            className={`flex min-h-8 w-full items-center gap-2 px-2 py-1 text-left ${held === w.id ? "bg-tape text-tape-ink" : "hover:bg-raised"}`}
            onClick={() => onSelect(`wraps.wraps.${w.id}`)}
          >
            <span className="flex h-4 w-7 shrink-0 overflow-hidden rounded-sm" aria-hidden>
              {[w.thread, ...w.stretches.filter((s) => s.what === "band").map((s) => s.thread)].map(
                (t, n) => (
                  <span key={n} className="grow" style={{ background: colour(t) }} />
                ),
              )}
            </span>
            <span className="min-w-0 grow truncate">{w.what}</span>
            {w.settled && <span className="text-note opacity-80">yours</span>}
            <span className="fig whitespace-nowrap">
              {length(w.end_mm - w.start_mm, rule)} · {w.turns}
              {w.layers > 1 ? ` × ${w.layers}` : ""}
            </span>
          </button>
        </li>
      ))}
      {plan.wraps.left_out.map((w) => (
        <li key={w.id} data-row className="flex items-center gap-2 px-2 py-1 text-soft">
          <span className="grow truncate line-through">{w.what}</span>
          <Button
            look="quiet"
            onClick={() =>
              edit(
                `wrap ${w.what} after all`,
                sayOfWrap(w.id, (row) => void (row.left_out = false)),
              )
            }
          >
            wrap it after all
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** A wrap of one's own, ahead of the handle's; it is moved from there. */
function AddWrap({ onSelect }: { onSelect: (what: string | null) => void }) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const add = (kind: "free" | "splint" | "frame", long: number) => {
    const id = freshRowId();
    const from = Math.round(plan.handle.front_mm + build.blank.trim_butt_mm + 40);
    const row = {
      ...structuredClone(FRESH_ROWS.wrap),
      id,
      kind,
      from_mm: from,
      to_mm: from + long,
    };
    edit(`add a ${kind} wrap`, (b) => void b.wraps.wraps.push(row));
    onSelect(`wraps.wraps.${id}`);
  };
  return (
    <>
      <Button onClick={() => add("free", 20)}>Add a wrap</Button>
      <Button onClick={() => add("splint", 75)}>Over a splint</Button>
    </>
  );
}
