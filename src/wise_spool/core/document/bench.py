"""The bench in the log: clocks that were started there, and what was done, seen and promised beside them.

A clock is one thing said once: what it is of, what runs out, when it began. Whether it still runs follows
from the moment it is asked. Said again with ``stopped_at`` it has stopped; struck, it never was.

``of`` names an operation by its id, wherever it stands; empty is the rod as a whole.
"""

from datetime import date, datetime, timedelta
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field, StringConstraints, model_validator

from wise_spool.core.document.asked import Money
from wise_spool.core.document.rows import Row
from wise_spool.core.ground.fields import Celsius, Grams, Note, StationMm, Words
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import NotNowError, RefusedError

AHEAD_MIN = 2.0
"""How far another device's clock may run ahead of ours before a start in the future is asked about."""
LONGEST_MIN = 60.0 * 24 * 60
Said = Annotated[str, StringConstraints(min_length=1, max_length=200)]


class BenchClock(Row):
    """One clock: ``of`` is the operation or mix it belongs to, ``what`` runs out, ``then`` is what is to be
    done when it has. ``product`` is whose time it is, and ``at_c`` how warm it was, where stopping it can teach."""

    of: Words = ""
    what: Said
    then: Words = ""
    started_at: AwareDatetime
    minutes: Annotated[float, Field(gt=0, le=LONGEST_MIN)]
    stopped_at: AwareDatetime | None = None
    product: Words = ""
    at_c: Celsius | None = None

    @property
    def ends_at(self) -> datetime:
        """When it runs out."""
        return self.started_at + timedelta(minutes=self.minutes)

    def running(self, now: datetime, ends_at: datetime | None = None) -> bool:
        """Whether nobody has stopped it; one that has run out (at ``ends_at``, where something better than itself
        knows when) goes on asking until somebody does, for a day at most."""
        return self.stopped_at is None and now < (ends_at or self.ends_at) + timedelta(days=1)


class Worked(Row):
    """How long an operation (``id``) kept the hands, of what kind it is and what tool it was done with;
    ``planned`` is what the plan worked out for it before anything was learned, when it did."""

    kind: Words
    tool: Words = ""
    minutes: Annotated[float, Field(gt=0, le=24 * 60)]
    planned: Annotated[float, Field(gt=0, le=24 * 60)] | None = None


class Skipped(Row):
    """An operation (``id``) that is left out, and why."""

    why: Said


class BenchNote(Row):
    """Something noted; ``wrong`` when it is what went wrong. ``product`` is what it is about, when that is a
    product, ``place_mm`` where on the rod."""

    of: Words = ""
    words: Annotated[Note, Field(min_length=1)]
    wrong: bool = False
    product: Words = ""
    place_mm: StationMm | None = None


class Picture(Row):
    """A picture kept beside the rod under the name ``file``, what it shows, and where."""

    of: Words = ""
    words: Words = ""
    place_mm: StationMm | None = None
    file: Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]
    width_px: Annotated[int, Field(gt=0, le=20_000)]
    height_px: Annotated[int, Field(gt=0, le=20_000)]


ROOM_SENSOR = "room sensor"
"""Who logs the room when nobody does."""


class Air(Row):
    """How warm and damp the room was, and when."""

    temperature_c: Celsius
    humidity_percent: Annotated[float, Field(ge=1, le=100)] | None = None
    source: Words = ""
    at: AwareDatetime | None = None


class Timed(Row):
    """How long something of a product truly took, at what warmth: pot life, set, recoat."""

    product: Words
    what: Said
    minutes: Annotated[float, Field(gt=0, le=LONGEST_MIN)]
    temperature_c: Celsius


Gauge = Literal["tape", "thread", "squeeze_out", "coat", "sighting", "series"]
"""What the bench gauges of what it uses."""


class Gauged(Row):
    """Something gauged at the bench, ``about`` a tape, a thread, a product, a series of blanks: ``said`` is what
    was read, ``base`` what it is to be held against.

    - tape: mm that a diameter grew by; by the thickness it is sold by it should be ``base``
    - thread: mm that ``base`` turns covered
    - squeeze_out, coat: mL left over of ``mixed``; the gaps, or film and feet, alone take ``base``
    - sighting: degrees between two looks at one guide, apart
    - series: power measured in N; its label stands for ``base``
    """

    what: Gauge
    about: Words = ""
    of: Words = ""
    base: Annotated[float, Field(gt=0, le=100_000)] = 1.0
    mixed: Annotated[float, Field(gt=0, le=1000)] | None = None
    wraps: Annotated[int, Field(ge=1, le=400)] | None = None
    said: Annotated[float, Field(ge=0, le=100_000)]

    @model_validator(mode="after")
    def _was_there(self) -> "Gauged":
        if self.mixed is not None and self.said >= self.mixed:
            raise ValueError("what is left over is less than what was mixed")
        if self.mixed is None and self.what != "sighting" and self.said <= 0:
            raise ValueError("it cannot be nothing")
        return self

    @property
    def came_to(self) -> float:
        """What was found over what it is held against: a share, or mm a turn."""
        return (self.said if self.mixed is None else self.mixed - self.said) / self.base


class Sighted(Row):
    """How one ring (``id`` is the guide's, or ``tip-top``) was seen to stand, looking from the seat toward the tip: so
    far to the right of the line, as mm at the ring or as degrees, negative to the left. ``off_deg`` is how sure
    that is, where something better than the eye said it; ``accepted`` is why it may stay as it is."""

    offset_mm: Annotated[float, Field(ge=-200, le=200)] | None = None
    angle_deg: Annotated[float, Field(ge=-90, le=90)] | None = None
    off_deg: Annotated[float, Field(ge=0.01, le=45)] | None = None
    accepted: Words = ""

    @model_validator(mode="after")
    def _was_seen(self) -> "Sighted":
        if (self.offset_mm is None) == (self.angle_deg is None):
            raise ValueError("say either how many mm the ring stands off, or how many degrees")
        return self


Symptom = Literal[
    "bubbles", "blotches", "cloud", "craters", "nibs", "dry_spots", "sags", "waves", "ragged_edge", "tacky", "soft_spots", "film_edge",
    "lifting", "nicked_thread",
]  # fmt: skip
"""What is seen wrong with a coat."""


class Defect(Row):
    """Something wrong with coat number ``coat``, where on the rod; ``cleared`` once it was cut back or mended."""

    symptom: Symptom
    coat: Annotated[int, Field(ge=1, le=24)] = 1
    place_mm: StationMm | None = None
    words: Words = ""
    cleared: bool = False


Witnessed = Literal["runs", "strings", "tacky", "set", "hard"]


class Witness(Row):
    """A blob or a wrap on scrap, looked at so many minutes after mixing in a room of that warmth: it runs, pulls strings, is tacky,
    is set (no print of a finger), or hard (no print of a nail). ``blob`` tells one mix from another."""

    product: Words
    blob: Words = ""
    minutes: Annotated[float, Field(gt=0, le=80640)]
    temperature_c: Celsius
    seen: Witnessed


class FollowUp(Row):
    """A question to ask of the rod on a later day: a product on trial, a joint that was mended."""

    of: Words = ""
    product: Words = ""
    ask: Said
    due_on: date


class Answer(Row):
    """What a follow-up (``id``) came to; ``held`` is None when that cannot be said."""

    words: Note = ""
    held: bool | None = None


class FieldNote(Row):
    """A day on the water: where, for what, how it was, and what the rod could not do."""

    where: Words = ""
    used_for: Words = ""
    words: Note = ""
    could_not: Words = ""


class Weighed(Row):
    """A part or the whole rod (``rod``) on the scale."""

    mass_g: Grams


class Paid(Row):
    """Money that came in for the rod, in the shop's own; ``words`` say for what or how."""

    amount: Annotated[Money, Field(gt=0)]
    words: Words = ""


class BenchDone(Frozen):
    """What happened at the bench beside the work itself."""

    clocks: tuple[BenchClock, ...] = ()
    worked: tuple[Worked, ...] = ()
    skipped: tuple[Skipped, ...] = ()
    notes: tuple[BenchNote, ...] = ()
    pictures: tuple[Picture, ...] = ()
    airs: tuple[Air, ...] = ()
    timed: tuple[Timed, ...] = ()
    follow_ups: tuple[FollowUp, ...] = ()
    answers: tuple[Answer, ...] = ()
    field_notes: tuple[FieldNote, ...] = ()
    weighed: tuple[Weighed, ...] = ()
    gauged: tuple[Gauged, ...] = ()
    sighted: tuple[Sighted, ...] = ()
    defects: tuple[Defect, ...] = ()
    witnessed: tuple[Witness, ...] = ()
    paid: tuple[Paid, ...] = ()


def ask_of_time(at: datetime, now: datetime) -> None:
    """Raise when something is said to have been done in the future."""
    ahead = (at - now).total_seconds() / 60
    if ahead > AHEAD_MIN:
        raise RefusedError(
            f"That would be done {ahead:.0f} min from now: is the date and time of this device right?"
        )


def ask_of_clock(clock: BenchClock, known: tuple[BenchClock, ...], now: datetime) -> None:
    """Raise when a clock cannot be started so: one in the future, or one that runs already."""
    ahead = (clock.started_at - now).total_seconds() / 60
    if ahead > AHEAD_MIN:
        raise RefusedError(
            f"That clock would start {ahead:.0f} min from now: is the date and time of this device right?"
        )
    for other in known:
        same = (other.of, other.what) == (clock.of, clock.what) and other.id != clock.id
        if same and clock.of and other.running(now):
            raise NotNowError(f"“{other.what}” of this runs already: stop it first, or let it run.")
