"""A drawing of the builder's own (SVG), read safely: shapes only, as outlines.

Nothing of the file is ever shown or kept as markup: its shapes are read into contours, and what is not a shape is
refused or left out and said. Entities and document types are refused before anything is read.
Method page: ``docs/methods/labels.md``.
"""

import math
import re
from functools import lru_cache
from typing import Any

import numpy as np
from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring
from fontTools.misc.transform import Identity, Transform
from fontTools.pens.recordingPen import RecordingPen
from fontTools.pens.transformPen import TransformPen
from fontTools.svgLib.path import parse_path
from fontTools.svgLib.path.shapes import PathBuilder

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.labels.lettering import Contour, flattened

MOST_CHARACTERS = 200_000
MOST_SHAPES = 2_000
MOST_POINTS = 60_000
SHAPES = {"path", "rect", "circle", "ellipse", "line", "polyline", "polygon"}
GROUPS = {"svg", "g"}
LEFT_OUT = {"title", "desc", "metadata", "defs", "style", "namedview"}
REFUSED = {
    "script": "a script",
    "foreignobject": "other documents",
    "image": "a picture",
    "use": "references",
    "a": "links",
    "animate": "animation",
    "set": "animation",
    "text": "live text: turn it into outlines first",
}


@lru_cache(maxsize=32)
def read_art(svg: str) -> list[Contour]:
    """The contours of an SVG in its own units, y up, its middle at (0, 0). Raises :class:`RefusedError` with the reason in
    a builder's words."""
    if len(svg) > MOST_CHARACTERS:
        raise RefusedError(
            f"The drawing is larger than {MOST_CHARACTERS // 1000} kB: simplify its lines."
        )
    try:
        root = fromstring(svg, forbid_dtd=True)
    except DefusedXmlException as e:
        raise RefusedError("The drawing declares a document type or entities, which a label needs none of: save it as plain SVG.") from e  # fmt: skip
    except (ParseError, ValueError, RecursionError) as e:
        raise RefusedError("This is not an SVG drawing.") from e
    if _name(root) != "svg":
        raise RefusedError("This is not an SVG drawing.")
    contours: list[Contour] = []
    _walk(root, Identity, contours, [0])
    if not contours:
        raise RefusedError("The drawing has no shape in it: outlines are needed, filled.")
    points = np.vstack(contours)
    if len(points) > MOST_POINTS:
        raise RefusedError(f"The drawing has over {MOST_POINTS:,} points: simplify its lines.")
    if not np.isfinite(points).all():
        raise RefusedError("The drawing has a number in it that is none.")
    low, high = points.min(axis=0), points.max(axis=0)
    if high[0] - low[0] <= 1e-9 or high[1] - low[1] <= 1e-9:
        raise RefusedError("The drawing has no size: its shapes lie on one line.")
    middle = (low + high) / 2
    return [(c - middle) * (1.0, -1.0) for c in contours]


def _name(element: Any) -> str:
    tag = element.tag if isinstance(element.tag, str) else ""
    return tag.rpartition("}")[2].lower()


def _walk(
    element: Any, above: Transform, out: list[Contour], seen: list[int], depth: int = 0
) -> None:
    name = _name(element)
    if depth > 60:
        raise RefusedError("The drawing is nested too deeply: ungroup it.")
    if name in REFUSED:
        raise RefusedError(f"The drawing holds {REFUSED[name]}; only shapes are taken.")
    for key, value in element.attrib.items():
        bare = key.rpartition("}")[2].lower()
        if bare.startswith("on"):
            raise RefusedError("The drawing holds a script; only shapes are taken.")
        if bare == "href" or "url(" in value.lower():
            raise RefusedError("The drawing refers to something outside or elsewhere in it; only its own shapes are taken.")  # fmt: skip
    if name in LEFT_OUT:
        return
    here = above.transform(_transform(element.attrib.get("transform", "")))
    if name in SHAPES:
        seen[0] += 1
        if seen[0] > MOST_SHAPES:
            raise RefusedError(f"The drawing has over {MOST_SHAPES:,} shapes: join them.")
        out += _shape(element, here)
    if name in GROUPS or name not in SHAPES:
        for child in element:
            _walk(child, here, out, seen, depth + 1)


def _shape(element: Any, here: Transform) -> list[Contour]:
    if element.attrib.get("display") == "none" or element.attrib.get("visibility") == "hidden":
        return []
    builder = PathBuilder()
    pen = RecordingPen()
    element.attrib.pop("transform", None)  # it is in ``here`` already
    try:
        builder.add_path_from_element(element)
        for path, _ in zip(builder.paths, builder.transforms, strict=True):
            parse_path(path, TransformPen(pen, here))
    except (ValueError, KeyError, IndexError, TypeError, AssertionError, OverflowError, NotImplementedError) as e:  # fmt: skip
        raise RefusedError("A shape of the drawing cannot be read.") from e
    return flattened(pen.value, 12)


_CALL = re.compile(r"(\w+)\s*\(([^)]*)\)")


def _transform(words: str) -> Transform:
    out = Identity
    for name, inside in _CALL.findall(words):
        try:
            n = [float(v) for v in re.split(r"[\s,]+", inside.strip()) if v]
        except ValueError as e:
            raise RefusedError(
                "A shape of the drawing is turned or moved by something that is no number."
            ) from e
        if name == "matrix" and len(n) == 6:
            out = out.transform(Transform(*n))
        elif name == "translate" and n:
            out = out.translate(n[0], n[1] if len(n) > 1 else 0.0)
        elif name == "scale" and n:
            out = out.scale(n[0], n[1] if len(n) > 1 else n[0])
        elif name == "rotate" and n:
            x, y = (n[1], n[2]) if len(n) == 3 else (0.0, 0.0)
            out = out.translate(x, y).rotate(math.radians(n[0])).translate(-x, -y)
        elif name == "skewX" and n:
            out = out.skew(math.radians(n[0]), 0)
        elif name == "skewY" and n:
            out = out.skew(0, math.radians(n[0]))
    return out
