import { useShown } from "../../rod/store";
import type { StageProps } from "../stage";
import { ArborJob } from "./ArborJob";
import { BalanceJob } from "./BalanceJob";
import { BoresJob } from "./BoresJob";
import { GlueUpJob } from "./GlueUpJob";
import { jobOf } from "./jobs";
import type { Job } from "./jobs";
import { OrderJob } from "./OrderJob";
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
/** Everything done to the handle, one bench job at a time. */
export function HandleStage({ selected, onSelect, job }: StageProps) {
  const { build } = useShown();
  const here = jobOf(job);
  const View = VIEWS[here];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
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
