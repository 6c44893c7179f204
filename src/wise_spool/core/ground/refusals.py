"""Refusals: everything that is turned away in words for the builder, one tree.

What follows from a document is a finding and never raises. A refusal is for
what cannot be taken in or cannot be done: a text that is no measure, a file of
another program, a bend that has no solution, a rod that is not there.
"""

from typing import ClassVar


class RefusedError(Exception):
    """Something is turned away; the message says why in the builder's words.

    ``field`` is where the builder would mend it and ``suggestion`` a likely
    reading, when there is one. ``status`` is what HTTP calls a refusal of this kind.
    """

    status: ClassVar[int] = 422
    title: ClassVar[str] = "Not done"

    def __init__(
        self, message: str, field: str | None = None, suggestion: str | None = None
    ) -> None:
        super().__init__(message)
        self.field, self.suggestion = field, suggestion


class NotThereError(RefusedError):
    """What is asked for does not exist."""

    status = 404
    title = "Not there"


class NotNowError(RefusedError):
    """It could be done, but not as things stand."""

    status = 409
    title = "Not now"
