"""Two-part products: adhesives and finishes, as their tins say."""

from typing import Annotated, Literal

from pydantic import Field

from wise_spool.core.ground.fields import Celsius, Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.warmth import SEEN_AT_C, slower

Timed = Literal["pot_life", "set", "handle", "full_cure", "rotate", "recoat_opens", "recoat_closes"]
"""The times of a tin."""
TO_WORK_IN: tuple[Timed, ...] = ("pot_life", "recoat_closes")
"""Those that something must be done in; the others must be waited out."""


class TwoPart(Frozen):
    """What the tin says, at ``at_c``; times run from mixing, parts are by volume."""

    name: Words = ""
    parts_a: Annotated[float, Field(gt=0, le=20)] = 1.0
    parts_b: Annotated[float, Field(ge=0, le=20)] = 1.0
    at_c: Celsius = 21.0
    pot_life_min: Annotated[float, Field(gt=0, le=1440)] = 60.0
    set_min: Annotated[float, Field(gt=0, le=4320)] = 360.0
    handle_min: Annotated[float, Field(ge=0, le=20160)] = 1440.0
    full_cure_min: Annotated[float, Field(ge=0, le=80640)] = 10080.0

    def split_ml(self, volume_ml: float) -> tuple[float, float]:
        """mL of A and of B in a mix of ``volume_ml``.

        >>> TwoPart(parts_a=2, parts_b=1).split_ml(6.0)
        (4.0, 2.0)
        """
        whole = self.parts_a + self.parts_b
        return volume_ml * self.parts_a / whole, volume_ml * self.parts_b / whole

    def minutes(self, what: Timed) -> float:
        """A time of the tin at ``at_c``, or what was seen of it at the bench, whichever is the safer: the shorter
        where something must be done in it, the longer where it must be waited out. Raises
        ``AttributeError`` for a time this kind of tin does not speak of."""
        said = float(getattr(self, f"{what}_min"))
        seen = habits().product_min.get(seen_name(self.name, what))
        if seen is None:
            return said
        seen *= slower(SEEN_AT_C, self.at_c)
        return min(said, seen) if what in TO_WORK_IN else max(said, seen)

    def slower_at(self, temperature_c: float) -> float:
        """How many times longer every clock of the tin runs at a temperature."""
        return slower(self.at_c, temperature_c)


def seen_name(product: str, what: str) -> str:
    """The name a product's seen time goes by.

    >>> seen_name("Slow paste", "pot_life")
    'Slow paste: pot life'
    """
    return f"{product}: {what.replace('_', ' ')}"
