"""What is said about the guides: places, counts, reel, gaps, and how the line lies under load.

Method page: ``docs/methods/guides.md``.
"""

import itertools

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Finding, Mend, Noted
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import STEP_MM, MarkingRule, format_length
from wise_spool.core.ground.units import format_weight
from wise_spool.core.guides.datums import datum_words
from wise_spool.core.guides.gaps import GuidePlaced, judge_gaps
from wise_spool.core.guides.placing import GuidesPlan, joint_zone_mm
from wise_spool.core.guides.under_load import LoadedPlan
from wise_spool.core.handle.assembling import HandlePlan


def find_in_guides(
    build: Build,
    plan: GuidesPlan,
    work: WorkingBlank,
    handle: HandlePlan,
    loaded: LoadedPlan | None = None,
) -> list[Finding]:
    """Everything that would ruin the train, and what the builder should know. ``loaded`` is the rod at the
    load that drops its tip by a third, where that can be bent."""
    rule = build.rule
    add = Noted("guides")
    if not plan.placed:
        usual = (
            f" {plan.usual_least} to {plan.usual_most} and a tip-top are usual on a {build.brief.rod_type} rod of this length."
            if plan.usual_most
            else ""
        )
        add(
            "guides-empty",
            "check",
            f"No guides are listed yet.{usual}",
            "A starting point only. The old rule of one a foot gives fewer than most rods carry now.",
        )
        return add.found
    _judge_counts(build, plan, add)
    _judge_reel(build, plan, add, rule)
    _judge_places(build, plan, work, handle, add, rule)
    judge_gaps(plan.placed, add, rule)
    _judge_reaches(build, plan, work, add, rule)
    _judge_the_test(build, plan, add)
    if loaded is not None:
        _judge_the_line(build, plan, loaded, add)
    return add.found


def _judge_reaches(
    build: Build, plan: GuidesPlan, work: WorkingBlank, add: Noted, rule: MarkingRule
) -> None:
    """A stretch between two guides in which nothing leads the line along the blank."""
    if work.length_mm is None or build.handle.guides_on:
        return
    most = max(habits().longest_reach_share * work.length_mm, habits().longest_reach_mm)
    for g in plan.placed:
        if g.gap_mm is not None and g.gap_mm > most and g.source != "unplaced":
            add(
                "guides-long-reach",
                "check",
                f"Nothing leads the line for {format_length(g.gap_mm, rule)}: more than {format_length(most, rule)} is a long reach on this blank.",
                "Between guides far apart the line leaves the bend, and the blank works unevenly.",
                g.spot,
                "from habit, editable",
            )


def _judge_the_test(build: Build, plan: GuidesPlan, add: Noted) -> None:
    """What the real rod showed under its load and has not been answered by a move since."""
    test = build.guides.static_test
    if test is None:
        return
    numbers = {g.id: n for n, g in enumerate(plan.placed, start=1)}
    placed = {g.id: g for g in plan.placed}
    for row in test.rows:
        if row.id not in placed or not (row.lifts or row.touches):
            continue
        now = placed[row.id].marked_mm
        moved = None if now is None or row.stood_mm is None else now + build.blank.trim_butt_mm - row.stood_mm  # fmt: skip
        if moved is not None and abs(moved) > STEP_MM[build.rule]:
            add(
                "guides-test-old",
                "check",
                f"Guide {numbers[row.id]} has been moved by {format_length(abs(moved), build.rule)} since it failed the static test: hang the load again.",
                "A test tells of the rod as it stood.",
                placed[row.id].spot,
            )
            continue
        what = "lay on the blank" if row.touches else "lifted off its ring"
        if row.touches and row.lifts:
            what = "lay on the blank and lifted off its ring"
        add(
            "guides-test-failed",
            "check",
            f"In the static test the line {what} at guide {numbers[row.id]}: move it, then test again.",
            "A guide that the line leaves, or a gap in which it lies on the blank, loads its neighbours alone.",
            placed[row.id].spot,
        )


def _judge_the_line(build: Build, plan: GuidesPlan, loaded: LoadedPlan, add: Noted) -> None:
    """On top of the rod the line must clear the blank when it bends as it does under a good fish."""
    lying = [g for g in loaded.guides if g.lies_mm > 0 and g.id != loaded.guides[0].id]
    if not lying:
        return
    names = ", ".join("the tip-top" if g.id == "tip-top" else f"guide {g.number}" for g in lying)
    spots = {g.id: g.spot for g in plan.placed}
    add(
        "guides-line-on-blank",
        "check",
        f"At {format_weight(loaded.load_g)} the line lies on the blank behind {names}: one more guide there, or higher rings.",
        "On top of the rod the blank bends up into a line that is led too far apart.",
        spots.get(lying[0].id),
        "its stiffness is estimated" if loaded.estimated else "common practice",
    )


def _judge_counts(build: Build, plan: GuidesPlan, add: Noted) -> None:
    count = len(plan.placed)
    if plan.usual_least and plan.usual_most and not plan.usual_least <= count <= plan.usual_most:
        add(
            "guides-count",
            "note",
            f"{count} {'guide' if count == 1 else 'guides'} and a tip-top; {plan.usual_least} to {plan.usual_most} are usual on a {build.brief.rod_type} rod of this length.",
            "A starting point only. The old rule of one a foot gives fewer than most rods carry now.",
        )
    for g in plan.placed:
        if g.source == "unplaced" and g.stated_from in ("spool_lip", "seat_front"):
            add(
                "guides-datum-unknown",
                "check",
                f"A guide is stated from {datum_words(g.stated_from, build.brief.rod_type)}, which is not known until the reel seat is in the stack.",
                "Reel-side distances start from the seat and the reel mounted on it.",
                g.spot,
            )


def _judge_reel(build: Build, plan: GuidesPlan, add: Noted, rule: MarkingRule) -> None:
    last = plan.placed[-1]
    if last.source == "assumed":
        add(
            "guides-stripper-assumed",
            "check",
            f"The guide nearest the reel is only assumed, {format_length(last.from_butt_mm or 0, rule)} from the butt: "
            f"mount the reel and state it from {datum_words('spool_lip', build.brief.rod_type)}.",
            "A starting place from habit, until the reel side is stated.",
            last.spot,
            "from habit, editable",
        )
    if any(g.stated_from == "spool_lip" for g in plan.placed) and build.guides.reel.guessed:
        add(
            "guides-reel-guessed",
            "check",
            "The reel-side distances hang on a guessed reel: mount it"
            + (
                ", wind the spool fully forward and measure its lip."
                if build.brief.rod_type == "spinning"
                else " and measure its front."
            ),
            f"Reel-side positions are measured from {datum_words('spool_lip', build.brief.rod_type)}, as it fishes.",
            lip_ahead_of_the_reel_foot=format_length(build.guides.reel.lip_ahead_mm, rule),
        )
    if build.brief.cold:
        for g in plan.placed:
            if g.ring_mm < habits().smallest_cold_ring_mm:
                add(
                    "guides-ice",
                    "check",
                    f"A ring of {g.ring_mm:g} mm freezes shut in the cold: 5 to 6 mm is the least.",
                    "Small rings ice up.",
                    g.spot,
                    "from habit, editable",
                )


def _judge_places(
    build: Build,
    plan: GuidesPlan,
    work: WorkingBlank,
    handle: HandlePlan,
    add: Noted,
    rule: MarkingRule,
) -> None:
    tip = plan.tip_top_ring_mm
    by_id = {g.id: g for g in build.guides.train}
    for g in plan.placed:
        if g.marked_mm is None:
            continue
        if g.marked_mm < 0:
            add(
                "guides-off-butt",
                "ruins",
                f"A guide stated {_stated_words(g, build)} would lie {format_length(-g.marked_mm, rule)} behind the butt: "
                "the chart is longer than the rod, or in another unit.",
                "Every ring lies between the butt and the tip.",
                g.spot,
            )
            add.mended_by(_let_go(g))
        elif work.length_mm is not None and g.marked_mm > work.length_mm:
            add(
                "guides-off-tip",
                "ruins",
                f"A guide stated {_stated_words(g, build)} would lie past the bare tip.",
                "Every ring lies between the butt and the tip.",
                g.spot,
            )
            add.mended_by(_let_go(g))
        elif handle.parts and (g.wrap_from_mm or g.marked_mm) < handle.front_mm:
            add(
                "guides-on-grip",
                "ruins",
                f"The guide at {format_length(g.from_butt_mm or 0, rule)} from the butt sits on the handle, which ends at "
                f"{format_length(handle.front_mm, rule)}.",
                "A guide and its wrap lie clear of the handle.",
                g.spot,
            )
            add.mended_by(_let_go(g))
        for joint in work.joints:
            low, high = joint_zone_mm(joint, by_id[g.id])
            if low < g.marked_mm < high:
                add(
                    "guides-on-joint",
                    "ruins",
                    f"The guide at {format_length(g.from_tip_ring_mm or 0, rule)} from the tip-top sits on the joint at "
                    f"{format_length(joint.station_mm, rule)} from the butt.",
                    "Guides stay off joints and their wraps.",
                    g.spot,
                )
    for a, b in itertools.pairwise([g for g in plan.placed if g.marked_mm is not None]):
        if (
            a.wrap_from_mm is None
            or b.wrap_to_mm is None
            or a.marked_mm is None
            or b.marked_mm is None
        ):
            continue
        if b.marked_mm > a.marked_mm - STEP_MM[rule] / 2:
            what = (
                "two guides share one place"
                if abs(b.marked_mm - a.marked_mm) < STEP_MM[rule]
                else "two guides are out of order"
            )
            crossing = (
                " Tip-side and reel-side positions cross." if a.stated_from != b.stated_from else ""
            )
            add(
                "guides-order",
                "ruins",
                f"At {format_length(a.from_tip_ring_mm or 0, rule)} and {format_length(b.from_tip_ring_mm or 0, rule)} from the tip-top "
                f"{what}.{crossing}",
                "Guides follow one another from tip to butt.",
                b.spot,
            )
            add.mended_by(_let_go(b))
        elif b.wrap_to_mm > a.wrap_from_mm:
            add(
                "guides-feet-meet",
                "check",
                f"The wraps of the guides at {format_length(a.from_tip_ring_mm or 0, rule)} and "
                f"{format_length(b.from_tip_ring_mm or 0, rule)} from the tip-top run into each other.",
                f"Each wrap starts about {format_length(habits().wrap_before_foot_mm, rule)} before its foot.",
                b.spot,
            )
    first = plan.placed[0]
    if (
        tip is not None
        and first.gap_mm is not None
        and first.source != "built"
        and not build.handle.guides_on
        and not habits().first_gap_least_mm <= first.gap_mm <= habits().first_gap_most_mm
    ):
        add(
            "guides-first-gap",
            "check",
            f"The first gap behind the tip-top is {format_length(first.gap_mm, rule)}; "
            f"{format_length(habits().first_gap_least_mm, rule)} to {format_length(habits().first_gap_most_mm, rule)} is usual.",
            "The tip bends most, so the first gap is short.",
            first.spot,
            "from habit, editable",
        )
    unplaced = [g for g in plan.placed if g.source == "unplaced"]
    if unplaced and work.length_mm is None:
        add(
            "guides-no-blank",
            "check",
            "The guides wait for the blank's length.",
            "Every station is measured on the bare blank.",
        )


def _let_go(g: GuidePlaced) -> Mend | None:
    """A guide that was stated where it cannot be is closed in between its neighbours when it is let go."""
    if g.source != "stated":
        return None
    return Mend(words="let it go free, closed in between its neighbours", path=f"guides.train.{g.id}.at", value=None)  # fmt: skip


def _stated_words(g: GuidePlaced, build: Build) -> str:
    where = datum_words(g.stated_from or "tip_top_ring", build.brief.rod_type)
    return f"{format_length(g.distance_stated_mm or 0, build.rule)} from {where}"
