"""The last few things made or read, so that they need not be made or read again."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

K = TypeVar("K", bound=Hashable)
V = TypeVar("V")
MADE_SIDE_BY_SIDE = 16


class Lately(Generic[K, V]):
    """The last few things made, by what they were made from; the longest unasked goes first."""

    def __init__(self, most: int) -> None:
        self.most, self._kept, self._lock = most, OrderedDict[K, V](), Lock()
        self._making = tuple(Lock() for _ in range(MADE_SIDE_BY_SIDE))

    def get(self, key: K, make: Callable[[], V]) -> V:
        """The thing of this key, made when it is not there, by one of those who ask at the same moment: the others
        wait for it. What raises is not kept. ``make`` asks for nothing that is made here."""
        known = self.known(key)
        if known is not None:
            return known
        with self._making[hash(key) % MADE_SIDE_BY_SIDE]:
            known = self.known(key)
            return self.keep(key, make()) if known is None else known

    def known(self, key: K) -> V | None:
        """The thing of this key, None when it is not there."""
        with self._lock:
            if key not in self._kept:
                return None
            self._kept.move_to_end(key)
            return self._kept[key]

    def keep(self, key: K, made: V) -> V:
        """Keep a thing, and give it back."""
        with self._lock:
            self._kept[key] = made
            self._kept.move_to_end(key)
            while len(self._kept) > self.most:
                self._kept.popitem(last=False)
        return made

    def items(self) -> list[tuple[K, V]]:
        """All that is there, the longest unasked first."""
        with self._lock:
            return list(self._kept.items())

    def clear(self) -> None:
        """Nothing was made."""
        with self._lock:
            self._kept.clear()
