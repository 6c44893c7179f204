"""The log: what was done and seen at the bench. Append-only, and merged by union.

An entry says one thing about one subject: a pass made, a dry fit, a step done,
a coat laid, where a guide went, what a test showed, a stage finished. A later
entry about the same subject supersedes it; an entry that ``strikes`` another
takes it back, and may itself be struck. ``record = fold(log)``: the same
entries give the same record in whatever order they arrive.
"""

from collections.abc import Iterable
from typing import Annotated, Any, Literal, get_args

from pydantic import AwareDatetime, Field, StringConstraints, model_validator

from wise_spool.core.document.bench import (
    Air,
    Answer,
    BenchClock,
    BenchDone,
    BenchNote,
    Defect,
    FieldNote,
    FollowUp,
    Gauged,
    Paid,
    Picture,
    Sighted,
    Skipped,
    Timed,
    Weighed,
    Witness,
    Worked,
)
from wise_spool.core.document.finish import AreaCoat, CoatLaid, FinishDone
from wise_spool.core.document.guides import GuideBuilt, GuidesDone, StaticTest, TestRow
from wise_spool.core.document.parts import DryFit, HandleDone, PassMade
from wise_spool.core.ground.fields import Words
from wise_spool.core.ground.findings import STAGES, StageName
from wise_spool.core.ground.frozen import Frozen

EntryId = Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9][A-Za-z0-9:_.-]{0,99}$")]
Kind = Literal[
    "ream", "dry_fit", "step", "coat", "built", "test_load_g", "test_row", "stage", "clock", "worked", "skipped",
    "note", "picture", "air", "timed", "follow_up", "answer", "field_note", "weighed", "gauged",
    "sighted", "defect", "area_coat", "witness", "paid",
]  # fmt: skip
KINDS: tuple[Kind, ...] = get_args(Kind)
Subject = tuple[Kind, str]
AT_THE_BENCH: dict[Kind, str] = {
    "clock": "clocks", "worked": "worked", "skipped": "skipped", "note": "notes", "picture": "pictures", "air": "airs",
    "timed": "timed", "follow_up": "follow_ups", "answer": "answers", "field_note": "field_notes", "weighed": "weighed", "gauged": "gauged",
    "sighted": "sighted", "defect": "defects", "witness": "witnessed", "paid": "paid",
}  # fmt: skip
"""The kinds that :class:`BenchDone` holds, and under what name."""


class LogEntry(Frozen):
    """One thing done or seen: exactly one of the kinds, or the entry it ``strikes``."""

    id: EntryId
    at: AwareDatetime
    by: Words = ""
    device: Words = ""
    ream: PassMade | None = None
    dry_fit: DryFit | None = None
    step: Words | None = None
    coat: CoatLaid | None = None
    built: GuideBuilt | None = None
    test_load_g: Annotated[float, Field(gt=0, le=20000)] | None = None
    test_row: TestRow | None = None
    stage: StageName | None = None
    clock: BenchClock | None = None
    worked: Worked | None = None
    skipped: Skipped | None = None
    note: BenchNote | None = None
    picture: Picture | None = None
    air: Air | None = None
    timed: Timed | None = None
    follow_up: FollowUp | None = None
    answer: Answer | None = None
    field_note: FieldNote | None = None
    weighed: Weighed | None = None
    gauged: Gauged | None = None
    sighted: Sighted | None = None
    defect: Defect | None = None
    area_coat: AreaCoat | None = None
    witness: Witness | None = None
    paid: Paid | None = None
    strikes: EntryId | None = None

    @model_validator(mode="after")
    def _says_one_thing(self) -> "LogEntry":
        said = [k for k in (*KINDS, "strikes") if getattr(self, k) is not None]
        if len(said) != 1:
            raise ValueError("an entry of the log says one thing")
        return self

    @property
    def subject(self) -> Subject | None:
        """What it is about; None for an entry that strikes another."""
        for kind in KINDS:
            said = getattr(self, kind)
            if said is not None:
                return kind, _key(kind, said)
        return None


class Record(Frozen):
    """The log folded: how the rod stands at the bench."""

    handle: HandleDone = HandleDone()
    guides: GuidesDone = GuidesDone()
    finish: FinishDone = FinishDone()
    bench: BenchDone = BenchDone()
    done: Annotated[tuple[StageName, ...], Field(max_length=6)] = ()


def live(log: Iterable[LogEntry]) -> list[LogEntry]:
    """Entries that nothing strikes, oldest first; ties by id, so that every copy agrees."""
    entries = {e.id: e for e in log}
    strikes: dict[str, list[str]] = {}
    for e in entries.values():
        if e.strikes is not None:
            strikes.setdefault(e.strikes, []).append(e.id)
    known: dict[str, bool] = {}

    def stands(entry_id: str) -> bool:
        if entry_id not in known:
            known[entry_id] = True  # a circle of strikes stands: nobody made one on purpose
            known[entry_id] = not any(stands(s) for s in strikes.get(entry_id, ()))
        return known[entry_id]

    return sorted((e for e in entries.values() if stands(e.id)), key=lambda e: (e.at, e.id))


def fold(log: Iterable[LogEntry]) -> Record:
    """The record a log comes to. Order of arrival and repeats make no difference."""
    said: dict[Subject, Any] = {}
    for entry in live(log):
        subject = entry.subject
        if subject is not None:
            said[subject] = _seen_then(entry) if subject[0] == "air" else getattr(entry, subject[0])
    return record_of(said)


def _seen_then(entry: LogEntry) -> Air | None:
    """The room with the moment it was so, which the entry knows."""
    if entry.air is None or entry.air.at is not None:
        return entry.air
    return entry.air.model_copy(update={"at": entry.at})


def subjects(record: Record) -> dict[Subject, Any]:
    """Everything a record says, by subject: the other way round from :func:`record_of`."""
    said: dict[Subject, Any] = {}

    def say(kind: Kind, values: Iterable[Any]) -> None:
        for value in values:
            said[kind, _key(kind, value)] = value

    say("ream", record.handle.passes_made)
    say("dry_fit", record.handle.dry_fits)
    say("step", record.handle.steps_done)
    say("coat", record.finish.laid)
    say("area_coat", record.finish.area_laid)
    say("built", record.guides.built)
    if record.guides.static_test is not None:
        say("test_load_g", [record.guides.static_test.load_g])
        say("test_row", record.guides.static_test.rows)
    say("stage", record.done)
    for kind, name in AT_THE_BENCH.items():
        say(kind, getattr(record.bench, name))
    return said


def record_of(said: dict[Subject, Any]) -> Record:
    """The record that says these things."""

    def of(kind: Kind) -> tuple[Any, ...]:
        return tuple(value for (k, _), value in said.items() if k == kind)

    load = of("test_load_g")
    done = set(of("stage"))
    return Record(
        handle=HandleDone(passes_made=of("ream"), dry_fits=of("dry_fit"), steps_done=of("step")),
        guides=GuidesDone(
            built=of("built"),
            static_test=StaticTest(load_g=load[0], rows=of("test_row")) if load else None,
        ),
        finish=FinishDone(laid=of("coat"), area_laid=of("area_coat")),
        bench=BenchDone(**{name: of(kind) for kind, name in AT_THE_BENCH.items()}),
        done=tuple(s for s in STAGES if s in done),
    )


def entries_between(
    before: Record,
    after: Record,
    log: Iterable[LogEntry],
    *,
    named: str,
    at: AwareDatetime,
    by: str = "",
    device: str = "",
) -> list[LogEntry]:
    """The entries that take the record from ``before`` to ``after``: new or changed subjects are
    said, gone ones struck. Their ids are ``named`` and a number."""
    was, now = subjects(before), subjects(after)
    out: list[dict[str, Any]] = []
    for subject, value in now.items():
        if was.get(subject) != value:
            out.append({subject[0]: value})
    gone = {s for s in was if s not in now}
    out += [{"strikes": e.id} for e in live(log) if e.subject in gone]
    return [
        LogEntry(id=f"{named}.{n:04d}", at=at, by=by, device=device, **said)
        for n, said in enumerate(out)
    ]


def _key(kind: Kind, said: Any) -> str:
    if kind in ("step", "stage"):
        return str(said)
    return "load" if kind == "test_load_g" else str(said.id)
