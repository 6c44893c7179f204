"""From a requirement to a blank: every blank on hand laid against the brief, cut or extended where that
helps, ranked, and said of each what it gives up.

Ranked by what a rod fails without, then by how far it lies from the bands, each quantity in steps a builder
would notice (habits ``choice_…``). What nobody measured counts a little further off than the same figure measured: a
label is not a bend. Where the first is not nearer in everything, that is said: no ranking settles it. A blank
that another one beats or equals in every quantity never stands before it. Method page: ``docs/methods/brief.md``.
"""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import lru_cache
from typing import Literal

import numpy as np

from wise_spool.core.blank.hanging import bent_by
from wise_spool.core.blank.mass import blank_g_per_mm, blank_mass_g
from wise_spool.core.blank.stiffness import StiffnessPlan, measure, stated_clamp_mm, stiffness_of
from wise_spool.core.blank.working import WorkingBlank, working_blank
from wise_spool.core.brief.requirement import (
    QUANTITY_WORDS,
    Quantity,
    Requirement,
    Want,
    says,
    value_says,
)
from wise_spool.core.brief.yardstick import off_by
from wise_spool.core.document.blank import Blank
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import Habits, habits
from wise_spool.core.ground.measures import format_rod_length
from wise_spool.core.ground.units import ruled
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, BendError
from wise_spool.core.mechanics.frequency import first_frequency_hz

OF_A_BLANK: tuple[Quantity, ...] = (
    "power_g", "action_deg", "length_mm", "pieces", "butt_od_mm", "toughness", "rod_g", "budget",
)  # fmt: skip
Measure = Callable[[Blank], StiffnessPlan | None]
TRIED_KEPT = 4096
BEST = 3

Cut = Literal["as it is", "cut at the butt", "cut at the tip", "extended at the butt"]
AT_AN_END: tuple[Cut, ...] = ("cut at the butt", "cut at the tip")


class Candidate(Frozen):
    """A blank to choose from: where it lies, what it costs, and how many of it there are."""

    id: str
    blank: Blank
    price: Decimal | None = None
    on_hand: int = 1


class GivesUp(Frozen):
    """One quantity a blank misses."""

    quantity: Quantity
    words: str
    steps: float
    must: bool


class Ranked(Frozen):
    """One blank against the brief, in the cut that serves it best."""

    id: str
    name: str
    price: Decimal | None
    on_hand: int
    cut: Cut
    cut_mm: float
    cut_words: str
    power_g: float | None
    low_g: float | None
    high_g: float | None
    power_words: str
    label_words: str
    label_off_percent: float | None
    source: str
    action_deg: float | None
    action_words: str
    length_mm: float
    butt_od_mm: float | None
    pieces: int
    material: str
    mass_g: float | None
    weighed: bool
    fails: int
    steps: float
    gives_up: tuple[GivesUp, ...]
    keeps: tuple[str, ...]


class Bent(Frozen):
    """One of the best under the fish they share: its line in mm from the clamp, the tip's angle, and how it swings bare."""

    id: str
    x_mm: tuple[float, ...]
    y_mm: tuple[float, ...]
    tip_deg: float
    tip_drop_mm: float
    frequency_hz: float


class Choice(Frozen):
    """All blanks in their order, the best of them bent under one load, and what no ranking settles."""

    ranked: tuple[Ranked, ...]
    load_g: float
    bent: tuple[Bent, ...]
    not_settled: tuple[str, ...]
    left_out: tuple[str, ...]


@dataclass(frozen=True)
class _Tried:
    """One blank in one cut."""

    cut: Cut
    cut_mm: float
    blank: Blank
    work: WorkingBlank
    stiffness: StiffnessPlan | None
    mass_g: float = 0.0
    weighed: bool = False


def choose(
    need: Requirement, candidates: Iterable[Candidate], measured: Measure = measure
) -> Choice:
    """Rank the candidates. Those without a length and a taper are named and left out. ``measured`` knows a blank's stiffness, or fits it."""
    best: list[tuple[tuple[float, ...], str, Ranked, _Tried]] = []
    left_out = []
    for c in candidates:
        tried = [r for t in _cuts(need, c.blank, measured) if (r := _laid(need, c, t)) is not None]
        if not tried:
            left_out.append(c.blank.name or "a blank without a name")
            continue
        one, how = min(tried, key=lambda r: (r[0].fails, r[0].steps, r[0].cut_mm))
        best.append(((one.fails, one.steps), c.id, one, how))
    best.sort(key=lambda b: (b[0], b[2].name, b[1]))
    ranked = tuple(b[2] for b in best)
    load_g = fish_of(need, ranked)
    return Choice(
        ranked=ranked, load_g=load_g, bent=tuple(x for b in best[:BEST] if (x := _bent(b[1], b[3], load_g))),
        not_settled=_not_settled(ranked[:BEST]), left_out=tuple(sorted(left_out)),
    )  # fmt: skip


def taken(c: Candidate, cut: Cut, cut_mm: float, *, sister: bool = False) -> Blank:
    """The blank as it goes into a rod, cut that way. With the very one that was measured all that was measured goes
    along; of a ``sister`` of it, or of one that is still to be bought, only its sizes, as those of another one of its
    kind."""
    blank = c.blank
    if sister or c.on_hand == 0:
        readings = tuple(
            r.model_copy(update={"uncertainty_mm": max(r.uncertainty_mm, habits().sister_off_mm)}) for r in blank.readings
        )  # fmt: skip
        blank = blank.model_copy(update={"static": (), "mass_g": None, "measured_mm": None, "readings": readings})  # fmt: skip
    return _cut_by(blank, cut, cut_mm)


def _cut_by(blank: Blank, cut: Cut, mm: float) -> Blank:
    """The blank with that much more off it; an extension leaves the blank itself as it is."""
    if cut == "cut at the butt":
        return blank.model_copy(update={"trim_butt_mm": blank.trim_butt_mm + mm})
    if cut == "cut at the tip":
        return blank.model_copy(update={"trim_tip_mm": blank.trim_tip_mm + mm})
    return blank


def fish_of(need: Requirement, ranked: Sequence[Ranked]) -> float:
    """The one load the best are bent by: the middle of the power asked for, else of the first blank's own."""
    want = need.want("power_g")
    if want is not None and want.low and want.high:
        return round(math.sqrt(want.low * want.high))
    known = [r.power_g for r in ranked if r.power_g]
    return round(known[0]) if known else 300.0


def _cuts(need: Requirement, blank: Blank, measured: Measure) -> list[_Tried]:
    """The blank as it is and, where its length misses the band, cut at either end or extended into it."""
    out = [_tried("as it is", 0.0, blank, measured)]
    want, length = need.want("length_mm"), out[0].work.length_mm
    if want is None or length is None:
        return out
    over = off_by(want, length)
    if 0 < over <= habits().most_cut_mm:
        less = math.ceil(over)
        out += [_tried(cut, less, _cut_by(blank, cut, less), measured) for cut in AT_AN_END]
    elif over < 0 and -over <= habits().most_extended_mm:
        out.append(replace(out[0], cut="extended at the butt", cut_mm=math.ceil(-over)))
    return out


def _tried(cut: Cut, mm: float, blank: Blank, measured: Measure) -> _Tried:
    return _tried_by(cut, mm, blank, habits(), measured)


@lru_cache(maxsize=TRIED_KEPT)
def _tried_by(
    cut: Cut, mm: float, blank: Blank, in_force: Habits, measured: Measure = measure
) -> _Tried:
    """What is known of a blank in that cut; it changes with neither the brief nor the other blanks."""
    work = working_blank(blank)
    mass, _, weighed = (0.0, 0.0, False) if work.taper is None else blank_mass_g(blank, work.taper)
    return _Tried(cut, mm, blank, work, measured(blank), mass, weighed)


def _laid(need: Requirement, c: Candidate, t: _Tried) -> tuple[Ranked, _Tried] | None:
    """The blank in that cut against every quantity that is a blank's; None without a taper."""
    work, found = t.work, t.stiffness
    if work.length_mm is None or work.taper is None:
        return None
    length = work.length_mm + (t.cut_mm if t.cut == "extended at the butt" else 0.0)
    mass, weighed = t.mass_g, t.weighed
    hung = found is not None and found.hung
    butt = work.taper.od_at(0.0)
    has: dict[Quantity, tuple[float | str | None, bool]] = {
        "power_g": (None if found is None else found.power_g, hung),
        "action_deg": (None if found is None else found.action_deg, hung),
        "length_mm": (length, True),
        "pieces": (float(len(t.blank.joints) + 1), True),
        "butt_od_mm": (butt, True),
        "toughness": (t.blank.material, True),
        "rod_g": (mass, weighed),
        "budget": (None if c.price is None else float(c.price), True),
    }
    gives, keeps, steps, by = [], [], 0.0, habits()
    for quantity in OF_A_BLANK:
        want = need.want(quantity)
        if want is None:
            continue
        value, sure = has[quantity]
        far = steps_off(want, value)
        if far >= by.choice_seen:
            gives.append(GivesUp(quantity=quantity, words=_short_of(want, value), steps=round(far, 3), must=_fails(want, value)))  # fmt: skip
        elif value is not None:
            keeps.append(want.words)
        steps += far + (0.0 if sure or quantity == "rod_g" else by.choice_unmeasured)
    if t.cut != "as it is":
        steps += (
            t.cut_mm / by.choice_step["length_mm"] / 2
        )  # work, and something of the blank given away
    label = None if found is None or found.label_n is None or not hung else found
    return (
        Ranked(
            id=c.id, name=c.blank.name, price=c.price, on_hand=c.on_hand, cut=t.cut, cut_mm=t.cut_mm, cut_words=_cut_words(t),
            power_g=None if found is None else found.power_g, low_g=None if found is None else found.low_g,
            high_g=None if found is None else found.high_g, power_words="" if found is None else found.power_words, label_words=c.blank.label_power,
            label_off_percent=None if label is None or label.label_n is None or label.as_sold_n is None else round(100 * (label.as_sold_n / label.label_n - 1), 0),
            source="none" if found is None else found.source, action_deg=None if found is None else found.action_deg,
            action_words="" if found is None else found.action_words, length_mm=length, butt_od_mm=round(butt, 2), pieces=len(t.blank.joints) + 1,
            material=t.blank.material, mass_g=round(mass, 1), weighed=weighed, fails=sum(g.must for g in gives), steps=round(steps, 4),
            gives_up=tuple(sorted(gives, key=lambda g: (not g.must, -g.steps))), keeps=tuple(keeps),
        ),
        t,
    )  # fmt: skip


def _fails(want: Want, value: float | str | None) -> bool:
    """Whether the rod fails by it: it lies outside of what the rules that are no wishes leave."""
    strict = [r for r in want.rulings if r.must]
    if not strict or not isinstance(value, float):
        return False
    low = max((r.low for r in strict if r.low is not None), default=None)
    high = min((r.high for r in strict if r.high is not None), default=None)
    far = steps_off(want.model_copy(update={"low": low, "high": high}), value)
    return far > (habits().choice_power_give if want.quantity == "power_g" else 0.0)


def steps_off(want: Want, value: float | str | None) -> float:
    """How far off a value is, in steps a builder would notice; what is not known at all counts as one step."""
    if value is None:
        return 1.0
    by = habits()
    if isinstance(value, str):
        return 0.0 if value in want.one_of else 1.0 / by.choice_step[want.quantity]
    off = off_by(want, value)
    if off == 0:
        return 0.0
    edge = value - off
    if want.quantity == "power_g":
        step = math.log(1 + by.choice_power_percent / 100)
        return abs(math.log(value / edge)) / step if value > 0 and edge > 0 else 9.0
    if want.quantity == "budget":
        return off / max(edge, 1.0) / (by.choice_price_percent / 100)
    return abs(off) / by.choice_step[want.quantity]


def _short_of(want: Want, value: float | str | None) -> str:
    if value is None:
        return f"{want.words} not known"
    if isinstance(value, str):
        return f"{value}, where {want.says} is asked for"
    off = off_by(want, value)
    if want.quantity == "rod_g":
        return f"the blank alone weighs {value_says('rod_g', value)}, the whole rod may weigh {says('rod_g', None, want.high).removesuffix(' or less')}"
    if want.quantity == "budget":
        return f"costs {value_says('budget', value)} of the {value_says('budget', value - off)} the whole rod may"
    return f"{want.words} {value_says(want.quantity, abs(off))} {'over' if off > 0 else 'under'}"


def _cut_words(t: _Tried) -> str:
    if t.cut == "as it is":
        return "as it is"
    return f"{t.cut} by {value_says('reach_mm', t.cut_mm)}"


def _bent(id: str, t: _Tried, load_g: float) -> Bent | None:
    """A blank clamped as its power is stated, with the load hung from its tip."""
    bent = _bent_by(t.blank, load_g, habits())
    return None if bent is None else bent.model_copy(update={"id": id})


@lru_cache(maxsize=64)
def _bent_by(blank: Blank, load_g: float, in_force: Habits) -> Bent | None:
    t = _tried_by("as it is", 0.0, blank, in_force)
    if t.stiffness is None or t.work.length_mm is None or t.work.taper is None:
        return None
    clamp, length = stated_clamp_mm(t.work.length_mm), t.work.length_mm
    course = stiffness_of(t.stiffness, t.work)
    try:
        bent = bent_by(course, clamp, length, load_g * GRAVITY_N_PER_G)
        hz = first_frequency_hz(length, clamp, course.ei, blank_g_per_mm(t.blank, t.work.taper), breaks_mm=course.breaks_mm)  # fmt: skip
    except (BendError, ValueError):
        return None
    pick = np.unique(np.linspace(0, len(bent.x_mm) - 1, 40).astype(int))
    return Bent(
        id="", x_mm=tuple(round(float(v) - float(bent.x_mm[0]), 1) for v in bent.x_mm[pick]), y_mm=tuple(round(float(v), 1) for v in bent.y_mm[pick]),
        tip_deg=round(bent.tip_deg, 1), tip_drop_mm=round(float(bent.tip_mm[1]), 1), frequency_hz=round(hz, 2),
    )  # fmt: skip


def _not_settled(best: Sequence[Ranked]) -> tuple[str, ...]:
    """What the first gives up that another of the best does not."""
    out = []
    if not best:
        return ()
    first = best[0]
    missed = {g.quantity: g for g in first.gives_up}
    for other in best[1:]:
        theirs = {g.quantity: g.steps for g in other.gives_up}
        nearer = [QUANTITY_WORDS[q] for q, g in missed.items() if theirs.get(q, 0.0) < g.steps]
        if nearer and (other.fails, other.steps) != (first.fails, first.steps):
            out.append(f"{other.name} is nearer in {' and '.join(nearer)} than {first.name}: yours to weigh.")  # fmt: skip
    other_wall = next((r for r in best[1:] if r.material != first.material), None)
    if other_wall is not None:
        out.append(f"{first.name} is {first.material}, {other_wall.name} {other_wall.material}: what breaks less against what weighs less, no figure decides.")  # fmt: skip
    short = [r for r in best if r.cut == "extended at the butt"]
    out += [f"{r.name} reaches {format_rod_length(r.length_mm, ruled())} only with a piece set into its butt; it bends no further down for it." for r in short]  # fmt: skip
    return tuple(out)
