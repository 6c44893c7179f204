"""Machine code of what is run thousands of times, by Numba.

What compiled functions call of one another stays in one file: the machine code kept on disk is made anew when its own
file changes, and only then.
"""

from collections.abc import Callable
from contextlib import suppress
from typing import Any, ParamSpec, TypeVar, cast

from numba import njit

P = ParamSpec("P")
R = TypeVar("R")


def compiled(work: Callable[P, R]) -> Callable[P, R]:
    """``work`` in machine code, kept on disk where that can be written, run beside other threads."""
    return _compiled(work)


def lean(work: Callable[P, R]) -> Callable[P, R]:
    """``compiled``, for work that makes no array: it counts no references to those it is given, which costs more than
    all a short function does. Whoever calls it holds them."""
    return _compiled(work, forceinline=True, _nrt=False)


def _compiled(work: Callable[P, R], **how: Any) -> Callable[P, R]:
    for cache in (True, False):
        with suppress(RuntimeError):  # no folder to keep it in
            return cast("Callable[P, R]", njit(cache=cache, nogil=True, error_model="numpy", **how)(work))  # fmt: skip
    return work
