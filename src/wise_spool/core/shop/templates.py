"""Starting from an earlier rod: as it was built, not as it was planned; and a rod that came back to be mended.

What was built beats what was planned: guides where their rings really went, as many coats as were laid, what the shop
has learned since of itself counts anyway. What is one blank's own stays with it, but for a repair, which is of the
very rod. Method page: ``docs/methods/templates.md``.
"""

from wise_spool.core.document.design import Design
from wise_spool.core.document.guides import StatedAt
from wise_spool.core.document.piece import Piece
from wise_spool.core.document.records import Records
from wise_spool.core.document.work import Work
from wise_spool.core.rod import Rod
from wise_spool.core.shop.batch import copied


def as_built(records: Records) -> Design:
    """The design of a rod with what really became of it in the place of what was planned. Guides keep the datum
    from the tip-top's ring, so that a blank of another length still takes them."""
    rod = Rod(records.design, records.piece, records.record)
    ring = {
        g.id: g.from_tip_ring_mm
        for g in rod.guides.placed
        if g.source == "built" and g.from_tip_ring_mm is not None
    }
    train = tuple(
        g
        if g.id not in ring
        else g.model_copy(
            update={"at": StatedAt(datum="tip_top_ring", distance_mm=round(ring[g.id], 2))}
        )
        for g in records.design.guides.train
    )
    laid = len(records.record.finish.laid)
    finish = records.design.finish
    coats = max(laid - sum(y.coats for y in finish.under), finish.coats) if laid else finish.coats
    return records.design.model_copy(
        update={
            "guides": records.design.guides.model_copy(update={"train": train}),
            "finish": finish.model_copy(update={"coats": min(coats, 12)}),
        }
    )


def from_an_earlier(records: Records, name: str) -> Design:
    """A design for a new rod like an earlier one as it was built: for nobody yet, nothing to mend, no wishes for the order."""
    fresh = copied(as_built(records), name)
    asked = fresh.brief.asked.model_copy(update={"by": None, "budget": None})
    return fresh.model_copy(
        update={"client": "", "note": "", "repairs": (), "work": Work(own=fresh.work.own), "brief": fresh.brief.model_copy(update={"asked": asked})}
    )  # fmt: skip


def come_back(records: Records, name: str) -> Records:
    """A repair of this very rod: its design as built and its own blank; everything on it stays on it until a repair says
    otherwise, and its log begins anew."""
    design = as_built(records)
    parts = tuple(p.model_copy(update={"on_rod": True}) for p in design.handle.parts)
    handle = design.handle.model_copy(
        update={"parts": parts, "guides_on": True, "tip_closed": True}
    )
    asked = design.brief.asked.model_copy(update={"by": None, "budget": None})
    brief = design.brief.model_copy(update={"asked": asked, "why": "It came back"})
    fresh = design.model_copy(
        update={"name": name, "batch": "", "note": "", "handle": handle, "work": Work(), "repairs": (), "brief": brief}
    )  # fmt: skip
    piece = Piece.model_validate({**records.piece.model_dump(), "id": ""})
    return Records(design=fresh, piece=piece)
