"""The order in which parts go on: what passes what, what traps what, and what may not be done yet.

A part that slides on from the tip passes every place ahead of its own, so it
goes on before the parts that will sit there; from the butt it is the other way
round. Together with what each part needs made ready first this is a graph; the
order is a path through it, or two parts that each want to be first are named.
Method page: ``docs/methods/order.md``.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Literal

from wise_spool.core.blank import WorkingBlank
from wise_spool.core.build import Build
from wise_spool.core.frozen import Frozen
from wise_spool.core.parts import AssemblySchool, Part, PartKind
from wise_spool.core.units import format_diameter

StepKind = Literal["trim", "spine", "scuff", "ream", "arbor", "part", "check", "guides", "tip_top"]
Enters = Literal["tip", "butt"]

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
PASS_ROOM_MM = 0.05
"""Least room for a part to pass along the blank. From habit."""


class Step(Frozen):
    """One step. ``after`` are the steps that come first; ``open_before`` those of them not done."""

    id: str
    kind: StepKind
    words: str
    part_id: str | None
    enters: Enters | None
    irreversible: bool
    after: tuple[str, ...]
    open_before: tuple[str, ...]
    done: bool
    out_of_turn: bool


class Contradiction(Frozen):
    """Two parts, or a part and the blank, that cannot both have their way."""

    part_id: str
    other_id: str | None
    sentence: str


class OrderPlan(Frozen):
    """Steps in order. ``vent`` is why a vent is needed, None when it is not."""

    school: AssemblySchool
    steps: tuple[Step, ...]
    contradictions: tuple[Contradiction, ...]
    vent: str | None
    sub_assembly: tuple[str, ...]


@dataclass
class _Graph:
    """Steps by id, and who comes before whom."""

    steps: dict[str, tuple[StepKind, str, str | None, Enters | None, bool]] = field(
        default_factory=dict
    )
    before: dict[str, set[str]] = field(default_factory=dict)
    place: dict[str, tuple[int, float]] = field(default_factory=dict)

    def add(
        self, step: str, kind: StepKind, words: str, place: tuple[int, float], *,
        part: str | None = None, enters: Enters | None = None, irreversible: bool = False,
    ) -> None:  # fmt: skip
        self.steps[step] = (kind, words, part, enters, irreversible)
        self.before.setdefault(step, set())
        self.place[step] = place

    def first(self, earlier: str, later: str) -> None:
        """``earlier`` comes before ``later``; steps that do not exist are no constraint."""
        if earlier in self.steps and later in self.steps and earlier != later:
            self.before[later].add(earlier)

    def sorted(self) -> tuple[list[str], list[str]]:
        """Steps in order, always the earliest place that is free; and those caught in a circle."""
        left = dict(self.before)
        order: list[str] = []
        done: set[str] = set()
        while left:
            free = [s for s, needs in left.items() if needs <= done]
            if not free:
                return order, sorted(left, key=lambda s: (self.place[s], s))
            step = min(free, key=lambda s: (self.place[s], s))
            order.append(step)
            done.add(step)
            del left[step]
        return order, []


@dataclass(frozen=True)
class Placed:
    """What the order needs to know of a part on the blank; bores as they will be when it is fitted."""

    part: Part
    name: str
    start_mm: float
    end_mm: float
    bore_wanted_mm: tuple[float, float] | None
    reamed: bool


def plan_order(build: Build, work: WorkingBlank, placed: Iterable[Placed]) -> OrderPlan:
    """An order of work for the school, or what contradicts it."""
    everything = list(placed)
    parts = [p for p in everything if not p.part.on_rod]
    staying = [p for p in everything if p.part.on_rod]
    handle = build.handle
    graph = _Graph()
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
    _bench_steps(graph, build, parts)
    for n, p in enumerate(parts):
        _part_steps(graph, build, p, n, entry[p.part.id])
    for i, low in enumerate(parts):
        for high in parts[i + 1 :]:
            _pass_each_other(graph, low, high, entry)
    contradictions += _strays(everything)
    _guide_steps(graph, build, parts, entry)
    order, stuck = graph.sorted()
    contradictions += _circles(graph, stuck, parts)
    return OrderPlan(
        school=handle.assembly,
        steps=_written(graph, [*order, *stuck], set(handle.steps_done)),
        contradictions=tuple(contradictions),
        vent=_vent(build, parts),
        sub_assembly=_joined_first(parts) if handle.assembly == "sub_assembly" else (),
    )


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
    if least >= thickest + PASS_ROOM_MM:
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


def _bench_steps(graph: _Graph, build: Build, parts: list[Placed]) -> None:
    if build.blank.trim_butt_mm or build.blank.trim_tip_mm:
        graph.add("trim", "trim", "Cut the blank to length", (0, 0), irreversible=True)
    if build.spine.school != "ignore" and not build.handle.guides_on:
        graph.add("spine", "spine", "Find the spine and draw its line", (0, 1))
    if parts:
        graph.add("scuff", "scuff", "Scuff to matt only where parts will cover, wipe clean", (1, 0))
    graph.first("trim", "spine")
    graph.first("trim", "scuff")
    graph.first("spine", "scuff")


def _part_steps(graph: _Graph, build: Build, p: Placed, n: int, enters: Enters) -> None:
    step = f"part:{p.part.id}"
    kind = p.part.kind
    verb = "Slide on" if kind in LOOSE else "Glue on"
    late = 4 if kind in FROM_THE_BUTT else 2
    rank = float(n) if enters == "tip" else float(100 - n)
    graph.add(
        step, "part", f"{verb} the {p.name}, from the {enters}", (late, rank),
        part=p.part.id, enters=enters, irreversible=kind not in LOOSE,
    )  # fmt: skip
    if p.reamed:
        graph.add(f"ream:{p.part.id}", "ream", f"Ream the {p.name} and try it", (0, 10.0 + n), part=p.part.id)  # fmt: skip
        graph.first("trim", f"ream:{p.part.id}")
        graph.first(f"ream:{p.part.id}", step)
    if kind in ("reel_seat", "butt_ferrule"):
        graph.add(f"arbor:{p.part.id}", "arbor", f"Build the arbor for the {p.name}, try it on", (1, 10.0 + n), part=p.part.id)  # fmt: skip
        graph.first("scuff", f"arbor:{p.part.id}")
        graph.first(f"arbor:{p.part.id}", step)
    graph.first("scuff", step)
    graph.first("spine", step)


def _pass_each_other(graph: _Graph, low: Placed, high: Placed, entry: dict[str, Enters]) -> None:
    """``low`` lies nearer the butt: from the tip it passes ``high``'s place, and the other way round."""
    if entry[low.part.id] == "tip":
        graph.first(f"part:{low.part.id}", f"part:{high.part.id}")
    if entry[high.part.id] == "butt":
        graph.first(f"part:{high.part.id}", f"part:{low.part.id}")


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


def _guide_steps(
    graph: _Graph, build: Build, parts: list[Placed], entry: dict[str, Enters]
) -> None:
    handle = build.handle
    if handle.guides_on:
        return
    has_check = any(p.kind == "winding_check" for p in handle.parts)
    if parts and not has_check and not handle.no_check:
        graph.add("check", "check", "A winding check: none is listed. Add it to the stack, or say there is none", (2, 90))  # fmt: skip
    graph.add("guides", "guides", "Wrap the guides", (3, 0), irreversible=True)
    graph.add("tip_top", "tip_top", "Set the tip-top", (3, 1), irreversible=True)
    graph.first("check", "guides")
    graph.first("check", "tip_top")
    graph.first("spine", "guides")
    for p in parts:
        if entry[p.part.id] == "tip":
            graph.first(f"part:{p.part.id}", "guides")
            graph.first(f"part:{p.part.id}", "tip_top")
        elif handle.assembly == "seat_last":
            graph.first("guides", f"part:{p.part.id}")


def _circles(graph: _Graph, stuck: list[str], parts: list[Placed]) -> list[Contradiction]:
    """Name the first two parts that each have to go on before the other."""
    names = {f"part:{p.part.id}": p for p in parts}
    caught = [s for s in stuck if s in names]
    for a in caught:
        for b in caught:
            if a < b and a in graph.before[b] and b in graph.before[a]:
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


def _written(graph: _Graph, order: list[str], done: set[str]) -> tuple[Step, ...]:
    out = []
    for step in order:
        kind, words, part, enters, irreversible = graph.steps[step]
        needs = sorted(graph.before[step], key=lambda s: (graph.place[s], s))
        waiting = tuple(s for s in needs if s not in done)
        out.append(
            Step(
                id=step, kind=kind, words=words, part_id=part, enters=enters, irreversible=irreversible,
                after=tuple(needs), open_before=waiting, done=step in done,
                out_of_turn=step in done and bool(waiting),
            )
        )  # fmt: skip
    return tuple(out)
