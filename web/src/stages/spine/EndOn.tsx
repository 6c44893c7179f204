import { guidesBelow } from "../../mat/scale";
import { useShown } from "../../rod/store";

const C = 92;

/** A rod seen from the butt, built on one line: reel, guides and label where they would be. Let go, it
 * turns to where it would come to rest. */
export function EndOn(props: {
  guidesDeg: number;
  lineDeg: number | null;
  rollsDeg?: number | null;
  letGo?: boolean;
  says: string;
}) {
  const { guidesDeg, lineDeg, rollsDeg, letGo, says } = props;
  const below = guidesBelow(useShown().build);
  const turn = (below ? 180 : 0) - guidesDeg;
  const at = (deg: number, r: number): [number, number] => {
    const a = ((deg + turn - 90) * Math.PI) / 180;
    return [C + r * Math.cos(a), C + r * Math.sin(a)];
  };
  const [gx, gy] = at(guidesDeg, 62);
  const [fx, fy] = at(guidesDeg, 36);
  const [lx, ly] = at(guidesDeg + 180, 50);
  const rolled = letGo && rollsDeg ? rollsDeg : 0;
  return (
    <svg viewBox="0 0 184 184" className="block size-full" role="img" aria-label={says}>
      <g
        style={{
          transform: `rotate(${rolled}deg)`,
          transformOrigin: `${C}px ${C}px`,
          transition: "transform 1.1s cubic-bezier(.3,1.4,.5,1)",
        }}
      >
        <circle
          cx={C}
          cy={C}
          r="33"
          fill="var(--blank-bore)"
          stroke="var(--blank-rim)"
          strokeWidth="8"
        />
        <line x1={fx} y1={fy} x2={gx} y2={gy} stroke="var(--wire-dim)" strokeWidth="3" />
        <circle
          cx={gx}
          cy={gy + (below ? 10 : -10)}
          r="13"
          fill="none"
          stroke="var(--wire)"
          strokeWidth="3.5"
        />
        <text
          x={lx}
          y={ly + (below ? -4 : 12)}
          fontSize="13"
          textAnchor="middle"
          fill="var(--mat-ink)"
        >
          label
        </text>
        {lineDeg !== null && (
          <line
            x1={at(lineDeg, 20)[0]}
            y1={at(lineDeg, 20)[1]}
            x2={at(lineDeg, 42)[0]}
            y2={at(lineDeg, 42)[1]}
            stroke="var(--pencil)"
            strokeWidth="5"
            strokeLinecap="round"
          />
        )}
        <circle
          cx={at(0, 33)[0]}
          cy={at(0, 33)[1]}
          r="4"
          fill="var(--tape)"
          stroke="var(--outline)"
        />
      </g>
    </svg>
  );
}
