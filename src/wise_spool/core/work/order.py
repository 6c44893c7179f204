"""The order in which parts go on: what passes what, what traps what, and what may not be done yet.

A part that slides on from the tip passes every place ahead of its own, so it
goes on before the parts that will sit there; from the butt it is the other way
round. Together with what each part needs made ready first this is a graph; the
order is a path through it, or two parts that each want to be first are named.
Method page: ``docs/methods/order.md``.
"""

from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import AssemblySchool, Part, PartKind
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter
from wise_spool.core.ground.operations import Before, Enters, Need, Operation
from wise_spool.core.work.hands import hands_min

ASSEMBLY_WORDS: dict[AssemblySchool, str] = {
    "tip_down": "slid down from the tip, part by part",
    "sub_assembly": "grip and seat joined first, then slid on",
    "butt_up": "everything on over the butt end",
    "seat_last": "guides first, the seat last",
}
FROM_THE_BUTT: frozenset[PartKind] = frozenset({"butt_cap"})
"""Kinds that close the butt end, whatever the school."""
LOOSE: frozenset[PartKind] = frozenset({"seat_hood", "seat_nut"})
"""Kinds that slide and are not glued; the next part traps them."""


class Contradiction(Frozen):
    """Two parts, or a part and the blank, that cannot both have their way."""

    part_id: str
    other_id: str | None
    sentence: str


class OrderPlan(Frozen):
    """Operations up to the guides, in order. ``vent`` is why a vent is needed, None when it is not."""

    school: AssemblySchool
    steps: tuple[Operation, ...]
    contradictions: tuple[Contradiction, ...]
    vent: str | None
    sub_assembly: tuple[str, ...]


@dataclass(frozen=True)
class Placed:
    """What the order needs to know of a part on the blank; bores as they will be when it is fitted."""

    part: Part
    name: str
    start_mm: float
    end_mm: float
    bore_wanted_mm: tuple[float, float] | None
    reamed: bool


def plan_order(
    build: Build, work: WorkingBlank, placed: Iterable[Placed], others: Iterable[Operation] = ()
) -> OrderPlan:
    """An order of work for the school, or what contradicts it; ``others`` are the operations of the
    other rooms, ordered along."""
    everything = list(placed)
    parts = [p for p in everything if not p.part.on_rod]
    staying = [p for p in everything if p.part.on_rod]
    entry = {p.part.id: _enters(p, build, parts) for p in parts}
    contradictions = [
        c for p in parts if (c := _cannot_pass(p, entry[p.part.id], build, work)) is not None
    ]
    contradictions += [
        _past_what_stays(p, stays)
        for p in parts
        for stays in staying
        if _must_pass(p, stays, entry)
    ]
    operations = [*others, *_handle_operations(build, parts, entry)]
    firsts = _passing(parts, entry) + _round_the_guides(build, parts, entry)
    contradictions += _strays(everything)
    ordered, stuck = in_order(operations, firsts, set(build.handle.steps_done))
    contradictions += _circles(ordered, stuck, parts)
    return OrderPlan(
        school=build.handle.assembly,
        steps=tuple(ordered),
        contradictions=tuple(contradictions),
        vent=_vent(build, parts),
        sub_assembly=_joined_first(parts) if build.handle.assembly == "sub_assembly" else (),
    )


def in_order(
    operations: Iterable[Operation], firsts: Iterable[tuple[str, str, str]], done: set[str]
) -> tuple[list[Operation], list[str]]:
    """Operations in an order that keeps who comes first, the lowest rank that is free each time; and
    the ids caught in a circle, which come last.

    ``firsts`` are (earlier, later, why); what names an operation that is not there is no constraint.
    """
    by_id = {o.id: o for o in operations}
    before: dict[str, dict[str, str]] = {i: {} for i in by_id}
    for o in by_id.values():
        for b in o.after:
            if b.id in by_id:
                before[o.id].setdefault(b.id, b.why)
    for earlier, later, why in firsts:
        if earlier in by_id and later in by_id and earlier != later:
            before[later].setdefault(earlier, why)
    order, stuck = _sorted(by_id, before)
    finished = {i for i, o in by_id.items() if i in done or o.done}

    def placed(i: str) -> tuple[tuple[float, ...], str]:
        return by_id[i].rank, i

    out = []
    for i in (*order, *stuck):
        needs = sorted(before[i], key=placed)
        waiting = tuple(n for n in needs if n not in finished)
        out.append(
            by_id[i].model_copy(
                update={
                    "after": tuple(Before(id=n, why=before[i][n]) for n in needs),
                    "open_before": waiting,
                    "done": i in finished,
                    "out_of_turn": i in finished and bool(waiting),
                }
            )
        )
    return out, stuck


def _sorted(
    by_id: dict[str, Operation], before: dict[str, dict[str, str]]
) -> tuple[list[str], list[str]]:
    """Kahn's order with ranks; what never gets free is caught in a circle."""

    def rank(i: str) -> tuple[tuple[float, ...], str]:
        return by_id[i].rank, i

    sorter = TopologicalSorter({i: set(needs) for i, needs in before.items()})
    with suppress(CycleError):  # what is outside the circle still comes out in order
        sorter.prepare()
    order: list[str] = []
    free: list[str] = list(sorter.get_ready())
    while free:
        nearest = min(free, key=rank)
        free.remove(nearest)
        order.append(nearest)
        sorter.done(nearest)
        free += sorter.get_ready()
    return order, sorted((i for i in by_id if i not in set(order)), key=rank)


def _enters(p: Placed, build: Build, parts: list[Placed]) -> Enters:
    handle = build.handle
    if p.part.kind in FROM_THE_BUTT or p.part.closed_end_mm > 0 or handle.guides_on:
        return "butt"
    if handle.assembly == "butt_up":
        return "butt"
    if handle.assembly == "seat_last":
        seat = next((q for q in parts if q.part.kind == "reel_seat"), None)
        if seat is not None:
            return "butt"
    return "tip"


def _cannot_pass(
    p: Placed, enters: Enters, build: Build, work: WorkingBlank
) -> Contradiction | None:
    """A part that comes over the butt must clear all the blank between the butt and its place."""
    if enters == "tip" or work.taper is None or p.bore_wanted_mm is None or p.start_mm <= 1:
        return None
    thickest = work.taper.widest_from(0.0)
    least = min(p.bore_wanted_mm)
    if least >= thickest + habits().pass_room_mm:
        return None
    rule = build.rule
    why = "the guides are on" if build.handle.guides_on else "this order brings it over the butt"
    return Contradiction(
        part_id=p.part.id,
        other_id=None,
        sentence=f"The {p.name} (bore {format_diameter(least, rule)} at its mark) cannot come over the butt "
        f"({format_diameter(thickest, rule)}), and {why}: take it a size up and fill the gap, or change the order.",
    )


def _must_pass(p: Placed, stays: Placed, entry: dict[str, Enters]) -> bool:
    """Whether ``p`` has to slide over a part that stays on the rod."""
    if entry[p.part.id] == "butt":
        return stays.start_mm < p.start_mm
    return stays.start_mm > p.start_mm


def _past_what_stays(p: Placed, stays: Placed) -> Contradiction:
    return Contradiction(
        part_id=p.part.id,
        other_id=stays.part.id,
        sentence=f"The {p.name} cannot pass the {stays.name}, which stays on the rod.",
    )


def _handle_operations(
    build: Build, parts: list[Placed], entry: dict[str, Enters]
) -> list[Operation]:
    """Scuffing, and for each part its reaming, its arbor and its seating."""
    if not parts:
        return []
    trimmed = Before(id="trim", why="the cut moves every station")
    scuffed = Before(id="scuff", why="glue holds on matt, clean blank only")
    out = [
        Operation(
            id="scuff", kind="scuff", stage="handle", rank=(1, 0), words="Scuff to matt only where parts will cover, wipe clean",
            needs=(Need(what="fine abrasive"), Need(what="alcohol and folded towels")),
            after=(trimmed, Before(id="spine", why="scuffing takes the pencil line off")),
            caution="Carbon dust: mask and extraction. Alcohol burns: away from flame and heat.",
        )
    ]  # fmt: skip
    for n, p in enumerate(parts):
        out += _part_operations(p, n, entry[p.part.id], trimmed, scuffed)
    has_check = any(p.kind == "winding_check" for p in build.handle.parts)
    if not has_check and not build.handle.no_check and not build.handle.guides_on:
        out.append(
            Operation(
                id="check", kind="check", stage="handle", rank=(2, 90),
                words="A winding check: none is listed. Add it to the stack, or say there is none",
            )
        )  # fmt: skip
    return out


def _part_operations(
    p: Placed, n: int, enters: Enters, trimmed: Before, scuffed: Before
) -> list[Operation]:
    kind, part = p.part.kind, p.part.id
    place = Place(start_mm=p.start_mm, end_mm=p.end_mm)
    firsts = [scuffed, Before(id="spine", why="parts are aligned to its line")]
    out = []
    if p.reamed:
        out.append(
            Operation(
                id=f"ream:{part}", kind="ream", stage="handle", rank=(0, 10.0 + n), words=f"Ream the {p.name} and try it",
                part_id=part, place=place, irreversible=True, after=(trimmed,), needs=(Need(what="tapered reamer"),),
                caution="Clamp it, or hold it with a leather glove off the bit; let the tool cut.",
            )
        )  # fmt: skip
        firsts.append(Before(id=f"ream:{part}", why="it does not reach its mark before"))
    if kind in ("reel_seat", "butt_ferrule"):
        out.append(
            Operation(
                id=f"arbor:{part}", kind="arbor", stage="handle", rank=(1, 10.0 + n), part_id=part, place=place,
                words=f"Build the arbor for the {p.name}, try it on", after=(scuffed,),
            )
        )  # fmt: skip
        firsts.append(Before(id=f"arbor:{part}", why="it sits on its arbor"))
    verb = "Slide on" if kind in LOOSE else "Glue on"
    late = 4 if kind in FROM_THE_BUTT else 2
    out.append(
        Operation(
            id=f"part:{part}", kind="part", stage="handle", words=f"{verb} the {p.name}, from the {enters}",
            rank=(late, float(n) if enters == "tip" else float(100 - n)), part_id=part, place=place, enters=enters,
            irreversible=kind not in LOOSE, after=tuple(firsts), hands_min=None if kind in LOOSE else hands_min(kind),
        )
    )  # fmt: skip
    return out


def _passing(parts: list[Placed], entry: dict[str, Enters]) -> list[tuple[str, str, str]]:
    """The lower part lies nearer the butt: from the tip it passes the upper one's place, and the
    other way round."""
    out = []
    for i, low in enumerate(parts):
        for high in parts[i + 1 :]:
            a, b = f"part:{low.part.id}", f"part:{high.part.id}"
            if entry[low.part.id] == "tip":
                out.append((a, b, f"from the tip the {low.name} passes the place of the {high.name}"))  # fmt: skip
            if entry[high.part.id] == "butt":
                out.append((b, a, f"from the butt the {high.name} passes the place of the {low.name}"))  # fmt: skip
    return out


def _round_the_guides(
    build: Build, parts: list[Placed], entry: dict[str, Enters]
) -> list[tuple[str, str, str]]:
    out = []
    for p in parts:
        step = f"part:{p.part.id}"
        if entry[p.part.id] == "tip":
            why = f"the {p.name} slides on from the tip, past every guide's place"
            out += [(step, "guides", why), (step, "tip_top", why)]
        elif build.handle.assembly == "seat_last":
            out.append(("guides", step, "the seat is aligned to the guides"))
    return out


def _strays(parts: list[Placed]) -> list[Contradiction]:
    """A hood or nut slides on the seat: a part glued between the two traps it on the wrong side."""
    seats = [i for i, p in enumerate(parts) if p.part.kind == "reel_seat"]
    found = []
    for i, p in enumerate(parts):
        if p.part.kind not in LOOSE:
            continue
        if not seats:
            found.append(
                Contradiction(
                    part_id=p.part.id,
                    other_id=None,
                    sentence=f"The {p.name} has no reel seat to slide on.",
                )
            )
            continue
        seat = min(seats, key=lambda s: abs(s - i))
        between = [q for q in parts[min(i, seat) + 1 : max(i, seat)] if q.part.kind not in LOOSE]
        if between:
            found.append(
                Contradiction(
                    part_id=p.part.id,
                    other_id=between[0].part.id,
                    sentence=f"The {between[0].name} would sit between the {p.name} and the seat it slides on: "
                    f"put the {p.name} on before the {between[0].name}.",
                )
            )
    return found


def _circles(
    ordered: list[Operation], stuck: list[str], parts: list[Placed]
) -> list[Contradiction]:
    """Name the first two parts that each have to go on before the other."""
    names = {f"part:{p.part.id}": p for p in parts}
    before = {o.id: {b.id for b in o.after} for o in ordered}
    caught = [s for s in stuck if s in names]
    for a in caught:
        for b in caught:
            if a < b and a in before[b] and b in before[a]:
                low, high = sorted((names[a], names[b]), key=lambda p: p.start_mm)
                return [
                    Contradiction(
                        part_id=low.part.id,
                        other_id=high.part.id,
                        sentence=f"The {low.name} must pass the place of the {high.name} from the tip, and the {high.name} "
                        f"that of the {low.name} from the butt: each would have to go on first.",
                    )
                ]
    if len(caught) >= 2:
        one, two = names[caught[0]], names[caught[1]]
        return [
            Contradiction(
                part_id=one.part.id,
                other_id=two.part.id,
                sentence=f"The {one.name} and the {two.name} each wait for the other: no order puts both on.",
            )
        ]
    return []


def _joined_first(parts: list[Placed]) -> tuple[str, ...]:
    """The seat and the grips that touch it: joined off the blank, then slid on as one."""
    at = next((i for i, p in enumerate(parts) if p.part.kind == "reel_seat"), None)
    if at is None:
        return ()
    joined = [at]
    for step in (-1, 1):
        i = at + step
        while 0 <= i < len(parts) and _touch(parts[min(i, i - step)], parts[max(i, i - step)]):
            if parts[i].part.kind not in ("rear_grip", "foregrip", "trim_ring", *LOOSE):
                break
            joined.append(i)
            i += step
    return tuple(parts[i].part.id for i in sorted(joined)) if len(joined) > 1 else ()


def _touch(low: Placed, high: Placed) -> bool:
    return high.start_mm - low.end_mm < 0.5


def _vent(build: Build, parts: list[Placed]) -> str | None:
    blind = [
        p for p in parts if p.part.kind in ("butt_cap", "butt_ferrule") or p.part.closed_end_mm > 0
    ]
    if not blind:
        return None
    if build.handle.tip_closed:
        return (
            f"The tip is closed already: file a small vent groove for the {blind[0].name}, "
            "or the trapped air pushes it off as the adhesive sets."
        )
    return None
