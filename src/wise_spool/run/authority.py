"""The shop's own authority: a certificate that phones of the shop are told to trust once, and one for the server that it vouches for.

The authority's key never leaves the data folder and can be read by its owner alone. The server's certificate is made
anew at every start, for the addresses the machine has then, and lasts ``LASTS``: what phones take at most from an
authority that was installed by hand is 825 days.
"""

import hashlib
import ipaddress
import socket
import ssl
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

import trustme

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.on_disk import written

LASTS = timedelta(days=397)
FOLDER = "authority"


class NoNetworkError(RefusedError):
    """The machine has no network of its own to be opened to."""


@dataclass(frozen=True)
class Certificates:
    """Where the server's certificate and key lie, and the authority that vouches for them."""

    chain: Path
    key: Path
    authority_pem: bytes

    @property
    def fingerprint(self) -> str:
        """The authority's SHA-256, as a phone shows it.

        Read aloud or compared by eye before the phone is told to trust it.
        """
        der = ssl.PEM_cert_to_DER_cert(self.authority_pem.decode())
        digest = hashlib.sha256(der).hexdigest().upper()
        return ":".join(digest[n : n + 2] for n in range(0, len(digest), 2))


def certificates(data_dir: Path, names: tuple[str, ...], now: datetime | None = None) -> Certificates:  # fmt: skip
    """Certificates for these names and addresses; the authority is made the first time."""
    folder = data_dir / FOLDER
    folder.mkdir(mode=0o700, exist_ok=True)
    root, root_key = folder / "authority.pem", folder / "authority-key.pem"
    if root.exists() and root_key.exists():
        authority = trustme.CA.from_pem(root.read_bytes(), root_key.read_bytes())
    else:
        authority = trustme.CA(organization_name="Wise Spool", organization_unit_name=f"this shop's own authority, {data_dir.name}", path_length=0)  # fmt: skip
        written(root_key, authority.private_key_pem.bytes())
        written(root, authority.cert_pem.bytes())
    ends = (now or datetime.now(UTC)) + LASTS
    server = authority.issue_cert(*names, common_name=names[0], organization_name="Wise Spool", organization_unit_name="this shop", not_after=ends)  # fmt: skip
    chain, key = folder / "server.pem", folder / "server-key.pem"
    written(chain, b"".join(c.bytes() for c in server.cert_chain_pems))
    written(key, server.private_key_pem.bytes())
    return Certificates(chain, key, root.read_bytes())


def own_addresses() -> tuple[str, ...]:
    """The addresses by which the shop's own network finds this machine, the likeliest first."""
    found: list[str] = []
    for family, far in ((socket.AF_INET, "192.0.2.1"), (socket.AF_INET6, "2001:db8::1")):
        try:
            with socket.socket(
                family, socket.SOCK_DGRAM
            ) as probe:  # nothing is sent: it only asks which way it would go
                probe.connect((far, 9))
                found.append(probe.getsockname()[0])
        except OSError:
            continue
    with suppress(OSError):
        found += [str(a[4][0]) for a in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET)]  # fmt: skip
    usable = [a for a in dict.fromkeys(found) if _is_own_network(a)]
    if not usable:
        raise NoNetworkError("This machine is in no network of its own: join the shop's network first, or say which address with WISE_SPOOL_LAN_ADDRESS.")  # fmt: skip
    return tuple(usable)


def _is_own_network(address: str) -> bool:
    found = ipaddress.ip_address(address.partition("%")[0])
    return found.is_private and not found.is_loopback and not found.is_link_local
