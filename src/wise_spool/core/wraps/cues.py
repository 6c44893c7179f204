"""What happens at which turn of a wrap, in the order the hands meet it.

Common practice: about five turns over the tag, a pull loop about eight turns before the end, the tag trimmed on the
side away from the guide. Method page: ``docs/methods/wraps.md``.
"""

from dataclasses import dataclass
from typing import Literal

from wise_spool.core.document.wraps import End, Wrap
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

CueKind = Literal["under", "start", "loop", "tag", "foot", "inlay", "inlay_ends", "layers", "end", "lock", "band"]  # fmt: skip


class Cue(Frozen):
    """One thing to do at a turn, counted from the wrap's start; 0 is before the first."""

    turn: int
    kind: CueKind
    words: str


@dataclass(frozen=True)
class Marks:
    """The turns of a wrap that its cues hang on."""

    turns: int
    starts: End
    climb_turn: int | None
    layers: int
    lock_turns: int
    two_feet: bool = True


def needs_loop_at_once(turns: int) -> bool:
    """Whether a wrap is too short for a tag and a loop one after another: its loop goes in at the start."""
    return turns < habits().tag_turns + habits().loop_turns


def cues_of(marks: Marks, said: Wrap, thread: str) -> tuple[Cue, ...]:
    """The cue list of one wrap, underwrap and bands included."""
    tag, loop = int(habits().tag_turns), int(habits().loop_turns)
    n = marks.turns
    foot = marks.climb_turn is not None
    out: list[Cue] = []

    def at(turn: int, kind: CueKind, words: str) -> None:
        out.append(Cue(turn=turn, kind=kind, words=words))

    if said.under is not None:
        at(0, "under", f"Lay the underwrap of {said.under.thread or thread} first, {said.under.beyond_mm:g} mm past either end, and burnish it.")  # fmt: skip
    away = "ring" if foot else "tip" if marks.starts == "butt" else "butt"
    taped = "The other foot is taped. " if marks.two_feet else "Its leg is taped. "
    tape = taped if foot else ""
    at(0, "start", f"{tape}Start {thread} on the bare blank at the {marks.starts} end and work toward the {away}.")  # fmt: skip
    at_once = needs_loop_at_once(n)
    if at_once:
        at(1, "loop", "Too short for a tag and a loop: lay the loop in with the first turn.")
    else:
        at(tag, "tag", "The tag is held: cut it off close.")
    if marks.climb_turn is not None:
        at(marks.climb_turn, "foot", "The thread meets the foot: push the turns tight and let it climb the ramp. The tape comes off when the foot holds.")  # fmt: skip
    for inlay in said.inlays:
        if inlay.after + inlay.turns <= n:
            at(inlay.after, "inlay", f"Carry {inlay.thread or 'the second thread'} along for {inlay.turns} turns.")  # fmt: skip
            at(inlay.after + inlay.turns, "inlay_ends", "Lay the second thread under and go on with the first.")  # fmt: skip
    if marks.layers > 1:
        at(n, "layers", f"Turn back over the first layer: {marks.layers} layers in all, one turn fewer each.")  # fmt: skip
    if not at_once:
        at(max(n - loop, tag), "loop", f"Lay the pull loop in: {min(loop, n - tag)} turns to go.")
    side = "on the side away from the guide" if foot else "close"
    at(n, "end", f"Cut the thread long, through the loop, pull it under and trim it {side}.")
    if marks.lock_turns:
        at(n, "lock", f"Lock it: {marks.lock_turns} turns ahead of the leg, so that the foot cannot slip out.")  # fmt: skip
    for band in said.bands:
        at(n, "band", f"Trim band at the {band.end} end: {band.turns} turns of {band.thread or thread}, its loop in at once.")  # fmt: skip
    return tuple(sorted(out, key=lambda c: c.turn))
