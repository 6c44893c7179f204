"""What lies on the shelf, counted: on hand, spoken for by open rods, used since it was counted, on order.

A count is the builder's, with the day it was made; what the record says was used since is taken off it, so
that nothing is counted twice and a tick at the bench moves the stock. Goods go by their kind and the name on
them, as they do in a shop. Method page: ``docs/methods/stock.md``.
"""

from collections.abc import Iterable, Sequence
from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from wise_spool.core.document.asked import Money
from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.shop.shelf import ShelfKind, Shelved

Unit = Literal["piece", "mL", "m"]
UNIT: dict[ShelfKind, Unit] = {
    "blank": "piece", "part": "piece", "guide": "piece", "reamer": "piece", "drill": "piece", "tape": "m", "adhesive": "mL",
    "finish": "mL", "thread": "m",
}  # fmt: skip
ROLL_M = 50.0
TIN_ML = 100.0
"""What a roll and a tin hold while nobody said. From memory."""


class StockCard(Frozen):
    """What is known of one item beside what it is: its price apiece, who sells it and how long that takes, when to
    buy again, what is on order, its lot and dates, how much one tin or roll ``holds`` (mL or m), and what else it
    ``brings`` in its bag, by the names those go by. The price is in the shop's own money, or in ``currency``."""

    price: Money | None = None
    currency: Words = ""
    seller: Words = ""
    lead_days: Annotated[int, Field(ge=0, le=365)] | None = None
    reorder_at: Annotated[float, Field(ge=0, le=100_000)] | None = None
    on_order: Annotated[float, Field(ge=0, le=100_000)] = 0
    due_on: date | None = None
    lot: Words = ""
    opened_on: date | None = None
    best_before: date | None = None
    holds: Annotated[float, Field(gt=0, le=100_000)] | None = None
    brings: Annotated[tuple[Words, ...], Field(max_length=20)] = ()
    counted_at: AwareDatetime | None = None


Goods = tuple[ShelfKind, str]
"""A kind, and the name on it in small letters."""


class Amount(Frozen):
    """So much of something, in pieces, mL or m."""

    kind: ShelfKind
    name: str
    amount: float
    what_for: str = ""


class RodNeeds(Frozen):
    """What one open rod still takes, and what it used and when."""

    rod: str
    rod_id: str
    needs: tuple[Amount, ...]
    used: tuple[tuple[AwareDatetime, Amount], ...] = ()


class Spoken(Frozen):
    """What one rod has spoken for."""

    rod: str
    rod_id: str
    amount: float


class StockLine(Frozen):
    """One item counted. ``left`` is what is there now, ``free`` what no open rod has spoken for; ``short`` how much is
    missing. ``over_used``: the record used more than was counted."""

    id: str
    kind: ShelfKind
    name: str
    unit: Unit
    counted: float
    used: float
    left: float
    spoken: tuple[Spoken, ...]
    spoken_in_all: float
    free: float
    short: float
    over_used: float
    on_order: float
    due_on: date | None
    buy: str
    past_best: bool


class NotOnShelf(Frozen):
    """Something open rods take that the shelf does not know."""

    kind: ShelfKind
    name: str
    unit: Unit
    spoken: tuple[Spoken, ...]
    amount: float


class ShelfStock(Frozen):
    """The whole shelf counted against all open rods."""

    lines: tuple[StockLine, ...]
    unknown: tuple[NotOnShelf, ...]


class Counted(Frozen):
    """One item as it was counted: ``stock`` pieces, tins or rolls."""

    id: str
    shelved: Shelved
    stock: int
    card: StockCard


def goods(kind: ShelfKind, name: str) -> Goods:
    """What something goes by."""
    return kind, " ".join(name.lower().split())


def guide_goods(ring_mm: float, feet: str) -> str:
    """What a guide goes by: its ring and its feet."""
    return f"ring {ring_mm:g}, {feet} foot"


def tape_goods(thickness_mm: float) -> str:
    """What a tape goes by: its thickness."""
    return f"{thickness_mm:g} mm tape"


def tip_top_goods(ring_mm: float) -> str:
    """What a tip-top goes by."""
    return f"tip-top, ring {ring_mm:g}"


def goods_of(shelved: Shelved) -> Goods:
    """What an item on the shelf goes by: most by the name on it, a guide by its ring, tape by its thickness."""
    if shelved.kind == "guide" and not shelved.item.name.startswith("tip-top"):
        return goods("guide", guide_goods(shelved.item.ring_mm, shelved.item.feet))
    if shelved.kind == "tape":
        return goods("tape", tape_goods(shelved.item.thickness_mm))
    return goods(shelved.kind, shelved.item.name)


def holds(item: Counted) -> float:
    """What one of it is, in pieces, mL or m."""
    unit = UNIT[item.shelved.kind]
    if unit == "piece":
        return 1.0
    if item.card.holds is not None:
        return item.card.holds
    if item.shelved.kind == "thread":
        return item.shelved.item.spool_m
    return TIN_ML if unit == "mL" else ROLL_M


def in_units(item: Counted) -> float:
    """What was counted, in pieces, mL or m."""
    return item.stock * holds(item)


def stand(items: Sequence[Counted], rods: Iterable[RodNeeds], today: date) -> ShelfStock:
    """Every item against what open rods take, in the order they are given: who comes first has it."""
    rods = list(rods)
    spoken: dict[Goods, list[Spoken]] = {}
    words: dict[Goods, Amount] = {}
    for rod in rods:
        for need in _summed(rod.needs):
            key = goods(need.kind, need.name)
            words.setdefault(key, need)
            spoken.setdefault(key, []).append(Spoken(rod=rod.rod, rod_id=rod.rod_id, amount=round(need.amount, 3)))  # fmt: skip
    known: dict[Goods, list[Counted]] = {}
    for item in items:
        known.setdefault(goods_of(item.shelved), []).append(item)
    used: dict[Goods, list[tuple[datetime, float]]] = {}
    for rod in rods:
        for at, a in rod.used:
            used.setdefault(goods(a.kind, a.name), []).append((at, a.amount))
    lines = []
    for key, alike in known.items():
        left_to_use = _used_since(used.get(key, ()), alike)
        wanted = list(spoken.get(key, ()))
        for item in alike:
            last = item is alike[-1]
            lines.append(_line(item, left_to_use, wanted, today, last=last))
            left_to_use = max(left_to_use - in_units(item), 0.0)
            wanted = _over(wanted, lines[-1].left)
    unknown = tuple(
        NotOnShelf(kind=key[0], name=words[key].name, unit=UNIT[key[0]], spoken=tuple(who), amount=round(sum(s.amount for s in who), 3))
        for key, who in spoken.items()
        if key not in known
    )  # fmt: skip
    return ShelfStock(
        lines=tuple(lines), unknown=tuple(sorted(unknown, key=lambda n: (n.kind, n.name)))
    )


def _summed(needs: Iterable[Amount]) -> list[Amount]:
    by: dict[Goods, Amount] = {}
    for n in needs:
        key = goods(n.kind, n.name)
        was = by.get(key)
        by[key] = n if was is None else was.model_copy(update={"amount": was.amount + n.amount})
    return [n for n in by.values() if n.amount > 0]


def _used_since(used: Sequence[tuple[datetime, float]], alike: Sequence[Counted]) -> float:
    """What the record says was used of it since the oldest of its counts."""
    counts = [i.card.counted_at for i in alike if i.card.counted_at is not None]
    return sum(amount for at, amount in used if at > min(counts)) if counts else 0.0


def _line(item: Counted, to_use: float, wanted: Sequence[Spoken], today: date, *, last: bool) -> StockLine:  # fmt: skip
    counted, card = in_units(item), item.card
    used = to_use if last else min(to_use, counted)
    left = max(counted - used, 0.0)
    mine: list[Spoken] = []
    room = left
    for s in wanted:
        takes = s.amount if last else min(s.amount, room)
        if takes > 0:
            mine.append(s.model_copy(update={"amount": round(takes, 3)}))
            room -= takes
    in_all = sum(s.amount for s in mine)
    short = max(in_all - left, 0.0)
    free = max(left - in_all, 0.0)
    unit = UNIT[item.shelved.kind]
    return StockLine(
        id=item.id, kind=item.shelved.kind, name=item.shelved.item.name, unit=unit, counted=round(counted, 3), used=round(used, 3),
        left=round(left, 3), spoken=tuple(mine), spoken_in_all=round(in_all, 3), free=round(free, 3), short=round(short, 3),
        over_used=round(max(used - counted, 0.0), 3), on_order=card.on_order, due_on=card.due_on, buy=_buy(card, short, free, unit),
        past_best=card.best_before is not None and card.best_before < today,
    )  # fmt: skip


def _over(wanted: Sequence[Spoken], left: float) -> list[Spoken]:
    out = []
    for s in wanted:
        takes = min(s.amount, left)
        left -= takes
        if s.amount - takes > 1e-9:
            out.append(s.model_copy(update={"amount": s.amount - takes}))
    return out


def _buy(card: StockCard, short: float, free: float, unit: Unit) -> str:
    """Why to buy more; empty when there is no need to."""
    if short > card.on_order + 1e-9:
        return f"{_said(short - card.on_order, unit)} short for the rods that are open"
    if card.reorder_at is not None and free + card.on_order < card.reorder_at:
        return (
            f"{_said(free, unit)} free, under the {_said(card.reorder_at, unit)} you buy again at"
        )
    return ""


def _said(amount: float, unit: Unit) -> str:
    return f"{amount:g}" if unit == "piece" else f"{amount:.1f} {unit}"
