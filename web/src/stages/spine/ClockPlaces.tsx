import { useState } from "react";

import { freshRowId } from "../../rod/changes";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { NumberField, WordsField } from "../../ui/Field";
import { CLOCK_PLACES, ZERO_WORDS } from "../../words/shapes";

const ANOTHER = "something else";

/** What lies at nought, and whatever else has its own place round the rod. */
export function ClockPlaces() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { places, zero } = build.spine;
  const [next, setNext] = useState(ANOTHER);
  const free = Object.keys(CLOCK_PLACES).filter((name) => !places.some((p) => p.name === name));
  const add = () => {
    edit("a place round the rod", (b) => {
      const name = next === ANOTHER ? "its own place" : next;
      const from_guides_deg = CLOCK_PLACES[next] ?? 180;
      b.spine.places.push({ id: freshRowId(), name, from_guides_deg });
    });
    setNext(ANOTHER);
  };
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-2">
        <Term says="Clock angles run clockwise, seen from the butt. What is glued on already can be nought: then the rest is lined up to it.">
          Nought, and other places round the rod
        </Term>
      </h2>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
        <Pick
          label="At nought lies"
          value={zero}
          options={Object.entries(ZERO_WORDS).map(([value, label]) => ({
            value: value as typeof zero,
            label,
          }))}
          onChange={(v) => edit("what lies at nought", (b) => void (b.spine.zero = v))}
        />
        {plan.spine.fixed && (
          <p className="max-w-md text-small text-soft">
            Guides and reel follow {plan.spine.zero}; the spine is told, not asked.
          </p>
        )}
      </div>
      <ul className="mt-3 grid gap-2">
        {places.map((p) => (
          <li key={p.id} className="flex flex-wrap items-end gap-3">
            <WordsField
              path={`spine.places.${p.id}.name`}
              label="Place"
              value={p.name}
              className="w-52"
              keep={(v) => (b) => void (rowOf(b.spine.places, p.id).name = v)}
            />
            <NumberField
              path={`spine.places.${p.id}.from_guides_deg`}
              label="Clockwise from the guides"
              suffix="°"
              digits={1}
              className="w-44"
              value={p.from_guides_deg}
              keep={(v) => (b) => void (rowOf(b.spine.places, p.id).from_guides_deg = v ?? 0)}
            />
            <Button
              look="quiet"
              onClick={() => edit(`no ${p.name}`, (b) => void takeOut(b.spine.places, p.id))}
            >
              take out
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Pick
          label="Line up too"
          value={next}
          options={[...free, ANOTHER].map((name) => ({ value: name, label: name }))}
          onChange={setNext}
        />
        <Button onClick={add}>Add it</Button>
      </div>
    </section>
  );
}
