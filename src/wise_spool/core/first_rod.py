"""A first rod on a pretend blank: what to do next, what its slip reads, and what came of it.

A slip lies with the blank: length, diameters, where it came to rest, the supplier's chart. Whoever types it in has a
whole sheet at the end and has seen every step between. Which step is next is read off the rod, not ticked.
Method page: ``docs/methods/first-rod.md``.
"""

from collections.abc import Callable
from dataclasses import dataclass

from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.measures import MM_PER_INCH, MarkingRule, format_diameter, format_length
from wise_spool.core.rod import Rod

LENGTH_MM = 84 * MM_PER_INCH
TAPER_MM = tuple((s * MM_PER_INCH, od * MM_PER_INCH) for s, od in ((0, 0.512), (12, 0.450), (24, 0.392), (48, 0.268), (84, 0.087)))  # fmt: skip
RESTS_DEG = (35, 39, 36)
CHART_MM = tuple((ring, at * MM_PER_INCH) for ring, at in ((6, 4), (6, 8.5), (6, 13.625), (6, 19.5), (8, 26.25), (12, 34.25), (20, 44)))  # fmt: skip
"""Made up: a light two-handed spinning blank, as its gauge, its hands and its seller would have it."""


class FirstStep(Frozen):
    """One step of the first rod. ``slip`` are the lines to type or paste; ``came`` is what followed, once ``done``."""

    stage: StageName
    job: str
    does: str
    says: str
    slip: tuple[str, ...]
    done: bool
    came: str


@dataclass(frozen=True)
class _Step:
    stage: StageName
    job: str
    does: str
    says: str
    slip: Callable[[MarkingRule], tuple[str, ...]]
    came: Callable[[Rod], str]
    """What followed; empty while the step is not done."""


def first_rod(rod: Rod) -> tuple[FirstStep, ...]:
    """The steps; the handle before the spine, so that the first bore comes soon. None on a rod that is not the pretend
    one."""
    if not rod.build.pretend:
        return ()
    said = [(step, step.came(rod)) for step in STEPS]
    return tuple(
        FirstStep(
            stage=s.stage, job=s.job, does=s.does, says=s.says, slip=s.slip(rod.build.rule),
            done=bool(came), came=came,
        )
        for s, came in said
    )  # fmt: skip


def _taper(rule: MarkingRule) -> tuple[str, ...]:
    readings = (f"{format_length(s, rule)}: {format_diameter(od, rule)}" for s, od in TAPER_MM)
    return (f"length {format_length(LENGTH_MM, rule)}", *readings)


def _chart(rule: MarkingRule) -> tuple[str, ...]:
    rows = (f"{ring}\t{format_length(at, rule, unit=False)}" for ring, at in CHART_MM)
    return ("ring\tfrom tip", *rows)


def _measured(rod: Rod) -> str:
    length, stations = rod.blank.length_mm, [r.station_mm for r in rod.build.blank.readings]
    if length is None or len(stations) < len(TAPER_MM) or max(stations) < 0.95 * length:
        return ""
    return "Its diameter is known anywhere between the marks, and how well."


def _rolled(rod: Rod) -> str:
    line = rod.spine.line_deg
    if line is None or len(rod.build.spine.trials) < 3:
        return ""
    return f"It rests at {line:.0f}°: there the pencil line goes, and the guides by it."


def _handled(rod: Rod) -> str:
    wanted = next((p for p in rod.handle.parts if p.butt_face.wanted_mm), None)
    if wanted is None or wanted.butt_face.wanted_mm is None:
        return ""
    bore = format_diameter(wanted.butt_face.wanted_mm, rod.build.rule)
    return f"The {wanted.name} wants a bore of {bore}: its place on the taper says so."


def _guided(rod: Rod) -> str:
    placed = [g for g in rod.guides.placed if g.marked_mm is not None]
    if len(placed) < 5:
        return ""
    return f"{len(placed)} guides have their marks; wraps and coats follow from them by themselves."


STEPS = (
    _Step("blank", "taper", "Measure the blank",
          "A tape along it, a caliper across it. Type the length, then each reading of the slip: station, Enter, diameter, Enter.",
          _taper, _measured),
    _Step("handle", "stack", "Put a handle on it",
          "Take the kit that is offered first. What every part must be bored to follows from where it lies.",
          lambda _: (), _handled),
    _Step("spine", "roll", "Roll it to its rest",
          "Loaded and let go, a blank rolls to the same rest again and again. Three times it stopped as the slip says: enter each.",
          lambda _: tuple(f"{d}°" for d in RESTS_DEG), _rolled),
    _Step("guides", "train", "Hang the guides",
          "Copy the seller’s chart and paste it under the train; its distances are from the tip.",
          _chart, _guided),
)  # fmt: skip
