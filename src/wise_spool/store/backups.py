"""Backups of a whole shop: written for their owner alone, checked when written and before they are put back, with a note of what is
in them; and what a restore put aside, listed and brought back."""

import hashlib
import json
import os
from contextlib import suppress
from dataclasses import asdict, dataclass
from datetime import UTC, datetime
from pathlib import Path

import psycopg
from sqlalchemy import Engine, text
from sqlalchemy.exc import SQLAlchemyError

from wise_spool import __version__
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.on_disk import flushed
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import Cluster, ClusterError
from wise_spool.store.migrations import NewerError, upgrade
from wise_spool.store.shelf import Shelf

WHOSE = {"demo": "the demo shop", "shop": "your own shop"}
ASIDE = "_before_"
OURS = ("alembic_version", "build", "revision")
"""Tables that every shop of ours has had from the first."""


class BackupError(RefusedError):
    """A backup cannot be written or put back; the message says why, and that nothing was changed."""


@dataclass(frozen=True)
class Note:
    """What is in a backup, kept beside it as ``FILE.json``."""

    shop: str
    made_at: str
    version: str
    rods: int
    things: int
    size: int
    sha256: str


@dataclass(frozen=True)
class Aside:
    """A database that a restore put aside: its name, when, and how many rods are in it."""

    name: str
    at: str
    rods: int


def back_up(cluster: Cluster, shop: str, database: str, file: Path) -> Note:
    """Write a shop to a file of its owner's alone, read its contents back, and note beside it what is in it."""
    if file.is_dir():
        raise BackupError(f"{file} is a folder: name a file in it.")
    part = file.with_name(file.name + ".part")
    try:
        part.unlink(missing_ok=True)
        os.close(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600))
    except OSError as error:
        raise BackupError(f"Cannot write {file}: {error.strerror}.") from error
    try:
        cluster.run("pg_dump", "-Fc", "-f", str(part.resolve()), database)
        cluster.run("pg_restore", "-f", os.devnull, str(part.resolve()))
        rods, things = counted(cluster.url(database))
        note = Note(shop, datetime.now(UTC).isoformat(timespec="seconds"), __version__, rods, things, part.stat().st_size, _sum(part))  # fmt: skip
        _write_note(part, note)
        for made in (part, _beside(part)):
            flushed(made)
        _beside(part).replace(_beside(file))
        part.replace(file)
        flushed(
            file.parent
        )  # the names, too: a backup that was announced is there after the power went
    except (ClusterError, OSError) as error:
        for begun in (part, _beside(part)):
            begun.unlink(missing_ok=True)
        if "No space left" in str(error):
            raise BackupError(f"The disk of {file.parent} is full: no backup was made there, and those that are there stay as they are. Make room, or name another folder.") from error  # fmt: skip
        raise BackupError(f"No backup could be made at {file} ({error}).") from error
    return note


def _write_note(file: Path, note: Note) -> None:
    beside = _beside(file)
    beside.unlink(missing_ok=True)
    with os.fdopen(os.open(beside, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as written:
        json.dump(asdict(note), written, indent=2)


def counted(url: str) -> tuple[int, int]:
    """Rods and things on the shelf of a shop."""
    store = BuildStore(url)
    try:
        return store.count() + store.count(put_away=True), len(Shelf(store).all())
    finally:
        store.engine.dispose()


def note_of(file: Path) -> Note | None:
    """The note beside a backup; none where there is none that can be read."""
    try:
        return Note(**json.loads(_beside(file).read_text()))
    except (OSError, ValueError, TypeError):
        return None


def looked_at(file: Path, shop: str) -> Note | None:
    """A backup before anything is done with it. Raises :class:`BackupError` when it is damaged, or of another shop."""
    if not file.is_file():
        raise BackupError(f"There is no backup at {file}.")
    note = note_of(file)
    if note is None:
        return None
    if note.sha256 != _sum(file):
        raise BackupError(f"{file} is not as it was written on {note.made_at[:10]}: it is damaged, or was changed. Nothing was changed here; take another backup.")  # fmt: skip
    if note.shop != shop:
        raise BackupError(f"{file} is a backup of {WHOSE.get(note.shop, note.shop)}, not of {WHOSE[shop]}. With --shop {note.shop} it goes where it came from. Nothing was changed.")  # fmt: skip
    return note


def put_back(cluster: Cluster, database: str, file: Path, *, even_empty: bool = False) -> str:
    """Put a backup in the place of a shop; what was there is put aside, and its name returned. Until the backup is whole and is a shop
    of ours, nothing is touched. Nobody is let in by what let them in when it was made."""
    fresh = f"{database}_restored"
    rods, things = _restored(cluster, fresh, file)
    try:
        if not rods and not things and not even_empty and any(counted(cluster.url(database))):
            raise BackupError(f"{file} holds an empty shop, and yours is not: with --yes it is put back all the same. Nothing was changed.")  # fmt: skip
        with psycopg.connect(cluster.url(fresh, "postgresql")) as link:
            link.execute('DELETE FROM "pass"')
            link.execute("DELETE FROM invitation")
    except BaseException:
        _drop(cluster, fresh)
        raise
    return _swap(cluster, database, fresh)


def tried(cluster: Cluster, database: str, file: Path) -> tuple[int, int]:
    """Restore a backup aside, count its rods and things, and let it go again."""
    aside = f"{database}_drill"
    try:
        return _restored(cluster, aside, file)
    finally:
        _drop(cluster, aside)


def _restored(cluster: Cluster, fresh: str, file: Path) -> tuple[int, int]:
    """A backup as a database of its own, brought to the newest tables; how many rods and things are in it."""
    _drop(cluster, fresh)
    cluster.create_database(fresh)
    try:
        try:
            cluster.run("pg_restore", "--exit-on-error", "--no-owner", "-d", fresh, str(file.resolve()))  # fmt: skip
        except ClusterError as error:
            raise BackupError(f"{file} cannot be read as a backup: it is damaged, or none of ours. Nothing was changed. ({str(error)[-200:]})") from error  # fmt: skip
        if not _is_ours(cluster, fresh):
            raise BackupError(f"{file} is no backup of Wise Spool. Nothing was changed.")
        try:
            upgrade(cluster.url(fresh))
        except NewerError as error:
            raise BackupError(f"{file} was made by a newer Wise Spool: start that one. Nothing was changed.") from error  # fmt: skip
        return counted(cluster.url(fresh))
    except BaseException:
        _drop(cluster, fresh)
        raise


def put_aside(cluster: Cluster, database: str) -> list[Aside]:
    """What restores put aside of a shop, the newest first."""
    like = f"{database}{ASIDE}%"
    with psycopg.connect(cluster.url("postgres", "postgresql"), autocommit=True) as link:
        names = [n for (n,) in link.execute("SELECT datname FROM pg_database WHERE datname LIKE %s ORDER BY datname DESC", [like.replace("_", r"\_")])]  # fmt: skip
    out = []
    for name in names:
        at = name.rpartition(ASIDE)[2]
        with psycopg.connect(cluster.url(name, "postgresql")) as link:
            found = link.execute("SELECT count(*) FROM build").fetchone()
        out.append(Aside(name, f"{at[:4]}-{at[4:6]}-{at[6:8]} {at[9:11]}:{at[11:13]} UTC", found[0] if found else 0))  # fmt: skip
    return out


def bring_back(cluster: Cluster, database: str, name: str) -> str:
    """Put what was put aside in its shop's place again; what is there now is put aside in turn, and its name returned."""
    if name not in {a.name for a in put_aside(cluster, database)}:
        raise BackupError(f"Nothing is put aside as {name}. “kept” lists what there is.")
    return _swap(cluster, database, name)


def _swap(cluster: Cluster, database: str, fresh: str) -> str:
    """One shop's database for another, in one act."""
    there = {a.name for a in put_aside(cluster, database)}
    stamp = f"{database}{ASIDE}{datetime.now(UTC):%Y%m%d_%H%M%S}"
    aside = next(n for n in (stamp, *(f"{stamp}_{again}" for again in range(2, 99))) if n not in there)  # fmt: skip
    with psycopg.connect(cluster.url("postgres", "postgresql"), autocommit=True) as link:
        for name in (database, fresh):
            link.execute("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = %s", [name])  # fmt: skip
        with link.transaction():
            link.execute(f'ALTER DATABASE "{database}" RENAME TO "{aside}"')
            link.execute(f'ALTER DATABASE "{fresh}" RENAME TO "{database}"')
    return aside


def past_of(engine: Engine) -> str:
    """Which past of the shop stands there: another database has another number, whatever name it bears now. Empty while it
    cannot be asked."""
    with suppress(SQLAlchemyError), engine.connect() as link:
        return str(link.scalar(text("SELECT oid FROM pg_database WHERE datname = current_database()")))  # fmt: skip
    return ""


def _drop(cluster: Cluster, name: str) -> None:
    with psycopg.connect(cluster.url("postgres", "postgresql"), autocommit=True) as link:
        link.execute(f'DROP DATABASE IF EXISTS "{name}" WITH (FORCE)')


def _is_ours(cluster: Cluster, database: str) -> bool:
    with psycopg.connect(cluster.url(database, "postgresql")) as link:
        found = link.execute("SELECT count(*) FROM information_schema.tables WHERE table_schema = 'public' AND table_name = ANY(%s)", [list(OURS)]).fetchone()  # fmt: skip
    return found is not None and found[0] == len(OURS)


def _beside(file: Path) -> Path:
    return file.with_name(file.name + ".json")


def _sum(file: Path) -> str:
    with file.open("rb") as content:
        return hashlib.file_digest(content, "sha256").hexdigest()
