import { FileText, X } from "lucide-react";
import { Link } from "wouter";

import type { GlueMix } from "../../api/types";
import { takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { clocksOf, useClocks } from "../../bench/clocks";
import { Button, Choice, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { QuantityField } from "../../ui/Field";
import { Answer, Fig } from "../Answer";
import { hours, length } from "../../ui/measure";
import { SQUEEZE_WORDS } from "../../words/shapes";
import { volume } from "../../ui/units";

/** What is mixed first, and how long it lives. */
function HowManyMixes() {
  const { build, plan } = useShown();
  const { mixes } = plan.work.glue_up;
  const first = mixes[0];
  if (!first) return <Answer tone="wait">Nothing is left to glue</Answer>;
  const refused = mixes.flatMap((m) => m.joints).find((j) => j.refused);
  if (refused)
    return (
      <Answer tone="stop" says={`${refused.refused}.`}>
        Not {refused.adhesive} on the {refused.name}
      </Answer>
    );
  return (
    <Answer
      says={`${mixes.length === 1 ? "One mix" : `${mixes.length} mixes`} of ${first.adhesive}. It lives ${Math.round(first.pot_life_min)} min at the bench’s warmth; your hands need ${Math.round(first.hands_min)}.`}
      tone={first.too_long ? "stop" : "plain"}
    >
      Mix <Fig>{volume(first.part_a_ml, build.units)}</Fig>
      {first.part_b_ml > 0 && (
        <>
          {" "}
          + <Fig>{volume(first.part_b_ml, build.units)}</Fig>
        </>
      )}
    </Answer>
  );
}

/** Mixes on their clocks, what each joint takes, and what lies within reach before mixing. */
export function GlueUpJob() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const { glue_up } = plan.work;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <HowManyMixes />
      <div className="flex flex-wrap items-end gap-4">
        <QuantityField
          path="handle.glue_temperature_c"
          label="At the bench it is"
          className="w-32"
          kind="warmth"
          value={build.handle.glue_temperature_c}
          keep={(v) => (b) => void (b.handle.glue_temperature_c = v ?? 21)}
        />
        <Choice
          label="Squeeze-out"
          value={build.handle.squeeze}
          options={[
            { value: "at_once", label: SQUEEZE_WORDS.at_once },
            { value: "half_hour", label: "left half an hour" },
          ]}
          onChange={(v) => edit("squeeze-out", (b) => void (b.handle.squeeze = v))}
        />
        <Adhesives />
        <Link
          href={`/build/${id}/sheet?show=glue-up`}
          className="torn ml-auto flex items-center gap-1.5 px-3 py-1.5 font-semibold"
        >
          <FileText size={15} aria-hidden /> Glue-up sheet
        </Link>
      </div>
      {glue_up.mixes.map((mix) => (
        <Mix key={mix.number} mix={mix} />
      ))}
      <div className="grid grid-cols-2 gap-8 border-t border-line pt-3">
        <section>
          <h2 className="mb-1">Within reach before anything is mixed</h2>
          <ul>
            {glue_up.within_reach.map((r) => (
              <li key={r.what} className="border-b border-line/60 py-1">
                {r.what} <span className="label block">{r.why}</span>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2 className="mb-1">
            <Term says="Gloss is scuffed to matt only where a part will cover it; everything else stays as it came.">
              Scuff only
            </Term>
          </h2>
          <p className="fig mb-3 text-head">
            {glue_up.scuff
              .map(
                (s) =>
                  `${length(s.start_mm, build.rule, false)} to ${length(s.end_mm, build.rule)}`,
              )
              .join(" · ")}
          </p>
          <h2 className="mb-1">Mask</h2>
          <ul className="mb-3">
            {glue_up.mask.map((m) => (
              <li key={m}>{m}</li>
            ))}
          </ul>
          <h2 className="mb-1">Care</h2>
          <p className="text-small text-soft">
            Hardener sensitises skin and airways: nitrile gloves, moving air, no solvent on skin.
            Solvents burn: away from flame and heat gun. A large leftover mix heats up; spread it
            out. The safety data sheet and local rules come first.
          </p>
        </section>
      </div>
    </div>
  );
}

function Adhesives() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const shelf = useShelved("adhesive");
  const { adhesives } = build.handle;
  return (
    <div>
      <div className="label">Adhesives at hand</div>
      <div className="flex flex-wrap items-center gap-1.5">
        {adhesives.map((a) => (
          <span key={a.id} className="flex items-center rounded border border-line bg-field pl-2">
            {a.name} <span className="label ml-1.5">{a.pot_life_min} min</span>
            <IconButton
              name={`Put ${a.name} back`}
              className="size-7"
              onClick={() =>
                edit(`put ${a.name} back`, (b) => void takeOut(b.handle.adhesives, a.id))
              }
            >
              <X size={12} />
            </IconButton>
          </span>
        ))}
        <FromShelf
          label="From the shelf"
          disabled={adhesives.length >= 12}
          offers={shelf
            .filter(({ item }) => !adhesives.some((a) => a.name === item.name))
            .map(({ item }) => ({ item, name: item.name, says: `${item.pot_life_min} min` }))}
          onTake={(item) =>
            edit(`use ${item.name}`, (b) => void b.handle.adhesives.push({ ...item, id: "" }))
          }
        />
      </div>
    </div>
  );
}

/** Mixing starts every clock of a mix at one tap; while they run, that is said instead. */
function MixedNow({ mix }: { mix: GlueMix }) {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const { running, start } = useClocks();
  const of = `mix:${mix.number}`;
  const mine = running.filter((r) => r.rod_id === id && r.clock.of === of);
  const began = mine[0]?.clock.started_at;
  if (began)
    return (
      <span className="font-semibold text-good">
        mixed at{" "}
        {new Date(began).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })},{" "}
        {mine.length} {mine.length === 1 ? "clock runs" : "clocks run"}
      </span>
    );
  const begins = plan.cards.flatMap((c) => c.mixes).find((m) => m.mix === of);
  if (!begins?.starts.length) return null;
  return (
    <Button
      look="tape"
      aria-label={`It is mixed now: mix ${mix.number}`}
      onClick={() => start(id!, build.name, clocksOf(begins))}
    >
      It is mixed now
    </Button>
  );
}

const SHADES = {
  spread: "var(--tape)",
  seat: "var(--cork)",
  wipe: "var(--mat-accent-dim)",
  align: "var(--pencil)",
};

/** One mix: its joints laid end to end inside the pot life. */
function Mix({ mix }: { mix: GlueMix }) {
  const { build } = useShown();
  const span = Math.max(mix.pot_life_min, mix.hands_min) * 1.04;
  const share = (min: number) => `${(min / span) * 100}%`;
  const work = mix.joints.flatMap((j) =>
    (["spread", "seat", "wipe", "align"] as const)
      .map((what) => ({ what, name: j.name, min: j[`${what}_min`], id: j.part_id }))
      .filter((w) => w.min > 0),
  );
  return (
    <section aria-label={`Mix ${mix.number}`}>
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2>
          Mix {mix.number}: {mix.adhesive}
        </h2>
        <span className="fig text-figure">
          {mix.part_b_ml > 0
            ? `${volume(mix.part_a_ml, build.units)} + ${volume(mix.part_b_ml, build.units)}`
            : volume(mix.part_a_ml, build.units)}
        </span>
        <span className={mix.too_long ? "font-semibold text-ruin" : "text-soft"}>
          {mix.hands_min.toFixed(0)} min of hands in {mix.pot_life_min.toFixed(0)} min of pot life
          {mix.too_long ? ": too long" : ""}
        </span>
        <MixedNow mix={mix} />
        {mix.because && <span className="label">its own mix: {mix.because}</span>}
      </div>
      <div
        className="relative mt-1.5 h-9 overflow-hidden rounded-sm bg-mat"
        role="img"
        aria-label={`${mix.hands_min.toFixed(0)} minutes of work in ${mix.pot_life_min.toFixed(0)} minutes of pot life`}
      >
        {work.map((w, n) => {
          const before = work.slice(0, n).reduce((sum, x) => sum + x.min, 0);
          return (
            <div
              key={`${w.id}${w.what}`}
              title={`${w.name}: ${w.what} ${Number(w.min.toFixed(1))} min`}
              className="absolute top-1.5 bottom-1.5 border-r border-black/30"
              style={{ left: share(before), width: share(w.min), background: SHADES[w.what] }}
            />
          );
        })}
        {[
          { at: mix.wipe_by_min, says: "wipe by" },
          { at: mix.last_look_min, says: "last look" },
          { at: mix.pot_life_min, says: "pot life" },
        ].map((m) => (
          <div
            key={m.says}
            className="absolute inset-y-0 w-0.5 bg-ruin"
            style={{ left: share(m.at) }}
          />
        ))}
      </div>
      <div className="relative h-5 text-note text-soft" aria-hidden>
        {[
          { at: mix.wipe_by_min, says: "wipe by" },
          { at: mix.last_look_min, says: "last look" },
        ].map((m) => (
          <span
            key={m.says}
            className="absolute -translate-x-full whitespace-nowrap pr-1"
            style={{ left: share(m.at) }}
          >
            {m.says} <span className="fig">{m.at.toFixed(0)} min</span>
          </span>
        ))}
      </div>
      <table className="w-full">
        <thead>
          <tr className="label border-b border-line text-right [&_th]:font-normal">
            <th className="text-left">joint</th>
            <th className="text-left">why this adhesive</th>
            <th>mL</th>
            {(["spread", "seat", "wipe", "align"] as const).map((w) => (
              <th key={w}>
                <span
                  className="mr-1 inline-block size-2.5"
                  style={{ background: SHADES[w] }}
                  aria-hidden
                />
                {w}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {mix.joints.map((j) => (
            <tr key={j.part_id} className="fig border-b border-line/60 text-right text-act">
              <td className="py-1 text-left font-sans text-body">{j.name}</td>
              <td
                className={`text-left font-sans text-note ${j.refused ? "text-ruin" : "text-soft"}`}
              >
                {j.refused ?? j.why}
              </td>
              <td>{j.volume_ml.toFixed(1)}</td>
              {[j.spread_min, j.seat_min, j.wipe_min, j.align_min].map((m, n) => (
                <td key={n}>{m ? `${Number(m.toFixed(1))} min` : "–"}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="label mt-1">
        {mix.volume_ml > mix.needed_ml + 0.05 &&
          `Needs ${volume(mix.needed_ml, build.units)}; less than ${volume(mix.volume_ml, build.units)} cannot be measured. `}
        Set {hours(mix.set_min)} · handle after {hours(mix.handle_min)} · full cure{" "}
        {hours(mix.full_cure_min)}. Test the witness blob, not the joint.
      </p>
    </section>
  );
}
