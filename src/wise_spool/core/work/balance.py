"""Weight and balance of the handle and of the rod, with and without the reel.

Each part is a frustum less its bore, times a density; what was weighed wins.
Method page: ``docs/methods/balance.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.blank.mass import blank_mass_g
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import Part
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_length
from wise_spool.core.ground.units import ruled
from wise_spool.core.guides.masses import guide_mass_g, tip_top_mass_g
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.outline import said, volume_and_centre
from wise_spool.core.handle.stack import Fitted
from wise_spool.core.work.glue_up import GlueUpPlan
from wise_spool.core.wraps.planning import WrapsPlan

FIGHTING_BUTT_MM = 60.0
CLASSES: tuple[tuple[str, float], ...] = (
    ("very light", 32.0), ("light", 46.0), ("middling", 64.0), ("heavy", 90.0), ("very heavy", math.inf),
)  # fmt: skip
"""Upper ends of the weight classes, g of rod without reel a metre of its length. From memory, our own scale."""
LONGER_MM = 25.0


@dataclass(frozen=True)
class Lump:
    """A mass and where its centre lies, mm from the butt."""

    what: str
    mass_g: float
    at_mm: float
    weighed: bool


class MassLine(Frozen):
    """One line of the weight table."""

    what: str
    mass_g: float
    at_mm: float
    weighed: bool


class BalanceCase(Frozen):
    """One way to build it. Balance points in mm from the butt; ``tip_gram_mm`` is how far one
    gram at the tip moves the balance of the rod with its reel."""

    words: str
    handle_g: float
    rod_g: float
    with_reel_g: float
    balance_mm: float
    balance_with_reel_mm: float
    from_reel_mm: float | None
    tip_gram_mm: float


class BalancePlan(Frozen):
    """The rod as planned, line by line, and the what-ifs beside it.

    ``class_words`` is its weight for its length, on our own scale. ``weighed_g`` of the rod's weight was
    on a scale; the rest is guessed, and may be ``give_g`` off either way. ``over_wish_g`` is how far the rod
    without its reel is over what was wished; negative under it.
    """

    lines: tuple[MassLine, ...]
    cases: tuple[BalanceCase, ...]
    estimated: tuple[str, ...]
    class_words: str
    weighed_g: float
    give_g: float
    over_wish_g: float | None


def frustum_volume_ml(od_a_mm: float, od_b_mm: float, length_mm: float) -> float:
    """Volume of a cone frustum in mL: pi L (a^2 + a b + b^2) / 12 over diameters."""
    return math.pi * length_mm * (od_a_mm**2 + od_a_mm * od_b_mm + od_b_mm**2) / 12000


def frustum_centre(od_a_mm: float, od_b_mm: float) -> float:
    """Centre of mass of a solid frustum as a share of its length from face a."""
    a, b = od_a_mm, od_b_mm
    return (a * a + 2 * a * b + 3 * b * b) / (4 * (a * a + a * b + b * b))


def part_mass_g(part: Part, bore_a_mm: float, bore_b_mm: float) -> tuple[float, float]:
    """Mass in g and centre as mm from the part's butt face; weighed parts keep their mass."""
    outer = frustum_volume_ml(part.od_butt_mm, part.od_tip_mm, part.length_mm)
    centre = frustum_centre(part.od_butt_mm, part.od_tip_mm) * part.length_mm
    if len(said(part)) > 2:
        outer, centre = volume_and_centre(part)
    hollow = part.length_mm - part.closed_end_mm
    inner = frustum_volume_ml(bore_a_mm, bore_b_mm, max(hollow, 0.0))
    solid = max(outer - inner, 0.0)
    if part.seat is not None:
        solid *= habits().seat_solid
    mass = (
        part.mass_g
        if part.mass_g is not None
        else solid * habits().part_density_g_ml[part.material]
    )
    return mass, centre


@dataclass(frozen=True)
class Standing:
    """A part at its place with the bore it will have."""

    part: Part
    name: str
    start_mm: float
    bore_mm: tuple[float, float]


def plan_balance(
    build: Build,
    work: WorkingBlank,
    fitted: Sequence[Fitted],
    handle: HandlePlan,
    guides: GuidesPlan,
    wraps: WrapsPlan,
    finish: FinishPlan,
    glue_up: GlueUpPlan,
) -> BalancePlan | None:
    """Weight and balance as planned, and with the handle a little otherwise; None while the blank has
    no taper."""
    if work.taper is None or work.length_mm is None:
        return None
    mass, centre, weighed = blank_mass_g(build.blank, work.taper)
    blank = Lump("blank", mass, centre, weighed)
    standing = [Standing(f.part, f.placed.name, f.placed.start_mm, _bore_ends(f)) for f in fitted]
    parts = [_lump(s) for s in standing]
    by_id = {g.id: g for g in build.guides.train}
    train = [
        Lump(f"guide, ring {g.ring_mm:g}", guide_mass_g(by_id[g.id]), g.marked_mm, by_id[g.id].mass_g is not None)
        for g in guides.placed
        if g.marked_mm is not None
    ]  # fmt: skip
    train.append(Lump("tip-top", tip_top_mass_g(build.guides.tip_top), work.length_mm, False))
    reel = _reel(build, handle.reach_mm)
    extra = _extra(build, handle, wraps, finish, glue_up)
    rest = [blank, *train, *extra]
    cases = [_case("as planned", parts, rest, reel, work.length_mm)]
    cases += _what_ifs(standing, rest, reel, work.length_mm)
    lumps = [*parts, *extra, blank, *train, *([reel] if reel else [])]
    rod_g = cases[0].rod_g
    weighed_g = sum(x.mass_g for x in (*parts, *extra, blank, *train) if x.weighed)
    wish = build.brief.wish_g
    return BalancePlan(
        lines=tuple(
            MassLine(
                what=x.what, mass_g=round(x.mass_g, 2), at_mm=round(x.at_mm, 1), weighed=x.weighed
            )
            for x in lumps
        ),
        cases=tuple(cases),
        estimated=tuple(dict.fromkeys(x.what for x in lumps if not x.weighed)),
        class_words=weight_class(rod_g, work.length_mm),
        weighed_g=round(weighed_g, 1),
        give_g=round(habits().guess_off * (rod_g - weighed_g), 1),
        over_wish_g=None if wish is None else round(rod_g - wish, 1),
    )


def weight_class(rod_g: float, length_mm: float) -> str:
    """How heavy a rod is for its length.

    >>> weight_class(120.0, 2400.0), weight_class(60.0, 2000.0)
    ('middling', 'very light')
    """
    a_metre = rod_g / length_mm * 1000
    return next(words for words, most in CLASSES if a_metre <= most)


def _reel(build: Build, at_mm: float | None) -> Lump | None:
    if at_mm is None:
        return None
    weighed = build.guides.reel.mass_g
    mass = habits().reel_g[build.brief.rod_type] if weighed is None else weighed
    return Lump("reel", mass, at_mm, weighed is not None)


def _extra(build: Build, handle: HandlePlan, wraps: WrapsPlan, finish: FinishPlan, glue_up: GlueUpPlan) -> list[Lump]:  # fmt: skip
    """Arbor, adhesive, thread and finish: what nobody weighs."""
    extra = [
        Lump("arbor", a.mass_g, (a.bands[0].start_mm + a.bands[-1].end_mm) / 2, False)
        for a in handle.arbors
        if a.bands
    ]
    seat = next((p for p in handle.parts if p.kind == "reel_seat"), None)
    glue = sum(m.mass_g for m in glue_up.mixes)
    if glue and seat is not None:
        extra.append(Lump("adhesive", glue, (seat.start_mm + seat.end_mm) / 2, False))
    coats = (
        finish.came_with_ml + sum(c.volume_ml for c in finish.coats)
    ) / build.finish.loss_factor
    if wraps.laid:
        thread, at = wraps.mass_g, _middle([(w.mass_g, w.start_mm, w.end_mm) for w in wraps.laid])
        extra.append(Lump("thread", thread, at, False))
        if coats:
            at = _middle([(w.area_mm2, w.start_mm, w.end_mm) for w in wraps.laid])
            extra.append(Lump("finish", coats * habits().finish_g_per_ml, at, False))
    for a in finish.areas_own:
        on = (a.came_with_ml + sum(c.volume_ml for c in a.coats)) / build.finish.loss_factor
        if on and a.start_mm is not None and a.end_mm is not None:
            extra.append(Lump(a.name, on * habits().finish_g_per_ml, (a.start_mm + a.end_mm) / 2, False))  # fmt: skip
    return extra


def _middle(rows: Sequence[tuple[float, float, float]]) -> float:
    """Where what lies between stations balances: (how much, from, to)."""
    total = sum(m for m, _, _ in rows) or 1.0
    return sum(m * (a + b) / 2 for m, a, b in rows) / total


def _bore_ends(f: Fitted) -> tuple[float, float]:
    """Bore a part will have at its faces; the blank itself while nothing is known."""
    if f.final_bore is not None:
        return float(f.final_bore.bore_mm[0]), float(f.final_bore.bore_mm[-1])
    a, b = f.placed.butt_face.od_mm, f.placed.tip_face.od_mm
    return (a or 0.0, b or a or 0.0)


def _lump(s: Standing) -> Lump:
    mass, centre = part_mass_g(s.part, *s.bore_mm)
    return Lump(s.name, mass, s.start_mm + centre, s.part.mass_g is not None)


def _case(
    words: str, handle: Sequence[Lump], rest: Sequence[Lump], reel: Lump | None, length_mm: float
) -> BalanceCase:
    rod = [*handle, *rest]
    mass = sum(x.mass_g for x in rod)
    at = sum(x.mass_g * x.at_mm for x in rod) / mass
    whole = mass + (reel.mass_g if reel else 0.0)
    both = (mass * at + (reel.mass_g * reel.at_mm if reel else 0.0)) / whole
    return BalanceCase(
        words=words, handle_g=round(sum(x.mass_g for x in handle), 1), rod_g=round(mass, 1), with_reel_g=round(whole, 1),
        balance_mm=round(at, 1), balance_with_reel_mm=round(both, 1),
        from_reel_mm=None if reel is None else round(both - reel.at_mm, 1),
        tip_gram_mm=round((length_mm - both) / (whole + 1), 2),
    )  # fmt: skip


def _what_ifs(
    parts: Sequence[Standing], rest: Sequence[Lump], reel: Lump | None, length_mm: float
) -> list[BalanceCase]:
    """With or without a fighting butt, and the rear grip a little longer: side by side."""
    if not parts:
        return []
    has = [s for s in parts if s.part.kind == "fighting_butt"]
    handle = [_lump(s) for s in parts]
    cases = []
    if has:
        without = [_lump(s) for s in parts if s.part.kind != "fighting_butt"]
        cases.append(_case("without the fighting butt", without, rest, reel, length_mm))
    else:
        butt = Part(id="what-if", kind="fighting_butt", material="foam", length_mm=FIGHTING_BUTT_MM, od_butt_mm=34, od_tip_mm=30)  # fmt: skip
        first = parts[0]
        mass, centre = part_mass_g(butt, 12, 12)
        added = Lump("fighting butt", mass, first.start_mm - FIGHTING_BUTT_MM + centre, False)
        cases.append(
            _case(
                f"with a foam fighting butt of {format_length(FIGHTING_BUTT_MM, ruled())}",
                [*handle, added],
                rest,
                reel,
                length_mm,
            )
        )
    rear = next((s for s in parts if s.part.kind == "rear_grip"), None)
    if rear is not None:
        mass, _ = part_mass_g(rear.part, *rear.bore_mm)
        more = mass * LONGER_MM / rear.part.length_mm

        def moved(x: Lump) -> Lump:
            ahead = x.at_mm > rear.start_mm + rear.part.length_mm / 2
            return Lump(x.what, x.mass_g, x.at_mm + LONGER_MM if ahead else x.at_mm, x.weighed)

        longer = [
            *(moved(x) for x in handle),
            Lump("longer grip", more, rear.start_mm + rear.part.length_mm, False),
        ]
        shifted = None if reel is None else moved(reel)
        cases.append(
            _case(
                f"rear grip {format_length(LONGER_MM, ruled())} longer",
                longer,
                rest,
                shifted,
                length_mm,
            )
        )
    return cases
