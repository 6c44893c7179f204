"""Keep what a shop does by habit: the numbers it sets otherwise than they are shipped."""

from collections.abc import Callable

from wise_spool.core.ground.habits import NAMES, about_habit
from wise_spool.core.ground.refusals import NotThereError, RefusedError
from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import resettle, settled

NAME = "habits"


class ShopHabits:
    """The habits of one shop, in the same database as its rods."""

    def __init__(self, builds: BuildStore) -> None:
        self.engine = builds.engine
        self._known: dict[str, float] | None = None
        self._forgot = 0
        self.hears: Callable[[], bool] = lambda: False
        """Whether this process is told when another sets a habit: then what was read holds until it is."""
        self.were_set: Callable[[], None] = lambda: None
        """Told of every habit that was set here."""

    def forget(self) -> None:
        """They may have been set elsewhere: read them anew."""
        self._forgot += 1
        self._known = None

    def said(self) -> dict[str, float]:
        """What the shop says, by name; what it does not say is as shipped."""
        known, times, hears = self._known, self._forgot, self.hears()
        if known is None or not hears:
            known = self._read()
            if hears and times == self._forgot:  # nobody has set one while it was read
                self._known = known
        return dict(known)

    def _read(self) -> dict[str, float]:
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

        def with_it(said: dict[str, float]) -> dict[str, float]:
            others = {k: v for k, v in said.items() if k != name}
            return others if value is None else {**others, name: value}

        return self._keep(with_it)

    def reset(self) -> dict[str, float]:
        """Give every habit back its shipped value."""
        return self._keep(lambda _: {})

    def _keep(self, change: Callable[[dict[str, float]], dict[str, float]]) -> dict[str, float]:
        said = resettle(self.engine, NAME, change, first={}) or {}
        self.forget()
        self.were_set()
        return said
