import type { LogEntry, Rule } from "../api/types";
import { hours, length } from "../ui/measure";
import { SYMPTOM_WORDS } from "../words/shapes";

/** What kinds of line there are, as a builder asks for them. */
export const SORTS: { value: string; label: string; kinds: string }[] = [
  { value: "all", label: "everything", kinds: "" },
  { value: "done", label: "done", kinds: "step,coat,area_coat,built,stage,skipped" },
  {
    value: "measured",
    label: "measured",
    kinds: "dry_fit,ream,weighed,test_load_g,test_row,air,timed,gauged,sighted,witness",
  },
  { value: "notes", label: "notes", kinds: "note,field_note,answer,follow_up,defect,paid" },
  { value: "pictures", label: "pictures", kinds: "picture" },
  { value: "minutes", label: "minutes", kinds: "worked,clock" },
];

const stepWords = (id: string, names: Record<string, string>): string =>
  names[id] ?? id.replace(/^([a-z_]+):.*/, "$1").replace(/_/g, " ");

/** One line of the logbook in words: what it is about, and what it says. */
export function said(
  e: LogEntry,
  names: Record<string, string>,
  rule: Rule,
): { what: string; says: string } {
  if (e.step) return { what: "done", says: stepWords(e.step, names) };
  if (e.stage) return { what: "stage done", says: e.stage };
  if (e.coat)
    return {
      what: "coat mixed",
      says: `at ${e.coat.temperature_c} °C${e.coat.dryer ? `, ${e.coat.dryer}` : ""}`,
    };
  if (e.built)
    return {
      what: "guide built",
      says: `${length(e.built.at.distance_mm, rule)} from the ${e.built.at.datum.replace(/_/g, " ")}`,
    };
  if (e.ream) return { what: "pass made", says: `${e.ream.tool}, ${e.ream.from_face} face` };
  if (e.dry_fit) return { what: "tried on", says: fitWords(e.dry_fit.short_mm, rule) };
  if (e.skipped)
    return { what: "left out", says: `${stepWords(e.skipped.id ?? "", names)}: ${e.skipped.why}` };
  if (e.worked)
    return {
      what: "minutes",
      says: `${stepWords(e.worked.id ?? "", names)}: ${e.worked.minutes} min`,
    };
  if (e.note) return { what: e.note.wrong ? "went wrong" : "note", says: e.note.words };
  if (e.picture)
    return { what: "picture", says: e.picture.words || stepWords(e.picture.of ?? "", names) };
  if (e.weighed)
    return {
      what: "weighed",
      says: `${e.weighed.id === "rod" ? "the rod" : e.weighed.id}: ${e.weighed.mass_g} g`,
    };
  if (e.air)
    return {
      what: "air",
      says: `${e.air.temperature_c} °C${e.air.humidity_percent ? `, ${e.air.humidity_percent} % damp` : ""}${e.air.source ? `, ${e.air.source}` : ""}`,
    };
  if (e.timed)
    return {
      what: "timed",
      says: `${e.timed.product}, ${e.timed.what}: ${e.timed.minutes} min at ${e.timed.temperature_c} °C`,
    };
  if (e.gauged) return { what: "gauged", says: gaugedWords(e.gauged, rule) };
  if (e.clock)
    return {
      what: e.clock.stopped_at ? "clock stopped" : "clock started",
      says: `${e.clock.what}, ${Math.round(e.clock.minutes)} min`,
    };
  if (e.follow_up)
    return { what: "to be asked", says: `${e.follow_up.ask} (${e.follow_up.due_on})` };
  if (e.answer)
    return {
      what: "answer",
      says: e.answer.words || (e.answer.held === false ? "it did not hold" : "it held"),
    };
  if (e.paid)
    return { what: "paid", says: [e.paid.amount, e.paid.words].filter(Boolean).join(", ") };
  if (e.field_note)
    return {
      what: "on the water",
      says: [
        e.field_note.where,
        e.field_note.words,
        e.field_note.could_not && `could not: ${e.field_note.could_not}`,
      ]
        .filter(Boolean)
        .join(". "),
    };
  if (e.test_load_g) return { what: "static test", says: `${e.test_load_g} g` };
  if (e.test_row)
    return {
      what: "static test",
      says: e.test_row.touches ? "touches" : e.test_row.lifts ? "lifts" : "clear",
    };
  if (e.area_coat)
    return {
      what: "coat on",
      says: `coat ${e.area_coat.number} of an area of its own, at ${e.area_coat.temperature_c} °C`,
    };
  if (e.defect) {
    const seen = SYMPTOM_WORDS[e.defect.symptom];
    const on = e.defect.words ? `, ${e.defect.words}` : "";
    return {
      what: e.defect.cleared ? "cut back" : "coat went wrong",
      says: `${seen} in coat ${e.defect.coat}${on}`,
    };
  }
  if (e.witness)
    return {
      what: "blob looked at",
      says: `${e.witness.product}: ${SEEN[e.witness.seen]}, ${hours(e.witness.minutes)} after mixing at ${e.witness.temperature_c} °C`,
    };
  if (e.sighted) return { what: "looked along", says: sightedWords(e.sighted, rule) };
  return { what: "", says: "" };
}

const fitWords = (short_mm: number, rule: Rule): string => {
  if (Math.abs(short_mm) < 1) return "came home";
  return short_mm > 0
    ? `stops ${length(short_mm, rule)} short`
    : `goes ${length(-short_mm, rule)} past`;
};

const SEEN: Record<NonNullable<LogEntry["witness"]>["seen"], string> = {
  runs: "it runs",
  strings: "it pulls strings",
  tacky: "it is tacky",
  set: "it is set",
  hard: "it is hard",
};

const sightedWords = (s: NonNullable<LogEntry["sighted"]>, rule: Rule): string => {
  const [off, by] =
    s.angle_deg == null
      ? [s.offset_mm ?? 0, length(Math.abs(s.offset_mm ?? 0), rule)]
      : [s.angle_deg, `${Math.abs(s.angle_deg).toFixed(1)}°`];
  const stands = off === 0 ? "in line" : `${by} to the ${off > 0 ? "right" : "left"}`;
  return `${s.id ?? "a ring"}: ${stands}${s.accepted ? `, stays so: ${s.accepted}` : ""}`;
};

type Gauged = NonNullable<LogEntry["gauged"]>;

const gaugedWords = (g: Gauged, rule: Rule): string => {
  const about = g.about ?? "";
  switch (g.what) {
    case "tape":
      return `${about} tape: ${length(g.said, rule)} thicker`;
    case "thread":
      return `${about} thread: ${g.base} turns cover ${length(g.said, rule)}`;
    case "squeeze_out":
    case "coat":
      return `${about}: ${g.said} of ${g.mixed} mL left over`;
    case "sighting":
      return g.said ? `off by ${g.said}° at the second look` : "right at the second look";
    case "series":
      return `${about}: measures ${g.said} N, its label stands for ${g.base} N`;
  }
};
