"""Parts that sit in or on other parts: a cap over a seat's pipe, a butt piece on a tenon, a ring on a barrel.

Where one part reaches into the next, what lies under the outer one is the inner
one, not the blank. Which is which follows from what was measured: a tenon goes
in; else the one whose bore takes the other's outside. Method page:
``docs/methods/fits.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.document.parts import Part

TAKES_MM = 0.5
"""A bore this much under the other's outside is still meant to take it. From habit."""


@dataclass(frozen=True)
class Nest:
    """Between two stations, mm from the butt, an outer part sits on another of ``od_mm``."""

    start_mm: float
    end_mm: float
    od_mm: float
    on: str


def nested(
    parts: Sequence[Part], stations: Sequence[tuple[float, float]]
) -> dict[str, tuple[Nest, ...]]:
    """What each part sits on besides the blank, by part id."""
    out: dict[str, list[Nest]] = {}
    for n in range(1, len(parts)):
        low, high = parts[n - 1], parts[n]
        if high.overlap_mm <= 0:
            continue
        a = max(stations[n][0], 0.0)
        b = min(stations[n - 1][1], stations[n][1])
        outer, inner = outer_of(low, high)
        if outer is None or b <= a:
            continue
        tenon = high.tenon_od_mm if inner is high else None
        if inner is low:
            tenon = low.tip_tenon_od_mm
        od = tenon or (inner.od_tip_mm if inner is low else inner.od_butt_mm)
        out.setdefault(outer.id, []).append(Nest(a, b, od, inner.id))
    return {part: tuple(nests) for part, nests in out.items()}


def outer_of(low: Part, high: Part) -> tuple[Part | None, Part]:
    """Which of two that overlap is outside; None while nothing measured says so."""
    if high.tenon_od_mm is not None:
        return low, high
    if low.tip_tenon_od_mm is not None:
        return high, low
    takes_high = low.bore_tip_mm if low.bore_tip_mm is not None else _bore(low)
    if takes_high is not None and takes_high >= high.od_butt_mm - TAKES_MM:
        return low, high
    takes_low = _bore(high)
    if takes_low is not None and takes_low >= low.od_tip_mm - TAKES_MM:
        return high, low
    return None, low


def _bore(part: Part) -> float | None:
    return part.seat.bore_mm if part.seat is not None else part.bore_butt_mm


def hidden_mm(parts: Sequence[Part], n: int) -> float:
    """How much of a part's length lies inside its neighbours: what enters, not what takes it in. While
    nothing says which, a tenon enters and what has none slides over."""
    part, hidden = parts[n], 0.0
    for low, high in zip(
        parts[max(n - 1, 0) : n + 1], parts[max(n - 1, 0) + 1 : n + 2], strict=False
    ):
        outer, inner = outer_of(low, high)
        if outer is None:
            inner = low
        if inner is part:
            hidden += high.overlap_mm
    return hidden
