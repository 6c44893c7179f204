"""What is done to put the tip-top on."""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.operations import Before, Need, Operation

HELD_WORDS = {"hot_melt": "hot-melt: it turns again with a little heat", "epoxy": "epoxy: it stays"}


def guide_operations(build: Build) -> list[Operation]:
    """Setting the tip-top, before the finish or between its first two coats; nothing when it is on already."""
    if build.handle.guides_on:
        return []
    tip_top = build.guides.tip_top
    check = Before(id="check", why="a check goes on before the guides or not at all")
    between = tip_top.when == "between_coats" and build.finish.coats_in_all > 1
    after = (
        (check, Before(id="coat:1", why="it goes on over the first coat")) if between else (check,)
    )
    return [
        Operation(
            id="tip_top", kind="tip_top", stage="guides", words="Set the tip-top, in line with the guides", rank=(5, 1.2) if between else (3, 1), irreversible=True,
            needs=(Need(what="tip-top", amount=f"ring {tip_top.ring_mm:g} mm"), Need(what="hot-melt" if tip_top.held == "hot_melt" else "epoxy", amount=HELD_WORDS[tip_top.held])),
            after=after, caution="Flame and hot-melt burn; a blank overheated is ruined and may break under load.",
        ),
    ]  # fmt: skip
