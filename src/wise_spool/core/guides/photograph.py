"""A photograph of the bent rod: stiffness fitted to points clicked along it.

What does not bend matches the picture to the drawing: the two ends of the handle. The bare tip and
the points along the blank then say how far it bends. Turn, shift, scale and stiffness are fitted
together, in pixels of the picture, so that no point is held to a bend that was only predicted. A
picture that was not taken square on is set straight first by the four corners of a board of known
size that stands in the plane of the bend. The rod's own weight bends it, too: the handle is level.
Method page: ``docs/methods/stiffness.md``.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Annotated

import numpy as np
from numpy.typing import NDArray
from pydantic import Field
from scipy.optimize import least_squares

from wise_spool.core.blank.hanging import bent_by
from wise_spool.core.blank.stiffness import StiffnessPlan, stiffness_of
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.blank import StaticReading
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.guides.under_load import dress
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Load, Rod, bend

Floats = NDArray[np.float64]
Complex = NDArray[np.complex128]

TO_CLICK = (
    "Click the butt end of the handle.",
    "Click where the blank leaves the handle.",
    "Click the bare tip.",
    "Now click along the blank, two points or more.",
)
"""What is clicked next; after the last of them, more of the same."""
CORNERS = 4
LEAST_CLICKS = 5
LEAST_APART_PX = 20.0
"""Two clicks nearer than this say nothing of the rod's direction. From habit."""
CLICK_PX = 2.0
"""How far a click is off, one standard deviation: the least that is believed. From habit."""
MISSED = 2.5
"""Points that miss the bend by this many times what a click may be off are doubted: by chance that is seen
in less than one picture in a hundred (simulated in ``bench/photographs.py``)."""
MOST_FACTOR = 4.0
"""A photo that asks for more than this times the stiffness was matched wrongly. From habit."""
ELEMENTS = 80


class PicturePoint(Frozen):
    """A point of the picture as shown, px: x to the right, y down."""

    x_px: float
    y_px: float


class Board(Frozen):
    """Something flat and square in the plane of the bend: its corners one after another round it, and
    how far the second is from the first, the third from the second."""

    wide_mm: Annotated[float, Field(gt=0, le=5000)]
    high_mm: Annotated[float, Field(gt=0, le=5000)]
    corners: Annotated[tuple[PicturePoint, ...], Field(max_length=CORNERS)] = ()


class PhotoFit(Frozen):
    """EI times ``factor`` passes the curve through the points, ``off_mm`` away at the worst.

    ``give_percent`` holds the true factor in 95 of 100 pictures whose clicks are off by about
    as much as was said, the handle level (simulated in ``bench/photographs.py``). ``doubt`` says what
    may be wrong with the picture when the points miss every bend. ``reading`` is the bend on the bench
    that says the same, to be kept with the blank.
    """

    factor: float
    give_percent: float
    off_mm: float
    power_g: float
    doubt: str
    reading: StaticReading


class PhotoMatched(Frozen):
    """The picture so far: what to click ``next``, the bend drawn in the picture once the handle is
    clicked, and what the bend says of the stiffness once there are points enough."""

    next: str
    curve: tuple[PicturePoint, ...] = ()
    fit: PhotoFit | None = None


@dataclass(frozen=True)
class _Scene:
    """What was clicked, and the rod it is a picture of; ``bent`` is its curve by the factor on EI,
    as the picture shows it but for turn, scale and shift."""

    clicks: Complex
    click_px: float
    handle_mm: tuple[float, float]
    bent: Callable[[float], Complex]

    def by_handle(self) -> tuple[complex, complex]:
        """Scale with turn, and shift, that lay the handle's two ends on their clicks."""
        butt, front = self.handle_mm
        scale = complex(self.clicks[1] - self.clicks[0]) / (front - butt)
        return scale, complex(self.clicks[1]) - scale * front

    def off_px(self, factor: float, scale: complex, shift: complex) -> Floats:
        """How far each click lies off, px: both ways for the three known points, sideways along."""
        curve = scale * self.bent(factor) + shift
        known = np.append(scale * np.array(self.handle_mm) + shift, curve[-1])
        apart = known - self.clicks[:3]
        return np.concatenate([apart.real, apart.imag, _sideways(self.clicks[3:], curve)])


def match(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    stiffness: StiffnessPlan,
    setup: BendSetup,
    clicks: Sequence[PicturePoint],
    click_px: float = CLICK_PX,
    board: Board | None = None,
) -> PhotoMatched:
    """Match the picture and, with points enough, fit EI to it.

    ``clicks`` in the order of ``TO_CLICK``, each off by about ``click_px``. Raises :class:`BendError` with no handle or load, two
    clicks on one spot, or when no stiffness near the one known runs through the points.
    """
    following = TO_CLICK[min(len(clicks), len(TO_CLICK) - 1)]
    if not handle.parts:
        raise BendError("A picture is matched by the two ends of the handle: add its parts first.")
    if setup.load_g <= 0:
        raise BendError("Without a load a photo says nothing about stiffness.")
    if board is not None and len(board.corners) < CORNERS:
        so_far = len(board.corners)
        return PhotoMatched(next=f"Click the board’s corners one after another round it: {so_far} of {CORNERS} so far.")  # fmt: skip
    if len(clicks) < 2:
        return PhotoMatched(next=following)
    level = _Straight.by(board)
    seen = np.array([complex(c.x_px, c.y_px) for c in clicks])
    at = level.straightened(seen)
    if np.abs(np.diff(at[:3])).min() < LEAST_APART_PX:
        raise BendError("Two clicks lie on one spot: take the last back and click farther apart.")
    dressed = dress(build, work, handle, guides, stiffness)
    load_n = setup.load_g * GRAVITY_N_PER_G
    # Which way the rod bends in the picture: as the picture's y runs down, a rod pointing right
    # that bends down keeps its sign. The two ends of the handle and the tip tell.
    tip_side = ((at[-1 if at.size < 3 else 2] - at[1]) * (at[1] - at[0]).conjugate()).imag
    mirror = -1.0 if tip_side < 0 else 1.0

    @lru_cache(maxsize=64)
    def bent(factor: float) -> Complex:
        curve = bend(_lighter(dressed.rod, factor), Load(load_n / factor, setup.pull_deg, own_weight=True), ELEMENTS)  # fmt: skip
        return np.asarray(curve.x_mm + 1j * mirror * curve.y_mm)

    scene = _Scene(at, click_px, (-handle.longer_by_mm, dressed.rod.clamp_mm), bent)
    scale, shift = scene.by_handle()
    if at.size < LEAST_CLICKS:
        return PhotoMatched(next=following, curve=_drawn(level.as_seen(scale * bent(1.0) + shift)))
    factor, scale, shift, pulls = _fitted(scene)
    sd = _unsure(scene, factor, scale, shift, pulls)
    if board is not None:
        sd = math.hypot(sd, _unsure_by_board(scene, board, seen, factor, scale, shift, pulls))
    return PhotoMatched(
        next=following,
        curve=_drawn(level.as_seen(scale * bent(factor) + shift)),
        fit=_said(factor, sd, scene.off_px(factor, scale, shift), abs(scale), click_px, build, work, stiffness),
    )  # fmt: skip


def _lighter(rod: Rod, factor: float) -> Rod:
    """The rod so much lighter: under so much less load it bends as one so much stiffer under all of it."""
    mass = rod.mass_g_per_mm
    rings = tuple(replace(r, mass_g=r.mass_g / factor) for r in rod.rings)
    return replace(rod, rings=rings, mass_g_per_mm=None if mass is None else lambda x: mass(x) / factor)  # fmt: skip


@dataclass(frozen=True)
class _Straight:
    """How a picture is set straight: a homography (3, 3) to where it would be seen square on, as large as
    it is there; None when it was taken so."""

    homography: Floats | None

    @classmethod
    def by(cls, board: Board | None) -> "_Straight":
        """From a board's four corners. Raises :class:`BendError` when they are no board."""
        if board is None:
            return cls(None)
        seen = np.array([complex(c.x_px, c.y_px) for c in board.corners])
        side = np.roll(seen, -1) - seen
        turns = (side * np.roll(side, 1).conj()).imag
        if np.abs(side).min() < LEAST_APART_PX or not (np.all(turns > 0) or np.all(turns < 0)):
            raise BendError("The four corners are no board: click them one after another round it.")
        area = 0.5 * abs(float((seen * np.roll(seen, -1).conj()).imag.sum()))
        grown = math.sqrt(area / (board.wide_mm * board.high_mm))
        way = 1j if turns[0] > 0 else -1j
        size = grown * np.array([0, board.wide_mm, board.wide_mm + way * board.high_mm, way * board.high_mm])  # fmt: skip
        rows = []
        for z, to in zip(seen.tolist(), size.tolist(), strict=True):
            rows.append([z.real, z.imag, 1, 0, 0, 0, -to.real * z.real, -to.real * z.imag])
            rows.append([0, 0, 0, z.real, z.imag, 1, -to.imag * z.real, -to.imag * z.imag])
        ends = np.stack([size.real, size.imag], axis=1).ravel()
        return cls(np.append(np.linalg.solve(np.array(rows), ends), 1.0).reshape(3, 3))

    def straightened(self, seen: Complex) -> Complex:
        """Points of the picture where they would be, seen square on."""
        return seen if self.homography is None else _projected(self.homography, seen)

    def as_seen(self, straight: Complex) -> Complex:
        """Points back in the picture."""
        if self.homography is None:
            return straight
        return _projected(np.asarray(np.linalg.inv(self.homography), float), straight)


def _projected(homography: Floats, points: Complex) -> Complex:
    x, y, w = homography @ np.stack([points.real, points.imag, np.ones(points.size)])
    return np.asarray((x + 1j * y) / w)


def _fitted(scene: _Scene) -> tuple[float, complex, complex, Floats]:
    """Factor, scale with turn, shift, and how the factor's logarithm follows each miss, one a pixel."""
    scale0, shift0 = scene.by_handle()

    def read(v: Floats) -> tuple[float, complex, complex]:
        # Turn and growth about the handle's front, so that the five numbers hardly pull on each other.
        front = scene.clicks[1]
        grown = 1 + complex(v[1], v[2])
        return (
            math.exp(v[0]),
            scale0 * grown,
            front + (shift0 - front) * grown + complex(v[3], v[4]),
        )

    def off(v: Floats) -> Floats:
        return scene.off_px(*read(v))

    edge = math.log(MOST_FACTOR)
    unit = 1 / max(float(np.abs(scene.clicks - scene.clicks[1]).max()), 1.0)
    best = min(
        (
            least_squares(
                off, [start, 0, 0, 0, 0], x_scale=[0.2, 10 * unit, 10 * unit, 10, 10],
                bounds=([-edge, -1, -1, -np.inf, -np.inf], [edge, 1, 1, np.inf, np.inf]),
                diff_step=[1e-4] * 5, max_nfev=40,
            )
            for start in (-0.5, 0.4)
        ),
        key=lambda found: float(found.cost),
    )  # fmt: skip
    if abs(best.x[0]) > 0.98 * edge:
        raise BendError(
            "No stiffness near the one known runs through these points: is the load the one in the "
            "picture, and was every point clicked in its turn?"
        )
    return *read(best.x), np.linalg.pinv(np.asarray(best.jac, float))[0]


def _unsure(scene: _Scene, factor: float, scale: complex, shift: complex, pulls: Floats) -> float:
    """Standard deviation of the factor's logarithm by the clicks on the rod: by what they miss, and by no
    less than a click may be off."""
    missed = max(_missed_px(scene.off_px(factor, scale, shift)), scene.click_px)
    return missed * math.sqrt(float((pulls**2).sum()))


def _missed_px(off_px: Floats) -> float:
    """How far the points miss the bend, one standard deviation, the five numbers fitted counted out."""
    return math.sqrt(float((off_px**2).sum()) / max(off_px.size - 5, 1))


def _unsure_by_board(
    scene: _Scene, board: Board, seen: Complex, factor: float, scale: complex, shift: complex, pulls: Floats
) -> float:  # fmt: skip
    """The same by the clicks on a board's corners, each knocked by a pixel either way."""
    still = scene.off_px(factor, scale, shift)
    moved = 0.0
    for n in range(CORNERS):
        for dx, dy in ((1.0, 0.0), (0.0, 1.0)):
            corner = board.corners[n]
            knocked = PicturePoint(x_px=corner.x_px + dx, y_px=corner.y_px + dy)
            corners = (*board.corners[:n], knocked, *board.corners[n + 1 :])
            at = _Straight.by(board.model_copy(update={"corners": corners})).straightened(seen)
            off = replace(scene, clicks=at).off_px(factor, scale, shift)
            moved += float(pulls @ (off - still)) ** 2
    return math.sqrt(moved) * scene.click_px


def _said(
    factor: float,
    sd: float,
    off_px: Floats,
    px_per_mm: float,
    click_px: float,
    build: Build,
    work: WorkingBlank,
    stiffness: StiffnessPlan,
) -> PhotoFit:
    assert work.taper is not None and work.length_mm is not None
    course = stiffness_of(stiffness, work)
    course = replace(course, log_k=course.log_k + math.log(factor))
    clamp = min(300.0, 0.3 * work.length_mm)
    weight = max(1.0, round(0.25 * stiffness.power_g * factor))
    drop = bent_by(course, clamp, work.length_mm, weight * GRAVITY_N_PER_G)  # fmt: skip
    cut = build.blank.trim_butt_mm
    return PhotoFit(
        factor=round(factor, 4),
        give_percent=round(100 * math.expm1(1.96 * sd), 1),
        off_mm=round(float(np.abs(off_px).max()) / px_per_mm, 1),
        doubt=_doubt(off_px, click_px),
        power_g=round(stiffness.power_g * factor, 1),
        reading=StaticReading(
            clamp_mm=clamp + cut, weight_g=weight, at_mm=round(work.length_mm + cut, 2), drop_mm=round(drop.tip_mm[1], 2)
        ),
    )  # fmt: skip


def _doubt(off_px: Floats, click_px: float) -> str:
    """What may be wrong when the points miss the bend by more than clicks do."""
    missed = _missed_px(off_px)
    if missed <= MISSED * click_px:
        return ""
    return (
        f"The points miss every bend of this rod by {missed:.0f} px or so, more than clicks do. A lens that bows straight lines "
        "(stand further off and zoom in), a picture not taken square on, a handle that is not level, or another load."
    )


def _drawn(curve: Complex) -> tuple[PicturePoint, ...]:
    return tuple(PicturePoint(x_px=round(z.real, 2), y_px=round(z.imag, 2)) for z in curve.tolist())


def _sideways(points: Complex, curve: Complex) -> Floats:
    """Signed distance of each point from the polyline, by its nearest segment."""
    a, ab = curve[:-1], np.diff(curve)
    along = ((points[:, None] - a) * ab.conj()).real / np.abs(ab) ** 2
    foot = a + np.clip(along, 0.0, 1.0) * ab
    nearest = np.abs(points[:, None] - foot).argmin(axis=1)
    gap = points - foot[np.arange(points.size), nearest]
    return np.asarray(np.copysign(np.abs(gap), (gap * ab[nearest].conj()).imag), float)
