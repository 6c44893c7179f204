"""A supplier's guide chart as it is pasted: one distance a line, or a row of them."""

import csv
import io

from wise_spool.core.ground.measures import MeasureError, Unit, parse_measure_mm
from wise_spool.core.ground.refusals import RefusedError


class ChartError(RefusedError):
    """A line of the chart is not a distance; ``line`` counts from 1."""

    title = "Not a chart"

    def __init__(self, message: str, line: int) -> None:
        super().__init__(message)
        self.line = line


def read_chart(text: str, unit: Unit) -> list[float]:
    """Distances in mm, as written.

    Accepts one distance a line, a single row parted by tabs, semicolons or
    commas, and CSV rows of a guide number and its distance; lines that start
    with # or hold no digit are headings. Raises :class:`ChartError`.
    """
    distances: list[float] = []
    lines = text.replace("\r", "").split("\n")
    full = [line for line in lines if line.strip()]
    for number, line in enumerate(lines, start=1):
        if not any(c.isdigit() for c in line) or line.lstrip().startswith("#"):
            continue
        cells = _cells(line)
        wanted = cells if len(full) == 1 else cells[-1:]
        for cell in wanted:
            try:
                distances.append(parse_measure_mm(cell, unit))
            except MeasureError as error:
                raise ChartError(f"Line {number}: {error}", number) from error
    if not distances:
        raise ChartError("There is no distance in this chart: paste one a line, such as 4 1/8.", 1)
    return distances


def _cells(line: str) -> list[str]:
    for mark in ("\t", ";", ","):
        if mark in line:
            row = next(csv.reader(io.StringIO(line), delimiter=mark))
            return [cell.strip() for cell in row if cell.strip()]
    return [line.strip()]
