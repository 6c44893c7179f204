import { Link } from "wouter";

import type { CoatPlan } from "../../api/types";
import { clocksOf, useClocks } from "../../bench/clocks";
import { rowOf } from "../../rod/rows";
import { coatMixed, coatNotMixed } from "../../rod/moves";
import { useRod, useShown } from "../../rod/store";
import { due } from "../../rack/clocks";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, Choice } from "../../ui/controls";
import { Term } from "../../words/Term";
import { NumberField, QuantityField, WordsField } from "../../ui/Field";
import { hours } from "../../ui/measure";
import { useThreadColours } from "../../mat/threads";
import { asOptions } from "../../ui/options";
import { FINISH_WORDS, FRESH_FINISHES, USUAL_COATS, USUAL_FILM_MM } from "../../words/shapes";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { CoatRibbon } from "./CoatRibbon";
import { DefectsJob } from "./DefectsJob";
import { finishJobOf } from "./jobs";
import { LayersJob } from "./LayersJob";
import { Looks, OrderToCoat } from "./Looks";
import { MixJob } from "./MixJob";
import { NightCourse } from "./NightCourse";
import { RoomInstruments } from "./RoomInstruments";
import { Witness } from "./Witness";
import { volume, warmer, warmth } from "../../ui/units";

/** Coats on their clocks, the mix for each, and the air they are laid in; what the tin says behind them. */
export function FinishStage(props: StageProps) {
  switch (finishJobOf(props.job)) {
    case "product":
      return <TheTin />;
    case "mix":
      return <MixJob />;
    case "areas":
      return <LayersJob />;
    case "defects":
      return <DefectsJob {...props} />;
    default:
      return <TheCoats />;
  }
}

/** What to mix now, or what stands in its way. */
function WhatToMix() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const { start } = useClocks();
  const next = plan.finish.coats.find((c) => !c.laid);
  const mix = next?.mixes[0];
  if (plan.finish.sweats)
    return (
      <Answer
        tone="stop"
        says={`The blank is ${warmer(plan.finish.blank_c - plan.finish.dew_point_c, build.units)} above the dew point and will sweat. Warm it, or dry the air.`}
      >
        Do not coat now
      </Answer>
    );
  const { night } = plan.finish;
  if (night && night.sweats_min !== null && next)
    return (
      <Answer
        tone="stop"
        says={`${night.sweats_min ? `${hours(night.sweats_min)} after mixing` : "From the start"} the blank comes within ${warmer(plan.finish.dew_margin_c, build.units)} of the dew point, before the coat has set. Heat through the night, or dry the air.`}
      >
        Do not coat tonight
      </Answer>
    );
  if (!plan.finish.areas)
    return (
      <Answer tone="wait" says={plan.finish.nothing}>
        Nothing to coat
      </Answer>
    );
  if (!next || !mix)
    return (
      <Answer
        says={`Every coat is on; full cure after ${hours(build.finish.product.full_cure_min)}.`}
      >
        All coats are laid
      </Answer>
    );
  if (plan.finish.to_cut_back > 0)
    return (
      <Answer
        tone="stop"
        says={`${plan.finish.to_cut_back} noted on coats that are on. Coat ${next.number} waits for them.`}
        act={
          <Link
            href={`/build/${id}/finish/defects`}
            className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
          >
            To the list
          </Link>
        }
      >
        Cut back first
      </Answer>
    );
  if (next.number === 1 && !plan.line_up.open_gate && !build.handle.guides_on)
    return (
      <Answer
        tone="stop"
        says={`${plan.line_up.says} No coat before every ring is seen in line, or accepted with a reason.`}
        act={
          <Link
            href={`/build/${id}/wraps/line-up`}
            className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
          >
            To the line-up
          </Link>
        }
      >
        Line the guides up first
      </Answer>
    );
  const mixed = () => {
    const card = plan.cards.find((c) => c.id === `coat:${next.number}`);
    if (id && card) for (const m of card.mixes) start(id, build.name, clocksOf(m));
    edit(`coat ${next.number} mixed`, coatMixed);
  };
  return (
    <Answer
      says={`Coat ${next.number} of ${plan.finish.coats.length}${next.mixes.length > 1 ? `, ${next.mixes.length} such mixes` : ""}, over ${plan.finish.areas} places. From mixing the first to handling the rod: ${hours(plan.finish.ready_min)} at these temperatures.`}
      act={
        <Button look="tape" className="min-h-10" onClick={mixed}>
          Mixed just now
        </Button>
      }
    >
      Mix <Fig>{volume(mix.part_a_ml, build.units)}</Fig>
      {mix.part_b_ml > 0 && (
        <>
          {" "}
          + <Fig>{volume(mix.part_b_ml, build.units)}</Fig>
        </>
      )}
    </Answer>
  );
}

function TheCoats() {
  const { build, plan } = useShown();
  const { finish } = build;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatToMix />
      <section>
        <h2 className="mb-1">The coats and their clocks</h2>
        <CoatRibbon />
      </section>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] gap-8 max-[900px]:grid-cols-1">
        <section className="grid content-start gap-3">
          <h2>To mix</h2>
          {plan.finish.areas === 0 ? (
            <p className="text-soft">{plan.finish.nothing}</p>
          ) : (
            plan.finish.coats.map((coat) => <Mixing key={coat.number} coat={coat} />)
          )}
          <Wraps />
          <OrderToCoat />
        </section>
        <section>
          <h2 className="mb-2">The air</h2>
          <div className="grid grid-cols-4 items-start gap-3">
            <QuantityField
              path="finish.temperature_c"
              label="Room"
              kind="warmth"
              value={finish.temperature_c}
              keep={(v) => (b) => void (b.finish.temperature_c = v ?? 21)}
            />
            <NumberField
              path="finish.humidity_percent"
              label="Humidity"
              suffix="%"
              digits={0}
              value={finish.humidity_percent}
              keep={(v) => (b) => void (b.finish.humidity_percent = v ?? 50)}
            />
            <QuantityField
              path="finish.blank_c"
              label="Blank, if colder"
              kind="warmth"
              optional
              value={finish.blank_c}
              keep={(v) => (b) => void (b.finish.blank_c = v)}
            />
            <DewPoint />
          </div>
          <RoomInstruments />
          <NightCourse />
          <div className="mt-4">
            <Looks />
          </div>
        </section>
      </div>
    </div>
  );
}

const GLOSS: string[] = ["regular", "high_build", "varnish", "uv_resin"];

function TheTin() {
  const { build, plan } = useShown();
  const shelf = useShelved("finish");
  const edit = useRod((s) => s.edit);
  const { finish } = build;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <Answer
        says={
          <Term says="Type in what the tin and its data sheet say. They win over anything here.">
            What the tin says
          </Term>
        }
      >
        {finish.product.name || "Which finish?"}, <Fig>{plan.finish.coats.length}</Fig>{" "}
        {plan.finish.coats.length === 1 ? "coat" : "coats"}
      </Answer>
      <div className="grid grid-cols-4 items-start gap-3">
        <WordsField
          className="col-span-2"
          path="finish.product.name"
          label="Finish"
          value={finish.product.name}
          keep={(v) => (b) => void (b.finish.product.name = v)}
        />
        <div className="self-end">
          <FromShelf
            label="From the shelf"
            offers={shelf
              .filter(({ item }) => GLOSS.includes(item.kind) && item.name !== finish.product.name)
              .map(({ item }) => ({ item, name: item.name, says: FINISH_WORDS[item.kind] }))}
            onTake={(item) =>
              edit(`use ${item.name}`, (b) => {
                b.finish.product = { ...item };
                b.finish.coats = USUAL_COATS[item.kind]!;
                b.finish.film_first_mm = USUAL_FILM_MM[item.kind]!;
              })
            }
          />
        </div>
        <div className="col-span-4">
          <Choice
            label="Kind"
            value={finish.product.kind}
            options={asOptions(FINISH_WORDS).filter((k) => GLOSS.includes(k.value))}
            onChange={(v) =>
              edit("kind of finish", (b) => {
                b.finish.product = {
                  ...FRESH_FINISHES[v],
                  name: b.finish.product.name,
                  at_c: b.finish.product.at_c,
                };
                b.finish.coats = USUAL_COATS[v]!;
                b.finish.film_first_mm = USUAL_FILM_MM[v]!;
              })
            }
          />
        </div>
        <NumberField
          path="finish.coats"
          label="Coats"
          digits={0}
          value={finish.coats}
          keep={(v) => (b) => void (b.finish.coats = v ?? 1)}
        />
        <NumberField
          path="finish.product.parts_a"
          label="Parts of A"
          value={finish.product.parts_a}
          keep={(v) => (b) => void (b.finish.product.parts_a = v ?? 1)}
        />
        <NumberField
          path="finish.product.parts_b"
          label="to parts of B"
          value={finish.product.parts_b}
          keep={(v) => (b) => void (b.finish.product.parts_b = v ?? 0)}
        />
        <QuantityField
          path="finish.product.at_c"
          label="Times hold at"
          kind="warmth"
          value={finish.product.at_c}
          keep={(v) => (b) => void (b.finish.product.at_c = v ?? 21)}
        />
        <Minutes name="pot_life_min" label="Pot life" />
        <Minutes name="rotate_min" label="Turn for" />
        <Minutes name="set_min" label="Set after" />
        <Minutes name="recoat_opens_min" label="Recoat from" />
        <Minutes name="recoat_closes_min" label="Recoat until" />
        <Minutes name="handle_min" label="Handle after" />
        <Minutes name="full_cure_min" label="Full cure" />
        <NumberField
          path="finish.film_first_mm"
          label="First film"
          suffix="mm"
          value={finish.film_first_mm}
          keep={(v) => (b) => void (b.finish.film_first_mm = v ?? 0.2)}
        />
      </div>
      <Witness />
    </div>
  );
}

type MinuteField =
  | "pot_life_min"
  | "rotate_min"
  | "set_min"
  | "recoat_opens_min"
  | "recoat_closes_min"
  | "handle_min"
  | "full_cure_min";

const WHOSE = { usual: "usual for its kind", own: "", seen: "the bench saw another" } as const;

function Minutes({ name, label }: { name: MinuteField; label: string }) {
  const { build, plan } = useShown();
  const product = build.finish.product;
  const said = plan.finish.said.find((s) => s.field === name);
  return (
    <NumberField
      path={`finish.product.${name}`}
      label={label}
      suffix="min"
      digits={0}
      hint={[product[name] >= 90 ? hours(product[name]) : "", WHOSE[said?.by ?? "own"]]
        .filter(Boolean)
        .join(", ")}
      value={product[name]}
      keep={(v) => (b) => void (b.finish.product[name] = v ?? 0)}
    />
  );
}

function DewPoint() {
  const { build, plan } = useShown();
  const margin = plan.finish.blank_c - plan.finish.dew_point_c;
  return (
    <div>
      <div className="label">
        <Term
          says={`Where this air begins to wet a surface. A blank less than ${warmer(plan.finish.dew_margin_c, build.units)} above it takes no coat.`}
        >
          Dew point
        </Term>
      </div>
      <div className="fig pt-1 text-lead">{warmth(plan.finish.dew_point_c, build.units)}</div>
      <div className={`text-note ${plan.finish.sweats ? "font-semibold text-ruin" : "text-soft"}`}>
        blank {warmer(margin, build.units)} above{plan.finish.sweats ? ": do not coat" : ""}
      </div>
    </div>
  );
}

function Mixing({ coat }: { coat: CoatPlan }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const mix = coat.mixes[0];
  if (!mix) return null;
  const next = coat.number === build.finish.laid.length + 1;
  const most = Math.max(mix.part_a_ml, mix.part_b_ml);
  return (
    <div className="grid grid-cols-[4.2rem_auto_minmax(5.5rem,1fr)] items-center gap-3 border-t border-line pt-2">
      <div>
        <div className="font-semibold">Coat {coat.number}</div>
        <div className="label">
          {coat.mixes.length > 1 ? `${coat.mixes.length} mixes of` : "one mix of"}
        </div>
      </div>
      <div className="grid gap-1">
        <Syringe name="A" ml={mix.part_a_ml} most={most} colour="var(--tape)" />
        {mix.part_b_ml > 0 && (
          <Syringe name="B" ml={mix.part_b_ml} most={most} colour="var(--accent)" />
        )}
      </div>
      <div className="text-right">
        {coat.laid ? (
          <span className="text-small">
            mixed {coat.starts_at ? due(coat.starts_at) : ""}
            {coat.dryer && <span className="label block">{coat.dryer}</span>}
            {coat.readings > 0 && (
              <span className="label block">
                clocks by the room’s log, {coat.readings} readings
              </span>
            )}
          </span>
        ) : next ? (
          <span className="text-small font-semibold">next</span>
        ) : null}
        {coat.laid && coat.number === build.finish.laid.length && (
          <Button
            look="quiet"
            className="whitespace-nowrap"
            onClick={() => edit(`coat ${coat.number} not mixed after all`, coatNotMixed)}
          >
            take back
          </Button>
        )}
      </div>
      {coat.laid && <MixedAt index={coat.number - 1} />}
    </div>
  );
}

/** When a coat was mixed, typed where the button came too late. */
function MixedAt({ index }: { index: number }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const laid = build.finish.laid[index];
  if (!laid) return null;
  const at = new Date(laid.mixed_at);
  const local = new Date(at.getTime() - at.getTimezoneOffset() * 60000).toISOString().slice(0, 16);
  return (
    <input
      type="datetime-local"
      className="field col-span-full w-56 justify-self-end text-note"
      aria-label={`When coat ${index + 1} was mixed`}
      defaultValue={local}
      key={local}
      onBlur={(e) => {
        const said = new Date(e.target.value);
        if (Number.isNaN(said.getTime()) || e.target.value === local) return;
        edit(`coat ${index + 1} was mixed then`, (b) => {
          rowOf(b.finish.laid, laid.id).mixed_at = said.toISOString();
        });
      }}
    />
  );
}

/** A syringe filled to its mark. */
function Syringe({
  name,
  ml,
  most,
  colour,
}: {
  name: string;
  ml: number;
  most: number;
  colour: string;
}) {
  const share = most > 0 ? ml / most : 0;
  const { units } = useShown().build;
  return (
    <div className="flex items-center gap-2">
      <span className="fig w-3">{name}</span>
      <svg viewBox="6 0 208 20" className="h-5 w-36 shrink-0" aria-hidden>
        <rect x="14" y="3" width="170" height="14" rx="2" fill="none" stroke="var(--ink-soft)" />
        <rect x="15" y="4" width={150 * share} height="12" fill={colour} />
        <path
          d={`M2,10 h12 M${15 + 150 * share},4 v12 M${15 + 150 * share},10 H208 M208,4 v12`}
          stroke="var(--ink-soft)"
          strokeWidth="2"
        />
        {Array.from({ length: 15 }, (_, i) => (
          <line
            key={i}
            x1={25 + i * 10}
            x2={25 + i * 10}
            y1={4}
            y2={i % 5 === 4 ? 10 : 7}
            stroke="var(--ink-soft)"
            strokeWidth=".8"
          />
        ))}
      </svg>
      <span className="fig text-answer whitespace-nowrap">{volume(ml, units)}</span>
    </div>
  );
}

function Wraps() {
  const { plan } = useShown();
  const colour = useThreadColours();
  const byThread = Map.groupBy(plan.wraps.laid, (w) => w.thread);
  if (!plan.finish.areas || !plan.wraps.laid.length) return null;
  return (
    <div className="border-t border-line pt-2">
      <div className="label mb-1">{plan.wraps.laid.length} wraps to coat</div>
      <ul className="flex flex-wrap gap-3">
        {[...byThread].map(([thread, wraps]) => (
          <li key={thread} className="flex items-center gap-2">
            <span
              className="h-4 w-8 rounded-sm"
              style={{ background: colour(thread) }}
              aria-hidden
            />
            {thread} <span className="fig text-soft">× {wraps.length}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
