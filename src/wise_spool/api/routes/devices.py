"""Routes of the bench instruments: which there are, press one, make one misbehave."""

from typing import Literal

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import InShop, Shop
from wise_spool.core.ground.refusals import NotThereError
from wise_spool.core.spine.trainer import make_blank, weigh_round
from wise_spool.devices.instrument import Kind, read_line
from wise_spool.devices.simulated import Fault

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


routes = APIRouter(prefix="/api/devices")


def _found(shop: Shop, device_id: DeviceId) -> Device:
    if not shop.instruments.simulated():
        raise NotThereError("No instrument stands on this bench.")
    one = shop.bench[device_id]
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


@routes.put("/{device_id}")
def set_up(device_id: DeviceId, setting: Setting, shop: InShop) -> Device:
    _found(shop, device_id)
    shop.bench[device_id].fault = setting.fault
    return _found(shop, device_id)


@routes.post("/{device_id}/press")
def press(device_id: DeviceId, how: Press, shop: InShop) -> DeviceReading:
    _found(shop, device_id)
    one = shop.bench[device_id]
    if how.about is not None:
        one.about = how.about
    elif how.angle_deg is not None and one.kind == "indicator":
        under = weigh_round(ON_THE_BENCH, [how.angle_deg], np.random.default_rng(0))
        one.about = under[0].drop_mm or 0.0
    reading = read_line(one.kind, one.press())
    return DeviceReading(value=reading.value, text=reading.text)
