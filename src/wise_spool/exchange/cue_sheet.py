"""The cue sheet: every wrap of the rod on one page, tip first as they are wrapped, with what happens at which turn."""

from datetime import date

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.document.build import Build
from wise_spool.core.ground.measures import format_length
from wise_spool.core.ground.sentences import capital
from wise_spool.core.ground.units import format_weight
from wise_spool.core.plan import Plan
from wise_spool.core.wraps.crosswrap import pass_order
from wise_spool.core.wraps.cues import CueKind
from wise_spool.core.wraps.wraps import WrapLaid
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import BODY, CAUTION, HEAD, head, safe, section, sheet

BESIDE: frozenset[CueKind] = frozenset({"under", "inlay", "layers", "band"})
"""Cues that not every wrap has."""
SHARES = (0.3, 0.19, 0.08, 0.16, 0.09, 0.09, 0.09)


def cue_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF: one line a wrap, the cues that all share once, figures with their order of threads."""
    return sheet(build, "wraps", paper, printed, lambda width: _story(build, plan, width))


def _story(build: Build, plan: Plan, width: float) -> list[Flowable]:
    wraps = plan.wraps
    facts = [f"{len(wraps.laid)} wraps", f"{wraps.turns} turns", f"{wraps.metres:.0f} m of thread", format_weight(wraps.mass_g)]  # fmt: skip
    story = head(f"{build.name}: wraps", facts)
    if not wraps.laid:
        return [
            *story,
            Paragraph("No wraps yet: the blank's diameters and the guides come first.", BODY),
        ]
    ring = plan.guides.tip_top_ring_mm or 0.0
    rows = [["wrap", "from the tip-top ring", "turns", "thread", "climbs at", "loop at", "done"]]
    rows += [_row(w, ring, build) for w in sorted(wraps.laid, key=lambda w: -w.start_mm)]
    story += section("Tip first", rows, width, SHARES)
    extras: dict[str, list[str]] = {}
    for w in wraps.laid:
        for c in w.cues:
            if c.kind in BESIDE:
                extras.setdefault(c.words, []).append(w.what)
    if extras:
        story.append(Paragraph("Beside that", HEAD))
        for words, of in extras.items():
            on = ", ".join(of) if len(of) < 4 else f"{of[0]}, {of[1]} and {len(of) - 2} more"
            story.append(Paragraph(safe(f"{words} ({on})"), BODY))
    story.append(Paragraph("Thread", HEAD))
    story += [
        Paragraph(safe(f"{s.thread}, size {s.size}: {s.need_m:.0f} m" + (f" of {s.spool_m:.0f} m on the spool" if s.spool_m else "") + (f"; runs out on {s.runs_out}" if s.runs_out else "")), BODY)
        for s in wraps.spools
    ]  # fmt: skip
    for f in wraps.figures:
        if not f.trouble:
            story.append(Paragraph(safe(f"{f.name}: {f.says}"), HEAD))
            story += [Paragraph(safe(line), BODY) for line in pass_order(f)]
    said = "Turns as counted from the start. Cut away from fingers; sleeves, hair and cord away from a turning wrapper."
    return [*story, Spacer(0, 3 * mm), Paragraph(said, CAUTION)]


def _row(w: WrapLaid, ring_mm: float, build: Build) -> list[str]:
    span = f"{format_length(ring_mm - w.end_mm, build.rule)} – {format_length(ring_mm - w.start_mm, build.rule)}"
    loop = next((str(c.turn) for c in w.cues if c.kind == "loop"), "")
    layers = f" × {w.layers}" if w.layers > 1 else ""
    climbs = "" if w.climb_turn is None else str(w.climb_turn)
    return [
        capital(w.what),
        span,
        f"{w.turns}{layers}",
        w.thread,
        climbs,
        loop,
        "[  ]",
    ]
