import type { Build } from "../api/types";
import { ONE_VALUE } from "../words/shapes";

/* Small named changes addressed by the ids of rows: the same meaning as core/document/changes.py, held
   to it by tests/changes.json. */

export interface Op {
  act: "set" | "add" | "remove" | "move";
  at: string[];
  to?: unknown;
  before?: string | null;
}

export interface Change {
  id: string;
  what: string;
  seen: number;
  when: string;
  ops: Op[];
}

type Json = unknown;
type Dict = Record<string, Json>;
const MISSING = Symbol("missing");

/** The place an op names is not in the document. */
export class Nowhere extends Error {
  constructor(readonly place: string[]) {
    super(place.join("."));
  }
}

const isDict = (v: Json): v is Dict => typeof v === "object" && v !== null && !Array.isArray(v);

/** A row's id; a word is its own. */
export const rowId = (row: Json): string =>
  typeof row === "string" ? row : isDict(row) && typeof row.id === "string" ? row.id : "";

/** A document with the ops done to it; the one given is left as it was. Throws Nowhere. */
export function applied<T>(document: T, ops: Op[]): T {
  return ops.reduce((here, op) => apply(here, op, []) as T, document);
}

function apply(here: Json, op: Op, walked: string[]): Json {
  const [name, ...rest] = op.at.slice(walked.length);
  if (op.act === "add" && name === undefined) {
    if (!Array.isArray(here)) throw new Nowhere(walked);
    return here.some((r) => rowId(r) === rowId(op.to)) ? here : put(here, op.to, op.before);
  }
  if (name === undefined) throw new Nowhere(walked);
  const last = rest.length === 0;
  if (Array.isArray(here)) {
    const index = here.findIndex((r) => rowId(r) === name);
    if (last && (op.act === "remove" || op.act === "move")) {
      if (index < 0) return here;
      const others = here.filter((_, i) => i !== index);
      return op.act === "remove" ? others : put(others, here[index], op.before);
    }
    if (index < 0) throw new Nowhere([...walked, name]);
    const row = last && op.act === "set" ? op.to : apply(here[index], op, [...walked, name]);
    return here.map((r, i) => (i === index ? row : r));
  }
  if (!isDict(here) || !(name in here)) throw new Nowhere([...walked, name]);
  if (last && op.act === "set") return { ...here, [name]: op.to };
  if (last && (op.act === "remove" || op.act === "move")) throw new Nowhere([...walked, name]);
  return { ...here, [name]: apply(here[name], op, [...walked, name]) };
}

function put(rows: Json[], row: Json, before?: string | null): Json[] {
  const at = before ? rows.findIndex((r) => rowId(r) === before) : -1;
  return at < 0 ? [...rows, row] : [...rows.slice(0, at), row, ...rows.slice(at)];
}

/** What stands at a place; undefined when it is not there. */
export function valueAt(document: Json, place: string[]): Json {
  let here: Json = document;
  for (const name of place) {
    if (Array.isArray(here)) here = here.find((r) => rowId(r) === name) ?? MISSING;
    else here = isDict(here) && name in here ? here[name] : MISSING;
    if (here === MISSING) return undefined;
  }
  return here;
}

/** The ops that lead from one document to another, as small as they can be named. */
export function opsBetween(before: Json, after: Json, at: string[] = []): Op[] {
  if (same(before, after)) return [];
  if (isDict(before) && isDict(after) && !whole(at) && sameNames(before, after)) {
    return Object.keys(after).flatMap((name) =>
      opsBetween(before[name], after[name], [...at, name]),
    );
  }
  if (Array.isArray(before) && Array.isArray(after) && rows(before) && rows(after)) {
    return rowOps(before, after, at);
  }
  return [{ act: "set", at, to: after }];
}

function rowOps(before: Json[], after: Json[], at: string[]): Op[] {
  const ops: Op[] = [];
  const kept = new Map(before.map((r) => [rowId(r), r]));
  const wanted = new Set(after.map(rowId));
  let order = before.map(rowId).filter((id) => wanted.has(id));
  for (const r of before) {
    if (!wanted.has(rowId(r))) ops.push({ act: "remove", at: [...at, rowId(r)] });
  }
  /* From the end, so that the row each one goes ahead of is in its place already. */
  for (let i = after.length - 1; i >= 0; i--) {
    const row = after[i];
    const id = rowId(row);
    const next = i + 1 < after.length ? rowId(after[i + 1]) : null;
    const old = kept.get(id);
    if (old === undefined) {
      ops.push({ act: "add", at, to: row, before: next });
      order = insert(order, id, next);
      continue;
    }
    const stands = order[order.indexOf(id) + 1] ?? null;
    if (stands !== next) {
      ops.push({ act: "move", at: [...at, id], before: next });
      order = insert(
        order.filter((o) => o !== id),
        id,
        next,
      );
    }
    ops.push(...opsBetween(old, row, [...at, id]));
  }
  return ops;
}

function insert(order: string[], id: string, before: string | null): string[] {
  const at = before === null ? -1 : order.indexOf(before);
  return at < 0 ? [...order, id] : [...order.slice(0, at), id, ...order.slice(at)];
}

/** An object that gains or loses a name is set as a whole: there is no place to name yet. */
const sameNames = (a: Dict, b: Dict) =>
  Object.keys(a).length === Object.keys(b).length && Object.keys(a).every((name) => name in b);
const rows = (items: Json[]) => items.every((r) => rowId(r) !== "");
const whole = (at: string[]) => ONE_VALUE.has(at.at(-1) ?? "");

function same(a: Json, b: Json): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((v, i) => same(v, b[i]));
  }
  if (isDict(a) && isDict(b)) {
    const keys = Object.keys(a);
    return keys.length === Object.keys(b).length && keys.every((k) => k in b && same(a[k], b[k]));
  }
  return false;
}

/** The rod with changes laid over it; one whose place has gone is left out until the server has said. */
export function overlaid(build: Build, changes: Change[]): Build {
  return changes.reduce((here, change) => {
    try {
      return applied(here, change.ops);
    } catch (error) {
      if (error instanceof Nowhere) return here;
      throw error;
    }
  }, build);
}

/** An id nobody else makes up. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}

/** A row's own id, short enough to read in a link. */
export const freshRowId = (): string => `n${freshId().slice(0, 9)}`;

/** The document with an id for every row that was added with an empty one. */
export function withRowIds<T>(value: T): T {
  if (Array.isArray(value)) return value.map((row: Json) => withRowIds(row)) as T;
  if (!isDict(value)) return value;
  const inner = Object.fromEntries(Object.entries(value).map(([k, v]) => [k, withRowIds(v)]));
  return (value.id === "" ? { ...inner, id: freshRowId() } : inner) as T;
}
