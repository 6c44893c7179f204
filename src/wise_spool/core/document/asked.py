"""What a brief is asked for in numbers and choices: the answers that a requirement is worked out from.

Nothing here is needed to build a rod. An answer that was not given makes no requirement.
"""

from datetime import date
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field, WithJsonSchema

from wise_spool.core.ground.fields import LengthMm
from wise_spool.core.ground.frozen import Frozen

Skill = Literal["", "first", "some", "sure"]
Stand = Literal["", "shore", "rocks", "wading", "jetty", "boat", "kayak", "ice"]
Hands = Literal["", "one", "two"]
HandSize = Literal["", "small", "middle", "large"]
Sore = Literal["", "wrist", "elbow", "shoulder"]
TipFeel = Literal["", "soft", "even", "crisp"]
Money = Annotated[
    Decimal,
    Field(ge=0, le=Decimal("10000000"), decimal_places=2),
    WithJsonSchema({"type": "string", "pattern": r"^\d{1,8}([.]\d{1,2})?$"}),
]
"""An amount in the shop's own money, to the hundredth; in JSON as text, so that no reader makes a float of it."""
LoadG = Annotated[float, Field(gt=0, le=2000)]


class Asked(Frozen):
    """The answers. Lures in g, the line by what breaks it in kg, the forearm from the elbow's crease to the
    middle of the palm; ``longest_mm`` is what boat, trees and car leave room for, ``packed_mm`` the longest
    piece that may be carried."""

    skill: Skill = ""
    lure_least_g: LoadG | None = None
    lure_most_g: LoadG | None = None
    line_kg: Annotated[float, Field(gt=0, le=200)] | None = None
    stands: Stand = ""
    cover: bool = False
    knot: bool = False
    tip: TipFeel = ""
    hands: Hands = ""
    hand: HandSize = ""
    forearm_mm: Annotated[float, Field(ge=120, le=500)] | None = None
    sore: Sore = ""
    longest_mm: Annotated[float, Field(ge=300, le=6000)] | None = None
    packed_mm: Annotated[LengthMm, Field(ge=200)] | None = None
    budget: Money | None = None
    by: date | None = None
