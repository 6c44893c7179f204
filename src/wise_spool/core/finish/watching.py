"""What to look for at which minute after mixing, and in which order to coat.

By common practice: bubbles while it is thin, drips until it gels, turning until it no longer runs, a finger for set, a nail for
hard. The mix thickens as it stands, so what must level comes first, then the small wraps at the tip, the big feet last, where it
has to fill. Method page: ``docs/methods/finish.md``.
"""

from collections.abc import Mapping, Sequence

from wise_spool.core.document.finish import FinishKind, FinishMethod
from wise_spool.core.finish.areas import CoatedPlace
from wise_spool.core.finish.kinds import ON, SETS_BY
from wise_spool.core.ground.frozen import Frozen


class LookAt(Frozen):
    """Something to look for, minutes after mixing."""

    minute: float
    words: str


class ToCoat(Frozen):
    """A place in the order of coating: from which mix, and at which minute after mixing it the brush comes to it."""

    what: str
    mix: int
    minute: float
    ml: float
    start_mm: float


METHOD_WORDS: Mapping[FinishMethod, str] = {
    "thin_first": "thin first", "flood_and_lift": "flood and lift", "one_coat": "all in one coat",
}  # fmt: skip
METHODS: Mapping[FinishMethod, tuple[str, ...]] = {
    "thin_first": ("Both edges first, then fill in; work the first coat thin into the thread.", "Brush off what gathers underneath; a later coat is about half."),
    "flood_and_lift": ("Flood the wrap while it turns, edges last; let it soak for two or three minutes.", "Stop it, let the drip gather underneath, lift it with a dry brush or a wick; turn on."),
    "one_coat": ("All of it in one coat: edges first, then enough to stand a little proud.", "It sags sooner than two thin ones: watch the underside until it gels."),
}  # fmt: skip


def looks_of(
    kind: FinishKind, clocks: Mapping[str, float], brush_min: float, *, last: bool
) -> tuple[LookAt, ...]:  # fmt: skip
    """What to look for, earliest first."""
    pot, turns, sets = clocks["pot life"], clocks["rotate"], clocks["set"]
    brush_until = max(brush_min, 1.0)
    out: list[tuple[float, str]] = []
    if SETS_BY[kind] == "turning":
        bubbles = min(brush_until + 5, pot)
        out += [
            (0.0, "Mixed: slow strokes until no streak is left, then pour it flat, into a dish."),
            (bubbles, "Bubbles: breathe on them, or a flame passed by; not held there. Lift what gathers underneath."),
            (0.7 * pot, "It begins to pull: no more brushing after this. Look along the edges for gaps."),
            (pot, "It gels in the cup. On the rod: any drip is lifted now, or cut back later."),
            (max(pot, min(2 * pot, turns / 2)), "Round the underside with a light from the side: waves and flats show now; keep it turning."),
            (turns, "It no longer runs: a thread of it stands on the brush handle. Only then does it stop turning."),
        ]  # fmt: skip
    elif SETS_BY[kind] == "lamp":
        out += [(float(5 * k), f"Quarter {k + 1} into the light, about 5 min; then turn it on.") for k in range(4)]  # fmt: skip
        out.append((20.0, "Under feet and opaque thread: still soft? The same again, from both sides."))  # fmt: skip
    else:
        out += [(0.0, ON[kind][0]), (sets, "Dry to the back of a finger; matt all over.")]
    if SETS_BY[kind] != "lamp":
        out.append((sets, "Set: a finger leaves no print."))
    if not last:
        out += [
            (clocks["recoat opens"], "The next coat may go on: look for hairs and drips first."),
            (
                clocks["recoat closes"],
                "The window shuts: after this scuff it before the next coat.",
            ),
        ]
    else:
        out += [
            (clocks["handle"], "It may be handled, with care: no line, no tube yet."),
            (clocks["full cure"], "Hard through: a nail leaves no print. It may be fished."),
        ]
    seen: dict[str, float] = {}
    for minute, words in out:
        seen.setdefault(words, minute)
    return tuple(LookAt(minute=round(m, 1), words=w) for w, m in sorted(seen.items(), key=lambda x: x[1]))  # fmt: skip


def order_to_coat(
    places: Sequence[CoatedPlace], brush_min: float, mixes: int, volume_ml: float
) -> tuple[ToCoat, ...]:
    """Figures and labels, then tip to butt; as many mixes as the brush needs, each begun at its own minute 0."""
    if not places or not mixes:
        return ()
    area = sum(p.area_mm2 for p in places)
    each = brush_min / len(places)
    from_one = brush_min / mixes
    out = []
    for n, p in enumerate(sorted(places, key=lambda p: (not p.figure, -p.start_mm))):
        at = n * each
        mix = min(int(at / from_one + 1e-9), mixes - 1) if from_one > 0 else 0
        out.append(ToCoat(what=p.what, mix=mix + 1, minute=round(at - mix * from_one, 1), ml=round(volume_ml * p.area_mm2 / area, 3) if area else 0.0, start_mm=round(p.start_mm, 1)))  # fmt: skip
    return tuple(out)
