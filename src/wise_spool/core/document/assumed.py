"""Numbers that stand in a document because nobody has said otherwise yet.

A number that is still what a fresh rod has, and that the builder has not said is so, is assumed: it
looks assumed wherever it is shown, on screen and on paper.
"""

from typing import Any

from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import USUAL_REEL_MM, usual_guide

ASSUMABLE: dict[str, str] = {
    "handle.parts.*.seat.bore_mm": "bore of the reel seat",
    "handle.arbors.tape_thickness_mm": "tape, one turn",
    "handle.stock.kerf_mm": "saw kerf",
    "handle.stock.side_mm": "square stock, its side",
    "handle.glue_temperature_c": "warmth where it is glued",
    "guides.reel.lip_ahead_mm": "spool lip ahead of the reel foot",
    "guides.reel.height_mm": "spool axis or line guide above the blank",
    "guides.reel.tilt_deg": "tilt of the spool",
    "guides.reel.spool_mm": "spool across its lip",
    "guides.reel.level_wind_mm": "travel of the reel's line guide",
    "guides.train.*.foot_butt_mm": "feet of the guides toward the butt",
    "guides.train.*.foot_tip_mm": "feet of the guides toward the tip",
    "guides.train.*.height_mm": "ring heights of the guides",
    "guides.tip_top.ring_ahead_mm": "tip-top ring ahead of the bare tip",
    "guides.tip_top.height_mm": "tip-top ring above the blank",
    "spine.clamp_mm": "where the blank is clamped for the drops",
    "spine.weight_g": "weight hung for the drops",
    "finish.temperature_c": "warmth where it is coated",
    "finish.humidity_percent": "humidity where it is coated",
    "finish.syringe_step_ml": "step of the syringe",
    "finish.product.pot_life_min": "pot life of the finish",
}
"""What looks assumed until it is touched, by its path in the document; ``*`` is any row."""
SEAT_BORE_MM = 16.0
"""The bore a reel seat has before anybody measured it. From habit."""


FRESH = Build(name="fresh")


def in_play(build: Build, path: str) -> bool:
    """Whether the number counts for anything on this rod as it stands."""
    if path.partition(".")[0] in build.done:
        return False
    handle, spinning = build.handle, build.brief.rod_type == "spinning"
    if path.startswith("handle.parts"):
        return not any(p.id == path.split(".")[2] and p.on_rod for p in handle.parts)
    if path.startswith("handle.arbors"):
        taped = handle.arbors.school.startswith("tape") and handle.arbors.tape_measured is None
        return taped and any(p.kind == "reel_seat" for p in handle.parts)
    if path.startswith("handle.stock"):
        return any(p.turned and p.bought_od_mm is None for p in handle.parts)
    if path.startswith("handle."):
        return bool(handle.parts)
    if path.startswith("guides.train"):
        guide = next(g for g in build.guides.train if g.id == path.split(".")[2])
        return guide.built is None
    if path.startswith("guides.reel"):
        casting = build.brief.rod_type in ("casting", "trolling")
        counts = casting if path.endswith("level_wind_mm") else spinning or (casting and path.endswith("height_mm"))  # fmt: skip
        return counts and bool(build.guides.train)
    if path.startswith("spine."):
        return bool(build.spine.drops)
    return bool(build.guides.train)


def value_at(build: Build, path: str) -> float:
    """The number a path leads to; rows of a list go by their id."""
    at: Any = build
    for name in path.split("."):
        at = next(r for r in at if r.id == name) if isinstance(at, tuple) else getattr(at, name)
    return float(at)


def kind_of(path: str) -> str:
    """The path with any row for this one.

    >>> kind_of("handle.parts.seat.seat.bore_mm")
    'handle.parts.*.seat.bore_mm'
    """
    names = path.split(".")
    if names[:2] in (["handle", "parts"], ["guides", "train"]):
        names[2] = "*"
    return ".".join(names)


def default_of(build: Build, path: str) -> float:
    """What a fresh rod has there, and a guide fresh from the drawer by its ring."""
    if path.startswith("handle.parts"):
        return SEAT_BORE_MM
    if path.startswith("guides.train"):
        _, _, guide, field = path.split(".")
        ring = next(g.ring_mm for g in build.guides.train if g.id == guide)
        return float(getattr(usual_guide(ring), field))
    if path == "guides.reel.height_mm":
        return USUAL_REEL_MM[build.brief.rod_type]
    return value_at(FRESH, path)


def _expanded(build: Build) -> list[str]:
    """Every path there is on this rod."""
    two_feet = {g.id for g in build.guides.train if g.feet == "double"}
    rows = {
        "handle": [p.id for p in build.handle.parts if p.seat is not None],
        "guides": [g.id for g in build.guides.train],
    }
    return [
        path.replace("*", row)
        for path in ASSUMABLE
        for row in (rows[path.partition(".")[0]] if "*" in path else [""])
        if not path.endswith("foot_tip_mm") or row in two_feet
    ]


def looks_assumed(build: Build) -> tuple[str, ...]:
    """Paths of every number that stands there because nobody has said otherwise."""
    return tuple(path for path in _expanded(build) if is_assumed(build, path))


def all_assumed(build: Build) -> tuple[str, ...]:
    """Paths of everything that is assumed and counts on this rod, in the order of the trade."""
    return tuple(path for path in looks_assumed(build) if in_play(build, path))


def is_assumed(build: Build, path: str) -> bool:
    """Whether the number is a fresh rod's, and nobody has said that it is so.

    >>> rod = Build(name="fresh")
    >>> is_assumed(rod, "handle.stock.kerf_mm")
    True
    >>> is_assumed(rod.model_copy(update={"sure": {"handle.stock.kerf_mm": 2.5}}), "handle.stock.kerf_mm")
    False
    """
    if path.startswith("finish.product") and build.finish.product != FRESH.finish.product:
        return False  # a tin was put on the bench: its numbers come from its label
    value = value_at(build, path)
    return value == default_of(build, path) and build.sure.get(path) != value
