"""What is done to finish the wraps: one operation a coat, and its wait."""

from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import ClockName, FinishPlan
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Before, Need, Operation, Wait
from wise_spool.core.ground.units import format_volume

CAUTION = "Finish and hardener sensitise skin and airways: nitrile gloves and moving air. The data sheet comes first."


def _turns(build: Build, clocks: dict[ClockName, float]) -> float:
    """How long a coat turns; one set by a lamp does not."""
    return 0.0 if build.finish.product.kind == "uv_resin" else clocks["rotate"]


def finish_operations(build: Build, plan: FinishPlan) -> list[Operation]:
    """Every coat that is wished or laid, in order; the last waits until the rod may be handled."""
    if not plan.areas and not build.finish.laid:
        return []
    out = []
    for coat in plan.coats:
        clocks = {c.name: c.minutes for c in coat.clocks}
        last = coat.number == len(plan.coats)
        wait = (
            Wait(least_min=clocks["handle"], most_min=None, what="the rod may be handled", at_c=coat.temperature_c, turns_min=_turns(build, clocks))
            if last
            else Wait(
                least_min=clocks["recoat opens"], most_min=clocks["recoat closes"], what="the next coat may go on", at_c=coat.temperature_c, turns_min=_turns(build, clocks),
            )
        )  # fmt: skip
        cut = Before(id=f"cut_back:{coat.number}", why="what stands up is cut back first")
        first = (
            (
                Before(id="guides", why="nothing is coated before it is wrapped"),
                Before(id="tip_top", why="the coat runs over its edge"),
                Before(id="line_up", why="the coat sets every foot where it stands"),
                Before(id="label", why="the coat covers it"),
            )
            if coat.number == 1
            else (Before(id=f"coat:{coat.number - 1}", why="one coat on another"), cut)
        )
        out.append(
            Operation(
                id=f"coat:{coat.number}", kind="coat", stage="finish", words=f"Lay coat {coat.number}",
                rank=(5, float(coat.number)), hands_min=round(coat.brush_min, 1), wait=wait,
                needs=(Need(what=build.finish.product.name, amount=format_volume(sum(m.part_a_ml + m.part_b_ml for m in coat.mixes))),),
                resources=("person", "lamp") if build.finish.product.kind == "uv_resin" else ("person", "dryer"),
                setup=f"finish {build.finish.product.name}", setup_min=habits().mix_min, pot_min=round(habits().pot_share * clocks["pot life"], 1),
                irreversible=True, after=first, caution=CAUTION, done=coat.laid,
                done_at=coat.starts_at if coat.laid else None,
            )
        )  # fmt: skip
    return out
