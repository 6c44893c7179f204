import { useDrag } from "@use-gesture/react";
import { useRef } from "react";
import type { ReactNode } from "react";

interface GripProps {
  label: string;
  valueText: string;
  now: number;
  selected: boolean;
  pxPerMm: number;
  flipped: boolean;
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
  const { pxPerMm, flipped, stepMm } = props;
  const moved = useRef(false);
  const way = flipped ? -1 : 1;
  const bind = useDrag(
    ({ movement: [dx], first, last, canceled, tap }) => {
      if (first) {
        moved.current = false;
        props.onSelect();
      }
      if (tap) return;
      const mm = (way * dx) / pxPerMm;
      if (canceled) return props.onCancel();
      if (Math.abs(mm) >= stepMm / 2) moved.current = true;
      if (last) {
        if (moved.current) props.onDrop(mm);
        else props.onCancel();
      } else if (moved.current) props.onMove(mm);
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  return (
    <g
      {...bind()}
      role="slider"
      tabIndex={0}
      aria-label={props.label}
      aria-valuenow={Math.round(props.now)}
      aria-valuemin={-100}
      aria-valuemax={7000}
      aria-valuetext={props.valueText}
      className="cursor-ew-resize outline-offset-0"
      style={{ touchAction: "none" }}
      onFocus={props.onSelect}
      onKeyDown={(e) => {
        const arrow = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key];
        if (arrow) {
          e.preventDefault();
          props.onDrop(arrow * way * stepMm * (e.shiftKey ? 10 : 1));
        } else if (e.key === "Enter" && props.onType) {
          e.preventDefault();
          props.onType();
        } else if ((e.key === "Delete" || e.key === "Backspace") && props.onFree) {
          e.preventDefault();
          props.onFree();
        }
      }}
    >
      {props.children}
      {props.selected && <title>{props.valueText}</title>}
    </g>
  );
}
