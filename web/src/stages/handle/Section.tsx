import { useShown } from "../../rod/store";
import { drawnOd } from "../../mat/Rod";
import { useWidth } from "../../mat/scale";
import { diameter } from "../../ui/measure";
import { useSettings } from "../../ui/settings";
import type { StageProps } from "../stage";
import { FILL } from "./fill";

const H = 172;
const CLEARANCE_TIMES = 8;

/** The handle sawn lengthwise: blank, bores and bands, the gap between them drawn larger than life. */
export function Section({ selected, onSelect }: Pick<StageProps, "selected" | "onSelect">) {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const flipped = useSettings((s) => s.flipped);
  const { parts } = plan.handle;
  if (!parts.length || !plan.blank.taper.length) {
    return (
      <div
        ref={ref}
        className="grid place-items-center border border-dashed border-line px-6 text-center text-soft"
        style={{ height: H }}
      >
        {parts.length
          ? "The section waits for two diameters of the blank."
          : "Add the parts below, from the butt up, and the handle is sawn open here."}
      </div>
    );
  }
  const from = Math.min(0, parts[0]!.start_mm) - 6;
  const to = Math.max(...parts.map((p) => p.end_mm)) * 1.05 + 6;
  const pxPerMm = (width - 24) / (to - from);
  const x = (mm: number) =>
    flipped ? width - 12 - (mm - from) * pxPerMm : 12 + (mm - from) * pxPerMm;
  const widest = Math.max(...parts.flatMap((p) => p.outline.map((o) => o.od_mm)));
  const k = (H - (build.handle.reference ? 48 : 34)) / widest;
  const y = (H - (build.handle.reference ? 14 : 0)) / 2;
  const od = (s: number) => drawnOd(plan.blank.taper, s);
  const blank = plan.blank.taper.filter((p) => p.station_mm < to);
  const edge = (sign: 1 | -1) => [
    ...blank.map((p) => `${x(p.station_mm)},${y + (sign * p.od_mm * k) / 2}`),
    `${x(to)},${y + (sign * od(to) * k) / 2}`,
  ];
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={H}
        className="block"
        role="group"
        aria-label="Section through the handle"
      >
        {parts.map((p) => {
          const a = x(p.start_mm);
          const b = x(p.end_mm);
          const chosen = selected === `handle.parts.${p.id}`;
          const bore = (face: typeof p.butt_face, blankOd: number) => {
            const has = face.bore_mm ?? face.wanted_mm;
            return has === null
              ? blankOd
              : Math.max(
                  0,
                  blankOd + (has - blankOd) * (p.kind === "reel_seat" ? 1 : CLEARANCE_TIMES),
                );
          };
          const boreA = Math.min(bore(p.butt_face, od(p.butt_face.station_mm)), p.od_butt_mm - 1);
          const boreB = Math.min(bore(p.tip_face, od(p.tip_face.station_mm)), p.od_tip_mm - 1);
          const half = (sign: 1 | -1) =>
            `${p.outline.map((o) => `${x(p.start_mm + o.at_mm)},${y + (sign * o.od_mm * k) / 2}`).join(" ")} ${b},${y + (sign * boreB * k) / 2} ${a},${y + (sign * boreA * k) / 2}`;
          return (
            <g
              key={p.id}
              className="cursor-pointer"
              onClick={() => onSelect(`handle.parts.${p.id}`)}
            >
              {([1, -1] as const).map((sign) => (
                <polygon
                  key={sign}
                  points={half(sign)}
                  fill={FILL[p.material]}
                  stroke={chosen ? "var(--pencil)" : "var(--bench-deep)"}
                  strokeWidth={chosen ? 2.5 : 1}
                />
              ))}
              <title>{p.name}</title>
            </g>
          );
        })}
        {plan.handle.arbors.flatMap((a) =>
          a.bands.map((band) => (
            <g
              key={`${a.seat_id}${band.start_mm}`}
              fill="var(--tape)"
              stroke="var(--tape-edge)"
              strokeWidth=".7"
            >
              {([1, -1] as const).map((sign) => {
                const inner = (od(band.start_mm) * k) / 2;
                const outer = (band.outside_mm * k) / 2;
                return (
                  <rect
                    key={sign}
                    x={Math.min(x(band.start_mm), x(band.end_mm))}
                    width={Math.abs(x(band.end_mm) - x(band.start_mm))}
                    y={sign === 1 ? y + inner : y - outer}
                    height={Math.max(outer - inner, 1)}
                  />
                );
              })}
              <title>{`band: ${band.turns ?? "one"} turns, ${diameter(band.loose_mm, build.rule)} loose`}</title>
            </g>
          )),
        )}
        <polygon points={[...edge(-1), ...edge(1).reverse()].join(" ")} fill="var(--steel)" />
        <defs>
          <pattern
            id="ream"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--mat-ruin-soft)" strokeWidth="2.5" />
          </pattern>
        </defs>
        {parts
          .filter(
            (p) =>
              ["ream", "high_spot"].includes(p.verdict) &&
              p.butt_face.bore_mm &&
              p.tip_face.bore_mm,
          )
          .flatMap((p) =>
            ([1, -1] as const).map((sign) => {
              const a = p.butt_face.station_mm;
              const b = p.tip_face.station_mm;
              const inner = (bore: number, s: number) =>
                y + (sign * Math.max(0, Math.min(od(s), od(s) + (bore - od(s)))) * k) / 2;
              return (
                <polygon
                  key={`${p.id}${sign}`}
                  points={`${x(a)},${y + (sign * od(a) * k) / 2} ${x(b)},${y + (sign * od(b) * k) / 2} ${x(b)},${inner(p.tip_face.bore_mm!, b)} ${x(a)},${inner(p.butt_face.bore_mm!, a)}`}
                  fill="url(#ream)"
                />
              );
            }),
          )}
        {build.handle.reference?.parts.map((p) => (
          <g key={p.name + p.start_mm}>
            <rect
              x={Math.min(x(p.start_mm), x(p.end_mm))}
              y={H - 18}
              width={Math.abs(x(p.end_mm) - x(p.start_mm))}
              height={16}
              fill="none"
              stroke="var(--accent)"
              strokeDasharray="4 3"
            />
            <text
              x={(x(p.start_mm) + x(p.end_mm)) / 2}
              y={H - 6}
              textAnchor="middle"
              fontSize="12"
              fill="var(--accent)"
            >
              {Math.abs(x(p.end_mm) - x(p.start_mm)) > 60 ? p.name : ""}
            </text>
          </g>
        ))}
        <line
          x1={x(from)}
          x2={x(to)}
          y1={y}
          y2={y}
          stroke="var(--bench-deep)"
          strokeDasharray="12 4 2 4"
        />
      </svg>
      <p className="label">
        Sawn lengthwise; the room between a part’s bore and the blank is drawn ×{CLEARANCE_TIMES},
        bands in tape colour. Striped, at its true depth: blank still in the way, to be reamed for.
        {build.handle.reference && ` Dashed below: ${build.handle.reference.name}.`}
      </p>
    </div>
  );
}
