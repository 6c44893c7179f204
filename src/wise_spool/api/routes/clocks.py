"""Routes of the bench's clocks: start, stop, all that run, and the bell that tells every window."""

import uuid
from collections.abc import AsyncIterator, Iterable
from datetime import UTC, datetime, timedelta

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import Client, InShop, Shop
from wise_spool.api.doorkeeper import CLOSED, token_in
from wise_spool.core.document.bench import LONGEST_MIN, BenchClock, ask_of_clock
from wise_spool.core.document.log import LogEntry
from wise_spool.core.finish.operations import laid_coats
from wise_spool.core.ground.refusals import NotThereError, RefusedError

routes = APIRouter(prefix="/api")


class ClocksStarted(BaseModel):
    """Clocks that began at one tap, each with an id its window made up, so that sending twice is harmless."""

    model_config = ConfigDict(extra="forbid")

    clocks: list[BenchClock] = Field(min_length=1, max_length=20)


class Running(BaseModel):
    """A clock that nobody has stopped, and the rod it is of."""

    rod_id: uuid.UUID
    rod: str
    clock: BenchClock
    ends_at: datetime


class Clocks(BaseModel):
    """Every clock at this bench, soonest first; ``now`` is this server's time."""

    now: datetime
    running: list[Running]


@routes.get("/clocks")
def clocks(shop: InShop) -> Clocks:
    """All that run."""
    now = datetime.now(UTC)
    said = shop.builds.clocks(now - timedelta(minutes=LONGEST_MIN + 24 * 60))
    by_room = _by_the_room(shop, {i for i, _, c in said if c.of.startswith(("coat:", "layer:"))})
    running = [
        Running(rod_id=rod_id, rod=name, clock=c, ends_at=ends or c.ends_at)
        for rod_id, name, c in said
        if c.running(now, ends := by_room.get((rod_id, c.of, c.what)))
    ]
    return Clocks(now=now, running=sorted(running, key=lambda r: (r.ends_at, r.clock.id)))


def _by_the_room(
    shop: Shop, rods: Iterable[uuid.UUID]
) -> dict[tuple[uuid.UUID, str, str], datetime]:
    """When clocks of coats run out in the room as its sensor logged it, by rod, operation and what runs out; nothing for coats that
    nothing was logged of."""
    out: dict[tuple[uuid.UUID, str, str], datetime] = {}
    for rod_id in rods:
        try:
            plan = shop.planned(shop.builds.get(rod_id)).plan
        except RefusedError:
            continue
        for of, coat in laid_coats(plan.finish) if plan else ():
            if coat.readings:
                out |= {(rod_id, of, k.name): k.at for k in coat.clocks if k.at is not None}
    return out


@routes.post("/builds/{build_id}/clocks")
def start(build_id: uuid.UUID, sent: ClocksStarted, shop: InShop, client: Client = "") -> Clocks:
    """Start clocks; those that were started already go on as they are."""
    known = shop.builds.get(build_id).rod().record.bench.clocks
    have = {c.id for c in known}
    fresh = [c for c in sent.clocks if c.id not in have]
    now = datetime.now(UTC)
    for clock in fresh:
        ask_of_clock(clock, known, now)
    entries = [LogEntry(id=f"clock.{c.id}", at=now, device=client, clock=c) for c in fresh]
    if entries:
        shop.builds.log(build_id, entries, client, "start a clock")
    return clocks(shop)


@routes.post("/builds/{build_id}/clocks/{clock_id}/stop")
def stop(build_id: uuid.UUID, clock_id: str, shop: InShop, client: Client = "") -> Clocks:
    """Stop one; stopped twice is stopped once."""
    known = shop.builds.get(build_id).rod().record.bench.clocks
    clock = next((c for c in known if c.id == clock_id), None)
    if clock is None:
        raise NotThereError(
            "That clock is not on this rod: it was taken back, or never reached us."
        )
    if clock.stopped_at is None:
        now = datetime.now(UTC)
        stopped = clock.model_copy(update={"stopped_at": now})
        entry = LogEntry(id=f"clock.{clock.id}.stop", at=now, device=client, clock=stopped)
        shop.builds.log(build_id, [entry], client, "stop a clock")
    return clocks(shop)


@routes.get("/bell", response_class=StreamingResponse)
async def bell(request: Request, shop: InShop) -> StreamingResponse:
    """Server-sent events: the id of every rod that changes, as it changes; it falls silent for whoever is let in no
    more."""
    token = token_in(request.scope) if request.scope.get(CLOSED) else None

    async def heard() -> AsyncIterator[str]:
        async for event in shop.bell.listen():
            if token is not None and await run_in_threadpool(shop.door.who, token) is None:
                return
            yield event

    return StreamingResponse(
        heard(), media_type="text/event-stream", headers={"Cache-Control": "no-store"}
    )
