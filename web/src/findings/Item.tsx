import { ChevronRight } from "lucide-react";
import { useState } from "react";
import { Link, useLocation } from "wouter";

import type { Finding, StageName } from "../api/types";
import { useRod } from "../rod/store";
import { whereIs } from "../stages/jobs";
import { Button } from "../ui/controls";
import { Term } from "../words/Term";
import { heldTogether, Spoken, wordsIn } from "../words/Spoken";
import { Mark, WORDS } from "./Mark";
import { useMend } from "./useMend";

interface ItemProps {
  finding: Finding;
  /** The stage it is shown beside; none in the list of the whole rod, which says each one's stage. */
  beside?: StageName;
  onSelect?: (what: string | null) => void;
  onGone?: () => void;
}

/** One finding: its sentence, and when it is opened what to do, its numbers, rule, source and place. */
export function Item({ finding: f, beside, onSelect, onGone }: ItemProps) {
  const [open, setOpen] = useState(false);
  const [, go] = useLocation();
  const id = useRod((s) => s.id);
  const mend = useMend(f);
  const words = open ? wordsIn(f.sentence) : [];
  const here = f.stage === beside;
  const show = () => {
    onGone?.();
    if (here && f.field) onSelect?.(f.field);
    else go(whereIs(id!, f.stage, f.field));
  };
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid w-full grid-cols-[4.3rem_1fr_1rem] items-start gap-x-1 py-2 text-left"
        onClick={() => {
          setOpen(!open);
          if (!open && here && f.field) onSelect?.(f.field);
        }}
      >
        <span className="flex items-center gap-1.5 text-note font-bold">
          <Mark weight={f.weight} size={13} /> {WORDS[f.weight]}
        </span>
        <span className="text-small leading-snug">
          {!here && <span className="text-soft capitalize">{f.stage}: </span>}
          {heldTogether(f.sentence)}
        </span>
        <ChevronRight
          size={15}
          aria-hidden
          className={`self-center text-soft ${open ? "rotate-90" : ""}`}
        />
      </button>
      {open && (
        <div className="mb-3 ml-[4.5rem] text-note">
          {f.figures.length > 0 && (
            <dl className="mb-2 grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5">
              {f.figures.map((n) => (
                <div key={n.label} className="contents">
                  <dt className="text-soft">{n.label}</dt>
                  <dd className="fig text-right">{n.value}</dd>
                </div>
              ))}
            </dl>
          )}
          <p>
            <Spoken text={f.rule} />
          </p>
          {words.length > 0 && (
            <p className="mt-1 text-soft">
              Words:{" "}
              {words.map((m, k) => (
                <span key={m.word}>
                  {k > 0 && ", "}
                  <Term says={m.says} of={m}>
                    {m.word}
                  </Term>
                </span>
              ))}
            </p>
          )}
          <p className="mt-1 text-soft">
            Source: {f.source}.{" "}
            {/habit|memory/.test(f.source) && (
              <Link href={`/build/${id}/habits`} className="underline">
                Set it otherwise
              </Link>
            )}
          </p>
          <div className="mt-1 flex flex-wrap items-center gap-3">
            {(!here || f.field) && (
              <button type="button" className="min-h-8 underline" onClick={show}>
                {here ? "Show it on the rod" : `Go to the ${f.stage}`}
              </button>
            )}
            {mend && <Button onClick={mend.act}>{mend.words}</Button>}
          </div>
        </div>
      )}
    </li>
  );
}

/** One finding of a kind and place is one line, whatever its numbers say now. */
export const keyOf = (f: Finding, n: number): string =>
  `${f.code} ${f.field ?? ""} ${f.place?.start_mm ?? ""} ${n}`;
