import { useDrag } from "@use-gesture/react";

import { useShown } from "../rod/store";
import { useSettings } from "../ui/settings";
import { sliderProps } from "../ui/slider";
import { RodPaint, WholeRod } from "./Rod";
import { isWhole, makeScale, wholeRod } from "./scale";
import type { Lens } from "./scale";
import { OVERVIEW_H, PAD } from "./size";

/** The whole rod, always, with the window the lens shows. */
export function Overview({
  lens,
  setLens,
  width,
  high = OVERVIEW_H,
}: {
  lens: Lens;
  setLens: (lens: Lens | null) => void;
  width: number;
  high?: number;
}) {
  const { build, plan } = useShown();
  const flipped = useSettings((s) => s.flipped);
  const whole = wholeRod(plan);
  const scale = makeScale(whole, width, PAD, plan, 16, 9, flipped);
  const y = high / 2;
  const span = lens.to - lens.from;
  const everything = isWhole(lens, whole);
  const moved = (mm: number): Lens => {
    const from = Math.min(Math.max(lens.from + mm, whole.from), whole.to - span);
    return { from, to: from + span };
  };
  const bind = useDrag(({ delta: [dx] }) => {
    if (!everything) setLens(moved(((flipped ? -1 : 1) * dx) / scale.pxPerMm));
  });
  const slider = sliderProps({
    label: "Zoom window",
    now: Math.round(lens.from),
    min: Math.round(whole.from),
    max: Math.round(whole.to - span),
    step: span * 0.1,
    stride: span * 0.5,
    mirrored: flipped,
    onStep: (by) => setLens(moved(by)),
  });
  const a = Math.min(scale.x(lens.from), scale.x(lens.to));
  return (
    <svg width={width} height={high} className="block" aria-label="Whole rod" role="group">
      <RodPaint id="over" />
      <WholeRod
        taper={plan.blank.taper}
        material={build.blank.material}
        parts={plan.handle.parts}
        guides={plan.guides.placed}
        paint="over"
        {...{ scale, y }}
      />
      {!everything && (
        <g {...bind()} {...slider} className="cursor-grab" style={{ touchAction: "none" }}>
          <rect
            x={a}
            y={2}
            width={span * scale.pxPerMm}
            height={high - 4}
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
