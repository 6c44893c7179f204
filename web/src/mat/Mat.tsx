import { useDrag } from "@use-gesture/react";
import { useState } from "react";

import type { StageName } from "../api/types";
import { freeGuide, guideName, moveGuide, movePart } from "../build/moves";
import { useBuild, useShown } from "../build/store";
import { Pick } from "../ui/controls";
import { bothUnits, diameter, length, STEP_MM, unitOf } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { DATUM_WORDS, originOf } from "./datum";
import { layFlags } from "./flags";
import type { Flag } from "./flags";
import { Grip } from "./Grip";
import { BlankShape, drawnOd, GuideShape, PartShape, RodPaint, WrapShape } from "./Rod";
import { Ruler } from "./Ruler";
import { guidesBelow, handleLens, makeScale, tipLens, useWidth, wholeRod } from "./scale";
import type { Lens } from "./scale";

const LENS_H = 204;
const OVERVIEW_H = 34;
const PAD = 22;
const FLAG_H = 19;

export interface MatProps {
  stage: StageName;
  selected: string | null;
  onSelect: (what: string | null) => void;
}

/** The mat with the rod on it: the same rod in every stage, that stage's layer strong. */
export function Mat({ stage, selected, onSelect }: MatProps) {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const [window_, setWindow] = useState<{ stage: StageName; lens: Lens | null }>({
    stage,
    lens: null,
  });
  const own = window_.stage === stage ? window_.lens : null;
  const lens = own ?? (stage === "handle" ? handleLens(plan) : wholeRod(plan));
  const setLens = (next: Lens | null) => setWindow({ stage, lens: next });
  return (
    <section aria-label="The mat" className="bg-mat-deep text-mat-ink" ref={ref}>
      {plan.blank.length_mm === null ? (
        <EmptyMat />
      ) : (
        <>
          <Overview lens={lens} setLens={setLens} width={width} />
          <LensView {...{ stage, selected, onSelect, lens, setLens, width }} />
        </>
      )}
    </section>
  );
}

/** The mat before there is a blank: a ghost of the rod and what to do first. */
function EmptyMat() {
  return (
    <div className="relative" style={{ height: LENS_H + OVERVIEW_H, background: "var(--mat)" }}>
      <svg
        viewBox="0 0 1280 238"
        preserveAspectRatio="none"
        className="absolute inset-0 size-full"
        aria-hidden
      >
        {Array.from({ length: 36 }, (_, i) => (
          <line
            key={i}
            x1={i * 36}
            x2={i * 36}
            y1="0"
            y2="238"
            stroke="var(--mat-rule)"
            strokeWidth={i % 4 ? 0.6 : 1.2}
          />
        ))}
        <path
          d="M60,98 L1220,117 L1220,121 L60,140 Z"
          fill="none"
          stroke="var(--mat-ink)"
          strokeOpacity=".55"
          strokeDasharray="7 6"
          strokeWidth="1.5"
        />
        <path
          d="M60,176 H1220 M60,168 v16 M1220,168 v16"
          stroke="var(--tape)"
          strokeWidth="1.5"
          fill="none"
        />
      </svg>
      <span className="torn absolute top-[42%] left-8 px-2 text-[13px] font-semibold">butt</span>
      <span className="torn absolute top-[42%] right-8 px-2 text-[13px] font-semibold">tip</span>
      <p className="absolute inset-x-0 top-6 text-center text-[17px] font-semibold">
        The mat is clear.
      </p>
      <p className="absolute inset-x-0 bottom-3 text-center">
        Measure the bare blank from butt to tip, type its length below, and it is laid here to
        scale.
      </p>
    </div>
  );
}

function Overview({
  lens,
  setLens,
  width,
}: {
  lens: Lens;
  setLens: (lens: Lens | null) => void;
  width: number;
}) {
  const { build, plan } = useShown();
  const flipped = useSettings((s) => s.flipped);
  const whole = wholeRod(plan);
  const scale = makeScale(whole, width, PAD, plan, 16, 9, flipped);
  const y = OVERVIEW_H / 2;
  const span = lens.to - lens.from;
  const everything = span > (whole.to - whole.from) * 0.995;
  const moved = (mm: number): Lens => {
    const from = Math.min(Math.max(lens.from + mm, whole.from), whole.to - span);
    return { from, to: from + span };
  };
  const bind = useDrag(({ delta: [dx] }) => {
    if (!everything) setLens(moved(((flipped ? -1 : 1) * dx) / scale.pxPerMm));
  });
  const a = Math.min(scale.x(lens.from), scale.x(lens.to));
  return (
    <svg width={width} height={OVERVIEW_H} className="block" aria-label="Whole rod" role="group">
      <RodPaint id="over" />
      <BlankShape
        taper={plan.blank.taper}
        material={build.blank.material}
        scale={scale}
        y={y}
        paint="over"
      />
      {plan.handle.parts.map((p) => (
        <PartShape key={p.id} part={p} scale={scale} y={y} paint="over" />
      ))}
      {plan.guides.placed.map((g) => (
        <GuideShape
          key={g.id}
          guide={g}
          odMm={drawnOd(plan.blank.taper, g.marked_mm ?? 0)}
          scale={scale}
          y={y}
          below={guidesBelow(build)}
        />
      ))}
      {!everything && (
        <g
          {...bind()}
          role="slider"
          tabIndex={0}
          aria-label="Zoom window"
          aria-valuenow={Math.round(lens.from)}
          aria-valuemin={Math.round(whole.from)}
          aria-valuemax={Math.round(whole.to)}
          className="cursor-grab"
          style={{ touchAction: "none" }}
          onKeyDown={(e) => {
            const way = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
            if (way) setLens(moved(way * (flipped ? -1 : 1) * span * 0.1));
          }}
        >
          <rect
            x={a}
            y={2}
            width={span * scale.pxPerMm}
            height={OVERVIEW_H - 4}
            rx={3}
            fill="var(--tape)"
            fillOpacity=".12"
            stroke="var(--tape)"
            strokeWidth="1.6"
          />
        </g>
      )}
    </svg>
  );
}

type LensProps = MatProps & { lens: Lens; setLens: (l: Lens | null) => void; width: number };

function LensView({ stage, selected, onSelect, lens, setLens, width }: LensProps) {
  const { build, plan } = useShown();
  const { flipped, lowerDatum, set } = useSettings();
  const below = guidesBelow(build);
  const scale = makeScale(lens, width, PAD, plan, 62, 46, flipped);
  const y = below ? 96 : LENS_H - 96;
  const rule = build.rule;
  const whole = wholeRod(plan);
  const lower = originOf(lowerDatum, plan) ?? originOf("bare_tip", plan)!;
  const strong = (layer: StageName) => (stage === layer ? 1 : 0.42);

  const zoom = (factor: number, atPx: number) => {
    const at = scale.mm(atPx);
    const from = Math.max(whole.from, at - (at - lens.from) * factor);
    const to = Math.min(whole.to, at + (lens.to - at) * factor);
    if (to - from > 60) setLens(to - from > (whole.to - whole.from) * 0.99 ? whole : { from, to });
  };

  return (
    <div className="relative" style={{ background: "var(--mat)" }}>
      <svg
        width={width}
        height={LENS_H}
        className="block"
        role="group"
        aria-label={`The rod, ${stage}`}
        onWheel={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          zoom(e.deltaY > 0 ? 1.2 : 1 / 1.2, e.clientX - box.left);
        }}
      >
        <RodPaint id="mat" />
        <MatLines lens={lens} pxPerMm={scale.pxPerMm} x={scale.x} inch={unitOf(rule) === "in"} />
        <Ruler
          lens={lens}
          scale={scale}
          rule={rule}
          origin={0}
          sign={1}
          y={0}
          side="top"
          least={0}
        />
        <Ruler
          lens={lens}
          scale={scale}
          rule={rule}
          origin={lower.origin}
          sign={lower.sign}
          y={LENS_H}
          side="bottom"
          least={0}
        />
        {plan.blank.taper.length > 1 ? (
          <BlankShape
            taper={plan.blank.taper}
            material={build.blank.material}
            scale={scale}
            y={y}
            paint="mat"
          />
        ) : (
          <line
            x1={scale.x(0)}
            x2={scale.x(plan.blank.length_mm ?? 0)}
            y1={y}
            y2={y}
            stroke="var(--mat-ink)"
            strokeDasharray="2 6"
            strokeWidth="2"
          />
        )}
        {plan.blank.joints_mm.map((j) => (
          <g key={j}>
            <line
              x1={scale.x(j)}
              x2={scale.x(j)}
              y1={y - 26}
              y2={y + 26}
              stroke="var(--mat-ink)"
              strokeDasharray="7 3 1.5 3"
            />
            <title>joint at {length(j, rule)}</title>
          </g>
        ))}
        {plan.finish.wraps.map((w) => (
          <g
            key={`${w.what}${w.start_mm}`}
            opacity={stage === "finish" || stage === "guides" ? 1 : 0.5}
          >
            <WrapShape wrap={w} scale={scale} y={y} paint="mat" coated={stage === "finish"} />
          </g>
        ))}
        <TipTop {...{ scale, y, below }} />
        <g opacity={stage === "handle" ? 1 : 0.86}>
          <Parts {...{ stage, selected, onSelect, scale, y }} />
        </g>
        <g opacity={strong("guides")}>
          <GuideTrain {...{ stage, selected, onSelect, scale, y, below }} />
        </g>
        {stage === "handle" && <PencilMarks {...{ scale, y }} />}
        {stage === "spine" && <SpineLine {...{ scale, y }} />}
        <Flags {...{ stage, selected, scale, y, below, width }} />
      </svg>
      <div
        className={`absolute left-2 flex items-center gap-1 text-[13px] ${below ? "bottom-6" : "top-6"}`}
      >
        <span className="opacity-80">
          butt datum above · diameters ×{Number(scale.thicker.toFixed(1))}
        </span>
      </div>
      <div className={`absolute right-2 flex items-center gap-1 ${below ? "bottom-5" : "top-5"}`}>
        {(["whole", "handle", "tip"] as const).map((name) => (
          <button
            key={name}
            type="button"
            className="min-h-6 rounded px-2 py-0.5 text-[13px] text-mat-ink hover:bg-white/15"
            onClick={() =>
              setLens({ whole: wholeRod, handle: handleLens, tip: tipLens }[name](plan))
            }
          >
            {name}
          </button>
        ))}
        <div className="w-36 [&_.field]:border-white/25 [&_.field]:bg-transparent [&_.field]:py-0.5 [&_.field]:text-[13px] [&_.field]:text-mat-ink">
          <Pick
            label="Lower edge of the mat counts from"
            hideLabel
            value={lowerDatum}
            onChange={(v) => set({ lowerDatum: v })}
            options={(["tip_top_ring", "bare_tip", "butt", "spool_lip", "seat_front"] as const)
              .filter((d) => originOf(d, plan))
              .map((d) => ({ value: d, label: DATUM_WORDS[d] }))}
          />
        </div>
      </div>
    </div>
  );
}

function MatLines(props: {
  lens: Lens;
  pxPerMm: number;
  x: (mm: number) => number;
  inch: boolean;
}) {
  const { lens, pxPerMm, x, inch } = props;
  const unit = inch ? 25.4 : 50;
  const every = [1, 2, 4, 6, 12, 24].find((n) => n * unit * pxPerMm > 18) ?? 48;
  const lines = [];
  for (let i = Math.ceil(lens.from / unit / every) * every; i * unit <= lens.to; i += every) {
    const strong = i % (every * 4) === 0;
    lines.push(
      <line
        key={i}
        x1={x(i * unit)}
        x2={x(i * unit)}
        y1={0}
        y2={LENS_H}
        stroke={strong ? "var(--mat-rule-strong)" : "var(--mat-rule)"}
        strokeWidth={strong ? 1 : 0.6}
      />,
    );
  }
  for (let yy = 24; yy < LENS_H; yy += 18) {
    lines.push(
      <line
        key={`h${yy}`}
        x1={0}
        x2="100%"
        y1={yy}
        y2={yy}
        stroke="var(--mat-rule)"
        strokeWidth={0.6}
      />,
    );
  }
  return <g aria-hidden>{lines}</g>;
}

interface LayerProps {
  scale: ReturnType<typeof makeScale>;
  y: number;
}

function TipTop({ scale, y, below }: LayerProps & { below: boolean }) {
  const { build, plan } = useShown();
  const ring = plan.guides.tip_top_ring_mm;
  const tip = plan.blank.length_mm;
  if (ring === null || tip === null) return null;
  const side = below ? 1 : -1;
  const ry = Math.max((build.guides.tip_top.ring_mm / 2) * scale.tall, 2);
  return (
    <g fill="none" stroke="#e9efef" strokeLinecap="round">
      <path
        d={`M${scale.x(tip - 12)},${y} L${scale.x(tip)},${y} L${scale.x(ring)},${y + side * 3}`}
        strokeWidth="2"
      />
      <ellipse
        cx={scale.x(ring)}
        cy={y + side * (3 + ry * 0.6)}
        rx={Math.max(1.3, ry * 0.3)}
        ry={ry}
        strokeWidth="1.4"
      />
    </g>
  );
}

type ItemProps = LayerProps & Pick_<MatProps, "stage" | "selected" | "onSelect">;
type Pick_<T, K extends keyof T> = { [P in K]: T[P] };

function Parts({ stage, selected, onSelect, scale, y }: ItemProps) {
  const { plan } = useShown();
  const { build, edit, show, stopShowing } = useBuild();
  if (!build) return null;
  const step = STEP_MM[build.rule];
  return plan.handle.parts.map((part) => {
    const path = `handle.parts.${part.id}`;
    const shape = (
      <>
        <PartShape part={part} scale={scale} y={y} paint="mat" />
        {selected === path && (
          <Halo
            a={part.start_mm}
            b={part.end_mm}
            r={Math.max(part.od_butt_mm, part.od_tip_mm) / 2}
            {...{ scale, y }}
          />
        )}
      </>
    );
    if (stage !== "handle") return <g key={part.id}>{shape}</g>;
    return (
      <Grip
        key={part.id}
        label={`${part.name}, slide along the blank`}
        valueText={`starts ${length(part.start_mm, build.rule)} from the butt`}
        now={part.start_mm}
        selected={selected === path}
        pxPerMm={scale.pxPerMm}
        flipped={scale.flipped}
        stepMm={step}
        onSelect={() => onSelect(path)}
        onMove={(mm) => show(movePart(part.id, mm, step))}
        onDrop={(mm) => edit(`move ${part.name}`, movePart(part.id, mm, step))}
        onCancel={stopShowing}
        onType={() =>
          focusField(`handle.parts.${indexOf(build.handle.parts, part.id)}.gap_before_mm`)
        }
      >
        {shape}
      </Grip>
    );
  });
}

const indexOf = (list: { id: string }[], id: string) => list.findIndex((p) => p.id === id);

/** Put the caret in the field for a document path, wherever it is on the page. */
export function focusField(path: string) {
  document.querySelector<HTMLElement>(`[data-path="${path}"]`)?.focus();
}

function Halo({ a, b, r, scale, y }: { a: number; b: number; r: number } & LayerProps) {
  const x = Math.min(scale.x(a), scale.x(b));
  return (
    <rect
      x={x - 3}
      y={y - r * scale.k - 4}
      width={Math.abs(scale.x(b) - scale.x(a)) + 6}
      height={2 * r * scale.k + 8}
      rx={4}
      fill="none"
      stroke="var(--pencil)"
      strokeWidth="2"
      strokeDasharray="5 3"
    />
  );
}

function GuideTrain({
  stage,
  selected,
  onSelect,
  scale,
  y,
  below,
}: ItemProps & { below: boolean }) {
  const { plan } = useShown();
  const { build, edit, show, stopShowing } = useBuild();
  if (!build) return null;
  const step = STEP_MM[build.rule];
  return plan.guides.placed.map((g, i) => {
    if (g.marked_mm === null) return null;
    const path = `guides.train.${g.id}`;
    const chosen = selected === path;
    const shape = (
      <>
        <GuideShape
          guide={g}
          odMm={drawnOd(plan.blank.taper, g.marked_mm)}
          {...{ scale, y, below }}
        />
        {chosen && (
          <line
            x1={scale.x(g.marked_mm)}
            x2={scale.x(g.marked_mm)}
            y1={44}
            y2={LENS_H - 50}
            stroke="var(--pencil)"
            strokeWidth="1.6"
            strokeDasharray="4 3"
          />
        )}
      </>
    );
    if (stage !== "guides") return <g key={g.id}>{shape}</g>;
    const name = guideName(build, g.id);
    return (
      <Grip
        key={g.id}
        label={`${name}, ring ${g.ring_mm}`}
        valueText={`${length(g.from_tip_ring_mm ?? 0, build.rule)} from the tip-top ring`}
        now={g.marked_mm}
        selected={chosen}
        pxPerMm={scale.pxPerMm}
        flipped={scale.flipped}
        stepMm={step}
        onSelect={() => onSelect(path)}
        onMove={(mm) => show(moveGuide(plannedGuide(g.id) ?? g, mm, step))}
        onDrop={(mm) => edit(`move ${name}`, moveGuide(plannedGuide(g.id) ?? g, mm, step))}
        onCancel={stopShowing}
        onType={() => focusField(`guides.train.${i}.at.distance_mm`)}
        onFree={() => edit(`free ${name}`, freeGuide(g.id))}
      >
        <rect
          x={scale.x(g.marked_mm) - 9}
          y={y - 24}
          width={18}
          height={below ? 100 : 48}
          fill="transparent"
        />
        {shape}
      </Grip>
    );
  });
}

/** The guide as kept, not as it is being tried: moves are counted from there. */
const plannedGuide = (id: string) =>
  useBuild.getState().plan?.guides.placed.find((g) => g.id === id);

function PencilMarks({ scale, y }: LayerProps) {
  const { plan } = useShown();
  return (
    <g stroke="var(--pencil)" strokeLinecap="round" aria-hidden>
      {plan.marks
        .filter((m) => m.stage === "handle")
        .map((m) => {
          const x = scale.x(m.station_mm);
          return (
            <path
              key={`${m.station_mm}${m.label}`}
              d={`M${x - 0.6},${y - 33} q1.6,16 .4,33 t.3,33`}
              strokeWidth="2.2"
              strokeOpacity=".9"
              fill="none"
            />
          );
        })}
    </g>
  );
}

function SpineLine({ scale, y }: LayerProps) {
  const { build, plan } = useShown();
  const at = plan.spine.guides_deg;
  if (at === null || plan.blank.length_mm === null) return null;
  const side = guidesBelow(build) ? 1 : -1;
  const points = plan.blank.taper.map(
    (p) => `${scale.x(p.station_mm)},${y + side * (p.od_mm / 2) * scale.k * 0.55}`,
  );
  return (
    <polyline
      points={points.join(" ")}
      fill="none"
      stroke="var(--pencil)"
      strokeWidth="2"
      strokeDasharray="26 7"
      aria-hidden
    />
  );
}

function Flags(
  props: LayerProps & { stage: StageName; selected: string | null; below: boolean; width: number },
) {
  const { stage, selected, scale, y, below, width } = props;
  const { build, plan } = useShown();
  const lowerDatum = useSettings((s) => s.lowerDatum);
  const rule = build.rule;
  const lower = originOf(lowerDatum, plan) ?? originOf("bare_tip", plan)!;
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
  } else if (stage === "guides" || stage === "finish") {
    flags = plan.guides.placed
      .filter((g) => g.marked_mm !== null)
      .map((g, i) => ({
        key: g.id,
        mm: g.marked_mm!,
        x: scale.x(g.marked_mm!),
        text:
          stage === "finish"
            ? `${i + 1}`
            : length(lower.sign * (g.marked_mm! - lower.origin), rule, false),
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
    const colour = f.weight ? { ruins: "#ff8d75", check: "#f6cf4d" }[f.weight] : "var(--tape)";
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
          <path d={`M${left},${rowTop + FLAG_H} h${f.width}`} stroke="#c23b22" strokeWidth="3" />
        )}
        <text
          x={left + f.width / 2}
          y={rowTop + 14}
          textAnchor="middle"
          fontSize="13.5"
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
