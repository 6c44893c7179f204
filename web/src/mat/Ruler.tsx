import type { Rule } from "../api/types";
import { unitOf } from "../ui/measure";
import type { Lens, Scale } from "./scale";

const INCH = 25.4;

/** One printed edge of the mat: ticks and numbers counted from `origin`, growing along `sign`. */
export function Ruler(props: {
  lens: Lens;
  scale: Scale;
  rule: Rule;
  origin: number;
  sign: 1 | -1;
  y: number;
  side: "top" | "bottom";
  least?: number;
}) {
  const { lens, scale, rule, origin, sign, y, side, least = -Infinity } = props;
  const inch = unitOf(rule) === "in";
  const unit = inch ? INCH : 10;
  const room = scale.pxPerMm * unit;
  const numberEvery = [1, 2, 5, 6, 10, 12, 20, 50].find((n) => n * room > (inch ? 34 : 46)) ?? 100;
  const fine = inch
    ? [16, 8, 4, 2, 1].find((d) => room / d > 4.5)
    : room > 50
      ? 10
      : room > 12
        ? 2
        : 1;
  const divisions = fine ?? 1;
  const coarse = room < 4 ? numberEvery / (numberEvery % 2 ? 1 : 2) : 1;
  const step = (unit / divisions) * (divisions === 1 ? coarse : 1);
  const low = Math.min(sign * (lens.from - origin), sign * (lens.to - origin));
  const high = Math.max(sign * (lens.from - origin), sign * (lens.to - origin));
  const ticks = [];
  const inward = side === "top" ? 1 : -1;
  for (let i = Math.ceil(Math.max(low, least) / step); i * step <= high + 1e-6; i++) {
    const value = i * step;
    const x = scale.x(origin + sign * value);
    const whole = Math.abs(value / unit - Math.round(value / unit)) < 1e-6;
    const numbered = whole && Math.round(value / unit) % numberEvery === 0;
    const tall = numbered ? 9 : whole ? 6 : 3.5;
    ticks.push(
      <line
        key={i}
        x1={x}
        x2={x}
        y1={y}
        y2={y + inward * tall}
        strokeWidth={numbered ? 1.1 : 0.7}
      />,
    );
    if (numbered) {
      ticks.push(
        <text
          key={`n${i}`}
          x={x}
          y={y + inward * 10 + (side === "top" ? 9 : -1.5)}
          textAnchor="middle"
          stroke="none"
          fill="var(--mat-ink)"
          className="fig"
          fontSize="12"
        >
          {inch ? Math.round(value / unit) : Math.round(value)}
        </text>,
      );
    }
  }
  return (
    <g stroke="var(--mat-ink)" strokeOpacity=".7" aria-hidden>
      {ticks}
    </g>
  );
}
