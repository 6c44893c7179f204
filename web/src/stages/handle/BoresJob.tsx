import { X } from "lucide-react";
import { useState } from "react";

import type { Part, PartKind, PartPlaced, ReamPlan } from "../../api/types";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, IconButton } from "../../ui/controls";
import { MeasureField } from "../../ui/Field";
import { diameter, length, unitOf } from "../../ui/measure";
import { readMeasure } from "../../ui/reading";
import { useDraftText } from "../../ui/useDraftText";
import { BORED_KINDS } from "../../words/shapes";
import type { StageProps } from "../stage";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import { BoreProfile } from "./BoreProfile";
import { nameOf } from "./parts";
import { Passes } from "./Passes";
import { Tools } from "./Tools";

/** One part at a time: its bore against the blank, what was tried, the next pass. */
export function BoresJob({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const wanted = new Set(
    plan.handle.parts.filter((p) => p.butt_face.wanted_mm !== null).map((p) => p.id),
  );
  const bored = build.handle.parts.filter(
    (p) => wanted.has(p.id) || (BORED_KINDS as readonly PartKind[]).includes(p.kind),
  );
  const chosen =
    bored.find((p) => selected === `handle.parts.${p.id}`) ??
    bored.find((p) =>
      plan.handle.parts.some((q) => q.id === p.id && ["ream", "high_spot"].includes(q.verdict)),
    ) ??
    bored[0];
  const placed = plan.handle.parts.find((p) => p.id === chosen?.id);
  if (!chosen || !placed) return <p className="text-soft">No part here is bored to the blank.</p>;
  const ream = plan.handle.reaming.find((r) => r.part_id === chosen.id);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatNext placed={placed} ream={ream} name={nameOf(chosen)} />
      <OnMat>
        <BoreProfile part={placed} />
      </OnMat>
      <Choice
        label="Part"
        hideLabel
        value={chosen.id}
        options={bored.map((p) => ({ value: p.id, label: nameOf(p) }))}
        onChange={(id) => onSelect(`handle.parts.${id}`)}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] gap-8">
        <TryIt part={chosen} placed={placed} />
        <Passes part={chosen} placed={placed} ream={ream} />
      </div>
      <Tools />
    </div>
  );
}

/** What this part wants next. */
function WhatNext(props: { placed: PartPlaced; ream: ReamPlan | undefined; name: string }) {
  const { placed, ream, name } = props;
  const { build } = useShown();
  const a = placed.butt_face.wanted_mm;
  const b = placed.tip_face.wanted_mm;
  const says =
    a !== null && b !== null
      ? `The ${name} wants ${diameter(a, build.rule)} at its butt face and ${diameter(b, build.rule)} at its tip face.`
      : "What it wants waits for the taper.";
  const pass = ream?.passes[0];
  if (placed.verdict === "unknown")
    return (
      <Answer tone="wait" says={says}>
        Measure the bore of the {name}
      </Answer>
    );
  if (placed.verdict === "fits" || placed.verdict === "press")
    return (
      <Answer says={says}>
        The {name} {placed.verdict === "fits" ? "reaches its mark" : "can be pressed home"}
      </Answer>
    );
  if (placed.verdict === "loose" || placed.verdict === "swell")
    return (
      <Answer tone="look" says={says}>
        The {name} {placed.verdict === "loose" ? "is too loose" : "must pass a swell first"}
      </Answer>
    );
  return (
    <Answer
      says={
        <>
          {says}
          {placed.stops_short_mm !== null &&
            ` As it is it stops ${length(placed.stops_short_mm, build.rule)} short.`}
        </>
      }
    >
      {pass ? (
        <>
          Ream <Fig>{length(pass.depth_mm, build.rule)}</Fig> deep
        </>
      ) : (
        `Open the ${name} by hand`
      )}
    </Answer>
  );
}

type How = "short" | "home" | "past";

/** The part was slid on: where did it stop? */
function TryIt({ part, placed }: { part: Part; placed: PartPlaced }) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [how, setHow] = useState<How>("short");
  const [text, setText] = useDraftText(`try.${part.id}`);
  const [why, setWhy] = useState("");
  const history = plan.handle.tried.filter((t) => t.part_id === part.id);
  const enter = () => {
    setWhy("");
    let mm = 0;
    if (how !== "home") {
      if (!text.trim()) {
        setWhy("Say how far, such as 38 mm or 1 1/2.");
        return;
      }
      try {
        mm = readMeasure(text, unitOf(build.rule), "length");
      } catch (error) {
        setWhy((error as Error).message);
        return;
      }
    }
    edit(`tried ${nameOf(part)}`, (b) => {
      b.handle.dry_fits.push({
        id: "",
        part_id: part.id,
        short_mm: how === "past" ? -mm : mm,
        passes: placed.passes_made,
        bore_butt_mm: part.bore_butt_mm,
        bore_tip_mm: part.bore_tip_mm,
        mark_mm: placed.mark_mm,
        reckoned: placed.reckoned,
        note: "",
      });
    });
    setText("");
  };
  return (
    <section>
      <h2 className="mb-2">Try it on</h2>
      <div className="grid grid-cols-2 gap-2">
        <MeasureField
          path={`handle.parts.${part.id}.bore_butt_mm`}
          label="Bore at the butt face"
          kind="diameter"
          optional
          placeholder="not measured"
          mm={part.bore_butt_mm}
          keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).bore_butt_mm = mm)}
        />
        <MeasureField
          path={`handle.parts.${part.id}.bore_tip_mm`}
          label="Bore at the tip face"
          kind="diameter"
          optional
          placeholder="same"
          mm={part.bore_tip_mm}
          keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).bore_tip_mm = mm)}
        />
      </div>
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          enter();
        }}
      >
        <Choice
          label="Slid on, it"
          value={how}
          options={[
            { value: "short", label: "stopped short" },
            { value: "home", label: "came home" },
            { value: "past", label: "passed its mark" },
          ]}
          onChange={setHow}
        />
        {how !== "home" && (
          <div className="w-28">
            <label className="label block" htmlFor="tried-by">
              by
            </label>
            <input
              id="tried-by"
              className="field"
              value={text}
              autoComplete="off"
              placeholder={unitOf(build.rule) === "mm" ? "38 mm" : "1 1/2"}
              aria-invalid={why ? true : undefined}
              aria-describedby={why ? "tried-why" : undefined}
              onChange={(e) => setText(e.target.value)}
            />
          </div>
        )}
        <Button type="submit" look="tape">
          Enter the dry fit
        </Button>
      </form>
      {why && (
        <p id="tried-why" role="alert" className="mt-1 text-note text-ruin">
          {why}
        </p>
      )}
      {history.length > 0 && (
        <ol className="mt-3 grid gap-1" aria-label="Dry fits so far">
          {history.map((t) => (
            <li
              key={t.id}
              className={`flex items-baseline gap-2 border-b border-line/60 py-1 ${t.current ? "" : "text-soft"}`}
            >
              <span className="fig text-head">
                {Math.abs(t.short_mm) <= 1
                  ? "came home"
                  : `${length(Math.abs(t.short_mm), build.rule)} ${t.short_mm > 0 ? "short" : "past"}`}
              </span>
              <span className="label flex-1">
                {t.current
                  ? lesson(t, build.rule)
                  : t.read
                    ? "before the last cut or move; it still counts as evidence"
                    : "before the bore was measured anew"}
              </span>
              <IconButton
                name="Strike this dry fit"
                className="size-6"
                onClick={() => edit("strike a dry fit", (b) => takeOut(b.handle.dry_fits, t.id))}
              >
                <X size={13} />
              </IconButton>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

type Tried = ReturnType<typeof useShown>["plan"]["handle"]["tried"][number];

function lesson(t: Tried, rule: Parameters<typeof diameter>[1]): string {
  const r = t.read;
  if (!r) return "";
  const least = r.at_least ? "at least " : "";
  switch (r.lesson) {
    case "as_expected":
      return "as expected";
    case "home":
      return "at least the blank all along; how much wider, it does not say";
    case "hand_work":
      return `the hand work took ${least}${diameter(r.off_mm, rule)}`;
    case "noted":
      return "tells nothing of a bore that was not measured";
    case "bore":
      return `bore ${least}${diameter(Math.abs(r.bore_off_mm), rule)} ${r.bore_off_mm > 0 ? "wider" : "tighter"} than was thought`;
    case "blank":
      return `blank ${least}${diameter(Math.abs(r.blank_off_mm), rule)} ${r.blank_off_mm > 0 ? "thicker" : "thinner"} than measured`;
    case "bore_found":
      return "the bore is read off the blank";
    case "high_spot":
      return `a high spot inside, ${diameter(Math.abs(r.off_mm), rule)}`;
    case "unexplained":
      return "no bore near the one measured explains it";
  }
}
