"""After the hand-over: what is to be asked of a rod by now, and what field notes say to the next one."""

import re
from collections.abc import Iterable
from datetime import date

from wise_spool.core.document.bench import BenchDone, FieldNote, FollowUp
from wise_spool.core.document.design import Brief
from wise_spool.core.ground.frozen import Frozen

LEAST_WORD = 4
"""Shorter words (for, with, and) say nothing of a use."""


class Advice(Frozen):
    """What a day on the water says to a rod for the same person or use."""

    rod: str
    why: str
    note: FieldNote


def due(bench: BenchDone, today: date) -> list[FollowUp]:
    """Follow-ups whose day has come and that nobody has answered, longest due first."""
    answered = {a.id for a in bench.answers}
    asked = [f for f in bench.follow_ups if f.due_on <= today and f.id not in answered]
    return sorted(asked, key=lambda f: (f.due_on, f.id))


def advice(
    client: str, brief: Brief, days: Iterable[tuple[str, str, Brief, FieldNote]]
) -> list[Advice]:
    """Of field notes (rod, its client, its brief, the note), those of the same person first, then those of
    the same kind of rod for a use that shares a word."""
    mine, alike = [], []
    use = _words(brief.what, brief.where)
    for rod, whose, other, note in days:
        shared = use & _words(other.what, other.where, note.where, note.used_for)
        if client.strip() and whose.strip().casefold() == client.strip().casefold():
            mine.append(Advice(rod=rod, why=f"also for {whose.strip()}", note=note))
        elif shared and other.rod_type == brief.rod_type:
            alike.append(Advice(rod=rod, why=f"also {', '.join(sorted(shared))}", note=note))
    return [*mine, *alike]


def _words(*said: str) -> set[str]:
    return {w for text in said for w in re.findall(r"\w+", text.casefold()) if len(w) >= LEAST_WORD}
