import { useQuery } from "@tanstack/react-query";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import type { Build, Chosen, RankedBlank } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { diameter, length } from "../../ui/measure";
import { inField } from "../../ui/units";
import { Answer, Fig } from "../Answer";

const INKS = ["var(--accent)", "var(--check)", "var(--ink-soft)"];
const DASHES = ["", "9 4", "3 4"];

/** Every blank on hand against the brief: the nearest, the best three bent alike, and where all of them lie. */
export function ChooseJob() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const saving = useRod((s) => s.saving);
  const edit = useRod((s) => s.edit);
  const say = useRod((s) => s.say);
  const asks = JSON.stringify(build.brief);
  const { data, isError } = useQuery({
    queryKey: ["choice", id, asks],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/choice", { params: { path: { build_id: id! } } })),
    enabled: !!id && saving === "saved",
    placeholderData: (before) => before,
  });
  const takeBlank = async (r: RankedBlank, sister = false) => {
    if (!id) return;
    try {
      const blank = await take(
        api.GET("/api/builds/{build_id}/choice/{item_id}", {
          params: {
            path: { build_id: id, item_id: r.id },
            query: { cut: r.cut, cut_mm: r.cut_mm, sister },
          },
        }),
      );
      edit(`blank ${r.name}`, (b) => void (b.blank = blank as Build["blank"]));
      if (r.cut === "extended at the butt")
        say(`${r.name} is on the mat as it is; set the piece into its butt first.`);
    } catch (error) {
      say(error instanceof Error ? error.message : "The blank could not be taken.");
    }
  };
  if (isError)
    return (
      <Answer tone="wait" says="Blanks are laid against the brief by the server; it is away.">
        Not ranked yet
      </Answer>
    );
  if (!data) return <Answer tone="wait">Laying blanks against the brief…</Answer>;
  const first = data.choice.ranked[0];
  if (!first)
    return (
      <Answer
        tone="wait"
        says="Put blanks on the shelf with their length and two diameters; a blank that is still to be bought goes there with none on hand."
        act={
          <Link href="/shelf/blank" className="underline">
            Open the shelf
          </Link>
        }
      >
        No blank to choose from
      </Answer>
    );
  if (!plan.brief.need.wants.length)
    return (
      <Answer
        tone="wait"
        says="Without answers every blank will do."
        act={
          <Link href={`/build/${id}/blank/purpose`} className="underline">
            To the brief
          </Link>
        }
      >
        Ask the angler first
      </Answer>
    );
  const onMat = build.blank.name;
  return (
    <div className="grid gap-4">
      <Answer
        tone={first.fails ? "look" : "plain"}
        says={<Why of={first} />}
        act={
          onMat === first.name ? (
            <span className="text-soft">It is on the mat.</span>
          ) : (
            <>
              <Button look="tape" className="min-h-10" onClick={() => void takeBlank(first)}>
                {first.on_hand > 1 ? "Take the measured one" : "Take it"}
              </Button>
              {first.on_hand > 1 && (
                <Button
                  className="min-h-10"
                  title="Its sizes come along with some doubt, its bends do not"
                  onClick={() => void takeBlank(first, true)}
                >
                  Take its sister
                </Button>
              )}
            </>
          )
        }
      >
        {first.name}
        {first.cut !== "as it is" && (
          <>
            , <Fig>{first.cut_words}</Fig>
          </>
        )}
      </Answer>
      <div className="grid grid-cols-2 gap-8 max-[1100px]:grid-cols-1">
        <UnderOneFish found={data} />
        <TheMap found={data} />
      </div>
      {data.choice.not_settled.length > 0 && (
        <ul aria-label="What no ranking settles" className="border-l-4 border-tape pl-3">
          {data.choice.not_settled.map((w) => (
            <li key={w} className="py-0.5">
              {w}
            </li>
          ))}
        </ul>
      )}
      <AllOfThem found={data} onMat={onMat} onTake={(r) => void takeBlank(r)} />
      {data.choice.left_out.length > 0 && (
        <p className="text-small text-soft">
          Not laid against the brief, for want of a length or two diameters:{" "}
          {data.choice.left_out.join(", ")}.
        </p>
      )}
    </div>
  );
}

function Why({ of: r }: { of: RankedBlank }) {
  const gives = r.gives_up.map((g) => g.words).join("; ");
  return (
    <>
      {r.keeps.length > 0 && <>As asked: {r.keeps.join(", ")}. </>}
      {gives ? <>Gives up: {gives}.</> : "Gives up nothing that was asked for."}
      {r.source === "label" && " Its power is the label’s: nobody hung a weight on it."}
      {r.source === "size" && " Its power is reckoned from its size alone."}
      {r.on_hand === 0 && " It is not on hand."}
    </>
  );
}

/** The best three, bare, under one and the same fish. */
function UnderOneFish({ found }: { found: Chosen }) {
  const { build } = useShown();
  const { bent, ranked, load_g } = found.choice;
  const W = 520;
  const H = 230;
  const long = Math.max(...bent.flatMap((b) => b.x_mm), 1);
  const deep = Math.max(...bent.flatMap((b) => b.y_mm), 1);
  const k = Math.min((W - 20) / long, (H - 20) / deep);
  if (!bent.length) return null;
  return (
    <figure aria-label="The best under one fish">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={bent
          .map(
            (b) =>
              `${nameOf(ranked, b.id)}: tip drops ${Math.round(b.tip_drop_mm)} mm, stands at ${Math.round(b.tip_deg)} degrees`,
          )
          .join("; ")}
      >
        <rect x="0" y="2" width="10" height="16" fill="var(--steel)" />
        {bent.map((b, n) => (
          <path
            key={b.id}
            d={b.x_mm
              .map((x, i) => `${i ? "L" : "M"}${10 + x * k},${10 + b.y_mm[i]! * k}`)
              .join(" ")}
            fill="none"
            stroke={INKS[n]}
            strokeWidth={n === 0 ? 4 : 3}
            strokeDasharray={DASHES[n]}
          />
        ))}
      </svg>
      <figcaption className="text-small text-soft">
        Clamped as power is stated,{" "}
        <span className="fig">
          {inField(load_g, "weight", build.units)} {build.units.weight}
        </span>{" "}
        at the tip.
      </figcaption>
      <ul className="mt-1 grid gap-0.5 text-small">
        {bent.map((b, n) => (
          <li key={b.id} className="flex items-center gap-2">
            <svg width="30" height="8" aria-hidden>
              <path
                d="M0,4 H30"
                stroke={INKS[n]}
                strokeWidth={n === 0 ? 4 : 3}
                strokeDasharray={DASHES[n]}
              />
            </svg>
            <span className="font-semibold">
              {n + 1} {nameOf(ranked, b.id)}
            </span>
            <span className="fig text-soft">
              drops {length(b.tip_drop_mm, build.rule)}, tip at {b.tip_deg.toFixed(0)}°, swings{" "}
              {b.frequency_hz.toFixed(1)} a second
            </span>
          </li>
        ))}
      </ul>
    </figure>
  );
}

const nameOf = (ranked: RankedBlank[], id: string) => ranked.find((r) => r.id === id)?.name ?? "";

/** Power against action of everything the shop has, with what is asked for drawn in. */
function TheMap({ found }: { found: Chosen }) {
  const { build, plan } = useShown();
  const W = 520;
  const H = 270;
  const { dots } = found;
  const want = (q: string) => plan.brief.need.wants.find((w) => w.quantity === q);
  const power = want("power_g");
  const action = want("action_deg");
  const all = [...dots.map((d) => d.power_g), power?.low, power?.high].filter(
    (x): x is number => !!x,
  );
  if (!dots.length) return null;
  const lo = Math.log(Math.min(...all) * 0.85);
  const hi = Math.log(Math.max(...all) * 1.15);
  const degs = dots.map((d) => d.action_deg);
  const top = Math.max(...degs, 70) + 2;
  const bottom = Math.min(...degs, 50) - 2;
  const x = (g: number) => 40 + ((Math.log(g) - lo) / (hi - lo)) * (W - 56);
  const y = (deg: number) =>
    8 + ((top - Math.min(Math.max(deg, bottom), top)) / (top - bottom)) * (H - 42);
  const best = found.choice.ranked.slice(0, 3).map((r) => r.name);
  const grams = [50, 100, 200, 400, 800, 1600].filter((g) => g > Math.exp(lo) && g < Math.exp(hi));
  return (
    <figure aria-label="The map of the shop’s blanks and rods">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label="Power across, action upward, every blank and rod of the shop"
      >
        {(power ?? action) && (
          <rect
            x={power?.low ? x(power.low) : 40}
            width={(power?.high ? x(power.high) : W - 16) - (power?.low ? x(power.low) : 40)}
            y={action?.high ? y(action.high) : 8}
            height={Math.max(
              (action?.low ? y(action.low) : H - 34) - (action?.high ? y(action.high) : 8),
              2,
            )}
            fill="var(--tape)"
            fillOpacity=".22"
            stroke="var(--check)"
            strokeDasharray="6 4"
          />
        )}
        <path d={`M40,8 V${H - 34} H${W - 16}`} fill="none" stroke="var(--edge)" />
        {grams.map((g) => (
          <text
            key={g}
            x={x(g)}
            y={H - 18}
            textAnchor="middle"
            className="fig"
            fontSize="12"
            fill="var(--ink-soft)"
          >
            {inField(g, "weight", build.units)}
          </text>
        ))}
        {[55, 60, 65, 70]
          .filter((d) => d > bottom && d < top)
          .map((d) => (
            <text
              key={d}
              x="34"
              y={y(d) + 4}
              textAnchor="end"
              className="fig"
              fontSize="12"
              fill="var(--ink-soft)"
            >
              {d}°
            </text>
          ))}
        <text x={W - 16} y={H - 4} textAnchor="end" fontSize="12" fill="var(--ink-soft)">
          power, {build.units.weight}
        </text>
        {dots.map((d, n) => {
          const named = best.includes(d.name);
          const [cx, cy] = [x(d.power_g), y(d.action_deg)];
          return (
            <g key={n}>
              {d.label_g !== null && d.measured && (
                <path
                  d={`M${x(Math.min(Math.max(d.label_g, Math.exp(lo)), Math.exp(hi)))},${cy} H${cx}`}
                  stroke="var(--ink-soft)"
                  strokeOpacity=".6"
                />
              )}
              {d.where === "rack" ? (
                <rect
                  x={cx - 4}
                  y={cy - 4}
                  width="8"
                  height="8"
                  fill={d.measured ? "var(--ink)" : "none"}
                  stroke="var(--ink)"
                />
              ) : (
                <circle
                  cx={cx}
                  cy={cy}
                  r={named ? 6 : 4.5}
                  fill={d.measured ? "var(--accent)" : "none"}
                  stroke="var(--accent)"
                  strokeWidth="1.5"
                />
              )}
              {named && (
                <text
                  x={cx + (cx > W - 150 ? -9 : 9)}
                  y={cy + (best.indexOf(d.name) % 2 ? 17 : -7)}
                  textAnchor={cx > W - 150 ? "end" : "start"}
                  fontSize="13"
                  fontWeight="600"
                  fill="var(--ink)"
                >
                  {best.indexOf(d.name) + 1}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption className="text-small text-soft">
        Rings are blanks on the shelf, squares rods on the rack; filled where a weight was hung. A
        tail leads to what the label says. The dashed field is what the brief asks for.
      </figcaption>
    </figure>
  );
}

function AllOfThem(props: { found: Chosen; onMat: string; onTake: (r: RankedBlank) => void }) {
  const { build } = useShown();
  const { found, onMat, onTake } = props;
  return (
    <section aria-label="Every blank, nearest first">
      <h2>Every blank, nearest first</h2>
      <ol>
        {found.choice.ranked.map((r, n) => (
          <li
            key={r.id}
            className="grid grid-cols-[2rem_15rem_minmax(0,1fr)_auto] items-baseline gap-x-4 border-t border-line py-2 max-[760px]:grid-cols-[2rem_minmax(0,1fr)]"
          >
            <span className="fig text-soft">{n + 1}</span>
            <div>
              <p className="font-semibold">{r.name}</p>
              <p className="fig text-small text-soft">
                {length(r.length_mm, build.rule)}
                {r.butt_od_mm !== null && `, butt ${diameter(r.butt_od_mm, build.rule)}`}
                {r.pieces > 1 && `, in ${r.pieces}`}
                {r.mass_g !== null &&
                  `, ${inField(r.mass_g, "weight", build.units)} ${build.units.weight}${r.weighed ? "" : " reckoned"}`}
                {r.price !== null && `, ${r.price}`}
              </p>
            </div>
            <div className="text-small">
              <p>
                Power {r.power_words}
                {r.power_g !== null && (
                  <span className="fig">
                    {" "}
                    ({inField(r.power_g, "weight", build.units)} {build.units.weight})
                  </span>
                )}
                , {r.action_words}
                <span className="text-soft">
                  {r.source === "label" && "; by its label"}
                  {r.source === "size" && "; by its size"}
                  {r.label_off_percent !== null &&
                    Math.abs(r.label_off_percent) >= 5 &&
                    `; labelled ${r.label_words}, measured ${Math.abs(r.label_off_percent)} % ${r.label_off_percent > 0 ? "stiffer" : "softer"}`}
                  {r.cut !== "as it is" && `; ${r.cut_words}`}
                  {r.on_hand === 0 && "; none on hand"}
                </span>
              </p>
              <p className={r.fails ? "text-check" : "text-soft"}>
                {r.gives_up.length
                  ? `${r.fails ? "Fails" : "Gives up"}: ${r.gives_up.map((g) => g.words).join("; ")}`
                  : "Gives up nothing that was asked for"}
              </p>
            </div>
            {onMat === r.name ? (
              <span className="text-small text-soft">on the mat</span>
            ) : (
              <Button onClick={() => onTake(r)} aria-label={`Take it: ${r.name}`}>
                Take it
              </Button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
