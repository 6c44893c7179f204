"""Two-part products: adhesives and finishes, as their tins say."""

from typing import Annotated

from pydantic import Field

from wise_spool.core.ground.fields import Celsius, Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.warmth import slower


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

    def slower_at(self, temperature_c: float) -> float:
        """How many times longer every clock of the tin runs at a temperature."""
        return slower(self.at_c, temperature_c)
