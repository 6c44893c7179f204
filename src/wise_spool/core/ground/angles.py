"""Clock angles as a builder says them: degrees, hours on a clock face, sixteenths of a turn."""

import re

from wise_spool.core.ground.refusals import RefusedError

_HOURS = re.compile(r"^(\d{1,2})\s*(?::|h)\s*(\d{2})?\s*(?:h|o'clock)?$|^(\d{1,2})\s*o'clock$")
_SIXTEENTHS = re.compile(r"^(\d{1,2})\s*/\s*16(?:\s*(?:turn|of a turn))?$")
_DEGREES = re.compile(r"^([+-]?\d+(?:[.,]\d+)?)\s*(?:°|deg|degrees)?$")
EXAMPLES = "135, 4:30 on a clock face, or 6/16 of a turn"


class ClockError(RefusedError):
    """The text is no place on the clock."""

    title = "Not an angle"


def parse_clock_deg(text: str) -> float:
    """Clock degrees [0, 360) from degrees (``135``, ``-45``), hours (``4:30``, ``3h``,
    ``9 o'clock``; twelve is 0) or sixteenths of a turn (``6/16``). Raises :class:`ClockError`."""
    tidy = text.strip().lower().replace("’", "'")
    hours = _HOURS.match(tidy)
    if hours:
        hour, minute = int(hours[1] or hours[3]), int(hours[2] or 0)
        if hour > 12 or minute > 59:
            raise ClockError(f"“{text.strip()}” is not on a clock face of twelve hours.")
        return (hour % 12 + minute / 60) * 30
    sixteenths = _SIXTEENTHS.match(tidy)
    if sixteenths:
        if int(sixteenths[1]) > 16:
            raise ClockError(f"“{text.strip()}” is more than a whole turn.")
        return int(sixteenths[1]) % 16 * 22.5
    degrees = _DEGREES.match(tidy)
    if not degrees:
        raise ClockError(f"“{text.strip()}” is not an angle. Type {EXAMPLES}.")
    value = float(degrees[1].replace(",", "."))
    if not -360 <= value <= 360:
        raise ClockError(f"“{text.strip()}” is not on the clock: 0 to 360 degrees.")
    return value % 360
