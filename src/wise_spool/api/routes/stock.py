"""Routes of what lies on the shelf, counted against every open rod, and of what changed there since a rod took it."""

import uuid

from fastapi import APIRouter

from wise_spool.api.deps import InShop
from wise_spool.core.handle.sizes import SizeChoice
from wise_spool.core.shop.drift import Departed, departed
from wise_spool.core.shop.shelf import PartOnShelf
from wise_spool.core.shop.stock import ShelfStock

routes = APIRouter(prefix="/api")


@routes.get("/stock")
def stock(shop: InShop) -> ShelfStock:
    """Every item: on hand, spoken for, free, short; and what open rods take that the shelf does not know."""
    return shop.stock()


@routes.get("/builds/{build_id}/departed")
def since_taken(build_id: uuid.UUID, shop: InShop) -> list[Departed]:
    """What this rod took off the shelf and the shelf says otherwise now."""
    items = [k.counted for k in shop.shelf.all()]
    return list(departed(shop.builds.get(build_id).rod().build, items))


@routes.get("/builds/{build_id}/fitting")
def what_fits(build_id: uuid.UUID, shop: InShop) -> list[SizeChoice]:
    """Every part on the shelf laid against this rod's blank, at every place of its kind; ``part_id`` of what was
    judged is the item's."""
    lie = [
        k.shelved.item.model_copy(update={"id": str(k.id)})
        for k in shop.shelf.all("part")
        if isinstance(k.shelved, PartOnShelf)
    ]
    return list(shop.rod(shop.builds.get(build_id)).sizes_among(lie))
