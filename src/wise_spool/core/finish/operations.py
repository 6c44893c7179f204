"""What is done to finish the rod: one operation a coat, and its wait; an area's own coats with what goes before them."""

from collections.abc import Iterator, Mapping

from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import Area, FinishKind
from wise_spool.core.finish.areas import PRESERVED
from wise_spool.core.finish.coats import AreaPlan, CoatPlan, FinishPlan
from wise_spool.core.finish.kinds import CAUTIONS, FIRST, SETS_BY
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Before, Need, Operation, Resource, Wait
from wise_spool.core.ground.units import format_volume
from wise_spool.core.wraps.progress import figure_step

RESOURCES: Mapping[str, tuple[Resource, ...]] = {
    "turning": ("person", "dryer"),
    "lamp": ("person", "lamp"),
    "air": ("person",),
}


def coat_id(number: int) -> str:
    """The operation that lays a coat of the wraps."""
    return f"coat:{number}"


def layer_id(area: str, number: int) -> str:
    """The operation that lays a coat of an area."""
    return f"layer:{area}:{number}"


def scuff_id(number: int) -> str:
    """The operation that scuffs before a coat whose window has shut."""
    return f"scuff:coat:{number}"


def caution_of(kind: FinishKind) -> str:
    """What to beware of with a kind of finish."""
    return f"{CAUTIONS[kind]} {FIRST}"


def _wait(build: Build, coat: CoatPlan, *, last: bool) -> Wait:
    clocks = {c.name: c.minutes for c in coat.by_tin}
    turns = clocks["rotate"] if SETS_BY[coat.kind] == "turning" else 0.0
    ran = {
        "at_c": coat.temperature_c,
        "turns_min": turns,
        "ran_min": coat.ran_min,
        "ran_until": coat.ran_until,
    }
    if last:
        return Wait(least_min=clocks["handle"], most_min=None, what="the rod may be handled", **ran)
    shuts = None if build.finish.past_window else clocks["recoat closes"]
    return Wait(
        least_min=clocks["recoat opens"], most_min=shuts, what="the next coat may go on", **ran
    )


def finish_operations(build: Build, plan: FinishPlan) -> list[Operation]:
    """Every coat that is wished or laid, in order; the last waits until the rod may be handled."""
    out = [o for area in plan.areas_own for o in _of_area(build, area)]
    if not plan.areas and not build.finish.laid:
        return out
    preserved = next((a.coats[-1] for a in plan.areas_own if a.id == PRESERVED and a.coats), None)
    for coat in plan.coats:
        clocks = {c.name: c.minutes for c in coat.clocks}
        if coat.number == 1:
            first = [
                *_wrapped(build),
                Before(id="tip_top", why="the coat runs over its edge"),
                Before(id="line_up", why="the coat sets every foot where it stands"),
                Before(id="label", why="the coat covers it"),
            ]
            if preserved is not None:
                first.append(Before(id=layer_id(PRESERVED, preserved.number), why="the preserver is dry before the finish"))  # fmt: skip
        else:
            first = [
                Before(id=coat_id(coat.number - 1), why="one coat on another"),
                Before(id=f"cut_back:{coat.number}", why="what stands up is cut back first"),
                Before(id=f"label:after:{coat.number - 1}", why="the coat covers it"),
                Before(id=scuff_id(coat.number), why="a coat that has shut takes the next one scuffed"),
            ]  # fmt: skip
            if build.finish.past_window:
                out.append(_scuffed(coat))
        name = f"Lay coat {coat.number}" + (f", {coat.words}" if coat.words else "")
        out.append(
            Operation(
                id=coat_id(coat.number), kind="coat", stage="finish", words=name,
                rank=(5, float(coat.number)), hands_min=round(coat.brush_min, 1), wait=_wait(build, coat, last=coat.number == len(plan.coats)),
                needs=(Need(what=coat.product, amount=format_volume(sum(m.part_a_ml + m.part_b_ml for m in coat.mixes))),),
                resources=RESOURCES[SETS_BY[coat.kind]],
                setup=f"finish {coat.product}", setup_min=habits().mix_min, pot_min=round(habits().pot_share * clocks["pot life"], 1),
                irreversible=True, after=tuple(first), caution=caution_of(coat.kind), done=coat.laid,
                done_at=coat.starts_at if coat.laid else None,
            )
        )  # fmt: skip
    return out


def _scuffed(coat: CoatPlan) -> Operation:
    return Operation(
        id=scuff_id(coat.number), kind="scuff", stage="finish", words=f"Scuff before coat {coat.number}, if the window has shut",
        rank=(5, coat.number - 0.4), hands_min=habits().scuff_min, done=coat.laid, needs=(Need(what="fine abrasive, wet"), Need(what="alcohol")),
        after=(Before(id=coat_id(coat.number - 1), why="it is that coat that is scuffed"),),
        caution="Wet, with a mask: finish dust is sharp and sensitises.",
    )  # fmt: skip


def laid_coats(plan: FinishPlan) -> Iterator[tuple[str, CoatPlan]]:
    """Every coat that is on, with the operation that laid it."""
    yield from ((coat_id(c.number), c) for c in plan.coats if c.laid)
    yield from ((layer_id(a.id, c.number), c) for a in plan.areas_own for c in a.coats if c.laid)


def coat_of(o: Operation, plan: FinishPlan) -> CoatPlan | None:
    """The coat an operation lays: of the wraps, or of an area."""
    if o.kind == "coat":
        return next((c for c in plan.coats if coat_id(c.number) == o.id), None)
    return next((c for a in plan.areas_own for c in a.coats if layer_id(a.id, c.number) == o.id), None)  # fmt: skip


def _of_area(build: Build, area: AreaPlan) -> list[Operation]:
    """Scuff and mask what is painted, then its coats, each when the one before it may be coated."""
    if not area.coats or area.start_mm is None or area.end_mm is None:
        return []
    place = Place(start_mm=area.start_mm, end_mm=area.end_mm)
    said = next((a for a in build.finish.areas if a.id == area.id), None)
    first = _before_area(build, said)
    out: list[Operation] = []
    if said is not None and said.covers in ("seat", "stretch"):
        masked = f"Mask {said.masked}." if said.masked else "Mask what stays bare."
        out.append(
            Operation(
                id=f"mask:{area.id}", kind="mask", stage="finish", words=f"Scuff, clean and mask: {area.name}", rank=_rank(said, 0), place=place, off_rod=_is_loose(said),
                hands_min=habits().mask_min, needs=(Need(what="fine abrasive"), Need(what="alcohol"), Need(what="masking tape")), after=first,
                done=area.on > 0, caution=f"{masked} Dust mask; no flame near the cleaner.",
            )
        )  # fmt: skip
        first = (Before(id=f"mask:{area.id}", why="paint holds on what is scuffed and clean"),)
    for coat in area.coats:
        last = coat.number == len(area.coats)
        after = first if coat.number == 1 else (Before(id=layer_id(area.id, coat.number - 1), why="one coat on another"),)  # fmt: skip
        wait = _wait(build, coat, last=False) if area.id == PRESERVED else _wait(build, coat, last=last)  # fmt: skip
        name = coat.words or f"coat {coat.number} of {len(area.coats)}"
        out.append(
            Operation(
                id=layer_id(area.id, coat.number), kind="layer", stage="finish", words=f"{area.name[:1].upper()}{area.name[1:]}: {name}", rank=_rank(said, coat.number),
                place=place, hands_min=round(max(coat.brush_min, 3.0), 1), wait=wait.model_copy(update={"what": "what follows may go on"}), after=after,
                needs=(Need(what=coat.product, amount=format_volume(sum(m.part_a_ml + m.part_b_ml for m in coat.mixes))),),
                resources=RESOURCES[SETS_BY[coat.kind]], setup=f"finish {coat.product}", setup_min=habits().mix_min / 2 if len(coat.mixes) and coat.mixes[0].part_b_ml == 0 else habits().mix_min,
                irreversible=True, caution=caution_of(coat.kind), done=coat.laid, done_at=coat.starts_at if coat.laid else None, off_rod=_is_loose(said),
            )
        )  # fmt: skip
    return out


def _is_loose(said: Area | None) -> bool:
    """Whether it is painted before it is glued."""
    return said is not None and said.covers == "seat" and said.loose


def _rank(said: Area | None, number: int) -> tuple[float, ...]:
    """Loose parts are painted before they are glued, a stretch before it is wrapped, what lies on thread before the first coat."""
    if said is None:
        return (4, 6.0, number)
    if said.covers == "seat":
        return (0.5 if _is_loose(said) else 2.5, 0.0, number)
    return (2.8 if said.covers == "stretch" else 5, 0.5, number)


def _wrapped(build: Build) -> list[Before]:
    """The guides and every figure."""
    steps = ["guides", *(figure_step(f.id) for f in build.wraps.decoration)]
    return [Before(id=step, why="nothing is coated before it is wrapped") for step in steps]


def _before_area(build: Build, said: Area | None) -> tuple[Before, ...]:
    if said is None or said.covers in ("decoration", "ferrules", "labels"):
        return (
            *_wrapped(build),
            Before(id="line_up", why="the coat sets every foot where it stands"),
            Before(id="label", why="the coat covers it"),
        )
    if said.covers == "seat" and not said.loose:
        return (Before(id=f"part:{said.part_id}", why="it is painted on the rod"),)
    return (Before(id="marks", why="its ends are marked"),) if said.covers == "stretch" else ()


def follows_paint(build: Build, plan: FinishPlan) -> list[tuple[str, str, str]]:
    """What waits for an area's last coat: glueing a part that is painted loose, wrapping over paint, labels, the scale."""
    out = []
    for area in plan.areas_own:
        if not area.coats or area.id == PRESERVED:
            continue
        said = next(a for a in build.finish.areas if a.id == area.id)
        last = layer_id(area.id, len(area.coats))
        if said.covers == "seat" and said.loose:
            out.append((last, f"part:{said.part_id}", "it is painted before it is glued on"))
        elif said.covers in ("stretch", "seat"):
            out.append((last, "guides", "the paint lies under the thread"))
            out.append((last, "label", "labels go on over the paint"))
    return out
