"""Thread against what is on the spools: for one rod, and for all open rods one after another."""

from collections.abc import Container, Iterable, Mapping, Sequence

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.wraps.crosswrap import ColourMetres, FigureLaid
from wise_spool.core.wraps.progress import figure_step, wrapped_step
from wise_spool.core.wraps.thread import Threads
from wise_spool.core.wraps.wraps import WrapLaid


class SpoolUse(Frozen):
    """One thread: metres this rod takes, metres on the spool (None while nobody has said), and where it runs out."""

    thread: str
    colour: str
    size: str
    need_m: float
    spool_m: float | None
    runs_out: str


class RodMetres(Frozen):
    """What one rod takes of a thread."""

    rod: str
    metres: float


class SpoolAcross(Frozen):
    """One thread over every open rod: what they take, what is there, on which rod and wrap it runs out. ``by_rod`` are metres of each."""

    thread: str
    need_m: float
    on_hand_m: float | None
    by_rod: tuple[RodMetres, ...]
    runs_out: str


def spools_for(need: Mapping[str, float], laid: Sequence[WrapLaid], threads: Threads) -> tuple[SpoolUse, ...]:  # fmt: skip
    """What one rod takes of every thread."""
    out = []
    for name, metres in sorted(need.items(), key=lambda kv: -kv[1]):
        thread = threads.of(name)
        out.append(
            SpoolUse(
                thread=name, colour=thread.colour, size=thread.size, need_m=round(metres, 2), spool_m=thread.spool_m,
                runs_out="" if thread.spool_m is None else _runs_out(name, thread.spool_m, metres, laid),
            )
        )  # fmt: skip
    return tuple(out)


def _runs_out(name: str, left_m: float, need_m: float, laid: Sequence[WrapLaid]) -> str:
    if need_m <= left_m + 1e-9:
        return ""
    for w, metres in in_wrapping_order(laid, name):
        left_m -= metres
        if left_m < 0:
            return w.what
    return "the decoration"


def in_wrapping_order(laid: Sequence[WrapLaid], thread: str) -> Iterable[tuple[WrapLaid, float]]:
    """Wraps that take a thread, tip first as they are wrapped, with the metres each takes."""
    for w in sorted(laid, key=lambda w: -w.start_mm):
        metres = sum(s.metres + habits().waste_mm / 1000 for s in w.stretches if s.thread == thread)
        if metres:
            yield w, metres


def spools_across(
    rods: Sequence[tuple[str, Sequence[WrapLaid], Mapping[str, float]]], on_hand_m: Mapping[str, float]
) -> tuple[SpoolAcross, ...]:  # fmt: skip
    """Every thread over all open rods (name, wraps, metres still to be wrapped by thread), in the order they are built."""
    names = sorted({n for _, _, need in rods for n in need})
    out = []
    for name in names:
        left = on_hand_m.get(name)
        by_rod: list[RodMetres] = []
        says = ""
        for rod, laid, need in rods:
            metres = need.get(name, 0.0)
            if not metres:
                continue
            by_rod.append(RodMetres(rod=rod, metres=round(metres, 2)))
            if left is not None:
                if not says and metres > left:
                    says = f"{_runs_out(name, max(left, 0.0), metres, laid) or 'a wrap'} of {rod}"
                left -= metres
        out.append(SpoolAcross(thread=name, need_m=round(sum(r.metres for r in by_rod), 2), on_hand_m=on_hand_m.get(name), by_rod=tuple(by_rod), runs_out=says))  # fmt: skip
    return tuple(out)


def by_thread(laid: Iterable[WrapLaid], figures: Iterable[ColourMetres]) -> dict[str, float]:
    """Metres by thread over wraps and figures, what is cut off at every start and end of a wrap counted in."""
    out: dict[str, float] = {}
    for w in laid:
        for s in w.stretches:
            out[s.thread] = out.get(s.thread, 0.0) + s.metres + habits().waste_mm / 1000
    for m in figures:
        out[m.thread] = out.get(m.thread, 0.0) + m.metres
    return out


def still_needed(laid: Iterable[WrapLaid], figures: Iterable[FigureLaid], done: Container[str]) -> dict[str, float]:  # fmt: skip
    """Metres by thread of what is not on the rod yet; ``done`` are the steps that are."""
    return by_thread(
        (w for w in laid if wrapped_step(w.id) not in done),
        (m for f in figures if figure_step(f.id) not in done for m in f.metres),
    )
