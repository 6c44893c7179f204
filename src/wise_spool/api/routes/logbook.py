"""Routes of the logbook: its pages, and the pictures in it."""

import uuid
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response
from pydantic import AwareDatetime, BaseModel, Field

from wise_spool.api.deps import Client, InShop, Shop
from wise_spool.core.document.bench import Picture, ask_of_time
from wise_spool.core.document.log import EntryId, LogEntry
from wise_spool.core.ground.fields import StationMm, Words
from wise_spool.exchange.pictures import made_picture
from wise_spool.store.logbook import Wanted, kinds_named

FOR_GOOD = {"Cache-Control": "private, max-age=31536000, immutable"}
"""A picture is named by its bytes: what has its name is it."""

routes = APIRouter(prefix="/api")


class LogLine(BaseModel):
    """One line of the logbook; ``struck`` when it was taken back."""

    rod_id: uuid.UUID
    rod: str
    entry: LogEntry
    struck: bool


class LogPage(BaseModel):
    """A page, newest first; ``before`` turns it, none when it was the last."""

    lines: list[LogLine]
    before_at: datetime | None
    before_id: str


class AboutPicture(BaseModel):
    """What is said of a picture that is sent, beside its bytes."""

    id: EntryId
    at: AwareDatetime
    of: Words = ""
    words: Words = ""
    place_mm: StationMm | None = None


@routes.get("/logbook")
def page(
    shop: InShop,
    rod: uuid.UUID | None = None,
    kinds: str = "",
    text: Annotated[str, Query(max_length=200)] = "",
    of: Annotated[str, Query(max_length=120)] = "",
    before_at: AwareDatetime | None = None,
    before_id: str = "",
    most: Annotated[int, Query(ge=1, le=200)] = 50,
) -> LogPage:
    """The newest lines that fit: by rod, by kind, by operation, by words."""
    wanted = Wanted(
        rod, kinds_named(kinds), text, of, (before_at, before_id) if before_at else None
    )
    lines = shop.logbook.page(wanted, most)
    last = lines[-1].entry if len(lines) == most else None
    return LogPage(
        lines=[LogLine(rod_id=x.build_id, rod=x.rod, entry=x.entry, struck=x.struck) for x in lines],
        before_at=last.at if last else None,
        before_id=last.id if last else "",
    )  # fmt: skip


@routes.post("/builds/{build_id}/pictures")
async def keep_picture(
    build_id: uuid.UUID,
    shop: InShop,
    request: Request,
    about: Annotated[AboutPicture, Query()],
    client: Client = "",
) -> LogEntry:
    """Keep a picture and log it; sent twice it is there once."""
    raw = await request.body()
    return await run_in_threadpool(_kept, shop, build_id, raw, about, client)


def _kept(
    shop: Shop, build_id: uuid.UUID, raw: bytes, about: AboutPicture, client: str
) -> LogEntry:
    ask_of_time(about.at, datetime.now(UTC))
    log = shop.builds.get(build_id).records.log
    there = next((e for e in log if e.id == about.id), None)
    if there is not None:
        return there
    made = made_picture(raw)
    shop.logbook.keep(made.file, made.content, made.thumb)
    picture = Picture(
        id=about.id.lower(), of=about.of, words=about.words, place_mm=about.place_mm, file=made.file, width_px=made.width_px, height_px=made.height_px,
    )  # fmt: skip
    entry = LogEntry(id=about.id, at=about.at, device=client, picture=picture)
    shop.builds.log(build_id, [entry], client, "a picture")
    return entry


PictureFile = Annotated[str, Field(pattern="^[0-9a-f]{64}$")]


@routes.get("/pictures/{file}", response_class=Response, responses={200: {"content": {"image/jpeg": {}}}})  # fmt: skip
def picture(file: PictureFile, shop: InShop, small: bool = False) -> Response:
    """A kept picture, or its small copy."""
    return Response(
        shop.logbook.picture(file, small=small), media_type="image/jpeg", headers=FOR_GOOD
    )
