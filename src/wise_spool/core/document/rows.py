"""Rows of a list, each with an id of its own, so that an edit names the row it means."""

from collections.abc import Callable, Sequence
from typing import Annotated, TypeVar

from pydantic import StringConstraints

from wise_spool.core.ground.frozen import Frozen

RowId = Annotated[str, StringConstraints(pattern=r"^([a-z0-9][a-z0-9:_-]{0,79})?$")]


class Row(Frozen):
    """One row of a list. A row that comes without an id is given one by the list that takes it in."""

    id: RowId = ""


R = TypeVar("R", bound=Frozen)


def numbered(prefix: str) -> Callable[[tuple[R, ...]], tuple[R, ...]]:
    """A validator that gives rows without an id the next free ``prefix`` and number.

    Raises ``ValueError`` when two rows carry one id: an edit could not tell them apart.

    >>> from wise_spool.core.document.rows import Row, numbered
    >>> [row.id for row in numbered("r")((Row(id="r2"), Row(), Row()))]
    ['r2', 'r1', 'r3']
    """

    def number(rows: tuple[R, ...]) -> tuple[R, ...]:
        ids = [_id(row) for row in rows]
        given = [i for i in ids if i]
        if len(set(given)) != len(given):
            raise ValueError("two rows carry the same id")
        if len(given) == len(rows):
            return rows
        taken, n, out = set(given), 1, []
        for row, own in zip(rows, ids, strict=True):
            if not own:
                while f"{prefix}{n}" in taken:
                    n += 1
                taken.add(f"{prefix}{n}")
                row = row.model_copy(update={"id": f"{prefix}{n}"})
            out.append(row)
        return tuple(out)

    return number


def _id(row: Frozen) -> str:
    return str(getattr(row, "id", ""))


def by_id(rows: Sequence[R], row_id: str) -> R | None:
    """The row of this id, or None."""
    return next((r for r in rows if _id(r) == row_id), None)
