import { useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { length } from "../../ui/measure";
import { useSettings } from "../../ui/settings";
import type { StageProps } from "../stage";

const H = 132;

/** Every gap as a step of a stair from the tip: an even stair is an even train. */
export function GapLadder({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const flipped = useSettings((s) => s.flipped);
  const placed = plan.guides.placed.filter((g) => g.from_tip_ring_mm !== null && g.gap_mm !== null);
  if (!placed.length || plan.guides.tip_top_ring_mm === null) {
    return (
      <div
        ref={ref}
        className="grid place-items-center border border-dashed border-line text-soft"
        style={{ height: H }}
      >
        The gaps stand here as a stair, once guides are on the rod.
      </div>
    );
  }
  const total = plan.guides.tip_top_ring_mm;
  const x = (fromTip: number) => {
    const share = (total - fromTip) / total;
    return flipped ? width - 8 - share * (width - 16) : 8 + share * (width - 16);
  };
  const widest = Math.max(...placed.map((g) => g.gap_mm!));
  const top = (gap: number) => H - 22 - (Math.max(gap, 0) / widest) * (H - 46);
  return (
    <div ref={ref}>
      <div className="mb-1 flex items-baseline gap-4">
        <h2>The gaps, as a stair</h2>
        <span className="label">striped: free guides closed in even steps · plain: stated</span>
      </div>
      <svg
        width={width}
        height={H}
        className="block"
        role="img"
        aria-label={`Gaps from the tip: ${placed.map((g) => length(g.gap_mm!, build.rule, false)).join(", ")}`}
      >
        <defs>
          <pattern
            id="free"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill="var(--accent)" fillOpacity=".16" />
            <line x1="0" x2="0" y1="0" y2="7" stroke="var(--accent)" strokeWidth="3" />
          </pattern>
        </defs>
        {placed.map((g, i) => {
          const a = x(g.from_tip_ring_mm! - g.gap_mm!);
          const b = x(g.from_tip_ring_mm!);
          const left = Math.min(a, b);
          const wide = Math.abs(b - a);
          const free = g.source !== "stated";
          const asked = plan.findings.some(
            (f) => f.field === `guides.train.${g.id}` && f.weight !== "note",
          );
          return (
            <g
              key={g.id}
              className="cursor-pointer"
              onClick={() => onSelect(`guides.train.${g.id}`)}
            >
              <rect
                x={left + 1}
                width={Math.max(wide - 2, 1)}
                y={top(g.gap_mm!)}
                height={H - 22 - top(g.gap_mm!)}
                fill={free ? "url(#free)" : "var(--tape)"}
                fillOpacity={free ? 1 : 0.8}
                stroke={
                  selected === `guides.train.${g.id}`
                    ? "var(--pencil)"
                    : asked
                      ? "var(--ruin)"
                      : "none"
                }
                strokeWidth="2.5"
              />
              {/* On a phone the steps of the tip are too narrow for words: the list below says them. */}
              {wide >= 18 && (
                <text
                  x={left + wide / 2}
                  y={top(g.gap_mm!) - 5 - (wide < 30 ? (i % 2) * 11 : 0)}
                  textAnchor="middle"
                  fontSize={wide < 36 ? 12 : 14.5}
                  className="fig"
                  fill="var(--ink)"
                >
                  {length(g.gap_mm!, build.rule, false)}
                  {asked && " ?"}
                </text>
              )}
              <text
                x={b}
                y={H - 7}
                textAnchor="middle"
                fontSize="13"
                className="fig"
                fill="var(--ink-soft)"
              >
                {i + 1}
              </text>
            </g>
          );
        })}
        <line x1="0" x2={width} y1={H - 22} y2={H - 22} stroke="var(--ink-soft)" />
      </svg>
    </div>
  );
}
