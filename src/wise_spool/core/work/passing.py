"""What passes what: parts, the blank, and what stands proud of it, from the end each comes from.

Method page: ``docs/methods/order.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import Part
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.entering import LOOSE
from wise_spool.core.handle.fits import Bore, must_pass_mm, stretch_of


class Contradiction(Frozen):
    """Two parts, or a part and the blank, that cannot both have their way."""

    part_id: str
    other_id: str | None
    sentence: str


ROUNDED_MM = 0.02
"""Stations of bands are rounded to a hundredth; what only touches one has not passed it."""


@dataclass(frozen=True)
class Proud:
    """Something that will stand proud of the blank, whose work puts it there, and how thick it is."""

    operation: str
    part_id: str
    what: str
    start_mm: float
    end_mm: float
    od_mm: float


@dataclass(frozen=True)
class Placed:
    """What the order needs to know of a part on the blank; its bore as it will be when it is fitted,
    None while nobody knows."""

    part: Part
    name: str
    start_mm: float
    end_mm: float
    enters: Enters
    bore: Bore | None
    reamed: bool
    filled: bool = False
    members: tuple[str, ...] = ()

    def least_over(self, proud: Proud) -> float | None:
        """The least of its bores that slides over something proud on the way to its place; None when
        none does, nought while its bore is not known."""
        if self.bore is None:
            passes = (
                self.start_mm < proud.end_mm
                if self.enters == "tip"
                else self.end_mm > proud.start_mm
            )
            return 0.0 if passes else None
        at = max(self.start_mm, 0.0) + self.bore.u_mm
        clear = ROUNDED_MM
        over = at < proud.end_mm - clear if self.enters == "tip" else at > proud.start_mm + clear
        return float(self.bore.bore_mm[over].min()) if over.any() else None


def is_blind(part: Part) -> bool:
    """Whether a part closes the blank's butt end, so that air has to get out elsewhere."""
    return part.kind in ("butt_cap", "butt_ferrule") or part.closed_end_mm > 0


def cannot_pass(p: Placed, build: Build, work: WorkingBlank) -> Contradiction | None:
    """A part that comes over the butt must clear all the blank between the butt and its place, with
    every place of its bore."""
    if p.enters == "tip" or work.taper is None or p.bore is None:
        return None
    passes = must_pass_mm(p.bore.u_mm, work.taper, max(p.start_mm, 0.0), "butt")
    short = p.bore.bore_mm * (1 + stretch_of(p.part.material).most) - passes
    if float(short.min()) >= -habits().pass_room_mm:
        return None
    at, rule = int(short.argmin()), build.rule
    why = "the guides are on" if build.handle.guides_on else "this order brings it over the butt"
    return Contradiction(
        part_id=p.part.id,
        other_id=None,
        sentence=f"The {p.name} (bore {format_diameter(float(p.bore.bore_mm[at]), rule)}) cannot come over the butt "
        f"({format_diameter(float(passes[at]), rule)}), and {why}: take it a size up and fill the gap, or change the order.",
    )


def must_pass(p: Placed, stays: Placed) -> bool:
    """Whether ``p`` has to slide over a part that stays on the rod."""
    if p.enters == "butt":
        return stays.start_mm < p.start_mm
    return stays.start_mm > p.start_mm


def past_what_stays(p: Placed, stays: Placed) -> Contradiction:
    """What stays on the rod cannot be passed, whatever its width."""
    return Contradiction(
        part_id=p.part.id,
        other_id=stays.part.id,
        sentence=f"The {p.name} cannot pass the {stays.name}, which stays on the rod.",
    )


def _is_of(proud: Proud, p: Placed) -> bool:
    return proud.part_id == p.part.id or proud.part_id in p.members


def _blocked(p: Placed, proud: Proud) -> float | None:
    """The bore that does not pass something proud; None when it passes, or need not."""
    least = p.least_over(proud)
    return least if least is not None and least < proud.od_mm else None


def over_its_own(p: Placed, proud: Proud, build: Build) -> Contradiction | None:
    """A seat has to slide over its own bands, and whatever is joined to it has to as well."""
    least = _blocked(p, proud) if _is_of(proud, p) else None
    if not least:
        return None
    rule = build.rule
    face = "butt" if p.enters == "tip" else "tip"
    return Contradiction(
        part_id=p.part.id,
        other_id=None,
        sentence=f"The {p.name} cannot slide over {proud.what} ({format_diameter(proud.od_mm, rule)}): on the way its {face} side, "
        f"{format_diameter(least, rule)} inside, has to pass it. Bring it from the other end, keep the bands on the near side "
        "of what is narrow, or glue foam into the seat and bore that.",
    )


def round_what_is_proud(
    bodies: list[Placed], prouds: Sequence[Proud], build: Build
) -> list[tuple[str, str, str]]:
    """What could not pass it goes on before it is there."""
    out = []
    for p in bodies:
        for proud in prouds:
            if _is_of(proud, p) or (least := _blocked(p, proud)) is None:
                continue
            bore = f", bored {format_diameter(least, build.rule)}," if least else ""
            why = f"the {p.name}{bore} cannot pass {proud.what} ({format_diameter(proud.od_mm, build.rule)})"
            out.append((f"part:{p.part.id}", proud.operation, why))
    return out


def passing(bodies: list[Placed]) -> list[tuple[str, str, str]]:
    """The lower part lies nearer the butt: from the tip it passes the upper one's place, and the
    other way round."""
    out = []
    for i, low in enumerate(bodies):
        for high in bodies[i + 1 :]:
            a, b = f"part:{low.part.id}", f"part:{high.part.id}"
            if low.enters == "tip":
                out.append((a, b, f"from the tip the {low.name} passes the place of the {high.name}"))  # fmt: skip
            if high.enters == "butt":
                out.append((b, a, f"from the butt the {high.name} passes the place of the {low.name}"))  # fmt: skip
    return out


def strays(parts: list[Placed]) -> list[Contradiction]:
    """A hood or nut slides on the seat, a nut on a ferrule as well: a part glued between the two traps
    it on the wrong side."""
    anchors = [i for i, p in enumerate(parts) if p.part.kind in ("reel_seat", "butt_ferrule")]
    found = []
    for i, p in enumerate(parts):
        if p.part.kind not in LOOSE:
            continue
        own = [a for a in anchors if p.part.kind == "seat_nut" or parts[a].part.kind == "reel_seat"]
        if not own:
            found.append(
                Contradiction(
                    part_id=p.part.id,
                    other_id=None,
                    sentence=f"The {p.name} has no reel seat to slide on.",
                )
            )
            continue
        on = min(own, key=lambda s: abs(s - i))
        between = [q for q in parts[min(i, on) + 1 : max(i, on)] if q.part.kind not in LOOSE]
        if between:
            found.append(
                Contradiction(
                    part_id=p.part.id,
                    other_id=between[0].part.id,
                    sentence=f"The {between[0].name} would sit between the {p.name} and the {parts[on].name} it slides on: "
                    f"put the {p.name} on before the {between[0].name}.",
                )
            )
    return found
