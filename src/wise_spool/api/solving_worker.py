"""The solver in a process of its own: a problem comes in, each better answer goes out, one after another.

What comes in and goes out is pickled, between the server and the process it started itself and nobody else. It ends when the
server does, however that ends: its input ends then.
"""

import os
import pickle
import sys
from threading import Thread

from wise_spool.core.schedule.conflict import Conflict, conflict_of
from wise_spool.core.schedule.solving import Answer, solve

WORKERS = 2


def main() -> None:
    """Solve what is asked; when there is no schedule, say what cannot live together."""
    os.nice(10)  # requests go first
    problem, work = pickle.load(sys.stdin.buffer)
    Thread(target=_ends_with_the_server, daemon=True).start()

    def heard(answer: Answer | Conflict) -> bool:
        try:
            pickle.dump(answer, sys.stdout.buffer)
            sys.stdout.buffer.flush()
        except OSError:
            return False
        return True

    answer = solve(problem, heard, work, workers=WORKERS)
    heard(answer)
    if answer.schedule is None:
        conflict = conflict_of(problem)
        if conflict is not None:
            heard(conflict)


def _ends_with_the_server() -> None:
    """Nothing more is said to it: whatever comes is the end."""
    os.read(sys.stdin.fileno(), 1)
    os._exit(0)


if __name__ == "__main__":
    main()
