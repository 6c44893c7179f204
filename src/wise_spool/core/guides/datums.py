"""Where a stated distance lies on the blank, and back."""

from dataclasses import dataclass

from wise_spool.core.document.guides import Datum
from wise_spool.core.ground.refusals import RefusedError

DATUM_WORDS: dict[Datum, str] = {
    "butt": "the butt",
    "bare_tip": "the bare tip",
    "tip_top_ring": "the tip-top ring",
    "spool_lip": "the spool lip",
    "seat_front": "the seat front",
}


class DatumUnknownError(RefusedError):
    """The place a distance is stated from is not on the rod yet."""


@dataclass(frozen=True)
class Datums:
    """Stations of every datum, mm from the present butt; None while not on the rod."""

    length_mm: float
    tip_top_ring_mm: float
    spool_lip_mm: float | None = None
    seat_front_mm: float | None = None

    def station(self, datum: Datum, distance_mm: float) -> float:
        """Station of a point ``distance_mm`` from ``datum``. Raises :class:`DatumUnknownError`."""
        origin, sign = self._origin(datum)
        return origin + sign * distance_mm

    def distance(self, datum: Datum, station_mm: float) -> float:
        """Distance of a station from ``datum``; negative behind it. Raises :class:`DatumUnknownError`."""
        origin, sign = self._origin(datum)
        return sign * (station_mm - origin)

    def _origin(self, datum: Datum) -> tuple[float, int]:
        origin = {
            "butt": 0.0,
            "bare_tip": self.length_mm,
            "tip_top_ring": self.tip_top_ring_mm,
            "spool_lip": self.spool_lip_mm,
            "seat_front": self.seat_front_mm,
        }[datum]
        if origin is None:
            raise DatumUnknownError(
                f"{DATUM_WORDS[datum]} is not known until the reel seat is in the stack"
            )
        return origin, -1 if datum in ("bare_tip", "tip_top_ring") else 1
