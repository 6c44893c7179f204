"""The same rod in three dresses, each planned whole: plain, as it is planned, and as a show piece.

Method page: ``docs/methods/money.md``.
"""

from wise_spool.core.document.build import Build
from wise_spool.core.document.wraps import TrimBand, Underwrap, Wrap
from wise_spool.core.plan import Plan
from wise_spool.core.wraps.patterns import PATTERNS

VARIANT_WORDS = {"plain": "plain", "planned": "as planned", "show": "a show piece"}
SHOW_COATS = 1
FIGURE_AHEAD_MM = 12.0
FIGURE_MM = 110.0


def plain(build: Build) -> Build:
    """One colour, no trim, no figure, no underwrap that duty does not ask for, at most two coats."""
    bare = [
        w.model_copy(update={"bands": (), "inlays": (), "under": None, "layers": None})
        for w in build.wraps.wraps
    ]
    wraps = build.wraps.model_copy(update={"wraps": tuple(bare), "decoration": ()})
    finish = build.finish.model_copy(update={"coats": min(build.finish.coats, 2)})
    return build.model_copy(update={"wraps": wraps, "finish": finish})


def show(build: Build, plan: Plan) -> Build:
    """Every guide's wrap over an underwrap and with a trim band, a crosswrap ahead of the handle where the rod has
    none, one coat more."""
    settled = {w.id: w for w in build.wraps.wraps}
    second = next((t.name for t in build.wraps.threads if t.name != build.guides.train[0].thread), "") if build.guides.train else ""  # fmt: skip
    for laid in plan.wraps.laid:
        if laid.duty != "foot":
            continue
        was = settled.get(laid.id, Wrap(id=laid.id))
        settled[laid.id] = was.model_copy(
            update={
                "under": was.under or Underwrap(thread=second),
                "bands": was.bands or (TrimBand(id="b1", thread=second),),
            }
        )
    decoration = build.wraps.decoration
    length = plan.blank.length_mm
    start = plan.handle.front_mm + FIGURE_AHEAD_MM
    if not decoration and plan.handle.parts and length and start + FIGURE_MM < length:
        figure = PATTERNS[0].figure.model_copy(update={"id": "show", "from_mm": start, "to_mm": start + FIGURE_MM})  # fmt: skip
        decoration = (figure,)
    wraps = build.wraps.model_copy(
        update={"wraps": tuple(settled.values()), "decoration": decoration}
    )
    coats = min(build.finish.coats + SHOW_COATS, 12)
    return build.model_copy(
        update={"wraps": wraps, "finish": build.finish.model_copy(update={"coats": coats})}
    )
