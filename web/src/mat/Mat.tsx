import { useState } from "react";

import type { StageName } from "../api/types";
import { useShown } from "../rod/store";
import { EmptyMat } from "./EmptyMat";
import { LensView } from "./LensView";
import { Overview } from "./Overview";
import { handleLens, useWidth, wholeRod } from "./scale";
import type { Lens } from "./scale";

export interface MatProps {
  stage: StageName;
  selected: string | null;
  onSelect: (what: string | null) => void;
}

/** The mat with the rod on it: the same rod in every stage, that stage's layer strong. */
export function Mat({ stage, selected, onSelect }: MatProps) {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const [window_, setWindow] = useState<{ stage: StageName; lens: Lens | null }>({
    stage,
    lens: null,
  });
  const own = window_.stage === stage ? window_.lens : null;
  const lens = own ?? (stage === "handle" ? handleLens(plan) : wholeRod(plan));
  const setLens = (next: Lens | null) => setWindow({ stage, lens: next });
  return (
    <section aria-label="The mat" className="bg-mat-deep text-mat-ink" ref={ref}>
      {plan.blank.length_mm === null ? (
        <EmptyMat />
      ) : (
        <>
          <Overview lens={lens} setLens={setLens} width={width} />
          <LensView {...{ stage, selected, onSelect, lens, setLens, width }} />
        </>
      )}
    </section>
  );
}
