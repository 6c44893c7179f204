"""What would ruin the handle, and what to do at each part: one plain sentence each."""

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Finding, Noted, Spot
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MarkingRule, format_diameter, format_length
from wise_spool.core.handle.arbors import SCHOOL_WORDS, ArborPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.reaming import ReamPlan
from wise_spool.core.handle.stack import GLUED_TO_BLANK, SIZED_NOT_REAMED, PartPlaced


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
    if "foregrip" in kinds and "winding_check" not in kinds:
        add(
            "handle-no-check",
            "check",
            "No winding check is listed ahead of the foregrip: it can only go on before the guides.",
            "Winding checks are the part most often forgotten.",
        )
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
        if part.start_mm < 0 and doc is not build.handle.parts[0]:
            add(
                "handle-behind-butt",
                "ruins",
                f"The {part.name} starts behind the butt.",
                "Only a closed end stands out past the butt.",
                part.spot,
            )
        if not doc.on_rod:
            _judge_fit(build, part, add)
    for ream in plan.reaming:
        _judge_reaming(build, plan, ream, add)
    for arbor in plan.arbors:
        _judge_arbor(build, plan, arbor, add)
    _judge_tried(build, plan, add)
    _judge_bands(build, plan, add)
    _judge_turning(build, plan, add)
    if plan.control_reach_off_mm is not None and abs(plan.control_reach_off_mm) > 1:
        far = "longer" if plan.control_reach_off_mm > 0 else "shorter"
        add(
            "handle-control",
            "note",
            f"The reach is {format_length(abs(plan.control_reach_off_mm), rule)} {far} than on the control rod.",
            "A favourite rod is the best measure of reach.",
            Spot(field="handle.control"),
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
            "8 to 10 in is common for two-handed casts of light rods; reach, balance and taste decide.",
            next(p for p in plan.parts if p.kind == "reel_seat").spot,
        )
    return add.found


def _judge_fit(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    a, b = part.butt_face, part.tip_face
    if part.kind not in GLUED_TO_BLANK or a.wanted_mm is None or b.wanted_mm is None:
        return
    numbers = {
        "bore_wanted_at_the_butt_face": format_diameter(a.wanted_mm, rule),
        "bore_wanted_at_the_tip_face": format_diameter(b.wanted_mm, rule),
    }
    if a.bore_mm is not None and b.bore_mm is not None:
        numbers |= {
            "bore_now": f"{format_diameter(a.bore_mm, rule)} to {format_diameter(b.bore_mm, rule)}"
        }
    why = f"Bore wanted is the blank plus {build.handle.clearance_mm:g} mm for glue."
    source = "clearance from habit, editable"
    if part.verdict == "ream" and part.kind in SIZED_NOT_REAMED:
        add(
            "handle-size-small",
            "check",
            f"The {part.name} is too small: it stops {format_length(part.stops_short_mm or 0, rule)} short. "
            f"Take one of {format_diameter(a.wanted_mm, rule)} or the next size up.",
            "A winding check is sized to the blank at its own stop.",
            part.spot,
            **numbers,
        )
    elif part.verdict == "high_spot":
        add(
            "handle-high-spot",
            "check",
            f"Both ends of the {part.name} clear the blank, yet it stops {format_length(part.stops_short_mm or 0, rule)} short: "
            f"there is a high spot about {format_length(part.binds_at_mm or 0, rule)} in from its butt face.",
            "A part whose faces are wide enough and still stops is held inside.",
            part.spot,
            **numbers,
            binds_at=format_length(part.binds_at_mm or 0, rule),
        )
    elif part.verdict == "press":
        _judge_press(build, part, add)
    elif part.verdict == "ream":
        add(
            "handle-ream",
            "check",
            f"The {part.name} stops {format_length(part.stops_short_mm or 0, rule)} short of its mark: ream it to "
            f"{format_diameter(a.wanted_mm, rule)} at the butt face and {format_diameter(b.wanted_mm, rule)} at the tip face.",
            why,
            part.spot,
            source,
            **numbers,
            stops_short=format_length(part.stops_short_mm or 0, rule),
        )
    elif part.verdict == "loose":
        add(
            "handle-loose",
            "check",
            f"The {part.name} is loose on its mark by {format_diameter(min((a.bore_mm or 0) - (a.od_mm or 0), (b.bore_mm or 0) - (b.od_mm or 0)), rule)}: "
            f"{_recover(part, rule)}",
            why,
            part.spot,
            source,
            **numbers,
        )
    elif part.verdict == "fits":
        add(
            "handle-fits",
            "note",
            f"The {part.name} reaches its mark with its bore as it is.",
            why,
            part.spot,
            source,
            **numbers,
        )
    elif part.kind in ("rear_grip", "foregrip", "fighting_butt"):
        add(
            "handle-bore",
            "note",
            f"The {part.name} wants a bore of {format_diameter(a.wanted_mm, rule)} at the butt face and {format_diameter(b.wanted_mm, rule)} at the tip face.",
            why,
            part.spot,
            source,
            **numbers,
        )
    _judge_wall(build, part, add)


def _judge_press(build: Build, part: PartPlaced, add: Noted) -> None:
    """Foam goes on undersize and is pressed home over its last stretch."""
    rule, dry = build.rule, part.dry_short_mm or 0.0
    numbers = {"stops_dry": format_length(dry, rule)}
    says = f"Foam starts undersize: dry it should stop {habits().press_least_mm:g} to {habits().press_most_mm:g} mm short and be pressed home wet."
    source = "common practice; the span from memory, editable"
    if dry > habits().press_most_mm:
        sentence = f"The {part.name} stops {format_length(dry, rule)} short dry: that is a long way to press; open it a little."
        add("handle-press-hard", "check", sentence, says, part.spot, source, **numbers)
    elif dry < habits().press_least_mm:
        sentence = f"The {part.name} stops only {format_length(dry, rule)} short dry: it will hold, but with little grip."
        add("handle-press-slack", "note", sentence, says, part.spot, source, **numbers)
    else:
        sentence = f"The {part.name} stops {format_length(dry, rule)} short dry: press it home with adhesive on."
        add("handle-press", "note", sentence, says, part.spot, source, **numbers)


def _judge_wall(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    if part.wall_mm is not None and part.kind in ("rear_grip", "foregrip", "fighting_butt"):
        if part.wall_mm <= 0:
            add(
                "handle-no-wall",
                "ruins",
                f"The {part.name} would be reamed right through: the blank is as thick as the part.",
                "A part needs wall left around its bore.",
                part.spot,
            )
        elif part.wall_mm < habits().thin_wall_mm and part.material in ("cork", "wood"):
            add(
                "handle-thin-wall",
                "check",
                f"Reaming leaves {format_diameter(part.wall_mm, rule)} of wall on the {part.name}: wrap it round with tape before you ream.",
                f"Under {habits().thin_wall_mm:g} mm a cork or wood wall tears.",
                part.spot,
                "from habit, editable",
                wall=format_diameter(part.wall_mm, rule),
            )


def _recover(part: PartPlaced, rule: MarkingRule) -> str:
    """What to do about a bore gone too far, by how far."""
    over = (part.butt_face.bore_mm or 0) - (part.butt_face.od_mm or 0)
    if over <= habits().liner_up_to_mm:
        return "line it with a turn or two of tape at both ends, or move its mark toward the butt."
    if over <= habits().sleeve_up_to_mm:
        return "glue in a sleeve of cork or paper and bore that, or move its mark toward the butt."
    return "start again with the next part; this bore is past saving with tape."


def _judge_tried(build: Build, plan: HandlePlan, add: Noted) -> None:
    """What the last dry fit of each part taught, and what to do next."""
    rule = build.rule
    for fit in plan.tried:
        if fit.read is None:
            continue
        part = next(p for p in plan.parts if p.id == fit.part_id)
        tried = _tried_words(fit.short_mm, rule)
        left = part.remove_mm or 0.0
        next_ = (
            f" Take out {format_diameter(left, rule)} more at most."
            if left > habits().left_ok_mm and part.verdict in ("ream", "high_spot")
            else " It will reach its mark."
            if part.verdict in ("fits", "press")
            else ""
        )
        expected = fit.read.expected_short_mm
        numbers = {
            "tried": tried,
            "expected": "not known" if expected is None else _tried_words(expected, rule),
            "bore_corrected_by": format_diameter(fit.read.bore_off_mm, rule),
            "blank_corrected_by": format_diameter(fit.read.blank_off_mm, rule),
        }
        sentence = {
            "as_expected": f"The {part.name} {tried}, as expected.",
            "bore": f"The {part.name} {tried}: its bore is {format_diameter(abs(fit.read.bore_off_mm), rule)} {_way(fit.read.bore_off_mm)} than measured.",
            "blank": f"The {part.name} {tried}: the blank there is {format_diameter(abs(fit.read.blank_off_mm), rule)} {_thick(fit.read.blank_off_mm)} than its readings say.",
            "bore_found": f"The {part.name} {tried}: its bore is about {format_diameter(part.butt_face.bore_mm or 0, rule)}.",
            "high_spot": f"The {part.name} {tried} though both faces clear: a high spot of {format_diameter(-fit.read.off_mm, rule)} lies between "
            f"{format_length(fit.read.binds_from_mm or 0, rule)} and {format_length(fit.read.binds_to_mm or 0, rule)} in.",
            "unexplained": f"The {part.name} {tried}, and no bore near the one measured would: measure its faces and the blank again.",
        }[fit.read.lesson]
        add(
            "fit-unexplained" if fit.read.lesson == "unexplained" else "fit-tried",
            "check" if fit.read.lesson in ("unexplained", "high_spot") else "note",
            sentence + ("" if fit.read.lesson == "unexplained" else next_),
            "Bore and blank share the surprise by how uncertain each is; the last dry fit counts.",
            part.spot,
            "inverse-variance weighting; uncertainties from habit, editable",
            **numbers,
        )


def _tried_words(short_mm: float, rule: MarkingRule) -> str:
    if abs(short_mm) <= habits().short_ok_mm:
        return "stopped at its mark"
    if short_mm < 0:
        return f"passed its mark by {format_length(-short_mm, rule)}"
    return f"stopped {format_length(short_mm, rule)} short"


def _way(off: float) -> str:
    return "wider" if off > 0 else "tighter"


def _thick(off: float) -> str:
    return "thicker" if off > 0 else "thinner"


def _judge_bands(build: Build, plan: HandlePlan, add: Noted) -> None:
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
                od = seat.butt_face.od_mm
                if od is not None and step.bore_mm < od:
                    add(
                        "seat-lip-small",
                        "ruins",
                        f"The lip {format_length(step.from_mm, build.rule)} inside the {seat.name} ({format_diameter(step.bore_mm, build.rule)}) "
                        f"does not go over the blank ({format_diameter(od, build.rule)}): take a larger seat.",
                        "Every lip inside the seat must clear the blank.",
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
        if arbor.bands and all(b.trouble is None for b in arbor.bands):
            add(
                "arbor-feel",
                "note",
                "Try the front band by sliding the seat on the wrong way round: only then can it be felt.",
                "The front band hides inside the seat as it goes home.",
                seat.spot,
            )


def _judge_reaming(build: Build, plan: HandlePlan, ream: ReamPlan, add: Noted) -> None:
    rule = build.rule
    part = next(p for p in plan.parts if p.id == ream.part_id)
    rule_words = (
        "A reamer goes in no further than its taper stays inside the bore wanted at every depth."
    )
    if not ream.passes:
        add(
            "ream-no-reamer",
            "check",
            f"No reamer listed opens the {part.name} without going past the bore wanted: list a finer one, "
            "or use a round file or sandpaper on a dowel.",
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
            "check",
            f"The {part.name} is opened by {format_diameter(ream.most_mm, rule)}: drill it first to "
            f"{format_diameter(ream.drill_first_mm, rule)}, half way from each face on the pilot of the old hole, then ream.",
            f"Enlarging by more than about {habits().pilot_over_mm:g} mm is pilot-bored; less, the reamer does alone.",
            part.spot,
            "common practice",
            most_to_remove=format_diameter(ream.most_mm, rule),
        )
    if ream.left_mm > habits().left_ok_mm:
        add(
            "ream-left",
            "check",
            f"After the last pass {format_diameter(ream.left_mm, rule)} is left in the {part.name} "
            f"{format_length(ream.left_at_mm, rule)} in from its butt face: take it out with a round file or sandpaper on a dowel.",
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
            f"More than {habits().thick_per_side_mm:g} mm of tape a side is spongy.",
            seat.spot,
            "from habit, editable",
            **numbers,
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
