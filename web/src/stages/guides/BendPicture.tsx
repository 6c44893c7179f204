import { useDrag } from "@use-gesture/react";
import { useRef } from "react";
import type { ReactNode } from "react";

import type { BendSetup, LoadedPlan } from "../../api/types";
import { Held, HeldGuide } from "../../mat/held";
import { useWidth } from "../../mat/scale";
import { useShown } from "../../rod/store";
import { sliderProps } from "../../ui/slider";
import { weight } from "../../ui/units";
import type { StageProps } from "../stage";

const H = 306;
const PAD = 24;
/** A line drawn this far, px, is a load as great as is offered. */
const LONGEST_PX = 150;
const DULL = 0.35;

interface Point {
  x_mm: number;
  y_mm: number;
}

/** The rod on the mat, bent by its line: take the line and pull. Strain along the blank, the turn at every ring,
 * lighter and heavier loads in chalk. */
export function BendPicture({
  loaded,
  ghosts,
  before,
  setup,
  most_g,
  selected,
  onSelect,
  onTry,
  onKeep,
}: {
  loaded: LoadedPlan;
  ghosts: LoadedPlan[];
  before: LoadedPlan | null;
  setup: BendSetup;
  most_g: number;
  onTry: (setup: BendSetup) => void;
  onKeep: (setup: BendSetup) => void;
} & Pick<StageProps, "selected" | "onSelect">) {
  const { build } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  // Chalk that is bent further than the rod in hand may run off the mat; the rod itself never does.
  const near = ghosts.filter((g) => g.load_g <= loaded.load_g * 1.3);
  const all = [loaded, ...near, ...(before ? [before] : [])].flatMap((l) => [
    ...l.curve,
    ...l.line,
  ]);
  const xs = all.map((p) => p.x_mm);
  const ys = all.map((p) => p.y_mm);
  const x0 = Math.min(...xs, 0);
  const x1 = Math.max(...xs);
  const y0 = Math.min(...ys, 0);
  const y1 = Math.max(...ys) + (x1 - x0) * 0.05;
  const k = Math.min((width - 2 * PAD - 60) / (x1 - x0), (H - 2 * PAD) / (y1 - y0));
  const left = (width - (x1 - x0) * k) / 2;
  const x = (mm: number) => left + (mm - x0) * k;
  const y = (mm: number) => PAD + (mm - y0) * k;
  const path = (points: Point[]) => points.map((p) => `${x(p.x_mm)},${y(p.y_mm)}`).join(" ");
  const tip = loaded.line.at(-1) ?? loaded.curve.at(-1)!;
  const worst = loaded.guides.find((g) => g.id === loaded.worst_break);
  return (
    <div ref={ref} className="bg-mat">
      <svg
        width={width}
        height={H}
        className="block"
        role="group"
        aria-label={`The rod under ${weight(loaded.load_g, build.units)}`}
      >
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
            <g key={g.asked_g} opacity=".55">
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
                {weight(g.load_g, build.units)}
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
        <Strained loaded={loaded} {...{ x, y }} />
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
        <Held>
          {loaded.guides.map((g, n) => {
            const path_ = `guides.train.${g.id}`;
            const chosen = selected === path_;
            const colour = g.touches ? "var(--mat-ruin)" : chosen ? "var(--pencil)" : "var(--wire)";
            return (
              <Ring
                key={g.id}
                ring={g}
                loaded={loaded}
                chosen={chosen}
                pxPerMm={k}
                onSelect={() => onSelect(path_)}
              >
                <Turn loaded={loaded} n={n} strong={g === worst || chosen} {...{ x, y }} />
                <circle
                  cx={x(g.x_mm)}
                  cy={y(g.y_mm)}
                  r={chosen ? 5.5 : 3.6}
                  fill="none"
                  stroke={colour}
                  strokeWidth={chosen ? 2.6 : 1.8}
                />
                <circle cx={x(g.x_mm)} cy={y(g.y_mm)} r="14" fill="transparent" />
                <title>{`${g.id === "tip-top" ? "tip-top" : `guide ${g.number}`}: ${g.break_deg.toFixed(1)}°`}</title>
              </Ring>
            );
          })}
        </Held>
        {worst && (
          <text
            x={x(worst.x_mm) + 26}
            y={y(worst.y_mm) - 26}
            fontSize="13"
            fill="var(--mat-ruin-soft)"
          >
            turns most, {worst.break_deg.toFixed(0)}°
          </text>
        )}
        <Pull tip={tip} {...{ loaded, setup, most_g, x, y, onTry, onKeep }} />
        <StrainScale loaded={loaded} />
        <text x={12} y={H - 10} fontSize="13" fill="var(--mat-ink)">
          one scale both ways · pull the line by its ring · chalk: lighter and heavier loads
          {before ? " · dashed: the bend held to compare" : ""}
        </text>
      </svg>
    </div>
  );
}

/** Which way the blank runs at a ring, as a unit vector on the mat, toward the tip. */
function tangent(loaded: LoadedPlan, at: Point): [number, number] {
  const off = (p: Point) => Math.hypot(p.x_mm - at.x_mm, p.y_mm - at.y_mm);
  const n = loaded.curve.reduce((a, p, i) => (off(p) < off(loaded.curve[a]!) ? i : a), 0);
  const a = loaded.curve[Math.max(n - 1, 0)]!;
  const b = loaded.curve[Math.min(n + 1, loaded.curve.length - 1)]!;
  const [dx, dy] = [b.x_mm - a.x_mm, b.y_mm - a.y_mm];
  const long = Math.hypot(dx, dy) || 1;
  return [dx / long, dy / long];
}

/** A ring on the bent blank, slid along it; the tip-top stays. */
function Ring(props: {
  ring: LoadedPlan["guides"][number];
  loaded: LoadedPlan;
  chosen: boolean;
  pxPerMm: number;
  onSelect: () => void;
  children: ReactNode;
}) {
  const { ring, loaded, chosen, children, ...held } = props;
  const placed = useShown().plan.guides.placed.find((g) => g.id === ring.id);
  if (!placed || placed.marked_mm === null) return <g>{children}</g>;
  return (
    <HeldGuide
      guide={placed}
      selected={chosen}
      along={tangent(loaded, ring)}
      flipped={false}
      {...held}
    >
      {children}
    </HeldGuide>
  );
}

/** The line's loose end: dragged, it says how hard and which way the fish pulls. */
function Pull(props: {
  loaded: LoadedPlan;
  setup: BendSetup;
  most_g: number;
  tip: Point;
  x: (mm: number) => number;
  y: (mm: number) => number;
  onTry: (setup: BendSetup) => void;
  onKeep: (setup: BendSetup) => void;
}) {
  const { loaded, setup, most_g, tip, x, y, onTry, onKeep } = props;
  const { build } = useShown();
  const start = useRef({ x: 0, y: 0, tipX: 0, tipY: 0 });
  const pulled = Math.max((setup.load_g / most_g) * LONGEST_PX, 22);
  const angle = (setup.pull_deg * Math.PI) / 180;
  const [tx, ty] = [x(tip.x_mm), y(tip.y_mm)];
  const [ex, ey] = [tx + Math.cos(angle) * pulled, ty + Math.sin(angle) * pulled];
  const to = (px: number, py: number): BendSetup => ({
    ...setup,
    load_g: Math.min(
      most_g,
      Math.max(0, Math.round(((Math.hypot(px, py) / LONGEST_PX) * most_g) / 10) * 10),
    ),
    pull_deg: Math.min(180, Math.max(0, Math.round((Math.atan2(py, px) * 180) / Math.PI / 5) * 5)),
  });
  const bind = useDrag(
    ({ first, last, movement: [mx, my], tap }) => {
      // The rod bends away while it is pulled: the pull is taken from where its tip was.
      if (first) start.current = { x: ex - tx, y: ey - ty, tipX: tx, tipY: ty };
      if (tap) return;
      const next = to(start.current.x + mx, start.current.y + my);
      if (last) onKeep(next);
      else onTry(next);
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const slider = sliderProps({
    label: "Pull on the line",
    now: setup.load_g,
    min: 0,
    max: most_g,
    says: `${weight(loaded.load_g, build.units)}, ${Math.round(setup.pull_deg)}° off the handle’s line`,
    step: 10,
    onStep: (by) => onKeep({ ...setup, load_g: Math.min(most_g, Math.max(0, setup.load_g + by)) }),
  });
  return (
    <g {...bind()} {...slider} className="cursor-grab" style={{ touchAction: "none" }}>
      <line x1={tx} y1={ty} x2={ex} y2={ey} stroke="var(--pencil)" strokeWidth="2" />
      <circle cx={ex} cy={ey} r="22" fill="transparent" />
      <circle cx={ex} cy={ey} r="9" fill="var(--mat)" stroke="var(--pencil)" strokeWidth="3" />
      <text
        x={ex + 16}
        y={ey + 6}
        fontSize="18"
        fontWeight="600"
        className="fig"
        fill="var(--pencil)"
      >
        {weight(loaded.load_g, build.units)}
      </text>
    </g>
  );
}

/** How far along the limit a strain is, as a colour: calm thread to the red of a stop. */
const hot = (share: number): string =>
  share < DULL
    ? "var(--wire-dim)"
    : `color-mix(in oklab, var(--mat-stop) ${Math.round(Math.min(1, (share - DULL) / (1 - DULL)) * 100)}%, var(--pencil))`;

function Strained(props: {
  loaded: LoadedPlan;
  x: (mm: number) => number;
  y: (mm: number) => number;
}) {
  const { loaded, x, y } = props;
  const { curve, strains_percent: strains, limit_percent: limit } = loaded;
  const all = curve.map((p) => `${x(p.x_mm)},${y(p.y_mm)}`).join(" ");
  return (
    <g fill="none" strokeLinecap="round">
      <polyline points={all} stroke="var(--blank-carbon)" strokeWidth="9" />
      {curve.slice(1).map((p, n) => {
        const q = curve[n]!;
        const share = Math.max(strains[n] ?? 0, strains[n + 1] ?? 0) / limit;
        return (
          <line
            key={n}
            x1={x(q.x_mm)}
            y1={y(q.y_mm)}
            x2={x(p.x_mm)}
            y2={y(p.y_mm)}
            stroke={hot(share)}
            strokeWidth="5"
          />
        );
      })}
    </g>
  );
}

/** The scale of the strain's colours, with where this bend lies on it. */
function StrainScale({ loaded }: { loaded: LoadedPlan }) {
  const share = Math.min(loaded.strain_percent / loaded.limit_percent, 1);
  const wide = 150;
  return (
    <g transform={`translate(14,${H - 78})`} fontSize="13" fill="var(--mat-ink)">
      {Array.from({ length: 30 }, (_, n) => (
        <rect
          key={n}
          x={(n * wide) / 30}
          y={0}
          width={wide / 30 + 0.5}
          height={8}
          fill={hot((n + 0.5) / 30)}
        />
      ))}
      <path d={`M${share * wide},9 l-5,8 h10 Z`} fill="var(--tape)" />
      <text x={wide + 8} y={9} className="fig">
        {loaded.limit_percent} % strain, where it is stopped
      </text>
      <text x={0} y={30} className="fig">
        now {loaded.strain_percent.toFixed(2)} % at most
      </text>
    </g>
  );
}

/** The turn of the line at a ring, as the arc between where it came from and where it goes. */
function Turn(props: {
  loaded: LoadedPlan;
  n: number;
  strong: boolean;
  x: (mm: number) => number;
  y: (mm: number) => number;
}) {
  const { loaded, n, strong, x, y } = props;
  const g = loaded.guides[n]!;
  const along = loaded.line.findIndex(
    (p) => Math.abs(p.x_mm - g.x_mm) < 0.6 && Math.abs(p.y_mm - g.y_mm) < 0.6,
  );
  const [before, here, after] = [
    loaded.line[along - 1],
    loaded.line[along],
    loaded.line[along + 1],
  ];
  if (!before || !here || g.break_deg < 0.5) return null;
  const out = after
    ? { x: after.x_mm - here.x_mm, y: after.y_mm - here.y_mm }
    : { x: loaded.line_out.x_mm, y: loaded.line_out.y_mm };
  const a = Math.atan2(here.y_mm - before.y_mm, here.x_mm - before.x_mm);
  const b = Math.atan2(out.y, out.x);
  const r = strong ? 44 : 28;
  const end = (t: number) => `${x(g.x_mm) + r * Math.cos(t)},${y(g.y_mm) + r * Math.sin(t)}`;
  const sweep = Math.sin(b - a) > 0 ? 1 : 0;
  return (
    <path
      d={`M${x(g.x_mm)},${y(g.y_mm)} L${end(a)} A${r},${r} 0 0 ${sweep} ${end(b)} Z`}
      fill={strong ? "var(--mat-ruin)" : "var(--pencil)"}
      fillOpacity=".5"
      stroke="none"
    />
  );
}
