"""Finish in the documents: the coats that are wished, and those that were laid."""

from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, Field, model_validator

from wise_spool.core.document.product import TwoPart
from wise_spool.core.document.rows import Row, numbered
from wise_spool.core.ground.fields import Celsius, StationMm, Words
from wise_spool.core.ground.frozen import Frozen

FinishKind = Literal[
    "high_build", "regular", "varnish", "uv_resin", "sealer", "preserver", "primer", "paint"
]
FinishMethod = Literal["thin_first", "flood_and_lift", "one_coat"]
"""How a finish that builds goes on: thin and worked in, flooded and the drip lifted, or all at once."""
Covers = Literal["decoration", "labels", "ferrules", "seat", "stretch"]
MeasureBy = Literal["volume", "mass", "drops", "eye"]


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
    density_a_g_ml: Annotated[float, Field(gt=0.5, le=3)] | None = None
    density_b_g_ml: Annotated[float, Field(gt=0.5, le=3)] | None = None

    @property
    def ratio(self) -> float:
        """The larger part over the smaller; of a two-part product only."""
        return max(self.parts_a, self.parts_b) / min(self.parts_a, self.parts_b)

    @property
    def density_small(self) -> float | None:
        """Density of the smaller part, g/mL; None while nobody has said."""
        return self.density_b_g_ml if self.parts_a >= self.parts_b else self.density_a_g_ml

    @model_validator(mode="after")
    def _window_opens_before_it_closes(self) -> "FinishProduct":
        if self.recoat_closes_min <= self.recoat_opens_min:
            raise ValueError("the recoat window closes before it opens")
        return self


PRESERVER = FinishProduct(
    name="Colour preserver", kind="preserver", parts_b=0, pot_life_min=240, rotate_min=0, set_min=30, recoat_opens_min=60,
    recoat_closes_min=10080, handle_min=120, full_cure_min=1440,
)  # fmt: skip
"""What wraps get that are preserved, until the tin says otherwise. From habit."""


class AirAt(Row):
    """The room so many hours after mixing; humidity where it was said."""

    after_h: Annotated[float, Field(ge=0, le=240)]
    temperature_c: Celsius
    humidity_percent: Annotated[float, Field(ge=1, le=100)] | None = None


class CoatLaid(Row):
    """A coat that has been mixed: the start of all its clocks; ``course`` is how the room was expected to go."""

    mixed_at: AwareDatetime
    temperature_c: Celsius
    dryer: Words = ""
    course: Annotated[tuple[AirAt, ...], Field(max_length=48), AfterValidator(numbered("h"))] = ()


class Layer(Row):
    """Coats of one product, one after another; ``film_mm`` is the first of them."""

    product: FinishProduct = FinishProduct()
    coats: Annotated[int, Field(ge=1, le=12)] = 1
    film_mm: Annotated[float, Field(gt=0, le=1)] = 0.05


class Area(Row):
    """A place with coats of its own, from the bare surface up: what of the wraps it takes over, a seat, or a stretch of blank in mm
    from the butt as it arrived. ``loose`` is painted before it is glued on, ``masked`` what is taped off."""

    covers: Covers
    name: Words = ""
    part_id: Words = ""
    from_mm: StationMm | None = None
    to_mm: StationMm | None = None
    layers: Annotated[tuple[Layer, ...], Field(max_length=6), AfterValidator(numbered("y"))] = ()
    loose: bool = True
    masked: Words = ""


class FinishWished(Frozen):
    """Coats, and the day they are laid on. ``under`` are products that go on first (a sealer under the gloss), ``preserver`` what
    wraps get that are preserved; ``past_window`` lets a coat go on after the window has shut, scuffed. ``cup_ml`` is what the cup holds; ``mix_ml`` is how much is mixed at a time when the builder chooses it;
    ``course`` is the room after mixing, where it will not stay as it is."""

    product: FinishProduct = FinishProduct()
    coats: Annotated[int, Field(ge=1, le=12)] = 2
    method: FinishMethod = "thin_first"
    under: Annotated[tuple[Layer, ...], Field(max_length=3), AfterValidator(numbered("u"))] = ()
    preserver: Layer = Layer(id="p", product=PRESERVER, coats=2, film_mm=0.015)
    areas: Annotated[tuple[Area, ...], Field(max_length=12), AfterValidator(numbered("a"))] = ()
    past_window: bool = False
    film_first_mm: Annotated[float, Field(gt=0, le=1)] = 0.2
    loss_factor: Annotated[float, Field(ge=1, le=5)] = 1.5
    measure_by: MeasureBy = "volume"
    mix_ml: Annotated[float, Field(ge=0.2, le=200)] | None = None
    cup_ml: Annotated[float, Field(ge=1, le=2000)] = 30.0
    scale_step_g: Annotated[float, Field(gt=0, le=5)] = 0.1
    syringe_step_ml: Annotated[float, Field(gt=0, le=2)] = 0.1
    ratio_error_percent: Annotated[float, Field(gt=0, le=20)] = 3.0
    temperature_c: Celsius = 21.0
    humidity_percent: Annotated[float, Field(ge=1, le=100)] = 50.0
    blank_c: Annotated[float, Field(ge=-10, le=45)] | None = None
    course: Annotated[tuple[AirAt, ...], Field(max_length=48), AfterValidator(numbered("h"))] = ()

    @property
    def coats_in_all(self) -> int:
        """How many coats the wraps get, what lies under the finish counted in."""
        return sum(y.coats for y in self.under) + self.coats

    def lies_on(self, after_coat: int) -> int:
        """The coat that a label goes on over which is to go on after that one: under at least one more, else before the first."""
        return after_coat if 0 < after_coat < self.coats_in_all else 0


class AreaCoat(Row):
    """A coat of an area, mixed; its id is the area's and the coat's number."""

    area: Words
    number: Annotated[int, Field(ge=1, le=72)]
    mixed_at: AwareDatetime
    temperature_c: Celsius


class FinishDone(Frozen):
    """What has been laid so far."""

    laid: Annotated[tuple[CoatLaid, ...], Field(max_length=24), AfterValidator(numbered("c"))] = ()
    area_laid: Annotated[tuple[AreaCoat, ...], Field(max_length=200)] = ()


class Finish(FinishWished, FinishDone):
    """The finish on the bench: coats wished and coats laid."""
