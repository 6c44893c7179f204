"""The defect guide over HTTP: what to do about what is seen."""

from typing import Annotated, Literal

from fastapi import APIRouter, Query

from wise_spool.core.document.bench import Symptom
from wise_spool.core.finish.defects import Verdict, coat_word, stage_of_set, verdict

routes = APIRouter(prefix="/api/defects")
Minutes = Annotated[float, Query(ge=0, le=100_000)]


@routes.get("/{symptom}")
def what_to_do(
    symptom: Symptom,
    coat: Annotated[int, Query(ge=1, le=24)],
    coats: Annotated[int, Query(ge=1, le=24)],
    stage: Literal["wet", "gelled", "set"] | None = None,
    minutes: Minutes | None = None,
    pot_life_min: Minutes = 25,
    rotate_min: Minutes = 300,
    set_min: Minutes = 480,
) -> Verdict:
    """The verdict: by the stage that is said, else by how long ago the coat was mixed, else as set."""
    if stage is None:
        stage_said = (
            "set" if minutes is None else stage_of_set(minutes, pot_life_min, rotate_min, set_min)
        )
    else:
        stage_said = stage
    return verdict(symptom, stage_said, coat_word(coat, coats))
