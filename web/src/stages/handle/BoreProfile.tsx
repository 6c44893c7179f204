import { scaleLinear } from "d3-scale";

import { useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import type { PartPlaced } from "../../api/types";
import { diameter, length } from "../../ui/measure";
import { FILL } from "../../mat/fill";

const H = 190;
const PAD = { left: 64, right: 24, top: 26, bottom: 30 };

/** One wall of the part: blank below, bore above it, the bore wanted dashed; the room drawn large. */
export function BoreProfile({ part }: { part: PartPlaced }) {
  const { build } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { rule } = build;
  const samples = part.samples;
  if (samples.length < 2) {
    return (
      <div
        ref={ref}
        className="grid place-items-center bg-mat px-6 text-center"
        style={{ height: H }}
      >
        The profile waits for two diameters of the blank.
      </div>
    );
  }
  const last = samples.at(-1)!.at_mm;
  const all = samples.flatMap((s) =>
    [s.od_mm, s.bore_mm, s.wanted_mm].filter((v): v is number => v !== null),
  );
  const low = Math.min(...all) - 0.25;
  const high = Math.max(...all) + 0.35;
  const x = scaleLinear([0, last], [PAD.left, width - PAD.right]);
  const y = scaleLinear([low, high], [H - PAD.bottom, PAD.top]);
  const pxPerMm = (width - PAD.left - PAD.right) / last;
  const times = (H - PAD.top - PAD.bottom) / (high - low) / pxPerMm;
  const line = (pick: (s: (typeof samples)[number]) => number | null) =>
    samples
      .filter((s) => pick(s) !== null)
      .map((s) => `${x(s.at_mm)},${y(pick(s)!)}`)
      .join(" ");
  const hasBore = samples[0]!.bore_mm !== null;
  const floor = H - PAD.bottom;
  const ticks = y.ticks(5);
  const blocked = samples.filter((s) => s.bore_mm !== null && s.bore_mm < s.od_mm);
  return (
    <div ref={ref} className="bg-mat">
      <svg
        width={width}
        height={H}
        className="block"
        role="img"
        aria-label={`Bore of the ${part.name} against the blank: ${hasBore ? `it stops ${length(part.stops_short_mm ?? 0, rule)} short` : "not measured"}`}
      >
        <rect
          x={PAD.left}
          y={PAD.top - 8}
          width={width - PAD.left - PAD.right}
          height={floor - PAD.top + 8}
          fill={FILL[part.material]}
          opacity=".85"
        />
        {hasBore && (
          <polygon
            points={`${line((s) => s.bore_mm)} ${x(last)},${floor} ${x(0)},${floor}`}
            fill="var(--mat-deep)"
          />
        )}
        <polygon
          points={`${line((s) => s.od_mm)} ${x(last)},${floor} ${x(0)},${floor}`}
          fill="var(--steel)"
          fillOpacity={hasBore ? 0.92 : 1}
        />
        {blocked.length > 0 && (
          <polygon
            points={[
              ...samples.map((s) => `${x(s.at_mm)},${y(s.od_mm)}`),
              ...[...samples]
                .reverse()
                .map((s) => `${x(s.at_mm)},${y(Math.min(s.bore_mm ?? s.od_mm, s.od_mm))}`),
            ].join(" ")}
            fill="url(#in-the-way)"
          />
        )}
        <defs>
          <pattern
            id="in-the-way"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--mat-ruin-soft)" strokeWidth="2.5" />
          </pattern>
        </defs>
        <polyline
          points={line((s) => s.wanted_mm)}
          fill="none"
          stroke="var(--pencil)"
          strokeWidth="2"
          strokeDasharray="7 4"
        />
        {hasBore && (
          <polyline
            points={line((s) => s.bore_mm)}
            fill="none"
            stroke="var(--tape-ink)"
            strokeWidth="2.2"
          />
        )}
        {part.binds_at_mm !== null && (
          <g>
            <line
              x1={x(Math.min(part.binds_at_mm, last))}
              x2={x(Math.min(part.binds_at_mm, last))}
              y1={PAD.top - 8}
              y2={floor}
              stroke="var(--mat-ruin)"
              strokeWidth="1.6"
            />
            <text
              x={Math.min(Math.max(x(part.binds_at_mm), PAD.left + 28), width - 60)}
              y={13}
              textAnchor="middle"
              fontSize="13"
              fill="var(--mat-ruin-soft)"
            >
              held here
            </text>
          </g>
        )}
        {ticks.map((v) => (
          <text
            key={v}
            x={PAD.left - 6}
            y={y(v) + 4}
            textAnchor="end"
            fontSize="13"
            className="fig"
            fill="var(--mat-ink)"
          >
            {diameter(v, rule, false)}
          </text>
        ))}
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <text
            key={share}
            x={x(last * share)}
            y={H - 12}
            textAnchor={share === 0 ? "start" : share === 1 ? "end" : "middle"}
            fontSize="13"
            className="fig"
            fill="var(--mat-ink)"
          >
            {share === 0 ? "butt face" : share === 1 ? "tip face" : length(last * share, rule)}
          </text>
        ))}
      </svg>
      <p className="px-4 pb-2 text-note text-mat-ink">
        Grey: the blank. Dark line: the bore as it is believed to be. Dashed: the bore wanted.
        Striped: blank still in the way. Across the bore ×
        {times < 10 ? times.toFixed(1) : Math.round(times)} against its length.
      </p>
    </div>
  );
}
