import type { Bends } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { Button } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, NumberField } from "../../ui/Field";
import { length } from "../../ui/measure";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import { useBends } from "./useBends";

const H = 190;

/** The reel from the side: the spool's straight path over the blank, and the rings that meet it. */
export function ReelSideJob() {
  const { build, plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const bends = useBends(build, [build.guides.bend]);
  const { reel } = build.guides;
  const path = bends.data?.reel_side;
  const lip = plan.guides.spool_lip_mm;
  const reach =
    Math.max(path?.meets_blank_mm ?? 600, ...(path?.spots.map((s) => s.from_lip_mm) ?? []), 300) *
    1.06;
  const x = (mm: number) => 70 + (mm / reach) * (width - 90);
  const tall = Math.max(reel.height_mm + reel.spool_mm / 2, 40);
  const y = (h: number) => H - 34 - (h / tall) * (H - 60);
  const slope = Math.tan((reel.tilt_deg * Math.PI) / 180);
  const choke = path?.spots.at(-1);
  if (build.brief.rod_type !== "spinning")
    return <LevelWindJob path={path} failed={bends.isError ? bends.error.message : null} />;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      {choke ? (
        <Answer says={path!.words}>
          {choke.chokes ? "Choke" : "Last path ring"}{" "}
          <Fig>{length(choke.from_lip_mm, build.rule)}</Fig> from the lip
        </Answer>
      ) : (
        <Answer tone="wait">{path?.words ?? "Finding the line’s path off the spool…"}</Answer>
      )}
      <div className="flex flex-wrap items-start gap-3">
        <ReelMeasure name="lip_ahead_mm" label="Spool lip ahead of the foot" className="w-44" />
        <ReelMeasure name="height_mm" label="Spool axis over the blank" className="w-44" />
        <NumberField
          path="guides.reel.tilt_deg"
          label="Axis points down by"
          className="w-36"
          suffix="°"
          digits={1}
          value={reel.tilt_deg}
          keep={(v) => (b) => void (b.guides.reel.tilt_deg = v ?? 0)}
        />
        <ReelMeasure name="spool_mm" label="Spool across" className="w-32" kind="diameter" />
      </div>
      {bends.isError && !path && (
        <p role="alert" className="text-ruin">
          {bends.error.message}
        </p>
      )}
      <OnMat>
        <div ref={ref} className="bg-mat">
          <svg
            width={width}
            height={H}
            className="block"
            role="img"
            aria-label="The spool's path from the side"
          >
            <rect width={width} height={H} rx="4" fill="var(--mat)" />
            <line
              x1={10}
              x2={width - 10}
              y1={y(0)}
              y2={y(0)}
              stroke="var(--wire-dim)"
              strokeWidth="5"
            />
            <rect
              x={x(0) - 52}
              y={y(reel.height_mm + reel.spool_mm / 2)}
              width={52}
              height={Math.abs(y(reel.spool_mm) - y(0))}
              rx="5"
              fill="var(--graphite)"
              transform={`rotate(${reel.tilt_deg} ${x(0)} ${y(reel.height_mm)})`}
            />
            <line
              x1={x(0)}
              y1={y(reel.height_mm)}
              x2={x(Math.min(reach, reel.height_mm / Math.max(slope, 0.01)))}
              y2={y(Math.max(0, reel.height_mm - slope * reach))}
              stroke="var(--pencil)"
              strokeDasharray="7 4"
              strokeWidth="1.6"
            />
            {choke && (
              <polygon
                points={`${x(0)},${y(reel.height_mm + reel.spool_mm / 2)} ${x(choke.from_lip_mm)},${y(reel.height_mm - slope * choke.from_lip_mm + choke.ring_mm / 2)} ${x(choke.from_lip_mm)},${y(reel.height_mm - slope * choke.from_lip_mm - choke.ring_mm / 2)} ${x(0)},${y(reel.height_mm - reel.spool_mm / 2)}`}
                fill="var(--pencil)"
                fillOpacity=".13"
              />
            )}
            {path?.spots.map((s, n) => {
              const before = path.spots[n - 1];
              const crowded = before && Math.abs(x(s.from_lip_mm) - x(before.from_lip_mm)) < 62;
              const h = reel.height_mm - slope * s.from_lip_mm;
              return (
                <g key={s.guide_id}>
                  <line
                    x1={x(s.from_lip_mm)}
                    x2={x(s.from_lip_mm)}
                    y1={y(0)}
                    y2={y(h - s.ring_mm / 2)}
                    stroke="var(--wire)"
                    strokeWidth="2"
                  />
                  <ellipse
                    cx={x(s.from_lip_mm)}
                    cy={y(h)}
                    rx={4}
                    ry={Math.abs(y(s.ring_mm / 2) - y(0))}
                    fill="none"
                    stroke={s.chokes ? "var(--mat-ruin)" : "var(--wire)"}
                    strokeWidth="2.4"
                  />
                  <text
                    x={x(s.from_lip_mm)}
                    y={crowded && n % 2 ? H - 1 : H - 12}
                    textAnchor="middle"
                    fontSize="14"
                    className="fig"
                    fill="var(--mat-ink)"
                  >
                    {length(s.from_lip_mm, build.rule)}
                  </text>
                </g>
              );
            })}
            <text x={width - 14} y={18} textAnchor="end" fontSize="13" fill="var(--mat-ink)">
              distances from the spool lip
            </text>
          </svg>
        </div>
      </OnMat>
      {path?.meets_blank_mm != null && (
        <p className="text-soft">
          The path meets the blank {length(path.meets_blank_mm, build.rule)} ahead of the lip.
        </p>
      )}
      {path && <Placing path={path} />}
      <p className="label">
        <Term says="Heights of ring and spool, set against the spool’s tilt, give each ring its place on the line’s straight path.">
          Distances from the lip
        </Term>{" "}
        for the {path?.spots.length ?? 0} rings nearest the reel: height where the path is as high
        as the ring.{" "}
        {reel.guessed &&
          lip !== null &&
          "The lip is guessed: what is added to it moves each of them as far toward the tip."}
      </p>
    </div>
  );
}

type Path = Bends["reel_side"];

/** A measure of the reel as it is mounted. */
function ReelMeasure({
  name,
  ...field
}: {
  name: "lip_ahead_mm" | "height_mm" | "spool_mm" | "level_wind_mm";
  label: string;
  className: string;
  kind?: "diameter";
}) {
  const { build } = useShown();
  return (
    <MeasureField
      {...field}
      path={`guides.reel.${name}`}
      mm={build.guides.reel[name]}
      keep={(mm) => (b) => void (b.guides.reel[name] = mm ?? 0)}
    />
  );
}

const placeIt = (typed: boolean) => (typed ? "Place it all the same" : "Place it");

/** What placing the rings on the path does, before it does it. */
function Placing({ path }: { path: Path }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const lay = (of: Path["placing"]) =>
    edit(
      of.length === 1 ? `guide ${of[0]!.number} on the path` : "the reel side on its path",
      (b) => {
        for (const one of of) {
          const guide = b.guides.train.find((g) => g.id === one.guide_id);
          if (guide && one.stated) guide.at = one.stated;
        }
      },
    );
  const free = path.placing.filter((p) => p.stated && !p.typed);
  if (path.placing.length === 0) return null;
  return (
    <section>
      <table className="w-full max-w-3xl">
        <thead>
          <tr className="label border-b border-line text-right [&_th]:font-normal">
            <th className="text-left">guide</th>
            <th>ring</th>
            <th>it stands at</th>
            <th>on the path at</th>
            <th>one degree of tilt</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {path.placing.map((p) => {
            const spot = path.spots.find((s) => s.guide_id === p.guide_id)!;
            return (
              <tr key={p.guide_id} className="fig border-b border-line/60 text-right text-act">
                <td className="py-1 text-left text-lead">{p.number}</td>
                <td>{spot.ring_mm}</td>
                <td className="text-soft">
                  {p.stands_from_lip_mm === null ? "–" : length(p.stands_from_lip_mm, build.rule)}
                </td>
                <td className="text-lead font-semibold">{length(spot.from_lip_mm, build.rule)}</td>
                <td className="text-soft">
                  {length(Math.abs(spot.per_degree_mm), build.rule)} nearer
                </td>
                <td className="pl-3 font-sans text-small">
                  {p.leave ? (
                    <span className="text-soft">left: {p.leave}</span>
                  ) : (
                    <Button
                      onClick={() => lay([p])}
                      aria-label={`${placeIt(p.typed)}: guide ${p.number}`}
                    >
                      {placeIt(p.typed)}
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {free.length > 1 && (
        <Button look="tape" className="mt-3" onClick={() => lay(free)}>
          Place the {free.length} free ones on the path
        </Button>
      )}
    </section>
  );
}

/** A casting reel from above: the line at both ends of its guide’s travel, into the first ring. */
function LevelWindJob({ path, failed }: { path: Path | undefined; failed: string | null }) {
  const { build } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const found = path?.level_wind;
  const x = (mm: number) => 70 + (mm / Math.max(found?.from_front_mm ?? 400, 1)) * (width - 150);
  const y = (mm: number) => H / 2 + mm * 2.2;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      {found ? (
        <Answer tone={found.from_front_mm < found.least_mm ? "look" : "plain"} says={path?.words}>
          The line runs in at <Fig>{found.side_deg.toFixed(1)}°</Fig>
        </Answer>
      ) : (
        <Answer tone="wait">{path?.words ?? "Finding the line’s path…"}</Answer>
      )}
      <div className="flex flex-wrap items-start gap-3">
        <ReelMeasure
          name="lip_ahead_mm"
          label="Front of the reel ahead of its foot"
          className="w-60"
        />
        <ReelMeasure name="level_wind_mm" label="Its line guide travels" className="w-44" />
        <ReelMeasure name="height_mm" label="Line guide over the blank" className="w-48" />
      </div>
      {failed && !path && (
        <p role="alert" className="text-ruin">
          {failed}
        </p>
      )}
      <OnMat>
        <div ref={ref} className="bg-mat">
          {found && (
            <svg
              width={width}
              height={H}
              className="block"
              role="img"
              aria-label="The line off the reel, from above"
            >
              <rect width={width} height={H} rx="4" fill="var(--mat)" />
              <line
                x1={10}
                x2={width - 10}
                y1={y(0)}
                y2={y(0)}
                stroke="var(--wire-dim)"
                strokeWidth="9"
              />
              <rect
                x={14}
                y={y(-found.travel_mm / 2) - 12}
                width={56}
                height={found.travel_mm * 2.2 + 24}
                rx="6"
                fill="var(--graphite)"
              />
              {[-1, 1].map((side) => (
                <line
                  key={side}
                  x1={x(0)}
                  y1={y((side * found.travel_mm) / 2)}
                  x2={x(found.from_front_mm)}
                  y2={y((side * Math.min(found.ring_mm, found.travel_mm)) / 2)}
                  stroke="var(--pencil)"
                  strokeWidth="1.8"
                />
              ))}
              <line
                x1={x(found.from_front_mm)}
                x2={x(found.from_front_mm)}
                y1={y(-found.ring_mm / 2)}
                y2={y(found.ring_mm / 2)}
                stroke="var(--wire)"
                strokeWidth="5"
                strokeLinecap="round"
              />
              <text x={x(0) + 12} y={24} fontSize="20" className="fig" fill="var(--mat-ink)">
                {found.side_deg.toFixed(1)}° to either side, {Math.abs(found.down_deg).toFixed(1)}°{" "}
                {found.down_deg < 0 ? "up" : "down"}
              </text>
              <text
                x={x(found.from_front_mm)}
                y={H - 12}
                textAnchor="end"
                fontSize="14"
                className="fig"
                fill="var(--mat-ink)"
              >
                {length(found.from_front_mm, build.rule)} from the front of the reel
              </text>
            </svg>
          )}
        </div>
      </OnMat>
    </div>
  );
}
