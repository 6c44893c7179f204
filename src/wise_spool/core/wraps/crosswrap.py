"""Crosswraps, open spirals and equal divisions on a tapering blank.

A thread laid at a constant angle ``alpha`` to the blank's length obeys ``r dtheta/dx = tan(alpha)``, so it has turned by
``Theta(x) = tan(alpha) * J(x)``, ``J(x) = integral of dx / r``: it advances in proportion to the diameter, and every crossing
of a thread up and a thread down has the same angle, 2 alpha. With ``lines`` lines round the blank (half as many threads start
side by side) threads cross on the marked line whenever Theta grows by ``4 pi / lines``; the last crossing falls on the far end by
the choice of alpha. Differential geometry of the loxodrome, textbook; checked in ``tests/core/wraps/test_crosswrap.py``.
Method page: ``docs/methods/wraps.md``.
"""

import itertools
import math

import numpy as np
from numpy.typing import NDArray
from scipy.integrate import cumulative_trapezoid

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.wraps import Decoration, FigureKind
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.wraps.thread import Threads

Floats = NDArray[np.float64]
SAMPLES = 401
DRAWN = 121
STEPS = 3
"""A figure is shown in so many steps of progress."""


class CrossMark(Frozen):
    """A place to mark before the first thread: a station on one of the lines, numbered from the marked one."""

    line: int
    crossing: int
    station_mm: float
    od_mm: float


class FigureBand(Frozen):
    """Threads of one colour lying side by side, laid in one run: from ``from_arc_mm`` to ``to_arc_mm`` round the blank beside the
    middle of the first (they advance along it by the same angle), on every start, up and down. ``step`` is the third of the work
    in which it is laid."""

    run: int
    thread: str
    colour: str
    threads: int
    from_arc_mm: float
    to_arc_mm: float
    step: int


class ColourMetres(Frozen):
    """Thread of one colour in a figure, m."""

    thread: str
    metres: float


class FigureLaid(Frozen):
    """One figure worked out. ``x_mm``, ``r_mm`` and ``turned_rad`` are the middle thread up from the near end: stations, radii and
    how far it has turned. ``closes_at`` is the number of threads a start needs until no gap is left at the wide end and at the
    narrow end; ``covered_wide`` the share covered at the wide one, ``area_mm2`` the blank under it. ``trouble`` says what cannot be."""

    id: str
    kind: FigureKind
    name: str
    from_mm: float
    to_mm: float
    lines: int
    starts: int
    clock_deg: float
    angle_deg: float
    crossing_deg: float
    x_mm: tuple[float, ...]
    r_mm: tuple[float, ...]
    turned_rad: tuple[float, ...]
    marks: tuple[CrossMark, ...]
    bands: tuple[FigureBand, ...]
    threads_laid: int
    closes_at_wide: int
    closes_at_narrow: int
    covered_wide: float
    area_mm2: float
    closed: bool
    metres: tuple[ColourMetres, ...]
    minutes: float
    arc_near_mm: float
    under: str
    under_colour: str
    trouble: str
    says: str


def work_out(d: Decoration, work: WorkingBlank, threads: Threads) -> FigureLaid:
    """A figure on this blank. Never raises: what cannot be is said in ``trouble``."""
    a, b = d.from_mm - work.cut_mm, d.to_mm - work.cut_mm
    if work.taper is None or work.length_mm is None:
        return _empty(d, a, b, "It waits for the blank's length and two diameters.")
    if a < 0 or b > work.length_mm:
        return _empty(d, a, b, "It runs off the end of the blank.")
    x = np.linspace(a, b, SAMPLES)
    r = np.asarray(work.taper.od_mm(x)) / 2
    if d.under:
        r = r + threads.of(d.under).diameter_mm
    j = np.concatenate([[0.0], cumulative_trapezoid(1 / r, x)])
    starts = max(d.lines // 2, 1)
    whole = {"crosswrap": 4 * math.pi * d.crossings / d.lines, "spiral": 2 * math.pi * d.turns, "divided": 0.0}[d.kind]  # fmt: skip
    tan = whole / float(j[-1])
    alpha = math.atan(tan)
    turned = tan * j
    slope = np.gradient(r, x)
    along = float(np.trapezoid(np.sqrt(1 + slope**2), x)) / math.cos(alpha) / 1000
    marks = _marks(d, x, r, j)
    bands, per_start = _bands(d, alpha, threads, work_under=d.under)
    wide, narrow = 2 * math.pi * float(r.max()) / starts, 2 * math.pi * float(r.min()) / starts
    arc = sum((b_.to_arc_mm - b_.from_arc_mm) for b_ in bands)
    mean_mm = _mean_mm(d, threads) / max(math.cos(alpha), 1e-6)
    metres: dict[str, float] = {}
    if d.kind == "crosswrap":
        for run, p in enumerate(d.passes):
            count = p.threads * (1 if run == 0 else 2)
            name = threads.of(p.thread).name
            metres[name] = metres.get(name, 0.0) + 2 * starts * count * along
        for name in metres:
            metres[name] += 2 * starts * habits().waste_mm / 1000
    elif d.kind == "spiral":
        for p in d.passes[:1]:
            metres[threads.of(p.thread).name] = along + 2 * habits().waste_mm / 1000
    trouble = _trouble(d, alpha, float(r.min()), narrow)
    covered_wide, covered_narrow = min(arc / wide, 9.99), min(arc / narrow, 9.99)
    at = np.linspace(0, SAMPLES - 1, DRAWN).round().astype(int)
    return FigureLaid(
        id=d.id, kind=d.kind, name=d.name or d.pattern or KIND_WORDS[d.kind], from_mm=round(a, 2), to_mm=round(b, 2), lines=d.lines, starts=starts,
        clock_deg=d.clock_deg, angle_deg=round(math.degrees(alpha), 2), crossing_deg=round(2 * math.degrees(alpha), 2),
        x_mm=tuple(np.round(x[at], 3).tolist()), r_mm=tuple(np.round(r[at], 4).tolist()), turned_rad=tuple(np.round(turned[at], 5).tolist()),
        marks=marks, bands=bands, threads_laid=per_start, closes_at_wide=math.ceil(wide / mean_mm) if mean_mm else 0,
        closes_at_narrow=math.ceil(narrow / mean_mm) if mean_mm else 0, covered_wide=round(covered_wide, 3), area_mm2=round(float(np.trapezoid(2 * math.pi * r, x)), 1),
        closed=d.kind == "crosswrap" and covered_wide >= 1, metres=tuple(ColourMetres(thread=n, metres=round(m, 2)) for n, m in metres.items()),
        minutes=round(2 * starts * per_start * (0.35 + whole / (2 * math.pi) * habits().turn_min * 4), 1) if d.kind == "crosswrap" else 10.0,
        arc_near_mm=round(2 * math.pi * float(r[0]) / d.lines, 3), under=d.under,
        under_colour=threads.of(d.under).colour if d.under else "", trouble=trouble, says=trouble or _says(d, alpha, covered_wide, covered_narrow, per_start, math.ceil(wide / mean_mm) if mean_mm else 0),
    )  # fmt: skip


KIND_WORDS: dict[FigureKind, str] = {
    "crosswrap": "crosswrap",
    "spiral": "open spiral",
    "divided": "equal parts",
}


def _mean_mm(d: Decoration, threads: Threads) -> float:
    counts = [(p.threads, threads.of(p.thread).pitch_mm) for p in d.passes]
    total = sum(n for n, _ in counts)
    return sum(n * mm for n, mm in counts) / total if total else 0.0


def _marks(d: Decoration, x: Floats, r: Floats, j: Floats) -> tuple[CrossMark, ...]:
    """Every crossing: on even lines whole steps, on the lines between half a step on."""
    if d.kind == "divided":
        return ()
    if d.kind == "spiral":
        shares = np.arange(1, math.floor(d.turns) + 1) / d.turns
        rows = [(0, k, s) for k, s in enumerate(shares, start=1)]
    else:
        rows = [
            (line, k, (k - (0.5 if line % 2 else 0.0)) / d.crossings)
            for line in range(d.lines)
            for k in range(1, d.crossings + 1)
        ]
    at = np.interp([s * j[-1] for _, _, s in rows], j, x)
    od = 2 * np.interp(at, x, r)
    return tuple(
        CrossMark(line=line, crossing=k, station_mm=round(s, 3), od_mm=round(o, 3))
        for (line, k, _), s, o in zip(rows, at.tolist(), od.tolist(), strict=True)
    )


def _bands(d: Decoration, alpha: float, threads: Threads, work_under: str) -> tuple[tuple[FigureBand, ...], int]:  # fmt: skip
    """The first run in the middle, every later one on both sides of what lies there. A thread takes ``d / cos(alpha)`` of the
    round."""
    if d.kind == "divided":
        return (), 0
    cos = max(math.cos(alpha), 1e-6)
    out: list[FigureBand] = []
    low = high = 0.0
    total = sum(p.threads * (1 if n == 0 else 2) for n, p in enumerate(d.passes)) or 1
    laid = 0
    for run, p in enumerate(d.passes if d.kind == "crosswrap" else d.passes[:1]):
        thread = threads.of(p.thread)
        wide = p.threads * thread.pitch_mm / cos
        step = min(STEPS, 1 + laid * STEPS // total)
        spans = [(-wide / 2, wide / 2)] if run == 0 else [(high, high + wide), (low - wide, low)]
        for a, b in spans:
            out.append(
                FigureBand(
                    run=run + 1, thread=thread.name, colour=thread.colour, threads=p.threads,
                    from_arc_mm=round(a, 4), to_arc_mm=round(b, 4), step=step,
                )
            )  # fmt: skip
        low, high = min(low, *(a for a, _ in spans)), max(high, *(b for _, b in spans))
        laid += p.threads * len(spans)
    return tuple(out), laid


def _trouble(d: Decoration, alpha: float, least_r: float, narrow: float) -> str:
    if d.kind == "divided":
        return ""
    if not d.passes:
        return "Choose at least one thread."
    if math.degrees(alpha) > 80:
        return "So many crossings lie so flat that the threads cover one another: fewer crossings, or a longer place."
    if d.kind == "crosswrap" and math.degrees(alpha) < 15:
        return "Threads this steep slip on the blank and do not close: more crossings, or a shorter place."
    return ""


def _says(d: Decoration, alpha: float, wide: float, narrow: float, laid: int, closes: int) -> str:
    if d.kind == "divided":
        return f"{d.lines} equal parts round the blank: cut the strip out and wrap it round."
    if d.kind == "spiral":
        return f"One thread, {d.turns:g} turns at {math.degrees(alpha):.0f}° to the blank."
    if wide >= 1:
        return f"Closed: {laid} threads a start cover all of it{', crowding at the thin end' if narrow > 1.08 else ''}."
    return f"Open: {laid} of {closes} threads a start; {100 * wide:.0f} % covered at the thick end."


def _empty(d: Decoration, a: float, b: float, trouble: str) -> FigureLaid:
    return FigureLaid(
        id=d.id, kind=d.kind, name=d.name or d.pattern or KIND_WORDS[d.kind], from_mm=round(a, 2), to_mm=round(b, 2), lines=d.lines, starts=max(d.lines // 2, 1),
        clock_deg=d.clock_deg, angle_deg=0, crossing_deg=0, x_mm=(), r_mm=(), turned_rad=(), marks=(), bands=(), threads_laid=0, closes_at_wide=0,
        closes_at_narrow=0, covered_wide=0, area_mm2=0, closed=False, metres=(), minutes=0, arc_near_mm=0, under=d.under, under_colour="", trouble=trouble, says=trouble,
    )  # fmt: skip


def pass_order(figure: FigureLaid) -> list[str]:
    """The figure's threads in the order they are laid, one line a run."""
    lines = []
    for run, bands in itertools.groupby(figure.bands, key=lambda b: b.run):
        first = next(bands)
        where = "in the middle" if run == 1 else "on either side"
        lines.append(
            f"{run}. {first.thread}: {first.threads} {'thread' if first.threads == 1 else 'threads'} {where}"
        )
    return lines
