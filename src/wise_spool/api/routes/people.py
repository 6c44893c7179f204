"""Routes of the people the shop builds for: everybody, one with their rods, their file, their deletion."""

import json
import uuid
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict

from wise_spool.api.deps import InShop, Shop
from wise_spool.api.downloads import attached, file_name
from wise_spool.core.document.bench import FieldNote
from wise_spool.core.shop.people import Angler
from wise_spool.exchange.money_sheet import money_sheet
from wise_spool.store.people import GONE, KeptPerson

routes = APIRouter(prefix="/api/people")


class TheirRod(BaseModel):
    """A rod of theirs."""

    id: uuid.UUID
    name: str
    hangs: bool


class OnePerson(BaseModel):
    """A person with their rods."""

    id: uuid.UUID
    person: Angler
    rods: list[TheirRod]


class NewPerson(BaseModel):
    """Somebody new; the id is made by whoever asks, so that they are written down once."""

    model_config = ConfigDict(extra="forbid")

    id: uuid.UUID
    person: Angler


class Deleted(BaseModel):
    """What a deletion did."""

    places: int


@routes.get("")
def everybody(shop: InShop) -> list[OnePerson]:
    """Everybody in the shop's book."""
    return [_one(shop, k) for k in shop.people.all()]


@routes.post("", status_code=201)
def write_down(new: NewPerson, shop: InShop) -> OnePerson:
    """Write somebody down."""
    return _one(shop, shop.people.add(new.person, new.id))


@routes.put("/{person_id}")
def change(person_id: uuid.UUID, person: Angler, shop: InShop) -> OnePerson:
    """Say somebody anew."""
    return _one(shop, shop.people.change(person_id, person))


@routes.patch("/{person_id}")
def change_over(person_id: uuid.UUID, was: Angler, said: Angler, shop: InShop) -> OnePerson:
    """Change somebody.

    What others changed since ``was`` stays; the same place changed by both is refused.
    """
    return _one(shop, shop.people.change_over(person_id, was, said))


@routes.get("/{person_id}/file")
def their_file(person_id: uuid.UUID, shop: InShop) -> Response:
    """Everything the shop keeps of one person: themselves, their rods with brief and notes, their papers."""
    kept = shop.people.get(person_id)
    rods = []
    for rod_id, name, _ in shop.people.rods(kept.person.name):
        records = shop.builds.get(rod_id).records
        notes: list[FieldNote] = list(records.record.bench.field_notes)
        rods.append(
            {
                "name": name, "number": records.design.number, "brief": records.design.brief.model_dump(mode="json"), "note": records.design.note,
                "days on the water": [n.model_dump(mode="json") for n in notes], "papers": [p.paper.model_dump(mode="json") for p in shop.papers.of(rod_id)],
            }
        )  # fmt: skip
    said = {"person": kept.person.model_dump(mode="json"), "went by": kept.went_by, "rods": rods}
    text = json.dumps(said, ensure_ascii=False, indent=1)
    return attached(text.encode(), "application/json", f"{file_name(kept.person.name)}.json")


@routes.delete("/{person_id}")
def let_go(person_id: uuid.UUID, shop: InShop, even_so: Annotated[bool, Query()] = False) -> Deleted:  # fmt: skip
    """Delete a person and every mention of them; papers are printed anew without them."""
    places = shop.people.delete(person_id, even_so=even_so)
    shop.papers.rewrite(lambda paper: shop.press.print(money_sheet, paper), GONE)
    shop.struck_out()
    return Deleted(places=places)


def _one(shop: Shop, kept: KeptPerson) -> OnePerson:
    rods = [TheirRod(id=i, name=n, hangs=h) for i, n, h in shop.people.rods(kept.person.name)]
    return OnePerson(id=kept.id, person=kept.person, rods=rods)
