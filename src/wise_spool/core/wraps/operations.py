"""What is done to put thread on: the guides and every other wrap, then the figures."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Before, Need, Operation
from wise_spool.core.wraps.planning import WrapsPlan
from wise_spool.core.wraps.progress import all_wrapped, figure_step, wrapped_step

CAUTION = "Cut away from fingers; sleeves, hair and cord away from a turning wrapper."


def wrap_operations(build: Build, plan: WrapsPlan) -> list[Operation]:
    """Wrapping the guides, and each figure; nothing when the guides are on already."""
    if build.handle.guides_on:
        return []
    colours = sorted(
        {s.thread for w in plan.laid for s in w.stretches} or {g.thread for g in build.guides.train}
    )
    check = Before(id="check", why="a check goes on before the guides or not at all")
    need = {s.thread: s.need_m for s in plan.spools}
    minutes = sum(w.minutes for w in plan.laid)
    steps = {s.id for p in plan.progress for s in p.steps if s.done}
    on = sum(w.minutes for w in plan.laid if wrapped_step(w.id) in steps)
    mostly = max(plan.laid, key=lambda w: w.minutes).wound_with if plan.laid else ""
    out = [
        Operation(
            id="guides", kind="guides", stage="wraps", words="Wrap the guides", rank=(3, 0), irreversible=True,
            needs=tuple(Need(what=f"thread, {c}", amount=f"{need[c]:.0f} m" if c in need else "") for c in colours), resources=("person", "wrapper"),
            setup=f"thread {', '.join(colours)}", setup_min=habits().wrapper_min, hands_min=round(minutes, 1) if minutes else None,
            minutes_by=f"wrap_share.{mostly}" if mostly else "", planned_min=round(sum(w.planned_min for w in plan.laid), 2) if minutes else None,
            share_done=round(on / minutes, 3) if minutes else 0.0, after=(check, Before(id="spine", why="the guides stand on its line")), done=all_wrapped(plan.progress), caution=CAUTION,
        )
    ]  # fmt: skip
    for f in plan.figures:
        if f.trouble or f.kind == "divided":
            continue
        out.append(
            Operation(
                id=figure_step(f.id), kind="guides", stage="wraps", words=f"Lay the {f.name}", rank=(3, 0.5), irreversible=True,
                place=Place(start_mm=f.from_mm, end_mm=f.to_mm), needs=tuple(Need(what=f"thread, {m.thread}", amount=f"{m.metres:.0f} m") for m in f.metres),
                resources=("person", "wrapper"), setup=f"thread {', '.join(m.thread for m in f.metres)}", setup_min=habits().wrapper_min,
                hands_min=round(f.minutes, 1), after=(Before(id="guides", why="wraps that hold come first"),), caution=CAUTION,
            )
        )  # fmt: skip
    return out
