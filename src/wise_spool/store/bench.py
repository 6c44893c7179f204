"""Keep whether a shop has the made-up instruments on its bench, to practise with."""

from sqlmodel import Session

from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import SettingRow, now

NAME = "practice_instruments"


class ShopBench:
    """What stands on one shop's bench; ``practice`` is so from the start in the demo alone."""

    def __init__(self, builds: BuildStore, *, practice: bool) -> None:
        self.engine, self.practice = builds.engine, practice

    def simulated(self) -> bool:
        """Whether simulated instruments stand on the bench."""
        with Session(self.engine) as session:
            row = session.get(SettingRow, NAME)
            return self.practice if row is None else bool(row.value.get("on"))

    def switch(self, *, on: bool) -> None:
        """Put them there, or take them away."""
        with Session(self.engine) as session, session.begin():
            row = session.get(SettingRow, NAME) or SettingRow(name=NAME, value={})
            row.value, row.changed_at = {"on": on}, now()
            session.add(row)
