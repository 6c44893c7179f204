"""The wraps planned: every stretch of thread, figures, colours, labels, spools and the grid of progress.

Method page: ``docs/methods/wraps.md``.
"""

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.labels.fitting import LabelFitted, fit_labels
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G
from wise_spool.core.wraps.crosswrap import FigureLaid, work_out
from wise_spool.core.wraps.ferrules import SocketStress, socket_stress
from wise_spool.core.wraps.progress import GuideProgress, progress_of
from wise_spool.core.wraps.spools import SpoolUse, by_thread, spools_for
from wise_spool.core.wraps.thread import Threads, ThreadUsed
from wise_spool.core.wraps.wet import BLANK_COLOUR, WetColour, wet_colour
from wise_spool.core.wraps.wraps import LeftOut, WrapLaid, wraps_on


class WrapsPlan(Frozen):
    """All thread on the rod. ``metres`` is the sum over the wraps and figures with what is cut off; ``minutes`` of the hands. ``sockets`` are by the
    wrap's id."""

    laid: tuple[WrapLaid, ...]
    left_out: tuple[LeftOut, ...]
    threads: tuple[ThreadUsed, ...]
    figures: tuple[FigureLaid, ...]
    colours: tuple[WetColour, ...]
    labels: tuple[LabelFitted, ...]
    spools: tuple[SpoolUse, ...]
    progress: tuple[GuideProgress, ...]
    turns: int
    metres: float
    mass_g: float
    void_ml: float
    area_mm2: float
    minutes: float
    sockets: dict[str, SocketStress]


def plan_wraps(
    build: Build,
    work: WorkingBlank,
    handle: HandlePlan,
    guides: GuidesPlan,
    power_g: float | None = None,
) -> WrapsPlan:
    """Everything thread and letters do on this rod."""
    threads = Threads(build.wraps.threads)
    for g in build.guides.train:
        threads.of(g.thread)
    laid, left = wraps_on(build, work, handle, guides, threads)
    figures = tuple(work_out(d, work, threads) for d in build.wraps.decoration)
    need = by_thread(laid, (m for f in figures for m in f.metres))
    taken = [(w.what, w.over_from_mm, w.over_to_mm) for w in laid]
    taken += [(f.name, f.from_mm, f.to_mm) for f in figures]
    return WrapsPlan(
        laid=laid, left_out=left, threads=threads.all(), figures=figures, colours=_colours(build, laid, figures, threads),
        labels=fit_labels(build.wraps.labels, work, taken, handle.front_mm if handle.parts else None, build.spine.own_line_deg),
        spools=spools_for(need, laid, threads), progress=progress_of(build, guides, laid),
        turns=sum(s.turns for w in laid for s in w.stretches), metres=round(sum(need.values()), 1),
        mass_g=round(sum(w.mass_g for w in laid), 2), void_ml=round(sum(w.void_ml for w in laid), 4),
        area_mm2=round(sum(w.area_mm2 for w in laid), 1), minutes=round(sum(w.minutes for w in laid) + sum(f.minutes for f in figures), 1), sockets=_sockets(build, work, laid, threads, power_g),
    )  # fmt: skip


def _sockets(
    build: Build, work: WorkingBlank, laid: tuple[WrapLaid, ...], threads: Threads, power_g: float | None
) -> dict[str, SocketStress]:  # fmt: skip
    """Every wrapped ferrule half with what its socket bears, once the blank's power is known."""
    if power_g is None or work.length_mm is None:
        return {}
    out = {}
    for joint in work.joints:
        for w in laid:
            if not w.id.startswith(f"joint:{joint.id}:"):
                continue
            found = socket_stress(power_g * GRAVITY_N_PER_G, work.length_mm - joint.station_mm, joint.overlap_mm, build.blank.material, threads.of(w.thread), w.layers)  # fmt: skip
            if found is not None:
                out[w.id] = found
    return out


def blank_colour(build: Build) -> str:
    """The blank's colour: as said, else usual for what it is made of."""
    return build.blank.colour or BLANK_COLOUR[build.blank.material]


def _colours(
    build: Build, laid: tuple[WrapLaid, ...], figures: tuple[FigureLaid, ...], threads: Threads
) -> tuple[WetColour, ...]:
    """Every thread over the blank, and over each thread it lies on somewhere on this rod."""
    ground = blank_colour(build)
    over_blank = {name: wet_colour(threads.of(name), ground) for name in _names(laid, figures)}
    out = list(over_blank.values())
    pairs = set()
    for w in laid:
        under = next((s.thread for s in w.stretches if s.what == "underwrap"), None)
        if under:
            pairs |= {(s.thread, under) for s in w.stretches if s.what in ("wrap", "inlay")}
    pairs |= {(b.thread, threads.of(f.under).name) for f in figures if f.under for b in f.bands}
    for name, under in sorted(pairs):
        if name != under:
            below = over_blank.get(under) or wet_colour(threads.of(under), ground)
            out.append(wet_colour(threads.of(name), below.wet, under))
    return tuple(out)


def _names(laid: tuple[WrapLaid, ...], figures: tuple[FigureLaid, ...]) -> list[str]:
    names = [s.thread for w in laid for s in w.stretches]
    names += [b.thread for f in figures for b in f.bands]
    return list(dict.fromkeys(names))
