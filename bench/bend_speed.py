"""The loaded rod: speed of one solve, of a layout and of a drag over HTTP, accuracy beside each.

Ratios are against SciPy's ``solve_bvp`` on the bare tapered blank and against the same energy
handed to ``scipy.optimize.minimize`` (L-BFGS-B) from the same start.
"""

import math
import time
from datetime import UTC, datetime

import numpy as np
from fastapi.testclient import TestClient
from numpy.typing import NDArray
from scipy.integrate import solve_bvp
from scipy.optimize import minimize

from bench.timing import line, repeat_ms
from wise_spool.api.app import create_app
from wise_spool.core.document.build import Build
from wise_spool.core.ground.habits import habits
from wise_spool.core.guides.layouts import _Train, share_of_bend
from wise_spool.core.mechanics.elastica import Load, Ring, Rod, _mesh, _System, bend
from wise_spool.core.rod import Rod as WholeRod
from wise_spool.demo.shop import demo_builds
from wise_spool.settings import Settings
from wise_spool.store.builds import BuildStore

Floats = NDArray[np.float64]
LENGTH, CLAMP = 2050.0, 400.0


def stiffness(s: Floats) -> Floats:
    """EI of a plausible blank, N mm²."""
    return np.asarray(60 * (14 - 0.0055 * s) ** 3.5, float)


def train() -> Rod:
    """Nine rings and the tip-top, a reel behind them."""
    spots = ((640, 50), (860, 38), (1060, 28), (1240, 20), (1400, 15), (1545, 12), (1675, 11), (1795, 10), (1925, 9))  # fmt: skip
    rings = (*(Ring(s, h) for s, h in spots), Ring(LENGTH, 6, 0, 8))
    return Rod(LENGTH, CLAMP, stiffness, None, rings, (330.0, 45.0))


def boundary_value(load: float) -> tuple[float, float]:
    """Tip of the bare blank by ``solve_bvp``."""
    free = LENGTH - CLAMP
    s = np.linspace(0, free, 200)
    found = solve_bvp(
        lambda s, y: np.vstack([y[1] / stiffness(s + CLAMP), -load * np.cos(y[0])]),
        lambda a, b: np.array([a[0], b[1]]),
        s,
        np.vstack([1.2 * (s / free) ** 2, load * (free - s)]),
        tol=1e-6,
    )
    fine = np.linspace(0, free, 5001)
    theta = found.sol(fine)[0]
    return float(np.trapezoid(np.cos(theta), fine)), float(np.trapezoid(np.sin(theta), fine))


def by_descent(rod: Rod, load: Load) -> Floats:
    """Element angles by L-BFGS-B on the same energy and gradient."""
    system = _System(rod, load, _mesh(rod, 120))

    def energy(x: Floats) -> tuple[float, Floats]:
        at = system.look(x, 1.0)
        return at.energy, system.slopes(at, 1.0)[0]

    options = {"maxiter": 4000, "maxfun": 8000, "ftol": 1e-14, "gtol": 1e-6}
    done = minimize(energy, np.zeros(system.n), jac=True, method="L-BFGS-B", options=options)  # type: ignore[call-overload]
    return np.asarray(done.x, float)


def laid_out(build: Build) -> WholeRod:
    """Everything that follows from a build."""
    return WholeRod.of(build)


def main() -> None:
    """Print speeds, ratios and accuracy."""
    rod, load = train(), Load(6, 90)
    ours = repeat_ms(lambda: bend(rod, load), 100)
    print(line("one loaded solve, 120 elements, 9 guides", ours))
    warm = bend(rod, load).angle
    print(line("  the same from the last bend, as dragged", repeat_ms(lambda: bend(rod, Load(6.1, 90), 120, warm), 100)))  # fmt: skip
    bare = Rod(LENGTH, CLAMP, stiffness)
    alone = repeat_ms(lambda: bend(bare, Load(5, 90)), 60)
    theirs = repeat_ms(lambda: boundary_value(5), 20, warm=1)
    exact = boundary_value(5)
    got = bend(bare, Load(5, 90)).tip_mm
    off = math.dist((got[0] - CLAMP, got[1]), exact) / (LENGTH - CLAMP)
    print(f"{'bare blank, ours over solve_bvp':<44} ratio {np.median(alone) / np.median(theirs):.2f}, tips {off:.1e} of the length apart")  # fmt: skip
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
        laid = _Train(
            build, whole.work_blank, whole.handle, whole.guides, whole.datums, whole.stiffness,
            whole.handle.front_mm,
        )  # fmt: skip
        print(line(f"share of bend: {build.name}", repeat_ms(lambda t=laid: share_of_bend(t, habits().share_q), 15)))  # type: ignore[misc]  # fmt: skip
    app = create_app(BuildStore("postgresql+psycopg://unused"), Settings())
    client = TestClient(app, base_url="http://127.0.0.1:8321")
    body = {"build": demo_builds(datetime.now(UTC))[0].model_dump(mode="json"), "setups": [{"load_g": 300}]}  # fmt: skip
    print(line("drag update through the API", repeat_ms(lambda: client.post("/api/bends", json=body), 80)))  # fmt: skip


if __name__ == "__main__":
    main()
