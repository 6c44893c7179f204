import { useLayoutEffect, useRef, useState } from "react";

import type { Build, Plan } from "../api/types";
import { BELOW_TYPES } from "../words/shapes";

/** The stretch of rod a view shows, mm from the butt. */
export interface Lens {
  from: number;
  to: number;
}

/** From stations to pixels: along the rod with `x`, across it with `k` px per mm of diameter. */
export interface Scale {
  x: (mm: number) => number;
  mm: (px: number) => number;
  pxPerMm: number;
  k: number;
  /** How many times too thick diameters are drawn. */
  thicker: number;
  /** px per mm for how far guides stand off the blank. */
  tall: number;
  flipped: boolean;
}

const NICE = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10];

export function makeScale(
  lens: Lens,
  width: number,
  pad: number,
  plan: Plan,
  thickPx: number,
  tallPx: number,
  flipped: boolean,
): Scale {
  const pxPerMm = (width - 2 * pad) / Math.max(lens.to - lens.from, 1);
  // As thick as what is shown allows: near the tip a blank may be drawn thicker than at its handle.
  const within = (a: number, b: number) => b >= lens.from && a <= lens.to;
  const widest = Math.max(
    2,
    ...plan.blank.taper.filter((p) => within(p.station_mm, p.station_mm)).map((p) => p.od_mm),
    ...plan.handle.parts
      .filter((p) => within(p.start_mm, p.end_mm))
      .map((p) => Math.max(p.od_butt_mm, p.od_tip_mm)),
  );
  const wanted = thickPx / (widest * pxPerMm);
  const thicker = NICE.findLast((n) => n <= wanted * 1.02) ?? (wanted > 0.8 ? 1 : wanted);
  const k = thicker * pxPerMm;
  const tallest = Math.max(10, ...plan.guides.placed.map((g) => g.height_mm + g.ring_mm / 2));
  return {
    x: (mm) =>
      flipped ? width - pad - (mm - lens.from) * pxPerMm : pad + (mm - lens.from) * pxPerMm,
    mm: (px) => lens.from + (flipped ? width - pad - px : px - pad) / pxPerMm,
    pxPerMm,
    k,
    thicker,
    tall: Math.min(k, tallPx / tallest),
    flipped,
  };
}

/** The whole rod with its tip-top and any end that stands out behind the butt. */
export function wholeRod(plan: Plan): Lens {
  const length = plan.blank.length_mm ?? 2000;
  return {
    from: -plan.handle.longer_by_mm - length * 0.006,
    to: length + Math.max(14, length * 0.008),
  };
}

/** Whether a lens shows as good as the whole rod. */
export const isWhole = (lens: Lens, whole: Lens): boolean =>
  lens.to - lens.from > (whole.to - whole.from) * 0.995;

export function handleLens(plan: Plan): Lens {
  const front = plan.handle.front_mm || (plan.blank.length_mm ?? 2000) * 0.22;
  return { from: -plan.handle.longer_by_mm - front * 0.03, to: front * 1.12 + 10 };
}

export function tipLens(plan: Plan): Lens {
  const whole = wholeRod(plan);
  return { from: whole.to - (whole.to - whole.from) * 0.24, to: whole.to };
}

const WRAP = "wraps.wraps.";

/** The wrap a document path is about. */
export const heldWrap = (selected: string | null): string | undefined =>
  selected?.startsWith(WRAP) ? selected.slice(WRAP.length).split(".")[0] : undefined;

/** The wrap that is held, or the one that is shown while none is: a foot near the tip. */
export function wrapHeld(plan: Plan, held?: string) {
  const wraps = [...plan.wraps.laid].sort((a, b) => b.start_mm - a.start_mm);
  return wraps.find((w) => w.id === held) ?? wraps[Math.min(3, wraps.length - 1)];
}

/** One wrap so near that single turns are seen: the one that is held, else one near the tip. */
export function wrapsLens(plan: Plan, held?: string): Lens {
  const near = wrapHeld(plan, held);
  if (!near) return wholeRod(plan);
  const middle = (near.over_from_mm + near.over_to_mm) / 2;
  const half = Math.max(45, (near.over_to_mm - near.over_from_mm) * 0.85);
  return { from: middle - half, to: middle + half };
}

export function useWidth<T extends HTMLElement>(): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(1240);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}

/** Guides hang under spinning and fly rods and stand on top of casting and trolling rods. */
export const guidesBelow = (build: { brief: Pick<Build["brief"], "rod_type"> }): boolean =>
  (BELOW_TYPES as readonly string[]).includes(build.brief.rod_type);
