"""Keep quotes and invoices as they were sent: number, paper and PDF, never changed."""

import uuid
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import func as sql
from sqlmodel import Session, col, select

from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.shop.money import Paper, PaperKind
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import PaperRow, now
from wise_spool.store.turn import in_turn

PAPERS = "papers"
"""Whose turn it is to send one."""


@dataclass(frozen=True)
class SentPaper:
    """One paper as it was sent."""

    id: uuid.UUID
    build_id: uuid.UUID
    paper: Paper
    sent_at: datetime


class Papers:
    """Quotes and invoices of one shop, numbered in the order they are sent."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine

    def of(self, build_id: uuid.UUID) -> list[SentPaper]:
        """Those of a rod, the newest first."""
        with Session(self.engine) as session:
            wanted = select(PaperRow).where(PaperRow.build_id == build_id)
            rows = session.exec(wanted.order_by(col(PaperRow.number).desc())).all()
            return [_sent(r) for r in rows]

    def pdf(self, build_id: uuid.UUID, paper_id: uuid.UUID) -> tuple[Paper, bytes]:
        """One as it was sent. Raises :class:`NotThereError`."""
        with Session(self.engine) as session:
            row = session.get(PaperRow, paper_id)
            if row is None or row.build_id != build_id:
                raise NotThereError("No such paper was sent of this rod.")
            return _sent(row).paper, bytes(row.pdf)

    def every_pdf(self) -> list[tuple[Paper, bytes]]:
        """All that were ever sent, by their number."""
        with Session(self.engine) as session:
            rows = session.exec(select(PaperRow).order_by(col(PaperRow.number))).all()
            return [(_sent(r).paper, bytes(r.pdf)) for r in rows]

    def send(
        self, build_id: uuid.UUID, paper_id: uuid.UUID, kind: PaperKind, written: Callable[[int, int], tuple[Paper, bytes]]
    ) -> SentPaper:  # fmt: skip
        """Freeze one: ``written`` is given its number and its revision. One of that id that was sent already is it."""
        with Session(self.engine) as session, session.begin():
            in_turn(session, PAPERS)  # numbers have no gaps
            there = session.get(PaperRow, paper_id)
            if there is not None:
                return _sent(there)
            number = (session.exec(select(sql.max(PaperRow.number))).one() or 0) + 1
            before = session.exec(select(sql.count()).where(PaperRow.build_id == build_id, PaperRow.kind == kind)).one()  # fmt: skip
            paper, pdf = written(number, before + 1)
            row = PaperRow(id=paper_id, build_id=build_id, kind=kind, number=number, paper=paper.model_dump(mode="json"), pdf=pdf, sent_at=now())  # fmt: skip
            session.add(row)
            session.flush()
            return _sent(row)

    def rewrite(self, printed: Callable[[Paper], bytes], holding: str) -> int:
        """Print anew every paper that holds these words, after what it said was struck out. Returns how many."""
        with Session(self.engine) as session, session.begin():
            rows = [r for r in session.exec(select(PaperRow)).all() if holding in str(r.paper)]
            for row in rows:
                row.pdf = printed(Paper.model_validate(row.paper))
                session.add(row)
            return len(rows)


def _sent(row: PaperRow) -> SentPaper:
    return SentPaper(row.id, row.build_id, Paper.model_validate(row.paper), row.sent_at)
