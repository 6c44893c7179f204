"""Take one change of a rod in: once, whole or not at all, asking where somebody else was at the same place."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from pydantic import ValidationError
from sqlmodel import Session

from wise_spool.core.document.build import Build, apart
from wise_spool.core.document.changes import (
    MISSING,
    Change,
    NowhereError,
    Op,
    Place,
    applied,
    overlap,
    place_of,
    value_at,
)
from wise_spool.core.document.log import Record, entries_between
from wise_spool.core.rod import Rod
from wise_spool.logs import say
from wise_spool.store.rows import (
    advance,
    changes_by_others,
    json_of,
    note_change,
    note_on_trail,
    read_records,
    write_log,
)
from wise_spool.store.tables import BuildRow, ChangeRow, now


@dataclass(frozen=True)
class Asked:
    """A place that was changed elsewhere meanwhile, and what stands there now."""

    place: Place
    theirs: Any


@dataclass(frozen=True)
class Outcome:
    """What became of one change. ``invalid`` are Pydantic's errors, each at its place."""

    id: str
    outcome: Literal["kept", "refused", "asked"]
    says: str = ""
    invalid: list[Any] = field(default_factory=list)
    asked: list[Asked] = field(default_factory=list)


def take(
    session: Session,
    row: BuildRow,
    change: Change,
    client: str,
    check: Callable[[Rod], object] | None,
    habits: Mapping[str, float] | None,
    by: str | None = None,
) -> Outcome:
    """Take a change in; ``by`` is whose name stands on the trail for it, None while none is kept."""
    if session.get(ChangeRow, (row.id, change.id)) is not None:
        return Outcome(change.id, "kept")
    records = read_records(session, row)
    before = records.build
    document = json_of(before)
    asked = _asked(session, row, change, client, document)
    if asked:
        return Outcome(change.id, "asked", "This was changed elsewhere meanwhile.", asked=asked)
    try:
        after_json = applied(document, change.ops)
    except NowhereError as error:
        gone = Asked(error.place, None)
        return Outcome(change.id, "asked", "What this was said of has been taken out meanwhile.", asked=[gone])  # fmt: skip
    try:
        after = Build.model_validate(after_json)
    except ValidationError as error:
        invalid = [{**e, "loc": place_of(after_json, e["loc"])} for e in error.errors()]
        return Outcome(change.id, "refused", invalid=invalid)
    if after == before:
        _noted(session, row, change, client, by)
        return Outcome(change.id, "kept")
    after = _built_for_good(before, after, habits)
    design, piece, record = apart(after)
    _, _, was = apart(before)
    was = _without_absent(was, after)
    fresh = entries_between(
        was, record, records.log, named=change.id, at=change.when or now(), device=client
    )
    if check is not None:
        try:
            check(Rod.logged(design, piece, (*records.log, *fresh), habits))
        except Exception:
            say.exception("a change cannot be worked out", rod=str(row.id), change=change.id)
            return Outcome(change.id, "refused", CANNOT_BE_WORKED_OUT)
    ids = write_log(session, row.id, fresh)
    advance(session, row, change.what, design, piece, ids)
    _noted(session, row, change, client, by)
    return Outcome(change.id, "kept")


def _noted(session: Session, row: BuildRow, change: Change, client: str, by: str | None) -> None:
    note_on_trail(session, row, by, change.what)
    note_change(session, row, change.id, client, [op.place for op in change.ops])


CANNOT_BE_WORKED_OUT = (
    "With this the rod cannot be worked out any more, so it was not kept. The number is a slip, or "
    "you have found a fault of ours: it is noted in the server's log."
)


def _built_for_good(before: Build, after: Build, habits: Mapping[str, float] | None) -> Build:
    """Guides recorded from the tip or the reel, by an earlier edition, are kept from the butt from here on."""
    if all(g.built is None or g.built.datum == "butt" for g in before.guides.train):
        return after
    return Rod.of(before, habits).built_for_good(after)


def _without_absent(was: Record, after: Build) -> Record:
    """What the record says of guides that are out of the train stays said: taking a guide out of the
    design does not undo that it was built."""
    here = {g.id for g in after.guides.train}
    built = tuple(b for b in was.guides.built if b.id in here)
    return was.model_copy(update={"guides": was.guides.model_copy(update={"built": built})})


def _asked(
    session: Session, row: BuildRow, change: Change, client: str, document: dict[str, Any]
) -> list[Asked]:
    """Places of this change that another client changed since the version it was made on."""
    since = changes_by_others(session, row, change.seen, client)
    theirs = [tuple(place) for other in since for place in other.places]
    out = []
    for op in change.ops:
        if not any(overlap(op.place, place) for place in theirs):
            continue
        stands = value_at(document, op.place)
        if not _already(op, stands):
            out.append(Asked(op.place, None if stands is MISSING else stands))
    return out


def _already(op: Op, stands: Any) -> bool:
    """Whether what is asked for is so already."""
    if op.act == "remove":
        return stands is MISSING
    return op.act == "move" or stands == op.to
