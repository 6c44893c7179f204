"""The HTTP API: thin routes over the core, the store and the exchange formats."""

import uuid
from collections.abc import Iterator
from datetime import UTC, datetime
from functools import lru_cache
from pathlib import Path
from typing import Annotated, Literal

from fastapi import Depends, FastAPI, Query, Request
from fastapi.responses import FileResponse, Response
from fastapi.staticfiles import StaticFiles

from wise_spool import __version__
from wise_spool.api import models as m
from wise_spool.api import problems
from wise_spool.api.bends import bend_routes
from wise_spool.api.devices import device_routes
from wise_spool.api.limits import LargestBody, SameOrigin
from wise_spool.api.problems import FieldProblem, Problem, ProblemError, field_problems
from wise_spool.api.shelf import shelf_routes
from wise_spool.api.trainer import trainer_routes
from wise_spool.core.batch import alike, deviations
from wise_spool.core.build import Brief, Build
from wise_spool.core.clock import ClockError, parse_clock_deg
from wise_spool.core.findings import Finding
from wise_spool.core.plan import Plan, plan
from wise_spool.core.units import MeasureError, parse_measure_mm
from wise_spool.exchange.build_file import BuildFileError, read_build, write_build
from wise_spool.exchange.charts import ChartError, read_chart
from wise_spool.exchange.glue_up_sheet import glue_up_sheet
from wise_spool.exchange.pages import page_count, page_png
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.protractor import protractor
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.turning_sheet import turning_sheet
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore, Kept, StaleEditError
from wise_spool.store.shelf import Shelf
from wise_spool.store.trainer import TrainerRounds

SheetName = Literal["build-sheet", "story-stick", "glue-up", "turning", "protractor"]
SHEETS = {
    "build-sheet": build_sheet,
    "story-stick": story_stick,
    "glue-up": glue_up_sheet,
    "turning": turning_sheet,
    "protractor": protractor,
}
REFUSALS = {code: {"model": Problem} for code in (404, 409, 413, 422, 503)}


@lru_cache(maxsize=256)
def _planned(build_id: uuid.UUID, revision: int, document: str) -> Plan:
    """The plan of a kept revision; the same document always gives the same plan."""
    return plan(Build.model_validate_json(document))


def _plan_of(kept: Kept) -> Plan:
    return _planned(kept.id, kept.revision, kept.build.model_dump_json())


def _state(kept: Kept) -> m.BuildState:
    return m.BuildState(
        id=kept.id, revision=kept.revision, can_undo=kept.can_undo, can_redo=kept.can_redo,
        changed_at=kept.changed_at, build=kept.build, plan=_plan_of(kept),
    )  # fmt: skip


def _rack_rod(kept: Kept) -> m.RackRod:
    p, build = _plan_of(kept), kept.build
    return m.RackRod(
        id=kept.id, revision=kept.revision, name=build.name, number=build.number, client=build.client,
        rod_type=build.brief.rod_type, material=build.blank.material, rule=build.rule, changed_at=kept.changed_at, length_mm=p.blank.length_mm,
        longer_by_mm=p.handle.longer_by_mm, taper=list(p.blank.taper[::4]), parts=list(p.handle.parts),
        guides=list(p.guides.placed), tip_ring_mm=build.guides.tip_top.ring_mm,
        tip_height_mm=build.guides.tip_top.height_mm, standing=list(p.standing),
        first_finding=_pressing(build, p), waiting=_waiting(p),
        power_g=None if p.stiffness is None else p.stiffness.power_g,
        power_words="" if p.stiffness is None else p.stiffness.power_words,
        power_measured=p.stiffness is not None and p.stiffness.source in ("measured", "fitted"),
    )  # fmt: skip


def _pressing(build: Build, p: Plan) -> Finding | None:
    """The first finding that is not about a stage already done at the bench."""
    return next((f for f in p.findings if f.stage not in build.done and f.weight != "note"), None)


def _waiting(p: Plan) -> list[m.Waiting]:
    last = next((c for c in reversed(p.finish.coats) if c.laid), None)
    if last is None:
        return []
    return [
        m.Waiting(what=clock.name, until=clock.at, coat=last.number, dryer=last.dryer)
        for clock in last.clocks
        if clock.at is not None
    ]


def create_app(store: BuildStore, settings: Settings, shop: str = "shop") -> FastAPI:
    """The application over one database."""
    app = FastAPI(title="Wise Spool", version=__version__, responses=REFUSALS)  # type: ignore[arg-type]
    app.add_middleware(LargestBody, most=settings.largest_upload_bytes)
    app.add_middleware(SameOrigin, hosts=(settings.host, *settings.names))
    problems.install(app)

    def kept_builds() -> Iterator[BuildStore]:
        yield store

    builds_ = Annotated[BuildStore, Depends(kept_builds)]
    app.include_router(shelf_routes(Shelf(store)))
    app.include_router(trainer_routes(TrainerRounds(store)))
    app.include_router(device_routes())
    app.include_router(bend_routes())

    @app.get("/api/health")
    def health() -> m.Health:
        return m.Health(version=__version__, shop=shop)

    @app.get("/api/builds")
    def rack(builds: builds_, put_away: bool = False) -> list[m.RackRod]:
        return [_rack_rod(kept) for kept in builds.all(put_away=put_away)]

    @app.post("/api/builds", status_code=201)
    def start_build(new: m.NewBuild, builds: builds_) -> m.BuildState:
        build = Build(
            name=new.name, client=new.client, rule=new.rule, brief=Brief(rod_type=new.rod_type)
        )
        return _state(builds.add(build))

    @app.post("/api/builds/import", status_code=201, openapi_extra={
        "requestBody": {"required": True, "content": {"application/json": {"schema": {"type": "object"}}}}})  # fmt: skip
    async def import_build(request: Request, builds: builds_) -> m.BuildState:
        try:
            build = read_build(await request.body())
        except BuildFileError as error:
            fields = field_problems(error.invalid.errors()) if error.invalid else []
            raise ProblemError(422, "Not imported", str(error), fields) from error
        return _state(builds.add(build, "imported"))

    @app.get("/api/builds/{build_id}")
    def one_build(build_id: uuid.UUID, builds: builds_) -> m.BuildState:
        return _state(builds.get(build_id))

    @app.put("/api/builds/{build_id}")
    def save_build(build_id: uuid.UUID, edit: m.Edit, builds: builds_) -> m.BuildState:
        try:
            return _state(builds.save(build_id, edit.base_revision, edit.build, edit.what))
        except StaleEditError as stale:
            raise ProblemError(
                409,
                "Changed elsewhere",
                f"This build was changed in another window. Both versions are kept; yours is revision {stale.kept_as}.",
                [
                    FieldProblem(field=path, message=f"{path} was changed")
                    for path in _changed(
                        stale.base.model_dump(mode="json"),
                        stale.current.build.model_dump(mode="json"),
                    )
                ],
                current=_state(stale.current).model_dump(mode="json"),
                kept_as=stale.kept_as,
            ) from stale

    @app.post("/api/builds/{build_id}/undo")
    def undo(build_id: uuid.UUID, builds: builds_) -> m.BuildState:
        return _state(builds.undo(build_id))

    @app.post("/api/builds/{build_id}/redo")
    def redo(build_id: uuid.UUID, builds: builds_) -> m.BuildState:
        return _state(builds.redo(build_id))

    @app.get("/api/builds/{build_id}/revisions")
    def history(build_id: uuid.UUID, builds: builds_) -> list[m.Revision]:
        return [m.Revision(**vars(note)) for note in builds.history(build_id)]

    @app.get("/api/builds/{build_id}/revisions/{number}")
    def revision(build_id: uuid.UUID, number: int, builds: builds_) -> Build:
        return builds.revision(build_id, number)

    @app.post("/api/builds/{build_id}/put-away", status_code=204)
    def put_away(build_id: uuid.UUID, builds: builds_, back: bool = False) -> None:
        builds.put_away(build_id, away=not back)

    @app.post("/api/builds/{build_id}/copy", status_code=201)
    def copy_build(build_id: uuid.UUID, builds: builds_) -> m.BuildState:
        build = builds.get(build_id).build
        finish = build.finish.model_copy(update={"laid": ()})
        fresh = build.model_copy(
            update={"name": f"{build.name[:72]}, copy", "finish": finish, "done": ()}
        )
        return _state(builds.add(fresh, "copied"))

    @app.post("/api/builds/{build_id}/batch", status_code=201)
    def make_batch(build_id: uuid.UUID, new: m.NewBatch, builds: builds_) -> list[m.BatchRod]:
        kept = builds.get(build_id)
        first, *rest = alike(kept.build, new.rods)
        builds.save(build_id, kept.revision, first, f"a batch of {new.rods}")
        for build in rest:
            builds.add(build, "one of a batch")
        return batch(build_id, builds)

    @app.get("/api/builds/{build_id}/batch")
    def batch(build_id: uuid.UUID, builds: builds_) -> list[m.BatchRod]:
        mine = builds.get(build_id).build.batch
        return [
            m.BatchRod(id=k.id, name=k.build.name, deviations=list(deviations(k.build)))
            for k in builds.all()
            if mine and k.build.batch == mine
        ]

    @app.get("/api/builds/{build_id}/file")
    def export_build(build_id: uuid.UUID, builds: builds_) -> Response:
        build = builds.get(build_id).build
        return _attached(
            write_build(build).encode(), "application/json", f"{_file_name(build)}.build.json"
        )

    def printed(build_id: uuid.UUID, sheet: SheetName, paper: PaperName) -> tuple[Build, bytes]:
        kept = store.get(build_id)
        return kept.build, SHEETS[sheet](
            kept.build, _plan_of(kept), paper, datetime.now(UTC).date()
        )

    @app.get("/api/builds/{build_id}/{sheet}.pdf")
    def sheet_pdf(
        build_id: uuid.UUID, sheet: SheetName, paper: Annotated[PaperName, Query()] = "a4"
    ) -> Response:
        build, pdf = printed(build_id, sheet, paper)
        return _attached(pdf, "application/pdf", f"{_file_name(build)}-{sheet}.pdf")

    @app.get("/api/builds/{build_id}/{sheet}/pages")
    def sheet_pages(build_id: uuid.UUID, sheet: SheetName, paper: PaperName = "a4") -> m.Pages:
        return m.Pages(pages=page_count(printed(build_id, sheet, paper)[1]))

    @app.get("/api/builds/{build_id}/{sheet}/pages/{number}.png")
    def sheet_page(
        build_id: uuid.UUID, sheet: SheetName, number: int, paper: PaperName = "a4"
    ) -> Response:
        try:
            png = page_png(printed(build_id, sheet, paper)[1], number)
        except IndexError as error:
            raise ProblemError(404, "No such page", str(error)) from error
        return Response(png, media_type="image/png")

    @app.post("/api/plan", response_model=Plan)
    async def what_if(build: Build) -> Response:
        """Plan without keeping. On the event loop, one after another: a plan takes a few
        milliseconds, less than threads would cost each other."""
        return Response(plan(build).model_dump_json(), media_type="application/json")

    @app.post("/api/measures")
    def measure(typed: m.MeasureText) -> m.Measure:
        try:
            return m.Measure(mm=parse_measure_mm(typed.text, typed.unit, typed.kind))
        except MeasureError as error:
            raise ProblemError(
                422,
                "Not a measure",
                str(error),
                [
                    FieldProblem(
                        field="text",
                        message=str(error),
                        value=typed.text[:60],
                        allowed=error.suggestion,
                    )
                ],
            ) from error

    @app.post("/api/clock-angles")
    def clock_angle(typed: m.ClockText) -> m.ClockAngle:
        try:
            return m.ClockAngle(deg=round(parse_clock_deg(typed.text), 2) % 360)
        except ClockError as error:
            fields = [FieldProblem(field="text", message=str(error), value=typed.text[:60])]
            raise ProblemError(422, "Not an angle", str(error), fields) from error

    @app.post("/api/charts")
    def chart(pasted: m.ChartText) -> m.Chart:
        try:
            return m.Chart(distances_mm=read_chart(pasted.text, pasted.unit))
        except ChartError as error:
            raise ProblemError(
                422, "Not a chart", str(error), [FieldProblem(field="text", message=str(error))]
            ) from error

    @app.api_route(
        "/api/{rest:path}", methods=["GET", "POST", "PUT", "DELETE"], include_in_schema=False
    )
    def nothing_here(rest: str) -> None:
        raise ProblemError(404, "Nothing here", f"There is nothing at /api/{rest[:80]}.")

    _serve_web(app, settings.web_dir)
    return app


def _changed(before: object, after: object, path: str = "") -> list[str]:
    """Paths whose values differ between two documents; lists are compared as wholes."""
    if isinstance(before, dict) and isinstance(after, dict):
        return [
            found
            for key in before
            for found in _changed(before[key], after.get(key), f"{path}.{key}" if path else key)
        ]
    return [] if before == after else [path]


def _file_name(build: Build) -> str:
    kept = "".join(c if c.isascii() and c.isalnum() else "-" for c in build.name.lower())
    return "-".join(part for part in kept.split("-") if part) or "build"


def _attached(content: bytes, media_type: str, name: str) -> Response:
    return Response(
        content,
        media_type=media_type,
        headers={"Content-Disposition": f'attachment; filename="{name}"'},
    )


def _serve_web(app: FastAPI, web_dir: Path) -> None:
    """The built interface; every path that is no file is the application's own."""
    if not (web_dir / "index.html").exists():
        return
    app.mount("/assets", StaticFiles(directory=web_dir / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        wanted = (web_dir / path).resolve()
        if path and wanted.is_file() and wanted.is_relative_to(web_dir.resolve()):
            return FileResponse(wanted)
        return FileResponse(web_dir / "index.html", headers={"Cache-Control": "no-cache"})
