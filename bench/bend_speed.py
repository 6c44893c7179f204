"""The loaded rod: speed of one solve and of a layout, accuracy beside each (a drag over HTTP: ``what_if_load``).

Ratios are against SciPy's ``solve_bvp`` on the bare tapered blank and against the same energy
handed to ``scipy.optimize.minimize`` (L-BFGS-B) from the same start.
"""

import math
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from functools import partial

import numpy as np
from numpy.typing import NDArray
from scipy.integrate import solve_bvp
from scipy.optimize import minimize

from bench.timing import line, repeat_ms
from wise_spool.core.document.build import Build
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.layouts import share_of_bend
from wise_spool.core.guides.trial import Trial
from wise_spool.core.mechanics.elastica import Bent, Load, Ring, Rod, _System, bend, mesh_of
from wise_spool.core.rod import Rod as WholeRod
from wise_spool.demo.shop import demo_builds

Floats = NDArray[np.float64]
LENGTH, CLAMP = 2050.0, 400.0


def stiffness_of(times: float, belly: float) -> Callable[[Floats], Floats]:
    """EI of a plausible blank, N mm²: some 450 g drop its tip by a third when ``times`` is 1."""
    return lambda s: np.asarray(2600 * times * (14 - 0.0055 * s + belly * s * (LENGTH - s) / LENGTH**2) ** 3.5, float)  # fmt: skip


stiffness = stiffness_of(1.0, 0.0)


def train(ei: Callable[[Floats], Floats] = stiffness) -> Rod:
    """Nine rings and the tip-top, a reel behind them."""
    spots = ((640, 50), (860, 38), (1060, 28), (1240, 20), (1400, 15), (1545, 12), (1675, 11), (1795, 10), (1925, 9))  # fmt: skip
    rings = (*(Ring(s, h) for s, h in spots), Ring(LENGTH, 6, 0, 8))
    return Rod(LENGTH, CLAMP, ei, None, rings, (330.0, 45.0))


def boundary_value(
    ei: Callable[[Floats], Floats], load: float, nodes: int, tol: float
) -> tuple[float, float]:
    """Tip of the bare blank by ``solve_bvp``, from the ray's own guess; the tip comes with it as states."""
    free = LENGTH - CLAMP
    s = np.linspace(0, free, nodes)
    found = solve_bvp(
        lambda s, y: np.vstack([y[1] / ei(s + CLAMP), -load * np.cos(y[0]), np.cos(y[0]), np.sin(y[0])]),
        lambda a, b: np.array([a[0], b[1], a[2], a[3]]),
        s,
        np.vstack([1.2 * (s / free) ** 2, load * (free - s), s, 0.4 * s]),
        tol=tol,
        max_nodes=50_000,
    )  # fmt: skip
    return float(found.y[2, -1]), float(found.y[3, -1])


def _off(tip: tuple[float, float], exact: tuple[float, float]) -> float:
    return math.dist(tip, exact) / (LENGTH - CLAMP)


def _free_tip(bent: Bent) -> tuple[float, float]:
    return bent.tip_mm[0] - CLAMP, bent.tip_mm[1]


def _median(work: Callable[[], object]) -> float:
    return float(np.median(repeat_ms(work, 15, warm=2)))


def bend_anew(rod: Rod, load: Load, elements: int = 120) -> Bent:
    """The bend with all that goes before it: nothing is kept from an earlier one."""
    return bend(replace(rod), load, elements)


def against_boundary_values(blanks: int = 12) -> None:
    """Both tuned: ours with so many elements, SciPy's with the loosest mesh and tolerance that is no worse."""
    rng = np.random.default_rng(7)
    bare, lined = [], []
    for _ in range(blanks):
        ei = stiffness_of(float(rng.uniform(0.5, 2)), float(rng.uniform(-2, 2)))
        load = float(rng.uniform(2, 8))
        exact = boundary_value(ei, load, 400, 1e-8)
        rod = Rod(LENGTH, CLAMP, ei)

        ours = partial(bend_anew, rod, Load(load, 90), 60)
        error = _off(_free_tip(ours()), exact)
        tuned = [partial(boundary_value, ei, load, n, tol) for n in (6, 10, 16, 30) for tol in (1e-1, 1e-2, 1e-3, 1e-4)]  # fmt: skip
        theirs = min(_median(t) for t in tuned if _off(t(), exact) <= error)
        bare.append(theirs / _median(ours))
        lined.append(theirs / _median(partial(bend_anew, train(ei), Load(load, 90), 60)))
    print(f"bare blank, solve_bvp's time over ours at no worse accuracy: median {np.median(bare):.2f}, least {min(bare):.2f} of {blanks} blanks")  # fmt: skip
    print(f"line and nine rings, the bare solve_bvp's time over ours: median {np.median(lined):.2f}, least {min(lined):.2f}")  # fmt: skip


def by_descent(rod: Rod, load: Load) -> Floats:
    """Element angles by L-BFGS-B on the same energy and gradient."""
    system = _System(rod, load, mesh_of(rod, 120))

    def energy(x: Floats) -> tuple[float, Floats]:
        return system.energy(x), system.slopes(x)[0]

    options = {"maxiter": 4000, "maxfun": 8000, "ftol": 1e-14, "gtol": 1e-6}
    done = minimize(energy, np.zeros(system.n), jac=True, method="L-BFGS-B", options=options)  # type: ignore[call-overload]
    return np.asarray(done.x, float)


def laid_out(build: Build) -> WholeRod:
    """Everything that follows from a build."""
    return WholeRod.of(build)


def main() -> None:
    """Print speeds, ratios and accuracy."""
    rod, load = train(), Load(6, 90)
    ours = repeat_ms(lambda: bend_anew(rod, load), 100)
    print(line("one loaded solve, 120 elements, 9 guides", ours))
    warm = bend(rod, load).angle
    print(line("  the same from the last bend, as dragged", repeat_ms(lambda: bend(rod, Load(6.1, 90), 120, warm), 100)))  # fmt: skip
    against_boundary_values()
    bare = Rod(LENGTH, CLAMP, stiffness)
    exact = boundary_value(stiffness, 5, 400, 1e-8)
    start = time.perf_counter()
    angles = by_descent(rod, load)
    took = (time.perf_counter() - start) * 1000
    apart = float(np.abs(angles - bend(rod, load).angle).max())
    print(f"{'with line, ours over L-BFGS-B':<44} ratio {np.median(ours) / took:.3f}, angles {apart:.1e} rad apart")  # fmt: skip
    for n in (30, 60, 120, 240):
        coarse = bend(bare, Load(5, 90), n).tip_mm
        print(f"  {n:>4} elements: tip {math.dist((coarse[0] - CLAMP, coarse[1]), exact) / (LENGTH - CLAMP):.2e} of the length off")  # fmt: skip
    for build in demo_builds(datetime.now(UTC))[:2]:
        whole = laid_out(build)
        assert whole.stiffness is not None and whole.datums is not None
        laid = Trial(
            build, whole.work_blank, whole.handle, whole.guides, whole.datums, whole.stiffness,
        )  # fmt: skip
        print(line(f"share of bend: {build.name}", repeat_ms(lambda t=laid: share_of_bend(t, habits().share_q), 15)))  # type: ignore[misc]  # fmt: skip


if __name__ == "__main__":
    main()
