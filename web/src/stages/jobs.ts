import type { StageName } from "../api/types";
import { BLANK_JOBS } from "./blank/jobs";
import { FINISH_JOBS } from "./finish/jobs";
import { GUIDES_JOBS } from "./guides/jobs";
import { JOBS as HANDLE_JOBS } from "./handle/jobs";
import type { JobWords } from "./JobNav";
import { SPINE_JOBS } from "./spine/jobs";
import { WRAPS_JOBS } from "./wraps/jobs";

/** Every job of every stage, in the order they are done. */
export const JOBS_OF: Record<StageName, JobWords<string>[]> = {
  blank: BLANK_JOBS,
  spine: SPINE_JOBS,
  handle: HANDLE_JOBS,
  guides: GUIDES_JOBS,
  wraps: WRAPS_JOBS,
  finish: FINISH_JOBS,
};

/** The job an address means; the first of its stage where it names none. */
export const jobIn = (stage: StageName, job: string | undefined): JobWords<string> =>
  JOBS_OF[stage].find((j) => j.job === job) ?? JOBS_OF[stage][0]!;

/** Which jobs a conclusion is about, by what it is called; the first that fits. Where none does it is about all. */
const ABOUT: [code: RegExp, jobs: string[]][] = [
  [/^repair-/, ["mend"]],
  [/^brief-/, ["purpose", "choose"]],
  [/^blank-(static|power|action|straight|label)/, ["bend"]],
  [/^blank-/, ["taper"]],
  [/^spine-(no-trials|more-trials|odd-rest|two-lines|sure|sections|no-line)/, ["roll", "decide"]],
  [/^spine-(drift|few|flat|mixed|twist)/, ["drops"]],
  [/^spine-(decision|fixed|ignored|no-own|roll)/, ["decide", "marks"]],
  [/^(arbor|seat)-/, ["arbor", "stack"]],
  [
    /^(ream|fit)-|^handle-(bore|close|fits|high|loose|no-wall|press|ream|recess|swell|thin)/,
    ["bores", "stack"],
  ],
  [/^turning-/, ["turning"]],
  [/^order-/, ["order"]],
  [/^glue-/, ["glue-up"]],
  [/^work-weight/, ["balance"]],
  [/^(handle|ferrule)-/, ["stack"]],
  [/^guides-(test)/, ["test", "train"]],
  [/^guides-line/, ["bend", "train"]],
  [/^guides-(reel|stripper)/, ["reel-side", "train"]],
  [/^guides-/, ["train"]],
  [/^label-/, ["labels"]],
  [/^line-up-/, ["line-up"]],
  [/^wrap-figure/, ["decoration"]],
  [/^(wrap|spool)-/, ["wraps"]],
  [/^finish-(defect|nicked)/, ["defects", "coats"]],
  [/^finish-(ratio|least-mix|cup)/, ["mix", "coats"]],
  [/^finish-(area|uv-|many-thick|label)/, ["areas", "coats"]],
  [/^finish-witness/, ["product", "coats"]],
  [/^finish-/, ["coats"]],
];

/** Whether a conclusion is about a job. */
export const isAbout = (code: string, job: string): boolean =>
  ABOUT.find(([pattern]) => pattern.test(code))?.[1].includes(job) ?? true;

const FIELDS: [prefix: string, job: string][] = [
  ["blank.static", "bend"],
  ["brief.", "purpose"],
  ["repairs", "mend"],
  ["spine.drops", "drops"],
  ["spine.weight", "drops"],
  ["spine.clamp", "drops"],
  ["spine.trials", "roll"],
  ["spine.", "decide"],
  ["handle.dry_fits", "bores"],
  ["handle.tools", "bores"],
  ["handle.passes", "bores"],
  ["handle.arbors", "arbor"],
  ["handle.candidates", "sizes"],
  ["handle.stock", "turning"],
  ["handle.adhesives", "glue-up"],
  ["handle.glue", "glue-up"],
  ["guides.reel.", "reel-side"],
  ["guides.bend", "bend"],
  ["guides.static_test", "test"],
  ["wraps.decoration", "decoration"],
  ["wraps.labels", "labels"],
  ["wraps.line_up", "line-up"],
  ["wraps.", "wraps"],
  ["finish.product.density", "mix"],
  ["finish.product", "product"],
  ["finish.defects", "defects"],
  ["finish.mix_ml", "mix"],
  ["finish.cup_ml", "mix"],
  ["finish.areas", "areas"],
  ["finish.under", "areas"],
  ["finish.preserver", "areas"],
  ["finish.coats", "areas"],
  ["finish.syringe", "mix"],
  ["finish.measure_by", "mix"],
];

/** The job a document field is changed in; none where any job of its stage will do. */
export const jobOfField = (field: string | null | undefined): string | undefined =>
  FIELDS.find(([prefix]) => field?.startsWith(prefix))?.[1];

/** Where a field of a rod is changed. */
export const whereIs = (id: string, stage: StageName, field: string | null | undefined): string => {
  const job = jobOfField(field);
  const inStage = job && JOBS_OF[stage].some((j) => j.job === job) ? `/${job}` : "";
  return `/build/${id}/${stage}${inStage}${field ? `?at=${field}` : ""}`;
};
