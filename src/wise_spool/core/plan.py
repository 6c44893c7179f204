"""``plan(build)``: the one door from what the builder said to what follows from it."""

from typing import Literal

from wise_spool.core.balance import BalancePlan, Lump, Standing, plan_balance
from wise_spool.core.blank import BlankPlan, WorkingBlank, find_in_blank, plan_blank, working_blank
from wise_spool.core.build import Build
from wise_spool.core.findings import STAGES, Finding, StageName, by_ruin
from wise_spool.core.finish import FinishPlan, find_in_finish, plan_finish
from wise_spool.core.frozen import Frozen
from wise_spool.core.glueup import SQUEEZE_OUT
from wise_spool.core.guides import GuidesPlan, datums_of, find_in_guides, plan_guides
from wise_spool.core.handle import HandlePlan, assemble, fit_parts
from wise_spool.core.handle_findings import find_in_handle
from wise_spool.core.spine import PencilPlace, SpinePlan, plan_spine
from wise_spool.core.spine_findings import find_in_spine
from wise_spool.core.stack import Fitted, Mark
from wise_spool.core.stiffness import StiffnessPlan, find_in_stiffness, measure
from wise_spool.core.units import MarkingRule, round_to_rule

FINISH_G_PER_ML = 1.25
"""Thread soaked with finish, by the volume of finish in it. From memory."""

StageState = Literal["empty", "open", "ready", "done"]


class MarkDrawn(Frozen):
    """One line of the road map: ``station_mm`` is where it is drawn, on the builder's rule.

    ``from_butt_mm`` and ``from_tip_mm`` (bare tip) are what each end of the tape reads there.
    """

    station_mm: float
    from_butt_mm: float
    from_tip_mm: float
    label: str
    stage: StageName


class StageStanding(Frozen):
    """Where one stage stands: nothing in it, something to settle, ready, or done at the bench."""

    stage: StageName
    state: StageState
    open_findings: int


class Plan(Frozen):
    """Everything that follows from a build document. Same build, same plan, byte for byte."""

    rule: MarkingRule
    blank: BlankPlan
    spine: SpinePlan
    handle: HandlePlan
    guides: GuidesPlan
    finish: FinishPlan
    balance: BalancePlan | None
    stiffness: StiffnessPlan | None
    marks: tuple[MarkDrawn, ...]
    findings: tuple[Finding, ...]
    standing: tuple[StageStanding, ...]


def plan(build: Build) -> Plan:
    """Plan a build. Never raises for a valid document: what is wrong becomes a finding."""
    work = working_blank(build.blank)
    blank = plan_blank(build.blank, work)
    stiffness = measure(build.blank)
    fitted = fit_parts(build, work)
    handle = assemble(build, work, fitted)
    datums = datums_of(build, work, handle)
    guides = plan_guides(build, datums, handle)
    pencil = (
        handle.front_mm
        if handle.parts and work.length_mm and handle.front_mm < work.length_mm
        else 0.0
    )
    places = _pencil_places(handle, guides, blank) if work.length_mm else []
    spine = plan_spine(build, work, pencil if work.length_mm else None, places)
    finish = plan_finish(build, work, handle, guides)
    findings = by_ruin(
        [
            *find_in_blank(build.blank, work, build.rule),
            *find_in_stiffness(build.blank, stiffness),
            *find_in_spine(build, spine),
            *find_in_handle(build, handle, work),
            *find_in_guides(build, guides, work, handle),
            *find_in_finish(build, finish),
        ]
    )
    return Plan(
        rule=build.rule,
        blank=blank,
        spine=spine,
        handle=handle,
        guides=guides,
        finish=finish,
        stiffness=stiffness,
        balance=_balance(build, work, fitted, handle, guides, finish),
        marks=_road_map(build, blank, handle, guides),
        findings=findings,
        standing=_standing(build, findings),
    )


def _pencil_places(handle: HandlePlan, guides: GuidesPlan, blank: BlankPlan) -> list[PencilPlace]:
    """Every place round which the spine, reel or guide line is drawn, butt first."""
    length = blank.length_mm or 0.0
    places = [PencilPlace("butt", 0.0)]
    places += [
        PencilPlace(f"front of the {p.name}", p.end_mm)
        for p in handle.parts
        if p.kind in ("rear_grip", "reel_seat") and p.end_mm < length
    ]
    if handle.parts and handle.front_mm < length:
        places.append(PencilPlace("front of the handle", handle.front_mm))
    places += [PencilPlace(f"guide {n}", g.marked_mm) for n, g in enumerate(guides.placed, start=1) if g.marked_mm is not None and 0 < g.marked_mm < length]  # fmt: skip
    places += [PencilPlace("joint", j) for j in blank.joints_mm]
    return sorted(places, key=lambda p: (p.station_mm, p.place))


def _balance(
    build: Build,
    work: WorkingBlank,
    fitted: tuple[Fitted, ...],
    handle: HandlePlan,
    guides: GuidesPlan,
    finish: FinishPlan,
) -> BalancePlan | None:
    parts = [
        Standing(f.part, f.placed.name, f.placed.start_mm, _bore_ends(f, work)) for f in fitted
    ]
    by_id = {g.id: g for g in build.guides.train}
    train = [(by_id[g.id], g.marked_mm) for g in guides.placed if g.marked_mm is not None]
    seat = next((p for p in handle.parts if p.kind == "reel_seat"), None)
    extra = [
        Lump("arbor", a.mass_g, (a.bands[0].start_mm + a.bands[-1].end_mm) / 2, False)
        for a in handle.arbors
        if a.bands
    ]
    if handle.glue_up.volume_ml and seat is not None:
        at = (seat.start_mm + seat.end_mm) / 2
        extra.append(Lump("adhesive", handle.glue_up.volume_ml / SQUEEZE_OUT * 1.15, at, False))
    coats = sum(c.volume_ml for c in finish.coats) / build.finish.loss_factor
    if finish.wraps and coats:
        middle = sum((w.start_mm + w.end_mm) / 2 for w in finish.wraps) / len(finish.wraps)
        extra.append(Lump("thread and finish", coats * FINISH_G_PER_ML, middle, False))
    return plan_balance(build, work, parts, train, extra, handle.reach_mm)


def _bore_ends(f: Fitted, work: WorkingBlank) -> tuple[float, float]:
    """Bore a part will have at its faces; the blank itself while nothing is known."""
    if f.final_bore is not None:
        return float(f.final_bore.bore_mm[0]), float(f.final_bore.bore_mm[-1])
    a, b = f.placed.butt_face.od_mm, f.placed.tip_face.od_mm
    return (a or 0.0, b or a or 0.0)


def _road_map(
    build: Build, blank: BlankPlan, handle: HandlePlan, guides: GuidesPlan
) -> tuple[MarkDrawn, ...]:
    length = blank.length_mm
    if length is None:
        return ()
    marks = [
        *handle.marks,
        *(
            Mark(station_mm=g.marked_mm, label=f"guide {n}, ring {g.ring_mm:g}", stage="guides")
            for n, g in enumerate(guides.placed, start=1)
            if g.marked_mm is not None and 0 <= g.marked_mm <= length
        ),
        *(Mark(station_mm=j, label="joint", stage="blank") for j in blank.joints_mm),
    ]
    drawn = []
    for m in marks:
        if m.station_mm > length:
            continue
        at = round_to_rule(m.station_mm, build.rule) if m.stage == "handle" else m.station_mm
        drawn.append(
            MarkDrawn(
                station_mm=round(at, 3),
                from_butt_mm=round_to_rule(at, build.rule),
                from_tip_mm=round_to_rule(length - at, build.rule),
                label=m.label,
                stage=m.stage,
            )
        )
    return tuple(sorted(drawn, key=lambda m: (m.station_mm, m.label)))


def _standing(build: Build, findings: tuple[Finding, ...]) -> tuple[StageStanding, ...]:
    filled: dict[StageName, bool] = {
        "blank": build.blank.length_mm is not None,
        "spine": bool(build.spine.trials) or build.spine.school != "resting_line",
        "handle": bool(build.handle.parts),
        "guides": bool(build.guides.train),
        "finish": bool(build.guides.train) and build.blank.length_mm is not None,
    }
    standing = []
    for stage in STAGES:
        waiting = sum(f.stage == stage and f.weight != "note" for f in findings)
        state: StageState = "ready"
        if stage in build.done:
            state = "done"
        elif not filled[stage]:
            state = "empty"
        elif waiting:
            state = "open"
        standing.append(StageStanding(stage=stage, state=state, open_findings=waiting))
    return tuple(standing)
