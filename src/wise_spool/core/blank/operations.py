"""What is done to the bare blank."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.operations import Need, Operation

CARBON_DUST = (
    "Dust of carbon and glass: extraction and a fitted mask; wet-wipe, don't blow. Mind splinters."
)


def blank_operations(build: Build) -> list[Operation]:
    """Cutting to length, when anything is cut."""
    if not (build.blank.trim_butt_mm or build.blank.trim_tip_mm):
        return []
    return [
        Operation(
            id="trim", kind="trim", stage="blank", words="Cut the blank to length", rank=(0, 0),
            irreversible=True, needs=(Need(what="fine saw or cutting disc"), Need(what="masking tape round the cut")),
            caution=CARBON_DUST,
        )
    ]  # fmt: skip
