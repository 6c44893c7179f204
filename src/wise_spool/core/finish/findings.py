"""What would spoil a coat: the air, the mix, the waits; one plain sentence each."""

import itertools

from wise_spool.core.document.build import Build
from wise_spool.core.finish.areas import PRESERVED
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.operations import caution_of
from wise_spool.core.ground.findings import Finding, Noted, Place, Spot, Weight
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_minutes
from wise_spool.core.ground.sentences import capital
from wise_spool.core.ground.units import format_volume, format_warmer, format_warmth
from wise_spool.core.ground.warmth import SEEN_AT_C, slower
from wise_spool.core.wraps.planning import WrapsPlan
from wise_spool.core.wraps.thread import Threads
from wise_spool.core.wraps.wet import shades


def find_in_finish(build: Build, plan: FinishPlan, wraps: WrapsPlan) -> list[Finding]:
    """The air, the mix, the areas and the waits."""
    finish, product = build.finish, build.finish.product
    add = Noted("finish")
    product_spot = Spot(field="finish.product")
    if plan.sweats:
        add(
            "finish-dew",
            "ruins",
            f"Do not coat now: the blank is {format_warmer(plan.blank_c - plan.dew_point_c)} from the dew point and will sweat. Warm it, or dry the air.",
            f"A surface less than {format_warmer(plan.dew_margin_c)} above the dew point takes no coat.",
            Spot(field="finish.humidity_percent"),
            "Magnus, Alduchov & Eskridge 1996; margin as ISO 8502-4",
            blank=format_warmth(plan.blank_c),
            dew_point=format_warmth(plan.dew_point_c),
        )
    if plan.night is not None and plan.night.sweats_min is not None and not plan.sweats:
        add(
            "finish-dew-night", "ruins",
            f"Do not coat tonight: {format_minutes(plan.night.sweats_min) if plan.night.sweats_min else 'from the start'} after mixing the blank is within {format_warmer(plan.dew_margin_c)} of the dew point, and the coat has not set. Heat through, or dry the air.",
            f"A coat that has not set clouds when its surface comes within {format_warmer(plan.dew_margin_c)} of the dew point.",
            Spot(field="finish.course"), "Magnus, Alduchov & Eskridge 1996; margin as ISO 8502-4",
            coldest=format_warmth(plan.night.coldest_c), nearest=format_warmer(plan.night.nearest_c),
        )  # fmt: skip
    factor = product.slower_at(finish.temperature_c)
    if factor > 2.05:
        add(
            "finish-cold",
            "check",
            f"At {format_warmth(finish.temperature_c)} everything takes {factor:.1f} times what the tin says: warm the room, or wait it out.",
            f"Cure runs twice as fast for every {format_warmer(habits().doubling_c)}.",
            Spot(field="finish.temperature_c"),
            "from habit; the product's own data wins",
        )
    _judge_areas(build, plan, add)
    if not plan.areas:
        add(
            "finish-no-wraps",
            "note",
            plan.nothing
            if build.came_coated
            else "No wraps to coat yet: guides and diameters come first.",
            "Volumes follow from the wraps on the blank.",
        )
        return add.found
    first = plan.coats[0]
    if first.mixes:
        mix = first.mixes[0]
        total = sum(m.part_a_ml + m.part_b_ml for m in first.mixes)
        needed = sum(m.needed_ml for m in first.mixes)
        if mix.ratio_error_percent > finish.ratio_error_percent + 1e-6:
            how = {"volume": "with this syringe", "mass": "on this scale", "drops": "by drops", "eye": "by eye"}[finish.measure_by]  # fmt: skip
            add(
                "finish-ratio", "check",
                f"A mix of {format_volume(mix.part_a_ml + mix.part_b_ml)} {how} may be {mix.ratio_error_percent:.0f} % off its ratio: it may stay tacky. Mix more, or measure more finely.",
                f"No more than {finish.ratio_error_percent:g} % is wished.", Spot(field="finish.mix_ml"), "from habit, editable",
            )  # fmt: skip
        if mix.least_ml > mix.needed_ml and not mix.by_wish:
            add(
                "finish-least-mix",
                "note",
                f"The first coat needs {format_volume(needed)}, but mix {format_volume(total)}: less cannot be measured to the ratio so.",
                "A misread of half a step must stay within the ratio error allowed.",
                Spot(field="finish.syringe_step_ml"),
                ratio_error=f"{mix.ratio_error_percent:.1f} %",
            )
        _judge_cup(build, plan, add)
        if len(first.mixes) > 1:
            add(
                "finish-split-mix",
                "note",
                f"{plan.areas} wraps take about {first.brush_min:.0f} min to coat: make {len(first.mixes)} mixes, or it thickens on the brush.",
                f"No more than {100 * habits().pot_share:.0f} % of pot life is planned for.",
                product_spot,
                "from habit, editable",
            )
    _judge_laid(plan, add)
    _judge_witness(build, plan, add)
    _judge_defects(plan, add)
    rotate = next(c.minutes for c in first.clocks if c.name == "rotate")
    words = {
        "high_build": f"high-build turns 1½ to 2 h at {format_warmth(21)}",
        "regular": f"regular finish turns at least 5 h at {format_warmth(21)}, some 8",
        "varnish": "thin varnish turns about 1 h",
        "uv_resin": "UV resin cures in four quarters of about 5 min",
        "sealer": "a sealer dries thin, half a day before what goes over it",
        "preserver": "preserver goes on twice and dries right through",
        "primer": "primer goes on twice, about half an hour apart",
        "paint": "colour goes on two or three times, about half an hour apart",
    }[first.kind]
    turn = f"Turn each coat for {format_minutes(rotate)}; recoat" if rotate else "Recoat"
    add(
        "finish-clocks",
        "note",
        f"{turn} from {format_minutes(first.clocks[3].minutes)} to {format_minutes(first.clocks[4].minutes)} after mixing.",
        f"Common practice: {words}; 24 h between coats is the safe habit.",
        product_spot,
        "product times, slowed or quickened by temperature",
        temperature=format_warmth(first.temperature_c),
        factor=f"{product.slower_at(first.temperature_c):.2f}",
    )
    if product.kind == "uv_resin":
        add(
            "finish-uv-trial",
            "check",
            "UV resin on a rod is a trial: note a date to look at it again. Gloves, and eye protection for the lamp's wavelength.",
            "UV resin is unproven on heavy rods.",
        )
        _judge_shade(build, plan, wraps, add)
    if product.kind == "high_build" and finish.coats > 2:
        add(
            "finish-many-thick",
            "check",
            f"{finish.coats} coats of high-build will stand up in lumps: one or two is usual.",
            "High-build covers in one or two coats.",
            Spot(field="finish.coats"),
        )
    add(
        "finish-caution",
        "note",
        caution_of(product.kind),
        "General shop caution; the safety data sheet and local rules come first.",
        None,
        "safety data sheet",
    )
    return add.found


def _judge_cup(build: Build, plan: FinishPlan, add: Noted) -> None:
    """A mix that the cup does not hold, with room to stir."""
    holds = build.finish.cup_ml * habits().cup_share
    for coat in plan.coats:
        most = max((m.part_a_ml + m.part_b_ml for m in coat.mixes), default=0.0)
        if not coat.laid and most > holds:
            add(
                "finish-cup", "check", f"Coat {coat.number} takes a mix of {format_volume(most)}; a cup of {format_volume(build.finish.cup_ml)} is stirred clean only up to {format_volume(holds)}. Mix twice, or take a larger one.",
                "A full cup is not stirred at its walls.", Spot(field="finish.cup_ml"), "from habit, editable",
            )  # fmt: skip
            return


def _judge_areas(build: Build, plan: FinishPlan, add: Noted) -> None:
    """Areas that cannot be coated as they are said, and labels that would go on over no coat."""
    for area in plan.areas_own:
        if area.trouble and area.id != PRESERVED:
            add("finish-area", "check", f"{capital(area.name)}: {area.trouble}", "An area needs its place and its coats.", Spot(field=f"finish.areas.{area.id}"))  # fmt: skip
    for label in build.wraps.labels:
        if label.after_coat > 0 and not build.finish.lies_on(label.after_coat):
            add("finish-label-bare", "check", f"“{label.text or 'The label'}” is to go on over coat {label.after_coat}, which is the last: nothing seals it, and it goes on before the first.", "A decal lies under at least one coat.", Spot(field=f"wraps.labels.{label.id}"), "common practice")  # fmt: skip


def _judge_shade(build: Build, plan: FinishPlan, wraps: WrapsPlan, add: Noted) -> None:
    """Thread and feet that keep a lamp's light from the resin under them."""
    threads = Threads(build.wraps.threads)
    dark = [w.what for w in wraps.laid if shades(threads.of(w.thread))]
    feet = sum(1 for w in wraps.laid if w.foot_mm > 0)
    if dark or feet:
        of = (
            f"{len(dark)} of {len(wraps.laid)} wraps are of opaque thread"
            if dark
            else "The thread lets light through"
        )
        add(
            "finish-uv-shade", "check", f"{of}, and {feet} lie over a foot: resin under them sees no light. Light from both sides, longer, or a thin two-part coat first.",
            "UV resin sets only where light comes to.", Spot(field="finish.product"), "common practice",
        )  # fmt: skip


def _judge_witness(build: Build, plan: FinishPlan, add: Noted) -> None:
    """A blob that is not set when the tin says it is: the rod, coated from the same cup, is not either."""
    product = build.finish.product
    tin_25 = product.set_min * slower(product.at_c, SEEN_AT_C)
    late = [t for t in plan.told if t.product == product.name and t.what == "set" and (t.over_min or 0.0) > tin_25]  # fmt: skip
    if late:
        add(
            "finish-witness", "check", f"The blob was not set {format_minutes(max(t.over_min or 0.0 for t in late))} after mixing, brought to {format_warmth(SEEN_AT_C)}; the tin has it set after {format_minutes(tin_25)}. Neither is the rod: leave it, and look again.",
            "A blob from the same cup sets no later than what is on the rod.", Spot(field="finish.product.set_min"), "seen at the bench",
        )  # fmt: skip


def _judge_defects(plan: FinishPlan, add: Noted) -> None:
    """Places that the next coat waits for, and thread that was cut."""
    for d in plan.defects:
        if not d.open:
            continue
        at = Place(start_mm=d.place_mm, end_mm=d.place_mm) if d.place_mm is not None else None
        weight: Weight = "ruins" if d.verdict.repair else "check"
        code = "finish-nicked" if d.verdict.repair else "finish-defect"
        words = capital(d.words)
        add(code, weight, f"{words} in coat {d.coat}{', ' + d.note if d.note else ''}: {d.verdict.act}", "The next coat waits for what is to be cut back.", Spot(place=at, field="finish.defects"))  # fmt: skip


def _judge_laid(plan: FinishPlan, add: Noted) -> None:
    """Coats laid before the one under them could take it, or after it would."""
    laid = [c for c in plan.coats if c.laid and c.starts_at is not None]
    for before, coat in itertools.pairwise(laid):
        if before.starts_at is None or coat.starts_at is None:
            continue
        clocks = {c.name: c.minutes for c in before.clocks}
        waited = (coat.starts_at - before.starts_at).total_seconds() / 60
        spot = Spot(field="finish.laid")
        rule = (
            "A coat goes on between the opening and the closing of the window of the one under it."
        )
        if waited < 1:
            add("finish-same-minute", "check", f"Coats {before.number} and {coat.number} are noted at the same minute: type when each was mixed.", rule, spot)  # fmt: skip
        elif waited < clocks["recoat opens"]:
            add("finish-too-soon", "check", f"Coat {coat.number} went on {format_minutes(waited)} after coat {before.number}, which takes one from {format_minutes(clocks['recoat opens'])}: it may stay soft or wrinkle. Look before you go on.", rule, spot)  # fmt: skip
        elif waited > clocks["recoat closes"]:
            add("finish-too-late", "check", f"Coat {coat.number} went on {format_minutes(waited)} after coat {before.number}, whose window closed at {format_minutes(clocks['recoat closes'])}: unless it was scuffed first, it may not hold.", rule, spot)  # fmt: skip
