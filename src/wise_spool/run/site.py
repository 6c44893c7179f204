"""One shop as it is served: where it is kept and heard, and the application over it, the same in every process that serves it."""

import os
import socket
from dataclasses import dataclass

from fastapi import FastAPI

from wise_spool.api.app import create_app
from wise_spool.api.deps import Network
from wise_spool.run.authority import Certificates
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import Cluster
from wise_spool.store.keeping import Keeping


@dataclass(frozen=True)
class Site:
    """Where one shop is kept and heard. ``here`` and ``lan`` are the numbers of sockets that listen already; ``lan`` is none for a shop that is
    not open to its network; ``locked`` asks for a pass on the machine itself too."""

    shop: str
    database: str
    settings: Settings
    cluster: Cluster
    here: int
    lan: int | None = None
    certificates: Certificates | None = None
    network: Network | None = None
    locked: bool = False

    def store(self) -> BuildStore:
        """Its rods."""
        return BuildStore(self.cluster.url(self.database))

    def application(self, store: BuildStore) -> FastAPI:
        """The application over them."""
        web = create_app(store, self.settings, self.shop)
        folder = self.settings.data_dir / "backups"
        web.state.shop.keep_by(
            Keeping(self.cluster, self.shop, self.database, store.engine, folder)
        )
        web.state.shop.network = self.network
        return web

    def sockets(self) -> list[int]:
        """Every socket it is heard at."""
        return [self.here] if self.lan is None else [self.here, self.lan]


def listening_at(number: int) -> socket.socket:
    """A socket of this process's own at that number."""
    return socket.socket(fileno=os.dup(number))
