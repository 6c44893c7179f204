"""What to move after a static test that failed: the least that the bend says will mend it.

A guide before whose gap the line touches the blank is brought nearer to its neighbour, or the neighbour
to it; a guide off which the line lifts goes to where the line turns on it. Every try is bent anew at the
test's load; what clears the one gap and spoils no other is kept. Method page: ``docs/methods/layouts.md``.
"""

import itertools
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from wise_spool.core.document.guides import StaticTest
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import STEP_MM, format_diameter, format_length
from wise_spool.core.guides.placing import joint_zone_mm
from wise_spool.core.guides.trial import ELEMENTS, Trial
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Load, bend, turned_by

MOST_OF_A_GAP = 0.45
"""A guide is not moved by more than this share of the gap it moves in."""
TRIES = 14


class GuideMove(Frozen):
    """One guide to move, both places from the tip-top ring; ``built_mm`` is the new one from the butt end
    of the blank as it arrived."""

    id: str
    number: int
    from_mm: float
    to_mm: float
    built_mm: float
    why: str


class TestMoves(Frozen):
    """What to move so that a failed test is passed; ``stuck`` are guides that no move mends,
    ``unexplained`` those off which the line cannot lift, by the bend."""

    moves: tuple[GuideMove, ...]
    stuck: tuple[str, ...]
    unexplained: tuple[str, ...]
    words: str


class _Seen(NamedTuple):
    """The train bent at the test's load, tip first: room in the gap toward the reel, and the line's turn,
    degrees, less than nought where it would lift off."""

    room_mm: tuple[float, ...]
    turn_deg: tuple[float, ...]


@dataclass(frozen=True)
class _Tested:
    train: Trial
    load: Load
    order: tuple[str, ...]

    def seen(self, at: dict[str, float]) -> _Seen | None:
        """None when the rod cannot be bent so."""
        try:
            dressed = self.train.dressed(at)
            bent = bend(dressed.rod, self.load, ELEMENTS)
        except BendError:
            return None
        way = np.radians(self.load.pull_deg)
        turns = turned_by(np.diff(bent.line_mm, axis=0), np.array([np.cos(way), np.sin(way)]))
        turn = np.degrees(turns[bent.ring_at - 1])
        rooms = dressed.rooms(bent).clear_mm[:-1].tolist()
        return _Seen(tuple(rooms[::-1]), tuple(turn[:-1][::-1].tolist()))


def plan_moves(train: Trial, test: StaticTest) -> TestMoves:
    """The least moves that the bend says will mend a failed test, one failed guide after another from
    the tip. Raises :class:`BendError` when the rod cannot be loaded."""
    at = train.planned()
    order = tuple(g.id for g in train.guides.placed if g.id in at)
    if len(order) < 2:
        raise BendError("A move takes two guides or more that have a place.")
    tested = _Tested(train, Load(test.load_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg), order)  # fmt: skip
    first = tested.seen(at)
    if first is None:
        raise BendError("The rod cannot be bent under the test's load.")
    was, stuck, unexplained, why = dict(at), [], [], {}
    for row in sorted((r for r in test.rows if r.id in at), key=lambda r: order.index(r.id)):
        if not (row.touches or row.lifts):
            continue
        k = order.index(row.id)
        if not row.touches and _turns_well(first, k):
            unexplained.append(row.id)
            continue
        found = _mend(tested, at, k, "touches" if row.touches else "lifts")
        if found is None:
            stuck.append(row.id)
            continue
        after, said = found
        for guide in order:
            if abs(after[guide] - at[guide]) > 1e-6:
                why[guide] = said
        at = after
    moves = tuple(_move(train, g, n, was[g], at[g], why[g]) for n, g in enumerate(order, start=1) if g in why)  # fmt: skip
    touching = {r.id for r in test.rows if r.touches}
    words = _words(train, moves, stuck, unexplained, touching, order)
    return TestMoves(moves=moves, stuck=tuple(stuck), unexplained=tuple(unexplained), words=words)


def _turns_well(seen: _Seen, k: int) -> bool:
    """Whether guide k takes its share of its neighbours' turn."""
    beside = [t for n, t in enumerate(seen.turn_deg) if abs(n - k) == 1]
    return seen.turn_deg[k] >= habits().test_turn_share * max(float(np.mean(beside)), 0.0)


def _mend(
    tested: _Tested, at: dict[str, float], k: int, what: Literal["touches", "lifts"]
) -> tuple[dict[str, float], str] | None:
    """Stations after the smallest move that mends guide k (from the tip, 0 first), and why it does."""
    now = tested.seen(at)
    if now is None:
        return None
    for after in _tries(tested, at, k, what):
        then = tested.seen(after)
        if then is None or not _spoils_nothing(now, then, k if what == "touches" else None):
            continue
        if what == "touches":
            need = max(habits().least_clear_mm, now.room_mm[k]) + habits().test_room_mm
            if then.room_mm[k] >= need:
                return after, f"room under the line there: {_mm(tested, now.room_mm[k])} before, {_mm(tested, then.room_mm[k])} after, by the bend"  # fmt: skip
        elif _turns_well(then, k):
            return after, f"the line turns on it by {now.turn_deg[k]:.0f}° before, {then.turn_deg[k]:.0f}° after, by the bend"  # fmt: skip
    return None


def _mm(tested: _Tested, mm: float) -> str:
    return format_diameter(max(mm, 0.0), tested.train.build.rule)


def _tries(
    tested: _Tested, at: dict[str, float], k: int, what: Literal["touches", "lifts"]
) -> Iterator[dict[str, float]]:
    """Trains with one guide or two moved, the smallest moves first, marks on the rule."""
    order, train = tested.order, tested.train
    spots = [train.ring_mm, *(at[g] for g in order), train.clamp_mm]
    toward_tip, toward_reel = spots[k] - spots[k + 1], spots[k + 1] - spots[k + 2]
    step = STEP_MM[train.build.rule]
    here, butt = order[k], order[k + 1] if k + 1 < len(order) else None
    for n in range(1, TRIES + 1):
        share = MOST_OF_A_GAP * n / TRIES
        if what == "lifts":
            ways = [{here: share * toward_tip}, {here: -share * toward_reel}]
        else:
            ways = [{here: -share * toward_reel}]
            if butt is not None:
                ways += [{butt: share * toward_reel}, {here: -share * toward_reel / 2, butt: share * toward_reel / 2}]  # fmt: skip
        for way in ways:
            if all(abs(mm) >= step for mm in way.values()):
                after = {g: train.on_the_rule(g, at[g] + way[g]) if g in way else at[g] for g in order}  # fmt: skip
                if _in_order(after, order) and not _on_a_joint(train, after, way):
                    yield after


def _in_order(at: dict[str, float], order: tuple[str, ...]) -> bool:
    return all(at[a] - at[b] > 10 for a, b in itertools.pairwise(order))


def _on_a_joint(train: Trial, at: dict[str, float], moved: dict[str, float]) -> bool:
    by_id = {g.id: g for g in train.build.guides.train}
    zones = [(g, joint_zone_mm(j, by_id[g])) for g in moved for j in train.work.joints]
    return any(low < at[g] < high for g, (low, high) in zones)


def _spoils_nothing(now: _Seen, then: _Seen, mended: int | None) -> bool:
    """No other gap comes to touch that did not, and no guide loses its line."""
    least = habits().least_clear_mm
    rooms = all(
        b >= min(a, least) - 1e-6 or b >= least
        for n, (a, b) in enumerate(zip(now.room_mm, then.room_mm, strict=True))
        if n != mended
    )
    return rooms and all(b > min(a, 0.5) - 1e-6 for a, b in zip(now.turn_deg, then.turn_deg, strict=True))  # fmt: skip


def _move(train: Trial, guide: str, number: int, was: float, to: float, why: str) -> GuideMove:
    cut = train.build.blank.trim_butt_mm
    return GuideMove(
        id=guide, number=number, from_mm=round(train.ring_mm - was, 2), to_mm=round(train.ring_mm - to, 2),
        built_mm=round(to + cut, 4), why=why,
    )  # fmt: skip


def _words(train: Trial, moves: tuple[GuideMove, ...], stuck: list[str], unexplained: list[str], touching: set[str], order: tuple[str, ...]) -> str:  # fmt: skip
    rule = train.build.rule
    said = [
        f"Move guide {m.number} from {format_length(m.from_mm, rule)} to {format_length(m.to_mm, rule)} from the tip-top: {m.why}."
        for m in moves
    ]
    for guide in stuck:
        remedy = (
            "a guide more goes into the gap toward the reel"
            if guide in touching
            else "its ring stands too low between its neighbours, a taller frame goes there"
        )
        said.append(f"No move of one or two guides mends guide {order.index(guide) + 1}: {remedy}.")
    for guide in unexplained:
        said.append(f"By the bend the line cannot lift off guide {order.index(guide) + 1}: look whether its ring stands as high as is entered, and whether the blank bends as it should.")  # fmt: skip
    if moves:
        said.append("Then hang the load again.")
    return " ".join(said) or "Nothing failed: nothing to move."
