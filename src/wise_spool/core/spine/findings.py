"""How far the spine's readings can be believed, and what the decision means."""

import math

from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import Figure, Finding, Noted, Place, Spot
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MM_PER_INCH, MarkingRule, format_diameter, format_length
from wise_spool.core.ground.units import ruled
from wise_spool.core.spine.deciding import SpinePlan
from wise_spool.core.spine.drops import ENOUGH_ANGLES, LEAST_ANGLES
from wise_spool.core.spine.resting import ALIKE, LEAST_TRIALS, LIKELY, ZoneReading, apart_deg

TRIALS = Spot(field="spine.trials")


def _sure_rule(build: Build) -> tuple[str, Spot, str]:
    if build.spine.strict:
        within = f"±{habits().sure_within_deg:g}°"
        return (
            f"The strict school marks a line when its 95 % interval is within {within}, from {LEAST_TRIALS} rests or more.",
            TRIALS,
            f"Fisher 1993 for the interval; {within} from habit, editable",
        )
    return (
        f"{ALIKE} rests within {habits().alike_deg:g}° of one another are enough to mark.",
        TRIALS,
        "common practice, editable",
    )


def find_in_spine(build: Build, plan: SpinePlan) -> list[Finding]:
    """How far the readings can be believed, and what the decision means."""
    spine, rule = build.spine, build.rule
    add = Noted("spine")
    if plan.fixed:
        off = (
            ""
            if plan.line_deg is None or plan.guides_deg is None
            else (
                f" The line that was found lies {apart_deg(plan.line_deg, plan.guides_deg):.0f}° from them."
            )
        )
        add(
            "spine-fixed",
            "note",
            f"The rod is lined up to {plan.zero}: guides and reel at {plan.guides_deg or 0:.0f}°.{off}",
            "What is glued on already decides; the spine is not asked.",
            Spot(field="spine.zero"),
            "common practice",
        )
        return add.found
    if spine.school == "ignore":
        add(
            "spine-ignored",
            "note",
            f"The spine is left out by choice: guides and reel go at {plan.guides_deg or 0:.0f}° from {plan.zero}.",
            "One school builds on the straightest look and ignores the spine.",
            TRIALS,
        )
        return add.found
    if spine.school in ("straightest", "stiff_axis") and plan.line_deg is None:
        name = "straightest line" if spine.school == "straightest" else "stiff axis"
        add(
            "spine-no-own-line",
            "check",
            f"Say where the {name} is: its clock angle from {plan.zero}.",
            "This school builds on a line that is measured, or found and entered by the builder.",
            TRIALS,
        )
    if spine.school == "resting_line" and not plan.zones:
        add(
            "spine-no-trials",
            "check",
            "No roll trial yet: load the blank, roll it, and enter where it comes to rest.",
            *_sure_rule(build),
        )
    for zone in (*plan.zones, *plan.sections):
        _judge_zone(build, zone, add)
    _judge_drops(build, plan, add)
    _judge_straightness(plan, add)
    _judge_sections(build, plan, add)
    _judge_stability(plan, add)
    by_zone = {z.zone: z for z in plan.zones}
    if "butt" in by_zone and "tip" in by_zone:
        twist = min(
            apart_deg(a.angle_deg, b.angle_deg)
            for a in by_zone["butt"].lines
            for b in by_zone["tip"].lines
        )
        if twist > habits().twist_deg:
            add(
                "spine-twist",
                "check",
                f"Butt half and tip half rest {twist:.0f}° apart: decide which half carries the load you care about.",
                "The resting line can differ along the blank.",
                TRIALS,
                twist=f"{twist:.0f}°",
            )
    if plan.guides_deg is not None and plan.marks:
        at = plan.marks[0]
        here = (
            ""
            if at.station_mm is None or at.od_mm is None
            else (
                f" On {format_diameter(at.od_mm, rule)} at {format_length(at.station_mm, rule)}, {_arc(at.od_mm, rule)}."
            )
        )
        place = (
            None if at.station_mm is None else Place(start_mm=at.station_mm, end_mm=at.station_mm)
        )
        where = "under" if build.brief.rod_type in ("spinning", "fly") else "on top of"
        add(
            "spine-decision",
            "note",
            f"Guides and reel go at {plan.guides_deg:.0f}°, {where} the rod, on the {plan.guides_on} of the resting bend.{here}",
            "Guides below lie on the inside of the bend a fish makes, guides on top on its outside; either side can be chosen.",
            Spot(place=place, field="spine.guides_on"),
        )
    return add.found


def _arc(od_mm: float, rule: MarkingRule) -> str:
    """A small arc on this OD in degrees, by the rule in hand."""
    mm, words = (MM_PER_INCH / 32, "1/32 in") if rule.startswith("in") else (1.0, "1 mm")
    return f"{words} of arc is {360 * mm / (math.pi * od_mm):.1f}°"


def _judge_zone(build: Build, zone: ZoneReading, add: Noted) -> None:
    name = {"whole": "", "butt": " in the butt half", "tip": " in the tip half"}[zone.zone]
    if zone.section:
        name += f" of section {zone.section}"
    for odd in zone.odd:
        if odd.kind == "opposite":
            sentence = (
                f"One rest at {odd.angle_deg:.0f}°{name} lies opposite the others: a second line of the blank, or read off the wrong side? "
                "Roll it there once more; until then the others are counted without it."
            )
        else:
            sentence = f"The rest at {odd.angle_deg:.0f}°{name} goes with none of the others: roll it there again, or strike it."
        add("spine-odd-rest", "check", sentence, "One rest in many that lies far off is usually a slip.", Spot(field=f"spine.trials.{build.spine.trials[odd.index].id}"))  # fmt: skip
    best, sure = zone.lines[0], _sure_rule(build)
    numbers = {
        "mean": f"{best.angle_deg:.1f}°",
        "95_percent": f"±{best.half_width_deg:.1f}°" if best.half_width_deg < 180 else "unknown",
        "rests": str(best.trials),
        "resultant": f"{zone.resultant:.3f}",
        "by_chance_with_no_line": f"{zone.chance:.2g}",
        "alike": str(zone.alike),
    }
    if zone.trials >= LEAST_TRIALS and zone.chance >= LIKELY:
        add(
            "spine-no-line",
            "check",
            f"The rests{name} are scattered all round: they show no line. Roll it again, more slowly; or take it that it has none worth building on, and let the school be to ignore it.",
            "Rests like these come from a blank with no preferred line more than 1 time in 20 (Rayleigh's test).",
            TRIALS,
            "Mardia & Jupp 2000, §6.3.1",
            **numbers,
        )
    elif zone.more_trials:
        many = "one more" if zone.more_trials == 1 else f"{zone.more_trials} more"
        known = (
            "" if best.half_width_deg >= 90 else f" It is known to ±{best.half_width_deg:.0f}° now."
        )
        add(
            "spine-more-trials",
            "check",
            f"Take {many} rest{'s' if zone.more_trials > 1 else ''}{name} before marking the line.{known}",
            sure[0],
            sure[1],
            sure[2],
            **numbers,
        )
    else:
        add(
            "spine-sure",
            "note",
            f"The resting line{name} is at {best.angle_deg:.0f}° ±{best.half_width_deg:.0f}°: sure enough to mark.",
            sure[0],
            sure[1],
            sure[2],
            **numbers,
        )
    if len(zone.lines) > 1:
        second = zone.lines[1]
        gap = apart_deg(best.angle_deg, second.angle_deg)
        add(
            "spine-two-lines",
            "check",
            f"The blank rests in two lines{name}, {gap:.0f}° apart: {best.angle_deg:.0f}° is the deeper, {second.angle_deg:.0f}° the other.",
            "Some blanks show two spines; the deeper is the one with more and harder rests. The other may be chosen where it puts the label or a bow to better use.",
            TRIALS,
            deeper=f"{best.angle_deg:.0f}°, {best.trials} rests, snap {best.snap:.1f}",
            other=f"{second.angle_deg:.0f}°, {second.trials} rests, snap {second.snap:.1f}",
        )


def _judge_drops(build: Build, plan: SpinePlan, add: Noted) -> None:
    """Bow or spine, or why the drops cannot tell."""
    read = plan.drops
    at = Spot(field="spine.drops")
    rule = "Once a turn is bow, twice a turn is stiffness; each is believed when chance alone would show it less than 1 time in 100."
    for i in read.mixed_units:
        drop = build.spine.drops[i]
        mm = drop.drop_mm or 0.0
        add("spine-mixed-units", "check", f"{format_diameter(mm, build.rule)} at {drop.angle_deg:.0f}° is some 25 times less than the others: inches among millimetres? {format_diameter(mm * MM_PER_INCH, build.rule)}? It is left out.", "One reading 25.4 times too small is a unit mix-up.", Spot(field=f"spine.drops.{drop.id}"))  # fmt: skip
    if read.verdict == "too_few":
        if read.readings:
            more = LEAST_ANGLES - read.angles
            add("spine-few-drops", "check", f"{_count(read.angles, 'angle')} cannot tell a bow from a spine: take drops at {more} more, evenly round.", "Five numbers are fitted; six different angles leave one to judge by.", at)  # fmt: skip
        return
    bow, stiff = read.bow, read.stiffness
    numbers = {
        "bow": f"{format_diameter(bow.size_mm, build.rule)} ±{format_diameter(bow.size_95_mm, build.rule)}, p {bow.p:.2g}" if bow else "",
        "stiffness_difference": f"{read.percent or 0:.1f} ±{read.percent_95 or 0:.1f} %, p {stiff.p:.2g}" if stiff else "",
        "scatter": format_diameter(read.residual_sd_mm or 0.0, build.rule),
        "least_difference_these_readings_show": f"{read.detectable_percent or 0:.1f} %",
    }  # fmt: skip
    bow_words = (
        f"a bow of {format_diameter(bow.size_mm, build.rule)} toward {read.bow_deg:.0f}°"
        if bow
        else ""
    )
    stiff_words = (
        f"{read.percent:.1f} % stiffer on the axis {read.stiff_deg:.0f}° to {((read.stiff_deg or 0) + 180) % 360:.0f}° "
        f"(±{stiff.angle_95_deg:.0f}°)"
        if stiff and read.percent is not None
        else ""
    )
    sentence = {
        "both": f"The drops show both {bow_words}, and a blank {stiff_words}.",
        "bow": f"The drops show {bow_words} and no difference of stiffness: that is bow, not spine.",
        "stiffness": f"The blank is {stiff_words}; it is straight as far as the drops tell.",
        "neither": f"The drops show neither bow nor spine: a stiffness difference over {read.detectable_percent or 0:.1f} % would have shown four times in five.",
    }[read.verdict]
    add(f"spine-drops-{read.verdict}", "note", sentence, rule, at, "least squares and F-test", **numbers)  # fmt: skip
    if read.angles < ENOUGH_ANGLES:
        add("spine-few-angles", "note", f"{_count(read.angles, 'angle')} show a difference over {read.detectable_percent or 0:.1f} % four times in five, and hide a smaller one: eight or more, evenly round, see finer.", "Five numbers are fitted; the fewer angles are left over, the less can be told.", at, "least squares and F-test")  # fmt: skip
    if (
        read.drift_p is not None
        and read.drift_p < habits().believed_p
        and read.drift_mm is not None
    ):
        add("spine-drift", "check", f"The drops creep by {format_diameter(abs(read.drift_mm), build.rule)} {'down' if read.drift_mm > 0 else 'up'} a reading: let the clamp settle, and repeat the first angle last. The creep is taken out.", "A drift along the order of readings is fitted with them.", at)  # fmt: skip


def _count(n: int, what: str) -> str:
    return f"{n} {what}{'' if n == 1 else 's'}"


def _judge_straightness(plan: SpinePlan, add: Noted) -> None:
    flat = plan.flat
    if flat.bow_mm is not None and flat.bow_mm > 0.5:
        add("spine-flat", "note", f"On the flat it is bowed by {format_diameter(flat.bow_mm, ruled())} toward {flat.bow_deg:.0f}°, the side its tip leans to.", "Rolled on a flat, the gap under the middle is largest with the bow on top.", Spot(field="spine.flat"))  # fmt: skip


def _judge_sections(build: Build, plan: SpinePlan, add: Noted) -> None:
    """Sections of a jointed blank go together the same way every time."""
    if len(plan.sections) < 2:
        return
    lines = {z.section: z.lines[0].angle_deg for z in plan.sections if z.zone == "whole"}
    first = min(lines, default=0)
    for section, angle in lines.items():
        if section != first:
            add("spine-sections", "note", f"Section {section} rests at {angle:.0f}° of its own witness mark, section {first} at {lines[first]:.0f}°: line the two up and draw a mark across the joint.", "Each section has its own line; joint marks put them together the same way.", TRIALS)  # fmt: skip


def _judge_stability(plan: SpinePlan, add: Noted) -> None:
    taken = next((s for s in plan.schools if s.taken), None)
    if taken is None or taken.torque_n_mm is None or taken.rolls_deg is None:
        return
    numbers = {
        s.words: f"{s.hand}, {s.torque_n_mm or 0:.0f} N·mm, rolls {s.rolls_deg or 0:+.0f}°"
        for s in plan.schools
    }
    words = (
        "it stays as it is built"
        if taken.holds
        else f"let go, it rolls {abs(taken.rolls_deg):.0f}° {'clockwise' if taken.rolls_deg > 0 else 'the other way'}"
    )
    found = Finding(
        code="spine-roll", stage="spine", weight="check" if not taken.holds and any(s.holds for s in plan.schools) else "note",
        sentence=f"At the load that drops the tip by a third, the twist in the hand is {taken.hand} and {words}.",
        rule="Energy of the bent blank and of the line over rings off the axis.", source="own derivation; stiffness from the drops",
        field="spine.school", figures=tuple(Figure(label=k, value=v) for k, v in numbers.items()),
    )  # fmt: skip
    add.found.append(found)
