import type { StageProps } from "../stage";
import { DecorationJob } from "./DecorationJob";
import { LabelsJob } from "./LabelsJob";
import { LineUpJob } from "./LineUpJob";
import { wrapsJobOf } from "./jobs";
import { WrapsJob } from "./WrapsJob";

const VIEWS = {
  wraps: WrapsJob,
  decoration: DecorationJob,
  "line-up": LineUpJob,
  labels: LabelsJob,
};

/** Thread, figures, line and letters. */
export function WrapsStage(props: StageProps) {
  const View = VIEWS[wrapsJobOf(props.job)];
  return <View {...props} />;
}
