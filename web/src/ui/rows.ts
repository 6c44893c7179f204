import { useCallback } from "react";
import type { RefCallback } from "react";

/* Many rows alike are one stop for the Tab key. Only the row one is in, or was in last, is gone through; Up and
   Down lead from row to row, to the same field. On the mat, where arrows move what is held, full stop and comma do. */

const STOPS = "a[href], button, input, select, textarea, summary, [tabindex]";
const WAS = "data-stop-was";
/** What has a use of its own for Up and Down. */
const OWN = "select, textarea, [role=slider], [role=combobox], [role=radio], [aria-haspopup], input[type=range]"; // prettier-ignore
const WAYS: Record<string, number> = { ArrowDown: 1, ArrowUp: -1 };
const MAT_WAYS: Record<string, number> = { ".": 1, ",": -1 };

type Stop = HTMLElement | SVGElement;

/** Give the list this ref, and each of its rows `data-row`; a row that is a stop itself counts as well. */
export function useRows<T extends Element>(): RefCallback<T> {
  return useCallback((all: T | null) => (all ? rove(all) : undefined), []);
}

function rove(all: Element): () => void {
  let last: Element | null = null;
  const rest = () => {
    const rows = rowsOf(all);
    const row = rows.find((r) => r === last) ?? rows[0];
    rows.forEach((r) => stopsOf(r).forEach((s) => (r === row ? woken(s) : rested(s))));
  };
  const enter: EventListener = (e) => {
    const row = rowAt(e, all);
    if (!row || row === last) return;
    last = row;
    rest();
  };
  const go: EventListener = (e) => {
    const { key, ctrlKey, altKey, metaKey, defaultPrevented, target } = e as KeyboardEvent;
    const by = ways(target as Element)[key];
    if (!by || ctrlKey || altKey || metaKey || defaultPrevented) return;
    const rows = rowsOf(all);
    const row = rowAt(e, all);
    const next = row && rows[rows.indexOf(row) + by];
    if (!next) return;
    e.preventDefault();
    likest(next, target as Stop, row)?.focus();
  };
  const seen = new MutationObserver(rest);
  rest();
  seen.observe(all, { childList: true, subtree: true, attributeFilter: ["tabindex"] });
  // A drawing that listens would itself become a stop in some browsers: what it lies in listens for it.
  const ears = all instanceof SVGElement ? (all.closest("div") ?? document.body) : all;
  ears.addEventListener("focusin", enter);
  ears.addEventListener("keydown", go);
  return () => {
    seen.disconnect();
    ears.removeEventListener("focusin", enter);
    ears.removeEventListener("keydown", go);
  };
}

const rowsOf = (all: Element) => [...all.querySelectorAll("[data-row]")];
const rowAt = (e: Event, all: Element) => {
  const row = (e.target as Element).closest("[data-row]");
  return row && all.contains(row) ? row : null;
};
const ways = (target: Element) =>
  target.matches("[role=slider]") ? MAT_WAYS : target.matches(OWN) ? {} : WAYS;

const stopsOf = (row: Element): Stop[] =>
  [...(row.matches(STOPS) ? [row] : []), ...row.querySelectorAll(STOPS)].filter(
    (s): s is Stop =>
      (s instanceof HTMLElement || s instanceof SVGElement) &&
      (s.tabIndex >= 0 || s.hasAttribute(WAS)),
  );

const rested = (s: Stop) => {
  if (s.tabIndex < 0) return;
  s.setAttribute(WAS, s.getAttribute("tabindex") ?? "");
  s.setAttribute("tabindex", "-1");
};
const woken = (s: Stop) => {
  const was = s.getAttribute(WAS);
  if (was === null) return;
  s.removeAttribute(WAS);
  if (was) s.setAttribute("tabindex", was);
  else s.removeAttribute("tabindex");
};

/** The stop of another row that is for what this one is for in its own. */
function likest(next: Element, from: Stop, row: Element): Stop | undefined {
  const stops = stopsOf(next);
  const field = (s: Stop) => s.dataset["path"]?.split(".").at(-1);
  const same = field(from) && stops.find((s) => field(s) === field(from));
  return same || stops[Math.min(Math.max(stopsOf(row).indexOf(from), 0), stops.length - 1)];
}
