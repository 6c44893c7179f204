import { ChevronDown, ChevronUp } from "lucide-react";
import { useCallback, useEffect, useState } from "react";

import type { StageName } from "../api/types";
import { useShown } from "../rod/store";
import { typing } from "../shell/ui";
import { jobIn } from "../stages/jobs";
import { IconButton } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { EmptyMat } from "./EmptyMat";
import { LensView } from "./LensView";
import { useMatSlot } from "./OnMat";
import { Overview } from "./Overview";
import { handleLens, heldWrap, isWhole, useWidth, wholeRod, wrapsLens } from "./scale";
import type { Lens } from "./scale";

export interface MatProps {
  stage: StageName;
  job: string | undefined;
  selected: string | null;
  onSelect: (what: string | null) => void;
}

/** The mat with the rod on it, in the form of the job; where the job is a list it folds to a strip. */
export function Mat({ stage, job, selected, onSelect }: MatProps) {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const [window_, setWindow] = useState<{ stage: StageName; lens: Lens | null }>({
    stage,
    lens: null,
  });
  const own = window_.stage === stage ? window_.lens : null;
  const near = (stage === "finish" && job !== "defects") || (stage === "wraps" && job !== "labels");
  const usual = stage === "handle" ? handleLens : wholeRod;
  const lens = own ?? (near ? wrapsLens(plan, heldWrap(selected)) : usual(plan));
  const setLens = (next: Lens | null) => setWindow({ stage, lens: next });
  const { taken, put } = useMatSlot();
  const [folded, fold] = useFolded(stage, job);
  const empty = plan.blank.length_mm === null;
  const whole = wholeRod(plan);
  const everything = isWhole(lens, whole);
  return (
    <section
      aria-label="The mat"
      className="relative shrink-0 bg-mat-deep text-mat-ink"
      ref={ref}
      data-folded={folded || undefined}
    >
      {folded && !empty && <Overview lens={whole} setLens={setLens} width={width} high={40} />}
      {folded && empty && (
        <p className="flex h-10 items-center px-5 text-small">The mat is clear.</p>
      )}
      <div hidden={folded}>
        {empty ? (
          <EmptyMat />
        ) : (
          taken === 0 && (
            <>
              {!everything && <Overview lens={lens} setLens={setLens} width={width} />}
              <LensView {...{ stage, job, selected, onSelect, lens, setLens, width }} />
            </>
          )
        )}
        <div ref={put} hidden={empty} />
      </div>
      {!empty && (
        <IconButton
          name={folded ? "Unfold the mat (M)" : "Fold the mat (M)"}
          className="absolute right-1 bottom-1 z-10 text-mat-ink"
          aria-expanded={!folded}
          onClick={fold}
        >
          {folded ? <ChevronDown size={18} /> : <ChevronUp size={18} />}
        </IconButton>
      )}
    </section>
  );
}

/** Whether the mat is folded in this job, which is remembered, and how to fold it otherwise. */
function useFolded(stage: StageName, job: string | undefined): [boolean, () => void] {
  const one = jobIn(stage, job);
  const key = `${stage}/${one.job}`;
  const { folded, set } = useSettings();
  const now = folded[key] ?? one.folds ?? false;
  const fold = useCallback(
    () => set({ folded: { ...useSettings.getState().folded, [key]: !now } }),
    [key, now, set],
  );
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== "m" || e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return;
      fold();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [fold]);
  return [now, fold];
}
