"""Keep whether a shop has the made-up instruments on its bench, to practise with."""

from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import settle, settled

NAME = "practice_instruments"


class ShopBench:
    """What stands on one shop's bench; ``practice`` is so from the start in the demo alone."""

    def __init__(self, builds: BuildStore, *, practice: bool) -> None:
        self.engine, self.practice = builds.engine, practice

    def simulated(self) -> bool:
        """Whether simulated instruments stand on the bench."""
        said = settled(self.engine, NAME)
        return self.practice if said is None else bool(said.get("on"))

    def switch(self, *, on: bool) -> None:
        """Put them there, or take them away."""
        settle(self.engine, NAME, {"on": on})
