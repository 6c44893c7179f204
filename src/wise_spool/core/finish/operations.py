"""What is done to finish the wraps: one operation a coat, and its wait."""

from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.ground.operations import Before, Need, Operation, Wait
from wise_spool.core.ground.units import format_volume

CAUTION = "Finish and hardener sensitise skin and airways: nitrile gloves and moving air. The data sheet comes first."


def finish_operations(build: Build, plan: FinishPlan) -> list[Operation]:
    """Every coat that is wished or laid, in order; the last waits until the rod may be handled."""
    if not plan.wraps and not build.finish.laid:
        return []
    out = []
    for coat in plan.coats:
        clocks = {c.name: c.minutes for c in coat.clocks}
        last = coat.number == len(plan.coats)
        wait = (
            Wait(least_min=clocks["handle"], most_min=None, what="the rod may be handled")
            if last
            else Wait(
                least_min=clocks["recoat opens"], most_min=clocks["recoat closes"], what="the next coat may go on"
            )
        )  # fmt: skip
        first = (
            (
                Before(id="guides", why="nothing is coated before it is wrapped"),
                Before(id="tip_top", why="the coat runs over its edge"),
            )
            if coat.number == 1
            else (Before(id=f"coat:{coat.number - 1}", why="one coat on another"),)
        )
        out.append(
            Operation(
                id=f"coat:{coat.number}", kind="coat", stage="finish", words=f"Lay coat {coat.number}",
                rank=(5, float(coat.number)), hands_min=round(coat.brush_min, 1), wait=wait,
                needs=(Need(what=build.finish.product.name, amount=format_volume(sum(m.part_a_ml + m.part_b_ml for m in coat.mixes))),),
                resources=("person", "lamp") if build.finish.product.kind == "uv_resin" else ("person", "dryer"),
                irreversible=True, after=first, caution=CAUTION, done=coat.laid,
                done_at=coat.starts_at if coat.laid else None,
            )
        )  # fmt: skip
    return out
