"""How far each guide may move before something it is judged by is a tenth worse, and what gives first.

Method page: ``docs/methods/layouts.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.reel_side import REDUCTION_RINGS, ReelSideSpot, plan_reel_side
from wise_spool.core.guides.trial import Trial, shares_done, third_load
from wise_spool.core.guides.under_load import Dressed
from wise_spool.core.mechanics.elastica import Bent, break_angles

Floats = NDArray[np.float64]

WORSE = 1.10


class Tolerance(Frozen):
    """How far one guide may move either way before something it is judged by is a tenth worse, and what."""

    id: str
    number: int
    toward_tip_mm: float
    toward_butt_mm: float
    toward_tip_why: str
    toward_butt_why: str


@dataclass(frozen=True)
class _Judged:
    """What a place of one guide is judged by: turns of the line, shares of the bend, room, the path."""

    turns: Floats
    shares: Floats
    least_room_mm: float
    off_path_mm: float
    first_gap_mm: float

    def worse(self, base: "_Judged", path_give_mm: float) -> str:
        """What is a tenth worse than it was, and than the rest; nothing while all holds."""
        if _over(self.shares, base.shares, base.shares.mean()):
            return "a span takes a tenth more of the bend"
        if _over(self.turns[:-1], base.turns[:-1], base.turns[:-1].mean()):
            return "a guide turns the line a tenth more"
        if self.turns[-1] > WORSE * base.turns[-1] + TIP_TURN_GIVE:
            return "the tip-top turns the line a tenth more"
        if self.least_room_mm < min(habits().least_clear_mm, base.least_room_mm - 0.01):
            return "the line touches the blank"
        if self.first_gap_mm > max(base.first_gap_mm, habits().first_gap_most_mm):
            return "the first gap is wider than usual"
        if (
            base.off_path_mm <= path_give_mm < self.off_path_mm
        ):  # one that is off it is not held to it
            return "it leaves the path from the spool by a degree"
        return ""


def _over(now: Floats, before: Floats, mean: float) -> bool:
    """Whether any figure is over both what it was and the mean, by a tenth of the mean."""
    return bool((now > np.maximum(before, mean) + (WORSE - 1) * mean).any())


TIP_TURN_GIVE = float(np.radians(0.5))
"""The tip-top always turns the line: less than this more is no worse. From habit."""


def tolerances(train: Trial, at: dict[str, float]) -> tuple[Tolerance, ...]:
    """How far each guide may move before anything the layout is judged by is a tenth worse.

    The blank's shape is taken as it is: moving one guide by millimetres hardly
    changes it, and the line is laid anew over the moved ring.
    """
    dressed = train.dressed(at)
    rings = dressed.rod.rings
    judge = _Judge(train, dressed, third_load(train, dressed, None))
    stations = [r.station_mm for r in rings]
    base = [judge.of(k, stations[k]) for k in range(len(rings) - 1)]
    out = []
    for k in range(len(rings) - 1):
        ends = []
        for way, neighbour in (
            (1, stations[k + 1]),
            (-1, stations[k - 1] if k else judge.clamp_mm),
        ):
            low, high = 0.0, max(abs(neighbour - stations[k]) - FEET_MM, 0.0)
            why = "its neighbour is reached" if k or way > 0 else "the handle is reached"
            if said := judge.of(k, stations[k] + way * high).worse(base[k], judge.give_mm[k]):
                why = said
                for _ in range(14):
                    middle = (low + high) / 2
                    if said := judge.of(k, stations[k] + way * middle).worse(
                        base[k], judge.give_mm[k]
                    ):
                        high, why = middle, said
                    else:
                        low = middle
                high = low
            ends.append((high, why))
        (to_tip, tip_why), (to_butt, butt_why) = ends
        out.append(
            Tolerance(
                id=dressed.ids[k], number=dressed.numbers[k], toward_tip_mm=round(to_tip, 1),
                toward_butt_mm=round(to_butt, 1), toward_tip_why=tip_why, toward_butt_why=butt_why,
            )
        )  # fmt: skip
    return tuple(out)


FEET_MM = 30.0
"""Two guides come no nearer than this: their feet and wraps. From habit."""


class _Judge:
    """One guide moved along the blank as it is bent, everything else left where it is."""

    def __init__(self, train: Trial, dressed: Dressed, bent: Bent) -> None:
        assert train.work.taper is not None
        self.rings, self.bent = dressed.rod.rings, bent
        self.clamp_mm, self.ring_mm = dressed.rod.clamp_mm, train.ring_mm
        self.tilt = np.interp(bent.station_mm, (bent.station_mm[:-1] + bent.station_mm[1:]) / 2, bent.angle)  # fmt: skip
        self.pull = np.radians(train.build.guides.bend.pull_deg)
        self.done = shares_done(bent.station_mm, bent.curvature, habits().share_q)
        self.path = np.vstack([bent.line_mm[:1], bent.line_mm[bent.ring_at]])
        self.half_od = train.work.taper.od_mm(bent.station_mm) / 2
        self.side = 1.0 if self.rings[0].height_mm >= 0 else -1.0
        spots = {s.guide_id: s for s in self._spots(train)}
        lip = train.datums.spool_lip_mm or 0.0
        at = [spots.get(i) for i in dressed.ids]
        self.path_mm = [None if s is None else lip + s.from_lip_mm for s in at]
        self.give_mm = [0.0 if s is None else abs(s.per_degree_mm) for s in at]

    def _spots(self, train: Trial) -> tuple[ReelSideSpot, ...]:
        if train.build.brief.rod_type != "spinning" or train.datums.spool_lip_mm is None:
            return ()
        near = list(reversed(train.build.guides.train))[:REDUCTION_RINGS]
        return plan_reel_side(train.build.guides.reel, near).spots

    def of(self, k: int, station: float) -> _Judged:
        """The figures with ring k at a station."""
        s = self.bent.station_mm
        a = float(np.interp(station, s, self.tilt))
        h = self.rings[k].height_mm
        path = self.path.copy()
        path[k + 1] = (
            float(np.interp(station, s, self.bent.x_mm)) - h * np.sin(a),
            float(np.interp(station, s, self.bent.y_mm)) + h * np.cos(a),
        )
        turns = break_angles(path, np.array([np.cos(self.pull), np.sin(self.pull)]))
        stations = [r.station_mm for r in self.rings]
        stations[k] = station
        shares = np.diff(np.interp(stations, s, self.done))
        path_mm = self.path_mm[k]
        return _Judged(
            turns=turns, shares=shares,
            least_room_mm=min(self._room(path, j, stations) for j in (k, k + 1)),
            off_path_mm=0.0 if path_mm is None else abs(station - path_mm),
            first_gap_mm=self.ring_mm - stations[-2],
        )  # fmt: skip

    def _room(self, path: Floats, j: int, stations: Sequence[float]) -> float:
        """Least room between line and blank in the span before ring j."""
        start = stations[j - 1] if j else self.clamp_mm
        inside = (self.bent.station_mm >= start) & (self.bent.station_mm <= stations[j])
        if not inside.any():
            return 99.0
        a, d = path[j], path[j + 1] - path[j]
        x, y = self.bent.x_mm[inside], self.bent.y_mm[inside]
        off = self.side * (d[0] * (y - a[1]) - d[1] * (x - a[0])) / max(float(np.hypot(*d)), 1e-9)
        return float((-off - self.half_od[inside]).min())
