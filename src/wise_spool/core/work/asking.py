"""The measures a bench card asks for: what was tried, weighed or left over, while it is in the hands.

What teaches is noted together with what it is held against, apart from what was learned of it before.
"""

from typing import Any, Literal

from wise_spool.core.document.bench import BenchDone, Gauge
from wise_spool.core.document.build import Build
from wise_spool.core.document.log import Kind
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.finish.operations import coat_of
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Operation
from wise_spool.core.handle.arbors import tape_name
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.work.glue_up import GlueUpPlan

TAPE_TURNS = 10
THREAD_TURNS = 20


class CardAsk(Frozen):
    """A measure that a card asks for. It goes to the log as an entry of ``kind`` that says ``about``, with
    the number put in as ``field``; ``home`` is the word for nought, where nought has one."""

    words: str
    unit: Literal["mm", "g", "mL", "°"]
    kind: Kind
    about: dict[str, Any]
    field: str
    most: float
    home: str = ""
    said: float | None = None


def asks_of(
    o: Operation,
    build: Build,
    handle: HandlePlan,
    finish: FinishPlan,
    glue_up: GlueUpPlan,
    bench: BenchDone,
) -> tuple[CardAsk, ...]:
    """What the card of this operation asks for, in order; empty when nothing."""
    if o.kind == "weigh":
        said = next((w.mass_g for w in bench.weighed if w.id == "rod"), None)
        return (CardAsk(words="The rod weighs", unit="g", kind="weighed", about={"id": "rod"}, field="mass_g", most=2000, said=said),)  # fmt: skip
    if o.kind == "ream":
        return _tried(o, build, handle)
    if o.kind == "arbor" and build.handle.arbors.school.startswith("tape") and not o.id.startswith("fill:"):  # fmt: skip
        sold = build.handle.arbors.tape_thickness_mm
        ask = _gauge(o, bench, "tape", tape_name(sold), f"{TAPE_TURNS} turns of the tape made it thicker by", "mm", 20, round(2 * TAPE_TURNS * sold, 4))  # fmt: skip
        return (ask,)
    if o.kind == "guides":
        threads = sorted({g.thread for g in build.guides.train if g.thread})
        return tuple(
            _gauge(o, bench, "thread", t, f"{THREAD_TURNS} turns of {t} cover", "mm", 40, THREAD_TURNS, number=n)
            for n, t in enumerate(threads, start=1)
        )  # fmt: skip
    if o.kind == "line_up":
        return (_gauge(o, bench, "sighting", "", "Looked at again with rested eyes, the stripper was off by", "°", 45, 1.0, home="It stood right"),)  # fmt: skip
    if o.kind == "part":
        return tuple(
            _gauge(o, bench, "squeeze_out", m.adhesive, f"Left in the cup of mix {m.number}", "mL", m.volume_ml, m.needed_ml / habits().squeeze_out, home="Nothing is left", mixed=m.volume_ml)
            for m in glue_up.mixes
            if m.joints and m.joints[-1].part_id == o.part_id and m.part_b_ml > 0 and m.needed_ml > 0
        )  # fmt: skip
    coat = coat_of(o, finish) if o.kind == "coat" else None
    if coat is None or not coat.mixes or coat.film_ml <= 0:
        return ()
    mixed = round(sum(m.part_a_ml + m.part_b_ml for m in coat.mixes), 3)
    base = coat.film_ml * build.finish.loss_factor
    return (_gauge(o, bench, "coat", coat.product, "Left in the cup", "mL", mixed, base, home="Nothing is left", mixed=mixed, wraps=finish.areas),)  # fmt: skip


def _gauge(
    o: Operation,
    bench: BenchDone,
    what: Gauge,
    about: str,
    words: str,
    unit: Literal["mm", "mL", "°"],
    most: float,
    base: float,
    home: str = "",
    number: int = 1,
    **more: float,
) -> CardAsk:
    """A measure that teaches, kept under one id an operation and ``number``: said again, it is put right."""
    said = [g.said for g in bench.gauged if g.id == f"{what}:{o.id}:{number}"]
    entry: dict[str, Any] = {
        "what": what,
        "about": about,
        "of": o.id,
        "base": round(base, 4),
        **more,
    }
    return CardAsk(words=words, unit=unit, kind="gauged", about=entry, field="said", most=most, home=home, said=said[-1] if said else None)  # fmt: skip


def _tried(o: Operation, build: Build, handle: HandlePlan) -> tuple[CardAsk, ...]:
    placed = next((p for p in handle.parts if p.id == o.part_id), None)
    part = next((p for p in build.handle.parts if p.id == o.part_id), None)
    if placed is None or part is None:
        return ()
    tried = [t.short_mm for t in build.handle.dry_fits if t.part_id == part.id]
    fit = {
        "part_id": part.id, "passes": placed.passes_made, "bore_butt_mm": part.bore_butt_mm, "bore_tip_mm": part.bore_tip_mm,
        "mark_mm": placed.mark_mm, "reckoned": None if placed.reckoned is None else placed.reckoned.model_dump(),
    }  # fmt: skip
    return (
        CardAsk(
            words="It stops short of its mark by", unit="mm", kind="dry_fit", about=fit, field="short_mm", most=600,
            home="It came home", said=tried[-1] if tried else None,
        ),
    )  # fmt: skip
