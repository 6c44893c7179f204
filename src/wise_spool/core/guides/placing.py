"""The guide train: every ring's station from charts, reel side and closed middle.

Method page: ``docs/methods/guides.md``.
"""

import itertools
from dataclasses import dataclass

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Datum, Guide, Guides, MarkUnder, StatedAt
from wise_spool.core.ground.findings import Finding, Noted
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import (
    MM_PER_FOOT,
    STEP_MM,
    MarkingRule,
    format_length,
    round_to_rule,
)
from wise_spool.core.guides.closing import close_after_gap, close_from_first_gap
from wise_spool.core.guides.datums import (
    Datums,
    DatumUnknownError,
    Origin,
    datum_words,
)
from wise_spool.core.guides.gaps import GuidePlaced, Source, judge_gaps
from wise_spool.core.handle.assembling import HandlePlan


class GuidesPlan(Frozen):
    """The whole train and the datums it hangs on."""

    placed: tuple[GuidePlaced, ...]
    tip_top_ring_mm: float | None
    spool_lip_mm: float | None
    seat_front_mm: float | None
    measured_from: dict[Datum, Origin]
    mark_from: Datum
    usual_count: int | None


def edge_offset_mm(guide: Guide) -> float:
    """Station of the foot edge less that of the ring centre.

    The edge nearest the butt, or the only foot's edge when it points to the tip.
    """
    return -guide.foot_butt_mm if guide.foot_butt_mm > 0 else guide.foot_tip_mm


def ring_offset_mm(guide: Guide, mark_under: MarkUnder) -> float:
    """What to add to a stated position to get the ring centre."""
    return -edge_offset_mm(guide) if mark_under == "foot_edge" else 0.0


def ring_station_mm(guide: Guide, stated: StatedAt, mark_under: MarkUnder, datums: Datums) -> float:
    """Station of the ring whose mark is stated so. Raises :class:`DatumUnknownError`."""
    return datums.station(stated.datum, stated.distance_mm) + ring_offset_mm(guide, mark_under)


def stated_for(
    guide: Guide, station_mm: float, datum: Datum, build: Build, datums: Datums
) -> StatedAt:
    """How a ring's station is stated: the place of its mark, on the rule, from the datum asked for,
    or from the tip-top ring while that is not on the rod. The other way round from
    :func:`ring_station_mm`."""
    mark = station_mm - ring_offset_mm(guide, build.guides.mark_under)
    if datum not in datums.known:
        datum = "tip_top_ring"
    distance = round_to_rule(datums.distance(datum, mark), build.rule)
    return StatedAt(datum=datum, distance_mm=round(max(distance, 0.0), 4))


def keeping_its_datum(guide: Guide) -> Datum:
    """The datum a guide goes on being stated from."""
    return guide.at.datum if guide.at is not None else "tip_top_ring"


def datums_of(build: Build, work: WorkingBlank, handle: HandlePlan) -> Datums | None:
    """Every datum on this rod; None while the blank has no length."""
    if work.length_mm is None:
        return None
    lip = None if handle.reach_mm is None else handle.reach_mm + build.guides.reel.lip_ahead_mm
    return Datums(
        length_mm=work.length_mm,
        tip_top_ring_mm=work.length_mm + build.guides.tip_top.ring_ahead_mm,
        spool_lip_mm=lip,
        seat_front_mm=handle.seat_front_mm,
    )


@dataclass
class _Spot:
    guide: Guide
    from_ring_mm: float | None
    source: Source


def plan_guides(build: Build, datums: Datums | None, handle: HandlePlan) -> GuidesPlan:
    """Place every guide: stated ones from their datums, the free ones closed between."""
    train = build.guides
    spots = [_stated(g, build, datums) for g in train.train]
    if datums is not None and spots:
        _assume_stripper(spots, build, datums, handle)
        _close_runs(spots, train.first_gap_mm)
    usual = None if datums is None else round(datums.length_mm / MM_PER_FOOT)
    return GuidesPlan(
        placed=tuple(_placed(spots, build, datums)),
        tip_top_ring_mm=datums.tip_top_ring_mm if datums else None,
        spool_lip_mm=datums.spool_lip_mm if datums else None,
        seat_front_mm=datums.seat_front_mm if datums else None,
        measured_from=datums.known if datums else {},
        mark_from=train.mark_from,
        usual_count=usual,
    )


def _stated(guide: Guide, build: Build, datums: Datums | None) -> _Spot:
    if (guide.built or guide.at) is None or datums is None:
        return _Spot(guide, None, "unplaced")
    try:
        if guide.built is not None:
            station, source = built_station_mm(guide.built, build, datums), _BUILT
        else:
            assert guide.at is not None
            station = ring_station_mm(guide, guide.at, build.guides.mark_under, datums)
            source = _STATED
    except DatumUnknownError:
        return _Spot(guide, None, "unplaced")
    return _Spot(guide, datums.tip_top_ring_mm - station, source)


_BUILT: Source = "built"
_STATED: Source = "stated"


def built_station_mm(built: StatedAt, build: Build, datums: Datums) -> float:
    """Station of a ring as it was built, from the present butt: what was cut off since moves no guide.
    Raises :class:`DatumUnknownError`."""
    cut = build.blank.trim_butt_mm if built.datum == "butt" else 0.0
    return datums.station(built.datum, built.distance_mm) - cut


def _assume_stripper(spots: list[_Spot], build: Build, datums: Datums, handle: HandlePlan) -> None:
    """Give the guide nearest the reel a place when nobody has, so the rest can be closed."""
    last = spots[-1]
    if last.source in ("stated", "built") or last.guide.at is not None:
        return
    lip = datums.spool_lip_mm
    ahead = habits().stripper_from_lip_mm[build.brief.rod_type]
    station = (
        (lip + ahead) if lip is not None else max(handle.front_mm + 150, 0.28 * datums.length_mm)
    )
    station = min(station, 0.5 * datums.length_mm)
    fixed = [s.from_ring_mm for s in spots if s.from_ring_mm is not None]
    at = datums.tip_top_ring_mm - station
    if at > max(fixed, default=0.0):
        last.from_ring_mm, last.source = at, "assumed"


def _close_runs(spots: list[_Spot], first_gap_mm: float) -> None:
    """Fill every run of free guides between two placed ones; runs that cross stay unplaced."""
    fixed = [i for i, s in enumerate(spots) if s.from_ring_mm is not None]
    for before, after in itertools.pairwise([-1, *fixed]):
        free = after - before - 1
        if free == 0:
            continue
        start = 0.0 if before < 0 else _at(spots[before])
        span = _at(spots[after]) - start
        if span <= 0:
            continue
        if before < 0:
            closed = close_from_first_gap(span, first_gap_mm, free)
        else:
            earlier = 0.0 if before == 0 else spots[before - 1].from_ring_mm
            gap_before = start - (earlier if earlier is not None else 0.0)
            closed = close_after_gap(span, gap_before, free)
        for k, where in enumerate(itertools.accumulate(closed.gaps[:-1]), start=before + 1):
            spots[k].from_ring_mm, spots[k].source = start + where, "closed"


def _at(spot: _Spot) -> float:
    assert spot.from_ring_mm is not None
    return spot.from_ring_mm


def _placed(spots: list[_Spot], build: Build, datums: Datums | None) -> list[GuidePlaced]:
    train, rule = build.guides, build.rule
    out: list[GuidePlaced] = []
    previous: float | None = 0.0
    gap_before: float | None = None
    for spot in spots:
        g = spot.guide
        station = marked = from_butt = from_tip = gap = step = None
        if spot.from_ring_mm is not None and datums is not None:
            station = datums.tip_top_ring_mm - spot.from_ring_mm
            built = spot.source == "built"
            marked = station if built else _marked(station, g, train, datums, rule)
            from_tip = round(datums.tip_top_ring_mm - marked, 4)
            from_butt = round(marked, 4)
            if previous is not None:
                gap = round(from_tip - previous, 4)
                step = None if gap_before is None else round(gap - gap_before, 4)
            previous, gap_before = from_tip, gap
        else:
            previous = gap_before = None
        out.append(
            GuidePlaced(
                id=g.id, ring_mm=g.ring_mm, feet=g.feet, height_mm=g.height_mm, thread=g.thread,
                station_mm=None if station is None else round(station, 4),
                marked_mm=None if marked is None else round(marked, 4),
                from_butt_mm=from_butt, from_tip_ring_mm=from_tip, gap_mm=gap, step_mm=step,
                wrap_from_mm=None if marked is None else round(marked - _wrap_reach(g.foot_butt_mm), 2),
                wrap_to_mm=None if marked is None else round(marked + _wrap_reach(g.foot_tip_mm), 2),
                source=spot.source,
                stated_from=g.at.datum if g.at else None,
                distance_stated_mm=g.at.distance_mm if g.at else None,
                pencil_from_tip_ring_mm=None
                if from_tip is None
                else round(from_tip + ring_offset_mm(g, train.mark_under), 4),
            )
        )  # fmt: skip
    return out


def _wrap_reach(foot_mm: float) -> float:
    return foot_mm + habits().wrap_before_foot_mm if foot_mm > 0 else 0.0


def _marked(
    station: float, guide: Guide, train: Guides, datums: Datums, rule: MarkingRule
) -> float:
    """Round the place the pencil goes, in the datum it is measured from; return the ring's station."""
    offset = ring_offset_mm(guide, train.mark_under)
    try:
        distance = datums.distance(train.mark_from, station - offset)
    except DatumUnknownError:
        distance = datums.distance("tip_top_ring", station - offset)
        return datums.station("tip_top_ring", round_to_rule(distance, rule)) + offset
    return datums.station(train.mark_from, round_to_rule(distance, rule)) + offset


def find_in_guides(
    build: Build, plan: GuidesPlan, work: WorkingBlank, handle: HandlePlan
) -> list[Finding]:
    """Everything that would ruin the train, and what the builder should know."""
    rule = build.rule
    add = Noted("guides")
    if not plan.placed:
        usual = (
            f" About {plan.usual_count} and a tip-top is usual for this length."
            if plan.usual_count
            else ""
        )
        add(
            "guides-empty",
            "check",
            f"No guides are listed yet.{usual}",
            "About one guide a foot, plus the tip-top, is a starting point only.",
        )
        return add.found
    _judge_counts(build, plan, add)
    _judge_reel(build, plan, add, rule)
    _judge_places(build, plan, work, handle, add, rule)
    judge_gaps(plan.placed, add, rule)
    return add.found


def _judge_counts(build: Build, plan: GuidesPlan, add: Noted) -> None:
    count = len(plan.placed)
    if plan.usual_count is not None and abs(count - plan.usual_count) > 2:
        add(
            "guides-count",
            "note",
            f"{count} {'guide' if count == 1 else 'guides'} and a tip-top; about {plan.usual_count} is usual for this length.",
            "About one guide a foot, plus the tip-top, is a starting point only.",
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
        elif work.length_mm is not None and g.marked_mm > work.length_mm:
            add(
                "guides-off-tip",
                "ruins",
                f"A guide stated {_stated_words(g, build)} would lie past the bare tip.",
                "Every ring lies between the butt and the tip.",
                g.spot,
            )
        elif handle.parts and (g.wrap_from_mm or g.marked_mm) < handle.front_mm:
            add(
                "guides-on-grip",
                "ruins",
                f"The guide at {format_length(g.from_butt_mm or 0, rule)} from the butt sits on the handle, which ends at "
                f"{format_length(handle.front_mm, rule)}.",
                "A guide and its wrap lie clear of the handle.",
                g.spot,
            )
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


def joint_zone_mm(joint: Joint, guide: Guide) -> tuple[float, float]:
    """Stations between which this guide's ring may not stand: its wrap would lie on the joint."""
    low, high = joint.station_mm - joint.overlap_mm, joint.station_mm + JOINT_EDGE_MM
    return low - _wrap_reach(guide.foot_tip_mm), high + _wrap_reach(guide.foot_butt_mm)


JOINT_EDGE_MM = 5.0
"""The edge of the outer section at a joint and the wrap that strengthens it. From habit."""


def _stated_words(g: GuidePlaced, build: Build) -> str:
    where = datum_words(g.stated_from or "tip_top_ring", build.brief.rod_type)
    return f"{format_length(g.distance_stated_mm or 0, build.rule)} from {where}"
