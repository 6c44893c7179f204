"""Blanks and builds the core's tests share; measures are plausible, names are not."""

from wise_spool.core.document.blank import Blank, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Guide, Guides, StatedAt
from wise_spool.core.document.parts import Handle, Part, SeatBore, Stick
from wise_spool.core.plan import plan

INCH = 25.4


def blank(length=2000.0, butt=12.0, tip=2.0, n=9, **more):
    """A straight taper measured at n even stations."""
    readings = tuple(
        Reading(station_mm=length * i / (n - 1), od_mm=butt + (tip - butt) * i / (n - 1))
        for i in range(n)
    )
    return Blank(length_mm=length, readings=readings, **more)


def grip(part_id="rear", length=200.0, bore=None, **more):
    return Part(id=part_id, kind="rear_grip", length_mm=length, bore_butt_mm=bore, **more)


def seat(bore=16.0, **more):
    return Part(
        id="seat", kind="reel_seat", material="graphite", length_mm=110,
        seat=SeatBore(bore_mm=bore, usable_from_mm=4, usable_to_mm=106, foot_centre_mm=55), **more,
    )  # fmt: skip


def guide(i, at=None, datum="tip_top_ring", **more):
    stated = None if at is None else StatedAt(datum=datum, distance_mm=at)
    return Guide(id=f"g{i}", ring_mm=6, at=stated, **more)


def build(**parts):
    return Build(name="Test rod", **parts)


def rod(*guides, parts=(), **more):
    """A build on the straight blank with these guides and parts."""
    return build(blank=blank(), handle=Handle(parts=parts), guides=Guides(train=guides), **more)


def planned(*parts, **handle):
    """The plan of these parts on the straight blank."""
    return plan(build(blank=blank(), handle=Handle(parts=parts, **handle)))


def codes(plan):
    return {f.code for f in plan.findings}


def finding(plan, code):
    return next(f for f in plan.findings if f.code == code)


def sticks(*lengths_mm):
    return tuple(Stick(length_mm=mm) for mm in lengths_mm)
