"""The schools of finishing a rod, tried on this one: what each takes in coats, time, finish and weight.

By common practice: thin first and half as much again; flooding and lifting the drip; many thin coats of varnish; UV resin by
quarters; everything in one coat; a sealer under the gloss. Method page: ``docs/methods/finish.md``.
"""

from typing import Literal, NamedTuple

from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.bench import BenchDone
from wise_spool.core.document.build import Build
from wise_spool.core.document.finish import FinishKind, FinishMethod, FinishProduct, Layer
from wise_spool.core.finish.coats import plan_finish
from wise_spool.core.finish.kinds import COATS, FILM_MM, KIND_WORDS, USUAL
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.wraps.planning import WrapsPlan

SchoolName = Literal["thin_first", "flood_and_lift", "one_coat", "varnish", "uv_quarters", "sealer_under_gloss"]  # fmt: skip


class _School(NamedTuple):
    words: str
    says: str
    kinds: tuple[FinishKind, ...]
    method: FinishMethod
    coats: int | None = None
    film_mm: float | None = None
    loss: float = 1.5
    sealed: bool = False


SCHOOLS: dict[SchoolName, _School] = {
    "thin_first": _School("thin first", "A thin coat worked into the thread, the next about half: least to sag, most to wait.", ("regular", "high_build"), "thin_first", 2, 0.2),
    "flood_and_lift": _School("flood and lift", "Flooded while it turns, the drip lifted underneath: quick and wet, half of it is lifted off.", ("regular", "high_build"), "flood_and_lift", 2, 0.25, 2.2),
    "one_coat": _School("all in one coat", "One thick coat: one evening, and nothing to hide a hair under.", ("high_build",), "one_coat", 1, 0.4),
    "varnish": _School("many coats of varnish", "Thin coats, one on another: slow, light, and mended by one more.", ("varnish",), "thin_first"),
    "uv_quarters": _School("UV resin by quarters", "Set under a lamp a quarter at a time: an hour's work; unproven on heavy rods.", ("uv_resin",), "thin_first"),
    "sealer_under_gloss": _School("sealer under the gloss", "A thin sealer through the thread first, then one coat that builds: two tins.", ("high_build", "regular"), "thin_first", 1, 0.25, 1.5, True),
}  # fmt: skip


class SchoolTried(Frozen):
    """One school on this rod. ``taken`` is the one that it is finished by; the fields below it are what taking it would say."""

    name: SchoolName
    words: str
    says: str
    taken: bool
    coats_in_all: int
    ready_min: float
    volume_ml: float
    mass_g: float
    hands_min: float
    method: FinishMethod
    product: FinishProduct
    coats: int
    film_first_mm: float
    loss_factor: float
    under: tuple[Layer, ...]


def schools_tried(
    build: Build, wraps: WrapsPlan, work: WorkingBlank, handle: HandlePlan
) -> tuple[SchoolTried, ...]:
    """Every school planned on this rod as if nothing were coated yet. The builder's own tin stays where it fits the school."""
    return tuple(_tried(n, s, build, wraps, work, handle) for n, s in SCHOOLS.items())


def _tried(
    name: SchoolName, s: _School, build: Build, wraps: WrapsPlan, work: WorkingBlank, handle: HandlePlan
) -> SchoolTried:  # fmt: skip
    finish = build.finish
    fits = finish.product.kind in s.kinds
    product = finish.product if fits else _fresh(s.kinds[0])
    kind = product.kind
    under = tuple(y for y in finish.under if y.product.kind == "sealer")
    if s.sealed and not under:
        under = (Layer(id="sealer", product=USUAL["sealer"], coats=1, film_mm=FILM_MM["sealer"]),)
    said = {
        "method": s.method, "product": product, "coats": s.coats or COATS[kind], "film_first_mm": s.film_mm or FILM_MM[kind],
        "loss_factor": s.loss, "under": under if s.sealed else (),
    }  # fmt: skip
    bare = finish.model_copy(update={**said, "laid": (), "area_laid": (), "course": ()})
    plan = plan_finish(build.model_copy(update={"finish": bare}), wraps, work, handle, BenchDone())
    volume = sum(c.volume_ml for c in plan.coats)
    return SchoolTried(
        name=name, words=s.words, says=s.says, taken=school_of(build) == name, coats_in_all=len(plan.coats), ready_min=plan.ready_min,
        volume_ml=round(volume, 2), mass_g=round(volume / bare.loss_factor * habits().finish_g_per_ml, 2),
        hands_min=round(sum(c.brush_min + habits().mix_min * max(len(c.mixes), 1) for c in plan.coats), 0), **said,
    )  # fmt: skip


def _fresh(kind: FinishKind) -> FinishProduct:
    """The usual tin of a kind, named by it, as nobody has said another."""
    words = KIND_WORDS[kind]
    return USUAL[kind].model_copy(update={"name": f"{words[:1].upper()}{words[1:]} finish"})


def school_of(build: Build) -> SchoolName | None:
    """The school a rod is finished by, as far as its kind, its way and its coats say; None for a way of one's own."""
    finish = build.finish
    kind = finish.product.kind
    if kind == "varnish":
        return "varnish"
    if kind == "uv_resin":
        return "uv_quarters"
    if any(y.product.kind == "sealer" for y in finish.under):
        return "sealer_under_gloss"
    if kind not in ("regular", "high_build"):
        return None
    return finish.method if finish.under == () else None
