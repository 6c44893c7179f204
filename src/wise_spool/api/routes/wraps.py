"""Routes of thread and letters: patterns to start from, spools over all open rods, a label looked at and printed, the
photograph along the rod."""

import uuid
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import MOST_RODS, InShop, Shop
from wise_spool.api.downloads import attached, file_name
from wise_spool.core.document.build import Build
from wise_spool.core.ground.refusals import NotThereError, RefusedError
from wise_spool.core.lineup.photograph import AlongPhoto, RingClicked
from wise_spool.core.plan import Plan
from wise_spool.core.shop.shelf import ThreadOnShelf
from wise_spool.core.wraps.patterns import PATTERNS, Pattern
from wise_spool.core.wraps.spools import SpoolAcross, spools_across, still_needed
from wise_spool.exchange.label_sheet import label_sheet, label_svg, path_data, printed_label
from wise_spool.exchange.paper import PaperName

routes = APIRouter(prefix="/api")


class LabelAsked(BaseModel):
    """A rod, and which of its labels to look at."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    label: str


class LabelDrawn(BaseModel):
    """A label as it would be printed, mm: what is inked and where it is cut, as SVG path data; ``problem`` when it cannot be."""

    ink: str = ""
    cut: str = ""
    wide_mm: float = 0.0
    tall_mm: float = 0.0
    problem: str = ""


class AlongAsked(BaseModel):
    """Clicks in a photograph along the rod, and how far behind the butt end the lens stood."""

    model_config = ConfigDict(extra="forbid")

    build: Build
    behind_mm: Annotated[float, Field(gt=50, le=10_000)]
    click_px: Annotated[float, Field(ge=0.3, le=40)] = 1.5
    clicks: Annotated[list[RingClicked], Field(max_length=60)]


@routes.get("/wrap-patterns")
def patterns() -> list[Pattern]:
    """Figures to start from."""
    return list(PATTERNS)


@routes.get("/spools")
def spools(shop: InShop) -> list[SpoolAcross]:
    """Thread over all open rods against the shelf, in the order the rods were begun."""
    rods = []
    for kept in shop.hanging(MOST_RODS):
        plan = shop.planned(kept).plan
        if plan is None:
            continue
        record = kept.records.record
        done = set(record.handle.steps_done)
        on = "guides" in done or kept.records.design.handle.guides_on or bool(record.finish.laid)
        need = {} if on else still_needed(plan.wraps.laid, plan.wraps.figures, done)
        rods.append((kept.records.design.name, plan.wraps.laid, need))
    on_hand: dict[str, float] = {}
    for item in shop.shelf.all():
        if isinstance(item.shelved, ThreadOnShelf):
            thread = item.shelved.item
            on_hand[thread.name] = on_hand.get(thread.name, 0.0) + thread.spool_m * item.stock
    return list(spools_across(rods, on_hand))


@routes.post("/labels/drawn")
def label_drawn(asked: LabelAsked, shop: InShop) -> LabelDrawn:
    """One label as it would be printed."""
    label = next((x for x in asked.build.wraps.labels if x.id == asked.label), None)
    if label is None:
        raise NotThereError("There is no such label on this rod.")
    fitted = next(f for f in shop.tried(asked.build).wraps.labels if f.id == label.id)
    if len(fitted.corners) != 4:
        return LabelDrawn(problem=fitted.says)
    try:
        p = printed_label(label, fitted, asked.build)
    except RefusedError as e:
        return LabelDrawn(problem=str(e))
    return LabelDrawn(
        ink=path_data(p.contours, p.tall_mm), cut=path_data([p.cut], p.tall_mm), wide_mm=round(p.wide_mm, 3), tall_mm=round(p.tall_mm, 3)
    )  # fmt: skip


@routes.post("/line-up/photo")
def along(asked: AlongAsked, shop: InShop) -> AlongPhoto:
    """Every guide's turn from a photograph along the rod."""
    return shop.tried(asked.build).seen_along(asked.clicks, asked.behind_mm, asked.click_px)


@routes.get("/builds/{build_id}/labels.svg")
def labels_svg(build_id: uuid.UUID, shop: InShop, batch: bool = False) -> Response:
    """The labels of a rod, or of its whole batch, as SVG at 1:1."""
    rods = _labelled(shop, build_id, batch)
    return attached(
        label_svg(rods).encode(), "image/svg+xml", f"{file_name(rods[0][0].name)}-labels.svg"
    )


@routes.get("/builds/{build_id}/labels.pdf")
def labels_pdf(
    build_id: uuid.UUID, shop: InShop, paper: PaperName = "a4", batch: bool = False
) -> Response:
    """The labels of a rod, or of its whole batch, as PDF at 1:1."""
    rods = _labelled(shop, build_id, batch)
    pdf = shop.press.print(label_sheet, rods, paper, datetime.now(UTC).date())
    return attached(pdf, "application/pdf", f"{file_name(rods[0][0].name)}-labels.pdf")


def _labelled(shop: Shop, build_id: uuid.UUID, batch: bool) -> list[tuple[Build, Plan]]:
    """The rod, and with ``batch`` the others of its batch, with their plans."""
    kept = shop.builds.get(build_id)
    ids = [build_id]
    name = kept.records.design.batch
    if batch and name:
        ids += [k.id for k in shop.hanging(MOST_RODS, name) if k.id != build_id]  # fmt: skip
    out = []
    for one in ids:
        of = shop.builds.get(one)
        plan = shop.planned(of).plan
        if plan is not None:
            out.append((of.rod(shop.habits.said()).build, plan))
    if not out:
        raise RefusedError("This rod cannot be worked out, so there is nothing to print.")
    return out
