"""The press: sheets and pages are made in processes beside the server, one at a time in each.

Neither the library that writes PDF nor the one that draws its pages may be used by two threads at once, and neither lets go of the
interpreter while it works: in the server, one story stick held up everybody's next edit.
"""

import os
import queue
import subprocess
import sys
from collections.abc import Callable
from contextlib import suppress
from threading import Lock, Timer
from typing import ParamSpec, TypeVar

from wise_spool.core.ground.refusals import NotNowError
from wise_spool.exchange.at_the_press import heard, sent
from wise_spool.logs import say

P = ParamSpec("P")
T = TypeVar("T")
WORKERS = max(1, min(2, (os.cpu_count() or 2) - 1))
LONGEST_S = 90.0


class PressError(NotNowError):
    """The press stopped in the middle."""

    status = 503
    title = "Not printed"


class Press:
    """So many workers, each started when it is first needed."""

    def __init__(self, workers: int = WORKERS, longest_s: float = LONGEST_S) -> None:
        self.longest_s = longest_s
        self._free: queue.LifoQueue[_Worker] = queue.LifoQueue()
        self._all = [_Worker() for _ in range(workers)]
        for worker in self._all:
            self._free.put(worker)

    def print(self, make: Callable[P, T], *given: P.args, **_: P.kwargs) -> T:
        """What ``make`` gives for what it is given, worked out beside the server. ``make`` is a function of a module. Raises whatever
        it raises, and :class:`PressError` when its process ended or took too long."""
        worker = self._free.get()
        try:
            return worker.print(make, given, self.longest_s)  # type: ignore[return-value]
        finally:
            self._free.put(worker)

    def close(self) -> None:
        """End its processes."""
        for worker in self._all:
            worker.end()


class _Worker:
    """One process, started anew when it has ended."""

    def __init__(self) -> None:
        self._process: subprocess.Popen[bytes] | None = None
        self._lock = Lock()

    def print(self, make: Callable[..., object], given: tuple[object, ...], longest_s: float) -> object:  # fmt: skip
        process = self._running()
        assert process.stdin is not None and process.stdout is not None
        late = Timer(longest_s, process.kill)
        late.start()
        try:
            sent(process.stdin, (make, given))  # type: ignore[arg-type]
            done, answer = heard(process.stdout)  # type: ignore[arg-type]
        except (EOFError, OSError) as error:
            say.warning("the press stopped", what=getattr(make, "__name__", ""))
            self.end()
            raise PressError("This sheet could not be printed just now. Try once more; nothing else is touched by it.") from error  # fmt: skip
        finally:
            late.cancel()
        if not done:
            raise answer
        return answer

    def _running(self) -> subprocess.Popen[bytes]:
        with self._lock:
            if self._process is None or self._process.poll() is not None:
                command = [sys.executable, "-m", "wise_spool.exchange.at_the_press"]
                self._process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE)  # fmt: skip
            return self._process

    def end(self) -> None:
        """End the process, if there is one."""
        with self._lock:
            process, self._process = self._process, None
        if process is None:
            return
        process.kill()
        process.wait()
        for pipe in (process.stdin, process.stdout):
            if pipe is not None:
                with suppress(OSError):  # what was half said to it is nobody's any more
                    pipe.close()
