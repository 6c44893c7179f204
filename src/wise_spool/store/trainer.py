"""Keep trainer rounds: which blank was hidden, and how it was answered."""

import secrets
import uuid
from dataclasses import dataclass
from datetime import datetime

from sqlmodel import Session, col, select

from wise_spool.core.ground.refusals import NotThereError
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import TrainerRow, now


class NoSuchRoundError(NotThereError):
    """No round has this id, or it was answered already."""


@dataclass(frozen=True)
class Score:
    """One answered round."""

    level: int
    points: int
    error_deg: float | None
    answered_at: datetime


class TrainerRounds:
    """The rounds of one shop."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine

    def start(self, level: int, seed: int | None = None) -> tuple[uuid.UUID, int]:
        """A new round; its id and seed."""
        with Session(self.engine) as session, session.begin():
            row = TrainerRow(level=level, seed=secrets.randbelow(2**31) if seed is None else seed)
            session.add(row)
            session.flush()
            return row.id, row.seed

    def hidden(self, round_id: uuid.UUID) -> tuple[int, int]:
        """Level and seed of an open round. Raises :class:`NoSuchRoundError`."""
        with Session(self.engine) as session:
            row = _open(session, round_id)
            return row.level, row.seed

    def answered(self, round_id: uuid.UUID, points: int, error_deg: float | None) -> None:
        """Close a round. Raises :class:`NoSuchRoundError`."""
        with Session(self.engine) as session, session.begin():
            row = _open(session, round_id)
            row.points, row.error_deg, row.answered_at = points, error_deg, now()
            session.add(row)

    def scores(self, most: int = 60) -> list[Score]:
        """The last answered rounds, oldest first."""
        with Session(self.engine) as session:
            rows = session.exec(
                select(TrainerRow)
                .where(col(TrainerRow.answered_at).is_not(None))
                .order_by(col(TrainerRow.answered_at).desc())
                .limit(most)
            ).all()
            return [
                Score(r.level, r.points or 0, r.error_deg, r.answered_at)
                for r in reversed(rows)
                if r.answered_at is not None
            ]


def _open(session: Session, round_id: uuid.UUID) -> TrainerRow:
    row = session.get(TrainerRow, round_id)
    if row is None or row.answered_at is not None:
        raise NoSuchRoundError("This round is over, or never was: start another.")
    return row
