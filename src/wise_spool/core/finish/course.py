"""The course of a night: clocks as doses of warmth, and whether the blank sweats before the coat has set.

A clock of the tin has run out when ``integral of 2^((T(t) - T_tin) / d) dt`` reaches its minutes, d the degrees per doubling; between
the typed points the room's temperature is straight, after the last it stays. The dose over a straight stretch from Ta to Tb in L
minutes is ``L d (2^((Tb - T_tin)/d) - 2^((Ta - T_tin)/d)) / ((Tb - Ta) ln 2)``. Where no humidity is said for an hour the air keeps
its water, so its dew point stays while it cools. Checked against SciPy's ``quad`` and PsychroLib in
``tests/core/finish/test_course.py``. Method page: ``docs/methods/finish.md``.
"""

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from scipy.optimize import brentq

from wise_spool.core.document.bench import Air
from wise_spool.core.document.finish import AirAt
from wise_spool.core.finish.air import dew_point_c
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

LONGEST_MIN = 60.0 * 24 * 60
STEP_MIN = 15.0


@dataclass(frozen=True)
class Course:
    """The room after mixing: minutes, and degrees C at them, straight between, held after the last."""

    minutes: tuple[float, ...]
    temperature_c: tuple[float, ...]

    @classmethod
    def of(cls, now_c: float, points: Sequence[AirAt]) -> "Course":
        """From the room at mixing and the typed points."""
        later = sorted((p for p in points if p.after_h > 0), key=lambda p: p.after_h)
        first = next((p.temperature_c for p in points if p.after_h == 0), now_c)
        return cls(
            (0.0, *(p.after_h * 60 for p in later)), (first, *(p.temperature_c for p in later))
        )

    def at(self, minute: float) -> float:
        """Temperature at a minute after mixing."""
        m, t = self.minutes, self.temperature_c
        for a, b, ta, tb in zip(m, m[1:], t, t[1:], strict=False):
            if a <= minute < b:
                return ta + (tb - ta) * (minute - a) / (b - a)
        return t[-1] if minute >= m[-1] else t[0]

    def dose(self, minute: float, tin_c: float) -> float:
        """Minutes of the tin that have run by a minute of the room."""
        d = habits().doubling_c
        done = 0.0
        edges = [*(m for m in self.minutes if m < minute), minute]
        for a, b in itertools.pairwise(edges):
            ta, tb = self.at(a), self.at(b - 1e-9)
            done += _stretch(b - a, ta, tb, tin_c, d)
        return done

    def ends(self, tin_min: float, tin_c: float) -> float:
        """The minute of the room at which a clock of the tin has run out."""
        if tin_min <= 0:
            return 0.0
        if self.dose(LONGEST_MIN, tin_c) < tin_min:
            return LONGEST_MIN
        return float(brentq(lambda m: self.dose(m, tin_c) - tin_min, 0.0, LONGEST_MIN, xtol=1e-3))


def room_since(
    mixed_at: datetime, temperature_c: float, airs: Sequence[Air], expected: Course
) -> tuple[Course, int, float]:
    """The room from mixing on: as its sensor logged it, then as it was expected to go; how many readings there are, and the
    minute of the last."""
    seen = sorted(
        ((a.at - mixed_at).total_seconds() / 60, a.temperature_c) for a in airs if a.at is not None
    )
    seen = [(m, t) for m, t in seen if 0 < m <= LONGEST_MIN]
    last = seen[-1][0] if seen else 0.0
    later = [(m, t) for m, t in zip(expected.minutes, expected.temperature_c, strict=True) if m > last]  # fmt: skip
    points = {0.0: temperature_c, **dict(seen), **dict(later)}
    return Course(tuple(points), tuple(points.values())), len(seen), last


def _stretch(long_min: float, from_c: float, to_c: float, tin_c: float, d: float) -> float:
    a, b = 2 ** ((from_c - tin_c) / d), 2 ** ((to_c - tin_c) / d)
    rise = (to_c - from_c) * math.log(2) / d
    return long_min * (a if abs(rise) < 1e-9 else (b - a) / rise)


class Night(Frozen):
    """The air until the coat has set. ``nearest_c`` is how near the blank comes to the dew point, ``at_min`` when, ``sweats_min`` the
    first minute it is nearer than the margin; None when it never is."""

    nearest_c: float
    at_min: float
    coldest_c: float
    sweats_min: float | None


def night_of(
    course: Course, points: Sequence[AirAt], now_humidity: float, until_min: float
) -> Night:
    """How the air goes from mixing until a minute: looked at every quarter of an hour, the blank as warm as its room."""
    dew_now = dew_point_c(course.temperature_c[0], now_humidity)
    said = [(p.after_h * 60, p.humidity_percent) for p in sorted(points, key=lambda p: p.after_h) if p.humidity_percent is not None]  # fmt: skip
    known = [(0.0, now_humidity), *(s for s in said if s[0] > 0)]
    nearest, at, sweats, coldest = math.inf, 0.0, None, math.inf
    steps = max(int(until_min // STEP_MIN), 1)
    for k in range(steps + 1):
        minute = min(k * STEP_MIN, until_min)
        warm = course.at(minute)
        humidity = _humidity(known, minute)
        dew = dew_now if humidity is None else dew_point_c(warm, humidity)
        margin = warm - min(dew, warm)
        if margin < nearest:
            nearest, at = margin, minute
        coldest = min(coldest, warm)
        if sweats is None and margin < habits().dew_margin_c:
            sweats = minute
    return Night(
        nearest_c=round(nearest, 2), at_min=at, coldest_c=round(coldest, 1), sweats_min=sweats
    )


def _humidity(known: list[tuple[float, float]], minute: float) -> float | None:
    """Humidity at a minute, straight between what was said; None where only the air at mixing is known."""
    if len(known) == 1:
        return None if minute > 0 else known[0][1]
    for (a, ha), (b, hb) in itertools.pairwise(known):
        if a <= minute < b:
            return ha + (hb - ha) * (minute - a) / (b - a)
    return known[-1][1]
