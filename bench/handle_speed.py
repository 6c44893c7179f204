"""How fast the handle is planned: dry fit and ream plan over 200-point profiles, order of 30 parts."""

import numpy as np

from bench.timing import line, repeat_ms
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Blank, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import DryFit, Handle, Part
from wise_spool.core.handle.dry_fits import Trial, read_dry_fit
from wise_spool.core.handle.fits import Bore, find_stop, straight_bore
from wise_spool.core.handle.reaming import Cut, plan_reaming
from wise_spool.core.work.order import plan_order
from wise_spool.core.work.passing import Placed
from wise_spool.demo.shelf import SHOP_REAMERS


def main() -> None:
    """Print medians and 95th percentiles in ms."""
    readings = tuple(Reading(station_mm=10.0 * i, od_mm=14 - 0.06 * i) for i in range(200))
    work = working_blank(Blank(length_mm=2000, readings=readings))
    taper = work.taper
    assert taper is not None
    u = np.linspace(0, 250, 200)
    rough = Bore(u, 12.5 + 0.05 * np.sin(u / 9))
    wanted = taper.od_mm(u) + 0.15
    cut = Cut(0.0, rough, wanted)
    fit = DryFit(part_id="p", short_mm=120)
    parts = tuple(
        Part(id=f"p{n}", kind="trim_ring", length_mm=10, gap_before_mm=5) for n in range(30)
    )
    build = Build(name="thirty", handle=Handle(parts=parts))
    placed = [
        Placed(p, p.id, 15.0 * n, 15.0 * n + 10, "tip", straight_bore(13.0, 13.0, 10.0), False)
        for n, p in enumerate(parts)
    ]
    for name, work_once in (
        ("where it stops, 200 points", lambda: find_stop(rough, taper, 0.0)),
        (
            "what a dry fit teaches, 200 points",
            lambda: read_dry_fit(fit, rough, Trial(250.0, 0.0, "tip", taper)),
        ),
        ("ream plan, 200 points, 3 reamers", lambda: plan_reaming("p", cut, SHOP_REAMERS, taper)),
        ("order of 30 parts", lambda: plan_order(build, work, placed)),
    ):
        print(line(name, repeat_ms(work_once, 200)))


if __name__ == "__main__":
    main()
