"""Coats: how much to mix, and the clocks from mixing to recoat.

Method page: ``docs/methods/finish.md``.
"""

import math
from datetime import datetime, timedelta
from typing import Literal

from wise_spool.core.document.bench import Defect
from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import Finish, FinishKind, FinishProduct
from wise_spool.core.finish.air import dew_point_c
from wise_spool.core.finish.course import Course, Night, night_of
from wise_spool.core.finish.defects import DefectStanding, standing
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.wraps.planning import WrapsPlan

KIND_WORDS: dict[FinishKind, str] = {
    "high_build": "high-build",
    "regular": "regular",
    "varnish": "varnish",
    "uv_resin": "UV resin",
}

MOST_STEPS = 400
"""A ratio such as 3:2 falls on whole steps of the syringe sooner than this."""

ClockName = Literal[
    "pot life", "rotate", "set", "recoat opens", "recoat closes", "handle", "full cure"
]


class Clock(Frozen):
    """Minutes from mixing at the coat's temperature; ``at`` when the coat has been mixed."""

    name: ClockName
    minutes: float
    at: datetime | None


class Mix(Frozen):
    """One mix: mL of each part, and grams of each where it is weighed and the densities are known. ``ratio_error_percent`` is
    what a misread costs, ``by_wish`` whether the builder chose its amount."""

    part_a_ml: float
    part_b_ml: float
    part_a_g: float | None = None
    part_b_g: float | None = None
    by_wish: bool = False
    needed_ml: float
    least_ml: float
    ratio_error_percent: float


class CoatPlan(Frozen):
    """One coat. ``clocks`` are in a room that stays as warm, ``over_night`` over the typed course of the room, for the coat that is
    next; empty without one. ``film_ml`` is what film and the voids beside feet hold, nothing lost; ``brush_min`` is by the hands as learned."""

    number: int
    laid: bool
    temperature_c: float
    volume_ml: float
    film_ml: float
    brush_min: float
    mixes: tuple[Mix, ...]
    starts_min: float
    starts_at: datetime | None
    dryer: str
    clocks: tuple[Clock, ...]
    over_night: tuple[Clock, ...]


class RatioPoint(Frozen):
    """A mix of so many mL in all, and how far its ratio may be off, measured as the builder measures."""

    total_ml: float
    error_percent: float


class FinishPlan(Frozen):
    """Coats and the air, over so many ``areas``. ``ready_min`` runs from mixing the first coat to handling.

    A blank that is less than ``dew_margin_c`` (a habit) above the dew point
    ``sweats`` and takes no coat.
    """

    areas: int
    coats: tuple[CoatPlan, ...]
    ready_min: float
    dew_point_c: float
    blank_c: float
    dew_margin_c: float
    sweats: bool
    night: Night | None
    curve: tuple[RatioPoint, ...]
    defects: tuple[DefectStanding, ...]
    to_cut_back: int


def film_volume_ml(area_mm2: float, film_mm: float) -> float:
    """Volume in mL of an even film.

    >>> round(film_volume_ml(251.3, 0.5), 3)
    0.126
    """
    return area_mm2 * film_mm / 1000


def misread_percent(small_ml: float, finish: Finish) -> float:
    """How far a ratio may be off when its smaller part is ``small_ml``, measured as the builder measures: a syringe or a scale is
    misread by half a step (common practice); a drop is off by a fifth and so many drops by less, an eye by a sixth (from habit)."""
    if finish.measure_by == "eye":
        return habits().by_eye_percent
    if finish.measure_by == "drops":
        drops = max(small_ml / habits().drop_ml, 1e-9)
        return 100 * (habits().drop_off / math.sqrt(drops) + 0.5 / drops)
    if finish.measure_by == "mass":
        grams = small_ml * (finish.product.density_small or 1.1)
        return 100 * finish.scale_step_g / 2 / max(grams, 1e-9)
    return 100 * finish.syringe_step_ml / 2 / max(small_ml, 1e-9)


def ratio_curve(finish: Finish) -> tuple[RatioPoint, ...]:
    """The ratio's error over the amount mixed, from a little to plenty; empty for a product of one part."""
    product = finish.product
    if product.parts_b == 0:
        return ()
    return tuple(
        RatioPoint(
            total_ml=ml, error_percent=round(misread_percent(ml / (1 + product.ratio), finish), 2)
        )
        for ml in CURVE_ML
    )


CURVE_ML = (0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20)
"""Amounts the curve is drawn for."""


def mix_for(volume_ml: float, finish: Finish) -> Mix:
    """A mix that covers ``volume_ml`` and can be measured: the amount the builder chose, else the smallest whose misread stays
    within ``ratio_error_percent``. By syringe both parts are whole steps of it. An eye never measures as well as is wished, so by eye
    no more than what is needed is mixed.
    """
    product, step = finish.product, finish.syringe_step_ml
    if product.parts_b == 0:
        amount = math.ceil(volume_ml / step - 1e-9) * step
        return Mix(part_a_ml=round(amount, 3), part_b_ml=0, needed_ml=round(volume_ml, 3), least_ml=0, ratio_error_percent=0)  # fmt: skip
    wished = finish.mix_ml is not None
    least_small = 0.0 if wished else _least_small_ml(finish)
    wanted = max(volume_ml, finish.mix_ml or 0.0)
    if finish.measure_by == "volume":
        big_ml, small_ml, error = _in_steps(wanted, least_small, finish, held=not wished)
    else:
        small_ml = max(wanted / (1 + product.ratio), least_small)
        big_ml, error = small_ml * product.ratio, misread_percent(small_ml, finish)
    a, b = (big_ml, small_ml) if product.parts_a >= product.parts_b else (small_ml, big_ml)
    weighed = finish.measure_by == "mass" and product.density_a_g_ml is not None and product.density_b_g_ml is not None  # fmt: skip
    return Mix(
        part_a_ml=round(a, 3), part_b_ml=round(b, 3), needed_ml=round(volume_ml, 3), least_ml=round(least_small * (1 + product.ratio), 3),
        part_a_g=round(a * (product.density_a_g_ml or 0), 2) if weighed else None, part_b_g=round(b * (product.density_b_g_ml or 0), 2) if weighed else None,
        ratio_error_percent=round(error, 2), by_wish=wished,
    )  # fmt: skip


def _least_small_ml(finish: Finish) -> float:
    """The smaller part from which on a misread stays within what is allowed; nothing where no amount helps."""
    allowed = finish.ratio_error_percent
    if finish.measure_by == "eye":
        return 0.0
    if finish.measure_by == "drops":
        drops = next(
            (n for n in range(1, 400) if misread_percent(n * habits().drop_ml, finish) <= allowed),
            0,
        )
        return drops * habits().drop_ml
    if finish.measure_by == "mass":
        return finish.scale_step_g / 2 / (allowed / 100) / (finish.product.density_small or 1.1)
    return finish.syringe_step_ml / 2 / (allowed / 100)


def _in_steps(wanted_ml: float, least_small: float, finish: Finish, *, held: bool) -> tuple[float, float, float]:  # fmt: skip
    """Both parts in whole steps of the syringe: the larger, the smaller, and the error with the steps' own drift from the ratio;
    ``held`` goes on until that is within what is allowed."""
    step, ratio = finish.syringe_step_ml, finish.product.ratio
    fewest = max(math.ceil(max(wanted_ml / (1 + ratio), least_small) / step - 1e-9), 1)
    small_ml, big_ml, error = step, step, math.inf
    for steps in range(fewest, fewest + MOST_STEPS):
        small_ml = steps * step
        big_ml = round(ratio * steps) * step
        drift = abs(round(ratio * steps) / steps / ratio - 1)
        error = misread_percent(small_ml, finish) + 100 * drift
        enough = big_ml + small_ml >= wanted_ml - 1e-9
        if enough and (not held or error <= finish.ratio_error_percent + 1e-6):
            break
    return big_ml, small_ml, error


def plan_finish(build: Build, wraps: WrapsPlan, defects: tuple[Defect, ...] = ()) -> FinishPlan:
    """Volumes, mixes and clocks of every coat, laid ones at their own temperature."""
    finish, product = build.finish, build.finish.product
    figures = [f for f in wraps.figures if not f.trouble]
    areas = len(wraps.laid) + len(figures)
    film = film_volume_ml(wraps.area_mm2 + sum(f.area_mm2 for f in figures), finish.film_first_mm)
    brush = areas * habits().brush_min_per_wrap * habits().hands_share["coat"]
    taken = row_of(habits().coat_share, product.name) or 1.0
    course = Course.of(finish.temperature_c, finish.course) if finish.course else None
    coats: list[CoatPlan] = []
    start, starts_at = 0.0, None
    for k in range(finish.coats):
        laid = finish.laid[k] if k < len(finish.laid) else None
        temperature = laid.temperature_c if laid else finish.temperature_c
        if laid:
            if k and coats[0].starts_at:
                start = (laid.mixed_at - coats[0].starts_at).total_seconds() / 60
            starts_at = laid.mixed_at
        bare = film + wraps.void_ml if k == 0 else film * habits().later_film
        volume = bare * finish.loss_factor * taken
        factor = product.slower_at(temperature)
        parts = (
            max(1, math.ceil(brush / (habits().pot_share * product.minutes("pot_life") * factor)))
            if areas
            else 1
        )
        clocks = _clocks(product, factor, starts_at)
        coats.append(
            CoatPlan(
                number=k + 1, laid=laid is not None, temperature_c=temperature, volume_ml=round(volume, 2), film_ml=round(bare, 3), brush_min=brush,
                mixes=(mix_for(volume / parts, finish),) * parts if volume > 0 else (),
                starts_min=round(start, 1), starts_at=starts_at, dryer=laid.dryer if laid else "", clocks=clocks, over_night=_over_night(finish, course) if course is not None and k == len(finish.laid) else (),
            )
        )  # fmt: skip
        wait = product.minutes("recoat_opens") * factor
        start += wait
        starts_at = None if starts_at is None else starts_at + timedelta(minutes=round(wait, 1))
    last = coats[-1]
    noted = standing(defects, max(finish.coats, len(finish.laid)))
    handle_min = next(c.minutes for c in last.clocks if c.name == "handle")
    dew_c = round(dew_point_c(finish.temperature_c, finish.humidity_percent), 2)
    blank_c = finish.temperature_c if finish.blank_c is None else finish.blank_c
    margin_c = habits().dew_margin_c
    return FinishPlan(
        areas=areas, coats=tuple(coats), ready_min=round(last.starts_min + handle_min, 1),
        dew_point_c=dew_c, blank_c=blank_c, dew_margin_c=margin_c, sweats=blank_c - dew_c < margin_c,
        night=None if course is None else night_of(course, finish.course, finish.humidity_percent, course.ends(product.minutes("set"), product.at_c)),
        curve=ratio_curve(finish), defects=noted, to_cut_back=sum(d.open for d in noted),
    )  # fmt: skip


def _over_night(finish: Finish, course: Course) -> tuple[Clock, ...]:
    """Every clock of the tin as a dose over the room's course."""
    return tuple(
        c.model_copy(update={"minutes": round(course.ends(c.minutes, finish.product.at_c), 1)})
        for c in _clocks(finish.product, 1.0, None)
    )


def _clocks(product: FinishProduct, factor: float, at: datetime | None) -> tuple[Clock, ...]:
    opens = product.minutes("recoat_opens")
    times: tuple[tuple[ClockName, float], ...] = (
        ("pot life", product.minutes("pot_life")),
        ("rotate", product.minutes("rotate")),
        ("set", product.minutes("set")),
        ("recoat opens", opens),
        ("recoat closes", max(product.minutes("recoat_closes"), opens)),
        ("handle", product.minutes("handle")),
        ("full cure", product.minutes("full_cure")),
    )
    return tuple(
        Clock(
            name=name,
            minutes=round(t * factor, 1),
            at=None if at is None else at + timedelta(minutes=round(t * factor, 1)),
        )
        for name, t in times
    )
