"""The spans of line between rings: how much room each leaves over the bent blank."""

import math
from typing import NamedTuple

import numpy as np

from wise_spool.core.ground.compiled import compiled
from wise_spool.core.mechanics.chain import Flags, Floats, Ints
from wise_spool.core.mechanics.elastica import Bent, Rod

NONE_BETWEEN_MM = 99.0
"""Room said of a span with no blank in it."""


class SpanRooms(NamedTuple):
    """Spans of line (rings): least room to the blank, the blank's arc over its chord, how much lies on it."""

    clear_mm: Floats
    sag_mm: Floats
    lies_mm: Floats


def span_rooms(bent: Bent, rod: Rod, across_mm: Floats) -> SpanRooms:
    """The span of line before each ring, from the reel on. ``across_mm`` (rings) is how far each ring
    holds the line off the plane of the bend: a winding train's room is measured in space."""
    at = np.array([rod.clamp_mm, *(r.station_mm for r in rod.rings)])
    first = np.searchsorted(bent.station_mm, at - 1e-6)
    after = np.searchsorted(bent.station_mm, at + 1e-6)
    below = np.array([r.height_mm >= 0 for r in rod.rings])
    on = np.stack([bent.x_mm, bent.y_mm, bent.radius_mm], axis=1)
    return SpanRooms(
        *_rooms(on, first, after, bent.line_mm, bent.ring_at, below, across_mm, not rod.lies).T
    )


@compiled
def _rooms(
    on: Floats, first: Ints, after: Ints, line: Floats, ring_at: Ints, below: Flags, across: Floats, in_space: bool
) -> Floats:  # fmt: skip
    """(rings, 3) as :class:`SpanRooms`; ``on`` (n + 1, 3) is the blank's x, y and half OD at nodes."""
    out = np.zeros((ring_at.size, 3))
    for k in range(ring_at.size):
        i0, i1 = first[k], after[k + 1]
        if i1 - i0 < 2:
            out[k, 0] = NONE_BETWEEN_MM
            continue
        begin, end = (ring_at[k - 1] if k else 0), ring_at[k]
        ax, ay = line[begin, 0], line[begin, 1]
        dx, dy = line[end, 0] - ax, line[end, 1] - ay
        size = max(math.hypot(dx, dy), 1e-9)
        az = across[k - 1] if k else 0.0
        dz = across[k] - az
        side = 1.0 if below[k] else -1.0
        cx, cy = on[i1 - 1, 0] - on[i0, 0], on[i1 - 1, 1] - on[i0, 1]
        clear, arc = math.inf, 0.0
        for i in range(i0, i1):
            x, y = on[i, 0] - ax, on[i, 1] - ay
            if in_space:
                t = min(max((x * dx + y * dy - az * dz) / (dx * dx + dy * dy + dz * dz + 1e-12), 0.0), 1.0)  # fmt: skip
                off = math.sqrt((x - t * dx) ** 2 + (y - t * dy) ** 2 + (az + t * dz) ** 2)
            else:
                off = side * (dy * x - dx * y) / size
            clear = min(clear, off - on[i, 2])
            arc = max(arc, abs(cx * (on[i, 1] - on[i0, 1]) - cy * (on[i, 0] - on[i0, 0])))
        if end - begin > 1 and not in_space:  # the line rests on the blank between
            clear, lies = 0.0, 0.0
            for c in range(begin + 1, end - 1):
                lies += math.hypot(line[c + 1, 0] - line[c, 0], line[c + 1, 1] - line[c, 1])
            out[k, 2] = lies if end - begin > 2 else 1.0
        out[k, 0], out[k, 1] = clear, arc / max(math.hypot(cx, cy), 1e-9)
    return out
