"""A throw-away PostgreSQL cluster for the tests, made once per run."""

import atexit
import itertools
import shutil
import tempfile
from contextlib import ExitStack
from functools import cache
from pathlib import Path

from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import Cluster, running_cluster
from wise_spool.store.migrations import upgrade

ROOT_PORT = 55400
_count = itertools.count(1)


def temporary_dir() -> Path:
    """A folder the postgres account can reach, removed at the end."""
    where = Path(tempfile.mkdtemp(prefix="wise-spool-test-"))
    where.chmod(0o755)
    atexit.register(shutil.rmtree, where, ignore_errors=True)
    return where


@cache
def cluster() -> Cluster:
    """The cluster, started on first use."""
    stack = ExitStack()
    made = stack.enter_context(running_cluster(temporary_dir() / "data", ROOT_PORT, durable=False))
    atexit.register(stack.close)
    return made


def fresh_store() -> BuildStore:
    """A store over a new, migrated database."""
    name = f"test_{next(_count)}"
    cluster().create_database(name)
    url = cluster().url(name)
    upgrade(url)
    return BuildStore(url)


def settings(**more: object) -> Settings:
    """Settings that serve no built interface."""
    return Settings(web_dir=Path("/nonexistent"), **more)
