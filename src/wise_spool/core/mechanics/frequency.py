"""First natural frequency of the clamped blank, bare and dressed: the price of heavy guides.

Small swings of the same elements as the bend's; mass lumped at the nodes.
Method page: ``docs/methods/elastica.md``.
"""

import math
from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import eigh

from wise_spool.core.mechanics.elastica import springs

Floats = NDArray[np.float64]


def first_frequency_hz(
    length_mm: float,
    clamp_mm: float,
    stiffness_n_mm2: Callable[[Floats], Floats],
    mass_g_per_mm: Callable[[Floats], Floats],
    lumps: Sequence[tuple[float, float]] = (),
    elements: int = 120,
    breaks_mm: Sequence[float] = (),
) -> float:
    """Lowest frequency in Hz of a cantilever with lumps of (station mm, mass g) on it; its EI may jump
    at ``breaks_mm``.

    Raises ``ValueError`` when nothing has mass or nothing is free.
    """
    if length_mm <= clamp_mm:
        raise ValueError("nothing stands free of the clamp")
    jumps = [b for b in breaks_mm if clamp_mm < b < length_mm]
    station = np.union1d(np.linspace(clamp_mm, length_mm, elements + 1), jumps)
    elements = station.size - 1
    ds = np.diff(station)
    spring = springs(station, stiffness_n_mm2)
    mass = np.zeros(elements + 1)
    element = mass_g_per_mm((station[:-1] + station[1:]) / 2) * ds
    mass[:-1] += element / 2
    mass[1:] += element / 2
    for where, grams in lumps:
        if clamp_mm < where:
            k = min(int(np.searchsorted(station, where)), elements)
            share = (
                (station[k] - where) / (station[k] - station[k - 1]) if where < station[k] else 0
            )
            mass[k] += grams * (1 - share)
            mass[k - 1] += grams * share
    if not mass[1:].sum() > 0:
        raise ValueError("nothing that is free has any mass")
    stiff = np.diag(spring + np.append(spring[1:], 0.0))
    i = np.arange(elements - 1)
    stiff[i, i + 1] = stiff[i + 1, i] = -spring[1:]
    lever = np.tril(np.ones((elements, elements))) * ds  # deflection of node k+1 from angles
    inertia = lever.T @ (lever * (mass[1:] * 1e-6)[:, None])  # t = N s^2/mm
    lowest = eigh(stiff, inertia, eigvals_only=True, subset_by_index=[0, 0])[0]
    return math.sqrt(max(float(lowest), 0.0)) / (2 * math.pi)
