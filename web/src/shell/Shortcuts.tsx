import { useLocation } from "wouter";

import type { StageName } from "../api/types";
import { HELP } from "../stages/help";
import { jobIn, JOBS_OF } from "../stages/jobs";
import { Overlay } from "../ui/controls";
import { useShell } from "./ui";

const KEYS: [string, string][] = [
  ["1 – 6", "go to blank, spine, handle, guides, wraps, finish"],
  ["[  ]", "stage before, stage after"],
  ["← →", "nudge what is held on the mat by one step of your rule"],
  ["Shift + ← →", "nudge by ten steps"],
  ["Enter", "type the exact place of what is held"],
  ["Delete", "let a guide go free again, to be closed in"],
  ["M", "fold the mat to a strip, or unfold it"],
  ["Tab", "next field; a list of guides, parts or wraps is one row of it"],
  ["↑ ↓", "in a row: the same field of the row above, or below"],
  [",  .", "on the mat: the one before, or after, what is held"],
  ["F1", "in a field: what the word over it means"],
  ["Ctrl + Z", "undo"],
  ["Ctrl + Shift + Z", "redo"],
  ["Ctrl + K", "find a rod, a stage or a command"],
  ["P", "build sheet"],
  ["R", "the rack"],
  ["?", "this sheet"],
];

export function Shortcuts() {
  const { shortcuts, set } = useShell();
  const [where] = useLocation();
  const [, stage, job] = /^\/build\/[^/]+\/(\w+)\/?([\w-]*)/.exec(where) ?? [];
  const known = stage && stage in JOBS_OF ? (stage as StageName) : null;
  const help = known && HELP[`${known}/${jobIn(known, job).job}`];
  return (
    <Overlay
      open={shortcuts}
      onOpenChange={(open) => set({ shortcuts: open })}
      title={help ? "This job, and the keys" : "Keys"}
    >
      {help && (
        <section aria-label="What this is for" className="mt-3 border-l-4 border-tape pl-3">
          <p>{help.is}</p>
          <p className="text-soft">To measure: {help.measure}</p>
        </section>
      )}
      <dl className="mt-3 grid grid-cols-[10rem_1fr] gap-y-1.5">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="fig text-accent">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Overlay>
  );
}
