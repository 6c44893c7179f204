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
from datetime import UTC, datetime

import numpy as np
from numpy.typing import NDArray
from scipy.stats import beta, invgamma
from scipy.stats import t as student

from wise_spool.core.document.log import LogEntry
from wise_spool.core.finish.witness import told_by
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.shop.lessons import SORTS, Lesson, seen_at_25, taught

PRIOR_TIMES = 0.5
PRIOR_SHAPE = 2.0
SURE = 0.95
SHOWN = 6
EVER = datetime.min.replace(tzinfo=UTC)
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
        low, high = self.span(sure)
        return math.exp(low), math.exp(high)

    def span(self, sure: float = SURE) -> tuple[float, float]:
        """The same, of what the posterior itself is of."""
        half = float(student.ppf(0.5 + sure / 2, 2 * self.shape)) * math.sqrt(self.scale / (self.shape * self.times))  # fmt: skip
        return self.middle - half, self.middle + half


def learned_from(
    seen: Sequence[float], by_default: float, spread: float, times: float = PRIOR_TIMES
) -> Posterior:
    """The posterior after ``seen`` (all over nought), begun from a default and a usual spread of logarithms."""
    return _posterior(np.log(np.asarray(seen, float)), math.log(by_default), spread, times)


def learned_signed(seen: Sequence[float], spread: float, times: float = PRIOR_TIMES) -> Posterior:
    """The same of something that may lie on either side of nought, begun at nought; no logarithms."""
    return _posterior(np.asarray(seen, float), 0.0, spread, times)


def learned_scatter(differences: Sequence[float], by_default: float) -> tuple[float, float, float]:
    """One standard deviation of a single look, and where it lies with 95 %, from the differences of two looks
    each: each difference has twice the variance of one look. Inverse gamma, the conjugate of a
    normal's variance about a known middle (Gelman and others, from memory)."""
    d = np.asarray(differences, float)
    shape = PRIOR_SHAPE + d.size / 2
    scale = by_default**2 * (PRIOR_SHAPE - 1) + float((d**2).sum()) / 4
    ends = (0.5 - SURE / 2, 0.5 + SURE / 2)
    low, high = (math.sqrt(float(invgamma.ppf(p, shape, scale=scale))) for p in ends)
    return math.sqrt(scale / (shape - 1)), low, high


def _posterior(y: NDArray[np.float64], m0: float, spread: float, times: float) -> Posterior:
    n = y.size
    scale0 = spread**2 * (PRIOR_SHAPE - 1)
    if n == 0:
        return Posterior(times, m0, PRIOR_SHAPE, scale0)
    mean = float(y.mean())
    after = times + n
    scale = scale0 + float(((y - mean) ** 2).sum()) / 2 + times * n * (mean - m0) ** 2 / (2 * after)
    return Posterior(after, (times * m0 + n * mean) / after, PRIOR_SHAPE + n / 2, scale)


def learn(entries: Iterable[LogEntry], since: dict[str, datetime] | None = None) -> tuple[Learned, ...]:  # fmt: skip
    """All that entries teach, in the order of the trade; what was seen before a quantity was reset (``since``,
    by name) does not count."""
    asked = since or {}
    entries = sorted(entries, key=lambda e: (e.at, e.id))
    tried = {e.follow_up.id: e.follow_up.product for e in entries if e.follow_up is not None}
    seen: dict[Lesson, list[float]] = {}
    answers: dict[str, tuple[str, bool]] = {}
    wraps: dict[str, list[float]] = {}
    for e in entries:
        for lesson, value in taught(e):
            if lesson.name not in asked or e.at > asked[lesson.name]:
                seen.setdefault(lesson, []).append(value)
                if e.gauged is not None and e.gauged.wraps and e.gauged.mixed:
                    per_ml = e.gauged.wraps / (e.gauged.mixed - e.gauged.said)
                    wraps.setdefault(lesson.name, []).append(per_ml)
        if e.answer is not None and e.answer.held is not None and tried.get(e.answer.id):
            product = tried[e.answer.id]
            if f"held.{product}" not in asked or e.at > asked[f"held.{product}"]:
                answers[e.answer.id] = (product, e.answer.held)
    for told in told_by(e.witness for e in entries if e.witness is not None and e.at > asked.get(f"timed.{e.witness.product}.set", EVER)):  # fmt: skip
        if told.seen_min is not None:
            lesson = seen_at_25(told.product, told.what)
            seen.setdefault(lesson, []).append(told.seen_min)
    held: dict[str, list[bool]] = {}
    for product, well in answers.values():
        held.setdefault(product, []).append(well)
    said = [_learned(lesson, values) for lesson, values in seen.items()]
    out = [_with_wraps(q, wraps.get(q.name, [])) for q in said]
    place = {sort: n for n, sort in enumerate(SORTS)}
    out.sort(key=lambda q: (place[q.name.partition(".")[0]], q.name))
    return (*out, *(_held(p, seen) for p, seen in sorted(held.items())))


def _learned(lesson: Lesson, seen: list[float]) -> Learned:
    """What one lesson comes to: log-normal, signed about nought, or a scatter."""
    before = lesson.by_default
    if lesson.shape == "signed":
        found = learned_signed(seen, lesson.spread)
        return _said(lesson, seen, found.middle, found.span(), float(np.mean(seen[-SHOWN:])))
    if lesson.shape == "scatter":
        value, low, high = learned_scatter(seen, before or 1.0)
        return _said(lesson, seen, value, (low, high), float(np.sqrt(np.mean(np.square(seen[-SHOWN:])) / 2)))  # fmt: skip
    usual = float(np.exp(np.log(seen).mean()))
    times = learned_from(seen, before or usual, lesson.spread)
    last = float(np.exp(np.log(seen[-SHOWN:]).mean()))
    return _said(lesson, seen, times.value, times.range(), last)


def _with_wraps(q: Learned, per_ml: list[float]) -> Learned:
    """A coat's share is also said as it is spoken of: wraps to the mL."""
    if not per_ml:
        return q
    return q.model_copy(
        update={"words": f"{q.words}; {float(np.median(per_ml)):.1f} wraps to the mL"}
    )


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


def _said(
    lesson: Lesson, seen: list[float], value: float, where: tuple[float, float], lately: float
) -> Learned:
    last = seen[-SHOWN:]
    off = float(np.std(last, ddof=1)) if len(last) > 1 and lesson.shape != "scatter" else None
    how_many = "your last one" if len(last) == 1 else f"your last {len(last)}"
    words = f"{how_many}: {_short(lately)} {lesson.unit}" + (
        "" if off is None else f" ± {_short(off)}"
    )
    return Learned(
        name=lesson.name, about=lesson.about, unit=lesson.unit, n=len(seen), value=_kept(value), low=_kept(where[0]),
        high=_kept(where[1]), by_default=lesson.by_default, habit=lesson.habit, last=tuple(_kept(x) for x in last),
        used_in=lesson.used_in, words=words,
    )  # fmt: skip


def _kept(x: float) -> float:
    return float(f"{x:.4g}")


def _short(x: float) -> str:
    return f"{x:.0f}" if abs(x) >= 10 else f"{x:.2g}"
