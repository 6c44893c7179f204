"""Alembic migrations, run by :func:`upgrade`."""

from pathlib import Path

from alembic import command
from alembic.config import Config


def upgrade(url: str) -> None:
    """Bring a database to the newest tables."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent))
    config.attributes["url"] = url
    command.upgrade(config, "head")
