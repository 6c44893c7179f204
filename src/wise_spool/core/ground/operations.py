"""The operation: one thing done at the bench, whatever stage it belongs to.

Every room yields its own; ``work/`` puts them in order. An operation keeps its
id as long as its cause stays the same, so that what the log says of it goes on
being about the same thing.
"""

from datetime import date, datetime
from typing import Literal

from wise_spool.core.ground.findings import Place, StageName
from wise_spool.core.ground.frozen import Frozen

OperationKind = Literal[
    "trim", "spine", "marks", "scuff", "ream", "arbor", "join", "part_finish", "part", "check", "test", "guides", "tip_top",
    "line_up", "label", "coat", "layer", "mask", "cut_back", "weigh", "photograph", "hand_over", "follow_up", "own", "mend",
]  # fmt: skip
Resource = Literal["person", "dryer", "wrapper", "lathe", "lamp"]
Enters = Literal["tip", "butt"]


class Before(Frozen):
    """An operation that comes first, and why."""

    id: str
    why: str


class Need(Frozen):
    """Something at hand: a tool, a product, a part; ``amount`` in the trade's words."""

    what: str
    amount: str = ""


class Wait(Frozen):
    """What follows unattended: at least and at most so many minutes, at ``at_c``, before the next may begin, and
    what is waited for. The first ``turns_min`` of them it turns on a dryer. By ``ran_until`` so many of them
    (``ran_min``, at ``at_c``) had run in the room as its sensor logged it."""

    least_min: float
    most_min: float | None
    what: str
    at_c: float = 21.0
    turns_min: float = 0.0
    ran_min: float = 0.0
    ran_until: datetime | None = None

    def left(self, begun: datetime, minutes: float) -> tuple[datetime, float]:
        """From when on the rest of ``minutes`` runs, and how many of them are left: what the room's log has run is done."""
        if self.ran_until is None or self.ran_until <= begun:
            return begun, minutes
        return self.ran_until, max(minutes - self.ran_min, 0.0)


class Operation(Frozen):
    """One thing to do. ``after`` come first; ``open_before`` are those of them not done.

    ``hands_min`` is how long it takes a person, None while nobody has said, ``share_done`` how much of that is done already
    where it may be laid down;
    ``done_at`` is when the log says it was done, None while it is open or the
    moment was not noted; ``skipped`` is why it is left out, which lets what comes after it begin.
    ``due_on`` is the day before which it is not asked for.
    ``mix`` is the cup it is made from, ``setup`` what is set up or mixed for it in ``setup_min`` and need not be
    again for the next like it, of a cup only within ``pot_min``.
    ``off_rod`` is done apart from the blank, while something else may be done on that.
    ``rank`` orders what nothing else does. ``minutes_by`` names the habit that ``hands_min`` is from, ``planned_min`` what it was before.
    """

    id: str
    kind: OperationKind
    stage: StageName
    words: str
    rank: tuple[float, ...]
    place: Place | None = None
    part_id: str | None = None
    enters: Enters | None = None
    irreversible: bool = False
    off_rod: bool = False
    hands_min: float | None = None
    minutes_by: str = ""
    planned_min: float | None = None
    share_done: float = 0.0
    mix: str = ""
    setup: str = ""
    setup_min: float = 0.0
    pot_min: float | None = None
    wait: Wait | None = None
    needs: tuple[Need, ...] = ()
    resources: tuple[Resource, ...] = ("person",)
    caution: str | None = None
    after: tuple[Before, ...] = ()
    open_before: tuple[str, ...] = ()
    done: bool = False
    skipped: str = ""
    done_at: datetime | None = None
    due_on: date | None = None
    out_of_turn: bool = False
