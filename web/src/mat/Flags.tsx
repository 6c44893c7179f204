import type { StageName } from "../api/types";
import { Mark } from "../findings/Mark";
import { due } from "../rack/clocks";
import { useShown } from "../rod/store";
import { bothUnits, diameter, length } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { lowerOrigin } from "./datum";
import { layFlags } from "./layFlags";
import type { Flag } from "./layFlags";
import type { LayerProps } from "./layers";
import { drawnOd } from "./Rod";
import { LENS_H } from "./size";

const FLAG_H = 19;
/** From so many pixels a millimetre on, every coated place has a flag of its own. */
const NEAR = 2;

/** Masking-tape flags with what the stage measures written on them. */
export function Flags(
  props: LayerProps & { stage: StageName; selected: string | null; below: boolean; width: number },
) {
  const { stage, selected, scale, y, below, width } = props;
  const { build, plan } = useShown();
  const lowerDatum = useSettings((s) => s.lowerDatum);
  const rule = build.rule;
  const lower = lowerOrigin(lowerDatum, plan);
  let flags: (Flag & { mm: number })[] = [];
  if (stage === "blank") {
    flags = build.blank.readings.map((r, i) => ({
      key: `${i}`,
      mm: r.station_mm - build.blank.trim_butt_mm,
      x: scale.x(r.station_mm - build.blank.trim_butt_mm),
      text: diameter(r.od_mm, rule, false),
      label: `${diameter(r.od_mm, rule)} at ${length(r.station_mm, rule)}`,
    }));
  } else if (stage === "handle") {
    flags = plan.marks
      .filter((m) => m.stage === "handle")
      .map((m) => ({
        key: m.label,
        mm: m.station_mm,
        x: scale.x(m.station_mm),
        text: length(m.from_butt_mm, rule, false),
        label: `${m.label}: ${length(m.from_butt_mm, rule)} from the butt`,
      }));
  } else if (stage === "wraps") {
    flags = plan.wraps.laid
      .flatMap((w) => [
        { w, mm: w.start_mm, end: "start" },
        { w, mm: w.end_mm, end: "end" },
      ])
      .filter(({ mm }) => scale.x(mm) > 0 && scale.x(mm) < width)
      .map(({ w, mm, end }) => ({
        key: `${w.id}.${end}`,
        mm,
        x: scale.x(mm),
        text: length(lower.sign * (mm - lower.origin), rule, false),
        label: `${w.what}: ${bothUnits(mm)} from the butt`,
        selected: selected === `wraps.wraps.${w.id}`,
      }));
  } else if (stage === "finish" && scale.pxPerMm < NEAR) {
    flags = plan.finish.defects
      .filter((d) => d.open && d.place_mm !== null)
      .map((d) => ({
        key: d.id,
        mm: d.place_mm!,
        x: scale.x(d.place_mm!),
        text: d.words,
        label: `${d.words}, coat ${d.coat}: ${bothUnits(d.place_mm!)} from the butt`,
      }));
  } else if (stage === "finish") {
    flags = plan.finish.spans
      .map((s) => ({ ...s, mm: (s.start_mm + s.end_mm) / 2 }))
      .filter(({ mm }) => scale.x(mm) > 0 && scale.x(mm) < width)
      .map((s) => ({
        key: `${s.what}.${s.start_mm}.${s.of}`,
        mm: s.mm,
        x: scale.x(s.mm),
        text: s.last_at ? `${s.on} of ${s.of} · ${due(s.last_at)}` : `${s.on} of ${s.of}`,
        label: `${s.what}: ${s.on} of ${s.of} coats on${s.last_at ? `, the last ${due(s.last_at)}` : ""}`,
      }));
  } else if (stage === "guides") {
    flags = plan.guides.placed
      .filter((g) => g.marked_mm !== null)
      .map((g, i) => ({
        key: g.id,
        mm: g.marked_mm!,
        x: scale.x(g.marked_mm!),
        text: length(lower.sign * (g.marked_mm! - lower.origin), rule, false),
        label: `guide ${i + 1}: ${bothUnits(g.from_tip_ring_mm ?? 0)} from the tip-top ring`,
        selected: selected === `guides.train.${g.id}`,
        weight: plan.findings.find((f) => f.field === `guides.train.${g.id}` && f.weight !== "note")
          ?.weight as "ruins" | "check" | undefined,
      }));
  }
  const top = below ? 24 : LENS_H - 24 - 2 * FLAG_H - 4;
  const laid = layFlags(flags, 2, 4, width - 4);
  const edge = below ? -1 : 1;
  return laid.map((f) => {
    const rowTop = below ? top + (1 - f.row) * (FLAG_H + 2) : top + f.row * (FLAG_H + 2);
    const left = Math.min(Math.max(f.x - f.width / 2, 4), width - 4 - f.width);
    const od = drawnOd(plan.blank.taper, flags.find((g) => g.key === f.key)?.mm ?? 0);
    const colour = f.weight
      ? { ruins: "var(--mat-ruin)", check: "var(--pencil)" }[f.weight]
      : "var(--tape)";
    return (
      <g key={f.key} pointerEvents="none">
        <line
          x1={f.x}
          x2={f.x}
          y1={below ? rowTop + FLAG_H : rowTop}
          y2={y + (edge * od * scale.k) / 2}
          stroke={colour}
          strokeWidth="1.1"
          strokeOpacity=".85"
        />
        <path
          d={tapePath(left, rowTop, f.width, FLAG_H)}
          fill={f.selected ? "var(--pencil)" : "var(--tape)"}
        />
        {f.weight && (
          <g transform={`translate(${left - 16},${rowTop + FLAG_H / 2 - 8})`}>
            <circle cx="8" cy="8" r="9" fill="var(--mat)" />
            <Mark weight={f.weight} onMat />
          </g>
        )}
        <text
          x={left + f.width / 2}
          y={rowTop + 14}
          textAnchor="middle"
          fontSize="13"
          fontWeight="600"
          className="fig"
          fill="var(--tape-ink)"
        >
          {f.text}
          <title>{f.label}</title>
        </text>
      </g>
    );
  });
}

/** A torn bit of masking tape. */
const tapePath = (x: number, y: number, w: number, h: number) =>
  `M${x},${y + 1} l1.5,${h * 0.25} l-1.5,${h * 0.25} l1.3,${h * 0.25} l-1,${h * 0.25 - 1} H${x + w} l-1.4,${-h * 0.3} l1.4,${-h * 0.25} l-1.2,${-h * 0.25} l1.2,${-h * 0.2} Z`;
