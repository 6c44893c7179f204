"""What a rod took off the shelf and the shelf says otherwise now: shown, and taken or left.

A rod keeps its own copy of everything it took. Bores are reamed, parts are weighed and spools run out on the rod, so
only what does not change by work is compared. Method page: ``docs/methods/stock.md``.
"""

from collections.abc import Iterator, Sequence
from typing import Any

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Settable
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.shop.shelf import ShelfKind
from wise_spool.core.shop.stock import Counted, goods

SAME: dict[ShelfKind, tuple[str, ...]] = {
    "part": ("length_mm", "od_butt_mm", "od_tip_mm", "material"),
    "adhesive": ("parts_a", "parts_b", "at_c", "pot_life_min", "set_min", "handle_min", "full_cure_min"),
    "finish": ("parts_a", "parts_b", "at_c", "pot_life_min", "rotate_min", "set_min", "recoat_opens_min", "recoat_closes_min", "handle_min"),
    "thread": ("size", "kind", "colour", "diameter_mm"),
}  # fmt: skip
"""What is compared of each kind."""


class Departed(Frozen):
    """One field of something a rod took: where it stands on the rod, and what it and the shelf say. ``to`` is what would
    be put at ``path`` to take it over."""

    item_id: str
    name: str
    path: str
    words: str
    on_rod: str
    on_shelf: str
    to: Settable


def departed(build: Build, items: Sequence[Counted]) -> tuple[Departed, ...]:
    """Every field that differs, in the order of the rod."""
    shelf = {
        goods(i.shelved.kind, i.shelved.item.name): i for i in items if i.shelved.item.name
    }  # items of one name are one thing
    out = []
    for path, kind, mine in _copied(build):
        found = shelf.get(goods(kind, mine["name"]))
        if found is None:
            continue
        theirs = found.shelved.item.model_dump(mode="json")
        out += [
            Departed(item_id=found.id, name=theirs["name"], path=f"{path}.{f}", words=_words(f), on_rod=_said(mine[f]), on_shelf=_said(theirs[f]), to=theirs[f])
            for f in SAME[kind]
            if mine.get(f) != theirs.get(f)
        ]  # fmt: skip
    return tuple(out)


def _copied(build: Build) -> Iterator[tuple[str, ShelfKind, dict[str, Any]]]:
    for part in build.handle.parts:
        yield f"handle.parts.{part.id}", "part", part.model_dump(mode="json")
    for tin in build.handle.adhesives:
        yield f"handle.adhesives.{tin.id}", "adhesive", tin.model_dump(mode="json")
    yield "finish.product", "finish", build.finish.product.model_dump(mode="json")
    for thread in build.wraps.threads:
        yield f"wraps.threads.{thread.id}", "thread", thread.model_dump(mode="json")


def _words(field: str) -> str:
    return field.removesuffix("_min").removesuffix("_mm").removesuffix("_c").replace("_", " ")


def _said(value: object) -> str:
    return "not said" if value is None else f"{value:g}" if isinstance(value, float) else str(value)
