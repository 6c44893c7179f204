"""Every repair of a rod planned: what it comes to, the steps it takes, its cautions, what cannot be done.

A repair is a build of its own: its steps are operations like any other, they are scheduled, priced, worked from at the
bench and learned from. Steps and waits are common practice; method page: ``docs/methods/repairs.md``.
"""

from collections.abc import Callable
from typing import NamedTuple

from wise_spool.core.blank.stiffness import StiffnessPlan, measure
from wise_spool.core.blank.working import WorkingBlank, tube_for_tip, working_blank
from wise_spool.core.document.build import Build
from wise_spool.core.document.repairs import Repair, RepairKind
from wise_spool.core.finish.kinds import SETS_BY
from wise_spool.core.ground.findings import Finding
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits, row_of
from wise_spool.core.ground.measures import format_diameter, format_length, format_rod_length
from wise_spool.core.ground.operations import Before, Need, Operation, Wait
from wise_spool.core.ground.units import format_weight, ruled
from wise_spool.core.guides.layouts import OnePlace
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.stack import PART_WORDS
from wise_spool.core.repairs.splint import Splint, SplintError, plan_splint

REPAIR_WORDS: dict[RepairKind, str] = {
    "splint": "a broken blank splinted", "seat": "a new seat from the butt", "guide": "a guide replaced", "tip": "a broken tip", "dent": "a dent in foam",
    "cork": "cork filled", "loose_seat": "a loose seat", "ferrule_loose": "a loose ferrule", "ferrule_stuck": "a ferrule that is stuck", "old_finish": "yellow old finish",
}  # fmt: skip


class Step(NamedTuple):
    """One step: its name within the repair, what is done, minutes of hands, what is at hand, its caution, the wait after it."""

    name: str
    words: str
    minutes: float
    needs: tuple[str, ...] = ()
    caution: str = ""
    wait_min: float = 0.0
    waits_for: str = ""
    irreversible: bool = False


class Figure(Frozen):
    """One figure of a repair, in the builder's units; ``assumed`` says what nobody measured that it hangs on."""

    words: str
    says: str
    assumed: str = ""


class OnCard(Frozen):
    """The number that matters at one step, and what it is."""

    step: str
    figure: str
    says: str


class RepairPlan(Frozen):
    """One repair: ``answer`` what it comes to, ``trouble`` why it cannot be done as it is."""

    id: str
    kind: RepairKind
    words: str
    answer: str
    why: str
    figures: tuple[Figure, ...]
    steps: tuple[str, ...]
    splint: Splint | None
    trouble: str
    asked: tuple[str, ...]
    on_cards: tuple[OnCard, ...] = ()


CARBON = "Carbon splinters: gloves and a mask, wet-wipe, don't blow."
BLADE = "Cut away from fingers; old finish is hard and slips. Removing a ring is the most dangerous small job."  # fmt: skip
HEAT = "Too much heat ruins a blank, and it may break later under load: warm, not hot, and moving."
EPOXY = "Nitrile gloves, air; no solvent on skin."
USUAL_WALL = "the wall such a blank usually has: measure the bore at the break"
USUAL_BEND = "the stiffness such a blank usually has: hang a weight from it, or from a sister of it"
BOILING = "Boiling water: pour away from hands, hold it by the cold end."


def plan_repairs(
    build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan,
    loaded: Callable[[str], OnePlace | None] = lambda _: None,
) -> tuple[RepairPlan, ...]:  # fmt: skip
    """Every repair of the rod, in the order they are listed; ``loaded`` says where a guide shares the bend best."""
    return tuple(_planned(r, build, work, stiffness, handle, guides, loaded) for r in build.repairs)


def _planned(
    r: Repair, build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan,
    loaded: Callable[[str], OnePlace | None],
) -> RepairPlan:  # fmt: skip
    if r.kind == "guide":
        bend = "" if stiffness is not None and stiffness.hung else USUAL_BEND
        says = _guide(r, build, guides, loaded, bend)
    else:
        says = _SAYS.get(r.kind, _plainly)(r, build, work, stiffness, handle, guides)
    steps = tuple(s.words for s in steps_of(r, says.splint))
    return says.model_copy(update={"steps": steps, "words": r.words or REPAIR_WORDS[r.kind]})


def _plan(r: Repair, answer: str, why: str, figures: tuple[Figure, ...] = (), **more: object) -> RepairPlan:  # fmt: skip
    return RepairPlan.model_validate(
        {"id": r.id, "kind": r.kind, "words": "", "answer": answer, "why": why, "figures": figures, "steps": (), "splint": None, "trouble": "", "asked": (), **more}
    )  # fmt: skip


def _splint(r: Repair, build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan) -> RepairPlan:  # fmt: skip
    rule = ruled()
    if r.at_mm is None:
        return _plan(r, "Where did it break?", "From the butt end of the blank, to the middle of the break.", asked=("at_mm",))  # fmt: skip
    if stiffness is None:
        return _plan(r, "A splint waits for the blank", "Its length and two diameters come first.", trouble="The blank is not measured yet.")  # fmt: skip
    try:
        s = plan_splint(build.blank, work, stiffness, r)
    except SplintError as error:
        return _plan(r, "It cannot be splinted so", str(error), trouble=str(error))
    over = [
        g.marked_mm
        for g in guides.placed
        if g.marked_mm is not None and s.wrap_from_mm - 5 < g.marked_mm < s.wrap_to_mm + 5
    ]
    guide = "A guide sits over it already: its feet go on the splint's own wrap." if over else "No guide over the joint: a foot's edge there starts the next break."  # fmt: skip
    mid = s.sleeve[len(s.sleeve) // 2]
    wall = "" if s.bore_measured else USUAL_WALL
    both = "; ".join(x for x in (wall, "" if stiffness.hung else USUAL_BEND) if x)
    figures = (
        Figure(words="sleeve", says=f"{format_length(s.sleeve_mm, rule)}, {format_diameter(s.sleeve[0].outside_mm, rule)} to {format_diameter(s.sleeve[-1].outside_mm, rule)}", assumed=wall),
        Figure(words="its outside at the break", says=format_diameter(mid.outside_mm, rule), assumed=wall),
        Figure(words="mark on the pusher, from the butt end", says=format_length(s.pusher_mm, rule)),
        Figure(words="wrap over it", says=f"{format_length(s.wrap_from_mm, rule)} to {format_length(s.wrap_to_mm, rule)}"),
        Figure(words="power", says=f"{format_weight(s.power_before_g)} before, {format_weight(s.power_after_g)} after", assumed=both),
        Figure(words="tip angle at that", says=f"{s.action_before_deg:.0f}° before, {s.action_after_deg:.0f}° after", assumed=both),
        Figure(words="swings a second, bare", says=f"{s.frequency_before_hz:.1f} before, {s.frequency_after_hz:.1f} after", assumed=both),
        Figure(words="stiffness at the break", says=f"{s.stiff_there:.2f} of what it was", assumed=both),
        Figure(words="of what the sleeve takes, at the rod's power", says=f"{100 * s.strain_share:.0f} %", assumed=both),
        Figure(words="it adds", says=format_weight(s.mass_g), assumed=wall),
    )  # fmt: skip
    answer = {"yes": "It can be mended", "spare": "It will do as a spare", "no": "Not with this sleeve"}[s.verdict]  # fmt: skip
    trouble = s.verdict_words if s.verdict == "no" else ""
    on_cards = (
        OnCard(step="cut", figure=format_diameter(mid.outside_mm, rule), says=f"the sleeve's outside in its middle, {format_length(s.sleeve_mm, rule)} long"),
        OnCard(step="dry", figure=format_length(s.pusher_mm, rule), says="from the butt end to the mark on the pusher"),
        OnCard(step="wrap", figure=f"{format_length(s.wrap_to_mm - s.wrap_from_mm, rule)}", says=f"wrapped, from {format_length(s.wrap_from_mm, rule)} off the butt end"),
    )  # fmt: skip
    return _plan(r, answer, f"{s.verdict_words} {guide}", figures, splint=s, trouble=trouble, on_cards=on_cards)  # fmt: skip


def _seat(r: Repair, build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan) -> RepairPlan:  # fmt: skip
    rule, asked = ruled(), []
    new = next((p for p in build.handle.parts if p.id == r.part_id and p.seat is not None), None) or next((p for p in build.handle.parts if p.seat is not None and not p.on_rod), None)  # fmt: skip
    if work.taper is None:
        return _plan(r, "A new seat waits for the blank", "It must pass the whole butt: its diameters come first.", trouble="The blank is not measured yet.")  # fmt: skip
    butt = work.taper.od_at(0.0)
    figures = [Figure(words="the butt it must pass", says=format_diameter(butt, rule))]
    trouble = ""
    if new is None or new.seat is None:
        asked.append("part_id")
    else:
        least = min([new.seat.bore_mm, *(s.bore_mm for s in new.seat.steps)])
        figures.append(Figure(words="narrowest in the new seat", says=format_diameter(least, rule)))
        if least <= butt:
            trouble = f"The {new.name or 'new seat'} is {format_diameter(least, rule)} at its narrowest and does not pass a butt of {format_diameter(butt, rule)}: the next size up, or off over a butt that is cut."  # fmt: skip
        mine = next((p for p in handle.parts if p.id == new.id), None)
        if mine is not None:
            figures.append(Figure(words="its old place, both marks", says=f"{format_length(mine.start_mm, rule)} and {format_length(mine.end_mm, rule)}"))  # fmt: skip
    if r.old_od_mm is None or r.old_bore_mm is None:
        asked += ["old_od_mm", "old_bore_mm"]
        depth = "How thick its wall is says how deep the cut may go: outside and bore of the old seat."  # fmt: skip
    elif r.old_bore_mm >= r.old_od_mm:
        trouble = (
            trouble or "The old seat's bore is larger than its outside: one of the two is misread."
        )
        depth = trouble
    else:
        wall = (r.old_od_mm - r.old_bore_mm) / 2
        cut = max(wall - habits().cut_margin_mm, 0.0)
        depth = f"Cut along it {format_diameter(cut, rule)} deep and no deeper: the wall is {format_diameter(wall, rule)}, under it are the bushings and then the blank."  # fmt: skip
        figures.append(Figure(words="cut no deeper than", says=format_diameter(cut, rule)))
    answer = (
        "The new seat does not pass the butt"
        if trouble
        else (
            f"Cut {figures[-1].says} deep, no deeper"
            if r.old_od_mm and r.old_bore_mm
            else "How thick is the old seat’s wall?"
        )
    )
    on_cards = (OnCard(step="cut", figure=figures[-1].says, says="deep, and no deeper"),) if figures[-1].words.startswith("cut") else ()  # fmt: skip
    return _plan(r, answer, trouble or depth, tuple(figures), trouble=trouble, asked=tuple(asked), on_cards=on_cards)  # fmt: skip


def _tip(r: Repair, build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan) -> RepairPlan:  # fmt: skip
    rule = ruled()
    if not r.lost_mm:
        return _plan(r, "How much broke off?", "To sound wall: splinters count as broken.", asked=("lost_mm",))  # fmt: skip
    shorter = build.blank.model_copy(update={"trim_tip_mm": build.blank.trim_tip_mm + r.lost_mm})
    after = working_blank(shorter)
    if after.taper is None or after.length_mm is None or work.length_mm is None:
        return _plan(r, "A tip waits for the blank", "Its length and two diameters come first.", trouble="The blank is not measured, or nothing is left of it.")  # fmt: skip
    tip = after.taper.od_at(after.length_mm)
    size = tube_for_tip(tip)
    found = measure(shorter)
    lost = [n for n, g in enumerate(guides.placed, start=1) if g.marked_mm is not None and g.marked_mm > after.length_mm]  # fmt: skip
    figures = [
        Figure(words="shorter by", says=format_length(r.lost_mm, rule)),
        Figure(words="length after", says=format_rod_length(after.length_mm, rule)),
        Figure(words="tip there", says=format_diameter(tip, rule)),
        Figure(words="tip-top tube", says=f"{size:g}/64"),
    ]
    if found is not None and stiffness is not None:
        figures.append(Figure(words="power", says=f"{format_weight(stiffness.power_g)} before, {format_weight(found.power_g)} after", assumed="" if found.hung else USUAL_BEND))  # fmt: skip
    why = "Cut it off in the blank’s own fields (“Cut from the tip”): guides stated from the tip close in by themselves."  # fmt: skip
    if lost:
        why = f"Guide {', '.join(str(n) for n in lost)} was on what broke off. {why}"
    return _plan(r, f"Tip-top tube {size:g}, {format_length(r.lost_mm, rule)} shorter", why, tuple(figures))  # fmt: skip


def _guide(
    r: Repair, build: Build, guides: GuidesPlan, loaded: Callable[[str], OnePlace | None], bend: str
) -> RepairPlan:
    rule = ruled()
    found = next(((n, g) for n, g in enumerate(guides.placed, start=1) if g.id == r.guide_id), None)
    if found is None:
        return _plan(r, "Which guide?", "Its ring, and where it stood.", asked=("guide_id",))
    n, g = found
    guide = next(x for x in build.guides.train if x.id == r.guide_id)
    place = loaded(g.id)
    figures = [Figure(words="ring, feet", says=f"{g.ring_mm:g} mm, {guide.feet}")]
    if g.marked_mm is not None:
        figures.append(Figure(words="old mark, from the butt", says=format_length(g.marked_mm, rule)))  # fmt: skip
    figures.append(Figure(words="its thread", says=guide.thread))
    figures.append(Figure(words="coats as on the rest", says=f"{build.finish.coats}"))
    answer, why, mark_mm = f"Guide {n} goes back to its mark", _UNKNOWN, g.marked_mm
    if place is not None:
        figures.append(Figure(words="the loaded layout wants it at, from the butt", says=format_length(place.best_mm, rule), assumed=bend))  # fmt: skip
        figures.append(Figure(words="the greater of its two spans takes, there and at its mark", says=f"{place.greater_best:.2f} and {place.greater_was:.2f} times the mean of both", assumed=bend))  # fmt: skip
        off_mm = place.best_mm - place.was_mm
        if place.greater_was <= habits().guide_as_good * place.greater_best:
            why = "With all other guides where they are, the loaded rod asks for nothing better than its old mark."
        else:
            way = "the tip" if off_mm > 0 else "the butt"
            answer = f"Guide {n} goes {format_length(abs(off_mm), rule)} toward {way}"
            why, mark_mm = "There the loaded rod shares the bend better, all other guides staying. The old wrap’s shadow stays beside it: take the old mark if looks come first.", place.best_mm  # fmt: skip
    why += " Old thread under old finish is darker than the spool: try a wrap on scrap first."
    says = "from the butt, the ring’s centre" + (
        f"; by {bend}" if bend and mark_mm != g.marked_mm else ""
    )
    cards = () if mark_mm is None else (OnCard(step="clean", figure=format_length(mark_mm, rule), says=says),)  # fmt: skip
    return _plan(r, answer, why, tuple(figures), on_cards=cards)


_UNKNOWN = "The rod cannot be loaded as it is described, so nothing is known against its old mark."


def _plainly(r: Repair, build: Build, work: WorkingBlank, stiffness: StiffnessPlan | None, handle: HandlePlan, guides: GuidesPlan) -> RepairPlan:  # fmt: skip
    part = next((p for p in build.handle.parts if p.id == r.part_id), None)
    about = f"{part.name or PART_WORDS[part.kind]}: " if part is not None else ""
    answer, why = _PLAIN[r.kind]
    return _plan(r, answer, f"{about}{why}")


_PLAIN: dict[RepairKind, tuple[str, str]] = {
    "dent": ("Boiling water lifts it", "Closed-cell foam that was pressed swells back when it is warmed through; a cut or a tear does not."),
    "cork": ("Fill what is pitted, steam what is pressed", "A pressed dent swells with steam; a hole takes cork dust in glue, sanded when it is hard."),
    "loose_seat": ("Find which joint wobbles", "Blank against arbor, arbor against seat, or a nut: turn it by hand and feel. A joint is glued anew through a small hole only where it cannot come off."),
    "ferrule_loose": ("A loose ferrule is built up, not squeezed", "A thin wash of finish on the male part, hardened and lapped; a cracked female is wrapped, not glued."),
    "ferrule_stuck": ("Cold, then a straight pull", "Ice on the male side, two people, no twist: thumbs behind the knees. Never a vice, never heat first."),
    "old_finish": ("Off to the thread, or off with it", "Yellow is the finish, not the thread, as long as nothing flakes: what flakes lets water in and comes off whole."),
}  # fmt: skip
_Says = Callable[[Repair, Build, WorkingBlank, StiffnessPlan | None, HandlePlan, GuidesPlan], RepairPlan]  # fmt: skip
_SAYS: dict[RepairKind, _Says] = {"splint": _splint, "seat": _seat, "tip": _tip}
DAY = 1440.0


def steps_of(r: Repair, splint: Splint | None) -> tuple[Step, ...]:
    """The steps of a repair in their order."""
    if r.kind == "splint":
        depth = "" if splint is None else f" at {format_length(splint.pusher_mm, ruled())}"
        return (
            Step("trim", "Trim both ends to sound wall, take as little as can be", 20, ("fine saw", "file"), CARBON, irreversible=True),
            Step("bind", "Bind both ends with tape against splitting", 5, ("strong tape",)),
            Step("cut", "Cut the sleeve, file it to the outsides, scuff it", 30, ("tapered tube", "caliper"), CARBON),
            Step("dry", f"Dry fit: push it up from the butt to the mark on the pusher{depth}", 15, ("dowel", "tape")),
            Step("glue", "Glue it in, half in each side, ends together, line on line; wipe", 20, ("adhesive", "alcohol"), EPOXY, habits().splint_set_min, "the splint rests", True),
            Step("wrap", "Wrap over it, from sound wall to sound wall", 35, ("thread",), "Cut away from fingers."),
            Step("coat", "Coat the wrap, and turn it until it has gelled", 10, ("finish",), EPOXY, DAY, "the coat sets"),
        )  # fmt: skip
    return _seat_steps(r) if r.kind == "seat" else _STEPS[r.kind]


def _seat_steps(r: Repair) -> tuple[Step, ...]:
    nut = (Step("nut", "Cut through the frozen nut, to the threads and no further", 20, ("small saw",), BLADE, irreversible=True),) if r.frozen else (Step("nut", "Take the lock nut off", 5),)  # fmt: skip
    return (
        Step("cap", "Take butt cap and rear grip off over the butt", 30, ("blade", "warm water"), BLADE, irreversible=True),
        *nut,
        Step("cut", "Cut shallow along the seat, no deeper than was worked out", 25, ("small saw", "depth tape"), BLADE, irreversible=True),
        Step("peel", "Pry it open, warm and peel the old glue, a little at a time", 45, ("warm air", "wooden wedge"), HEAT),
        Step("clean", "Clean, scuff, mark front and back of the old place", 20, ("alcohol", "abrasive"), "Alcohol burns: no flame, no hot air now."),
    )  # fmt: skip


_STEPS: dict[RepairKind, tuple[Step, ...]] = {
    "guide": (
        Step("cut", "Cut finish and wrap away over the foot, from the fingers outward", 15, ("new blade",), BLADE, irreversible=True),
        Step("clean", "Peel, clean, mark the ring's place", 10, ("alcohol",)),
        Step("foot", "File the new foot to a smooth ramp, tape it on, sight it in", 15, ("file", "tape"), "Metal filings: eyes."),
        Step("wrap", "Wrap it in the old colour", 15, ("thread",), "Cut away from fingers."),
        Step("coat", "Coat it as the others are coated", 10, ("finish",), EPOXY, DAY, "the coat sets"),
    ),
    "tip": (
        Step("off", "Warm the old tip-top off, or what is left of it", 10, ("warm air",), HEAT),
        Step("cut", "Cut to sound wall and round the edge", 10, ("fine saw", "abrasive"), CARBON, irreversible=True),
        Step("on", "New tip-top on, in line with the guides", 10, ("tip-top", "hot-melt"), "Hot-melt: it burns; no solvent near."),
    ),
    "dent": (Step("boil", "Pour boiling water over the dent, let it swell, again if it must", 15, ("kettle",), BOILING, 60, "the foam dries"),),
    "cork": (
        Step("steam", "Steam what is pressed", 10, ("wet cloth", "iron"), "Steam burns."),
        Step("fill", "Fill the holes with cork dust in glue", 20, ("cork dust", "adhesive"), EPOXY, DAY, "the filling hardens"),
        Step("sand", "Sand it flush", 20, ("abrasive",), "Dust: a mask, wet-wipe."),
    ),
    "loose_seat": (
        Step("find", "Find which joint moves", 10),
        Step("open", "Open what must be opened", 30, ("blade",), BLADE, irreversible=True),
        Step("glue", "Glue it anew, aligned to the guides", 25, ("adhesive",), EPOXY, DAY, "the joint sets"),
    ),
    "ferrule_loose": (
        Step("clean", "Clean both halves and look for a crack", 10, ("alcohol",)),
        Step("wash", "A thin wash of finish on the male part", 10, ("finish",), EPOXY, DAY, "the wash hardens"),
        Step("lap", "Lap it until it seats with a hand's breadth of resistance", 20, ("fine abrasive",)),
    ),
    "ferrule_stuck": (
        Step("cold", "Ice on the male side for some minutes", 15, ("ice",), "", 10, "it shrinks"),
        Step("pull", "A straight pull by two, no twist", 10, (), "Never a vice; face out of line."),
    ),
    "old_finish": (
        Step("look", "See whether it flakes or is only yellow", 10),
        Step("off", "Take the finish off, or the wrap with it", 40, ("new blade", "warm air"), BLADE, irreversible=True),
        Step("coat", "Wrap and coat anew where it came off", 60, ("thread", "finish"), EPOXY, DAY, "the coat sets"),
    ),
}  # fmt: skip


def repair_operations(build: Build, plans: tuple[RepairPlan, ...]) -> list[Operation]:
    """Every repair's steps, one after another; what is coated turns on a dryer as the finish wants it. The first parts go on when all of them are done."""
    out: list[Operation] = []
    by_id = {p.id: p for p in plans}
    finish = build.finish.product
    turns = finish.rotate_min if SETS_BY[finish.kind] == "turning" else 0.0
    for n, r in enumerate(build.repairs):
        before: Before | None = None
        share = row_of(habits().mend_share, r.kind) or 1.0
        for k, step in enumerate(steps_of(r, by_id[r.id].splint)):
            one = f"mend:{r.id}:{step.name}"
            out.append(
                Operation(
                    id=one, kind="mend", stage="blank", words=step.words, rank=(-1, n + k / 100), needs=tuple(Need(what=w) for w in step.needs),
                    caution=step.caution or None, irreversible=step.irreversible, after=() if before is None else (before,), done=one in build.handle.steps_done,
                    hands_min=round(step.minutes * share, 1), minutes_by=f"mend_share.{r.kind}", planned_min=step.minutes,
                    wait=None if not step.wait_min else Wait(least_min=step.wait_min, most_min=None, what=step.waits_for, turns_min=turns if step.name == "coat" else 0.0),
                )
            )  # fmt: skip
            before = Before(id=one, why="one after another")
    return out


def last_steps(operations: list[Operation]) -> tuple[str, ...]:
    """The last step of each repair: what goes on afterwards waits for them."""
    last: dict[str, str] = {}
    for o in operations:
        last[o.id.split(":")[1]] = o.id
    return tuple(last.values())


def find_in_repairs(plans: tuple[RepairPlan, ...]) -> list[Finding]:
    """Repairs that cannot be done as they are; splints that are short."""
    out = []
    for n, p in enumerate(plans):
        if p.trouble:
            out.append(Finding(code="repair-cannot", stage="blank", weight="ruins", sentence=p.trouble, field=f"repairs.{n}", rule="A mend that breaks again is no mend.", source="handbook formulas; hand-over and limits from memory"))  # fmt: skip
        s = p.splint
        if s is not None and s.sleeve_mm / 2 < habits().splint_half_od * 0.6 * s.sleeve[0].bore_mm:
            out.append(Finding(code="repair-splint-short", stage="blank", weight="check", sentence=f"Half of the splint reaches {format_length(s.sleeve_mm / 2, ruled())} into each side: glue holds better over more.", field=f"repairs.{n}.sleeve_mm", rule="A splint holds by the length of its glue.", source="from memory, editable"))  # fmt: skip
    return out
