"""Kinds of finish: what each usually does, how it goes on, what to beware of.

Times by common practice where one stands: a regular finish turns 5 h, high-build 1.5 to 2 h, varnish 1 h, UV resin cures in quarters
of about 5 min, primer two coats and colour two or three about half an hour apart; the rest from habit. The tin wins. Method
page: ``docs/methods/finish.md``.
"""

from collections.abc import Mapping
from typing import Literal

from wise_spool.core.document.finish import PRESERVER, FinishKind, FinishProduct
from wise_spool.core.document.product import Timed, seen_name
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits

KIND_WORDS: dict[FinishKind, str] = {
    "high_build": "high-build",
    "regular": "regular",
    "varnish": "varnish",
    "uv_resin": "UV resin",
    "sealer": "sealer",
    "preserver": "preserver",
    "primer": "primer",
    "paint": "paint",
}

USUAL: dict[FinishKind, FinishProduct] = {
    "regular": FinishProduct(),
    "high_build": FinishProduct(kind="high_build", pot_life_min=20, rotate_min=120, set_min=300),
    "varnish": FinishProduct(
        kind="varnish", parts_b=0, pot_life_min=240, rotate_min=60, set_min=240, recoat_opens_min=720,
        recoat_closes_min=4320, handle_min=1440,
    ),
    "uv_resin": FinishProduct(
        kind="uv_resin", parts_b=0, pot_life_min=60, rotate_min=20, set_min=20, recoat_opens_min=20,
        recoat_closes_min=1440, handle_min=60, full_cure_min=1440,
    ),
    "sealer": FinishProduct(
        name="Thin sealer", kind="sealer", pot_life_min=40, rotate_min=120, set_min=300, recoat_opens_min=720,
        recoat_closes_min=2880, handle_min=720,
    ),
    "preserver": PRESERVER,
    "primer": FinishProduct(
        name="Primer", kind="primer", parts_b=0, pot_life_min=240, rotate_min=0, set_min=20, recoat_opens_min=30,
        recoat_closes_min=2880, handle_min=120, full_cure_min=1440,
    ),
    "paint": FinishProduct(
        name="Paint", kind="paint", parts_b=0, pot_life_min=240, rotate_min=0, set_min=20, recoat_opens_min=30,
        recoat_closes_min=2880, handle_min=720, full_cure_min=10080,
    ),
}  # fmt: skip
"""What a kind of finish usually does."""

FILM_MM: Mapping[FinishKind, float] = {
    "regular": 0.2, "high_build": 0.3, "varnish": 0.03, "uv_resin": 0.12, "sealer": 0.05, "preserver": 0.015, "primer": 0.03, "paint": 0.03,
}  # fmt: skip
"""How thick the first coat of a kind lies. From habit, but for the 0.2 mm of a regular one."""

COATS: Mapping[FinishKind, int] = {
    "regular": 2, "high_build": 1, "varnish": 6, "uv_resin": 2, "sealer": 1, "preserver": 2, "primer": 2, "paint": 3,
}  # fmt: skip
"""How many coats of a kind go on by common practice."""

BUILDS: tuple[FinishKind, ...] = ("regular", "high_build")
"""Kinds whose later coats take less than the first, and that turn until they gel."""
THIN: tuple[FinishKind, ...] = ("sealer", "preserver", "primer", "paint")
"""Kinds that are gone into thread, or too thin to fill beside a foot."""

SETS_BY: Mapping[FinishKind, Literal["turning", "lamp", "air"]] = {
    "regular": "turning", "high_build": "turning", "varnish": "turning", "uv_resin": "lamp", "sealer": "turning", "preserver": "air",
    "primer": "air", "paint": "air",
}  # fmt: skip

SENSITISES = "Finish and hardener sensitise skin and airways: nitrile gloves and moving air."
SPRAYED = "Spray and sanding dust: a mask for organic vapour and dust, moving air, no flame."
CAUTIONS: Mapping[FinishKind, str] = {
    "regular": SENSITISES,
    "high_build": SENSITISES,
    "varnish": "Solvent fumes: moving air, no flame; rags lie flat outdoors or under water, never in a heap.",
    "uv_resin": "Uncured resin sensitises skin: nitrile gloves. Glasses for the lamp's wavelength; never look into it.",
    "sealer": SENSITISES,
    "preserver": "Try preserver and finish together on scrap first: some do not agree. Moving air.",
    "primer": SPRAYED,
    "paint": SPRAYED,
}
FIRST = "The data sheet comes first."

ON: Mapping[FinishKind, tuple[str, ...]] = {
    "varnish": ("Thin, with a soft brush, both ways round; the next one an hour after it no longer pulls.", "The brush stands in water between coats; wipe it dry."),
    "uv_resin": ("Thin; turn it a quarter, set it in the sun or under the lamp about 5 min, turn on: four quarters.", "Opaque thread and feet shade what lies under them: light from both sides, and longer there."),
    "sealer": ("Thin, until the thread is dark right through; lift what stands on it.", "Nothing may stand between the turns: look with a light from the side."),
    "preserver": ("Until the thread is dark right through; turn it by hand until it no longer runs.", "Dry right through before the finish: cold thread is not dry thread."),
    "primer": ("Two thin coats, about half an hour apart, warm.", "Wet and fine between them; dust off."),
    "paint": ("Thin coats, about half an hour apart, warm; the last one wet.", "Tape off while the last coat is soft, back over itself."),
}  # fmt: skip
"""How a kind goes on, where it does not go on as the rod's school has it."""


class Said(Frozen):
    """A number of the tin: what holds, what is usual for its kind, and whose it is: ``usual`` for one nobody changed, ``own`` for the
    builder's or the tin's, ``seen`` where the bench saw another that is safer."""

    field: str
    value: float
    usual: float
    by: Literal["usual", "own", "seen"]


_TIMES: tuple[Timed, ...] = ("pot_life", "rotate", "set", "recoat_opens", "recoat_closes", "handle", "full_cure")  # fmt: skip


def said_of(product: FinishProduct) -> tuple[Said, ...]:
    """Whose every number of a product is."""
    usual = USUAL[product.kind]
    out = []
    for field in ("parts_a", "parts_b", "at_c"):
        value, by_kind = float(getattr(product, field)), float(getattr(usual, field))
        out.append(Said(field=field, value=value, usual=by_kind, by="usual" if value == by_kind else "own"))  # fmt: skip
    for time in _TIMES:
        field = f"{time}_min"
        said, by_kind = float(getattr(product, field)), float(getattr(usual, field))
        holds = product.minutes(time)
        seen = habits().product_min.get(seen_name(product.name, time)) is not None and holds != said
        by: Literal["usual", "own", "seen"] = "seen" if seen else "usual" if said == by_kind else "own"  # fmt: skip
        out.append(Said(field=field, value=round(holds, 1), usual=by_kind, by=by))
    return tuple(out)


def later_share(kind: FinishKind) -> float:
    """What a later coat takes of the first: about half where it builds, the same where every coat is thin."""
    return habits().later_film if kind in BUILDS else 1.0
