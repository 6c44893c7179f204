"""Every figure of some rods, as it was when somebody last looked and agreed.

Each section of a plan is drawn into two sums, one over its numbers and one over its words, each leaf
weighed by where it stands. A rule that changes a figure changes a sum: then look whether that was
meant, and agree with ``python -m tests.core.test_figures``. What a figure should be is checked
elsewhere; here it is only that nothing moves unseen.
"""

import hashlib
import json
import math
import random
import unittest
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

import numpy as np

from tests.core.samples import seat
from tests.core.simulators import SHOP
from tests.core.work.test_order_at_the_bench import some_stack
from wise_spool.core.blank.labels import power_of_label
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.document.parts import BoreStep, PassMade, SeatBore
from wise_spool.core.document.spine import RollTrial
from wise_spool.core.document.upgrades import upgraded
from wise_spool.core.handle.fits import Bore, bore_of
from wise_spool.core.handle.reaming import after_passes
from wise_spool.core.mechanics.elastica import BendError
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.kits import KITS
from wise_spool.core.spine.resting import chance_of, read_zone
from wise_spool.core.spine.trainer import judge, make_blank, on_the_flat, rests, roll, weigh_round
from wise_spool.demo.shop import demo_builds

AGREED = Path(__file__).with_name("figures.json")
NOW = datetime(2026, 3, 14, 9, 30, tzinfo=UTC)
CLOSE = 1e-8
SHARED_OUT = ("TP-041", "TP-044")
"""Rods whose layouts are drawn in too; the rest would take long."""


def weight(path: str) -> float:
    """A number between 1 and 2 that belongs to a place."""
    return 1 + int.from_bytes(hashlib.sha256(path.encode()).digest()[:4], "big") / 2**32


def sums(value: object, path: str = "") -> tuple[float, float, int]:
    """Weighed numbers, their sizes added up, and a sum over the words."""
    if isinstance(value, bool) or value is None:
        return 0.0, 0.0, int(weight(f"{path}{value}") * 1e6)
    if isinstance(value, int | float):
        shown = weight(path) * math.asinh(10 * value)  # a hundredth counts beside a thousand
        return shown, abs(shown), 0
    if isinstance(value, str):
        return 0.0, 0.0, int(weight(path + value) * 1e6)
    inside = value.items() if isinstance(value, dict) else enumerate(value)  # type: ignore[arg-type, var-annotated]
    total, size, words = 0.0, 0.0, 0
    for key, one in inside:
        t, s, w = sums(one, f"{path}.{key}")
        total, size, words = total + t, size + s, words + w
    return total, size, words


def some_rods() -> dict[str, Build]:
    """The demo's rods in their own units, a kit each on one of their blanks, and some stacks as they come."""
    shop = demo_builds(NOW)
    rods = {b.number or b.name: b for b in shop}
    for name, kit in KITS.items():
        parts = shop[1].handle.model_copy(update={"parts": kit.parts, "reamers": SHOP})
        units = {"weight": "oz", "warmth": "°F", "volume": "fl oz"}
        rods[f"kit {name}"] = shop[1].model_copy(update={"handle": parts, "done": (), "units": type(shop[1].units)(**units)})  # fmt: skip
    for build in shop[::2]:
        rods[f"{build.number or build.name} by hand"] = by_hand(build)
    for seed in range(6):
        rods[f"stack {seed}"] = shop[3].model_copy(update={"handle": some_stack(random.Random(seed)), "done": ()})  # fmt: skip
    return rods


def by_hand(build: Build) -> Build:
    """The same rod as a hand with a caliper would have it: every measure a little off the round number."""
    rng = random.Random(build.number or build.name)

    def off(value: object) -> object:
        if isinstance(value, dict):
            return {k: v if k == "tip_tube_64ths" else off(v) for k, v in value.items()}
        if isinstance(value, list):
            return [off(v) for v in value]
        return value * (1 - 0.004 * rng.random()) if isinstance(value, float) else value

    return Build.model_validate(off(json.loads(build.model_dump_json())))


LABELS = (
    "ultra light", "ML", "m", "Medium-Heavy", "XXH", "4 wt", "#6/7", "3-5 weight", "12 wgt", "5-20 g", "1/4-3/4 oz",
    "1 1/2 - 4 ounces", "20 gram", "6-12 lb", "17 lbs", "3-6 kg", "8 pound", "strong", "0 lb", "power 5",
)  # fmt: skip
OLD = Path(__file__).parents[1] / "old"


def said_elsewhere() -> dict[str, list[float]]:
    """Sums of what stands in no plan: labels read, old documents brought up, the trainer, tools in a bore."""
    reads = {label: read and (read.words, read.name, read.power_n) for label in LABELS for read in [power_of_label(label)]}  # fmt: skip
    old = {p.name: upgraded(json.loads(p.read_text())) for p in sorted(OLD.glob("*.json"))}
    return {
        "labels": [*sums(reads)], "old documents": [*sums(old)],
        "trainer": [*sums(trained())], "passes": [*sums(passed())], "rests": [*sums(rested())],
        "stepped bore": [*sums(stepped())],
    }  # fmt: skip


def trained() -> list[object]:
    """Blanks of the trainer rolled, let go, weighed and judged."""
    out: list[object] = []
    for level, seed in ((1, 3), (2, 5), (3, 8), (3, 11)):
        rng = np.random.default_rng(seed)
        blank = make_blank(level, seed)
        turned = [roll(blank, 37.0 * seed % 360, 37.0 * seed % 360, by) for by in (12.0, -95.0, 200.0)]  # fmt: skip
        read = [*rests(blank, 5, rng), *weigh_round(blank, [0, 61.5, 122, 185, 243, 307], rng), *on_the_flat(blank, [10, 130, 255], rng)]  # fmt: skip
        told = [judge(blank, answer) for answer in (None, 17.0, 203.0)]
        out.append([json.loads(x.model_dump_json()) for x in (*turned, *read, *told)])
    return out


def rested() -> list[object]:
    """Zones of few rests and many, round one line, two, or none."""
    rng = np.random.default_rng(12)
    out: list[object] = []
    for n in (2, 3, 4, 5, 6, 7, 9, 11, 13, 15, 18, 23, 28, 33):
        for lines in (1, 2, 3):
            at = rng.choice([40.0, 215.0, 300.0][:lines], n) + rng.normal(0, 14, n)
            found = read_zone("whole", [RollTrial(angle_deg=float(a) % 360) for a in at])
            chances = [chance_of(at % 360, two=two) for two in (True, False)]
            out.append([json.loads(found.model_dump_json()), chances])
    return out


def stepped() -> list[object]:
    """A seat whose inside steps, its edges inside the seat, on a face and past it."""
    steps = tuple(BoreStep(id=f"s{a:.0f}", from_mm=a, to_mm=b, bore_mm=d) for a, b, d in ((0.0, 7.3, 15.1), (40.7, 44.9, 14.2), (96.0, 116.0, 17.8)))  # fmt: skip
    bore = bore_of(seat(16.3).model_copy(update={"seat": SeatBore(bore_mm=16.3, usable_from_mm=3, usable_to_mm=100, foot_centre_mm=50, steps=steps)}), 110.0)  # fmt: skip
    assert bore is not None
    return [bore.u_mm.tolist(), bore.bore_mm.tolist()]


def passed() -> list[object]:
    """A bore after each tool from each face."""
    bore = Bore(np.linspace(0, 203, 88), np.linspace(7.3, 6.1, 88))
    reamer = SHOP[0]
    tools: list[dict[str, object]] = [
        {"tool": "reamer", "reamer": reamer, "depth_mm": 131.5},
        {"tool": "drill", "diameter_mm": 8.35, "depth_mm": 95.3, "from_mm": 22.7},
        {"tool": "file", "from_mm": 31.7, "depth_mm": 171.3, "most_at_mm": 88.9, "took_mm": 0.43},
        {"tool": "file", "from_mm": 15.2, "depth_mm": 122.6, "took_mm": 0.37},
    ]  # fmt: skip
    made = [PassMade.model_validate({"id": "p", "part_id": "a", "from_face": face, **tool}) for face in ("butt", "tip") for tool in tools]  # fmt: skip
    return [after_passes(bore, [one]).bore_mm.tolist() for one in made]


def drawn(build: Build) -> dict[str, list[float]]:
    """Two sums and a size a section of the plan, and of the bend."""
    rod = Rod.of(build)
    whole = json.loads(plan(rod).model_dump_json())
    for pull, friction in ((90.0, 0.0), (120.0, 0.1)):
        try:
            bent = rod.under_load(BendSetup(load_g=200, pull_deg=pull, friction=friction, own_weight=friction > 0))  # fmt: skip
            whole[f"bend {pull:.0f}"] = json.loads(
                bent.model_dump_json(exclude={"steps", "residual"})
            )
            whole["reel side"] = json.loads(rod.reel_side.model_dump_json())
            whole["train"] = None if rod.train is None else json.loads(rod.train.model_dump_json())
        except BendError as error:
            whole[f"bend {pull:.0f}"] = str(error)
    if build.number in SHARED_OUT and len(build.guides.train) > 1:
        whole["twist"] = json.loads(rod.twisted(build.guides.bend).model_dump_json())
        whole["layouts"] = json.loads(rod.layouts.model_dump_json())
    return {section: [*sums(value)] for section, value in whole.items()}


def everything() -> Iterator[tuple[str, dict[str, list[float]]]]:
    """Every name with its sums, one at a time."""
    yield "said elsewhere", said_elsewhere()
    for name, build in some_rods().items():
        yield name, drawn(build)


class Figures(unittest.TestCase):
    def test_no_figure_moves_unseen(self):
        agreed = json.loads(AGREED.read_text())
        for name, now in everything():
            self.assertEqual(set(now), set(agreed[name]), name)
            for section, (total, size, words) in agreed[name].items():
                with self.subTest(rod=name, section=section):
                    self.assertAlmostEqual(now[section][0], total, delta=CLOSE * max(size, 1e-3))
                    self.assertEqual(now[section][2], words, "its words")


if __name__ == "__main__":
    AGREED.write_text(json.dumps(dict(everything()), indent=1) + "\n")
