import type { Rolled, Truth } from "../api/types";

const W = 720;
const H = 330;
const CX = 190;
const CY = 165;
const R = 92;

const polar = (deg: number, r: number): [number, number] => {
  const a = ((deg - 90) * Math.PI) / 180;
  return [CX + r * Math.cos(a), CY + r * Math.sin(a)];
};

/** The blank in the hand: end-on with its tape, and from the side, bent as it is held. */
export function Hand({ rolled, truth }: { rolled: Rolled | null; truth: Truth | null }) {
  const toward = rolled?.toward_deg ?? 0;
  /** Where a clock angle of the blank is seen: the bend points down. */
  const seen = (clock: number) => clock - toward + 180;
  const [fx, fy] = polar(seen(0), R + 6);
  const [gx, gy] = polar(seen(0), R + 40);
  const hand = rolled ? 180 - rolled.hand_deg : 180;
  const reach = rolled ? rolled.reach_mm : 0;
  const torque = rolled ? Math.max(-1, Math.min(1, rolled.torque_n_mm / 12)) : 0;
  const tip = 214 + reach * 0.62;
  const witness = seen(0);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label={
        rolled
          ? `The blank seen from the butt, its tape at ${Math.round(((witness % 360) + 360) % 360)} degrees`
          : "No blank in the hand"
      }
    >
      <rect width={W} height={H} rx="6" fill="var(--mat)" />
      {Array.from({ length: 24 }, (_, i) => (
        <line
          key={i}
          x1={i * 30}
          x2={i * 30}
          y1={0}
          y2={H}
          stroke="var(--mat-rule)"
          strokeWidth=".6"
        />
      ))}
      <circle
        cx={CX}
        cy={CY}
        r={R}
        fill="var(--blank-bore)"
        stroke="var(--blank-rim)"
        strokeWidth="16"
      />
      <circle cx={CX} cy={CY} r={R + 9} fill="none" stroke="var(--blank-edge)" />
      {truth?.lines_deg.map((deg, n) => {
        const [x1, y1] = polar(seen(deg), 30);
        const [x2, y2] = polar(seen(deg), R + 22);
        return (
          <line
            key={deg}
            {...{ x1, y1, x2, y2 }}
            stroke={n ? "var(--mat-accent)" : "var(--pencil)"}
            strokeWidth="4"
            strokeDasharray={n ? "7 5" : undefined}
          />
        );
      })}
      <path
        d={`M${CX},${CY + 20} v44 m-9,-13 l9,14 l9,-14`}
        stroke="var(--mat-ink)"
        strokeWidth="2.5"
        fill="none"
      />
      <text x={CX} y={CY + 6} textAnchor="middle" fontSize="14" fill="var(--mat-ink)">
        bend
      </text>
      {rolled && (
        <>
          <line x1={fx} y1={fy} x2={gx} y2={gy} stroke="var(--tape)" strokeWidth="13" />
          <circle cx={fx} cy={fy} r="6" fill="var(--tape)" />
          <path
            d={`M${polar(hand - 16, R + 52).join(",")} A${R + 52},${R + 52} 0 0 1 ${polar(hand + 16, R + 52).join(",")}`}
            stroke="var(--cork)"
            strokeWidth="12"
            strokeLinecap="round"
            fill="none"
          />
          {Math.abs(torque) > 0.05 && (
            <path
              d={`M${polar(0, R + 30).join(",")} A${R + 30},${R + 30} 0 0 ${torque < 0 ? 1 : 0} ${polar(torque < 0 ? Math.abs(torque) * 50 : -Math.abs(torque) * 50, R + 30).join(",")}`}
              stroke="var(--mat-ruin)"
              strokeWidth="5"
              fill="none"
            />
          )}
          <path
            d={`M372,96 C470,98 590,${112 + reach * 0.12} 690,${tip}`}
            fill="none"
            stroke="var(--blank-rim)"
            strokeWidth="9"
            strokeLinecap="round"
          />
          <path
            d={`M372,96 C470,98 590,${112 + reach * 0.12} 690,${tip}`}
            fill="none"
            stroke="var(--blank-edge)"
            strokeWidth="2"
            strokeLinecap="round"
          />
          <rect x={352} y={84} width={62} height={26} rx="9" fill="var(--cork)" />
          <rect
            x={408}
            y={88 - 18 * Math.cos((witness * Math.PI) / 180)}
            width={9}
            height={22}
            fill="var(--tape)"
            opacity={Math.cos((witness * Math.PI) / 180) < -0.2 ? 0.35 : 1}
          />
        </>
      )}
      <text x={CX} y={H - 10} textAnchor="middle" fontSize="13" fill="var(--mat-ink)">
        from the butt: tape on the witness mark, your hand in cork
      </text>
      <text x={530} y={H - 10} textAnchor="middle" fontSize="13" fill="var(--mat-ink)">
        from the side
      </text>
    </svg>
  );
}
