"""Routes from a brief to a blank: all blanks on hand against the brief of a rod, and the map of what was measured."""

import uuid
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel

from wise_spool.api.deps import MOST_RODS, InShop, Shop
from wise_spool.core.brief.requirement import required
from wise_spool.core.document.blank import Blank
from wise_spool.core.ground.habits import following, habits, settled
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.ground.units import speaking
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G
from wise_spool.core.shop.choosing import Candidate, Choice, Cut, Measure, choose, taken
from wise_spool.core.shop.money import in_own_money
from wise_spool.core.shop.shelf import BlankOnShelf
from wise_spool.store.terms import terms_of

routes = APIRouter(prefix="/api/builds/{build_id}/choice")


class Dot(BaseModel):
    """One blank or rod of the shop on the map: as measured, and as its label has it."""

    name: str
    where: str
    power_g: float
    action_deg: float
    label_g: float | None
    measured: bool


class Chosen(BaseModel):
    """The blanks ranked, and where everything the shop knows lies."""

    choice: Choice
    dots: list[Dot]


@routes.get("")
def choice(build_id: uuid.UUID, shop: InShop) -> Chosen:
    """Every blank on the shelf against this rod's brief."""
    kept = shop.builds.get(build_id)
    design = kept.records.design
    said = {**shop.learning.habits(), **shop.habits.said()}
    with following(settled(said, design.habits)), speaking(design.units, design.rule):
        measured = shop.stiffnesses.under(repr(habits()))
        lot = candidates(shop, build_id)
        found = choose(required(design.brief), lot, measured)
        dots = [d for c in lot if (d := _dot(c.blank.name, "shelf", c.blank, measured))]
        dots += [
            d
            for other in shop.hanging(MOST_RODS)
            if other.id != build_id
            and (d := _dot(other.records.design.name, "rack", other.rod().build.blank, measured))
        ]
    shop.stiffnesses.keep()
    return Chosen(choice=found, dots=dots)


@routes.get("/{item_id}")
def blank_of(build_id: uuid.UUID, item_id: uuid.UUID, shop: InShop, cut: Cut = "as it is", cut_mm: Annotated[float, Query(ge=0, le=1000)] = 0.0, sister: bool = False) -> Blank:  # fmt: skip
    """The blank as it goes into the rod, cut that way."""
    found = next((c for c in candidates(shop, build_id) if c.id == str(item_id)), None)
    if found is None:
        raise NotThereError("This blank is not on the shelf any more.")
    return taken(found, cut, cut_mm, sister=sister)


def candidates(shop: Shop, rod_id: uuid.UUID) -> list[Candidate]:
    """Every blank on the shelf; on hand are those that are left and that no other rod has spoken for."""
    free = {
        line.id: line.left - sum(s.amount for s in line.spoken if s.rod_id != str(rod_id))
        for line in shop.stock().lines
        if line.kind == "blank"
    }
    lying = [k for k in shop.shelf.all("blank") if isinstance(k.shelved, BlankOnShelf)]
    own = in_own_money((k.counted for k in lying), terms_of(shop.builds.engine))
    prices = {item.id: item.card.price for item in own}
    return [
        Candidate(
            id=str(k.id), blank=Blank.model_validate(k.shelved.item.model_dump(include=set(Blank.model_fields))),
            price=prices.get(str(k.id)), on_hand=max(int(free.get(str(k.id), k.stock)), 0),
        )
        for k in lying
    ]  # fmt: skip


def _dot(name: str, where: str, blank: Blank, measured: Measure) -> Dot | None:
    found = measured(blank)
    if found is None:
        return None
    return Dot(
        name=name, where=where, power_g=found.power_g, action_deg=found.action_deg, measured=found.hung,
        label_g=None if found.label_n is None else round(found.label_n / GRAVITY_N_PER_G, 1),
    )  # fmt: skip
