"""The three records of one rod together, as they are kept and handed on."""

from datetime import UTC, datetime
from functools import cached_property

from pydantic import AwareDatetime, Field, field_validator

from wise_spool.core.document.build import Build, apart, together
from wise_spool.core.document.design import Design
from wise_spool.core.document.log import LogEntry, Record, entries_between, fold
from wise_spool.core.document.piece import Piece
from wise_spool.core.ground.frozen import Frozen

NOBODY_NOTED_WHEN = datetime(1970, 1, 1, tzinfo=UTC)


class Records(Frozen):
    """Design, piece and log."""

    design: Design
    piece: Piece = Piece()
    log: tuple[LogEntry, ...] = Field(default=(), max_length=20_000)

    @field_validator("log")
    @classmethod
    def _each_once(cls, log: tuple[LogEntry, ...]) -> tuple[LogEntry, ...]:
        """Of entries with one id the first: an entry never changes, so the rest are the same one said again."""
        first: dict[str, LogEntry] = {}
        for entry in log:
            first.setdefault(entry.id, entry)
        return log if len(first) == len(log) else tuple(first.values())

    @classmethod
    def of(cls, build: Build, at: AwareDatetime = NOBODY_NOTED_WHEN) -> "Records":
        """The records a build comes from, what is done in it logged as done ``at``."""
        design, piece, record = apart(build)
        log = entries_between(Record(), record, (), named="as-built", at=at)
        return cls(design=design, piece=piece, log=tuple(log))

    @cached_property
    def record(self) -> Record:
        """The log folded."""
        return fold(self.log)

    @property
    def build(self) -> Build:
        """The three read together."""
        return together(self.design, self.piece, self.record)
