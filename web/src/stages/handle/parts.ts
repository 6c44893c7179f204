import type { Part, PartKind } from "../../api/types";
import { FRESH_PARTS, PART_WORDS } from "../../words/shapes";

export const KINDS = Object.keys(PART_WORDS) as PartKind[];

/** A part as it comes out of the drawer: plausible sizes to type over. */
export const newPart = (kind: PartKind, id: string): Part => ({
  ...structuredClone(FRESH_PARTS[kind]),
  id,
});

export const nameOf = (part: Part): string => part.name || PART_WORDS[part.kind];
