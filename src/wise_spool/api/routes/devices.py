"""Routes of the bench instruments: which there are, press one, make one misbehave."""

from datetime import datetime
from typing import Literal

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import InShop, Shop
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.spine.trainer import make_blank, weigh_round
from wise_spool.devices.instrument import Kind, read_line
from wise_spool.devices.simulated import Fault
from wise_spool.devices.workshop import FASTEST_RPM, AirFault, DryerFault, Tread, read_air

ON_THE_BENCH = make_blank(4, 11)
"""The made-up blank the simulated indicator stands under."""
DeviceId = Literal["indicator", "scale"]


class Device(BaseModel):
    """An instrument on the bench."""

    id: DeviceId
    name: str
    kind: Kind
    simulated: bool
    fault: Fault


class Press(BaseModel):
    """Its button pressed. A simulated one reads about ``about``, in mm or g; the indicator can
    instead be set under the made-up blank on the bench with ``angle_deg`` on top."""

    model_config = ConfigDict(extra="forbid")

    about: float | None = Field(default=None, ge=0, le=5000)
    angle_deg: float | None = Field(default=None, ge=0, lt=360)


class DeviceReading(BaseModel):
    """A reading in mm or g, and the line it came as."""

    value: float
    text: str


class Practice(BaseModel):
    """Whether simulated instruments stand on the bench."""

    model_config = ConfigDict(extra="forbid")

    on: bool


class Setting(BaseModel):
    """How a simulated instrument behaves."""

    model_config = ConfigDict(extra="forbid")

    fault: Fault


class RoomAir(BaseModel):
    """The room, and the line it came as."""

    temperature_c: float
    humidity_percent: float | None
    text: str


class AirSetting(BaseModel):
    """How the simulated room sensor behaves."""

    model_config = ConfigDict(extra="forbid")

    fault: AirFault


class Dryer(BaseModel):
    """A dryer's motor: what it does, not what it was told."""

    name: str
    turning_rpm: float
    fault: DryerFault


class Turn(BaseModel):
    """How fast the dryer is to turn, nought to stop it; how a simulated one behaves."""

    model_config = ConfigDict(extra="forbid")

    rpm: float | None = Field(default=None, ge=0, le=FASTEST_RPM)
    fault: DryerFault | None = None


class Trodden(BaseModel):
    """What a foot did."""

    model_config = ConfigDict(extra="forbid")

    tread: Tread


routes = APIRouter(prefix="/api/devices")


def _standing(shop: Shop) -> None:
    if not shop.instruments.simulated():
        raise NotThereError("No instrument stands on this bench.")


def _found(shop: Shop, device_id: DeviceId) -> Device:
    _standing(shop)
    one = shop.instrument(device_id)
    return Device(id=device_id, name=one.name, kind=one.kind, simulated=True, fault=one.fault)


@routes.get("")
def on_the_bench(shop: InShop) -> list[Device]:
    """The instruments there are; the simulated ones stand in a real shop only when it switched them on."""
    if not shop.instruments.simulated():
        return []
    return [_found(shop, "indicator"), _found(shop, "scale")]


@routes.put("/practice")
def practise(bench: Practice, shop: InShop) -> list[Device]:
    """Put simulated instruments on the bench to practise with, or take them away."""
    shop.instruments.switch(on=bench.on)
    return on_the_bench(shop)


@routes.get("/air")
def air(shop: InShop) -> RoomAir:
    """The room as its sensor says it now."""
    _standing(shop)
    read = read_air(shop.thermometer().line(datetime.now()))
    return RoomAir(
        temperature_c=read.temperature_c, humidity_percent=read.humidity_percent, text=read.text
    )


@routes.get("/dryer")
def dryer(shop: InShop) -> Dryer:
    """Whether the dryer turns."""
    _standing(shop)
    one = shop.dryer()
    return Dryer(name=one.name, turning_rpm=one.turning_rpm, fault=one.fault)


@routes.put("/dryer")
def turn(how: Turn, shop: InShop) -> Dryer:
    """Turn the dryer, or stop it; a simulated one may be made to stall."""
    _standing(shop)
    one = shop.dryer()
    if how.fault is not None:
        one.fault = how.fault
    try:
        if how.rpm is not None:
            one.turn(how.rpm)
    finally:
        shop.instruments.make_behave("dryer", fault=one.fault, turning_rpm=one.turning_rpm)
    return dryer(shop)


@routes.put("/air")
def misread(how: AirSetting, shop: InShop) -> RoomAir:
    """Make the simulated room sensor misbehave, or be in order."""
    _standing(shop)
    shop.instruments.make_behave("air", fault=how.fault)
    return air(shop)


@routes.post("/foot", status_code=204)
def foot(how: Trodden, shop: InShop) -> None:
    """A foot switch was trodden on: every bench that is open hears it."""
    _standing(shop)
    shop.bell.tread(how.tread)


@routes.put("/{device_id}")
def set_up(device_id: DeviceId, setting: Setting, shop: InShop) -> Device:
    _found(shop, device_id)
    shop.instruments.make_behave(device_id, fault=setting.fault)
    return _found(shop, device_id)


@routes.post("/{device_id}/press")
def press(device_id: DeviceId, how: Press, shop: InShop) -> DeviceReading:
    _found(shop, device_id)
    one = shop.instrument(device_id)
    before = one.about
    if how.about is not None:
        one.about = how.about
    elif how.angle_deg is not None and one.kind == "indicator":
        under = weigh_round(ON_THE_BENCH, [how.angle_deg], np.random.default_rng(0))
        one.about = under[0].drop_mm or 0.0
    if one.about != before:
        shop.instruments.make_behave(device_id, about=one.about)
    reading = read_line(one.kind, one.press())
    return DeviceReading(value=reading.value, text=reading.text)
