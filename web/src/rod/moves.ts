import type { Build, Datum, Guide, GuidePlaced, Plan } from "../api/types";
import type { OfKind } from "../shelf/useShelf";
import { FRESH_GUIDES, USUAL_REEL_MM } from "../words/shapes";
import { freshRowId } from "./changes";
import type { Recipe } from "./store";

/* What dragging and nudging on the mat does to the document. */

const snap = (mm: number, step: number) => Math.round(mm / step) * step;

const fromTheTip = (datum: Datum) => datum === "tip_top_ring" || datum === "bare_tip";

/** Where a ring went, as it was measured from the tip-top ring; kept from the butt end as the blank
 * arrived, so that no other tip-top, reel or trim moves it. */
export function builtAt(build: Build, plan: Plan, fromTipRing: number): StatedAt | null {
  const ring = plan.guides.tip_top_ring_mm;
  if (ring === null) return { datum: "tip_top_ring", distance_mm: fromTipRing };
  return { datum: "butt", distance_mm: ring - fromTipRing + build.blank.trim_butt_mm };
}

/** Move a guide along the blank; it keeps the datum it was stated from, or is stated from the tip-top. */
export function moveGuide(placed: GuidePlaced, towardTipMm: number, step: number): Recipe {
  return (build) => {
    const guide = build.guides.train.find((g) => g.id === placed.id);
    if (!guide) return;
    if (guide.built) {
      const back = fromTheTip(guide.built.datum) ? -1 : 1;
      guide.built.distance_mm = Math.max(0, guide.built.distance_mm + back * towardTipMm);
    } else if (guide.at) {
      const moved = guide.at.distance_mm + (fromTheTip(guide.at.datum) ? -1 : 1) * towardTipMm;
      guide.at.distance_mm = Math.max(0, snap(moved, step));
    } else if (placed.pencil_from_tip_ring_mm !== null) {
      const distance = Math.max(0, snap(placed.pencil_from_tip_ring_mm - towardTipMm, step));
      guide.at = { datum: "tip_top_ring", distance_mm: distance };
    }
  };
}

export function freeGuide(id: string): Recipe {
  return (build) => {
    const guide = build.guides.train.find((g) => g.id === id);
    if (guide) guide.at = null;
  };
}

/** Slide a part, and everything ahead of it, along the blank. */
export function movePart(id: string, towardTipMm: number, step: number): Recipe {
  return (build) => {
    const part = build.handle.parts.find((p) => p.id === id);
    if (part) part.gap_before_mm = Math.max(0, snap(part.gap_before_mm + towardTipMm, step));
  };
}

export const guideName = (build: Build, id: string): string =>
  `guide ${build.guides.train.findIndex((g) => g.id === id) + 1}`;

/** What a guide of about that ring usually stands on; the drawer's own numbers. */
const usual = (ring: number): Guide =>
  Object.values(FRESH_GUIDES).reduce((best, g) =>
    Math.abs(g.ring_mm - ring) < Math.abs(best.ring_mm - ring) ? g : best,
  );

type StatedAt = NonNullable<Guide["built"]>;

/** Another ring: what nobody had measured of its frame follows it. */
export function changeRing(guide: Guide, ring: number, assumed: readonly string[]): void {
  const fresh = usual(ring);
  const stillAssumed = (name: string) => assumed.includes(`guides.train.${guide.id}.${name}`);
  guide.ring_mm = ring;
  if (stillAssumed("height_mm")) guide.height_mm = fresh.height_mm;
  if (!stillAssumed("foot_butt_mm")) return;
  guide.feet = fresh.feet;
  guide.foot_butt_mm = fresh.foot_butt_mm;
  guide.foot_tip_mm = fresh.foot_tip_mm;
}

/** Put the layout by under a name, free guides as free; the oldest goes when there are too many. */
export function keepLayout(build: Build, name: string): void {
  const places = Object.fromEntries(build.guides.train.map((g) => [g.id, g.at ?? null]));
  const same = (k: { places: object }) => JSON.stringify(k.places) === JSON.stringify(places);
  if (build.guides.kept.some(same)) return;
  build.guides.kept.push({ id: freshRowId(), name, places });
  if (build.guides.kept.length > 12) build.guides.kept.shift();
}

/** Say a step of the work done, or not done after all. */
export const stepDone =
  (id: string, done: boolean): Recipe =>
  (b) => {
    const others = b.handle.steps_done.filter((s) => s !== id);
    b.handle.steps_done = done ? [...others, id] : others;
  };

/** Say several steps done at once, or not done after all. */
export const stepsDone =
  (ids: string[], done: boolean): Recipe =>
  (b) => {
    const others = b.handle.steps_done.filter((s) => !ids.includes(s));
    b.handle.steps_done = done ? [...others, ...ids] : others;
  };

/** The next coat has just been mixed. */
export const coatMixed: Recipe = (b) => {
  b.finish.laid.push({
    id: "",
    mixed_at: new Date().toISOString(),
    temperature_c: b.finish.temperature_c,
    dryer: "",
    course: b.finish.course.map((p) => ({ ...p })),
  });
};

/** A coat of an area, by the id of its card: `layer:<area>:<number>`. */
const layerOf = (cardId: string) => {
  const [, area, number] = /^layer:(.+):(\d+)$/.exec(cardId) ?? [];
  return area ? { area, number: Number(number) } : null;
};

/** A coat of an area has just been mixed or poured. */
export const layerMixed =
  (cardId: string): Recipe =>
  (b) => {
    const said = layerOf(cardId);
    if (!said) return;
    b.finish.area_laid.push({
      id: `${said.area}:${said.number}`.toLowerCase(),
      ...said,
      mixed_at: new Date().toISOString(),
      temperature_c: b.finish.temperature_c,
    });
  };

/** That coat of the area is not on after all, nor what was on it. */
export const layerNotMixed =
  (cardId: string): Recipe =>
  (b) => {
    const said = layerOf(cardId);
    if (!said) return;
    b.finish.area_laid = b.finish.area_laid.filter(
      (c) => c.area !== said.area || c.number < said.number,
    );
  };

/** The last coat was not mixed after all. */
export const coatNotMixed: Recipe = (b) => void b.finish.laid.pop();

/** Another kind of rod: a reel whose height nobody measured stands as is usual on it. */
export const changeType =
  (type: Build["brief"]["rod_type"]): Recipe =>
  (b) => {
    const height = "guides.reel.height_mm";
    if (b.sure[height] === undefined && b.guides.reel.height_mm === USUAL_REEL_MM[b.brief.rod_type])
      b.guides.reel.height_mm = USUAL_REEL_MM[type]!;
    b.brief.rod_type = type;
  };

/** A free guide to follow a train: like the one before it, or on the usual frame of another ring. */
export function nextGuide(train: Guide[], ring?: number): Guide {
  const like = train.at(-1);
  const fresh = ring === undefined ? (like ?? usual(6)) : { ...usual(ring), ring_mm: ring };
  return {
    ...fresh,
    id: freshRowId(),
    mass_g: null,
    at: null,
    built: null,
  };
}

/** The measures of a guide off the shelf: somebody took them, so none of them is assumed. */
export function takeMeasures(build: Build, guide: Guide, item: OfKind<"guide">): void {
  const { ring_mm, feet, foot_butt_mm, foot_tip_mm, height_mm, mass_g } = item;
  Object.assign(guide, { ring_mm, feet, foot_butt_mm, foot_tip_mm, height_mm, mass_g });
  const measured = { foot_butt_mm, foot_tip_mm, height_mm };
  for (const [name, mm] of Object.entries(measured))
    build.sure[`guides.train.${guide.id}.${name}`] = mm;
}
