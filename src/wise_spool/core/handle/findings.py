"""What would ruin the handle, and what to do at each part: one plain sentence each."""

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import SeatBore
from wise_spool.core.ground.findings import Finding, Mend, Noted, Spot
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import (
    format_diameter,
    format_drill,
    format_length,
)
from wise_spool.core.ground.operations import Enters
from wise_spool.core.handle.arbors import FILLERS, SCHOOL_WORDS, ArborPlan, room_for_bands
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.ferrules import FerruleGrooves
from wise_spool.core.handle.fit_findings import judge_fit, judge_tried
from wise_spool.core.handle.reaming import ReamPlan
from wise_spool.core.handle.stack import PartPlaced


def find_in_handle(build: Build, plan: HandlePlan, work: WorkingBlank) -> list[Finding]:
    """What would ruin the handle, and what to do at each part."""
    rule = build.rule
    add = Noted("handle")
    if not plan.parts:
        add(
            "handle-empty",
            "check",
            "The handle is empty: list its parts from the butt toward the tip.",
            "The stack gives every later mark its place.",
        )
        return add.found
    kinds = {p.kind for p in plan.parts}
    if "reel_seat" not in kinds:
        add(
            "handle-no-seat",
            "check",
            "There is no reel seat in the stack.",
            "Reach and reel-side guides start from the seat.",
        )
    if "foregrip" in kinds and "winding_check" not in kinds and not build.handle.no_check:
        add(
            "handle-no-check",
            "check",
            "No winding check is listed ahead of the foregrip: it can only go on before the guides.",
            "Winding checks are the part most often forgotten.",
        )
        add.mended_by(Mend(words="no winding check, by choice", path="handle.no_check", value=True))
    for before, part, doc in zip((None, *plan.parts), plan.parts, build.handle.parts, strict=False):
        if work.length_mm is not None and part.end_mm > work.length_mm:
            add(
                "handle-past-tip",
                "ruins",
                f"The {part.name} ends {format_length(part.end_mm - work.length_mm, rule)} past the tip: the stack is longer than the blank.",
                "Parts and gaps together must be shorter than the blank.",
                part.spot,
                stack=format_length(part.end_mm, rule),
                blank=format_length(work.length_mm, rule),
            )
        if before is not None and doc.overlap_mm > before.end_mm - before.start_mm:
            add(
                "handle-overlap",
                "ruins",
                f"The {part.name} is said to reach {format_length(doc.overlap_mm, rule)} into the {before.name}, which is only "
                f"{format_length(before.end_mm - before.start_mm, rule)} long.",
                "A part cannot enter another further than it is long.",
                part.spot,
            )
            add.mended_by(
                Mend(
                    words=f"lay it up against the {before.name}",
                    path=f"handle.parts.{part.id}.overlap_mm",
                    value=0.0,
                )
            )
        if part.start_mm < 0 and doc is not build.handle.parts[0]:
            add(
                "handle-behind-butt",
                "ruins",
                f"The {part.name} starts behind the butt.",
                "Only a closed end stands out past the butt.",
                part.spot,
            )
        if not doc.on_rod:
            judge_fit(build, part, add)
    for ferrule in plan.grooves:
        _judge_ferrule(build, plan, ferrule, add)
    for ream in plan.reaming:
        _judge_reaming(build, plan, ream, add)
    for arbor in plan.arbors:
        _judge_arbor(build, plan, arbor, add)
    judge_tried(build, plan, add)
    _judge_bands(build, plan, work, add)
    _judge_turning(build, plan, add)
    if plan.reference_reach_off_mm is not None and abs(plan.reference_reach_off_mm) > 1:
        far = "longer" if plan.reference_reach_off_mm > 0 else "shorter"
        add(
            "handle-reference",
            "note",
            f"The reach is {format_length(abs(plan.reference_reach_off_mm), rule)} {far} than on the reference rod.",
            "A favourite rod is the best measure of reach.",
            Spot(field="handle.reference"),
        )
    trigger = (
        ""
        if plan.trigger_mm is None
        else f", the trigger {format_length(plan.trigger_mm + plan.longer_by_mm, rule)}"
    )
    if plan.reach_mm is not None:
        add(
            "handle-reach",
            "note",
            f"The reel foot sits {format_length(plan.reach_mm + plan.longer_by_mm, rule)} from the end of the handle{trigger}.",
            f"{format_length(203.2, rule)} to {format_length(254, rule)} is common for two-handed casts of light rods; reach, balance and taste decide.",
            next(p for p in plan.parts if p.kind == "reel_seat").spot,
        )
    return add.found


def _passes(work: WorkingBlank, seat: PartPlaced, at_mm: float) -> float | None:
    """The widest blank a place in the seat passes on its way home."""
    if work.taper is None:
        return None
    station = max(seat.start_mm, 0.0) + at_mm
    return (
        work.taper.widest_to(station) if seat.enters == "butt" else work.taper.widest_from(station)
    )


def _judge_bands(build: Build, plan: HandlePlan, work: WorkingBlank, add: Noted) -> None:
    for arbor in plan.arbors:
        seat = next(p for p in plan.parts if p.id == arbor.seat_id)
        for n, band in enumerate(arbor.bands, start=1):
            if band.trouble is not None:
                add(
                    "arbor-band-forbidden",
                    "ruins",
                    f"Band {n} cannot lie at {format_length(band.start_mm - seat.start_mm, build.rule)} in: {band.trouble}.",
                    "Bands sit inside the usable bore, clear of lips, end cap and front recess, and of each other.",
                    seat.spot,
                    room="; ".join(
                        f"{format_length(r.start_mm - seat.start_mm, build.rule)} to {format_length(r.end_mm - seat.start_mm, build.rule)}"
                        for r in arbor.room
                    ),
                )
        part = next(p for p in build.handle.parts if p.id == arbor.seat_id)
        if part.seat is not None:
            for step in part.seat.steps:
                ends = (step.from_mm, step.to_mm)
                under = [od for e in ends if (od := _passes(work, seat, e)) is not None]
                if under and step.bore_mm < max(under):
                    add(
                        "seat-lip-small",
                        "ruins",
                        f"The lip {format_length(step.from_mm, build.rule)} inside the {seat.name} ({format_diameter(step.bore_mm, build.rule)}) "
                        f"does not go over the blank ({format_diameter(max(under), build.rule)}): take a larger seat.",
                        "Every lip inside the seat must clear all the blank it passes.",
                        seat.spot,
                    )
            if part.seat.usable_to_mm > part.length_mm + 0.01:
                add(
                    "seat-bore-long",
                    "ruins",
                    f"The usable bore of the {seat.name} is said to end {format_length(part.seat.usable_to_mm - part.length_mm, build.rule)} past the seat itself.",
                    "The usable bore lies inside the seat.",
                    seat.spot,
                )
            _judge_one_side(build, arbor, part.seat, seat, add)
        wound = arbor.bands and arbor.school not in FILLERS
        if wound and all(b.trouble is None for b in arbor.bands):
            add(
                "arbor-feel",
                "note",
                "Try the front band by sliding the seat on the wrong way round: only then can it be felt.",
                "The front band hides inside the seat as it goes home.",
                seat.spot,
            )


def _judge_ferrule(build: Build, plan: HandlePlan, ferrule: FerruleGrooves, add: Noted) -> None:
    """Turns between the keys, and how true it stands."""
    if ferrule.runout_mm is None:
        return
    part = next(p for p in plan.parts if p.id == ferrule.part_id)
    turns = ", ".join(str(b.turns) for b in ferrule.tape)
    off = ferrule.runout_mm > habits().runout_ok_mm
    sentence = f"Tape between the keys of the {part.name}, from the butt: {turns} turns."
    if off:
        sentence += (
            f" What they leave loose lets the tip stand {format_length(ferrule.runout_mm, build.rule)} off: sight along the rod while it sets, "
            "or take a thinner tape."
        )
    add(
        "ferrule-runout" if off else "ferrule-turns",
        "check" if off else "note",
        sentence,
        "A ferrule rocks on its outermost bands by what they leave loose; the rod's length makes an angle of it.",
        part.spot,
        loose="; ".join(format_diameter(b.loose_mm, build.rule) for b in ferrule.tape),
    )


def _judge_one_side(
    build: Build, arbor: ArborPlan, inside: SeatBore, seat: PartPlaced, add: Noted
) -> None:
    """A lip that has to pass the bands keeps them all on one side of it: say what works instead."""
    if arbor.school in FILLERS or not arbor.room:
        return
    recess = build.handle.arbors.front_recess_mm
    whole = room_for_bands(inside, recess, None)
    reach = arbor.room[-1].end_mm - arbor.room[0].start_mm
    usable = whole[-1][1] - whole[0][0] if whole else 0.0
    if usable <= 0 or reach > habits().band_reach * usable:
        return
    other: Enters = "tip" if seat.enters == "butt" else "butt"
    there = room_for_bands(inside, recess, other)
    better = there[-1][1] - there[0][0] if there else 0.0
    instead = (
        f"brought on from the {other} the seat has room over {format_length(better, build.rule)}; "
        if better > reach
        else ""
    )
    add(
        "arbor-one-side",
        "check",
        f"What is narrow inside the {seat.name} has to pass the bands, so they all lie over {format_length(reach, build.rule)} of its "
        f"{format_length(usable, build.rule)}, and the far end can rock: {instead}or glue foam into the seat and bore that.",
        "From the tip a seat slides on with its butt face first: every bore between that face and a band has to clear the band.",
        seat.spot,
    )


def _judge_reaming(build: Build, plan: HandlePlan, ream: ReamPlan, add: Noted) -> None:
    rule = build.rule
    part = next(p for p in plan.parts if p.id == ream.part_id)
    rule_words = (
        "A reamer goes in no further than its taper stays inside the bore wanted at every depth."
    )
    if ream.drill_to_get is not None:
        add(
            "ream-pilot-get",
            "check",
            f"The {part.name} is opened by {format_diameter(ream.most_mm, rule)} and no drill listed will do for the pilot: get one of "
            f"{ream.drill_to_get.words}.",
            f"Enlarging by more than about {format_diameter(habits().pilot_over_mm, rule)} is pilot-bored; less, the reamer does alone.",
            part.spot,
            "common practice",
        )
    own = (
        f" A drill of {format_drill(ream.own_size_mm, rule)} turned by hand, backwards if it bites, does the same."
        if ream.own_size_mm
        else ""
    )
    if not ream.passes and ream.drill_first_mm is None:
        why = (
            "No reamer is listed"
            if ream.no_reamer
            else "No reamer listed enters it, takes something out and stays inside the bore wanted"
        )
        add(
            "ream-no-reamer",
            "note",
            f"{why}: open the {part.name} by up to {format_diameter(ream.left_mm, rule)} with a round file, or sandpaper on a dowel, trying it often.{own}",
            rule_words,
            part.spot,
        )
        return
    if ream.passes and ream.by_hand_only and ream.most_mm > 3:
        add(
            "ream-by-hand",
            "note",
            f"Ream the {part.name} by hand: a power drill tears a thin edge and cannot be stopped in time.",
            "Never a power drill where the edge is thin.",
            part.spot,
        )
    if ream.drill_first_mm is not None:
        add(
            "ream-pilot",
            "note",
            f"The {part.name} is opened by {format_diameter(ream.most_mm, rule)}: drill it first to "
            f"{format_drill(ream.drill_first_mm, rule)}, half way from each face on the pilot of the old hole, then ream.",
            f"Enlarging by more than about {format_diameter(habits().pilot_over_mm, rule)} is pilot-bored; less, the reamer does alone.",
            part.spot,
            "common practice",
            most_to_remove=format_diameter(ream.most_mm, rule),
        )
    if ream.left_mm > habits().left_ok_mm:
        add(
            "ream-left",
            "note",
            f"After the last pass {format_diameter(ream.left_mm, rule)} is left in the {part.name} "
            f"{format_length(ream.left_at_mm, rule)} in from its butt face: take it out with a round file or sandpaper on a dowel.{own}",
            rule_words,
            part.spot,
            left=format_diameter(ream.left_mm, rule),
        )


def _judge_arbor(build: Build, plan: HandlePlan, arbor: ArborPlan, add: Noted) -> None:
    rule = build.rule
    seat = next(p for p in plan.parts if p.id == arbor.seat_id)
    thickest = seat.butt_face.od_mm or 0.0
    numbers = {
        "seat_bore": format_diameter(arbor.bore_mm, rule),
        "blank_at_the_seat": format_diameter(thickest, rule),
    }
    if arbor.bore_mm <= thickest:
        add(
            "arbor-seat-small",
            "ruins",
            f"The seat's bore ({format_diameter(arbor.bore_mm, rule)}) is smaller than the blank under it ({format_diameter(thickest, rule)}): "
            "take a larger seat; never sand a blank to fit.",
            "The seat must clear the blank over its whole length.",
            seat.spot,
            **numbers,
        )
        return
    if not arbor.bands:
        add(
            "arbor-no-room",
            "ruins",
            "The seat's usable bore leaves no room for an arbor behind the front recess.",
            "Bands sit inside the usable bore, clear of lips and of the front recess.",
            seat.spot,
            **numbers,
        )
        return
    if arbor.gap_per_side_mm > habits().thick_per_side_mm and arbor.school.startswith("tape"):
        add(
            "arbor-thick",
            "check",
            f"There are {format_diameter(arbor.gap_per_side_mm, rule)} a side to fill: a rigid foam arbor or a sleeve is firmer than that much tape.",
            f"More than {format_diameter(habits().thick_per_side_mm, rule)} of tape a side is spongy.",
            seat.spot,
            "from habit, editable",
            **numbers,
        )
        add.mended_by(
            Mend(words="take a rigid foam arbor", path="handle.arbors.school", value="foam")
        )
    if all(band.turns is not None for band in arbor.bands):
        turns = ", ".join(str(band.turns) for band in arbor.bands)
        bare = sum(band.turns == 0 for band in arbor.bands)
        if bare:
            where = (
                "at any band"
                if bare == len(arbor.bands)
                else f"at {bare} of its {len(arbor.bands)} bands"
            )
            add(
                "arbor-no-turn",
                "check",
                f"The seat is too close to the blank for even one turn of tape {where}: "
                "leave the tape off there and use a thin, even coat of paste.",
                "A turn of tape needs its own thickness and the glue gap a side.",
                seat.spot,
                **numbers,
            )
        if bare == len(arbor.bands):
            return
        loosest = max(band.loose_mm for band in arbor.bands)
        add(
            "arbor-turns",
            "note",
            f"Tape turns from the butt: {turns}; the bands end level, {format_diameter(loosest, rule)} under the bore at most.",
            "Outside diameters must match, so bands nearer the butt take fewer turns.",
            seat.spot,
            **numbers,
            school=SCHOOL_WORDS[arbor.school],
        )


def _judge_turning(build: Build, plan: HandlePlan, add: Noted) -> None:
    """Stock too short or too thin, a kerf that cannot be, the caution."""
    rule, cuts = build.rule, plan.turning.cut_list
    if cuts.uncut and build.handle.stock.sticks:
        names = ", ".join(p.name for p in cuts.uncut)
        add(
            "turning-short",
            "check",
            f"The stock is {format_length(cuts.short_mm, rule)} short: {names} cannot be cut once saw kerf and facing are counted.",
            "Every cut takes a kerf; both faces of a piece are trued.",
            Spot(field="handle.stock.sticks"),
            kerf=format_diameter(build.handle.stock.kerf_mm, rule),
        )
    for piece in (*cuts.uncut, *(p for s in cuts.sticks for p in s.pieces)):
        if build.handle.stock.kerf_mm >= piece.finished_mm:
            add("turning-kerf", "check", f"A kerf of {format_diameter(build.handle.stock.kerf_mm, rule)} is wider than the {piece.name} is long: check the saw's kerf.", f"A saw takes {format_diameter(1, rule)} to {format_diameter(4, rule)}.", Spot(field="handle.stock.kerf_mm"))  # fmt: skip
    for card in plan.turning.cards:
        if card.thin_tenon_mm is not None:
            gone = card.thin_tenon_mm <= 0
            keeps = (
                "is thinner than the bore it is turned round"
                if gone
                else f"keeps only {format_diameter(card.thin_tenon_mm, rule)} of wall round its bore"
            )
            add("turning-tenon", "ruins" if gone else "check", f"The tenon of the {card.name} {keeps}: make it thicker, or bore it after gluing.", f"Under {format_diameter(habits().tenon_wall_mm, rule)} a tenon breaks.", None, "from habit, editable")  # fmt: skip
        if card.stock_too_thin_mm > 0:
            add("turning-thin", "ruins", f"The {card.name} is {format_diameter(card.stock_too_thin_mm, rule)} thicker than {'the blank it is turned from' if card.bought else 'the stock is wide'}.", "Square stock turns round at its side.", Spot(field=f"handle.parts.{card.part_id}.bought_od_mm" if card.bought else "handle.stock.side_mm"))  # fmt: skip
    if plan.turning.cards:
        add(
            "turning-caution",
            "note",
            "At the lathe: no gloves, sleeves and hair tied back, eyes and lungs covered. Short stock is not sawn freehand.",
            "General shop caution; the machine's own manual comes first.",
            None,
            "machine manual",
        )
