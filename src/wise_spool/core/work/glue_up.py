"""Glue-up: which adhesive, how much, how many mixes, and what lies within reach before mixing.

Joints are grouped in mixes so that spreading, seating, wiping and aligning
take at most 70 % of the pot life at the day's temperature. Method page:
``docs/methods/glue-up.md``.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import (
    Adhesive,
    AdhesiveKind,
    HandleWished,
    Part,
    PartKind,
    Squeeze,
)
from wise_spool.core.ground.findings import Place
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.units import format_warmth
from wise_spool.core.handle.entering import LOOSE
from wise_spool.core.work.hands import hand_minutes

KIND_WORDS: dict[AdhesiveKind, str] = {
    "paste": "slow paste",
    "liquid_30": "30-minute liquid",
    "liquid_5": "5-minute liquid",
    "high_temperature": "high-temperature adhesive",
    "instant": "instant glue",
    "hot_melt": "hot-melt",
}
SQUEEZE_WORDS: dict[Squeeze, str] = {
    "at_once": "wiped at once",
    "half_hour": "left half an hour, then wiped with alcohol",
}
MAIN: tuple[AdhesiveKind, ...] = ("paste", "liquid_30", "high_temperature", "liquid_5")
"""What a handle is glued with, the best first, out of what is at hand."""
UNMIXED: frozenset[AdhesiveKind] = frozenset({"instant", "hot_melt"})
THIN: frozenset[PartKind] = frozenset({"winding_check", "trim_ring", "hook_keeper"})
"""Small joints that take what is in the cup; the only ones for what grabs at once."""
HOUSE = Adhesive()
"""What is reckoned with, and said to be assumed, while no adhesive is listed. From habit."""


class GlueJoint(Frozen):
    """One glued joint; ``refused`` says why its adhesive must not be used here, ``wary`` what to bear in
    mind with it."""

    part_id: str
    name: str
    adhesive: str
    why: str
    refused: str | None
    wary: str | None
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
    """Joints that share one mix, with its clocks at the day's temperature; ``because`` is why it is not the
    mix before, empty for the first."""

    number: int
    because: str
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
    """Mixes in order, and what must be ready before the first; ``assumed`` when no adhesive is listed."""

    temperature_c: float
    assumed: bool
    mixes: tuple[GlueMix, ...]
    within_reach: tuple[Ready, ...]
    mask: tuple[str, ...]
    scuff: tuple[Place, ...]
    volume_ml: float


@dataclass(frozen=True)
class Gap:
    """What is to be filled under one part: gap volume, wall area, and where on the blank. ``filler_mm2`` is
    the wall of a seat's bore that a filler is glued into first, off the rod."""

    part: Part
    name: str
    start_mm: float
    end_mm: float
    gap_ml: float
    wall_mm2: float
    filler_mm2: float = 0.0


def plan_glue_up(build: Build, gaps: Sequence[Gap], order: Sequence[str]) -> GlueUpPlan:
    """Mixes for the parts in the order they go on; ``order`` are part ids.

    One mix serves the handle as long as one product does and there is time; each
    further one says why it is there.
    """
    handle = build.handle
    rank = {part: n for n, part in enumerate(order)}
    glued = sorted(
        (g for g in gaps if g.part.kind not in LOOSE), key=lambda g: rank.get(g.part.id, len(rank))
    )
    mixes: list[GlueMix] = []
    group: list[tuple[GlueJoint, Adhesive]] = []
    because = ""
    fillers = [_filler_joint(g, build) for g in glued if g.filler_mm2 > 0]
    if fillers:
        mixes.append(_mix(1, fillers, "", handle))
        because = "the filler has to cure before it is bored"
    for gap in glued:
        adhesive, why = choose_adhesive(build, gap.part)
        joint = _joint(gap, adhesive, why, handle)
        another = bool(group) and group[-1][1] != adhesive
        if group and (another or not in_time([*(j for j, _ in group), joint], adhesive, handle)):
            mixes.append(_mix(len(mixes) + 1, group, because, handle))
            because = (
                f"{adhesive.name}: {why}" if another else "the cup before would not live that long"
            )
            group = []
        group.append((joint, adhesive))
    if group:
        mixes.append(_mix(len(mixes) + 1, group, because, handle))
    return GlueUpPlan(
        temperature_c=handle.glue_temperature_c,
        assumed=not handle.adhesives,
        mixes=tuple(mixes),
        within_reach=_within_reach(build, glued),
        mask=_mask(glued),
        scuff=_scuff(glued),
        volume_ml=round(sum(m.needed_ml for m in mixes), 2),
    )


def in_time(joints: Sequence[GlueJoint], adhesive: Adhesive, handle: HandleWished) -> bool:
    """Whether one cup lasts: hands done inside the share of pot life that is planned on, and, where it is
    wiped at once, the last joint wiped while it still comes off."""
    pot = adhesive.minutes("pot_life") * adhesive.slower_at(handle.glue_temperature_c)
    hands = sum(j.minutes for j in joints)
    wiped = hands - joints[-1].align_min
    clean = handle.squeeze != "at_once" or wiped <= habits().wipe_share * pot
    return hands <= habits().pot_share * pot and clean


def choose_adhesive(build: Build, part: Part) -> tuple[Adhesive, str]:
    """The builder's own choice for this part, else out of what is listed: one product for all, a small
    joint takes what is in the cup, and a metal ferrule what stands heat, when that is at hand."""
    listed = build.handle.adhesives
    chosen = next((a for a in listed if part.adhesive and a.name == part.adhesive), None)
    if chosen is not None:
        return chosen, "as chosen for this part"
    if not listed:
        return HOUSE, "none is listed: assumed"
    if part.kind == "butt_ferrule":
        hot = next((a for a in listed if a.kind == "high_temperature"), None)
        if hot is not None:
            return hot, "a metal ferrule sits in the sun: heat and strength"
    for kind in MAIN:
        here = next((a for a in listed if a.kind == kind), None)
        if here is not None:
            why = "takes what is in the cup" if part.kind in THIN else "serves the whole handle"
            return here, why
    return listed[0], "the only one listed"


def refused(joint: GlueJoint, part: Part, adhesive: Adhesive, temperature_c: float) -> str | None:
    """Why this adhesive must not be used on this part; None when it may."""
    if adhesive.kind == "hot_melt":
        return "hot-melt cannot be spread under a part and lets go in the sun: it is for tip-tops and trials"
    if adhesive.kind == "instant":
        return None if part.kind in THIN else "instant glue grabs before the part is home"
    pot = adhesive.minutes("pot_life") * adhesive.slower_at(temperature_c)
    usable = habits().pot_share * pot
    if joint.minutes > usable:
        return (
            f"spreading, seating, wiping and aligning take {joint.minutes:g} min, and of its {pot:.0f} min at "
            f"{format_warmth(temperature_c)} {usable:.1f} are to be planned on"
        )
    return None


def wary(part: Part, adhesive: Adhesive) -> str | None:
    """What to bear in mind with an adhesive that may be used here."""
    if part.kind == "butt_ferrule" and adhesive.kind != "high_temperature":
        return "a metal ferrule warms in the sun and takes the whole load: a high-temperature adhesive holds longer there"
    return None


def _joint(gap: Gap, adhesive: Adhesive, why: str, handle: HandleWished) -> GlueJoint:
    spread, seat, wipe, align = hand_minutes(gap.part.kind)
    if handle.squeeze == "half_hour":
        wipe = 0.0  # it waits until the cup is done with
    volume = max(gap.gap_ml, gap.wall_mm2 * habits().film_ml_per_mm2) * habits().squeeze_out
    joint = GlueJoint(
        part_id=gap.part.id, name=gap.name, adhesive=adhesive.name, why=why, refused=None, wary=wary(gap.part, adhesive),
        volume_ml=round(volume, 2), spread_min=spread, seat_min=seat, wipe_min=wipe, align_min=align,
    )  # fmt: skip
    no = refused(joint, gap.part, adhesive, handle.glue_temperature_c)
    return joint.model_copy(update={"refused": no})


def _filler_joint(gap: Gap, build: Build) -> tuple[GlueJoint, Adhesive]:
    """A filler glued into its seat: a film all round, nothing to align, days before the rest."""
    adhesive, why = choose_adhesive(build, gap.part)
    inside = replace(gap, name=f"filler of the {gap.name}", gap_ml=0.0, wall_mm2=gap.filler_mm2)
    joint = _joint(inside, adhesive, why, build.handle).model_copy(update={"align_min": 0.0})
    no = refused(joint, gap.part, adhesive, build.handle.glue_temperature_c)
    return joint.model_copy(update={"refused": no}), adhesive


def _mix(
    number: int, group: list[tuple[GlueJoint, Adhesive]], because: str, handle: HandleWished
) -> GlueMix:
    joints, adhesive = tuple(j for j, _ in group), group[0][1]
    factor = adhesive.slower_at(handle.glue_temperature_c)
    needed = sum(j.volume_ml for j in joints)
    mixed = adhesive.kind not in UNMIXED
    volume = max(needed, habits().least_mix_ml) if mixed else needed
    hands = sum(j.minutes for j in joints)
    pot = adhesive.minutes("pot_life") * factor
    a_ml, b_ml = adhesive.split_ml(volume) if mixed else (volume, 0.0)
    wipe_by = (
        pot * habits().wipe_share if handle.squeeze == "at_once" else HALF_HOUR_MIN * factor + hands
    )
    return GlueMix(
        number=number, because=because, adhesive=adhesive.name, kind=adhesive.kind, joints=joints, needed_ml=round(needed, 2),
        volume_ml=round(volume, 2), part_a_ml=round(a_ml, 2), part_b_ml=round(b_ml, 2),
        hands_min=round(hands, 1), pot_life_min=round(pot, 1), wipe_by_min=round(wipe_by, 1),
        last_look_min=round(pot * 0.9, 1), set_min=round(adhesive.minutes("set") * factor, 1),
        handle_min=round(adhesive.minutes("handle") * factor, 1), full_cure_min=round(adhesive.minutes("full_cure") * factor, 1),
        mass_g=round(needed / habits().squeeze_out * adhesive.density_g_ml, 2), too_long=not in_time(joints, adhesive, handle),
    )  # fmt: skip


HALF_HOUR_MIN = 30.0
"""How long squeeze-out is left when it is not wiped at once, at the product's own temperature."""


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
