"""What cannot live together, in the builder's words, each with what would relieve it."""

from typing import Literal
from zoneinfo import ZoneInfo

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.schedule.board import Promise, ShopBoard
from wise_spool.core.schedule.conflict import Conflict
from wise_spool.core.schedule.model import Demand
from wise_spool.core.schedule.problem import Problem


class Clash(Frozen):
    """One demand of those that cannot live together: what it is, and ``relief``, what waiving it is called; empty where
    there is nothing to waive. ``board`` is the board with it waived."""

    kind: Literal["pin", "window", "must", "away", "hours"]
    of: str
    words: str
    relief: str
    board: ShopBoard | None


def clashes(problem: Problem, board: ShopBoard, conflict: Conflict) -> list[Clash]:
    """Every demand of a conflict; without any it is the hours themselves."""
    if conflict.demands:
        return [_clash(problem, board, d) for d in conflict.demands]
    s = problem.by_id.get(conflict.nowhere)
    if not problem.windows:
        words = "Nobody is ever at the bench: say who is in, and when."
    elif s is not None:
        longest = max(w.b - w.a for w in problem.windows) * problem.tick_min
        words = f"“{s.words}” takes {s.ticks * problem.tick_min} min in one go, and no bench hours are as long: the longest are {longest} min."
    elif problem.dryer_slots == 0 and any(x.turns for x in problem.sittings):
        words = "Coats are to be laid, and no dryer has a place."
    elif any(m in x.machines and problem.machines.get(m, 0) == 0 for x in problem.sittings for m in x.machines):  # fmt: skip
        words = "A machine is needed that the shop has none of."
    else:
        words = "The hours on the board do not hold all that is to be done, or its order goes in a circle: more hours, more weeks, or a rod set aside."
    return [Clash(kind="hours", of=conflict.nowhere, words=words, relief="", board=None)]


def _clash(problem: Problem, board: ShopBoard, demand: Demand) -> Clash:
    kind, of = demand
    zone = ZoneInfo(board.zone)
    if kind == "pin":
        s = problem.by_id[of]
        at = problem.at(s.pinned or 0).astimezone(zone)
        less: ShopBoard = board.model_copy(
            update={"pins": tuple(p for p in board.pins if p.job != of)}
        )
        return Clash(kind=kind, of=of, words=f"“{s.words}” is pinned to {at:%A %-d %B, %H:%M}", relief="take the pin out", board=less)  # fmt: skip
    if kind == "must":
        due = next(d for d in problem.dues if d.rod == of)
        by = problem.at(due.at or 0).astimezone(zone)
        return Clash(kind=kind, of=of, words=f"{due.name} must be ready before {by:%A %-d %B}", relief="let it slip", board=_said(board, of, must=False))  # fmt: skip
    if kind == "window":
        s = problem.by_id[of]
        closes = s.latest_why or next(
            (x.most_why for x in s.after if x.most_why), "its window closes"
        )
        until = (
            "" if s.latest is None else f" {problem.at(s.latest).astimezone(zone):%A %-d %B, %H:%M}"
        )
        return Clash(kind=kind, of=of, words=f"“{s.words}”: {closes}{until}", relief="let it close, and scuff before that coat", board=_said(board, s.rod, scuffs=True))  # fmt: skip
    away = next((a for a in (*board.holidays, *(a for p in board.people for a in p.away)) if a.id == of), None)  # fmt: skip
    words = (
        "days away"
        if away is None
        else f"nobody is in from {away.first:%A %-d %B} to {away.last:%A %-d %B}{f' ({away.why})' if away.why else ''}"
    )
    people = tuple(
        p.model_copy(update={"away": tuple(a for a in p.away if a.id != of)}) for p in board.people
    )
    less = board.model_copy(update={"people": people, "holidays": tuple(a for a in board.holidays if a.id != of)})  # fmt: skip
    return Clash(kind="away", of=of, words=words, relief="be in on those days", board=less)


def _said(board: ShopBoard, rod: str, **said: bool) -> ShopBoard:
    changed: Promise = board.promise(rod).model_copy(update=said)
    rest = tuple(p for p in board.promises if p.rod != rod)
    return board.model_copy(update={"promises": (*rest, changed)})
