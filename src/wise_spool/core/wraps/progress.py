"""How far each guide has come: filed, taped, each foot wrapped, locked, trimmed, in line. One tap each.

A step's id lives as long as its cause; done steps stand in the record as any other step does.
"""

from wise_spool.core.document.build import Build
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.guides.placing import GuidesPlan
from wise_spool.core.wraps.wraps import WrapLaid


class WrapStep(Frozen):
    """One thing done to one guide. ``planned_min`` and ``wound_with`` are a wrap's."""

    id: str
    words: str
    done: bool
    planned_min: float | None = None
    wound_with: str = ""


class GuideProgress(Frozen):
    """One guide, or another wrap that stands alone, with its steps in order."""

    id: str
    what: str
    steps: tuple[WrapStep, ...]
    done: bool


def wrapped_step(wrap_id: str) -> str:
    """The step that says a wrap is on."""
    return f"wrap:{wrap_id}"


def figure_step(figure_id: str) -> str:
    """The step that lays a figure."""
    return f"figure:{figure_id}"


def progress_of(
    build: Build, guides: GuidesPlan, laid: tuple[WrapLaid, ...]
) -> tuple[GuideProgress, ...]:
    """A row for every guide, tip first, then one for every other wrap."""
    done = set(build.handle.steps_done)
    all_on = "guides" in done or build.handle.guides_on
    out = []

    wraps = {wrapped_step(w.id): w for w in laid}

    def step(step_id: str, words: str) -> WrapStep:
        made = WrapStep(id=step_id, words=words, done=all_on or step_id in done)
        w = wraps.get(step_id)
        if w is None:
            return made
        return made.model_copy(update={"planned_min": w.planned_min, "wound_with": w.wound_with})

    def row(row_id: str, what: str, steps: list[tuple[str, str]]) -> None:
        made = tuple(step(i, w) for i, w in steps)
        out.append(GuideProgress(id=row_id, what=what, steps=made, done=all(s.done for s in made)))

    for n, g in enumerate(guides.placed, start=1):
        mine = [w for w in laid if w.guide_id == g.id]
        steps = [(f"guide:{g.id}:filed", "feet filed"), (f"guide:{g.id}:taped", "taped")]
        steps += [(wrapped_step(w.id), f"{w.id.rpartition(':')[2]} foot") for w in mine]
        if any(w.lock_turns for w in mine):
            steps.append((f"guide:{g.id}:locked", "locked"))
        steps += [(f"guide:{g.id}:trimmed", "trimmed"), (f"guide:{g.id}:aligned", "in line")]
        row(g.id, f"guide {n}, ring {g.ring_mm:g}", steps)
    for w in laid:
        if not w.guide_id:
            row(w.id, w.what, [(wrapped_step(w.id), "wrapped"), (f"trim:{w.id}", "trimmed")])
    return tuple(out)


def all_wrapped(progress: tuple[GuideProgress, ...]) -> bool:
    """Whether every wrap is on, those of the feet among them."""
    wraps = [s for p in progress for s in p.steps if s.id.startswith("wrap:")]
    feet = any(s.id.startswith("wrap:foot:") for s in wraps)
    return feet and all(s.done for s in wraps)
