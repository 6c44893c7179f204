"""What comes out of the drawer: a new part, tool or tin, with plausible sizes to type over.

All sizes from habit, in mm, minutes and °C; a builder measures what is in the
hand and types it over. The screen copies these and knows none of its own.
"""

from wise_spool.core.document.assumed import SEAT_BORE_MM
from wise_spool.core.document.finish import FinishProduct
from wise_spool.core.document.guides import FRAMES, usual_guide
from wise_spool.core.document.parts import (
    Adhesive,
    Drill,
    Part,
    PartKind,
    PartMaterial,
    Reamer,
    SeatBore,
    Stick,
)
from wise_spool.core.document.wraps import Label, Pass, Thread, Wrap
from wise_spool.core.shop.shelf import (
    AdhesiveOnShelf,
    BlankOnShelf,
    DrillOnShelf,
    FinishOnShelf,
    GuideOnShelf,
    PartOnShelf,
    ReamerOnShelf,
    ShelfKind,
    Shelved,
    ShelvedBlank,
    ShelvedGuide,
    ShelvedThread,
    Tape,
    TapeOnShelf,
    ThreadOnShelf,
)


def _part(
    kind: PartKind,
    length_mm: float,
    od_butt_mm: float,
    od_tip_mm: float,
    material: PartMaterial = "cork",
    closed_end_mm: float = 0.0,
    seat: SeatBore | None = None,
) -> Part:
    return Part(
        id="fresh", kind=kind, material=material, length_mm=length_mm, od_butt_mm=od_butt_mm,
        od_tip_mm=od_tip_mm, closed_end_mm=closed_end_mm, seat=seat,
    )  # fmt: skip


FRESH_PARTS: dict[PartKind, Part] = {
    part.kind: part
    for part in (
        _part("butt_cap", 20, 27, 27, closed_end_mm=6),
        _part("fighting_butt", 60, 34, 30, "foam"),
        _part("rear_grip", 230, 27, 24),
        _part("reel_seat", 116, 23, 22, "graphite", seat=SeatBore(bore_mm=SEAT_BORE_MM, usable_from_mm=4, usable_to_mm=110, foot_centre_mm=57)),
        _part("seat_hood", 16, 25, 24, "metal"),
        _part("seat_nut", 12, 26, 26, "metal"),
        _part("foregrip", 50, 23, 19),
        _part("winding_check", 3, 16, 14, "metal"),
        _part("hook_keeper", 12, 14, 14, "metal"),
        _part("trim_ring", 4, 24, 24, "metal"),
        _part("butt_ferrule", 96, 24, 22, "metal"),
    )
}  # fmt: skip
FRESH_GUIDES = {f"{f.ring_mm:g}": usual_guide(f.ring_mm) for f in FRAMES}
FRESH_STICK = Stick(length_mm=304.8)
FRESH_SHELVED: dict[ShelfKind, Shelved] = {
    "blank": BlankOnShelf(item=ShelvedBlank(length_mm=2134)),
    "part": PartOnShelf(item=FRESH_PARTS["reel_seat"]),
    "reamer": ReamerOnShelf(item=Reamer(small_mm=8, large_mm=14, length_mm=600)),
    "drill": DrillOnShelf(item=Drill(diameter_mm=10)),
    "tape": TapeOnShelf(item=Tape()),
    "adhesive": AdhesiveOnShelf(item=Adhesive(name="", pot_life_min=60, set_min=360)),
    "finish": FinishOnShelf(item=FinishProduct(name="")),
    "guide": GuideOnShelf(item=ShelvedGuide(ring_mm=6, foot_butt_mm=13, height_mm=11)),
    "thread": ThreadOnShelf(item=ShelvedThread()),
}
FRESH_WRAP = Wrap()
FRESH_THREAD = Thread(name="garnet")
FRESH_LABEL = Label(from_mm=0)
FRESH_PASS = Pass(thread="garnet", threads=2)
