"""The rod laid against its brief: what it has of each quantity that is asked for, and how far off that is.

A yardstick, not a judge: a builder may depart from a wish, and sees by how much. Where a figure is not
known yet, nothing is said of it. Method page: ``docs/methods/brief.md``.
"""

from wise_spool.core.blank.stiffness import StiffnessPlan
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.brief.requirement import Quantity, Requirement, Want, required, value_says
from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.work.balance import BalancePlan


class Laid(Frozen):
    """One quantity of the rod beside what is asked of it. ``off`` is how far it lies outside, nought within, None
    while it is not known; ``surely`` whether it was measured."""

    quantity: Quantity
    words: str
    wants: str
    has: str
    off: float | None
    surely: bool
    must: bool
    says: str
    because: str
    answer: str


class BriefPlan(Frozen):
    """The requirement, and the rod laid against it."""

    need: Requirement
    laid: tuple[Laid, ...]
    met: int
    known: int


Has = tuple[float | str, bool]
"""A figure, and whether it was measured."""


def lay_against(build: Build, has: dict[Quantity, Has]) -> BriefPlan:
    """The figures of a rod against its brief."""
    need = required(build.brief)
    laid = tuple(_laid(w, has.get(w.quantity)) for w in need.wants)
    known = [x for x in laid if x.off is not None]
    return BriefPlan(need=need, laid=laid, met=sum(x.off == 0 for x in known), known=len(known))


def figures(
    build: Build,
    work: WorkingBlank,
    stiffness: StiffnessPlan | None,
    handle: HandlePlan,
    balance: BalancePlan | None,
) -> dict[Quantity, Has]:
    """What is known of the rod so far."""
    blank = build.blank
    out: dict[Quantity, Has] = {}
    if blank.bare_mm is None:
        return out
    out["length_mm"] = ((work.length_mm or 0.0) + handle.longer_by_mm, blank.measured_mm is not None)  # fmt: skip
    out["pieces"] = (float(len(blank.joints) + 1), True)
    out["toughness"] = (blank.material, True)
    if work.taper is not None:
        out["butt_od_mm"] = (work.taper.od_at(0.0), bool(blank.readings))
    if stiffness is not None:
        hung = stiffness.hung
        out["power_g"] = (stiffness.power_g, hung)
        out["action_deg"] = (stiffness.action_deg, hung)
    if build.guides.train:
        out["smallest_ring_mm"] = (min(g.ring_mm for g in build.guides.train), True)
    if handle.reach_mm is not None:
        out["reach_mm"] = (handle.reach_mm, True)
    grips = [p for p in build.handle.parts if p.kind in ("rear_grip", "foregrip")]
    if grips:
        hand = next((p for p in grips if p.kind == "rear_grip"), grips[0])
        out["grip_od_mm"] = (hand.od_tip_mm, True)
    if balance is not None:
        out["rod_g"] = (balance.cases[0].rod_g, balance.weighed_g >= balance.cases[0].rod_g)
    return out


def off_by(want: Want, value: float) -> float:
    """How far a value lies outside what is wanted: over it positive, under it negative."""
    if want.low is not None and want.high is not None and want.low > want.high:
        return min(value - want.low, value - want.high, key=abs)
    if want.high is not None and value > want.high:
        return value - want.high
    if want.low is not None and value < want.low:
        return value - want.low
    return 0.0


def _laid(want: Want, has: Has | None) -> Laid:
    off: float | None = None
    says, shown = "not known yet", ""
    if has is not None:
        value, _ = has
        if isinstance(value, str):
            shown, off = value, 0.0 if value in want.one_of else 1.0
            says = "as asked" if off == 0 else f"{value}, not {want.says}"
        else:
            shown, off = value_says(want.quantity, value), round(off_by(want, value), 3)
            says = "as asked" if off == 0 else f"{value_says(want.quantity, abs(off))} {'over' if off > 0 else 'under'}"  # fmt: skip
    binds = next((r for r in want.rulings if r.must), want.rulings[0])
    return Laid(
        quantity=want.quantity, words=want.words, wants=want.says, has=shown, off=off, surely=bool(has and has[1]),
        must=want.must, says=says, because="; ".join(dict.fromkeys(r.because for r in want.rulings)), answer=binds.answer,
    )  # fmt: skip
