import { useRoute } from "wouter";

import { useShown } from "../build/store";
import { useLayouts } from "../stages/guides/useBends";
import type { LayerProps } from "./layers";
import { LENS_H } from "./size";

/** How far each guide may stand off its mark, as a width on the mat, while layouts are looked at. */
export function ToleranceBands(props: LayerProps) {
  const [looking] = useRoute("/build/:id/guides/layouts");
  return looking ? <Bands {...props} /> : null;
}

function Bands({ scale }: LayerProps) {
  const { build, plan } = useShown();
  const found = useLayouts(build);
  return (found.data?.layouts.tolerances ?? []).map((t) => {
    const at = plan.guides.placed.find((g) => g.id === t.id)?.marked_mm;
    if (at == null) return null;
    const a = scale.x(at - t.toward_butt_mm);
    const b = scale.x(at + t.toward_tip_mm);
    return (
      <g key={t.id} aria-hidden>
        <rect
          x={Math.min(a, b)}
          y={26}
          width={Math.abs(b - a)}
          height={LENS_H - 56}
          fill="var(--pencil)"
          fillOpacity=".09"
        />
        <line
          x1={a}
          x2={b}
          y1={LENS_H - 32}
          y2={LENS_H - 32}
          stroke="var(--pencil)"
          strokeWidth="2"
          strokeOpacity=".8"
        />
      </g>
    );
  });
}
