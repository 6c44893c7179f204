"""What rods wait for that was ordered: read off the shelf's own cards, so that nobody types it twice.

A rod that speaks for more than is left, of something that is on order with a day, waits for that day; one that is
due and has not come is waited for from day to day. Method page: ``docs/methods/stock.md``.
"""

from collections.abc import Collection
from datetime import date

from wise_spool.core.ground.findings import StageName
from wise_spool.core.schedule.board import OnOrder, ShopBoard
from wise_spool.core.shop.shelf import ShelfKind
from wise_spool.core.shop.stock import ShelfStock

BEFORE: dict[ShelfKind, StageName] = {
    "blank": "blank", "part": "handle", "adhesive": "handle", "tape": "handle", "guide": "wraps", "thread": "wraps", "finish": "finish",
}  # fmt: skip
"""The stage that something is needed for first."""


def awaited(stock: ShelfStock, today: date) -> tuple[OnOrder, ...]:
    """Every rod that waits for something on order, and until when."""
    out: list[OnOrder] = []
    for line in stock.lines:
        if line.kind not in BEFORE or line.on_order <= 0 or line.due_on is None or line.short <= 0:
            continue
        left = line.left
        for s in line.spoken:
            if s.amount > left + 1e-9:
                out.append(
                    OnOrder(
                        id=f"o{len(out) + 1}", rod=s.rod_id, what=line.name or line.kind, before=BEFORE[line.kind], arrives_on=max(line.due_on, today)
                    )
                )  # fmt: skip
            left = max(left - s.amount, 0.0)
    return tuple(out)


def waiting_for(board: ShopBoard, rods: Collection[str], more: tuple[OnOrder, ...]) -> ShopBoard:
    """The board with what the shelf says is on order; what was typed of the same rod and stage and comes later holds."""
    fresh = tuple(o for o in more if o.rod in rods)[: 200 - len(board.on_order)]
    return board if not fresh else board.model_copy(update={"on_order": (*board.on_order, *fresh)})
