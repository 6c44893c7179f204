"""Alembic migrations, run by :func:`upgrade`."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from alembic.util.exc import CommandError
from sqlalchemy import create_engine

from wise_spool.core.ground.refusals import RefusedError


class NewerError(RefusedError):
    """The tables are of a newer version than this one."""

    status = 409
    title = "Newer than this"


def upgrade(url: str) -> None:
    """Bring a database to the newest tables. Raises :class:`NewerError` when they are newer than that."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent))
    config.attributes["url"] = url
    try:
        command.upgrade(config, "head")
    except CommandError as error:
        if "Can't locate revision" not in str(error):
            raise
        raise NewerError(
            "This shop was last opened by a newer Wise Spool, and this one would not understand it. Start the newer one; nothing was changed."
        ) from error


def newest() -> str:
    """The tables this program is made for."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent))
    return ScriptDirectory.from_config(config).get_current_head() or ""


def stands_at(url: str) -> str | None:
    """The tables a database has; None for one that has none of ours."""
    engine = create_engine(url)
    try:
        with engine.connect() as link:
            return MigrationContext.configure(link).get_current_revision()
    finally:
        engine.dispose()
