import { ChevronRight } from "lucide-react";
import { useState } from "react";
import { Link, useLocation } from "wouter";

import type { Finding, StageName } from "../api/types";
import { useShown } from "../rod/store";
import { Term } from "../words/Term";
import { heldTogether, Spoken, wordsIn } from "../words/Spoken";
import { MeasureNext } from "./MeasureNext";

const WORDS = { ruins: "Stop", check: "Look", note: "Know" };
const COLOURS = { ruins: "text-ruin", check: "text-check", note: "text-good" };

/** What the computation concluded, worst first: this stage's findings, then what presses elsewhere. */
export function Findings(props: {
  stage: StageName;
  id: string;
  onSelect: (what: string | null) => void;
}) {
  const { plan, build } = useShown();
  const begun = (stage: StageName) =>
    plan.standing.find((s) => s.stage === stage)?.state !== "empty";
  const here = plan.findings.filter((f) => f.stage === props.stage);
  const elsewhere = plan.findings.filter(
    (f) =>
      f.stage !== props.stage &&
      begun(f.stage) &&
      (f.weight === "ruins" || (f.weight === "check" && !build.done.includes(f.stage))),
  );
  return (
    <aside
      aria-label="Findings"
      tabIndex={0}
      className="w-[21rem] shrink-0 max-[1150px]:w-[16.5rem] overflow-auto border-l border-line bg-deep px-4 pt-4 pb-8"
    >
      <h2 className="mb-1">Findings</h2>
      <ul>
        {here.map((f, n) => (
          <Item key={keyOf(f, n)} finding={f} {...props} />
        ))}
        {here.length === 0 && (
          <li className="py-2 text-soft">Nothing to say about this stage yet.</li>
        )}
      </ul>
      {elsewhere.length > 0 && (
        <>
          <h3 className="label mt-5 mb-1">In other stages</h3>
          <ul>
            {elsewhere.map((f, n) => (
              <Item key={keyOf(f, n)} finding={f} {...props} />
            ))}
          </ul>
        </>
      )}
      <MeasureNext id={props.id} />
    </aside>
  );
}

/** One finding of a kind and place is one line, whatever its numbers say now. */
const keyOf = (f: Finding, n: number): string =>
  `${f.code} ${f.field ?? ""} ${f.place?.start_mm ?? ""} ${n}`;

function Item({
  finding: f,
  stage,
  id,
  onSelect,
}: {
  finding: Finding;
  stage: StageName;
  id: string;
  onSelect: (what: string | null) => void;
}) {
  const [open, setOpen] = useState(false);
  const [, go] = useLocation();
  const words = open ? wordsIn(f.sentence) : [];
  const show = () => {
    if (f.stage !== stage) go(`/build/${id}/${f.stage}${f.field ? `?at=${f.field}` : ""}`);
    else if (f.field) onSelect(f.field);
  };
  return (
    <li className="border-t border-line">
      <button
        type="button"
        aria-expanded={open}
        className="grid w-full grid-cols-[3rem_1fr_1rem] items-baseline gap-x-1 py-2 text-left"
        onClick={() => {
          setOpen(!open);
          if (!open && f.stage === stage && f.field) onSelect(f.field);
        }}
      >
        <span className={`text-note font-bold ${COLOURS[f.weight]}`}>{WORDS[f.weight]}</span>
        <span className="text-small leading-snug">
          {f.stage !== stage && <span className="text-soft capitalize">{f.stage}: </span>}
          {heldTogether(f.sentence)}
        </span>
        <ChevronRight
          size={15}
          aria-hidden
          className={`self-center text-soft ${open ? "rotate-90" : ""}`}
        />
      </button>
      {open && (
        <div className="mb-3 ml-[3.25rem] text-note">
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
          {(f.stage !== stage || f.field) && (
            <button type="button" className="mt-1 min-h-6 underline" onClick={show}>
              {f.stage !== stage ? `Go to the ${f.stage}` : "Show it on the rod"}
            </button>
          )}
        </div>
      )}
    </li>
  );
}
