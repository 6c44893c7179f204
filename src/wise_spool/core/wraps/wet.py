"""What colour thread has on this blank: dry, under finish, and with preserver.

Wet nylon lets light through to what lies under it. The model mixes thread and ground in linear light by the thread's
translucency (sRGB transfer curve: IEC 61966-2-1; the shares are from memory): a model, and bounded by the two colours it mixes. A
colour picked from a picture of a test wrap beats it. Method page: ``docs/methods/wraps.md``.
"""

from wise_spool.core.document.blank import BlankMaterial
from wise_spool.core.document.wraps import ThreadKind
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.wraps.thread import ThreadUsed

BLANK_COLOUR: dict[BlankMaterial, str] = {
    "carbon": "#33373a",
    "glass": "#b9a25c",
    "composite": "#5a5648",
}
"""What a blank looks like that nobody has said the colour of. From memory."""
THIN_MM = 0.15
"""Translucency is told for thread as thin as this; thicker lets less through."""


class WetColour(Frozen):
    """A thread over a ground: dry, wet, wet with preserver. ``measured`` when ``wet`` was picked from a test wrap."""

    thread: str
    over: str
    ground: str
    dry: str
    wet: str
    preserved: str
    measured: bool


def linear(colour: str) -> tuple[float, float, float]:
    """The linear light of an sRGB colour, each 0 to 1."""

    def one(v: float) -> float:
        return v / 12.92 if v <= 0.04045 else ((v + 0.055) / 1.055) ** 2.4

    r, g, b = (one(int(colour[i : i + 2], 16) / 255) for i in (1, 3, 5))
    return r, g, b


def srgb(light: tuple[float, float, float]) -> str:
    """Linear light as an sRGB colour. The other way round from :func:`linear`.

    >>> srgb(linear("#a33a46"))
    '#a33a46'
    """

    def one(v: float) -> int:
        v = min(max(v, 0.0), 1.0)
        return round(255 * (12.92 * v if v <= 0.0031308 else 1.055 * v ** (1 / 2.4) - 0.055))

    r, g, b = light
    return f"#{one(r):02x}{one(g):02x}{one(b):02x}"


def lets_through(kind: ThreadKind, diameter_mm: float, *, preserver: bool) -> float:
    """Share of the ground that shows through wet thread; less the thicker it is."""
    share = habits().wet_share[kind]
    if preserver:
        share = min(share, habits().wet_share["preserver"])
    return float(share * min(1.0, (THIN_MM / max(diameter_mm, 0.03)) ** 0.5))


def shades(thread: ThreadUsed) -> bool:
    """Whether a wrap keeps a lamp's light from what lies under it: less than ``opaque_under`` of it comes through."""
    return lets_through(thread.kind, thread.diameter_mm, preserver=False) < habits().opaque_under


def wet_colour(thread: ThreadUsed, ground: str, over: str = "blank") -> WetColour:
    """How a thread looks over a ground."""

    def mixed(preserver: bool) -> str:
        t = lets_through(thread.kind, thread.diameter_mm, preserver=preserver)
        pairs = zip(linear(thread.colour), linear(ground), strict=True)
        r, g, b = ((1 - t) * a + t * c for a, c in pairs)
        return srgb((r, g, b))

    return WetColour(
        thread=thread.name, over=over, ground=ground, dry=thread.colour, wet=thread.wet or mixed(False),
        preserved=mixed(True), measured=thread.wet is not None,
    )  # fmt: skip
