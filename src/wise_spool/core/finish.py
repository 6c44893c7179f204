"""Coats: how much to mix, and the clocks from mixing to recoat.

Method page: ``docs/methods/finish.md``.
"""

import math
from datetime import datetime, timedelta
from typing import Literal

from wise_spool.core.blank import WorkingBlank
from wise_spool.core.build import Build, Finish, FinishKind, FinishProduct, RodType
from wise_spool.core.cure import POT_SHARE, slower
from wise_spool.core.findings import Finding, Noted, Spot
from wise_spool.core.frozen import Frozen
from wise_spool.core.guides import GuidesPlan
from wise_spool.core.handle import HandlePlan

LATER_FILM = 0.5
"""Later coats take about this share of the first (common practice)."""
FOOT_TUNNEL_MM2 = 1.2
"""Section of the two tunnels beside a foot, mm². From memory."""
BRUSH_MIN_PER_WRAP = 1.5
"""Minutes to coat one wrap. From habit."""
FRONT_TRIM_MM = 10.0
"""Length of the wrap ahead of the winding check. From habit."""
DEW_MARGIN_C = 3.0
"""The blank must be this far above the dew point (the habit of ISO 8502-4)."""
JOINT_WRAP_MM: dict[RodType, float] = {
    "fly": 25.0, "spinning": 38.0, "casting": 38.0, "trolling": 50.0,
}  # fmt: skip
"""Ferrule wraps: 25 mm on fly, 38 mm general, 50 mm heavy (common practice)."""
KIND_WORDS: dict[FinishKind, str] = {
    "high_build": "high-build",
    "regular": "regular",
    "varnish": "varnish",
    "uv_resin": "UV resin",
}

ClockName = Literal[
    "pot life", "rotate", "set", "recoat opens", "recoat closes", "handle", "full cure"
]


class WrapLaid(Frozen):
    """One stretch of thread to be coated; stations in mm from the butt."""

    what: str
    start_mm: float
    end_mm: float
    od_mm: float
    foot_mm: float
    thread: str


class Clock(Frozen):
    """Minutes from mixing at the coat's temperature; ``at`` when the coat has been mixed."""

    name: ClockName
    minutes: float
    at: datetime | None


class Mix(Frozen):
    """One mix: mL of each part. ``ratio_error_percent`` is what a half-step misread costs."""

    part_a_ml: float
    part_b_ml: float
    needed_ml: float
    least_ml: float
    ratio_error_percent: float


class CoatPlan(Frozen):
    """One coat."""

    number: int
    laid: bool
    temperature_c: float
    volume_ml: float
    brush_min: float
    mixes: tuple[Mix, ...]
    starts_min: float
    starts_at: datetime | None
    dryer: str
    clocks: tuple[Clock, ...]


class FinishPlan(Frozen):
    """Wraps, coats and the air. ``ready_min`` runs from mixing the first coat to handling."""

    wraps: tuple[WrapLaid, ...]
    coats: tuple[CoatPlan, ...]
    ready_min: float
    dew_point_c: float
    blank_c: float


def dew_point_c(temperature_c: float, humidity_percent: float) -> float:
    """Dew point in degrees C by Magnus with the constants of Alduchov & Eskridge (1996).

    g = ln(RH/100) + 17.625 T / (243.04 + T); Td = 243.04 g / (17.625 - g).
    J. Appl. Meteor. 35, 601-609.
    """
    g = math.log(humidity_percent / 100) + 17.625 * temperature_c / (243.04 + temperature_c)
    return 243.04 * g / (17.625 - g)


def film_volume_ml(od_mm: float, length_mm: float, film_mm: float) -> float:
    """Volume in mL of an even film on a cylinder: pi OD L t."""
    return math.pi * od_mm * length_mm * film_mm / 1000


def mix_for(volume_ml: float, finish: Finish) -> Mix:
    """Smallest mix that covers ``volume_ml`` and can be measured to the wanted ratio.

    A syringe is misread by half a step (common practice); the smaller part must
    be large enough that this is within ``ratio_error_percent``. Both parts are
    whole steps of the syringe.
    """
    product, step = finish.product, finish.syringe_step_ml
    misread = step / 2
    if product.parts_b == 0:
        amount = math.ceil(volume_ml / step - 1e-9) * step
        return Mix(
            part_a_ml=round(amount, 3),
            part_b_ml=0,
            needed_ml=round(volume_ml, 3),
            least_ml=0,
            ratio_error_percent=0,
        )
    big, small = max(product.parts_a, product.parts_b), min(product.parts_a, product.parts_b)
    ratio = big / small
    least_small = misread / (finish.ratio_error_percent / 100)
    least = least_small * (1 + ratio)
    steps = math.ceil(max(volume_ml / (1 + ratio), least_small) / step - 1e-9)
    small_ml = steps * step
    big_ml = round(ratio * small_ml / step) * step
    drift = abs(big_ml / small_ml / ratio - 1)
    error = 100 * (misread / small_ml + drift)
    a, b = (big_ml, small_ml) if product.parts_a >= product.parts_b else (small_ml, big_ml)
    return Mix(
        part_a_ml=round(a, 3),
        part_b_ml=round(b, 3),
        needed_ml=round(volume_ml, 3),
        least_ml=round(least, 3),
        ratio_error_percent=round(error, 2),
    )


def wraps_on(
    build: Build, work: WorkingBlank, handle: HandlePlan, guides: GuidesPlan
) -> tuple[WrapLaid, ...]:
    """Every wrap that finish goes on: feet, joints and the one ahead of the handle."""
    wraps: list[WrapLaid] = []

    def lay(what: str, start: float, end: float, foot: float, thread: str) -> None:
        od = work.od_mm((start + end) / 2)
        if od is not None and end > start:
            wraps.append(
                WrapLaid(
                    what=what,
                    start_mm=round(start, 2),
                    end_mm=round(end, 2),
                    od_mm=round(od, 3),
                    foot_mm=foot,
                    thread=thread,
                )
            )

    thread = build.guides.train[-1].thread if build.guides.train else "garnet"
    if handle.parts and work.length_mm and handle.front_mm < work.length_mm:
        lay("trim ahead of the handle", handle.front_mm, handle.front_mm + FRONT_TRIM_MM, 0, thread)
    for joint in work.joints:
        reach = JOINT_WRAP_MM[build.brief.rod_type]
        lay("joint, butt side", joint.station_mm - reach, joint.station_mm, 0, thread)
    by_id = {g.id: g for g in build.guides.train}
    for n, placed in enumerate(guides.placed, start=1):
        g = by_id[placed.id]
        if placed.marked_mm is None or placed.wrap_from_mm is None or placed.wrap_to_mm is None:
            continue
        if g.foot_butt_mm > 0:
            lay(
                f"guide {n}, butt foot",
                placed.wrap_from_mm,
                placed.marked_mm,
                g.foot_butt_mm,
                g.thread,
            )
        if g.foot_tip_mm > 0:
            lay(
                f"guide {n}, tip foot", placed.marked_mm, placed.wrap_to_mm, g.foot_tip_mm, g.thread
            )
    return tuple(sorted(wraps, key=lambda w: w.start_mm))


def plan_finish(
    build: Build, work: WorkingBlank, handle: HandlePlan, guides: GuidesPlan
) -> FinishPlan:
    """Volumes, mixes and clocks of every coat, laid ones at their own temperature."""
    finish, product = build.finish, build.finish.product
    wraps = wraps_on(build, work, handle, guides)
    film = sum(film_volume_ml(w.od_mm, w.end_mm - w.start_mm, finish.film_first_mm) for w in wraps)
    tunnels = sum(w.foot_mm * FOOT_TUNNEL_MM2 / 1000 for w in wraps)
    brush = len(wraps) * BRUSH_MIN_PER_WRAP
    coats: list[CoatPlan] = []
    start, starts_at = 0.0, None
    for k in range(finish.coats):
        laid = finish.laid[k] if k < len(finish.laid) else None
        temperature = laid.temperature_c if laid else finish.temperature_c
        if laid:
            if k and coats[0].starts_at:
                start = (laid.mixed_at - coats[0].starts_at).total_seconds() / 60
            starts_at = laid.mixed_at
        volume = (film + tunnels if k == 0 else film * LATER_FILM) * finish.loss_factor
        factor = slower(product.at_c, temperature)
        parts = (
            max(1, math.ceil(brush / (POT_SHARE * product.pot_life_min * factor))) if wraps else 1
        )
        clocks = _clocks(product, factor, starts_at)
        coats.append(
            CoatPlan(
                number=k + 1, laid=laid is not None, temperature_c=temperature, volume_ml=round(volume, 2), brush_min=brush,
                mixes=(mix_for(volume / parts, finish),) * parts if volume > 0 else (),
                starts_min=round(start, 1), starts_at=starts_at, dryer=laid.dryer if laid else "", clocks=clocks,
            )
        )  # fmt: skip
        wait = product.recoat_opens_min * factor
        start += wait
        starts_at = None if starts_at is None else starts_at + timedelta(minutes=round(wait, 1))
    last = coats[-1]
    handle_min = next(c.minutes for c in last.clocks if c.name == "handle")
    return FinishPlan(
        wraps=wraps, coats=tuple(coats), ready_min=round(last.starts_min + handle_min, 1),
        dew_point_c=round(dew_point_c(finish.temperature_c, finish.humidity_percent), 2),
        blank_c=finish.temperature_c if finish.blank_c is None else finish.blank_c,
    )  # fmt: skip


def _clocks(product: FinishProduct, factor: float, at: datetime | None) -> tuple[Clock, ...]:
    times: tuple[tuple[ClockName, float], ...] = (
        ("pot life", product.pot_life_min),
        ("rotate", product.rotate_min),
        ("set", product.set_min),
        ("recoat opens", product.recoat_opens_min),
        ("recoat closes", product.recoat_closes_min),
        ("handle", product.handle_min),
        ("full cure", product.full_cure_min),
    )
    return tuple(
        Clock(
            name=name,
            minutes=round(t * factor, 1),
            at=None if at is None else at + timedelta(minutes=round(t * factor, 1)),
        )
        for name, t in times
    )


def find_in_finish(build: Build, plan: FinishPlan) -> list[Finding]:
    """The air, the mix and the waits."""
    finish, product = build.finish, build.finish.product
    add = Noted("finish")
    product_spot = Spot(field="finish.product")
    margin = plan.blank_c - plan.dew_point_c
    if margin < DEW_MARGIN_C:
        add(
            "finish-dew",
            "ruins",
            f"Do not coat now: the blank is {margin:.1f} °C from the dew point and will sweat. Warm it, or dry the air.",
            "A surface less than 3 °C above the dew point takes no coat.",
            Spot(field="finish.humidity_percent"),
            "Magnus, Alduchov & Eskridge 1996; margin as ISO 8502-4",
            blank=f"{plan.blank_c:.1f} °C",
            dew_point=f"{plan.dew_point_c:.1f} °C",
        )
    factor = slower(product.at_c, finish.temperature_c)
    if factor > 2.05:
        add(
            "finish-cold",
            "check",
            f"At {finish.temperature_c:g} °C everything takes {factor:.1f} times what the tin says: warm the room, or wait it out.",
            "Cure runs twice as fast for every 10 °C.",
            Spot(field="finish.temperature_c"),
            "from habit; the product's own data wins",
        )
    if not plan.wraps:
        add(
            "finish-no-wraps",
            "note",
            "No wraps to coat yet: guides and diameters come first.",
            "Volumes follow from the wraps on the blank.",
        )
        return add.found
    first = plan.coats[0]
    if first.mixes:
        mix = first.mixes[0]
        total = mix.part_a_ml + mix.part_b_ml
        if mix.least_ml > mix.needed_ml:
            add(
                "finish-least-mix",
                "check",
                f"The first coat needs {mix.needed_ml:.1f} mL, but mix {total:.1f} mL: less cannot be measured to the ratio with this syringe.",
                "A misread of half a step must stay within the ratio error allowed.",
                Spot(field="finish.syringe_step_ml"),
                ratio_error=f"{mix.ratio_error_percent:.1f} %",
            )
        if len(first.mixes) > 1:
            add(
                "finish-split-mix",
                "check",
                f"{len(plan.wraps)} wraps take about {first.brush_min:.0f} min to coat: make {len(first.mixes)} mixes, or it thickens on the brush.",
                "No more than 70 % of pot life is planned for.",
                product_spot,
                "from habit, editable",
            )
    rotate = next(c.minutes for c in first.clocks if c.name == "rotate")
    words = {
        "high_build": "high-build turns 1½ to 2 h at 21 °C",
        "regular": "regular finish turns at least 5 h at 21 °C, some 8",
        "varnish": "thin varnish turns about 1 h",
        "uv_resin": "UV resin cures in four quarters of about 5 min",
    }[product.kind]
    add(
        "finish-clocks",
        "note",
        f"Turn each coat for {_hours(rotate)}; recoat from {_hours(first.clocks[3].minutes)} to {_hours(first.clocks[4].minutes)} after mixing.",
        f"Common practice: {words}; 24 h between coats is the safe habit.",
        product_spot,
        "product times, slowed or quickened by temperature",
        temperature=f"{first.temperature_c:g} °C",
        factor=f"{slower(product.at_c, first.temperature_c):.2f}",
    )
    if product.kind == "uv_resin":
        add(
            "finish-uv-trial",
            "check",
            "UV resin on a rod is a trial: note a date to look at it again. Gloves, and eye protection for the lamp's wavelength.",
            "UV resin is unproven on heavy rods.",
        )
    if product.kind == "high_build" and finish.coats > 2:
        add(
            "finish-many-thick",
            "check",
            f"{finish.coats} coats of high-build will stand up in lumps: one or two is usual.",
            "High-build covers in one or two coats.",
            Spot(field="finish.coats"),
        )
    add(
        "finish-caution",
        "note",
        "Finish and hardener sensitise skin and airways: nitrile gloves and moving air. The data sheet comes first.",
        "General shop caution; the safety data sheet and local rules come first.",
        None,
        "safety data sheet",
    )
    return add.found


def _hours(minutes: float) -> str:
    if minutes < 90:
        return f"{minutes:.0f} min"
    return f"{minutes / 60:.1f} h".replace(".0 h", " h")
