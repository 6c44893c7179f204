/* The stretch of time the window over the weeks shows. */

const HOUR = 3_600_000;
export const LEAST_MS = 3 * HOUR;
export const MOST_MS = 42 * 24 * HOUR;

export interface View {
  from: number;
  ms: number;
}

/** The window moved as little as shows all of a piece, with a little room beside it: from its start, if it is longer. */
export const broughtInto = (view: View, start: number, end: number): View => {
  const room = view.ms / 30;
  if (start >= view.from && end <= view.from + view.ms) return view;
  const last = start - room;
  const first = end + room - view.ms;
  return { ...view, from: Math.min(last, Math.max(first, view.from)) };
};
