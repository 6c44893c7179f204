"""Finish in the documents: the coats that are wished, and those that were laid."""

from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, Field, model_validator

from wise_spool.core.document.product import TwoPart
from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Celsius, Words
from wise_spool.core.ground.frozen import Frozen

FinishKind = Literal["high_build", "regular", "varnish", "uv_resin"]


class FinishProduct(TwoPart):
    """A thread finish, as its tin says; with no part B it is a one-part varnish or resin."""

    name: Words = "Plain rotation finish"
    kind: FinishKind = "regular"
    parts_b: Annotated[float, Field(ge=0, le=20)] = 1.0
    pot_life_min: Annotated[float, Field(gt=0, le=1440)] = 25.0
    rotate_min: Annotated[float, Field(ge=0, le=2880)] = 300.0
    set_min: Annotated[float, Field(gt=0, le=4320)] = 480.0
    recoat_opens_min: Annotated[float, Field(ge=0, le=10080)] = 1440.0
    recoat_closes_min: Annotated[float, Field(ge=0, le=40320)] = 2880.0

    @model_validator(mode="after")
    def _window_opens_before_it_closes(self) -> "FinishProduct":
        if self.recoat_closes_min <= self.recoat_opens_min:
            raise ValueError("the recoat window closes before it opens")
        return self


class CoatLaid(Row):
    """A coat that has been mixed: the start of all its clocks."""

    mixed_at: AwareDatetime
    temperature_c: Celsius
    dryer: Words = ""


class FinishWished(Frozen):
    """Coats, and the day they are laid on."""

    product: FinishProduct = FinishProduct()
    coats: Annotated[int, Field(ge=1, le=8)] = 2
    film_first_mm: Annotated[float, Field(gt=0, le=1)] = 0.2
    loss_factor: Annotated[float, Field(ge=1, le=5)] = 1.5
    syringe_step_ml: Annotated[float, Field(gt=0, le=2)] = 0.1
    ratio_error_percent: Annotated[float, Field(gt=0, le=20)] = 3.0
    temperature_c: Celsius = 21.0
    humidity_percent: Annotated[float, Field(ge=1, le=100)] = 50.0
    blank_c: Annotated[float, Field(ge=-10, le=45)] | None = None


class FinishDone(Frozen):
    """What has been laid so far."""

    laid: Annotated[tuple[CoatLaid, ...], Field(max_length=8), AfterValidator(numbered("c"))] = ()


class Finish(FinishWished, FinishDone):
    """The finish on the bench: coats wished and coats laid."""
