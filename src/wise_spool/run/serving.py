"""The servers of one shop: the machine's own on loopback and, when asked for, one for the shop's network; in one process, or in several that
listen at the same sockets.
"""

import asyncio
import gc
import os
import pickle
import signal
import subprocess
import sys
import threading
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager, suppress

import uvicorn

from wise_spool.api.doorkeeper import closed
from wise_spool.logs import say
from wise_spool.run.site import Site, listening_at
from wise_spool.store.builds import BuildStore

SWITCHES_S = 0.001
"""How soon whoever works something out lets the others have the interpreter: an answer that is ready must not wait for a plan."""
HANGS_UP_S = 1
"""Windows that listen to the bell never hang up themselves."""
AGAIN_S, ENDS_S = 1.0, 10.0


class _Beside(uvicorn.Server):
    """A server that another one's signals end."""

    @contextmanager
    def capture_signals(self) -> Iterator[None]:
        """Leave them to the other one."""
        yield


def serve(site: Site, store: BuildStore) -> None:
    """Serve until Ctrl-C, with as many processes beside this one as the settings say."""
    with ExitStack() as stack:
        for _ in range(site.settings.servers - 1):
            stack.enter_context(_another(site))
        serve_here(site, store)


def serve_here(site: Site, store: BuildStore) -> None:
    """Serve in this process until it is told to end."""
    sys.setswitchinterval(SWITCHES_S)
    app = site.application(store)
    gc.collect()
    gc.freeze()  # what start-up made stays; collections while serving need not look at it
    asked = closed(app, "machine") if site.locked else app
    mine = uvicorn.Server(uvicorn.Config(asked, log_level="warning", timeout_graceful_shutdown=HANGS_UP_S))  # fmt: skip
    here = listening_at(site.here)
    if site.lan is None or site.certificates is None:
        mine.run(sockets=[here])
        return
    made, held = site.certificates, listening_at(site.lan)
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


@contextmanager
def _another(site: Site) -> Iterator[None]:
    """Another process that serves the same, for the length of a ``with``; one that ends by itself is started anew."""
    over = threading.Event()
    running: list[subprocess.Popen[bytes]] = []

    def keep_up() -> None:
        while not over.is_set():
            process = _started(site)
            running[:] = [process]
            code = process.wait()
            if not over.is_set():
                say.warning("a server beside ended and is started anew", code=code)
                over.wait(AGAIN_S)

    thread = threading.Thread(target=keep_up, name="another", daemon=True)
    thread.start()
    try:
        yield
    finally:
        over.set()
        for process in running:
            _ended(process)
        thread.join(ENDS_S)


def _started(site: Site) -> "subprocess.Popen[bytes]":
    process = subprocess.Popen(
        [sys.executable, "-m", "wise_spool.run.serving"], stdin=subprocess.PIPE, pass_fds=site.sockets()
    )  # fmt: skip
    assert process.stdin is not None
    with suppress(OSError):  # it ended at once: that is seen by who waits for it
        pickle.dump(site, process.stdin)
        process.stdin.flush()
    return process


def _ended(process: "subprocess.Popen[bytes]") -> None:
    assert process.stdin is not None
    with suppress(OSError):
        process.stdin.close()
    try:
        process.wait(ENDS_S)
    except subprocess.TimeoutExpired:
        process.kill()


def main() -> None:
    """Serve beside another process, which says on standard input what, and is gone when that ends."""
    site: Site = pickle.load(sys.stdin.buffer)

    def with_the_other() -> None:
        sys.stdin.buffer.read()
        os.kill(os.getpid(), signal.SIGTERM)

    threading.Thread(target=with_the_other, daemon=True).start()
    store = site.store()
    with suppress(KeyboardInterrupt):
        serve_here(site, store)
    store.engine.dispose()


if __name__ == "__main__":
    main()
