"""What one rod takes off the shelf, and by which step of the work it is used up: the blank, its parts and guides,
metres of thread and tape, mL of every mix as it is mixed (not only what stays on the rod).

Stock and price both read this and nothing else. Method page: ``docs/methods/stock.md``.
"""

from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime

from wise_spool.core.document.build import Build
from wise_spool.core.document.log import LogEntry, live
from wise_spool.core.finish.coats import CoatPlan
from wise_spool.core.finish.operations import coat_id, layer_id
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Operation
from wise_spool.core.handle.stack import PART_WORDS
from wise_spool.core.plan import Plan
from wise_spool.core.shop.stock import Amount, RodNeeds, guide_goods, tape_goods, tip_top_goods
from wise_spool.core.wraps.progress import figure_step, wrapped_step
from wise_spool.core.wraps.spools import by_thread

BEGUN = ("trim", "scuff", "arbor", "part", "join", "guides", "coat")
"""Steps after which a blank is no blank on the shelf any more."""


class Take(Frozen):
    """One thing a rod takes, and the step that uses it up."""

    by: str
    amount: Amount


def takes(build: Build, plan: Plan) -> tuple[Take, ...]:
    """Everything a rod takes."""
    return tuple(
        t
        for t in (*_blank(build), *_parts(build), *_guides(build), *_tape(build, plan), *_thread(plan), *_adhesive(plan), *_finish(plan))
        if t.amount.amount > 0
    )  # fmt: skip


def rod_needs(rod_id: str, build: Build, plan: Plan, log: Sequence[LogEntry]) -> RodNeeds:
    """What a rod still takes and what it has used, by what stands in its log."""
    done = _done(plan.work.operations, log, build)
    needs, used = [], []
    for take in takes(build, plan):
        by = take.by if take.by in done or not _of_the_train(take.by) else "guides"
        at = done.get(by, _NOT_YET)
        if at is _NOT_YET:
            needs.append(take.amount)
        elif isinstance(at, datetime):
            used.append((at, take.amount))
    return RodNeeds(rod=build.name, rod_id=rod_id, needs=tuple(needs), used=tuple(used))


_NOT_YET = object()


def _done(operations: Sequence[Operation], log: Sequence[LogEntry], build: Build) -> Mapping[str, datetime | None]:  # fmt: skip
    """Steps that are done, with when; None where nobody noted the moment."""
    out: dict[str, datetime | None] = {e.step: e.at for e in live(log) if e.step is not None}
    for o in operations:
        if o.done and out.get(o.id) is None:
            out[o.id] = o.done_at
    by_id = {o.id: o for o in operations}
    behind = [o for o in operations if o.done or o.stage in build.done]
    while behind:  # what comes before something done is done, whether or not anybody ticked it
        o = behind.pop()
        out.setdefault(o.id, None)
        behind += [by_id[b.id] for b in o.after if b.id in by_id and b.id not in out]
    begun = [out.get(o.id) for o in operations if o.id in out and o.kind in BEGUN]
    if begun:
        out["blank"] = min((b for b in begun if b is not None), default=None)
    if build.handle.guides_on:
        out.setdefault("guides", None)
    return out


def _of_the_train(step: str) -> bool:
    """Whether it is a wrap's or a figure's own step: with all guides on, it is done, too."""
    return step.partition(":")[0] in ("wrap", "figure")


def _take(by: str, kind: str, name: str, amount: float, what_for: str) -> Take:
    return Take(by=by, amount=Amount.model_validate({"kind": kind, "name": name, "amount": round(amount, 4), "what_for": what_for}))  # fmt: skip


def _blank(build: Build) -> Iterator[Take]:
    if build.blank.bare_mm is not None and build.blank.name and not came_back(build):
        yield _take("blank", "blank", build.blank.name, 1, "the rod")


def came_back(build: Build) -> bool:
    """Whether it is a rod that came back to be mended: its blank and its train are on it."""
    return bool(build.repairs) or build.handle.guides_on


def _parts(build: Build) -> Iterator[Take]:
    its_own = {r.part_id for r in build.repairs if r.kind != "seat"}
    for part in build.handle.parts:
        if (
            not part.turned and not part.on_rod and part.id not in its_own
        ):  # what is turned comes out of the shop's own sticks
            yield _take(f"part:{part.id}", "part", part.name or PART_WORDS[part.kind], 1, PART_WORDS[part.kind])  # fmt: skip


def _guides(build: Build) -> Iterator[Take]:
    new = {r.guide_id for r in build.repairs if r.kind == "guide"}
    for guide in build.guides.train:
        if came_back(build) and guide.id not in new:
            continue
        yield _take("guides", "guide", guide_goods(guide.ring_mm, guide.feet), 1, "the train")
    if (build.guides.train and not came_back(build)) or any(r.kind == "tip" for r in build.repairs):
        yield _take("tip_top", "guide", tip_top_goods(build.guides.tip_top.ring_mm), 1, "the tip")


def _tape(build: Build, plan: Plan) -> Iterator[Take]:
    for arbor in plan.handle.arbors:
        metres = sum(b.tape_length_mm or 0.0 for b in arbor.bands) / 1000
        yield _take(f"arbor:{arbor.seat_id}", "tape", tape_goods(build.handle.arbors.tape_thickness_mm), metres, "the arbor")  # fmt: skip


def _thread(plan: Plan) -> Iterator[Take]:
    waste_m = habits().waste_mm / 1000
    for wrap in plan.wraps.laid:
        for s in wrap.stretches:
            yield _take(wrapped_step(wrap.id), "thread", s.thread, s.metres + waste_m, wrap.what)
    for figure in plan.wraps.figures:
        for name, metres in by_thread((), figure.metres).items():
            yield _take(figure_step(figure.id), "thread", name, metres, "decoration")


def _adhesive(plan: Plan) -> Iterator[Take]:
    for mix in plan.work.glue_up.mixes:
        if mix.joints:
            yield _take(f"part:{mix.joints[-1].part_id}", "adhesive", mix.adhesive, mix.volume_ml, f"mix {mix.number}")  # fmt: skip


def _finish(plan: Plan) -> Iterator[Take]:
    for coat in plan.finish.coats:
        yield from _mixed(coat_id(coat.number), coat)
    for area in plan.finish.areas_own:
        for coat in area.coats:
            yield from _mixed(layer_id(area.id, coat.number), coat)


def _mixed(by: str, coat: CoatPlan) -> Iterator[Take]:
    mixed = sum(m.part_a_ml + m.part_b_ml for m in coat.mixes)
    yield _take(by, "finish", coat.product, mixed, coat.words)
