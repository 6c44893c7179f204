"""People the shop builds for: what was said, how their hand and arm measure, which rods are theirs.

All of it stays in the shop. A person can be taken out whole as a file, and deleted so that nothing is left but what
an invoice must keep; a rod then stays as a rod of nobody. Method page: ``docs/methods/people.md``.
"""

from typing import Annotated

from pydantic import AfterValidator, AwareDatetime, Field

from wise_spool.core.document.asked import Hands, HandSize, Skill, Sore
from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Name, Note, Words
from wise_spool.core.ground.frozen import Frozen


class Saying(Row):
    """Something a person said, and when."""

    at: AwareDatetime
    words: Annotated[str, Field(min_length=1, max_length=1000)]


class Angler(Frozen):
    """One person. Lengths in mm; ``casts`` is the hand that casts."""

    name: Name
    contact: Annotated[str, Field(max_length=300)] = ""
    skill: Skill = ""
    hand: HandSize = ""
    hands: Hands = ""
    casts: Words = ""
    forearm_mm: Annotated[float, Field(ge=120, le=500)] | None = None
    sore: Sore = ""
    likes: Note = ""
    said: Annotated[tuple[Saying, ...], Field(max_length=400), AfterValidator(numbered("s"))] = ()


def same_person(a: str, b: str) -> bool:
    """Whether two names, as they were typed, are one person's."""
    return " ".join(a.lower().split()) == " ".join(b.lower().split())
