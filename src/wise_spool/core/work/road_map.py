"""The road map of a rod: every line that is drawn on its blank, from either end."""

from wise_spool.core.blank.working import BlankPlan
from wise_spool.core.document.build import Build
from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.measures import round_to_rule
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.handle.stack import Mark


class MarkDrawn(Frozen):
    """One mark to draw: ``station_mm`` is where it is drawn, on the builder's rule.

    ``from_butt_mm`` and ``from_tip_mm`` (bare tip) are what each end of the tape reads there.
    """

    station_mm: float
    from_butt_mm: float
    from_tip_mm: float
    label: str
    stage: StageName


def road_map(
    build: Build, blank: BlankPlan, handle: HandlePlan, guides: GuidesPlan
) -> tuple[MarkDrawn, ...]:
    """Every mark, butt side first; nothing while the length of the blank is not known."""
    length = blank.length_mm
    if length is None:
        return ()
    marks = [
        *handle.marks,
        *(
            Mark(station_mm=g.marked_mm, label=f"guide {n}, ring {g.ring_mm:g}", stage="guides")
            for n, g in enumerate(guides.placed, start=1)
            if g.marked_mm is not None and 0 <= g.marked_mm <= length
        ),
        *(Mark(station_mm=j, label="joint", stage="blank") for j in blank.joints_mm),
    ]
    drawn = []
    for m in marks:
        if m.station_mm > length:
            continue
        at = round_to_rule(m.station_mm, build.rule) if m.stage == "handle" else m.station_mm
        drawn.append(
            MarkDrawn(
                station_mm=round(at, 3),
                from_butt_mm=round_to_rule(at, build.rule),
                from_tip_mm=round_to_rule(length - at, build.rule),
                label=m.label,
                stage=m.stage,
            )
        )
    return tuple(sorted(drawn, key=lambda m: (m.station_mm, m.label)))
