"""What one server process of a shop says is heard by all the others, over PostgreSQL's own LISTEN and NOTIFY.

A bell rung in one process rings in every window, whichever process its line ends at. Some words are for the processes
alone, such as that what was learned is old. What is said while a process is cut off is lost to it: when it hears again, it and its windows read
everything anew.
"""

import uuid
from collections.abc import Callable
from threading import Event, Lock, Thread

import psycopg
from sqlalchemy import Engine

from wise_spool.api.bell import Bell
from wise_spool.logs import say

CHANNEL = "wise_spool"
LISTENS_S, AGAIN_S = 1.0, 2.0


class Hearsay:
    """One process's mouth and ear."""

    def __init__(self, engine: Engine, bell: Bell) -> None:
        self.engine, self.bell = engine, bell
        self.me = uuid.uuid4().hex[:12]
        self.listening = Event()
        self.acts: dict[str, Callable[[], None]] = {}
        """What is done here when another process says so."""
        self.was_cut_off: Callable[[], None] = lambda: None
        """Done when it hears again after it did not for a while."""
        self._stop = Event()
        self._mouth: psycopg.Connection | None = None
        self._speaking = Lock()

    def start(self) -> None:
        """Begin to listen, in a thread of its own, and to pass on what is rung here."""
        self.bell.spread = self.tell
        Thread(target=self._listen, name="hearsay", daemon=True).start()

    def close(self) -> None:
        """Listen no more."""
        self.bell.spread = None
        self._stop.set()
        with self._speaking:
            self._shut_mouth()

    def tell(self, event: str) -> None:
        """Say it to the other processes; one that cannot be said is only heard here. Who does not listen says nothing."""
        with self._speaking:
            if self.bell.spread is None:
                return
            try:
                self._say(event)
            except psycopg.Error:  # a line that was cut meanwhile is noticed by speaking
                self._shut_mouth()
                try:
                    self._say(event)
                except psycopg.Error as error:
                    self._shut_mouth()
                    say.warning("not said to the others", why=type(error).__name__)

    def _say(self, event: str) -> None:
        """Over a line of its own, as it is said at every edit; what is said is not kept, so that nothing waits for the disk."""
        if self._mouth is None:
            self._mouth = psycopg.connect(self._url(), autocommit=True, options="-c synchronous_commit=off", connect_timeout=5)  # fmt: skip
        self._mouth.execute("SELECT pg_notify(%s, %s)", (CHANNEL, f"{self.me} {event}"))

    def _shut_mouth(self) -> None:
        if self._mouth is not None:
            self._mouth.close()
            self._mouth = None

    def _url(self) -> str:
        return self.engine.url.set(drivername="postgresql").render_as_string(hide_password=False)

    def _listen(self) -> None:
        cut_off = False
        while not self._stop.is_set():
            try:
                with psycopg.connect(self._url(), autocommit=True) as link:
                    link.execute(f"LISTEN {CHANNEL}")
                    if cut_off:
                        self.was_cut_off()
                    self.listening.set()
                    while not self._stop.is_set():
                        for heard in link.notifies(timeout=LISTENS_S):
                            self._heard(heard.payload)
            except psycopg.Error as error:
                self.listening.clear()
                cut_off = True
                if self._stop.is_set():
                    return
                say.warning("the others are not heard", why=type(error).__name__)
                self._stop.wait(AGAIN_S)

    def _heard(self, payload: str) -> None:
        whose, _, event = payload.partition(" ")
        if whose == self.me:
            return
        act = self.acts.get(event.split("\n")[0])
        if act is not None:
            act()
        if event.startswith("event: "):
            self.bell.here(event)
