"""What a shop has settled for all its rods, kept by name: one thing a name, said anew as a whole."""

from collections.abc import Callable
from typing import Any

from sqlalchemy import Engine
from sqlalchemy.dialects.postgresql import Insert, insert
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
        put(session, name, value)


def resettle(
    engine: Engine, name: str, change: Callable[[dict[str, Any]], dict[str, Any] | None], *, first: dict[str, Any] | None = None
) -> dict[str, Any] | None:  # fmt: skip
    """Keep what ``change`` makes of what is kept, with nobody in between; None leaves it. While nothing is kept ``first`` is what it is
    made of, or nothing is done. Returns what is kept then."""
    with Session(engine) as session, session.begin():
        if first is not None:
            session.execute(_insert(name, first).on_conflict_do_nothing())
        row = session.get(SettingRow, name, with_for_update=True)
        after = None if row is None else change(dict(row.value))
        if after is not None:
            put(session, name, after)
            return after
        return None if row is None else dict(row.value)


def _insert(name: str, value: dict[str, Any]) -> Insert:
    return insert(SettingRow).values(name=name, value=value, changed_at=now())


def put(session: Session, name: str, value: dict[str, Any]) -> None:
    """The same as a part of a greater act: one statement, so that two who settle a thing for the first time do not meet."""
    put = _insert(name, value)
    new = {"value": put.excluded.value, "changed_at": put.excluded.changed_at}
    session.execute(put.on_conflict_do_update(index_elements=["name"], set_=new))
