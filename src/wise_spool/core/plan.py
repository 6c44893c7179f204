"""``plan(rod)``: the one door from what is kept of a rod to what follows from it."""

from typing import Literal

from wise_spool.core.blank.findings import find_in_blank
from wise_spool.core.blank.stiffness import StiffnessPlan, find_in_stiffness
from wise_spool.core.blank.working import BlankPlan
from wise_spool.core.document.assumed import looks_assumed
from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.findings import find_in_finish
from wise_spool.core.ground.findings import STAGES, Finding, StageName, by_ruin
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import following
from wise_spool.core.ground.measures import MarkingRule, round_to_rule
from wise_spool.core.ground.units import speaking
from wise_spool.core.guides.findings import find_in_guides
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.findings import find_in_handle
from wise_spool.core.handle.stack import Mark
from wise_spool.core.rod import Rod
from wise_spool.core.spine.deciding import SpinePlan
from wise_spool.core.spine.findings import find_in_spine
from wise_spool.core.work.balance import BalancePlan
from wise_spool.core.work.cards import Card
from wise_spool.core.work.findings import find_in_work
from wise_spool.core.work.planning import WorkPlan

StageState = Literal["empty", "open", "ready", "done"]


class MarkDrawn(Frozen):
    """One mark to draw: ``station_mm`` is where it is drawn, on the builder's rule.

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
    work: WorkPlan
    cards: tuple[Card, ...]
    balance: BalancePlan | None
    stiffness: StiffnessPlan | None
    marks: tuple[MarkDrawn, ...]
    findings: tuple[Finding, ...]
    standing: tuple[StageStanding, ...]
    assumed: tuple[str, ...]


def plan(rod: Rod | Build) -> Plan:
    """Plan a rod. Never raises for a valid document: what is wrong becomes a finding."""
    if isinstance(rod, Build):
        rod = Rod.of(rod)
    with following(rod.habits), speaking(rod.design.units, rod.design.rule):
        return _planned(rod)


def _planned(rod: Rod) -> Plan:
    build = rod.build
    findings = by_ruin(
        [
            *find_in_blank(build.blank, rod.work_blank, build.rule),
            *find_in_stiffness(build.blank, rod.stiffness),
            *find_in_spine(build, rod.spine),
            *find_in_handle(build, rod.handle, rod.work_blank),
            *find_in_guides(build, rod.guides, rod.work_blank, rod.handle, rod.under_power),
            *find_in_work(build, rod.handle, rod.work, rod.balance),
            *find_in_finish(build, rod.finish),
        ]
    )
    return Plan(
        rule=build.rule,
        blank=rod.blank,
        spine=rod.spine,
        handle=rod.handle,
        guides=rod.guides,
        finish=rod.finish,
        work=rod.work,
        cards=rod.cards,
        stiffness=rod.stiffness,
        balance=rod.balance,
        marks=_road_map(build, rod.blank, rod.handle, rod.guides),
        findings=findings,
        standing=_standing(build, findings),
        assumed=looks_assumed(build),
    )


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
        "blank": build.blank.bare_mm is not None,
        "spine": bool(build.spine.trials) or build.spine.school != "resting_line",
        "handle": bool(build.handle.parts),
        "guides": bool(build.guides.train),
        "finish": bool(build.guides.train) and build.blank.bare_mm is not None,
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
