"""What comes before what, by way of whatever lies between."""

from collections.abc import Iterable, Mapping


def all_before(firsts: Mapping[str, Iterable[str]]) -> dict[str, frozenset[str]]:
    """For each of them everything that comes before it; ``firsts`` names what comes at once before each.

    What is in a circle is before itself, and not everything else in it need be said.

    >>> sorted(all_before({"a": (), "b": ("a",), "c": ("b", "gone")})["c"])
    ['a', 'b', 'gone']
    """
    known: dict[str, set[str]] = {}

    def walk(i: str) -> set[str]:
        if i not in known:
            known[i] = set()
            for first in firsts.get(i, ()):
                known[i] |= {first, *walk(first)}
        return known[i]

    return {i: frozenset(walk(i)) for i in firsts}
