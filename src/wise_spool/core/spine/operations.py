"""What is done to find the spine."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.operations import Before, Need, Operation


def spine_operations(build: Build) -> list[Operation]:
    """Finding the line and drawing it; nothing when the school ignores it or the guides are on."""
    if build.spine.school == "ignore" or build.handle.guides_on:
        return []
    return [
        Operation(
            id="spine", kind="spine", stage="spine", words="Find the spine and draw its line", rank=(0, 1),
            needs=(Need(what="grease pencil"), Need(what="pencil that survives the tape")),
            after=(Before(id="trim", why="a cut changes how the blank rests"),),
            caution="Bending a blank: tip guarded, face out of line, people clear; never past the maker's limit.",
        )
    ]  # fmt: skip
