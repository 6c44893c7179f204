"""Does a label fit: what it covers along and round the blank, how it reads, what it runs into.

Method page: ``docs/methods/labels.md``.
"""

import math
from collections.abc import Iterable
from typing import Literal

import numpy as np

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.wraps import End, Label, LabelKind
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.guides.winding import clock_words
from wise_spool.core.labels.artwork import read_art
from wise_spool.core.labels.cone import Cone
from wise_spool.core.labels.lettering import Contour, text_outlines, text_size_mm, unknown_letters

LABEL_WORDS: dict[LabelKind, str] = {
    "film": "printed film",
    "transfer": "two-part transfer",
    "rub_on": "rub-on letters",
    "pen": "pen and ink",
    "paint": "paint through a mask",
}
MIRRORED: frozenset[LabelKind] = frozenset({"transfer", "rub_on"})
"""Printed the wrong way round: it is read through, or from, its back."""
EDGE_MM = 1.0
"""Film left round the letters when it is trimmed close. From habit."""
Trouble = Literal["", "empty", "off_blank", "clash", "arc", "small", "letters", "art", "no_taper"]
SMALLEST_LETTER_MM = 1.2
"""Capitals under this are not read at arm's length. From habit."""


class LabelClash(Frozen):
    """What a label runs into, and where."""

    what: str
    start_mm: float
    end_mm: float


class FilmPoint(Frozen):
    """A point of the film, mm: along it from the butt end, and to the side."""

    x_mm: float
    y_mm: float


class LabelFitted(Frozen):
    """One label. Stations in mm from the butt; ``arc_deg`` is what it covers round the blank at its thinner end, of which
    ``read_arc_deg`` can be read at once. ``trouble`` is what stands in its way, ``says`` that in words; with none it fits.
    ``corners`` are the trimmed film's four corners unrolled, mm."""

    id: str
    what: str
    start_mm: float
    end_mm: float
    tall_mm: float
    od_butt_mm: float
    od_tip_mm: float
    arc_deg: float
    read_arc_deg: float
    clock_deg: float
    clock_words: str
    first: End
    reads_words: str
    mirrored: bool
    hold_min: float
    corners: tuple[FilmPoint, ...]
    clashes: tuple[LabelClash, ...]
    trouble: Trouble
    says: str


def text_first(label: Label) -> End:
    """At which end the text begins. Read in the hand: laid across with the butt in the hand that holds the rod, text runs from left
    to right, so a right-hander's begins at the tip. An onlooker opposite sees it the other way round."""
    in_hand: End = "tip" if label.hand == "right" else "butt"
    if label.reads == "in_hand":
        return in_hand
    return "butt" if in_hand == "tip" else "tip"


def size_mm(label: Label) -> tuple[float, float]:
    """Length along and height across of what is printed, its trimmed edge counted in. Raises :class:`RefusedError` for art that
    cannot be read."""
    contours = art_outlines(label) if label.art else None
    if contours is not None:
        low = min(float(c[:, 1].min()) for c in contours)
        high = max(float(c[:, 1].max()) for c in contours)
        return label.art_mm + 2 * EDGE_MM, high - low + 2 * EDGE_MM
    wide, high = text_size_mm(label.text, label.font, label.letter_mm)
    return wide + 2 * EDGE_MM, high + 0.3 * label.letter_mm + 2 * EDGE_MM


def label_span_mm(label: Label, cut_mm: float = 0.0) -> tuple[float, float]:
    """Stations between which a label lies, mm from the present butt."""
    try:
        wide, _ = size_mm(label)
    except RefusedError:
        wide = label.art_mm
    low = label.from_mm - cut_mm
    return low, low + wide


def art_outlines(label: Label) -> list[Contour]:
    """The builder's own drawing, as long as it is wished. Raises :class:`RefusedError`."""
    contours = read_art(label.art)
    low = min(float(c[:, 0].min()) for c in contours)
    high = max(float(c[:, 0].max()) for c in contours)
    scale = label.art_mm / (high - low)
    return [c * scale for c in contours]


def outlines(label: Label) -> list[Contour]:
    """What is printed, flat and the right way round, its middle at (0, 0), x the way it is read. Raises :class:`RefusedError`."""
    return (
        art_outlines(label) if label.art else text_outlines(label.text, label.font, label.letter_mm)
    )


def cone_under(label: Label, work: WorkingBlank) -> Cone | None:
    """The blank under a label; None while it has no taper."""
    low, high = label_span_mm(label, work.cut_mm)
    a, b = work.od_mm(max(low, 0.0)), work.od_mm(max(high, 0.1))
    return None if a is None or b is None else Cone(a / 2, b / 2, max(high - low, 0.1))


def on_film(label: Label, work: WorkingBlank) -> list[Contour]:
    """What is printed, bent for the taper: x from the butt along the film, y to the side. Raises :class:`RefusedError`."""
    cone = cone_under(label, work)
    if cone is None:
        raise RefusedError("The label waits for the blank's length and two diameters.")
    way = 1.0 if text_first(label) == "butt" else -1.0
    out = []
    for c in outlines(label):
        x, y = cone.unrolled(cone.length_mm / 2 + way * c[:, 0], way * c[:, 1])
        out.append(np.column_stack([x, y]))
    return out


def fit_labels(
    labels: Iterable[Label], work: WorkingBlank, wrapped: Iterable[tuple[str, float, float]], handle_front_mm: float | None,
    spine_deg: float | None = None,
) -> tuple[LabelFitted, ...]:  # fmt: skip
    """Every label, judged against the blank, the wraps (what, from, to), the handle and one another."""
    taken = list(wrapped)
    if handle_front_mm:
        taken.append(("the handle", 0.0, handle_front_mm))
    all_labels = list(labels)
    out = []
    for n, label in enumerate(all_labels, start=1):
        others = [
            (f"label {m}", *label_span_mm(o, work.cut_mm))
            for m, o in enumerate(all_labels, start=1)
            if o.id != label.id and _apart_deg(o.clock_deg, label.clock_deg) < 90
        ]
        name = f"label {n}" if len(all_labels) > 1 else "label"
        out.append(_fit(label, name, work, [*taken, *others], spine_deg))
    return tuple(out)


def _apart_deg(a: float, b: float) -> float:
    return abs((a - b + 180) % 360 - 180)


def _fit(label: Label, name: str, work: WorkingBlank, taken: list[tuple[str, float, float]], spine_deg: float | None) -> LabelFitted:  # fmt: skip
    try:
        wide, tall = size_mm(label)
        art_says = ""
    except RefusedError as e:
        wide, tall, art_says = label.art_mm, 0.0, str(e)
    low = label.from_mm - work.cut_mm
    high = low + wide
    cone = cone_under(label, work)
    room = habits().label_room_mm
    clashes = [
        LabelClash(what=what, start_mm=round(a, 1), end_mm=round(b, 1))
        for what, a, b in taken
        if a < high + room - 1e-6 and b > low - room + 1e-6
    ]
    if label.frame:
        clashes = [c for c in clashes if not (c.what.startswith("frame of"))]
    first = text_first(label)
    arc = 0.0
    corners: tuple[FilmPoint, ...] = ()
    if cone is not None:
        arc = math.degrees(tall / cone.widest_mm())
        x = np.array([0.0, cone.length_mm, cone.length_mm, 0.0])
        y = np.array([-tall / 2, -tall / 2, tall / 2, tall / 2])
        u, v = cone.unrolled(x, y)
        corners = tuple(FilmPoint(x_mm=round(a, 3), y_mm=round(b, 3)) for a, b in zip(u.tolist(), v.tolist(), strict=True))  # fmt: skip
    trouble, says = _trouble(label, work, low, high, arc, clashes, art_says, cone)
    hand = "right" if label.hand == "right" else "left"
    reads = (
        f"in the {hand} hand" if label.reads == "in_hand" else f"by an onlooker of a {hand}-hander"
    )
    near = (
        ""
        if spine_deg is None or _apart_deg(spine_deg, label.clock_deg) > 20
        else " It lies on the spine line."
    )
    return LabelFitted(
        id=label.id, what=name, start_mm=round(low, 2), end_mm=round(high, 2), tall_mm=round(tall, 2),
        od_butt_mm=round(2 * cone.butt_mm, 3) if cone else 0.0, od_tip_mm=round(2 * cone.tip_mm, 3) if cone else 0.0,
        arc_deg=round(arc, 1), read_arc_deg=habits().read_arc_deg, clock_deg=label.clock_deg, clock_words=clock_words(label.clock_deg),
        first=first, reads_words=f"Reads {reads}: the text begins at the {first} end.{near}", mirrored=label.kind in MIRRORED,
        hold_min=habits().label_hold_min[label.kind], corners=corners,
        clashes=tuple(clashes), trouble=trouble, says=says,
    )  # fmt: skip


def _trouble(label: Label, work: WorkingBlank, low: float, high: float, arc: float, clashes: list[LabelClash], art_says: str, cone: Cone | None) -> tuple[Trouble, str]:  # fmt: skip
    if art_says:
        return "art", art_says
    if not label.art and not label.text.strip():
        return "empty", "There is nothing on it yet: type a line, or read in a drawing."
    missing = "" if label.art else unknown_letters(label.text, label.font)
    if missing:
        return "letters", f"This lettering has no shape for {' '.join(missing[:6])}."
    if work.length_mm is not None and (low < 0 or high > work.length_mm):
        return "off_blank", "It runs off the end of the blank."
    if cone is None:
        return "no_taper", "It waits for the blank's diameters."
    if clashes:
        return "clash", f"It runs into {clashes[0].what}."
    if arc > habits().read_arc_deg:
        return (
            "arc",
            f"It goes {arc:.0f}° round the blank; {habits().read_arc_deg:.0f}° can be read at once. Smaller letters, or fewer lines.",
        )
    if not label.art and label.letter_mm < SMALLEST_LETTER_MM:
        return "small", "Letters this small are not read at arm's length."
    return "", "It fits."
