"""Weight, warmth and volume as a rod's builder reads them: grams or ounces, °C or °F, mL or fl oz.

Inside there are only g, °C and mL. A rod says how its sheet is written, and whatever speaks of it
asks here: ``with speaking(design.units, design.rule): ...``, as habits are followed. Lengths have a rule of
their own (``core/ground/measures.py``).

Sources: NIST Handbook 44 (2024), appendix C: 1 oz avoirdupois = 28.349523125 g, 1 US fl oz =
29.5735295625 mL, both exact.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Literal

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.measures import MarkingRule, half_up

G_PER_OZ = 28.349523125
ML_PER_FL_OZ = 29.5735295625

WeightUnit = Literal["g", "oz"]
WarmthUnit = Literal["°C", "°F"]
VolumeUnit = Literal["mL", "fl oz"]


class Units(Frozen):
    """What weight, warmth and volume are written in."""

    weight: WeightUnit = "g"
    warmth: WarmthUnit = "°C"
    volume: VolumeUnit = "mL"


METRIC = Units()
_IN_FORCE: ContextVar[Units] = ContextVar("units", default=METRIC)


_RULE: ContextVar[MarkingRule] = ContextVar("rule", default="mm/1")


@contextmanager
def speaking(units: Units, rule: MarkingRule) -> Iterator[None]:
    """Write by these units, and lengths by this rule, inside the ``with``."""
    token, ruler = _IN_FORCE.set(units), _RULE.set(rule)
    try:
        yield
    finally:
        _IN_FORCE.reset(token)
        _RULE.reset(ruler)


def ruled() -> MarkingRule:
    """The rule that lengths are written by here, for those who know no rod."""
    return _RULE.get()


def format_weight(grams: float, units: Units | None = None) -> str:
    """A weight: whole grams from ten on, hundredths of an ounce below ten ounces.

    >>> format_weight(102.4), format_weight(3.25), format_weight(102.4, Units(weight="oz"))
    ('102 g', '3.3 g', '3.61 oz')
    """
    if (units or _IN_FORCE.get()).weight == "oz":
        ounces = grams / G_PER_OZ
        return f"{_digits(ounces, 1 if abs(ounces) >= 9.995 else 2)} oz"
    return f"{_digits(grams, 0 if abs(grams) >= 9.95 else 1)} g"


def format_warmth(celsius: float, units: Units | None = None) -> str:
    """A temperature, to the tenth in °C and whole in °F.

    >>> format_warmth(21.0), format_warmth(13.25), format_warmth(21.0, Units(warmth="°F"))
    ('21 °C', '13.3 °C', '70 °F')
    """
    if (units or _IN_FORCE.get()).warmth == "°F":
        return f"{_digits(celsius * 9 / 5 + 32, 0)} °F"
    return f"{_digits(celsius, 1).removesuffix('.0')} °C"


def format_warmer(celsius: float, units: Units | None = None) -> str:
    """How much warmer: a difference of temperatures.

    >>> format_warmer(3.0), format_warmer(3.0, Units(warmth="°F"))
    ('3 °C', '5.4 °F')
    """
    if (units or _IN_FORCE.get()).warmth == "°F":
        return f"{_digits(celsius * 9 / 5, 1).removesuffix('.0')} °F"
    return f"{_digits(celsius, 1).removesuffix('.0')} °C"


def format_volume(ml: float, units: Units | None = None) -> str:
    """A volume: tenths of a millilitre, or hundredths of a fluid ounce.

    >>> format_volume(3.0), format_volume(3.0, Units(volume="fl oz"))
    ('3.0 mL', '0.10 fl oz')
    """
    if (units or _IN_FORCE.get()).volume == "fl oz":
        return f"{_digits(ml / ML_PER_FL_OZ, 2)} fl oz"
    return f"{_digits(ml, 1)} mL"


def _digits(value: float, digits: int) -> str:
    """So many decimals, halves away from nought."""
    size = half_up(abs(value) * 10**digits) / 10**digits
    return f"{-size if value < 0 and size else size:.{digits}f}"
