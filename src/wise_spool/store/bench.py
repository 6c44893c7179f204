"""Keep whether a shop has the made-up instruments on its bench, to practise with, and how each behaves."""

from typing import Any

from wise_spool.store.builds import BuildStore
from wise_spool.store.settled import resettle, settle, settled

NAME, BEHAVES = "practice_instruments", "stand-ins"


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

    def behaves(self, device: str) -> dict[str, Any]:
        """What was last said of how a simulated device behaves: whichever process of the shop is asked, it is the same device."""
        return dict((settled(self.engine, BEHAVES) or {}).get(device, {}))

    def make_behave(self, device: str, **how: Any) -> None:
        """Have it behave so."""
        resettle(self.engine, BEHAVES, lambda said: {**said, device: {**said.get(device, {}), **how}}, first={})  # fmt: skip
