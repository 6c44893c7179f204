import { useState } from "react";

import type { LogLine } from "../api/types";
import { Strip } from "../mat/Strip";
import { length } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { said } from "./words";

const R = 7;

const placeOf = (l: LogLine): number | null =>
  l.entry.picture?.place_mm ?? l.entry.note?.place_mm ?? null;

/** Pictures and notes on the rod, each pinned where it is of; a pin leads to its line. */
export function Pins({ lines, names }: { lines: LogLine[]; names: Record<string, string> }) {
  const rule = useSettings((s) => s.rule);
  const [over, setOver] = useState<string | null>(null);
  const pinned = lines.filter((l) => !l.struck && placeOf(l) !== null);
  if (!pinned.length) return null;
  const shown = pinned.find((l) => l.entry.id === over);
  const words = (l: LogLine) =>
    `${said(l.entry, names, rule).says || "picture"}, ${length(placeOf(l)!, rule)} from the butt`;
  const go = (id: string) => {
    const line = document.getElementById(`line-${id}`);
    line?.scrollIntoView({ block: "center" });
    line?.focus();
  };
  return (
    <div className="relative">
      <Strip>
        {(x) =>
          pinned.map((l, n) => {
            const at = placeOf(l)!;
            const before = pinned
              .slice(0, n)
              .filter((o) => Math.abs(x(placeOf(o)!) - x(at)) < 2 * R);
            const cy = 14 + before.length * (2 * R + 2);
            const { id } = l.entry;
            return (
              <g
                key={id}
                role="link"
                tabIndex={0}
                aria-label={words(l)}
                className="cursor-pointer outline-offset-2"
                onMouseEnter={() => setOver(id)}
                onMouseLeave={() => setOver(null)}
                onFocus={() => setOver(id)}
                onBlur={() => setOver(null)}
                onClick={() => go(id)}
                onKeyDown={(e) => e.key === "Enter" && go(id)}
              >
                <line
                  x1={x(at)}
                  x2={x(at)}
                  y1={cy}
                  y2={38}
                  stroke="var(--pencil)"
                  strokeWidth="1.5"
                />
                {l.entry.picture ? (
                  <rect
                    x={x(at) - R}
                    y={cy - R}
                    width={2 * R}
                    height={2 * R}
                    rx="2"
                    fill="var(--tape)"
                  />
                ) : (
                  <circle
                    cx={x(at)}
                    cy={cy}
                    r={R - 1}
                    fill={l.entry.note?.wrong ? "var(--ruin)" : "var(--pencil)"}
                  />
                )}
                {l.entry.picture && (
                  <circle
                    cx={x(at)}
                    cy={cy}
                    r="3"
                    fill="none"
                    stroke="var(--tape-ink)"
                    strokeWidth="1.5"
                  />
                )}
              </g>
            );
          })
        }
      </Strip>
      {shown && (
        <p className="absolute top-full right-5 z-10 flex max-w-sm items-center gap-2 rounded border border-line bg-raised p-2 text-note shadow">
          {shown.entry.picture && (
            <img
              src={`/api/pictures/${shown.entry.picture.file}?small=true`}
              alt=""
              className="max-h-24 rounded"
            />
          )}
          {words(shown)}
        </p>
      )}
    </div>
  );
}
