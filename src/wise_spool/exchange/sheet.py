"""The build sheet: the whole plan on paper, to work from at the bench."""

from collections.abc import Callable
from datetime import date
from itertools import groupby

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer

from wise_spool.core.document.assumed import ASSUMABLE, all_assumed, kind_of, value_at
from wise_spool.core.document.build import Build
from wise_spool.core.finish.kinds import KIND_WORDS
from wise_spool.core.ground.measures import (
    format_arc,
    format_diameter,
    format_length,
    format_minutes,
    format_rod_length,
)
from wise_spool.core.ground.units import format_volume, format_warmth, format_weight
from wise_spool.core.guides.gaps import GuidePlaced
from wise_spool.core.handle.arbors import SCHOOL_WORDS
from wise_spool.core.plan import Plan
from wise_spool.exchange.paper import BLANK, CORK, FAINT, INK, RULE, TAPE, PaperName
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

THICKER = 4.0
"""Diameters on the drawing are this many times too thick; the sheet says so."""


def build_sheet(build: Build, plan: Plan, paper: PaperName, printed: date) -> bytes:
    """PDF of the build sheet. Sections that have nothing in them yet are left out."""
    return sheet(
        build,
        "build sheet",
        paper,
        printed,
        lambda width: [
            *_head(build, plan),
            RodDrawing(build, plan, width),
            *_body(build, plan, width),
        ],
    )


def _head(build: Build, plan: Plan) -> list[Flowable]:
    facts = [build.number, build.client, f"{build.brief.rod_type} rod"]
    if plan.blank.length_mm:
        facts.append(format_rod_length(plan.blank.length_mm, build.rule))
    facts += [build.blank.name, build.blank.label_power, build.blank.label_action]
    return head(build.name, facts)


def _body(build: Build, plan: Plan, width: float) -> list[Flowable]:
    sections = [
        _first_things(plan), _brief(build), _order(plan, width), _spine(build, plan, width), _marks(build, plan, width), _bores(build, plan, width),
        _reaming(build, plan, width),
        _arbors(build, plan, width), _guides(build, plan, width), _coats(build, plan, width), _assumed(build, width),
    ]  # fmt: skip
    story = [flowable for section in sections for flowable in section]
    story.append(Spacer(0, 4 * mm))
    story.append(Paragraph(CAUTIONS, CAUTION))
    return story


def _assumed(build: Build, width: float) -> list[Flowable]:
    """What stands in this plan because nobody measured it, with a box each."""
    paths = all_assumed(build)
    if not paths:
        return []
    rows = [["", "assumed, not measured", "taken as"]]
    for kind, alike in groupby(
        sorted(paths, key=lambda p: list(ASSUMABLE).index(kind_of(p))), kind_of
    ):
        rows.append(["[  ]", ASSUMABLE[kind], _taken_as(build, tuple(alike))])
    return section("Nobody has measured these", rows, width, (0.06, 0.6, 0.34))


def _taken_as(build: Build, paths: tuple[str, ...]) -> str:
    """An assumed number by the rod's own rule and units; of several alike the least and the most."""
    written: Callable[[float], str] = {
        "mm": lambda v: format_diameter(v, build.rule), "c": format_warmth, "ml": format_volume,
        "g": format_weight, "deg": lambda v: f"{v:g}°", "percent": lambda v: f"{v:g} %", "min": format_minutes,
    }[paths[0].rpartition("_")[2]]  # fmt: skip
    values = [value_at(build, p) for p in paths]
    ends = dict.fromkeys(written(v) for v in (min(values), max(values)))
    return " to ".join(ends)


CAUTIONS = (
    "Gloves and moving air with epoxy and hardener; no solvent on skin. Solvents away from flame and heat. "
    "Mask and extraction for dust of carbon, glass, cork, foam and wood. Hands, hair and sleeves clear of lathe and "
    "wrapper. Guard the tip and stand out of line when a blank is bent; stop at the stated load. Safety data sheets "
    "and local rules come first."
)


def _brief(build: Build) -> list[Flowable]:
    """What it is for, and why it is built this way, in the builder's own words."""
    brief = build.brief
    said = [
        ("who", brief.who), ("what", brief.what), ("when", "in the cold, rings ice up" if brief.cold else ""),
        ("where", brief.where), ("why", brief.why), ("the handle so because", build.handle.school_reason),
        ("the spine so because", build.spine.reason),
    ]  # fmt: skip
    lines = [f"<b>{what}</b> {safe(words)}" for what, words in said if words.strip()]
    return [Paragraph(" · ".join(lines), BODY)] if lines else []


def _order(plan: Plan, width: float) -> list[Flowable]:
    """Everything that is to be done, in order, with a box to tick."""
    steps = plan.work.operations
    if not steps:
        return []
    rows = [["", "", "what", "waits for"]]
    numbers = {s.id: n for n, s in enumerate(steps, start=1)}
    rows += [
        [f"{n}", "[x]" if s.done else "[  ]", s.words, ", ".join(str(numbers[b]) for b in s.open_before if b in numbers)]
        for n, s in enumerate(steps, start=1)
    ]  # fmt: skip
    return section("In this order", rows, width, (0.05, 0.06, 0.72, 0.17))


def _first_things(plan: Plan) -> list[Flowable]:
    pressing = [f for f in plan.findings if f.weight != "note"]
    if not pressing:
        return []
    lines: list[Flowable] = [Paragraph("Settle first", HEAD)]
    lines += [
        Paragraph(
            ("Stop: " if f.weight == "ruins" else "Look: ") + safe(f.sentence),
            RUINS if f.weight == "ruins" else BODY,
        )
        for f in pressing
    ]
    return lines


def _spine(build: Build, plan: Plan, width: float) -> list[Flowable]:
    if plan.spine.guides_deg is None:
        return []
    rows = [["what", "clock angle", f"arc from {plan.spine.zero}"]]
    for mark in plan.spine.marks:
        arc = (
            ""
            if mark.arc_mm is None or mark.station_mm is None
            else (
                f"{format_arc(mark.arc_mm, build.rule)} round the blank at {format_length(mark.station_mm, build.rule)}"
            )
        )
        rows.append([mark.what, f"{mark.angle_deg:.0f}°", arc])
    return section("Round the clock, seen from the butt, clockwise", rows, width, (0.2, 0.2, 0.6))


def _marks(build: Build, plan: Plan, width: float) -> list[Flowable]:
    handle = [m for m in plan.marks if m.stage != "guides"]
    if not handle:
        return []
    rows = [["mark", "from the butt", "from the bare tip"]]
    rows += [
        [
            m.label,
            format_length(m.from_butt_mm, build.rule),
            format_length(m.from_tip_mm, build.rule),
        ]
        for m in handle
    ]
    return section("Marks to draw", rows, width, (0.56, 0.22, 0.22))


def _bores(build: Build, plan: Plan, width: float) -> list[Flowable]:
    bored = [
        p
        for p in plan.handle.parts
        if p.butt_face.wanted_mm is not None and p.tip_face.wanted_mm is not None
    ]
    if not bored:
        return []
    rows = [["part", "bore, butt face", "bore, tip face", "as it is", "do"]]
    words = {
        "fits": "fits",
        "press": "press home",
        "high_spot": "high spot",
        "swell": "swell in the way",
        "ream": "ream",
        "loose": "line it",
        "unknown": "measure",
    }
    for p in bored:
        has = (
            ""
            if p.butt_face.bore_mm is None or p.tip_face.bore_mm is None
            else (
                f"{format_diameter(p.butt_face.bore_mm, build.rule, unit=False)} to {format_diameter(p.tip_face.bore_mm, build.rule)}"
            )
        )
        rows.append(
            [
                p.name,
                format_diameter(p.butt_face.wanted_mm or 0, build.rule),
                format_diameter(p.tip_face.wanted_mm or 0, build.rule),
                has,
                words[p.verdict],
            ]
        )
    return section("Bores wanted", rows, width, (0.34, 0.18, 0.18, 0.2, 0.1))


def _reaming(build: Build, plan: Plan, width: float) -> list[Flowable]:
    found: list[Flowable] = []
    for ream in plan.handle.reaming:
        part = next(p for p in plan.handle.parts if p.id == ream.part_id)
        rows = [["pass", "reamer", "from the", "small end in to", "tape it at", "then stops short"]]
        for n, p in enumerate(ream.passes, start=1):
            rows.append(
                [
                    str(n),
                    p.reamer,
                    f"{p.from_face} face",
                    format_length(p.depth_mm, build.rule),
                    format_diameter(p.at_face_mm, build.rule),
                    format_length(p.stops_short_mm, build.rule),
                ]
            )
        drill = (
            ""
            if ream.drill_first_mm is None
            else f", drill {format_diameter(ream.drill_first_mm, build.rule)} first"
        )
        if ream.passes:
            found += section(
                f"Ream the {part.name}{drill}", rows, width, (0.08, 0.24, 0.14, 0.18, 0.18, 0.18)
            )
    return found


def _arbors(build: Build, plan: Plan, width: float) -> list[Flowable]:
    found: list[Flowable] = []
    for arbor in plan.handle.arbors:
        rows = [["band", "from", "to", "blank", "turns", "tape", "left loose"]]
        for n, band in enumerate(arbor.bands, start=1):
            rows.append([
                str(n), format_length(band.start_mm, build.rule), format_length(band.end_mm, build.rule), format_diameter(band.od_mm, build.rule),
                "–" if band.turns is None else str(band.turns),
                "–" if band.tape_length_mm is None else format_length(band.tape_length_mm, build.rule),
                format_diameter(band.loose_mm, build.rule)])  # fmt: skip
        title = f"Arbor: {SCHOOL_WORDS[arbor.school]}, seat bore {format_diameter(arbor.bore_mm, build.rule)}"
        found += section(title, rows, width, (0.08, 0.16, 0.16, 0.16, 0.1, 0.17, 0.17))
    return found


def _guides(build: Build, plan: Plan, width: float) -> list[Flowable]:
    placed = [
        g
        for g in plan.guides.placed
        if g.from_butt_mm is not None and g.from_tip_ring_mm is not None
    ]
    if not placed:
        return []
    rows = [["guide", "ring", "feet", "from tip-top ring", "gap", "from the butt", "thread"]]
    for n, g in enumerate(placed, start=1):
        gap = "" if g.gap_mm is None else format_length(g.gap_mm, build.rule)
        rows.append(
            [
                str(n),
                f"{g.ring_mm:g}",
                g.feet,
                format_length(g.from_tip_ring_mm or 0, build.rule),
                gap,
                format_length(g.from_butt_mm or 0, build.rule),
                g.thread,
            ]
        )
    under = (
        "ring centre"
        if build.guides.mark_under == "ring_centre"
        else "foot edge on the mark; positions are the ring's"
    )
    shares: tuple[float, ...] = (0.08, 0.09, 0.12, 0.21, 0.15, 0.18, 0.17)
    if len({g.clock_deg for g in placed}) > 1:
        for row, hung in zip(
            rows, ["round the blank", *(_hung(g, build) for g in placed)], strict=True
        ):
            row.append(hung)
        shares = (0.07, 0.07, 0.09, 0.17, 0.13, 0.14, 0.12, 0.21)
    return section(f"Guides, tip first ({under})", rows, width, shares)


def _hung(guide: GuidePlaced, build: Build) -> str:
    """How far round from the top a guide of a winding train goes, along the blank's skin."""
    if not guide.arc_from_top_mm:
        return guide.clock_words
    return f"{guide.clock_words}, {format_length(guide.arc_from_top_mm, build.rule)} from the top"


def _coats(build: Build, plan: Plan, width: float) -> list[Flowable]:
    if not plan.finish.areas:
        return []
    rows = [["coat", "mix A + B", "times", "turn for", "recoat", "handle after"]]
    for coat in plan.finish.coats:
        clocks = {c.name: c.minutes for c in coat.clocks}
        mix = coat.mixes[0]
        rows.append([
            str(coat.number) + (" (laid)" if coat.laid else ""), f"{format_volume(mix.part_a_ml)} + {format_volume(mix.part_b_ml)}" if mix.part_b_ml else format_volume(mix.part_a_ml), f"{len(coat.mixes)} ×",
            format_minutes(clocks["rotate"]), f"{format_minutes(clocks['recoat opens'])} to {format_minutes(clocks['recoat closes'])}", format_minutes(clocks["handle"])])  # fmt: skip
    product = build.finish.product
    title = f"Coats: {product.name}, {KIND_WORDS[product.kind]}, at {format_warmth(build.finish.temperature_c)}"
    return section(title, rows, width, (0.12, 0.24, 0.1, 0.16, 0.22, 0.16))


class RodDrawing(Flowable):  # type: ignore[misc]
    """The rod to scale along its length, butt left; diameters drawn ``THICKER`` times."""

    def __init__(self, build: Build, plan: Plan, width: float) -> None:
        super().__init__()
        self.the_plan, self.rule = plan, build.rule
        self.width = width
        self.height = 30 * mm if plan.blank.length_mm else 6 * mm

    def draw(self) -> None:
        """Draw on the sheet."""
        plan, canvas = self.the_plan, self.canv
        length = plan.blank.length_mm
        if length is None:
            return
        out = plan.handle.longer_by_mm
        scale = self.width / (length + out + 15)
        middle = 15 * mm

        def at(station: float) -> float:
            return (station + out) * scale

        if plan.blank.taper:
            path = canvas.beginPath()
            path.moveTo(at(0), middle)
            for p in plan.blank.taper:
                path.lineTo(at(p.station_mm), middle + p.od_mm / 2 * scale * THICKER)
            for p in reversed(plan.blank.taper):
                path.lineTo(at(p.station_mm), middle - p.od_mm / 2 * scale * THICKER)
            path.close()
            canvas.setFillColor(BLANK)
            canvas.drawPath(path, stroke=0, fill=1)
        canvas.setLineWidth(0.4)
        canvas.setStrokeColor(INK)
        for part in plan.handle.parts:
            a, b = part.od_butt_mm / 2 * scale * THICKER, part.od_tip_mm / 2 * scale * THICKER
            path = canvas.beginPath()
            path.moveTo(at(part.start_mm), middle - a)
            path.lineTo(at(part.start_mm), middle + a)
            path.lineTo(at(part.end_mm), middle + b)
            path.lineTo(at(part.end_mm), middle - b)
            path.close()
            canvas.setFillColor(
                CORK
                if part.material in ("cork", "wood")
                else BLANK
                if part.material in ("graphite", "metal")
                else RULE
            )
            canvas.drawPath(path, stroke=1, fill=1)
        canvas.setFont("figures", 6.5)
        for n, guide in enumerate(plan.guides.placed, start=1):
            if guide.marked_mm is None or not 0 <= guide.marked_mm <= length:
                continue
            x = at(guide.marked_mm)
            canvas.setStrokeColor(INK)
            canvas.line(x, middle, x, middle - 7 * mm)
            canvas.setFillColor(TAPE)
            canvas.rect(x - 2.2 * mm, middle - 10 * mm, 4.4 * mm, 3.2 * mm, stroke=0, fill=1)
            canvas.setFillColor(INK)
            canvas.drawCentredString(x, middle - 9.2 * mm, str(n))
        canvas.setFillColor(FAINT)
        canvas.setFont("text", 6.5)
        canvas.drawString(
            0,
            0,
            f"butt left, to scale along {format_rod_length(length, self.rule)}; diameters drawn {THICKER:g} times",
        )
