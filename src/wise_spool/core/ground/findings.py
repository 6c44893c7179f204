"""What the computation concluded, one plain sentence each.

Findings are ordered by what would ruin the rod first: ``ruins`` before
``check`` before ``note``, and within one weight in the order of work.
"""

from typing import Literal

from wise_spool.core.ground.frozen import Frozen

Weight = Literal["ruins", "check", "note"]
StageName = Literal["blank", "spine", "handle", "guides", "wraps", "finish"]

STAGES: tuple[StageName, ...] = ("blank", "spine", "handle", "guides", "wraps", "finish")
_WEIGHT_ORDER: dict[Weight, int] = {"ruins": 0, "check": 1, "note": 2}


class Figure(Frozen):
    """One number behind a finding, already in the builder's units."""

    label: str
    value: str


class Place(Frozen):
    """Where on the rod a finding is: one station (start = end) or a stretch, in mm."""

    start_mm: float
    end_mm: float


Settable = str | float | bool | None


class Mend(Frozen):
    """What may mend a finding: ``words`` as an act, and the document ``path`` (rows by their ids) that it puts ``value``
    at. It is tried on the rod before it is offered."""

    words: str
    path: str
    value: Settable


class Finding(Frozen):
    """One conclusion. ``field`` is the document path the builder would change; ``mend`` what would mend it."""

    code: str
    stage: StageName
    weight: Weight
    sentence: str
    figures: tuple[Figure, ...] = ()
    rule: str
    source: str = "common practice"
    place: Place | None = None
    field: str | None = None
    mend: Mend | None = None


def by_ruin(findings: list[Finding]) -> tuple[Finding, ...]:
    """Order findings by weight, then by stage in the order of work, then by station."""
    return tuple(
        sorted(
            findings,
            key=lambda f: (
                _WEIGHT_ORDER[f.weight],
                STAGES.index(f.stage),
                f.place.start_mm if f.place else -1.0,
                f.code,
                f.sentence,
            ),
        )
    )


def figures(**values: str) -> tuple[Figure, ...]:
    """Name figures by keyword: ``figures(bore_wanted="12.85 mm")``."""
    return tuple(Figure(label=k.replace("_", " "), value=v) for k, v in values.items())


class Spot(Frozen):
    """What a finding points at: a place on the rod and the field to change."""

    place: Place | None = None
    field: str | None = None


class Noted:
    """Collects the findings of one stage."""

    def __init__(self, stage: StageName) -> None:
        self.stage = stage
        self.found: list[Finding] = []

    def __call__(
        self,
        code: str,
        weight: Weight,
        sentence: str,
        rule: str,
        at: Spot | None = None,
        source: str = "common practice",
        **numbers: str,
    ) -> None:
        """Note one finding; ``numbers`` become its figures, named by keyword."""
        self.found.append(
            Finding(
                code=code,
                stage=self.stage,
                weight=weight,
                sentence=sentence,
                rule=rule,
                source=source,
                field=at.field if at else None,
                place=at.place if at else None,
                figures=figures(**numbers),
            )
        )

    def mended_by(self, mend: Mend | None) -> None:
        """What was noted last would be mended so."""
        if mend is not None:
            self.found[-1] = self.found[-1].model_copy(update={"mend": mend})
