import type { GuidePlaced, PartPlaced, TaperPoint, WrapLaid } from "../api/types";
import type { Scale } from "./scale";

/* The rod itself, drawn to scale along its length. Used by the rack, the mat and its overview. */

/** What is turned round: blanks and parts, each shaded from its three colours in the theme. */
const TUBES = [
  "carbon",
  "glass",
  "composite",
  "cork",
  "wood",
  "foam",
  "rubber",
  "graphite",
  "metal",
];

/** Gradients and textures; once per SVG that draws rods. `id` keeps several SVGs apart. */
export function RodPaint({ id }: { id: string }) {
  const tube = (name: string) => (
    <linearGradient key={name} id={`${id}-${name}`} x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stopColor={`var(--${name}-edge)`} />
      <stop offset=".3" stopColor={`var(--${name}-shine)`} />
      <stop offset=".55" stopColor={`var(--${name}-body)`} />
      <stop offset="1" stopColor={`var(--${name}-edge)`} />
    </linearGradient>
  );
  return (
    <defs>
      {TUBES.map(tube)}
      <linearGradient id={`${id}-gloss`} x1="0" y1="0" x2="0" y2="1">
        <stop offset="0" stopColor="var(--shade)" stopOpacity=".4" />
        <stop offset=".28" stopColor="var(--sheen)" stopOpacity=".45" />
        <stop offset=".5" stopColor="var(--sheen)" stopOpacity="0" />
        <stop offset="1" stopColor="var(--shade)" stopOpacity=".45" />
      </linearGradient>
      <pattern id={`${id}-speckle`} width="23" height="17" patternUnits="userSpaceOnUse">
        <path
          d="M3 4h2M12 9h3M8 14h1.5M18 3h1.5M20 12h2M6 10h1"
          stroke="var(--cork-pore)"
          strokeWidth="1"
          opacity=".55"
        />
      </pattern>
      <pattern id={`${id}-grain`} width="64" height="9" patternUnits="userSpaceOnUse">
        <path
          d="M0 2c20 2 40-1 64 0M0 6c26-2 42 2 64 1"
          stroke="var(--wood-grain)"
          strokeWidth=".7"
          fill="none"
          opacity=".5"
        />
      </pattern>
    </defs>
  );
}

export function BlankShape(props: {
  taper: TaperPoint[];
  material: string;
  scale: Scale;
  y: number;
  paint: string;
}) {
  const { taper, material, scale, y, paint } = props;
  if (taper.length < 2) return null;
  const up = taper.map(
    (p) => `${scale.x(p.station_mm).toFixed(1)},${(y - (p.od_mm / 2) * scale.k).toFixed(2)}`,
  );
  const down = [...taper]
    .reverse()
    .map((p) => `${scale.x(p.station_mm).toFixed(1)},${(y + (p.od_mm / 2) * scale.k).toFixed(2)}`);
  return <polygon points={[...up, ...down].join(" ")} fill={`url(#${paint}-${material})`} />;
}

export function PartShape({
  part,
  scale,
  y,
  paint,
}: {
  part: PartPlaced;
  scale: Scale;
  y: number;
  paint: string;
}) {
  const a = scale.x(part.start_mm);
  const b = scale.x(part.end_mm);
  const ra = (part.od_butt_mm / 2) * scale.k;
  const rb = (part.od_tip_mm / 2) * scale.k;
  const round = Math.min(5, Math.abs(b - a) / 4) * Math.sign(b - a);
  const edge = (sign: 1 | -1) =>
    part.outline
      .slice(1, -1)
      .map((o) => ` L${scale.x(part.start_mm + o.at_mm)},${y + (sign * o.od_mm * scale.k) / 2}`);
  const outline =
    `M${a},${y - ra + 3} Q${a},${y - ra} ${a + round},${y - ra}${edge(-1).join("")} L${b - round},${y - rb} Q${b},${y - rb} ${b},${y - rb + 3}` +
    ` L${b},${y + rb - 3} Q${b},${y + rb} ${b - round},${y + rb}${edge(1).reverse().join("")} L${a + round},${y + ra} Q${a},${y + ra} ${a},${y + ra - 3} Z`;
  const texture = { cork: "speckle", wood: "grain" }[part.material as "cork" | "wood"];
  return (
    <g>
      <path d={outline} fill={`url(#${paint}-${part.material})`} />
      {texture && <path d={outline} fill={`url(#${paint}-${texture})`} />}
      {part.kind === "reel_seat" && <SeatDetail a={a} b={b} y={y} ra={ra} rb={rb} />}
    </g>
  );
}

function SeatDetail({
  a,
  b,
  y,
  ra,
  rb,
}: {
  a: number;
  b: number;
  y: number;
  ra: number;
  rb: number;
}) {
  const at = (share: number) => a + (b - a) * share;
  const threads = Array.from({ length: 7 }, (_, i) => 0.1 + i * 0.022);
  return (
    <g stroke="var(--thread-gap)" strokeOpacity=".75" fill="none">
      {threads.map((t) => (
        <line key={t} x1={at(t)} x2={at(t)} y1={y - ra} y2={y + ra} strokeWidth=".8" />
      ))}
      <path
        d={`M${at(0.27)},${y - ra} V${y + ra} M${at(0.36)},${y - ra} V${y + ra}`}
        strokeWidth="1.2"
      />
      <path d={`M${at(0.84)},${y - rb} V${y + rb}`} strokeWidth="1.2" />
    </g>
  );
}

export function GuideShape(props: {
  guide: Pick<
    GuidePlaced,
    "marked_mm" | "height_mm" | "ring_mm" | "wrap_from_mm" | "wrap_to_mm" | "thread" | "clock_deg"
  >;
  odMm: number;
  scale: Scale;
  y: number;
}) {
  const { guide, odMm, scale, y } = props;
  if (guide.marked_mm === null) return null;
  const x = scale.x(guide.marked_mm);
  // Seen from the side: one that stands half way round is seen as its ring before the blank.
  const down = Math.cos((guide.clock_deg * Math.PI) / 180);
  const surface = y + (down * odMm * scale.k) / 2;
  const ry = Math.max((guide.ring_mm / 2) * scale.tall, 1.6);
  const centre = surface + down * Math.max(guide.height_mm * scale.tall, ry + 1.5);
  const near = centre - Math.sign(down) * Math.min(ry, Math.abs(centre - surface));
  const from = scale.x(guide.wrap_from_mm ?? guide.marked_mm);
  const to = scale.x(guide.wrap_to_mm ?? guide.marked_mm);
  return (
    <g fill="none" strokeLinecap="round">
      {[from, to].map((foot) =>
        Math.abs(foot - x) > 0.5 ? (
          <path
            key={foot}
            d={`M${x + (foot - x) * 0.6},${surface} L${x},${near}`}
            stroke="var(--wire-dim)"
            strokeWidth="1.4"
          />
        ) : (
          <path
            key={foot}
            d={`M${x},${surface} L${x},${near}`}
            stroke="var(--wire-dim)"
            strokeWidth="1.2"
          />
        ),
      )}
      <ellipse
        cx={x}
        cy={centre}
        rx={Math.max(1.3, ry * 0.26)}
        ry={ry}
        stroke="var(--wire)"
        strokeWidth={Math.max(1.2, Math.min(2.4, ry * 0.2))}
        fill="rgb(10 18 18 / .5)"
      />
    </g>
  );
}

/** Blank, parts and guides: the rod as it hangs, on any scale. */
export function WholeRod(props: {
  taper: TaperPoint[];
  material: Parameters<typeof BlankShape>[0]["material"];
  parts: Parameters<typeof PartShape>[0]["part"][];
  guides: (Parameters<typeof GuideShape>[0]["guide"] & { id: string })[];
  scale: Scale;
  y: number;
  paint: string;
}) {
  const { taper, material, parts, guides, scale, y, paint } = props;
  return (
    <>
      <BlankShape {...{ taper, material, scale, y, paint }} />
      {parts.map((p) => (
        <PartShape key={p.id} part={p} {...{ scale, y, paint }} />
      ))}
      {guides.map((g) => (
        <GuideShape
          key={g.id}
          guide={g}
          odMm={drawnOd(taper, g.marked_mm ?? 0)}
          {...{ scale, y }}
        />
      ))}
    </>
  );
}

type Stretch = WrapLaid["stretches"][number];

/** Thread laid on the blank, turn by turn where it is near enough to be seen, glossy once coated: underwrap, wrap,
 *  inlays in it, bands outside. */
export function WrapShape({
  wrap,
  scale,
  y,
  paint,
  coated,
  colour,
}: {
  wrap: WrapLaid;
  scale: Scale;
  y: number;
  paint: string;
  coated?: boolean;
  colour: (thread: string) => string;
}) {
  const order = ["underwrap", "wrap", "inlay", "band"];
  const inOrder = [...wrap.stretches].sort((a, b) => order.indexOf(a.what) - order.indexOf(b.what));
  const rise = (s: Stretch) => (s.what === "underwrap" || s.what === "band" ? 0.8 : 1.6);
  return (
    <g>
      {inOrder.map((s) => (
        <StretchShape
          key={`${s.what}${s.start_mm}`}
          s={s}
          high={wrap.od_mm * scale.k + rise(s) * wrap.layers + (coated ? 1.4 : 0)}
          round={coated ? 2 : 0.8}
          fill={colour(s.thread)}
          {...{ scale, y, paint }}
        />
      ))}
    </g>
  );
}

function StretchShape(props: {
  s: Stretch;
  high: number;
  round: number;
  fill: string;
  scale: Scale;
  y: number;
  paint: string;
}) {
  const { s, high, round, fill, scale, y, paint } = props;
  const a = Math.min(scale.x(s.start_mm), scale.x(s.end_mm));
  const w = Math.abs(scale.x(s.end_mm) - scale.x(s.start_mm));
  const turn = w / Math.max(s.turns, 1);
  const box = { x: a, width: w, y: y - high / 2, height: high, rx: round };
  return (
    <>
      <rect {...box} fill={fill} />
      <rect {...box} fill={`url(#${paint}-gloss)`} />
      {turn > 1.6 &&
        Array.from({ length: s.turns - 1 }, (_, n) => (
          <path
            key={n}
            d={`M${a + (n + 1) * turn},${y - high / 2} q${turn * 0.35},${high / 2} 0,${high}`}
            fill="none"
            stroke="var(--thread-gap)"
            strokeOpacity=".55"
            strokeWidth={Math.min(turn * 0.22, 1.4)}
          />
        ))}
    </>
  );
}

/** OD of the drawn blank at a station. */
export function drawnOd(taper: TaperPoint[], station: number): number {
  const after = taper.findIndex((p) => p.station_mm >= station);
  if (after <= 0) return taper[after === 0 ? 0 : taper.length - 1]?.od_mm ?? 4;
  const [a, b] = [taper[after - 1]!, taper[after]!];
  const share = (station - a.station_mm) / Math.max(b.station_mm - a.station_mm, 1e-6);
  return a.od_mm + share * (b.od_mm - a.od_mm);
}
