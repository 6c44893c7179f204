"""The HTTP API assembled: one shop, its routes, the built interface."""

from collections.abc import AsyncIterator, Iterable
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import APIRouter, FastAPI, HTTPException, Request
from fastapi.responses import FileResponse
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.middleware.gzip import GZipMiddleware
from starlette.routing import Match

from wise_spool import __version__, logs
from wise_spool.api import models as m
from wise_spool.api import problems
from wise_spool.api.deps import InShop, Shop
from wise_spool.api.described import describe
from wise_spool.api.doorkeeper import DoorKeeper
from wise_spool.api.limits import Guarded, LargestBody, Numbered, Readable, SameOrigin
from wise_spool.api.problems import Problem, ProblemError
from wise_spool.api.routes import (
    afterwards,
    bends,
    board,
    builds,
    choosing,
    clocks,
    defects,
    devices,
    door,
    finishing,
    habits,
    keeping,
    learned,
    logbook,
    money,
    people,
    rack,
    reading,
    sheets,
    shelf,
    stock,
    trainer,
    wraps,
)
from wise_spool.exchange.pictures import LARGEST_BYTES
from wise_spool.exchange.record_file import LARGEST
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore

REFUSALS = {code: {"model": Problem} for code in (400, 401, 403, 404, 409, 413, 422, 429, 503)}
alive = APIRouter()
ROUTES = (
    alive, rack.routes, rack.kits, builds.routes, builds.trying, wraps.routes, defects.routes, finishing.routes, sheets.routes, sheets.prints, reading.routes, bends.routes, shelf.routes,
    trainer.routes, devices.routes, habits.routes, clocks.routes, logbook.routes, learned.routes, afterwards.routes, board.routes, board.feed, choosing.routes, stock.routes, money.routes, people.routes,
    door.routes, door.shown, keeping.routes,
)  # fmt: skip


def create_app(store: BuildStore, settings: Settings, shop: str = "shop") -> FastAPI:
    """The application over one database."""
    app = FastAPI(  # its own pages of documentation load scripts from elsewhere: none are shown
        title="Wise Spool", version=__version__, responses=REFUSALS, lifespan=serving, docs_url=None, redoc_url=None,  # type: ignore[arg-type]
    )  # fmt: skip
    logs.set_up()
    app.state.shop = Shop.over(store, settings, shop)
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=5)
    larger = {
        "/pictures": (LARGEST_BYTES, "have the phone make the picture smaller"),
        "/records": (LARGEST, "take fewer pictures along"),
    }
    app.add_middleware(
        Readable, long=frozenset({"/api/builds/import"})
    )  # a rod with a log of years
    app.add_middleware(LargestBody, most=settings.largest_upload_bytes, larger=larger)
    app.add_middleware(DoorKeeper, door=app.state.shop.door)  # before anything of a body is read
    app.add_middleware(SameOrigin, hosts=(settings.host, *settings.names))
    app.add_middleware(Guarded)
    app.add_middleware(Numbered)
    problems.install(app)
    _written_out_first(app)
    for routes in ROUTES:
        app.include_router(routes)
    methods = ["GET", "POST", "PUT", "DELETE", "PATCH", "HEAD", "OPTIONS", "TRACE"]
    app.api_route("/api/{rest:path}", methods=methods, include_in_schema=False)(nothing_here)
    _serve_web(app, settings.web_dir)
    describe(app)
    return app


@asynccontextmanager
async def serving(app: FastAPI) -> AsyncIterator[None]:
    """As long as it serves; what works beside it ends with it."""
    app.state.shop.room_log.start()
    app.state.shop.look_anew()
    app.state.shop.hearsay.start()
    if app.state.shop.keeping is not None:
        app.state.shop.keeping.start()
    yield
    if app.state.shop.keeping is not None:
        app.state.shop.keeping.close()
    app.state.shop.hearsay.close()
    app.state.shop.room_log.close()
    app.state.shop.scheduler.close()
    app.state.shop.press.close()


@alive.get("/api/health")
def health(shop: InShop) -> m.Health:
    """The server answers, and its database does; 503 while that is away."""
    shop.builds.answers()
    return m.Health(version=__version__, shop=shop.name)


def nothing_here(request: Request) -> None:
    """Every path of the API that leads nowhere, and every way to go that a path does not know."""
    path = request.scope["path"]
    others = [r for r in _api_routes() if r.matches(request.scope)[0] is not Match.NONE]
    known = _ways([r for r in others if r.path == path] or others)
    if known:
        raise HTTPException(405, "That cannot be done there.", {"Allow": ", ".join(sorted(known))})
    raise ProblemError(404, "Nothing here", f"There is nothing at {path[:85]}.")


def _api_routes() -> list[APIRoute]:
    return [r for router in ROUTES for r in router.routes if isinstance(r, APIRoute)]


def _ways(routes: Iterable[APIRoute]) -> set[str]:
    return {m for r in routes for m in r.methods or ()}


def _written_out_first(app: FastAPI) -> None:
    """A path that is written out is itself: nothing else is done there that a path with a name in it, which would fit it
    too, can do (``/builds/import`` is no rod)."""
    routes = _api_routes()
    for path in sorted({r.path for r in routes if "{" not in r.path}):
        known = _ways(r for r in routes if r.path == path)
        taken = _ways(r for r in routes if "{" in r.path and r.path_regex.match(path)) - known
        if taken:
            app.add_api_route(path, nothing_here, methods=sorted(taken), include_in_schema=False)


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
