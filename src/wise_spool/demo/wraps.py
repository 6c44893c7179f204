"""Thread, figures, labels and looks along the demo's rods. Invented."""

from wise_spool.core.document.bench import Defect, Sighted, Witness
from wise_spool.core.document.build import Build
from wise_spool.core.document.wraps import (
    Count,
    Decoration,
    Label,
    Pass,
    Thread,
    TrimBand,
    Underwrap,
    Wrap,
    WrapsWished,
)
from wise_spool.core.wraps.thread import colour_of


def thread(name: str, **more: object) -> Thread:
    """A thread of the rack by its name."""
    return Thread.model_validate({"id": name.replace(" ", "-"), "name": name, "colour": colour_of(name), **more})  # fmt: skip


def _banded(build: Build, turns: int, colour: str) -> tuple[Wrap, ...]:
    """A trim band at the outer end of every foot."""
    return tuple(
        w.model_copy(update={"bands": (TrimBand(id="b1", end="tip" if w.id.endswith(":tip") else "butt", turns=turns, thread=colour),)})
        for w in _feet(build)
    )  # fmt: skip


def _feet(build: Build, **said: object) -> tuple[Wrap, ...]:
    """The same said of both feet of every guide."""
    out = []
    for g in build.guides.train:
        ends = ["butt"] if g.foot_tip_mm <= 0 else ["butt", "tip"]
        out += [Wrap.model_validate({"id": f"foot:{g.id}:{end}", **said}) for end in ends]
    return tuple(out)


def _label(build: Build, at_mm: float, text: str, **more: object) -> Label:
    said = {"id": "l1", "text": text, "from_mm": at_mm, "clock_deg": 180.0, **more}
    return Label.model_validate(said)


def wraps_for(build: Build) -> WrapsWished:
    """What the demo's builders settled of a rod's thread and letters."""
    name = build.name
    if name == "Skerry 10":
        tipped = _banded(build, 6, "amber")
        front = Wrap(
            id="handle-front", bands=(TrimBand(id="b1", end="tip", turns=8, thread="amber"),)
        )
        threads = (
            thread("spruce", spool_m=85.0, counts=(Count(id="n1", turns=40, over_mm=6.3), Count(id="n2", turns=60, over_mm=9.3))),
            thread("amber", kind="colour_fast", spool_m=40.0),
        )  # fmt: skip
        label = _label(build, 494, f"SKERRY 10\n{build.number}  Tern Point Rods", letter_mm=2.4)
        return WrapsWished(threads=threads, wraps=(*tipped, front), labels=(label,))
    if name == "Holm Casting":
        label = _label(
            build, 350, f"HOLM  {build.number}", letter_mm=2.2, frame=True, kind="transfer"
        )
        return WrapsWished(threads=(thread("rowan", spool_m=60.0),), labels=(label,))
    if name.startswith("Beacon"):
        threads = (thread("beacon red", spool_m=70.0, wet="#a8281d"), thread("frost", kind="colour_fast", spool_m=90.0))  # fmt: skip
        feet = _banded(build, 5, "frost")
        return WrapsWished(threads=threads, wraps=feet, labels=(_label(build, 380, f"BEACON\n{build.number}", letter_mm=2.2),))  # fmt: skip
    if name == "Birch perch":
        clashing = _label(
            build, 632, f"BIRCH PERCH  {build.number}", letter_mm=2.0, kind="pen", rough=True
        )
        return WrapsWished(threads=(thread("birch leaf", spool_m=45.0),), labels=(clashing,))
    if name == "Deep char":
        feet = _feet(build, layers=2, under=Underwrap(thread="tar black", beyond_mm=3.0))
        runs = (
            Pass(id="s1", thread="frost", threads=10),
            Pass(id="s2", thread="deep blue", threads=18),
        )
        tide = Decoration(id="d1", name="two tides before the foregrip", pattern="Two tides", from_mm=510, to_mm=640, crossings=4, under="tar black", passes=runs)  # fmt: skip
        of_deep = (thread("deep blue", size="D", spool_m=160.0), thread("tar black", size="A", spool_m=120.0), thread("frost", size="D", spool_m=60.0))  # fmt: skip
        return WrapsWished(threads=of_deep, wraps=feet, decoration=(tide,), labels=(_label(build, 660, f"DEEP CHAR\n{build.number}", letter_mm=3.0),))  # fmt: skip
    return WrapsWished(threads=(thread("tar black", spool_m=12.0),))


def defects_for(build: Build) -> tuple[Defect, ...]:
    """What is wrong with the first coat of the first Beacon rod: two craters and a nib."""
    if build.name != "Beacon, rod 1 of 2":
        return ()
    return (
        Defect(id="d1", symptom="craters", coat=1, place_mm=970, words="guide 8, butt foot"),
        Defect(id="d2", symptom="craters", coat=1, place_mm=1002, words="guide 8, tip foot"),
        Defect(id="d3", symptom="nibs", coat=1, place_mm=570, words="ferrule 1, butt half"),
    )


def witness_for(build: Build) -> tuple[Witness, ...]:
    """The blob of the first Beacon rod's coat, still soft after five hours."""
    if build.name != "Beacon, rod 1 of 2":
        return ()
    about = {"product": build.finish.product.name, "blob": "coat 1", "temperature_c": 20.0}
    return (
        Witness(id="w1", minutes=150, seen="runs", **about),
        Witness(id="w2", minutes=300, seen="strings", **about),
    )


def looks_for(build: Build) -> tuple[Sighted, ...]:
    """What was seen along a rod: the second Beacon's tip sections are turned in a joint, Holm's seat is off."""
    near = {"Beacon, rod 2 of 2": (0.2, -0.3, 0.4), "Holm Casting": (0.1, -0.2, 0.2)}.get(
        build.name
    )
    if near is None:
        return ()
    holm = build.name == "Holm Casting"
    out = []
    count = len(build.guides.train)
    for n, g in enumerate(build.guides.train):  # tip first
        turned = 1.5 if holm else (3.0 if n < count - 1 else 0.0)
        out.append(Sighted(id=g.id, angle_deg=round(turned + near[n % 3], 1)))
    out.append(Sighted(id="tip-top", angle_deg=1.6 if holm else 3.1))
    return tuple(out)
