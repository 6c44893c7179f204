"""What a shop's machine looks like: versions, disk, database, backups, clock, ports and certificate, each with what to do."""

import platform
import shutil
import socket
import ssl
import stat
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Literal

import psycopg

from wise_spool import __version__
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.run.authority import FOLDER
from wise_spool.run.running import running
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import LEAST_FREE_BYTES, Cluster, postgres_bin, running_cluster
from wise_spool.store.keeping import Keeping
from wise_spool.store.migrations import newest, stands_at

State = Literal["good", "look", "stop"]
STALE = timedelta(days=3)
ROOMY_BYTES = 2_000_000_000
SOON = timedelta(days=30)


@dataclass(frozen=True)
class Checked:
    """One thing looked at: how it stands, and what to do where it does not stand well."""

    what: str
    state: State
    says: str
    do: str = ""


def examine(settings: Settings, shop: str, database: str, now: datetime) -> list[Checked]:
    """Look at everything; what cannot be looked at says why, and the rest is looked at all the same."""
    found = [_program(), _disk(settings.data_dir), _owner(settings.data_dir), _interface(settings.web_dir), *_server(settings, shop), _certificate(settings.data_dir, now)]  # fmt: skip
    try:
        with running_cluster(settings.data_dir, settings.database_port) as cluster:
            found += _database(cluster, shop, database, settings, now)
    except (RefusedError, OSError) as error:
        found.append(Checked("database", "stop", str(error), "Nothing was changed. Make room or mend what it names, then look again."))  # fmt: skip
    return found


def _program() -> Checked:
    says = f"Wise Spool {__version__}, Python {platform.python_version()}"
    try:
        says += f", PostgreSQL {postgres_bin().parts[-2]}"
    except RefusedError as error:
        return Checked("versions", "stop", f"{says}. {error}", "Run ./wise-spool start: it installs what is missing.")  # fmt: skip
    return Checked("versions", "good", says)


def _disk(folder: Path) -> Checked:
    there = next(p for p in (folder, *folder.parents) if p.exists())
    free = shutil.disk_usage(there).free
    says = f"{free / 1e9:.1f} GB free where the data lies ({folder})"
    if free < LEAST_FREE_BYTES:
        return Checked("disk", "stop", says, "Make room: below 0.3 GB the shop is not started, so that nothing is half kept.")  # fmt: skip
    if free < ROOMY_BYTES:
        return Checked("disk", "look", says, "Make room before it stops you.")
    return Checked("disk", "good", says)


def _owner(folder: Path) -> Checked:
    if not folder.exists():
        return Checked("whose", "good", "No data yet: the first start makes it.")
    secret = folder / "password"
    open_to = [p for p in (secret, folder / FOLDER) if p.exists() and stat.S_IMODE(p.stat().st_mode) & 0o077]  # fmt: skip
    if open_to:
        return Checked("whose", "look", f"Others on this machine can read {open_to[0]}.", f"chmod go-rwx {open_to[0]}")  # fmt: skip
    return Checked("whose", "good", "Password and keys are their owner's alone. Whoever has an account on this machine can still open the shop's page.")  # fmt: skip


def _interface(web_dir: Path) -> Checked:
    if (web_dir / "index.html").exists():
        return Checked("interface", "good", "built")
    return Checked("interface", "stop", f"There is none in {web_dir}.", "Run ./wise-spool start: it builds it.")  # fmt: skip


def _server(settings: Settings, shop: str) -> list[Checked]:
    there = running(settings.data_dir, shop)
    if there is not None:
        return [Checked("server", "good", f"runs at {there.address}")]
    with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
        taken = probe.connect_ex((settings.host, settings.port)) == 0
    if taken:
        return [Checked("server", "look", f"does not run, and another program has port {settings.port}", "It takes the next one; what waits in a browser at the old address waits until the old port is free.")]  # fmt: skip
    return [Checked("server", "good", f"does not run; port {settings.port} is free")]


def _certificate(folder: Path, now: datetime) -> Checked:
    chain = folder / FOLDER / "server.pem"
    if not chain.exists():
        return Checked("network", "good", "Never opened to the network.")
    try:
        said = ssl._ssl._test_decode_cert(str(chain))  # type: ignore[attr-defined]
        ends = datetime.fromtimestamp(ssl.cert_time_to_seconds(said["notAfter"]), UTC)
    except (ssl.SSLError, OSError, ValueError, KeyError) as error:
        return Checked("network", "stop", f"Its certificate cannot be read ({error}).", f"Delete {chain}; the next start makes another.")  # fmt: skip
    says = f"Its certificate ends {ends:%Y-%m-%d}."
    if ends <= now:
        return Checked("network", "stop", says, "Stop and start the shop once: every start makes a fresh one, and phones need nothing new.")  # fmt: skip
    if ends - now < SOON:
        return Checked("network", "look", says, "Stop and start the shop once before that day.")
    return Checked("network", "good", says)


def _database(cluster: Cluster, shop: str, database: str, settings: Settings, now: datetime) -> list[Checked]:  # fmt: skip
    with psycopg.connect(cluster.url("postgres", "postgresql"), autocommit=True) as link:
        if not link.execute("SELECT 1 FROM pg_database WHERE datname = %s", [database]).fetchone():
            return [Checked("database", "good", f"answers at port {cluster.port}; there is no such shop yet")]  # fmt: skip
    url = cluster.url(database)
    stands, head = stands_at(url), newest()
    out = [Checked("database", "good", f"answers at port {cluster.port}, tables {stands}")]
    if stands != head:
        newer = stands is not None and stands > head
        return [Checked("database", "stop" if newer else "look", f"tables {stands}, this program's are {head}", "Start the newer Wise Spool that opened it last." if newer else "The next start brings them up; back up first.")]  # fmt: skip
    out.append(_clock(url, now))
    store = BuildStore(url)
    try:
        out += _backups(Keeping(cluster, shop, database, store.engine, settings.data_dir / "backups"), now)  # fmt: skip
    finally:
        store.engine.dispose()
    return out


def _clock(url: str, now: datetime) -> Checked:
    with psycopg.connect(url.replace("+psycopg", "")) as link:
        row = link.execute("SELECT max(changed_at) FROM build").fetchone()
    last = row[0] if row else None
    if last is not None and last > now + timedelta(minutes=5):
        return Checked("clock", "stop", f"This machine says {now:%Y-%m-%d %H:%M} UTC, and a rod was changed at {last.astimezone(UTC):%Y-%m-%d %H:%M}.", "Set the machine's clock: pot lives and coats are told by it.")  # fmt: skip
    return Checked("clock", "good", f"{now:%Y-%m-%d %H:%M} UTC, after everything that was done")


def _backups(keeping: Keeping, now: datetime) -> list[Checked]:
    files = keeping.found()
    if not files:
        return [Checked("backups", "look", f"There is none in {keeping.folder()}.", "Make one: ./wise-spool backup FILE, or “Kept safe” in the interface.")]  # fmt: skip
    newest_one = files[0]
    says = (
        f"{len(files)} in {keeping.folder()}, the last of {newest_one.made_at:%Y-%m-%d %H:%M} UTC"
    )
    out = [Checked("backups", "look", says, "It is days old: make one now, and let the shop make them daily.") if now - newest_one.made_at > STALE else Checked("backups", "good", says)]  # fmt: skip
    drilled = keeping.drilled()
    if drilled is None:
        out.append(Checked("drill", "look", "No backup was ever tried.", "“Kept safe” in the interface tries the newest one aside."))  # fmt: skip
    else:
        out.append(Checked("drill", "good" if drilled.whole else "stop", f"{drilled.at:%Y-%m-%d}: {drilled.words}", "" if drilled.whole else "Make another backup and try it."))  # fmt: skip
    return out
