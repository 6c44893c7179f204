"""What would go wrong with thread and letters: one plain sentence each."""

import itertools

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.wraps import Wrap
from wise_spool.core.ground.findings import Finding, Mend, Noted, Place, Spot
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.ground.sentences import capital
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.lineup.planning import LineUpPlan
from wise_spool.core.wraps.cues import needs_loop_at_once
from wise_spool.core.wraps.planning import WrapsPlan
from wise_spool.core.wraps.wraps import WrapLaid

THICK_THREAD_MM = 0.4
"""Thread over this is cord. From habit."""


def find_in_wraps(build: Build, plan: WrapsPlan, line_up: LineUpPlan, work: WorkingBlank, handle: HandlePlan) -> list[Finding]:  # fmt: skip
    """Wraps that run into one another, joints or the handle; feet and thread that do not go together; figures, labels, line."""
    add = Noted("wraps")
    _judge_places(build, plan, work, handle, add)
    for w in plan.laid:
        _judge_wrap(build, w, add)
    _judge_threads(build, plan, add)
    for f in plan.figures:
        spot = Spot(
            place=Place(start_mm=f.from_mm, end_mm=f.to_mm), field=f"wraps.decoration.{f.id}"
        )
        if f.trouble:
            add(
                "wrap-figure",
                "check",
                f"{capital(f.name)}: {f.trouble}",
                "A figure has to close, and to lie on the blank.",
                spot,
            )
        elif handle.parts and f.from_mm < handle.front_mm - 0.5:
            add("wrap-figure-on-handle", "ruins", f"{capital(f.name)} begins under the handle, which ends at {format_length(handle.front_mm, build.rule)}.", "Thread lies clear of the handle.", spot)  # fmt: skip
    for label in plan.labels:
        spot = Spot(
            place=Place(start_mm=max(label.start_mm, 0), end_mm=max(label.end_mm, 0)),
            field=f"wraps.labels.{label.id}.from_mm",
        )
        if label.trouble in ("clash", "off_blank"):
            add("label-clash", "ruins", f"The {label.what} cannot lie there: {label.says[0].lower()}{label.says[1:]}", "A label needs bare blank and a little room.", spot)  # fmt: skip
        elif label.trouble in ("arc", "letters", "art", "small"):
            add(
                "label-trouble",
                "check",
                f"The {label.what}: {label.says}",
                "A label has to be read at one look.",
                spot,
            )
    _judge_line(line_up, add, bool(build.finish.laid))
    return add.found


def _spot(w: WrapLaid) -> Spot:
    return Spot(
        place=Place(start_mm=w.over_from_mm, end_mm=w.over_to_mm), field=f"wraps.wraps.{w.id}"
    )


def _judge_places(
    build: Build, plan: WrapsPlan, work: WorkingBlank, handle: HandlePlan, add: Noted
) -> None:
    rule = build.rule
    apart = sorted(plan.laid, key=lambda w: w.over_from_mm)
    for a, b in itertools.pairwise(apart):
        over = a.over_to_mm - b.over_from_mm
        both_feet = a.duty == "foot" and b.duty == "foot" and a.guide_id != b.guide_id
        meet = a.duty == "joint" and b.duty == "joint"
        if over > 0.05 and not both_feet and not meet:
            add(
                "wrap-overlap", "check", f"{capital(a.what)} and {b.what} run into each other over {format_length(over, rule)}.",
                "Two wraps do not share a stretch of blank.", _spot(b),
            )  # fmt: skip
    for w in plan.laid:
        if (
            handle.parts
            and w.duty not in ("handle_front", "keeper")
            and w.over_from_mm < handle.front_mm - 0.5
            and w.duty != "foot"
        ):
            add("wrap-on-handle", "ruins", f"{capital(w.what)} begins under the handle, which ends at {format_length(handle.front_mm, rule)}.", "Thread lies clear of the handle.", _spot(w))  # fmt: skip
        for joint in work.joints:
            if (
                w.duty != "joint"
                and w.over_from_mm < joint.station_mm - 0.5 < w.over_to_mm - 1
                and w.duty != "splint"
            ):
                add("wrap-on-joint", "ruins", f"{capital(w.what)} lies over the joint at {format_length(joint.station_mm, rule)} from the butt: the sections would not come apart.", "No wrap crosses a joint.", _spot(w))  # fmt: skip


def _judge_wrap(build: Build, w: WrapLaid, add: Noted) -> None:
    rule = build.rule
    long = w.end_mm - w.start_mm
    if w.least_mm and long < w.least_mm - 0.05:
        code = "wrap-splint-short" if w.duty == "splint" else "wrap-ferrule-short"
        over = "a splint" if w.duty == "splint" else "a ferrule of such a rod"
        add(code, "ruins", f"{capital(w.what)} is {format_length(long, rule)} long; {over} wants {format_length(w.least_mm, rule)} at least.", "Thread carries part of what would split the blank.", _spot(w))  # fmt: skip
        said = next((s for s in build.wraps.wraps if s.id == w.id), None)
        if said is not None and w.duty == "joint":
            end = "butt" if w.id.endswith(":butt") else "tip"
            if getattr(said, f"beyond_{end}_mm") is not None:
                add.mended_by(
                    Mend(
                        words="give it its least length",
                        path=f"wraps.wraps.{w.id}.beyond_{end}_mm",
                        value=None,
                    )
                )
    if needs_loop_at_once(w.turns) and w.duty in ("foot", "keeper"):
        add("wrap-too-short", "note", f"{capital(w.what)} has {w.turns} turns: too few for a tag and a loop, so its loop goes in at once.", f"{habits().tag_turns:.0f} turns hold the tag, and the loop goes in {habits().loop_turns:.0f} before the end.", _spot(w))  # fmt: skip
    guide = next((g for g in build.guides.train if g.id == w.guide_id), None)
    if guide is not None and guide.foot_wide_mm is not None and guide.foot_wide_mm > w.od_mm:
        add("wrap-foot-wide", "check", f"The foot under {w.what} is {format_diameter(guide.foot_wide_mm, rule)} wide on a blank of {format_diameter(w.od_mm, rule)}: it stands over both sides. File it narrower, or choose a smaller frame.", "Thread holds a foot that lies on the blank, not one that bridges it.", Spot(place=_spot(w).place, field=f"guides.train.{guide.id}.foot_wide_mm"))  # fmt: skip
    missing = _not_laid(build, w)
    if missing:
        add(
            "wrap-inlay-lost",
            "check",
            f"{capital(w.what)} has no room for {missing}.",
            "An inlay ends before its wrap does; a band stays on the blank.",
            _spot(w),
        )


def _not_laid(build: Build, w: WrapLaid) -> str:
    said: Wrap | None = next((s for s in build.wraps.wraps if s.id == w.id), None)
    if said is None:
        return ""
    inlays = len(said.inlays) - sum(s.what == "inlay" for s in w.stretches)
    bands = len(said.bands) - sum(s.what == "band" for s in w.stretches)
    if inlays:
        return "its inlay" if inlays == 1 else f"{inlays} of its inlays"
    return "" if not bands else "its trim band"


def _judge_threads(build: Build, plan: WrapsPlan, add: Noted) -> None:
    used = {s.thread for w in plan.laid for s in w.stretches}
    for t in plan.threads:
        if t.name in used and t.pitch_mm > THICK_THREAD_MM:
            add("wrap-thread-thick", "check", f"{capital(t.name)} is {t.pitch_mm:.2f} mm a turn: that is cord, not wrapping thread.", "Thread for rods is 0.1 to 0.3 mm thick.", Spot(field=f"wraps.threads.{t.id}.diameter_mm"))  # fmt: skip
        if t.spread_mm is not None and t.spread_mm > 0.1 * t.pitch_mm:
            add("wrap-counts-apart", "check", f"The counts of {t.name} lie {100 * t.spread_mm / t.pitch_mm:.0f} % apart: count again over a longer stretch.", "Two counts of one thread agree within a few turns.", Spot(field=f"wraps.threads.{t.id}.counts"))  # fmt: skip
    for s in plan.spools:
        if s.runs_out:
            add("spool-short", "check", f"The spool of {s.thread} runs out on {s.runs_out}: the rod takes {s.need_m:.0f} m, {s.spool_m or 0:.0f} m are left.", "A colour is not changed in the middle of a rod.", Spot(field=f"wraps.threads.{next(t.id for t in plan.threads if t.name == s.thread)}.spool_m"))  # fmt: skip


def _judge_line(line_up: LineUpPlan, add: Noted, laid: bool) -> None:
    if line_up.moves:
        add("line-up-out", "check" if laid else "ruins", f"Not in line yet: {line_up.says}", f"No finish until every guide stands within {habits().line_up_tolerance_deg:g}° or is accepted with a reason.", Spot(field="wraps.line_up"))  # fmt: skip
