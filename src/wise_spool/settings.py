"""Where things are kept and where the server listens; ``WISE_SPOOL_*`` overrides."""

import hashlib
import os
import pwd
import secrets
from contextlib import suppress
from pathlib import Path
from zoneinfo import available_timezones

from pydantic import Field
from pydantic_settings import BaseSettings, SettingsConfigDict

from wise_spool.on_disk import written

ROOT = Path(__file__).resolve().parents[2]
SHOP_FILE = ROOT / ".wise-spool-shop"
"""Holds the shop's own id, so that a checkout that is renamed or moved finds its shop again."""


def shop_id() -> str:
    """The id this checkout knows its shop by, made the first time.

    A shop of before ids is known by a hash of where the checkout lay, and goes on
    being known by it.
    """
    try:
        known = SHOP_FILE.read_text().strip()
    except OSError:
        known = ""
    if known and known.isalnum():
        return known
    by_place = hashlib.sha256(str(ROOT).encode()).hexdigest()[:10]
    fresh = by_place if (base_dir() / by_place).exists() else secrets.token_hex(5)
    try:
        written(SHOP_FILE, f"{fresh}\n".encode(), 0o644)
    except OSError:
        return by_place  # a checkout that cannot be written to is known by its place
    return fresh


def base_dir() -> Path:
    """Where shops are kept: under /var/lib as root, in the home otherwise.

    PostgreSQL refuses to run as root, so root's data lives where the postgres
    account can reach it.
    """
    if os.geteuid() == 0:
        return Path("/var/lib/wise-spool")
    return _home_base(Path.home())


def _home_base(home: Path) -> Path:
    base = os.environ.get("XDG_DATA_HOME") or str(home / ".local" / "share")
    return Path(base) / "wise-spool"


def shops_elsewhere(data_dir: Path) -> list[Path]:
    """Folders of the same shop under another account: root's, or the one that ``sudo`` was called by."""
    known = shop_id()
    places = [Path("/var/lib/wise-spool") / known]
    caller = os.environ.get("SUDO_USER")
    if caller and os.geteuid() == 0:
        with suppress(KeyError):
            places.append(_home_base(Path(pwd.getpwnam(caller).pw_dir)) / known)
    return [p for p in places if p != data_dir and (p / "pg").exists()]


def local_zone() -> str:
    """The time zone this computer keeps, by its name; UTC when it does not say."""
    name = os.environ.get("TZ", "")
    if not name:
        link = Path("/etc/localtime")
        name = str(link.resolve()).partition("zoneinfo/")[2] if link.exists() else ""
    return name if name in available_timezones() else "UTC"


class Settings(BaseSettings):
    """Settings of one run."""

    model_config = SettingsConfigDict(env_prefix="WISE_SPOOL_")

    data_dir: Path = Field(default_factory=lambda: base_dir() / shop_id())
    host: str = "127.0.0.1"
    port: int = 8321
    names: tuple[str, ...] = ("localhost", "127.0.0.1", "::1")
    database_port: int = 54390
    servers: int = Field(default=1, ge=1, le=16)
    lan_address: str = ""
    lan_port: int = 8443
    web_dir: Path = ROOT / "web" / "dist"
    largest_upload_bytes: int = 5_000_000
