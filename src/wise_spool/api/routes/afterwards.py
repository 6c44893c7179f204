"""Routes of what comes after: follow-ups that are due, and what field notes say to another rod."""

import uuid
from datetime import date

from fastapi import APIRouter
from pydantic import BaseModel

from wise_spool.api.deps import InShop
from wise_spool.core.document.bench import FollowUp
from wise_spool.core.document.log import fold
from wise_spool.core.shop.afterwards import Advice, advice, due

routes = APIRouter(prefix="/api")


class Due(BaseModel):
    """A question that is due, and the rod it is about."""

    rod_id: uuid.UUID
    rod: str
    follow_up: FollowUp


@routes.get("/follow-ups")
def follow_ups(shop: InShop, today: date) -> list[Due]:
    """What is to be asked by the day of whoever looks, longest due first."""
    found = [
        Due(rod_id=whose.build_id, rod=whose.name, follow_up=f)
        for whose, log in shop.logbook.by_rod("follow_up", "answer")
        for f in due(fold(log).bench, today)
    ]
    return sorted(found, key=lambda d: (d.follow_up.due_on, d.rod))


@routes.get("/builds/{build_id}/advice")
def to_this_rod(build_id: uuid.UUID, shop: InShop) -> list[Advice]:
    """What days on the water with other rods say to this one."""
    design = shop.builds.get(build_id).records.design
    days = [
        (whose.name, whose.client, whose.brief, note)
        for whose, log in shop.logbook.by_rod("field_note")
        if whose.build_id != build_id
        for note in fold(log).bench.field_notes
    ]
    return advice(design.client, design.brief, days)
