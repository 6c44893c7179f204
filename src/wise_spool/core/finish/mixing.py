"""Mixes: how much of each part, and how far its ratio may be off.

Method page: ``docs/methods/finish.md``.
"""

import math

from wise_spool.core.document.finish import Finish, FinishProduct
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

MOST_STEPS = 400
"""A ratio such as 3:2 falls on whole steps of the syringe sooner than this."""


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


class RatioPoint(Frozen):
    """A mix of so many mL in all, and how far its ratio may be off, measured as the builder measures."""

    total_ml: float
    error_percent: float


def misread_percent(small_ml: float, finish: Finish, product: FinishProduct | None = None) -> float:
    """How far a ratio may be off when its smaller part is ``small_ml``, measured as the builder measures: a syringe or a scale is
    misread by half a step (common practice); a drop is off by a fifth and so many drops by less, an eye by a sixth (from habit)."""
    if finish.measure_by == "eye":
        return habits().by_eye_percent
    if finish.measure_by == "drops":
        drops = max(small_ml / habits().drop_ml, 1e-9)
        return 100 * (habits().drop_off / math.sqrt(drops) + 0.5 / drops)
    if finish.measure_by == "mass":
        grams = small_ml * ((product or finish.product).density_small or 1.1)
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


FINEST_PERCENT = 0.001
"""Nobody measures finer, whatever is allowed."""
CURVE_ML = (0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20)
"""Amounts the curve is drawn for."""


def mix_for(volume_ml: float, finish: Finish, product: FinishProduct | None = None) -> Mix:
    """A mix that covers ``volume_ml`` and can be measured: the amount the builder chose, else the smallest whose misread stays
    within ``ratio_error_percent``. By syringe both parts are whole steps of it. An eye never measures as well as is wished, so by eye
    no more than what is needed is mixed.
    """
    product, step = product or finish.product, finish.syringe_step_ml
    if product.parts_b == 0:
        amount = math.ceil(volume_ml / step - 1e-9) * step
        return Mix(part_a_ml=round(amount, 3), part_b_ml=0, needed_ml=round(volume_ml, 3), least_ml=0, ratio_error_percent=0)  # fmt: skip
    wished = finish.mix_ml is not None and product is finish.product
    least_small = 0.0 if wished else _least_small_ml(finish, product)
    wanted = max(volume_ml, finish.mix_ml or 0.0) if wished else volume_ml
    if finish.measure_by == "volume":
        big_ml, small_ml, error = _in_steps(wanted, least_small, finish, product, held=not wished)
    else:
        small_ml = max(wanted / (1 + product.ratio), least_small)
        big_ml, error = small_ml * product.ratio, misread_percent(small_ml, finish, product)
    a, b = (big_ml, small_ml) if product.parts_a >= product.parts_b else (small_ml, big_ml)
    weighed = finish.measure_by == "mass" and product.density_a_g_ml is not None and product.density_b_g_ml is not None  # fmt: skip
    return Mix(
        part_a_ml=round(a, 3), part_b_ml=round(b, 3), needed_ml=round(volume_ml, 3), least_ml=round(least_small * (1 + product.ratio), 3),
        part_a_g=round(a * (product.density_a_g_ml or 0), 2) if weighed else None, part_b_g=round(b * (product.density_b_g_ml or 0), 2) if weighed else None,
        ratio_error_percent=round(error, 2), by_wish=wished,
    )  # fmt: skip


def _least_small_ml(finish: Finish, product: FinishProduct) -> float:
    """The smaller part from which on a misread stays within what is allowed; nothing where no amount helps."""
    allowed = max(finish.ratio_error_percent, FINEST_PERCENT)
    if finish.measure_by == "eye":
        return 0.0
    if finish.measure_by == "drops":
        drops = next(
            (
                n
                for n in range(1, 400)
                if misread_percent(n * habits().drop_ml, finish, product) <= allowed
            ),
            0,
        )
        return drops * habits().drop_ml
    if finish.measure_by == "mass":
        return finish.scale_step_g / 2 / (allowed / 100) / (product.density_small or 1.1)
    return finish.syringe_step_ml / 2 / (allowed / 100)


def _in_steps(wanted_ml: float, least_small: float, finish: Finish, product: FinishProduct, *, held: bool) -> tuple[float, float, float]:  # fmt: skip
    """Both parts in whole steps of the syringe: the larger, the smaller, and the error with the steps' own drift from the ratio;
    ``held`` goes on until that is within what is allowed."""
    step, ratio = finish.syringe_step_ml, product.ratio
    fewest = max(math.ceil(max(wanted_ml / (1 + ratio), least_small) / step - 1e-9), 1)
    small_ml, big_ml, error = step, step, math.inf
    for steps in range(fewest, fewest + MOST_STEPS):
        small_ml = steps * step
        big_ml = round(ratio * steps) * step
        drift = abs(round(ratio * steps) / steps / ratio - 1)
        error = misread_percent(small_ml, finish, product) + 100 * drift
        enough = big_ml + small_ml >= wanted_ml - 1e-9
        if enough and (not held or error <= finish.ratio_error_percent + 1e-6):
            break
    return big_ml, small_ml, error
