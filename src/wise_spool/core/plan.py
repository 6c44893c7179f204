"""``plan(rod)``: the one door from what is kept of a rod to what follows from it."""

from collections.abc import Callable, Sequence
from functools import partial
from typing import Literal

from pydantic import ValidationError

from wise_spool.core.blank.findings import find_in_blank
from wise_spool.core.blank.stiffness import StiffnessPlan, find_in_stiffness
from wise_spool.core.blank.working import BlankPlan
from wise_spool.core.brief.requirement import find_in_brief
from wise_spool.core.brief.yardstick import BriefPlan
from wise_spool.core.document.assumed import looks_assumed
from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import Op, applied
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.findings import find_in_finish
from wise_spool.core.first_rod import FirstStep, first_rod
from wise_spool.core.ground.findings import STAGES, Finding, StageName, by_ruin
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import following
from wise_spool.core.ground.measures import MarkingRule
from wise_spool.core.ground.units import speaking
from wise_spool.core.guides.findings import find_in_guides
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.findings import find_in_handle
from wise_spool.core.lineup.planning import LineUpPlan
from wise_spool.core.repairs.planning import RepairPlan, find_in_repairs
from wise_spool.core.rod import Rod
from wise_spool.core.spine.deciding import SpinePlan
from wise_spool.core.spine.findings import find_in_spine
from wise_spool.core.work.balance import BalancePlan
from wise_spool.core.work.cards import Card
from wise_spool.core.work.findings import find_in_work
from wise_spool.core.work.planning import WorkPlan
from wise_spool.core.work.road_map import MarkDrawn
from wise_spool.core.wraps.findings import find_in_wraps
from wise_spool.core.wraps.planning import WrapsPlan

StageState = Literal["empty", "open", "ready", "done"]


class StageStanding(Frozen):
    """Where one stage stands: nothing in it, something to settle, ready, or done at the bench."""

    stage: StageName
    state: StageState
    open_findings: int


class Plan(Frozen):
    """Everything that follows from a build document. Same build, same plan, byte for byte."""

    rule: MarkingRule
    brief: BriefPlan
    blank: BlankPlan
    spine: SpinePlan
    handle: HandlePlan
    guides: GuidesPlan
    wraps: WrapsPlan
    line_up: LineUpPlan
    finish: FinishPlan
    repairs: tuple[RepairPlan, ...]
    work: WorkPlan
    cards: tuple[Card, ...]
    balance: BalancePlan | None
    stiffness: StiffnessPlan | None
    marks: tuple[MarkDrawn, ...]
    findings: tuple[Finding, ...]
    standing: tuple[StageStanding, ...]
    assumed: tuple[str, ...]
    first_rod: tuple[FirstStep, ...]


def plan(rod: Rod | Build) -> Plan:
    """Plan a rod. Never raises for a valid document: what is wrong becomes a finding."""
    if isinstance(rod, Build):
        rod = Rod.of(rod)
    with following(rod.habits), speaking(rod.design.units, rod.design.rule):
        planned = _planned(rod)
    rod.alone()
    return planned


MOST_PROVED = 4
"""So many mends are tried before they are offered; the worst findings come first."""


def _planned(rod: Rod) -> Plan:
    build = rod.build
    return Plan(
        rule=build.rule,
        brief=rod.brief,
        blank=rod.blank,
        spine=rod.spine,
        handle=rod.handle,
        guides=rod.guides,
        wraps=rod.wraps,
        line_up=rod.line_up,
        finish=rod.finish,
        repairs=rod.repairs,
        work=rod.work,
        cards=rod.cards,
        stiffness=rod.stiffness,
        balance=rod.balance,
        marks=rod.marks,
        assumed=looks_assumed(build),
        first_rod=first_rod(rod),
        # last: a mend is tried beside all that is known by now
        findings=(findings := _proved(rod, _concluded(rod))),
        standing=_standing(build, findings),
    )


def _concluded(rod: Rod) -> tuple[Finding, ...]:
    """What every room concludes, the worst first."""
    return by_ruin([f for name, find in FINDING for f in rod.room(f"findings, {name}", partial(find, rod))])  # fmt: skip


FINDING: tuple[tuple[str, Callable[[Rod], Sequence[Finding]]], ...] = (
    ("brief", lambda r: find_in_brief(r.brief.need)),
    ("blank", lambda r: find_in_blank(r.build.blank, r.work_blank, r.build.rule)),
    ("repairs", lambda r: find_in_repairs(r.repairs)),
    ("stiffness", lambda r: find_in_stiffness(r.build.blank, r.stiffness)),
    ("spine", lambda r: find_in_spine(r.build, r.spine)),
    ("handle", lambda r: find_in_handle(r.build, r.handle, r.work_blank)),
    ("guides", lambda r: find_in_guides(r.build, r.guides, r.work_blank, r.handle, r.under_power)),
    ("wraps", lambda r: find_in_wraps(r.build, r.wraps, r.line_up, r.work_blank, r.handle)),
    ("work", lambda r: find_in_work(r.build, r.handle, r.work, r.balance)),
    ("finish", lambda r: find_in_finish(r.build, r.finish, r.wraps)),
)


def _proved(rod: Rod, findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    """The findings with only those mends that were tried: the finding is gone by it, and nothing more would ruin the
    rod than before."""
    tried = 0
    out = []
    for f in findings:
        if f.mend is not None:
            tried += 1
            if tried > MOST_PROVED or not _mends(rod, f, findings):
                f = f.model_copy(update={"mend": None})
        out.append(f)
    return tuple(out)


def _mends(rod: Rod, f: Finding, before: tuple[Finding, ...]) -> bool:
    assert f.mend is not None
    document = rod.build.model_dump(mode="json")
    op = Op(act="set", at=tuple(f.mend.path.split(".")), to=f.mend.value)
    try:
        mended = Rod.of(Build.model_validate(applied(document, [op])), rod.shop_habits)
    except ValidationError:
        return False
    tried = rod.trying((f.mend.path, repr(f.mend.value)), mended)
    after = _concluded(tried)
    tried.alone()
    stands = any((g.code, g.field) == (f.code, f.field) for g in after)
    return not stands and _ruins(after) <= _ruins(before)


def _ruins(findings: tuple[Finding, ...]) -> int:
    return sum(f.weight == "ruins" for f in findings)


def _standing(build: Build, findings: tuple[Finding, ...]) -> tuple[StageStanding, ...]:
    filled: dict[StageName, bool] = {
        "blank": build.blank.bare_mm is not None,
        "spine": bool(build.spine.trials) or build.spine.school != "resting_line",
        "handle": bool(build.handle.parts),
        "guides": bool(build.guides.train),
        "wraps": bool(build.guides.train) and build.blank.bare_mm is not None,
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
