import { useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import { ROD_TYPES } from "../../rack/NewBuild";
import { changeType } from "../../rod/moves";
import { useRod } from "../../rod/store";
import { Choice } from "../../ui/controls";
import { QuantityField, WordsField } from "../../ui/Field";
import { Answer } from "../Answer";

const QUESTIONS = [
  { key: "who", label: "Who fishes it?", hint: "a beginner needs a tougher blank" },
  { key: "what", label: "What for?", hint: "species, lure weight, line" },
  { key: "where", label: "Where?", hint: "heavy cover wants a thicker butt" },
  { key: "why", label: "Why this one?", hint: "performance or show, budget" },
] as const;

/** The five questions that settle a build. */
export function BriefFields() {
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  if (!build) return null;
  return (
    <section className="grid gap-3">
      <Answer
        tone={build.brief.who || build.brief.what ? "plain" : "wait"}
        says="The brief settles the blank, the handle and the train; it is the yardstick at every stage."
      >
        {[build.brief.who && `For ${build.brief.who}`, build.brief.what]
          .filter(Boolean)
          .join(": ") || "Who fishes it, and for what?"}
      </Answer>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3">
        {QUESTIONS.map((q) => (
          <WordsField
            key={q.key}
            path={`brief.${q.key}`}
            label={q.label}
            hint={q.hint}
            value={build.brief[q.key]}
            keep={(v) => (b) => void (b.brief[q.key] = v)}
          />
        ))}
        <Choice
          label="How is it fished?"
          value={build.brief.rod_type}
          options={[...ROD_TYPES]}
          onChange={(t) => edit("rod type", changeType(t))}
        />
        <Choice
          label="When?"
          value={build.brief.cold ? "cold" : "mild"}
          options={[
            { value: "mild", label: "Mild months" },
            { value: "cold", label: "In the cold, rings ice up" },
          ]}
          onChange={(v) => edit("season", (b) => void (b.brief.cold = v === "cold"))}
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
        <WordsField
          path="client"
          label="For"
          value={build.client}
          keep={(v) => (b) => void (b.client = v)}
        />
        <WordsField
          path="number"
          label="Number in the shop’s book"
          value={build.number}
          keep={(v) => (b) => void (b.number = v)}
        />
        <WordsField
          path="note"
          label="Notes"
          value={build.note}
          keep={(v) => (b) => void (b.note = v)}
        />
        <WordsField
          path="name"
          label="Name of the rod"
          value={build.name}
          keep={(v) => (b) => void (b.name = v)}
        />
      </div>
      <FromTheWater about={`${build.client}${build.brief.what}${build.brief.where}`} />
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
