import { X } from "lucide-react";
import { useState } from "react";

import type { PartKind } from "../../api/types";

import { rowOf, takeOut } from "../../rod/rows";
import { freshRowId } from "../../rod/changes";
import { useRod, useShown } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, IconButton, Pick } from "../../ui/controls";
import { MeasureField, WordsField } from "../../ui/Field";
import { length } from "../../ui/measure";
import { PART_WORDS, SIZED_KINDS } from "../../words/shapes";
import { Answer } from "../Answer";
import { nameOf, newPart } from "./parts";

/** The first choice that is settled, or what to bring. */
function WhichFits() {
  const { plan } = useShown();
  const { sizes } = plan.handle;
  const settled = sizes.find((s) => s.best) ?? sizes[0];
  const best = settled?.judged.find((j) => j.part_id === settled.best);
  if (!settled)
    return (
      <Answer
        tone="wait"
        says="Bring candidates from the shelf, or type their bores: each is tried on this blank, at its own place in the stack."
      >
        Which sizes are to be tried?
      </Answer>
    );
  if (!best)
    return (
      <Answer tone="look">
        None of {settled.judged.length} fits as {PART_WORDS[settled.kind]}
      </Answer>
    );
  return <Answer says={best.reason}>Take the {best.name}</Answer>;
}

/** Candidates laid against the blank: which fits where, why, and the next best. */
export function SizesJob() {
  const id = useRod((s) => s.id);
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [kind, setKind] = useState<PartKind>("reel_seat");
  const shelf = useShelved("part").filter(({ item }) => item.kind === kind);
  const { candidates } = build.handle;
  const full = candidates.length >= 60;
  const putIn = (id: string, at_part: string | null) => {
    const part = candidates.find((c) => c.id === id);
    if (!part) return;
    edit(`use ${nameOf(part)}`, (b) => {
      const at = b.handle.parts.findIndex((p) => p.id === at_part);
      const old = b.handle.parts[at];
      const fresh = { ...structuredClone(part), id: old?.id ?? freshRowId() };
      if (old) {
        fresh.gap_before_mm = old.gap_before_mm;
        fresh.overlap_mm = old.overlap_mm;
        b.handle.parts[at] = fresh;
      } else b.handle.parts.push(fresh);
    });
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhichFits />
      <div className="flex flex-wrap items-end gap-2">
        <Pick
          label="Candidates for the"
          className="w-48"
          value={kind}
          options={SIZED_KINDS.map((k) => ({ value: k, label: PART_WORDS[k] }))}
          onChange={setKind}
        />
        <FromShelf
          label="One from the shelf"
          boards={`/shelf/part?rod=${id}`}
          disabled={full}
          offers={shelf.map(({ item, stock }) => ({
            item,
            name: nameOf(item),
            says: `${stock} on hand`,
          }))}
          onTake={(item) =>
            edit(`consider ${nameOf(item)}`, (b) => {
              b.handle.candidates.push({
                ...structuredClone(item),
                id: freshRowId(),
              });
            })
          }
        />
        <Button
          disabled={full || shelf.length === 0}
          onClick={() =>
            edit(`consider every ${PART_WORDS[kind]} on the shelf`, (b) => {
              for (const { item } of shelf) {
                if (b.handle.candidates.length >= 60) break;
                if (b.handle.candidates.some((c) => c.kind === kind && c.name === item.name))
                  continue;
                b.handle.candidates.push({
                  ...structuredClone(item),
                  id: freshRowId(),
                });
              }
            })
          }
        >
          All of them
        </Button>
        <Button
          disabled={full}
          onClick={() =>
            edit("a typed candidate", (b) => {
              const part = newPart(kind, freshRowId());
              if (!part.seat) part.bore_butt_mm = 12;
              part.name = `${PART_WORDS[kind]} ${b.handle.candidates.length + 1}`;
              b.handle.candidates.push(part);
            })
          }
        >
          One typed in
        </Button>
        {build.handle.guides_on && (
          <p className="label">The guides are on: everything must come over the whole butt.</p>
        )}
      </div>
      {plan.handle.sizes.map((choice) => (
        <section key={`${choice.kind}${choice.part_id ?? ""}`}>
          <h2 className="mb-1">
            {PART_WORDS[choice.kind]}{" "}
            <span className="label font-normal">
              at {length(choice.at_mm, build.rule)} from the butt
            </span>
          </h2>
          <ul>
            {choice.judged.map((j) => {
              const i = candidates.findIndex((c) => c.id === j.part_id);
              const part = candidates[i];
              if (!part) return null;
              const word =
                j.part_id === choice.best
                  ? "take this"
                  : j.part_id === choice.runner_up
                    ? "the next best"
                    : j.fits
                      ? "would do"
                      : "does not fit";
              return (
                <li
                  key={j.part_id}
                  className="grid grid-cols-[7rem_minmax(9rem,14rem)_7rem_minmax(0,1fr)_auto] items-center gap-3 border-b border-line/60 py-1.5"
                >
                  <span
                    className={
                      j.part_id === choice.best
                        ? "font-semibold text-good"
                        : j.fits
                          ? ""
                          : "text-soft"
                    }
                  >
                    {j.part_id === choice.best ? "✓ " : ""}
                    {word}
                  </span>
                  <WordsField
                    path={`handle.candidates.${part.id}.name`}
                    label={`Name of ${j.name}`}
                    hideLabel
                    value={part.name}
                    keep={(v) => (b) => void (rowOf(b.handle.candidates, part.id).name = v)}
                  />
                  <MeasureField
                    path={
                      part.seat
                        ? `handle.candidates.${part.id}.seat.bore_mm`
                        : `handle.candidates.${part.id}.bore_butt_mm`
                    }
                    label={`Bore of ${j.name}`}
                    hideLabel
                    kind="diameter"
                    optional={!part.seat}
                    mm={part.seat ? part.seat.bore_mm : part.bore_butt_mm}
                    keep={(mm) => (b) => {
                      const c = rowOf(b.handle.candidates, part.id);
                      if (c.seat) c.seat.bore_mm = mm ?? 0;
                      else c.bore_butt_mm = mm;
                    }}
                  />
                  <span className={j.fits ? "" : "text-soft"}>{j.reason}</span>
                  <span className="flex">
                    {j.fits && (
                      <Button
                        look="quiet"
                        onClick={() => putIn(j.part_id, choice.part_id)}
                        aria-label={`put in the stack: ${j.name}`}
                      >
                        put in the stack
                      </Button>
                    )}
                    <IconButton
                      name={`Put ${j.name} back`}
                      onClick={() =>
                        edit(
                          `put ${j.name} back`,
                          (b) => void takeOut(b.handle.candidates, part.id),
                        )
                      }
                    >
                      <X size={14} />
                    </IconButton>
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      {candidates.length > 0 && plan.handle.sizes.length === 0 && (
        <p className="text-soft">The candidates wait for two diameters of the blank.</p>
      )}
    </div>
  );
}
