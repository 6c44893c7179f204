"""Where things are kept and where the server listens; ``WISE_SPOOL_*`` overrides."""

import hashlib
import os
from pathlib import Path

from pydantic_settings import BaseSettings, SettingsConfigDict

ROOT = Path(__file__).resolve().parents[2]


def default_data_dir() -> Path:
    """A folder for this checkout's data: under /var/lib as root, in the home otherwise.

    PostgreSQL refuses to run as root, so root's data lives where the postgres
    account can reach it.
    """
    name = hashlib.sha256(str(ROOT).encode()).hexdigest()[:10]
    if os.geteuid() == 0:
        return Path("/var/lib/wise-spool") / name
    base = os.environ.get("XDG_DATA_HOME") or str(Path.home() / ".local" / "share")
    return Path(base) / "wise-spool" / name


class Settings(BaseSettings):
    """Settings of one run."""

    model_config = SettingsConfigDict(env_prefix="WISE_SPOOL_")

    data_dir: Path = default_data_dir()
    host: str = "127.0.0.1"
    port: int = 8321
    names: tuple[str, ...] = ("localhost", "127.0.0.1", "::1")
    database_port: int = 54390
    web_dir: Path = ROOT / "web" / "dist"
    largest_upload_bytes: int = 5_000_000
