"""Routes of what the shop has learned of itself: all of it, and beginning anew."""

from fastapi import APIRouter

from wise_spool.api.deps import InShop
from wise_spool.core.shop.learning import Learned

routes = APIRouter(prefix="/api/learned")


@routes.get("")
def learned(shop: InShop) -> list[Learned]:
    """Every quantity something has been learned of, with how many, how surely and where it is used."""
    return list(shop.learning.all())


@routes.delete("/{name:path}")
def reset(name: str, shop: InShop) -> list[Learned]:
    """Begin anew with one of them; the log stays as it is."""
    learned = list(shop.learning.reset(name))
    shop.learn_anew()
    return learned
