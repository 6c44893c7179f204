import { useDrag } from "@use-gesture/react";
import { scaleLinear } from "d3-scale";
import { area } from "d3-shape";

import { useRod, useShown } from "../../rod/store";
import { RodPaint } from "../../mat/Rod";
import { Held } from "../../mat/held";
import { useWidth } from "../../mat/scale";
import { diameter, length, unitOf } from "../../ui/measure";
import { useSettings } from "../../ui/settings";
import { sliderProps } from "../../ui/slider";

const H = 210;
const EDGE = { left: 58, right: 22, top: 14, bottom: 26 };

/** The blank on the mat, thicker than life: readings to pull on, the taper through them, how far to trust it. */
export function TaperPlot() {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const flipped = useSettings((s) => s.flipped);
  const points = plan.blank.taper;
  const longest = plan.blank.length_mm;
  if (longest === null) return null;
  const widest = Math.max(
    6,
    ...build.blank.readings.map((r) => r.od_mm),
    ...points.map((p) => p.od_mm + p.band_mm),
  );
  const range: [number, number] = [EDGE.left, width - EDGE.right];
  const x = scaleLinear([0, longest], flipped ? [range[1], range[0]] : range);
  const middle = EDGE.top + (H - EDGE.top - EDGE.bottom) / 2;
  const k = (H - EDGE.top - EDGE.bottom) / (widest * 1.12);
  const inch = unitOf(build.rule) === "in";
  const stationStep = inch ? 25.4 * (longest > 1500 ? 12 : 6) : longest > 1500 ? 250 : 100;
  const stations = Array.from(
    { length: Math.floor(longest / stationStep) + 1 },
    (_, i) => i * stationStep,
  );
  const ods = [widest, widest / 2];
  const edge = (side: 1 | -1) => (od: number) => middle - (side * od * k) / 2;
  const band = (side: 1 | -1) =>
    area<(typeof points)[number]>()
      .x((p) => x(p.station_mm))
      .y0((p) => edge(side)(p.od_mm - p.band_mm))
      .y1((p) => edge(side)(p.od_mm + p.band_mm));
  const outline = [
    ...points.map((p) => `${x(p.station_mm)},${edge(1)(p.od_mm)}`),
    ...[...points].reverse().map((p) => `${x(p.station_mm)},${edge(-1)(p.od_mm)}`),
  ].join(" ");
  return (
    <div ref={ref} className="bg-mat">
      <svg
        width={width}
        height={H}
        className="block"
        role="group"
        aria-label="Diameter along the blank"
      >
        <RodPaint id="taper" />
        <g className="fig" fontSize="13" fill="var(--mat-ink)" aria-hidden>
          {stations.map((s) => (
            <g key={s}>
              <line
                x1={x(s)}
                x2={x(s)}
                y1={0}
                y2={H - 22}
                stroke="var(--mat-rule-strong)"
                strokeWidth=".8"
              />
              <text x={x(s)} y={H - 7} textAnchor="middle">
                {length(s, build.rule, false)}
              </text>
            </g>
          ))}
          {ods.map((od) => (
            <g key={od}>
              <line
                x1={EDGE.left - 10}
                x2={EDGE.left - 4}
                y1={edge(1)(od)}
                y2={edge(1)(od)}
                stroke="var(--mat-ink)"
              />
              <text x={EDGE.left - 13} y={edge(1)(od) + 4} textAnchor="end">
                {diameter(od, build.rule, false)}
              </text>
            </g>
          ))}
        </g>
        {points.length > 1 && (
          <>
            <polygon points={outline} fill={`url(#taper-${build.blank.material})`} />
            {([1, -1] as const).map((side) => (
              <path key={side} d={band(side)(points) ?? ""} fill="var(--mat-accent)" opacity=".6" />
            ))}
          </>
        )}
        <Held>
          {build.blank.readings.map((r, i) => (
            <Dot
              key={r.id}
              id={r.id}
              index={i}
              x={x(r.station_mm - build.blank.trim_butt_mm)}
              y={edge(1)(r.od_mm)}
              mmPerPx={2 / k}
            />
          ))}
        </Held>
        <text x={width - 60} y={H - 30} textAnchor="end" fontSize="13" fill="var(--mat-ink)">
          pull a reading up or down · light edge: how far the taper is known
        </text>
      </svg>
    </div>
  );
}

const FINE_MM = 0.01;

interface DotProps {
  id: string;
  index: number;
  x: number;
  y: number;
  mmPerPx: number;
}

function Dot({ id, index, x, y, mmPerPx }: DotProps) {
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const show = useRod((s) => s.show);
  const stopShowing = useRod((s) => s.stopShowing);
  const kept = build!.blank.readings.find((r) => r.id === id);
  const asked = useShown().plan.findings.some((f) => f.field === `blank.readings.${id}`);
  const put = (mm: number) => (b: NonNullable<typeof build>) => {
    const reading = b.blank.readings.find((r) => r.id === id);
    if (reading) reading.od_mm = Math.max(0.3, Math.round(mm / FINE_MM) * FINE_MM);
  };
  const bind = useDrag(
    ({ movement: [, dy], last, tap }) => {
      if (tap || !kept) return;
      const mm = kept.od_mm - dy * mmPerPx;
      if (!last) show(put(mm));
      else if (dy) edit("pull a reading", put(mm));
      else stopShowing();
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const says = kept
    ? `${diameter(kept.od_mm, build!.rule)} at ${length(kept.station_mm, build!.rule)}`
    : "";
  const slider = sliderProps({
    label: `Reading ${index + 1}`,
    now: kept?.od_mm ?? 0,
    min: 0.3,
    max: 60,
    says,
    step: 0.05,
    vertical: true,
    onStep: (by) => kept && edit("nudge a reading", put(kept.od_mm + by)),
  });
  if (!kept) return null;
  return (
    <g
      {...bind()}
      {...slider}
      data-row
      className="cursor-ns-resize"
      style={{ touchAction: "none" }}
    >
      <circle cx={x} cy={y} r="16" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r="5"
        fill={asked ? "var(--mat-ruin)" : "var(--pencil)"}
        stroke="var(--outline)"
        strokeWidth="1.5"
      />
      {asked && (
        <text x={x + 8} y={y - 8} fontSize="15" fontWeight="700" fill="var(--mat-ruin)">
          ?
        </text>
      )}
      <title>{says}</title>
    </g>
  );
}
