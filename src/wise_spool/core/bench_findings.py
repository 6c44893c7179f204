"""What would go wrong at the bench: order of work, glue-up, turning; one plain sentence each."""

from wise_spool.core.build import Build
from wise_spool.core.findings import Noted, Spot
from wise_spool.core.handle import HandlePlan
from wise_spool.core.units import format_diameter, format_length


def judge_order(plan: HandlePlan, add: Noted) -> None:
    """Orders that contradict themselves, steps out of turn, vents."""
    for c in plan.order.contradictions:
        part = next(p for p in plan.parts if p.id == c.part_id)
        add(
            "order-contradiction",
            "ruins",
            c.sentence,
            "From the tip a part passes every place ahead of its own; from the butt every place behind it.",
            part.spot,
        )
    by_id = {s.id: s for s in plan.order.steps}
    for step in plan.order.steps:
        if step.out_of_turn:
            first = by_id[step.open_before[0]]
            cannot = "It cannot be undone" if step.irreversible else "Go back to it"
            add(
                "order-out-of-turn",
                "ruins" if step.irreversible else "check",
                f"“{step.words}” is marked done, but “{first.words}” is still open. {cannot}.",
                "No step is done past one it depends on.",
                Spot(field="handle.steps_done"),
            )
    if plan.order.vent is not None:
        add("order-vent", "check", plan.order.vent, "A blind part traps air only when the other end is closed.", None)  # fmt: skip


def judge_glue(plan: HandlePlan, add: Noted) -> None:
    """Adhesives refused, mixes that outlive their pot, the caution."""
    for mix in plan.glue_up.mixes:
        for joint in mix.joints:
            if joint.refused is not None:
                part = next(p for p in plan.parts if p.id == joint.part_id)
                add("glue-refused", "ruins", f"Not {joint.adhesive} on the {joint.name}: {joint.refused}.", "Open time must outlast seating and aligning.", part.spot)  # fmt: skip
        if mix.too_long:
            names = " and ".join(j.name for j in mix.joints)
            add(
                "glue-too-long",
                "ruins",
                f"The {names} take {mix.hands_min:.0f} min of hands, but {mix.adhesive} lives {mix.pot_life_min:.0f} min at {plan.glue_up.temperature_c:g} °C: "
                "cool the room, take a slower adhesive, or have a second pair of hands.",
                "Spreading, seating, wiping and aligning take at most 70 % of pot life.",
                Spot(field="handle.glue_temperature_c"),
                "from habit, editable",
            )
    if plan.glue_up.mixes:
        add(
            "glue-caution",
            "note",
            "Hardener sensitises skin and airways: nitrile gloves, moving air, no solvent on skin. A large leftover mix heats up: spread it out. The data sheet comes first.",
            "General shop caution; the safety data sheet and local rules come first.",
            None,
            "safety data sheet",
        )


def judge_turning(build: Build, plan: HandlePlan, add: Noted) -> None:
    """Stock too short or too thin, a kerf that cannot be, the caution."""
    rule, cuts = build.rule, plan.turning.cut_list
    if cuts.uncut and build.handle.stock.lengths_mm:
        names = ", ".join(p.name for p in cuts.uncut)
        add(
            "turning-short",
            "check",
            f"The stock is {format_length(cuts.short_mm, rule)} short: {names} cannot be cut once saw kerf and facing are counted.",
            "Every cut takes a kerf; both faces of a piece are trued.",
            Spot(field="handle.stock.lengths_mm"),
            kerf=format_diameter(build.handle.stock.kerf_mm, rule),
        )
    for piece in (*cuts.uncut, *(p for s in cuts.sticks for p in s.pieces)):
        if build.handle.stock.kerf_mm >= piece.finished_mm:
            add("turning-kerf", "check", f"A kerf of {format_diameter(build.handle.stock.kerf_mm, rule)} is wider than the {piece.name} is long: check the saw's kerf.", "A saw takes 1 to 4 mm.", Spot(field="handle.stock.kerf_mm"))  # fmt: skip
    for card in plan.turning.cards:
        if card.stock_too_thin_mm > 0:
            add("turning-thin", "ruins", f"The {card.name} is {format_diameter(card.stock_too_thin_mm, rule)} thicker than the stock is wide.", "Square stock turns round at its side.", Spot(field="handle.stock.side_mm"))  # fmt: skip
    if plan.turning.cards:
        add(
            "turning-caution",
            "note",
            "At the lathe: no gloves, sleeves and hair tied back, eyes and lungs covered. Short stock is not sawn freehand.",
            "General shop caution; the machine's own manual comes first.",
            None,
            "machine manual",
        )
