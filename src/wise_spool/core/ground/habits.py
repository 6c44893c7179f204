"""Habits: every number from memory or habit that a builder may set otherwise, in one place.

None of them is a law. Each says its unit, the range it may be set in, where it
comes from and which findings it moves. A shop keeps its own values, a build
may set some of them for itself, and the rules read whichever are in force:
``with following(rod.habits): ...``, as ``decimal`` reads its context. Outside
of any ``with`` the values here are in force.
"""

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Any

from pydantic import Field

from wise_spool.core.ground.frozen import Frozen


def _habit(
    value: float, words: str, unit: str, low: float, high: float, source: str, moves: str = ""
) -> Any:
    """A number with all that is known of it; ``moves`` names findings, parted by commas."""
    moved = [m for m in moves.split(",") if m]
    about = {"unit": unit, "source": source, "moves": moved}
    return Field(default=float(value), ge=low, le=high, description=words, json_schema_extra=about)  # type: ignore[arg-type]


_HANDS: dict[str, tuple[float, float, float, float]] = {
    "butt_cap": (1, 1, 1, 0),
    "fighting_butt": (1.5, 1, 1, 0),
    "rear_grip": (2.5, 2, 1.5, 0),
    "reel_seat": (3, 2, 2, 2),
    "foregrip": (2, 1.5, 1.5, 0),
    "winding_check": (0.5, 0.5, 0.5, 0),
    "hook_keeper": (0.5, 0.5, 0.5, 1),
    "trim_ring": (0.5, 0.5, 0.5, 0),
    "butt_ferrule": (3, 2, 2, 2),
    "seat_hood": (2, 2, 1, 1),
    "seat_nut": (2, 2, 1, 1),
}
"""Minutes to spread, seat, wipe and align each kind of part."""
HANDS_SPREAD, HANDS_SEAT, HANDS_WIPE, HANDS_ALIGN = (
    {kind: minutes[n] for kind, minutes in _HANDS.items()} for n in range(4)
)


OPERATION_MIN = {
    "trim": 15.0, "spine": 20.0, "marks": 10.0, "scuff": 10.0, "ream": 30.0, "arbor": 25.0, "join": 20.0, "part_finish": 30.0, "check": 5.0,
    "test": 20.0, "guides": 240.0, "tip_top": 15.0, "line_up": 15.0, "cut_back": 20.0, "weigh": 5.0, "photograph": 20.0,
    "hand_over": 30.0, "label": 20.0, "follow_up": 10.0, "own": 15.0, "mend": 20.0,
}  # fmt: skip
"""Minutes each kind of operation keeps the hands, where the plan does not work them out."""


def _table(
    rows: Mapping[str, float],
    words: str,
    unit: str,
    low: float,
    high: float,
    source: str,
    moves: str = "",
) -> Any:
    """One number for each kind of thing: a row is named ``table.kind`` where a habit is named."""
    about: dict[str, Any] = {
        "unit": unit,
        "source": source,
        "moves": [m for m in moves.split(",") if m],
        "low": low,
        "high": high,
    }
    return Field(default=dict(rows), description=words, json_schema_extra=about)


Table = Mapping[str, float]
ANY = "any"
"""The row of an open table that holds for what has no row of its own."""


def _open_table(
    value: float | None,
    words: str,
    unit: str,
    low: float,
    high: float,
    source: str,
    moves: str = "",
) -> Any:
    """A table whose rows are named by what lies on the shelf: a tape, a reamer, a product. ``value`` holds for
    what has no row; None when nothing does."""
    field = _table({} if value is None else {ANY: value}, words, unit, low, high, source, moves)
    field.json_schema_extra["open"] = True
    return field


def row_of(table: Table, name: str) -> float | None:
    """The row of this name, else the one that holds for any; None when there is neither."""
    return table.get(name, table.get(ANY))


class Habits(Frozen):
    """The numbers in force."""

    def __hash__(self) -> int:
        rows = (v if isinstance(v, float) else tuple(v.items()) for v in self.__dict__.values())
        return hash(tuple(rows))

    # products
    doubling_c: float = _habit(
        10.0,
        "Pot life and cure run twice as fast per this many degrees.",
        "°C",
        3,
        30,
        "habit",
        "finish-cold,glue-too-long",
    )
    pot_share: float = _habit(
        0.7,
        "Share of pot life planned to be used.",
        "share",
        0.3,
        1,
        "habit",
        "finish-split-mix,glue-too-long",
    )
    # brief
    cast_down: float = _habit(
        2.2,
        "A blank casts well down to the middle of its range over this.",
        "times",
        1.1,
        4,
        "memory",
        "brief-apart",
    )
    cast_up: float = _habit(
        2.2,
        "A blank casts safely up to this many times the middle of its range.",
        "times",
        1.1,
        3,
        "memory",
        "brief-apart",
    )
    line_span: float = _habit(
        2.0,
        "A line suits blanks this many times stronger or weaker than the one it is rated for.",
        "times",
        1.1,
        4,
        "memory",
        "brief-apart",
    )
    cover_butt_mm: float = _habit(
        12.7, "Heavy cover wants a butt of at least this.", "mm", 6, 30, "common practice"
    )
    knot_ring_mm: float = _habit(
        5.5, "A leader's knot runs through rings of at least this.", "mm", 2, 20, "memory"
    )
    stand_least_mm: Table = _table(
        {
            "shore": 2400,
            "rocks": 2700,
            "wading": 2100,
            "jetty": 1700,
            "boat": 1700,
            "kayak": 1800,
            "ice": 500,
        },
        "Shortest rod that is handy from there.",
        "mm",
        300,
        5000,
        "memory",
        "brief-apart",
    )
    stand_most_mm: Table = _table(
        {
            "shore": 3300,
            "rocks": 3600,
            "wading": 3000,
            "jetty": 2600,
            "boat": 2400,
            "kayak": 2300,
            "ice": 1000,
        },
        "Longest rod that is handy from there.",
        "mm",
        300,
        6000,
        "memory",
        "brief-apart",
    )
    reach_least: Table = _table(
        {"one": 0.55, "two": 0.85},
        "Least reach from the butt to the reel's foot, as a share of the forearm, by hands on the rod.",
        "share",
        0.2,
        2,
        "memory",
    )
    reach_most: Table = _table(
        {"one": 0.85, "two": 1.35},
        "Most reach from the butt to the reel's foot, as a share of the forearm, by hands on the rod.",
        "share",
        0.2,
        2.5,
        "memory",
    )
    grip_least_mm: Table = _table(
        {"small": 22, "middle": 24, "large": 27},
        "Thinnest grip a hand closes on well.",
        "mm",
        12,
        50,
        "memory",
    )
    grip_most_mm: Table = _table(
        {"small": 26, "middle": 29, "large": 33},
        "Thickest grip a hand closes on well.",
        "mm",
        12,
        60,
        "memory",
    )
    sore_thicker_mm: float = _habit(
        1.5,
        "A sore wrist wants the grip so much thicker: the hand need not clench.",
        "mm",
        0,
        8,
        "memory",
    )
    sore_rod_g: Table = _table(
        {"wrist": 150, "elbow": 180, "shoulder": 200},
        "Heaviest rod, without its reel, for an arm that is sore there.",
        "g",
        40,
        1000,
        "memory",
        "brief-apart",
    )
    joint_room: float = _habit(
        1.04,
        "A rod in pieces packs this many times longer than its length over their count.",
        "times",
        1,
        1.3,
        "habit",
    )
    most_cut_mm: float = _habit(
        200.0, "More than this is not cut off a blank to make it fit.", "mm", 0, 800, "habit"
    )
    most_extended_mm: float = _habit(
        250.0, "Further than this no piece is set into a butt.", "mm", 0, 800, "habit"
    )
    choice_power_percent: float = _habit(
        20.0, "A step of power: so much more or less is felt in the hand.", "%", 2, 100, "memory"
    )
    choice_price_percent: float = _habit(
        10.0, "A step of the price, as a share of what may be spent.", "%", 1, 100, "memory"
    )
    choice_step: Table = _table(
        {
            "action_deg": 4.0,
            "length_mm": 100.0,
            "pieces": 1.0,
            "butt_od_mm": 1.0,
            "toughness": 2.0,
            "rod_g": 15.0,
        },
        "A step of what a blank is chosen by that a builder would notice; a wall of another kind is one over this",
        "as named",
        0.1,
        1000,
        "memory",
    )
    choice_unmeasured: float = _habit(
        0.5, "A figure nobody measured counts so many steps further off.", "steps", 0, 5, "memory"
    )
    choice_seen: float = _habit(
        0.25,
        "What is off by less than this of a step is not worth a word.",
        "steps",
        0,
        2,
        "memory",
    )
    choice_power_give: float = _habit(
        1.0,
        "Power may lie so many steps outside of what a rod must have before the rod fails by it.",
        "steps",
        0,
        5,
        "memory",
    )
    sister_off_mm: float = _habit(
        0.2, "How far a blank may lie off another one of its kind.", "mm", 0.02, 2, "memory"
    )
    # repairs
    splint_spare_strain: float = _habit(
        0.7,
        "A splint that works harder than this share of its limit mends a spare.",
        "share",
        0.2,
        1,
        "memory",
    )
    splint_spare_times: float = _habit(
        2.0,
        "A splint that works this many times as hard as the blank did there mends a spare.",
        "times",
        1,
        10,
        "memory",
    )
    guide_as_good: float = _habit(
        1.1,
        "A replaced guide keeps its old mark while a span beside it takes no more than this many times what it must.",
        "times",
        1,
        2,
        "habit",
    )
    splint_half_od: float = _habit(
        6.0,
        "Each half of a splint reaches this many diameters of the blank into it.",
        "times",
        2,
        15,
        "memory",
        "repair-splint-short",
    )
    splint_glue_mm: float = _habit(
        0.05, "Glue between a splint and the bore, on a side.", "mm", 0.01, 0.5, "memory"
    )
    splint_wall_share: float = _habit(
        0.2,
        "Wall of a splint as a share of its outside, while nobody said.",
        "share",
        0.05,
        0.5,
        "memory",
    )
    splint_hand_over_od: float = _habit(
        1.0,
        "Within so many diameters of a break the wall carries its load again.",
        "times",
        0.2,
        4,
        "memory",
    )
    splint_least_mm: float = _habit(
        1.6, "A splint thinner than this carries nothing.", "mm", 0.5, 5, "memory", "repair-cannot"
    )
    splint_set_min: float = _habit(
        1440.0, "A splint rests before it is wrapped.", "min", 60, 5760, "common practice"
    )
    cut_margin_mm: float = _habit(
        0.3, "A cut along an old seat stops this much short of its bore.", "mm", 0.1, 2, "habit"
    )
    # blank
    rise_mm: float = _habit(
        0.1,
        "A rise toward the tip over this is a joint, a swell or a misreading.",
        "mm",
        0.02,
        2,
        "habit",
        "blank-rising",
    )
    odd_reading_mm: float = _habit(
        0.6,
        "A reading this far off the line through its neighbours is questioned.",
        "mm",
        0.1,
        5,
        "habit",
        "blank-odd-reading",
    )
    tube_clearance_mm: float = _habit(
        0.05,
        "Room for adhesive all round in a tip-top's tube.",
        "mm",
        0,
        0.5,
        "habit",
        "blank-tube",
    )
    loose_tube_mm: float = _habit(
        0.4,
        "A tube this much wider than the tip needs a thread or sleeve under it.",
        "mm",
        0.05,
        2,
        "habit",
        "blank-tube-loose",
    )
    mid_span_band_mm: float = _habit(
        0.4,
        "Band added half way between two readings a whole blank apart.",
        "mm",
        0,
        3,
        "habit",
        "blank-straight-taper",
    )
    beyond_band_per_mm: float = _habit(
        0.001,
        "Band added per mm beyond the measured span.",
        "mm/mm",
        0,
        0.02,
        "habit",
        "blank-beyond-readings",
    )
    power_p: float = _habit(
        3.5,
        "Exponent of OD while one reading or none is there.",
        "power",
        3,
        4,
        "memory",
        "blank-power",
    )
    power_p_off: float = _habit(
        0.25,
        "How far that exponent may lie off, one standard deviation.",
        "power",
        0.02,
        1,
        "memory",
    )
    wall_course_off: float = _habit(
        0.08,
        "How far the wall's course may lie off that, as a share of stiffness.",
        "share",
        0,
        1,
        "memory",
    )
    power_clamp_mm: float = _habit(
        300.0,
        "Power is stated for a blank clamped this far from its butt, a fifth of it at most.",
        "mm",
        0,
        1000,
        "our own convention",
    )
    drop_off_mm: float = _habit(
        2.0, "A drop is read to this, one standard deviation.", "mm", 0.1, 20, "habit"
    )
    hung_off: float = _habit(
        0.01, "A weight is known to this share of it.", "share", 0.001, 0.2, "habit"
    )
    clamped_off_mm: float = _habit(
        3.0, "Where the clamp holds is known to this.", "mm", 0.1, 30, "habit"
    )
    angle_off_deg: float = _habit(1.5, "A tip angle is read to this.", "°", 0.1, 10, "habit")
    size_off: float = _habit(
        0.5,
        "A blank known by its size alone may be this share stiffer or softer.",
        "share",
        0.1,
        3,
        "memory",
    )
    odd_stiffness: float = _habit(
        5.0,
        "A bend that makes a blank this many times stiffer or softer than its size is asked about.",
        "times",
        1.5,
        50,
        "habit",
        "blank-static-asked",
    )
    fly_line_5_n: float = _habit(0.95, "Power of a blank for fly line 5.", "N", 0.3, 3, "memory")
    fly_line_step: float = _habit(
        1.185, "How much more power the next fly line takes.", "times", 1.01, 2, "memory"
    )
    power_per_cast_n_g: float = _habit(
        0.25,
        "Power of a blank for each gram it casts, middle of its range.",
        "N/g",
        0.02,
        2,
        "memory",
    )
    power_per_line_n_lb: float = _habit(
        0.45,
        "Power of a blank for each pound of line it is rated for, middle of its range.",
        "N/lb",
        0.05,
        3,
        "memory",
    )
    joint_stiffer: float = _habit(
        1.8,
        "Where two sections overlap the blank is this many times as stiff as one.",
        "times",
        1,
        4,
        "memory",
    )
    edge: float = _habit(
        0.12,
        "Within this share of a class's edge a blank is said to lie between two.",
        "share",
        0,
        0.5,
        "habit",
        "blank-power",
    )
    series_power: Table = _open_table(
        1.0,
        "What blanks of a series measure over what their label stands for",
        "times",
        0.2,
        5,
        "habit",
        "blank-power",
    )
    # spine
    guess_off: float = _habit(
        0.15,
        "A weight guessed from size and material may be off by this share.",
        "share",
        0.02,
        0.5,
        "habit",
        "work-weight",
    )
    palm_mm: float = _habit(
        85.0, "How wide a palm is drawn across a grip.", "mm", 60, 120, "memory"
    )
    hand_light_n_mm: float = _habit(
        60.0,
        "A twist up to this is held without being felt.",
        "N·mm",
        5,
        2000,
        "habit",
        "spine-roll",
    )
    hand_firm_n_mm: float = _habit(
        250.0,
        "A twist up to this is felt and held; more tires the hand.",
        "N·mm",
        10,
        5000,
        "habit",
        "spine-roll",
    )
    holds_within_deg: float = _habit(
        10.0, "Rolling less than this, a rod is said to hold.", "°", 1, 45, "habit", "spine-roll"
    )
    twist_deg: float = _habit(
        20.0,
        "Butt and tip lines further apart than this are worth saying.",
        "°",
        2,
        90,
        "habit",
        "spine-twist",
    )
    sure_within_deg: float = _habit(
        5.0,
        "A resting line is known when its 95 % interval is within this.",
        "°",
        1,
        30,
        "habit",
        "spine-more-trials,spine-sure",
    )
    alike_deg: float = _habit(
        10.0,
        "Rests within this of one another are alike; three of them are enough to mark.",
        "°",
        2,
        40,
        "common practice",
        "spine-more-trials,spine-sure",
    )
    lines_apart_deg: float = _habit(
        60.0,
        "Two lines nearer than this are one wide one.",
        "°",
        20,
        170,
        "habit",
        "spine-two-lines",
    )
    outlier_deg: float = _habit(
        25.0,
        "A rest this far from every line is odd, once its line is known.",
        "°",
        5,
        90,
        "habit",
        "spine-odd-rest",
    )
    mirror_deg: float = _habit(
        15.0,
        "A lone rest this near the opposite of a line was read off the wrong side.",
        "°",
        2,
        60,
        "habit",
        "spine-odd-rest",
    )
    believed_p: float = _habit(
        0.01,
        "A term is believed when chance alone would show it less than one time in a hundred.",
        "chance",
        0.0001,
        0.2,
        "habit",
        "spine-drops-bow,spine-drops-stiffness",
    )
    # handle
    thick_per_side_mm: float = _habit(
        3.0,
        "More tape than this a side is spongy: foam or a sleeve instead.",
        "mm",
        0.5,
        10,
        "habit",
        "arbor-thick",
    )
    least_band_mm: float = _habit(
        4.0,
        "A band narrower than this does not steady a seat.",
        "mm",
        2,
        30,
        "habit",
        "arbor-no-room",
    )
    between_bands_mm: float = _habit(
        3.0, "Room left between two bands for adhesive.", "mm", 0, 30, "habit"
    )
    mesh_thickness_mm: float = _habit(0.35, "One turn of open mesh tape.", "mm", 0.1, 1.5, "memory")
    mesh_fill: float = _habit(
        0.4, "Share of a mesh arbor that is mesh; the rest is adhesive.", "share", 0.05, 1, "memory"
    )
    least_rigid_wall_mm: float = _habit(
        0.8,
        "A foam or sleeve arbor thinner than this breaks as it is reamed.",
        "mm",
        0.2,
        5,
        "habit",
    )
    grooves_apart_mm: float = _habit(
        25.0,
        "Keyed grooves for a metal ferrule: three or four, about this far apart.",
        "mm",
        8,
        60,
        "common practice",
    )
    pilot_over_mm: float = _habit(
        5.0,
        "Enlarging by more than this is drilled first.",
        "mm",
        1,
        15,
        "common practice",
        "ream-pilot",
    )
    drill_short_of_mm: float = _habit(
        1.0,
        "The pilot drill stays this far under the smaller bore wanted.",
        "mm",
        0,
        5,
        "habit",
        "ream-pilot",
    )
    least_cut_mm: float = _habit(
        0.1,
        "A pass that takes less than this anywhere is not worth making.",
        "mm",
        0.01,
        1,
        "habit",
        "ream-no-reamer",
    )
    check_every_mm: float = _habit(
        40.0,
        "Take it off and try the part at least this often as the reamer goes in.",
        "mm",
        5,
        200,
        "habit",
    )
    left_ok_mm: float = _habit(
        0.1,
        "Left in a bore after reaming, this goes with sandpaper as it is fitted.",
        "mm",
        0,
        1,
        "habit",
        "ream-left",
    )
    thin_wall_mm: float = _habit(
        3.0,
        "Under this a cork or wood wall is wrapped with tape before reaming.",
        "mm",
        0.5,
        10,
        "habit",
        "handle-thin-wall",
    )
    liner_up_to_mm: float = _habit(
        1.2, "A bore this much too wide is lined with tape.", "mm", 0.2, 5, "habit", "handle-loose"
    )
    sleeve_up_to_mm: float = _habit(
        6.0, "A bore this much too wide is sleeved.", "mm", 1, 15, "habit", "handle-loose"
    )
    rough_leaves_mm: float = _habit(
        0.3,
        "A rough reamer stops this far, on the diameter, under the bore wanted, for a fine one to finish.",
        "mm",
        0,
        2,
        "habit",
        "handle-ream",
    )
    rough_over_mm: float = _habit(
        3.0, "Rough diameter over the stop diameter.", "mm", 0.5, 15, "habit"
    )
    loose_over_mm: float = _habit(
        0.6,
        "A bore this much over the blank wants a tape liner.",
        "mm",
        0.05,
        3,
        "habit",
        "handle-loose",
    )
    short_ok_mm: float = _habit(
        1.0,
        "Stopping within this of the mark counts as there.",
        "mm",
        0.1,
        10,
        "habit",
        "handle-fits,handle-ream",
    )
    tape_share: Table = _open_table(
        1.0,
        "A turn of tape adds this share of the thickness it is sold by",
        "times",
        0.4,
        1.6,
        "habit",
    )
    reamer_leaves_mm: Table = _open_table(
        0.0,
        "A reamer leaves its bore wider by this than it is itself",
        "mm",
        -0.3,
        0.5,
        "habit",
        "fit-tried",
    )
    cut_sd_mm: float = _habit(
        0.03,
        "How well the bore that a reamer just left is known.",
        "mm",
        0.005,
        0.3,
        "habit",
        "fit-tried",
    )
    bore_sd_mm: float = _habit(
        0.10,
        "Uncertainty of a bore read with a caliper at a face.",
        "mm",
        0.01,
        1,
        "habit",
        "fit-tried",
    )
    inside_sd_mm: float = _habit(
        0.25,
        "Uncertainty of a bore between its faces that nobody has measured.",
        "mm",
        0.01,
        2,
        "habit",
        "fit-unexplained",
    )
    stretch_foam_least: float = _habit(
        0.02,
        "A foam bore is at least this much under the blank.",
        "share",
        0,
        0.1,
        "memory",
        "handle-press-slack",
    )
    stretch_foam: float = _habit(
        0.04,
        "A foam bore is opened to this much under the blank.",
        "share",
        0,
        0.2,
        "memory",
        "handle-press",
    )
    stretch_foam_most: float = _habit(
        0.06,
        "Further under than this, foam tears or will not be pressed home.",
        "share",
        0.01,
        0.3,
        "memory",
        "handle-ream",
    )
    stretch_rubber: float = _habit(
        0.08,
        "The most a rubber check or cap gives when it is pushed on.",
        "share",
        0,
        0.3,
        "memory",
        "handle-press",
    )
    band_said_mm: float = _habit(
        0.15,
        "A bore wanted is said with its doubt when the blank is known no better than this.",
        "mm",
        0.02,
        2,
        "habit",
        "handle-ream",
    )
    hand_share: float = _habit(
        0.8,
        "Share of what is left that is taken by hand before the next try.",
        "share",
        0.2,
        1,
        "habit",
        "ream-left",
    )
    light_mm: float = _habit(
        0.2,
        "So little is taken out by hand all along: where it rubs is not known.",
        "mm",
        0,
        1,
        "habit",
        "ream-left",
    )
    band_reach: float = _habit(
        0.6,
        "Bands that reach over less of the usable bore than this let a seat rock.",
        "share",
        0.1,
        1,
        "habit",
        "arbor-one-side",
    )
    key_depth_mm: float = _habit(
        0.3, "How deep the grooves under a ferrule are filed.", "mm", 0.05, 1, "habit"
    )
    runout_ok_mm: float = _habit(
        5.0,
        "A tip that may stand further off than this is said.",
        "mm",
        0.5,
        50,
        "habit",
        "ferrule-runout",
    )
    tenon_wall_mm: float = _habit(
        1.5,
        "A tenon with less wall than this round its bore breaks.",
        "mm",
        0.2,
        6,
        "habit",
        "turning-tenon",
    )
    glue_room_mm: float = _habit(
        0.05,
        "Less room than this over the blank scrapes the adhesive off.",
        "mm",
        0,
        0.5,
        "habit",
        "handle-close",
    )
    # guides
    share_q: float = _habit(
        0.75, "Between equal sag and equal break angle.", "power", 0, 1, "memory"
    )
    joint_clear_mm: float = _habit(
        25.0, "A guide's wrap stays this far off a joint and its wrap.", "mm", 0, 80, "habit"
    )
    least_tilt_deg: float = _habit(
        0.5, "Flatter than this the path never meets the rings.", "°", 0.1, 5, "habit"
    )
    level_wind_deg: float = _habit(
        4.0,
        "Off a casting reel's line guide the line leaves at no more than this to either side.",
        "°",
        0.5,
        20,
        "memory",
    )
    coil_share: float = _habit(
        0.5,
        "A ring this share of the cone's width lets the coils through.",
        "share",
        0.1,
        1,
        "memory",
    )
    longest_reach_share: float = _habit(
        0.2,
        "A gap of more than this share of the blank leaves the line unled.",
        "share",
        0.05,
        1,
        "memory",
        "guides-long-reach",
    )
    longest_reach_mm: float = _habit(
        320.0,
        "A gap under this is no long reach on any blank.",
        "mm",
        50,
        1500,
        "memory",
        "guides-long-reach",
    )
    smallest_cold_ring_mm: float = _habit(
        5.0, "Rings under this freeze shut.", "mm", 2, 12, "habit", "guides-ice"
    )
    wrap_before_foot_mm: float = _habit(
        6.0,
        "Thread starts this far before the foot.",
        "mm",
        0,
        20,
        "common practice",
        "guides-feet-meet,guides-on-joint",
    )
    ring_g_per_mm2: float = _habit(
        0.0085,
        "Mass of a guide per square of its ring, g/mm²; half as much again on two feet.",
        "g/mm²",
        0.001,
        0.05,
        "memory",
    )
    double_feet_over_n: float = _habit(
        6.0, "Guides on blanks stronger than this stand on two feet.", "N", 0.5, 40, "habit"
    )
    least_clear_mm: float = _habit(
        0.5, "Line nearer the blank than this touches it.", "mm", 0, 10, "habit"
    )
    first_gap_least_mm: float = _habit(
        65.0,
        "The first gap behind the tip-top is no shorter.",
        "mm",
        20,
        200,
        "habit",
        "guides-first-gap",
    )
    first_gap_most_mm: float = _habit(
        120.0,
        "The first gap behind the tip-top is no longer.",
        "mm",
        40,
        400,
        "habit",
        "guides-first-gap",
    )
    test_room_mm: float = _habit(
        1.5,
        "Room a move must win under the line where it touched in the static test.",
        "mm",
        0.2,
        10,
        "habit",
    )
    test_turn_share: float = _habit(
        0.3,
        "Share of its neighbours' turn that a guide must take after a move, where the line had lifted off it.",
        "share",
        0.05,
        1,
        "habit",
    )
    line_up_off_deg: float = _habit(
        2.0,
        "How far off its line a guide may well be put on by eye.",
        "°",
        0.2,
        10,
        "habit",
    )
    most_powers: float = _habit(
        10.0,
        "A bend is followed up to this many times what drops the tip by a third.",
        "times",
        2,
        40,
        "habit",
    )
    strain_carbon: float = _habit(
        0.012,
        "Strain at which a bend of carbon is stopped; the maker's limit comes first.",
        "strain",
        0.002,
        0.03,
        "memory",
    )
    strain_glass: float = _habit(
        0.022,
        "Strain at which a bend of glass is stopped; the maker's limit comes first.",
        "strain",
        0.002,
        0.05,
        "memory",
    )
    strain_composite: float = _habit(
        0.016,
        "Strain at which a bend of a composite is stopped; the maker's limit comes first.",
        "strain",
        0.002,
        0.04,
        "memory",
    )
    # by kind
    blank_density_g_ml: Table = _table(
        {"carbon": 1.55, "glass": 1.95, "composite": 1.75},
        "Density of a blank's wall",
        "g/mL",
        1,
        3,
        "memory",
    )
    young_n_mm2: Table = _table(
        {"carbon": 120_000, "glass": 38_000, "composite": 80_000},
        "Stiffness of a blank's wall along it, as laid",
        "N/mm²",
        5_000,
        250_000,
        "memory",
    )
    gj_over_ei: Table = _table(
        {"carbon": 0.15, "glass": 0.25, "composite": 0.2},
        "Stiffness of a blank against twist, as a share of that against bending",
        "share",
        0.02,
        0.8,
        "memory",
    )
    wall_share: Table = _table(
        {"carbon": 0.075, "glass": 0.11, "composite": 0.09},
        "Wall of a blank that has not been weighed, as a share of its diameter",
        "share",
        0.02,
        0.5,
        "memory",
    )
    part_density_g_ml: Table = _table(
        {"cork": 0.24, "foam": 0.16, "wood": 0.65, "metal": 2.7, "graphite": 1.35, "rubber": 1.1},
        "Density of a part that has not been weighed",
        "g/mL",
        0.05,
        9,
        "handbooks for cork and birch, the rest from memory",
    )
    arbor_density_g_ml: Table = _table(
        {"tape": 0.95, "mesh": 1.0, "foam": 0.16, "sleeve": 0.9},
        "Density of what fills an arbor",
        "g/mL",
        0.05,
        3,
        "memory",
    )
    arbor_begin_min: Table = _table(
        {"tape_2": 3, "tape_3": 3, "tape_4": 3, "mesh": 5, "foam": 12, "sleeve": 18},
        "Minutes to begin an arbor",
        "min",
        0,
        120,
        "habit",
    )
    arbor_band_min: Table = _table(
        {"tape_2": 3, "tape_3": 3, "tape_4": 3, "mesh": 0, "foam": 0, "sleeve": 0},
        "Minutes for each band of it",
        "min",
        0,
        30,
        "habit",
    )
    least_gap_mm: Table = _table(
        {
            "reel_seat": 0.15,
            "butt_ferrule": 0.10,
            "butt_cap": 0.05,
            "winding_check": 0,
            "trim_ring": 0,
        },
        "Least room a side for glue",
        "mm",
        0,
        3,
        "habit",
        "",
    )
    most_gap_mm: Table = _table(
        {
            "reel_seat": 3.0,
            "butt_ferrule": 0.6,
            "butt_cap": 0.5,
            "winding_check": 0.15,
            "trim_ring": 0.2,
        },
        "Most room a side before another size, or another arbor, is better",
        "mm",
        0,
        10,
        "habit",
        "",
    )
    spread_min: Table = _table(
        HANDS_SPREAD, "Minutes to spread adhesive in and on", "min", 0, 30, "habit", "glue-too-long"
    )
    seat_min: Table = _table(
        HANDS_SEAT, "Minutes to twist it home", "min", 0, 30, "habit", "glue-too-long"
    )
    wipe_min: Table = _table(
        HANDS_WIPE, "Minutes to wipe it off", "min", 0, 30, "habit", "glue-too-long"
    )
    align_min: Table = _table(
        HANDS_ALIGN, "Minutes to align it", "min", 0, 30, "habit", "glue-too-long"
    )
    operation_min: Table = _table(
        OPERATION_MIN, "Minutes at the bench, until your own are known", "min", 0.5, 1440, "habit"
    )
    reel_g: Table = _table(
        {"spinning": 260, "casting": 210, "trolling": 480, "fly": 150},
        "A reel nobody has weighed",
        "g",
        30,
        2000,
        "memory",
    )
    guides_per_foot: float = _habit(
        0.6, "Guides that each foot of length adds.", "guides/ft", 0.2, 2, "memory", "guides-count"
    )
    guides_over_feet: Table = _table(
        {"spinning": 5.0, "casting": 5.0, "trolling": 2.0, "fly": 5.0},
        "Guides beside the tip-top over the share of its feet of length",
        "guides",
        -3,
        8,
        "memory",
        "guides-count",
    )
    stripper_from_lip_mm: Table = _table(
        {"spinning": 560, "casting": 430, "trolling": 600, "fly": 700},
        "Where the guide nearest the reel is assumed, from the spool's lip",
        "mm",
        100,
        1500,
        "habit",
    )
    joint_wrap_mm: Table = _table(
        {"fly": 25, "spinning": 38, "casting": 38, "trolling": 50},
        "Length of the wrap on a joint",
        "mm",
        5,
        150,
        "common practice",
    )
    # wraps
    thread_mm: Table = _table(
        {"A": 0.15, "B": 0.18, "D": 0.23},
        "Thickness of thread that lies tight, by its size",
        "mm",
        0.03,
        1.2,
        "memory",
        "wrap-too-short",
    )
    thread_pitch_mm: Table = _open_table(
        None, "What a turn of this thread covers", "mm", 0.03, 1.2, "counted at the bench"
    )
    wet_share: Table = _table(
        {"plain": 0.55, "colour_fast": 0.1, "preserver": 0.15, "metallic": 0.0},
        "Share of what lies under it that shows through wet thread",
        "share",
        0,
        1,
        "memory",
    )
    thread_solid: float = _habit(
        0.75, "Share of a thread's round that is fibre.", "share", 0.3, 1, "memory"
    )
    thread_g_per_ml: float = _habit(
        1.14, "Density of nylon.", "g/mL", 0.8, 8, "handbook value for nylon 6, from memory"
    )
    layer_rise: float = _habit(
        0.87,
        "A second layer sinks between the turns of the first: it rises by this share of the thread.",
        "share",
        0.5,
        1,
        "round threads side by side: √3/2",
    )
    tag_turns: float = _habit(
        5,
        "Turns laid over the tag before it is cut.",
        "turns",
        3,
        12,
        "common practice",
        "wrap-too-short",
    )
    loop_turns: float = _habit(
        8,
        "The pull loop goes in so many turns before the end.",
        "turns",
        4,
        15,
        "common practice",
        "wrap-too-short",
    )
    lock_turns: float = _habit(
        4,
        "Turns ahead of the leg that keep a single foot from slipping out.",
        "turns",
        0,
        12,
        "common practice",
    )
    waste_mm: float = _habit(
        250.0,
        "Thread cut off at each start and end: tag, loop end, hand's length.",
        "mm",
        20,
        1500,
        "habit",
        "spool-short",
    )
    start_turns: float = _habit(
        3.5, "Turns on the bare blank before the smallest feet.", "turns", 1, 20, "common practice"
    )
    large_ring_mm: float = _habit(
        25.0, "From this ring on thread starts the full way before the foot.", "mm", 8, 60, "habit"
    )
    foot_ramp_share: float = _habit(
        0.6, "A filed foot climbs over this share of its wrapped length.", "share", 0.1, 1, "habit"
    )
    leg_share: float = _habit(
        0.3,
        "Share of a foot's reach from the ring's middle that is leg and not wrapped.",
        "share",
        0,
        0.7,
        "habit",
    )
    over_tube_mm: float = _habit(
        3.0, "A wrap at the tip-top climbs so far onto its tube.", "mm", 0, 30, "habit"
    )
    before_tube_mm: float = _habit(
        5.0, "A wrap at the tip-top begins so far before its tube.", "mm", 0, 40, "habit"
    )
    tube_wall_mm: float = _habit(0.25, "Wall of a tip-top's tube.", "mm", 0.05, 1, "memory")
    front_trim_mm: float = _habit(
        10.0, "Length of the wrap ahead of the winding check.", "mm", 0, 60, "habit"
    )
    splint_wrap_mm: float = _habit(
        75.0, "Least wrap over a splint.", "mm", 20, 300, "common practice", "wrap-splint-short"
    )
    socket_wall_mm: float = _habit(0.8, "Wall of a ferrule's socket.", "mm", 0.2, 4, "memory")
    frame_wrap_mm: float = _habit(
        6.0, "A wrap that frames lettering, at either end.", "mm", 1, 40, "habit"
    )
    wrap_min: float = _habit(
        6.0,
        "Minutes a wrap takes whatever its length: taped, begun, looped, trimmed.",
        "min",
        0.5,
        60,
        "habit",
    )
    turn_min: float = _habit(
        0.035, "Minutes a turn takes by hand and eye.", "min", 0.002, 0.5, "habit"
    )
    # lettering
    read_arc_deg: float = _habit(
        120.0,
        "Round the blank so much can be read at once.",
        "°",
        60,
        180,
        "memory",
        "label-trouble",
    )
    label_room_mm: float = _habit(
        3.0,
        "Room between a label and a wrap that does not frame it.",
        "mm",
        0,
        30,
        "habit",
        "label-clash",
    )
    label_hold_min: Table = _table(
        {"film": 0, "transfer": 1440, "rub_on": 60, "pen": 60, "paint": 1440},
        "Lettering waits so long before a coat",
        "min",
        0,
        10080,
        "common practice",
    )
    # line-up
    sight_mm: float = _habit(
        0.5,
        "A look along the rod is off by this much at the ring.",
        "mm",
        0.05,
        3,
        "common practice",
        "line-up-out",
    )
    sight_deg: float = _habit(
        0.5,
        "A turn read in degrees, off a gauge laid on the ring, is off by this much.",
        "°",
        0.05,
        10,
        "memory",
        "line-up-out",
    )
    line_up_tolerance_deg: float = _habit(
        1.0,
        "A guide this far off the line still counts as in line.",
        "°",
        0.2,
        5,
        "memory",
        "line-up-out",
    )
    # finish
    label_over_mm: float = _habit(
        3.0, "Finish runs so far over either end of a label.", "mm", 0, 20, "habit"
    )
    cup_share: float = _habit(
        0.7, "A cup is filled this far, to be stirred.", "share", 0.2, 1, "habit", "finish-cup"
    )
    opaque_under: float = _habit(
        0.2,
        "Thread that lets less light through shades resin under a lamp.",
        "share",
        0,
        1,
        "habit",
        "finish-uv-shade",
    )
    scuff_min: float = _habit(
        10.0, "Minutes to scuff a coat whose window has shut.", "min", 1, 60, "habit"
    )
    mask_min: float = _habit(
        15.0, "Minutes to scuff, clean and mask a place to be painted.", "min", 1, 90, "habit"
    )
    later_film: float = _habit(
        0.5,
        "Later coats take about this share of the first.",
        "share",
        0.1,
        1,
        "common practice",
        "finish-least-mix",
    )
    by_eye_percent: float = _habit(
        16.0, "Parts poured by eye are off by this much.", "%", 2, 60, "habit", "finish-ratio"
    )
    drop_ml: float = _habit(
        0.04, "A drop holds so much.", "mL", 0.01, 0.15, "memory", "finish-ratio"
    )
    drop_off: float = _habit(
        0.2, "Single drops are off by this share.", "share", 0.02, 0.6, "memory", "finish-ratio"
    )
    brush_min_per_wrap: float = _habit(
        1.5, "Minutes to coat one wrap.", "min", 0.2, 10, "habit", "finish-split-mix"
    )
    coat_share: Table = _open_table(
        1.0,
        "A coat takes this share of what film, tunnels and loss come to",
        "times",
        0.2,
        5,
        "habit",
        "finish-least-mix",
    )
    product_min: Table = _open_table(
        None,
        "Minutes a product was seen to take at 25 °C",
        "min",
        0.1,
        80640,
        "seen at the bench",
        "finish-cold,glue-too-long",
    )
    dew_margin_c: float = _habit(
        3.0,
        "The blank must be this far above the dew point.",
        "°C",
        0,
        10,
        "the habit of ISO 8502-4",
        "finish-dew,finish-dew-night",
    )
    # work
    pass_room_mm: float = _habit(
        0.05,
        "Least room for a part to pass along the blank.",
        "mm",
        0,
        1,
        "habit",
        "order-contradiction",
    )
    seat_solid: float = _habit(
        0.55,
        "Share of a reel seat's ring that is solid: threads, hoods and recess taken off.",
        "share",
        0.1,
        1,
        "memory",
    )
    finish_g_per_ml: float = _habit(1.15, "Density of cured finish.", "g/mL", 0.8, 2, "memory")
    glue_cold_c: float = _habit(
        15.0, "Colder than this, adhesive wets and cures badly.", "°C", -5, 25, "habit", "glue-cold"
    )
    hands_share: Table = _table(
        {"part": 1.0, "coat": 1.0},
        "Your hands take this share of the minutes planned",
        "times",
        0.2,
        5,
        "habit",
        "glue-too-long,finish-split-mix",
    )
    wrap_share: Table = _open_table(
        1.0,
        "A wrap takes your hands this share of the minutes planned, with that tool and size of thread",
        "times",
        0.2,
        5,
        "habit",
    )
    mend_share: Table = _open_table(
        1.0,
        "A repair of that kind takes your hands this share of the minutes planned",
        "times",
        0.2,
        5,
        "habit",
    )
    mix_min: float = _habit(
        10.0, "Minutes to set out, measure and mix a cup.", "min", 0, 60, "habit"
    )
    wrapper_min: float = _habit(
        10.0, "Minutes to set up the wrapper and thread it.", "min", 0, 60, "habit"
    )
    sitting_min: float = _habit(
        90.0,
        "Work that may be laid down is planned in sittings no longer than this.",
        "min",
        15,
        480,
        "habit",
    )
    squeeze_out: float = _habit(1.5, "Mixed over the gaps' own volume.", "times", 1, 4, "habit")
    film_ml_per_mm2: float = _habit(
        0.0001,
        "A film of 0.1 mm on faces and walls where the gap itself is thinner.",
        "mL/mm²",
        0,
        0.001,
        "habit",
    )
    least_mix_ml: float = _habit(
        2.0, "Less than this cannot be measured to a rough ratio.", "mL", 0.2, 20, "habit"
    )
    wipe_share: float = _habit(
        0.5,
        "Squeeze-out wipes off cleanly up to this share of pot life after spreading.",
        "share",
        0.1,
        1,
        "habit",
    )


HABITS = Habits()
"""What is in force while nobody has said otherwise."""
_in_force: ContextVar[Habits] = ContextVar("habits in force", default=HABITS)


def habits() -> Habits:
    """The habits in force here."""
    return _in_force.get()


@contextmanager
def following(these: Habits) -> Iterator[None]:
    """Work by these habits for the length of a ``with``."""
    before = _in_force.set(these)
    try:
        yield
    finally:
        _in_force.reset(before)


def settled(*said: Mapping[str, float]) -> Habits:
    """The habits that result from what the shop says and then what the build says. What is out of its
    range, or has a name no habit has, is left at the value before it.

    >>> settled({"pot_share": 0.6}, {"pot_share": 9.0}).pot_share
    0.6
    """
    if not any(said):
        return HABITS
    values: dict[str, Any] = {}
    for words in said:
        for name, value in words.items():
            if not is_habit(name) or not _in_range(name, value):
                continue
            table, _, row = name.partition(".")
            if row:
                rows = values.get(table, Habits.model_fields[table].default)
                values[table] = {**rows, row: value}
            else:
                values[name] = value
    return Habits(**values)


def is_habit(name: str) -> bool:
    """Whether a habit is known by this name, a row of an open table included."""
    table, _, row = name.partition(".")
    field = Habits.model_fields.get(table)
    extra = field.json_schema_extra if field is not None else None
    return name in NAMES or bool(row and isinstance(extra, dict) and extra.get("open"))


def _in_range(name: str, value: float) -> bool:
    about = about_habit(name)
    return bool(about["low"] <= value <= about["high"])


def about_habit(name: str) -> dict[str, Any]:
    """All that is known of one habit: words, unit, value, low, high, source, the findings it moves."""
    table, _, row = name.partition(".")
    field = Habits.model_fields[table]
    extra = field.json_schema_extra if isinstance(field.json_schema_extra, dict) else {}
    if row:
        words = (
            f"{field.description}."
            if row == ANY
            else f"{field.description}: {row.replace('_', ' ')}."
        )
        return {"name": name, "words": words, "value": row_of(field.default, row), **extra}
    low = next(m.ge for m in field.metadata if hasattr(m, "ge"))
    high = next(m.le for m in field.metadata if hasattr(m, "le"))
    return {"name": name, "words": field.description, "value": field.default, "low": low, "high": high, **extra}  # fmt: skip


def _names() -> Iterator[str]:
    for name, field in Habits.model_fields.items():
        if isinstance(field.default, Mapping):
            yield from (f"{name}.{row}" for row in field.default)
        else:
            yield name


NAMES: tuple[str, ...] = tuple(_names())
"""Every habit by its name, a row of a table as ``table.kind``, in the order of the trade."""
