import type { LoadedPlan } from "../../api/types";
import { useWidth } from "../../mat/scale";
import type { StageProps } from "../stage";
import { weight } from "../../ui/units";
import { useShown } from "../../rod/store";

const H = 330;
const PAD = 26;

/** The bent rod to one scale both ways, its line through every ring; other loads faint behind it. */
export function BendPicture({
  loaded,
  ghosts,
  before,
  selected,
  onSelect,
}: {
  loaded: LoadedPlan;
  ghosts: LoadedPlan[];
  before: LoadedPlan | null;
} & Pick<StageProps, "selected" | "onSelect">) {
  const { build } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const all = [loaded, ...ghosts, ...(before ? [before] : [])].flatMap((l) => [
    ...l.curve,
    ...l.line,
  ]);
  const xs = all.map((p) => p.x_mm);
  const ys = all.map((p) => p.y_mm);
  const x0 = Math.min(...xs, 0);
  const x1 = Math.max(...xs);
  const y0 = Math.min(...ys, 0);
  const y1 = Math.max(...ys) + (x1 - x0) * 0.05;
  const k = Math.min((width - 2 * PAD) / (x1 - x0), (H - 2 * PAD) / (y1 - y0));
  const left = (width - (x1 - x0) * k) / 2;
  const x = (mm: number) => left + (mm - x0) * k;
  const y = (mm: number) => PAD + (mm - y0) * k;
  const path = (points: { x_mm: number; y_mm: number }[]) =>
    points.map((p) => `${x(p.x_mm)},${y(p.y_mm)}`).join(" ");
  const tip = loaded.line.at(-1);
  const worst = loaded.guides.find((g) => g.id === loaded.worst_break);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={H}
        className="block"
        role="group"
        aria-label={`The rod under ${weight(loaded.load_g, build.units)}`}
      >
        <rect width={width} height={H} rx="4" fill="var(--mat)" />
        {Array.from({ length: Math.ceil(width / 36) }, (_, i) => (
          <line
            key={i}
            x1={i * 36}
            x2={i * 36}
            y1={0}
            y2={H}
            stroke="var(--mat-rule)"
            strokeWidth=".5"
          />
        ))}
        {ghosts.map((g) => {
          const end = g.curve.at(-1)!;
          return (
            <g key={g.asked_g} opacity=".5">
              <polyline
                points={path(g.curve)}
                fill="none"
                stroke="var(--mat-ink)"
                strokeWidth="1.3"
                strokeDasharray="2 5"
              />
              <text
                x={Math.min(x(end.x_mm) + 5, width - 46)}
                y={Math.min(y(end.y_mm) + 4, H - 4)}
                fontSize="12"
                className="fig"
                fill="var(--mat-ink)"
              >
                {Math.round(g.load_g)} g
              </text>
            </g>
          );
        })}
        {before && (
          <polyline
            points={path(before.curve)}
            fill="none"
            stroke="var(--mat-accent)"
            strokeWidth="2"
            strokeDasharray="8 5"
          />
        )}
        <polyline
          points={path(loaded.curve)}
          fill="none"
          stroke="var(--blank-carbon)"
          strokeWidth="7"
          strokeLinecap="round"
        />
        <polyline
          points={path(loaded.curve)}
          fill="none"
          stroke="var(--wire-dim)"
          strokeWidth="3.4"
          strokeLinecap="round"
        />
        <line
          x1={x(0)}
          x2={x(Math.min(loaded.curve[1]?.x_mm ?? 0, x1))}
          y1={y(0)}
          y2={y(0)}
          stroke="var(--cork)"
          strokeWidth="11"
          strokeLinecap="round"
        />
        <polyline points={path(loaded.line)} fill="none" stroke="var(--pencil)" strokeWidth="1.5" />
        {tip && loaded.load_g > 0 && (
          <line
            x1={x(tip.x_mm)}
            y1={y(tip.y_mm)}
            x2={x(tip.x_mm) + loaded.line_out.x_mm * 60}
            y2={y(tip.y_mm) + loaded.line_out.y_mm * 60}
            stroke="var(--pencil)"
            strokeWidth="1.5"
          />
        )}
        {loaded.guides.map((g) => {
          const path_ = `guides.train.${g.id}`;
          const chosen = selected === path_;
          const colour = g.touches ? "var(--mat-ruin)" : chosen ? "var(--pencil)" : "var(--wire)";
          return (
            <g
              key={g.id}
              className={g.id === "tip-top" ? "" : "cursor-pointer"}
              onClick={() => g.id !== "tip-top" && onSelect(path_)}
            >
              <circle
                cx={x(g.x_mm)}
                cy={y(g.y_mm)}
                r={chosen ? 5.5 : 3.6}
                fill="none"
                stroke={colour}
                strokeWidth={chosen ? 2.6 : 1.8}
              />
              <title>{`${g.id === "tip-top" ? "tip-top" : `guide ${g.number}`}: ${g.break_deg.toFixed(1)}°`}</title>
            </g>
          );
        })}
        {worst && (
          <g>
            <circle
              cx={x(worst.x_mm)}
              cy={y(worst.y_mm)}
              r="11"
              fill="none"
              stroke="var(--mat-ruin)"
              strokeWidth="1.6"
              strokeDasharray="3 3"
            />
            <text
              x={x(worst.x_mm) + 15}
              y={y(worst.y_mm) - 8}
              fontSize="13"
              fill="var(--mat-ruin-soft)"
            >
              turns most, {worst.break_deg.toFixed(0)}°
            </text>
          </g>
        )}
        <text x={12} y={H - 10} fontSize="13" fill="var(--mat-ink)" opacity=".85">
          one scale both ways; dotted: light, third-of-length and heavy loads
          {before ? "; dashed: the bend held to compare" : ""}
        </text>
      </svg>
    </div>
  );
}
