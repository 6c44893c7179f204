"""The glue-up sheet: the order of work, the mixes with their clocks, what lies within reach."""

from datetime import date

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_length, format_minutes
from wise_spool.core.ground.units import format_volume, format_warmth
from wise_spool.core.plan import Plan
from wise_spool.core.work.glue_up import GlueMix
from wise_spool.core.work.order import ASSEMBLY_WORDS
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import (
    BODY,
    CAUTION,
    HEAD,
    RUINS,
    head,
    safe,
    section,
    sheet,
)

CAUTIONS = (
    "Hardener sensitises skin and airways: nitrile gloves, moving air, no solvent on skin. Alcohol and other solvents burn: away "
    "from flame, heat gun and hot-melt; dry wet towels outdoors or in a metal bin. A large leftover mix heats up: spread it out. "
    "The safety data sheet and local rules come first."
)


def glue_up_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the glue-up: pre-flight list, order, mixes, last looks."""
    return sheet(build, "glue-up", paper, printed, lambda width: _story(build, plan, width))


def _story(build: Build, plan: Plan, width: float) -> list[Flowable]:
    glue = plan.work.glue_up
    facts = [
        build.number,
        ASSEMBLY_WORDS[plan.work.order.school],
        format_warmth(glue.temperature_c),
    ]
    story = head(f"{build.name}: glue-up", facts)
    if not glue.mixes:
        story.append(Paragraph("There is nothing to glue yet: the handle is empty.", BODY))
        return story
    pressing = [f for f in plan.findings if f.stage == "handle" and f.weight == "ruins"]
    story += [Paragraph("– " + safe(f.sentence), RUINS) for f in pressing]
    rows = [["within reach before mixing", "why"], *([f"[  ]  {r.what}", r.why] for r in glue.within_reach)]  # fmt: skip
    story += section("Before anything is mixed", rows, width, (0.42, 0.58))
    scuff = ", ".join(
        f"{format_length(s.start_mm, build.rule)} to {format_length(s.end_mm, build.rule)}"
        for s in glue.scuff
    )
    story.append(Paragraph(f"Scuff to matt only: {safe(scuff)} from the butt.", BODY))
    story.append(Paragraph(f"Mask: {safe('; '.join(glue.mask))}.", BODY))
    steps = [["", "step", "enters from"]]
    steps += [
        [f"{n}", ("done: " if s.done else "") + s.words, s.enters or ""]
        for n, s in enumerate(plan.work.order.steps, start=1)
    ]
    story += section("In this order", steps, width, (0.06, 0.74, 0.2))
    for mix in glue.mixes:
        story += _mix(mix, width)
    story.append(Spacer(0, 3 * mm))
    story.append(
        Paragraph("Test the witness blob, not the joint. Pot life is not cure time.", HEAD)
    )
    story.append(Paragraph(CAUTIONS, CAUTION))
    return story


def _mix(mix: GlueMix, width: float) -> list[Flowable]:
    rows = [["joint", "mL", "spread", "seat", "wipe", "align"]]
    rows += [
        [j.name, f"{j.volume_ml:.1f}", f"{j.spread_min:g} min", f"{j.seat_min:g} min", f"{j.wipe_min:g} min",
         f"{j.align_min:g} min" if j.align_min else "–"]
        for j in mix.joints
    ]  # fmt: skip
    title = f"Mix {mix.number}: {mix.adhesive}, {format_volume(mix.part_a_ml)} + {format_volume(mix.part_b_ml)}"
    clocks = (
        f"Hands {mix.hands_min:.0f} min. Wipe by {mix.wipe_by_min:.0f} min, last look at {mix.last_look_min:.0f} min, "
        f"pot life {mix.pot_life_min:.0f} min, set {format_minutes(mix.set_min)}, handle after {format_minutes(mix.handle_min)}, "
        f"full cure {format_minutes(mix.full_cure_min)}."
    )
    if mix.because:
        clocks = f"Its own mix: {safe(mix.because)}. {clocks}"
    return [
        *section(title, rows, width, (0.4, 0.12, 0.12, 0.12, 0.12, 0.12)),
        Paragraph(clocks, BODY),
    ]
