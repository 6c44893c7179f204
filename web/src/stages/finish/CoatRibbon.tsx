import { useEffect, useState } from "react";

import type { CoatPlan } from "../../api/types";
import { useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { hours } from "../../ui/measure";

const ROW = 46;
const HEAD = 24;
const LEFT = 66;

/** Each coat a ribbon of time: working, turning, waiting, the window to recoat, ready to handle. */
export function CoatRibbon() {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const [now, setNow] = useState(() => Date.now());
  const { coats } = plan.finish;
  const origin = coats[0]?.starts_at ? Date.parse(coats[0].starts_at) : null;
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 20_000);
    return () => clearInterval(timer);
  }, [origin]);
  const end =
    Math.max(...coats.map((c) => c.starts_min + clock(c, "recoat closes")), plan.finish.ready_min) *
    1.04;
  const x = (min: number) => LEFT + (min / end) * (width - LEFT - 12);
  const step =
    [60, 120, 240, 360, 720, 1440, 2880, 5760].find((s) => (s / end) * (width - LEFT) > 64) ??
    11520;
  const height = HEAD + coats.length * ROW + 6;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        className="block"
        role="img"
        aria-label={coats.map(spoken).join(" ")}
      >
        <defs>
          <pattern
            id="turning"
            width="9"
            height="9"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(35)"
          >
            <rect width="9" height="9" fill="var(--accent)" fillOpacity=".25" />
            <line x1="0" x2="0" y1="0" y2="9" stroke="var(--accent)" strokeWidth="4" />
          </pattern>
        </defs>
        <g className="fig" fontSize="13" fill="var(--ink-soft)">
          {Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => (
            <g key={i}>
              <line
                x1={x(i * step)}
                x2={x(i * step)}
                y1={HEAD - 5}
                y2={height - 4}
                stroke="var(--line)"
                strokeWidth=".8"
              />
              <text x={x(i * step)} y={12} textAnchor={i ? "middle" : "start"}>
                {tick(origin, i, step)}
              </text>
            </g>
          ))}
        </g>
        {coats.map((coat, i) => (
          <Ribbon key={coat.number} coat={coat} y={HEAD + i * ROW + 6} x={x} />
        ))}
        {origin !== null && now > origin && (now - origin) / 60_000 < end && (
          <g>
            <line
              x1={x((now - origin) / 60_000)}
              x2={x((now - origin) / 60_000)}
              y1={HEAD - 6}
              y2={height}
              stroke="var(--ruin)"
              strokeWidth="2"
            />
            <text
              x={x((now - origin) / 60_000) + 4}
              y={height - 4}
              fontSize="13"
              fill="var(--ruin)"
              fontWeight="600"
            >
              now
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

/** Hours from the first mix, or the time of day once it has been mixed; a new day shows its name. */
function tick(origin: number | null, i: number, step: number): string {
  if (origin === null) return hours(i * step);
  const at = new Date(origin + i * step * 60_000);
  const before = new Date(origin + (i - 1) * step * 60_000);
  return i === 0 || at.getDate() === before.getDate()
    ? at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })
    : at.toLocaleDateString("en-GB", { weekday: "short", day: "numeric" });
}

const clock = (coat: CoatPlan, name: string) =>
  coat.clocks.find((c) => c.name === name)?.minutes ?? 0;

const spoken = (coat: CoatPlan) =>
  `Coat ${coat.number}: turn ${hours(clock(coat, "rotate"))}, recoat from ${hours(clock(coat, "recoat opens"))} to ${hours(clock(coat, "recoat closes"))}.`;

function Ribbon({ coat, y, x }: { coat: CoatPlan; y: number; x: (min: number) => number }) {
  const s = coat.starts_min;
  const pot = clock(coat, "pot life");
  const rotate = clock(coat, "rotate");
  const opens = clock(coat, "recoat opens");
  const closes = clock(coat, "recoat closes");
  const handle = clock(coat, "handle");
  const bar = (from: number, to: number, fill: string, extra = {}) => (
    <rect
      x={x(s + from)}
      width={Math.max(x(s + to) - x(s + from), 2)}
      y={y}
      height={20}
      fill={fill}
      {...extra}
    />
  );
  return (
    <g>
      <text x={0} y={y + 15} fontSize="15" fontWeight="650" fill="var(--ink)">
        Coat {coat.number}
        {coat.laid ? " ✓" : ""}
      </text>
      <line
        x1={x(s)}
        x2={x(s + closes)}
        y1={y + 10}
        y2={y + 10}
        stroke="var(--ink-soft)"
        strokeWidth="2"
        strokeDasharray="2 4"
      />
      {bar(0, rotate, "url(#turning)")}
      {bar(0, pot, "var(--pencil)")}
      {bar(opens, closes, "var(--tape)", { stroke: "var(--ink-soft)" })}
      <path
        d={`M${x(s + handle)},${y - 3} l6,6 h-12 Z`}
        fill="var(--ink)"
        transform={`rotate(180 ${x(s + handle)} ${y})`}
      />
      <g fontSize="13" fill="var(--ink-soft)" className="fig">
        <text x={x(s)} y={y + 34}>
          turn {hours(rotate)}, work {hours(pot)}
        </text>
        {x(s + opens) - x(s) > 150 && (
          <text x={x(s + opens)} y={y + 34}>
            recoat {hours(opens)} – {hours(closes)}
          </text>
        )}
      </g>
      {x(s + closes) - x(s + opens) > 92 && (
        <text
          x={(x(s + opens) + x(s + closes)) / 2}
          y={y + 14.5}
          textAnchor="middle"
          fontSize="13"
          fill="var(--tape-ink)"
        >
          recoat window
        </text>
      )}
    </g>
  );
}
