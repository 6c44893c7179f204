import { Link } from "wouter";

import { useBuild, useShown } from "../../build/store";
import type { StageProps } from "../stage";
import { ArborJob } from "./ArborJob";
import { BalanceJob } from "./BalanceJob";
import { BoresJob } from "./BoresJob";
import { GlueUpJob } from "./GlueUpJob";
import { JOBS, jobOf } from "./jobs";
import type { Job } from "./jobs";
import { OrderJob } from "./OrderJob";
import { Section } from "./Section";
import { SizesJob } from "./SizesJob";
import { StackJob } from "./StackJob";
import { TurningJob } from "./TurningJob";

const VIEWS: Record<Job, (props: StageProps) => React.ReactNode> = {
  stack: StackJob,
  bores: BoresJob,
  arbor: ArborJob,
  sizes: SizesJob,
  order: OrderJob,
  "glue-up": GlueUpJob,
  turning: TurningJob,
  balance: BalanceJob,
};
const WITH_SECTION: Job[] = ["stack", "arbor"];

/** Everything done to the handle, one bench job at a time, the sawn-open handle over it. */
export function HandleStage({ selected, onSelect, job }: StageProps) {
  const { build } = useShown();
  const id = useBuild((s) => s.id);
  const here = jobOf(job);
  const View = VIEWS[here];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <nav aria-label="Jobs on the handle" className="-mt-1 flex flex-wrap gap-x-5 gap-y-1">
        {JOBS.map(({ job: j, word, says }) => (
          <Link
            key={j}
            href={`/build/${id}/handle/${j}${selected ? `?at=${selected}` : ""}`}
            aria-current={j === here ? "page" : undefined}
            title={says}
            className={`min-h-7 border-b-2 text-[15px] ${
              j === here
                ? "border-pencil font-semibold text-ink"
                : "border-transparent text-soft hover:text-ink"
            }`}
          >
            {word}
          </Link>
        ))}
      </nav>
      {WITH_SECTION.includes(here) && <Section selected={selected} onSelect={onSelect} />}
      {here !== "stack" && build.handle.parts.length === 0 ? (
        <p className="py-6 text-soft">
          The handle is empty: list its parts under <em>Stack</em>, from the butt up.
        </p>
      ) : (
        <View selected={selected} onSelect={onSelect} />
      )}
    </div>
  );
}
