"""What an edit does to work that is done: the seat is glued, and the plan now wants it elsewhere."""

from collections.abc import Iterable

from wise_spool.core.ground.measures import MarkingRule, format_length
from wise_spool.core.work.cards import Card

MOVED_MM = 0.5
"""Less than this nobody could have marked."""


def touched(before: Iterable[Card], after: Iterable[Card], rule: MarkingRule) -> list[str]:
    """One sentence for every operation that was done and is now planned otherwise, or no more."""
    now = {c.id: c for c in after}
    out = []
    for was in before:
        if not was.done:
            continue
        planned = now.get(was.id)
        if planned is None:
            out.append(f"“{was.title}” is done, and is in the plan no more.")
        elif planned.done and (said := _moved(was, planned, rule)):
            out.append(said)
    return out


def _moved(was: Card, now: Card, rule: MarkingRule) -> str:
    if was.place is not None and now.place is not None and was.kind == "part":
        a, b = max(was.place.start_mm, 0.0), max(now.place.start_mm, 0.0)
        if abs(a - b) > MOVED_MM:
            return f"“{was.title}” is done at {format_length(a, rule)}; with this the plan wants it at {format_length(b, rule)}."
    if was.kind in ("ream", "arbor", "guides", "coat") and was.figure != now.figure and was.figure:
        return f"“{was.title}” is done with {was.figure} ({was.figure_says}); with this the plan says {now.figure or 'nothing of it'}."
    return ""
