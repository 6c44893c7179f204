import { useState } from "react";

import type { Plan } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { EndOn } from "./EndOn";

type Outcome = Plan["spine"]["schools"][number];

/** The schools side by side on this very blank, seen from the butt; the cost of each is the choice itself. */
export function SchoolsOnMat({ schools }: { schools: Outcome[] }) {
  const { plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [letGo, setLetGo] = useState<string | null>(null);
  return (
    <ul
      aria-label="The schools, seen from the butt"
      className="grid grid-cols-[repeat(auto-fit,minmax(13rem,1fr))] gap-x-2 bg-mat px-3 py-2"
    >
      {schools.map((s) => {
        const rolls =
          s.rolls_deg === null
            ? "how far it rolls is not known"
            : s.holds
              ? "let go, it stays"
              : `let go, it rolls ${Math.abs(Math.round(s.rolls_deg))}°`;
        return (
          <li key={s.school}>
            <button
              type="button"
              aria-pressed={s.taken}
              className={`grid w-full grid-cols-[7.5rem_minmax(0,1fr)] items-center gap-2 rounded p-1.5 text-left text-mat-ink ${
                s.taken
                  ? "shadow-[inset_0_0_0_3px_var(--tape)]"
                  : "hover:shadow-[inset_0_0_0_2px_var(--mat-rule-strong)]"
              }`}
              onClick={() => edit("spine school", (b) => void (b.spine.school = s.school))}
              onPointerEnter={() => setLetGo(s.school)}
              onPointerLeave={() => setLetGo(null)}
              onFocus={() => setLetGo(s.school)}
              onBlur={() => setLetGo(null)}
            >
              <span className="aspect-square">
                <EndOn
                  guidesDeg={s.guides_deg}
                  lineDeg={plan.spine.line_deg}
                  rollsDeg={s.rolls_deg}
                  letGo={letGo === s.school}
                  says={`${s.words}: guides at ${Math.round(s.guides_deg)}°, ${rolls}`}
                />
              </span>
              <span className="text-small leading-snug">
                <span className="block font-semibold">{s.words}</span>
                <span className="fig block text-answer">{Math.round(s.guides_deg)}°</span>
                <span className="block">{rolls}</span>
                <span className="block opacity-85">{s.costs}</span>
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
