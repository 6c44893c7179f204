"""Rings for the job: knots, line, ice; feet by duty; what the train weighs and costs in liveliness.

Method page: ``docs/methods/guides.md``.
"""

from collections.abc import Sequence

from wise_spool.core.blank.mass import blank_g_per_mm
from wise_spool.core.blank.stiffness import StiffnessPlan, stiffness_of
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Guide
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.masses import guide_mass_g, tip_top_mass_g
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.guides.under_load import held_to_mm
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.frequency import first_frequency_hz


class TrainCase(Frozen):
    """One train: its mass, the first frequency of the rod with it, and what that costs."""

    words: str
    mass_g: float
    frequency_hz: float
    slower_percent: float


class TrainPlan(Frozen):
    """The train as planned beside lighter and heavier ones, the bare blank first."""

    cases: tuple[TrainCase, ...]
    advice: tuple[str, ...]


def plan_train(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
) -> TrainPlan | None:
    """Frequency bare, as planned, a ring size smaller and all on two feet; None without guides."""
    if work.taper is None or work.length_mm is None or not build.guides.train:
        return None
    taper, length = work.taper, work.length_mm
    clamp = held_to_mm(handle, length)
    course = stiffness_of(stiffness, work)
    mass = blank_g_per_mm(build.blank, taper)
    at = {g.id: g.marked_mm for g in guides.placed if g.marked_mm is not None}
    tip_top = tip_top_mass_g(build.guides.tip_top)

    def case(words: str, train: Sequence[Guide], tip_g: float) -> TrainCase:
        lumps = [(at[g.id], guide_mass_g(g)) for g in train if g.id in at]
        if tip_g:
            lumps.append((length, tip_g))
        f = first_frequency_hz(length, clamp, course.ei, mass, lumps, breaks_mm=course.breaks_mm)
        total = sum(m for _, m in lumps)
        return TrainCase(words=words, mass_g=round(total, 2), frequency_hz=round(f, 3), slower_percent=round(100 * (1 - f / bare), 1))  # fmt: skip

    bare = first_frequency_hz(length, clamp, course.ei, mass, breaks_mm=course.breaks_mm)
    train = build.guides.train
    smaller = [g.model_copy(update={"ring_mm": max(g.ring_mm - 1, 3), "mass_g": None}) for g in train]  # fmt: skip
    double = [g.model_copy(update={"feet": "double", "mass_g": None}) for g in train]
    return TrainPlan(
        cases=(
            case("bare blank", (), 0.0),
            case("as planned", train, tip_top),
            case("every ring a size smaller", smaller, tip_top),
            case("every guide on two feet", double, tip_top),
        ),
        advice=tuple(_advice(build, stiffness)),
    )


def _advice(build: Build, stiffness: StiffnessPlan) -> list[str]:
    """Feet by duty and rings by line and ice, where the train differs from the habit."""
    out = []
    train = build.guides.train
    if stiffness.power_n > habits().double_feet_over_n:
        single = sum(g.feet == "single" for g in train)
        if single > len(train) // 2:
            out.append("A blank this strong carries its guides on two feet, all but the smallest.")
    if build.brief.cold:
        small = [g.ring_mm for g in train if g.ring_mm < 6]
        if small:
            out.append("In the cold, rings under 5 to 6 mm freeze shut.")
    tip = build.guides.tip_top.ring_mm
    smallest = min(g.ring_mm for g in train)
    if tip < smallest:
        out.append("The tip-top's ring is smaller than the smallest guide: a knot that passed the guides stops there.")  # fmt: skip
    return out
