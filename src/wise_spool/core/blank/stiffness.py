"""How stiff the blank is: EI along it from bends on the bench, its power and its action.

With weights hung on it the course of EI is fitted and its band stated (``hanging.py``). With none, it is
what its label says of it, or what its size and material make likely, and said to be estimated. Power is
the load that drops the tip by a third of the free length, action the tip's angle there; the free length
is counted from one stated clamp whatever clamp a reading was taken at. Method page:
``docs/methods/stiffness.md``.
"""

import math
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.hanging import Course, Third, band_of, hang, log_k_of, third_of
from wise_spool.core.blank.labels import ACTION_DEG, POWER_N, action_of_label, power_of_label
from wise_spool.core.blank.working import WorkingBlank, working_blank
from wise_spool.core.document.blank import Blank, BlankMaterial, StaticReading
from wise_spool.core.ground.findings import Finding, Noted, Spot
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import Habits, following, habits, row_of
from wise_spool.core.ground.measures import format_length
from wise_spool.core.ground.units import format_weight, ruled
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError

Floats = NDArray[np.float64]


def strain_limit(material: BlankMaterial) -> float:
    """Strain at which a bend is stopped: what the material takes, with care."""
    in_force = habits()
    return {
        "carbon": in_force.strain_carbon,
        "glass": in_force.strain_glass,
        "composite": in_force.strain_composite,
    }[material]


Source = Literal["measured", "fitted", "label", "size"]
HUNG: tuple[Source, ...] = ("measured", "fitted")


class StiffnessPlan(Frozen):
    """EI = ``k_n_mm2`` OD^``p`` exp(``bow`` f), OD in mm, f a bow over the ``whole_mm`` of the blank as
    it arrived. Power lies within ``off_percent`` either way in 95 of 100 blanks when it was measured;
    ``low_g`` and ``high_g`` are its ends. ``reading_error_mm`` is the worst misfit of the readings,
    ``clamp_mm`` where the blank is held when its power is stated."""

    source: Source
    k_n_mm2: float
    p: float
    bow: float
    whole_mm: float
    off_percent: float
    reading_error_mm: float | None
    power_n: float
    power_g: float
    low_g: float
    high_g: float
    power_words: str
    label_words: str
    label_read: str
    agrees: bool | None
    label_n: float | None
    as_sold_n: float | None
    action_deg: float
    action_off_deg: float
    action_words: str
    action_agrees: bool | None
    asked: tuple[str, ...]
    clamp_mm: float

    @property
    def hung(self) -> bool:
        """Whether a weight was hung on this very blank: all else is an estimate."""
        return self.source in HUNG


@dataclass(frozen=True)
class _Known:
    """What is known of a blank's stiffness, as it arrived, and how surely."""

    source: Source
    by_size: Course
    course: Course
    third: Third
    power_off: float
    action_off_deg: float
    worst_mm: float | None


def measure(blank: Blank) -> StiffnessPlan | None:
    """Stiffness, power and action of a blank as it will be built on; None without a taper.

    Raises nothing: a reading no bend explains leaves the label's class.
    """
    work = working_blank(blank)
    if work.taper is None or work.length_mm is None:
        return None
    return _measured(blank, habits())


@lru_cache(maxsize=128)
def _measured(blank: Blank, in_force: Habits) -> StiffnessPlan | None:
    try:
        with following(in_force):
            return _solved(blank)
    except (BendError, ValueError):
        return None  # a taper no rod has: nothing that bends as one


def _solved(blank: Blank) -> StiffnessPlan | None:
    work = working_blank(blank)
    if work.taper is None or work.length_mm is None:
        return None
    clamp = stated_clamp_mm(work.length_mm)
    known = _known(blank, work, clamp)
    power, course = known.third.power_n, known.course
    label, of_action = power_of_label(blank.label_power), action_of_label(blank.label_action)
    words = label.name if known.source == "label" and label and label.name else _between(power * math.exp(-known.power_off), power * math.exp(known.power_off), power, POWER_N)  # fmt: skip
    action, off = known.third.action_deg, known.action_off_deg
    measured = known.source in HUNG
    actions = _between(action - off, action + off, action, ACTION_DEG)
    return StiffnessPlan(
        source=known.source, k_n_mm2=float(f"{math.exp(course.log_k) / course.reference_mm**course.p:.7g}"),
        p=round(course.p, 3), bow=round(course.bow, 4), whole_mm=course.whole_mm,
        off_percent=round(100 * math.expm1(known.power_off), 1),
        reading_error_mm=None if known.worst_mm is None else round(known.worst_mm, 2),
        power_n=round(power, 3), power_g=round(power / GRAVITY_N_PER_G, 1),
        low_g=round(power * math.exp(-known.power_off) / GRAVITY_N_PER_G, 1),
        high_g=round(power * math.exp(known.power_off) / GRAVITY_N_PER_G, 1),
        power_words=words, label_words=blank.label_power, label_read=_label_read(blank),
        label_n=None if label is None else round(label.power_n, 3), as_sold_n=_as_sold_n(known) if measured else None,
        agrees=None if label is None or not measured else _as_labelled(label.power_n, known),
        action_deg=round(action, 1), action_off_deg=round(off, 1), action_words=actions,
        action_agrees=None if of_action is None or not measured else of_action in actions.removeprefix("between ").replace(", perhaps ", " and ").split(" and "),
        asked=tuple(_asked(_usable(blank), known.by_size)), clamp_mm=round(clamp, 1),
    )  # fmt: skip


def stated_clamp_mm(length_mm: float) -> float:
    """Where a blank is clamped when its power is stated: one convention, whatever the readings' clamp."""
    return min(habits().power_clamp_mm, 0.2 * length_mm)


def _as_sold_n(known: _Known) -> float:
    """Power of the blank before anything was cut off it, as a label speaks of it; N."""
    whole = known.by_size.whole_mm
    return round(third_of(known.course, stated_clamp_mm(whole), whole).power_n, 3)


def _as_labelled(label_n: float, known: _Known) -> bool:
    """Whether a power lies where the label has it: within its class's width and the band together."""
    give = LABEL_GIVE + known.power_off
    return abs(math.log(known.third.power_n / label_n)) <= give


LABEL_GIVE = math.log(1.35)
"""Half the width of a class, on the scale that grows by shares: makers differ by that. From memory."""


def _label_read(blank: Blank) -> str:
    """How the label was understood; empty without one."""
    if not blank.label_power.strip():
        return ""
    read = power_of_label(blank.label_power)
    return "not understood" if read is None else read.words


def _known(blank: Blank, work: WorkingBlank, clamp: float) -> _Known:
    """By the readings, else by the label, else by size."""
    whole = working_blank(blank.model_copy(update={"trim_butt_mm": 0.0, "trim_tip_mm": 0.0}))
    assert whole.taper is not None and whole.length_mm is not None
    assert work.taper is not None and work.length_mm is not None
    arrived = by_size(blank, whole)
    readings = _usable(blank)

    def now(course: Course) -> Course:
        """The same course on what is left after the trims."""
        assert work.taper is not None
        return replace(course, taper=work.taper, cut_mm=work.cut_mm, joints=_overlaps(work))

    if readings:
        try:
            hung = hang(arrived, readings)
            third, power_off, action_off = band_of(hung, now(hung.course), clamp, work.length_mm)
            source: Source = "fitted" if len(readings) > 1 else "measured"
            return _Known(source, arrived, hung.course, third, power_off, action_off, hung.worst_mm)
        except (BendError, ValueError, np.linalg.LinAlgError):
            pass
    label = power_of_label(blank.label_power)
    source = "size" if label is None else "label"
    of_series = row_of(habits().series_power, blank.name) or 1.0
    course = arrived
    if label is not None:  # a label is of the blank as it was sold
        sold = third_of(arrived, stated_clamp_mm(whole.length_mm), whole.length_mm)
        course = replace(
            arrived, log_k=arrived.log_k + math.log(label.power_n * of_series / sold.power_n)
        )
    third = third_of(now(course), clamp, work.length_mm)
    off = math.log1p(habits().size_off) if label is None else LABEL_OFF
    return _Known(source, arrived, course, third, off, ACTION_OFF_DEG, None)


LABEL_OFF = math.log(1.4)
"""How far a blank may be off what its label stands for. From memory: makers differ."""
ACTION_OFF_DEG = 3.0
"""How far the action of a blank nobody hung a weight on may lie off. From habit."""


def by_size(blank: Blank, whole: WorkingBlank) -> Course:
    """What a blank of this size and material is likely to be: a tube of its wall, EI = E pi/64
    (OD^4 - ID^4) at a third of its length (handbook formula), running as OD^p from there."""
    assert whole.taper is not None and whole.length_mm is not None
    h = habits()
    reference = float(whole.taper.od_at(whole.length_mm / 3))
    bore = 1 - 2 * min(h.wall_share[blank.material], 0.5)
    ei = h.young_n_mm2[blank.material] * math.pi / 64 * reference**4 * (1 - bore**4)
    return Course(whole.taper, whole.length_mm, reference, math.log(ei), h.power_p, joints=_overlaps(whole))  # fmt: skip


def _overlaps(work: WorkingBlank) -> tuple[tuple[float, float, float], ...]:
    """Where two sections lie one in the other."""
    times = habits().joint_stiffer
    return tuple((j.station_mm - j.overlap_mm, j.station_mm, times) for j in work.joints)


def _asked(readings: list[StaticReading], likely: Course) -> list[str]:
    """Rows whose bend makes the blank far stiffer or softer than anything of its size."""
    odd = []
    for r in readings:
        try:
            times = math.exp(log_k_of(likely, r) - likely.log_k)
        except (BendError, ValueError, np.linalg.LinAlgError):
            continue
        if not 1 / habits().odd_stiffness < times < habits().odd_stiffness:
            odd.append(r.id)
    return odd


def _between(low: float, high: float, value: float, edges: tuple[tuple[str, float], ...]) -> str:
    """The class of a value, and the next one when its band reaches there: ``a``, ``between a and b``, or
    ``a, perhaps b`` when the band is wide."""
    name = in_words(value, edges)
    if name.startswith("between"):
        return name
    others = [in_words(v, edges) for v in (low, high)]
    beyond = [o for o in others if not o.startswith("between") and o != name]
    return f"{name}, perhaps {beyond[0]}" if len(beyond) == 1 else name if not beyond else f"{name}, perhaps {beyond[0]} or {beyond[1]}"  # fmt: skip


def in_words(value: float, edges: tuple[tuple[str, float], ...]) -> str:
    """The class a value lies in, or ``between a and b`` near an edge."""
    for n, (name, upper) in enumerate(edges):
        if value <= upper:
            if n + 1 < len(edges) and value > upper * (1 - habits().edge / 2):
                return f"between {name} and {edges[n + 1][0]}"
            lower = edges[n - 1][1] if n else 0.0
            if n and value < lower * (1 + habits().edge / 2):
                return f"between {edges[n - 1][0]} and {name}"
            return name
    return edges[-1][0]


def _usable(blank: Blank) -> list[StaticReading]:
    """Readings that can have happened, on the blank as it arrived: before anything was cut off."""
    length = blank.bare_mm or 0.0
    out = []
    for r in blank.static:
        at = length if r.at_mm is None else min(r.at_mm, length)
        if r.clamp_mm < at - 50 and r.drop_mm < 0.95 * (at - r.clamp_mm):
            out.append(r.model_copy(update={"at_mm": at}))
    return out


def stiffness_of(plan: StiffnessPlan, work: WorkingBlank) -> Course:
    """The EI a plan stands for, on the blank as it is built on."""
    assert work.taper is not None
    return Course(
        work.taper, plan.whole_mm, 1.0, math.log(plan.k_n_mm2), plan.p, plan.bow, work.cut_mm, _overlaps(work)
    )  # fmt: skip


def find_in_stiffness(blank: Blank, plan: StiffnessPlan | None) -> list[Finding]:
    """Power against the label, and how it is known."""
    add = Noted("blank")
    if plan is None:
        return []
    at = Spot(field="blank.static")
    rule = "Power is the load that drops the tip by a third of the free length, action the tip's angle there."
    numbers = {
        "power": f"{format_weight(plan.power_g)}, {plan.power_n:.2f} N",
        "action": f"{plan.action_deg:.0f}°",
        "nineteen_in_twenty_within": f"{format_weight(plan.low_g)} to {format_weight(plan.high_g)}",
        "clamped_at": f"{format_length(plan.clamp_mm, ruled())} from the butt",
    }
    if blank.static and not plan.hung:
        add("blank-static-odd", "check", "No bend of this blank explains the static reading: check the weight, the drop and where it was clamped. It is kept but not used.", rule, at)  # fmt: skip
    for row in plan.asked:
        where = Spot(field=f"blank.static.{row}")
        add("blank-static-asked", "check", "That bend would make the blank several times stiffer or softer than any of its size: is the weight right, and the drop?", "A tube of this diameter and wall has a stiffness that is not far off.", where, "sizes from memory")  # fmt: skip
    if plan.action_agrees is False and plan.hung:
        add("blank-action", "note", f"Labelled {blank.label_action}, its tip stands at {plan.action_deg:.0f}° at a third: {plan.action_words}.", rule, at, "classes from memory, our own scale", **numbers)  # fmt: skip
    if plan.label_read == "not understood":
        add("blank-label-unread", "note", f"“{plan.label_words}” is no power this reads: M, medium heavy, 5 wt, 10-30 g or 8-14 lb are.", "A label's power stands in until a weight was hung.", Spot(field="blank.label_power"))  # fmt: skip
    if plan.hung:
        label = plan.label_words
        if plan.agrees is False:
            add("blank-power", "check", f"Labelled {label}, it measures {plan.power_words}: {format_weight(plan.power_g)} drop its tip by a third.", rule, at, "classes from memory, our own scale", **numbers)  # fmt: skip
        else:
            add("blank-power", "note", f"It measures {plan.power_words}, {plan.action_words} action: {format_weight(plan.power_g)} drop its tip by a third.", rule, at, "classes from memory, our own scale", **numbers)  # fmt: skip
    elif not blank.static:
        took = (
            f"its label, {plan.label_words}" if plan.source == "label" else "its size and material"
        )
        add("blank-power-estimated", "note", f"Its stiffness is estimated from {took}: hang a weight on it and every bend gets real.", rule, at, "estimated", **numbers)  # fmt: skip
    return add.found
