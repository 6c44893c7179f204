"""The order in which parts go on: what passes what, what traps what, and what may not be done yet.

A part that slides on from the tip passes every place ahead of its own, so it
goes on before the parts that will sit there; from the butt it is the other way
round. Together with what each part needs made ready first this is a graph; the
order is a path through it, or two parts that each want to be first are named.
Method page: ``docs/methods/order.md``.
"""

from collections.abc import Iterable, Mapping, Sequence
from contextlib import suppress
from graphlib import CycleError, TopologicalSorter

import numpy as np

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import AssemblySchool, HandleWished
from wise_spool.core.document.work import Ahead
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.operations import Before, Need, Operation
from wise_spool.core.handle.entering import BUTT_ENDS, LOOSE
from wise_spool.core.handle.fits import Bore
from wise_spool.core.handle.stack import FILLED_BY_BANDS
from wise_spool.core.work.hands import hands_min
from wise_spool.core.work.passing import (
    Contradiction,
    Placed,
    Proud,
    cannot_pass,
    is_blind,
    must_pass,
    over_its_own,
    passing,
    past_what_stays,
    round_what_is_proud,
    strays,
)

ASSEMBLY_WORDS: dict[AssemblySchool, str] = {
    "butt_first": "the butt end over the butt, the rest from the tip",
    "tip_down": "slid down from the tip, part by part",
    "sub_assembly": "grip and seat joined off the rod, then slid on",
    "mixed": "what lies behind the seat over the butt, the rest from the tip",
    "grip_guides_seat": "the grip ahead, then the guides, then the seat over the butt",
    "seat_last": "guides first, the whole handle over the butt",
    "butt_up": "everything over the butt end",
}


class OrderPlan(Frozen):
    """Operations up to the guides, in order. ``vent`` is why a vent is needed, None when it is not."""

    school: AssemblySchool
    steps: tuple[Operation, ...]
    contradictions: tuple[Contradiction, ...]
    vent: str | None
    sub_assembly: tuple[str, ...]


def plan_order(
    build: Build,
    work: WorkingBlank,
    placed: Iterable[Placed],
    others: Iterable[Operation] = (),
    prouds: Sequence[Proud] = (),
    skipped: Mapping[str, str] | None = None,
) -> OrderPlan:
    """An order of work for the school, or what contradicts it; ``others`` are the operations of the
    other rooms, ordered along, ``prouds`` what stands in the way of all that passes it."""
    everything = list(placed)
    parts = [p for p in everything if not p.part.on_rod]
    staying = [p for p in everything if p.part.on_rod]
    joined = _joined_first(parts) if build.handle.assembly == "sub_assembly" else ()
    bodies = _bodies(parts, joined)
    contradictions = [c for p in bodies if (c := cannot_pass(p, build, work)) is not None]
    contradictions += [
        past_what_stays(p, stays) for p in bodies for stays in staying if must_pass(p, stays)
    ]
    contradictions += [
        c for p in bodies for o in prouds if (c := over_its_own(p, o, build)) is not None
    ]
    operations = [*others, *_handle_operations(build, bodies, parts)]
    firsts = passing(bodies) + _round_the_guides(build, bodies)
    firsts += round_what_is_proud(bodies, prouds, build)
    seat = next((p for p in bodies if p.part.kind == "reel_seat"), None)
    if build.handle.spine_in_wet_seat and seat is not None:
        firsts.append(
            (
                f"part:{seat.part.id}",
                "spine",
                "the line is found while the seat still turns in its adhesive",
            )
        )
    contradictions += strays(everything)
    done = set(build.handle.steps_done)
    ordered, stuck, _ = in_order(operations, firsts, done, build.work.ahead, skipped)
    contradictions += _circles(ordered, stuck, bodies)
    return OrderPlan(
        school=build.handle.assembly,
        steps=tuple(ordered),
        contradictions=tuple(contradictions),
        vent=_vent(build, bodies, ordered),
        sub_assembly=joined,
    )


def _bodies(parts: list[Placed], joined: tuple[str, ...]) -> list[Placed]:
    """The parts as they go on: those that are joined off the rod are one."""
    if not joined:
        return parts
    group = [p for p in parts if p.part.id in joined]
    seat = next(p for p in group if p.part.kind == "reel_seat")
    bores = [p.bore for p in group]
    first = max(group[0].start_mm, 0.0)
    bore = None
    if all(b is not None for b in bores):
        u = np.concatenate([max(p.start_mm, 0.0) - first + p.bore.u_mm for p in group if p.bore])
        bore = Bore(u, np.concatenate([b.bore_mm for b in bores if b]))
    name = " and ".join(p.name for p in group)
    one = Placed(
        seat.part, f"joined {name}", group[0].start_mm, group[-1].end_mm, seat.enters, bore,
        reamed=any(p.reamed for p in group), filled=seat.filled, members=joined,
    )  # fmt: skip
    out = []
    for p in parts:
        if p.part.id == group[0].part.id:
            out.append(one)
        elif p.part.id not in joined:
            out.append(p)
    return out


def in_order(
    operations: Iterable[Operation],
    firsts: Iterable[tuple[str, str, str]],
    done: set[str],
    ahead: Iterable[Ahead] = (),
    skipped: Mapping[str, str] | None = None,
) -> tuple[list[Operation], list[str], tuple[str, ...]]:
    """Operations in an order that keeps who comes first, the lowest rank that is free each time; the
    ids caught in a circle, which come last; and which wishes ``ahead`` nothing can follow.

    ``firsts`` are (earlier, later, why); what names an operation that is not there is no constraint.
    ``skipped`` are ids that are left out, with the reason: what comes after them need not wait.
    """
    left_out = dict(skipped or {})
    by_id = {o.id: o for o in operations}
    before: dict[str, dict[str, Before]] = {i: {} for i in by_id}
    for o in by_id.values():
        for b in o.after:
            if b.id in by_id:
                before[o.id].setdefault(b.id, b)
    for earlier, later, why in firsts:
        if (
            earlier in by_id
            and later in by_id
            and earlier != later
            and earlier not in before[later]
        ):
            before[later][earlier] = Before(id=earlier, why=why)
    against = _wished(ahead, by_id, before)
    order, stuck = _sorted(by_id, before)
    finished = {i for i, o in by_id.items() if i in done or o.done}

    def placed(i: str) -> tuple[tuple[float, ...], str]:
        return by_id[i].rank, i

    out = []
    for i in (*order, *stuck):
        needs = sorted(before[i], key=placed)
        waiting = tuple(n for n in needs if n not in finished and n not in left_out)
        out.append(
            by_id[i].model_copy(
                update={
                    "after": tuple(before[i][n] for n in needs),
                    "open_before": waiting,
                    "done": i in finished,
                    "skipped": "" if i in finished else left_out.get(i, ""),
                    "out_of_turn": i in finished and bool(waiting),
                }
            )
        )
    return out, stuck, against


def _wished(
    ahead: Iterable[Ahead], by_id: dict[str, Operation], before: dict[str, dict[str, Before]]
) -> tuple[str, ...]:
    """Lay the builder's wishes into who comes first; those that go against what must be are named."""
    against = []
    for wish in ahead:
        if wish.earlier not in by_id or wish.later not in by_id or wish.earlier == wish.later:
            continue
        why = _why_after(wish.earlier, wish.later, before)
        if why is None:
            wanted = Before(id=wish.earlier, why="you want it first")
            before[wish.later].setdefault(wish.earlier, wanted)
        else:
            against.append(
                f"“{by_id[wish.earlier].words}” cannot come before “{by_id[wish.later].words}”: {why}."
            )
    return tuple(against)


def _why_after(this: str, that: str, before: dict[str, dict[str, Before]]) -> str | None:
    """Why ``this`` must come after ``that``, by way of whatever lies between; None when it need not."""
    seen, open_ = {this}, [(this, "")]
    while open_:
        here, why = open_.pop()
        for earlier, because in before[here].items():
            if earlier == that:
                return why or because.why
            if earlier not in seen:
                seen.add(earlier)
                open_.append((earlier, why or because.why))
    return None


def _sorted(
    by_id: dict[str, Operation], before: dict[str, dict[str, Before]]
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


def _handle_operations(build: Build, bodies: list[Placed], parts: list[Placed]) -> list[Operation]:
    """Marking and scuffing, and for each part its reaming, its arbor and its seating. A blank that is scuffed or
    bears a part was marked."""
    if not parts:
        return []
    trimmed = Before(id="trim", why="the cut moves every station")
    scuffed = Before(id="scuff", why="glue holds on matt, clean blank only")
    wet = build.handle.spine_in_wet_seat
    marked = Before(id="marks", why="no more is scuffed than the parts cover")
    done = build.handle.steps_done
    out = [
        Operation(
            id="marks", kind="marks", stage="handle", rank=(0.9, 0), words="Draw the marks, from the butt and from the tip",
            needs=(Need(what="steel tape or story stick"), Need(what="grease pencil")), after=(trimmed,),
            done=any(s == "scuff" or s.startswith("part:") for s in done),
        ),
        Operation(
            id="scuff", kind="scuff", stage="handle", rank=(1, 0), words="Scuff to matt only where parts will cover, wipe clean",
            needs=(Need(what="fine abrasive"), Need(what="alcohol and folded towels")),
            after=(trimmed, marked) if wet else (trimmed, marked, Before(id="spine", why="its line is drawn on past what is scuffed, for scuffing takes it off")),
            caution="Carbon dust: mask and extraction. Alcohol burns: away from flame and heat.",
        )
    ]  # fmt: skip
    for n, p in enumerate(bodies):
        members = [q for q in parts if q.part.id in p.members] or [p]
        out += _body_operations(p, n, members, trimmed, scuffed, build.handle)
    has_check = any(p.kind == "winding_check" for p in build.handle.parts)
    if not has_check and not build.handle.no_check and not build.handle.guides_on:
        out.append(
            Operation(
                id="check", kind="check", stage="handle", rank=(2, 90),
                words="A winding check: none is listed. Add it to the stack, or say there is none",
            )
        )  # fmt: skip
    return out


def _body_operations(
    p: Placed,
    n: int,
    members: list[Placed],
    trimmed: Before,
    scuffed: Before,
    handle: HandleWished,
) -> list[Operation]:
    """What makes one body ready, and putting it on."""
    kind, part = p.part.kind, p.part.id
    place = Place(start_mm=p.start_mm, end_mm=p.end_mm)
    firsts = [scuffed]
    if not handle.spine_in_wet_seat:
        firsts.append(Before(id="spine", why="parts are aligned to its line"))
    out: list[Operation] = []
    for k, one in enumerate(members):
        ready, made = _made_ready(one, n + k / 10, trimmed, scuffed)
        out += made
        firsts += ready
        if handle.parts_finished_first and one.part.material == "wood":
            out.append(_finished_first(one, n, ready))
            firsts.append(Before(id=f"finish:{one.part.id}", why="it is finished off the rod"))
    if p.members:
        out.append(
            Operation(
                id=f"join:{part}", kind="join", stage="handle", rank=(1, 20.0 + n), part_id=part, place=place, irreversible=True, off_rod=True,
                words="Glue the " + " and ".join(m.name for m in members) + " together off the rod, straight, and let it set",
                after=tuple(b for b in firsts if b.id not in (scuffed.id, "spine")), needs=(Need(what="a rod or mandrel of the blank's size, waxed"),),
            )
        )  # fmt: skip
        firsts.append(Before(id=f"join:{part}", why="they go on as one"))
    verb = "Slide on" if kind in LOOSE else "Glue on"
    rank = (2.0, float(n) - 50) if kind in BUTT_ENDS and p.enters == "butt" else (2.0, float(n) if p.enters == "tip" else 100.0 - n)  # fmt: skip
    out.append(
        Operation(
            id=f"part:{part}", kind="part", stage="handle", words=f"{verb} the {p.name}, from the {p.enters}",
            rank=rank, part_id=part, place=place, enters=p.enters,
            irreversible=kind not in LOOSE, after=tuple(firsts),
            hands_min=None if kind in LOOSE else sum(hands_min(m.part.kind) for m in members),
        )
    )  # fmt: skip
    return out


def _finished_first(p: Placed, n: int, ready: list[Before]) -> Operation:
    return Operation(
        id=f"finish:{p.part.id}", kind="part_finish", stage="handle", rank=(0, 30.0 + n), part_id=p.part.id,
        place=Place(start_mm=p.start_mm, end_mm=p.end_mm), irreversible=True, off_rod=True, after=tuple(ready),
        words=f"Varnish or oil the {p.name} off the rod, its bore plugged, and let it cure",
        caution="Oily rags heat up by themselves: dry them outdoors or in a metal bin.",
    )  # fmt: skip


def _made_ready(
    p: Placed, n: float, trimmed: Before, scuffed: Before
) -> tuple[list[Before], list[Operation]]:
    """Its filler, its reaming and its arbor, and why they come before it."""
    kind, part = p.part.kind, p.part.id
    place = Place(start_mm=p.start_mm, end_mm=p.end_mm)
    before: list[Before] = []
    out = []
    if p.filled:
        out.append(
            Operation(
                id=f"fill:{part}", kind="arbor", stage="handle", rank=(0, 5.0 + n), part_id=part, place=place,
                words=f"Glue the filler into the {p.name}, off the rod, and let it cure", irreversible=True, off_rod=True,
            )
        )  # fmt: skip
        before.append(Before(id=f"fill:{part}", why="it is bored to the blank in its filler"))
    if p.reamed:
        out.append(
            Operation(
                id=f"ream:{part}", kind="ream", stage="handle", rank=(0, 10.0 + n), words=f"Ream the {p.name} and try it",
                part_id=part, place=place, irreversible=True, after=(trimmed, *before), needs=(Need(what="tapered reamer"),),
                caution="Clamp it, or hold it with a leather glove off the bit; let the tool cut.",
            )
        )  # fmt: skip
        before.append(Before(id=f"ream:{part}", why="it does not reach its mark before"))
    if kind in FILLED_BY_BANDS and not p.filled:
        out.append(
            Operation(
                id=f"arbor:{part}", kind="arbor", stage="handle", rank=(1, 10.0 + n), part_id=part, place=place,
                words=f"Build the arbor for the {p.name}, try it on", after=(scuffed,),
            )
        )  # fmt: skip
        before.append(Before(id=f"arbor:{part}", why="it sits on its arbor"))
    return before, out


def _round_the_guides(build: Build, bodies: list[Placed]) -> list[tuple[str, str, str]]:
    out = []
    late = build.handle.assembly in ("seat_last", "grip_guides_seat")
    for p in bodies:
        step = f"part:{p.part.id}"
        if p.enters == "tip":
            why = f"the {p.name} slides on from the tip, past every guide's place"
            out += [(step, "guides", why), (step, "tip_top", why)]
        elif is_blind(p.part) and not build.handle.tip_closed and not _comes_late(p, build):
            out.append(
                (step, "tip_top", f"while the tip is open no air is trapped in the {p.name}")
            )
        if p.enters == "butt" and late and not _is_butt_end(p):
            out.append(("guides", step, f"the {p.name} is aligned to the guides"))
    return out


def _comes_late(p: Placed, build: Build) -> bool:
    return build.handle.coats_before_ferrule and p.part.kind == "butt_ferrule"


def _is_butt_end(p: Placed) -> bool:
    return p.part.kind in BUTT_ENDS or p.part.closed_end_mm > 0


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


def _vent(build: Build, bodies: list[Placed], ordered: list[Operation]) -> str | None:
    """Air is trapped by a blind part that goes on when the tip is closed already: said to be, or by
    this very order, or by what was done."""
    at = {o.id: n for n, o in enumerate(ordered)}
    closed = next((o for o in ordered if o.id == "tip_top"), None)
    for p in (b for b in bodies if is_blind(b.part)):
        step = at.get(f"part:{p.part.id}")
        if step is None or ordered[step].done:
            continue
        late = _comes_late(p, build)
        after = closed is not None and (closed.done or late or at["tip_top"] < step)
        if build.handle.tip_closed or build.handle.guides_on or after:
            when = (
                "is closed already"
                if build.handle.tip_closed or (closed and closed.done)
                else "is closed by then"
            )
            return (
                f"The tip {when}: file a small vent groove for the {p.name}, "
                "or the trapped air pushes it off as the adhesive sets."
            )
    return None
