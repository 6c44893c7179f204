"""What somebody said of a whole that another has changed meanwhile: what each changed goes together.

Whoever changes a board, the terms or a thing on the shelf has the whole of it before them, as it was a moment ago. Only what they changed
of it is meant: the rest stays as it is by now. Rows are told apart by their ids, as in :mod:`~wise_spool.core.document.changes`. It is the
merge of three that version control does, field by field (diff3; Khanna, Kunal and Pierce 2007, from memory).
"""

from collections.abc import Mapping, Sequence
from typing import Any, ClassVar, TypeVar

from pydantic import BaseModel, ValidationError

from wise_spool.core.document.changes import MISSING, row_id
from wise_spool.core.ground.refusals import RefusedError

M = TypeVar("M", bound=BaseModel)


class MeanwhileError(RefusedError):
    """The same place was changed by somebody else meanwhile, to something else."""

    status: ClassVar[int] = 409
    title: ClassVar[str] = "Changed meanwhile"


def both_said(was: M, said: M, stands: M) -> M:
    """What stands, with what was changed from ``was`` to ``said``. Raises :class:`MeanwhileError`, and :class:`RefusedError` where what both may
    say apart does not go together."""
    both = brought_over(*(whole.model_dump(mode="json") for whole in (was, said, stands)))
    try:
        return type(stands).model_validate(both)
    except ValidationError as error:
        first = error.errors()[0]
        raise RefusedError(
            f"With what somebody else said meanwhile this does not go together: {first['msg']}.", ".".join(str(p) for p in first["loc"])
        ) from error  # fmt: skip


def brought_over(was: Any, said: Any, stands: Any, *, field: str = "") -> Any:
    """What stands, with what was changed from ``was`` to ``said`` done to it; all three plain JSON data of one kind. A row that ``said`` adds
    under an id that another took meanwhile is left without one. Raises :class:`MeanwhileError` at the place that both changed.

    >>> brought_over({"tax": 25, "margin": 15}, {"tax": 20, "margin": 15}, {"tax": 25, "margin": 30})
    {'tax': 20, 'margin': 30}
    """
    if said in (was, stands):
        return stands
    if stands == was:
        return said
    if all(isinstance(d, Mapping) for d in (was, said, stands)):
        return _fields(was, said, stands, field)
    if all(isinstance(d, Sequence) and not isinstance(d, str) for d in (was, said, stands)):
        rows = _rows(was, said, stands, field)
        if rows is not None:
            return rows
    shown = "taken away" if stands is MISSING else f"“{stands}”"
    told = f"it is {shown} now" if isinstance(stands, str | int | float) or stands is MISSING else "it is another now"  # fmt: skip
    raise MeanwhileError(
        f"Somebody else changed this meanwhile: {told}. Look at it, then say it again.", field
    )


def _fields(was: Any, said: Any, stands: Any, field: str) -> dict[str, Any]:
    out = {}
    for name in dict.fromkeys((*stands, *said)):
        three = (d.get(name, MISSING) for d in (was, said, stands))
        value = brought_over(*three, field=_within(field, name))
        if value is not MISSING:
            out[name] = value
    return out


def _rows(was: Any, said: Any, stands: Any, field: str) -> list[Any] | None:
    """Lists of rows put together by their ids: in the order that stands, new ones last; None for lists of anything else."""
    if not all(isinstance(r, Mapping) and "id" in r for r in (*was, *said, *stands)):
        return None
    before, mine, theirs = ({row_id(r): r for r in rows if row_id(r)} for rows in (was, said, stands))  # fmt: skip
    if any(not row_id(r) for r in (*was, *stands)):
        return None
    out = []
    for name, row in theirs.items():
        if name not in before:
            out.append(row)  # which another has added
            continue
        kept = brought_over(before[name], mine.get(name, MISSING), row, field=_within(field, name))
        if kept is not MISSING:
            out.append(kept)
    for row in said:
        name = row_id(row)
        if name not in before:
            out.append({**row, "id": ""} if name in theirs else row)
        elif name not in theirs:
            brought_over(before[name], row, MISSING, field=_within(field, name))
    return out


def _within(field: str, name: str) -> str:
    return f"{field}.{name}" if field else name
