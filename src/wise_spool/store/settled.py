"""What a shop has settled for all its rods, kept by name: one thing a name, said anew as a whole."""

from collections.abc import Callable
from typing import Any

from sqlalchemy import Engine
from sqlmodel import Session

from wise_spool.store.tables import SettingRow, now


def settled(engine: Engine, name: str) -> dict[str, Any] | None:
    """What is kept under a name; None while nothing is."""
    with Session(engine) as session:
        row = session.get(SettingRow, name)
        return None if row is None else dict(row.value)


def settle(engine: Engine, name: str, value: dict[str, Any]) -> None:
    """Keep it under its name in the place of what was there."""
    with Session(engine) as session, session.begin():
        row = session.get(SettingRow, name) or SettingRow(name=name, value={})
        row.value, row.changed_at = value, now()
        session.add(row)


def resettle(engine: Engine, name: str, change: Callable[[dict[str, Any]], dict[str, Any] | None]) -> None:  # fmt: skip
    """Keep what ``change`` makes of what is kept, with nobody in between; None leaves it. Nothing is done while nothing is kept."""
    with Session(engine) as session, session.begin():
        row = session.get(SettingRow, name, with_for_update=True)
        after = None if row is None else change(dict(row.value))
        if row is not None and after is not None:
            row.value, row.changed_at = after, now()
            session.add(row)
