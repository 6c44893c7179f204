"""Routes of what lies on the shelf, counted against every open rod."""

import uuid
from collections.abc import Iterator

from fastapi import APIRouter
from pydantic import BaseModel

from wise_spool.api.deps import InShop
from wise_spool.core.document.build import Build
from wise_spool.core.shop.shelf import Shelved
from wise_spool.core.shop.stock import ShelfStock, goods
from wise_spool.store.shelf import OnShelf

routes = APIRouter(prefix="/api")


class Departed(BaseModel):
    """Something a rod took off the shelf that the shelf says otherwise now."""

    item_id: uuid.UUID
    name: str
    where: str
    field: str
    on_rod: str
    on_shelf: str


@routes.get("/stock")
def stock(shop: InShop) -> ShelfStock:
    """Every item: on hand, spoken for, free, short; and what open rods take that the shelf does not know."""
    return shop.stock()


SAME: dict[str, tuple[str, ...]] = {
    "part": ("length_mm", "od_butt_mm", "od_tip_mm", "material"),
    "adhesive": ("parts_a", "parts_b", "at_c", "pot_life_min", "set_min", "handle_min", "full_cure_min"),
    "finish": ("parts_a", "parts_b", "at_c", "pot_life_min", "rotate_min", "set_min", "recoat_opens_min", "recoat_closes_min", "handle_min"),
    "thread": ("size", "kind", "colour", "diameter_mm"),
}  # fmt: skip
"""What a rod copies of an item; a bore is reamed and a part is weighed, so those are the rod's own."""


@routes.get("/builds/{build_id}/departed")
def departed(build_id: uuid.UUID, shop: InShop) -> list[Departed]:
    """What this rod took off the shelf and the shelf says otherwise now."""
    build = shop.builds.get(build_id).rod().build
    shelf = {goods(k.shelved.kind, k.shelved.item.name): k for k in shop.shelf.all() if k.shelved.item.name}  # fmt: skip
    return [
        Departed(item_id=k.id, name=k.shelved.item.name, where=where, field=field, on_rod=_said(on_rod), on_shelf=_said(on_shelf))
        for where, kind, mine in _copied(build)
        if (k := shelf.get(goods(kind, mine["name"]))) is not None  # type: ignore[arg-type]
        for field, on_rod, on_shelf in _differ(kind, mine, k)
    ]  # fmt: skip


def _copied(build: Build) -> Iterator[tuple[str, str, dict[str, object]]]:
    for part in build.handle.parts:
        yield f"handle.parts.{part.id}", "part", part.model_dump(mode="json")
    for tin in build.handle.adhesives:
        yield f"handle.adhesives.{tin.id}", "adhesive", tin.model_dump(mode="json")
    yield "finish.product", "finish", build.finish.product.model_dump(mode="json")
    for thread in build.wraps.threads:
        yield f"wraps.threads.{thread.name}", "thread", thread.model_dump(mode="json")


def _differ(kind: str, mine: dict[str, object], kept: OnShelf) -> Iterator[tuple[str, object, object]]:  # fmt: skip
    theirs = _json(kept.shelved)
    for field in SAME[kind]:
        if mine.get(field) != theirs.get(field):
            yield field, mine.get(field), theirs.get(field)


def _json(shelved: Shelved) -> dict[str, object]:
    return shelved.item.model_dump(mode="json")


def _said(value: object) -> str:
    return "not said" if value is None else f"{value:g}" if isinstance(value, float) else str(value)
