"""Twenty plausible rods, half finished as rods are: every red and yellow sentence, to be judged by a builder.

``python -m bench.nagging`` prints them rod by rod. Seven are the demo's; thirteen start from a kit on a
measured blank, with bores, guides and adhesives as a builder would have them by then.
"""

from datetime import UTC, datetime

from wise_spool.core.document.blank import Blank, Reading, StaticReading
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Brief, RodType
from wise_spool.core.document.guides import Guide, Guides, Reel, StatedAt, TipTop
from wise_spool.core.document.parts import Adhesive, Handle, Part, Reamer
from wise_spool.core.document.spine import RollTrial, Spine
from wise_spool.core.plan import plan
from wise_spool.core.shop.kits import KITS
from wise_spool.demo.shop import demo_builds

REAMERS = tuple(
    Reamer(id=f"r{n}", name=name, small_mm=a, large_mm=b, length_mm=length)
    for n, (name, a, b, length) in enumerate(
        (("fine", 2.5, 8.0, 420), ("middle", 5.0, 13.0, 480), ("wide", 10.0, 22.0, 500))
    )
)
PASTE = Adhesive(id="paste", name="Slow paste")


def _rod(
    name: str, kind: RodType, kit: str, length: float, butt: float, tip: float, drop: float, cold: bool, rings: tuple[float, ...]
) -> Build:  # fmt: skip
    readings = tuple(
        Reading(id=f"r{n}", station_mm=round(x * length), od_mm=round(butt + (tip - butt) * x**0.92, 2))
        for n, x in enumerate((0, 0.05, 0.1, 0.15, 0.2, 0.3, 0.5, 0.7, 0.9, 1.0))
    )  # fmt: skip
    bend = StaticReading(id="b0", clamp_mm=300, weight_g=100, at_mm=length, drop_mm=drop)
    blank = Blank(
        name="blank", length_mm=length, measured_mm=length, readings=readings, static=(bend,),
        tip_tube_64ths=max(round((tip + 0.05) / 25.4 * 64 * 2 + 0.49) / 2, 2),
    )  # fmt: skip
    parts = tuple(_bored(p, butt, tip, length) for p in KITS[kit].parts)
    gaps = [100 + 22 * k for k in range(len(rings))]
    train = tuple(
        Guide(id=f"g{n}", ring_mm=ring, height_mm=6 + ring, foot_butt_mm=10 + ring / 2, at=StatedAt(datum="tip_top_ring", distance_mm=sum(gaps[: n + 1])))
        for n, ring in enumerate(rings)
    )  # fmt: skip
    trials = tuple(RollTrial(id=f"t{n}", angle_deg=a) for n, a in enumerate((31, 35, 29, 33, 36)))
    return Build(
        name=name, rule="mm/1", brief=Brief(rod_type=kind, cold=cold), blank=blank, spine=Spine(trials=trials),
        handle=Handle(parts=parts, reamers=REAMERS, adhesives=(PASTE,)),
        guides=Guides(train=train, tip_top=TipTop(ring_mm=max(min(rings), 6)), reel=Reel(guessed=False, lip_ahead_mm=75)),
    )  # fmt: skip


def _bored(part: Part, butt: float, tip: float, length: float) -> Part:
    """The part as it came from a dealer: grips narrower than the blank, rings and caps to their size."""
    fall = (butt - tip) / length
    if part.kind in ("rear_grip", "foregrip"):
        return part.model_copy(update={"bore_butt_mm": 6.5, "bore_tip_mm": 6.5})
    if part.kind == "winding_check":
        return part.model_copy(update={"bore_butt_mm": round(butt - fall * 430 + 0.2, 1)})
    if part.kind == "butt_cap":
        return part.model_copy(update={"bore_butt_mm": round(butt - 0.1, 1)})
    if part.kind == "butt_ferrule":
        return part.model_copy(update={"bore_butt_mm": round(butt + 0.5, 1)})
    if part.seat is not None:
        return part.model_copy(update={"seat": part.seat.model_copy(update={"bore_mm": 20.0 if butt > 15 else 16.2})})  # fmt: skip
    return part


ROWS: tuple[tuple[str, RodType, str, float, float, float, float, bool, tuple[float, ...]], ...] = (
    ("light spinning", "spinning", "split_foam", 2000, 10.5, 1.6, 420, False, (6, 6, 6, 6, 8, 12, 20, 25)),
    ("perch spinning", "spinning", "full_cork", 2100, 11.2, 1.7, 380, False, (6, 6, 6, 7, 8, 12, 20, 30)),
    ("pike spinning", "spinning", "full_cork", 2600, 14.5, 2.3, 190, False, (8, 8, 8, 8, 10, 12, 20, 25, 40)),
    ("sea trout", "spinning", "split_foam", 2900, 13.8, 1.9, 300, True, (7, 7, 7, 7, 8, 10, 12, 20, 30)),
    ("travel spinning", "spinning", "full_cork", 2400, 12.4, 1.8, 330, False, (6, 6, 6, 6, 8, 10, 16, 25)),
    ("light casting", "casting", "split_foam", 1980, 11.0, 1.7, 360, False, (6, 6, 6, 6, 6, 7, 8, 10)),
    ("jerk casting", "casting", "full_cork", 1850, 13.6, 2.4, 150, False, (7, 7, 7, 7, 8, 8, 10)),
    ("big-bait casting", "casting", "full_cork", 2350, 15.2, 2.6, 130, False, (8, 8, 8, 8, 8, 10, 12, 16)),
    ("trolling", "trolling", "detachable_butt", 2100, 15.8, 3.4, 90, False, (10, 10, 10, 12, 12, 16)),
    ("deep trolling", "trolling", "detachable_butt", 2600, 16.4, 3.2, 110, True, (10, 10, 10, 10, 12, 12, 16)),
    ("five-weight", "fly", "fly_with_cap", 2740, 8.8, 1.5, 700, False, (6, 6, 6, 6, 6, 6, 6, 8, 10)),
    ("seven-weight", "fly", "fly_with_cap", 2900, 9.6, 1.7, 520, False, (6, 6, 6, 6, 6, 6, 7, 8, 12)),
    ("pier", "spinning", "full_cork", 3050, 17.0, 2.6, 160, False, (8, 8, 8, 10, 12, 16, 25, 40)),
)  # fmt: skip


def main() -> None:
    """Print every red and yellow of the twenty."""
    rods = [*demo_builds(datetime.now(UTC)), *(_rod(*row) for row in ROWS)]
    many = 0
    for build in rods:
        pressing = [
            f for f in plan(build).findings if f.weight != "note" and f.stage not in build.done
        ]
        many += len(pressing)
        print(f"{build.name}: {len(pressing)}")
        for f in pressing:
            print(f"  {f.weight:5} {f.code}: {f.sentence}")
    print(f"{many} red or yellow on {len(rods)} rods")


if __name__ == "__main__":
    main()
