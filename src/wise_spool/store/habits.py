"""Keep what a shop does by habit: the numbers it sets otherwise than they are shipped."""

import math
from time import monotonic

from wise_spool.core.ground.habits import NAMES, about_habit
from wise_spool.core.ground.refusals import NotThereError, RefusedError
from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import settle, settled

NAME = "habits"
LATELY_S = 1.0


class ShopHabits:
    """The habits of one shop, in the same database as its rods."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine
        self._heard: tuple[float, dict[str, float]] = (-math.inf, {})

    def lately(self) -> dict[str, float]:
        """The same, asked of the database once a second at most: for what is only tried."""
        at, said = self._heard
        if monotonic() - at > LATELY_S:
            said = self.said()
            self._heard = (monotonic(), said)
        return said

    def said(self) -> dict[str, float]:
        """What the shop says, by name; what it does not say is as shipped."""
        return {k: float(v) for k, v in (settled(self.engine, NAME) or {}).items()}

    def say(self, name: str, value: float | None) -> dict[str, float]:
        """Set one habit, or give it back its shipped value with None. Raises :class:`RefusedError` for
        a value out of its range, :class:`NotThereError` for a name no habit has."""
        if name not in NAMES:
            raise NotThereError(f"There is no habit called {name}.")
        about = about_habit(name)
        if value is not None and not about["low"] <= value <= about["high"]:
            raise RefusedError(
                f"“{value:g}” must be from {about['low']:g} to {about['high']:g} {about['unit']}.",
                name,
            )
        said = {k: v for k, v in self.said().items() if k != name}
        return self._keep(said if value is None else {**said, name: value})

    def reset(self) -> dict[str, float]:
        """Give every habit back its shipped value."""
        return self._keep({})

    def _keep(self, said: dict[str, float]) -> dict[str, float]:
        settle(self.engine, NAME, said)
        self._heard = (-math.inf, {})
        return said
