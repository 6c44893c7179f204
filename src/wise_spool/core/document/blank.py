"""The blank in the documents: what is wished of it, and what was measured on this very one."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, StringConstraints

from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import DiameterMm, LengthMm, MassG, StationMm, Tube64ths, Words
from wise_spool.core.ground.frozen import Frozen

BlankMaterial = Literal["carbon", "glass", "composite"]
BareLengthMm = Annotated[float, Field(ge=300, le=6000)]


class Joint(Row):
    """Where two sections meet: the tip-side end of the butt-side section's edge."""

    station_mm: StationMm
    kind: Literal["sleeve", "spigot"] = "sleeve"
    overlap_mm: LengthMm = 60.0


class Reading(Row):
    """One caliper reading of the bare blank."""

    station_mm: StationMm
    od_mm: DiameterMm
    uncertainty_mm: Annotated[float, Field(gt=0, le=2)] = 0.05


class StaticReading(Row):
    """One bend on the bench: clamped level at ``clamp_mm``, ``weight_g`` hung at ``at_mm`` (the bare
    tip when None), which dropped ``drop_mm``; the angle there, when it was read."""

    clamp_mm: StationMm = 300.0
    weight_g: Annotated[float, Field(gt=0, le=20000)]
    at_mm: StationMm | None = None
    drop_mm: Annotated[float, Field(gt=0, le=6000)]
    angle_deg: Annotated[float, Field(ge=0, le=180)] | None = None


class BlankWished(Frozen):
    """The blank the rod is designed on, and what is cut from it."""

    name: Words = ""
    material: BlankMaterial = "carbon"
    length_mm: BareLengthMm | None = None
    trim_butt_mm: LengthMm = 0.0
    trim_tip_mm: LengthMm = 0.0
    tip_tube_64ths: Tube64ths | None = None
    colour: Annotated[str, StringConstraints(pattern=r"^#[0-9a-f]{6}$")] | None = None
    joints: Annotated[tuple[Joint, ...], Field(max_length=8), AfterValidator(numbered("j"))] = ()


class BlankMeasured(Frozen):
    """This very blank: what is printed on it and what gauge, tape and scale said of it.

    ``measured_mm`` is its own bare length, when it differs from the one it was
    sold by; ``mass_g`` was weighed as it arrived, before anything was cut off.
    """

    label_power: Words = ""
    label_action: Words = ""
    label_line: Words = ""
    label_lure: Words = ""
    measured_mm: BareLengthMm | None = None
    readings: Annotated[
        tuple[Reading, ...], Field(max_length=400), AfterValidator(numbered("r"))
    ] = ()
    mass_g: MassG | None = None
    static: Annotated[
        tuple[StaticReading, ...], Field(max_length=30), AfterValidator(numbered("b"))
    ] = ()


class Blank(BlankWished, BlankMeasured):
    """The blank on the bench: wished and measured together."""

    @property
    def bare_mm(self) -> float | None:
        """Its bare length: as measured, else as it was sold."""
        return self.length_mm if self.measured_mm is None else self.measured_mm
