"""Wraps, decoration and labels in the documents: what thread and lettering are wished for.

What a foot, a joint or the tip-top wants by duty is computed, not kept; only what the builder
settles otherwise stands here, in a row that bears the wrap's id (``foot:g3:butt``).
Lengths in mm, turns as counted, angles in clock degrees seen from butt to tip.
"""

from functools import lru_cache
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, StringConstraints, model_validator

from wise_spool.core.document.rows import Row, RowId, numbered
from wise_spool.core.ground.fields import ClockDeg, Name, StationMm, Words
from wise_spool.core.ground.frozen import ONE_VALUE, Frozen

ThreadSize = Literal["A", "B", "D"]
ThreadKind = Literal["plain", "colour_fast", "metallic"]
FreeKind = Literal["free", "splint", "frame"]
End = Literal["butt", "tip"]
Colour = Annotated[str, StringConstraints(pattern=r"^#[0-9a-f]{6}$")]
ThreadMm = Annotated[float, Field(ge=0.03, le=1.2)]
BeyondMm = Annotated[float, Field(ge=-80, le=300)]
Turns = Annotated[int, Field(ge=1, le=400)]


class Count(Row):
    """Turns counted over a length of thread that lies tight."""

    turns: Annotated[int, Field(ge=2, le=1000)]
    over_mm: Annotated[float, Field(gt=0.3, le=500)]

    @model_validator(mode="after")
    def _is_thread(self) -> "Count":
        if not 0.03 <= self.over_mm / self.turns <= 1.2:
            raise ValueError("a turn of thread covers between 0.03 and 1.2 mm")
        return self


WrapTool = Literal["hand bobbin", "hand wrapper", "powered wrapper"]


class Thread(Row):
    """A thread of this rod. ``diameter_mm`` is what was measured, by its size when None; ``wet`` is its
    colour under finish as a test wrap showed it, which beats the model; ``spool_m`` is what is left on the spool."""

    name: Name
    size: ThreadSize = "A"
    kind: ThreadKind = "plain"
    colour: Colour = "#a33a46"
    diameter_mm: ThreadMm | None = None
    counts: Annotated[tuple[Count, ...], Field(max_length=8), AfterValidator(numbered("n"))] = ()
    wet: Colour | None = None
    spool_m: Annotated[float, Field(gt=0, le=20_000)] | None = None


class Underwrap(Frozen):
    """A first layer under a wrap, showing ``beyond_mm`` at either end."""

    model_config = ONE_VALUE

    thread: Words = ""
    beyond_mm: Annotated[float, Field(ge=0, le=60)] = 2.0


class TrimBand(Row):
    """A trim band of a few turns against one end of a wrap."""

    end: End = "butt"
    turns: Turns = 6
    thread: Words = ""


class Inlay(Row):
    """A second colour carried for a few turns, ``after`` so many turns from the wrap's start."""

    after: Turns = 20
    turns: Turns = 4
    thread: Words = ""


class Wrap(Row):
    """What the builder settles of one wrap; None leaves it to duty. ``kind`` and its two stations make a free
    one; otherwise the ends lie so far beyond what the wrap holds. So many ``turns``, where they are said, set the end
    it begins at."""

    kind: FreeKind | None = None
    name: Words = ""
    from_mm: StationMm | None = None
    to_mm: StationMm | None = None
    beyond_butt_mm: BeyondMm | None = None
    beyond_tip_mm: BeyondMm | None = None
    turns: Annotated[int, Field(ge=1, le=4000)] | None = None
    thread: Words = ""
    layers: Annotated[int, Field(ge=1, le=3)] | None = None
    under: Underwrap | None = None
    bands: Annotated[tuple[TrimBand, ...], Field(max_length=8), AfterValidator(numbered("b"))] = ()
    inlays: Annotated[tuple[Inlay, ...], Field(max_length=12), AfterValidator(numbered("i"))] = ()
    preserver: bool = False
    starts: End | None = None
    lock_turns: Annotated[int, Field(ge=0, le=30)] | None = None
    left_out: bool = False

    @model_validator(mode="after")
    def _free_has_ends(self) -> "Wrap":
        if self.kind is not None and (self.from_mm is None or self.to_mm is None):
            raise ValueError("a wrap of its own needs both its ends")
        if self.from_mm is not None and self.to_mm is not None and self.to_mm <= self.from_mm:
            raise ValueError("a wrap ends further up than it starts")
        return self


class Pass(Row):
    """Threads of one colour laid side by side, one after another, on every line of a crosswrap."""

    thread: Words = ""
    threads: Annotated[int, Field(ge=1, le=400)] = 1


FigureKind = Literal["crosswrap", "spiral", "divided"]


class Decoration(Row):
    """A figure between two stations: a crosswrap of ``lines`` with so many crossings on each, an open spiral
    of ``turns``, or a strip that divides the round into ``lines`` equal parts."""

    kind: FigureKind = "crosswrap"
    name: Words = ""
    pattern: Words = ""
    from_mm: StationMm
    to_mm: StationMm
    crossings: Annotated[int, Field(ge=1, le=80)] = 6
    lines: Annotated[int, Field(ge=1, le=24)] = 2
    turns: Annotated[float, Field(gt=0, le=200)] = 8.0
    clock_deg: ClockDeg = 0.0
    under: Words = ""
    passes: Annotated[tuple[Pass, ...], Field(max_length=80), AfterValidator(numbered("s"))] = ()

    @model_validator(mode="after")
    def _runs_forward(self) -> "Decoration":
        if self.to_mm <= self.from_mm:
            raise ValueError("a figure ends further up than it starts")
        if self.kind == "crosswrap" and self.lines not in (2, 4, 6):
            raise ValueError("a crosswrap has 2, 4 or 6 lines round the blank")
        return self


LabelKind = Literal["film", "transfer", "rub_on", "pen", "paint"]
FontName = Literal["text", "text-bold", "figures", "figures-bold"]


class Label(Row):
    """Lettering on the blank. ``from_mm`` is its end nearest the butt; ``clock_deg`` its middle. ``art`` is a drawing of
    the builder's own (SVG), ``art_mm`` how long it is on the rod; it stands in place of the text. ``after_coat`` is the coat it goes on over; 0 is
    before the first."""

    text: Annotated[str, StringConstraints(max_length=240)] = ""
    font: FontName = "text-bold"
    letter_mm: Annotated[float, Field(ge=0.8, le=20)] = 2.6
    from_mm: StationMm
    clock_deg: ClockDeg = 180.0
    reads: Literal["in_hand", "onlooker"] = "in_hand"
    hand: Literal["right", "left"] = "right"
    kind: LabelKind = "film"
    rough: bool = False
    after_coat: Annotated[int, Field(ge=0, le=12)] = 0
    frame: bool = False
    copies: Annotated[int, Field(ge=1, le=40)] = 1
    art: Annotated[str, StringConstraints(max_length=200_000)] = ""
    art_mm: Annotated[float, Field(gt=0, le=600)] = 60.0


class WrapsWished(Frozen):
    """Thread, figures and labels, and what the thread is wound on with."""

    tool: WrapTool = "hand wrapper"
    threads: Annotated[tuple[Thread, ...], Field(max_length=40), AfterValidator(numbered("t"))] = ()
    wraps: Annotated[tuple[Wrap, ...], Field(max_length=200), AfterValidator(numbered("w"))] = ()
    decoration: Annotated[tuple[Decoration, ...], Field(max_length=8), AfterValidator(numbered("d"))] = ()  # fmt: skip
    labels: Annotated[tuple[Label, ...], Field(max_length=12), AfterValidator(numbered("l"))] = ()


@lru_cache(maxsize=500)
def thread_id(name: str) -> RowId:
    """A colour's name as the id of its thread's row: ``beacon red`` is ``beacon-red``.

    >>> thread_id("Beacon red")
    'beacon-red'
    """
    kept = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.strip().lower())
    return kept.strip("-")[:60]
