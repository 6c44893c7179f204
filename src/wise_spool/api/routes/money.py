"""Routes of money: how the shop reckons, what a rod comes to, quotes and invoices as they were sent, what to buy."""

import uuid
from datetime import UTC, datetime, timedelta

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict

from wise_spool.api.deps import InShop, Shop
from wise_spool.api.downloads import attached, file_name
from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_rod_length
from wise_spool.core.ground.refusals import NotNowError, RefusedError
from wise_spool.core.plan import Plan, plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.lessons import MINUTES_SPREAD
from wise_spool.core.shop.money import (
    Line,
    Paper,
    PaperKind,
    PriceAt,
    Priced,
    Terms,
    for_the_client,
    hands_between,
    in_own_money,
    left_of,
    price,
    price_at,
    received,
)
from wise_spool.core.shop.shopping import Basket, Odd, odd_together, shopping, without_a_rate
from wise_spool.core.shop.stock import Counted
from wise_spool.core.shop.takes import takes
from wise_spool.core.shop.variants import VARIANT_WORDS, plain, show
from wise_spool.exchange.money_sheet import money_sheet
from wise_spool.store.papers import SentPaper
from wise_spool.store.terms import keep_terms, keep_terms_over, terms_of

routes = APIRouter(prefix="/api")
WORK_WORDS = {
    "blank": "work on the blank", "spine": "spine", "handle": "handle", "guides": "guides", "wraps": "wraps and labels", "finish": "finish and hand-over",
}  # fmt: skip


class Variant(BaseModel):
    """The rod in one dress, priced."""

    name: str
    words: str
    priced: Priced | None


class RodPrice(BaseModel):
    """Everything about the money of one rod."""

    terms: Terms
    priced: Priced
    variants: list[Variant]
    at: list[PriceAt]
    odd: list[Odd]
    budget: str | None
    low: str
    high: str
    learned: list[str]
    paid: list[Line]
    left: str


class Sent(BaseModel):
    """A paper that was sent."""

    id: uuid.UUID
    paper: Paper
    sent_at: datetime


class ToSend(BaseModel):
    """A paper to freeze; its id is made by whoever asks, so that it is sent once."""

    model_config = ConfigDict(extra="forbid")

    id: uuid.UUID
    kind: PaperKind = "quote"


@routes.get("/terms")
def terms(shop: InShop) -> Terms:
    """How the shop reckons."""
    return terms_of(shop.builds.engine)


@routes.put("/terms")
def reckon_so(said: Terms, shop: InShop) -> Terms:
    """Reckon so from now on; papers that were sent stay as they are."""
    keep_terms(shop.builds.engine, said)
    return said


@routes.patch("/terms")
def change_terms(was: Terms, said: Terms, shop: InShop) -> Terms:
    """Change the terms.

    What others changed since ``was`` stays; the same place changed by both is refused.
    """
    return keep_terms_over(shop.builds.engine, was, said)


@routes.get("/builds/{build_id}/price")
def price_of(build_id: uuid.UUID, shop: InShop) -> RodPrice:
    """What a rod comes to, in three dresses and at five margins; what is odd about its goods."""
    kept = shop.builds.get(build_id)
    build, planned = kept.rod().build, _planned(shop, build_id)
    shelf, said = _shelf(shop), terms_of(shop.builds.engine)
    items = in_own_money(shelf, said)
    habits = {**shop.learning.habits(), **shop.habits.said()}
    variants = [Variant(name="plain", words=VARIANT_WORDS["plain"], priced=_priced(plain(build), items, said, habits))]  # fmt: skip
    as_planned = _price(build, planned, items, said)
    variants.append(Variant(name="planned", words=VARIANT_WORDS["planned"], priced=as_planned))
    variants.append(Variant(name="show", words=VARIANT_WORDS["show"], priced=_priced(show(build, planned), items, said, habits)))  # fmt: skip
    hands, taken = _hands(planned), takes(build, planned)
    ends = [price(taken, items, [("all of it", m)], said).total for m in hands_between(_minutes(planned), MINUTES_SPREAD)]  # fmt: skip
    learned = sorted({o.words for o in planned.work.operations if o.planned_min is not None})
    budget, came_in = build.brief.asked.budget, received(kept.records.record.bench.paid)
    return RodPrice(
        terms=said, priced=as_planned, variants=variants, at=list(price_at(taken, items, hands, said)), odd=[*odd_together(build, planned, items), *without_a_rate(shelf, said)],
        budget=None if budget is None else str(budget), low=str(ends[0]), high=str(ends[1]), learned=learned[:40], paid=list(came_in), left=str(left_of(as_planned.total, came_in)),
    )  # fmt: skip


@routes.get("/builds/{build_id}/papers")
def papers(build_id: uuid.UUID, shop: InShop) -> list[Sent]:
    """Quotes and invoices of a rod as they were sent, newest first."""
    shop.builds.get(build_id)
    return [_sent(p) for p in shop.papers.of(build_id)]


@routes.post("/builds/{build_id}/papers", status_code=201)
def send(build_id: uuid.UUID, asked: ToSend, shop: InShop) -> Sent:
    """Freeze a quote or an invoice: neither the rod nor the shelf changes it any more."""
    kept, planned = shop.builds.get(build_id), _planned(shop, build_id)
    build = kept.rod().build
    said = terms_of(shop.builds.engine)
    found = _price(build, planned, in_own_money(_shelf(shop), said), said)
    if found.unpriced and asked.kind == "invoice":
        raise NotNowError(f"Nobody gave a price for {', '.join(found.unpriced[:4])}: an invoice would leave {'it' if len(found.unpriced) == 1 else 'them'} out.")  # fmt: skip
    if not any(x.kind == "goods" for x in found.lines):
        raise RefusedError("There is nothing to price yet: the blank and its handle come first.")
    today = datetime.now(UTC).date()

    def written(number: int, revision: int) -> tuple[Paper, bytes]:
        # Whoever it was for may have been deleted meanwhile.
        client = shop.builds.get(build_id).records.design.client
        paper = Paper(
            kind=asked.kind, number=number, revision=revision, day=today.isoformat(), until=(today + timedelta(days=said.valid_days)).isoformat(), rod=build.name,
            rod_number=build.number, client=client, shop=said.seller or "The shop", what=_what(build, planned), lines=for_the_client(found), net=found.net, tax=found.tax,
            total=found.total, deposit=found.deposit, currency=said.currency, words=said.words,
            paid=received(kept.records.record.bench.paid) if asked.kind == "invoice" else (),
        )  # fmt: skip
        return paper, shop.press.print(money_sheet, paper)

    return _sent(shop.papers.send(build_id, asked.id, asked.kind, written))


@routes.get("/builds/{build_id}/papers/{paper_id}.pdf")
def paper_pdf(build_id: uuid.UUID, paper_id: uuid.UUID, shop: InShop) -> Response:
    """One paper as it was sent, to the byte."""
    paper, pdf = shop.papers.pdf(build_id, paper_id)
    return attached(
        pdf, "application/pdf", f"{file_name(paper.rod)}-{paper.kind}-{paper.number}.pdf"
    )


@routes.get("/shopping")
def to_buy(shop: InShop) -> list[Basket]:
    """What open rods are short of, by who sells it."""
    today = datetime.now(UTC).date()
    items = in_own_money(_shelf(shop), terms_of(shop.builds.engine))
    return list(shopping(shop.stock(), items, today))


def _shelf(shop: Shop) -> list[Counted]:
    return [k.counted for k in shop.shelf.all()]


def _planned(shop: Shop, build_id: uuid.UUID) -> Plan:
    found = shop.planned(shop.builds.get(build_id), learned=True)
    if found.plan is None:
        raise NotNowError("This rod cannot be worked out yet, so it has no price.")
    return found.plan


def _minutes(planned: Plan) -> list[float]:
    """Minutes of hands, step by step."""
    return [o.hands_min for o in planned.work.operations if o.hands_min and not o.skipped and o.kind != "follow_up"]  # fmt: skip


def _hands(planned: Plan) -> list[tuple[str, float]]:
    """Minutes of hands by stage."""
    by: dict[str, float] = {}
    for o in planned.work.operations:
        if o.hands_min and not o.skipped and o.kind != "follow_up":
            by[o.stage] = by.get(o.stage, 0.0) + o.hands_min
    return [(WORK_WORDS[stage], minutes) for stage, minutes in by.items()]


def _price(build: Build, planned: Plan, items: list[Counted], said: Terms) -> Priced:
    return price(takes(build, planned), items, _hands(planned), said)


def _priced(build: Build, items: list[Counted], said: Terms, habits: dict[str, float]) -> Priced | None:  # fmt: skip
    """A dress that is only tried; None when it cannot be planned."""
    try:
        return _price(build, plan(Rod.of(build, habits)), items, said)
    except (RefusedError, ValueError):
        return None


def _what(build: Build, planned: Plan) -> tuple[str, ...]:
    """What the rod is, in a few lines."""
    length = planned.blank.length_mm
    out = [build.blank.name]
    if length is not None:
        out.append(f"{format_rod_length(length, build.rule)}, {len(build.blank.joints) + 1} {'piece' if not build.blank.joints else 'pieces'}")  # fmt: skip
    if planned.guides.placed:
        out.append(f"{len(planned.guides.placed)} guides and a tip-top, {len(planned.wraps.laid)} wraps, {build.finish.coats} coats")  # fmt: skip
    if build.brief.what:
        out.append(f"for {build.brief.what}")
    return tuple(w for w in out if w)


def _sent(p: SentPaper) -> Sent:
    return Sent(id=p.id, paper=p.paper, sent_at=p.sent_at)
