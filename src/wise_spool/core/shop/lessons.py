"""What one entry of the log teaches: which quantity it is of, and what was seen of it.

A quantity is always seen apart from what was learned of it before: tape by the thickness it is sold by, a
bore by the reamer's own size, a coat by its bare film. So a plan that follows what was learned does not
unteach it. Method page: ``docs/methods/learning.md``.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from wise_spool.core.document.bench import Gauged, Timed, Worked
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.parts import DryFit
from wise_spool.core.document.product import seen_name
from wise_spool.core.ground.habits import HABITS
from wise_spool.core.ground.warmth import SEEN_AT_C, slower
from wise_spool.core.repairs.planning import REPAIR_WORDS
from wise_spool.core.wraps.thread import WAYS

SORTS = (
    "series", "tape", "bore", "try", "minutes", "hands", "mend", "wraps", "thread", "sighting", "squeeze_out", "coat", "timed",
)  # fmt: skip
"""The sorts of quantities, in the order of the trade."""
MINUTES_SPREAD = 0.35
TIMES_SPREAD = 0.15
TAPE_SPREAD = 0.1
VOLUME_SPREAD = 0.3
SERIES_SPREAD = 0.2
BORE_SPREAD_MM = 0.05
"""How far builders, tools and products scatter by themselves, of logarithms or mm. From habit."""
CLEAR_MM = 0.15
"""A try that was to stop by less than this of diameter may come home, and then says only "not less": it
would teach one side of the truth, and is left out."""

Shape = Literal["share", "signed", "scatter"]


@dataclass(frozen=True)
class Lesson:
    """A quantity that can be learned; ``habit`` is the number it stands in for, empty where it is only shown."""

    name: str
    about: str
    unit: str
    spread: float
    by_default: float | None
    habit: str
    used_in: str
    shape: Shape = "share"


def taught(e: LogEntry) -> Iterator[tuple[Lesson, float]]:
    """The lessons of one entry, with what was seen."""
    if e.worked is not None:
        yield from _worked(e.worked)
    if e.timed is not None:
        yield _timed(e.timed)
    if e.gauged is not None:
        yield _gauged(e.gauged)
    if e.dry_fit is not None:
        yield from _tried(e.dry_fit, e.by)


def at_25_c(minutes: float, temperature_c: float) -> float:
    """What took so long at that warmth, at 25 °C: twice as fast for every ``doubling_c`` warmer."""
    return float(minutes / slower(SEEN_AT_C, temperature_c))


_MENDS: dict[str, str] = {str(kind): words for kind, words in REPAIR_WORDS.items()}


def _worked(w: Worked) -> Iterator[tuple[Lesson, float]]:
    words = w.kind.replace("_", " ")
    if w.kind == "guides":
        if w.planned and w.tool in WAYS:
            yield (
                Lesson(f"wraps.{w.tool}", f"wraps by {w.tool}: minutes over the plan's", "times", MINUTES_SPREAD, 1.0, f"wrap_share.{w.tool}", "minutes of every such wrap, the card and the schedule"),
                w.minutes / w.planned,
            )  # fmt: skip
        return
    if w.kind == "mend" and w.planned and w.tool in _MENDS:
        yield (
            Lesson(f"mend.{w.tool}", f"{_MENDS[w.tool]}: minutes over the plan's", "times", MINUTES_SPREAD, 1.0, f"mend_share.{w.tool}", "minutes of every step of such a repair, its card, its price and the schedule"),
            w.minutes / w.planned,
        )  # fmt: skip
        return
    if w.kind in HABITS.hands_share and w.planned:
        yield (
            Lesson(f"hands.{w.kind}", f"{words}: minutes over the plan's", "times", MINUTES_SPREAD, 1.0, f"hands_share.{w.kind}", "minutes on the card, how many mixes, and the schedule"),
            w.minutes / w.planned,
        )  # fmt: skip
        return
    before = HABITS.operation_min.get(w.kind)
    habit = "" if before is None else f"operation_min.{w.kind}"
    used = "minutes on the card and in the schedule" if habit else "nowhere: the plan works these minutes out"  # fmt: skip
    yield (
        Lesson(f"minutes.{w.kind}", words, "min", MINUTES_SPREAD, before, habit, used),
        w.minutes,
    )


def seen_at_25(product: str, what: str) -> Lesson:
    """A time of a product, at 25 °C."""
    name = seen_name(product, what)
    return Lesson(
        f"timed.{product}.{what}", f"{name} at {SEEN_AT_C:g} °C", "min", TIMES_SPREAD, None, f"product_min.{name}",
        "clocks and waits, where it is the safer of it and the tin",
    )  # fmt: skip


def _timed(t: Timed) -> tuple[Lesson, float]:
    return seen_at_25(t.product, t.what), at_25_c(t.minutes, t.temperature_c)


def _gauged(g: Gauged) -> tuple[Lesson, float]:
    if g.what == "tape":
        lesson = Lesson(f"tape.{g.about}", f"{g.about} tape: a turn adds, over what it is sold by", "times", TAPE_SPREAD, 1.0, f"tape_share.{g.about}", "turns of every arbor and ferrule")  # fmt: skip
    elif g.what == "thread":
        lesson = Lesson(f"thread.{g.about}", f"{g.about} thread: a turn covers", "mm", TAPE_SPREAD, None, f"thread_pitch_mm.{g.about}", "turns and metres of every wrap, where no count stands on the rod")  # fmt: skip
    elif g.what == "squeeze_out":
        lesson = Lesson("squeeze_out.", "adhesive over the gaps' own volume", "times", VOLUME_SPREAD, HABITS.squeeze_out, "squeeze_out", "mL of every mix")  # fmt: skip
    elif g.what == "coat":
        lesson = Lesson(f"coat.{g.about}", f"{g.about}: a coat takes, over film, tunnels and loss", "times", VOLUME_SPREAD, 1.0, f"coat_share.{g.about}", "mL of every coat")  # fmt: skip
    elif g.what == "series":
        lesson = Lesson(f"series.{g.about}", f"{g.about}: power over its label", "times", SERIES_SPREAD, 1.0, f"series_power.{g.about}", "power of such a blank while no weight was hung")  # fmt: skip
    else:
        lesson = Lesson("sighting.", "one look along the guides is off by", "°", 0.0, HABITS.line_up_off_deg, "line_up_off_deg", "what twist is to be reckoned with", "scatter")  # fmt: skip
    return lesson, g.said if g.what == "sighting" else g.came_to


def _tried(fit: DryFit, by: str) -> Iterator[tuple[Lesson, float]]:
    """What a try that was to stop well short says: the bore is wider by what it came further. After a reamer it
    speaks of the reamer, else of whoever measured."""
    r = fit.reckoned
    if r is None or r.short_mm * r.falls < CLEAR_MM:
        return
    wider = (r.short_mm - fit.short_mm) * r.falls
    if r.tool:
        lesson = Lesson(f"bore.{r.tool}", f"{r.tool}: its bore is wider than it is by", "mm", BORE_SPREAD_MM, 0.0, f"reamer_leaves_mm.{r.tool}", "how deep it goes, and where a try stops", "signed")  # fmt: skip
        yield lesson, wider + r.leaves_mm
        return
    who = by or "the bench"
    lesson = Lesson(f"try.{who}", f"tries by {who}: a bore is wider than measured by", "mm", BORE_SPREAD_MM, 0.0, "", "only shown: it is the caliper, the hand or the blank", "signed")  # fmt: skip
    yield lesson, wider
