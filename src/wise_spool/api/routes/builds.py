"""Routes of one rod: as it stands, its changes, undo and history, its batch, its file."""

import uuid
from datetime import UTC, datetime

from anyio import to_thread
from fastapi import APIRouter, Request
from fastapi.responses import Response

from wise_spool.api import models as m
from wise_spool.api.deps import AsId, Client, InShop, Planned, Shop
from wise_spool.api.doorkeeper import goes_on_trail
from wise_spool.api.downloads import attached, file_name
from wise_spool.api.problems import field_problems
from wise_spool.core.document.bench import ask_of_time
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.records import Records
from wise_spool.core.measure_next import MeasureNext, measure_next
from wise_spool.core.plan import Plan, plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.batch import alike, departs, deviations, same_marks, unmeasured
from wise_spool.core.work.touching import touched
from wise_spool.exchange.build_file import write_build
from wise_spool.exchange.record_file import MEDIA_TYPE, write_record
from wise_spool.store.rows import Kept
from wise_spool.store.taking import Outcome

MOST_IN_A_BATCH = 20
routes = APIRouter(prefix="/api/builds/{build_id}")
trying = APIRouter(prefix="/api/plan")


def as_state(shop: Shop, kept: Kept, planned: Planned | None = None) -> m.BuildState:
    """A kept rod as the screen is given it."""
    planned = planned or shop.planned(kept, learned=True)
    return m.BuildState(
        id=kept.id, revision=kept.revision, version=kept.version, can_undo=kept.can_undo, can_redo=kept.can_redo,
        changed_at=kept.changed_at, build=kept.rod().build, plan=planned.plan, problem=planned.problem,
    )  # fmt: skip


@routes.get("", response_model=m.BuildState)
def one_build(build_id: uuid.UUID, shop: InShop) -> Response:
    """The rod as it stands, and its plan."""
    state = as_state(shop, shop.builds.get(build_id))
    return Response(state.model_dump_json(), media_type="application/json")


@routes.post("/changes", response_model=m.ChangesTaken)
async def change(
    build_id: uuid.UUID, sent: m.Changes, shop: InShop, request: Request, client: Client = ""
) -> Response:
    """Take changes in, in order; each is kept, refused with its fields, or asked about."""
    return await to_thread.run_sync(
        _changed, build_id, sent, shop, client, request, limiter=shop.planning.here()
    )


def _changed(
    build_id: uuid.UUID, sent: m.Changes, shop: Shop, client: str, request: Request
) -> Response:
    by = goes_on_trail(request, shop.door)
    habits = shop.learned_habits()
    foreseen: list[tuple[Rod, Plan]] = []

    def work_out(rod: Rod) -> None:
        foreseen.append((rod, plan(shop.beside(rod))))

    what = shop.builds.change(build_id, sent.changes, client, work_out, habits, by)
    kept = what.after
    for rod, worked_out in foreseen[-1:]:
        shop.foreseen(kept, rod, worked_out)
    before = shop.planned_by(habits, what.before).plan
    planned = shop.planned_by(habits, kept)
    after = planned.plan
    held = None if sent.holds is None else shop.plan_held(build_id, sent.holds, habits)
    news = None if held is None or after is None else _news(held, after)
    taken = m.ChangesTaken(
        state=as_state(shop, kept, planned if news is None else Planned(None, planned.problem)),
        outcomes=[_outcome(o) for o in what.outcomes],
        touches=touched(before.cards, after.cards, kept.records.design.rule) if before and after else [],
        since=None if news is None else sent.holds, news=news,
    )  # fmt: skip
    same = set() if news is None else set(Plan.model_fields) - news.model_fields_set
    return Response(taken.model_dump_json(exclude={"news": same}), media_type="application/json")


def _news(held: Plan, now: Plan) -> m.PlanNews:
    """What a plan says that the one that is held does not."""
    pairs = {name: (getattr(held, name), getattr(now, name)) for name in Plan.model_fields}
    return m.PlanNews.model_construct(**{n: new for n, (old, new) in pairs.items() if old is not new and old != new})  # fmt: skip


@routes.get("/log")
def log(build_id: uuid.UUID, shop: InShop) -> list[LogEntry]:
    """Everything that was ever logged of the rod, struck entries included."""
    return list(shop.builds.get(build_id).records.log)


@routes.post("/log")
def add_to_log(
    build_id: uuid.UUID, sent: m.LogSent, shop: InShop, request: Request, client: Client = ""
) -> m.BuildState:
    """Add entries to the log; what is there already adds nothing."""
    now = datetime.now(UTC)
    for entry in sent.entries:
        ask_of_time(entry.at, now)
    by = goes_on_trail(request, shop.door)
    kept = shop.builds.log(build_id, sent.entries, client, by=by)
    shop.has_heard(sent.entries)
    return as_state(shop, kept)


@routes.post("/undo")
def undo(
    build_id: uuid.UUID, shop: InShop, seen: int | None = None, client: Client = ""
) -> m.BuildState:
    """Step back."""
    kept = shop.builds.undo(build_id, seen, client)
    shop.learn_anew()
    return as_state(shop, kept)


@routes.post("/redo")
def redo(
    build_id: uuid.UUID, shop: InShop, seen: int | None = None, client: Client = ""
) -> m.BuildState:
    """Step forward again."""
    kept = shop.builds.redo(build_id, seen, client)
    shop.learn_anew()
    return as_state(shop, kept)


@routes.get("/revisions")
def history(build_id: uuid.UUID, shop: InShop) -> list[m.Revision]:
    """Every revision, newest first."""
    return [m.Revision(**vars(note)) for note in shop.builds.history(build_id)]


@routes.get("/revisions/{number}")
def revision(build_id: uuid.UUID, number: int, shop: InShop) -> Records:
    """Design and piece as they were."""
    return shop.builds.revision(build_id, number)


@routes.post("/revisions/{number}/back")
def back_to(build_id: uuid.UUID, number: int, shop: InShop, client: Client = "") -> m.BuildState:
    """Make an earlier design and piece count again."""
    return as_state(shop, shop.builds.back_to(build_id, number, client))


@routes.get("/file")
def export_build(build_id: uuid.UUID, shop: InShop) -> Response:
    """The build file."""
    records = shop.builds.get(build_id).records
    name = f"{file_name(records.design.name)}.build.json"
    return attached(write_build(records).encode(), "application/json", name)


@routes.get("/record.zip")
def export_record(build_id: uuid.UUID, shop: InShop) -> Response:
    """The build file with its pictures and its log as a table."""
    records = shop.builds.get(build_id).records
    name = f"{file_name(records.design.name)}.record.zip"
    return attached(write_record(records, shop.logbook.picture), MEDIA_TYPE, name)


@routes.get("/measure-next")
def to_measure(build_id: uuid.UUID, shop: InShop) -> list[MeasureNext]:
    """What was never measured, what matters most first."""
    return list(measure_next(shop.rod(shop.builds.get(build_id))))


@routes.post("/batch", status_code=201)
def make_batch(
    build_id: uuid.UUID, new: m.NewBatch, shop: InShop, client: Client = "", as_id: AsId = None
) -> list[m.BatchRod]:
    """Rods alike: each of the same design, with a piece and a log of its own."""
    design = shop.builds.get(build_id).records.design
    first, *rest = alike(design, new.rods, f"{design.name} #{str(build_id)[:8]}")
    fresh = [Records(design=another) for another in rest]
    shop.builds.batch(build_id, first, fresh, f"a batch of {new.rods}", client, as_id)
    return batch(build_id, shop)


@routes.get("/batch")
def batch(build_id: uuid.UUID, shop: InShop) -> list[m.BatchRod]:
    """Rods of this one's batch: what each departs by, and what it has not been measured for."""
    mine = shop.builds.get(build_id)
    rods = _alike(shop, mine)
    true_for = same_marks([shop.rod(mine), *(shop.rod(k) for k in rods)])[1:]
    return [
        m.BatchRod(
            id=k.id, name=k.records.design.name, deviations=list(deviations(shop.rod(k))), same_marks=same,
            departs=list(departs(k.records.design, mine.records.design)),
            unmeasured=list(unmeasured(k.records.piece, k.records.design)),
        )
        for k, same in zip(rods, true_for, strict=True)
    ]  # fmt: skip


@routes.post("/batch/follow")
def follow(build_id: uuid.UUID, shop: InShop, client: Client = "") -> list[m.BatchRod]:
    """Bring this rod's design to every other rod of its batch; pieces and logs are their own."""
    mine = shop.builds.get(build_id)
    design = mine.records.design

    def as_mine(own: Design) -> Design:
        keep = {n: getattr(own, n) for n in ("name", "number", "client", "note")}
        return design.model_copy(update=keep)

    others = [k for k in _alike(shop, mine) if k.id != mine.id]
    depart = [k.id for k in others if departs(k.records.design, design)]
    shop.builds.redesign_all(depart, as_mine, f"as {design.name}", client)
    return batch(build_id, shop)


@trying.post("", response_model=Plan)
async def what_if(build: Build, shop: InShop) -> Response:
    """Plan without keeping. On the event loop, one after another: a plan takes a few
    milliseconds, less than threads would cost each other."""
    return Response(plan(shop.tried(build)).model_dump_json(), media_type="application/json")


def _alike(shop: Shop, mine: Kept) -> list[Kept]:
    name = mine.records.design.batch
    if not name:
        return []
    return shop.hanging(MOST_IN_A_BATCH, name)


def _outcome(o: Outcome) -> m.ChangeOutcome:
    errors = field_problems(o.invalid)
    says = o.says or (errors[0].message if errors else "")
    return m.ChangeOutcome(
        id=o.id, outcome=o.outcome, says=says, errors=errors,
        asked=[m.AskedPlace(at=list(a.place), theirs=a.theirs) for a in o.asked],
    )  # fmt: skip
