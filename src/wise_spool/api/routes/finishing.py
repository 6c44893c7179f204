"""Routes of the finish: the schools tried on a rod, one cup over several rods, the room read for every coat that sets."""

import uuid
from datetime import UTC, datetime

from fastapi import APIRouter
from pydantic import BaseModel

from wise_spool.api.deps import InShop, Shop
from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import AirAt
from wise_spool.core.finish.schools import SchoolTried, schools_tried
from wise_spool.core.finish.sharing import CupShared, NextCoat, cup_for
from wise_spool.core.schedule.warmth import expected
from wise_spool.store.rows import Kept

routes = APIRouter(prefix="/api")
MOST_RODS = 200


class RoomRead(BaseModel):
    """With how many rods the room was logged."""

    rods: int


@routes.post("/plan/schools")
def schools(build: Build, shop: InShop) -> list[SchoolTried]:
    """Every school of finishing, planned on this rod."""
    rod = shop.tried(build)
    return list(schools_tried(build, rod.wraps, rod.work_blank, rod.handle))


@routes.get("/builds/{build_id}/cup")
def cup(build_id: uuid.UUID, shop: InShop) -> CupShared | None:
    """One cup for this rod's next coat and those of other open rods of the same tin; none when it has no coat to lay."""
    mine = _next(shop, shop.builds.get(build_id))
    if mine is None:
        return None
    others = [_next(shop, kept) for kept in shop.hanging(MOST_RODS) if kept.id != build_id]
    return cup_for(mine, [o for o in others if o is not None])


@routes.get("/room-course")
def room_course(shop: InShop) -> list[AirAt]:
    """The room from now on as the board expects it: its heater, its hours, its forecast."""
    course = expected(shop.timetable.board(), datetime.now(UTC))
    return [AirAt(id=f"h{h:g}", after_h=h, temperature_c=c) for h, c in course]


@routes.post("/devices/air/log")
def log_the_room(shop: InShop) -> RoomRead:
    """Read the room sensor now, and keep it with every rod a coat sets on."""
    return RoomRead(rods=shop.room_log.look(datetime.now(UTC)))


def _next(shop: Shop, kept: Kept) -> NextCoat | None:
    plan = shop.planned(kept).plan
    if plan is None:
        return None
    build = kept.rod().build
    return NextCoat(str(kept.id), build.name, build.finish, plan.finish)
