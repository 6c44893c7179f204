import { useRoute } from "wouter";

import { useShown } from "../rod/store";
import type { LayerProps } from "./layers";

/** What goes on when, and from which end: numbers and arrows over the parts, at the order of work. */
export function OrderArrows(props: LayerProps) {
  const [ordering] = useRoute("/build/:id/handle/order");
  return ordering ? <Arrows {...props} /> : null;
}

function Arrows({ scale, y }: LayerProps) {
  const { plan } = useShown();
  const { parts } = plan.handle;
  const { order } = plan.work;
  return order.steps.map((step, n) => {
    const part = parts.find((p) => p.id === step.part_id);
    if (step.kind !== "part" || !part) return null;
    const x = scale.x((part.start_mm + part.end_mm) / 2);
    const way = (step.enters === "butt") !== scale.flipped ? 1 : -1;
    return (
      <g key={step.id} opacity={step.done ? 0.5 : 1} aria-hidden>
        <circle cx={x} cy={y} r="13" fill="var(--mat-deep)" fillOpacity=".82" />
        <text x={x} y={y + 6} textAnchor="middle" fontSize="17" className="fig" fill="var(--tape)">
          {n + 1}
        </text>
        <path
          d={`M${x + way * -14},${y - 42} h${way * 26} m${-way * 8},-6 l${way * 8},6 l${-way * 8},6`}
          fill="none"
          stroke="var(--pencil)"
          strokeWidth="2.6"
        />
      </g>
    );
  });
}
