"""Routes of the shelf: list, put on, change, take off, CSV out and in."""

import uuid
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic import TypeAdapter

from wise_spool.api import models as m
from wise_spool.api.deps import AsId, InShop
from wise_spool.api.problems import FieldProblem, ProblemError
from wise_spool.core.shop.shelf import ShelfKind, Shelved
from wise_spool.core.shop.stock import StockCard
from wise_spool.exchange.shelf_csv import (
    MOST_STOCK,
    Looked,
    ShelfCsvError,
    look_at,
    read_shelf,
    write_shelf,
)
from wise_spool.store.shelf import OnShelf, Whole

_shelved: TypeAdapter[Shelved] = TypeAdapter(Shelved)


routes = APIRouter(prefix="/api/shelf")


@routes.get("")
def on_the_shelf(
    shop: InShop, kind: ShelfKind | None = None, words: Annotated[str, Query(max_length=80)] = ""
) -> list[m.ShelfItem]:
    """Everything, or one kind; with ``words`` the first that hold all of them."""
    if words.strip():
        return [_item(kept) for kept in shop.shelf.find(words, kind)]
    return [_item(kept) for kept in shop.shelf.all(kind)]


@routes.post("", status_code=201)
def put_on(new: m.ToShelve, shop: InShop, as_id: AsId = None) -> m.ShelfItem:
    return _item(shop.shelf.add([(new.shelved, new.stock, new.card or StockCard())], as_id)[0])


@routes.put("/{item_id}")
def change(item_id: uuid.UUID, new: m.ToShelve, shop: InShop) -> m.ShelfItem:
    return _item(shop.shelf.change(item_id, new.shelved, new.stock, new.card))


@routes.patch("/{item_id}")
def change_over(item_id: uuid.UUID, was: m.ToShelve, said: m.ToShelve, shop: InShop) -> m.ShelfItem:
    """Change a thing.

    What others changed since ``was`` stays; the same place changed by both is refused.
    """
    before, after = (Whole(shelved=w.shelved, stock=w.stock, card=w.card) for w in (was, said))
    return _item(shop.shelf.change_over(item_id, before, after))


@routes.delete("/{item_id}", status_code=204)
def take_off(item_id: uuid.UUID, shop: InShop) -> None:
    shop.shelf.put_away(item_id)


@routes.get("/{kind}/csv")
def as_csv(kind: ShelfKind, shop: InShop) -> Response:
    text = write_shelf(kind, [(kept.shelved.item, kept.stock) for kept in shop.shelf.all(kind)])
    return Response(
        text,
        media_type="text/csv",
        headers={"Content-Disposition": f'attachment; filename="shelf-{kind}.csv"'},
    )


@routes.post("/{kind}/csv/look")
def look_at_csv(kind: ShelfKind, csv: m.Csv) -> Looked:
    """A file looked at before it is taken: what its columns are taken for, its first rows, what is wrong."""
    return look_at(kind, csv.text, csv.taken_for)


@routes.post("/{kind}/csv", status_code=201)
def from_csv(kind: ShelfKind, csv: m.Csv, shop: InShop, as_id: AsId = None) -> list[m.ShelfItem]:
    try:
        rows = read_shelf(kind, csv.text, csv.taken_for)
    except ShelfCsvError as error:
        fields = [
            FieldProblem(field=f"row {row}.{column}", message=f"Row {row}, {column}: {what}.")
            for row, column, what in error.problems[:50]
        ]
        raise ProblemError(422, "Not put on the shelf", str(error), fields) from error
    shelved = [
        (_shelved.validate_python({"kind": kind, "item": item.model_dump()}), stock)
        for item, stock in rows
    ]
    return [_item(kept) for kept in shop.shelf.add(shelved, as_id)]


def _item(kept: OnShelf) -> m.ShelfItem:
    return m.ShelfItem(
        id=kept.id, shelved=kept.shelved, stock=min(kept.stock, MOST_STOCK), card=kept.card
    )
