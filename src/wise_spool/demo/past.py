"""The rods Tern Point Rods built before: three winters of them in short, put away. Invented, like all of the shop.

They are drawn from hidden truths that lie off the defaults, so that what is learned of them can be seen to be
right: the hands of this bench, its tape, its reamers, its products, and a series of blanks that all bend stiffer
than their label. Nothing here is read by the program except as a log.
"""

from datetime import datetime, timedelta

import numpy as np

from wise_spool.core.document.bench import Answer, FieldNote, FollowUp, Gauged, Timed, Worked
from wise_spool.core.document.design import Brief, Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.parts import DryFit, TryReckoned
from wise_spool.core.document.records import Records

RODS = 60
SERIES = "Ansgar nine-foot"
_WATERS = (
    "the ferry's stern",
    "the outer skerries",
    "the jetty",
    "the char deep",
    "the birch shore",
)
_NAMES = (
    "Char",
    "Jetty",
    "Skerry",
    "Drift",
    "Ferry",
    "Deep",
    "Shore",
    "Ice-out",
    "Night",
    "Sluice",
)
_MINUTES = {
    "spine": (18, 0.3), "marks": (8, 0.3), "scuff": (12, 0.25), "ream": (24, 0.35), "arbor": (31, 0.3),
    "tip_top": (11, 0.3), "line_up": (22, 0.3), "test": (17, 0.25), "cut_back": (26, 0.4), "weigh": (3, 0.3),
    "photograph": (14, 0.4), "hand_over": (35, 0.4),
}  # fmt: skip
"""Minutes this bench truly takes, and how they scatter."""


def past_records(now: datetime) -> list[Records]:
    """Sixty rods with their logs, the oldest first, dated back from ``now``."""
    rng = np.random.default_rng(1961)
    return [_one(n, now - timedelta(days=18 * (RODS - n) + 40), rng, now) for n in range(RODS)]


def _one(n: int, day: datetime, rng: np.random.Generator, now: datetime) -> Records:
    name = f"{_NAMES[n % len(_NAMES)]} {1 + n // len(_NAMES)}, {day:%Y}"
    log: list[LogEntry] = []

    def say(hours: float, **said: object) -> None:
        entry = {"id": f"past.{n}.{len(log)}", "at": day + timedelta(hours=hours), **said}
        log.append(LogEntry.model_validate(entry))

    for at, (kind, (usual, off)) in enumerate(_MINUTES.items()):
        took = round(float(usual * np.exp(rng.normal(0, off))), 1)
        say(at * 30, worked=Worked(id=kind, kind=kind, minutes=took))
    by_plan = float(rng.uniform(180, 320))
    took = round(by_plan * float(1.1 * np.exp(rng.normal(0, 0.15))), 1)
    say(150, worked=Worked(id="guides", kind="guides", tool="hand wrapper, A", minutes=took, planned=round(by_plan, 1)))  # fmt: skip
    for at in range(2):
        planned = float(rng.uniform(5, 9))
        took = round(planned * float(1.25 * np.exp(rng.normal(0, 0.25))), 1)
        say(
            60 + at,
            worked=Worked(id=f"part:{at}", kind="part", minutes=took, planned=round(planned, 1)),
        )
        coat = float(rng.uniform(12, 22))
        took = round(coat * float(0.85 * np.exp(rng.normal(0, 0.2))), 1)
        say(
            300 + 30 * at,
            worked=Worked(id=f"coat:{at + 1}", kind="coat", minutes=took, planned=round(coat, 1)),
        )
    if n % 3 == 0:
        warm: float = float(rng.uniform(15, 22))
        for product, what, true_25 in (
            ("Boathouse slow paste", "set", 430.0),
            ("Boathouse slow paste", "pot life", 52.0),
            ("Lake slow-turn finish", "set", 540.0),
        ):
            minutes = true_25 * 2 ** ((25 - warm) / 10) * float(np.exp(rng.normal(0, 0.1)))
            say(70, timed=Timed(id="", product=product, what=what, minutes=round(minutes, 1), temperature_c=round(warm, 1)))  # fmt: skip
    if n % 4 == 0:
        grew = 20 * 0.15 * float(0.93 * np.exp(rng.normal(0, 0.02)))
        say(
            50,
            gauged=Gauged(id="tape", what="tape", about="0.15 mm", base=3.0, said=round(grew, 3)),
        )
        covers = 20 * float(0.21 * np.exp(rng.normal(0, 0.03)))
        say(200, gauged=Gauged(id="thread", what="thread", about="garnet", base=20, said=round(covers, 2)))  # fmt: skip
        gap = float(rng.uniform(1.5, 3.5))
        used = gap * float(1.8 * np.exp(rng.normal(0, 0.15)))
        mixed = round(used + float(rng.uniform(0.3, 1.2)), 1)
        say(80, gauged=Gauged(id="cup", what="squeeze_out", about="Boathouse slow paste", base=round(gap, 2), mixed=mixed, said=round(mixed - used, 2)))  # fmt: skip
        film = float(rng.uniform(3, 5))
        used = film * float(1.15 * np.exp(rng.normal(0, 0.12)))
        mixed = round(used + 0.6, 1)
        say(310, gauged=Gauged(id="coat", what="coat", about="Lake slow-turn finish", base=round(film, 2), mixed=mixed, wraps=int(rng.integers(14, 22)), said=round(mixed - used, 2)))  # fmt: skip
        say(260, gauged=Gauged(id="sight", what="sighting", said=round(abs(float(rng.normal(0, 1.5 * 2**0.5))), 1)))  # fmt: skip
    if n % 2 == 0:
        falls = float(rng.uniform(0.004, 0.008))
        planned = 0.25 / falls
        short = planned - (0.06 + float(rng.normal(0, 0.03))) / falls
        say(45, dry_fit=DryFit(id=f"t{n}", part_id="grip", short_mm=round(short, 1), passes=1, reckoned=TryReckoned(short_mm=round(planned, 1), falls=round(falls, 5), tool="long reamer" if n % 4 else "")))  # fmt: skip
    if n in (11, 29, 47):
        said = 5.5 * float(1.22 * np.exp(rng.normal(0, 0.05)))
        say(
            5,
            gauged=Gauged(id="series", what="series", about=SERIES, base=5.5, said=round(said, 2)),
        )
    if n % 5 == 0:
        due = (day + timedelta(days=180)).date()
        say(500, follow_up=FollowUp(id=f"f{n}", product="Boathouse slow paste", ask="Does the seat still sit tight?", due_on=due))  # fmt: skip
        if due < now.date() - timedelta(days=10):
            held = bool(rng.uniform() > 0.1)
            say(
                24 * 185,
                answer=Answer(
                    id=f"f{n}", words="" if held else "It turned a little in the cold.", held=held
                ),
            )
    if n % 6 == 1:
        say(24 * 60, field_note=FieldNote(where=_WATERS[n % len(_WATERS)], used_for="char, heavy spoons", words="Cast well into the wind.", could_not="Too stiff for the light spoons." if n % 12 == 1 else ""))  # fmt: skip
    brief = Brief(what="char with heavy spoons", where=_WATERS[n % len(_WATERS)])
    return Records(design=Design(name=name, brief=brief), log=tuple(log))
