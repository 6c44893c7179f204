"""Letters as outlines, from the shipped open fonts.

An outline is a list of closed contours of straight pieces in mm: x along the line of text, y up from its baseline.
Curves are cut into pieces that stay within ``FLAT_MM`` of them, so that what follows may bend the paper they lie on.
Method page: ``docs/methods/labels.md``.
"""

import itertools
from collections.abc import Callable, Mapping, Sequence
from functools import cache
from io import BytesIO
from pathlib import Path
from threading import RLock
from typing import Any

import numpy as np
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.ttLib import TTFont
from numpy.typing import NDArray

from wise_spool.core.document.wraps import FontName

Contour = NDArray[np.float64]
"""Points (n, 2) in mm, the last joined to the first."""
FONTS = Path(__file__).parents[2] / "fonts"
PIECES = 8
"""Pieces a curve of one letter is cut into; letters are a few mm high, so none lies over a hundredth off."""
LINE_STEP = 1.45
"""From one line of text to the next, over the height of its capitals."""


_READING = RLock()
"""A font reads itself piece by piece as it is asked, and not for two at once."""


@cache
def _font(name: FontName) -> TTFont:
    return TTFont(BytesIO((FONTS / f"{name}.ttf").read_bytes()), lazy=True)


@cache
def _letters(name: FontName) -> Mapping[int, str]:
    """Its glyphs' names by the letters they stand for."""
    with _READING:
        return dict(_font(name).getBestCmap())


@cache
def _cap_height(name: FontName) -> float:
    with _READING:
        font = _font(name)
        cap = getattr(font["OS/2"], "sCapHeight", 0)
        return float(cap or 0.7 * font["head"].unitsPerEm)


@cache
def _glyph(name: FontName, glyph: str) -> tuple[tuple[tuple[str, tuple[Any, ...]], ...], float]:
    with _READING:
        glyphs = _font(name).getGlyphSet()
        pen = DecomposingRecordingPen(glyphs)
        glyphs[glyph].draw(pen)
        return tuple(pen.value), float(glyphs[glyph].width)


def unknown_letters(text: str, font: FontName) -> str:
    """Letters the font has no shape for, each once."""
    known = _letters(font)
    return "".join(dict.fromkeys(c for c in text if c not in "\n\r" and ord(c) not in known))


def text_lines(text: str) -> list[str]:
    """The lines of a label: as typed, empty ones at either end left off."""
    lines = [" ".join(line.split()) for line in text.splitlines()]
    while lines and not lines[0]:
        lines.pop(0)
    while lines and not lines[-1]:
        lines.pop()
    return lines


def text_size_mm(text: str, font: FontName, letter_mm: float) -> tuple[float, float]:
    """Length and height of a label, mm: its longest line, and from the top of the first line's capitals to the last baseline.

    >>> wide, high = text_size_mm("SKERRY", "text-bold", 3.0)
    >>> round(high, 2)
    3.0
    """
    lines = text_lines(text)
    scale = letter_mm / _cap_height(font)
    known = _letters(font)
    wide = max(
        (sum(_glyph(font, known.get(ord(c), ".notdef"))[1] for c in line) for line in lines),
        default=0.0,
    )
    high = letter_mm * (1 + LINE_STEP * (len(lines) - 1)) if lines else 0.0
    return wide * scale, high


def text_outlines(text: str, font: FontName, letter_mm: float) -> list[Contour]:
    """The contours of a label's text, its lines centred on x = 0, its middle height at y = 0."""
    scale = letter_mm / _cap_height(font)
    known = _letters(font)
    lines = text_lines(text)
    _, high = text_size_mm(text, font, letter_mm)
    out: list[Contour] = []
    for n, line in enumerate(lines):
        baseline = high / 2 - letter_mm - n * LINE_STEP * letter_mm
        names = [known.get(ord(c), ".notdef") for c in line]
        x = -sum(_glyph(font, g)[1] for g in names) * scale / 2
        for glyph in names:
            commands, width = _glyph(font, glyph)
            out += [c * scale + (x, baseline) for c in flattened(commands)]
            x += width * scale
    return out


def flattened(
    commands: Sequence[tuple[str, tuple[Any, ...]]], pieces: int = PIECES
) -> list[Contour]:
    """Pen commands as contours of straight pieces."""
    out: list[Contour] = []
    points: list[tuple[float, float]] = []
    t = np.linspace(0, 1, pieces + 1)[1:, None]

    def close() -> None:
        if len(points) > 2:
            out.append(np.array(points, dtype=float))
        points.clear()

    curves: dict[str, Callable[[Any], None]] = {}

    def cubic(args: Any) -> None:
        p0, (p1, p2, p3) = np.array(points[-1]), (np.array(a) for a in args)
        made = (1 - t) ** 3 * p0 + 3 * (1 - t) ** 2 * t * p1 + 3 * (1 - t) * t**2 * p2 + t**3 * p3
        points.extend(map(tuple, made.tolist()))

    def quadratic(args: Any) -> None:
        off = [np.array(a) for a in args[:-1]]
        ends = [(a + b) / 2 for a, b in itertools.pairwise(off)] + [np.array(args[-1])]
        for control, end in zip(off, ends, strict=True):
            p0 = np.array(points[-1])
            made = (1 - t) ** 2 * p0 + 2 * (1 - t) * t * control + t**2 * end
            points.extend(map(tuple, made.tolist()))

    curves["curveTo"], curves["qCurveTo"] = cubic, quadratic
    for name, args in commands:
        if name == "moveTo":
            close()
            points.append(args[0])
        elif name == "lineTo":
            points.append(args[0])
        elif name in curves and args and args[-1] is not None:
            curves[name](args)
        elif name in ("closePath", "endPath"):
            close()
    close()
    return out
