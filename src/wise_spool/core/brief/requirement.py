"""From a brief to a requirement: every answer that says something of a rod, as a band on a quantity.

One rule an answer. A rule says which quantity it bounds, between what, whether the rod fails without it
(``must``) and why; rules on one quantity are laid over each other, and where nothing is left between them the
brief contradicts itself. Numbers are habits of the shop. Method page: ``docs/methods/brief.md``.
"""

from collections.abc import Callable, Iterator
from datetime import date
from typing import Literal

from wise_spool.core.blank.labels import ACTION_DEG
from wise_spool.core.document.design import Brief
from wise_spool.core.ground.findings import Finding
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter, format_length, format_rod_length
from wise_spool.core.ground.sentences import capital
from wise_spool.core.ground.units import format_weight, ruled
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G

Quantity = Literal[
    "power_g", "action_deg", "length_mm", "pieces", "butt_od_mm", "toughness", "smallest_ring_mm", "reach_mm", "grip_od_mm",
    "rod_g", "budget", "by",
]  # fmt: skip
QUANTITY_WORDS: dict[Quantity, str] = {
    "power_g": "power", "action_deg": "action", "length_mm": "length", "pieces": "pieces", "butt_od_mm": "butt", "toughness": "wall",
    "smallest_ring_mm": "smallest ring", "reach_mm": "butt to reel", "grip_od_mm": "grip", "rod_g": "weight without reel",
    "budget": "price", "by": "ready by",
}  # fmt: skip
LB_PER_KG = 2.20462
TOUGH = ("glass", "composite")
MOST_PIECES = 8


class Ruling(Frozen):
    """One rule's say on one quantity. ``answer`` is the field of the brief it follows from, ``habit`` the
    number it goes by, both empty where there is none."""

    quantity: Quantity
    low: float | None = None
    high: float | None = None
    one_of: tuple[str, ...] = ()
    must: bool = False
    because: str
    answer: str
    habit: str = ""


class Want(Frozen):
    """What all rules together ask of one quantity, as a builder says it."""

    quantity: Quantity
    words: str
    says: str
    low: float | None
    high: float | None
    one_of: tuple[str, ...]
    must: bool
    rulings: tuple[Ruling, ...]


class PulledApart(Frozen):
    """Answers that no one rod can follow together, and the fields that would have to give."""

    quantity: Quantity
    words: str
    answers: tuple[str, ...]


class Requirement(Frozen):
    """What the brief asks of the rod; ``unasked`` are questions whose answer would say more."""

    wants: tuple[Want, ...]
    contradictions: tuple[PulledApart, ...]
    unasked: tuple[str, ...]

    def want(self, quantity: Quantity) -> Want | None:
        """What is asked of one quantity; None when nothing is."""
        return next((w for w in self.wants if w.quantity == quantity), None)


def required(brief: Brief) -> Requirement:
    """The requirement of a brief."""
    rulings = [r for rule in _RULES for r in rule(brief)]
    wants, against = [], []
    for quantity in QUANTITY_WORDS:
        mine = tuple(r for r in rulings if r.quantity == quantity)
        if mine:
            want = _laid_over(quantity, mine)
            wants.append(want)
            if want.low is not None and want.high is not None and want.low > want.high:
                against.append(_apart(want))
    return Requirement(wants=tuple(wants), contradictions=tuple(against), unasked=_unasked(brief))


def find_in_brief(need: Requirement) -> list[Finding]:
    """What contradicts what."""
    return [
        Finding(
            code="brief-apart", stage="blank", weight="check", sentence=c.words, field=c.answers[0],
            rule="Answers that bound one quantity from both sides must leave something between them.", source="from memory, editable",
        )
        for c in need.contradictions
    ]  # fmt: skip


def says(quantity: Quantity, low: float | None, high: float | None) -> str:
    """A band in the builder's words.

    >>> says("pieces", 2, None), says("power_g", 300, 520), says("rod_g", None, 150)
    ('2 or more', '300 to 520 g', '150 g or less')
    """
    if low is not None and high is not None:
        one, other = value_says(quantity, low), value_says(quantity, high)
        unit = other.rpartition(" ")[2]
        short = one.removesuffix(f" {unit}") if one.endswith(f" {unit}") else one
        return other if one == other else f"{short} to {other}"
    if low is not None:
        return f"{value_says(quantity, low)} or more"
    return "anything" if high is None else f"{value_says(quantity, high)} or less"


def value_says(quantity: Quantity, value: float) -> str:
    """One value in the builder's units."""
    rule = ruled()
    if quantity in ("power_g", "rod_g"):
        return format_weight(value)
    if quantity == "action_deg":
        return f"{value:.0f}°"
    if quantity == "length_mm":
        return format_rod_length(value, rule)
    if quantity == "reach_mm":
        return format_length(value, rule)
    if quantity in ("butt_od_mm", "smallest_ring_mm", "grip_od_mm"):
        return f"{value:g} mm" if quantity == "smallest_ring_mm" else format_diameter(value, rule)
    if quantity == "by":
        return f"{date.fromordinal(int(value)):%-d %B %Y}"
    return f"{value:.2f}" if quantity == "budget" else f"{value:g}"


def _laid_over(quantity: Quantity, rulings: tuple[Ruling, ...]) -> Want:
    lows = [r.low for r in rulings if r.low is not None]
    highs = [r.high for r in rulings if r.high is not None]
    low, high = max(lows, default=None), min(highs, default=None)
    one_of = next((r.one_of for r in rulings if r.one_of), ())
    if one_of:
        words = " or ".join(one_of)
    elif low is not None and high is not None and low > high:
        words = f"{value_says(quantity, low)} at least, {value_says(quantity, high)} at most"
    else:
        words = _named(quantity, low, high)
    return Want(
        quantity=quantity, words=QUANTITY_WORDS[quantity], says=words, low=low, high=high, one_of=one_of,
        must=any(r.must for r in rulings), rulings=rulings,
    )  # fmt: skip


def _named(quantity: Quantity, low: float | None, high: float | None) -> str:
    """The band, an action by its names."""
    if quantity != "action_deg" or low is None or high is None:
        return says(quantity, low, high)
    names = _actions_within(low, high)
    return " to ".join(dict.fromkeys((names[0], names[-1]))) if names else says(quantity, low, high)


def _actions_within(low: float, high: float) -> list[str]:
    before, out = 0.0, []
    for name, upper in ACTION_DEG:
        if before < high and upper > low:
            out.append(name)
        before = upper
    return out


def _apart(want: Want) -> PulledApart:
    floor = max((r for r in want.rulings if r.low is not None), key=lambda r: r.low or 0)
    roof = min((r for r in want.rulings if r.high is not None), key=lambda r: r.high or 0)
    assert floor.low is not None and roof.high is not None
    least, most = value_says(want.quantity, floor.low), value_says(want.quantity, roof.high)
    if floor.answer == roof.answer:
        words = f"{capital(want.words)}: {floor.because}, which wants {least} or more and {most} or less. One rod cannot do both well; two can, or one end gives."
    else:
        words = f"{capital(want.words)}: {floor.because} ({least} or more), but {roof.because} ({most} or less). One of them must give."
    answers = tuple(dict.fromkeys((floor.answer, roof.answer)))
    return PulledApart(quantity=want.quantity, words=words, answers=answers)


def _lures(b: Brief) -> Iterator[Ruling]:
    """A blank casts well from a share below the middle of its range to a share over it; all lures must lie within."""
    least, most, h = b.asked.lure_least_g, b.asked.lure_most_g, habits()
    least, most = least if least is not None else most, most if most is not None else least
    if least is None or most is None:
        return
    least, most = sorted((least, most))  # whichever was typed where
    one = format_weight(most) if least == most else f"{format_weight(least)} to {format_weight(most)}"  # fmt: skip
    per_g = h.power_per_cast_n_g / GRAVITY_N_PER_G
    low, high = per_g * most / h.cast_up, per_g * least * h.cast_down
    yield Ruling(
        quantity="power_g", low=round(low), high=round(high), must=True, because=f"it casts {one}",
        answer="brief.asked.lure_most_g", habit="power_per_cast_n_g",
    )  # fmt: skip


def _line(b: Brief) -> Iterator[Ruling]:
    if b.asked.line_kg is None:
        return
    h = habits()
    middle = h.power_per_line_n_lb * b.asked.line_kg * LB_PER_KG / GRAVITY_N_PER_G
    yield Ruling(
        quantity="power_g", low=round(middle / h.line_span), high=round(middle * h.line_span),
        because=f"its line breaks at {b.asked.line_kg:g} kg", answer="brief.asked.line_kg", habit="power_per_line_n_lb",
    )  # fmt: skip


TIP_ACTIONS: dict[str, tuple[str, str, str]] = {
    "soft": ("slow", "moderate", "a soft tip keeps small hooks in"),
    "even": ("moderate", "moderate fast", "it should bend evenly, to cast and to play"),
    "crisp": ("moderate fast", "extra fast", "a crisp tip feels the bottom and sets one hook"),
}
"""Actions by how the tip should feel. Common practice."""


def _tip(b: Brief) -> Iterator[Ruling]:
    if b.asked.tip not in TIP_ACTIONS:
        return
    first, last, why = TIP_ACTIONS[b.asked.tip]
    names = [n for n, _ in ACTION_DEG]
    low = 0.0 if first == names[0] else ACTION_DEG[names.index(first) - 1][1]
    high = ACTION_DEG[names.index(last)][1]
    yield Ruling(quantity="action_deg", low=low, high=high, because=why, answer="brief.asked.tip")


def _where(b: Brief) -> Iterator[Ruling]:
    stands, h = b.asked.stands, habits()
    if stands in h.stand_least_mm:
        place = {"ice": "on the ice", "rocks": "from rocks", "wading": "wading", "boat": "from a boat", "kayak": "from a kayak"}.get(stands, f"from the {stands}")  # fmt: skip
        yield Ruling(
            quantity="length_mm", low=h.stand_least_mm[stands], high=h.stand_most_mm[stands],
            because=f"it is fished {place}",
            answer="brief.asked.stands", habit=f"stand_least_mm.{stands}",
        )  # fmt: skip
    if b.asked.longest_mm is not None:
        yield Ruling(
            quantity="length_mm", high=b.asked.longest_mm, must=True, because="there is no room for a longer one",
            answer="brief.asked.longest_mm",
        )  # fmt: skip
    if b.asked.cover:
        yield Ruling(
            quantity="butt_od_mm", low=h.cover_butt_mm, because="heavy cover wants a thick butt", answer="brief.asked.cover",
            habit="cover_butt_mm",
        )  # fmt: skip


def _packed(b: Brief) -> Iterator[Ruling]:
    """In how many pieces the shortest rod that will do still packs short enough."""
    packed = b.asked.packed_mm
    if packed is None:
        return
    least = max((r.low for r in _where(b) if r.quantity == "length_mm" and r.low), default=None)
    roof = b.asked.longest_mm
    length = least if roof is None or least is None else min(least, roof)
    length = length if length is not None else roof
    if length is None:
        return
    pieces = next((n for n in range(1, MOST_PIECES) if length / n * (1 if n == 1 else habits().joint_room) <= packed), MOST_PIECES)  # fmt: skip
    yield Ruling(
        quantity="pieces", low=pieces, must=True,
        because=f"a {format_rod_length(length, ruled())} rod must pack into {format_length(packed, ruled())}",
        answer="brief.asked.packed_mm", habit="joint_room",
    )  # fmt: skip


def _who(b: Brief) -> Iterator[Ruling]:
    if b.asked.skill == "first":
        yield Ruling(
            quantity="toughness", one_of=TOUGH, because="a beginner knocks and high-sticks it: glass and mixed walls forgive",
            answer="brief.asked.skill",
        )  # fmt: skip


def _rings(b: Brief) -> Iterator[Ruling]:
    h = habits()
    if b.cold:
        yield Ruling(quantity="smallest_ring_mm", low=h.smallest_cold_ring_mm, because="small rings ice up", answer="brief.cold", habit="smallest_cold_ring_mm")  # fmt: skip
    if b.asked.knot:
        yield Ruling(quantity="smallest_ring_mm", low=h.knot_ring_mm, because="a leader’s knot runs through", answer="brief.asked.knot", habit="knot_ring_mm")  # fmt: skip


def _hold(b: Brief) -> Iterator[Ruling]:
    a, h = b.asked, habits()
    if a.forearm_mm is not None and a.hands:
        why = "cast with one hand, its butt stays short of the elbow" if a.hands == "one" else "cast with two hands, the other one needs room on it"  # fmt: skip
        yield Ruling(
            quantity="reach_mm", low=round(a.forearm_mm * h.reach_least[a.hands]), high=round(a.forearm_mm * h.reach_most[a.hands]), because=why,
            answer="brief.asked.hands", habit=f"reach_least.{a.hands}",
        )  # fmt: skip
    if a.hand:
        thicker = h.sore_thicker_mm if a.sore == "wrist" else 0.0
        sore = ", and a sore wrist need not clench" if thicker else ""
        yield Ruling(
            quantity="grip_od_mm", low=h.grip_least_mm[a.hand] + thicker, high=h.grip_most_mm[a.hand] + thicker,
            because=f"{'an ordinary' if a.hand == 'middle' else f'a {a.hand}'} hand closes on it{sore}", answer="brief.asked.hand", habit=f"grip_least_mm.{a.hand}",
        )  # fmt: skip


def _weight(b: Brief) -> Iterator[Ruling]:
    if b.asked.sore:
        yield Ruling(
            quantity="rod_g", high=habits().sore_rod_g[b.asked.sore], because=f"a sore {b.asked.sore} tires", answer="brief.asked.sore",
            habit=f"sore_rod_g.{b.asked.sore}",
        )  # fmt: skip
    if b.wish_g is not None:
        yield Ruling(quantity="rod_g", high=b.wish_g, must=True, because="that is what it should weigh", answer="brief.wish_g")  # fmt: skip


def _bounds(b: Brief) -> Iterator[Ruling]:
    if b.asked.budget is not None:
        yield Ruling(quantity="budget", high=float(b.asked.budget), must=True, because="that is what it may cost", answer="brief.asked.budget")  # fmt: skip
    if b.asked.by is not None:
        yield Ruling(quantity="by", high=float(b.asked.by.toordinal()), because="it is wanted then", answer="brief.asked.by")  # fmt: skip


_RULES: tuple[Callable[[Brief], Iterator[Ruling]], ...] = (
    _lures, _line, _tip, _where, _packed, _who, _rings, _hold, _weight, _bounds,
)  # fmt: skip


def _unasked(b: Brief) -> tuple[str, ...]:
    """Questions that would say more, in the order they settle a build."""
    a = b.asked
    asked = (
        (bool(a.skill), "who fishes it"),
        (a.lure_most_g is not None or a.lure_least_g is not None, "what it casts"),
        (a.line_kg is not None, "on what line"),
        (bool(a.tip), "how its tip should feel"),
        (bool(a.stands), "from where"),
        (bool(a.hands) and a.forearm_mm is not None, "one hand or two, and the forearm"),
        (bool(a.hand), "how large the hand is"),
        (a.budget is not None, "what it may cost"),
    )
    return tuple(words for known, words in asked if not known)
