import { useRoute } from "wouter";

import { useShown } from "../rod/store";
import { useLayouts } from "../stages/guides/useBends";
import type { LayerProps } from "./layers";
import { LENS_H } from "./size";

/** How far each guide may stand off its mark, as a width on the mat, while layouts are looked at. */
export function ToleranceBands(props: LayerProps & { below: boolean }) {
  const [looking] = useRoute("/build/:id/guides/layouts");
  return looking ? <Bands {...props} /> : null;
}

function Bands({ scale, below }: LayerProps & { below: boolean }) {
  const { build, plan } = useShown();
  const found = useLayouts(build);
  return (found.data?.layouts.tolerances ?? []).map((t, n) => {
    const at = plan.guides.placed.find((g) => g.id === t.id)?.marked_mm;
    if (at == null) return null;
    const a = scale.x(at - t.toward_butt_mm);
    const b = scale.x(at + t.toward_tip_mm);
    const y = (below ? LENS_H - 74 : LENS_H - 40) + (n % 3) * 6;
    return (
      <g key={t.id} stroke="var(--pencil)" strokeWidth="2" aria-hidden>
        <line x1={a} x2={b} y1={y} y2={y} />
        {[a, b].map((x) => (
          <line key={x} x1={x} x2={x} y1={y - 4} y2={y + 4} />
        ))}
        <circle cx={scale.x(at)} cy={y} r="3" fill="var(--pencil)" stroke="none" />
      </g>
    );
  });
}
