"""Figures to start from, our own: named here, drawn from the invented thread rack."""

from wise_spool.core.document.wraps import Decoration, Pass
from wise_spool.core.ground.frozen import Frozen


class Pattern(Frozen):
    """A figure to start from; its place on the blank is the builder's."""

    name: str
    says: str
    figure: Decoration


def _cross(name: str, says: str, lines: int, crossings: int, *runs: tuple[str, int]) -> Pattern:
    passes = tuple(Pass(id=f"s{n}", thread=t, threads=k) for n, (t, k) in enumerate(runs, start=1))
    figure = Decoration(id="fresh", pattern=name, from_mm=0, to_mm=90, lines=lines, crossings=crossings, passes=passes)  # fmt: skip
    return Pattern(name=name, says=says, figure=figure)


def _spiral(name: str, says: str, turns: float, thread: str) -> Pattern:
    figure = Decoration(id="fresh", kind="spiral", pattern=name, from_mm=0, to_mm=120, lines=2, turns=turns, passes=(Pass(id="s1", thread=thread),))  # fmt: skip
    return Pattern(name=name, says=says, figure=figure)


PATTERNS: tuple[Pattern, ...] = (
    _cross(
        "Harbour light", "one bright heart in a dark field", 2, 4, ("amber", 2), ("tar black", 6)
    ),
    _cross("Two tides", "two colours of equal weight", 2, 5, ("deep blue", 4), ("frost", 4)),
    _cross("Net mender", "thin meshes on four lines", 4, 8, ("slate", 1), ("frost", 1)),
    _cross("Ember row", "from glow to ash", 2, 5, ("rowan", 2), ("garnet", 3), ("slate", 3)),
    _cross("Sandbar", "pale bank, two waters", 2, 4, ("amber", 3), ("frost", 2), ("spruce", 4)),
    _cross("First ice", "a thin blue seam in white", 2, 6, ("deep blue", 1), ("frost", 5)),
    _cross("Reed bed", "close greens on four lines", 4, 6, ("birch leaf", 2), ("spruce", 2)),
    _cross("Night buoy", "red in black, far apart", 2, 3, ("beacon red", 2), ("tar black", 8)),
    _cross("Roe", "small warm diamonds on six lines", 6, 9, ("rowan", 1), ("amber", 1)),
    _cross(
        "Keel line",
        "one dark thread each side of a light heart",
        2,
        4,
        ("frost", 3),
        ("tar black", 1),
        ("garnet", 4),
    ),
    _cross("Jetty boards", "even planks of three", 2, 6, ("slate", 2), ("amber", 2), ("slate", 2)),
    _cross(
        "Char belly", "orange under, dark over", 2, 5, ("rowan", 4), ("frost", 1), ("spruce", 4)
    ),
    _spiral("Mooring line", "one open thread", 9, "frost"),
    _spiral("Lazy current", "one thread, wide turns", 4.5, "deep blue"),
)  # fmt: skip
