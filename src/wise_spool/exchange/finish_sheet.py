"""The finish sheet for the wall: what to mix, in which order to coat, and what to look for at which minute; every area with its coats."""

from datetime import date

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import AreaPlan, CoatPlan
from wise_spool.core.finish.kinds import KIND_WORDS, ON
from wise_spool.core.finish.operations import caution_of
from wise_spool.core.finish.watching import METHODS
from wise_spool.core.ground.measures import format_length, format_minutes
from wise_spool.core.ground.sentences import capital
from wise_spool.core.ground.units import format_volume, format_warmth
from wise_spool.core.plan import Plan
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import BODY, CAUTION, HEAD, head, safe, section, sheet

MOST_IN_ORDER = 60


def finish_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF to hang by the dryer: the coat that is next large, then the rest."""
    return sheet(build, "finish", paper, printed, lambda width: _story(build, plan, width))


def _story(build: Build, plan: Plan, width: float) -> list[Flowable]:
    f = plan.finish
    following = f.following
    facts = [f"{f.areas} places", f"{len(f.coats)} coats", f"room {format_warmth(build.finish.temperature_c)}", f"dew point {format_warmth(f.dew_point_c)}"]  # fmt: skip
    story = head(f"{build.name}: finish", facts)
    if not f.areas and not f.areas_own:
        return [*story, Paragraph(f"Nothing to coat. {f.nothing}", BODY)]
    if f.sweats:
        story.append(Paragraph("The blank is too near the dew point: do not coat now.", HEAD))
    if following is not None and following.mixes:
        story += _next(build, following, width)
        story += _order(build, plan, width)
    elif f.coats:
        story.append(Paragraph("Every coat of the wraps is on.", BODY))
    rows = [["coat", "of", "to mix", "turn for", "recoat from – until", "handle after"]]
    rows += [_row(c) for c in f.coats]
    if f.areas:
        story += section("The coats", rows, width, (0.12, 0.24, 0.2, 0.12, 0.2, 0.12))
    for a in f.areas_own:
        story += _area(build, a, width)
    kinds = dict.fromkeys(
        [c.kind for c in f.coats] + [c.kind for a in f.areas_own for c in a.coats]
    )
    said = " ".join(dict.fromkeys(caution_of(k) for k in kinds))
    return [*story, Spacer(0, 3 * mm), Paragraph(safe(said), CAUTION)]


def _mix_words(coat: CoatPlan) -> str:
    if not coat.mixes:
        return ""
    m = coat.mixes[0]
    one = f"{format_volume(m.part_a_ml)} + {format_volume(m.part_b_ml)}" if m.part_b_ml else format_volume(m.part_a_ml)  # fmt: skip
    return one if len(coat.mixes) == 1 else f"{len(coat.mixes)} × {one}"


def _next(build: Build, coat: CoatPlan, width: float) -> list[Flowable]:
    m = coat.mixes[0]
    grams = f" ({m.part_a_g:g} g + {m.part_b_g:g} g)" if m.part_a_g is not None and m.part_b_g is not None else ""  # fmt: skip
    title = f"Coat {coat.number}{', ' + coat.words if coat.words else ''}: {coat.product}, {_mix_words(coat)}{grams}"
    how = ON[coat.kind] if coat.kind in ON else METHODS[build.finish.method]
    out = [Paragraph(safe(title), HEAD)]
    if m.part_b_ml:
        out.append(Paragraph(f"Stir slowly for 5 min, the walls of the cup too, until no streak is left. The ratio may be {m.ratio_error_percent:.1f} % off as it is measured.", BODY))  # fmt: skip
    out += [Paragraph(safe(line), BODY) for line in how]
    over = {k.name: k.minutes for k in coat.over_night}
    rows = [["minutes", "after mixing", "what to look for"]]
    rows += [[f"{k.minute:.0f}", format_minutes(k.minute) if k.minute else "mixed", k.words] for k in coat.looks]  # fmt: skip
    out += section(f"At {format_warmth(coat.temperature_c)}, as the tin has it", rows, width, (0.1, 0.16, 0.74))  # fmt: skip
    if over:
        words = ", ".join(f"{name} after {format_minutes(over[name])}" for name in ("set", "recoat opens", "handle") if name in over)  # fmt: skip
        out.append(Paragraph(safe(f"Over the night as it was typed in: {words}."), BODY))
    return out


def _order(build: Build, plan: Plan, width: float) -> list[Flowable]:
    order = plan.finish.order
    if not order:
        return []
    ring = plan.guides.tip_top_ring_mm or plan.blank.length_mm or 0.0
    rows = [["mix", "minute", "place", "from the tip-top ring", "mL", "done"]]
    rows += [
        [str(o.mix), f"{o.minute:.0f}", capital(o.what), format_length(max(ring - o.start_mm, 0.0), build.rule), f"{o.ml:.2f}", "[  ]"]
        for o in order[:MOST_IN_ORDER]
    ]  # fmt: skip
    return section("In this order", rows, width, (0.08, 0.1, 0.38, 0.24, 0.1, 0.1))


def _row(c: CoatPlan) -> list[str]:
    clocks = {k.name: k.minutes for k in c.clocks}
    of = f"{c.product}, {KIND_WORDS[c.kind]}" if KIND_WORDS[c.kind] not in c.product.lower() else c.product  # fmt: skip
    on = " (on)" if c.laid else ""
    return [
        f"{c.number}{on}", of, _mix_words(c), format_minutes(clocks["rotate"]) if clocks["rotate"] else "–",
        f"{format_minutes(clocks['recoat opens'])} – {format_minutes(clocks['recoat closes'])}", format_minutes(clocks["handle"]),
    ]  # fmt: skip


def _area(build: Build, a: AreaPlan, width: float) -> list[Flowable]:
    if not a.coats:
        return [Paragraph(safe(f"{capital(a.name)}: {a.trouble}"), BODY)] if a.trouble else []
    where = ""
    if a.start_mm is not None and a.end_mm is not None:
        where = f", {format_length(a.start_mm, build.rule)} to {format_length(a.end_mm, build.rule)} from the butt"
    rows = [["coat", "of", "to pour or mix", "turn for", "next from – until", "handle after"]]
    rows += [_row(c) for c in a.coats]
    return section(f"{capital(a.name)}{where}", rows, width, (0.12, 0.24, 0.2, 0.12, 0.2, 0.12))
