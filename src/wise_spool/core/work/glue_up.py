"""Glue-up: which adhesive, how much, how many mixes, and what lies within reach before mixing.

Joints are grouped in mixes so that spreading, seating, wiping and aligning
take at most 70 % of the pot life at the day's temperature. Method page:
``docs/methods/glue-up.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import Adhesive, AdhesiveKind, Part, PartKind
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.handle.entering import LOOSE
from wise_spool.core.work.hands import hand_minutes

STATIC: frozenset[PartKind] = frozenset({"winding_check", "trim_ring", "butt_cap"})
"""Small joints that need no aligning: the only ones 5-minute adhesive is for."""
KIND_WORDS: dict[AdhesiveKind, str] = {
    "paste": "slow paste",
    "liquid_30": "30-minute liquid",
    "liquid_5": "5-minute liquid",
    "high_temperature": "high-temperature adhesive",
}
HOUSE: dict[AdhesiveKind, Adhesive] = {
    "paste": Adhesive(),
    "liquid_30": Adhesive(
        name="30-minute liquid", kind="liquid_30", pot_life_min=30, set_min=120, handle_min=720
    ),
    "high_temperature": Adhesive(
        name="high-temperature adhesive", kind="high_temperature", pot_life_min=45, set_min=480
    ),
}
"""What is planned with while no adhesive is listed. From habit; the tin's own data wins."""


class GlueJoint(Frozen):
    """One glued joint; ``refused`` says why its adhesive must not be used here."""

    part_id: str
    name: str
    adhesive: str
    why: str
    refused: str | None
    volume_ml: float
    spread_min: float
    seat_min: float
    wipe_min: float
    align_min: float

    @property
    def minutes(self) -> float:
        """Hands on this joint, minutes."""
        return self.spread_min + self.seat_min + self.wipe_min + self.align_min


class GlueMix(Frozen):
    """Joints that share one mix, with its clocks at the day's temperature."""

    number: int
    adhesive: str
    kind: AdhesiveKind
    joints: tuple[GlueJoint, ...]
    needed_ml: float
    volume_ml: float
    part_a_ml: float
    part_b_ml: float
    hands_min: float
    pot_life_min: float
    wipe_by_min: float
    last_look_min: float
    set_min: float
    handle_min: float
    full_cure_min: float
    mass_g: float
    too_long: bool


class Ready(Frozen):
    """One line of the list of things within reach before anything is mixed."""

    what: str
    why: str


class GlueUpPlan(Frozen):
    """Mixes in order, and what must be ready before the first."""

    temperature_c: float
    mixes: tuple[GlueMix, ...]
    within_reach: tuple[Ready, ...]
    mask: tuple[str, ...]
    scuff: tuple[Place, ...]
    volume_ml: float


@dataclass(frozen=True)
class Gap:
    """What is to be filled under one part: gap volume, wall area, and where on the blank."""

    part: Part
    name: str
    start_mm: float
    end_mm: float
    gap_ml: float
    wall_mm2: float


def plan_glue_up(build: Build, gaps: Sequence[Gap], order: Sequence[str]) -> GlueUpPlan:
    """Mixes for the parts in the order they go on; ``order`` are part ids."""
    handle = build.handle
    rank = {part: n for n, part in enumerate(order)}
    glued = sorted(
        (g for g in gaps if g.part.kind not in LOOSE), key=lambda g: rank.get(g.part.id, len(rank))
    )
    mixes: list[GlueMix] = []
    group: list[tuple[GlueJoint, Adhesive]] = []
    for gap in glued:
        adhesive, why = choose_adhesive(build, gap.part)
        joint = _joint(gap, adhesive, why)
        limit = (
            habits().pot_share
            * adhesive.pot_life_min
            * adhesive.slower_at(handle.glue_temperature_c)
        )
        spent = sum(j.minutes for j, _ in group)
        if group and (group[-1][1] != adhesive or spent + joint.minutes > limit):
            mixes.append(_mix(len(mixes) + 1, group, handle.glue_temperature_c))
            group = []
        group.append((joint, adhesive))
    if group:
        mixes.append(_mix(len(mixes) + 1, group, handle.glue_temperature_c))
    return GlueUpPlan(
        temperature_c=handle.glue_temperature_c,
        mixes=tuple(mixes),
        within_reach=_within_reach(build, glued),
        mask=_mask(glued),
        scuff=_scuff(glued),
        volume_ml=round(sum(m.needed_ml for m in mixes), 2),
    )


def choose_adhesive(build: Build, part: Part) -> tuple[Adhesive, str]:
    """The builder's own choice, else by heat, load and open time from what is listed."""
    listed = build.handle.adhesives
    chosen = next((a for a in listed if part.adhesive and a.name == part.adhesive), None)
    if chosen is not None:
        return chosen, "as chosen for this part"
    wanted: AdhesiveKind = "paste"
    why = "long open time to seat and align; fills gaps"
    if part.kind == "butt_ferrule":
        wanted, why = "high_temperature", "a metal ferrule sits in the sun: heat and strength"
    elif part.kind in ("winding_check", "trim_ring", "hook_keeper"):
        wanted, why = "liquid_30", "a thin film; a paste would stand proud"
    here = next((a for a in listed if a.kind == wanted), None)
    if here is None and wanted == "liquid_30":
        here = next((a for a in listed if a.kind == "paste"), None)
    return (here, why) if here is not None else (HOUSE[wanted], why)


def refused(part: Part, adhesive: Adhesive) -> str | None:
    """Why this adhesive must not be used on this part; None when it may."""
    if adhesive.kind == "liquid_5" and part.kind not in STATIC:
        return (
            "5-minute adhesive sets before a part is seated, wiped and aligned: about six minutes"
        )
    if part.kind == "butt_ferrule" and adhesive.kind != "high_temperature":
        return "a metal ferrule warms in the sun: use a high-temperature, high-strength adhesive"
    return None


def _joint(gap: Gap, adhesive: Adhesive, why: str) -> GlueJoint:
    spread, seat, wipe, align = hand_minutes(gap.part.kind)
    volume = max(gap.gap_ml, gap.wall_mm2 * habits().film_ml_per_mm2) * habits().squeeze_out
    return GlueJoint(
        part_id=gap.part.id, name=gap.name, adhesive=adhesive.name, why=why, refused=refused(gap.part, adhesive),
        volume_ml=round(volume, 2), spread_min=spread, seat_min=seat, wipe_min=wipe, align_min=align,
    )  # fmt: skip


def _mix(number: int, group: list[tuple[GlueJoint, Adhesive]], temperature_c: float) -> GlueMix:
    joints, adhesive = tuple(j for j, _ in group), group[0][1]
    factor = adhesive.slower_at(temperature_c)
    needed = sum(j.volume_ml for j in joints)
    volume = max(needed, habits().least_mix_ml)
    hands = sum(j.minutes for j in joints)
    pot = adhesive.pot_life_min * factor
    a_ml, b_ml = adhesive.split_ml(volume)
    return GlueMix(
        number=number, adhesive=adhesive.name, kind=adhesive.kind, joints=joints, needed_ml=round(needed, 2), volume_ml=round(volume, 2),
        part_a_ml=round(a_ml, 2), part_b_ml=round(b_ml, 2),
        hands_min=round(hands, 1), pot_life_min=round(pot, 1), wipe_by_min=round(pot * habits().wipe_share, 1),
        last_look_min=round(pot * 0.9, 1), set_min=round(adhesive.set_min * factor, 1),
        handle_min=round(adhesive.handle_min * factor, 1), full_cure_min=round(adhesive.full_cure_min * factor, 1),
        mass_g=round(needed / habits().squeeze_out * adhesive.density_g_ml, 2), too_long=hands > habits().pot_share * pot,
    )  # fmt: skip


def _within_reach(build: Build, glued: Sequence[Gap]) -> tuple[Ready, ...]:
    kinds = {g.part.kind for g in glued}
    lines = [
        ("Nitrile gloves, two pairs", "Hardener sensitises skin; change when sticky."),
        ("Alcohol and folded towels", "Squeeze-out wipes off while it is soft; away from flame and heat."),
        ("Mixing cups, sticks, a scale or syringes", "By eye is good enough for paste only."),
        ("Masking tape on threads and grips", "Adhesive in seat threads does not come out."),
        ("The parts laid out in their order, dry-fitted", "Hands are dirty from here on."),
        ("The marks, in pencil that survives the wipe", "Tape marks come off with the adhesive."),
        ("A witness blob on card", "Test the blob, not the joint."),
        ("A clock that shows the mixing time", "Pot life is not cure time."),
    ]  # fmt: skip
    if "reel_seat" in kinds:
        lines.append(("The reel, or a straight stick in the seat", "Align to the spine line, then look again before it sets."))  # fmt: skip
    if any(g.part.kind == "butt_ferrule" for g in glued):
        lines.append(("The locking nut, already on", "It can only go on before the ferrule is closed."))  # fmt: skip
    if build.handle.tip_closed:
        lines.append(("A needle file for the vent", "The tip is closed: trapped air pushes a blind part off."))  # fmt: skip
    return tuple(Ready(what=what, why=why) for what, why in lines)


def _mask(glued: Sequence[Gap]) -> tuple[str, ...]:
    out = []
    for g in glued:
        if g.part.kind == "reel_seat":
            out.append(f"threads and hoods of the {g.name}")
        elif g.part.material in ("cork", "foam", "wood"):
            out.append(f"the outside of the {g.name} at both ends")
    out.append("the bare blank ahead of the last part")
    return tuple(out)


def _scuff(glued: Sequence[Gap]) -> tuple[Place, ...]:
    """Stretches parts will cover, joined; only these are scuffed to matt."""
    spans: list[tuple[float, float]] = []
    for a, b in sorted((max(g.start_mm, 0.0), g.end_mm) for g in glued):
        if spans and a <= spans[-1][1] + 0.5:
            spans[-1] = (spans[-1][0], max(spans[-1][1], b))
        else:
            spans.append((a, b))
    return tuple(Place(start_mm=round(a, 1), end_mm=round(b, 1)) for a, b in spans)
