import type { Truth } from "../api/types";

const W = 720;
const H = 150;

/** The energy all round the blank: valleys are where it rests, the ridge between them is the snap. */
export function Landscape({ truth }: { truth: Truth }) {
  const most = Math.max(...truth.energy_n_mm, 1e-6);
  const x = (deg: number) => (deg / 360) * W;
  const y = (e: number) => H - 26 - (e / most) * (H - 56);
  const points = [...truth.energy_n_mm, truth.energy_n_mm[0]!].map((e, i) => `${x(i * 5)},${y(e)}`);
  return (
    <figure className="mt-3">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="block w-full"
        role="img"
        aria-label="Energy of the bent blank round the clock"
      >
        <polygon points={`0,${H - 22} ${points.join(" ")} ${W},${H - 22}`} fill="var(--mat)" />
        <polyline points={points.join(" ")} fill="none" stroke="var(--accent)" strokeWidth="2.5" />
        {truth.lines_deg.map((deg, n) => (
          <g key={deg}>
            <line
              x1={x(deg)}
              x2={x(deg)}
              y1={10}
              y2={H - 22}
              stroke="var(--spine-a)"
              strokeWidth={n ? 1.5 : 3}
              strokeDasharray={n ? "5 4" : undefined}
            />
            <text
              x={Math.min(Math.max(x(deg), 16), W - 16)}
              y={11}
              textAnchor="middle"
              fontSize="14"
              className="fig"
              fill="var(--spine-a)"
            >
              {Math.round(deg)}°
            </text>
          </g>
        ))}
        {[0, 90, 180, 270, 360].map((d) => (
          <text
            key={d}
            x={x(d)}
            y={H - 6}
            textAnchor={d === 0 ? "start" : d === 360 ? "end" : "middle"}
            fontSize="13"
            className="fig"
            fill="var(--ink-soft)"
          >
            {d}
          </text>
        ))}
      </svg>
      <figcaption className="label">
        What was hidden: the work it takes to hold the blank at each reading of the tape. It rests
        in the valleys and snaps over the ridge between them.
      </figcaption>
    </figure>
  );
}
