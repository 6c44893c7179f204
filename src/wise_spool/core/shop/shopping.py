"""What to buy: what open rods are short of, by who sells it; and what in one rod is missing, double or wrong together.

Method page: ``docs/methods/stock.md``.
"""

import math
from collections.abc import Iterable, Sequence
from datetime import date, timedelta
from decimal import Decimal

from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.plan import Plan
from wise_spool.core.shop.money import Signed, Terms, worth_of
from wise_spool.core.shop.shelf import ShelfKind
from wise_spool.core.shop.stock import UNIT, Counted, ShelfStock, goods, goods_of, holds
from wise_spool.core.shop.takes import Take, takes

NOBODY = "nobody yet"
MOST_PIECES = 100_000
"""Nobody buys more of anything, however little one of it is said to hold."""


class ToBuy(Frozen):
    """One thing to buy: so many pieces, tins or rolls, for which rods, what that costs and when it would be here."""

    item_id: str | None
    kind: ShelfKind
    name: str
    pieces: int
    short: float
    unit: str
    rods: tuple[str, ...]
    why: str
    comes_to: Signed | None
    here_on: date | None


class Basket(Frozen):
    """What one seller has of it."""

    seller: str
    things: tuple[ToBuy, ...]
    comes_to: Signed
    unpriced: int


class Odd(Frozen):
    """Something about the goods of one rod: missing, double, or wrong together."""

    sort: str
    words: str


def shopping(stock: ShelfStock, items: Sequence[Counted], today: date) -> tuple[Basket, ...]:
    """By seller, the one with most first; what nobody sells yet at last."""
    by_id = {i.id: i for i in items}
    baskets: dict[str, list[ToBuy]] = {}
    for line in stock.lines:
        if not line.buy:
            continue
        item = by_id[line.id]
        lacking = line.short - item.card.on_order if line.short > item.card.on_order else (item.card.reorder_at or 0.0) - line.free - item.card.on_order  # fmt: skip
        pieces = max(math.ceil(min(lacking / holds(item), MOST_PIECES) - 1e-9), 1)
        days = item.card.lead_days
        thing = ToBuy(
            item_id=line.id, kind=line.kind, name=line.name, pieces=pieces, short=round(lacking, 2), unit=line.unit, rods=tuple(dict.fromkeys(s.rod for s in line.spoken)),
            why=line.buy, comes_to=None if item.card.price is None else item.card.price * pieces, here_on=None if days is None else today + timedelta(days=days),
        )  # fmt: skip
        baskets.setdefault(item.card.seller or NOBODY, []).append(thing)
    for gap in stock.unknown:
        amount = gap.amount
        thing = ToBuy(
            item_id=None, kind=gap.kind, name=gap.name, pieces=math.ceil(amount) if UNIT[gap.kind] == "piece" else 1, short=round(amount, 2), unit=gap.unit,
            rods=tuple(dict.fromkeys(s.rod for s in gap.spoken)), why="not on the shelf", comes_to=None, here_on=None,
        )  # fmt: skip
        baskets.setdefault(NOBODY, []).append(thing)
    out = [
        Basket(
            seller=seller, things=tuple(things), comes_to=sum((t.comes_to for t in things if t.comes_to is not None), Decimal(0)),
            unpriced=sum(t.comes_to is None for t in things),
        )
        for seller, things in baskets.items()
    ]  # fmt: skip
    return tuple(sorted(out, key=lambda b: (b.seller == NOBODY, -len(b.things), b.seller)))


def without_a_rate(items: Iterable[Counted], terms: Terms) -> tuple[Odd, ...]:
    """Goods that are priced in a money the terms know no rate for."""
    lacking: dict[str, list[str]] = {}
    for item in items:
        if item.card.price is not None and worth_of(item.card.currency, terms) is None:
            lacking.setdefault(item.card.currency.strip(), []).append(item.shelved.item.name or item.shelved.kind)  # fmt: skip
    return tuple(
        Odd(sort="no rate", words=f"{names[0]}{f' and {len(names) - 1} more are' if len(names) > 1 else ' is'} priced in {money}, and the terms do not say what that is worth: counted as unpriced.")
        for money, names in lacking.items()
    )  # fmt: skip


def odd_together(build: Build, plan: Plan, items: Iterable[Counted]) -> tuple[Odd, ...]:
    """What a rod lacks, has twice, or has that does not go together, from its plan."""
    out = []
    parts = build.handle.parts
    kinds = [p.kind for p in parts]
    if "reel_seat" in kinds:
        if not plan.handle.arbors:
            out.append(Odd(sort="missing", words="Nothing fills the room between the blank and the seat’s bore: no arbor is planned."))  # fmt: skip
        if "winding_check" not in kinds:
            out.append(Odd(sort="missing", words="No winding check closes the handle’s front."))
    elif parts:
        out.append(Odd(sort="missing", words="A handle without a reel seat."))
    if build.guides.train and build.blank.bare_mm is not None and build.blank.tip_tube_64ths is None and plan.blank.tip_tube_64ths is None:  # fmt: skip
        out.append(Odd(sort="missing", words="The tip-top has no tube size: its tip was not measured."))  # fmt: skip
    for kind, word in (("reel_seat", "reel seats"), ("butt_cap", "butt caps")):
        if kinds.count(kind) > 1:  # type: ignore[arg-type]
            out.append(Odd(sort="double", words=f"{kinds.count(kind)} {word} in one handle."))  # type: ignore[arg-type]
    out += _brought_twice(takes(build, plan), items)
    for found in plan.findings:
        if found.weight == "ruins" and found.code.startswith(("handle-no-wall", "handle-thin", "arbor-", "seat-")):  # fmt: skip
            out.append(Odd(sort="wrong together", words=found.sentence))
    return tuple(out)


def _brought_twice(taken: Sequence[Take], items: Iterable[Counted]) -> list[Odd]:
    """What a bag that this rod takes brings along already."""
    wanted = {goods(t.amount.kind, t.amount.name): t.amount.name for t in taken}
    out = []
    for item in items:
        if goods_of(item.shelved) not in wanted:
            continue
        for brought in item.card.brings:
            other = goods(item.shelved.kind, brought)
            if other in wanted:
                out.append(Odd(sort="double", words=f"“{item.shelved.item.name}” brings the {brought} with it: do not buy another."))  # fmt: skip
    return out
