"""What is pasted from a page or a sheet: a guide chart, a blank's taper."""

import csv
import io
import re
from typing import NamedTuple

from wise_spool.core.ground.measures import MeasureError, Unit, parse_measure_mm
from wise_spool.core.ground.refusals import RefusedError

PRINTED_OFF_MM = 0.2
"""How far a printed diameter may be off the blank in the hand: blanks of one number differ. From memory."""


class ChartError(RefusedError):
    """A line of what was pasted is not what is wanted; ``line`` counts from 1."""

    title = "Not a chart"

    def __init__(self, message: str, line: int) -> None:
        super().__init__(message)
        self.line = line


class ChartRow(NamedTuple):
    """A guide of a chart: its distance, and its ring where the chart says it."""

    distance_mm: float
    ring_mm: float | None = None


class _Line(NamedTuple):
    number: int
    cells: list[str]


def read_chart(text: str, unit: Unit) -> list[ChartRow]:
    """Guides as written, distances in mm.

    Accepts one distance a line, a single row parted by tabs, semicolons or commas, and tables
    with a number, a ring or both before the distance; a heading with the word ring says which
    column that is. A comma between digits is a decimal comma unless it parts the columns of a
    table. Lines that start with # or hold no digit are headings. Raises :class:`ChartError`.
    """
    lines, heading = _lines(text)
    if not lines:
        raise ChartError("There is no distance in this chart: paste one a line, such as 4 1/8.", 1)
    if len(lines) == 1:
        return [ChartRow(_mm(lines[0], cell, unit)) for cell in lines[0].cells]
    ring = _ring_column(lines, heading)
    far = _distance_column(lines, heading, ring)
    return [
        ChartRow(
            _mm(line, line.cells[far], unit),
            None if ring is None else _mm(line, line.cells[ring], "mm"),
        )
        for line in lines
    ]


def read_taper(text: str, unit: Unit) -> list[tuple[float, float]]:
    """Stations and diameters in mm, two numbers a line. Raises :class:`ChartError`."""
    lines, _ = _lines(text, two_columns=True)
    if len(lines) < 2:
        raise ChartError("A taper is two numbers a line: the station and the diameter there.", 1)
    out = []
    for line in lines:
        if len(line.cells) != 2:
            raise ChartError(
                f"Line {line.number}: a station and a diameter are wanted, two numbers.",
                line.number,
            )
        out.append((_mm(line, line.cells[0], unit), _mm(line, line.cells[1], unit, "diameter")))
    return out


def _mm(line: _Line, cell: str, unit: Unit, kind: str = "length") -> float:
    try:
        return parse_measure_mm(cell, unit, "diameter" if kind == "diameter" else "length")
    except MeasureError as error:
        raise ChartError(f"Line {line.number}: {error}", line.number) from error


def _lines(text: str, *, two_columns: bool = False) -> tuple[list[_Line], list[str]]:
    """Lines that hold numbers, cut into cells, and the heading's cells."""
    numbered = list(enumerate(text.replace("\r", "").split("\n"), start=1))
    heading: list[str] = []
    full = []
    for number, line in numbered:
        if any(c.isdigit() for c in line) and not line.lstrip().startswith("#"):
            full.append((number, line))
        elif line.strip() and not full:
            heading = _cells(line.lstrip("# "), ",")
    comma = "," if _commas_part(full, two_columns=two_columns) else None
    lines = [_Line(number, _cells(line, comma)) for number, line in full]
    wide = {len(line.cells) for line in lines}
    if len(wide) > 1:
        short = min(wide)
        odd = next(line for line in lines if len(line.cells) != len(lines[0].cells))
        raise ChartError(f"Line {odd.number} has {len(odd.cells)} columns, the others {short if len(odd.cells) != short else max(wide)}.", odd.number)  # fmt: skip
    return lines, heading


def _commas_part(full: list[tuple[int, str]], *, two_columns: bool) -> bool:
    """Whether commas part columns; between digits they are decimal commas otherwise."""
    if any("\t" in line or ";" in line for _, line in full):
        return False
    split = [line.split(",") for _, line in full if "," in line]
    if len(full) == 1:
        return bool(split) and (len(split[0]) > 2 or ", " in full[0][1])
    if any(len(cells) > 2 or ", " in ",".join(cells) for cells in split):
        return True
    if len(split) < len(full):
        return False
    if two_columns:
        return True
    first = [cells[0].strip() for cells in split]
    if first == [str(n) for n in range(1, len(split) + 1)]:
        return True
    return not all(re.fullmatch(r"\d{1,2}", cells[1].strip()) for cells in split)


def _cells(line: str, comma: str | None) -> list[str]:
    for mark in ("\t", ";", comma):
        if mark and mark in line:
            try:
                row = next(csv.reader(io.StringIO(line), delimiter=mark))
            except csv.Error:  # a quote that swallows more than a cell may hold
                row = line.split(mark)
            return [cell.strip() for cell in row if cell.strip()]
    return [line.strip()]


def _column(lines: list[_Line], column: int) -> list[float] | None:
    """A column's bare numbers; None when it holds anything else."""
    try:
        return [float(line.cells[column].replace(",", ".")) for line in lines]
    except ValueError:
        return None


def _counts(values: list[float] | None) -> bool:
    return values is not None and values == [float(n) for n in range(1, len(values) + 1)]


def _ring_column(lines: list[_Line], heading: list[str]) -> int | None:
    """The column that holds rings: named so, or small sizes that never grow toward the tip."""
    columns = len(lines[0].cells)
    for n, word in enumerate(heading[:columns]):
        if "ring" in word.lower() or "size" in word.lower():
            return n
    for n in range(columns - 1):
        values = _column(lines, n)
        if values is None or _counts(values) or not all(2 <= v <= 60 for v in values):
            continue
        if values in (sorted(values), sorted(values, reverse=True)):
            return n
    return None


def _distance_column(lines: list[_Line], heading: list[str], ring: int | None) -> int:
    columns = [n for n in range(len(lines[0].cells)) if n != ring]
    for n in columns:
        if n < len(heading) and any(
            w in heading[n].lower() for w in ("distance", "from", "place", "mark")
        ):
            return n
    if not columns:
        raise ChartError("There is a ring but no distance in this chart.", lines[0].number)
    return columns[-1]
