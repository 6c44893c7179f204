import type { PartPlaced, StageName } from "../api/types";
import { useShown } from "../rod/store";
import { jobIn } from "../stages/jobs";
import { FILL } from "./fill";
import { LENS_H } from "./size";
import type { LayerProps } from "./layers";
import { drawnOd } from "./Rod";

/* The handle sawn open where it lies: bores, the bands that fill the seat, what is still in the way. */

const CLEARANCE_TIMES = 8;
const SAWN_IN = ["stack", "arbor", "bores", "turning"];

/** Whether the handle lies sawn open in a job. */
export const isSawn = (stage: StageName, job: string | undefined): boolean =>
  stage === "handle" && SAWN_IN.includes(jobIn(stage, job).job);

/** One part sawn lengthwise; the room between its bore and the blank is drawn larger than life. */
export function SawnPart({
  part: p,
  scale,
  y,
  chosen,
}: LayerProps & { part: PartPlaced; chosen: boolean }) {
  const { plan } = useShown();
  const { x, k } = scale;
  const od = (s: number) => drawnOd(plan.blank.taper, s);
  const [a, b] = [p.start_mm, p.end_mm];
  const has = (face: PartPlaced["butt_face"]) => face.bore_mm ?? face.wanted_mm;
  const bore = (face: PartPlaced["butt_face"], at: number, outside: number) => {
    const own = has(face);
    const times = p.kind === "reel_seat" ? 1 : CLEARANCE_TIMES;
    const drawn = own === null ? od(at) : Math.max(0, od(at) + (own - od(at)) * times);
    return Math.min(drawn, outside - 1);
  };
  const boreA = bore(p.butt_face, a, p.od_butt_mm);
  const boreB = bore(p.tip_face, b, p.od_tip_mm);
  const tight =
    ["ream", "high_spot"].includes(p.verdict) && p.butt_face.bore_mm && p.tip_face.bore_mm;
  return (
    <g>
      {/* Taken hold of anywhere, the bore too. */}
      <rect
        x={Math.min(x(a), x(b))}
        width={Math.abs(x(b) - x(a))}
        y={y - (Math.max(p.od_butt_mm, p.od_tip_mm) * k) / 2}
        height={Math.max(p.od_butt_mm, p.od_tip_mm) * k}
        fill="transparent"
      />
      {([1, -1] as const).map((sign) => {
        const at = (mm: number, across: number) => `${x(mm)},${y + (sign * across * k) / 2}`;
        const inner = (own: number, s: number) => at(s, Math.max(0, Math.min(od(s), own)));
        return (
          <g key={sign}>
            <polygon
              points={`${p.outline.map((o) => at(a + o.at_mm, o.od_mm)).join(" ")} ${at(b, boreB)} ${at(a, boreA)}`}
              fill={FILL[p.material]}
              stroke={chosen ? "var(--pencil)" : "var(--mat-deep)"}
              strokeWidth={chosen ? 2.5 : 1}
            />
            {tight && (
              <polygon
                points={`${at(a, od(a))} ${at(b, od(b))} ${inner(p.tip_face.bore_mm!, b)} ${inner(p.butt_face.bore_mm!, a)}`}
                fill="url(#still-in-the-way)"
              />
            )}
          </g>
        );
      })}
      <title>{p.name}</title>
    </g>
  );
}

/** Over the sawn parts: the bands in the seat, the centre line, the rod it is compared with. */
export function SawnOver({ scale, y, named }: LayerProps & { named: boolean }) {
  const { build, plan } = useShown();
  const { x, k } = scale;
  const od = (s: number) => drawnOd(plan.blank.taper, s);
  const last = Math.max(0, ...plan.handle.parts.map((p) => p.end_mm));
  return (
    <g pointerEvents="none">
      {plan.handle.arbors.flatMap((arbor) =>
        arbor.bands.flatMap((band) =>
          ([1, -1] as const).map((sign) => {
            const middle = (band.start_mm + band.end_mm) / 2;
            const near = (od(middle) * k) / 2;
            const far = (band.outside_mm * k) / 2;
            return (
              <rect
                key={`${arbor.seat_id}${band.start_mm}${sign}`}
                x={Math.min(x(band.start_mm), x(band.end_mm))}
                width={Math.abs(x(band.end_mm) - x(band.start_mm))}
                y={sign > 0 ? y + near : y - far}
                height={Math.max(far - near, 1.5)}
                fill="var(--tape)"
                stroke="var(--tape-edge)"
              />
            );
          }),
        ),
      )}
      <line
        x1={x(0)}
        x2={x(last)}
        y1={y}
        y2={y}
        stroke="var(--mat-deep)"
        strokeDasharray="12 4 2 4"
      />
      {build.handle.reference?.parts.map((p) => {
        const width = Math.abs(x(p.end_mm) - x(p.start_mm));
        return (
          <g key={p.name + p.start_mm}>
            <rect
              x={Math.min(x(p.start_mm), x(p.end_mm))}
              y={LENS_H - 46}
              width={width}
              height={18}
              fill="none"
              stroke="var(--mat-accent)"
              strokeDasharray="4 3"
            />
            {named && width > 60 && (
              <text
                x={(x(p.start_mm) + x(p.end_mm)) / 2}
                y={LENS_H - 33}
                textAnchor="middle"
                fontSize="12"
                fill="var(--mat-accent)"
              >
                {p.name}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Stripes for what is still to be reamed away. */
export function SawnPaint() {
  return (
    <defs>
      <pattern
        id="still-in-the-way"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" x2="0" y1="0" y2="6" stroke="var(--mat-ruin-soft)" strokeWidth="2.5" />
      </pattern>
    </defs>
  );
}
