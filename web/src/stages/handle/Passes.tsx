import { Check, X } from "lucide-react";
import { useState } from "react";

import type { Part, PartPlaced, PassMade, ReamPlan } from "../../api/types";
import { takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, IconButton, Pick as Select } from "../../ui/controls";
import { Term } from "../../words/Term";
import { diameter, length, unitOf } from "../../ui/measure";
import { readMeasure } from "../../ui/reading";
import { nameOf } from "./parts";

type Rule = Parameters<typeof diameter>[1];
const NOTHING: Omit<PassMade, "id" | "part_id" | "tool" | "from_face"> = {
  reamer: null,
  diameter_mm: null,
  from_mm: 0,
  depth_mm: 0,
  most_at_mm: null,
  took_mm: null,
};

function madeWords(p: PassMade, rule: Rule): string {
  if (p.reamer)
    return `${p.reamer.name || "reamer"} from the ${p.from_face} face to ${length(p.depth_mm, rule)}`;
  if (p.tool === "drill") return `drilled to ${diameter(p.diameter_mm ?? 0, rule)}`;
  const where = `${length(p.from_mm, rule, false)} to ${length(p.depth_mm, rule)} in`;
  const took =
    p.took_mm == null ? "how much was not measured" : `took ${diameter(p.took_mm, rule)}`;
  return `${p.tool} from ${where}, ${took}`;
}

/** What to open a bore with, in order; each is ticked when it was made, and hand work says what it took. */
export function Passes({
  part,
  placed,
  ream,
}: {
  part: Part;
  placed: PartPlaced;
  ream: ReamPlan | undefined;
}) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const { rule } = build;
  const made = build.handle.passes_made.filter((p) => p.part_id === part.id);
  const hollow = placed.end_mm - placed.butt_face.station_mm;
  const note = (what: string, pass: Partial<PassMade> & Pick<PassMade, "tool" | "from_face">) =>
    edit(`${what} ${nameOf(part)}`, (b) => {
      b.handle.passes_made.push({ ...NOTHING, ...pass, id: "", part_id: part.id });
    });
  return (
    <section>
      <h2 className="mb-2">
        <Term says="A reamer goes in no further than its taper stays inside the bore wanted, at every depth. Hold the part in a leather glove, let the tool cut, mask against the dust.">
          Reaming
        </Term>
      </h2>
      {made.length > 0 && (
        <ol className="mb-2 grid gap-0.5" aria-label="Passes made">
          {made.map((p) => (
            <li key={p.id} className="flex items-baseline gap-2 text-small text-soft">
              <Check size={13} aria-hidden className="translate-y-0.5 text-good" />
              <span className="flex-1">{madeWords(p, rule)}</span>
              <IconButton
                name="It was not made"
                className="size-6"
                onClick={() =>
                  edit("a pass was not made", (b) => takeOut(b.handle.passes_made, p.id))
                }
              >
                <X size={13} />
              </IconButton>
            </li>
          ))}
        </ol>
      )}
      {!ream && (
        <p
          className={
            placed.verdict === "fits" || placed.verdict === "press" ? "text-good" : "text-soft"
          }
        >
          {
            {
              fits: "✓ It reaches its mark: nothing to take out.",
              press: "✓ Foam: press it home with adhesive on.",
              unknown: "Measure its bore, or try it on: the passes follow.",
              loose: "Too loose to ream. See the findings for what to do instead.",
              ream: "It is bought to size, or metal: change it, it is not reamed.",
              high_spot: "It is bought to size, or metal: change it, it is not reamed.",
              swell: "The blank swells on its way: bring it from the other end.",
            }[placed.verdict]
          }
        </p>
      )}
      {ream && ream.passes.length === 0 && ream.drill_first_mm === null && (
        <p className="text-check">
          {ream.no_reamer
            ? "No reamer is listed: open it by hand."
            : "No reamer listed enters it, takes something out and stays inside the bore wanted: the rest is hand work."}
        </p>
      )}
      {ream && ream.drill_first_mm !== null && (
        <div className="mb-2 flex items-baseline gap-4">
          <p className="flex-1">
            Drill <span className="fig text-head">{diameter(ream.drill_first_mm, rule)}</span>{" "}
            first, {length(ream.drill_half_way_mm ?? 0, rule)} from each face on the pilot of the
            old hole{ream.by_hand_only ? ", by hand" : ""}.
          </p>
          <Button
            onClick={() =>
              note("drill", {
                tool: "drill",
                diameter_mm: ream.drill_first_mm,
                from_face: "butt",
                depth_mm: hollow,
              })
            }
          >
            Drilled
          </Button>
        </div>
      )}
      {ream?.drill_to_get && (
        <p className="mb-2 text-check">
          Get a drill of <span className="fig">{ream.drill_to_get.words}</span> for the pilot.
        </p>
      )}
      {ream?.passes.map((p, n) => (
        <div
          key={n}
          className={`grid grid-cols-[1fr_auto] gap-x-4 border-b border-line/60 py-2 ${n ? "text-soft" : ""}`}
        >
          <div>
            <div>
              {p.reamer}, from the <strong>{p.from_face}</strong> face
            </div>
            <div className="label">
              tape it where it is <span className="fig">{diameter(p.at_face_mm, rule)}</span>; try
              the part at{" "}
              <span className="fig">
                {p.check_at_mm.map((c) => length(c, rule, false)).join(", ")}
              </span>
              ; then it stops <span className="fig">{length(p.stops_short_mm, rule)}</span> short
            </div>
          </div>
          <div className="text-right">
            <div className="fig text-figure leading-7">{length(p.depth_mm, rule)}</div>
            {n === 0 && (
              <Button
                onClick={() =>
                  note("ream", {
                    tool: "reamer",
                    reamer: p.tool,
                    from_face: p.from_face,
                    depth_mm: p.depth_mm,
                  })
                }
              >
                Pass made
              </Button>
            )}
          </div>
        </div>
      ))}
      {ream && (
        <HandWork
          key={part.id}
          part={part}
          hollow={hollow}
          says={ream.by_hand}
          own={ream.own_size_mm}
          note={note}
        />
      )}
      <div className="mt-2">
        <Select
          label="Adhesive for this part"
          className="w-60"
          value={part.adhesive || "auto"}
          options={[
            { value: "auto", label: "as the plan picks" },
            ...build.handle.adhesives.map((a) => ({ value: a.name, label: a.name })),
          ]}
          onChange={(v) =>
            edit("adhesive", (b) => {
              const mine = b.handle.parts.find((q) => q.id === part.id);
              if (mine) mine.adhesive = v === "auto" ? "" : v;
            })
          }
        />
      </div>
    </section>
  );
}

interface HandWorkProps {
  part: Part;
  hollow: number;
  says: ReamPlan["by_hand"];
  own: number | null;
  note: (what: string, pass: Partial<PassMade> & Pick<PassMade, "tool" | "from_face">) => void;
}

/** What no reamer takes: where, how much, and what it took in the end. */
function HandWork({ part, hollow, says, own, note }: HandWorkProps) {
  const { build } = useShown();
  const { rule } = build;
  const [took, setTook] = useState("");
  const [why, setWhy] = useState("");
  if (!says) return null;
  const enter = () => {
    let mm: number | null = null;
    try {
      if (took.trim()) mm = readMeasure(took, unitOf(rule), "diameter");
    } catch (error) {
      setWhy((error as Error).message);
      return;
    }
    setWhy("");
    setTook("");
    note("sandpaper in", {
      tool: "sandpaper",
      from_face: "butt",
      from_mm: says.from_mm,
      depth_mm: Math.min(says.to_mm, hollow),
      most_at_mm: says.most_at_mm,
      took_mm: mm,
    });
  };
  return (
    <div className="mt-2 grid grid-cols-[1fr_auto] items-end gap-x-4 border-b border-line/60 py-2">
      <div>
        By hand, sandpaper on a dowel or a round file:{" "}
        <span className="fig text-head">{diameter(says.take_mm, rule)}</span> off the bore
        {says.most_at_mm === null
          ? ", evenly all along"
          : ` ${length(says.most_at_mm, rule)} in, less and less toward ${length(says.from_mm, rule, false)} and ${length(says.to_mm, rule)}`}
        . Then try it.
        {own !== null && (
          <span className="label block">
            A drill of {diameter(own, rule)}, turned by hand, backwards if it bites, does it in one
            go.
          </span>
        )}
      </div>
      <div className="flex items-end gap-2">
        <div className="w-24">
          <label className="label block" htmlFor={`took-${part.id}`}>
            it took
          </label>
          <input
            id={`took-${part.id}`}
            className="field"
            value={took}
            autoComplete="off"
            placeholder={diameter(says.take_mm, rule, false)}
            aria-invalid={why ? true : undefined}
            onChange={(e) => setTook(e.target.value)}
          />
        </div>
        <Button onClick={enter}>Done</Button>
      </div>
      {why && (
        <p role="alert" className="col-span-2 text-note text-ruin">
          {why}
        </p>
      )}
    </div>
  );
}
