"""The trainer: a made-up blank with a hidden spine, rolled in a simulated hand.

The same energy model as in the real case (``core/mechanics/rolling.py``), plus dry friction
between fingers and blank and an unsteady hand. Same level and seed, same blank.
Method page: ``docs/methods/rolling.md``.
"""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wise_spool.core.document.spine import Drop, FlatReading, RollTrial
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.mechanics.rolling import RollModel
from wise_spool.core.spine.resting import apart_deg

Level = Literal[1, 2, 3, 4, 5]
LEVEL_WORDS: dict[int, str] = {
    1: "one strong line",
    2: "two lines, one deeper",
    3: "a weak spine in a stiff hand",
    4: "spine and bow at odds",
    5: "anything, or nothing at all",
}
WEIGHT_G = 100.0
DISPLACEMENT_MM = 120.0
STEP_DEG = 0.5
SNAP_DEG = 8.0
"""A jump this far in one move of the hand is felt as a snap. From habit."""
GAUGE_SD_MM = 0.25
"""Scatter of a drop read on the bench. From habit."""
RIGHT_WITHIN_DEG = 5.0
"""An answer this close is full marks. From habit."""
POINTS_PER_DEG = 4.0


@dataclass(frozen=True)
class TrainerBlank:
    """A hidden blank. ``friction_n_mm`` holds it in the fingers; ``hand_deg`` is the reading's scatter."""

    model: RollModel
    friction_n_mm: float
    grip_n_mm: float
    hand_deg: float
    spined: bool

    @property
    def lines_deg(self) -> tuple[float, ...]:
        """True resting lines as the tape reads them: the clock angle on the outside of the bend,
        deepest first; none on a blank that is only bowed."""
        if not self.spined:
            return ()
        return tuple((p.toward_deg + 180) % 360 for p in self.model.resting)


def make_blank(level: int, seed: int) -> TrainerBlank:
    """The blank of a level and a seed. Level 5 is bow only three times in five."""
    rng = np.random.default_rng([level, seed])
    soft = float(rng.uniform(0, 180))
    mean = float(rng.uniform(0.010, 0.020))
    spined = level != 5 or rng.random() < 0.4
    percent = {
        1: rng.uniform(18, 30), 2: rng.uniform(14, 22), 3: rng.uniform(6, 9), 4: rng.uniform(12, 18),
        5: rng.uniform(10, 16) if spined else 0.0,
    }[level]  # fmt: skip
    # The bow that would just wipe out the shallower line is D (k2/k1 - 1); shares of it keep levels apart.
    edge = DISPLACEMENT_MM * percent / 100
    side = soft + (180 if rng.random() < 0.5 else 0)
    bow, bow_deg = {
        1: (edge * rng.uniform(0.7, 0.95), side),
        2: (edge * rng.uniform(0.05, 0.25), side + rng.uniform(-20, 20)),
        3: (edge * rng.uniform(0.1, 0.5), side + rng.uniform(-30, 30)),
        4: (edge * rng.uniform(0.4, 0.7), side + rng.choice([-1, 1]) * rng.uniform(50, 80)),
        5: (rng.uniform(2, 8) if not spined else edge * 0.3, rng.uniform(0, 360)),
    }[level]  # fmt: skip
    model = RollModel(
        soft_n_mm=mean / (1 + percent / 200),
        stiff_n_mm=mean / (1 + percent / 200) * (1 + percent / 100),
        soft_deg=soft,
        bow_mm=float(bow),
        bow_deg=float(bow_deg) % 360,
        displacement_mm=DISPLACEMENT_MM,
    )
    grip = mean * DISPLACEMENT_MM**2 * 0.05
    share = 0.004 if level == 3 else 0.002
    return TrainerBlank(
        model=model,
        friction_n_mm=mean * DISPLACEMENT_MM**2 * share,
        grip_n_mm=grip,
        hand_deg=4.0 if level == 3 else 2.5,
        spined=bool(spined),
    )


class Rolled(Frozen):
    """The blank after a move of the hand: clock angle on the inside of the bend, where the hand
    has turned to, the jump if it snapped, the torque the fingers feel, how far the tip stands out."""

    toward_deg: float
    hand_deg: float
    snap_deg: float
    torque_n_mm: float
    reach_mm: float


def roll(blank: TrainerBlank, toward_deg: float, hand_deg: float, by_deg: float) -> Rolled:
    """Turn the hand by ``by_deg``; the blank follows through its grip, sticks, and snaps."""
    at, hand = toward_deg, hand_deg
    steps = max(1, math.ceil(abs(by_deg) / STEP_DEG))
    jumped = 0.0
    for _ in range(steps):
        hand += by_deg / steps
        before = at
        at = _settle(blank, at, hand)
        if abs(at - before) > abs(jumped):
            jumped = at - before
    felt = -blank.grip_n_mm * math.radians(at - hand)
    turns = math.floor(at / 360) * 360
    return Rolled(
        toward_deg=round(at - turns, 3), hand_deg=round(hand - turns, 3),
        snap_deg=round(jumped, 1) if abs(jumped) >= SNAP_DEG else 0.0,
        torque_n_mm=round(felt, 3), reach_mm=round(_reach(blank, at), 2),
    )  # fmt: skip


def let_rest(
    blank: TrainerBlank, toward_deg: float, rng: np.random.Generator
) -> tuple[float, float]:
    """Open the fingers: the blank settles. Returns the clock angle on the inside of the bend, and
    the angle read off the tape on the outside, with the hand's scatter."""
    at = _settle(blank, toward_deg, None) % 360
    read = (at + 180 + rng.normal(0, blank.hand_deg)) % 360
    return at, float(read)


def noted_rest(read_deg: float, start_deg: float, at_deg: float) -> RollTrial:
    """A rest as a builder notes it: how hard it snapped is told by how far it ran."""
    ran = apart_deg(at_deg, start_deg)
    return RollTrial(
        angle_deg=round(read_deg, 1) % 360, snap=3 if ran > 90 else 2 if ran > 30 else 1
    )


def _settle(blank: TrainerBlank, at: float, hand: float | None) -> float:
    """Move downhill until friction holds: the whole torque no larger than it can carry."""
    for _ in range(4000):
        torque = blank.model.torque(at)
        if hand is not None:
            torque -= blank.grip_n_mm * math.radians(at - hand)
        if abs(torque) <= blank.friction_n_mm:
            return at
        at += math.copysign(STEP_DEG / 4, torque)
    return at


def _reach(blank: TrainerBlank, toward_deg: float) -> float:
    """How far the tip stands off the axis toward the bend, bow included: what the drawing shows."""
    bow = blank.model.bow_mm * math.cos(math.radians(blank.model.bow_deg - toward_deg))
    return blank.model.displacement_mm + bow


def rests(blank: TrainerBlank, count: int, rng: np.random.Generator) -> list[RollTrial]:
    """Roll trials from all round, as a careful builder would take them; snap by how far it ran."""
    out = []
    for _ in range(count):
        start = float(rng.uniform(0, 360))
        at, read = let_rest(blank, start, rng)
        out.append(noted_rest(read, start, at))
    return out


def weigh_round(
    blank: TrainerBlank, angles_deg: list[float], rng: np.random.Generator
) -> list[Drop]:
    """Drops under the trainer's weight with each clock angle on top, as a gauge reads them."""
    load = WEIGHT_G * 9.80665e-3
    out = []
    for a in angles_deg:
        t = math.radians(a - blank.model.soft_deg)
        give = math.cos(t) ** 2 / blank.model.soft_n_mm + math.sin(t) ** 2 / blank.model.stiff_n_mm
        lift = blank.model.bow_mm * math.cos(math.radians(a - blank.model.bow_deg))
        drop = load * give - lift + rng.normal(0, GAUGE_SD_MM)
        out.append(Drop(angle_deg=a % 360, drop_mm=round(max(drop, 0.0), 2)))
    return out


def on_the_flat(
    blank: TrainerBlank, angles_deg: list[float], rng: np.random.Generator
) -> list[FlatReading]:
    """Gaps under the middle on a flat: a quarter of the tip's bow, on a rest of 10 mm."""
    out = []
    for a in angles_deg:
        gap = 10 - blank.model.bow_mm / 4 * math.cos(math.radians(a - blank.model.bow_deg))
        out.append(
            FlatReading(angle_deg=a % 360, gap_mm=round(max(gap + rng.normal(0, 0.1), 0.0), 2))
        )
    return out


class Truth(Frozen):
    """What was hidden, and how good the answer was. ``energy`` is U in N mm every five degrees of
    the tape's clock angle, 0 to 355."""

    spined: bool
    lines_deg: tuple[float, ...]
    percent: float
    bow_mm: float
    bow_deg: float
    error_deg: float | None
    points: int
    words: str
    energy_n_mm: tuple[float, ...]


def judge(blank: TrainerBlank, answer_deg: float | None) -> Truth:
    """Mark an answer: a resting line as the tape reads it, or None for "no spine, that is bow"."""
    lines = blank.lines_deg
    error = (
        None if answer_deg is None or not lines else min(apart_deg(answer_deg, x) for x in lines)
    )
    if not blank.spined:
        points = 100 if answer_deg is None else 0
        words = (
            "Right: no spine. It rests where its bow wants to lie."
            if answer_deg is None
            else "There was no spine: it rested where its bow lay. One line, no snap to an opposite one, is bow."
        )
    elif error is None or answer_deg is None:
        points, words = 0, "There was a spine: two lines, and a snap between them."
    else:
        points = max(0, round(100 - POINTS_PER_DEG * max(error - RIGHT_WITHIN_DEG, 0)))
        deeper = apart_deg(answer_deg, lines[0]) <= error + 1e-9
        which = "the deeper line" if deeper else "the shallower line, a good one all the same"
        words = f"{error:.0f}° off {which}."
    read = np.arange(0, 360, 5.0)
    energy = blank.model.energy(read + 180)
    return Truth(
        spined=blank.spined, lines_deg=tuple(round(x, 1) for x in lines), percent=round(blank.model.percent, 1),
        bow_mm=round(blank.model.bow_mm, 1), bow_deg=round(blank.model.bow_deg, 1),
        error_deg=None if error is None else round(error, 1), points=points, words=words,
        energy_n_mm=tuple(round(float(e - energy.min()), 3) for e in energy),
    )  # fmt: skip
