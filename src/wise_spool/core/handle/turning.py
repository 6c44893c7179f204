"""Turning grips and inserts: the cut list, the turning card, the drill.

Method page: ``docs/methods/turning.md``.
"""

import math
from collections.abc import Sequence

import numpy as np

from wise_spool.core.document.parts import Drill, Part, PartMaterial, Stock
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MM_PER_INCH
from wise_spool.core.handle.outline import Outside, od_at, outline, said
from wise_spool.core.handle.stack import Recess

CORNERS = 2**0.5
"""Square stock turns round at its side; its corner is this much further out."""
SIXTY_FOURTHS = tuple(
    Drill(name=name, diameter_mm=round(n * MM_PER_INCH / 64, 4))
    for n in range(8, 65)
    for name in [
        f"{n // g}/{64 // g} in" for g in [max(d for d in (1, 2, 4, 8, 16, 32, 64) if n % d == 0)]
    ]
)
HALF_MILLIMETRES = tuple(Drill(name=f"{n / 2:g} mm", diameter_mm=n / 2) for n in range(6, 52))
STANDARD_DRILLS: tuple[Drill, ...] = tuple(
    sorted((*SIXTY_FOURTHS, *HALF_MILLIMETRES), key=lambda d: d.diameter_mm)
)
"""Inch drills by 64ths from 1/8 to 1 in and metric ones by half millimetres (common practice)."""


GRITS: dict[PartMaterial, tuple[int, ...]] = {
    "cork": (80, 120, 220, 320),
    "foam": (80, 120, 240),
    "wood": (120, 180, 240, 320, 400),
    "rubber": (120, 240),
    "graphite": (320, 600),
    "metal": (400, 800),
}
"""Abrasive papers in turn, coarse to fine, from habit; the material's own advice comes first."""


class Piece(Frozen):
    """A part to be cut: its finished length and the length to saw."""

    part_id: str
    name: str
    finished_mm: float
    sawn_mm: float


class CutStick(Frozen):
    """One length of stock, the pieces out of it in order, and what is left over."""

    length_mm: float
    pieces: tuple[Piece, ...]
    left_mm: float


class CutList(Frozen):
    """``short_mm`` is how much stock is missing; 0 when everything can be cut."""

    sticks: tuple[CutStick, ...]
    uncut: tuple[Piece, ...]
    short_mm: float


class TurningStation(Frozen):
    """One place along a part, mm from its butt face, with the diameters to stop at."""

    at_mm: float
    rough_mm: float
    stop_mm: float
    final_mm: float
    what: str


class DrillChoice(Frozen):
    """The drills either side of a diameter: ``snug`` does not exceed it, ``loose`` clears it."""

    wanted_mm: float
    snug: Drill | None
    snug_under_mm: float | None
    loose: Drill | None
    loose_over_mm: float | None


class TurningCard(Frozen):
    """All a part needs at the lathe. ``from_mm`` is the outside it is turned down from, ``bought`` when it
    came as a bored blank; ``recess`` takes another part's end; ``outline`` is its finished outside, widest
    at ``swell_at_mm`` where the girth is ``girth_mm``. ``thin_tenon_mm`` is the wall a tenon keeps round the bore, when that
    is too little to turn."""

    part_id: str
    name: str
    length_mm: float
    exposed_mm: float
    tenon_mm: float
    tip_tenon_mm: float
    thin_tenon_mm: float | None
    stations: tuple[TurningStation, ...]
    outline: tuple[Outside, ...]
    swell_at_mm: float
    girth_mm: float
    palm_mm: float
    from_mm: float
    bought: bool
    recess: Recess | None
    recess_drill: DrillChoice | None
    grits: tuple[int, ...]
    drill: DrillChoice | None
    mandrel_gap_butt_mm: float | None
    mandrel_gap_tip_mm: float | None
    stock_too_thin_mm: float


class TurningPlan(Frozen):
    """Cut list and cards of every part marked as turned."""

    cut_list: CutList
    cards: tuple[TurningCard, ...]


def plan_cuts(pieces: Sequence[Piece], stock: Stock) -> CutList:
    """Pieces out of sticks, longest first into the stick it leaves least of.

    A kerf goes between pieces; the last one needs none when it ends the stick.
    Exhaustive over which stick each piece comes from while there are few enough
    ways (up to 20,000), else longest first.
    """
    order = sorted(pieces, key=lambda p: (-p.sawn_mm, p.part_id))
    sticks = [s.length_mm for s in stock.sticks]
    best = _assign(order, sticks, stock.kerf_mm)
    made = []
    for n, length in enumerate(sticks):
        mine = tuple(p for p, s in zip(order, best, strict=True) if s == n)
        if mine:
            made.append(
                CutStick(
                    length_mm=length,
                    pieces=mine,
                    left_mm=round(length - _used(mine, stock.kerf_mm), 2),
                )
            )
    uncut = tuple(p for p, s in zip(order, best, strict=True) if s is None)
    return CutList(
        sticks=tuple(made), uncut=uncut, short_mm=round(_short(order, sticks, uncut, stock), 2)
    )


def _used(pieces: Sequence[Piece], kerf_mm: float) -> float:
    return sum(p.sawn_mm for p in pieces) + kerf_mm * max(len(pieces) - 1, 0)


def _assign(order: Sequence[Piece], sticks: list[float], kerf: float) -> list[int | None]:
    """CutStick of each piece, as many pieces cut as can be; depth first, first found wins ties."""
    best: list[int | None] = [None] * len(order)
    best_count = -1
    current: list[int | None] = []
    room = list(sticks)
    tries = 0

    def place(i: int, cut: int) -> None:
        nonlocal best, best_count, tries
        tries += 1
        if cut + len(order) - i <= best_count or tries > 20_000:
            return
        if i == len(order):
            best, best_count = list(current), cut
            return
        size = order[i].sawn_mm
        tightest_first = sorted(range(len(room)), key=lambda s: (room[s], s))
        for s in tightest_first:
            need = size + (kerf if room[s] < sticks[s] else 0.0)
            if need <= room[s] + 1e-9:
                room[s] -= need
                current.append(s)
                place(i + 1, cut + 1)
                current.pop()
                room[s] += need
        current.append(None)
        place(i + 1, cut)
        current.pop()

    place(0, 0)
    return best


def _short(
    order: Sequence[Piece], sticks: list[float], uncut: Sequence[Piece], stock: Stock
) -> float:
    """Stock missing: what one more stick would need, or what the only stick lacks."""
    if not uncut:
        return 0.0
    if len(sticks) == 1:
        return _used(order, stock.kerf_mm) - sticks[0]
    return _used(uncut, stock.kerf_mm)


def pieces_of(parts: Sequence[tuple[Part, str]], stock: Stock) -> tuple[Piece, ...]:
    """Lengths to saw: the finished length and a facing allowance at both ends."""
    return tuple(
        Piece(
            part_id=part.id, name=name, finished_mm=part.length_mm,
            sawn_mm=round(part.length_mm + 2 * stock.facing_mm, 3),
        )
        for part, name in parts
    )  # fmt: skip


def choose_drill(wanted_mm: float, drills: Sequence[Drill] = STANDARD_DRILLS) -> DrillChoice:
    """The nearest drills under and over a diameter, inch and metric together."""
    under = [d for d in drills if d.diameter_mm <= wanted_mm + 1e-6]
    over = [d for d in drills if d.diameter_mm >= wanted_mm - 1e-6]
    snug = max(under, key=lambda d: d.diameter_mm, default=None)
    loose = min(over, key=lambda d: d.diameter_mm, default=None)
    return DrillChoice(
        wanted_mm=round(wanted_mm, 3),
        snug=snug,
        snug_under_mm=None if snug is None else round(max(wanted_mm - snug.diameter_mm, 0), 3),
        loose=loose,
        loose_over_mm=None if loose is None else round(max(loose.diameter_mm - wanted_mm, 0), 3),
    )


def turning_card(
    part: Part,
    name: str,
    hidden_mm: float,
    tip_tenon: tuple[float, float] | None,
    wanted_mm: tuple[float, float] | None,
    stock: Stock,
    drills: Sequence[Drill],
    recess: Recess | None = None,
    found_mm: tuple[float, float] | None = None,
) -> TurningCard:
    """Stations, diameters to stop at, tenon, drill and mandrel of one part.

    The stop diameter leaves the sanding allowance; the rough one 3 mm more. The
    drill is the largest that stays inside the smaller bore wanted. What was bought
    bored sits on the mandrel by the bore it has (``found_mm``), stock by the one it will have.
    """
    tenon = part.overlap_mm if part.tenon_od_mm is not None else 0.0
    tip_mm, tip_od = tip_tenon or (0.0, part.od_tip_mm)
    places = [(0.0, part.od_butt_mm, "butt face"), (part.length_mm, part.od_tip_mm, "tip face")]
    body = part.length_mm - tenon - tip_mm
    shaped = [at for at, _ in said(part)[1:-1] if tenon < at < part.length_mm - tip_mm]
    for at in shaped or [tenon + body * share for share in (0.25, 0.5, 0.75)]:
        places.append((at, _od(part, at), "shaped to" if shaped else "body"))
    if part.tenon_od_mm is not None and tenon > 0:
        places[0] = (0.0, part.tenon_od_mm, "tenon")
        places.append((tenon, part.tenon_od_mm, "tenon end"))
        places.append((tenon, _od(part, tenon), "shoulder"))
    if tip_mm > 0:
        at = part.length_mm - tip_mm
        shoulder = _od(part, at)
        places[1] = (part.length_mm, tip_od, "tip tenon")
        places += [(at, max(shoulder, tip_od), "tip shoulder"), (at, tip_od, "tip tenon begins")]
    side = part.bought_od_mm or stock.side_mm
    stations = []
    for at, final, what in sorted(places, key=_along):
        fit = "tenon" in what
        stop = final + (0.0 if fit else stock.sanding_mm)
        stations.append(
            TurningStation(
                at_mm=round(at, 2), final_mm=round(final, 2), stop_mm=round(stop, 2),
                rough_mm=round(min(stop + habits().rough_over_mm, side), 2), what=what,
            )
        )  # fmt: skip
    outside = outline(part)
    swell = max(outside, key=lambda o: o.od_mm)
    widest = max(*(s.stop_mm for s in stations), swell.od_mm + stock.sanding_mm)
    mandrel = stock.mandrel_mm
    on_mandrel = found_mm if part.bought_od_mm is not None else wanted_mm
    return TurningCard(
        part_id=part.id, name=name, length_mm=part.length_mm,
        exposed_mm=round(part.length_mm - hidden_mm, 2), tenon_mm=round(tenon, 2), tip_tenon_mm=round(tip_mm, 2),
        thin_tenon_mm=_thin_tenon(part, tenon, tip_tenon, wanted_mm),
        stations=tuple(stations), outline=outside, swell_at_mm=swell.at_mm,
        girth_mm=round(math.pi * swell.od_mm, 1), palm_mm=habits().palm_mm,
        from_mm=side, bought=part.bought_od_mm is not None, recess=recess,
        recess_drill=None if recess is None else choose_drill(recess.bore_mm, drills or STANDARD_DRILLS),
        grits=GRITS[part.material],
        drill=None if wanted_mm is None or part.bought_od_mm is not None else choose_drill(min(wanted_mm), drills or STANDARD_DRILLS),
        mandrel_gap_butt_mm=_loose_on(mandrel, on_mandrel, 0),
        mandrel_gap_tip_mm=_loose_on(mandrel, on_mandrel, 1),
        stock_too_thin_mm=round(max(widest - side, 0.0), 2),
    )  # fmt: skip


def _od(part: Part, at_mm: float) -> float:
    return float(od_at(part, np.array([at_mm]))[0])


def _along(place: tuple[float, float, str]) -> tuple[float, int]:
    """Along the part; where two diameters share a place, in the order the tool meets them."""
    order = {"tenon end": 0, "shoulder": 1, "tip shoulder": 2, "tip tenon begins": 3}
    return place[0], order.get(place[2], 1)


def _thin_tenon(
    part: Part,
    tenon_mm: float,
    tip: tuple[float, float] | None,
    wanted_mm: tuple[float, float] | None,
) -> float | None:
    if wanted_mm is None:
        return None
    walls = []
    if tenon_mm > 0 and part.tenon_od_mm is not None:
        walls.append((part.tenon_od_mm - wanted_mm[0]) / 2)
    if tip is not None:
        walls.append((tip[1] - wanted_mm[1]) / 2)
    thinnest = min(walls, default=math.inf)
    return round(thinnest, 3) if thinnest < habits().tenon_wall_mm else None


def _loose_on(
    mandrel_mm: float | None, bore_mm: tuple[float, float] | None, face: int
) -> float | None:
    """How loose a bore is on the mandrel at one face, on the diameter."""
    if mandrel_mm is None or bore_mm is None:
        return None
    return round(bore_mm[face] - mandrel_mm, 3)
