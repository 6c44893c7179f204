"""What is wrong with a coat: a verdict by what is seen, how far it has set, and which coat it is.

Every combination leads to exactly one verdict, with an act for now, the cause, and what to change next time. Common practice
throughout. Method page: ``docs/methods/defects.md``.
"""

from collections.abc import Mapping
from typing import NamedTuple, get_args

from wise_spool.core.document.bench import Defect, Symptom
from wise_spool.core.ground.frozen import Frozen

SetStage = str
STAGES_OF_SET: tuple[str, ...] = ("wet", "gelled", "set")
"""Flowing; no longer flowing and not yet set; set."""
COATS: tuple[str, ...] = ("first", "later", "last")
SYMPTOMS: tuple[Symptom, ...] = get_args(Symptom)
SYMPTOM_WORDS: Mapping[Symptom, str] = {
    "bubbles": "bubbles",
    "blotches": "blotches in the thread",
    "cloud": "a cloud or bloom over it",
    "craters": "craters, fish-eyes",
    "nibs": "dust, hairs, thread nibs",
    "dry_spots": "dry spots",
    "sags": "sags or drips",
    "waves": "waves or flats",
    "ragged_edge": "a ragged edge",
    "tacky": "tacky after its time",
    "soft_spots": "soft in places",
    "film_edge": "the edge of a label shows",
    "lifting": "lifting, not holding",
    "nicked_thread": "a nicked thread",
}


class Verdict(Frozen):
    """What to do about it now, why it came, what to change next time. ``normal`` says until when it is nothing to mind; ``wait`` is
    that it is left alone until it has set; ``by_next`` that the next coat covers it as it is; ``cut_back`` that it goes on the list
    that the next coat waits for; ``repair`` that it is a repair of its own."""

    symptom: Symptom
    stage: str
    coat: str
    normal: str
    act: str
    wait: bool
    by_next: bool
    cut_back: bool
    repair: bool
    cause: str
    remedy: str


class _Rule(NamedTuple):
    cause: str
    remedy: str
    wet: str
    gelled: str
    set: str
    normal: str = ""
    by_next: bool = False
    cut_back: bool = True


LEAVE = "Leave it: what is touched now is torn. Look again when it has set."
CUT = "Cut it to its base without nicking thread, level it wet, wipe it clean."
_RULES: Mapping[Symptom, _Rule] = {
    "bubbles": _Rule(
        "Stirred in, brushed in, or air leaving the thread.", "Stir slowly for five minutes, warm parts and rod alike, a thin first coat worked in.",
        "Warm it from above for a moment, moving, or breathe on it; turn the rod quickly while they leave.", LEAVE, CUT,
        "While it is wet they go on rising for some ten minutes: watch before you act.",
    ),
    "blotches": _Rule(
        "Thread takes finish unevenly: oil of fingers, preserver that is not dry, a first coat too thin.", "Clean hands, preserver dry through, more in the first coat.",
        "Work more into the dry-looking thread, brush off what stands.", "Leave it: blotches of a first coat often even out as it cures.",
        "They stay under the next coat unless they were dry: lay the next one and look.", "In a first coat blotches may even out until it has set.", by_next=True, cut_back=False,
    ),
    "cloud": _Rule(
        "Damp: the blank was near the dew point, or cold air came over it.", "Warm the rod over the dew point before mixing, and keep it there until it has gelled.",
        "Warm the room and the rod gently; do not brush.", "Keep it warm and dry: part of it may clear as it cures.",
        "Rub the bloom off wet with fine abrasive, wipe with alcohol, dry, and coat again.",
    ),
    "craters": _Rule(
        "Silicone, wax or oil on the thread or the brush.", "Wipe with alcohol, wash hands, no polish or spray in the room, a new brush.",
        "Brush the place out once to the bare thread and lay it anew; if it opens again, leave it.", LEAVE,
        "Open it, cut its rim level, wipe with alcohol, fill it with a drop, then the next coat.",
    ),
    "nibs": _Rule(
        "Dust from the room or clothes, ends of thread that were not singed or cut.", "Dust down, damp the floor, singe or cut ends, cover the dryer.",
        "Lift it out with the point of a needle along the wrap; one touch.", LEAVE, CUT,
    ),
    "dry_spots": _Rule(
        "Too little brought there, or brushed off while defining the edges.", "Edges first, then fill; turn and look against a light before it goes on the dryer.",
        "Bring a little more and let it flow.", "Leave it for the next coat.", "The next coat fills it.", by_next=True, cut_back=False,
    ),
    "sags": _Rule(
        "Too much, too warm, or the rod stood still.", "Less on the brush, excess off underneath, turning before it can run.",
        "Brush the drop off underneath and keep turning.", "Keep it turning, lowest place up, and touch nothing.", "Pare the drop flat with a new blade, level it wet.",
    ),
    "waves": _Rule(
        "Turned too late, too fast, or stopped before it gelled.", "Turn at about nine a minute from the first brush-stroke until it has gelled.",
        "Turn it now at about nine a minute and warm it a little: it flows level.", "Leave it turning.", "Level it wet, then a thin coat.",
    ),
    "ragged_edge": _Rule(
        "The edge was drawn last, or on to a blank that was not clean.", "Wipe the blank, draw both edges first with the rod turning under a still brush.",
        "Draw the edge once round with a clean brush, the rod turning.", LEAVE, "Cut a ring round with a blade laid flat, lift the fringe, and draw the next coat a little further.",
    ),
    "tacky": _Rule(
        "Off ratio, not stirred through, or colder than the tin means.", "Measure by marks or grams, stir the walls of the cup, change cups once.",
        "It is not late yet: look at the leftover in the cup.", "Warm the room: a cold coat is only slow. If the leftover stays soft, too, it was the mix.",
        "If warmth for a day does not set it, wipe it off with alcohol down to firm, and coat anew with a true mix.",
        "It may feel tacky until the set time of its warmth, not of the tin.",
    ),
    "soft_spots": _Rule(
        "Streaks of one part that were not stirred in.", "Stir slowly and long, scrape the walls, use none of the last drops.",
        "Nothing can be told while it is wet.", "Leave it in the warm.", "Cut the soft place out to firm ground, wipe with alcohol, fill it with a true mix.",
    ),
    "film_edge": _Rule(
        "A thick film, cut square, or coated before its hold was over.", "Round the corners, burnish, seal thinly, wait its hold.",
        "Leave it: moving the film tears it.", LEAVE, "Level over the edge, not through it, and lay another coat edge to edge.", by_next=True,
    ),
    "lifting": _Rule(
        "Wax, polish, a preserver that does not agree, or a coat over one whose window was shut.", "Scuff and wipe first; try preserver and finish together on scrap.",
        "Stop: wipe it off with alcohol and clean the ground.", LEAVE, "Take off all that lifts, scuff to matt, wipe, and coat that wrap anew from the first coat.",
    ),
    "nicked_thread": _Rule(
        "A blade that went through the coat.", "A new blade laid flat, against the turn of the thread and away from it.",
        "Lay no more over it: a cut turn must not be hidden.", LEAVE, "Cut that wrap off and wrap it anew, or lay a few locking turns over it where it holds no foot.",
    ),
}  # fmt: skip


def verdict(symptom: Symptom, stage: str, coat: str) -> Verdict:
    """The one verdict for what is seen. ``stage`` is one of ``STAGES_OF_SET``, ``coat`` one of ``COATS``.

    >>> verdict("bubbles", "gelled", "first").wait
    True
    """
    rule = _RULES[symptom]
    act = {"wet": rule.wet, "gelled": rule.gelled, "set": rule.set}[stage]
    covered = rule.by_next and coat != "last"
    if stage == "set" and coat == "last" and symptom != "nicked_thread":
        act += " It was the last coat: lay one thin one more, or let it stand."
    listed = rule.cut_back and (stage != "wet" or symptom == "nicked_thread")
    normal = rule.normal if stage != "set" else ""
    if symptom == "blotches" and coat != "first":
        normal = ""
    return Verdict(
        symptom=symptom, stage=stage, coat=coat, normal=normal, act=act, wait=stage == "gelled", by_next=covered, cut_back=listed,
        repair=symptom == "nicked_thread", cause=rule.cause, remedy=rule.remedy,
    )  # fmt: skip


def stage_of_set(minutes: float, pot_life_min: float, rotate_min: float, set_min: float) -> str:
    """How far a coat has come so many minutes after mixing: it flows for about twice its pot life, or until it need not turn any
    more, whichever is first (from habit).

    >>> stage_of_set(20, 25, 300, 480), stage_of_set(120, 25, 300, 480), stage_of_set(600, 25, 300, 480)
    ('wet', 'gelled', 'set')
    """
    if minutes >= set_min:
        return "set"
    return "wet" if minutes < min(2 * pot_life_min, max(rotate_min, 1.0)) else "gelled"


def coat_word(number: int, coats: int) -> str:
    """Which of the three a coat counts as."""
    return "last" if number >= coats else "first" if number == 1 else "later"


class DefectStanding(Frozen):
    """A defect that was noted, with its verdict once its coat has set: ``open`` while the next coat waits for it."""

    id: str
    symptom: Symptom
    words: str
    coat: int
    place_mm: float | None
    note: str
    verdict: Verdict
    open: bool


def standing(defects: tuple[Defect, ...], coats: int) -> tuple[DefectStanding, ...]:
    """Every defect on the rod, butt first."""
    out = []
    for d in defects:
        v = verdict(d.symptom, "set", coat_word(d.coat, coats))
        out.append(
            DefectStanding(
                id=d.id, symptom=d.symptom, words=SYMPTOM_WORDS[d.symptom], coat=d.coat, place_mm=d.place_mm, note=d.words, verdict=v,
                open=not d.cleared and v.cut_back,
            )
        )  # fmt: skip
    return tuple(sorted(out, key=lambda s: (s.place_mm or 0.0, s.id)))
