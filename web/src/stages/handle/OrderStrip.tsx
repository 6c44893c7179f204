import { useShown } from "../../build/store";
import { useWidth } from "../../mat/scale";
import { useSettings } from "../../ui/settings";
import { FILL } from "./fill";

const H = 104;

/** The stack from the side with each part's number in the order, and the way it comes on. */
export function OrderStrip() {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const flipped = useSettings((s) => s.flipped);
  const { parts, order } = plan.handle;
  if (!parts.length) return <div ref={ref} />;
  const from = Math.min(0, ...parts.map((p) => p.start_mm)) - 10;
  const to = Math.max(...parts.map((p) => p.end_mm)) * 1.06 + 12;
  const pxPerMm = (width - 24) / (to - from);
  const x = (mm: number) =>
    flipped ? width - 12 - (mm - from) * pxPerMm : 12 + (mm - from) * pxPerMm;
  const widest = Math.max(...parts.map((p) => Math.max(p.od_butt_mm, p.od_tip_mm)));
  const k = 40 / widest;
  const y = 76;
  const numbers = new Map(
    order.steps.flatMap((s, n) =>
      s.kind === "part" && s.part_id ? [[s.part_id, { n: n + 1, step: s }]] : [],
    ),
  );
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={H}
        className="block"
        role="img"
        aria-label="Order in which the parts go on"
      >
        <line x1={x(from)} x2={x(to)} y1={y} y2={y} stroke="#6d797c" strokeWidth={12 * k} />
        {parts.map((p) => {
          const a = x(p.start_mm);
          const b = x(p.end_mm);
          const on = numbers.get(p.id);
          const middle = (a + b) / 2;
          const way = on ? ((on.step.enters === "butt") !== flipped ? 1 : -1) : 0;
          return (
            <g key={p.id} opacity={on?.step.done || !on ? 0.55 : 1}>
              <polygon
                points={`${a},${y - (p.od_butt_mm * k) / 2} ${b},${y - (p.od_tip_mm * k) / 2} ${b},${y + (p.od_tip_mm * k) / 2} ${a},${y + (p.od_butt_mm * k) / 2}`}
                fill={FILL[p.material]}
                stroke="var(--bench-deep)"
              />
              {on && (
                <>
                  <path
                    d={`M${middle - way * 13},34 h${way * 22} m${-way * 7},-5 l${way * 7},5 l${-way * 7},5`}
                    fill="none"
                    stroke="var(--accent)"
                    strokeWidth="2.2"
                  />
                  <text
                    x={middle}
                    y={22}
                    textAnchor="middle"
                    fontSize="19"
                    className="fig"
                    fill="var(--ink)"
                  >
                    {on.n}
                  </text>
                </>
              )}
              <title>{p.name}</title>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
