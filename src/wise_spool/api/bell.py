"""A bell that rings in every open window when a rod has changed, or a foot switch was trodden on."""

import asyncio
import uuid
from collections.abc import AsyncIterator, Callable
from threading import Lock

STILL_HERE_S = 15.0
MOST_WAITING = 100
ANEW = "event: anew"


class Bell:
    """Rung from any thread, heard on the event loop by everyone who listens."""

    def __init__(self) -> None:
        self._listening: dict[asyncio.Queue[str], asyncio.AbstractEventLoop] = {}
        self._lock = Lock()
        self.spread: Callable[[str], None] | None = None
        """Tells other processes of the shop what was rung in this one."""
        self.past = ""
        """Which past of the shop stands there."""

    def ring(self, build_id: uuid.UUID, version: int = 0) -> None:
        """Say that this rod has changed, and is at that version."""
        self._say(f"event: rod\ndata: {build_id} {version}\n\n")

    def board(self) -> None:
        """Say that the timetable has changed."""
        self._say("event: board\ndata: -\n\n")

    def door(self) -> None:
        """Say that somebody was let in, or turned out."""
        self._say("event: door\ndata: -\n\n")

    def anew(self) -> None:
        """Say that another past of the shop stands there: every window reads everything anew."""
        self._say(self._anew())

    def anew_here(self) -> None:
        """The same to the windows of this process: it may have missed something."""
        self.here(self._anew())

    def _anew(self) -> str:
        return f"{ANEW}\ndata: {self.past}\n\n"

    def tread(self, tread: str) -> None:
        """Say that the foot switch was trodden on."""
        self._say(f"event: foot\ndata: {tread}\n\n")

    def _say(self, event: str) -> None:
        self.here(event)
        if self.spread is not None:
            self.spread(event)

    def here(self, event: str) -> None:
        """Say it to the windows whose line ends at this process."""
        with self._lock:
            listening = list(self._listening.items())
        for queue, loop in listening:
            if not loop.is_closed():
                loop.call_soon_threadsafe(_put, queue, event)

    async def listen(self) -> AsyncIterator[str]:
        """Server-sent events: which past stands there, one a change, and a breath now and then so that a dead line is noticed."""
        queue: asyncio.Queue[str] = asyncio.Queue(MOST_WAITING)
        with self._lock:
            self._listening[queue] = asyncio.get_running_loop()
        try:
            yield f"event: past\ndata: {self.past}\n\n"
            while True:
                try:
                    yield await asyncio.wait_for(queue.get(), STILL_HERE_S)
                except TimeoutError:
                    yield ": still here\n\n"
        finally:
            with self._lock:
                del self._listening[queue]


def _put(queue: asyncio.Queue[str], said: str) -> None:
    if not queue.full():  # whoever does not listen reads everything anew when it comes back
        queue.put_nowait(said)
