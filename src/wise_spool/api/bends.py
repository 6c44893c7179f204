"""Routes of the loaded rod: the live bend, layouts side by side, the price of the train."""

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.problems import FieldProblem, ProblemError
from wise_spool.core.bend import BendError
from wise_spool.core.blank import WorkingBlank, working_blank
from wise_spool.core.build import BendSetup, Build
from wise_spool.core.guides import GuidesPlan, datums_of, plan_guides
from wise_spool.core.handle import HandlePlan, plan_handle
from wise_spool.core.layouts import LayoutsPlan, plan_layouts
from wise_spool.core.loaded import BendPoint, LoadedPlan, plan_loaded
from wise_spool.core.photo import PhotoFit, refit
from wise_spool.core.reel_side import ReelSidePlan, plan_reel_side
from wise_spool.core.stiffness import StiffnessPlan, measure
from wise_spool.core.train import TrainPlan, plan_train

REDUCTION_RINGS = 3
"""How many guides nearest the reel the reel-side path places. From habit."""


class ToBend(BaseModel):
    """A build and up to five loads to lay on it; none: the build's own."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    setups: list[BendSetup] = []


class Photo(BaseModel):
    """Points clicked along a photographed blank, in the bend's frame, and the load it hung under."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    setup: BendSetup
    points: list[BendPoint] = Field(max_length=60)


class Bends(BaseModel):
    """The rod under each load asked for, and the spool's path beside it."""

    stiffness: StiffnessPlan
    loaded: list[LoadedPlan]
    reel_side: ReelSidePlan


class Layouts(BaseModel):
    """Layouts side by side, and what the train costs."""

    layouts: LayoutsPlan
    train: TrainPlan | None


def bend_routes() -> APIRouter:
    """Everything under ``/api/bends``."""
    routes = APIRouter(prefix="/api/bends")

    @routes.post("", response_model=Bends)
    async def bends(asked: ToBend) -> Response:
        """On the event loop, as what-ifs are: a bend takes some ten milliseconds."""
        build = asked.build
        work, handle, guides, stiffness = _pieces(build)
        setups = asked.setups[:5] or [build.guides.bend]
        try:
            loaded = [plan_loaded(build, work, handle, guides, stiffness, s) for s in setups]
        except BendError as error:
            raise _refused(error) from error
        reduction = list(reversed(build.guides.train))[:REDUCTION_RINGS]
        answer = Bends(
            stiffness=stiffness,
            loaded=loaded,
            reel_side=plan_reel_side(build.guides.reel, reduction),
        )
        return Response(answer.model_dump_json(), media_type="application/json")

    @routes.post("/layouts")
    def layouts(asked: ToBend) -> Layouts:
        work, handle, guides, stiffness = _pieces(asked.build)
        try:
            found = plan_layouts(asked.build, work, handle, guides, stiffness)
        except BendError as error:
            raise _refused(error) from error
        return Layouts(
            layouts=found, train=plan_train(asked.build, work, handle, guides, stiffness)
        )

    @routes.post("/photo")
    def photo(asked: Photo) -> PhotoFit:
        work, handle, guides, stiffness = _pieces(asked.build)
        try:
            return refit(asked.build, work, handle, guides, stiffness, asked.setup, asked.points)
        except BendError as error:
            raise _refused(error) from error

    return routes


def _pieces(build: Build) -> tuple[WorkingBlank, HandlePlan, GuidesPlan, StiffnessPlan]:
    work = working_blank(build.blank)
    stiffness = measure(build.blank)
    if stiffness is None:
        raise _refused(BendError("The bend waits for the blank's length and two diameters."))
    handle = plan_handle(build, work)
    guides = plan_guides(build, datums_of(build, work, handle), handle)
    return work, handle, guides, stiffness


def _refused(error: BendError) -> ProblemError:
    return ProblemError(422, "It cannot be bent", str(error), [FieldProblem(field="guides", message=str(error))])  # fmt: skip
