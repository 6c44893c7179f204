"""The rod as it was built against its plan, and the page that goes with it to its owner, both with pictures."""

import io
from collections.abc import Callable, Sequence
from datetime import date

import segno
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, KeepTogether, Paragraph, Spacer, Table

from wise_spool.core.document.build import Build
from wise_spool.core.document.log import LogEntry, Record, live
from wise_spool.core.document.records import Records
from wise_spool.core.ground.measures import format_length
from wise_spool.core.ground.units import format_warmth, format_weight
from wise_spool.core.plan import Plan
from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import BODY, CAUTION, HEAD, RUINS, head, safe, section, sheet

PictureOf = Callable[[str], bytes]
"""A kept picture's bytes, by its file name."""
MOST_PICTURES = 12
ACROSS = 3
CARE = (
    "Keep it away from power lines and thunder: carbon carries current.",
    "Let the finish harden fully before it goes into a tube or a hot car.",
    "Wipe it dry after salt water; look at the rings for cracks, a nick in one cuts line.",
    "A blank that was hit or lifted a snag may break later without warning: look it over.",
)


GUARANTEE = "Wraps, seat and finish stand for as long as was agreed; a blank that was stepped on, shut in a door or lifted past its limit does not. Never lift a fish with the rod bent straight up: it breaks at the tip."


class Album(dict[str, bytes]):
    """Pictures by their names, to be taken along to where the sheet is printed."""

    def __call__(self, file: str) -> bytes:
        """The bytes of one."""
        return self[file]


def album(log: Sequence[LogEntry], picture: PictureOf) -> Album:
    """Every picture of a log."""
    return Album({e.picture.file: picture(e.picture.file) for e in log if e.picture is not None})


def as_built_sheet(
    records: Records, plan: Plan, picture: PictureOf, paper: PaperName, printed: date
) -> bytes:
    """PDF of what was done, when and how far from the plan."""
    return sheet(records.build, "as built", paper, printed, lambda width: _as_built(records, plan, picture, width))  # fmt: skip


def hand_over_sheet(
    records: Records, plan: Plan, picture: PictureOf, paper: PaperName, printed: date
) -> bytes:
    """PDF of the page that goes with the rod: what it is, how it is kept, pictures of it."""
    return sheet(records.build, "hand-over", paper, printed, lambda width: _hand_over(records, plan, picture, width))  # fmt: skip


def _as_built(records: Records, plan: Plan, picture: PictureOf, width: float) -> list[Flowable]:
    build, record = records.build, records.record
    log = live(records.log)
    story = head(f"{build.name}: as built", [build.number, build.client, _weight(plan, record)])
    story += _guides(build, plan, width)
    story += _work(log, plan, width)
    coats = [
        [f"{n}", f"{coat.mixed_at:%Y-%m-%d %H:%M}", format_warmth(coat.temperature_c), coat.dryer]
        for n, coat in enumerate(record.finish.laid, start=1)
    ]
    coats += [
        [
            f"{area.name}, {c.number}",
            f"{at:%Y-%m-%d %H:%M}",
            format_warmth(c.temperature_c),
            c.product,
        ]
        for area in plan.finish.areas_own
        for c in area.coats
        if c.laid and (at := c.starts_at) is not None
    ]
    if coats:
        rows = [["coat", "mixed", "room", "dryer, tin"], *coats]
        story += section("Coats", rows, width, (0.1, 0.3, 0.2, 0.4))
    wrong = [n for n in record.bench.notes if n.wrong]
    if wrong:
        story.append(Paragraph("What went wrong", HEAD))
        story += [Paragraph("– " + safe(n.words), RUINS) for n in wrong]
    skipped = [[_words(plan, s.id), s.why] for s in record.bench.skipped]
    if skipped:
        story += section("Left out", [["step", "why"], *skipped], width, (0.5, 0.5))
    noted = [n for n in record.bench.notes if not n.wrong]
    if noted:
        story.append(Paragraph("Notes", HEAD))
        story += [Paragraph("– " + safe(n.words), BODY) for n in noted]
    story += _pictures(record, picture, width)
    if len(story) <= 3:
        story.append(Paragraph("Nothing has been recorded of this rod yet.", BODY))
    return story


def _hand_over(records: Records, plan: Plan, picture: PictureOf, width: float) -> list[Flowable]:
    build, record = records.build, records.record
    whom = f"built for {build.client}" if build.client else ""
    story = head(build.name, [build.number, whom, _weight(plan, record)])
    facts = [["", ""]]
    if plan.blank.length_mm is not None:
        facts.append(["length", format_length(plan.blank.length_mm, build.rule)])
    if plan.stiffness is not None and plan.stiffness.hung:
        facts.append(["power, measured", f"{format_weight(plan.stiffness.power_g)}, {plan.stiffness.power_words}"])  # fmt: skip
    facts.append(["guides", ", ".join(f"{g.ring_mm:g}" for g in plan.guides.placed)])
    facts.append(["for", build.brief.what or build.brief.rod_type])
    story += section("The rod", facts, width, (0.3, 0.7))
    story.append(Paragraph("How it is kept", HEAD))
    story += [Paragraph("– " + c, BODY) for c in CARE]
    story.append(Paragraph("What it stands for", HEAD))
    story.append(Paragraph(GUARANTEE, BODY))
    story += _code(hand_over_words(records, plan), width)
    story += _pictures(record, picture, width)
    story.append(Spacer(0, 3 * mm))
    story.append(Paragraph("What was said of this rod by its builder stands in the shop’s logbook.", CAUTION))  # fmt: skip
    return story


def hand_over_words(records: Records, plan: Plan) -> str:
    """What the code on the sheet carries, so that it says the same with no network: the rod, its numbers, its care."""
    build = records.build
    lines = [build.name, build.number, _weight(plan, records.record)]
    if plan.blank.length_mm is not None:
        lines.append(f"{format_length(plan.blank.length_mm, build.rule)} long")
    if plan.stiffness is not None and plan.stiffness.hung:
        lines.append(f"power {format_weight(plan.stiffness.power_g)}, measured")
    lines += [f"thread {s.thread}, size {s.size}" for s in plan.wraps.spools[:3]]
    lines.append(f"finish {build.finish.product.name}")
    return "\n".join([line for line in lines if line] + list(CARE))


def _code(words: str, width: float) -> list[Flowable]:
    """A square code that holds the words themselves, and what it is."""
    out = io.BytesIO()
    segno.make(words, error="m", micro=False).save(out, kind="png", scale=4, border=4)
    out.seek(0)
    said = Paragraph("The rod in a code: any phone reads these same words off it, with no network. It opens nothing and tells nobody.", BODY)  # fmt: skip
    table = Table([[Image(out, 34 * mm, 34 * mm), said]], colWidths=[38 * mm, width - 38 * mm])
    return [Spacer(0, 2 * mm), KeepTogether([table])]


def _weight(plan: Plan, record: Record) -> str:
    weighed = next((w.mass_g for w in record.bench.weighed if w.id == "rod"), None)
    planned = plan.balance.cases[0].rod_g if plan.balance is not None else None
    if weighed is None:
        return "" if planned is None else f"planned {format_weight(planned)}, not weighed"
    said = f"weighs {format_weight(weighed)}"
    return said if planned is None else f"{said}, planned {format_weight(planned)}"


def _guides(build: Build, plan: Plan, width: float) -> list[Flowable]:
    rows = [["guide", "ring", "planned from the tip-top ring", "built", "off by"]]
    for n, g in enumerate(plan.guides.placed, start=1):
        wished, built = g.wished_from_tip_ring_mm, g.from_tip_ring_mm
        if g.source != "built" or built is None:
            continue
        off = "" if wished is None else format_length(built - wished, "mm/0.5")
        planned = "" if wished is None else format_length(wished, build.rule)
        rows.append([f"{n}", f"{g.ring_mm:g}", planned, format_length(built, build.rule), off])
    return section("Guides", rows, width, (0.1, 0.1, 0.34, 0.26, 0.2)) if len(rows) > 1 else []


def _work(log: Sequence[LogEntry], plan: Plan, width: float) -> list[Flowable]:
    minutes = {e.worked.id: e.worked.minutes for e in log if e.worked is not None}
    done = {e.step: e for e in log if e.step is not None}
    rows = [["step", "done", "minutes", "by plan"]]
    for o in plan.work.operations:
        entry = done.get(o.id)
        if entry is None and o.id not in minutes:
            continue
        when = "" if entry is None or entry.at.year < 1971 else f"{entry.at:%Y-%m-%d}"
        took = f"{minutes[o.id]:g}" if o.id in minutes else ""
        rows.append([o.words[:70], when, took, "" if o.hands_min is None else f"{o.hands_min:.0f}"])
    return section("Work", rows, width, (0.6, 0.16, 0.12, 0.12)) if len(rows) > 1 else []


def _words(plan: Plan, operation: str) -> str:
    return next((o.words for o in plan.work.operations if o.id == operation), operation)


def _pictures(record: Record, picture: PictureOf, width: float) -> list[Flowable]:
    """The newest pictures, three in a row, each with its words."""
    cell = width / ACROSS - 3 * mm
    made = []
    for p in record.bench.pictures[-MOST_PICTURES:]:
        scale = cell / p.width_px
        high = min(p.height_px * scale, 60 * mm)
        wide = high * p.width_px / p.height_px
        image = Image(io.BytesIO(picture(p.file)), wide, high)
        made.append([image, Paragraph(safe(p.words), CAUTION)])
    if not made:
        return []
    rows = [made[n : n + ACROSS] for n in range(0, len(made), ACROSS)]
    rows[-1] += [[]] * (ACROSS - len(rows[-1]))
    table = Table(rows, colWidths=[width / ACROSS] * ACROSS, hAlign="LEFT")
    return [KeepTogether([Paragraph("Pictures", HEAD), table])]
