"""The bench card of every operation: what to do, the one number that matters, its cues one at a time.

A card says what the plan says, in the order hands need it; nothing is decided here. Method page:
``docs/methods/bench.md``.
"""

from collections.abc import Callable, Sequence

from wise_spool.core.document.bench import BenchDone
from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.kinds import ON, SETS_BY
from wise_spool.core.finish.operations import coat_of
from wise_spool.core.finish.watching import METHODS
from wise_spool.core.ground.findings import Place, StageName
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import format_diameter, format_length
from wise_spool.core.ground.operations import Need, Operation, OperationKind
from wise_spool.core.ground.sentences import capital
from wise_spool.core.ground.units import format_volume, format_weight
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.lineup.planning import LineUpPlan
from wise_spool.core.repairs.planning import RepairPlan
from wise_spool.core.work.asking import CardAsk, asks_of
from wise_spool.core.work.glue_up import GlueMix
from wise_spool.core.work.planning import WorkPlan
from wise_spool.core.work.road_map import MarkDrawn
from wise_spool.core.wraps.crosswrap import pass_order
from wise_spool.core.wraps.planning import WrapsPlan
from wise_spool.core.wraps.progress import figure_step, wrapped_step


class CardClock(Frozen):
    """A clock that the work on a card starts; ``teaches`` when seeing it end says something of the product."""

    what: str
    then: str
    minutes: float
    teaches: bool


class CardMix(Frozen):
    """A mix that is mixed for a card, and the clocks that begin then."""

    mix: str
    number: int
    adhesive: str
    at_c: float
    starts: tuple[CardClock, ...]


class Card(Frozen):
    """One operation as it is worked from. ``figure`` is the number that matters and ``figure_says`` what it
    is; ``waits_for`` says what is still open before it, empty when it may be done now, and ``waits_on`` are all of those by
    their ids: whoever does them with no server at hand knows when it may be done. ``mixes``
    are those whose first joint is made on it. ``planned`` are its minutes before anything was learned, where the
    plan works them out. ``skipped`` is why it is left out; ``minutes_by`` the
    habit its minutes are from. ``ticks`` are the steps that its *done* ticks off, where it is a part of an operation."""

    id: str
    kind: OperationKind
    stage: StageName
    title: str
    figure: str
    figure_says: str
    cues: tuple[str, ...]
    needs: tuple[Need, ...]
    caution: str
    place: Place | None
    minutes: float | None
    minutes_by: str
    planned: float | None
    tool: str
    done: bool
    skipped: str
    waits_for: str
    mixes: tuple[CardMix, ...]
    asks: tuple[CardAsk, ...]
    ticks: tuple[str, ...] = ()
    waits_on: tuple[str, ...] = ()


COAT_THEN = {
    "pot life": "use no more of it",
    "rotate": "the dryer may stop",
    "set": "it is set, not yet to be touched",
    "recoat opens": "the next coat may go on",
    "recoat closes": "scuff before another coat",
    "handle": "the rod may be handled",
}
"""The clocks a coat starts at the bench, and what is to be done when each has run out."""

TO_BE_SEEN = ("pot life", "set", "recoat opens", "handle")
"""Ends of clocks that a builder can see or feel."""

Said = tuple[str, str, list[str]]
"""The figure, what it is, and the cues."""


def cards_of(
    build: Build,
    handle: HandlePlan,
    guides: GuidesPlan,
    wraps: WrapsPlan,
    line_up: LineUpPlan,
    finish: FinishPlan,
    work: WorkPlan,
    bench: BenchDone,
    marks: Sequence[MarkDrawn] = (),
    repairs: Sequence[RepairPlan] = (),
) -> tuple[Card, ...]:
    """A card for every operation, in their order."""
    words = {o.id: o.words for o in work.operations}
    says: dict[OperationKind, Callable[[Operation], Said]] = {
        "ream": lambda o: _ream(o, build, handle),
        "arbor": lambda o: _arbor(o, build, handle),
        "part": lambda o: _part(o, build, handle),
        "guides": lambda o: (
            _figure(o, wraps) if o.id.startswith("figure:") else _guides(build, guides, wraps)
        ),
        "coat": lambda o: _coat(o, build, finish),
        "layer": lambda o: _coat(o, build, finish),
        "mask": lambda o: _mask(o, build),
        "marks": lambda o: _marks(build, marks),
        "mend": lambda o: _mend(o, repairs),
        "label": lambda o: _label(o, build, wraps),
        "follow_up": lambda o: (
            "" if o.due_on is None else f"{o.due_on:%-d %B %Y}",
            "the day to ask",
            [],
        ),
        "scuff": lambda o: _scuff_coat() if o.id.startswith("scuff:coat:") else _scuff(build, work),
        "test": lambda o: _test(build),
        "line_up": lambda o: _line_up(line_up),
        "tip_top": lambda o: _tip_top(build),
        "cut_back": lambda o: _cut_back(o, build, finish),
        "hand_over": lambda o: _hand_over(build),
    }
    out = []
    for o in work.operations:
        figure, figure_says, cues = says[o.kind](o) if o.kind in says else ("", "", [])
        waits_on = () if o.done else tuple(o.open_before)
        waits_for = words.get(waits_on[0], "") if waits_on else ""
        if o.id == "guides":
            out += _wrap_cards(o, build, guides, wraps, bench, waits_for, waits_on)
        out.append(
            Card(
                id=o.id, kind=o.kind, stage=o.stage, title=o.words, figure=figure, figure_says=figure_says, cues=tuple(cues),
                needs=o.needs, caution=o.caution or "", place=o.place, minutes=o.hands_min, minutes_by=o.minutes_by, planned=_planned(o),
                tool=_tool(o), done=o.done, skipped=o.skipped, asks=asks_of(o, build, handle, finish, work.glue_up, bench),
                waits_for=waits_for, waits_on=waits_on, mixes=_mixes(o, build, work, finish),
            )
        )  # fmt: skip
    return tuple(out)


def _ream(o: Operation, build: Build, handle: HandlePlan) -> Said:
    part = next((p for p in handle.parts if p.id == o.part_id), None)
    plan = next((r for r in handle.reaming if r.part_id == o.part_id), None)
    if part is None:
        return "", "", []
    a, b = part.butt_face.wanted_mm, part.tip_face.wanted_mm
    cues = []
    if plan is not None and plan.drill_first_mm is not None:
        cues.append(f"Drill {format_diameter(plan.drill_first_mm, build.rule)} first, half way from either face.")  # fmt: skip
    for n, p in enumerate(plan.passes if plan else (), start=1):
        cues.append(
            f"Pass {n}: {p.reamer}, {format_length(p.depth_mm, build.rule)} into the {p.from_face} face, then try it: it should {_stops(p.stops_short_mm, build)}."
        )
    if plan is not None and plan.by_hand is not None:
        cues.append(f"Then by hand: {format_diameter(plan.by_hand.take_mm, build.rule)} off the diameter where it is tight.")  # fmt: skip
    if a is None or b is None:
        return "", "", cues
    return f"{format_diameter(a, build.rule)} → {format_diameter(b, build.rule)}", "bore at the butt face and at the tip face", cues  # fmt: skip


def _stops(short_mm: float, build: Build) -> str:
    short = format_length(short_mm, build.rule)
    return "come home" if short_mm < 0.5 else f"stop {short} short"


def _hours(minutes: float) -> str:
    return f"{minutes:.0f} min" if minutes < 90 else f"{minutes / 60:.1f} h"


def _arbor(o: Operation, build: Build, handle: HandlePlan) -> Said:
    plan = next((a for a in handle.arbors if f"arbor:{a.seat_id}" == o.id), None)
    if plan is None:
        return "", "", []
    turns = [b.turns for b in plan.bands if b.turns is not None]
    cues = [
        f"Band {n}: {format_length(b.start_mm, build.rule)} to {format_length(b.end_mm, build.rule)} from the butt"
        + (f", {b.turns} turns" if b.turns is not None else "")
        + f", {format_diameter(b.outside_mm, build.rule)} outside."
        for n, b in enumerate(plan.bands, start=1)
    ]
    cues.append("Try the front band with the seat the wrong way round.")
    return ", ".join(str(t) for t in turns), "turns of tape a band, from the butt" if turns else "", cues  # fmt: skip


def _part(o: Operation, build: Build, handle: HandlePlan) -> Said:
    part = next((p for p in handle.parts if p.id == o.part_id), None)
    if part is None:
        return "", "", []
    from_the = "tip" if part.enters == "tip" else "butt"
    cues = ["Spread it on the blank and in the bore.", f"Turn it on from the {from_the} to its mark, without pushing air.", "Line it up, look along it, wipe the squeeze-out."]  # fmt: skip
    return format_length(max(part.start_mm, 0.0), build.rule), "its butt face, from the butt of the blank", cues  # fmt: skip


def _guides(build: Build, guides: GuidesPlan, wraps: WrapsPlan) -> Said:
    cues = [
        f"Guide {n}: ring {g.ring_mm:g}, {format_length(g.from_tip_ring_mm, build.rule)} from the tip-top ring, {g.clock_words}, {g.thread}."
        for n, g in enumerate(guides.placed, start=1)
        if g.from_tip_ring_mm is not None
    ]
    return f"{len(guides.placed)}", "guides, tip first", cues


def _wrap_cards(
    o: Operation,
    build: Build,
    guides: GuidesPlan,
    wraps: WrapsPlan,
    bench: BenchDone,
    waits_for: str,
    waits_on: tuple[str, ...],
) -> list[Card]:
    """A card a guide, and one for every other wrap, tip first: what is wrapped is worked one at a time."""
    by_step = {wrapped_step(w.id): w for w in wraps.laid}
    skipped = {s.id: s.why for s in bench.skipped}
    placed = {g.id: g for g in guides.placed}
    out = []
    for row in wraps.progress:
        mine = [by_step[s.id] for s in row.steps if s.id in by_step]
        if not mine:
            continue
        cues = []
        guide = placed.get(row.id)
        if guide is not None and guide.from_tip_ring_mm is not None:
            cues.append(f"Its ring {format_length(guide.from_tip_ring_mm, build.rule)} from the tip-top ring, {guide.clock_words}.")  # fmt: skip
        for w in mine:
            cues.append(f"{capital(w.what)}: {w.turns} turns of {w.thread}, {format_length(w.end_mm - w.start_mm, build.rule)}.")  # fmt: skip
            cues += [f"Turn {c.turn}: {c.words}" if c.turn else c.words for c in w.cues]
        ticks = tuple(s.id for s in row.steps if not s.id.endswith(":aligned"))
        threads = dict.fromkeys(s.thread for w in mine for s in w.stretches)
        card_id = f"wrap:{row.id}" if guide is not None else ticks[0]
        out.append(
            Card(
                id=card_id, kind="guides", stage="wraps", title=f"Wrap {row.what}", figure=f"{sum(w.turns for w in mine)}", figure_says="turns" if len(mine) == 1 else f"turns in {len(mine)} wraps", cues=tuple(cues),
                needs=tuple(Need(what=f"thread, {t}", amount="") for t in threads), caution=o.caution or "", place=Place(start_mm=min(w.over_from_mm for w in mine), end_mm=max(w.over_to_mm for w in mine)),
                minutes=round(sum(w.minutes for w in mine), 1), minutes_by=f"wrap_share.{mine[0].wound_with}", planned=round(sum(w.planned_min for w in mine), 2), tool=mine[0].wound_with,
                done=all(s.done for s in row.steps if s.id in ticks), skipped=skipped.get(card_id, ""), waits_for=waits_for, waits_on=waits_on, mixes=(), asks=(), ticks=ticks,
            )
        )  # fmt: skip
    return out


def _figure(o: Operation, wraps: WrapsPlan) -> Said:
    f = next((f for f in wraps.figures if o.id == figure_step(f.id)), None)
    if f is None:
        return "", "", []
    return (
        f"{f.crossing_deg:.0f}°",
        "angle at every crossing",
        [*pass_order(f), "Even threads tight against one another; burnish as you go."],
    )


def _tip_top(build: Build) -> Said:
    tip_top = build.guides.tip_top
    cues = ["File the tube's edge to a ramp, so that thread climbs it."]
    if tip_top.held == "hot_melt":
        cues += ["Warm the tube, not the blank: melt a little glue on the tip, push the tube on, turn it into line while it is soft.", "It comes off again the same way: warm the tube, twist, pull."]  # fmt: skip
    else:
        cues += ["A thin film of epoxy on tip and tube; push on with a turn, wipe, stand the rod tip down.", "Line it up before it sets. It comes off only with heat that softens epoxy: guard the blank."]  # fmt: skip
    if tip_top.when == "between_coats":
        cues.append("Run the second coat over its edge.")
    return f"ring {tip_top.ring_mm:g}", "tip-top", cues


def _coat(o: Operation, build: Build, finish: FinishPlan) -> Said:
    coat = coat_of(o, finish)
    if coat is None or not coat.mixes:
        return "", "", []
    mix = coat.mixes[0]
    how = ON[coat.kind] if coat.kind in ON else METHODS[build.finish.method]
    cues = [*how, f"Brush for {coat.brush_min:.0f} min at most" + (", then onto the dryer." if SETS_BY[coat.kind] == "turning" else ".")]  # fmt: skip
    cues += [f"{_hours(k.minute)}: {k.words}" for k in coat.looks if k.minute > 0]
    times = "" if len(coat.mixes) == 1 else f", {len(coat.mixes)} mixes like it one after another"
    if mix.part_b_ml == 0:
        return format_volume(mix.part_a_ml), f"of {coat.product} to pour out{times}", cues
    return (
        f"{format_volume(mix.part_a_ml)} + {format_volume(mix.part_b_ml)}",
        f"to mix{times}",
        cues,
    )


def _mask(o: Operation, build: Build) -> Said:
    area = next((a for a in build.finish.areas if o.id == f"mask:{a.id}"), None)
    what = f"Mask {area.masked}." if area is not None and area.masked else "Mask what stays bare, logos too."  # fmt: skip
    where = ""
    if o.place is not None and o.place.end_mm is not None:
        where = f"{format_length(o.place.start_mm, build.rule)} to {format_length(o.place.end_mm, build.rule)}"
    return where, "from the butt", ["Scuff until no gloss is left; clean, and no fingers on it after.", what]  # fmt: skip


def _scuff_coat() -> Said:
    return "", "", ["Only if the window has shut; inside it a coat holds as it is.", "Until no gloss is left, not into the thread.", "Clean, and dry before the coat."]  # fmt: skip


def _mend(o: Operation, repairs: Sequence[RepairPlan]) -> Said:
    """The number of a step of a repair, and why it is what it is."""
    _, one, step = o.id.split(":", 2)
    plan = next(r for r in repairs if r.id == one)
    number = next((c for c in plan.on_cards if c.step == step), None)
    return ("", "", []) if number is None else (number.figure, number.says, [plan.why])


def _marks(build: Build, marks: Sequence[MarkDrawn]) -> Said:
    cues = [
        f"{m.label}: {format_length(m.from_butt_mm, build.rule)} from the butt, {format_length(m.from_tip_mm, build.rule)} from the tip."
        for m in marks
    ]
    return f"{len(marks)}", "marks, butt first", cues


def _label(o: Operation, build: Build, wraps: WrapsPlan) -> Said:
    cues = [
        "Clean the place; no fingers on it after.",
        "Read it along the rod, the reel down, before it sticks.",
    ]
    over = int(o.id.rpartition(":")[2]) if o.id.startswith("label:after:") else 0
    theirs = {la.id for la in build.wraps.labels if build.finish.lies_on(la.after_coat) == over}
    for f in wraps.labels:
        if f.id not in theirs:
            continue
        cues.append(f"{capital(f.what)}: from {format_length(f.start_mm, build.rule)} to {format_length(f.end_mm, build.rule)}, middle at {f.clock_words}, the text begins at the {f.first} end.")  # fmt: skip
    cues += ["Trim close, round the corners; hold it by a strip of masking tape and roll it on from the middle.", "Seal it thinly and let it dry: the first coat must not lift it."]  # fmt: skip
    return build.name, "what it says", cues


def _test(build: Build) -> Said:
    load = build.guides.bend.load_g
    cues = ["Tape every guide on by both feet, thread the line.", "Hang the weight, look along the line from the side.", "Where it touches the blank or lifts off a ring, note that guide under Static test."]  # fmt: skip
    return format_weight(load), "to hang from the line", cues


def _line_up(line_up: LineUpPlan) -> Said:
    cues = [*line_up.tricks, "Nudge feet, not rings; come back to it with rested eyes."]
    return "", "", [*line_up.moves, *cues]


def _cut_back(o: Operation, build: Build, finish: FinishPlan) -> Said:
    following = finish.following
    mine = following is not None and o.id == f"cut_back:{following.number}"
    listed = [d for d in finish.defects if d.open] if mine else []
    cues = [
        f"{capital(d.words)}{', ' + d.note if d.note else ''}{'' if d.place_mm is None else ', ' + format_length(d.place_mm, build.rule) + ' from the butt'}: {d.verdict.act}"
        for d in listed
    ]
    cues += ["Rake a light along every wrap: hairs, dust, feet that show through, bumps.", "Cut back what stands up, no deeper than the coat; no thread may show its fibres.", "Wipe it clean and let it dry before the next coat."]  # fmt: skip
    return (
        (f"{len(listed)}", "to cut back, and to be ticked off in the list", cues)
        if listed
        else ("", "", cues)
    )


def _hand_over(build: Build) -> Said:
    whom = f"For {build.client}." if build.client else ""
    cues = [w for w in (whom, "Say when the finish is hard: no tube, no heat, no strain before.", "Show how it is put together and how it is carried.") if w]  # fmt: skip
    return "", "", cues


def _planned(o: Operation) -> float | None:
    if o.planned_min is not None:
        return o.planned_min
    share = habits().hands_share.get(o.kind)
    return None if share is None or o.hands_min is None else round(o.hands_min / share, 2)


def _tool(o: Operation) -> str:
    """What the minutes of a card are told apart by."""
    if o.kind == "guides":
        return o.minutes_by.removeprefix("wrap_share.")
    if o.kind == "mend":
        return o.minutes_by.removeprefix("mend_share.")
    return o.needs[0].what if o.needs else ""


def _scuff(build: Build, work: WorkPlan) -> Said:
    cues = [f"{format_length(s.start_mm, build.rule)} to {format_length(s.end_mm, build.rule)} from the butt." for s in work.glue_up.scuff]  # fmt: skip
    return "", "", cues


def _mixes(o: Operation, build: Build, work: WorkPlan, finish: FinishPlan) -> tuple[CardMix, ...]:
    if o.kind in ("coat", "layer"):
        coat = coat_of(o, finish)
        if coat is None or coat.laid:
            return ()
        starts = tuple(
            CardClock(
                what=k.name, then=COAT_THEN[k.name], minutes=k.minutes, teaches=k.name in TO_BE_SEEN
            )
            for k in coat.clocks
            if k.name in COAT_THEN and k.minutes > 0
        )
        mix = CardMix(
            mix=o.id,
            number=coat.number,
            adhesive=coat.product,
            at_c=coat.temperature_c,
            starts=starts,
        )
        return (mix,)
    if o.kind != "part":
        return ()
    return tuple(
        CardMix(
            mix=f"mix:{m.number}",
            number=m.number,
            adhesive=m.adhesive,
            at_c=work.glue_up.temperature_c,
            starts=_clocks(m),
        )
        for m in work.glue_up.mixes
        if m.joints and m.joints[0].part_id == o.part_id
    )


def _clocks(mix: GlueMix) -> tuple[CardClock, ...]:
    clocks = (
        ("pot life", "use no more of it, spread it out", mix.pot_life_min),
        ("wipe off", "wipe the squeeze-out", mix.wipe_by_min),
        ("last look", "look once more: everything in line?", mix.last_look_min),
        ("set", "it is set, not yet to be used", mix.set_min),
        ("handle", "the rod may be handled", mix.handle_min),
    )
    return tuple(
        CardClock(what=w, then=t, minutes=m, teaches=w in TO_BE_SEEN) for w, t, m in clocks if m > 0
    )
