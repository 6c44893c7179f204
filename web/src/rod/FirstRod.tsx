import { Check, Copy } from "lucide-react";
import { useState } from "react";
import { Link } from "wouter";

import type { StageName } from "../api/types";
import { jobIn } from "../stages/jobs";
import { Button } from "../ui/controls";
import { useRod, useShown } from "./store";

/** The slip that lies beside a pretend blank: what to do next, what it reads, and what came of it. */
export function FirstRod({ id, stage, job }: { id: string; stage: StageName; job?: string }) {
  const steps = useShown().plan.first_rod;
  const edit = useRod((s) => s.edit);
  const [copied, setCopied] = useState(false);
  if (!steps.length) return null;
  const next = steps.find((s) => !s.done);
  const there = next?.stage === stage && next.job === jobIn(stage, job).job;
  return (
    <aside
      aria-label="The pretend blank’s slip"
      className="w-64 shrink-0 overflow-auto border-r border-line bg-raised px-4 py-3 max-[760px]:w-full max-[760px]:border-r-0 max-[760px]:border-b"
    >
      <p className="label">
        A first rod, {steps.filter((s) => s.done).length} of {steps.length} done
      </p>
      <div aria-live="polite">
        <h3 className="mt-1 text-head leading-tight font-bold">
          {next ? next.does : "That is a whole rod on paper"}
        </h3>
        <p className="mt-1">
          {next
            ? next.says
            : "The sheet holds every mark, bore, turn of tape and coat of it. Pin it over the bench."}
        </p>
      </div>
      {next && !there && (
        <Link
          href={`/build/${id}/${next.stage}/${next.job}`}
          className="torn mt-2 inline-block px-4 py-1.5 font-semibold"
        >
          Take me there
        </Link>
      )}
      {!next && (
        <Link
          href={`/build/${id}/sheet`}
          className="torn mt-2 inline-block px-4 py-1.5 font-semibold"
        >
          See the sheet
        </Link>
      )}
      {next && next.slip.length > 0 && (
        <div className="mt-3 border-t-8 border-tape bg-field px-3 py-2">
          <pre className="fig text-lead leading-relaxed whitespace-pre-wrap [tab-size:6]">
            {next.slip.join("\n")}
          </pre>
          {next.stage === "guides" && (
            <Button
              className="mt-1"
              onClick={() =>
                void navigator.clipboard.writeText(next.slip.join("\n")).then(() => setCopied(true))
              }
            >
              <Copy size={14} aria-hidden /> {copied ? "Copied" : "Copy it"}
            </Button>
          )}
        </div>
      )}
      <ol className="mt-3 grid gap-2 text-small">
        {steps
          .filter((s) => s.done)
          .map((s) => (
            <li key={s.does} className="flex gap-2">
              <Check size={15} className="mt-0.5 shrink-0 text-good" aria-label="done" />
              <span>
                <span className="font-semibold">{s.does}.</span> {s.came}
              </span>
            </li>
          ))}
      </ol>
      <Button
        look="quiet"
        className="mt-3"
        onClick={() => edit("put the slip away", (b) => void (b.pretend = false))}
      >
        Put the slip away
      </Button>
    </aside>
  );
}
