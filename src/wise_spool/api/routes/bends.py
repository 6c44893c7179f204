"""Routes of the loaded rod: the live bend, layouts side by side, the price of the train."""

from anyio import to_thread
from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict, Field, PositiveFloat

from wise_spool.api.deps import InShop, Shop
from wise_spool.core.blank.stiffness import StiffnessPlan
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.guides.layouts import LayoutFigures, LayoutsPlan
from wise_spool.core.guides.liveliness import TrainPlan
from wise_spool.core.guides.moving import TestMoves
from wise_spool.core.guides.photograph import CLICK_PX, Board, PhotoMatched, PicturePoint
from wise_spool.core.guides.reel_side import ReelSidePlan
from wise_spool.core.guides.twist import TwistPlan
from wise_spool.core.guides.under_load import LoadedPlan


class ToBend(BaseModel):
    """A build and up to five loads to lay on it; none: the build's own. With ``ghosts`` it is bent under a
    light load, its power and a heavy one, too, by the first of them."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    setups: list[BendSetup] = Field(default=[], max_length=5)
    ghosts: bool = False


class Photo(BaseModel):
    """Points clicked in a picture of the bent rod, px, how far a click may be off there, the load it hung
    under, and a board to set it straight by."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    setup: BendSetup
    clicks: list[PicturePoint] = Field(max_length=60)
    click_px: float = Field(default=CLICK_PX, gt=0, le=200)
    board: Board | None = None


class ToBlend(BaseModel):
    """A build, and two of its layouts: where their rings stand from the tip-top's, tip first, mm. ``toward`` is how
    far from the one to the other, 0 to 1."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    one_mm: list[PositiveFloat] = Field(max_length=30)
    other_mm: list[PositiveFloat] = Field(max_length=30)
    toward: float = Field(ge=0, le=1)


class Bends(BaseModel):
    """The rod under each load asked for, and the spool's path beside it."""

    stiffness: StiffnessPlan
    loaded: list[LoadedPlan]
    ghosts: list[LoadedPlan]
    reel_side: ReelSidePlan


class Layouts(BaseModel):
    """Layouts side by side, and what the train costs."""

    layouts: LayoutsPlan
    train: TrainPlan | None


routes = APIRouter(prefix="/api/bends")


@routes.post("", response_model=Bends)
async def bend_it(asked: ToBend, shop: InShop) -> Response:
    """All that a drag needs in one answer: beside the event loop, one after another in the order asked, as
    two at once would only keep each other from finishing."""
    return await to_thread.run_sync(_bent, asked, shop, limiter=shop.bending.here())


def _bent(asked: ToBend, shop: Shop) -> Response:
    rod = shop.tried(asked.build)
    setups = asked.setups or [asked.build.guides.bend]
    ghosts = rod.ghosts(setups[0]) if asked.ghosts else []
    bent = list(rod.under_loads([*setups, *ghosts]))
    answer = Bends(
        stiffness=rod.bendable,
        loaded=bent[: len(setups)],
        ghosts=bent[len(setups) :],
        reel_side=rod.reel_side,
    )
    return Response(answer.model_dump_json(), media_type="application/json")


@routes.post("/layouts")
def layouts(asked: ToBend, shop: InShop) -> Layouts:
    """Layouts side by side, and what the train costs."""
    rod = shop.tried(asked.build)
    return Layouts(layouts=rod.layouts, train=rod.train)


@routes.post("/blend")
def blend(asked: ToBlend, shop: InShop) -> LayoutFigures:
    """A layout between two others, judged as they are."""
    return shop.tried(asked.build).blended(asked.one_mm, asked.other_mm, asked.toward)


@routes.post("/moves")
def moves(asked: ToBend, shop: InShop) -> TestMoves:
    """What to move after the static test that is recorded."""
    return shop.tried(asked.build).moves


@routes.post("/twist")
def twist(asked: ToBend, shop: InShop) -> TwistPlan:
    """Guides on top, winding and below under the first load asked for."""
    rod = shop.tried(asked.build)
    return rod.twisted((asked.setups or [asked.build.guides.bend])[0])


@routes.post("/photo")
def photo(asked: Photo, shop: InShop) -> PhotoMatched:
    """The bend laid into a photograph, and the stiffness it shows."""
    return shop.tried(asked.build).photographed(
        asked.setup, asked.clicks, asked.click_px, asked.board
    )
