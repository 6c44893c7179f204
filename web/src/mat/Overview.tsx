import { useDrag } from "@use-gesture/react";

import { useShown } from "../rod/store";
import { useSettings } from "../ui/settings";
import { BlankShape, drawnOd, GuideShape, PartShape, RodPaint } from "./Rod";
import { guidesBelow, makeScale, wholeRod } from "./scale";
import type { Lens } from "./scale";
import { OVERVIEW_H, PAD } from "./size";

/** The whole rod, always, with the window the lens shows. */
export function Overview({
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
