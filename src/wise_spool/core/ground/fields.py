"""Kinds of value a build document holds, with their ranges."""

from typing import Annotated

from pydantic import Field, StringConstraints

Id = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Words = Annotated[str, StringConstraints(max_length=120)]
Name = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Note = Annotated[str, StringConstraints(max_length=4000)]

StationMm = Annotated[float, Field(ge=0, le=6000)]
LengthMm = Annotated[float, Field(ge=0, le=3000)]
DiameterMm = Annotated[float, Field(ge=0.3, le=60)]
BoreMm = Annotated[float, Field(ge=0, le=60)]
Tube64ths = Annotated[float, Field(ge=2, le=40, multiple_of=0.5)]
ClockDeg = Annotated[float, Field(ge=0, lt=360)]
Grams = Annotated[float, Field(ge=0, le=2000)]
MassG = Annotated[float, Field(ge=0, le=5000)]
Minutes = Annotated[float, Field(ge=0, le=20160)]
Celsius = Annotated[float, Field(ge=0, le=45)]
