"""One mix over several rods: which next coats of the same tin can be laid from one cup inside its pot life.

Method page: ``docs/methods/finish.md``.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from wise_spool.core.document.finish import Finish
from wise_spool.core.finish.coats import CoatPlan, FinishPlan, product_of
from wise_spool.core.finish.mixing import Mix, mix_for
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits


@dataclass(frozen=True)
class NextCoat:
    """A rod whose next coat could go on now."""

    rod_id: str
    name: str
    finish: Finish
    plan: FinishPlan


class CoatShared(Frozen):
    """A rod's part in a cup: from which minute after mixing the brush is on it, and its mL."""

    rod_id: str
    name: str
    number: int
    from_min: float
    brush_min: float
    volume_ml: float


class CupShared(Frozen):
    """One cup for several rods: its mix, which rods in which order, and until when it may be brushed. ``left`` are rods of the same tin
    that it does not reach."""

    product: str
    mix: Mix
    until_min: float
    coats: tuple[CoatShared, ...]
    left: tuple[str, ...]


def cup_for(mine: NextCoat, others: Iterable[NextCoat]) -> CupShared | None:
    """The cup that begins with this rod and takes in others of the same tin while the pot life that is planned with lasts, the
    shortest brushing first; None while this rod has no coat to lay, or one that takes more than a cup by itself."""
    own = _due(mine)
    if own is None or own.brush_min > (until := _until(own)):
        return None
    at = own.brush_min
    coats = [CoatShared(rod_id=mine.rod_id, name=mine.name, number=own.number, from_min=0.0, brush_min=round(own.brush_min, 1), volume_ml=own.volume_ml)]  # fmt: skip
    left = []
    alike = [(o, c) for o in others if (c := _due(o)) is not None and c.product == own.product]
    for other, coat in sorted(alike, key=lambda oc: (oc[1].brush_min, oc[0].name)):
        if at + coat.brush_min > until or other.plan.sweats or other.plan.to_cut_back:
            left.append(other.name)
            continue
        coats.append(CoatShared(rod_id=other.rod_id, name=other.name, number=coat.number, from_min=round(at, 1), brush_min=round(coat.brush_min, 1), volume_ml=coat.volume_ml))  # fmt: skip
        at += coat.brush_min
    volume = sum(c.volume_ml for c in coats)
    return CupShared(product=own.product, mix=mix_for(volume, mine.finish, product_of(own, mine.finish)), until_min=round(until, 1), coats=tuple(coats), left=tuple(left))  # fmt: skip


def _due(one: NextCoat) -> CoatPlan | None:
    return next((c for c in one.plan.coats if not c.laid and c.mixes), None)


def _until(coat: CoatPlan) -> float:
    """The minute until which a cup of it is planned to be brushed."""
    pot = next(c.minutes for c in coat.clocks if c.name == "pot life")
    return habits().pot_share * pot
