"""The build: one rod as it stands, its design, piece and record read together.

The three are kept apart, because they live apart: a design is copied, a piece
is one blank's own, a log is only ever added to. The rules of the job ask for
none of that. They read the build: the blank with its readings, the parts with
their bores, the guides where they were built.
"""

from typing import Annotated, Any

from pydantic import Field

from wise_spool.core.document.blank import Blank, BlankMeasured, BlankWished
from wise_spool.core.document.design import Design, HabitsSaid, Heading, Repairs
from wise_spool.core.document.finish import Finish, FinishDone, FinishWished
from wise_spool.core.document.guides import GuideBuilt, Guides, GuidesDone, GuidesWished
from wise_spool.core.document.log import Record
from wise_spool.core.document.parts import (
    REAMED,
    Handle,
    HandleDone,
    HandleWished,
    Part,
    PartMeasured,
)
from wise_spool.core.document.piece import Piece
from wise_spool.core.document.rows import RowId
from wise_spool.core.document.spine import Spine, SpineMeasured, SpineWished
from wise_spool.core.document.work import Work
from wise_spool.core.document.wraps import WrapsWished
from wise_spool.core.ground.fields import Note
from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.once import Noticed


class Build(Noticed, Heading):
    """One rod as it stands: wished, measured and done."""

    blank: Blank = Blank()
    spine: Spine = Spine()
    handle: Handle = Handle()
    guides: Guides = Guides()
    wraps: WrapsWished = WrapsWished()
    finish: Finish = Finish()
    work: Work = Work()
    repairs: Repairs = ()
    done: Annotated[tuple[StageName, ...], Field(max_length=6)] = ()
    habits: HabitsSaid = Field(default={})
    note: Note = ""
    piece_id: RowId = ""

    @property
    def came_coated(self) -> bool:
        """Whether it came back to be mended, its guides on it and coated: what is mended is coated in its repair."""
        return self.handle.guides_on and bool(self.repairs) and not self.finish.laid


def together(design: Design, piece: Piece, record: Record) -> Build:
    """The three records read as one. What is said of a part or guide that is no longer there waits
    in its record, and comes back with it."""
    measured = {m.id: m for m in piece.parts}
    built = {b.id: b.at for b in record.guides.built}
    handle = {
        **_fields(HandleWished, design.handle),
        **_fields(HandleDone, record.handle),
        "parts": tuple(_with_measures(p, measured.get(p.id)) for p in design.handle.parts),
    }
    guides = {
        **_fields(GuidesWished, design.guides),
        "train": tuple(
            g if g.id not in built else g.model_copy(update={"built": built[g.id]})
            for g in design.guides.train
        ),
        "static_test": record.guides.static_test,
    }
    own = {k: v for k, v in _fields(Design, design).items() if k in Build.model_fields}
    return Build.model_construct(
        **{
            **own,
            "blank": Blank.model_construct(
                **_fields(BlankWished, design.blank), **_fields(BlankMeasured, piece.blank)
            ),
            "spine": Spine.model_construct(
                **_fields(SpineWished, design.spine), **_fields(SpineMeasured, piece.spine)
            ),
            "handle": Handle.model_construct(**handle),
            "guides": Guides.model_construct(**guides),
            "finish": Finish.model_construct(
                **_fields(FinishWished, design.finish), **_fields(FinishDone, record.finish)
            ),
            "done": record.done,
            "piece_id": piece.id,
        }
    )


def apart(build: Build) -> tuple[Design, Piece, Record]:
    """The build taken apart into what was wished, what was measured and what was done."""
    parts = tuple(_as_wished(p) for p in build.handle.parts)
    train = tuple(
        g if g.built is None else g.model_copy(update={"built": None}) for g in build.guides.train
    )
    design = Design.model_construct(
        **{
            **_fields(Design, build),
            "blank": BlankWished.model_construct(**_fields(BlankWished, build.blank)),
            "spine": SpineWished.model_construct(**_fields(SpineWished, build.spine)),
            "handle": HandleWished.model_construct(
                **{**_fields(HandleWished, build.handle), "parts": parts}
            ),
            "guides": GuidesWished.model_construct(
                **{**_fields(GuidesWished, build.guides), "train": train}
            ),
            "finish": FinishWished.model_construct(**_fields(FinishWished, build.finish)),
        }
    )
    piece = Piece.model_construct(
        id=build.piece_id,
        blank=BlankMeasured.model_construct(**_fields(BlankMeasured, build.blank)),
        spine=SpineMeasured.model_construct(**_fields(SpineMeasured, build.spine)),
        parts=tuple(m for p in build.handle.parts if (m := _measures_of(p)) is not None),
    )
    record = Record.model_construct(
        handle=HandleDone.model_construct(**_fields(HandleDone, build.handle)),
        guides=GuidesDone.model_construct(
            built=tuple(
                GuideBuilt(id=g.id, at=g.built) for g in build.guides.train if g.built is not None
            ),
            static_test=build.guides.static_test,
        ),
        finish=FinishDone.model_construct(**_fields(FinishDone, build.finish)),
        done=build.done,
    )
    return design, piece, record


def _fields(kind: type[Frozen], value: Frozen) -> dict[str, Any]:
    """The fields of one model, read off a value that has them."""
    return {name: getattr(value, name) for name in kind.model_fields}


def _with_measures(part: Part, found: PartMeasured | None) -> Part:
    if found is None:
        return part
    update: dict[str, object] = {"inside": found.inside, "mass_g": found.mass_g}
    if part.kind in REAMED:
        update |= {"bore_butt_mm": found.bore_butt_mm, "bore_tip_mm": found.bore_tip_mm}
    return part.model_copy(update=update)


def _as_wished(part: Part) -> Part:
    """The part without what was measured of it: bores made by hand, readings inside, its weight."""
    update: dict[str, object] = {"inside": (), "mass_g": None}
    if part.kind in REAMED:
        update |= {"bore_butt_mm": None, "bore_tip_mm": None}
    return part.model_copy(update=update)


def _measures_of(part: Part) -> PartMeasured | None:
    bored = part.kind in REAMED
    found = PartMeasured(
        id=part.id,
        bore_butt_mm=part.bore_butt_mm if bored else None,
        bore_tip_mm=part.bore_tip_mm if bored else None,
        inside=part.inside,
        mass_g=part.mass_g,
    )
    return None if found == PartMeasured(id=part.id) else found
