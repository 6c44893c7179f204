"""What is done to put the guides on."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.operations import Before, Need, Operation


def guide_operations(build: Build) -> list[Operation]:
    """Wrapping the guides and setting the tip-top; nothing when they are on already."""
    if build.handle.guides_on:
        return []
    colours = sorted({g.thread for g in build.guides.train})
    check = Before(id="check", why="a check goes on before the guides or not at all")
    return [
        Operation(
            id="guides", kind="guides", stage="guides", words="Wrap the guides", rank=(3, 0), irreversible=True,
            needs=tuple(Need(what=f"thread, {c}") for c in colours), resources=("person", "wrapper"), setup=f"thread {', '.join(colours)}", setup_min=habits().wrapper_min,
            after=(check, Before(id="spine", why="the guides stand on its line")),
            caution="Cut away from fingers; sleeves, hair and cord away from a turning wrapper.",
        ),
        Operation(
            id="tip_top", kind="tip_top", stage="guides", words="Set the tip-top", rank=(3, 1), irreversible=True,
            needs=(Need(what="tip-top", amount=f"ring {build.guides.tip_top.ring_mm:g} mm"), Need(what="hot-melt or epoxy")),
            after=(check,), caution="Flame and hot-melt burn; a blank overheated is ruined and may break under load.",
        ),
    ]  # fmt: skip
