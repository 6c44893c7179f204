"""What a bench instrument is to Wise Spool: something that sends a line of text for a reading.

Digital indicators, calipers and scales send a sign, digits and a unit on a
line of their own when their button is pressed, over a serial port or as a
keyboard would type it. A driver for a real port need only yield those lines.
"""

import re
from dataclasses import dataclass
from typing import Literal, Protocol

from wise_spool.core.ground.refusals import RefusedError

Kind = Literal["indicator", "scale"]
MM_PER_INCH = 25.4
GRAMS_PER_OUNCE = 28.349523125
_LINE = re.compile(r"^\s*([+-]?\d{1,6}(?:\.\d{1,5})?)\s*(mm|in|g|oz)?\s*$")


class InstrumentError(RefusedError):
    """The instrument gave no reading that can be used; the message says what to do."""

    status = 503
    title = "No reading"


@dataclass(frozen=True)
class Measured:
    """One reading: ``value`` in mm for an indicator, in g for a scale; ``text`` as it was sent."""

    kind: Kind
    value: float
    text: str


class Instrument(Protocol):
    """A source of lines. ``press`` is its button: it returns the line sent."""

    name: str
    kind: Kind

    def press(self) -> str:
        """Ask for one reading and return the line it sends. Raises :class:`InstrumentError`."""
        ...


def read_line(kind: Kind, line: str) -> Measured:
    """Make a reading of a line. Raises :class:`InstrumentError` in the builder's words."""
    found = _LINE.match(line.replace(",", "."))
    if found is None:
        raise InstrumentError(
            f"“{line.strip()[:40]}” is not a reading: press the button again, or see to its battery and cable."
        )
    value, unit = float(found[1]), found[2] or ("mm" if kind == "indicator" else "g")
    if (unit in ("g", "oz")) != (kind == "scale"):
        raise InstrumentError(f"It sent {unit}: that is not what an {kind} reads." if kind == "indicator" else f"It sent {unit}: a scale reads g or oz.")  # fmt: skip
    factor = {"mm": 1.0, "in": MM_PER_INCH, "g": 1.0, "oz": GRAMS_PER_OUNCE}[unit]
    return Measured(kind, round(value * factor, 4), line.strip())
