"""The servers of one shop in one process: the machine's own on loopback, and beside it, when asked for, one for the shop's network."""

import asyncio
import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn
from fastapi import FastAPI

from wise_spool.api.doorkeeper import closed
from wise_spool.run.authority import Certificates

SWITCHES_S = 0.001
"""How soon whoever works something out lets the others have the interpreter: an answer that is ready must not wait for a plan."""
HANGS_UP_S = 1
"""Windows that listen to the bell never hang up themselves."""


class _Beside(uvicorn.Server):
    """A server that another one's signals end."""

    @contextmanager
    def capture_signals(self) -> Iterator[None]:
        """Leave them to the other one."""
        yield


def serve(app: FastAPI, here: socket.socket, network: tuple[socket.socket, Certificates] | None) -> None:  # fmt: skip
    """Serve until Ctrl-C."""
    sys.setswitchinterval(SWITCHES_S)
    mine = uvicorn.Server(uvicorn.Config(app, log_level="warning", timeout_graceful_shutdown=HANGS_UP_S))  # fmt: skip
    if network is None:
        mine.run(sockets=[here])
        return
    held, made = network
    theirs = _Beside(
        uvicorn.Config(
            closed(app), log_level="warning", timeout_graceful_shutdown=HANGS_UP_S, lifespan="off", proxy_headers=False, server_header=False,
            ssl_certfile=str(made.chain), ssl_keyfile=str(made.key),
        )
    )  # fmt: skip

    async def both() -> None:
        beside = asyncio.create_task(theirs.serve(sockets=[held]))
        try:
            await mine.serve(sockets=[here])
        finally:
            theirs.should_exit = True
            await beside

    asyncio.run(both())
