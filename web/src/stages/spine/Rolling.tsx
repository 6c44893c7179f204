import { useDrag } from "@use-gesture/react";
import type { ReactNode } from "react";

import { BlankShape, RodPaint } from "../../mat/Rod";
import { makeScale, useWidth, wholeRod } from "../../mat/scale";
import { useShown } from "../../rod/store";
import { useSettings } from "../../ui/settings";
import { sliderProps } from "../../ui/slider";

export interface DrawnLine {
  angle_deg: number;
  colour: string;
  words: string;
}

const H = 300;
const DEG_PER_PX = 0.9;

/** The blank on the mat as it is rolled: its end at the left, its lines moving round as it is turned. */
export function Rolling(props: {
  turn: number;
  onTurn: (deg: number) => void;
  lines: DrawnLine[];
  dial: ReactNode;
}) {
  const { turn, onTurn, lines, dial } = props;
  const { build, plan } = useShown();
  const flipped = useSettings((s) => s.flipped);
  const [ref, width] = useWidth<HTMLDivElement>();
  const scale = makeScale(wholeRod(plan), width, 18, plan, 110, 40, flipped);
  const y = H / 2 - 8;
  const round = (deg: number) => ((deg % 360) + 360) % 360;
  const bind = useDrag(({ delta: [, dy] }) => dy && onTurn(round(turn + dy * DEG_PER_PX)), {
    pointer: { keys: false },
  });
  const slider = sliderProps({
    label: "Roll the blank",
    now: Math.round(turn),
    min: 0,
    max: 359,
    says: `${Math.round(turn)}° from ${plan.spine.zero} on top`,
    step: 5,
    vertical: true,
    onStep: (by) => onTurn(round(turn + by)),
  });
  return (
    <div className="grid grid-cols-[19rem_minmax(0,1fr)] bg-mat max-[760px]:grid-cols-1">
      <div className="grid place-items-center">{dial}</div>
      <div ref={ref} className="min-w-0">
        <svg width={width} height={H} className="block" role="group" aria-label="The blank, rolled">
          <RodPaint id="roll" />
          <g {...bind()} {...slider} className="cursor-ns-resize" style={{ touchAction: "none" }}>
            <rect width={width} height={H} fill="transparent" />
            <BlankShape
              taper={plan.blank.taper}
              material={build.blank.material}
              paint="roll"
              {...{ scale, y }}
            />
            {lines.map((l) => {
              const at = ((l.angle_deg + turn) * Math.PI) / 180;
              const front = Math.sin(at) >= 0;
              const points = plan.blank.taper
                .map(
                  (p) => `${scale.x(p.station_mm)},${y - ((p.od_mm * scale.k) / 2) * Math.cos(at)}`,
                )
                .join(" ");
              return (
                <polyline
                  key={`${l.words}${l.angle_deg}`}
                  points={points}
                  fill="none"
                  stroke={l.colour}
                  strokeWidth={front ? 3 : 1.6}
                  strokeOpacity={front ? 1 : 0.6}
                  strokeDasharray={front ? "26 7" : "3 6"}
                >
                  <title>{l.words}</title>
                </polyline>
              );
            })}
          </g>
          <text x={18} y={H - 12} fontSize="13" fill="var(--mat-ink)">
            drag up or down to roll it · dashed: a line on your side of the blank, dotted: behind it
          </text>
          {!plan.blank.taper.length && (
            <text x={18} y={y} fontSize="15" fill="var(--mat-ink)">
              The blank is drawn here once it is measured.
            </text>
          )}
        </svg>
      </div>
    </div>
  );
}
