import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import type { Build, BriefPlan, Laid } from "../../api/types";
import { ROD_TYPES } from "../../rack/NewBuild";
import { changeType } from "../../rod/moves";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, Pick } from "../../ui/controls";
import { MeasureField, NumberField, QuantityField, WordsField } from "../../ui/Field";
import { asOptions } from "../../ui/options";
import {
  HAND_WORDS,
  HANDS_WORDS,
  SKILL_WORDS,
  SORE_WORDS,
  STAND_WORDS,
  TIP_WORDS,
} from "../../words/shapes";
import { Answer, Fig } from "../Answer";

type Asked = Build["brief"]["asked"];

/** A brief as a conversation: what is asked on the left, what it makes of the rod on the right. */
export function BriefFields() {
  const { build, plan } = useShown();
  const { brief } = plan;
  return (
    <section className="grid gap-4">
      <WhatItComesTo brief={brief} />
      <div className="grid grid-cols-[minmax(0,1fr)_25rem] gap-8 max-[1150px]:grid-cols-1">
        <div className="grid content-start gap-5">
          <Who build={build} />
          <What build={build} />
          <When build={build} />
          <Where build={build} />
          <Why build={build} />
        </div>
        <Requirement brief={brief} />
      </div>
      <FromTheWater about={`${build.client}${build.brief.what}${build.brief.where}`} />
    </section>
  );
}

function WhatItComesTo({ brief }: { brief: BriefPlan }) {
  const { wants, contradictions, unasked } = brief.need;
  const says = (q: Laid["quantity"]) => wants.find((w) => w.quantity === q)?.says;
  const power = says("power_g");
  const length = says("length_mm");
  const against = contradictions[0];
  if (against)
    return (
      <Answer tone="look" says={against.words}>
        Two answers pull apart
      </Answer>
    );
  if (!wants.length)
    return (
      <Answer
        tone="wait"
        says="Every answer bounds something of the rod, and says why. What is not answered asks for nothing."
      >
        Who fishes it, and for what?
      </Answer>
    );
  return (
    <Answer
      says={
        unasked.length
          ? `Still to ask: ${unasked.join(", ")}.`
          : "Everything that settles a blank has been asked."
      }
    >
      {length && (
        <>
          <Fig>{length}</Fig> long
        </>
      )}
      {length && power && ", "}
      {power && (
        <>
          power <Fig>{power}</Fig>
        </>
      )}
      {!length &&
        !power &&
        `${wants.length === 1 ? "One thing" : `${wants.length} things`} asked for`}
    </Answer>
  );
}

function Asking({ word, children }: { word: string; children: ReactNode }) {
  return (
    <section aria-label={word} className="border-l-4 border-line pl-4">
      <h3 className="mb-1.5 text-body font-semibold">{word}</h3>
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">{children}</div>
    </section>
  );
}

/** One of a few answers, or none yet. */
function OneOf<K extends keyof Asked>(props: {
  field: K;
  label: string;
  words: Record<string, string>;
  none?: string;
}) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const { field, label, words, none = "not said" } = props;
  return (
    <Choice
      label={label}
      value={build.brief.asked[field] as string}
      options={[{ value: "", label: none }, ...asOptions(words)]}
      onChange={(v) =>
        edit(label.toLowerCase(), (b) => void ((b.brief.asked[field] as unknown) = v))
      }
    />
  );
}

function YesOrNo(props: { field: "cover" | "knot"; label: string; yes: string; no: string }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const { field, label, yes, no } = props;
  return (
    <Choice
      label={label}
      value={build.brief.asked[field] ? "yes" : "no"}
      options={[
        { value: "no", label: no },
        { value: "yes", label: yes },
      ]}
      onChange={(v) => edit(label.toLowerCase(), (b) => void (b.brief.asked[field] = v === "yes"))}
    />
  );
}

function Who({ build }: { build: Build }) {
  const { asked } = build.brief;
  return (
    <Asking word="Who fishes it?">
      <WordsField
        path="brief.who"
        className="min-w-52 flex-1"
        label="In their words"
        value={build.brief.who}
        keep={(v) => (b) => void (b.brief.who = v)}
      />
      <OneOf field="skill" label="Skill" words={SKILL_WORDS} />
      <OneOf field="hand" label="Hand" words={HAND_WORDS} />
      <OneOf field="hands" label="Casts with" words={HANDS_WORDS} />
      <MeasureField
        path="brief.asked.forearm_mm"
        label="Forearm"
        hint="elbow’s crease to the middle of the palm"
        mm={asked.forearm_mm}
        optional
        keep={(mm) => (b) => void (b.brief.asked.forearm_mm = mm)}
      />
      <OneOf field="sore" label="Sore" words={SORE_WORDS} none="nothing" />
    </Asking>
  );
}

function What({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const { asked } = build.brief;
  return (
    <Asking word="What for?">
      <WordsField
        path="brief.what"
        className="min-w-52 flex-1"
        label="Fish and lures"
        value={build.brief.what}
        keep={(v) => (b) => void (b.brief.what = v)}
      />
      <Choice
        label="How is it fished?"
        value={build.brief.rod_type}
        options={[...ROD_TYPES]}
        onChange={(t) => edit("rod type", changeType(t))}
      />
      <QuantityField
        path="brief.asked.lure_least_g"
        kind="weight"
        label="Lightest lure"
        optional
        value={asked.lure_least_g}
        keep={(g) => (b) => void (b.brief.asked.lure_least_g = g)}
      />
      <QuantityField
        path="brief.asked.lure_most_g"
        kind="weight"
        label="Heaviest lure"
        optional
        value={asked.lure_most_g}
        keep={(g) => (b) => void (b.brief.asked.lure_most_g = g)}
      />
      <NumberField
        path="brief.asked.line_kg"
        label="Line breaks at"
        suffix="kg"
        optional
        value={asked.line_kg}
        keep={(v) => (b) => void (b.brief.asked.line_kg = v)}
      />
      <YesOrNo field="knot" label="Leader’s knot" yes="runs through the rings" no="stays outside" />
      <OneOf field="tip" label="The tip" words={TIP_WORDS} />
    </Asking>
  );
}

function When({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  return (
    <Asking word="When?">
      <Choice
        label="Season"
        value={build.brief.cold ? "cold" : "mild"}
        options={[
          { value: "mild", label: "Mild months" },
          { value: "cold", label: "In the cold, rings ice up" },
        ]}
        onChange={(v) => edit("season", (b) => void (b.brief.cold = v === "cold"))}
      />
      <label>
        <span className="label block">Wanted by</span>
        <input
          type="date"
          className="field"
          value={build.brief.asked.by ?? ""}
          onChange={(e) =>
            edit("wanted by", (b) => void (b.brief.asked.by = e.target.value || null))
          }
        />
      </label>
    </Asking>
  );
}

function Where({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const { asked } = build.brief;
  return (
    <Asking word="Where?">
      <WordsField
        path="brief.where"
        className="min-w-52 flex-1"
        label="Water"
        value={build.brief.where}
        keep={(v) => (b) => void (b.brief.where = v)}
      />
      <Pick
        label="Fished from"
        value={asked.stands || "unsaid"}
        options={[{ value: "unsaid", label: "not said" }, ...asOptions(STAND_WORDS)]}
        onChange={(v) =>
          edit(
            "fished from",
            (b) => void (b.brief.asked.stands = v === "unsaid" ? "" : (v as Asked["stands"])),
          )
        }
      />
      <YesOrNo field="cover" label="Cover" yes="weed and timber" no="open water" />
      <MeasureField
        path="brief.asked.longest_mm"
        label="No longer than"
        mm={asked.longest_mm}
        optional
        keep={(mm) => (b) => void (b.brief.asked.longest_mm = mm)}
      />
      <MeasureField
        path="brief.asked.packed_mm"
        label="Packs into"
        mm={asked.packed_mm}
        optional
        keep={(mm) => (b) => void (b.brief.asked.packed_mm = mm)}
      />
    </Asking>
  );
}

function Why({ build }: { build: Build }) {
  const { asked } = build.brief;
  return (
    <Asking word="Why this one?">
      <WordsField
        path="brief.why"
        className="min-w-52 flex-1"
        label="What it must be good at"
        value={build.brief.why}
        keep={(v) => (b) => void (b.brief.why = v)}
      />
      <QuantityField
        path="brief.wish_g"
        kind="weight"
        label="Should weigh, without its reel"
        optional
        placeholder="no wish"
        value={build.brief.wish_g}
        keep={(g) => (b) => void (b.brief.wish_g = g)}
      />
      <NumberField
        path="brief.asked.budget"
        label="May cost"
        optional
        value={asked.budget === null ? null : Number(asked.budget)}
        keep={(v) => (b) => void (b.brief.asked.budget = v === null ? null : v.toFixed(2))}
      />
      <WordsField
        path="client"
        className="min-w-52 flex-1"
        label="For"
        value={build.client}
        keep={(v) => (b) => void (b.client = v)}
      />
      <AsWrittenDown build={build} />
      <WordsField
        path="number"
        label="Number in the shop’s book"
        value={build.number}
        keep={(v) => (b) => void (b.number = v)}
      />
      <WordsField
        path="name"
        className="min-w-52 flex-1"
        label="Name of the rod"
        value={build.name}
        keep={(v) => (b) => void (b.name = v)}
      />
      <WordsField
        path="note"
        className="min-w-52 flex-1"
        label="Notes"
        value={build.note}
        keep={(v) => (b) => void (b.note = v)}
      />
    </Asking>
  );
}

/** Hand and arm of whom the rod is for, where the shop has them in its book. */
function AsWrittenDown({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const { data } = useQuery({
    queryKey: ["people"],
    queryFn: () => take(api.GET("/api/people")),
    enabled: !!build.client.trim(),
  });
  const tidy = (name: string) => name.trim().toLowerCase().replaceAll(/\s+/g, " ");
  const found = data?.find((p) => tidy(p.person.name) === tidy(build.client))?.person;
  if (!found) return null;
  const { asked } = build.brief;
  const fields = ["skill", "hand", "hands", "forearm_mm", "sore"] as const;
  if (fields.every((f) => !found[f] || found[f] === asked[f])) return null;
  return (
    <Button
      onClick={() =>
        edit("hand and arm as written down", (b) => {
          for (const f of fields) if (found[f]) Object.assign(b.brief.asked, { [f]: found[f] });
        })
      }
    >
      Hand and arm as written down
    </Button>
  );
}

/** Everything the answers ask of the rod, with the reason, and what it has of it so far. */
function Requirement({ brief }: { brief: BriefPlan }) {
  const id = useRod((s) => s.id);
  if (!brief.laid.length) return null;
  return (
    <section aria-label="What this asks for">
      <h2 className="mb-1">What this asks for</h2>
      <ul className="grid">
        {brief.laid.map((x) => (
          <li key={x.quantity} className="border-t border-line py-2 first:border-t-0">
            <div className="flex items-baseline justify-between gap-3">
              <span>
                {x.words}
                {x.must && <span className="text-soft"> (must)</span>}
              </span>
              <span className="fig text-right font-semibold">{x.wants}</span>
            </div>
            <p className="text-small text-soft">
              {x.because}
              {brief.need.wants
                .find((w) => w.quantity === x.quantity)
                ?.rulings.some((r) => r.habit) && (
                <>
                  {" "}
                  <Link href={`/build/${id}/habits`} className="underline">
                    its number
                  </Link>
                </>
              )}
            </p>
            {x.has && (
              <p className={`text-small ${x.off ? "text-check" : "text-soft"}`}>
                This rod: <span className="fig">{x.has}</span>
                {x.surely ? "" : ", reckoned"}; {x.says}
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What days on the water with other rods for this person or use say to this one. */
function FromTheWater({ about }: { about: string }) {
  const id = useRod((s) => s.id);
  const saving = useRod((s) => s.saving);
  const { data } = useQuery({
    queryKey: ["advice", id, about],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/advice", { params: { path: { build_id: id! } } })),
    enabled: !!id && saving === "saved",
    placeholderData: (before) => before,
  });
  if (!data?.length) return null;
  return (
    <section aria-label="From the water" className="mt-4 border-l-4 border-tape pl-3">
      <h3 className="label">from the water</h3>
      <ul>
        {data.slice(0, 4).map((a) => (
          <li key={`${a.rod}${a.note.id}`} className="py-1">
            {a.note.could_not ? `It could not: ${a.note.could_not}. ` : ""}
            {a.note.words}{" "}
            <span className="text-soft">
              ({a.rod}, {a.why}
              {a.note.where ? `, ${a.note.where}` : ""})
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
