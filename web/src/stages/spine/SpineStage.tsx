import { Link } from "wouter";

import type { StageProps } from "../stage";
import { DecideJob } from "./DecideJob";
import { DropsJob } from "./DropsJob";
import { spineJobOf } from "./jobs";
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
export function SpineStage({ job }: StageProps) {
  const here = spineJobOf(job);
  const View = VIEWS[here];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <View />
      <Link
        href="/trainer"
        className="min-h-8 content-center justify-self-start text-small text-soft underline hover:text-ink"
      >
        Practise on a made-up blank
      </Link>
    </div>
  );
}
