"""What lies on the shelf: tools, tape, adhesive, finish and parts, ready to be copied into a build."""

from typing import Annotated, Literal

from pydantic import Field

from wise_spool.core.document.blank import Blank
from wise_spool.core.document.finish import FinishProduct
from wise_spool.core.document.parts import Adhesive, Drill, Part, Reamer
from wise_spool.core.document.wraps import Colour, ThreadKind, ThreadMm, ThreadSize
from wise_spool.core.ground.fields import MassG, Words
from wise_spool.core.ground.frozen import Frozen

ShelfKind = Literal[
    "blank", "reamer", "drill", "tape", "adhesive", "finish", "part", "guide", "thread"
]


class Tape(Frozen):
    """A roll of tape for arbors."""

    name: Words = ""
    thickness_mm: Annotated[float, Field(gt=0, le=1)] = 0.15
    width_mm: Annotated[float, Field(gt=2, le=60)] = 13.0


class ShelvedBlank(Blank):
    """A blank in its tube: what is printed on it, its size, and what was read off it on the bench. Where
    there is more than one of it, readings are of the one that was measured."""

    series: Words = ""


class BlankOnShelf(Frozen):
    """A blank."""

    kind: Literal["blank"] = "blank"
    item: ShelvedBlank


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


class FinishOnShelf(Frozen):
    """A tin of finish, sealer, preserver, primer or paint."""

    kind: Literal["finish"] = "finish"
    item: FinishProduct


class PartOnShelf(Frozen):
    """A seat, grip, check, cap or ferrule."""

    kind: Literal["part"] = "part"
    item: Part


class ShelvedGuide(Frozen):
    """A guide in its bag: ring, feet, height, weight."""

    name: Words = ""
    ring_mm: Annotated[float, Field(gt=0, le=80)]
    feet: Literal["single", "double"] = "single"
    foot_butt_mm: Annotated[float, Field(ge=0, le=80)] = 14.0
    foot_tip_mm: Annotated[float, Field(ge=0, le=80)] = 0.0
    height_mm: Annotated[float, Field(ge=0, le=120)] = 12.0
    mass_g: MassG | None = None


class ShelvedThread(Frozen):
    """A spool of thread; ``spool_m`` is what one holds."""

    name: Words = ""
    size: ThreadSize = "A"
    kind: ThreadKind = "plain"
    colour: Colour = "#a33a46"
    diameter_mm: ThreadMm | None = None
    spool_m: Annotated[float, Field(gt=0, le=20_000)] = 100.0


class ThreadOnShelf(Frozen):
    """A spool."""

    kind: Literal["thread"] = "thread"
    item: ShelvedThread


class GuideOnShelf(Frozen):
    """A guide."""

    kind: Literal["guide"] = "guide"
    item: ShelvedGuide


Shelved = Annotated[
    BlankOnShelf
    | ReamerOnShelf
    | DrillOnShelf
    | TapeOnShelf
    | AdhesiveOnShelf
    | FinishOnShelf
    | PartOnShelf
    | GuideOnShelf
    | ThreadOnShelf,
    Field(discriminator="kind"),
]
ITEM: dict[ShelfKind, type[Frozen]] = {
    "blank": ShelvedBlank, "reamer": Reamer, "drill": Drill, "tape": Tape, "adhesive": Adhesive, "finish": FinishProduct, "part": Part,
    "guide": ShelvedGuide, "thread": ShelvedThread,
}  # fmt: skip
