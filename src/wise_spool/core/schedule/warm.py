"""Lay out one small plan, so that what is compiled is there before a builder waits for it.

Run as ``python -m wise_spool.core.schedule.warm``.
"""

from datetime import UTC, date, datetime

from wise_spool.core.schedule.by_list import by_list
from wise_spool.core.schedule.fewer import fewer_sessions
from wise_spool.core.schedule.problem import Problem, Sitting, Window
from wise_spool.core.schedule.warmth import even


def warm() -> None:
    """Compile all there is to compile; nothing to do when it is there already."""
    glue = [Sitting(f"{n}", f"{n}", "Glue", 2, setup=1, group="glue") for n in range(2)]
    monday = Window("a", 0, 10, date(2026, 1, 5))
    problem = Problem(datetime(2026, 1, 5, tzinfo=UTC), 20, tuple(glue), even(21.0, 20, 5), (monday,))  # fmt: skip
    fewer_sessions(problem, by_list(problem), tries=2, starts=2)


if __name__ == "__main__":
    warm()
