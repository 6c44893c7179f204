import type { ReactNode } from "react";

import type { Card } from "../api/types";
import { useShown } from "../rod/store";
import { RodPaint, WholeRod } from "./Rod";
import { makeScale, useWidth, wholeRod } from "./scale";

const HIGH = 76;

/** The whole rod on a strip of the mat, one place of it ringed, and what is pinned to it. */
export function Strip(props: {
  place?: Card["place"];
  children?: (x: (mm: number) => number) => ReactNode;
}) {
  const { place, children } = props;
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const scale = makeScale(wholeRod(plan), width, 14, plan, 26, 14, false);
  const y = 38;
  return (
    <div ref={ref} className="mt-2 bg-mat">
      <svg
        width={width}
        height={HIGH}
        className="block"
        role={children ? "group" : "img"}
        aria-label="Where on the rod"
      >
        <RodPaint id="strip" />
        <WholeRod
          taper={plan.blank.taper}
          material={build.blank.material}
          parts={plan.handle.parts}
          guides={plan.guides.placed}
          paint="strip"
          {...{ scale, y }}
        />
        {place && (
          <rect
            x={scale.x(place.start_mm) - 4}
            width={Math.max(scale.x(place.end_mm) - scale.x(place.start_mm), 3) + 8}
            y={8}
            height={60}
            rx={5}
            fill="none"
            stroke="var(--pencil)"
            strokeWidth="3"
          />
        )}
        {children?.(scale.x)}
      </svg>
    </div>
  );
}
