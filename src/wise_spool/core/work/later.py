"""What is done beside glueing, wrapping and coating: line-up, cutting back, test, scale, pictures, hand-over;
and the builder's own steps."""

from collections.abc import Sequence

from wise_spool.core.document.bench import BenchDone
from wise_spool.core.document.build import Build
from wise_spool.core.finish.coats import FinishPlan
from wise_spool.core.ground.findings import StageName
from wise_spool.core.ground.operations import Before, Need, Operation, Wait
from wise_spool.core.lineup.planning import LineUpPlan
from wise_spool.core.wraps.planning import WrapsPlan

BENDING = (
    "Bending a rod: tip guarded, face out of line, people clear; never past the maker's limit."
)
CUTTING_BACK = (
    "Wet, with a mask: finish dust is sharp and sensitises. Blade away from fingers and thread."
)
UNDERCOAT_MIN = 720.0
"""An undercoat under a label dries so long. From habit: the tin's own time wins."""
FIRST_OF: dict[StageName, tuple[float, float]] = {
    "blank": (0, 0.5), "spine": (0, 1.5), "handle": (0, 4.0), "guides": (2.9, 0), "wraps": (3.5, 0), "finish": (4.5, 0),
}  # fmt: skip


def later_operations(build: Build, bench: BenchDone, wraps: WrapsPlan, line_up: LineUpPlan, finish: FinishPlan) -> list[Operation]:  # fmt: skip
    """From the static test to the hand-over, and what is asked of the rod after it; what a coat covers was done
    before it. Nothing but the questions for a rod without guides; of one that came back to be mended only how it leaves."""
    asked = _follow_ups(bench)
    if not build.guides.train and not build.repairs:
        return asked
    coats = max(build.finish.coats_in_all, len(build.finish.laid))
    laid = len(build.finish.laid)
    last = Before(id=f"coat:{coats}", why="the last coat first")
    between = build.guides.tip_top.when == "between_coats" and build.finish.coats_in_all > 1
    far_sight = () if between else (Before(id="tip_top", why="it is the far sight"),)
    says = " ".join(w for w in (build.name, build.number) if w)
    undercoat = any(label.rough for label in build.wraps.labels)
    over = _labels_over(build, wraps)
    hold = max(
        (f.hold_min for f in wraps.labels if f.id not in {i for ids in over.values() for i in ids}),
        default=0.0,
    )
    under_first = (
        (Before(id="undercoat:label", why="a rough blank takes no label"),) if undercoat else ()
    )
    out = [
        Operation(
            id="test", kind="test", stage="guides", words="Hang the test weight with the guides taped on", rank=(2.9, 1),
            needs=(Need(what="test weight"), Need(what="tape round every foot")), done=build.guides.static_test is not None,
            after=(Before(id="spine", why="the guides stand on its line"),), caution=BENDING,
        ),
        Operation(
            id="line_up", kind="line_up", stage="wraps", words="Look along the rod and bring the guides into line", rank=(4, 0),
            after=(Before(id="guides", why="they are nudged on their thread"), *far_sight), done=laid > 0 or line_up.open_gate,
        ),
        Operation(
            id="label", kind="label", stage="wraps", words="Put the label on and seal it" if len(wraps.labels) < 2 else "Put the labels on and seal them", rank=(4, 5), done=laid > 0,
            needs=(Need(what="label", amount=says), Need(what="alcohol"), Need(what="thin sealer" if not undercoat else "thin undercoat, before and after")),
            after=(Before(id="guides", why="it stands clear of their wraps"), *under_first),
            wait=Wait(least_min=hold, most_min=None, what="the label holds before it is coated") if hold else None,
        ),
    ]  # fmt: skip
    if over and sum(len(ids) for ids in over.values()) == len(wraps.labels):
        out = [o for o in out if o.id != "label"]
    if undercoat:
        out.append(
            Operation(
                id="undercoat:label", kind="label", stage="wraps", words="Undercoat the rough blank where the label goes", rank=(4, 4), done=laid > 0,
                after=(Before(id="guides", why="it stands clear of their wraps"),), needs=(Need(what="thin finish"),),
                wait=Wait(least_min=UNDERCOAT_MIN, most_min=None, what="the undercoat is dry"),
            )
        )  # fmt: skip
    out += _labels_between(over, wraps, says, laid)
    if build.came_coated or not build.guides.train:
        out, coats = [], 0
    out += [
        Operation(
            id=f"cut_back:{n}", kind="cut_back", stage="finish", words=_cut_words(n, finish),
            rank=(5, n - 0.5), needs=(Need(what="fine abrasive, wet"), Need(what="new blade")), done=n <= laid, after=(Before(id=f"coat:{n - 1}", why="it is that coat that is cut"),), caution=CUTTING_BACK,
        )
        for n in range(2, coats + 1)
    ]  # fmt: skip
    out += [
        Operation(
            id="weigh", kind="weigh", stage="finish", words="Weigh the finished rod", rank=(7, 0), after=(last,),
            needs=(Need(what="scale"),), done=any(w.id == "rod" for w in bench.weighed),
        ),
        Operation(id="photograph", kind="photograph", stage="finish", words="Photograph the finished rod", rank=(7, 1), after=(last,)),
        Operation(
            id="hand_over", kind="hand_over", stage="finish", words="Hand the rod over", rank=(8, 0), irreversible=True,
            after=(last, Before(id="line_up", why="nothing leaves the bench out of line")),
            caution="Carbon carries current: say that it keeps away from power lines and thunder.",
        ),
    ]  # fmt: skip
    return [*out, *asked]


def _cut_words(number: int, finish: FinishPlan) -> str:
    """What is done before a coat: what is on the list when it is the next, else a look."""
    if finish.to_cut_back and finish.following and number == finish.following.number:
        places = "one place" if finish.to_cut_back == 1 else f"{finish.to_cut_back} places"
        return f"Cut back {places} before coat {number}"
    return f"Look for hairs and bumps, and cut back before coat {number}"


def _labels_over(build: Build, wraps: WrapsPlan) -> dict[int, list[str]]:
    """The labels that go on over a coat, by its number; one after the last is none."""
    fitted = {f.id for f in wraps.labels}
    out: dict[int, list[str]] = {}
    for label in build.wraps.labels:
        on = build.finish.lies_on(label.after_coat)
        if label.id in fitted and on:
            out.setdefault(on, []).append(label.id)
    return out


def _labels_between(over: dict[int, list[str]], wraps: WrapsPlan, says: str, laid: int) -> list[Operation]:  # fmt: skip
    """A decal on a coat that is set, held before the next."""
    by_id = {f.id: f for f in wraps.labels}
    return [
        Operation(
            id=f"label:after:{n}", kind="label", stage="wraps", words=f"Put {'the label' if len(ids) == 1 else 'the labels'} on over coat {n}", rank=(5, n + 0.3), done=laid > n,
            needs=(Need(what="label", amount=says), Need(what="alcohol")), after=(Before(id=f"coat:{n}", why="it lies on that coat"), Before(id=f"cut_back:{n + 1}", why="the coat is level first")),
            wait=Wait(least_min=hold, most_min=None, what="the label holds before it is coated") if (hold := max(by_id[i].hold_min for i in ids)) else None,
        )
        for n, ids in sorted(over.items())
    ]  # fmt: skip


def _follow_ups(bench: BenchDone) -> list[Operation]:
    answered = {a.id for a in bench.answers}
    return [
        Operation(
            id=f"follow_up:{f.id}", kind="follow_up", stage="finish", words=f.ask, rank=(9, n), due_on=f.due_on,
            after=(Before(id="hand_over", why="it is asked once the rod is out"),), done=f.id in answered,
        )
        for n, f in enumerate(sorted(bench.follow_ups, key=lambda f: (f.due_on, f.id)))
    ]  # fmt: skip


def own_operations(build: Build, known: Sequence[Operation]) -> list[Operation]:
    """The builder's own steps, each after the operation it was put behind."""
    rank = {o.id: o.rank for o in known}
    out: list[Operation] = []
    for n, step in enumerate(build.work.own):
        after = (Before(id=step.after, why="it was put behind it"),) if step.after in rank else ()
        behind = rank.get(step.after, FIRST_OF[step.stage])
        made = Operation(
            id=f"own:{step.id}", kind="own", stage=step.stage, words=step.words, rank=(*behind, 0.5 + n / 100), after=after,
            hands_min=step.minutes, caution=step.caution or None,
        )  # fmt: skip
        rank[made.id] = made.rank
        out.append(made)
    return out
