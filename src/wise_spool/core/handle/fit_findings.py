"""How each part fits and what was learned by trying it: one plain sentence each."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Noted
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import (
    MarkingRule,
    format_diameter,
    format_length,
)
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.stack import SIZED_NOT_REAMED, PartPlaced


def judge_fit(build: Build, part: PartPlaced, add: Noted) -> None:
    """One sentence on how it fits: the first of these that is so."""
    a, b = part.butt_face, part.tip_face
    if a.wanted_mm is None or b.wanted_mm is None:
        return
    _FITS[part.verdict](build, part, add)
    if part.swell_mm is not None and part.verdict != "swell":
        _says_swell(build, part, add)
    if part.recess is not None and not part.recess.made:
        recess = part.recess
        add(
            "handle-recess",
            "check" if recess.made is False else "note",
            f"The {part.name} takes the next part's tenon: bore its {recess.face} face to {format_diameter(recess.bore_mm, build.rule)}, "
            f"{format_length(recess.depth_mm, build.rule)} deep.",
            "A tenon needs a recess as deep as it reaches in.",
            part.spot,
        )
    if (
        part.verdict in ("fits", "press")
        and part.kind not in SIZED_NOT_REAMED
        and part.material not in GIVES
    ):
        _judge_close(build, part, add)
    _judge_wall(build, part, add)


GIVES = ("foam", "rubber")


def _numbers(part: PartPlaced, rule: MarkingRule) -> dict[str, str]:
    a, b = part.butt_face, part.tip_face
    numbers = {
        "bore_wanted_at_the_butt_face": format_diameter(a.wanted_mm or 0, rule),
        "bore_wanted_at_the_tip_face": format_diameter(b.wanted_mm or 0, rule),
    }
    if a.bore_mm is not None and b.bore_mm is not None:
        numbers["bore_now"] = (
            f"{format_diameter(a.bore_mm, rule)} to {format_diameter(b.bore_mm, rule)}"
        )
    if part.band_mm is not None:
        numbers["the_blank_there_is_known_to"] = f"±{format_diameter(part.band_mm, rule)}"
    return numbers


def _wanted(part: PartPlaced, rule: MarkingRule) -> str:
    """The bore wanted, said no finer than the blank under it is known."""
    a, b = part.butt_face.wanted_mm or 0, part.tip_face.wanted_mm or 0
    says = f"{format_diameter(a, rule)} all through"
    if abs(a - b) >= 0.02:
        says = f"{format_diameter(a, rule)} at the butt face and {format_diameter(b, rule)} at the tip face"
    if part.band_mm is not None and part.band_mm > habits().band_said_mm:
        says += (
            f"; the blank there may be off by {format_diameter(part.band_mm, rule)}: read it at "
            f"{format_length(max(part.start_mm, 0.0), rule)} and {format_length(part.end_mm, rule)} before you cut"
        )
    return says


def _why(build: Build, part: PartPlaced) -> str:
    if part.enters == "butt" and part.start_mm > 1:
        return f"It comes over the butt: every place of its bore has to pass the butt, plus {format_diameter(build.handle.clearance_mm, build.rule)} for glue."
    return f"Bore wanted is the blank plus {format_diameter(build.handle.clearance_mm, build.rule)} for glue."


_SOURCE = "clearance from habit, editable"


def _says_ream(build: Build, part: PartPlaced, add: Noted) -> None:
    rule, short = build.rule, format_length(part.stops_short_mm or 0, build.rule)
    far = (part.stops_short_mm or 0) > part.end_mm - part.start_mm
    stops = "is far too tight for its mark" if far else f"stops {short} short of its mark"
    if part.kind in SIZED_NOT_REAMED or part.material == "metal":
        add(
            "handle-size-small",
            "check",
            f"The {part.name} is too small: it stops {short} short. "
            f"Take one of {format_diameter(part.butt_face.wanted_mm or 0, rule)} or the next size up.",
            "What is bought to size, and metal, is changed, not reamed.",
            part.spot,
            **_numbers(part, rule),
        )
        return
    add(
        "handle-ream",
        "check",
        f"The {part.name} {stops}: open it to {_wanted(part, rule)}.",
        _why(build, part),
        part.spot,
        _SOURCE,
        **_numbers(part, rule),
        stops_short=short,
    )


def _says_high_spot(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    add(
        "handle-high-spot",
        "check",
        f"Both ends of the {part.name} clear the blank, yet it stops {format_length(part.stops_short_mm or 0, rule)} short: "
        f"there is a high spot about {format_length(part.binds_at_mm or 0, rule)} in from its butt face.",
        "A part whose faces are wide enough and still stops is held inside.",
        part.spot,
        **_numbers(part, rule),
        binds_at=format_length(part.binds_at_mm or 0, rule),
    )


def _says_swell(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    other = "butt" if part.enters == "tip" else "tip"
    at = part.swell_mm or part.held_at_mm or 0.0
    add(
        "handle-swell",
        "check",
        f"Bored for its mark, the {part.name} does not pass the swell of the blank at {format_length(at, rule)}: bring it from the {other}, "
        "or take a part wide enough to pass it and fill the room.",
        "A part passes everything between its mark and the end it comes from, its section taken apart at the joints.",
        part.spot,
        **_numbers(part, rule),
    )


def _says_loose(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    room = format_diameter(part.loose_mm or 0, rule)
    if part.material == "foam":
        add(
            "handle-loose",
            "check",
            f"The {part.name} is wider than the blank at one end at least: it will slide past its mark and not hold: {_recover(part)}",
            f"Foam holds by being {100 * habits().stretch_foam_least:g} to {100 * habits().stretch_foam_most:g} % under the blank at both ends.",
            part.spot,
            "from memory, editable",
            **_numbers(part, rule),
        )
        return
    add(
        "handle-loose",
        "check",
        f"The {part.name} is loose on its mark by {room} at its loosest, faces and middle looked at: {_recover(part)}",
        _why(build, part),
        part.spot,
        _SOURCE,
        **_numbers(part, rule),
    )


def _says_fits(build: Build, part: PartPlaced, add: Noted) -> None:
    rule = build.rule
    add(
        "handle-fits",
        "note",
        f"The {part.name} reaches its mark with its bore as it is.",
        _why(build, part),
        part.spot,
        _SOURCE,
        **_numbers(part, rule),
    )


def _says_unknown(build: Build, part: PartPlaced, add: Noted) -> None:
    if part.kind in ("rear_grip", "foregrip", "fighting_butt", "reel_seat"):
        what = "filler of the " if part.kind == "reel_seat" else ""
        add(
            "handle-bore",
            "note",
            f"The {what}{part.name} wants a bore of {_wanted(part, build.rule)}.",
            _why(build, part),
            part.spot,
            _SOURCE,
            **_numbers(part, build.rule),
        )


def _says_press(build: Build, part: PartPlaced, add: Noted) -> None:
    """Foam goes on undersize and is pressed home over its last stretch; rubber is pushed on."""
    rule, dry = build.rule, format_length(part.dry_short_mm or 0.0, build.rule)
    a, b = part.butt_face, part.tip_face
    numbers = {"stops_dry": dry, **_numbers(part, rule)}
    if part.material != "foam":
        add(
            "handle-press",
            "note",
            f"The {part.name} is under size and gives: wet it with adhesive and push it on.",
            f"Rubber gives up to {100 * habits().stretch_rubber:g} % of its width.",
            part.spot,
            "from memory, editable",
            **numbers,
        )
        return
    least, most = habits().stretch_foam_least, habits().stretch_foam_most
    under = [(f.od_mm or 0) / f.bore_mm - 1 for f in (a, b) if f.bore_mm]
    says = f"Foam is bored {100 * least:g} to {100 * most:g} % under the blank at both ends and pressed home wet."
    source = "common practice; the share from memory, editable"
    slack = min(under, default=least) < least
    sentence = f"The {part.name} stops {dry} short dry, by hand: press it home with adhesive on."
    if slack:
        sentence += f" One end is only {100 * min(under):.0f} % under the blank: it will hold with little grip."
    add("handle-press-slack" if slack else "handle-press", "note", sentence, says, part.spot, source, **numbers)  # fmt: skip


_FITS = {
    "ream": _says_ream,
    "high_spot": _says_high_spot,
    "swell": _says_swell,
    "loose": _says_loose,
    "press": _says_press,
    "fits": _says_fits,
    "unknown": _says_unknown,
}


def _judge_close(build: Build, part: PartPlaced, add: Noted) -> None:
    """It reaches its mark, and scrapes the adhesive off on the way."""
    if part.close_mm is not None and 0 <= part.close_mm < habits().glue_room_mm:
        add(
            "handle-close",
            "check",
            f"The {part.name} goes home with only {format_diameter(part.close_mm, build.rule)} to spare: it will scrape the adhesive off. "
            "Take a turn or two of sandpaper on a dowel through it.",
            f"Glue wants at least {format_diameter(habits().glue_room_mm, build.rule)} on the diameter.",
            part.spot,
            "from habit, editable",
        )


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
                f"Under {format_diameter(habits().thin_wall_mm, rule)} a cork or wood wall tears.",
                part.spot,
                "from habit, editable",
                wall=format_diameter(part.wall_mm, rule),
            )


def _recover(part: PartPlaced) -> str:
    """What to do about a bore gone too far, by how far it is over the blank at its loosest."""
    over = part.loose_mm or 0.0
    if over <= habits().liner_up_to_mm:
        return "line it with a turn or two of tape at both ends, or move its mark toward the butt."
    if over <= habits().sleeve_up_to_mm:
        return "glue in a sleeve of cork or paper and bore that, or move its mark toward the butt."
    return "that is more than a sleeve fills: build the blank up with bands under it, as under a seat, or take the next part."


def judge_tried(build: Build, plan: HandlePlan, add: Noted) -> None:
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
            if part.verdict in ("fits", "press") and abs(fit.short_mm) > habits().short_ok_mm
            else ""
        )
        if not fit.current:
            continue
        expected = fit.read.expected_short_mm
        numbers = {
            "tried": tried,
            "expected": "not known" if expected is None else _tried_words(expected, rule),
            "bore_corrected_by": format_diameter(fit.read.bore_off_mm, rule),
            "blank_corrected_by": format_diameter(fit.read.blank_off_mm, rule),
        }
        least = "at least " if fit.read.at_least else ""
        sentence = {
            "as_expected": f"The {part.name} {tried}, as expected.",
            "home": f"The {part.name} came home: its bore is at least the blank all along. How much wider, it does not say.",
            "hand_work": f"The {part.name} {tried}: the hand work took {least}{format_diameter(fit.read.off_mm, rule)} where most was taken.",
            "noted": f"The {part.name} {tried}. Over the butt that tells nothing of a bore that was not measured: measure its faces.",
            "bore": f"The {part.name} {tried}: its bore is {least}{format_diameter(abs(fit.read.bore_off_mm), rule)} {_way(fit.read.bore_off_mm)} than was thought.",
            "blank": f"The {part.name} {tried}: the blank there is {least}{format_diameter(abs(fit.read.blank_off_mm), rule)} {_thick(fit.read.blank_off_mm)} than its readings say. The other parts go by it as well.",
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
        return "came home"
    if short_mm < 0:
        return f"passed its mark by {format_length(-short_mm, rule)}"
    return f"stopped {format_length(short_mm, rule)} short"


def _way(off: float) -> str:
    return "wider" if off > 0 else "tighter"


def _thick(off: float) -> str:
    return "thicker" if off > 0 else "thinner"
