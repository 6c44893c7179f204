"""What a shop has learned of itself: its own minutes, its products' times, its blanks against their labels.

A quantity that is never less than nought is taken to be log-normal. What is known beforehand (the
default, from habit) counts as ``PRIOR_TIMES`` observations; with n of one's own it is the conjugate
normal-inverse-gamma posterior of the logarithms (Gelman and others, Bayesian Data Analysis, the chapter on
conjugate models, from memory):

    k_n = k0 + n,  m_n = (k0 m0 + n y) / k_n,  a_n = a0 + n / 2,
    b_n = b0 + S / 2 + k0 n (y - m0)^2 / (2 k_n),

the middle being Student's t about m_n with 2 a_n degrees of freedom and scale sqrt(b_n / (a_n k_n)). Method
page: ``docs/methods/learning.md``.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np
from scipy.stats import beta
from scipy.stats import t as student

from wise_spool.core.document.log import LogEntry
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import HABITS

PRIOR_TIMES = 0.5
PRIOR_SHAPE = 2.0
MINUTES_SPREAD = 0.35
TIMES_SPREAD = 0.15
SURE = 0.95
AT_C = 25.0
SHOWN = 6
"""How many of the last are spoken of."""


class Learned(Frozen):
    """One learned quantity: its middle, where that lies with 95 %, and from how many. ``by_default`` is what
    held before, None where nothing did; ``habit`` the habit it stands in for, where there is one."""

    name: str
    about: str
    unit: str
    n: int
    value: float
    low: float
    high: float
    by_default: float | None
    habit: str
    last: tuple[float, ...]
    used_in: str
    words: str


@dataclass(frozen=True)
class Posterior:
    """Normal-inverse-gamma of logarithms."""

    times: float
    middle: float
    shape: float
    scale: float

    @property
    def value(self) -> float:
        """The middle itself."""
        return math.exp(self.middle)

    def range(self, sure: float = SURE) -> tuple[float, float]:
        """Where the true middle lies, as surely as that."""
        half = float(student.ppf(0.5 + sure / 2, 2 * self.shape)) * math.sqrt(self.scale / (self.shape * self.times))  # fmt: skip
        return math.exp(self.middle - half), math.exp(self.middle + half)


def learned_from(
    seen: Sequence[float], by_default: float, spread: float, times: float = PRIOR_TIMES
) -> Posterior:
    """The posterior after ``seen`` (all over nought), begun from a default and a usual spread of logarithms."""
    y = np.log(np.asarray(seen, float))
    n = y.size
    scale0 = spread**2 * (PRIOR_SHAPE - 1)
    m0 = math.log(by_default)
    if n == 0:
        return Posterior(times, m0, PRIOR_SHAPE, scale0)
    mean = float(y.mean())
    after = times + n
    scale = scale0 + float(((y - mean) ** 2).sum()) / 2 + times * n * (mean - m0) ** 2 / (2 * after)
    return Posterior(after, (times * m0 + n * mean) / after, PRIOR_SHAPE + n / 2, scale)


def learn(entries: Iterable[LogEntry], since: dict[str, datetime] | None = None) -> tuple[Learned, ...]:  # fmt: skip
    """All that entries of ``worked``, ``timed`` and answered follow-ups teach, in the order of the trade; what was seen before a
    quantity was reset (``since``, by name) does not count."""
    asked = since or {}
    entries = sorted(entries, key=lambda e: (e.at, e.id))
    tried = {e.follow_up.id: e.follow_up.product for e in entries if e.follow_up is not None}
    answers: dict[str, tuple[str, bool]] = {}
    minutes: dict[str, list[float]] = {}
    timed: dict[tuple[str, str], list[float]] = {}
    for e in entries:
        if e.worked is not None:
            name = f"minutes.{e.worked.kind}"
            if name not in asked or e.at > asked[name]:
                minutes.setdefault(e.worked.kind, []).append(e.worked.minutes)
        if e.timed is not None:
            key = (e.timed.product, e.timed.what)
            name = _timed_name(*key)
            if name not in asked or e.at > asked[name]:
                timed.setdefault(key, []).append(at_25_c(e.timed.minutes, e.timed.temperature_c))
        if e.answer is not None and e.answer.held is not None and tried.get(e.answer.id):
            product = tried[e.answer.id]
            if f"held.{product}" not in asked or e.at > asked[f"held.{product}"]:
                answers[e.answer.id] = (product, e.answer.held)
    held: dict[str, list[bool]] = {}
    for product, well in answers.values():
        held.setdefault(product, []).append(well)
    out = [_minutes(kind, seen) for kind, seen in sorted(minutes.items())]
    return (
        *out,
        *(_timed(*key, seen) for key, seen in sorted(timed.items())),
        *(_held(p, seen) for p, seen in sorted(held.items())),
    )


def at_25_c(minutes: float, temperature_c: float) -> float:
    """What took so long at that warmth, at 25 °C: twice as fast for every ``doubling_c`` warmer."""
    return float(minutes * 2 ** ((temperature_c - AT_C) / HABITS.doubling_c))


def _minutes(kind: str, seen: list[float]) -> Learned:
    by_kind = HABITS.operation_min
    habit = f"operation_min.{kind}" if kind in by_kind else ""
    before = by_kind.get(kind)
    found = learned_from(seen, before or float(np.exp(np.log(seen).mean())), MINUTES_SPREAD)
    used = "minutes on the card and in the schedule" if habit else "nowhere yet: the plan works these minutes out"  # fmt: skip
    return _said(f"minutes.{kind}", kind.replace("_", " "), "min", seen, found, before, habit, used)


def _timed(product: str, what: str, seen: list[float]) -> Learned:
    found = learned_from(seen, float(np.exp(np.log(seen).mean())), TIMES_SPREAD)
    used = "nowhere by itself: say it on the product, and the next plan follows"
    return _said(_timed_name(product, what), f"{product}: {what} at {AT_C:g} °C", "min", seen, found, None, "", used)  # fmt: skip


def held_range(well: int, of: int, sure: float = SURE) -> tuple[float, float]:
    """Where the true share lies that hold, from so many that did: Jeffreys's interval (Brown, Cai and
    DasGupta 2001, from memory)."""
    low = float(beta.ppf(0.5 - sure / 2, well + 0.5, of - well + 0.5)) if well else 0.0
    high = float(beta.ppf(0.5 + sure / 2, well + 0.5, of - well + 0.5)) if well < of else 1.0
    return low, high


def _held(product: str, seen: list[bool]) -> Learned:
    well, n = sum(seen), len(seen)
    low, high = held_range(well, n)
    return Learned(
        name=f"held.{product}", about=f"{product}: held when asked later", unit="%", n=n, value=round(100 * well / n, 1),
        low=round(100 * low, 1), high=round(100 * high, 1), by_default=None, habit="", last=tuple(100.0 * w for w in seen[-SHOWN:]),
        used_in="nowhere by itself: it is yours to weigh", words=f"{well} of {n} held",
    )  # fmt: skip


def _timed_name(product: str, what: str) -> str:
    return f"timed.{product}.{what}"


def _said(
    name: str, about: str, unit: str, seen: list[float], found: Posterior, before: float | None, habit: str, used: str
) -> Learned:  # fmt: skip
    low, high = found.range()
    last = seen[-SHOWN:]
    middle = float(np.exp(np.log(last).mean()))
    off = float(np.std(last, ddof=1)) if len(last) > 1 else None
    how_many = "your last one" if len(last) == 1 else f"your last {len(last)}"
    words = f"{how_many}: {_short(middle)} {unit}" + ("" if off is None else f" ± {_short(off)}")
    return Learned(
        name=name, about=about, unit=unit, n=len(seen), value=round(found.value, 2), low=round(low, 2), high=round(high, 2),
        by_default=before, habit=habit, last=tuple(round(x, 1) for x in last), used_in=used, words=words,
    )  # fmt: skip


def _short(x: float) -> str:
    return f"{x:.0f}" if x >= 10 else f"{x:.1f}"
