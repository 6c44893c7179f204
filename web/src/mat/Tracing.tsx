import { create } from "zustand";

import { useShown } from "../rod/store";
import { length } from "../ui/measure";
import type { LayerProps } from "./layers";
import { LENS_H } from "./size";

interface Traced {
  name: string;
  from_tip_ring_mm: number[];
}

/** The layout that is laid over the mat on tracing paper, while it is pointed at. */
export const useTracing = create<{ over: Traced | null; lay: (over: Traced | null) => void }>(
  (set) => ({ over: null, lay: (over) => set({ over }) }),
);

/** Another layout over this one, as drawn on tracing paper: where its rings would stand, and how far that is off. */
export function Tracing({ scale, y, below }: LayerProps & { below: boolean }) {
  const over = useTracing((s) => s.over);
  const { build, plan } = useShown();
  const ring = plan.guides.tip_top_ring_mm;
  if (!over || ring === null) return null;
  const side = below ? 1 : -1;
  return (
    <g pointerEvents="none" aria-hidden>
      <rect x={0} y={0} width="100%" height={LENS_H} fill="var(--sheen)" fillOpacity=".07" />
      {over.from_tip_ring_mm.map((mm, n) => {
        const x = scale.x(ring - mm);
        const mine = plan.guides.placed[n]?.marked_mm;
        const off = mine == null ? 0 : ring - mm - mine;
        return (
          <g key={n}>
            <line
              x1={x}
              x2={x}
              y1={y - 30}
              y2={y + 46 * side}
              stroke="var(--mat-accent)"
              strokeWidth="1.6"
              strokeDasharray="5 4"
            />
            <circle
              cx={x}
              cy={y + side * 30}
              r={7}
              fill="none"
              stroke="var(--mat-accent)"
              strokeWidth="2"
            />
            {Math.abs(off) > 2 && (
              <text
                x={x}
                y={y + side * 62}
                textAnchor="middle"
                fontSize="13"
                className="fig"
                fill="var(--mat-accent)"
              >
                {off > 0 ? "+" : "−"}
                {length(Math.abs(off), build.rule, false)}
              </text>
            )}
          </g>
        );
      })}
      <text x={14} y={LENS_H - 40} fontSize="14" fontWeight="600" fill="var(--mat-accent)">
        {over.name}, on tracing paper; + toward the tip
      </text>
    </g>
  );
}
