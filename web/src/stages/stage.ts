import { walkedTo } from "../ui/walked";
import type { FocusEvent } from "react";

/** What every stage's instrument is given. */
export interface StageProps {
  selected: string | null;
  onSelect: (what: string | null) => void;
  /** The job within the stage, from the address. */
  job?: string;
}

/**
 * Hold a row when the focus enters it, but not when a button in it is pressed with the mouse: the
 * row that opens would push the button away from under the pointer before it is let go.
 */
export const heldByFocus = (hold: () => void) => (e: FocusEvent<HTMLElement>) => {
  if (!walkedTo() && e.target.matches("input, :focus-visible")) hold();
};
