"""The design: everything that is wished of a rod. Revisioned, undone, copied.

Lengths in mm, angles in clock degrees seen from butt to tip, temperatures in
degrees C, times in minutes. Stations are mm from the butt end of the bare
blank as it arrived. Positions a builder states from somewhere else keep their
own datum and are derived, so that a trim or a change of reel never needs
re-typing.
"""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from wise_spool.core.document.asked import Asked
from wise_spool.core.document.blank import BlankWished
from wise_spool.core.document.finish import FinishWished
from wise_spool.core.document.guides import GuidesWished
from wise_spool.core.document.parts import HandleWished
from wise_spool.core.document.repairs import Repair
from wise_spool.core.document.rows import numbered
from wise_spool.core.document.spine import SpineWished
from wise_spool.core.document.work import Work
from wise_spool.core.document.wraps import WrapsWished
from wise_spool.core.ground.fields import Name, Note, Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.measures import MarkingRule
from wise_spool.core.ground.units import Units

RodType = Literal["spinning", "casting", "trolling", "fly"]
Repairs = Annotated[tuple[Repair, ...], Field(max_length=12), AfterValidator(numbered("m"))]
HabitsSaid = Annotated[dict[str, float], Field(max_length=400)]


class Brief(Frozen):
    """The five questions that settle the build, and what it should weigh without its reel."""

    rod_type: RodType = "spinning"
    who: Words = ""
    what: Words = ""
    cold: bool = False
    where: Words = ""
    why: Words = ""
    wish_g: Annotated[float, Field(gt=0, le=3000)] | None = None
    asked: Asked = Asked()


class Heading(Frozen):
    """The head of a rod's sheet: its name, whom it is for, how it is marked. ``sure`` holds the values,
    by their path, that look like a fresh rod's and were said to be so. ``pretend`` is a rod to learn on."""

    name: Name
    client: Words = ""
    number: Words = ""
    batch: Words = ""
    pretend: bool = False
    rule: MarkingRule = "in/16"
    units: Units = Units()
    brief: Brief = Brief()
    sure: Annotated[dict[str, float], Field(max_length=200)] = Field(default={})


class Design(Heading):
    """What is wished for one rod; rods of one ``batch`` are meant alike.

    ``habits`` are the numbers from habit that this build sets otherwise than the shop.
    """

    blank: BlankWished = BlankWished()
    spine: SpineWished = SpineWished()
    handle: HandleWished = HandleWished()
    guides: GuidesWished = GuidesWished()
    wraps: WrapsWished = WrapsWished()
    finish: FinishWished = FinishWished()
    work: Work = Work()
    repairs: Repairs = ()
    habits: HabitsSaid = Field(default={})
    note: Note = ""
