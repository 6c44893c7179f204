"""The guide train: every ring's station from charts, reel side and closed middle.

Method page: ``docs/methods/guides.md``.
"""

import itertools
from dataclasses import dataclass

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.blank import Joint
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import RodType
from wise_spool.core.document.guides import Datum, Guide, Guides, MarkUnder, StatedAt
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import (
    MM_PER_FOOT,
    MarkingRule,
    round_to_rule,
)
from wise_spool.core.guides.closing import close_after_gap, close_from_first_gap
from wise_spool.core.guides.datums import (
    Datums,
    DatumUnknownError,
    Origin,
)
from wise_spool.core.guides.gaps import GuidePlaced, Source
from wise_spool.core.guides.winding import arc_from_top_mm, clock_words, clocks_of
from wise_spool.core.handle.assembling import HandlePlan


class GuidesPlan(Frozen):
    """The whole train and the datums it hangs on."""

    placed: tuple[GuidePlaced, ...]
    tip_top_ring_mm: float | None
    spool_lip_mm: float | None
    seat_front_mm: float | None
    measured_from: dict[Datum, Origin]
    mark_from: Datum
    tip_top_clock_deg: float
    usual_least: int | None
    usual_most: int | None


def usual_count(length_mm: float, rod_type: RodType) -> tuple[int, int]:
    """Least and most guides that are usual on a rod of that length: so many a foot and some, by its kind.

    >>> usual_count(2134, "spinning")
    (8, 10)
    """
    middle = (
        habits().guides_per_foot * length_mm / MM_PER_FOOT + habits().guides_over_feet[rod_type]
    )
    return max(round(middle - 1), 1), max(round(middle + 1), 2)


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


def plan_guides(
    build: Build, datums: Datums | None, handle: HandlePlan, work: WorkingBlank
) -> GuidesPlan:
    """Place every guide: stated ones from their datums, the free ones closed between."""
    train = build.guides
    spots = _spots(train.train, build, datums, handle)
    built = any(g.built for g in train.train)
    unbuilt = tuple(g.model_copy(update={"built": None}) for g in train.train)
    wished = _spots(unbuilt, build, datums, handle) if built else spots
    clocks = clocks_of(build)
    usual = None if datums is None else usual_count(datums.length_mm, build.brief.rod_type)
    return GuidesPlan(
        placed=tuple(_placed(spots, wished, build, datums, clocks, work)),
        tip_top_ring_mm=datums.tip_top_ring_mm if datums else None,
        spool_lip_mm=datums.spool_lip_mm if datums else None,
        seat_front_mm=datums.seat_front_mm if datums else None,
        measured_from=datums.known if datums else {},
        mark_from=train.mark_from,
        tip_top_clock_deg=clocks["tip-top"],
        usual_least=None if usual is None else usual[0],
        usual_most=None if usual is None else usual[1],
    )


def _spots(
    train: tuple[Guide, ...], build: Build, datums: Datums | None, handle: HandlePlan
) -> list[_Spot]:
    spots = [_stated(g, build, datums) for g in train]
    if datums is not None and spots:
        _assume_stripper(spots, build, datums, handle)
        _close_runs(spots, build.guides.first_gap_mm)
    return spots


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


def from_the_butt(built: StatedAt, build: Build, datums: Datums) -> StatedAt:
    """The same place from the butt end as the blank arrived. Raises :class:`DatumUnknownError`."""
    station = built_station_mm(built, build, datums) + build.blank.trim_butt_mm
    return StatedAt(datum="butt", distance_mm=round(max(station, 0.0), 4))


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


def _placed(
    spots: list[_Spot], wished: list[_Spot], build: Build, datums: Datums | None, clocks: dict[str, float], work: WorkingBlank
) -> list[GuidePlaced]:  # fmt: skip
    train, rule = build.guides, build.rule
    out: list[GuidePlaced] = []
    previous: float | None = 0.0
    gap_before: float | None = None
    for spot, wish in zip(spots, wished, strict=True):
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
                clock_deg=clocks[g.id], clock_words=clock_words(clocks[g.id]),
                arc_from_top_mm=None if marked is None or work.taper is None else round(arc_from_top_mm(work.taper.od_at(marked), clocks[g.id]), 2),
                station_mm=None if station is None else round(station, 4),
                marked_mm=None if marked is None else round(marked, 4),
                from_butt_mm=from_butt, from_tip_ring_mm=from_tip, gap_mm=gap, step_mm=step,
                wrap_from_mm=None if marked is None else round(marked - _wrap_reach(g.foot_butt_mm, g.ring_mm), 2),
                wrap_to_mm=None if marked is None else round(marked + _wrap_reach(g.foot_tip_mm, g.ring_mm), 2),
                source=spot.source,
                stated_from=g.at.datum if g.at else None,
                distance_stated_mm=g.at.distance_mm if g.at else None,
                wished_from_tip_ring_mm=from_tip if spot.source != "built" else _wished(wish, train, datums, rule),
                pencil_from_tip_ring_mm=None
                if from_tip is None
                else round(from_tip + ring_offset_mm(g, train.mark_under), 4),
            )
        )  # fmt: skip
    return out


def _wished(wish: _Spot, train: Guides, datums: Datums | None, rule: MarkingRule) -> float | None:
    """A wished place from the tip-top ring, its mark on the rule."""
    if wish.from_ring_mm is None or datums is None:
        return None
    station = datums.tip_top_ring_mm - wish.from_ring_mm
    return round(datums.tip_top_ring_mm - _marked(station, wish.guide, train, datums, rule), 4)


def before_foot_mm(ring_mm: float) -> float:
    """How far before a foot its thread starts: the full way at large rings, a few turns at the smallest, by the ring
    between (common practice: over 6 mm for the largest, three or four turns for the smallest)."""
    h = habits()
    few = min(h.start_turns * h.thread_mm["A"], h.wrap_before_foot_mm)
    share = min(ring_mm / h.large_ring_mm, 1.0)
    return round(few + share * (h.wrap_before_foot_mm - few), 2)


def _wrap_reach(foot_mm: float, ring_mm: float) -> float:
    return foot_mm + before_foot_mm(ring_mm) if foot_mm > 0 else 0.0


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


def joint_zone_mm(joint: Joint, guide: Guide) -> tuple[float, float]:
    """Stations between which this guide's ring may not stand: its wrap would lie on the joint."""
    low, high = joint.station_mm - joint.overlap_mm, joint.station_mm + JOINT_EDGE_MM
    return low - _wrap_reach(guide.foot_tip_mm, guide.ring_mm), high + _wrap_reach(
        guide.foot_butt_mm, guide.ring_mm
    )


JOINT_EDGE_MM = 5.0
"""The edge of the outer section at a joint and the wrap that strengthens it. From habit."""
