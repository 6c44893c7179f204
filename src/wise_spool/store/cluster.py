"""A private PostgreSQL cluster on loopback, made and run for this checkout alone."""

import ctypes
import fcntl
import os
import pwd
import secrets
import shutil
import signal
import socket
import subprocess
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path
from threading import Event, Lock, Thread
from typing import Any

import psycopg

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.logs import say
from wise_spool.on_disk import flushed, written

ROLE = "wise_spool"
LEAST_FREE_BYTES = 300_000_000
LEAST_TO_GO_ON_BYTES = 60_000_000
"""A shop that is there already is opened with so little, so that it can be backed up to another disk; it keeps writing in segments
of 16 MB."""
LONGEST_SOCKET_DIR = 80
PR_SET_PDEATHSIG = 1


class ClusterError(RefusedError):
    """The database could not be made or started; the message says why and what to do."""


def free_port(host: str, first: int) -> int:
    """The first port from ``first`` on that nothing listens at."""
    for port in range(first, first + 200):
        with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind((host, port))
            except OSError:
                continue
            return port
    raise ClusterError(f"No free port between {first} and {first + 199} on {host}.")


def postgres_bin() -> Path:
    """Folder of the newest PostgreSQL server Debian installed."""
    found = sorted(
        Path("/usr/lib/postgresql").glob("*/bin/postgres"), key=lambda p: int(p.parts[-3])
    )
    if not found:
        raise ClusterError("PostgreSQL is not installed: apt-get install postgresql")
    return found[-1].parent


@dataclass(frozen=True)
class Cluster:
    """A running cluster."""

    port: int
    password: str
    bin_dir: Path

    def url(self, database: str, driver: str = "postgresql+psycopg") -> str:
        """Connection address of one of its databases."""
        return f"{driver}://{ROLE}:{self.password}@127.0.0.1:{self.port}/{database}"

    def create_database(self, name: str) -> bool:
        """Make a database if it is missing; True when it was made now."""
        with psycopg.connect(self.url("postgres", "postgresql"), autocommit=True) as link:
            if link.execute("SELECT 1 FROM pg_database WHERE datname = %s", [name]).fetchone():
                return False
            link.execute(f'CREATE DATABASE "{name}"')
            return True

    def run(self, program: str, *arguments: str) -> None:
        """Run one of PostgreSQL's own programs against this cluster."""
        env = {**os.environ, "PGPASSWORD": self.password}
        where = ["-h", "127.0.0.1", "-p", str(self.port), "-U", ROLE]
        done = subprocess.run(
            [str(self.bin_dir / program), *where, *arguments],
            env=env,
            capture_output=True,
            text=True,
        )
        if done.returncode:
            raise ClusterError(f"{program} failed: {done.stderr.strip()}")


@contextmanager
def running_cluster(data_dir: Path, first_port: int, *, durable: bool = True) -> Iterator[Cluster]:
    """Run the cluster in ``data_dir`` for the length of a ``with``, making it if need be.

    When another command already runs it, that one is used; whoever started it ends only when all others have.
    """
    bin_dir = postgres_bin()
    owner = _owner()
    _prepare(data_dir, owner)
    password = _make(data_dir, bin_dir, owner)
    with _in_use(data_dir) as users:
        running = _running_port(data_dir)
        if running is not None:
            yield Cluster(running, password, bin_dir)
            return
        process, cluster = _started(data_dir, bin_dir, owner, first_port, password, durable)
        minded = _Minded(process, lambda: _start(data_dir, bin_dir, owner, cluster.port, durable))
        try:
            yield cluster
        finally:
            _wait_for_others(users)
            minded.end()


class _Minded:
    """A database that is started again when it ends by itself, killed for want of memory, say. What asks meanwhile is told that it does not
    answer; the line of a pool is tried before it is used."""

    def __init__(self, process: subprocess.Popen[bytes], start: Callable[[], subprocess.Popen[bytes]]) -> None:  # fmt: skip
        self._process, self._start = process, start
        self._told_to_end, self._lock = Event(), Lock()
        Thread(target=self._mind, name="database", daemon=True).start()

    def _mind(self) -> None:
        pause_s = SOON_S
        while True:
            began = time.monotonic()
            code = self._process.wait()
            pause_s = SOON_S if time.monotonic() - began > LIVES_S else min(2 * pause_s, LONGEST_PAUSE_S)  # fmt: skip
            if self._told_to_end.wait(pause_s):
                return
            with self._lock:
                if self._told_to_end.is_set():
                    return
                say.warning("the database ended by itself and is started again", code=code)
                try:
                    self._process = self._start()
                except OSError as error:  # no memory for it, say: it is tried again
                    say.warning("the database could not be started", why=str(error))

    def end(self) -> None:
        """End it, for good."""
        self._told_to_end.set()
        with self._lock:
            _end(self._process)


SOON_S, LONGEST_PAUSE_S = 0.25, 30.0
LIVES_S = 60.0
"""One that ends again sooner than this is waited with a little longer each time."""


@contextmanager
def _in_use(data_dir: Path) -> Iterator[int]:
    """Held by everybody who uses the cluster: a file that all may share."""
    users = os.open(data_dir / "in-use", os.O_RDWR | os.O_CREAT, 0o600)
    try:
        fcntl.flock(users, fcntl.LOCK_SH)
        yield users
    finally:
        os.close(users)


def _wait_for_others(users: int) -> None:
    """Return when nobody else uses the cluster; Ctrl-C does not wait."""
    told = False
    with suppress(KeyboardInterrupt):
        while True:
            try:
                fcntl.flock(users, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except BlockingIOError:
                if not told:
                    print("Another command still uses this database: it stays until that one ends. Ctrl-C ends both.", flush=True)  # fmt: skip
                told = True
                time.sleep(0.3)
            else:
                return


def _started(
    data_dir: Path, bin_dir: Path, owner: pwd.struct_passwd | None, first_port: int, password: str, durable: bool
) -> tuple[subprocess.Popen[bytes], Cluster]:  # fmt: skip
    """A database server that answers; at another port when somebody took the one that was free a moment ago."""
    for again in range(MOST_PORTS):
        port = free_port("127.0.0.1", first_port)
        process, cluster = _start(data_dir, bin_dir, owner, port, durable), Cluster(port, password, bin_dir)  # fmt: skip
        try:
            _wait(process, cluster, data_dir)
        except ClusterError as error:
            _end(process)
            if "already in use" not in str(error) or again + 1 == MOST_PORTS:
                raise
            first_port = port + 1
        except BaseException:
            _end(process)
            raise
        else:
            return process, cluster
    raise AssertionError("unreachable")


MOST_PORTS = 4


def _end(process: subprocess.Popen[bytes]) -> None:
    process.send_signal(signal.SIGINT)
    try:
        process.wait(30)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()


def _owner() -> pwd.struct_passwd | None:
    if os.geteuid() != 0:
        return None
    try:
        return pwd.getpwnam("postgres")
    except KeyError:
        raise ClusterError("The postgres account is missing: apt-get install postgresql") from None


def _as(owner: pwd.struct_passwd | None) -> dict[str, Any]:
    if owner is None:
        return {}
    return {"user": owner.pw_uid, "group": owner.pw_gid, "extra_groups": []}


def _prepare(data_dir: Path, owner: pwd.struct_passwd | None) -> None:
    try:
        data_dir.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise ClusterError(
            f"Cannot make {data_dir}: {error.strerror}. Set WISE_SPOOL_DATA_DIR to a folder you own."
        ) from error
    free = shutil.disk_usage(data_dir).free
    least = LEAST_TO_GO_ON_BYTES if (data_dir / "pg").exists() else LEAST_FREE_BYTES
    if free < least:
        raise ClusterError(
            f"Only {free // 1_000_000} MB are free at {data_dir}; the database needs {least // 1_000_000} MB. Free some, or set WISE_SPOOL_DATA_DIR to a larger disk."
        )
    if owner is not None:
        os.chown(data_dir, owner.pw_uid, owner.pw_gid)


def _make(data_dir: Path, bin_dir: Path, owner: pwd.struct_passwd | None) -> str:
    """Make the cluster beside its place and move it in when whole; return its password."""
    secret, home, half = data_dir / "password", data_dir / "pg", data_dir / "pg.half"
    with suppress(FileNotFoundError):
        known = secret.read_text().strip()
        if home.exists() and known:
            return known
    if home.exists():
        return _another_password(data_dir, bin_dir, owner)
    shutil.rmtree(half, ignore_errors=True)
    password = _written_password(secret, owner)
    done = subprocess.run(
        [str(bin_dir / "initdb"), "-D", str(half), "-U", ROLE, "--pwfile", str(secret), "-A", "scram-sha-256",
         "--encoding=UTF8", "--locale=C.UTF-8"],
        capture_output=True, text=True, cwd="/", **_as(owner),
    )  # fmt: skip
    if done.returncode:
        shutil.rmtree(half, ignore_errors=True)
        raise ClusterError(f"PostgreSQL could not make its cluster: {done.stderr.strip()[-500:]}")
    half.rename(home)
    flushed(data_dir)
    return password


def _written_password(secret: Path, owner: pwd.struct_passwd | None) -> str:
    """A fresh one, on the disk before anything goes by it: a shop whose password is lost with the power is locked."""
    password = secrets.token_urlsafe(24)
    written(secret, f"{password}\n".encode())
    if owner is not None:
        os.chown(secret, owner.pw_uid, owner.pw_gid)
    return password


def _another_password(data_dir: Path, bin_dir: Path, owner: pwd.struct_passwd | None) -> str:
    """The password file is empty or away, as a power cut can leave it: whoever owns the database's files may set another."""
    home, secret = data_dir / "pg", data_dir / "password"
    if _running_port(data_dir) is not None:
        raise ClusterError(f"The password file {secret} is gone while the database runs. End the server that runs on it and start again: then it is given another.")  # fmt: skip
    password = _written_password(secret.with_name("password.new"), owner)
    done = subprocess.run(
        [str(bin_dir / "postgres"), "--single", "-D", str(home), "postgres"],
        input=f"ALTER ROLE {ROLE} PASSWORD '{password}'\n",
        capture_output=True, text=True, cwd="/", **_as(owner),
    )  # fmt: skip
    if done.returncode or "ERROR" in done.stderr:
        secret.with_name("password.new").unlink()
        raise ClusterError(f"The password file {secret} is gone, and PostgreSQL takes no other ({done.stderr.strip()[-500:]}). Put the file back, or move {home} aside to start empty.")  # fmt: skip
    secret.with_name("password.new").replace(secret)
    flushed(data_dir)
    say.warning("the database's password was gone: it was given another")
    return password


def _running_port(data_dir: Path) -> int | None:
    """Port of the server already running on this cluster, if there is one. A number that another program bears now
    is what a power cut left: PostgreSQL would take it for itself and not start, so it is put away."""
    pid_file = data_dir / "pg" / "postmaster.pid"
    try:
        lines = pid_file.read_text().splitlines()
        pid, port = int(lines[0]), int(lines[3])
        program = Path(f"/proc/{pid}/comm").read_text().strip()
    except (OSError, ValueError, IndexError):
        return None
    if program != "postgres":
        pid_file.unlink(missing_ok=True)
        return None
    return port


def _start(
    data_dir: Path, bin_dir: Path, owner: pwd.struct_passwd | None, port: int, durable: bool
) -> subprocess.Popen[bytes]:
    sockets = data_dir / "run"
    sockets.mkdir(exist_ok=True)
    if owner is not None:
        os.chown(sockets, owner.pw_uid, owner.pw_gid)
    sockets.chmod(0o700)
    options = ["-c", "listen_addresses=127.0.0.1", "-c", f"port={port}", "-c", "max_connections=40"]
    where = str(sockets) if len(str(sockets)) < LONGEST_SOCKET_DIR else ""
    options += ["-c", f"unix_socket_directories={where}"]
    if not durable:
        options += ["-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off"]
    command = [str(bin_dir / "postgres"), "-D", str(data_dir / "pg"), *options]
    with (data_dir / "postgres.log").open("ab") as log:
        return subprocess.Popen(
            command, stdout=log, stderr=log, stdin=subprocess.DEVNULL, cwd="/", start_new_session=True,
            preexec_fn=_end_with_parent(), **_as(owner),
        )  # fmt: skip


def _end_with_parent() -> Callable[[], None]:
    """Ask the kernel to stop the database should this process be killed outright."""
    libc = ctypes.CDLL(None)
    return lambda: libc.prctl(PR_SET_PDEATHSIG, signal.SIGINT)


def _wait(process: subprocess.Popen[bytes], cluster: Cluster, data_dir: Path) -> None:
    for _ in range(300):
        if process.poll() is not None:
            tail = (data_dir / "postgres.log").read_text(errors="replace").splitlines()[-6:]
            raise ClusterError("PostgreSQL stopped while starting:\n  " + "\n  ".join(tail))
        try:
            psycopg.connect(cluster.url("postgres", "postgresql"), connect_timeout=2).close()
            return
        except psycopg.OperationalError:
            time.sleep(0.1)
    raise ClusterError(f"PostgreSQL did not answer within 30 s; see {data_dir / 'postgres.log'}.")
