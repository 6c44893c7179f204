"""Hypothesis strategies for build documents: anything a builder could have typed so far."""

from hypothesis import strategies as st

from wise_spool.core.document.blank import Blank, Joint, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Brief
from wise_spool.core.document.finish import Finish, FinishProduct
from wise_spool.core.document.guides import Guide, Guides, Reel, StatedAt, TipTop
from wise_spool.core.document.parts import (
    Arbors,
    BorePoint,
    BoreStep,
    ContourPoint,
    DryFit,
    Handle,
    Part,
    Reamer,
    SeatBore,
    Stick,
    Stock,
)
from wise_spool.core.document.spine import ClockPlace, Drop, FlatReading, RollTrial, Spine
from wise_spool.core.ground.measures import STEP_MM
from wise_spool.core.ground.units import Units

rules = st.sampled_from(sorted(STEP_MM))
units = st.builds(
    Units,
    weight=st.sampled_from(["g", "oz"]),
    warmth=st.sampled_from(["°C", "°F"]),
    volume=st.sampled_from(["mL", "fl oz"]),
)
lengths = st.floats(0, 3000)
stations = st.floats(0, 6000)
diameters = st.floats(0.3, 60)
bores = st.none() | st.floats(0, 60)
angles = st.floats(0, 359.99)

readings = st.builds(
    Reading, station_mm=stations, od_mm=diameters, uncertainty_mm=st.floats(0.01, 2)
)
joints = st.builds(
    Joint,
    station_mm=stations,
    kind=st.sampled_from(["sleeve", "spigot"]),
    overlap_mm=st.floats(0, 300),
)
blanks = st.builds(
    Blank,
    length_mm=st.none() | st.floats(300, 6000),
    trim_butt_mm=st.just(0.0) | lengths,
    trim_tip_mm=st.just(0.0) | lengths,
    tip_tube_64ths=st.none() | st.integers(4, 80).map(lambda n: n / 2),
    readings=st.lists(readings, max_size=12).map(tuple),
    joints=st.lists(joints, max_size=4).map(tuple),
    material=st.sampled_from(["carbon", "glass", "composite"]),
)
trials = st.builds(
    RollTrial,
    angle_deg=angles,
    snap=st.sampled_from([1, 2, 3]),
    zone=st.sampled_from(["whole", "butt", "tip"]),
    section=st.sampled_from([0, 0, 0, 1, 2]),
)
spines = st.builds(
    Spine,
    school=st.sampled_from(["resting_line", "straightest", "stiff_axis", "ignore"]),
    taped_side=st.sampled_from(["inside", "outside"]),
    guides_on=st.sampled_from([None, "inside", "outside"]),
    line=st.sampled_from(["deeper", "other"]),
    own_line_deg=st.none() | angles,
    trials=st.lists(trials, max_size=15).map(tuple),
    drops=st.lists(st.builds(Drop, angle_deg=angles, drop_mm=st.floats(0, 3000)), max_size=14).map(
        tuple
    ),
    flat=st.lists(
        st.builds(FlatReading, angle_deg=angles, gap_mm=st.floats(0, 300)), max_size=6
    ).map(tuple),
    weight_g=st.floats(0.1, 5000),
    clamp_mm=st.floats(0, 6000),
    label_deg=st.none() | angles,
    zero=st.sampled_from(["witness", "witness", "label", "gimbal", "guides"]),
    places=st.lists(
        st.builds(
            ClockPlace, name=st.sampled_from(["label", "thumb", "Joint"]), from_guides_deg=angles
        ),
        max_size=3,
    ).map(tuple),
)
KINDS = [
    "butt_cap",
    "fighting_butt",
    "rear_grip",
    "foregrip",
    "winding_check",
    "hook_keeper",
    "trim_ring",
    "seat_hood",
    "butt_ferrule",
]
MATERIALS = ["cork", "foam", "wood", "metal", "graphite", "rubber"]
plain_parts = st.builds(
    Part,
    id=st.just("x"),
    kind=st.sampled_from(KINDS),
    material=st.sampled_from(MATERIALS),
    length_mm=st.floats(0.5, 1500),
    od_butt_mm=diameters,
    od_tip_mm=diameters,
    bore_butt_mm=bores,
    bore_tip_mm=bores,
    gap_before_mm=st.just(0.0) | lengths,
    overlap_mm=st.just(0.0) | lengths,
    closed_end_mm=st.just(0.0) | lengths,
    turned=st.booleans(),
    contour=st.lists(st.builds(ContourPoint, at_mm=lengths, od_mm=diameters), max_size=3).map(
        tuple
    ),
    bought_od_mm=st.none() | diameters,
    inside=st.lists(st.builds(BorePoint, at_mm=lengths, bore_mm=st.floats(0, 60)), max_size=4).map(
        tuple
    ),
)
steps = st.tuples(st.floats(0, 200), st.floats(0.5, 60), st.floats(0, 60)).map(
    lambda s: BoreStep(from_mm=s[0], to_mm=s[0] + s[1], bore_mm=s[2])
)
seats = st.builds(
    Part,
    id=st.just("x"),
    kind=st.just("reel_seat"),
    length_mm=st.floats(1, 1500),
    gap_before_mm=st.just(0.0) | lengths,
    seat=st.builds(
        SeatBore,
        bore_mm=st.floats(0, 60),
        usable_from_mm=lengths,
        usable_to_mm=lengths,
        foot_centre_mm=lengths,
        trigger_mm=st.none() | lengths,
        end_cap_mm=st.just(0.0) | lengths,
        steps=st.lists(steps, max_size=3).map(tuple),
    ),
)


def numbered(items, prefix):
    """The items with ids of their own."""
    return tuple(item.model_copy(update={"id": f"{prefix}{n}"}) for n, item in enumerate(items))


handles = st.builds(
    Handle,
    parts=st.lists(plain_parts | seats, max_size=6).map(lambda p: numbered(p, "p")),
    arbors=st.builds(
        Arbors,
        school=st.sampled_from(["tape_2", "tape_3", "tape_4", "mesh", "foam", "sleeve"]),
        tape_thickness_mm=st.floats(0.01, 1),
        band_width_mm=st.floats(2.1, 60),
        glue_gap_mm=st.floats(0, 1),
        front_recess_mm=st.floats(0, 30),
        bands_at_mm=st.lists(lengths, max_size=3).map(tuple),
    ),
    dry_fits=st.lists(
        st.builds(
            DryFit,
            part_id=st.sampled_from(["p0", "p1", "p2"]),
            short_mm=st.floats(-500, 2500),
            bore_butt_mm=bores,
            bore_tip_mm=bores,
        ),
        max_size=3,
    ).map(tuple),
    candidates=st.lists(plain_parts | seats, max_size=3).map(lambda p: numbered(p, "c")),
    assembly=st.sampled_from(["tip_down", "sub_assembly", "butt_up", "seat_last"]),
    guides_on=st.booleans(),
    tip_closed=st.booleans(),
    glue_temperature_c=st.floats(0, 45),
    stock=st.builds(
        Stock,
        sticks=st.lists(st.builds(Stick, length_mm=st.floats(50, 600)), max_size=3).map(tuple),
        kerf_mm=st.floats(0, 20),
        mandrel_mm=st.none() | st.floats(1, 20),
    ),
    clearance_mm=st.floats(0, 1),
    reamers=st.lists(
        st.tuples(st.floats(0.3, 30), st.floats(0.1, 20), st.floats(1, 900)).map(
            lambda r: Reamer(small_mm=r[0], large_mm=r[0] + r[1], length_mm=r[2])
        ),
        max_size=4,
    ).map(tuple),
)
DATUMS = ["butt", "bare_tip", "tip_top_ring", "spool_lip", "seat_front"]
guides = st.builds(
    Guide,
    id=st.just("x"),
    ring_mm=st.floats(1, 60),
    feet=st.sampled_from(["single", "double"]),
    foot_butt_mm=st.floats(0, 60),
    foot_tip_mm=st.floats(0, 60),
    height_mm=st.floats(0, 90),
    at=st.none() | st.builds(StatedAt, datum=st.sampled_from(DATUMS), distance_mm=stations),
    built=st.none() | st.builds(StatedAt, datum=st.sampled_from(DATUMS), distance_mm=stations),
)
trains = st.builds(
    Guides,
    tip_top=st.builds(TipTop, ring_mm=st.floats(1, 30), ring_ahead_mm=st.floats(0, 60)),
    reel=st.builds(Reel, lip_ahead_mm=lengths, guessed=st.booleans()),
    train=st.lists(guides, max_size=12).map(lambda g: numbered(g, "g")),
    first_gap_mm=st.floats(1, 400),
    mark_from=st.sampled_from(DATUMS),
    mark_under=st.sampled_from(["ring_centre", "foot_edge"]),
)
finishes = st.builds(
    Finish,
    product=st.builds(
        FinishProduct,
        kind=st.sampled_from(["high_build", "regular", "varnish", "uv_resin"]),
        parts_a=st.floats(0.1, 20),
        parts_b=st.just(0.0) | st.floats(0.1, 20),
        at_c=st.floats(0, 45),
    ),
    coats=st.integers(1, 8),
    temperature_c=st.floats(0, 45),
    humidity_percent=st.floats(1, 100),
    blank_c=st.none() | st.floats(-10, 45),
    syringe_step_ml=st.floats(0.01, 2),
)
builds = st.builds(
    Build,
    name=st.just("Any rod"),
    rule=rules,
    brief=st.builds(
        Brief,
        rod_type=st.sampled_from(["spinning", "casting", "trolling", "fly"]),
        cold=st.booleans(),
        wish_g=st.none() | st.floats(1, 3000),
    ),
    units=units,
    blank=blanks,
    spine=spines,
    handle=handles,
    guides=trains,
    finish=finishes,
)
