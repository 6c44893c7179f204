import { useDrag } from "@use-gesture/react";
import { useRef } from "react";
import type { ReactNode } from "react";

import { sliderProps } from "../ui/slider";
import { walkedTo } from "../ui/walked";

interface GripProps {
  label: string;
  valueText: string;
  now: number;
  /** How far it can go, in the same mm as `now`: Home and End take it there. */
  range: [number, number];
  selected: boolean;
  pxPerMm: number;
  flipped: boolean;
  /** Which way the rod runs toward the tip, as a unit vector; to the right unless it is bent. */
  along?: [number, number];
  stepMm: number;
  onSelect: () => void;
  onMove: (towardTipMm: number) => void;
  onDrop: (towardTipMm: number) => void;
  onCancel: () => void;
  onType?: () => void;
  onFree?: () => void;
  children: ReactNode;
}

/** Something on the mat to take hold of: drag it, nudge it with arrows (shift for ten), Enter to type. */
export function Grip(props: GripProps) {
  const { pxPerMm, flipped, stepMm, along = [1, 0] } = props;
  const moved = useRef(false);
  const way = flipped ? -1 : 1;
  const bind = useDrag(
    ({ movement: [dx, dy], first, last, canceled, tap }) => {
      if (first) {
        moved.current = false;
        props.onSelect();
      }
      if (tap) return;
      const mm = (way * (dx * along[0] + dy * along[1])) / pxPerMm;
      if (canceled) return props.onCancel();
      if (Math.abs(mm) >= stepMm / 2) moved.current = true;
      if (last) {
        if (moved.current) props.onDrop(mm);
        else props.onCancel();
      } else if (moved.current) props.onMove(mm);
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const slider = sliderProps({
    label: props.label,
    now: Math.round(props.now),
    min: Math.round(props.range[0]),
    max: Math.round(props.range[1]),
    says: props.valueText,
    step: stepMm,
    mirrored: flipped,
    onStep: (mm) => {
      props.onSelect();
      props.onDrop(mm);
    },
    onKey: (e) => {
      const act =
        { Enter: props.onType, Delete: props.onFree, Backspace: props.onFree }[e.key] ?? null;
      if (!act) return;
      e.preventDefault();
      act();
    },
  });
  return (
    <g
      {...bind()}
      {...slider}
      data-row
      className="cursor-ew-resize outline-offset-0"
      style={{ touchAction: "none" }}
      onFocus={() => walkedTo() || props.onSelect()}
    >
      {props.children}
      {props.selected && <title>{props.valueText}</title>}
    </g>
  );
}
