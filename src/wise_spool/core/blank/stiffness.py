"""How stiff the blank is: EI along it from bends on the bench, its power and its action.

EI(x) = K OD(x)^p. One static reading gives K at p = 3.5 and a band for p from 3
to 4; two or more that differ give both by least squares, through the large
deflection solver. With none, K is the class on the label's, and said to be
estimated. Power is the load that drops the tip by a third of the free length,
action the tip's angle there. Method page: ``docs/methods/stiffness.md``.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq, minimize_scalar

from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import WorkingBlank, working_blank
from wise_spool.core.document.blank import Blank, BlankMaterial, StaticReading
from wise_spool.core.ground.findings import Finding, Noted, Spot
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import Habits, following, habits
from wise_spool.core.ground.units import format_weight
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError, Bent, Load, Rod, bend

Floats = NDArray[np.float64]

P_BAND = (3.0, 4.0)
ELEMENTS = 60
POWER_N: tuple[tuple[str, float], ...] = (
    ("very light", 1.2), ("light", 2.2), ("medium light", 3.5), ("medium", 5.5),
    ("medium heavy", 8.5), ("heavy", 14.0), ("extra heavy", 40.0),
)  # fmt: skip
"""Upper ends of the power classes, N at a third of the free length. From memory, our own scale."""
ACTION_DEG: tuple[tuple[str, float], ...] = (
    ("slow", 56.0), ("moderate", 61.0), ("moderate fast", 65.0), ("fast", 70.0), ("extra fast", 180.0),
)  # fmt: skip
"""Upper ends of the actions, tip angle at that load. From memory, our own scale."""
MATERIAL_POWER_N: dict[BlankMaterial, float] = {"carbon": 4.5, "glass": 3.0, "composite": 5.0}
"""What a blank with no usable label is taken for. From memory."""


def strain_limit(material: BlankMaterial) -> float:
    """Strain at which a bend is stopped: what the material takes, with care."""
    in_force = habits()
    return {
        "carbon": in_force.strain_carbon,
        "glass": in_force.strain_glass,
        "composite": in_force.strain_composite,
    }[material]


Source = Literal["measured", "fitted", "label", "material"]


class StiffnessPlan(Frozen):
    """EI = ``k_n_mm2`` OD^``p`` (OD in mm). ``off_percent`` is how far power may be off either way;
    ``reading_error_mm`` the worst misfit of the readings."""

    source: Source
    k_n_mm2: float
    p: float
    off_percent: float
    reading_error_mm: float | None
    power_n: float
    power_g: float
    power_words: str
    label_words: str
    agrees: bool | None
    action_deg: float
    action_words: str
    clamp_mm: float


@dataclass(frozen=True)
class Stiffness:
    """EI of one blank as a function of station, N mm^2."""

    taper: Taper
    k_n_mm2: float
    p: float

    def ei(self, station_mm: Floats) -> Floats:
        """EI in N mm^2 at each station, shape as given."""
        return self.k_n_mm2 * self.taper.od_mm(station_mm) ** self.p


def measure(blank: Blank) -> StiffnessPlan | None:
    """Stiffness, power and action of a blank as it will be built on; None without a taper.

    Raises nothing: a reading no bend explains leaves the label's class.
    """
    work = working_blank(blank)
    if work.taper is None or work.length_mm is None:
        return None
    return _measured(blank, habits())


@lru_cache(maxsize=128)
def _measured(blank: Blank, in_force: Habits) -> StiffnessPlan | None:
    try:
        with following(in_force):
            return _solved(blank)
    except (BendError, ValueError):
        return None  # a taper no rod has: nothing that bends as one


def _solved(blank: Blank) -> StiffnessPlan | None:
    work = working_blank(blank)
    taper, length = work.taper, work.length_mm
    if taper is None or length is None:
        return None
    clamp = _clamp(blank, length)
    whole = working_blank(blank.model_copy(update={"trim_butt_mm": 0.0, "trim_tip_mm": 0.0}))
    readings = _usable(blank)
    third = _Third(taper, length, clamp)
    source: Source
    error = None
    if readings:
        try:
            assert whole.taper is not None
            k, p, error, off = _fit(whole.taper, readings, third)
            source = "fitted" if len(readings) > 1 else "measured"
        except (BendError, ValueError):
            readings = []
    if not readings:
        source, wanted = _from_label(blank)
        p = habits().power_p
        k = wanted / third.power_at(1.0, p)
        off = 40.0
    power, action = third.power_at(k, p), third.action_deg(p)
    words = in_words(power, POWER_N)
    label = _class_of(blank.label_power)
    return StiffnessPlan(
        source=source, k_n_mm2=round(k, 6), p=round(p, 3), off_percent=round(off, 1),
        reading_error_mm=None if error is None else round(error, 2),
        power_n=round(power, 3), power_g=round(power / GRAVITY_N_PER_G, 1), power_words=words,
        label_words=blank.label_power,
        agrees=None
        if label is None or source not in ("measured", "fitted")
        else label in words.removeprefix("between ").split(" and "),
        action_deg=round(action, 1), action_words=in_words(action, ACTION_DEG), clamp_mm=round(clamp, 1),
    )  # fmt: skip


def in_words(value: float, edges: tuple[tuple[str, float], ...]) -> str:
    """The class a value lies in, or ``between a and b`` near an edge."""
    for n, (name, upper) in enumerate(edges):
        if value <= upper:
            if n + 1 < len(edges) and value > upper * (1 - habits().edge / 2):
                return f"between {name} and {edges[n + 1][0]}"
            lower = edges[n - 1][1] if n else 0.0
            if n and value < lower * (1 + habits().edge / 2):
                return f"between {edges[n - 1][0]} and {name}"
            return name
    return edges[-1][0]


def bent_by(
    taper: Taper, ei: Callable[[Floats], Floats], clamp_mm: float, at_mm: float, load_n: float
) -> Bent:
    """The bare blank clamped level with a weight hung at a station; it bends to +y."""
    return bend(Rod(at_mm, clamp_mm, ei), Load(load_n, 90.0), elements=ELEMENTS)


class _Third:
    """The load that drops the tip by a third of the free length, and the tip's angle there. Both
    follow from one solve a shape: EI scales them."""

    def __init__(self, taper: Taper, length: float, clamp: float) -> None:
        self.taper, self.length, self.clamp = taper, length, clamp
        self._known: dict[float, tuple[float, float]] = {}

    def _at(self, p: float) -> tuple[float, float]:
        key = round(p, 4)
        if key not in self._known:
            free = self.length - self.clamp
            ei = Stiffness(self.taper, 1.0, p).ei
            small = bent_by(self.taper, ei, self.clamp, self.length, 1e-6 * float(ei(np.array([self.clamp]))[0]) / free**2)  # fmt: skip
            unit = small.tip_mm[1] / (1e-6 * float(ei(np.array([self.clamp]))[0]) / free**2)
            guess = free / 3 / unit

            def miss(load: float) -> float:
                return bent_by(self.taper, ei, self.clamp, self.length, load).tip_mm[1] - free / 3

            low, high = guess * 0.7, guess * 1.4
            while miss(high) < 0:
                low, high = high, high * 1.6
            load = float(brentq(miss, low, high, rtol=1e-5))
            self._known[key] = (load, bent_by(self.taper, ei, self.clamp, self.length, load).tip_deg)  # fmt: skip
        return self._known[key]

    def power_at(self, k: float, p: float) -> float:
        """Third-of-length load in N."""
        return k * self._at(p)[0]

    def action_deg(self, p: float) -> float:
        """Tip angle at that load, degrees."""
        return self._at(p)[1]


def _clamp(blank: Blank, length: float) -> float:
    first = blank.static[0].clamp_mm - blank.trim_butt_mm if blank.static else 300.0
    return min(max(first, 0.0), 0.6 * length)


def _usable(blank: Blank) -> list[StaticReading]:
    """Readings that can have happened, on the blank as it arrived: before anything was cut off."""
    length = blank.bare_mm or 0.0
    out = []
    for r in blank.static:
        at = length if r.at_mm is None else min(r.at_mm, length)
        if r.clamp_mm < at - 50 and r.drop_mm < 0.95 * (at - r.clamp_mm):
            out.append(r.model_copy(update={"at_mm": at}))
    return out


def _k_for(taper: Taper, r: StaticReading, p: float) -> float:
    """K for which one reading's drop comes out: one scalar root in the large-deflection solver."""
    ei = Stiffness(taper, 1.0, p).ei
    at = r.at_mm or 0.0
    load = r.weight_g * GRAVITY_N_PER_G
    free = at - r.clamp_mm
    base = float(ei(np.array([r.clamp_mm]))[0])
    tiny = 1e-6 * base / free**2
    unit = bent_by(taper, ei, r.clamp_mm, at, tiny).tip_mm[1] / tiny
    guess = unit * load / r.drop_mm

    def miss(log_k: float) -> float:
        k = guess * float(np.exp(log_k))
        return bent_by(taper, ei, r.clamp_mm, at, load / k).tip_mm[1] - r.drop_mm

    low = 0.0
    while miss(low) < 0:
        low -= 0.5
        if low < -12:
            raise ValueError("no stiffness gives so large a drop")
    high = 0.5
    while miss(high) > 0:
        high += 0.5
    return guess * float(np.exp(brentq(miss, low, high, xtol=1e-5)))


def _fit(
    taper: Taper, readings: list[StaticReading], third: _Third
) -> tuple[float, float, float | None, float]:
    """K, p, worst misfit in mm and the band of the power in percent."""
    if len(readings) == 1:
        r = readings[0]
        k = _k_for(taper, r, habits().power_p)
        power = third.power_at(k, habits().power_p)
        ends = [third.power_at(_k_for(taper, r, p), p) for p in P_BAND]
        off = 100 * max(abs(e / power - 1) for e in ends)
        return k, habits().power_p, None, max(off, 2.0)

    def spread(p: float) -> float:
        logs = np.log([_k_for(taper, r, p) for r in readings])
        return float(np.var(logs))

    best = minimize_scalar(spread, bounds=P_BAND, method="bounded", options={"xatol": 0.02})
    p = float(best.x) if _tells(readings) else habits().power_p
    ks = np.array([_k_for(taper, r, p) for r in readings])
    k = float(np.exp(np.log(ks).mean()))
    ei = Stiffness(taper, k, p).ei
    error = 0.0
    for r in readings:
        found = bent_by(taper, ei, r.clamp_mm, r.at_mm or 0.0, r.weight_g * GRAVITY_N_PER_G)
        error = max(error, abs(found.tip_mm[1] - r.drop_mm))
    off = 100 * float(np.abs(ks / k - 1).max())
    return k, p, error, max(off, 1.0)


def _tells(readings: list[StaticReading]) -> bool:
    """Whether readings differ in where they clamp or hang, so that the exponent shows."""
    spots = {(round(r.clamp_mm / 50), round((r.at_mm or 0) / 50)) for r in readings}
    return len(spots) > 1


def _class_of(label: str) -> str | None:
    words = label.lower().replace("-", " ").replace("ultra", "very").split()
    tidy = " ".join(words)
    names = [name for name, _ in POWER_N]
    return tidy if tidy in names else None


def _from_label(blank: Blank) -> tuple[Source, float]:
    """The middle of the class on the label, else of the material."""
    label = _class_of(blank.label_power)
    names = [name for name, _ in POWER_N]
    if label is None:
        return "material", MATERIAL_POWER_N[blank.material]
    i = names.index(label)
    lower = POWER_N[i - 1][1] if i else 0.6
    upper = min(POWER_N[i][1], 20.0)
    return "label", (lower * upper) ** 0.5


def stiffness_of(plan: StiffnessPlan, work: WorkingBlank) -> Stiffness:
    """The EI a plan stands for, on the blank it was made from."""
    assert work.taper is not None
    return Stiffness(work.taper, plan.k_n_mm2, plan.p)


def find_in_stiffness(blank: Blank, plan: StiffnessPlan | None) -> list[Finding]:
    """Power against the label, and how it is known."""
    add = Noted("blank")
    if plan is None:
        return []
    at = Spot(field="blank.static")
    rule = "Power is the load that drops the tip by a third of the free length, action the tip's angle there."
    numbers = {
        "power": f"{format_weight(plan.power_g)}, {plan.power_n:.2f} N",
        "action": f"{plan.action_deg:.0f}°",
        "may_be_off_by": f"{plan.off_percent:.0f} %",
    }
    if blank.static and plan.source not in ("measured", "fitted"):
        add("blank-static-odd", "check", "No bend of this blank explains the static reading: check the weight, the drop and where it was clamped. It is kept but not used.", rule, at)  # fmt: skip
    if plan.source in ("measured", "fitted"):
        label = plan.label_words
        if plan.agrees is False:
            add("blank-power", "check", f"Labelled {label}, it measures {plan.power_words}: {format_weight(plan.power_g)} drop its tip by a third.", rule, at, "classes from memory, our own scale", **numbers)  # fmt: skip
        else:
            add("blank-power", "note", f"It measures {plan.power_words}, {plan.action_words} action: {format_weight(plan.power_g)} drop its tip by a third.", rule, at, "classes from memory, our own scale", **numbers)  # fmt: skip
    elif not blank.static:
        took = f"its label, {plan.label_words}" if plan.source == "label" else "its material"
        add("blank-power-estimated", "note", f"Its stiffness is estimated from {took}: hang a weight on it and every bend gets real.", rule, at, "estimated", **numbers)  # fmt: skip
    return add.found
