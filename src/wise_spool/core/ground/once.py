"""Worked out once, and not again for as long as what it was read off stays what it is.

What follows from a rod is worked out in rooms that ask one another. Each notes what it reads: fields of the build, and other rooms. A rod that
stands beside an earlier one takes over what that one has worked out wherever all that was read is the same: an edit of
the wraps leaves the guides as they were, a number on the label everything.

A room that is worked out anew and comes to the same as before changes nothing for those that asked it: they are taken over too. The scheme is the
one of build tools that trace what a step reads (Mokhov, Mitchell and Peyton Jones 2018, "Build systems à la carte",
verifying traces with early cut-off; from memory).
"""

from collections.abc import Callable, Hashable, Iterator
from contextlib import AbstractContextManager, contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from typing import Any, Generic, Self, TypeVar, cast, overload

T = TypeVar("T")
WHOLE = "*"
"""Read as a whole: dumped, copied or compared."""
REFUSED = object()
"""What a room said that raised: it is asked again."""


@dataclass
class Read:
    """What one room has read: fields of the build by name, and other rooms with what they said, in the order asked."""

    fields: set[str] = field(default_factory=set)
    rooms: dict[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Room(Generic[T]):
    """One thing that was worked out, and what it was read off."""

    value: T
    read: Read


_reading: ContextVar[Read | None] = ContextVar("reading", default=None)


@contextmanager
def noting(read: Read | None) -> Iterator[None]:
    """Note what is read inside the ``with``; with None nothing is."""
    before = _reading.set(read)
    try:
        yield
    finally:
        _reading.reset(before)


class Noticed:
    """A model whose fields are noted when they are read."""

    def __getattribute__(self, name: str) -> Any:
        """The attribute; a room that reads a field of the model is noted to."""
        read = _reading.get()
        if read is not None:
            if name == "__dict__":
                read.fields.add(WHOLE)
            elif name in type(self).__pydantic_fields__:  # type: ignore[attr-defined]
                read.fields.add(name)
        return super().__getattribute__(name)


class Worked:
    """What things are worked out of: holds the rooms of one rod, and takes over what an earlier one knows."""

    __dict__: dict[str, Any]

    def beside(self, other: Self) -> Self:
        """The same, with whatever ``other`` has worked out that is read off nothing that differs. The other stands alone from now on: what it has not
        worked out yet it works out by itself."""
        other.alone()
        return self._beside(other)

    def alone(self) -> None:
        """From now on nothing is taken over from an earlier one, which may be let go of."""
        self.__dict__.pop("_earlier", None)

    def trying(self, what: Hashable, other: Self) -> Self:
        """This one with something tried in it: beside what came of the same trial earlier, or else beside this one."""
        earlier: _Earlier | None = self.__dict__.get("_earlier")
        was = None if earlier is None else cast(Self | None, earlier.then._trials.get(what))
        self._trials[what] = other
        return other._beside(self) if was is None else other.beside(was)

    def _beside(self, other: Self) -> Self:
        if self._like(other):
            self.__dict__["_earlier"] = _Earlier(self, other)
        return self

    @property
    def _trials(self) -> dict[Hashable, Self]:
        return self.__dict__.setdefault("_tried", {})  # type: ignore[no-any-return]

    def _like(self, other: Self) -> bool:
        """Whether everything that rooms go by without reading it off the build is the same."""
        raise NotImplementedError

    def _read_off(self, name: str) -> Any:
        """A field that rooms read, by the name it is noted under; the whole for :data:`WHOLE`."""
        raise NotImplementedError

    def _working(self) -> AbstractContextManager[None]:
        """In force while a room is worked out."""
        raise NotImplementedError

    def noted(self, name: str) -> Any:
        """A field, noted as read."""
        read = _reading.get()
        if read is not None:
            read.fields.add(name)
        return self._read_off(name)

    def room(self, name: str, work_out: Callable[[], T]) -> T:
        """What ``work_out`` comes to, worked out once. What it raises is not kept."""
        read = _reading.get()
        if read is None:
            return self._room(name, work_out)
        said: object = REFUSED
        try:
            said = value = self._room(name, work_out)
        finally:
            read.rooms.setdefault(name, said)
        return value

    @property
    def _rooms(self) -> dict[str, Room[Any]]:
        return self.__dict__.setdefault("_known", {})  # type: ignore[no-any-return]

    def _room(self, name: str, work_out: Callable[[], T]) -> T:
        known = self._rooms.get(name)
        if known is not None:
            return known.value  # type: ignore[no-any-return]
        earlier: _Earlier | None = self.__dict__.get("_earlier")
        was = None if earlier is None else earlier.room(name)
        if was is not None and earlier is not None and earlier.unchanged(was.read):
            self._rooms[name] = was
            return was.value  # type: ignore[no-any-return]
        read = Read()
        with noting(read), self._working():
            value = work_out()
        if was is not None and _says_the_same(was.value, value):
            value = was.value  # so that whoever asked it sees that nothing has changed
        self._rooms[name] = Room(value, read)
        return value


def _says_the_same(one: object, other: object) -> bool:
    try:
        return bool(one == other)
    except ValueError:  # arrays are compared number by number
        return False


class _Earlier:
    """What an earlier rod has worked out, seen from a later one."""

    def __init__(self, now: Worked, then: Worked) -> None:
        self.now, self.then = now, then
        self._same: dict[str, bool] = {}

    def room(self, name: str) -> Room[Any] | None:
        """What it worked out under that name; None where it did not."""
        return self.then._rooms.get(name)

    def unchanged(self, read: Read) -> bool:
        """Whether everything that was read still says the same. Fields are compared first: with all of them alike, the rooms are asked just as they were
        asked then, up to the first that says something else."""
        return all(self._alike(f) for f in read.fields) and all(self._says(n, v) for n, v in read.rooms.items())  # fmt: skip

    def _alike(self, name: str) -> bool:
        if name not in self._same:
            with noting(None):
                self._same[name] = bool(self.now._read_off(name) == self.then._read_off(name))
        return self._same[name]

    def _says(self, name: str, then: Any) -> bool:
        room = getattr(type(self.now), name, None)
        if not isinstance(room, derived):
            return False
        try:
            return self.now._room(name, lambda: room.work_out(self.now)) is then
        except Exception:
            return False  # what asks it meets that itself


class derived(Generic[T]):  # noqa: N801
    """A property of something :class:`Worked`, worked out once."""

    def __init__(self, work_out: Callable[[Any], T]) -> None:
        self.work_out, self.__doc__ = work_out, work_out.__doc__

    def __set_name__(self, owner: type, name: str) -> None:
        self.name = name

    @overload
    def __get__(self, rod: None, owner: type) -> Self: ...
    @overload
    def __get__(self, rod: Worked, owner: type) -> T: ...
    def __get__(self, rod: Worked | None, owner: type) -> "Self | T":
        """What it comes to."""
        return self if rod is None else rod.room(self.name, lambda: self.work_out(rod))
