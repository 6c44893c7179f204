"""Money, in the shop's own unit and never in floats: what a rod costs, what is asked for it, and to the cent why.

Every line is rounded by itself to the smallest coin (halves up), and every sum is the sum of the lines that are
shown; what the total is rounded to at last is a line of its own. So the paper adds up for whoever adds it up.
Method page: ``docs/methods/money.md``.
"""

import math
from collections.abc import Iterable, Sequence
from decimal import ROUND_HALF_UP, Decimal
from typing import Annotated, Literal

from pydantic import Field, StringConstraints, WithJsonSchema, model_validator

from wise_spool.core.document.asked import Money
from wise_spool.core.document.bench import Paid
from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.shop.stock import UNIT, Counted, Goods, Unit, goods, goods_of, holds
from wise_spool.core.shop.takes import Take

Signed = Annotated[Decimal, WithJsonSchema({"type": "string", "pattern": r"^-?\d+([.]\d+)?$"})]
Percent = Annotated[
    Decimal, Field(ge=0, le=500), WithJsonSchema({"type": "string", "pattern": r"^\d{1,3}([.]\d{1,4})?$"})
]  # fmt: skip
Worth = Annotated[Decimal, Field(gt=0, le=1_000_000), WithJsonSchema({"type": "string", "pattern": r"^\d+([.]\d+)?$"})]  # fmt: skip
FINEST = Decimal("0.0001")
"""A price in another money is carried so far."""
LineKind = Literal["goods", "hands", "small", "overhead", "margin", "tax", "rounding", "paid"]


class Terms(Frozen):
    """How this shop reckons. ``step`` is what a total is rounded to, ``smallest`` the smallest coin; ``waste`` goes on
    all goods that are measured out, ``small_stuff`` is sandpaper, alcohol and towels of a rod; tax is on everything. ``rates`` say what
    one of another money is worth in the shop's own."""

    currency: Words = "mark"
    rates: Annotated[
        dict[
            Annotated[str, StringConstraints(min_length=1, max_length=40, strip_whitespace=True)],
            Worth,
        ],
        Field(max_length=12),
    ] = Field(default={})
    smallest: Annotated[Decimal, Field(gt=0, le=100), WithJsonSchema({"type": "string"})] = Decimal("0.01")  # fmt: skip
    step: Annotated[Decimal, Field(gt=0, le=1000), WithJsonSchema({"type": "string"})] = Decimal("1")  # fmt: skip
    hour: Money = Decimal("180")
    waste_percent: Percent = Decimal("10")
    small_stuff: Money = Decimal("25")
    overhead_percent: Percent = Decimal("12")
    margin_percent: Percent = Decimal("15")
    tax_percent: Percent = Decimal("25")
    deposit_percent: Annotated[
        Decimal, Field(ge=0, le=100), WithJsonSchema({"type": "string", "pattern": r"^\d{1,3}([.]\d{1,4})?$"})
    ] = Decimal("40")  # fmt: skip
    valid_days: Annotated[int, Field(ge=1, le=365)] = 30
    seller: Words = ""
    words: Annotated[str, Field(max_length=600)] = ""

    @model_validator(mode="after")
    def _own_money_is_worth_itself(self) -> "Terms":
        twice = [a for a in self.rates if sum(same_money(a, b) for b in self.rates) > 1]
        if any(same_money(own, self.currency) for own in self.rates):
            raise ValueError(f"{self.currency} is the shop's own money: there is no rate for it")
        if twice:
            raise ValueError(f"{twice[0]} has two rates")
        return self


def same_money(one: str, other: str) -> bool:
    """Whether two words name one money.

    >>> same_money("Crown ", "crown")
    True
    """
    return one.strip().lower() == other.strip().lower()


def worth_of(currency: str, terms: Terms) -> Decimal | None:
    """What one of a money is worth in the shop's own; None where the terms do not say."""
    if not currency.strip() or same_money(currency, terms.currency):
        return Decimal(1)
    return next((worth for name, worth in terms.rates.items() if same_money(name, currency)), None)


def in_own_money(items: Iterable[Counted], terms: Terms) -> list[Counted]:
    """The same with every price in the shop's own money; none where there is no rate for what it is in."""
    out = []
    for item in items:
        card = item.card
        worth = worth_of(card.currency, terms)
        if card.price is not None and worth != 1:
            price = None if worth is None else rounded(card.price * worth, FINEST)
            item = item.model_copy(update={"card": card.model_copy(update={"price": price, "currency": ""})})  # fmt: skip
        out.append(item)
    return out


class Line(Frozen):
    """One line: what, how much of it, at what apiece, and what that comes to."""

    kind: LineKind
    words: str
    amount: float | None = None
    unit: str = ""
    each: Signed | None = None
    comes_to: Signed
    assumed: bool = False


class Priced(Frozen):
    """A rod priced. ``cost`` is goods, hands and what goes with them, ``net`` with the margin, ``total`` as asked for.
    ``unpriced`` are goods nobody gave a price; ``hour_earns`` what is left of net for each hour of hands."""

    lines: tuple[Line, ...]
    goods: Signed
    hands: Signed
    hands_min: float
    cost: Signed
    net: Signed
    tax: Signed
    total: Signed
    deposit: Signed
    unpriced: tuple[str, ...]
    hour_earns: Signed | None
    currency: str


def rounded(value: Decimal, to: Decimal) -> Decimal:
    """To whole multiples of ``to``, halves away from nought.

    >>> rounded(Decimal("1234.5"), Decimal("1")), rounded(Decimal("7.125"), Decimal("0.01")), rounded(Decimal("7.10"), Decimal("0.25"))
    (Decimal('1235'), Decimal('7.13'), Decimal('7.00'))
    """
    return (value / to).quantize(Decimal(1), ROUND_HALF_UP) * to


def price(
    taken: Iterable[Take], items: Sequence[Counted], hands: Iterable[tuple[str, float]], terms: Terms
) -> Priced:  # fmt: skip
    """Price a rod from what it takes and how long hands are at it (words, minutes)."""
    each = _prices(items)
    lines, unpriced = _goods(taken, each, terms)
    of_goods = _sum(lines)
    hands = list(hands)
    lines += [
        Line(kind="hands", words=words, amount=round(minutes, 1), unit="min", each=terms.hour, comes_to=rounded(Decimal(str(round(minutes, 4))) * terms.hour / 60, terms.smallest))
        for words, minutes in hands
        if minutes > 0
    ]  # fmt: skip
    of_hands = _sum(lines) - of_goods
    if terms.small_stuff:
        lines.append(Line(kind="small", words="abrasives, alcohol, towels", comes_to=terms.small_stuff, assumed=True))  # fmt: skip
    before = _sum(lines)
    lines.append(_share("overhead", "rent, power, tools", before, terms.overhead_percent, terms))
    cost = _sum(lines)
    lines.append(_share("margin", "margin", cost, terms.margin_percent, terms))
    net = _sum(lines)
    lines.append(_share("tax", "tax", net, terms.tax_percent, terms))
    exact = _sum(lines)
    total = rounded(exact, terms.step)
    lines.append(Line(kind="rounding", words="rounding", comes_to=total - exact))
    minutes = sum(m for _, m in hands)
    spent = cost - of_hands
    earns = rounded((net - spent) / Decimal(str(minutes)) * 60, terms.smallest) if minutes >= 1 else None  # fmt: skip
    return Priced(
        lines=tuple(x for x in lines if x.comes_to or x.kind == "goods"), goods=of_goods, hands=of_hands, hands_min=round(minutes, 1), cost=cost,
        net=net, tax=lines[-2].comes_to, total=total, deposit=rounded(total * terms.deposit_percent / 100, terms.step), unpriced=tuple(unpriced),
        hour_earns=earns, currency=terms.currency,
    )  # fmt: skip


def _sum(lines: Iterable[Line]) -> Decimal:
    return sum((x.comes_to for x in lines), Decimal(0))


def _share(kind: LineKind, words: str, of: Decimal, percent: Decimal, terms: Terms) -> Line:
    return Line(kind=kind, words=f"{words}, {percent.normalize():f} %", comes_to=rounded(of * percent / 100, terms.smallest))  # fmt: skip


def _prices(items: Sequence[Counted]) -> dict[Goods, Decimal]:
    """What one piece, mL or m of everything costs: the dearest where several are sold alike."""
    out: dict[Goods, Decimal] = {}
    for item in items:
        if item.card.price is None:
            continue
        apiece = item.card.price / Decimal(str(holds(item)))
        key = goods_of(item.shelved)
        out[key] = max(out.get(key, apiece), apiece)
    return out


def _goods(taken: Iterable[Take], each: dict[Goods, Decimal], terms: Terms) -> tuple[list[Line], list[str]]:  # fmt: skip
    amounts: dict[Goods, float] = {}
    names: dict[Goods, str] = {}
    for t in taken:
        key = goods(t.amount.kind, t.amount.name)
        amounts[key] = amounts.get(key, 0.0) + t.amount.amount
        names.setdefault(key, t.amount.name)
    lines, unpriced = [], []
    for key, amount in amounts.items():
        unit: Unit = UNIT[key[0]]
        wasted = Decimal(1) if unit == "piece" else 1 + terms.waste_percent / 100
        one = each.get(key)
        if one is None:
            unpriced.append(names[key])
        comes_to = Decimal(0) if one is None else rounded(Decimal(str(round(amount, 4))) * wasted * one, terms.smallest)  # fmt: skip
        shown = None if one is None else rounded(one, Decimal("0.0001") if unit != "piece" else terms.smallest)  # fmt: skip
        lines.append(Line(kind="goods", words=names[key], amount=round(amount, 2), unit="" if unit == "piece" else unit, each=shown, comes_to=comes_to))  # fmt: skip
    return lines, unpriced


class PriceAt(Frozen):
    """What the rod is asked for at a margin, and what an hour then earns."""

    margin_percent: Signed
    total: Signed
    hour_earns: Signed | None


def price_at(
    taken: Sequence[Take],
    items: Sequence[Counted],
    hands: Sequence[tuple[str, float]],
    terms: Terms,
) -> tuple[PriceAt, ...]:
    """The same rod at five margins."""
    out = []
    for percent in (0, 10, 15, 25, 40):
        found = price(taken, items, hands, terms.model_copy(update={"margin_percent": Decimal(percent)}))  # fmt: skip
        out.append(PriceAt(margin_percent=Decimal(percent), total=found.total, hour_earns=found.hour_earns))  # fmt: skip
    return tuple(out)


SURE = 1.96


def hands_between(minutes: Sequence[float], spread: float) -> tuple[float, float]:
    """Between what minutes all steps together come to in 95 of 100 rods, were each to scatter by itself by
    ``spread`` (of logarithms) about what is planned: log-normals summed by their moments, the sum taken for a
    log-normal again (Fenton 1960, from memory).

    >>> tuple(round(m) for m in hands_between([30.0] * 16, 0.35))
    (426, 606)
    """
    mean = sum(m * math.exp(spread**2 / 2) for m in minutes)
    if mean <= 0:
        return 0.0, 0.0
    variance = sum((m * math.exp(spread**2 / 2)) ** 2 * math.expm1(spread**2) for m in minutes)
    wide = math.sqrt(math.log1p(variance / mean**2))
    middle = math.log(mean) - wide**2 / 2
    return math.exp(middle - SURE * wide), math.exp(middle + SURE * wide)


PaperKind = Literal["quote", "invoice"]


class Paper(Frozen):
    """A quote or an invoice as it was sent: frozen, whatever the rod or the shelf becomes. ``revision`` counts those of
    one kind for one rod."""

    kind: PaperKind
    number: int
    revision: int
    day: str
    until: str
    rod: str
    rod_number: str
    client: str
    shop: str
    what: tuple[str, ...]
    lines: tuple[Line, ...]
    net: Signed
    tax: Signed
    total: Signed
    deposit: Signed
    currency: str
    words: str
    paid: tuple[Line, ...] = ()

    @property
    def left(self) -> Decimal:
        """What is still to pay; below nothing when more was paid than is asked."""
        return left_of(self.total, self.paid)


def left_of(total: Decimal, paid: Iterable[Line]) -> Decimal:
    """What is still to pay of a total."""
    return total - sum((x.comes_to for x in paid), Decimal(0))


def received(paid: Iterable[Paid]) -> tuple[Line, ...]:
    """What came in, a line each, in the order it came."""
    return tuple(Line(kind="paid", words=p.words or "paid", comes_to=p.amount) for p in paid)


def for_the_client(priced: Priced) -> tuple[Line, ...]:
    """The lines a client is shown: goods and work each in one, tax and rounding; margin and overhead within the work, so
    that every sum is that of the price."""
    goods_line = Line(
        kind="goods", words="blank, parts, guides, thread, finish", comes_to=priced.goods
    )
    work = Line(kind="hands", words="work", comes_to=priced.net - priced.goods)
    return (goods_line, work, *(x for x in priced.lines if x.kind in ("tax", "rounding")))
