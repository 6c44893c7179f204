"""Measure these next: what was never measured, ordered by how far it may move the rod.

Each number that is assumed, guessed or was never read is put to both ends of where it may lie, and the
rod is worked out again. What moves farthest, counted in steps that a builder would notice at the
bench, is worth measuring first. Method page: ``docs/methods/measures.md``.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

import numpy as np

from wise_spool.core.document.assumed import ASSUMABLE, in_play, is_assumed, value_at
from wise_spool.core.document.blank import Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import REAMED
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter, format_length, rule_unit
from wise_spool.core.ground.units import format_weight
from wise_spool.core.handle.stack import part_name
from wise_spool.core.mechanics.elastica import BendError
from wise_spool.core.rod import Rod

NOTICED = 0.5
"""What moves nothing by half a step that is noticed is not asked for."""


class MeasureNext(Frozen):
    """One thing to measure: what it moves, how far, and how it is measured. ``field`` is where it is
    typed; ``steps`` how many times what would be noticed, nothing when it cannot be told."""

    field: str
    words: str
    moves: str
    how: str
    steps: float | None


@dataclass(frozen=True)
class _Doubt:
    """A number and both ends of where it may lie, as changes to the rod."""

    field: str
    words: str
    how: str
    ends: tuple[Build, ...]


@dataclass(frozen=True)
class _Outcome:
    """One figure of the finished rod: what to call it, its value, and the step that is noticed."""

    words: str
    value: float
    step: float
    said: Callable[[float], str]


def measure_next(rod: Rod) -> tuple[MeasureNext, ...]:
    """What to measure next, what matters most first. Never raises for a valid document."""
    build = rod.build
    asked = [*_never_read(build)]
    before = _outcomes(rod)
    for doubt in _doubts(rod):
        best: tuple[float, str] | None = None
        ends = [_outcomes(Rod.of(end, rod.shop_habits)) for end in doubt.ends]
        for key, figure in before.items():
            values = [e[key].value for e in ends if key in e] + [figure.value]
            moved = max(values) - min(values)
            if best is None or moved / figure.step > best[0]:
                best = (moved / figure.step, f"{figure.words} by {figure.said(moved)}")
        if best is not None and best[0] >= NOTICED:
            asked.append(
                MeasureNext(
                    field=doubt.field, words=doubt.words, moves=best[1], how=doubt.how, steps=round(best[0], 1)
                )
            )  # fmt: skip
    return tuple(sorted(asked, key=lambda a: (a.steps is not None, -(a.steps or 0.0))))


def _never_read(build: Build) -> Iterator[MeasureNext]:
    """What nothing can be said without."""
    if build.blank.bare_mm is None:
        yield MeasureNext(field="blank.length_mm", words="the bare blank’s length", moves="everything", how="Tape along it, butt to bare tip.", steps=None)  # fmt: skip
    if len(build.blank.readings) < 2:
        yield MeasureNext(field="blank.readings", words="the blank’s diameter at butt and tip", moves="every bore, band and tip-top", how="Caliper, the mean of two readings a quarter turn apart.", steps=None)  # fmt: skip
    for part in build.handle.parts:
        if part.bore_butt_mm is None and part.kind in REAMED and not part.on_rod:
            yield MeasureNext(field=f"handle.parts.{part.id}.bore_butt_mm", words=f"the bore of the {part_name(part)}", moves="whether it slides to its mark", how="Caliper’s inside jaws at each face.", steps=None)  # fmt: skip
        path = f"handle.parts.{part.id}.seat.bore_mm"
        if part.seat is not None and is_assumed(build, path) and in_play(build, path):
            yield MeasureNext(
                field=path, words=f"the bore of the {part_name(part)}",
                moves="every band of its arbor", how="Caliper’s inside jaws, behind the lip.", steps=None,
            )  # fmt: skip


def _doubts(rod: Rod) -> Iterator[_Doubt]:
    """Every number nobody measured, put to both ends of where it may lie."""
    build = rod.build
    for path, (off, how) in ASSUMED_OFF.items():
        if is_assumed(build, path) and in_play(build, path):
            value = value_at(build, path)
            low = max(value - off, value * 0.2)
            yield _Doubt(path, ASSUMABLE[path], how, (_with(build, path, low), _with(build, path, value + off)))  # fmt: skip
    if build.guides.reel.guessed and not is_assumed(build, "guides.reel.lip_ahead_mm"):
        lip = build.guides.reel.lip_ahead_mm
        ends = (_with(build, "guides.reel.lip_ahead_mm", max(lip - 15, 0.0)), _with(build, "guides.reel.lip_ahead_mm", lip + 15))  # fmt: skip
        yield _Doubt("guides.reel.lip_ahead_mm", "the spool lip, with the reel on", "Reel mounted, spool wound fully forward.", ends)  # fmt: skip
    yield from _ring_heights(build)
    yield from _guessed_weights(rod)
    yield from _between_readings(rod)


ASSUMED_OFF: dict[str, tuple[float, str]] = {
    "handle.arbors.tape_thickness_mm": (0.03, "Wind ten turns on something round; measure before and after."),
    "handle.stock.kerf_mm": (1.0, "Saw a scrap through and measure what is missing."),
    "handle.stock.side_mm": (3.0, "Rule across the stock."),
    "handle.glue_temperature_c": (5.0, "Thermometer at the bench, on the day."),
    "guides.reel.lip_ahead_mm": (15.0, "Reel mounted, spool wound fully forward."),
    "guides.reel.height_mm": (8.0, "Reel mounted: from the blank up to the spool’s axis."),
    "guides.reel.tilt_deg": (1.0, "Lay a straight edge along the spool’s axis."),
    "guides.tip_top.ring_ahead_mm": (3.0, "Tip-top pushed on dry: bare tip to the middle of its ring."),
    "finish.temperature_c": (5.0, "Thermometer where it will turn, on the day."),
}  # fmt: skip
"""How far an assumed number may lie off, from habit, and how it is measured."""


HEIGHT_OFF_SHARE = 0.12
"""How far a ring's assumed height may lie off, a share of it, from habit: frames of one ring differ."""


def _ring_heights(build: Build) -> Iterator[_Doubt]:
    """The heights of all rings still on the drawer's frames, at once: one caliper, one sitting."""
    paths = {g.id: f"guides.train.{g.id}.height_mm" for g in build.guides.train}
    taken = {g: p for g, p in paths.items() if is_assumed(build, p) and in_play(build, p)}
    if not taken:
        return

    def at(share: float) -> Build:
        train = tuple(
            g.model_copy(update={"height_mm": g.height_mm * share}) if g.id in taken else g
            for g in build.guides.train
        )
        return build.model_copy(update={"guides": build.guides.model_copy(update={"train": train})})

    ends = (at(1 - HEIGHT_OFF_SHARE), at(1 + HEIGHT_OFF_SHARE))
    yield _Doubt(next(iter(taken.values())), ASSUMABLE["guides.train.*.height_mm"], "Caliper, from the blank to the middle of the ring.", ends)  # fmt: skip


def _guessed_weights(rod: Rod) -> Iterator[_Doubt]:
    """The blank, the reel and the heaviest part that nobody put on a scale."""
    build, balance = rod.build, rod.balance
    if balance is None or "handle" in build.done:
        return  # what is glued together is not weighed apart
    off = habits().guess_off
    by_name = {line.what: line for line in balance.lines if not line.weighed}
    if (line := by_name.get("blank")) is not None:
        yield _Doubt("blank.mass_g", "the bare blank’s weight", "Kitchen scale, before anything is on it.", tuple(_with(build, "blank.mass_g", line.mass_g * k) for k in (1 - off, 1 + off)))  # fmt: skip
    if (line := by_name.get("reel")) is not None:
        yield _Doubt("guides.reel.mass_g", "the reel’s weight", "Kitchen scale, with its line on.", tuple(_with(build, "guides.reel.mass_g", line.mass_g * k) for k in (0.75, 1.25)))  # fmt: skip
    parts = [p for p in build.handle.parts if p.mass_g is None and part_name(p) in by_name]
    if parts:
        part = max(parts, key=lambda p: by_name[part_name(p)].mass_g)
        mass = by_name[part_name(part)].mass_g
        ends = tuple(_with_part(build, part.id, mass_g=mass * k) for k in (1 - off, 1 + off))
        yield _Doubt(f"handle.parts.{part.id}.mass_g", f"the weight of the {part_name(part)}", "Kitchen scale.", ends)  # fmt: skip


def _between_readings(rod: Rod) -> Iterator[_Doubt]:
    """The station under the handle where the blank's own diameter is least sure."""
    build, work = rod.build, rod.work_blank
    if work.taper is None or not rod.handle.parts or "handle" in build.done:
        return
    if rod.handle.front_mm <= 0:
        return

    ahead = np.linspace(0.0, min(rod.handle.front_mm, work.taper.length_mm), 41)
    band = work.taper.band_mm(ahead)
    k = int(band.argmax())
    at, off = float(ahead[k]), float(band[k])
    if off <= 0.1:
        return
    od = float(work.taper.od_mm(ahead[k : k + 1])[0])
    station = at + work.cut_mm

    def read(value: float) -> Build:
        more = Reading(
            id="measure-next",
            station_mm=round(min(station, 6000.0), 1),
            od_mm=min(max(value, 0.3), 60.0),
        )
        kept = (*build.blank.readings, more)
        return build.model_copy(update={"blank": build.blank.model_copy(update={"readings": kept})})

    yield _Doubt("blank.readings", f"the blank at {format_length(station, build.rule)} from the butt", "Caliper, the mean of two readings a quarter turn apart.", (read(od - off), read(od + off)))  # fmt: skip


def _outcomes(rod: Rod) -> dict[str, _Outcome]:
    """The figures a builder works by; those that cannot be worked out are left out."""
    build = rod.build
    out: dict[str, _Outcome] = {}

    def across(mm: float) -> str:
        return format_diameter(mm, build.rule)

    def along(mm: float) -> str:
        return format_length(mm, "in/32" if rule_unit(build.rule) == "in" else "mm/0.5")

    for part in rod.handle.parts:
        for face, what in ((part.butt_face, "butt"), (part.tip_face, "tip")):
            if face.wanted_mm is not None and part.kind != "reel_seat":
                out[f"bore.{part.id}.{what}"] = _Outcome(f"the bore wanted at the {what} face of the {part.name}", face.wanted_mm, 0.1, across)  # fmt: skip
    for arbor in rod.handle.arbors:
        for n, band in enumerate(arbor.bands, start=1):
            thick = float(band.turns or 0)
            out[f"band.{arbor.seat_id}.{n}"] = _Outcome(f"the turns of band {n} in the seat", thick, 1.0, lambda t: f"{t:.0f}")  # fmt: skip
    for n, guide in enumerate(rod.guides.placed, start=1):
        if guide.marked_mm is not None:
            out[f"guide.{guide.id}"] = _Outcome(
                f"the mark of guide {n}", guide.marked_mm, 2.0, along
            )
    if rod.balance is not None:
        case = rod.balance.cases[0]
        out["balance"] = _Outcome("where it balances with its reel", case.balance_with_reel_mm, 10.0, along)  # fmt: skip
        out["weight"] = _Outcome("its weight without the reel", case.rod_g, 5.0, format_weight)
    for n, mix in enumerate(rod.work.glue_up.mixes, start=1):
        out[f"pot.{n}"] = _Outcome(f"the working time of mix {n}", mix.pot_life_min, 3.0, lambda m: f"{m:.0f} min")  # fmt: skip
    out["left"] = _Outcome("what is left of the stock", sum(s.left_mm for s in rod.handle.turning.cut_list.sticks), 5.0, along)  # fmt: skip
    for n, at in _reel_side(rod).items():
        out[f"path.{n}"] = _Outcome(f"where the path from the spool puts ring {n}", at, 5.0, along)
    if rod.finish.coats and (
        clocks := [c for c in rod.finish.coats[0].clocks if c.name == "rotate"]
    ):
        out["turn"] = _Outcome("how long the first coat turns", clocks[0].minutes, 30.0, lambda m: f"{m:.0f} min")  # fmt: skip
    return out


def _reel_side(rod: Rod) -> dict[int, float]:
    if rod.design.brief.rod_type != "spinning":
        return {}  # nothing comes off a fixed spool
    try:
        return {n: s.from_lip_mm for n, s in enumerate(rod.reel_side.spots, start=1)}
    except BendError:
        return {}


def _with(build: Build, path: str, value: float) -> Build:
    """The build with one number otherwise."""
    first, _, rest = path.partition(".")
    return build.model_copy(update={first: _inside(getattr(build, first), rest, value)})


def _inside(model: Any, path: str, value: float) -> Any:
    first, _, rest = path.partition(".")
    inner = _inside(getattr(model, first), rest, value) if rest else value
    return model.model_copy(update={first: inner})


def _with_part(build: Build, part_id: str, **values: float) -> Build:
    parts = tuple(p.model_copy(update=values) if p.id == part_id else p for p in build.handle.parts)
    return build.model_copy(update={"handle": build.handle.model_copy(update={"parts": parts})})
