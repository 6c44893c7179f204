"""The shelf as CSV: one row an item, one column a measure, one file a kind.

Column names are the model's own, with units in them; a seat's inside is
written as ``seat.bore_mm`` and so on. Lists are JSON in their cell.
"""

import csv
import io
import itertools
import json
import re
from collections.abc import Callable, Iterable, Sequence
from typing import Any

from pydantic import BaseModel, ConfigDict, ValidationError

from wise_spool.core.document.parts import SeatBore
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.ground.units import G_PER_OZ
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


class Column(BaseModel):
    """What a column of a file is taken for: a field of the kind, in a unit; an empty field leaves it out."""

    model_config = ConfigDict(extra="forbid")

    field: str = ""
    unit: str = ""


UNITS: dict[str, dict[str, float]] = {"mm": {"mm": 1.0, "cm": 10.0, "in": 25.4}, "g": {"g": 1.0, "oz": G_PER_OZ}}  # fmt: skip
"""Units a measure may be written in, by the unit its field is kept in."""
ALSO_CALLED = {
    "name": ("item", "description", "product", "model", "what"), "stock": ("quantity", "qty", "count", "on hand", "pieces", "pcs"), "length_mm": ("length", "long"),
    "mass_g": ("weight", "mass"), "label_power": ("power",), "label_action": ("action",), "label_lure": ("lure", "lure weight", "casting weight"), "label_line": ("line", "line class"),
    "ring_mm": ("ring", "ring size", "size"), "height_mm": ("height", "ring height"), "od_butt_mm": ("butt", "butt diameter", "outside"), "od_tip_mm": ("tip", "tip diameter"),
    "bore_butt_mm": ("bore", "inside"), "diameter_mm": ("diameter",), "small_mm": ("small end",), "large_mm": ("large end",), "thickness_mm": ("thickness",), "spool_m": ("metres", "meters", "spool"),
    "colour": ("color",),
}  # fmt: skip
"""What columns are also called. From memory; whatever is guessed is shown before it is taken."""


class WrongCell(BaseModel):
    """One place of a file that cannot be read."""

    row: int
    column: str
    what: str


class Looked(BaseModel):
    """A file looked at before anything is taken: its columns with what they are taken for, the first rows as they would
    be read, what is wrong."""

    columns: list[str]
    taken_for: dict[str, Column]
    fields: list[str]
    rows: int
    first: list[dict[str, str]]
    problems: list[WrongCell]


def guessed(kind: ShelfKind, given: Iterable[str]) -> dict[str, Column]:
    """What each column is likely to be: a field by its own name or by what it is also called, in the unit its
    heading names.

    >>> {k: (v.field, v.unit) for k, v in guessed("blank", ["Model", "Length (in)", "Rack no."]).items()}
    {'Model': ('name', ''), 'Length (in)': ('length_mm', 'in'), 'Rack no.': ('', '')}
    """
    known = columns(kind)
    names = {_plain(n): n for n in known}
    for field, also in ALSO_CALLED.items():
        if field in known:
            for word in (*also, field.rpartition("_")[0]):
                names.setdefault(_plain(word), field)
    out: dict[str, Column] = {}
    used: set[str] = set()
    for heading in given:
        words, unit = _heading(heading)
        field = names.get(_plain(heading)) or names.get(_plain(words)) or ""
        if field in used:
            field = ""
        used.add(field)
        kept_in = field.rpartition("_")[2]
        unit = unit if unit in UNITS.get(kept_in, {}) else ""
        out[heading] = Column(field=field, unit=unit)
    return out


def _plain(words: str) -> str:
    return re.sub(r"[^a-z0-9]+", " ", words.lower()).strip()


def _heading(heading: str) -> tuple[str, str]:
    """A heading without its unit, and the unit."""
    found = re.fullmatch(
        r"\s*(.*?)[\s,]*[(\[]?\s*(mm|cm|in|inch|inches|g|oz)\s*[)\]]?\s*", heading, re.IGNORECASE
    )
    if found is None or not found[1]:
        return heading, ""
    unit = found[2].lower()
    return found[1], "in" if unit.startswith("inch") else unit


def look_at(kind: ShelfKind, text: str, taken_for: dict[str, Column] | None = None) -> Looked:
    """Look at a file before it is taken. Raises :class:`ShelfCsvError` for one that is no table."""
    given, rows, mark = _table(text)
    mapping = taken_for or guessed(kind, given)
    _ask_of(kind, given, mapping)
    items, problems = _read_rows(kind, rows, mark, mapping)
    shown = [
        {k: _cell(v) for k, v in _flat(item.model_dump(mode="json")).items() if k in {c.field for c in mapping.values()}} | {STOCK: str(stock)}
        for item, stock in items[:5]
    ]  # fmt: skip
    return Looked(columns=given, taken_for=mapping, fields=columns(kind), rows=len(items), first=shown, problems=[WrongCell(row=r, column=c, what=w) for r, c, w in problems[:50]])  # fmt: skip


def _ask_of(kind: ShelfKind, given: Sequence[str], mapping: dict[str, Column]) -> None:
    known = columns(kind)
    taken: set[str] = set()
    for heading, column in mapping.items():
        if heading not in given or not column.field:
            continue
        if column.field not in known:
            raise ShelfCsvError(f"“{column.field}” is nothing this shelf keeps of such an item.")
        if column.field in taken:
            raise ShelfCsvError(f"Two columns are taken for “{column.field}”: one of them must be left out.")  # fmt: skip
        taken.add(column.field)


def read_shelf(
    kind: ShelfKind, text: str, taken_for: dict[str, Column] | None = None
) -> list[tuple[BaseModel, int]]:
    """Items of one kind from CSV; ``taken_for`` says what its columns are, by their own names when None. Raises
    :class:`ShelfCsvError` with every row that is wrong."""
    given, rows, mark = _table(text)
    known = columns(kind)
    if taken_for is None:
        strange = [name for name in given if name not in known]
        if strange:
            raise ShelfCsvError(
                f"“{strange[0]}” is not a column of this shelf; the columns are {', '.join(known)}.",
                [(1, strange[0], "not a column of this shelf")],
            )
        taken_for = {name: Column(field=name) for name in given}
    _ask_of(kind, given, taken_for)
    items, problems = _read_rows(kind, rows, mark, taken_for)
    if problems:
        row_number, column, what = problems[0]
        raise ShelfCsvError(
            f"Row {row_number}, {column}: {what}. Nothing was put on the shelf.", problems
        )
    if not items:
        raise ShelfCsvError("There is no item in this file, only its header.")
    return items


def _table(text: str) -> tuple[list[str], list[dict[str, Any]], str]:
    """Headings, rows, and what parts them. Raises :class:`ShelfCsvError`."""
    text = text.lstrip("\ufeff")
    mark = parted_by(text.partition("\n")[0])
    reader = csv.DictReader(io.StringIO(text), delimiter=mark)
    try:
        given = [name.strip() for name in reader.fieldnames or []]
        rows = list(itertools.islice(reader, MOST_ROWS + 1))
    except csv.Error as error:
        raise ShelfCsvError(
            f"Line {reader.line_num} cannot be read: a quote that is not closed, or a cell of great length."
        ) from error
    if not given:
        raise ShelfCsvError("The file is empty: the first row names the columns.")
    if len(rows) > MOST_ROWS:
        raise ShelfCsvError(f"There are more than {MOST_ROWS} rows; split the file.")
    return given, rows, mark


def _read_rows(
    kind: ShelfKind, rows: Sequence[dict[str, Any]], mark: str, taken_for: dict[str, Column]
) -> tuple[list[tuple[BaseModel, int]], list[tuple[int, str, str]]]:
    """Every row as an item, and what is wrong with those that are none."""
    items: list[tuple[BaseModel, int]] = []
    problems: list[tuple[int, str, str]] = []
    decimal = with_point if mark != "," else str
    for number, said in enumerate(rows, start=2):
        row = {(k or "").strip() or None: v for k, v in said.items()}
        if not any((value or "").strip() for value in row.values() if isinstance(value, str)):
            continue
        try:
            items.append(_read_row(kind, _renamed(row, taken_for, decimal), decimal))
        except ValidationError as error:
            problems += [
                (number, ".".join(str(p) for p in e["loc"]) or "the row", _says(e))
                for e in error.errors()
            ]
        except ValueError as error:
            problems.append((number, STOCK, str(error)))
    return items, problems


def _says(error: Any) -> str:
    context = error.get("ctx") or {}
    if "error" in context:
        return str(context["error"])
    return str(error["msg"]).lower().replace("input should be", "it should be")


def _renamed(
    row: dict[str | None, Any], taken_for: dict[str, Column], decimal: Callable[[str], str]
) -> dict[str | None, Any]:
    """A row by the fields its columns are taken for, measures in the unit they are kept in."""
    out: dict[str | None, Any] = {}
    for heading, cell in row.items():
        column = taken_for.get(heading or "")
        if column is None or not column.field:
            continue
        times = UNITS.get(column.field.rpartition("_")[2], {}).get(column.unit, 1.0)
        text = str(cell or "").strip()
        if text and times != 1.0:
            try:
                cell = repr(round(float(decimal(text)) * times, 4))
            except ValueError:
                raise ValueError(f"“{text}” in {heading} is not a number") from None
        out[column.field] = cell
    return out


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
