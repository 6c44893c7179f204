"""The witness: a leftover blob or a wrap on scrap, looked at with times, that tells set and cure before the rod is touched.

A look gives a bound: not set yet, so it takes longer than that; set, so it took no longer. Every look is brought to 25 °C by the
doubling rule ([warmth]). Between the last look before and the first look after lies the moment; its geometric middle is what was
seen, where the two are no further apart than ``APART``. Method page: ``docs/methods/finish.md``.
"""

import math
from collections.abc import Iterable, Mapping
from typing import Literal

from wise_spool.core.document.bench import Witness, Witnessed
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.warmth import SEEN_AT_C, slower

APART = 2.0
"""Looks further apart than this many times tell too little to learn from. From habit."""
SEEN_WORDS: Mapping[Witnessed, str] = {
    "runs": "it runs", "strings": "pulls strings", "tacky": "tacky", "set": "set: no print of a finger", "hard": "hard: no print of a nail",
}  # fmt: skip
_ORDER: tuple[Witnessed, ...] = ("runs", "strings", "tacky", "set", "hard")
Told = Literal["set", "full cure"]
_TELLS: Mapping[Told, Witnessed] = {"set": "set", "full cure": "hard"}


class BlobTold(Frozen):
    """What one blob tells of one time of a product, in minutes at 25 °C: it took longer than ``over_min`` and no longer than ``by_min``;
    None where no look says so. ``seen_min`` is what is learned from it."""

    product: str
    blob: str
    what: Told
    over_min: float | None
    by_min: float | None
    seen_min: float | None


def told_by(looks: Iterable[Witness]) -> tuple[BlobTold, ...]:
    """What every blob tells."""
    blobs: dict[tuple[str, str], list[Witness]] = {}
    for w in looks:
        blobs.setdefault((w.product, w.blob), []).append(w)
    out = []
    for (product, blob), seen in sorted(blobs.items()):
        for what, state in _TELLS.items():
            if what == "full cure" and not any(w.seen in ("set", "hard") for w in seen):
                continue  # what is not set says nothing of when it is hard
            reached = [_at_25(w) for w in seen if _ORDER.index(w.seen) >= _ORDER.index(state)]
            short = [_at_25(w) for w in seen if _ORDER.index(w.seen) < _ORDER.index(state)]
            by = min(reached, default=None)
            over = max((m for m in short if by is None or m < by), default=None)
            between = over is not None and by is not None and by <= APART * over
            middle = math.sqrt(over * by) if between and over and by else None
            if over is not None or by is not None:
                out.append(BlobTold(product=product, blob=blob, what=what, over_min=_round(over), by_min=_round(by), seen_min=_round(middle)))  # fmt: skip
    return tuple(out)


def _at_25(w: Witness) -> float:
    return float(w.minutes / slower(SEEN_AT_C, w.temperature_c))


def _round(minutes: float | None) -> float | None:
    return None if minutes is None else round(minutes, 1)
