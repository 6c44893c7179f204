"""Simulated instruments for the demo and the tests: noise, drop-out, a wrong unit, a flat battery."""

from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from wise_spool.devices.instrument import MM_PER_INCH, InstrumentError, Kind

Fault = Literal["none", "noisy", "drop_out", "inches", "dead"]


@dataclass
class SimulatedInstrument:
    """An instrument on the bench. ``about`` is what it would truly read, in mm or g."""

    name: str
    kind: Kind
    about: float
    scatter: float
    digits: int
    fault: Fault = "none"
    seed: int = 1
    _rng: np.random.Generator = field(init=False)
    _pressed: int = field(default=0, init=False)

    def __post_init__(self) -> None:
        self._rng = np.random.default_rng(self.seed)

    def press(self) -> str:
        """One line, as the fault lets it through."""
        self._pressed += 1
        if self.fault == "dead":
            raise InstrumentError(
                f"The {self.name} does not answer. Change its battery, or type the reading in."
            )
        if self.fault == "drop_out" and self._pressed % 2:
            return "+0"[: self._pressed % 3]
        scatter = self.scatter * (20 if self.fault == "noisy" else 1)
        value = self.about + float(self._rng.normal(0, scatter))
        unit = "mm" if self.kind == "indicator" else "g"
        if self.fault == "inches" and self.kind == "indicator":
            # The gauge was switched to inches, but goes on saying mm.
            value /= MM_PER_INCH
        return f"{value:+0{self.digits + 5}.{self.digits}f} {unit}\r\n"


def bench_instruments() -> dict[str, SimulatedInstrument]:
    """The instruments of the demo bench, by id."""
    return {
        "indicator": SimulatedInstrument("digital indicator", "indicator", 62.0, 0.03, 2),
        "scale": SimulatedInstrument("pocket scale", "scale", 100.0, 0.05, 1),
    }
