"""Coats: how much to mix, and the clocks from mixing to recoat.

Method page: ``docs/methods/finish.md``.
"""

import math
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Literal, NamedTuple

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.bench import Air, BenchDone
from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import (
    AirAt,
    Finish,
    FinishKind,
    FinishProduct,
    Layer,
)
from wise_spool.core.document.product import Timed
from wise_spool.core.finish.air import dew_point_c
from wise_spool.core.finish.areas import PRESERVED, Surface, surfaces, wraps_in_all
from wise_spool.core.finish.course import Course, Night, night_of, room_since
from wise_spool.core.finish.defects import DefectStanding, standing
from wise_spool.core.finish.kinds import KIND_WORDS, THIN, Said, later_share, said_of
from wise_spool.core.finish.mixing import Mix, RatioPoint, mix_for, ratio_curve
from wise_spool.core.finish.watching import LookAt, ToCoat, looks_of, order_to_coat
from wise_spool.core.finish.witness import BlobTold, told_by
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.wraps.planning import WrapsPlan

ClockName = Literal[
    "pot life", "rotate", "set", "recoat opens", "recoat closes", "handle", "full cure"
]


class Clock(Frozen):
    """Minutes from mixing at the coat's temperature; ``at`` when the coat has been mixed."""

    name: ClockName
    minutes: float
    at: datetime | None


class CoatPlan(Frozen):
    """One coat. ``clocks`` are in a room that stays as warm, but for one that is on: those run over the room as its sensor logged it since
    (``readings`` of them) and as it was expected to go on. ``by_tin`` are as if it had stayed as warm; by ``ran_until``, the
    last reading, ``ran_min`` of those had run. ``over_night`` are over the typed course of the room, for the coat that is
    next; empty without one. ``film_ml`` is what film and the voids beside feet hold, nothing lost; ``brush_min`` is by the hands as
    learned."""

    number: int
    words: str
    product: str
    kind: FinishKind
    laid: bool
    temperature_c: float
    volume_ml: float
    film_ml: float
    brush_min: float
    mixes: tuple[Mix, ...]
    starts_min: float
    starts_at: datetime | None
    dryer: str
    clocks: tuple[Clock, ...]
    over_night: tuple[Clock, ...]
    readings: int
    by_tin: tuple[Clock, ...]
    ran_min: float
    ran_until: datetime | None
    looks: tuple[LookAt, ...]


class AreaPlan(Frozen):
    """An area with coats of its own. ``on`` of them are on, the last at ``last_at``; ``trouble`` is why there are none, ``came_with_ml``
    what was mixed for those it came with."""

    id: str
    name: str
    start_mm: float | None
    end_mm: float | None
    area_mm2: float
    coats: tuple[CoatPlan, ...]
    came_with_ml: float
    on: int
    last_at: datetime | None
    trouble: str


class Span(Frozen):
    """A stretch of rod under coats: how many are on of how many, and when the last was mixed."""

    what: str
    start_mm: float
    end_mm: float
    on: int
    of: int
    last_at: datetime | None


class FinishPlan(Frozen):
    """Coats and the air, over so many ``areas``; ``nothing`` is why there are none, ``came_with_ml`` what lies on the
    wraps of a rod that came coated. ``ready_min`` runs from mixing the first coat to handling.

    A blank that is less than ``dew_margin_c`` (a habit) above the dew point
    ``sweats`` and takes no coat.
    """

    areas: int
    nothing: str
    came_with_ml: float
    coats: tuple[CoatPlan, ...]
    ready_min: float
    dew_point_c: float
    blank_c: float
    dew_margin_c: float
    sweats: bool
    night: Night | None
    areas_own: tuple[AreaPlan, ...]
    spans: tuple[Span, ...]
    order: tuple[ToCoat, ...]
    told: tuple[BlobTold, ...]
    said: tuple[Said, ...]
    curve: tuple[RatioPoint, ...]
    defects: tuple[DefectStanding, ...]
    to_cut_back: int

    @property
    def following(self) -> CoatPlan | None:
        """The coat that goes on next; none when all are on."""
        return _next(self.coats)


def _next(coats: Sequence[CoatPlan]) -> CoatPlan | None:
    return next((c for c in coats if not c.laid), None)


def film_volume_ml(area_mm2: float, film_mm: float) -> float:
    """Volume in mL of an even film.

    >>> round(film_volume_ml(251.3, 0.5), 3)
    0.126
    """
    return area_mm2 * film_mm / 1000


def wished_layers(finish: Finish) -> tuple[Layer, ...]:
    """What goes on the wraps, first to last: what lies under, then the finish itself."""
    top = Layer(id="top", product=finish.product, coats=finish.coats, film_mm=finish.film_first_mm)
    return (*finish.under, top)


class _Laid(NamedTuple):
    mixed_at: datetime
    temperature_c: float
    dryer: str
    room: Course
    readings: int
    ran_min: float
    ran_until: datetime | None


def plan_finish(
    build: Build, wraps: WrapsPlan, work: WorkingBlank, handle: HandlePlan, bench: BenchDone
) -> FinishPlan:
    """Volumes, mixes and clocks of every coat of every area, laid ones over the room as it was."""
    finish, product = build.finish, build.finish.product
    own, *others = surfaces(build, wraps, work, handle)
    course = Course.of(finish.temperature_c, finish.course) if finish.course else None
    laid = [
        _laid(c.mixed_at, c.temperature_c, c.dryer, bench.airs, c.course)
        for c in finish.laid
    ]  # fmt: skip
    coats = _chain(wished_layers(finish), own, finish, laid, course)
    areas = [_area(s, finish, bench.airs) for s in others]
    came_with = _chain(wished_layers(finish), wraps_in_all(build, wraps), finish, laid, course) if build.came_coated else ()  # fmt: skip
    last = coats[-1]
    noted = standing(bench.defects, max(finish.coats_in_all, len(finish.laid)))
    handle_min = next(c.minutes for c in last.clocks if c.name == "handle")
    dew_c = round(dew_point_c(finish.temperature_c, finish.humidity_percent), 2)
    blank_c = finish.temperature_c if finish.blank_c is None else finish.blank_c
    margin_c = habits().dew_margin_c
    following = _next(coats)
    sets = product_of(following, finish) if following else product
    return FinishPlan(
        areas=len(own.places), nothing="" if own.places else own.trouble, came_with_ml=sum(c.volume_ml for c in came_with), coats=coats, ready_min=round(last.starts_min + handle_min, 1),
        dew_point_c=dew_c, blank_c=blank_c, dew_margin_c=margin_c, sweats=blank_c - dew_c < margin_c,
        night=None if course is None else night_of(course, finish.course, finish.humidity_percent, course.ends(sets.minutes("set"), sets.at_c)),
        areas_own=tuple(areas), spans=_spans(own, coats, others, areas),
        order=() if following is None else order_to_coat(own.places, following.brush_min, len(following.mixes), following.volume_ml),
        told=told_by(bench.witnessed), said=said_of(product), curve=ratio_curve(finish), defects=noted, to_cut_back=sum(d.open for d in noted),
    )  # fmt: skip


def product_of(coat: CoatPlan, finish: Finish) -> FinishProduct:
    """The tin that a coat is from."""
    products = [y.product for y in wished_layers(finish) for _ in range(y.coats)]
    return products[min(coat.number, len(products)) - 1]


def _chain(
    layers: Sequence[Layer], surface: Surface, finish: Finish, laid: Sequence[_Laid], course: Course | None
) -> tuple[CoatPlan, ...]:  # fmt: skip
    """Coats of one product after another on one surface, each on the one before it."""
    brush = len(surface.places) * habits().brush_min_per_wrap * habits().hands_share["coat"]
    out: list[CoatPlan] = []
    start, starts_at = 0.0, None
    filled = False
    for y in layers:
        film = film_volume_ml(surface.area_mm2, y.film_mm)
        taken = row_of(habits().coat_share, y.product.name) or 1.0
        for k in range(y.coats):
            n = len(out)
            on = laid[n] if n < len(laid) else None
            temperature = on.temperature_c if on else finish.temperature_c
            if on:
                if out and out[0].starts_at:
                    start = (on.mixed_at - out[0].starts_at).total_seconds() / 60
                starts_at = on.mixed_at
            bare = film if k == 0 else film * later_share(y.product.kind)
            if not filled and y.product.kind not in THIN:
                bare, filled = bare + surface.void_ml, True
            volume = bare * finish.loss_factor * taken
            factor = y.product.slower_at(temperature)
            pot = habits().pot_share * y.product.minutes("pot_life") * factor
            parts = max(1, math.ceil(brush / pot)) if surface.places else 1
            by_tin = _clocks(y.product, factor, starts_at)
            clocks = _clocks(y.product, factor, starts_at, on.room) if on else by_tin
            is_next = n == len(laid)
            out.append(
                CoatPlan(
                    number=n + 1, words=_words(y.product.kind, k, y.coats, len(layers)), product=y.product.name, kind=y.product.kind, laid=on is not None,
                    temperature_c=temperature, volume_ml=round(volume, 2), film_ml=round(bare, 3), brush_min=brush,
                    mixes=(mix_for(volume / parts, finish, y.product),) * parts if volume > 0 else (),
                    starts_min=round(start, 1), starts_at=starts_at, dryer=on.dryer if on else "", clocks=clocks, readings=on.readings if on else 0,
                    by_tin=by_tin, ran_min=on.ran_min if on else 0.0, ran_until=on.ran_until if on else None,
                    over_night=_over_night(y.product, course) if course is not None and is_next else (),
                    looks=looks_of(y.product.kind, {c.name: c.minutes for c in clocks}, brush / parts, last=y is layers[-1] and k == y.coats - 1),
                )
            )  # fmt: skip
            wait = next(c.minutes for c in clocks if c.name == "recoat opens")
            start += wait
            starts_at = None if starts_at is None else _after(starts_at, round(wait, 1))
    return tuple(out)


def _after(at: datetime, minutes: float) -> datetime:
    """So many minutes later, a change of the clock in between or not."""
    return (at.astimezone(UTC) + timedelta(minutes=minutes)).astimezone(at.tzinfo)


def _words(kind: FinishKind, k: int, coats: int, layers: int) -> str:
    """What a coat is called where there is more than one product.

    >>> _words("sealer", 0, 1, 2), _words("regular", 1, 2, 1)
    ('sealer', '')
    """
    if layers < 2:
        return ""
    return KIND_WORDS[kind] if coats == 1 else f"{KIND_WORDS[kind]} {k + 1} of {coats}"


def _area(surface: Surface, finish: Finish, airs: Sequence[Air]) -> AreaPlan:
    """A surface with coats of its own, and those that are on."""
    layers = (finish.preserver,) if surface.id == PRESERVED else next(a.layers for a in finish.areas if a.id == surface.id)  # fmt: skip
    rows = sorted((c for c in finish.area_laid if c.area == surface.id), key=lambda c: c.number)
    laid = [_laid(c.mixed_at, c.temperature_c, "", airs, ()) for c in rows]
    wanted = _chain(layers, surface, finish, laid, None) if surface.places else ()
    coats, came_with = ((), wanted) if surface.came else (wanted, ())
    trouble = surface.trouble or ("" if layers else "Say what it is coated with.")
    return AreaPlan(
        id=surface.id, name=surface.name, start_mm=min((p.start_mm for p in surface.places), default=None), end_mm=max((p.end_mm for p in surface.places), default=None),
        area_mm2=round(surface.area_mm2, 1), coats=coats, came_with_ml=sum(c.volume_ml for c in came_with), on=sum(c.laid for c in coats), last_at=rows[-1].mixed_at if rows else None, trouble=trouble,
    )  # fmt: skip


def _laid(mixed_at: datetime, temperature_c: float, dryer: str, airs: Sequence[Air], course: Sequence[AirAt]) -> _Laid:  # fmt: skip
    """A coat that is on, with the room since: what of it was logged has run, the rest goes as it was expected."""
    room, readings, last = room_since(
        mixed_at, temperature_c, airs, Course.of(temperature_c, course)
    )
    ran = round(room.dose(last, temperature_c), 1) if readings else 0.0
    until = _after(mixed_at, last) if readings else None
    return _Laid(mixed_at, temperature_c, dryer, room, readings, ran, until)


def _spans(
    own: Surface, coats: tuple[CoatPlan, ...], others: Sequence[Surface], areas: Sequence[AreaPlan]
) -> tuple[Span, ...]:
    """Every coated place with what is on it, butt first."""
    laid = [c for c in coats if c.laid]
    rows = [(own, len(laid), len(coats), laid[-1].starts_at if laid else None)]
    rows += [(s, a.on, len(a.coats), a.last_at) for s, a in zip(others, areas, strict=True)]
    out = [
        Span(what=p.what, start_mm=round(p.start_mm, 2), end_mm=round(p.end_mm, 2), on=on, of=of, last_at=at)
        for surface, on, of, at in rows
        for p in surface.places
        if of
    ]  # fmt: skip
    return tuple(sorted(out, key=lambda s: (s.start_mm, s.what)))


def _over_night(product: FinishProduct, course: Course) -> tuple[Clock, ...]:
    """Every clock of the tin as a dose over the room's course."""
    return _clocks(product, 1.0, None, course)


_NAMES: tuple[tuple[ClockName, Timed], ...] = (
    ("pot life", "pot_life"), ("rotate", "rotate"), ("set", "set"), ("recoat opens", "recoat_opens"), ("recoat closes", "recoat_closes"),
    ("handle", "handle"), ("full cure", "full_cure"),
)  # fmt: skip


def _clocks(product: FinishProduct, factor: float, at: datetime | None, room: Course | None = None) -> tuple[Clock, ...]:  # fmt: skip
    """Every clock of the tin: so many times slower, or as a dose over a room that changes."""
    opens = product.minutes("recoat_opens")
    out = []
    for name, time in _NAMES:
        tin = product.minutes(time)
        tin = max(tin, opens) if time == "recoat_closes" else tin
        changes = room is not None and len(room.minutes) > 1
        minutes = round(room.ends(tin, product.at_c) if changes and room else tin * factor, 1)
        out.append(Clock(name=name, minutes=minutes, at=None if at is None else _after(at, minutes)))  # fmt: skip
    return tuple(out)
