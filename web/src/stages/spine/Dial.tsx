import { useDrag } from "@use-gesture/react";
import { useRef } from "react";

import type { Build, ZoneReading } from "../../api/types";
import { sliderProps } from "../../ui/slider";

type Trial = Build["spine"]["trials"][number];

const C = 180;
const R = 128;

const point = (deg: number, r: number): [number, number] => {
  const a = ((deg - 90) * Math.PI) / 180;
  return [C + r * Math.cos(a), C + r * Math.sin(a)];
};

const arc = (from: number, to: number, r: number) => {
  const [x1, y1] = point(from, r);
  const [x2, y2] = point(to, r);
  return `M${x1},${y1} A${r},${r} 0 ${to - from > 180 ? 1 : 0} 1 ${x2},${y2}`;
};

/** The end of the blank as a clock: rests stacked round it, lines and their 95 % arcs. */
export function Dial(props: {
  trials: Trial[];
  zone: Trial["zone"];
  section?: number;
  reading: ZoneReading | undefined;
  zero?: Build["spine"]["zero"];
  /** How far the blank is rolled: the dial turns with it. */
  turn?: number;
  /** Where somebody points, before any line is shown. */
  pointed?: number | null;
  onAdd: (angle: number) => void;
  onMove: (index: number, angle: number) => void;
}) {
  const { trials, zone, section = 0, reading, turn = 0, pointed, onAdd, onMove } = props;
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef(false);
  const from = (clientX: number, clientY: number) => {
    const box = svg.current!.getBoundingClientRect();
    const scale = (2 * C) / box.width;
    return [(clientX - box.left) * scale - C, (clientY - box.top) * scale - C] as const;
  };
  const angleAt = (clientX: number, clientY: number) => {
    const [dx, dy] = from(clientX, clientY);
    return (Math.round((Math.atan2(dx, -dy) * 180) / Math.PI - turn) + 720) % 360;
  };
  const onRing = (clientX: number, clientY: number) => {
    const r = Math.hypot(...from(clientX, clientY));
    return r > 80 && r <= R + 30;
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${2 * C} ${2 * C}`}
      className="mx-auto block w-full max-w-[18.6rem] cursor-crosshair touch-none select-none"
      role="group"
      aria-label="Dial of rests, seen from the butt. Type an angle below to add one by keyboard."
      onClick={(e) => {
        if (dragged.current) dragged.current = false;
        else if (onRing(e.clientX, e.clientY)) onAdd(angleAt(e.clientX, e.clientY));
      }}
    >
      <g transform={`rotate(${turn} ${C} ${C})`}>
        <circle cx={C} cy={C} r={R + 28} fill="var(--mat)" />
        {Array.from({ length: 72 }, (_, i) => {
          const [x1, y1] = point(i * 5, R + 26);
          const [x2, y2] = point(i * 5, R + (i % 6 === 0 ? 15 : i % 2 === 0 ? 20 : 23));
          return (
            <line
              key={i}
              {...{ x1, y1, x2, y2 }}
              stroke="var(--mat-ink)"
              strokeWidth={i % 6 === 0 ? 1.6 : 0.7}
              strokeOpacity=".8"
            />
          );
        })}
        {[0, 90, 180, 270].map((d) => {
          const [x, y] = point(d, R + 3);
          return (
            <text
              key={d}
              x={x}
              y={y + 5}
              textAnchor="middle"
              fontSize="15"
              className="fig"
              fill="var(--mat-ink)"
            >
              {d}
            </text>
          );
        })}
        <circle
          cx={C}
          cy={C}
          r="66"
          fill="var(--blank-bore)"
          stroke="var(--blank-rim)"
          strokeWidth="13"
        />
        <circle cx={C} cy={C} r="72" fill="none" stroke="var(--blank-edge)" strokeWidth="1" />
        <path d={`M${C - 7},${C - 86} h14 l-7,13 Z`} fill="var(--tape)" />
        <text x={C} y={C + 4} textAnchor="middle" fontSize="12" fill="var(--mat-ink)">
          {props.zero ?? "witness"}
        </text>
        {pointed != null && (
          <line
            x1={point(pointed, 60)[0]}
            y1={point(pointed, 60)[1]}
            x2={point(pointed, R + 26)[0]}
            y2={point(pointed, R + 26)[1]}
            stroke="var(--tape)"
            strokeWidth="4"
            strokeDasharray="9 5"
          />
        )}
        {reading?.lines.map((line, i) => {
          const [x, y] = point(line.angle_deg, R + 26);
          const [ix, iy] = point(line.angle_deg, 58);
          const wide = Math.min(line.half_width_deg, 170);
          const colour = i === 0 ? "var(--pencil)" : "var(--mat-accent)";
          const [tx, ty] = point(line.angle_deg, 43);
          return (
            <g key={line.angle_deg}>
              <path
                d={arc(line.angle_deg - wide, line.angle_deg + wide, 92)}
                stroke={colour}
                strokeWidth="8"
                strokeOpacity=".45"
                fill="none"
              />
              <line
                x1={ix}
                y1={iy}
                x2={x}
                y2={y}
                stroke={colour}
                strokeWidth={i === 0 ? 3 : 2}
                strokeDasharray={i === 0 ? undefined : "6 4"}
              />
              <text
                x={tx}
                y={ty + 5}
                textAnchor="middle"
                fontSize="15"
                className="fig"
                fill={colour}
              >
                {Math.round(line.angle_deg)}°
              </text>
            </g>
          );
        })}
        {trials.map((t, i) => {
          const near = trials
            .slice(0, i)
            .filter((o) => Math.abs(((o.angle_deg - t.angle_deg + 540) % 360) - 180) < 4).length;
          return (
            <Rest
              key={i}
              trial={t}
              faint={t.zone !== zone || t.section !== section}
              r={R - 14 - near * 11}
              angleAt={angleAt}
              onMove={(angle, byDrag) => {
                dragged.current = byDrag;
                onMove(i, angle);
              }}
              index={i}
            />
          );
        })}
      </g>
    </svg>
  );
}

function Rest(props: {
  trial: Trial;
  index: number;
  faint: boolean;
  r: number;
  angleAt: (x: number, y: number) => number;
  onMove: (angle: number, byDrag: boolean) => void;
}) {
  const { trial, r, faint, angleAt, onMove } = props;
  const bind = useDrag(({ xy: [x, y], last, tap }) => !tap && last && onMove(angleAt(x, y), true), {
    filterTaps: true,
    pointer: { keys: false },
  });
  const [x, y] = point(trial.angle_deg, Math.max(r, 84));
  const slider = sliderProps({
    label: `Rest ${props.index + 1}`,
    now: trial.angle_deg,
    min: 0,
    max: 359,
    says: `${trial.angle_deg}°`,
    step: 1,
    onStep: (by) => onMove((trial.angle_deg + by + 360) % 360, false),
  });
  return (
    <g {...bind()} {...slider} className="cursor-grab" opacity={faint ? 0.35 : 1}>
      <circle cx={x} cy={y} r="12" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={3 + trial.snap * 1.3}
        fill="var(--tape)"
        stroke="var(--outline)"
        strokeWidth="1"
      />
      <title>{`${trial.angle_deg}°`}</title>
    </g>
  );
}
