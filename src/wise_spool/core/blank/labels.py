"""What a blank's label says of its power and action, in every form the trade writes it.

Classes by name or letter, fly line weights, the weight it casts, the line it is rated for. What
cannot be read is said to be so. All scales are from memory, our own; page ``docs/methods/stiffness.md``.
"""

import re
from dataclasses import dataclass

from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.units import G_PER_OZ

POWER_N: tuple[tuple[str, float], ...] = (
    ("very light", 1.2), ("light", 2.2), ("medium light", 3.5), ("medium", 5.5),
    ("medium heavy", 8.5), ("heavy", 14.0), ("extra heavy", 40.0),
)  # fmt: skip
"""Upper ends of the power classes, N at a third of the free length. From memory, our own scale."""
ACTION_DEG: tuple[tuple[str, float], ...] = (
    ("slow", 56.0), ("moderate", 61.0), ("moderate fast", 65.0), ("fast", 70.0), ("extra fast", 180.0),
)  # fmt: skip
"""Upper ends of the actions, tip angle at that load. From memory, our own scale."""
_LETTERS = {
    "xul": "very light", "ul": "very light", "xl": "very light", "l": "light", "ml": "medium light",
    "m": "medium", "mh": "medium heavy", "h": "heavy", "xh": "extra heavy", "xxh": "extra heavy",
}  # fmt: skip
_ACTIONS = {
    "s": "slow", "slow": "slow", "m": "moderate", "mod": "moderate", "moderate": "moderate",
    "medium": "moderate", "parabolic": "slow", "mf": "moderate fast", "moderate fast": "moderate fast",
    "mod fast": "moderate fast", "medium fast": "moderate fast", "f": "fast", "fast": "fast",
    "xf": "extra fast", "ef": "extra fast", "x fast": "extra fast", "extra fast": "extra fast",
    "very fast": "extra fast", "tip": "extra fast",
}  # fmt: skip
_NUMBER = r"(\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?|\d+/\d+)"
_RANGE = rf"{_NUMBER}(?:\s*(?:-|to|/)\s*{_NUMBER})?"


@dataclass(frozen=True)
class LabelRead:
    """A label as it was read: the class it names, if it names one, and the power it stands for, N."""

    words: str
    name: str | None
    power_n: float


def power_of_label(label: str) -> LabelRead | None:
    """The power a label stands for; None when it cannot be read.

    >>> power_of_label("MH").name, power_of_label("8-14 lb").words
    ('medium heavy', 'for line of 8 to 14 lb')
    >>> power_of_label("power 7") is None
    True
    """
    tidy = _tidy(label)
    if not tidy:
        return None
    if tidy.replace(" ", "") in _LETTERS:
        tidy = _LETTERS[tidy.replace(" ", "")]
    name = {"ultra light": "very light", "extra light": "very light", "ultralight": "very light", "extra extra heavy": "extra heavy", "mag heavy": "extra heavy"}.get(tidy, tidy)  # fmt: skip
    names = [n for n, _ in POWER_N]
    if name in names:
        return LabelRead(name, name, _middle(names.index(name)))
    if found := re.fullmatch(rf"#?\s*{_RANGE}\s*(?:wt|weight|wgt)|#\s*{_RANGE}", tidy):
        low, high = _ends([g for g in found.groups() if g])
        if 0 <= low <= 16:
            wt = (low * high) ** 0.5 if low else high
            return LabelRead(f"fly line {_said(low, high)}", None, habits().fly_line_5_n * habits().fly_line_step ** (wt - 5))  # fmt: skip
    if found := re.fullmatch(rf"{_RANGE}\s*(g|gr|gram|grams|oz|ounce|ounces)", tidy):
        low, high = _ends([g for g in found.groups()[:2] if g])
        grams = G_PER_OZ if found.group(3).startswith("o") else 1.0
        mid = (low * high) ** 0.5 * grams
        unit = "oz" if grams > 1 else "g"
        return LabelRead(f"to cast {_said(low, high)} {unit}", None, habits().power_per_cast_n_g * mid) if mid else None  # fmt: skip
    if found := re.fullmatch(rf"{_RANGE}\s*(lb|lbs|pound|pounds|kg)", tidy):
        low, high = _ends([g for g in found.groups()[:2] if g])
        pounds = 2.20462 if found.group(3) == "kg" else 1.0
        mid = (low * high) ** 0.5 * pounds
        unit = "kg" if pounds > 1 else "lb"
        return LabelRead(f"for line of {_said(low, high)} {unit}", None, habits().power_per_line_n_lb * mid) if mid else None  # fmt: skip
    return None


def action_of_label(label: str) -> str | None:
    """The action a label names; None when it cannot be read.

    >>> action_of_label("X-Fast"), action_of_label("mod. fast"), action_of_label("lively")
    ('extra fast', 'moderate fast', None)
    """
    tidy = _tidy(label).replace(".", "").removesuffix(" action").strip()
    return _ACTIONS.get(tidy)


def _tidy(label: str) -> str:
    text = re.sub(r"[–—−]", "-", label.lower().strip())
    text = re.sub(r"(?<=[a-z])[-_](?=[a-z])", " ", text)
    text = text.removesuffix(" power").removesuffix(" action")
    return re.sub(r"\s+", " ", text).strip()


def _value(text: str) -> float:
    total = 0.0
    for piece in text.replace(",", ".").split():
        top, _, bottom = piece.partition("/")
        total += float(top) / float(bottom) if bottom and float(bottom) else float(top)
    return total


def _ends(found: list[str]) -> tuple[float, float]:
    values = [_value(v) for v in found]
    return min(values), max(values)


def _said(low: float, high: float) -> str:
    return f"{low:g}" if low == high else f"{low:g} to {high:g}"


def _middle(i: int) -> float:
    """The middle of a class, on the scale that grows by shares."""
    lower = POWER_N[i - 1][1] if i else 0.6
    return float((lower * min(POWER_N[i][1], 20.0)) ** 0.5)
