"""Rods alike: one design for all of them, and how far each as built is off it."""

from wise_spool.core.document.build import together
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import Record
from wise_spool.core.document.piece import Piece
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod


class Deviation(Frozen):
    """One guide of one rod: as built less as planned, mm toward the butt; None while not built."""

    guide_id: str
    number: int
    off_mm: float | None


def copied(design: Design, name: str) -> Design:
    """A design for another rod: what is wished, and nothing that belongs to one rod alone. Its serial
    number stays with the rod that bears it."""
    handle = design.handle.model_copy(update={"kept_as": ""})
    return design.model_copy(update={"name": name, "number": "", "batch": "", "handle": handle})


def alike(design: Design, rods: int, batch: str) -> tuple[Design, ...]:
    """``rods`` designs alike in everything but their names; the first is the design itself. They are
    known as alike by ``batch``, unless the design is of a batch already.

    Raises ``ValueError`` outside 2 to 20.
    """
    if not 2 <= rods <= 20:
        raise ValueError("a batch is 2 to 20 rods")
    known = {"batch": design.batch or batch}
    rest = (
        copied(design, f"{design.name[:66]}, rod {n} of {rods}").model_copy(update=known)
        for n in range(2, rods + 1)
    )
    return (design.model_copy(update=known), *rest)


def departs(one: Design, other: Design) -> tuple[str, ...]:
    """Which parts of two designs differ, in the order of work; names, client and number do not count."""
    stages = ("brief", "rule", "blank", "spine", "handle", "guides", "finish", "habits")
    one, other = copied(one, ""), copied(other, "")
    return tuple(s for s in stages if getattr(one, s) != getattr(other, s))


def deviations(rod: Rod) -> tuple[Deviation, ...]:
    """How far each guide that was built stands from where the layout put it."""
    planned = Rod(rod.design, rod.piece, rod.record.model_copy(update={"guides": Record().guides}))
    want = {g.id: g.from_tip_ring_mm for g in planned.guides.placed}
    built = {g.id for g in rod.build.guides.train if g.built is not None}
    out = []
    for n, g in enumerate(rod.guides.placed, start=1):
        off = None
        wanted = want.get(g.id)
        if g.id in built and g.from_tip_ring_mm is not None and wanted is not None:
            off = round(g.from_tip_ring_mm - wanted, 2)
        out.append(Deviation(guide_id=g.id, number=n, off_mm=off))
    return tuple(out)


def same_marks(rods: list[Rod]) -> list[bool]:
    """For each rod, whether a stick marked for the first is true for it: every mark at one place."""
    marks = [
        (*((m.station_mm, m.label) for m in plan(rod).marks), (rod.blank.length_mm or 0.0, "tip"))
        for rod in rods
    ]  # fmt: skip
    return [m == marks[0] for m in marks]


def unmeasured(piece: Piece, design: Design) -> tuple[str, ...]:
    """What this very rod has not been measured for yet, in the order of work."""
    build = together(design, piece, Record())
    out = []
    if not piece.blank.readings:
        out.append("the blank's diameters")
    if not piece.blank.static:
        out.append("a bend under a weight")
    if design.spine.school != "ignore" and not (piece.spine.trials or piece.spine.own_line_deg is not None):  # fmt: skip
        out.append("where it rests")
    bored = [p for p in build.handle.parts if p.kind in ("rear_grip", "foregrip", "fighting_butt")]
    if any(p.bore_butt_mm is None for p in bored):
        out.append("the bores of its grips")
    return tuple(out)
