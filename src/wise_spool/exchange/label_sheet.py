"""Labels at 1:1: bent for the taper, mirrored where the kind needs it, with lines to cut along; as PDF and as SVG.

Each carries a check ruler: measure it before trusting the print.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import NDArray
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.build import Build
from wise_spool.core.document.wraps import Label
from wise_spool.core.ground.refusals import NotNowError, RefusedError
from wise_spool.core.labels.fitting import LabelFitted, on_film
from wise_spool.core.plan import Plan
from wise_spool.exchange.paper import (
    FAINT,
    INK,
    RULE,
    SIZES,
    PaperName,
    begun,
    check_ruler,
    finished,
)
from wise_spool.exchange.sheet_parts import cut as shortened

MARGIN_MM = 14.0
GAP_MM = 5.0
ROUND_MM = 0.8
"""Corners are clipped by so much: a sharp one lifts (common practice)."""


@dataclass(frozen=True)
class Print:
    """One label as it is printed: contours and the cut line, mm, x from 0 and y up from 0."""

    name: str
    contours: list[NDArray[np.float64]]
    cut: NDArray[np.float64]

    @property
    def wide_mm(self) -> float:
        """How long it is on the sheet."""
        return float(self.cut[:, 0].max())

    @property
    def tall_mm(self) -> float:
        """How high it is on the sheet."""
        return float(self.cut[:, 1].max())


def printed_label(label: Label, fitted: LabelFitted, build: Build) -> Print:
    """One label ready for paper. Raises :class:`RefusedError` for art that cannot be read."""
    contours = on_film(label, working_blank(build.blank))
    cut = _clipped(np.array([(c.x_mm, c.y_mm) for c in fitted.corners]))
    if fitted.mirrored:
        contours = [c * (-1.0, 1.0) for c in contours]
        cut = cut * (-1.0, 1.0)
    low = cut.min(axis=0)
    name = f"{build.number} {build.name}".strip() + f", {fitted.what}"
    return Print(name, [c - low for c in contours], cut - low)


def _clipped(corners: NDArray[np.float64]) -> NDArray[np.float64]:
    """The trimmed film with its corners clipped."""
    out = []
    n = len(corners)
    for i in range(n):
        for j in (i - 1, (i + 1) % n):
            way = corners[j] - corners[i]
            out.append(corners[i] + way / np.linalg.norm(way) * ROUND_MM)
    return np.array(out)


def prints_of(rods: Iterable[tuple[Build, Plan]]) -> list[Print]:
    """Every label that fits, as often as it is wished."""
    out = []
    for build, plan in rods:
        fitted = {f.id: f for f in plan.wraps.labels}
        for label in build.wraps.labels:
            f = fitted[label.id]
            if f.trouble in ("", "clash", "arc", "small") and len(f.corners) == 4:
                try:
                    out += [printed_label(label, f, build)] * label.copies
                except RefusedError:
                    continue
    return out


def label_sheet(rods: Sequence[tuple[Build, Plan]], paper: PaperName, printed: date) -> bytes:
    """PDF of all labels of these rods; a page of words when there are none."""
    canvas = begun(f"{rods[0][0].name if rods else ''}: labels", SIZES[paper])
    width, height = SIZES[paper]
    _head(canvas, width, height, printed)
    x, y, row = MARGIN_MM * mm, height - 24 * mm, 0.0
    prints = prints_of(rods)
    for p in prints:
        if x + p.wide_mm * mm > width - MARGIN_MM * mm and x > MARGIN_MM * mm:
            x, y, row = MARGIN_MM * mm, y - row - (GAP_MM + 4) * mm, 0.0
        if y - p.tall_mm * mm < 26 * mm:
            canvas.showPage()
            _head(canvas, width, height, printed)
            x, y, row = MARGIN_MM * mm, height - 24 * mm, 0.0
        _draw(canvas, p, x, y - p.tall_mm * mm)
        x += (p.wide_mm + GAP_MM) * mm
        row = max(row, p.tall_mm * mm)
    if not prints:
        canvas.setFont("text", 11)
        canvas.setFillColor(INK)
        canvas.drawString(MARGIN_MM * mm, height / 2, "There is no label that fits yet.")
    canvas.showPage()
    return finished(canvas)


def labels_of_one(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of one rod's labels."""
    return label_sheet([(build, plan)], paper, printed)


def _head(canvas: Canvas, width: float, height: float, printed: date) -> None:
    canvas.setFont("text-bold", 10)
    canvas.setFillColor(INK)
    canvas.drawString(MARGIN_MM * mm, height - 12 * mm, "Labels at 1:1")
    canvas.setFont("figures", 8.5)
    canvas.setFillColor(FAINT)
    canvas.drawRightString(
        width - MARGIN_MM * mm,
        height - 12 * mm,
        f"{printed.isoformat()}  print at 100 %, no scaling",
    )
    x, y = MARGIN_MM * mm, 14 * mm
    check_ruler(
        canvas, x, y, says="check: 100 mm, 4 in. Degrease; cut along the line; hold by tape."
    )


def _draw(canvas: Canvas, p: Print, x: float, y: float) -> None:
    canvas.setStrokeColor(RULE)
    canvas.setLineWidth(0.3)
    path = canvas.beginPath()
    _into(path, p.cut, x, y)
    canvas.drawPath(path, stroke=1, fill=0)
    canvas.setFillColor(INK)
    path = canvas.beginPath()
    for c in p.contours:
        _into(path, c, x, y)
    canvas.drawPath(path, stroke=0, fill=1, fillMode=0)
    canvas.setFont("text", 5.5)
    canvas.setFillColor(FAINT)
    canvas.drawString(x, y - 2.6 * mm, shortened(p.name, p.wide_mm * mm, "text", 5.5))


def _into(path: object, points: NDArray[np.float64], x: float, y: float) -> None:
    first = True
    for px, py in points.tolist():
        at = (x + px * mm, y + py * mm)
        if first:
            path.moveTo(*at)  # type: ignore[attr-defined]
        else:
            path.lineTo(*at)  # type: ignore[attr-defined]
        first = False
    path.close()  # type: ignore[attr-defined]


def path_data(contours: Iterable[NDArray[np.float64]], tall_mm: float) -> str:
    """Contours as the data of one SVG path, y down."""
    parts = []
    for c in contours:
        points = " L".join(f"{x:.3f} {tall_mm - y:.3f}" for x, y in c.tolist())
        parts.append(f"M{points}Z")
    return "".join(parts)


def label_svg(rods: Sequence[tuple[Build, Plan]]) -> str:
    """All labels of these rods as one SVG in mm, one under another. Raises :class:`NotNowError` when there is none."""
    prints = prints_of(rods)
    if not prints:
        raise NotNowError("There is no label that fits yet.")
    wide = max(p.wide_mm for p in prints) + 2 * GAP_MM
    body, y = [], GAP_MM
    for p in prints:
        body.append(
            f'<g transform="translate({GAP_MM:g} {y:.3f})"><path d="{path_data([p.cut], p.tall_mm)}" fill="none" stroke="#b9c0bc" stroke-width="0.1"/>'
            f'<path d="{path_data(p.contours, p.tall_mm)}" fill="#1d2424" fill-rule="evenodd"/></g>'
        )
        y += p.tall_mm + GAP_MM
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{y:.3f}mm" viewBox="0 0 {wide:.3f} {y:.3f}">'
        + "".join(body)
        + "</svg>"
    )
