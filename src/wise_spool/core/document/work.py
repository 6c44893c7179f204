"""The work as a builder wants it: steps of one's own, and what is to come before what."""

from typing import Annotated

from pydantic import AfterValidator, Field, StringConstraints

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.frozen import Frozen

StepId = Annotated[str, StringConstraints(min_length=1, max_length=100)]


class OwnStep(Row):
    """A step the plan does not know: it follows the operation ``after``, or comes first of its stage."""

    words: Annotated[str, StringConstraints(min_length=1, max_length=120)]
    stage: StageName = "handle"
    after: Words = ""
    minutes: Annotated[float, Field(gt=0, le=24 * 60)] | None = None
    caution: Words = ""


class Ahead(Row):
    """The operation ``earlier`` is wanted before ``later``."""

    earlier: StepId
    later: StepId


class Work(Frozen):
    """What the builder adds to the plan's operations."""

    own: Annotated[tuple[OwnStep, ...], Field(max_length=40), AfterValidator(numbered("own"))] = ()
    ahead: Annotated[tuple[Ahead, ...], Field(max_length=60), AfterValidator(numbered("a"))] = ()
