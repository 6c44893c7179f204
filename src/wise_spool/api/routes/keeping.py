"""Routes of what is kept: backups, their schedule and drill, putting them back; and everything as open files."""

from datetime import datetime

from fastapi import APIRouter
from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from wise_spool.api.deps import InShop, Shop
from wise_spool.api.open_files import everything
from wise_spool.core.ground.refusals import NotNowError
from wise_spool.store.backups import past_of
from wise_spool.store.keeping import Drilled, Keeping, Schedule

routes = APIRouter(prefix="/api/keeping")


class KeptBackup(BaseModel):
    """One backup in the folder; without its note nobody knows what is in it before it is tried."""

    file: str
    made_at: datetime
    size: int
    rods: int | None
    things: int | None


class PutAside(BaseModel):
    """A shop that a restore put aside."""

    name: str
    at: str
    rods: int


class Kept(BaseModel):
    """How backups stand. ``trouble`` is why the last one could not be made; ``aside`` the name of what was just put aside."""

    schedule: Schedule
    folder: str
    backups: list[KeptBackup]
    put_aside: list[PutAside]
    drill: Drilled | None
    trouble: str
    past: str
    """Which past of the shop stands there."""
    aside: str = ""


@routes.get("")
def how_it_stands(shop: InShop) -> Kept:
    """Backups, and what was put aside."""
    return _stands(_keeping(shop))


@routes.put("")
def keep_so(schedule: Schedule, shop: InShop) -> Kept:
    """Where backups go and how many are kept."""
    keeping = _keeping(shop)
    keeping.say_schedule(schedule)
    return _stands(keeping)


@routes.post("/backups", status_code=201)
def back_up_now(shop: InShop) -> Kept:
    """A backup now."""
    keeping = _keeping(shop)
    keeping.make()
    return _stands(keeping)


@routes.post("/drill")
def drill(shop: InShop) -> Kept:
    """Try the newest backup by restoring it aside."""
    keeping = _keeping(shop)
    keeping.drill()
    return _stands(keeping)


@routes.post("/backups/{file}/put-back")
def put_back(file: str, shop: InShop) -> Kept:
    """Put a backup in the shop's place; what was there is put aside."""
    keeping = _keeping(shop)
    return _stands(keeping, keeping.put_back(file))


@routes.post("/aside/{name}/bring-back")
def bring_back(name: str, shop: InShop) -> Kept:
    """Put what was put aside in its place again."""
    keeping = _keeping(shop)
    return _stands(keeping, keeping.bring_back(name))


@routes.get("/everything.zip", response_class=StreamingResponse)
def everything_packed(shop: InShop) -> StreamingResponse:
    """All of the shop as open files, to be read without Wise Spool."""
    named = {"Content-Disposition": f'attachment; filename="wise-spool-{shop.name}.zip"'}
    return StreamingResponse(everything(shop), media_type="application/zip", headers=named)


def _keeping(shop: Shop) -> Keeping:
    if shop.keeping is None:
        raise NotNowError("This server keeps no backups: its database is another program's.")
    return shop.keeping


def _stands(keeping: Keeping, aside: str = "") -> Kept:
    return Kept(
        schedule=keeping.schedule(), folder=str(keeping.folder()), drill=keeping.drilled(), trouble=keeping.trouble, past=past_of(keeping.engine), aside=aside,
        backups=[
            KeptBackup(file=f.file, made_at=f.made_at, size=f.size, rods=f.note.rods if f.note else None, things=f.note.things if f.note else None)
            for f in keeping.found()
        ],
        put_aside=[PutAside(name=a.name, at=a.at, rods=a.rods) for a in keeping.aside()],
    )  # fmt: skip
