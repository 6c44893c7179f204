import type { KeyboardEvent } from "react";

/** What is held by a handle that slides: its name, where it stands, how far it can go. */
interface Slides {
  label: string;
  now: number;
  min: number;
  max: number;
  says?: string;
  step: number;
  /** Ten steps unless it says otherwise: shift with an arrow, Page Up and Page Down. */
  stride?: number;
  vertical?: boolean;
  /** The left arrow counts up: a mat that is looked at from the other side. */
  mirrored?: boolean;
  onStep: (by: number) => void;
  onKey?: (e: KeyboardEvent) => void;
}

/** The keys and names of a slider, by the WAI-ARIA pattern: arrows, shift, Page Up and Down, Home, End. */
export function sliderProps(held: Slides) {
  const stride = held.stride ?? held.step * 10;
  const across = held.mirrored ? -1 : 1;
  const ways: Record<string, number> = { ArrowUp: 1, ArrowDown: -1 };
  if (!held.vertical) Object.assign(ways, { ArrowRight: across, ArrowLeft: -across });
  const by = (e: KeyboardEvent): number => {
    const way = ways[e.key];
    if (way) return way * (e.shiftKey ? stride : held.step);
    if (e.key === "PageUp") return stride;
    if (e.key === "PageDown") return -stride;
    if (e.key === "Home") return held.min - held.now;
    if (e.key === "End") return held.max - held.now;
    return 0;
  };
  return {
    role: "slider",
    tabIndex: 0,
    "aria-label": held.label,
    "aria-orientation": held.vertical ? ("vertical" as const) : ("horizontal" as const),
    "aria-valuenow": held.now,
    "aria-valuemin": held.min,
    "aria-valuemax": held.max,
    "aria-valuetext": held.says,
    onKeyDown: (e: KeyboardEvent) => {
      const step = by(e);
      if (!step) return held.onKey?.(e);
      e.preventDefault();
      held.onStep(step);
    },
  };
}
