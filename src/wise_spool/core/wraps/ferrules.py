"""Why a ferrule is wrapped: an estimate of what would split its socket, and what part of it thread carries.

A section bent at its joint pries the socket open. Over an overlap L the moment M is carried by two opposed forces whose
pressure falls off evenly from either end, so the line load at the mouth is ``q = 6 M / L^2`` (statics of a pin in a socket). A
line load on one side of a ring is held by both sides of it, so the hoop stress at the mouth is ``q / (2 t)`` for a wall t. Thread
takes part by its stiffness: ``share = E_thread * t_thread / (E_thread * t_thread + E_wall * t)``. The moment is the rod's power times the
length beyond the joint: more than any bend at that load gives. An estimate: wall and moduli are from memory.
Method page: ``docs/methods/wraps.md``.
"""

import math

from wise_spool.core.document.blank import BlankMaterial
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.wraps.thread import ThreadUsed

HOOP_GPA: dict[BlankMaterial, float] = {"carbon": 10.0, "glass": 12.0, "composite": 11.0}
"""Stiffness of a blank's wall round its section, GPa. From memory."""
NYLON_GPA = 3.0
"""Handbook value for nylon 6, from memory."""


LEAST_OVERLAP_MM = 5.0
"""A joint that overlaps by less is no joint. From habit."""


class SocketStress(Frozen):
    """An estimate for one ferrule at the load that drops the tip a third: the moment at most, the hoop stress at the socket's mouth,
    and the share that one layer of thread carries."""

    moment_nm: float
    hoop_mpa: float
    thread_share: float


def socket_stress(
    power_n: float, beyond_mm: float, overlap_mm: float, material: BlankMaterial, thread: ThreadUsed, layers: int
) -> SocketStress | None:  # fmt: skip
    """The estimate; None while hardly anything overlaps.

    >>> from wise_spool.core.document.wraps import Thread
    >>> from wise_spool.core.wraps.thread import used
    >>> s = socket_stress(5.0, 1200.0, 60.0, "carbon", used(Thread(id="a", name="a")), 1)
    >>> s.moment_nm, round(s.hoop_mpa, 1)
    (6.0, 6.2)
    """
    if overlap_mm < LEAST_OVERLAP_MM or beyond_mm <= 0:
        return None
    moment_nmm = power_n * beyond_mm
    wall = habits().socket_wall_mm
    hoop = 6 * moment_nmm / overlap_mm**2 / (2 * wall)
    thick = layers * math.pi / 4 * thread.diameter_mm**2 * habits().thread_solid / thread.pitch_mm
    by_thread, by_wall = NYLON_GPA * thick, HOOP_GPA[material] * wall
    return SocketStress(
        moment_nm=round(moment_nmm / 1000, 2), hoop_mpa=round(hoop, 1), thread_share=round(by_thread / (by_thread + by_wall), 3)
    )  # fmt: skip
