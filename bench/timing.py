"""Percentiles of repeated timings."""

import time
from collections.abc import Callable

import numpy as np


def repeat_ms(work: Callable[[], object], times: int, warm: int = 5) -> list[float]:
    """Wall time of each call in ms, after a few unmeasured ones."""
    for _ in range(warm):
        work()
    took = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        took.append((time.perf_counter() - start) * 1000)
    return took


def line(name: str, ms: list[float]) -> str:
    """Median, 95th and 99th percentile on one line."""
    p50, p95, p99 = np.percentile(ms, [50, 95, 99])
    return f"{name:<44} n {len(ms):>5}  median {p50:7.2f} ms  p95 {p95:7.2f} ms  p99 {p99:7.2f} ms"
