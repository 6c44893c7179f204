"""What the looks say: a seat that is off, a blank that twists, a joint that is turned, single guides that stand out.

Every cause alone and beside up to two outstanding guides is fitted by weighted least squares; the one is believed
whose misfit plus a charge for every free number is least (a penalised likelihood, as Schwarz, "Estimating the dimension of a
model", Ann. Statist. 6, 1978, but with charges set by simulation: what looks are off by is known, and an outstanding guide may
be any of them). How often it is right is measured in ``tests/core/lineup/test_telling.py``.
Method page: ``docs/methods/line-up.md``.
"""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.lineup.readings import Look

Floats = NDArray[np.float64]
Cause = Literal["none", "seat", "twist", "joint"]
CAUSE_COSTS = 8.0
OUT_COSTS = 11.0
"""By how much the squared misfit, in looks' own deviations, must fall before a cause, or a guide that stands out, is believed: a
straight rod is then told so in 95 of 100 cases, as causes twice a look's error are (simulated)."""
MOST_OUT = 2
"""So many guides may stand out on their own beside a common cause."""


@dataclass(frozen=True)
class Told:
    """The cause that is believed. ``size_deg`` is how large it is (a twist: from seat to tip), ``give_deg`` one standard
    deviation of that, ``joint`` which joint counted from the butt, ``out`` the ids that stand out by themselves."""

    cause: Cause
    size_deg: float
    give_deg: float
    joint: int
    out: tuple[str, ...]


def tell(looks: Sequence[Look]) -> Told:
    """The likeliest cause of what was seen. Needs three looks for anything but outstanding guides."""
    angles = np.array([k.angle_deg for k in looks])
    weights = 1 / np.array([max(k.off_deg, 0.5) for k in looks])
    best, least = None, math.inf
    for cause, joint, column in _causes(looks):
        outs = _outs(len(looks), cause)
        kept = np.ones((len(outs), len(looks)))
        for row, out in zip(kept, outs, strict=True):
            row[list(out)] = 0.0
        misfit = kept @ (weights * angles) ** 2 + OUT_COSTS * (len(looks) - kept.sum(axis=1))
        size = norm = np.zeros(len(outs))
        if column is not None:
            norm = np.maximum(kept @ (weights * column) ** 2, 1e-12)
            size = kept @ (weights**2 * column * angles) / norm
            misfit = misfit - size**2 * norm + CAUSE_COSTS
        n = int(misfit.argmin())
        if misfit[n] < least - 1e-9:
            least = float(misfit[n])
            give = 0.0 if column is None else 1 / math.sqrt(float(norm[n]))
            best = Told(cause, float(size[n]), give, joint, tuple(looks[i].id for i in outs[n]))
    assert best is not None
    return best


def _causes(looks: Sequence[Look]) -> Iterator[tuple[Cause, int, Floats | None]]:
    yield "none", 0, None
    if len(looks) < 3:
        return
    x = np.array([k.station_mm for k in looks])
    yield "seat", 0, np.ones(len(looks))
    if x[-1] > 0:
        yield "twist", 0, x / x[-1]
    sections = np.array([k.section for k in looks])
    for joint in range(1, int(sections.max(initial=0)) + 1):
        beyond = (sections >= joint).astype(float)
        if 0 < beyond.sum() < len(looks):
            yield "joint", joint, beyond


def _outs(n: int, cause: Cause) -> list[tuple[int, ...]]:
    """Every set of guides that may stand out, the smallest first."""
    most = min(MOST_OUT, n - 2 if cause != "none" else n)
    return [c for k in range(most + 1) for c in itertools.combinations(range(n), k)]
