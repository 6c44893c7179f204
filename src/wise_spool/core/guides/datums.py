"""Where a stated distance lies on the blank, and back."""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from wise_spool.core.document.design import RodType
from wise_spool.core.document.guides import Datum
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import RefusedError

DATUM_WORDS: dict[Datum, str] = {
    "butt": "the butt",
    "bare_tip": "the bare tip",
    "tip_top_ring": "the tip-top ring",
    "spool_lip": "the spool lip",
    "seat_front": "the seat front",
}
REEL_FRONT = "the front of the reel"


def datum_words(datum: Datum, rod_type: RodType) -> str:
    """What a datum is called on this rod: only a spinning reel has a spool lip to measure from.

    >>> datum_words("spool_lip", "casting"), datum_words("butt", "casting")
    ('the front of the reel', 'the butt')
    """
    return REEL_FRONT if datum == "spool_lip" and rod_type != "spinning" else DATUM_WORDS[datum]


FROM_THE_TIP: frozenset[Datum] = frozenset({"bare_tip", "tip_top_ring"})
"""Datums whose distances grow towards the butt."""


class DatumUnknownError(RefusedError):
    """The place a distance is stated from is not on the rod yet."""


class Origin(Frozen):
    """Where a datum lies, mm from the present butt, and which way its distances grow: 1 to the tip."""

    station_mm: float
    grows: Literal[1, -1]


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

    @cached_property
    def known(self) -> dict[Datum, Origin]:
        """Every datum that is on the rod."""
        stations: dict[Datum, float | None] = {
            "butt": 0.0,
            "bare_tip": self.length_mm,
            "tip_top_ring": self.tip_top_ring_mm,
            "spool_lip": self.spool_lip_mm,
            "seat_front": self.seat_front_mm,
        }
        return {
            datum: Origin(station_mm=at, grows=-1 if datum in FROM_THE_TIP else 1)
            for datum, at in stations.items()
            if at is not None
        }

    def _origin(self, datum: Datum) -> tuple[float, int]:
        origin = self.known.get(datum)
        if origin is None:
            raise DatumUnknownError(
                f"{DATUM_WORDS[datum]} is not known until the reel seat is in the stack"
            )
        return origin.station_mm, origin.grows
