"""A photograph along the rod: each guide's turn from where its ring is seen.

The lens stands behind the butt and looks toward the tip. A ring at station x, height h and turned by a stands at
``(x, h sin a, h cos a)``; a pinhole lens ``D`` behind the butt end sees it at ``u = k (Y - cx) / (x + D) + u0`` and
``v = k (Z - cy) / (x + D) + v0``, the picture rolled by the angle at which the camera was held. Stations and heights are known,
and two places of the blank itself lie on its axis, so the lens and every turn follow together by least squares, the turns held
loosely near nothing, as guides are. What one click in error does to each turn
comes from the same fit, and is said. Method page: ``docs/methods/line-up.md``.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import RefusedError

Floats = NDArray[np.float64]
FRONT, TIP = "front", "tip"
"""Two places of the blank itself that are clicked: where it leaves the handle, and its bare tip."""
TURN_PRIOR_DEG = 4.0
"""How far guides on a rod that was put together by eye may well be turned: one standard deviation. From habit."""
DISTANCE_OFF = 0.05
"""How far the typed distance of the lens may be off. From habit."""
LEAST_RINGS = 4
MOST_MISSED = 4.0
"""Clicks that miss by this many times what a click may be off are of another rod, or of another order."""


@dataclass(frozen=True)
class RingSpot:
    """A ring that can be clicked: station and height of its middle over the blank's axis, mm."""

    id: str
    station_mm: float
    height_mm: float


class RingClicked(Frozen):
    """A ring's middle in the picture, px: x to the right, y down. ``seat`` is the reel foot's middle in the seat."""

    id: str
    x_px: float
    y_px: float


class TurnSeen(Frozen):
    """How far one ring is turned to the right of the seat, degrees, and one standard deviation of that."""

    id: str
    turn_deg: float
    off_deg: float


class AlongPhoto(Frozen):
    """What a photograph along the rod comes to. ``missed_px`` is how far the clicks lie from the rod that fits best;
    ``doubt`` says what may be wrong with the picture."""

    turns: tuple[TurnSeen, ...]
    missed_px: float
    doubt: str


def turns_in(
    seat: RingSpot, axis_mm: tuple[float, float], rings: Sequence[RingSpot], clicks: Sequence[RingClicked], behind_mm: float,
    click_px: float = 1.0,
) -> AlongPhoto:  # fmt: skip
    """The turn of every ring clicked, against the seat. ``axis_mm`` are the stations of the handle's front and the bare tip,
    ``behind_mm`` how far the lens stood behind the butt end. Raises :class:`RefusedError` for too few clicks, or a picture that is not of this rod."""
    by_id = {c.id: c for c in clicks}
    if len(by_id) != len(clicks):
        raise RefusedError("One ring was clicked twice.")
    if seat.id not in by_id:
        raise RefusedError("Click the middle of the seat first: every guide is held against it.")
    if FRONT not in by_id or TIP not in by_id:
        raise RefusedError(
            "Click the blank where it leaves the handle, and its bare tip: they say where the lens stood."
        )
    seen = [r for r in rings if r.id in by_id]
    if len(seen) < LEAST_RINGS:
        raise RefusedError(f"Click the seat and at least {LEAST_RINGS} rings.")
    straight = [seat, RingSpot(FRONT, axis_mm[0], 0.0), RingSpot(TIP, axis_mm[1], 0.0)]
    spots = [*straight, *seen]
    uv = np.array([[by_id[s.id].x_px, -by_id[s.id].y_px] for s in spots])
    spread = float(np.ptp(uv, axis=0).max())
    if spread < 20:
        raise RefusedError("The clicks lie all in one place: click each ring where it is seen.")
    x = np.array([s.station_mm for s in spots])
    h = np.array([s.height_mm for s in spots])
    guess = _guess(x, h, uv, behind_mm)
    prior = math.radians(TURN_PRIOR_DEG)

    def missed(p: Floats) -> Floats:
        k, d, cx, cy, u0, v0, roll = np.exp(p[0]), behind_mm * np.exp(p[1]), *p[2:7]
        a = np.concatenate([np.zeros(len(straight)), p[7:]])
        return np.asarray((_seen(x, h, a, k, d, cx, cy, u0, v0, roll) - uv).ravel() / click_px)

    def residuals(p: Floats) -> Floats:
        return np.concatenate([missed(p), [p[1] / DISTANCE_OFF], p[7:] / prior])

    start = np.concatenate([guess, np.zeros(len(seen))])
    fit = least_squares(residuals, start, method="trf", x_scale="jac", max_nfev=400)
    miss = missed(fit.x)
    rms = float(np.sqrt((miss**2).mean())) * click_px
    try:
        jac = np.asarray(fit.jac)
        cov = np.linalg.inv(jac.T @ jac)
    except np.linalg.LinAlgError as e:
        raise RefusedError("The clicks do not tell where the lens stood: click more rings.") from e
    off = np.degrees(np.sqrt(np.maximum(np.diag(cov)[7:], 0.0)))
    free = max(2 * len(spots) - 7 - len(seen), 1)
    chi = math.sqrt(float((miss**2).sum()) / free)
    doubt = ""
    if (
        chi > MOST_MISSED
        or float(np.exp(fit.x[0])) < 1
        or bool((np.abs(np.degrees(fit.x[7:])) > 60).any())
    ):
        doubt = "The clicks fit no lens that looks along this rod: are they in the right order, and the picture of this rod?"
    return AlongPhoto(
        turns=tuple(
            TurnSeen(id=s.id, turn_deg=round(math.degrees(a), 2), off_deg=round(float(o), 2))
            for s, a, o in zip(seen, fit.x[7:], off, strict=True)
        ),
        missed_px=round(rms, 2), doubt=doubt,
    )  # fmt: skip


def _seen(
    x: Floats, h: Floats, a: Floats, k: float, d: float, cx: float, cy: float, u0: float, v0: float, roll: float
) -> Floats:  # fmt: skip
    far = x + d
    u = k * (h * np.sin(a) - cx) / far
    v = k * (h * np.cos(a) - cy) / far
    c, s = math.cos(roll), math.sin(roll)
    return np.column_stack([c * u - s * v + u0, s * u + c * v + v0])


def _guess(x: Floats, h: Floats, uv: Floats, behind_mm: float) -> Floats:
    """Linear start: with no turns and no roll ``u`` and ``v`` are linear in k, k cx, k cy, u0, v0 at the typed distance."""
    far = x + behind_mm
    n = len(x)
    rows = np.zeros((2 * n, 5))
    rows[:n, 1], rows[:n, 3] = -1 / far, 1
    rows[n:, 0], rows[n:, 2], rows[n:, 4] = h / far, -1 / far, 1
    solved, *_ = np.linalg.lstsq(rows, np.concatenate([uv[:, 0], uv[:, 1]]), rcond=None)
    k = max(float(solved[0]), 100.0)
    return np.array([math.log(k), 0.0, solved[1] / k, solved[2] / k, solved[3], solved[4], 0.0])
