"""Rods alike: one layout for all of them, and how far each as built is off it."""

from wise_spool.core.blank import working_blank
from wise_spool.core.build import Build
from wise_spool.core.frozen import Frozen
from wise_spool.core.guides import GuidesPlan, datums_of, plan_guides
from wise_spool.core.handle import plan_handle


class Deviation(Frozen):
    """One guide of one rod: as built less as planned, mm toward the butt; None while not built."""

    guide_id: str
    number: int
    off_mm: float | None


def alike(build: Build, rods: int) -> tuple[Build, ...]:
    """``rods`` builds alike in everything but their names; the first is the build itself.

    Raises ``ValueError`` outside 2 to 20.
    """
    if not 2 <= rods <= 20:
        raise ValueError("a batch is 2 to 20 rods")
    batch = build.batch or build.name
    clean = build.guides.model_copy(
        update={
            "train": tuple(g.model_copy(update={"built": None}) for g in build.guides.train),
            "static_test": None,
        }
    )
    finish = build.finish.model_copy(update={"laid": ()})
    first = build.model_copy(update={"batch": batch})
    rest = tuple(
        build.model_copy(
            update={
                "name": f"{build.name[:66]}, rod {n} of {rods}", "batch": batch, "guides": clean,
                "finish": finish, "done": (),
                "handle": build.handle.model_copy(
                    update={"steps_done": (), "passes_made": (), "dry_fits": ()}
                ),
            }
        )
        for n in range(2, rods + 1)
    )  # fmt: skip
    return (first, *rest)


def deviations(build: Build) -> tuple[Deviation, ...]:
    """How far each guide that was built stands from where the layout put it."""
    planned = build.model_copy(
        update={
            "guides": build.guides.model_copy(
                update={
                    "train": tuple(g.model_copy(update={"built": None}) for g in build.guides.train)
                }
            )
        }
    )
    want = {g.id: g.from_tip_ring_mm for g in _placed(planned).placed}
    built = {g.id for g in build.guides.train if g.built is not None}
    out = []
    for n, g in enumerate(_placed(build).placed, start=1):
        off = None
        wanted = want.get(g.id)
        if g.id in built and g.from_tip_ring_mm is not None and wanted is not None:
            off = round(g.from_tip_ring_mm - wanted, 2)
        out.append(Deviation(guide_id=g.id, number=n, off_mm=off))
    return tuple(out)


def _placed(build: Build) -> GuidesPlan:
    work = working_blank(build.blank)
    handle = plan_handle(build, work)
    return plan_guides(build, datums_of(build, work, handle), handle)
