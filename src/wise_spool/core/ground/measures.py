"""Measures as a builder types and reads them; millimetres inside.

Accepted: ``11 3/8``, ``11-3/8``, ``11.375``, ``289mm``, ``28.9 cm``,
``1'3 1/4"``, ``6'10``, ``11⅜`` and a decimal comma. A bare number takes the
unit of the builder's rule.

The inch is exactly 25.4 mm (international yard and pound agreement, 1959).
"""

import math
import re
import unicodedata
from fractions import Fraction
from typing import Literal

from wise_spool.core.ground.refusals import RefusedError

MM_PER_INCH = 25.4
MM_PER_FOOT = 304.8

Unit = Literal["in", "mm"]
MarkingRule = Literal["in/16", "in/32", "mm/1", "mm/0.5"]
MeasureKind = Literal["length", "diameter"]

STEP_MM: dict[MarkingRule, float] = {
    "in/16": MM_PER_INCH / 16,
    "in/32": MM_PER_INCH / 32,
    "mm/1": 1.0,
    "mm/0.5": 0.5,
}

TIE = 1e-9
"""How far short of a half still counts as one."""
LONGEST_TEXT = 120
"""No measure takes more characters to write."""
WIDEST_DIAMETER_MM = 60.0
"""Beyond this no part of a hand-built rod is round; a bare number past it was another unit."""

_NUMBER = r"\d+(?:\.\d*)?|\.\d+"
_AMOUNT = rf"(?:(?P<whole>\d+)[\s-]+)?(?P<num>\d+)\s*/\s*(?P<den>\d+)|(?P<dec>{_NUMBER})"
_UNIT = r"(?P<unit>mm|millimet(?:er|re)s?|cm|centimet(?:er|re)s?|m|met(?:er|re)s?|in(?:ch(?:es)?)?\.?|\"|'')?"
_PLAIN = re.compile(rf"^(?:{_AMOUNT})\s*{_UNIT}$")
_FEET = re.compile(
    rf"^(?P<feet>\d+[\s-]+\d+\s*/\s*\d+|{_NUMBER})\s*(?:'(?!')|ft\.?|feet|foot)[\s-]*(?P<rest>.*)$"
)


class MeasureError(RefusedError):
    """The text is not a measure a builder would write; ``suggestion`` is a likely reading."""

    title = "Not a measure"


def rule_unit(rule: MarkingRule) -> Unit:
    """The unit a bare number takes under this marking rule."""
    return "in" if rule.startswith("in") else "mm"


def parse_measure_mm(text: str, unit: Unit = "in", kind: MeasureKind = "length") -> float:
    """Read a typed length or diameter.

    Returns millimetres. A bare number is taken in ``unit``. Raises
    :class:`MeasureError` with words for the builder; for a diameter so large
    that the other unit must have been meant, the error carries a suggestion.
    """
    if len(text) > LONGEST_TEXT:
        raise MeasureError(
            f"“{text[:20].strip()}…” is no measure: it is {len(text)} characters long."
        )
    tidy = _tidy(text)
    _ask(text, tidy, unit)
    if not tidy:
        raise MeasureError("Type a measure, such as 11 3/8 or 289 mm.")
    if tidy.startswith("-"):
        raise MeasureError(f"“{text.strip()}” is negative; a measure starts from zero.")
    feet = _FEET.match(tidy)
    if feet:
        rest = feet["rest"].strip()
        inches_mm = _plain_mm(rest, text, "in") if rest else 0.0
        value = _plain_mm(feet["feet"].strip(), text, "in", times=12) + inches_mm
    else:
        value = _plain_mm(tidy, text, unit)
    if not math.isfinite(value) or value > 1e6:
        raise MeasureError(f"“{text.strip()}” is far longer than any rod.")
    if kind == "diameter" and value > WIDEST_DIAMETER_MM:
        bare = _PLAIN.match(tidy)
        other = f"{tidy} mm" if bare and not bare["unit"] and unit == "in" else None
        hint = f" Did you mean {other}?" if other else ""
        raise MeasureError(
            f"“{text.strip()}” is {value:.0f} mm across, wider than any rod.{hint}",
            suggestion=other,
        )
    return value


def _ask(text: str, tidy: str, unit: Unit) -> None:
    """What can be read two ways is asked about: a comma before three digits, a fraction of a millimetre."""
    said = text.strip()
    found = _PLAIN.match(tidy)
    named = found["unit"] if found else None
    in_mm = named == "mm" or (named is None and unit == "mm")
    thousands = re.match(r"^(\d{1,3}),(\d{3})(?!\d)", said)
    if found and in_mm and thousands:
        whole = "".join(thousands.groups())
        raise MeasureError(
            f"Is “{said}” {whole} mm, or {thousands[1]}.{thousands[2]}? Type it without the comma.",
            suggestion=f"{whole} mm",
        )
    if found and found["num"] is not None and named is None and unit == "mm":
        raise MeasureError(
            f"“{said}” of a millimetre? If inches are meant, type “{said} in”.",
            suggestion=f"{said} in",
        )


def _tidy(text: str) -> str:
    spaced = re.sub(r"(\d)([¼½¾⅐-⅞])", r"\1 \2", text.strip().lower())
    flat = unicodedata.normalize("NFKC", spaced)
    for old, new in (("⁄", "/"), ("’", "'"), ("′", "'"), ("”", '"'), ("″", '"'), ("–", "-"), ("—", "-"), ("−", "-"), ("‐", "-"), ("‑", "-"), ("‒", "-")):  # fmt: skip
        flat = flat.replace(old, new)
    return re.sub(r"(\d),(\d)", r"\1.\2", flat)


def _plain_mm(tidy: str, original: str, unit: Unit, times: int = 1) -> float:
    found = _PLAIN.match(tidy)
    if not found:
        raise MeasureError(
            f"“{original.strip()}” is not a measure. Type it like 11 3/8, 11.375, 289 mm or 1'3 1/4\"."
        )
    if found["dec"] is not None:
        amount = Fraction(found["dec"])
    else:
        if int(found["den"]) == 0:
            raise MeasureError(f"“{original.strip()}” divides by zero.")
        amount = int(found["whole"] or 0) + Fraction(int(found["num"]), int(found["den"]))
    named = found["unit"]
    if named is None:
        per = MM_PER_INCH if unit == "in" else 1.0
    elif named.startswith(("mm", "mil")):
        per = 1.0
    elif named.startswith("c"):
        per = 10.0
    elif named.startswith("m"):
        per = 1000.0
    else:
        per = MM_PER_INCH
    return float(times * amount * Fraction(str(per)))


def round_to_rule(value_mm: float, rule: MarkingRule) -> float:
    """The nearest mark on the builder's rule, in mm; halves go up."""
    return half_up(value_mm / STEP_MM[rule]) * STEP_MM[rule]


def half_up(value: float) -> int:
    """The nearest whole number, halves up, a half that a binary fraction just misses included."""
    return math.floor(value + 0.5 + TIE)


def format_length(value_mm: float, rule: MarkingRule, *, unit: bool = True) -> str:
    """A length as the trade writes it under ``rule``: ``11 3/8 in`` or ``289 mm``."""
    sign = "-" if value_mm < 0 else ""
    size = abs(value_mm)
    if rule_unit(rule) == "mm":
        digits = 0 if rule == "mm/1" else 1
        tail = " mm" if unit else ""
        return f"{sign}{half_up(size * 10**digits) / 10**digits:.{digits}f}{tail}"
    denominator = 16 if rule == "in/16" else 32
    parts = half_up(size / MM_PER_INCH * denominator)
    whole, over = divmod(parts, denominator)
    fraction = Fraction(over, denominator)
    text = f"{whole} {fraction}" if whole and over else str(fraction if over else whole)
    tail = " in" if unit else ""
    return f"{sign if parts else ''}{text}{tail}"


def format_diameter(value_mm: float, rule: MarkingRule, *, unit: bool = True) -> str:
    """A diameter as a caliper shows it: ``12.70 mm``, or ``0.500 in``."""
    if rule_unit(rule) == "mm":
        return f"{half_up(value_mm * 100) / 100:.2f}" + (" mm" if unit else "")
    return f"{half_up(value_mm / MM_PER_INCH * 1000) / 1000:.3f}" + (" in" if unit else "")


def format_drill(value_mm: float, rule: MarkingRule) -> str:
    """A drill by the name it is bought under: ``13 mm``, or ``33/64 in`` where a 64th is meant.

    >>> format_drill(13.096875, "in/16"), format_drill(12.0, "in/16"), format_drill(13.5, "mm/1")
    ('33/64 in', '12 mm', '13.5 mm')
    """
    sixty_fourths = round(value_mm / MM_PER_INCH * 64)
    if rule_unit(rule) == "in" and abs(sixty_fourths * MM_PER_INCH / 64 - value_mm) < 0.02:
        return f"{Fraction(sixty_fourths, 64)} in"
    return f"{value_mm:g} mm"


def format_rod_length(value_mm: float, rule: MarkingRule) -> str:
    """A rod's length as it is spoken of: ``6'10"``, or ``208 cm``."""
    if rule_unit(rule) == "mm":
        return f"{half_up(value_mm / 10)} cm"
    sixteenths = half_up(value_mm / MM_PER_INCH * 16)
    feet, rest = divmod(sixteenths, 12 * 16)
    return f"{feet}'{format_length(rest / 16 * MM_PER_INCH, 'in/16', unit=False)}\""


def format_arc(value_mm: float, rule: MarkingRule) -> str:
    """An arc round a blank: tenths of a millimetre, or the nearest 1/32 in.

    >>> format_arc(4.33, "mm/1"), format_arc(4.33, "in/16")
    ('4.3 mm', '5/32 in')
    """
    if rule_unit(rule) == "in":
        return format_length(value_mm, "in/32")
    return f"{half_up(value_mm * 10) / 10:.1f} mm"


def format_minutes(minutes: float) -> str:
    """A wait as it is spoken of: ``90 min``, ``5 h``, ``2.5 d``.

    >>> format_minutes(90), format_minutes(300), format_minutes(4320)
    ('90 min', '5 h', '3 d')
    """
    if minutes < 120:
        return f"{half_up(minutes)} min"
    hours = minutes / 60
    size, unit = (hours, "h") if hours < 48 else (hours / 24, "d")
    return f"{half_up(size * 10) / 10:g} {unit}"
