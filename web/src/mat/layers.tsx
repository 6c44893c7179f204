import type { StageName } from "../api/types";
import { useShown } from "../rod/store";
import type { Lens, makeScale } from "./scale";
import { guidesBelow } from "./scale";
import { LENS_H } from "./size";

/* What lies on the mat but is not taken hold of: its lines, tip-top, pencil marks, the spine line. */

export interface LayerProps {
  scale: ReturnType<typeof makeScale>;
  y: number;
}

/** A layer whose items can be held. */
export interface HeldProps extends LayerProps {
  stage: StageName;
  selected: string | null;
  onSelect: (what: string | null) => void;
}

export function MatLines(props: {
  lens: Lens;
  pxPerMm: number;
  x: (mm: number) => number;
  inch: boolean;
}) {
  const { lens, pxPerMm, x, inch } = props;
  const unit = inch ? 25.4 : 50;
  const every = [1, 2, 4, 6, 12, 24].find((n) => n * unit * pxPerMm > 18) ?? 48;
  const lines = [];
  for (let i = Math.ceil(lens.from / unit / every) * every; i * unit <= lens.to; i += every) {
    const strong = i % (every * 4) === 0;
    lines.push(
      <line
        key={i}
        x1={x(i * unit)}
        x2={x(i * unit)}
        y1={0}
        y2={LENS_H}
        stroke={strong ? "var(--mat-rule-strong)" : "var(--mat-rule)"}
        strokeWidth={strong ? 1 : 0.6}
      />,
    );
  }
  for (let yy = 24; yy < LENS_H; yy += 18) {
    lines.push(
      <line
        key={`h${yy}`}
        x1={0}
        x2="100%"
        y1={yy}
        y2={yy}
        stroke="var(--mat-rule)"
        strokeWidth={0.6}
      />,
    );
  }
  return <g aria-hidden>{lines}</g>;
}

export function TipTop({ scale, y }: LayerProps) {
  const { build, plan } = useShown();
  const ring = plan.guides.tip_top_ring_mm;
  const tip = plan.blank.length_mm;
  if (ring === null || tip === null) return null;
  const side = plan.guides.tip_top_clock_deg > 90 ? -1 : 1;
  const ry = Math.max((build.guides.tip_top.ring_mm / 2) * scale.tall, 2);
  return (
    <g fill="none" stroke="var(--wire)" strokeLinecap="round">
      <path
        d={`M${scale.x(tip - 12)},${y} L${scale.x(tip)},${y} L${scale.x(ring)},${y + side * 3}`}
        strokeWidth="2"
      />
      <ellipse
        cx={scale.x(ring)}
        cy={y + side * (3 + ry * 0.6)}
        rx={Math.max(1.3, ry * 0.3)}
        ry={ry}
        strokeWidth="1.4"
      />
    </g>
  );
}

export function PencilMarks({ scale, y }: LayerProps) {
  const { plan } = useShown();
  return (
    <g stroke="var(--pencil)" strokeLinecap="round" aria-hidden>
      {plan.marks
        .filter((m) => m.stage === "handle")
        .map((m) => {
          const x = scale.x(m.station_mm);
          return (
            <path
              key={`${m.station_mm}${m.label}`}
              d={`M${x - 0.6},${y - 33} q1.6,16 .4,33 t.3,33`}
              strokeWidth="2.2"
              strokeOpacity=".9"
              fill="none"
            />
          );
        })}
    </g>
  );
}

export function SpineLine({ scale, y }: LayerProps) {
  const { build, plan } = useShown();
  const at = plan.spine.guides_deg;
  if (at === null || plan.blank.length_mm === null) return null;
  const side = guidesBelow(build) ? 1 : -1;
  const points = plan.blank.taper.map(
    (p) => `${scale.x(p.station_mm)},${y + side * (p.od_mm / 2) * scale.k * 0.55}`,
  );
  return (
    <polyline
      points={points.join(" ")}
      fill="none"
      stroke="var(--pencil)"
      strokeWidth="2"
      strokeDasharray="26 7"
      aria-hidden
    />
  );
}
