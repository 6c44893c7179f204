"""How stiff blanks on the shelf were found to be, kept so that a fresh server need not fit each of them again. Only figures are asked of
these: their words are in whatever units they were first worked out.

A hung blank is fitted by bending it some eighty times; three hundred of them take ten seconds. What comes of it hangs on nothing but the blank, the
habits in force and the program's own rules: by these it is kept, in one row of the shop's settings, the last asked for longest.
"""

import hashlib
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass

from pydantic import ValidationError
from sqlalchemy import Engine

from wise_spool.core.blank.stiffness import StiffnessPlan, measure
from wise_spool.core.document.blank import Blank
from wise_spool.store.lately import Lately
from wise_spool.store.settled import settle, settled

NAME = "stiffnesses"
MOST = 1000


class Stiffnesses:
    """The stiffnesses of one shop's blanks. ``edition`` names the program's rules."""

    def __init__(self, engine: Engine, edition: Callable[[], str]) -> None:
        self.engine, self.edition = engine, edition
        self._known: Lately[str, StiffnessPlan] | None = None
        self._fresh = False

    def under(self, conditions: str) -> "Under":
        """Blanks measured under these conditions, such as habits."""
        return Under(self, _short(f"{self.edition()}\n{conditions}"))

    def get(self, key: str, make: Callable[[], StiffnessPlan | None]) -> StiffnessPlan | None:
        """What is known under a key, or what is made then; a blank that has no stiffness is asked again."""
        known = self._read()
        found = known.known(key)
        if found is None and (found := make()) is not None:
            known.keep(key, found)
            self._fresh = True
        return found

    def keep(self) -> None:
        """Keep what was fitted since; nothing is written where nothing was."""
        if self._fresh:
            self._fresh = False
            settle(self.engine, NAME, {"plans": {k: p.model_dump(mode="json") for k, p in self._read().items()}})  # fmt: skip

    def forget(self) -> None:
        """Another past of the shop stands in the database."""
        self._known, self._fresh = None, False

    def _read(self) -> Lately[str, StiffnessPlan]:
        known = self._known
        if known is None:
            known = Lately(MOST)
            kept = (settled(self.engine, NAME) or {}).get("plans", {})
            with suppress(ValidationError, AttributeError):
                for key, plan in kept.items():
                    known.keep(key, StiffnessPlan.model_validate(plan))
            self._known = known
        return known


@dataclass(frozen=True)
class Under:
    """The measure of a blank under some conditions; two of the same are one."""

    kept: Stiffnesses
    conditions: str

    def __call__(self, blank: Blank) -> StiffnessPlan | None:
        """As :func:`measure` has it, fitted only where it is not known."""
        key = _short(f"{self.conditions}\n{blank.model_dump_json()}")
        return self.kept.get(key, lambda: measure(blank))


def _short(said: str) -> str:
    return hashlib.sha256(said.encode()).hexdigest()[:24]
