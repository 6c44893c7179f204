"""Tern Point Rods: an invented two-person workshop and its six builds.

Every maker, part, client and label here is made up; measures are plausible.
Times are anchored to the moment the demo is started.
"""

from datetime import datetime, timedelta
from math import cos, radians

from wise_spool.core.document.blank import Blank, Joint, Reading, StaticReading
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Brief
from wise_spool.core.document.finish import AirAt, CoatLaid, Finish, FinishProduct
from wise_spool.core.document.guides import Guide, Guides, Reel, StatedAt, TipTop
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.parts import (
    Arbors,
    BoreStep,
    ContourPoint,
    DryFit,
    Handle,
    Part,
    Reference,
    ReferencePart,
    SeatBore,
    Stick,
    Stock,
)
from wise_spool.core.document.records import Records
from wise_spool.core.document.repairs import Repair
from wise_spool.core.document.spine import Drop, RollTrial, Spine
from wise_spool.core.ground.measures import parse_measure_mm
from wise_spool.demo.shelf import CLEAR_30, FORGE, SHOP_DRILLS, SHOP_REAMERS, SLOW_PASTE, demo_shelf
from wise_spool.demo.wraps import defects_for, looks_for, witness_for, wraps_for

COLD_NIGHT = (
    AirAt(id="n1", after_h=3, temperature_c=17, humidity_percent=64),
    AirAt(id="n2", after_h=8, temperature_c=12, humidity_percent=86),
    AirAt(id="n3", after_h=12, temperature_c=15, humidity_percent=74),
)
"""A night that comes too near the dew point, as forecast for the first Beacon rod."""
SLOW_FINISH = FinishProduct(name="Lake slow-turn finish", kind="regular", rotate_min=360)
THICK_FINISH = FinishProduct(
    name="Boathouse high-build",
    kind="high_build",
    parts_a=2,
    parts_b=1,
    pot_life_min=20,
    rotate_min=110,
    set_min=240,
    recoat_opens_min=600,
    recoat_closes_min=1800,
    handle_min=1200,
    full_cure_min=5760,
)


def inches(text: str) -> float:
    """A trade measure in mm."""
    return round(parse_measure_mm(text, "in"), 4)


def readings(*pairs: tuple[float, float]) -> tuple[Reading, ...]:
    """Readings from (station mm, OD mm) pairs."""
    return tuple(Reading(station_mm=s, od_mm=d) for s, d in pairs)


def rests(*angles: float, snap: int = 2, zone: str = "whole") -> tuple[RollTrial, ...]:
    """Roll trials at these clock angles."""
    return tuple(
        RollTrial.model_validate({"angle_deg": a % 360, "snap": snap, "zone": zone}) for a in angles
    )


def _in_section(section: int, *angles: float) -> tuple[RollTrial, ...]:
    """Roll trials of one section of a jointed blank, from its own witness mark."""
    return tuple(t.model_copy(update={"section": section}) for t in rests(*angles))


def drops_round(
    mean: float, bow: float, bow_deg: float, soft_deg: float, twice: float
) -> tuple[Drop, ...]:
    """Drops every 30 degrees of a blank with this bow and this difference, read to 0.1 mm; the last
    three repeat the first ones."""
    scatter = (0.1, -0.2, 0.1, 0.0, -0.1, 0.2, -0.1, 0.1, 0.0, -0.1, 0.2, -0.2, 0.0, 0.1, -0.1)
    out = []
    for k, off in enumerate(scatter):
        angle = (30.0 * k) % 360
        drop = (
            mean - bow * cos(radians(angle - bow_deg)) + twice * cos(2 * radians(angle - soft_deg))
        )
        out.append(Drop(angle_deg=angle, drop_mm=round(drop + off, 1)))
    return tuple(out)


def double(i: int, ring: float, foot: float, height: float, thread: str) -> Guide:
    """A double-foot guide with equal feet."""
    return Guide(
        id=f"g{i}", ring_mm=ring, feet="double", foot_butt_mm=foot, foot_tip_mm=foot, height_mm=height, thread=thread,
    )  # fmt: skip


def single(i: int, ring: float, foot: float, height: float, thread: str) -> Guide:
    """A single-foot guide, foot toward the butt."""
    return Guide(id=f"g{i}", ring_mm=ring, foot_butt_mm=foot, height_mm=height, thread=thread)


def at(guide: Guide, datum: str, text: str) -> Guide:
    """The guide stated at a trade measure from a datum."""
    stated = StatedAt.model_validate({"datum": datum, "distance_mm": inches(text)})
    return guide.model_copy(update={"at": stated})


def skerry() -> Build:
    """10'0" two-piece char spinning rod; guides being laid out."""
    small = [single(i, 6, 13, 11, "spruce") for i in (1, 2, 3, 4, 5, 6)]
    train = (
        at(small[0], "tip_top_ring", "4"),
        at(small[1], "tip_top_ring", "8 1/4"),
        at(small[2], "tip_top_ring", "12 7/8"),
        small[3],
        small[4],
        small[5],
        double(7, 8, 14, 17, "spruce"),
        at(double(8, 12, 17, 26, "spruce"), "spool_lip", "48 1/4"),
        at(double(9, 20, 22, 38, "spruce"), "spool_lip", "35"),
        at(double(10, 30, 27, 54, "spruce"), "spool_lip", "20 1/2"),
    )
    return Build(
        name="Skerry 10",
        number="TP-041",
        brief=Brief(
            rod_type="spinning",
            who="Own rod, well practised",
            what="Char on heavy spoons, 20 to 40 g",
            cold=True,
            where="Rocks above deep, open water",
            why="Reach and a soft tip in the cold",
        ),
        blank=Blank(
            name="Skarv 100 MH, two-piece",
            material="carbon",
            label_power="medium heavy",
            label_action="moderate fast",
            label_line="0.20 to 0.30 mm",
            label_lure="15 to 40 g",
            length_mm=3048,
            static=(StaticReading(clamp_mm=300, weight_g=150, drop_mm=inches("12 3/8")),),
            tip_tube_64ths=5.5,
            readings=readings(
                (0, 14.62), (150, 14.20), (300, 13.71), (450, 13.18), (600, 12.66), (900, 11.35),
                (1200, 9.92), (1460, 8.83), (1540, 9.21), (1800, 7.46), (2100, 5.83), (2400, 4.31),
                (2700, 3.02), (3038, 2.05),
            ),
            joints=(Joint(station_mm=1524, kind="sleeve", overlap_mm=70),),
        ),
        spine=Spine(
            trials=rests(41, 44, 38, 43, 47, 40, 42, snap=3) + rests(221, 226, snap=1),
            reason="Deeper line is clear; guides under on the inside so it lies quiet under a fish.",
            drops=drops_round(58.0, 1.9, 230, 44, 3.1),
            label_deg=150,
        ),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="cap", kind="butt_cap", name="rubber butt cap", material="rubber", length_mm=22,
                     od_butt_mm=29, od_tip_mm=28, bore_butt_mm=15, closed_end_mm=6),
                Part(id="rear", kind="rear_grip", name="rear grip", material="cork", length_mm=inches("10 1/2"),
                     od_butt_mm=28, od_tip_mm=25, bore_butt_mm=14.85, bore_tip_mm=14.1),
                Part(id="seat", kind="reel_seat", name="reel seat, size 17", material="graphite", length_mm=118,
                     od_butt_mm=24, od_tip_mm=23, seat=SeatBore(bore_mm=17, usable_from_mm=4, usable_to_mm=112, foot_centre_mm=58,
                                   steps=(BoreStep(from_mm=92, to_mm=98, bore_mm=14.8),))),
                Part(id="fore", kind="foregrip", name="foregrip", material="cork", length_mm=64,
                     od_butt_mm=25, od_tip_mm=20, bore_butt_mm=13.55, bore_tip_mm=13.3),
                Part(id="check", kind="winding_check", name="winding check", material="metal", length_mm=3,
                     od_butt_mm=17, od_tip_mm=15, bore_butt_mm=13.2),
            ),
            arbors=Arbors(school="tape_3"),
            reference=Reference(name="the old 9-foot rod", reach_mm=330, parts=(
                ReferencePart(name="rear grip", start_mm=16, end_mm=272), ReferencePart(name="reel seat", start_mm=272, end_mm=388),
                ReferencePart(name="foregrip", start_mm=388, end_mm=450))),
            steps_done=("spine", "scuff", "arbor:seat", "part:rear", "part:seat", "part:fore", "part:check", "part:cap"),
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=6, ring_ahead_mm=9, height_mm=9),
            reel=Reel(name="4000-size spinning reel", lip_ahead_mm=62, guessed=False, mass_g=275, height_mm=78),
            train=train,
        ),
        finish=Finish(product=SLOW_FINISH, temperature_c=21, humidity_percent=55),
        done=("blank", "spine", "handle"),
    )  # fmt: skip


def _holm_candidates() -> tuple[Part, ...]:
    """Seats and checks taken from the shelf to choose among."""
    wanted = (
        "Tern seat, size 15",
        "Tern seat, size 16",
        "Tern seat, size 17",
        "brass check 10.6",
        "brass check 11.1",
        "brass check 11.8",
        "brass check 12.4",
    )
    parts = [s.item for s, _ in demo_shelf() if s.kind == "part" and s.item.name in wanted]
    return tuple(p.model_copy(update={"id": f"c{n}"}) for n, p in enumerate(parts, start=1))


def holm() -> Build:
    """6'10" pike-perch casting rod; brief and blank chosen, bores next."""
    return Build(
        name="Holm Casting",
        number="TP-044",
        client="E. Holmvik",
        rule="mm/1",
        sure={"handle.parts.seat.seat.bore_mm": 16.0},
        brief=Brief(
            rod_type="casting",
            who="Small hands, a sore wrist",
            what="Pike-perch on soft baits, 10 to 30 g",
            where="Reed edges and old pilings",
            why="Light in the hand, balanced at the reel",
        ),
        blank=Blank(
            name="Tarn 610 MH",
            label_power="medium heavy",
            label_action="fast",
            label_lure="10 to 30 g",
            length_mm=2083,
            static=(
                StaticReading(clamp_mm=300, weight_g=100, drop_mm=181),
                StaticReading(clamp_mm=300, weight_g=250, drop_mm=395),
                StaticReading(clamp_mm=300, weight_g=400, at_mm=1354, drop_mm=62),
            ),
            readings=readings(
                (0, 12.94), (100, 12.61), (200, 12.22), (300, 11.80), (400, 11.35), (700, 9.82),
                (1000, 8.11), (1300, 6.44), (1600, 4.72), (1900, 2.93), (2080, 2.02),
            ),
        ),
        spine=Spine(trials=rests(128, 121, 133, 126), drops=drops_round(41.0, 2.6, 310, 20, 0.1), label_deg=0, reason=""),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="cap", kind="butt_cap", name="cork butt cap", material="cork", length_mm=20,
                     od_butt_mm=27, od_tip_mm=26, bore_butt_mm=12.5, closed_end_mm=8),
                Part(id="rear", kind="rear_grip", name="short rear grip", material="cork", length_mm=62,
                     od_butt_mm=26, od_tip_mm=23, bore_butt_mm=9.5, bore_tip_mm=9.5),
                Part(id="seat", kind="reel_seat", name="trigger seat, size 16", material="graphite", length_mm=126, gap_before_mm=96,
                     od_butt_mm=23, od_tip_mm=22, seat=SeatBore(bore_mm=16, usable_from_mm=6, usable_to_mm=118, foot_centre_mm=66, trigger_mm=72)),
                Part(id="fore", kind="foregrip", name="thin foregrip", material="cork", length_mm=30,
                     od_butt_mm=20, od_tip_mm=15, bore_butt_mm=9.5, bore_tip_mm=9.5),
                Part(id="check", kind="winding_check", name="winding check", material="metal", length_mm=2.5,
                     od_butt_mm=14.5, od_tip_mm=13, bore_butt_mm=11.8),
            ),
            dry_fits=(DryFit(part_id="cap", short_mm=12, bore_butt_mm=12.5),),
            candidates=_holm_candidates(),
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=5, ring_ahead_mm=8, height_mm=8),
            reel=Reel(name="low-profile reel", lip_ahead_mm=18, guessed=True, height_mm=25),
            first_gap_mm=95,
            train=(
                *(single(i, 5, 11, 9, "rowan") for i in range(1, 7)),
                double(7, 6, 12, 10, "rowan"),
                double(8, 10, 15, 14, "rowan"),
            ),
        ),
        finish=Finish(product=SLOW_FINISH, temperature_c=17, humidity_percent=60),
        done=("blank",),
    )  # fmt: skip


def beacon(n: int, now: datetime) -> Build:
    """One of two identical 7'9" four-piece travel rods; first coat curing."""
    length = inches("7'9\"")
    piece = length / 4
    return Build(
        name=f"Beacon, rod {n} of 2",
        number=f"TP-03{7 + n}",
        client="The ferry pilot",
        batch="Beacon pair",
        brief=Brief(
            rod_type="spinning",
            who="Travels light, fishes from quays",
            what="Perch and trout, 5 to 20 g",
            where="Wherever the ferry lies over",
            why="Two alike, so a broken one ends no trip",
        ),
        blank=Blank(
            name="Fyrlykt 79 ML, four-piece",
            label_power="medium light",
            label_action="moderate",
            label_lure="5 to 20 g",
            length_mm=length,
            tip_tube_64ths=5,
            readings=readings(
                (0, 11.42), (200, 10.94), (450, 10.15), (570, 9.80), (600, 10.21), (900, 8.73), (1160, 7.62),
                (1200, 8.04), (1500, 6.35), (1750, 5.16), (1790, 5.55), (2050, 3.62), (2355, 1.88),
            ),
            joints=tuple(Joint(station_mm=round(piece * k, 2), overlap_mm=45) for k in (1, 2, 3)),
        ),
        spine=Spine(
            trials=rests(302, 306, 299, 304, 301, 305, snap=2)
            + sum((_in_section(s, *angles) for s, angles in ((1, (14, 17, 11, 15, 13)), (2, (221, 226, 219, 224, 223)), (3, (88, 84, 90, 87, 86)), (4, (300, 296, 303, 299, 301)))), ()),
        ),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="cap", kind="butt_cap", name="cork butt cap", length_mm=18, od_butt_mm=26, od_tip_mm=26,
                     bore_butt_mm=11.6, closed_end_mm=7),
                Part(id="rear", kind="rear_grip", name="rear grip", length_mm=185, od_butt_mm=26, od_tip_mm=22,
                     bore_butt_mm=11.55, bore_tip_mm=11.15),
                Part(id="seat", kind="reel_seat", name="reel seat, size 16", material="graphite", length_mm=112, od_butt_mm=22,
                     od_tip_mm=21, seat=SeatBore(bore_mm=15.5, usable_from_mm=4, usable_to_mm=106, foot_centre_mm=54)),
                Part(id="fore", kind="foregrip", name="foregrip", length_mm=42, od_butt_mm=21, od_tip_mm=15,
                     bore_butt_mm=10.75, bore_tip_mm=10.6),
                Part(id="check", kind="winding_check", name="winding check", material="metal", length_mm=2.5, od_butt_mm=14,
                     od_tip_mm=12.5, bore_butt_mm=10.6),
            ),
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=5, ring_ahead_mm=8, height_mm=8),
            reel=Reel(name="2500-size spinning reel", lip_ahead_mm=55, guessed=False, height_mm=66),
            train=(
                at(single(1, 5, 11, 9, "beacon red"), "tip_top_ring", "3 7/8"),
                at(single(2, 5, 11, 9, "beacon red"), "tip_top_ring", "8 1/4"),
                at(single(3, 5, 11, 9, "beacon red"), "tip_top_ring", "13 1/4"),
                at(single(4, 5.5, 12, 10, "beacon red"), "tip_top_ring", "18 7/8"),
                at(single(5, 5.5, 12, 11, "beacon red"), "tip_top_ring", "25 1/2"),
                at(double(6, 8, 14, 17, "beacon red"), "tip_top_ring", "33 1/8"),
                at(double(7, 12, 17, 26, "beacon red"), "tip_top_ring", "42 3/8"),
                at(double(8, 20, 22, 38, "beacon red"), "tip_top_ring", "54 1/2"),
            ),
        ),
        finish=Finish(
            product=SLOW_FINISH,
            temperature_c=21,
            humidity_percent=52,
            laid=(CoatLaid(mixed_at=now - timedelta(hours=5, minutes=10), temperature_c=20, dryer="double dryer"),),
            course=COLD_NIGHT if n == 1 else (),
        ),
        done=("blank", "spine", "handle", "guides", "wraps"),
    )  # fmt: skip


def birch() -> Build:
    """6'3" two-piece glass rod for jigging perch; spine ignored by school."""
    length = inches("6'3\"")
    return Build(
        name="Birch perch",
        number="TP-045",
        rule="mm/1",
        brief=Brief(
            rod_type="casting",
            who="A first rod for a patient child",
            what="Perch on small jigs, 3 to 10 g",
            where="Off the boathouse jetty",
            why="Tough, soft and pretty",
        ),
        blank=Blank(
            name="Glassvik 63 L, two-piece",
            material="glass",
            label_power="light",
            label_action="slow",
            length_mm=length,
            readings=readings((0, 11.15), (300, 10.05), (900, 7.82), (1000, 8.10), (1450, 5.31), (1895, 2.41)),
            joints=(Joint(station_mm=round(length / 2, 2), overlap_mm=50),),
        ),
        spine=Spine(school="ignore", reason="Soft glass, short casts: straightest look wins."),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="rear", kind="rear_grip", name="turned birch grip", material="wood", length_mm=160,
                     od_butt_mm=27, od_tip_mm=23, bore_butt_mm=11.0, bore_tip_mm=10.5, turned=True,
                     contour=(ContourPoint(at_mm=25, od_mm=25), ContourPoint(at_mm=85, od_mm=30.5), ContourPoint(at_mm=135, od_mm=24.5))),
                Part(id="seat", kind="reel_seat", name="seat with birch insert", material="wood", length_mm=104, overlap_mm=8, tenon_od_mm=15, turned=True,
                     od_butt_mm=22, od_tip_mm=22, seat=SeatBore(bore_mm=11.5, usable_from_mm=0, usable_to_mm=96, foot_centre_mm=52)),
                Part(id="check", kind="winding_check", name="winding check", material="metal", length_mm=2.5,
                     od_butt_mm=15, od_tip_mm=13, bore_butt_mm=10.6),
            ),
            arbors=Arbors(school="tape_2", tape_thickness_mm=0.12),
            stock=Stock(sticks=(Stick(length_mm=inches("10 1/2")),), side_mm=35, kerf_mm=2.4, mandrel_mm=9.5),
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=6, ring_ahead_mm=9, height_mm=8),
            reel=Reel(name="small round reel", lip_ahead_mm=20, guessed=True, height_mm=25),
            train=tuple(single(i, r, 12, 10, "birch leaf") for i, r in ((1, 6), (2, 6), (3, 6), (4, 8), (5, 10), (6, 12))),
        ),
        finish=Finish(
            product=FinishProduct(name="Jetty varnish", kind="varnish", parts_b=0, pot_life_min=240, rotate_min=60,
                                  set_min=120, recoat_opens_min=360, recoat_closes_min=2880, handle_min=1440, full_cure_min=10080),
            coats=5, temperature_c=16, humidity_percent=62,
        ),
    )  # fmt: skip


def deep() -> Build:
    """9'2" trolling rod for deep char with a detachable butt; glue-up tomorrow."""
    return Build(
        name="Deep char",
        number="TP-042",
        client="Rorik & Daughter, fishers",
        brief=Brief(
            rod_type="trolling",
            who="Lives in a rod holder",
            what="Deep char behind 300 g sinkers",
            cold=True,
            where="The deep trench off Tern Point",
            why="Must not fail",
        ),
        blank=Blank(
            name="Djupet 92 H",
            material="composite",
            label_power="heavy",
            label_action="moderate",
            length_mm=inches("9'2\""),
            tip_tube_64ths=8,
            readings=readings(
                (0, 17.31), (200, 16.92), (400, 16.35), (800, 14.88), (1200, 12.94), (1600, 10.61),
                (2000, 8.02), (2400, 5.41), (2785, 2.92),
            ),
        ),
        spine=Spine(trials=rests(10, 352, 4, 8, 357, 1, 6, snap=3)),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="ferrule", kind="butt_ferrule", name="detachable butt ferrule", material="metal", length_mm=96,
                     od_butt_mm=24, od_tip_mm=22, bore_butt_mm=18.2, bore_tip_mm=18.2, mass_g=68),
                Part(id="nut", kind="seat_nut", name="locking nut", material="metal", length_mm=12, od_butt_mm=27, od_tip_mm=27),
                Part(id="seat", kind="reel_seat", name="metal seat, size 20", material="metal", length_mm=140,
                     od_butt_mm=27, od_tip_mm=27, seat=SeatBore(bore_mm=20.5, usable_from_mm=4, usable_to_mm=134, foot_centre_mm=78, end_cap_mm=24)),
                Part(id="fore", kind="foregrip", name="foam foregrip", material="foam", length_mm=inches("8 1/4"),
                     od_butt_mm=32, od_tip_mm=27, bore_butt_mm=16.15, bore_tip_mm=15.55),
                Part(id="check", kind="winding_check", name="winding check", material="metal", length_mm=3,
                     od_butt_mm=20, od_tip_mm=17, bore_butt_mm=16.2),
            ),
            arbors=Arbors(school="foam"),
            glue_temperature_c=17,
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=10, ring_ahead_mm=12, height_mm=12),
            reel=Reel(name="large round reel", lip_ahead_mm=25, guessed=False, height_mm=52),
            first_gap_mm=inches("4 1/2"),
            train=(
                *(double(i, 10, 16, 15, "deep blue") for i in (1, 2, 3, 4, 5)),
                double(6, 12, 18, 17, "deep blue"),
                double(7, 16, 20, 20, "deep blue"),
                at(double(8, 20, 24, 24, "deep blue"), "seat_front", "24 1/2"),
            ),
        ),
        finish=Finish(product=THICK_FINISH, temperature_c=15, humidity_percent=70),
        done=("blank", "spine"),
    )  # fmt: skip


def ferryman() -> Build:
    """Repair of a rod caught in a boat-house door: new seat, one guide rewrapped."""
    return Build(
        name="Repair: the ferryman's rod",
        number="TP-R12",
        client="The ferryman",
        brief=Brief(
            rod_type="spinning",
            who="Fishes it daily",
            what="Whatever follows the ferry",
            where="The ferry's stern",
            why="It came back from the boat-house door",
        ),
        blank=Blank(
            name="Unmarked one-piece",
            label_power="medium",
            length_mm=inches("7'"),
            readings=readings((0, 12.4), (350, 11.52), (700, 10.21), (1400, 6.33), (2125, 2.24)),
        ),
        spine=Spine(
            school="straightest",
            own_line_deg=0,
            reason="The guides on the rod set the line: the new seat follows them.",
        ),
        handle=Handle(
            reamers=SHOP_REAMERS,
            drills=SHOP_DRILLS,
            adhesives=(SLOW_PASTE, CLEAR_30, FORGE),
            parts=(
                Part(id="rear", kind="rear_grip", name="dented foam grip", material="foam", length_mm=230,
                     od_butt_mm=30, od_tip_mm=28, bore_butt_mm=11.95, bore_tip_mm=11.75),
                Part(id="seat", kind="reel_seat", name="new reel seat, size 18", material="graphite", length_mm=120,
                     od_butt_mm=25, od_tip_mm=24, seat=SeatBore(bore_mm=18, usable_from_mm=5, usable_to_mm=114, foot_centre_mm=58)),
                Part(id="fore", kind="foregrip", name="foam foregrip", material="foam", length_mm=70, on_rod=True,
                     od_butt_mm=27, od_tip_mm=20, bore_butt_mm=11.4, bore_tip_mm=11.1),
                Part(id="check", kind="winding_check", name="winding check", on_rod=True, material="metal", length_mm=3, od_butt_mm=16,
                     od_tip_mm=14, bore_butt_mm=11.1),
            ),
            arbors=Arbors(school="tape_4"),
            guides_on=True,
            tip_closed=True,
        ),
        guides=Guides(
            tip_top=TipTop(ring_mm=6, ring_ahead_mm=9, height_mm=9),
            reel=Reel(name="old spinning reel", lip_ahead_mm=58, guessed=False),
            train=(
                at(single(1, 6, 12, 11, "tar black"), "butt", "79 3/8"),
                at(single(2, 6, 12, 11, "tar black"), "butt", "74"),
                at(single(3, 6, 12, 11, "tar black"), "butt", "68"),
                at(double(4, 8, 14, 16, "tar black"), "butt", "61 1/4"),
                at(double(5, 12, 17, 24, "tar black"), "butt", "53 1/2"),
                at(double(6, 20, 22, 36, "tar black"), "butt", "44"),
                at(double(7, 30, 26, 50, "tar black"), "butt", "32 1/2"),
            ),
        ),
        finish=Finish(product=SLOW_FINISH, coats=1, temperature_c=17, humidity_percent=58),
        repairs=(
            Repair(id="m1", kind="seat", part_id="seat", old_od_mm=25.4, old_bore_mm=17.2, frozen=True),
            Repair(id="m2", kind="dent", part_id="rear"),
            Repair(id="m3", kind="guide", guide_id="g4"),
        ),
    )  # fmt: skip


def _off_the_shelf(build: Build) -> Build:
    """The rod with its guides' feet and heights said to be so: they were measured for the shelf."""
    fields = ("foot_butt_mm", "foot_tip_mm", "height_mm")
    sure = {
        f"guides.train.{g.id}.{field}": getattr(g, field)
        for g in build.guides.train
        for field in fields
    }
    return build.model_copy(update={"sure": {**build.sure, **sure}})


def demo_builds(now: datetime) -> list[Build]:
    """Every build in the shop, the demo's clock set to ``now`` (timezone-aware)."""
    rods = [skerry(), holm(), beacon(1, now), beacon(2, now), birch(), deep(), ferryman()]
    return [_wrapped(_off_the_shelf(rod)) for rod in rods]


def _wrapped(build: Build) -> Build:
    """The rod with its thread, figures and labels."""
    return build.model_copy(update={"wraps": wraps_for(build)})


def demo_records(now: datetime) -> list[Records]:
    """The same as they are kept: what is done already is in their logs, dated ``now``."""
    return [_looked_along(Records.of(build, now), build, now) for build in demo_builds(now)]


def _looked_along(records: Records, build: Build, now: datetime) -> Records:
    """The rod's log with what was seen along it and on its coats."""
    looks = tuple(
        LogEntry(id=f"look.{n:02d}", at=now, sighted=s) for n, s in enumerate(looks_for(build))
    )
    wrong = tuple(
        LogEntry(id=f"defect.{n:02d}", at=now, defect=d) for n, d in enumerate(defects_for(build))
    )
    blob = tuple(
        LogEntry(id=f"witness.{n:02d}", at=now, witness=w) for n, w in enumerate(witness_for(build))
    )
    return records.model_copy(update={"log": (*records.log, *looks, *wrong, *blob)})
