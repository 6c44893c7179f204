"""What else stands in a shop: a thermometer, a dryer's motor and a foot switch, each behind what a real one would
do, and simulated ones that ship with it.

A room sensor sends a line such as ``+21.4 C 48 %``. A dryer's motor is told to turn or to stop and says whether it
does. A foot switch says that it was pressed, held or, on its second pedal, pressed back; many are keyboards and
need none of this.
"""

import math
import re
from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal, Protocol

import numpy as np

from wise_spool.devices.instrument import InstrumentError

Tread = Literal["press", "hold", "back"]
AirFault = Literal["none", "dead", "garbled"]
DryerFault = Literal["none", "stalled"]
COLDEST_C, WARMEST_C = -20.0, 60.0
SLOWEST_RPM, FASTEST_RPM = 1.0, 60.0
_AIR = re.compile(
    r"^\s*([+-]?\d{1,3}(?:\.\d{1,3})?)\s*(C|F)(?:\s+(\d{1,3}(?:\.\d{1,2})?)\s*%)?\s*$"
)


@dataclass(frozen=True)
class AirRead:
    """The room: °C, and percent of damp where the sensor knows it; ``text`` as it was sent."""

    temperature_c: float
    humidity_percent: float | None
    text: str


class Thermometer(Protocol):
    """A source of lines about the room."""

    name: str

    def line(self, at: datetime) -> str:
        """What it says now. Raises :class:`InstrumentError`."""
        ...


class Motor(Protocol):
    """Turns rods. ``turning_rpm`` is what it does, whatever it was told."""

    name: str
    turning_rpm: float

    def turn(self, rpm: float) -> None:
        """Turn so fast; nought stops it. Raises :class:`InstrumentError` when it does not."""
        ...


def read_air(line: str) -> AirRead:
    """Make a reading of a room sensor's line. Raises :class:`InstrumentError` in the builder's words."""
    found = _AIR.match(line.replace(",", "."))
    if found is None:
        raise InstrumentError(f"“{line.strip()[:40]}” is no temperature: see to the sensor's battery and cable.")  # fmt: skip
    value = float(found[1])
    celsius = value if found[2] == "C" else (value - 32) / 1.8
    damp = None if found[3] is None else float(found[3])
    if not COLDEST_C <= celsius <= WARMEST_C or (damp is not None and not 1 <= damp <= 100):
        raise InstrumentError(f"It says {line.strip()}: no shop is like that. See to the sensor.")
    return AirRead(round(celsius, 1), damp, line.strip())


@dataclass
class SimulatedThermometer:
    """A room that is warmest in the afternoon: ``middle_c`` over the day, ``swing_c`` either way."""

    name: str = "room sensor"
    middle_c: float = 19.0
    swing_c: float = 2.5
    damp: float = 52.0
    fault: AirFault = "none"
    seed: int = 3
    _rng: np.random.Generator = field(init=False)

    def __post_init__(self) -> None:
        self._rng = np.random.default_rng(self.seed)

    def line(self, at: datetime) -> str:
        if self.fault == "dead":
            raise InstrumentError(f"The {self.name} does not answer. Read a thermometer and type it in.")  # fmt: skip
        if self.fault == "garbled":
            return "+2?.4 C 4"
        hour = at.hour + at.minute / 60
        warm = self.middle_c + self.swing_c * math.sin((hour - 9) / 24 * 2 * math.pi)
        damp = self.damp - 2.0 * (warm - self.middle_c) + float(self._rng.normal(0, 0.5))
        return f"{warm + float(self._rng.normal(0, 0.1)):+.1f} C {damp:.0f} %\r\n"


@dataclass
class SimulatedDryer:
    """A dryer's motor; ``stalled`` it hums and stands."""

    name: str = "dryer"
    fault: DryerFault = "none"
    turning_rpm: float = 0.0

    def turn(self, rpm: float) -> None:
        if self.fault == "stalled" and rpm:
            self.turning_rpm = 0.0
            raise InstrumentError(f"The {self.name} hums and stands: take its load off by hand and turn the rod until it goes.")  # fmt: skip
        self.turning_rpm = rpm


@dataclass
class Workshop:
    """What stands in one shop beside its measuring instruments."""

    thermometer: SimulatedThermometer = field(default_factory=SimulatedThermometer)
    dryer: SimulatedDryer = field(default_factory=SimulatedDryer)
