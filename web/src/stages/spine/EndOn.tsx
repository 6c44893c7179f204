import { useShown } from "../../rod/store";
import { guidesBelow } from "../../mat/scale";

/** The rod seen from the butt: reel, guides and label where they will be. */
export function EndOn() {
  const { build, plan } = useShown();
  const guides = plan.spine.guides_deg;
  const below = guidesBelow(build);
  const line = plan.spine.line_deg;
  const turn = guides === null ? 0 : (below ? 180 : 0) - guides;
  const at = (deg: number, r: number): [number, number] => {
    const a = ((deg + turn - 90) * Math.PI) / 180;
    return [100 + r * Math.cos(a), 92 + r * Math.sin(a)];
  };
  if (guides === null) return <p className="label">The picture waits for a line.</p>;
  const [gx, gy] = at(guides, 62);
  const [lx, ly] = at(guides + 180, 50);
  return (
    <figure>
      <svg
        viewBox="0 0 200 184"
        className="w-full"
        role="img"
        aria-label={`Rod in the hand, seen from the butt: guides ${below ? "below" : "on top"}`}
      >
        <circle
          cx="100"
          cy="92"
          r="34"
          fill="var(--bench-deep)"
          stroke="var(--ink-soft)"
          strokeWidth="7"
        />
        <line
          x1={at(guides, 34)[0]}
          y1={at(guides, 34)[1]}
          x2={gx}
          y2={gy}
          stroke="var(--ink-soft)"
          strokeWidth="3"
        />
        <circle
          cx={gx}
          cy={gy + (below ? 10 : -10)}
          r="13"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3.5"
        />
        <text x={gx + 20} y={gy + (below ? 15 : -5)} fontSize="13" fill="var(--ink)">
          guides, reel
        </text>
        <text
          x={lx}
          y={ly + (below ? -4 : 12)}
          fontSize="13"
          textAnchor="middle"
          fill="var(--ink-soft)"
        >
          label
        </text>
        {line !== null && (
          <>
            <line
              x1={at(line, 22)[0]}
              y1={at(line, 22)[1]}
              x2={at(line, 41)[0]}
              y2={at(line, 41)[1]}
              stroke="var(--spine-a)"
              strokeWidth="4.5"
              strokeLinecap="round"
            />
            <text
              x={at(line, 8)[0]}
              y={at(line, 8)[1] + 4}
              fontSize="12"
              textAnchor="middle"
              fill="var(--spine-a)"
            >
              line
            </text>
          </>
        )}
        <circle cx={at(0, 34)[0]} cy={at(0, 34)[1]} r="4" fill="var(--tape)" stroke="var(--ink)" />
      </svg>
      <figcaption className="label text-center">
        as it hangs in the hand, seen from the butt; dot: {plan.spine.zero}
      </figcaption>
    </figure>
  );
}
