"""What lies on the shelf of Tern Point Rods. Invented, measures plausible."""

from wise_spool.core.document.finish import FinishProduct
from wise_spool.core.document.parts import Adhesive, BoreStep, Drill, Part, Reamer, SeatBore
from wise_spool.core.finish.kinds import USUAL
from wise_spool.core.shop.shelf import (
    AdhesiveOnShelf,
    DrillOnShelf,
    FinishOnShelf,
    GuideOnShelf,
    PartOnShelf,
    ReamerOnShelf,
    Shelved,
    ShelvedGuide,
    ShelvedThread,
    Tape,
    TapeOnShelf,
    ThreadOnShelf,
)
from wise_spool.core.wraps.thread import colour_of

SHOP_REAMERS = (
    Reamer(name="slim reamer", small_mm=4, large_mm=9.5, length_mm=420),
    Reamer(name="long reamer", small_mm=8, large_mm=14, length_mm=640),
    Reamer(name="stout reamer", small_mm=12, large_mm=20, length_mm=520),
)
SLOW_PASTE = Adhesive(name="Boathouse slow paste")
CLEAR_30 = Adhesive(
    name="Lake clear 30", kind="liquid_30", pot_life_min=30, set_min=120, handle_min=720, full_cure_min=4320,
)  # fmt: skip
QUICK_5 = Adhesive(
    name="Quick five", kind="liquid_5", pot_life_min=5, set_min=12, handle_min=60, full_cure_min=1440,
)  # fmt: skip
FORGE = Adhesive(
    name="Forge high-heat", kind="high_temperature", parts_a=2, parts_b=1, pot_life_min=45, set_min=480, density_g_ml=1.4,
)  # fmt: skip
SHOP_FINISHES = (
    (FinishProduct(name="Lake slow-turn finish", kind="regular", rotate_min=360), 2),
    (FinishProduct(name="Boathouse high-build", kind="high_build", parts_a=2, parts_b=1, pot_life_min=20, rotate_min=110, set_min=240, recoat_opens_min=600, recoat_closes_min=1800), 1),
    (USUAL["varnish"].model_copy(update={"name": "Slipway spar varnish"}), 1),
    (USUAL["sealer"].model_copy(update={"name": "Lake thin sealer"}), 1),
    (USUAL["preserver"].model_copy(update={"name": "Net-loft preserver"}), 1),
    (USUAL["primer"].model_copy(update={"name": "Grey hull primer"}), 1),
    (USUAL["paint"].model_copy(update={"name": "Hull paint, pewter"}), 1),
)  # fmt: skip
SHOP_ADHESIVES = (SLOW_PASTE, CLEAR_30, QUICK_5, FORGE)
SHOP_DRILLS = tuple(
    Drill(name=f"{d:g} mm", diameter_mm=d) for d in (6, 7, 8, 9, 10, 11, 12, 13, 14, 16)
)


def _seat(size: int, bore: float, length: float, **more: object) -> Part:
    inner = SeatBore.model_validate(
        {
            "bore_mm": bore,
            "usable_from_mm": 4,
            "usable_to_mm": length - 6,
            "foot_centre_mm": length / 2,
            **more,
        }
    )
    return Part(
        id="shelf", kind="reel_seat", name=f"Tern seat, size {size}", material="graphite", length_mm=length,
        od_butt_mm=bore + 7, od_tip_mm=bore + 6, seat=inner,
    )  # fmt: skip


def _check(bore: float) -> Part:
    return Part(
        id="shelf", kind="winding_check", name=f"brass check {bore:g}", material="metal", length_mm=3,
        od_butt_mm=bore + 4, od_tip_mm=bore + 2, bore_butt_mm=bore,
    )  # fmt: skip


def _guides() -> list[tuple[ShelvedGuide, int]]:
    """Running guides on one foot, reduction guides on two."""
    single = [(5, 11, 9, 0.21), (6, 13, 11, 0.29), (8, 14, 14, 0.52)]
    double = [(8, 14, 17, 0.9), (12, 17, 26, 1.9), (20, 22, 38, 5.2), (30, 27, 54, 11.5)]
    return [
        *((ShelvedGuide(name=f"running {r}", ring_mm=r, foot_butt_mm=f, height_mm=h, mass_g=m), 20) for r, f, h, m in single),
        *((ShelvedGuide(name=f"two-foot {r}", ring_mm=r, feet="double", foot_butt_mm=f, foot_tip_mm=f, height_mm=h, mass_g=m), 8) for r, f, h, m in double),
    ]  # fmt: skip


def _threads() -> list[tuple[ShelvedThread, int]]:
    """Spools of the rack: nylon, colour-fast, one metallic; how many of each."""
    spools: list[tuple[str, str, str, float, int]] = [
        ("garnet", "A", "plain", 100, 2), ("spruce", "A", "plain", 100, 1), ("rowan", "A", "plain", 100, 1), ("beacon red", "A", "plain", 100, 1),
        ("birch leaf", "A", "plain", 50, 1), ("deep blue", "D", "plain", 180, 1), ("tar black", "A", "plain", 200, 1), ("frost", "A", "colour_fast", 100, 1),
        ("amber", "A", "colour_fast", 50, 1), ("slate", "A", "plain", 100, 1), ("pewter", "A", "metallic", 50, 1),
    ]  # fmt: skip
    return [
        (ShelvedThread.model_validate({"name": n, "size": s, "kind": k, "colour": colour_of(n), "spool_m": m}), count)
        for n, s, k, m, count in spools
    ]  # fmt: skip


def demo_shelf() -> list[tuple[Shelved, int]]:
    """Tools, tapes, adhesives and parts with how many there are."""
    lip = (BoreStep(from_mm=92, to_mm=98, bore_mm=14.8),)
    parts = [
        (_seat(15, 15.0, 110), 2),
        (_seat(16, 16.0, 112, trigger_mm=62), 3),
        (_seat(17, 17.0, 118, steps=lip), 2),
        (_seat(18, 18.0, 120, locks="down"), 1),
        (_seat(20, 20.5, 140, end_cap_mm=24), 1),
        *((_check(b), 6) for b in (9.8, 10.6, 11.1, 11.8, 12.4, 13.2, 14.6)),
        (Part(id="shelf", kind="rear_grip", name="cork rear grip 230", length_mm=230, od_butt_mm=27, od_tip_mm=24,
              bore_butt_mm=9.5, bore_tip_mm=9.5), 4),
        (Part(id="shelf", kind="foregrip", name="cork foregrip 60", length_mm=60, od_butt_mm=24, od_tip_mm=18,
              bore_butt_mm=9.5, bore_tip_mm=9.5), 5),
        (Part(id="shelf", kind="fighting_butt", name="foam fighting butt", material="foam", length_mm=60, od_butt_mm=34,
              od_tip_mm=30, bore_butt_mm=12, bore_tip_mm=12), 3),
        (Part(id="shelf", kind="butt_cap", name="rubber cap 13", material="rubber", length_mm=20, od_butt_mm=27, od_tip_mm=26,
              bore_butt_mm=12.8, closed_end_mm=6), 8),
        (Part(id="shelf", kind="butt_cap", name="rubber cap 15", material="rubber", length_mm=22, od_butt_mm=29, od_tip_mm=28,
              bore_butt_mm=15, closed_end_mm=6), 5),
        (Part(id="shelf", kind="butt_ferrule", name="turned butt ferrule 18", material="metal", length_mm=96, od_butt_mm=24,
              od_tip_mm=22, bore_butt_mm=18.2, bore_tip_mm=18.2), 1),
    ]  # fmt: skip
    return [
        *((ReamerOnShelf(item=r), 1) for r in SHOP_REAMERS),
        *((DrillOnShelf(item=d), 1) for d in SHOP_DRILLS),
        (TapeOnShelf(item=Tape(name="cream masking tape", thickness_mm=0.15, width_mm=13)), 6),
        (TapeOnShelf(item=Tape(name="thin blue tape", thickness_mm=0.12, width_mm=19)), 2),
        *((AdhesiveOnShelf(item=a), 2) for a in SHOP_ADHESIVES),
        *((FinishOnShelf(item=f), n) for f, n in SHOP_FINISHES),
        *((PartOnShelf(item=p), n) for p, n in parts),
        *((GuideOnShelf(item=g), n) for g, n in _guides()),
        *((ThreadOnShelf(item=t), n) for t, n in _threads()),
    ]
