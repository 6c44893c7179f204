import type { FigureLaid } from "../api/types";
import type { Scale } from "./scale";

/* A figure of thread, on the rod as it turns and unrolled. Where a thread runs is worked out by the core; here it is
   only seen from the side. */

interface Run {
  key: string;
  colour: string;
  wide: number;
  points: string[];
}

const WAYS = { crosswrap: [1, -1], spiral: [1], divided: [] } as const;

/** What is seen of every band of threads from the side, the rod turned by so many degrees; later ones lie over earlier. */
export function seenRuns(
  f: FigureLaid,
  scale: Pick<Scale, "x" | "k" | "pxPerMm">,
  y: number,
  turnDeg: number,
  steps: number,
): Run[] {
  const turn = ((f.clock_deg + turnDeg) * Math.PI) / 180;
  const runs: Run[] = [];
  for (const [n, band] of f.bands.entries()) {
    if (band.step > steps) continue;
    const middle = (band.from_arc_mm + band.to_arc_mm) / 2;
    const wide = Math.max((band.to_arc_mm - band.from_arc_mm) * scale.k * 0.62, 1);
    for (const way of WAYS[f.kind])
      for (let start = 0; start < f.starts; start += 1) {
        let points: string[] = [];
        const put = () => {
          if (points.length > 1)
            runs.push({
              key: `${n}.${way}.${start}.${runs.length}`,
              colour: band.colour,
              wide,
              points,
            });
          points = [];
        };
        f.x_mm.forEach((x, i) => {
          const r = f.r_mm[i]!;
          const angle =
            way * f.turned_rad[i]! + (2 * Math.PI * start) / f.starts + middle / r + turn;
          if (Math.cos(angle) > -0.05)
            points.push(
              `${scale.x(x).toFixed(1)},${(y - r * Math.sin(angle) * scale.k).toFixed(1)}`,
            );
          else put();
        });
        put();
      }
  }
  return runs;
}

export function FigureOnRod(props: {
  figure: FigureLaid;
  scale: Pick<Scale, "x" | "k" | "pxPerMm">;
  y: number;
  turn: number;
  steps: number;
}) {
  const { figure: f, scale, y } = props;
  if (!f.x_mm.length) return null;
  const edge = (sign: 1 | -1) =>
    f.x_mm.map((x, i) => `${scale.x(x)},${y + sign * f.r_mm[i]! * scale.k}`);
  const outline = [...edge(-1), ...edge(1).reverse()].join(" ");
  const id = `figure-${f.id}`;
  return (
    <g>
      <clipPath id={id}>
        <polygon points={outline} />
      </clipPath>
      {f.under_colour && <polygon points={outline} fill={f.under_colour} fillOpacity=".9" />}
      <g clipPath={`url(#${id})`} fill="none" strokeLinecap="round">
        {seenRuns(f, scale, y, props.turn, props.steps).map((r) => (
          <polyline
            key={r.key}
            points={r.points.join(" ")}
            stroke={r.colour}
            strokeWidth={r.wide}
          />
        ))}
      </g>
    </g>
  );
}

/** The figure unrolled: the blank's round laid flat, the marked line in the middle. */
export function Unrolled({
  figure: f,
  steps,
  high,
}: {
  figure: FigureLaid;
  steps: number;
  high: number;
}) {
  if (!f.x_mm.length) return null;
  const girth = 2 * Math.PI * Math.max(...f.r_mm);
  const long = f.to_mm - f.from_mm;
  const k = high / girth;
  const points = (way: number, start: number, arc: number, wrap: number) =>
    f.x_mm
      .map((x, i) => {
        const turned =
          way * f.turned_rad[i]! + (2 * Math.PI * start) / f.starts - 2 * Math.PI * wrap;
        return `${((x - f.from_mm) * k).toFixed(1)},${(high / 2 - (f.r_mm[i]! * turned + arc) * k).toFixed(1)}`;
      })
      .join(" ");
  const most = Math.ceil((f.turned_rad.at(-1) ?? 0) / (2 * Math.PI)) + 1;
  const rounds = Array.from({ length: 2 * most + 1 }, (_, n) => n - most);
  const starts = Array.from({ length: f.starts }, (_, n) => n);
  return (
    <svg
      viewBox={`0 0 ${long * k} ${high}`}
      width={long * k}
      height={high}
      className="max-w-full rounded-sm bg-raised"
      role="img"
      aria-label={`${f.name}, unrolled`}
    >
      {f.under_colour && <rect width={long * k} height={high} fill={f.under_colour} />}
      <g fill="none">
        {f.bands
          .filter((b) => b.step <= steps)
          .flatMap((b, n) =>
            WAYS[f.kind].flatMap((way) =>
              starts.flatMap((start) =>
                rounds.map((wrap) => (
                  <polyline
                    key={`${n}.${way}.${start}.${wrap}`}
                    points={points(way, start, (b.from_arc_mm + b.to_arc_mm) / 2, wrap)}
                    stroke={b.colour}
                    strokeWidth={Math.max((b.to_arc_mm - b.from_arc_mm) * k * 0.62, 0.8)}
                  />
                )),
              ),
            ),
          )}
        {f.kind === "divided" &&
          Array.from({ length: f.lines }, (_, n) => (
            <line
              key={n}
              x1={0}
              x2={long * k}
              y1={(high * (n + 0.5)) / f.lines}
              y2={(high * (n + 0.5)) / f.lines}
              stroke="var(--ink-soft)"
            />
          ))}
      </g>
      {f.marks
        .filter((m) => m.line === 0)
        .map((m) => (
          <path
            key={m.crossing}
            d={`M${(m.station_mm - f.from_mm) * k - 4},${high / 2} h8 m-4,-4 v8`}
            stroke="var(--pencil)"
            strokeWidth="1.4"
          />
        ))}
    </svg>
  );
}
