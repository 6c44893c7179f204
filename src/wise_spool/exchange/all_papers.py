"""All the papers of a rod as one document, to print in one go."""

from datetime import date

from wise_spool.core.document.build import Build
from wise_spool.core.plan import Plan
from wise_spool.exchange.cue_sheet import cue_sheet
from wise_spool.exchange.figure_sheet import figure_sheet
from wise_spool.exchange.finish_sheet import finish_sheet
from wise_spool.exchange.glue_up_sheet import glue_up_sheet
from wise_spool.exchange.pages import joined
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.portrait import portrait
from wise_spool.exchange.protractor import protractor
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.tagged import tagged
from wise_spool.exchange.turning_sheet import turning_sheet


def all_papers(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """Portrait, build sheet, glue-up, story stick, wrap-round strips, turning cards, wraps, figures and finish, those that say something."""
    sheets = [portrait, build_sheet]
    if plan.work.glue_up.mixes:
        sheets.append(glue_up_sheet)
    if plan.marks:
        sheets.append(story_stick)
    if plan.spine.map:
        sheets.append(protractor)
    if plan.handle.turning.cards:
        sheets.append(turning_sheet)
    if plan.wraps.laid:
        sheets.append(cue_sheet)
    if any(not f.trouble for f in plan.wraps.figures):
        sheets.append(figure_sheet)
    if plan.finish.areas:
        sheets.append(finish_sheet)
    whole = joined(make(build, plan, paper, printed) for make in sheets)
    return tagged(whole, f"{build.name}: all papers")
