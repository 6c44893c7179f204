"""What lies on the shelf: tools, tape, adhesive and parts, ready to be copied into a build."""

from typing import Annotated, Literal

from pydantic import Field

from wise_spool.core.fields import Words
from wise_spool.core.frozen import Frozen
from wise_spool.core.parts import Adhesive, Drill, Part, Reamer

ShelfKind = Literal["reamer", "drill", "tape", "adhesive", "part"]


class Tape(Frozen):
    """A roll of tape for arbors."""

    name: Words = ""
    thickness_mm: Annotated[float, Field(gt=0, le=1)] = 0.15
    width_mm: Annotated[float, Field(gt=2, le=60)] = 13.0


class ReamerOnShelf(Frozen):
    """A reamer."""

    kind: Literal["reamer"] = "reamer"
    item: Reamer


class DrillOnShelf(Frozen):
    """A drill."""

    kind: Literal["drill"] = "drill"
    item: Drill


class TapeOnShelf(Frozen):
    """A roll of tape."""

    kind: Literal["tape"] = "tape"
    item: Tape


class AdhesiveOnShelf(Frozen):
    """A tin of adhesive."""

    kind: Literal["adhesive"] = "adhesive"
    item: Adhesive


class PartOnShelf(Frozen):
    """A seat, grip, check, cap or ferrule."""

    kind: Literal["part"] = "part"
    item: Part


Shelved = Annotated[
    ReamerOnShelf | DrillOnShelf | TapeOnShelf | AdhesiveOnShelf | PartOnShelf,
    Field(discriminator="kind"),
]
ITEM: dict[ShelfKind, type[Frozen]] = {
    "reamer": Reamer, "drill": Drill, "tape": Tape, "adhesive": Adhesive, "part": Part,
}  # fmt: skip
