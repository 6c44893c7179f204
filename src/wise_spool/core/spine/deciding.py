"""The spine decided: which line counts, what goes where round the clock, what each school costs.

Readings come from ``core/spine/resting.py`` and ``core/spine/drops.py``, the torque
from ``core/mechanics/rolling.py``. Clock degrees seen from butt to tip, clockwise, 0 at the
witness mark. Method page: ``docs/methods/spine.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import RodType
from wise_spool.core.document.spine import RollTrial, Side, SpineSchool, Zero, Zone
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.mechanics.rolling import RollModel
from wise_spool.core.spine.drops import (
    DeflectionRead,
    FlatRead,
    model_from_drops,
    read_drops,
    read_flat,
)
from wise_spool.core.spine.resting import ZoneReading, apart_deg, read_zone

DEFAULT_GUIDES_ON: dict[RodType, Side] = {
    "spinning": "inside",
    "fly": "inside",
    "casting": "outside",
    "trolling": "outside",
}
"""Under a fish the rod bends toward the line, so guides below lie on the inside of the
bend and guides on top on its outside; these choices let the rod rest as it hangs."""
SCHOOL_WORDS: dict[SpineSchool, str] = {
    "resting_line": "the strongest resting line",
    "straightest": "the straightest line, spine ignored",
    "stiff_axis": "the measured stiff axis",
    "ignore": "no line: the zero of the clock",
}
ZERO_WORDS: dict[Zero, str] = {
    "witness": "the witness mark",
    "label": "the printed label",
    "gimbal": "the gimbal’s slot",
    "guides": "the guides already on",
}
CLOCK_PLACES: dict[str, float] = {
    "label": 180.0,
    "printed label": 180.0,
    "hook keeper": 180.0,
    "trigger": 180.0,
    "grip pattern": 180.0,
    "barrel groove": 0.0,
    "hood": 0.0,
    "cap inlet": 180.0,
    "gimbal slot": 0.0,
    "joint": 0.0,
}
"""How far clockwise from the guides things go unless the builder says otherwise (common practice)."""
STANDS_AT_ZERO: dict[Zero, str] = {
    "witness": "guides",
    "label": "printed label",
    "gimbal": "gimbal slot",
    "guides": "guides",
}
WILL_NOT_TURN: frozenset[Zero] = frozenset({"gimbal", "guides"})
"""Glued on already: the seat and the rest are lined up to it, whatever the blank wants."""
THIRD = 1 / 3
"""Torque is judged at the load that drops the tip by a third of the free length."""
ZONES: tuple[Zone, ...] = ("whole", "butt", "tip")


class ClockMark(Frozen):
    """Where something goes round the blank; arc is on the OD at ``station_mm``. ``own`` is the id of the
    builder's own place for it."""

    what: str
    own: str | None = None
    angle_deg: float
    station_mm: float | None
    od_mm: float | None
    arc_mm: float | None


class MapLine(Frozen):
    """One place a pencil line goes: the blank there, a degree of it, arcs of every mark in mm
    clockwise from the zero, and from the printed label when that is known."""

    place: str
    station_mm: float
    od_mm: float
    girth_mm: float
    arcs_mm: tuple[float, ...]
    from_label_mm: tuple[float, ...]


class SchoolOutcome(Frozen):
    """One school on this very blank.

    ``off_rest_deg`` is how far the bend is from the nearest resting line;
    ``torque_n_mm`` what it takes to keep the rod from rolling at the
    third-of-length load, ``rolls_deg`` how far it would roll if let go;
    ``holds_on_top`` and ``holds_below`` whether it would stay with its guides
    on top of the rod and hung under it.
    """

    school: SpineSchool
    words: str
    taken: bool
    guides_deg: float
    off_rest_deg: float | None
    torque_n_mm: float | None
    hand: str
    rolls_deg: float | None
    holds: bool | None
    holds_on_top: bool | None
    holds_below: bool | None
    costs: str


class SpinePlan(Frozen):
    """Readings by section and zone, the line chosen and where everything goes on the clock."""

    zones: tuple[ZoneReading, ...]
    sections: tuple[ZoneReading, ...]
    drops: DeflectionRead
    flat: FlatRead
    decided_by: Zone | None
    line_deg: float | None
    guides_deg: float | None
    reel_deg: float | None
    guides_on: Side
    marks: tuple[ClockMark, ...]
    map: tuple[MapLine, ...]
    schools: tuple[SchoolOutcome, ...]
    stiff_axis_is_measured: bool
    zero: str
    fixed: bool


@dataclass(frozen=True)
class PencilPlace:
    """A place round which lines are drawn."""

    place: str
    station_mm: float


def plan_spine(
    build: Build,
    work: WorkingBlank,
    pencil_mm: float | None,
    places: Sequence[PencilPlace] = (),
) -> SpinePlan:
    """Readings and the decision; ``pencil_mm`` is the station where lines are first drawn."""
    spine = build.spine
    zones = _zones(spine.trials, 0, strict=spine.strict)
    sections = tuple(
        z
        for s in sorted({t.section for t in spine.trials if t.section})
        for z in _zones(spine.trials, s, strict=spine.strict)
    )
    drops = read_drops(spine.drops)
    flat = read_flat(spine.flat)
    side = spine.guides_on or DEFAULT_GUIDES_ON[build.brief.rod_type]
    deciding = _deciding_zone(spine.decide_by, zones)
    line = _line_of(build, spine.school, deciding, drops, flat)
    guides = _guides_at(build, spine.school, line, side)
    marks = _marks(build, work, line, guides, pencil_mm)
    return SpinePlan(
        zones=zones,
        sections=sections,
        drops=drops,
        flat=flat,
        decided_by=None if deciding is None else deciding.zone,
        line_deg=line,
        guides_deg=guides,
        reel_deg=guides,
        guides_on=side,
        marks=marks,
        map=_map(build, work, marks, places),
        schools=_schools(build, work, deciding, drops, flat, side),
        stiff_axis_is_measured=_stiff_axis(drops) is not None,
        zero=ZERO_WORDS[spine.zero],
        fixed=spine.zero in WILL_NOT_TURN,
    )


def _zones(trials: Sequence[RollTrial], section: int, *, strict: bool) -> tuple[ZoneReading, ...]:
    out = []
    for zone in ZONES:
        mine = [(i, t) for i, t in enumerate(trials) if t.zone == zone and t.section == section]
        if mine:
            out.append(
                read_zone(zone, [t for _, t in mine], [i for i, _ in mine], section, strict=strict)
            )
    return tuple(out)


def _deciding_zone(wanted: Zone | None, zones: tuple[ZoneReading, ...]) -> ZoneReading | None:
    """The zone the builder builds on, else the whole blank, else the first that was tested."""
    return next((z for z in zones if z.zone == wanted), zones[0] if zones else None)


def _stiff_axis(drops: DeflectionRead) -> float | None:
    return drops.stiff_deg if drops.verdict in ("stiffness", "both") else None


def _line_of(
    build: Build,
    school: SpineSchool,
    zone: ZoneReading | None,
    drops: DeflectionRead,
    flat: FlatRead,
) -> float | None:
    """The line a school builds on; the builder's own entry wins over what was measured."""
    spine = build.spine
    own = spine.own_line_deg if school == spine.school else None
    if school == "ignore":
        return None
    if school == "stiff_axis":
        return own if own is not None else _stiff_axis(drops)
    if school == "straightest":
        if own is not None:
            return own
        if drops.verdict in ("bow", "both"):
            return drops.bow_deg
        return flat.bow_deg
    if zone is None:
        return None
    lines = zone.lines
    return lines[1].angle_deg if spine.line == "other" and len(lines) > 1 else lines[0].angle_deg


def clock_places(build: Build) -> dict[str, tuple[float, str | None]]:
    """Everything that may have a place on the clock: how far clockwise from the guides, and the id of
    the builder's own say in it."""
    places: dict[str, tuple[float, str | None]] = {n: (at, None) for n, at in CLOCK_PLACES.items()}
    places.update((p.name.lower(), (p.from_guides_deg, p.id)) for p in build.spine.places)
    return places


def _guides_at(build: Build, school: SpineSchool, line: float | None, side: Side) -> float | None:
    """Where the guides go; what is on the rod already and will not turn has decided it."""
    zero = build.spine.zero
    if zero in WILL_NOT_TURN or school == "ignore":
        off = clock_places(build).get(STANDS_AT_ZERO[zero])
        return 0.0 if off is None else (-off[0]) % 360
    if line is None:
        return None
    if school != "resting_line" or side == build.spine.taped_side:
        return line
    return (line + 180) % 360


def _marks(
    build: Build,
    work: WorkingBlank,
    line: float | None,
    guides: float | None,
    pencil_mm: float | None,
) -> tuple[ClockMark, ...]:
    if guides is None:
        return ()
    od = None if pencil_mm is None else work.od_mm(pencil_mm)
    places = clock_places(build)
    wanted: list[tuple[str, float, str | None]] = [("guides", guides, None), ("reel foot", guides, None)]  # fmt: skip
    if line is not None:
        wanted.insert(0, ("spine line", line, None))
    named = [*_usual(build, work), *(p.name.lower() for p in build.spine.places)]
    for name in dict.fromkeys(named):
        off, own = places[name]
        wanted.append((name, (guides + off) % 360, own))
    return tuple(
        ClockMark(
            what=what, own=own, angle_deg=round(angle, 1) % 360, station_mm=pencil_mm, od_mm=od,
            arc_mm=None if od is None else round(math.pi * od * angle / 360, 2),
        )
        for what, angle, own in wanted
    )  # fmt: skip


def _usual(build: Build, work: WorkingBlank) -> list[str]:
    """What a rod of these parts lines up without being told."""
    parts = build.handle.parts
    there = {
        "label": True,
        "hook keeper": any(p.kind == "hook_keeper" for p in parts),
        "trigger": any(p.seat is not None and p.seat.trigger_mm is not None for p in parts),
        "grip pattern": any(p.material == "wood" for p in parts),
        "hood": any(p.kind == "seat_hood" for p in parts),
        "gimbal slot": build.spine.zero == "gimbal",
        "joint": bool(work.joints),
    }
    return [name for name, is_there in there.items() if is_there]


def _map(
    build: Build, work: WorkingBlank, marks: tuple[ClockMark, ...], places: Sequence[PencilPlace]
) -> tuple[MapLine, ...]:
    """Arcs of every mark at every place a line is drawn."""
    label = 0.0 if build.spine.zero == "label" else build.spine.label_deg
    out = []
    for p in places if marks else ():
        od = work.od_mm(p.station_mm)
        if od is None:
            continue
        girth = math.pi * od

        def arc(degrees: float, girth: float = girth) -> float:
            return round(girth * (degrees % 360) / 360, 2)

        out.append(
            MapLine(
                place=p.place,
                station_mm=round(p.station_mm, 2),
                od_mm=round(od, 3),
                girth_mm=round(girth, 2),
                arcs_mm=tuple(arc(m.angle_deg) for m in marks),
                from_label_mm=()
                if label is None
                else tuple(arc(m.angle_deg - label) for m in marks),
            )
        )
    return tuple(out)


def _schools(
    build: Build,
    work: WorkingBlank,
    zone: ZoneReading | None,
    drops: DeflectionRead,
    flat: FlatRead,
    side: Side,
) -> tuple[SchoolOutcome, ...]:
    """Every school that has a line here, with what it asks of the angler's hand."""
    free = (work.length_mm or 0.0) - build.spine.clamp_mm
    model = model_from_drops(drops, build.spine.weight_g, max(free, 1.0) * THIRD)
    out = []
    fixed = build.spine.zero in WILL_NOT_TURN
    for school, words in SCHOOL_WORDS.items():
        if fixed and school != build.spine.school:
            continue  # nothing is left to choose
        line = _line_of(build, school, zone, drops, flat)
        guides = _guides_at(build, school, line, side)
        if guides is None:
            continue
        taken = school == build.spine.school
        out.append(_outcome(build, school, words, taken, guides, zone, model))
    return tuple(out)


def guides_below(rod_type: RodType) -> bool:
    """Guides hang under spinning and fly rods and stand on top of casting and trolling rods."""
    return rod_type in ("spinning", "fly")


def _outcome(
    build: Build,
    school: SpineSchool,
    words: str,
    taken: bool,
    guides: float,
    zone: ZoneReading | None,
    model: RollModel | None,
) -> SchoolOutcome:
    below = guides_below(build.brief.rod_type)
    toward = guides if below else (guides + 180) % 360
    off = None
    if zone is not None:
        turned = 0.0 if build.spine.taped_side == "inside" else 180.0
        off = round(min(apart_deg(toward, (x.angle_deg + turned) % 360) for x in zone.lines), 1)
    torque = rolls = None
    holds: bool | None = None
    on_top: bool | None = None
    hung: bool | None = None
    if model is not None:
        height = _ring_height_mm(build)
        torque, rolls = roll_under_load(model, toward, height if not below else -height)
        holds = abs(rolls) < habits().holds_within_deg
        on_top = (
            abs(roll_under_load(model, (guides + 180) % 360, height)[1]) < habits().holds_within_deg
        )
        hung = abs(roll_under_load(model, guides, -height)[1]) < habits().holds_within_deg
    return SchoolOutcome(
        school=school, words=words, taken=taken, guides_deg=round(guides, 1), off_rest_deg=off,
        torque_n_mm=None if torque is None else round(torque, 2), hand=in_the_hand(torque),
        rolls_deg=None if rolls is None else round(rolls, 1), holds=holds, holds_on_top=on_top, holds_below=hung,
        costs=_costs(school, off, holds),
    )  # fmt: skip


def in_the_hand(torque_n_mm: float | None) -> str:
    """A twist as a hand feels it; empty when it is not known.

    >>> in_the_hand(20.0), in_the_hand(900.0)
    ('light', 'strong')
    """
    if torque_n_mm is None:
        return ""
    by = habits()
    if torque_n_mm <= by.hand_light_n_mm:
        return "light"
    return "firm" if torque_n_mm <= by.hand_firm_n_mm else "strong"


def _ring_height_mm(build: Build) -> float:
    heights = [g.height_mm for g in build.guides.train] or [build.guides.tip_top.height_mm]
    return sum(heights) / len(heights)


def roll_under_load(model: RollModel, toward_deg: float, height_mm: float) -> tuple[float, float]:
    """Torque in N mm to keep the loaded rod from rolling, and how far it rolls if let go, degrees.

    To the blank's own energy comes the line's: a load P on rings standing
    ``height_mm`` off the axis on the outside of the bend (negative: hanging on
    its inside) adds P h cos(roll). P is the load at the model's displacement,
    with the mean stiffness. The rod is let go with a nudge of one degree to
    either side; the nearer rest counts.
    """
    load = (model.soft_n_mm + model.stiff_n_mm) / 2 * model.displacement_mm
    roll = np.arange(-180.0, 180.5, 0.5)
    energy = model.energy(toward_deg + roll) + load * height_mm * np.cos(np.radians(roll))
    middle = roll.size // 2
    ends = []
    for way in (1, -1):
        i = middle + 2 * way
        while 0 < i < roll.size - 1 and energy[i + way] < energy[i]:
            i += way
        back = energy[i] >= energy[middle]
        ends.append(0.0 if back else float(roll[i]))
    return abs(model.torque(toward_deg)), min((e for e in ends if e), key=abs, default=0.0)


def _costs(school: SpineSchool, off: float | None, holds: bool | None) -> str:
    lie = {
        "resting_line": "lies as it wants to; the blank may look bowed from above",
        "straightest": "looks straight on the rack; under load it may want to turn",
        "stiff_axis": "casts a shade crisper; it rests across this axis, so the hand holds it",
        "ignore": "quickest; whatever the blank wants, the hand takes up",
    }[school]
    if holds is False:
        return f"{lie}; let go, it rolls over"
    if off is not None and off > 60 and school != "stiff_axis":
        return f"{lie}; {off:.0f}° off where it rests"
    return lie
