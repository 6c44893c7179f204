"""Routes of the printed sheets: the PDF, how many pages it has, a page to look at."""

import uuid
from datetime import UTC, datetime
from typing import Annotated, Literal

from anyio import to_thread
from fastapi import APIRouter, Query
from fastapi.responses import Response

from wise_spool.api import models as m
from wise_spool.api.deps import InShop, Shop, fingerprint
from wise_spool.api.downloads import attached, file_name
from wise_spool.api.problems import ProblemError
from wise_spool.exchange.all_papers import all_papers
from wise_spool.exchange.as_built_sheet import album, as_built_sheet, hand_over_sheet
from wise_spool.exchange.cue_sheet import cue_sheet
from wise_spool.exchange.figure_sheet import figure_sheet
from wise_spool.exchange.finish_sheet import finish_sheet
from wise_spool.exchange.glue_up_sheet import glue_up_sheet
from wise_spool.exchange.label_sheet import labels_of_one
from wise_spool.exchange.pages import page_count, page_png
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.portrait import portrait
from wise_spool.exchange.protractor import protractor
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.true_size import LEAST, MOST, PrintCheck, check_print, rescaled
from wise_spool.exchange.turning_sheet import turning_sheet

SheetName = Literal[
    "all",
    "portrait",
    "build-sheet",
    "story-stick",
    "glue-up",
    "turning",
    "protractor",
    "wraps",
    "figures",
    "labels",
    "finish",
    "as-built",
    "hand-over",
]
SHEETS = {
    "all": all_papers,
    "portrait": portrait,
    "build-sheet": build_sheet,
    "story-stick": story_stick,
    "glue-up": glue_up_sheet,
    "turning": turning_sheet,
    "protractor": protractor,
    "wraps": cue_sheet,
    "figures": figure_sheet,
    "labels": labels_of_one,
    "finish": finish_sheet,
}
OF_THE_RECORD = {"as-built": as_built_sheet, "hand-over": hand_over_sheet}
"""Sheets that are made of what was done, and its pictures."""
Scale = Annotated[float, Query(ge=LEAST, le=MOST)]
routes = APIRouter(prefix="/api/builds/{build_id}")
prints = APIRouter()


@routes.get("/{sheet}.pdf")
async def sheet_pdf(
    build_id: uuid.UUID,
    sheet: SheetName,
    shop: InShop,
    paper: Annotated[PaperName, Query()] = "a4",
    scale: Scale = 1.0,
) -> Response:
    """The sheet as PDF, larger or smaller by ``scale`` for a printer that is not true."""

    def made() -> Response:
        name, pdf = printed(shop, build_id, sheet, paper)
        if scale != 1:
            pdf = shop.press.print(rescaled, pdf, scale)
        return attached(pdf, "application/pdf", f"{file_name(name)}-{sheet}.pdf")

    return await to_thread.run_sync(made, limiter=shop.printing.here())


@prints.get("/api/print-check")
def print_check(read_mm: Annotated[float, Query(gt=0, le=1000)], scale: Scale = 1.0) -> PrintCheck:
    """What the check ruler of a print tells."""
    return check_print(scale, read_mm)


@routes.get("/{sheet}/pages")
async def sheet_pages(
    build_id: uuid.UUID, sheet: SheetName, shop: InShop, paper: PaperName = "a4"
) -> m.Pages:
    """How many pages it has."""

    def counted() -> m.Pages:
        return m.Pages(pages=shop.press.print(page_count, printed(shop, build_id, sheet, paper)[1]))

    return await to_thread.run_sync(counted, limiter=shop.printing.here())


@routes.get("/{sheet}/pages/{number}.png")
async def sheet_page(
    build_id: uuid.UUID, sheet: SheetName, number: int, shop: InShop, paper: PaperName = "a4"
) -> Response:
    """One page as a picture."""

    def drawn() -> Response:
        try:
            png = shop.press.print(page_png, printed(shop, build_id, sheet, paper)[1], number)
        except IndexError as error:
            raise ProblemError(404, "No such page", str(error)) from error
        return Response(png, media_type="image/png")

    return await to_thread.run_sync(drawn, limiter=shop.printing.here())


def printed(
    shop: Shop, build_id: uuid.UUID, sheet: SheetName, paper: PaperName
) -> tuple[str, bytes]:
    """The rod's name and the sheet, made once a version, paper and day."""
    kept = shop.builds.get(build_id)
    planned = shop.planned(kept)
    plan = planned.plan
    if plan is None:
        raise ProblemError(409, "Nothing to print", "This rod cannot be worked out, so there is nothing to print.")  # fmt: skip
    build, today = kept.rod().build, datetime.now(UTC).date()
    pdf = shop.sheets.get(
        (kept.id, kept.version, fingerprint(shop.habits.said()), sheet, paper, today),
        lambda: (
            shop.press.print(
                OF_THE_RECORD[sheet],
                kept.records,
                plan,
                album(kept.records.log, shop.logbook.picture),
                paper,
                today,
            )
            if sheet in OF_THE_RECORD
            else shop.press.print(SHEETS[sheet], build, plan, paper, today)
        ),
    )
    return build.name, pdf
