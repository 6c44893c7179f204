"""The fewest guides to turn, given what else can still be turned.

A joint may be turned and so shifts all beyond it; a seat that is not glued shifts all. Within what moves together the
line may lie anywhere, so the guides that can stay are the most that some line leaves within their tolerance: the deepest
point of intervals, found by sweeping their ends. Exact, checked against trying every set in
``tests/core/lineup/test_telling.py``. Method page: ``docs/methods/line-up.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.lineup.readings import Look

LEAST_FOR_A_SEAT = 3
"""A seat is not turned for fewer looks than this. From habit."""


@dataclass(frozen=True)
class Shift:
    """Something that brings everything from it on into line: the seat (``joint`` 0) or a joint. ``turn_deg`` is how far the
    side toward the tip is to be turned against the other, right positive; a seat is turned the other way."""

    joint: int
    turn_deg: float


@dataclass(frozen=True)
class Moves:
    """What to do: shifts first, then single guides, degrees to the right (left negative)."""

    shifts: tuple[Shift, ...]
    guides: tuple[tuple[str, float], ...]


def fewest(looks: Sequence[Look], *, seat_turns: bool, joints_turn: bool) -> Moves:
    """The least number of guides to turn; among those the fewest shifts, then the least turning. Accepted ones stay."""
    here = [k for k in looks if not k.accepted]
    seat_turns = seat_turns and len(here) >= LEAST_FOR_A_SEAT

    def part(k: Look) -> int:
        return k.section if joints_turn else 0

    sections = sorted({part(k) for k in here})
    shifts: list[Shift] = []
    turned: list[tuple[str, float]] = []
    so_far = 0.0
    for section in sections:
        mine = [k for k in here if part(k) == section]
        may = seat_turns if section == 0 else joints_turn
        stays = [k for k in mine if _within(k, -so_far)]
        line = -so_far
        if may:
            best, keeps = _deepest(mine)
            if len(keeps) > len(stays):
                line, stays = best, keeps
                shifts.append(Shift(section, round(-(line + so_far), 2)))
                so_far = -line
        kept = {k.id for k in stays}
        turned += [(k.id, round(-(k.angle_deg - line), 1)) for k in mine if k.id not in kept]
    return Moves(tuple(shifts), tuple(turned))


def _within(look: Look, line_deg: float) -> bool:
    return abs(look.angle_deg - line_deg) <= look.tolerance_deg + 1e-9


def _deepest(looks: Sequence[Look]) -> tuple[float, list[Look]]:
    """The line that leaves most guides in tolerance, and those: as near the middle of what it may be as can be."""
    ends = sorted({k.angle_deg + s * k.tolerance_deg for k in looks for s in (-1.0, 1.0)})
    best: tuple[int, float] = (-1, 0.0)
    for a in ends:
        count = sum(_within(k, a) for k in looks)
        if count > best[0]:
            best = (count, a)
    kept = [k for k in looks if _within(k, best[1])]
    low = max(k.angle_deg - k.tolerance_deg for k in kept)
    high = min(k.angle_deg + k.tolerance_deg for k in kept)
    mean = sum(k.angle_deg / k.off_deg**2 for k in kept) / sum(1 / k.off_deg**2 for k in kept)
    return min(max(mean, low), high), kept
