"""The gaps between guides: do they grow, do they close, is one of them misread?

Method page: ``docs/methods/guides.md``.
"""

import itertools
from typing import Literal

from wise_spool.core.document.guides import Datum
from wise_spool.core.ground.findings import Noted, Place, Spot
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.measures import (
    MM_PER_INCH,
    STEP_MM,
    MarkingRule,
    format_length,
    rule_unit,
)
from wise_spool.core.guides.closing import close_after_gap, free_counts_that_close, unevenness

Source = Literal["stated", "closed", "assumed", "unplaced", "built"]


class GuidePlaced(Frozen):
    """One guide, tip side first. Stations are the ring centre's, mm from the present butt.

    ``marked_mm`` is the station after rounding on the builder's rule in the
    datum the marks are drawn from; ``gap_mm`` is measured between marked rings
    from the one nearer the tip.
    """

    id: str
    ring_mm: float
    feet: Literal["single", "double"]
    height_mm: float
    thread: str
    clock_deg: float
    """0 below, 180 on top, more than nought to the left seen from the butt."""
    clock_words: str
    arc_from_top_mm: float | None
    """Along the blank's skin under the ring."""
    station_mm: float | None
    marked_mm: float | None
    from_butt_mm: float | None
    from_tip_ring_mm: float | None
    gap_mm: float | None
    step_mm: float | None
    wrap_from_mm: float | None
    wrap_to_mm: float | None
    source: Source
    stated_from: Datum | None
    distance_stated_mm: float | None
    wished_from_tip_ring_mm: float | None
    """Where it would stand had none been built."""
    pencil_from_tip_ring_mm: float | None
    """Where the pencil goes (ring centre or foot edge), from the tip-top ring."""

    @property
    def spot(self) -> Spot:
        """Where a finding about this guide points."""
        at = self.marked_mm
        place = None if at is None else Place(start_mm=at, end_mm=at)
        return Spot(place=place, field=f"guides.train.{self.id}")


def judge_gaps(train: tuple[GuidePlaced, ...], add: Noted, rule: MarkingRule) -> None:
    """Note shrinking gaps, likely misreadings, and whether the free runs close well."""
    placed = [g for g in train if g.from_tip_ring_mm is not None]
    at = [0.0, *(g.from_tip_ring_mm or 0.0 for g in placed)]
    challenged = _challenge(placed, at, add, rule)
    for i, g in enumerate(placed):
        if (
            g.step_mm is None
            or g.gap_mm is None
            or i in challenged
            or i + 1 in challenged
            or i - 1 in challenged
        ):
            continue
        if g.step_mm < -STEP_MM[rule] * 1.01 and g.source == "stated":
            add(
                "guides-gap-shrinks",
                "check",
                f"The gap shrinks toward the butt: {format_length(g.gap_mm, rule)} after {format_length(g.gap_mm - g.step_mm, rule)}.",
                "Gaps grow from tip to butt as the blank stiffens.",
                g.spot,
            )
    fixed = [i for i, g in enumerate(placed) if g.source in ("stated", "assumed", "built")]
    for a, b in itertools.pairwise([-1, *fixed]):
        if b - a < 2 or at[b + 1] <= at[a + 1]:  # nothing free between, or the two cross
            continue
        _judge_closed(placed, at, a, b, add, rule)


def _judge_closed(
    placed: list[GuidePlaced], at: list[float], a: int, b: int, add: Noted, rule: MarkingRule
) -> None:
    span = at[b + 1] - at[a + 1]
    free = b - a - 1
    next_gap = placed[b + 1].gap_mm if b + 1 < len(placed) else None
    gaps = [placed[k].gap_mm or 0.0 for k in range(a + 1, b + 1)]
    if a < 0:
        if gaps[-1] < gaps[0] - STEP_MM[rule]:
            add(
                "guides-progression-shrinks",
                "check",
                f"{free} free guides from the tip-top make gaps that shrink toward the butt: use fewer, or a shorter first gap.",
                "Gaps grow from tip to butt as the blank stiffens.",
                placed[b].spot,
            )
        else:
            add(
                "guides-progression",
                "note",
                f"{free} guides step evenly from a first gap of {format_length(gaps[0], rule)} to {format_length(gaps[-1], rule)}.",
                "Pure progression: every gap grows by the same step.",
                placed[b].spot,
            )
        return
    before = at[a + 1] - at[a]
    closed = close_after_gap(span, before, free)
    good = free_counts_that_close(span, before, next_gap)
    too_wide = next_gap is not None and closed.gaps[-1] > next_gap + STEP_MM[rule]
    if closed.step_mm < -1e-6 or too_wide:
        trouble = (
            "the gaps would shrink toward the butt"
            if closed.step_mm < 0
            else f"the last of them, {format_length(closed.gaps[-1], rule)}, is wider than the next fixed gap of {format_length(next_gap or 0, rule)}"
        )
        works = (
            "No number of guides closes it well: check the fixed positions."
            if not good
            else f"{_count_words(good)} free guide{'' if good == [1] else 's'} would close it."
        )
        add(
            "guides-middle-open",
            "check",
            f"{free} free guide{'s' if free > 1 else ''} in a span of {format_length(span, rule)}: {trouble}. {works}",
            "Closed gaps go on growing in even steps and stay under the next fixed gap.",
            placed[b].spot,
        )
    else:
        listed = ", ".join(format_length(g, rule, unit=False) for g in gaps)
        add(
            "guides-middle-closed",
            "note",
            f"The middle closes in even steps: {listed} {rule_unit(rule)}.",
            "Gaps g0 + i·d with d = (S − n·g0) / (n(n+1)/2): the sum is exact.",
            placed[b].spot,
            span=format_length(span, rule),
            gap_before=format_length(before, rule),
            step=f"{closed.step_mm / (MM_PER_INCH if rule_unit(rule) == 'in' else 1):.3f} {rule_unit(rule)}",
        )


def _count_words(counts: list[int]) -> str:
    return str(counts[0]) if len(counts) == 1 else f"{counts[0]} to {counts[-1]}"


def _challenge(
    placed: list[GuidePlaced], at: list[float], add: Noted, rule: MarkingRule
) -> set[int]:
    """Ask about the stated position that a common misreading would explain; return its index.

    The suspect is the number whose change makes the whole chart smoothest, wherever the gap that
    shrinks shows; one at a time.
    """
    inch = rule_unit(rule) == "in"
    slips = [k * (MM_PER_INCH if inch else 10.0) for k in (-10, -3, -2, -1, 1, 2, 3, 10)]
    was, shrinking = unevenness(at), _shrinking(at, STEP_MM[rule])
    if not shrinking:
        return set()
    trials = [
        (unevenness(moved), i, slip)
        for i, g in enumerate(placed)
        if g.source == "stated"
        for slip in slips
        for moved in [[*at[: i + 1], at[i + 1] + slip, *at[i + 2 :]]]
        if min(b - a for a, b in itertools.pairwise(moved)) > 0
        and _shrinking(moved, 4 * STEP_MM[rule]) < shrinking
    ]
    score, i, slip = min(trials, default=(was, 0, 0.0))
    if score >= 0.25 * was:
        return set()
    _ask(placed[i], i, at, slip, add, rule)
    return {i}


def _shrinking(at: list[float], more_than_mm: float) -> int:
    """How many gaps are smaller than the one before by more than this."""
    gaps = [b - a for a, b in itertools.pairwise(at)]
    return sum(b < a - 1.01 * more_than_mm for a, b in itertools.pairwise(gaps))


def _ask(
    g: GuidePlaced, i: int, at: list[float], slip: float, add: Noted, rule: MarkingRule
) -> None:
    stated = g.distance_stated_mm or 0.0
    toward = 1 if g.stated_from in ("tip_top_ring", "bare_tip") else -1
    likely = stated + toward * slip
    gaps = [b - a for a, b in itertools.pairwise(at[i : i + 3])]
    shown = format_length(stated, rule, unit=False)
    odd = f"a gap of {format_length(gaps[0], rule)} at the end of the chart" if len(gaps) == 1 else f"a {format_length(min(gaps), rule, unit=False)} gap next to one of {format_length(max(gaps), rule)}"  # fmt: skip
    add(
        "guides-misread",
        "ruins",
        f"{shown} leaves {odd}; {format_length(likely, rule, unit=False)}?",
        "A gap that breaks the progression is often a misread fraction or digit.",
        g.spot,
        stated=format_length(stated, rule),
        likely=format_length(likely, rule),
    )
