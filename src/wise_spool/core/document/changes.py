"""Small named changes to a rod, addressed by the ids of its rows.

A place is a tuple of names: fields of an object, and in a list the id of the
row (a list of plain words is a set, each word its own id). Lists of numbers,
and values that mean nothing in pieces, are set as a whole. So an edit means
the same row wherever it has moved to meanwhile, and two edits of different
places go together in any order. The browser applies the same changes before
the answer comes; ``tests/changes.json`` holds both to one meaning.
"""

from collections.abc import Iterable, Mapping, Sequence
from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, Field, StringConstraints

from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.frozen import Frozen

ChangeId = Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9][A-Za-z0-9-]{7,63}$")]
Name = Annotated[str, StringConstraints(min_length=1, max_length=100)]
Place = tuple[str, ...]
UNTOUCHABLE = frozenset({"piece_id"})
MISSING = object()
"""What stands at a place that is not there."""


class Op(Frozen):
    """One step of a change. ``set`` gives the value at a place; ``add`` puts the row ``to`` into the
    list at a place, ``remove`` and ``move`` take the row at a place; ``before`` is the row it goes
    ahead of, the end when None."""

    act: Literal["set", "add", "remove", "move"]
    at: Annotated[tuple[Name, ...], Field(min_length=1, max_length=12)]
    to: Any = None
    before: Name | None = None

    @property
    def place(self) -> Place:
        """The place it touches: for ``add``, the new row's own."""
        return (*self.at, row_id(self.to)) if self.act == "add" else self.at


class Change(Frozen):
    """What was done in one go, all of it or none. ``seen`` is the revision it was made on."""

    id: ChangeId
    what: Words = "edit"
    seen: Annotated[int, Field(ge=0)]
    when: AwareDatetime | None = None
    ops: Annotated[tuple[Op, ...], Field(min_length=1, max_length=2000)]


class NowhereError(LookupError):
    """The place an op names is not in the document; ``place`` is how far it could be followed."""

    def __init__(self, place: Place) -> None:
        super().__init__(".".join(place))
        self.place = place


def applied(document: Mapping[str, Any], ops: Iterable[Op]) -> dict[str, Any]:
    """A document (plain JSON data) with the ops done to it; the one given is left as it was.

    Raises :class:`NowhereError` for a row or field that is not there. Taking out
    what is gone already, and adding a row that is there already, change nothing.
    """
    out: Any = dict(document)
    for op in ops:
        if op.at[0] in UNTOUCHABLE:
            raise NowhereError(op.at)
        out = _apply(out, op, ())
    return dict(out)


def value_at(document: Any, place: Sequence[str]) -> Any:
    """What stands at a place, or ``MISSING``."""
    here = document
    for name in place:
        here = _step(here, name)
        if here is MISSING:
            return MISSING
    return here


def row_id(row: Any) -> str:
    """A row's id; a word is its own."""
    return row if isinstance(row, str) else str(row.get("id", "")) if isinstance(row, dict) else ""


def overlap(a: Sequence[str], b: Sequence[str]) -> bool:
    """Whether one place lies within the other."""
    n = min(len(a), len(b))
    return tuple(a[:n]) == tuple(b[:n])


def place_of(document: Any, path: Sequence[str | int]) -> Place:
    """A path with list indexes, as a validator says it, as a place with row ids."""
    out: list[str] = []
    here = document
    for name in path:
        if isinstance(name, int) and isinstance(here, list) and 0 <= name < len(here):
            here = here[name]
            out.append(row_id(here) or str(name))
        else:
            out.append(str(name))
            here = here.get(name, MISSING) if isinstance(here, dict) else MISSING
    return tuple(out)


def _apply(here: Any, op: Op, walked: Place) -> Any:
    left = op.at[len(walked) :]
    if op.act == "add" and not left:
        if not isinstance(here, list):
            raise NowhereError(walked)
        if any(row_id(r) == row_id(op.to) for r in here):
            return here
        return _put(here, op.to, op.before)
    name = left[0]
    if isinstance(here, list):
        index = next((i for i, r in enumerate(here) if row_id(r) == name), None)
        if len(left) == 1 and op.act in ("remove", "move"):
            if index is None:
                return here
            rest = [*here[:index], *here[index + 1 :]]
            return rest if op.act == "remove" else _put(rest, here[index], op.before)
        if index is None:
            raise NowhereError((*walked, name))
        row = op.to if len(left) == 1 else _apply(here[index], op, (*walked, name))
        return [*here[:index], row, *here[index + 1 :]]
    if not isinstance(here, dict) or name not in here:
        raise NowhereError((*walked, name))
    if len(left) == 1 and op.act == "set":
        return {**here, name: op.to}
    if len(left) == 1 and op.act in ("remove", "move"):
        raise NowhereError((*walked, name))
    return {**here, name: _apply(here[name], op, (*walked, name))}


def _put(rows: list[Any], row: Any, before: str | None) -> list[Any]:
    at = next((i for i, r in enumerate(rows) if before is not None and row_id(r) == before), None)
    return [*rows, row] if at is None else [*rows[:at], row, *rows[at:]]


def _step(here: Any, name: str) -> Any:
    if isinstance(here, dict):
        return here.get(name, MISSING)
    if isinstance(here, list):
        return next((r for r in here if row_id(r) == name), MISSING)
    return MISSING


def places_between(before: Any, after: Any, walked: Place = ()) -> list[Place]:
    """The places at which two documents differ, as deep as they can be told apart."""
    if isinstance(before, dict) and isinstance(after, dict):
        names = dict.fromkeys([*before, *after])
        return [
            place
            for name in names
            for place in places_between(
                before.get(name, MISSING), after.get(name, MISSING), (*walked, name)
            )
        ]
    if isinstance(before, list) and isinstance(after, list) and _rows(before) and _rows(after):
        was, now = {row_id(r): r for r in before}, {row_id(r): r for r in after}
        return [
            place
            for name in dict.fromkeys([*was, *now])
            for place in places_between(
                was.get(name, MISSING), now.get(name, MISSING), (*walked, name)
            )
        ]
    return [] if before == after else [walked]


def _rows(items: list[Any]) -> bool:
    return all(row_id(r) for r in items)
