import { useState } from "react";

import type { LogLine } from "../api/types";

const day = (line: LogLine) =>
  new Date(line.entry.at).toLocaleDateString("en-GB", { day: "numeric", month: "short" });
const source = (line: LogLine) => `/api/pictures/${line.entry.picture!.file}`;

/** Two pictures over each other, drawn apart by a slider: before and after. */
export function Slider({ pictures }: { pictures: LogLine[] }) {
  const oldestFirst = [...pictures].reverse();
  const [before, setBefore] = useState(0);
  const [after, setAfter] = useState(oldestFirst.length - 1);
  const [at, setAt] = useState(50);
  const a = oldestFirst[Math.min(before, oldestFirst.length - 1)]!;
  const b = oldestFirst[Math.min(after, oldestFirst.length - 1)]!;
  const pick = (label: string, value: number, onChange: (n: number) => void) => (
    <label className="flex items-center gap-2">
      {label}
      <select
        className="min-h-9 rounded border border-line bg-raised px-2"
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
      >
        {oldestFirst.map((p, n) => (
          <option key={p.entry.id} value={n}>
            {day(p)} {p.entry.picture!.words || `picture ${n + 1}`}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <figure className="mb-5">
      <div className="relative h-64 overflow-hidden rounded bg-deep">
        <img
          src={source(b)}
          alt={`After, ${day(b)}`}
          className="absolute inset-0 size-full object-contain"
        />
        <div className="absolute inset-0 bg-deep" style={{ clipPath: `inset(0 ${100 - at}% 0 0)` }}>
          <img src={source(a)} alt={`Before, ${day(a)}`} className="size-full object-contain" />
        </div>
        <div className="absolute inset-y-0 w-0.5 bg-tape" style={{ left: `${at}%` }} />
      </div>
      <input
        type="range"
        aria-label="Before and after"
        className="mt-1 w-full accent-[var(--accent)]"
        min={0}
        max={100}
        value={at}
        onChange={(e) => setAt(Number(e.target.value))}
      />
      <figcaption className="flex flex-wrap justify-between gap-2 text-small">
        {pick("before", before, setBefore)}
        {pick("after", after, setAfter)}
      </figcaption>
    </figure>
  );
}
