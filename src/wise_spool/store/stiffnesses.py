"""How stiff blanks on the shelf were found to be, kept so that a fresh server need not fit each of them again. Only figures are asked of
these: their words are in whatever units they were first worked out.

A hung blank is fitted by bending it some eighty times; three hundred of them take ten seconds. What comes of it hangs on nothing but the blank, the
habits in force and the program's own rules: by these it is kept, in one row of the shop's settings, the last asked for longest.
"""

import hashlib
from collections.abc import Callable

from pydantic import ValidationError
from sqlalchemy import Engine

from wise_spool.core.blank.stiffness import StiffnessPlan, measure
from wise_spool.core.document.blank import Blank
from wise_spool.store.settled import settle, settled

NAME = "stiffnesses"
MOST = 1000


class Stiffnesses:
    """The stiffnesses of one shop's blanks. ``edition`` names the program's rules."""

    def __init__(self, engine: Engine, edition: Callable[[], str]) -> None:
        self.engine, self.edition = engine, edition
        self._known: dict[str, StiffnessPlan | None] = {}
        self._of = ""
        self._fresh = False

    def under(self, conditions: str) -> "Stiffnesses":
        """Those worked out under these conditions, such as habits, from here on."""
        of = hashlib.sha256(f"{self.edition()}\n{conditions}".encode()).hexdigest()[:24]
        if of != self._of:
            self._of, self._known = of, self._read(of)
        return self

    def measured(self, blank: Blank) -> StiffnessPlan | None:
        """As :func:`measure` has it, fitted only where it is not known."""
        key = hashlib.sha256(blank.model_dump_json().encode()).hexdigest()[:24]
        if key in self._known:
            self._known[key] = found = self._known.pop(key)  # asked for last
            return found
        found = measure(blank)
        self._known[key], self._fresh = found, True
        return found

    def keep(self) -> None:
        """Keep what was fitted since; nothing is written where nothing was."""
        if not self._fresh:
            return
        self._fresh = False
        last = list(self._known.items())[-MOST:]
        settle(self.engine, NAME, {"of": self._of, "plans": {k: None if p is None else p.model_dump(mode="json") for k, p in last}})  # fmt: skip

    def forget(self) -> None:
        """Another past of the shop stands in the database."""
        self._of, self._known, self._fresh = "", {}, False

    def _read(self, of: str) -> dict[str, StiffnessPlan | None]:
        kept = settled(self.engine, NAME) or {}
        if kept.get("of") != of:
            return {}
        try:
            return {k: None if p is None else StiffnessPlan.model_validate(p) for k, p in kept["plans"].items()}  # fmt: skip
        except (ValidationError, KeyError, AttributeError):
            return {}
