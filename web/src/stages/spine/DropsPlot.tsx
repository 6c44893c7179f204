import { useShown } from "../../rod/store";
import { diameter } from "../../ui/measure";

const C = 150;
const R = 92;

/** Drops round the clock, how far each is off the mean drawn large, with the fit through them. */
export function DropsPlot() {
  const { build, plan } = useShown();
  const across = (mm: number) => diameter(mm, build.rule);
  const read = plan.spine.drops;
  if (read.verdict === "too_few" || read.mean_mm === null || !read.bow || !read.stiffness) {
    return (
      <p className="border border-dashed border-line px-5 py-8 text-center text-soft">
        Six different angles or more, and the drops tell a bow from a spine.
      </p>
    );
  }
  const mean = read.mean_mm;
  const most = Math.max(0.2, ...read.residuals.map((r) => Math.abs(r.drop_mm - mean)));
  const k = 46 / most;
  const at = (deg: number, mm: number): [number, number] => {
    const a = ((deg - 90) * Math.PI) / 180;
    const r = R + (mm - mean) * k;
    return [C + r * Math.cos(a), C + r * Math.sin(a)];
  };
  const fit = (deg: number) =>
    mean +
    read.bow!.size_mm * Math.cos(((deg - read.bow!.angle_deg) * Math.PI) / 180) +
    read.stiffness!.size_mm * Math.cos((2 * (deg - read.stiffness!.angle_deg) * Math.PI) / 180);
  const curve = Array.from({ length: 121 }, (_, i) => at(i * 3, fit(i * 3)).join(",")).join(" ");
  const axis = (deg: number) => [at(deg, mean - 120 / k), at(deg, mean + 52 / k)] as const;
  const spined = read.verdict === "stiffness" || read.verdict === "both";
  const bowed = read.verdict === "bow" || read.verdict === "both";
  return (
    <div className="flex items-start gap-6">
      <svg
        viewBox={`0 0 ${2 * C} ${2 * C}`}
        className="w-56 shrink-0"
        role="img"
        aria-label={`Drops round the clock: ${read.verdict}`}
      >
        <circle cx={C} cy={C} r={C - 2} fill="var(--mat)" />
        <circle
          cx={C}
          cy={C}
          r={R}
          fill="none"
          stroke="var(--mat-ink)"
          strokeOpacity=".5"
          strokeDasharray="3 4"
        />
        {[0, 90, 180, 270].map((d) => (
          <text
            key={d}
            x={at(d, mean)[0] * 0.001 + C + (C - 14) * Math.cos(((d - 90) * Math.PI) / 180)}
            y={C + 5 + (C - 14) * Math.sin(((d - 90) * Math.PI) / 180)}
            textAnchor="middle"
            fontSize="13"
            className="fig"
            fill="var(--mat-ink)"
          >
            {d}
          </text>
        ))}
        {spined &&
          [read.stiff_deg!, read.stiff_deg! + 180].map((d) => {
            const [a, b] = axis(d);
            return (
              <line
                key={d}
                x1={a[0]}
                y1={a[1]}
                x2={b[0]}
                y2={b[1]}
                stroke="var(--pencil)"
                strokeWidth="2.5"
              />
            );
          })}
        {bowed && (
          <line
            x1={C}
            y1={C}
            x2={at(read.bow_deg!, mean)[0]}
            y2={at(read.bow_deg!, mean)[1]}
            stroke="var(--mat-accent)"
            strokeWidth="2.5"
            strokeDasharray="6 4"
          />
        )}
        <polyline points={curve} fill="none" stroke="var(--mat-ink)" strokeWidth="1.8" />
        {read.residuals.map((r, i) => {
          const [x, y] = at(r.angle_deg, r.drop_mm);
          const [fx, fy] = at(r.angle_deg, r.fitted_mm);
          return (
            <g key={i}>
              <line x1={x} y1={y} x2={fx} y2={fy} stroke="var(--mat-ruin)" strokeWidth="2" />
              <circle cx={x} cy={y} r="4.5" fill="var(--tape)" stroke="var(--outline)" />
              <title>{`${r.angle_deg}°: ${across(r.drop_mm)}, fit ${across(r.fitted_mm)}`}</title>
            </g>
          );
        })}
      </svg>
      <dl className="grid flex-1 grid-cols-2 gap-x-5 pt-1 text-small [&_dd]:mb-2 [&_dt]:row-start-auto">
        <div>
          <dt className="label">mean drop</dt>
          <dd className="fig text-head">{across(mean)}</dd>
        </div>
        <div>
          <dt className="label">
            <span
              className="mr-1.5 inline-block h-0.5 w-5 bg-[var(--mat-accent)] align-middle"
              aria-hidden
            />
            bow, once a turn
          </dt>
          <dd>
            <span className="fig text-head">
              {across(read.bow.size_mm)} ±{across(read.bow.size_95_mm)}
            </span>{" "}
            {bowed
              ? `toward ${Math.round(read.bow_deg!)}° ±${Math.round(read.bow.angle_95_deg)}°`
              : "not believed"}
          </dd>
        </div>
        <div>
          <dt className="label">
            <span
              className="mr-1.5 inline-block h-0.5 w-5 bg-[var(--pencil)] align-middle"
              aria-hidden
            />
            stiffness, twice a turn
          </dt>
          <dd>
            <span className="fig text-head">
              {(read.percent ?? 0).toFixed(1)} ±{(read.percent_95 ?? 0).toFixed(1)} %
            </span>{" "}
            {spined
              ? `stiff axis ${Math.round(read.stiff_deg!)}°–${Math.round(read.stiff_deg! + 180)}° ±${Math.round(read.stiffness.angle_95_deg)}°`
              : "not believed"}
          </dd>
        </div>
        <div>
          <dt className="label">could have shown</dt>
          <dd className="fig text-head">{(read.detectable_percent ?? 0).toFixed(1)} %</dd>
        </div>
        <div>
          <dt className="label">scatter</dt>
          <dd className="fig text-head">{across(read.residual_sd_mm ?? 0)}</dd>
        </div>
        {read.drift_mm !== null && (
          <div>
            <dt className="label">creep a reading</dt>
            <dd className="fig text-head">
              {read.drift_mm >= 0 ? "+" : ""}
              {across(Math.abs(read.drift_mm))} {read.drift_mm > 0 ? "down" : "up"}
            </dd>
          </div>
        )}
        <div className="col-span-2">
          <dt className="text-body text-ink">
            {
              {
                bow: "Bow, not spine: it hangs differently once a turn, and bends alike all round.",
                stiffness: "A spine: it bends differently twice a turn.",
                both: "A bow and a spine, each of its own.",
                neither: "Neither shows.",
              }[read.verdict as "bow" | "stiffness" | "both" | "neither"]
            }
          </dt>
        </div>
      </dl>
    </div>
  );
}
