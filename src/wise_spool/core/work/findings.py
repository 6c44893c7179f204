"""What would go wrong at the bench: order of work and glue-up; one plain sentence each."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Finding, Noted, Spot
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_minutes
from wise_spool.core.ground.units import format_warmth, format_weight
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.work.balance import BalancePlan
from wise_spool.core.work.glue_up import GlueUpPlan
from wise_spool.core.work.order import OrderPlan
from wise_spool.core.work.planning import WorkPlan


def find_in_work(
    build: Build, handle: HandlePlan, work: WorkPlan, balance: BalancePlan | None
) -> list[Finding]:
    """What would go wrong at the bench, once there is a handle to build; what it will weigh."""
    add = Noted("handle")
    if balance is not None:
        _judge_weight(build, balance, add)
    if build.handle.parts:
        _judge_order(handle, work.order, add)
        _judge_glue(handle, work.glue_up, add)
    return add.found


def _judge_weight(build: Build, balance: BalancePlan, add: Noted) -> None:
    """A wish for the weight, once it is surely missed or surely met."""
    over, rod_g = balance.over_wish_g, balance.cases[0].rod_g
    if over is None or build.brief.wish_g is None:
        return
    first = max((x for x in balance.lines if x.what != "reel"), key=lambda x: x.mass_g)
    far = f"{format_weight(abs(over))} {'over' if over > 0 else 'under'}"
    sure = abs(over) > balance.give_g
    doubt = (
        ""
        if sure
        else f"; the guesses in it may be {format_weight(balance.give_g)} off, so weigh them"
    )
    add(
        "work-weight",
        "check" if sure and over > 0 else "note",
        f"Without its reel the rod comes to {format_weight(rod_g)}, {far} what was wished{doubt}.",
        "What is weighed counts as it is; what is guessed from size and material may be off.",
        Spot(field="brief.wish_g"),
        "from habit, editable",
        wished=format_weight(build.brief.wish_g),
        heaviest=f"{first.what}, {format_weight(first.mass_g)}",
        on_a_scale=format_weight(balance.weighed_g),
    )


def _judge_order(plan: HandlePlan, order: OrderPlan, add: Noted) -> None:
    """Orders that contradict themselves, steps out of turn, vents."""
    for c in order.contradictions:
        part = next(p for p in plan.parts if p.id == c.part_id)
        add(
            "order-contradiction",
            "ruins",
            c.sentence,
            "From the tip a part passes every place ahead of its own; from the butt every place behind it.",
            part.spot,
        )
    by_id = {s.id: s for s in order.steps}
    for step in order.steps:
        if step.out_of_turn:
            first = by_id[step.open_before[0]]
            why = next(b.why for b in step.after if b.id == first.id)
            cannot = "It cannot be undone" if step.irreversible else "Take it off again, or bring the other from its other end"  # fmt: skip
            add(
                "order-out-of-turn",
                "ruins" if step.irreversible else "check",
                f"“{step.words}” is marked done, but “{first.words}” is still open: {why}. {cannot}.",
                "No step is done past one it depends on.",
                Spot(field="handle.steps_done"),
            )
    if order.vent is not None:
        add("order-vent", "check", order.vent, "A blind part traps air only when the other end is closed.", None)  # fmt: skip


def _judge_glue(plan: HandlePlan, glue_up: GlueUpPlan, add: Noted) -> None:
    """Adhesives refused, mixes that outlive their pot, the caution."""
    for mix in glue_up.mixes:
        for joint in mix.joints:
            if joint.refused is not None:
                part = next(p for p in plan.parts if p.id == joint.part_id)
                add("glue-refused", "ruins", f"Not {joint.adhesive} on the {joint.name}: {joint.refused}.", "Open time must outlast seating and aligning.", part.spot)  # fmt: skip
            if joint.wary is not None:
                part = next(p for p in plan.parts if p.id == joint.part_id)
                add("glue-wary", "check", f"{joint.adhesive} on the {joint.name}: {joint.wary}.", "Heat and load decide what holds.", part.spot, "common practice")  # fmt: skip
        if mix.too_long and not any(j.refused for j in mix.joints):
            names = " and ".join(j.name for j in mix.joints)
            add(
                "glue-too-long",
                "ruins",
                f"The {names} take {mix.hands_min:.0f} min of hands, but {mix.adhesive} lives {mix.pot_life_min:.0f} min at {format_warmth(glue_up.temperature_c)}: "
                "cool the room, take a slower adhesive, or have a second pair of hands.",
                f"Spreading, seating, wiping and aligning take at most {100 * habits().pot_share:.0f} % of pot life.",
                Spot(field="handle.glue_temperature_c"),
                "from habit, editable",
            )
    if glue_up.mixes and glue_up.assumed:
        mix = glue_up.mixes[0]
        add(
            "glue-assumed",
            "check",
            f"No adhesive is listed: the mixes and clocks are reckoned for a slow paste that lives {mix.pot_life_min:.0f} min at {format_warmth(glue_up.temperature_c)}. List what you have.",
            "Nothing is planned with that is not at hand without saying so.",
            Spot(field="handle.adhesives"),
            "from habit, editable",
        )
    if glue_up.mixes and glue_up.temperature_c < habits().glue_cold_c:
        longest = max(m.set_min for m in glue_up.mixes)
        add(
            "glue-cold",
            "check",
            f"At {format_warmth(glue_up.temperature_c)} adhesive is stiff, wets badly and takes {format_minutes(longest)} to set: warm parts, adhesive and room, or wait.",
            f"Under {format_warmth(habits().glue_cold_c)} epoxy may never cure through; the data sheet's least temperature comes first.",
            Spot(field="handle.glue_temperature_c"),
            "from habit, editable",
        )
    if glue_up.mixes:
        add(
            "glue-caution",
            "note",
            "Hardener sensitises skin and airways: nitrile gloves, moving air, no solvent on skin. A large leftover mix heats up: spread it out. The data sheet comes first.",
            "General shop caution; the safety data sheet and local rules come first.",
            None,
            "safety data sheet",
        )
