import { Link } from "wouter";

import { JobNav } from "../JobNav";
import type { StageProps } from "../stage";
import { DecideJob } from "./DecideJob";
import { DropsJob } from "./DropsJob";
import { SPINE_JOBS, spineJobOf } from "./jobs";
import type { SpineJob } from "./jobs";
import { MarksJob } from "./MarksJob";
import { RollJob } from "./RollJob";

const VIEWS: Record<SpineJob, () => React.ReactNode> = {
  roll: RollJob,
  drops: DropsJob,
  decide: DecideJob,
  marks: MarksJob,
};

/** Read the spine, believe it or not, use it. */
export function SpineStage({ selected, job }: StageProps) {
  const here = spineJobOf(job);
  const View = VIEWS[here];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <div className="flex items-baseline justify-between">
        <JobNav stage="spine" jobs={SPINE_JOBS} here={here} selected={selected} />
        <Link href="/trainer" className="text-small text-soft underline hover:text-ink">
          Practise on a made-up blank
        </Link>
      </div>
      <View />
    </div>
  );
}
