"""Routes of the rack: the rods that hang there, starting and taking in, putting away."""

import uuid
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel

from wise_spool.api import models as m
from wise_spool.api.deps import MOST_RODS, AsId, InShop, Shop, edition, fingerprint
from wise_spool.api.problems import ProblemError, field_problems
from wise_spool.api.routes.builds import as_state
from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import place_of
from wise_spool.core.document.design import Brief, Design
from wise_spool.core.document.guides import GuidesWished, usual_reel
from wise_spool.core.document.parts import Reference
from wise_spool.core.document.records import Records
from wise_spool.core.ground.findings import Finding
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.plan import Plan
from wise_spool.core.shop.batch import copied
from wise_spool.core.shop.kits import Kit, laid_out, own_kit
from wise_spool.core.shop.templates import come_back, from_an_earlier
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.build_file import BuildFileError, read_build
from wise_spool.exchange.record_file import read_record
from wise_spool.store.builds import Hanging
from wise_spool.store.rows import Kept

PAGE = 60
EXAMPLE = "Skerry 10"
routes = APIRouter(prefix="/api/builds")
kits = APIRouter()


@routes.post("/example", status_code=201)
def example(shop: InShop, as_id: AsId = None) -> m.BuildState:
    """Hang a made-up rod on the rack, to be looked at and tried on; it is a rod like any other."""
    made = next(b for b in demo_builds(datetime.now(UTC)) if b.name == EXAMPLE)
    records = Records.of(
        made.model_copy(update={"name": f"{EXAMPLE}, an example"}), datetime.now(UTC)
    )
    return as_state(shop, shop.builds.add(records, "an example", as_id))


@routes.get("")
def rack(
    shop: InShop,
    put_away: bool = False,
    after: uuid.UUID | None = None,
    most: Annotated[int, Query(ge=1, le=200)] = PAGE,
) -> list[m.RackRod]:
    """A page of the rack, first made first; ``after`` is the last rod of the page before."""
    habits = fingerprint(shop.habits.said())
    page = shop.builds.page(put_away=put_away, after=after, most=most)
    return [hung(shop, h, habits) for h in page]


@kits.get("/api/handles")
def handles(shop: InShop) -> list[Kit]:
    """Handles that builders of this shop gave a name, on the rack and put away, to start others from."""
    found = (own_kit(k.records.design) for k in _with_named_handles(shop))
    return [k for k in found if k is not None]


def _with_named_handles(shop: Shop) -> list[Kept]:
    return [k for away in (False, True) for k in shop.hanging(MOST_RODS, put_away=away, handles=True)]  # fmt: skip


class Favourite(BaseModel):
    """A handle that a rod can be laid against: one with a name of its own, or an earlier rod's."""

    rod_id: uuid.UUID
    named: bool
    reference: Reference


@kits.get("/api/references")
def references(shop: InShop) -> list[Favourite]:
    """Handles to lay a rod against: those that builders gave a name, put away or not, then the rods on the rack."""
    named = _with_named_handles(shop)
    pairs = [(k, k.records.design.handle.kept_as) for k in named if k.records.design.handle.kept_as]
    pairs += [(k, "") for k in shop.hanging(MOST_RODS)]
    out = []
    for kept, name in pairs:
        build = kept.rod().build
        if build.handle.parts:
            laid = laid_out(name or build.name, build.handle.parts)
            out.append(Favourite(rod_id=kept.id, named=bool(name), reference=laid))
    return out


@routes.post("", status_code=201)
def start_build(new: m.NewBuild, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """Start a rod."""
    brief = Brief(rod_type=new.rod_type)
    guides = GuidesWished(reel=usual_reel(new.rod_type))
    design = Design(name=new.name, client=new.client, pretend=new.pretend, rule=new.rule, units=new.units, brief=brief, guides=guides)  # fmt: skip
    return as_state(shop, shop.builds.add(Records(design=design), as_id=as_id))


@routes.post("/import", status_code=201, openapi_extra={
    "requestBody": {"required": True, "content": {"application/json": {"schema": {"type": "object"}}}}})  # fmt: skip
async def import_build(request: Request, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """Take in a build file of any version."""
    try:
        records = read_build(await request.body())
    except BuildFileError as error:
        raise not_a_build(error) from error
    return as_state(shop, shop.builds.add(records, "imported", as_id))


def not_a_build(error: BuildFileError) -> ProblemError:
    """Why a build file cannot be taken in, at its fields."""
    found = error.invalid.errors() if error.invalid else []
    placed = [{**e, "loc": place_of(error.data, e["loc"])} for e in found]
    return ProblemError(422, error.title, str(error), field_problems(placed))


@routes.post("/records", status_code=201, openapi_extra={
    "requestBody": {"required": True, "content": {"application/zip": {"schema": {"type": "string", "format": "binary"}}}}})  # fmt: skip
async def import_record(request: Request, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """Take in a record: the rod with its log and its pictures."""
    raw = await request.body()
    return await run_in_threadpool(_record_taken_in, raw, shop, as_id)


def _record_taken_in(raw: bytes, shop: Shop, as_id: uuid.UUID | None) -> m.BuildState:
    try:
        records, pictures = read_record(raw)
    except BuildFileError as error:
        raise not_a_build(error) from error
    for made in pictures:
        shop.logbook.keep(made.file, made.content, made.thumb)
    return as_state(shop, shop.builds.add(records, "imported", as_id))


@routes.post("/{build_id}/copy", status_code=201)
def copy_build(build_id: uuid.UUID, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """Another rod of the same design. What was measured and done stays with the first."""
    design = shop.builds.get(build_id).records.design
    fresh = copied(design, f"{design.name[:72]}, copy")
    return as_state(shop, shop.builds.add(Records(design=fresh), "copied", as_id))


@routes.post("/{build_id}/like-it", status_code=201)
def like_it(build_id: uuid.UUID, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """A new rod that starts from this one as it was built."""
    records = shop.builds.get(build_id).records
    fresh = from_an_earlier(records, f"{records.design.name[:60]}, as built")
    return as_state(shop, shop.builds.add(Records(design=fresh), "from an earlier rod", as_id))


@routes.post("/{build_id}/repair", status_code=201)
def repair(build_id: uuid.UUID, shop: InShop, as_id: AsId = None) -> m.BuildState:
    """This very rod came back to be mended: a build of its own."""
    records = shop.builds.get(build_id).records
    fresh = come_back(records, f"Repair: {records.design.name[:70]}")
    return as_state(shop, shop.builds.add(fresh, "came back", as_id))


@routes.post("/{build_id}/put-away", status_code=204)
def put_away(build_id: uuid.UUID, shop: InShop, back: bool = False) -> None:
    """Take a rod off the rack, or hang it back."""
    shop.builds.put_away(build_id, away=not back)


def hung(shop: Shop, h: Hanging, habits: str = "") -> m.RackRod:
    """One rod as it hangs: as it was last worked out, or worked out now and noted."""
    shown_for = f"{h.version}/{edition()}/{habits}"
    if h.shown is not None and h.shown_for == shown_for:
        return m.RackRod.model_validate(h.shown)
    return shop.shown.get((h.id, shown_for), lambda: _worked_out_and_noted(shop, h, shown_for))


def _worked_out_and_noted(shop: Shop, h: Hanging, shown_for: str) -> m.RackRod:
    rod = _worked_out(shop, h)
    shop.builds.keep_shown(h.id, h.version, rod.model_dump(mode="json"), shown_for)
    return rod


def _worked_out(shop: Shop, h: Hanging) -> m.RackRod:
    try:
        kept = shop.builds.get(h.id)
    except RefusedError as error:
        name = str((h.shown or {}).get("name") or "A rod that cannot be read")
        return m.RackRod(
            id=h.id, version=h.version, name=name, changed_at=h.changed_at, problem=str(error)
        )
    planned, build = shop.planned(kept), kept.rod().build
    said = m.RackRod(
        id=kept.id, version=kept.version, name=build.name, number=build.number, client=build.client,
        batch=build.batch, rod_type=build.brief.rod_type, material=build.blank.material, rule=build.rule,
        changed_at=kept.changed_at, tip_ring_mm=build.guides.tip_top.ring_mm, tip_height_mm=build.guides.tip_top.height_mm,
    )  # fmt: skip
    p = planned.plan
    if p is None:
        return said.model_copy(
            update={"problem": f"This rod cannot be worked out ({planned.problem})."}
        )
    return said.model_copy(
        update={
            "length_mm": p.blank.length_mm,
            "longer_by_mm": p.handle.longer_by_mm,
            "taper": list(p.blank.taper[::4]),
            "parts": list(p.handle.parts),
            "guides": list(p.guides.placed),
            "standing": list(p.standing),
            "first_finding": _pressing(build, p),
            "waiting": _waiting(p),
            "power_g": None if p.stiffness is None else p.stiffness.power_g,
            "power_words": "" if p.stiffness is None else p.stiffness.power_words,
            "power_measured": p.stiffness is not None and p.stiffness.hung,
        }
    )


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
