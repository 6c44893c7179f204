"""Coats: how much to mix, and the clocks from mixing to recoat.

Method page: ``docs/methods/finish.md``.
"""

import math
from datetime import datetime, timedelta
from typing import Literal

from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import Finish, FinishKind, FinishProduct
from wise_spool.core.finish.air import dew_point_c
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
    """One mix: mL of each part. ``ratio_error_percent`` is what a half-step misread costs."""

    part_a_ml: float
    part_b_ml: float
    needed_ml: float
    least_ml: float
    ratio_error_percent: float


class CoatPlan(Frozen):
    """One coat. ``film_ml`` is what film and the voids beside feet hold, nothing lost; ``brush_min`` is by the hands as learned."""

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


def film_volume_ml(area_mm2: float, film_mm: float) -> float:
    """Volume in mL of an even film.

    >>> round(film_volume_ml(251.3, 0.5), 3)
    0.126
    """
    return area_mm2 * film_mm / 1000


def mix_for(volume_ml: float, finish: Finish) -> Mix:
    """Smallest mix that covers ``volume_ml`` and can be measured to the wanted ratio.

    A syringe is misread by half a step (common practice); the smaller part must
    be large enough that this is within ``ratio_error_percent``. Both parts are
    whole steps of the syringe.
    """
    product, step = finish.product, finish.syringe_step_ml
    misread = step / 2
    if product.parts_b == 0:
        amount = math.ceil(volume_ml / step - 1e-9) * step
        return Mix(
            part_a_ml=round(amount, 3),
            part_b_ml=0,
            needed_ml=round(volume_ml, 3),
            least_ml=0,
            ratio_error_percent=0,
        )
    big, small = max(product.parts_a, product.parts_b), min(product.parts_a, product.parts_b)
    ratio = big / small
    least_small = misread / (finish.ratio_error_percent / 100)
    least = least_small * (1 + ratio)
    fewest = max(math.ceil(max(volume_ml / (1 + ratio), least_small) / step - 1e-9), 1)
    error = math.inf
    for steps in range(fewest, fewest + MOST_STEPS):
        small_ml = steps * step
        big_ml = round(ratio * steps) * step
        drift = abs(round(ratio * steps) / steps / ratio - 1)
        error = 100 * (misread / small_ml + drift)
        if big_ml + small_ml >= volume_ml - 1e-9 and error <= finish.ratio_error_percent + 1e-6:
            break
    a, b = (big_ml, small_ml) if product.parts_a >= product.parts_b else (small_ml, big_ml)
    return Mix(
        part_a_ml=round(a, 3),
        part_b_ml=round(b, 3),
        needed_ml=round(volume_ml, 3),
        least_ml=round(least, 3),
        ratio_error_percent=round(error, 2),
    )


def plan_finish(build: Build, wraps: WrapsPlan) -> FinishPlan:
    """Volumes, mixes and clocks of every coat, laid ones at their own temperature."""
    finish, product = build.finish, build.finish.product
    areas = len(wraps.laid) + sum(not f.trouble for f in wraps.figures)
    film = film_volume_ml(wraps.area_mm2 + figures_mm2(wraps), finish.film_first_mm)
    brush = areas * habits().brush_min_per_wrap * habits().hands_share["coat"]
    taken = row_of(habits().coat_share, product.name) or 1.0
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
                starts_min=round(start, 1), starts_at=starts_at, dryer=laid.dryer if laid else "", clocks=clocks,
            )
        )  # fmt: skip
        wait = product.minutes("recoat_opens") * factor
        start += wait
        starts_at = None if starts_at is None else starts_at + timedelta(minutes=round(wait, 1))
    last = coats[-1]
    handle_min = next(c.minutes for c in last.clocks if c.name == "handle")
    dew_c = round(dew_point_c(finish.temperature_c, finish.humidity_percent), 2)
    blank_c = finish.temperature_c if finish.blank_c is None else finish.blank_c
    margin_c = habits().dew_margin_c
    return FinishPlan(
        areas=areas, coats=tuple(coats), ready_min=round(last.starts_min + handle_min, 1),
        dew_point_c=dew_c, blank_c=blank_c, dew_margin_c=margin_c, sweats=blank_c - dew_c < margin_c,
    )  # fmt: skip


def figures_mm2(wraps: WrapsPlan) -> float:
    """What figures cover, mm²: the blank's round between their ends."""
    total = 0.0
    for f in wraps.figures:
        if not f.trouble and len(f.x_mm) > 1:
            total += sum(
                math.pi * (r0 + r1) * (x1 - x0)
                for x0, x1, r0, r1 in zip(f.x_mm, f.x_mm[1:], f.r_mm, f.r_mm[1:], strict=False)
            )
    return total


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
