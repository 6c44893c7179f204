import type { components } from "./schema";

type S = components["schemas"];
export type Build = S["Build"];
export type Plan = S["Plan"];
export type BuildState = S["BuildState"];
export type RackRod = S["RackRod"];
export type Finding = S["Finding"];
export type Problem = S["Problem"];
export type Part = S["Part"];
export type PartPlaced = S["PartPlaced"];
export type PartKind = Part["kind"];
export type Guide = S["Guide"];
export type GuidePlaced = S["GuidePlaced"];
export type TaperPoint = S["TaperPoint"];
export type Rule = Build["rule"];
export type Datum = S["StatedAt"]["datum"];
export type Revision = S["Revision"];
export type StageStanding = S["StageStanding"];
export type StageName = StageStanding["stage"];
export type WrapLaid = S["WrapLaid"];
export type NewBuild = S["NewBuild"];
export type CoatPlan = S["CoatPlan"];
export type ZoneReading = S["ZoneReading"];

export const STAGES: StageName[] = ["blank", "spine", "handle", "guides", "finish"];
