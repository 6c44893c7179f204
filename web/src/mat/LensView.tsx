import { useShown } from "../rod/store";
import type { StageName } from "../api/types";
import { Pick } from "../ui/controls";
import { length, unitOf } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { datumWord, lowerOrigin, originOf } from "./datum";
import { Flags } from "./Flags";
import { GuideTrain, Parts } from "./held";
import { MatLines, PencilMarks, SpineLine, TipTop } from "./layers";
import { FigureOnRod } from "./Figure";
import { Coats, Defects, LabelsOnRod, Wraps } from "./wrapped";
import { BlankShape, RodPaint } from "./Rod";
import { OrderArrows } from "./OrderArrows";
import { Ruler } from "./Ruler";
import { isSawn, SawnOver, SawnPaint } from "./Sawn";
import { ToleranceBands } from "./ToleranceBands";
import { Tracing } from "./Tracing";
import {
  guidesBelow,
  handleLens,
  heldWrap,
  makeScale,
  tipLens,
  wholeRod,
  wrapHeld,
  wrapsLens,
} from "./scale";
import type { Lens } from "./scale";
import { LENS_H, PAD } from "./size";
import type { MatProps } from "./Mat";

type LensProps = MatProps & { lens: Lens; setLens: (l: Lens | null) => void; width: number };

/** The stretch of rod being worked on, between its two rulers. */
export function LensView({ stage, job, selected, onSelect, lens, setLens, width }: LensProps) {
  const { build, plan } = useShown();
  const { flipped, lowerDatum, set } = useSettings();
  const below = guidesBelow(build);
  const scale = makeScale(lens, width, PAD, plan, 62, 46, flipped);
  const y = below ? 96 : LENS_H - 96;
  const rule = build.rule;
  const whole = wholeRod(plan);
  const lower = lowerOrigin(lowerDatum, plan);
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
        <SawnPaint />
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
        {plan.wraps.figures.map((f) => (
          <g key={f.id} opacity={strong("wraps")}>
            <FigureOnRod figure={f} scale={scale} y={y} turn={0} steps={3} />
          </g>
        ))}
        <g opacity={["wraps", "finish", "guides"].includes(stage) ? 1 : 0.5}>
          <Wraps
            held={stage === "wraps" ? wrapHeld(plan, heldWrap(selected))?.id : undefined}
            onSelect={stage === "wraps" ? onSelect : undefined}
            coated={stage === "finish"}
            {...{ scale, y }}
          />
        </g>
        <LabelsOnRod lit={stage === "wraps" && job === "labels"} {...{ scale, y }} />
        {stage === "guides" && <ToleranceBands {...{ scale, y, below }} />}
        <TipTop {...{ scale, y }} />
        <g opacity={stage === "handle" ? 1 : 0.86}>
          <Parts {...{ stage, selected, onSelect, scale, y, sawn: isSawn(stage, job) }} />
        </g>
        <g opacity={strong("guides")}>
          <GuideTrain {...{ stage, selected, onSelect, scale, y, below }} />
        </g>
        {isSawn(stage, job) && <SawnOver named={width >= 700} {...{ scale, y }} />}
        {stage === "guides" && <Tracing {...{ scale, y, below }} />}
        {stage === "handle" && <PencilMarks {...{ scale, y }} />}
        {stage === "handle" && <OrderArrows {...{ scale, y }} />}
        {stage === "finish" && <Coats {...{ scale, y }} />}
        {stage === "finish" && <Defects {...{ scale, y }} />}
        {stage === "spine" && <SpineLine {...{ scale, y }} />}
        <Flags {...{ stage, selected, scale, y, below, width }} />
      </svg>
      <div
        className={`absolute left-2 flex items-center gap-1 text-note ${below ? "bottom-6" : "top-6"}`}
      >
        <span className={width < 700 ? "hidden" : "opacity-80"}>
          butt datum above · diameters ×{Number(scale.thicker.toFixed(1))}
        </span>
      </div>
      <div className={`absolute right-2 flex items-center gap-1 ${below ? "bottom-5" : "top-5"}`}>
        {(["whole", "handle", "tip", "wraps"] as const).map((name) => (
          <button
            key={name}
            type="button"
            className="min-h-8 rounded px-2 py-0.5 text-note text-mat-ink hover:bg-white/15"
            onClick={() =>
              setLens(
                {
                  whole: wholeRod,
                  handle: handleLens,
                  tip: tipLens,
                  wraps: (p: typeof plan) => wrapsLens(p),
                }[name](plan),
              )
            }
          >
            {name}
          </button>
        ))}
        <div className="w-36 [&_.field]:border-white/25 [&_.field]:bg-transparent [&_.field]:py-0.5 [&_.field]:text-note [&_.field]:text-mat-ink">
          <Pick
            label="Lower edge of the mat counts from"
            hideLabel
            value={lowerDatum}
            onChange={(v) => set({ lowerDatum: v })}
            options={(["tip_top_ring", "bare_tip", "butt", "spool_lip", "seat_front"] as const)
              .filter((d) => originOf(d, plan))
              .map((d) => ({ value: d, label: datumWord(d, build.brief.rod_type) }))}
          />
        </div>
      </div>
    </div>
  );
}
