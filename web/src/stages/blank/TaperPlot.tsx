import { useDrag } from "@use-gesture/react";
import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";

import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { diameter, length, unitOf } from "../../ui/measure";
import { useSettings } from "../../ui/settings";
import { sliderProps } from "../../ui/slider";

const H = 218;
const EDGE = { left: 46, right: 14, top: 12, bottom: 24 };

/** Diameter along the blank: readings to pull on, the curve through them and how far to trust it. */
export function TaperPlot() {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const flipped = useSettings((s) => s.flipped);
  const points = plan.blank.taper;
  const longest = plan.blank.length_mm;
  if (longest === null) {
    return (
      <div
        ref={ref}
        className="grid place-items-center border border-dashed border-line text-soft"
        style={{ height: H }}
      >
        Give the blank its length, then two diameters, and its taper appears here.
      </div>
    );
  }
  const widest = Math.max(
    6,
    ...build.blank.readings.map((r) => r.od_mm),
    ...points.map((p) => p.od_mm + p.band_mm),
  );
  const range: [number, number] = [EDGE.left, width - EDGE.right];
  const x = scaleLinear([0, longest], flipped ? [range[1], range[0]] : range);
  const y = scaleLinear([0, widest * 1.06], [H - EDGE.bottom, EDGE.top]);
  const inch = unitOf(build.rule) === "in";
  const stationStep = inch ? 25.4 * (longest > 1500 ? 12 : 6) : longest > 1500 ? 250 : 100;
  const stations = Array.from(
    { length: Math.floor(longest / stationStep) + 1 },
    (_, i) => i * stationStep,
  );
  const odStep = inch ? 25.4 * 0.1 : widest > 12 ? 4 : 2;
  const ods = Array.from(
    { length: Math.floor((widest * 1.06) / odStep) },
    (_, i) => (i + 1) * odStep,
  );
  const band = area<(typeof points)[number]>()
    .x((p) => x(p.station_mm))
    .y0((p) => y(p.od_mm - p.band_mm))
    .y1((p) => y(p.od_mm + p.band_mm));
  const curve = line<(typeof points)[number]>()
    .x((p) => x(p.station_mm))
    .y((p) => y(p.od_mm));
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={H}
        className="block"
        role="group"
        aria-label="Diameter along the blank"
      >
        <g className="fig" fontSize="13" fill="var(--ink-soft)" aria-hidden>
          {ods.map((od) => (
            <g key={od}>
              <line
                x1={EDGE.left}
                x2={width - EDGE.right}
                y1={y(od)}
                y2={y(od)}
                stroke="var(--line)"
                strokeWidth=".6"
              />
              <text x={EDGE.left - 7} y={y(od) + 4} textAnchor="end">
                {inch ? (od / 25.4).toFixed(1) : od}
              </text>
            </g>
          ))}
          {stations.map((s) => (
            <text key={s} x={x(s)} y={H - 6} textAnchor="middle">
              {length(s, build.rule, false)}
            </text>
          ))}
          <line
            x1={EDGE.left}
            x2={width - EDGE.right}
            y1={y(0)}
            y2={y(0)}
            stroke="var(--ink-soft)"
          />
        </g>
        {points.length > 1 && (
          <>
            <path d={band(points) ?? ""} fill="var(--accent)" opacity=".28" />
            <path d={curve(points) ?? ""} fill="none" stroke="var(--accent)" strokeWidth="2" />
          </>
        )}
        {build.blank.readings.map((r, i) => (
          <Dot
            key={r.id}
            id={r.id}
            index={i}
            x={x(r.station_mm - build.blank.trim_butt_mm)}
            y={y(r.od_mm)}
            mmPerPx={(widest * 1.06) / (H - EDGE.top - EDGE.bottom)}
          />
        ))}
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
    <g {...bind()} {...slider} className="cursor-ns-resize" style={{ touchAction: "none" }}>
      <circle cx={x} cy={y} r="12" fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r="5"
        fill={asked ? "var(--ruin)" : "var(--pencil)"}
        stroke="var(--bench-deep)"
        strokeWidth="1.5"
      />
      {asked && (
        <text x={x + 8} y={y - 8} fontSize="15" fontWeight="700" fill="var(--ruin)">
          ?
        </text>
      )}
      <title>{says}</title>
    </g>
  );
}
