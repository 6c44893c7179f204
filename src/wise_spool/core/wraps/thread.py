"""Thread: how thick, what a turn of it covers, what colour it is.

A count over a length beats the table of sizes; what earlier rods counted comes between the two.
Method page: ``docs/methods/wraps.md``.
"""

import colorsys
import math
from collections.abc import Iterable, Mapping, Sequence
from typing import Literal, get_args

from wise_spool.core.document.build import Build
from wise_spool.core.document.wraps import (
    Count,
    Thread,
    ThreadKind,
    ThreadSize,
    WrapTool,
    thread_id,
)
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

RACK: Mapping[str, str] = {
    "garnet": "#a33a46", "spruce": "#3f8a5f", "rowan": "#d9612f", "beacon red": "#d63b2f", "birch leaf": "#a9b944",
    "deep blue": "#3d6fb5", "tar black": "#3b3f42", "frost": "#dfe3df", "amber": "#c8912e", "slate": "#6d7780", "pewter": "#9aa0a6",
}  # fmt: skip
"""Colours of our own thread rack; any other name gets a steady colour of its own."""

PitchFrom = Literal["counted", "learned", "measured", "size"]


class ThreadUsed(Frozen):
    """A thread as the plan reckons with it. ``pitch_mm`` is what a turn covers, ``spread_mm`` how far single counts lie
    apart (None under two counts), ``pitch_from`` where it is from."""

    id: str
    name: str
    size: ThreadSize
    kind: ThreadKind
    colour: str
    diameter_mm: float
    pitch_mm: float
    spread_mm: float | None
    pitch_from: PitchFrom
    wet: str | None
    spool_m: float | None


def colour_of(name: str) -> str:
    """The rack's colour of that name, else a steady one of its own.

    >>> colour_of("garnet")
    '#a33a46'
    """
    known = RACK.get(name.strip().lower())
    if known is not None:
        return known
    hue = 0
    for c in name:
        hue = (hue * 31 + ord(c)) % 360
    rgb = colorsys.hls_to_rgb(hue / 360, 0.52, 0.45)
    return "#" + "".join(f"{round(255 * v):02x}" for v in rgb)


def pitch_counted(counts: Sequence[Count]) -> tuple[float, float | None]:
    """What a turn covers, mm, over all counts together, and the standard deviation of the single counts about it
    (None for one). A count of more turns weighs more.

    >>> pitch_counted((Count(id="a", turns=20, over_mm=3.1), Count(id="b", turns=40, over_mm=6.2)))
    (0.155, 0.0)
    """
    turns = sum(c.turns for c in counts)
    pitch = sum(c.over_mm for c in counts) / turns
    if len(counts) < 2:
        return pitch, None
    off = sum(c.turns * (c.over_mm / c.turns - pitch) ** 2 for c in counts) / turns
    return pitch, round(math.sqrt(off * len(counts) / (len(counts) - 1)), 4)


def used(thread: Thread) -> ThreadUsed:
    """The thread with its thickness and pitch, from the best that is known."""
    by_size = habits().thread_mm[thread.size]
    learned = habits().thread_pitch_mm.get(thread.name)
    measured = thread.diameter_mm
    diameter = by_size if measured is None else measured
    pitch, spread, origin = diameter, None, "size" if measured is None else "measured"
    if thread.counts:
        pitch, spread = pitch_counted(thread.counts)
        origin = "counted"
    elif learned is not None and measured is None:
        pitch, origin = learned, "learned"
    return ThreadUsed(
        id=thread.id, name=thread.name, size=thread.size, kind=thread.kind, colour=thread.colour, diameter_mm=round(diameter, 4),
        pitch_mm=round(pitch, 5), spread_mm=spread, pitch_from=origin, wet=thread.wet, spool_m=thread.spool_m,
    )  # fmt: skip


LONGEST_NAME = 80
"""Of a thread; a wrap may say more."""


class Threads:
    """Every thread that the rod names, by its name; one that is only named is plain nylon A of its colour."""

    def __init__(self, listed: Iterable[Thread]) -> None:
        self._by_name = {thread_id(t.name): used(t) for t in listed}

    def of(self, name: str) -> ThreadUsed:
        """The thread of that name."""
        key = thread_id(name)
        if key not in self._by_name:
            plain = Thread(id=key, name=name[:LONGEST_NAME] or "thread", colour=colour_of(name))
            self._by_name[key] = used(plain)
        return self._by_name[key]

    def all(self) -> tuple[ThreadUsed, ...]:
        """Listed ones first, then those that were only named."""
        return tuple(self._by_name.values())


def wound_with(tool: WrapTool, size: ThreadSize) -> str:
    """A tool and a size of thread, as minutes are told apart by.

    >>> wound_with("hand bobbin", "A")
    'hand bobbin, A'
    """
    return f"{tool}, {size}"


WAYS = frozenset(wound_with(t, s) for t in get_args(WrapTool) for s in get_args(ThreadSize))
"""Every tool with every size."""


def main_thread(build: Build) -> str:
    """The thread that counts where nobody said another: that of the guide nearest the reel."""
    return build.guides.train[-1].thread if build.guides.train else "garnet"
