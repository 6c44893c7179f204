"""The shelf as CSV: one row an item, one column a measure, one file a kind.

Column names are the model's own, with units in them; a seat's inside is
written as ``seat.bore_mm`` and so on. Lists are JSON in their cell.
"""

import csv
import io
import itertools
import json
from collections.abc import Callable, Iterable, Sequence
from typing import Any

from pydantic import BaseModel, ValidationError

from wise_spool.core.document.parts import SeatBore
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.shop.shelf import ITEM, ShelfKind
from wise_spool.exchange.csv_words import as_words, parted_by, with_point, words_of

STOCK = "stock"
LEFT_OUT = {"id", "gap_before_mm", "adhesive", "turned", "power_drill"}
"""Fields of a part that belong to its place in a build, not to the shelf."""
MOST_ROWS = 5000
MOST_STOCK = 100_000


class ShelfCsvError(RefusedError):
    """Some rows cannot be read. ``problems`` are (row from 2, column, what is wrong)."""

    title = "Not put on the shelf"

    def __init__(self, message: str, problems: Sequence[tuple[int, str, str]] = ()) -> None:
        super().__init__(message)
        self.problems = list(problems)


def columns(kind: ShelfKind) -> list[str]:
    """The columns of a kind, in the order of its model."""
    out = []
    for name in ITEM[kind].model_fields:
        if name == "id" or (kind == "part" and name in LEFT_OUT):
            continue
        if name == "seat":
            out += [f"seat.{inner}" for inner in SeatBore.model_fields]
        else:
            out.append(name)
    return [*out, STOCK]


def write_shelf(kind: ShelfKind, items: Iterable[tuple[BaseModel, int]]) -> str:
    """All items of one kind as CSV, header first."""
    out = io.StringIO()
    names = columns(kind)
    writer = csv.DictWriter(out, names, lineterminator="\n")
    writer.writeheader()
    for item, stock in items:
        flat = _flat(item.model_dump(mode="json"))
        writer.writerow({n: _cell(stock if n == STOCK else flat.get(n)) for n in names})
    return out.getvalue()


def read_shelf(kind: ShelfKind, text: str) -> list[tuple[BaseModel, int]]:
    """Items of one kind from CSV. Raises :class:`ShelfCsvError` with every row that is wrong."""
    text = text.lstrip("\ufeff")
    mark = parted_by(text.partition("\n")[0])
    reader = csv.DictReader(io.StringIO(text), delimiter=mark)
    known = columns(kind)
    try:
        given = [name.strip() for name in reader.fieldnames or []]
        rows = list(itertools.islice(reader, MOST_ROWS + 1))
    except csv.Error as error:
        raise ShelfCsvError(
            f"Line {reader.line_num} cannot be read: a quote that is not closed, or a cell of great length."
        ) from error
    if not given:
        raise ShelfCsvError("The file is empty: the first row names the columns.")
    strange = [name for name in given if name not in known]
    if strange:
        raise ShelfCsvError(
            f"“{strange[0]}” is not a column of this shelf; the columns are {', '.join(known)}.",
            [(1, strange[0], "not a column of this shelf")],
        )
    items: list[tuple[BaseModel, int]] = []
    problems: list[tuple[int, str, str]] = []
    decimal = with_point if mark != "," else str
    for number, said in enumerate(rows, start=2):
        row = {(k or "").strip() or None: v for k, v in said.items()}
        if number > MOST_ROWS + 1:
            raise ShelfCsvError(f"There are more than {MOST_ROWS} rows; split the file.")
        if not any((value or "").strip() for value in row.values() if isinstance(value, str)):
            continue
        try:
            items.append(_read_row(kind, row, decimal))
        except ValidationError as error:
            problems += [
                (number, ".".join(str(p) for p in e["loc"]) or "the row", _says(e))
                for e in error.errors()
            ]
        except ValueError as error:
            problems.append((number, STOCK, str(error)))
    if problems:
        row_number, column, what = problems[0]
        raise ShelfCsvError(
            f"Row {row_number}, {column}: {what}. Nothing was put on the shelf.", problems
        )
    if not items:
        raise ShelfCsvError("There is no item in this file, only its header.")
    return items


def _says(error: Any) -> str:
    context = error.get("ctx") or {}
    if "error" in context:
        return str(context["error"])
    return str(error["msg"]).lower().replace("input should be", "it should be")


def _read_row(
    kind: ShelfKind, row: dict[str | None, Any], decimal: Callable[[str], str]
) -> tuple[BaseModel, int]:
    stock_text = str(row.get(STOCK) or "1").strip()
    if not stock_text.isdigit():
        raise ValueError(f"“{stock_text}” is not a whole number")
    if len(stock_text) > 6 or int(stock_text) > MOST_STOCK:
        raise ValueError(f"“{stock_text}” is more than a shelf holds; at most {MOST_STOCK}")
    values: dict[str, Any] = {"id": "shelf"} if kind == "part" else {}
    for name, cell in row.items():
        text = (cell or "").strip() if isinstance(cell, str) else ""
        if name in (STOCK, None) or not text:
            continue
        number = decimal(text) if _is_number(kind, name) else words_of(text)
        value: Any = json.loads(text) if text.startswith("[") else number
        if "." in name:
            outer, inner = name.split(".", 1)
            values.setdefault(outer, {})[inner] = value
        else:
            values[name] = value
    return ITEM[kind].model_validate(values), int(stock_text)


def _is_number(kind: ShelfKind, column: str) -> bool:
    """Whether a column holds numbers, and so may have a decimal comma."""
    model, name = (
        (SeatBore, column.partition(".")[2]) if column.startswith("seat.") else (ITEM[kind], column)
    )
    field = model.model_fields.get(name)
    return field is not None and "float" in str(field.annotation)


def _flat(data: dict[str, Any]) -> dict[str, Any]:
    flat: dict[str, Any] = {}
    for name, value in data.items():
        if isinstance(value, dict):
            flat |= {f"{name}.{inner}": v for inner, v in value.items()}
        else:
            flat[name] = value
    return flat


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "true" if value else "false"
    if isinstance(value, list):
        return json.dumps(value) if value else ""
    return (
        as_words(value)
        if isinstance(value, str)
        else repr(value)
        if isinstance(value, float)
        else str(value)
    )
