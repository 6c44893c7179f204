"""The order of work carried out: no part meets what is there already, and what is refused cannot be done."""

import itertools
import random
import unittest
from datetime import UTC, datetime

import numpy as np

from tests.core.samples import blank, build, codes, finding, grip, guide, planned, seat
from tests.core.simulators import SHOP, slide
from wise_spool.core.document.finish import Area, AreaCoat, CoatLaid, Layer
from wise_spool.core.document.guides import Guides
from wise_spool.core.document.log import fold
from wise_spool.core.document.parts import Arbors, BoreStep, Handle, Part
from wise_spool.core.document.repairs import Repair
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.demo.counter import splinted
from wise_spool.demo.shop import demo_builds, ferryman, holm, skerry

SCHOOLS = (
    "butt_first",
    "tip_down",
    "sub_assembly",
    "mixed",
    "grip_guides_seat",
    "seat_last",
    "butt_up",
)


def od(x):
    """The samples' straight taper."""
    return 12 - np.asarray(x) * 10 / 2000


def some_stack(rng):
    """Two to five parts of any kind round a seat, bored by hand or bought, tight or wide."""
    parts = []
    kinds = ["fighting_butt", "rear_grip", "reel_seat", "foregrip", "winding_check"]
    chosen = [k for k in kinds if k == "reel_seat" or rng.random() < 0.6]
    if rng.random() < 0.3:
        chosen.insert(0, "butt_cap")
    for n, kind in enumerate(chosen):
        gap = rng.choice([0, 0, 30])
        if kind == "reel_seat":
            part = seat(rng.uniform(13, 17), gap_before_mm=gap)
            if rng.random() < 0.5:
                a = rng.uniform(5, 90)
                lip = BoreStep(from_mm=a, to_mm=a + 8, bore_mm=rng.uniform(12.2, 15))
                part = part.model_copy(
                    update={"seat": part.seat.model_copy(update={"steps": (lip,)})}
                )
        else:
            metal = kind in ("winding_check",)
            bore = rng.uniform(9, 13.5) if metal or rng.random() < 0.4 else None
            part = Part(
                id=f"p{n}",
                kind=kind,
                length_mm={"winding_check": 4, "butt_cap": 25}.get(kind, rng.uniform(40, 200)),
                material="metal" if metal else "cork",
                bore_butt_mm=bore,
                gap_before_mm=gap,
                closed_end_mm=6 if kind == "butt_cap" else 0,
                od_butt_mm=34,
                od_tip_mm=32,
            )
        parts.append(part)
    return Handle(
        parts=tuple(parts),
        assembly=rng.choice(SCHOOLS),
        arbors=Arbors(school=rng.choice(["tape_2", "tape_3", "mesh", "foam"])),
        no_check=True,
    )


class OnTheBlank:
    """What is on the blank, by what was done; a part is refused when it cannot be slid to its place."""

    def __init__(self, p, handle):
        self.placed = {q.id: q for q in p.handle.parts}
        self.docs = {q.id: q for q in handle.parts}
        self.arbors = {a.seat_id: a for a in p.handle.arbors if a.school != "foam"}
        self.joined = p.work.order.sub_assembly
        self.on, self.bands = [], []

    def bore(self, part_id):
        """Bore at home: as bought, or opened to what is wanted; None where it was never needed."""
        q, doc = self.placed[part_id], self.docs[part_id]
        start = max(q.start_mm, 0.0)
        u = np.linspace(0, q.end_mm - start, 400)
        if doc.seat is not None and part_id in self.arbors:
            bore = np.full_like(u, doc.seat.bore_mm)
            for s in doc.seat.steps:
                bore[(u >= s.from_mm) & (u <= s.to_mm)] = s.bore_mm
            return u, bore
        wanted = np.interp(u, [s.at_mm for s in q.samples], [s.wanted_mm for s in q.samples])
        if doc.bore_butt_mm is not None:
            if doc.material == "metal":
                return u, np.full_like(u, doc.bore_butt_mm)
            return u, np.maximum(wanted, doc.bore_butt_mm)
        return u, wanted

    def can(self, step):
        """Whether one step can be done on the rod as it is."""
        if step.startswith("arbor:"):
            bands = [(b.start_mm, b.end_mm) for b in self.arbors[step[6:]].bands]
            return not any(a < q.end_mm and q.start_mm < b for a, b in bands for q in self.on)
        ids = self.joined if step[5:] in self.joined else (step[5:],)
        first = self.placed[ids[0]]
        mark = max(first.start_mm, 0.0)
        us, bores = zip(*(self.bore(i) for i in ids), strict=True)
        u = np.concatenate(
            [max(self.placed[i].start_mm, 0.0) - mark + v for i, v in zip(ids, us, strict=True)]
        )
        proud = [(q.start_mm + 0.1, q.end_mm - 0.1, 30.0) for q in self.on] + self.bands
        return (
            abs(slide(od, 2000.0, u, np.concatenate(bores) + 1e-3, mark, first.enters, proud)) < 1.0
        )

    def do(self, step):
        if step.startswith("arbor:"):
            self.bands += [
                (b.start_mm + 0.1, b.end_mm - 0.1, b.outside_mm)
                for b in self.arbors[step[6:]].bands
                if b.outside_mm > b.od_mm + 0.01
            ]
        else:
            ids = self.joined if step[5:] in self.joined else (step[5:],)
            self.on += [self.placed[i] for i in ids]


def steps_of(p, handle):
    """Arbors that are built on the blank, and parts, in the plan's own order."""
    rod = OnTheBlank(p, handle)
    return [
        s.id
        for s in p.work.order.steps
        if s.kind == "part" or (s.kind == "arbor" and s.id[6:] in rod.arbors)
    ]


def feasible(p, handle, order):
    rod = OnTheBlank(p, handle)
    for step in order:
        if not rod.can(step):
            return False, step
        rod.do(step)
    return True, None


def any_order(p, handle, steps):
    """Exhaustive: every order that builds an arbor before its seat."""
    for order in itertools.permutations(steps):
        at = {s: n for n, s in enumerate(order)}
        if any(s.startswith("arbor:") and at[s] > at[f"part:{s[6:]}"] for s in order):
            continue
        if feasible(p, handle, order)[0]:
            return order
    return None


class CarriedOut(unittest.TestCase):
    COUNT = 100

    def test_every_order_that_is_given_can_be_done_and_what_is_refused_cannot(self):
        refused = 0
        for seed in range(self.COUNT):
            handle = some_stack(random.Random(seed))
            p = plan(build(blank=blank(), handle=handle))
            if any(
                q.verdict in ("ream", "swell") and q.material == "metal" for q in p.handle.parts
            ):
                continue  # too small to reach its mark: a matter of size, not of order
            steps = steps_of(p, handle)
            said = [f.sentence for f in p.findings if f.code == "order-contradiction"]
            with self.subTest(
                seed=seed, school=handle.assembly, kinds=[q.kind for q in handle.parts]
            ):
                if not said:
                    done, stuck = feasible(p, handle, steps)
                    self.assertTrue(done, f"{stuck} cannot be done in {steps}")
                elif len(steps) <= 6:
                    refused += 1
                    self.assertIsNone(any_order(p, handle, steps), said)
        self.assertGreater(refused, self.COUNT // 50)


class InTheWay(unittest.TestCase):
    def order(self, p):
        return [s.id for s in p.work.order.steps]

    def test_a_grip_from_the_tip_goes_on_before_the_bands_it_could_not_pass(self):
        p = planned(grip(), seat(16.9), no_check=True)
        order = self.order(p)
        self.assertLess(order.index("part:rear"), order.index("arbor:seat"))
        arbor = next(s for s in p.work.order.steps if s.id == "arbor:seat")
        self.assertRegex(
            next(b.why for b in arbor.after if b.id == "part:rear"),
            r"bored .* cannot pass the bands",
        )

    def test_bands_ticked_too_early_say_what_is_now_impossible(self):
        p = planned(
            grip(), seat(16.9), no_check=True, steps_done=("trim", "spine", "scuff", "arbor:seat")
        )
        said = finding(p, "order-out-of-turn").sentence
        self.assertRegex(said, r"the rear grip.* cannot pass the bands")

    def test_over_the_butt_the_grip_does_not_meet_them(self):
        p = planned(grip(), seat(16.9), no_check=True, assembly="mixed")
        arbor = next(s for s in p.work.order.steps if s.id == "arbor:seat")
        self.assertNotIn("part:rear", [b.id for b in arbor.after])


class ButtEnds(unittest.TestCase):
    def cap(self, **more):
        return Part(
            id="cap", kind="butt_cap", material="rubber", length_mm=24, closed_end_mm=6, **more
        )

    def test_a_cap_is_fitted_over_the_butt_and_opened_by_its_open_face(self):
        h = Handle(
            parts=(
                Part(
                    id="b", kind="fighting_butt", length_mm=60, closed_end_mm=8, bore_butt_mm=10.0
                ),
                grip(),
                seat(),
            ),
            no_check=True,
        )
        p = plan(build(blank=blank(), handle=h.model_copy(update={"reamers": SHOP})))
        placed = p.handle.parts[0]
        self.assertEqual(placed.enters, "butt")
        self.assertLessEqual(placed.stops_short_mm, 52)
        for r in p.handle.reaming[0].passes:
            self.assertEqual(r.from_face, "tip")
            self.assertLessEqual(r.depth_mm, 52)

    def test_it_goes_on_first_and_before_the_tip_is_closed(self):
        h = Handle(parts=(self.cap(bore_butt_mm=11.8), grip(), seat()), no_check=True)
        order = [s.id for s in plan(build(blank=blank(), handle=h)).work.order.steps]
        self.assertLess(order.index("part:cap"), order.index("part:rear"))
        self.assertLess(order.index("part:cap"), order.index("tip_top"))

    def test_no_vent_while_the_order_leaves_the_tip_open_one_when_it_does_not(self):
        h = Handle(parts=(self.cap(bore_butt_mm=11.8), grip(), seat()), no_check=True)
        self.assertNotIn("order-vent", codes(plan(build(blank=blank(), handle=h))))
        early = h.model_copy(update={"steps_done": ("tip_top",)})
        self.assertIn("order-vent", codes(plan(build(blank=blank(), handle=early))))

    def test_a_locking_nut_goes_on_before_its_ferrule(self):
        nut = Part(id="nut", kind="seat_nut", material="metal", length_mm=12, bore_butt_mm=20)
        ferrule = Part(
            id="fer", kind="butt_ferrule", material="metal", length_mm=96, bore_butt_mm=12.4
        )
        p = planned(ferrule, nut, no_check=True)
        self.assertNotIn("order-contradiction", codes(p))
        order = [s.id for s in p.work.order.steps]
        self.assertLess(order.index("part:nut"), order.index("part:fer"))


class OtherWays(unittest.TestCase):
    def order(self, *parts, **more):
        h = Handle(parts=parts, no_check=True, **more)
        return [
            o.id
            for o in plan(
                build(blank=blank(), handle=h, guides=Guides(train=(guide(1, 100),)))
            ).work.operations
        ]

    def test_the_spine_in_the_wet_seat(self):
        usual, wet = self.order(grip(), seat()), self.order(grip(), seat(), spine_in_wet_seat=True)
        self.assertLess(usual.index("spine"), usual.index("part:seat"))
        self.assertLess(wet.index("part:seat"), wet.index("spine"))
        self.assertLess(wet.index("spine"), wet.index("guides"))

    def test_wood_is_finished_before_it_is_glued(self):
        order = self.order(grip(material="wood", bore=9), seat(), parts_finished_first=True)
        self.assertLess(order.index("ream:rear"), order.index("finish:rear"))
        self.assertLess(order.index("finish:rear"), order.index("part:rear"))
        self.assertNotIn("finish:rear", self.order(grip(bore=9), seat(), parts_finished_first=True))

    def test_coats_before_the_ferrule(self):
        ferrule = Part(
            id="fer", kind="butt_ferrule", material="metal", length_mm=96, bore_butt_mm=12.4
        )
        usual, late = self.order(ferrule), self.order(ferrule, coats_before_ferrule=True)
        coat = next(o for o in late if o.startswith("coat"))
        self.assertLess(usual.index("part:fer"), usual.index(coat))
        self.assertLess(late.index(coat), late.index("part:fer"))
        h = Handle(parts=(ferrule,), no_check=True, coats_before_ferrule=True)
        train = Guides(train=(guide(1, 100),))
        # The tip is closed by then, so this order makes its own air trap, and says so.
        self.assertIn("order-vent", codes(plan(build(blank=blank(), handle=h, guides=train))))


class Joined(unittest.TestCase):
    def test_grip_and_seat_go_on_as_one_and_only_with_a_filler_that_passes(self):
        parts = (grip(), seat(), Part(id="fore", kind="foregrip", length_mm=50))
        bands = plan(
            build(blank=blank(), handle=Handle(parts=parts, assembly="sub_assembly", no_check=True))
        )
        self.assertIn("cannot slide over the bands", finding(bands, "order-contradiction").sentence)
        foam = Handle(
            parts=parts, assembly="sub_assembly", no_check=True, arbors=Arbors(school="foam")
        )
        p = plan(build(blank=blank(), handle=foam))
        self.assertNotIn("order-contradiction", codes(p))
        ids = [s.id for s in p.work.order.steps]
        self.assertIn("join:seat", ids)
        self.assertNotIn("part:rear", ids)
        self.assertLess(ids.index("join:seat"), ids.index("part:seat"))


class AnyOrder(unittest.TestCase):
    """Whoever takes whatever may be begun, in any order, never does what cannot be undone too soon."""

    def orders(self, rod):
        operations = {o.id: o for o in plan(rod).work.operations}
        for seed in range(30):
            dice, left, order = random.Random(seed), dict(operations), []
            while left:
                free = [i for i, o in left.items() if not any(b.id in left for b in o.after)]
                order.append(dice.choice(free))
                del left[order[-1]]
            yield order

    def test_nothing_is_coated_before_it_is_wrapped_nor_leaves_before_it_is_whole(self):
        now = datetime(2026, 3, 2, 12, 0, tzinfo=UTC)
        rods = {r.name: r for r in demo_builds(now)}
        fresh = {"steps_done": ()}
        for rod in rods.values():
            rod = rod.model_copy(update={"handle": rod.handle.model_copy(update=fresh), "finish": rod.finish.model_copy(update={"laid": ()})})  # fmt: skip
            for order in self.orders(rod):
                where = {i: n for n, i in enumerate(order)}
                wrapped = [n for i, n in where.items() if i.startswith(("guides", "figure:"))]
                if "coat:1" in where:
                    self.assertLess(max(wrapped), where["coat:1"], (rod.name, order))
                work = [n for i, n in where.items() if i.split(":")[0] in ("part", "mend", "coat", "layer", "label", "guides", "figure", "tip_top")]  # fmt: skip
                for leaving in ("weigh", "photograph", "hand_over"):
                    self.assertLess(max(work), where[leaving], (rod.name, order))

    def test_a_seat_that_is_still_on_is_neither_marked_nor_scuffed_nor_replaced(self):
        rod = ferryman()
        for order in self.orders(rod):
            off = order.index("mend:m1:clean")
            for i in ("marks", "scuff", "arbor:seat", "part:seat", "part:rear"):
                self.assertLess(off, order.index(i), order)

    def test_a_splint_is_wrapped_coated_and_handed_over(self):
        r = splinted(datetime(2026, 3, 2, 12, 0, tzinfo=UTC))
        found = plan(Rod(r.design, r.piece, fold(r.log)))
        open_ = ["mend:m1:wrap", "mend:m1:coat", "weigh", "photograph", "hand_over"]
        self.assertEqual([o.id for o in found.work.operations if not o.done], open_)
        bare = r.design.model_copy(update={"handle": r.design.handle.model_copy(update={"guides_on": False})})  # fmt: skip
        kinds = {o.kind for o in plan(Rod(bare, r.piece, fold(r.log))).work.operations}
        self.assertFalse(kinds & {"label", "line_up", "test", "cut_back"}, kinds)

    def test_a_seat_painted_loose_is_painted_off_the_rod(self):
        for loose in (True, False):
            area = Area(
                id="a1", covers="seat", part_id="seat", loose=loose, layers=(Layer(id="y1"),)
            )
            rod = holm()
            rod = rod.model_copy(update={"finish": rod.finish.model_copy(update={"areas": (area,)})})  # fmt: skip
            paint = [
                o for o in plan(rod).work.operations if o.id.startswith(("mask:a1", "layer:a1"))
            ]
            self.assertEqual([o.off_rod for o in paint], [loose] * 2)

    def test_a_rod_that_came_coated_is_not_labelled_lined_up_or_coated_again(self):
        rod = ferryman()
        kinds = {o.kind for o in plan(rod).work.operations}
        self.assertFalse(kinds & {"label", "line_up", "coat", "cut_back", "test", "guides"}, kinds)
        self.assertIn("came coated", finding(plan(rod), "finish-no-wraps").sentence)
        self.assertLessEqual({"weigh", "photograph", "hand_over"}, kinds)
        laid = rod.finish.model_copy(update={"laid": (CoatLaid(id="c1", mixed_at=datetime(2026, 3, 1, 19, 0, tzinfo=UTC), temperature_c=20),)})  # fmt: skip
        self.assertLessEqual({"coat", "line_up"}, {o.kind for o in plan(rod.model_copy(update={"finish": laid})).work.operations})  # fmt: skip
        self.assertIn("It came coated", plan(rod).finish.nothing)
        on_it = plan(
            rod.model_copy(update={"repairs": ()})
        ).finish.coats  # which it weighs as before
        self.assertAlmostEqual(plan(rod).finish.came_with_ml, sum(c.volume_ml for c in on_it))
        back = skerry()  # its ferrule wraps had coats of their own, and still weigh
        back = back.model_copy(update={"handle": back.handle.model_copy(update={"guides_on": True}), "repairs": (Repair(id="m1", kind="dent"),)})  # fmt: skip
        apart = back.model_copy(update={"finish": back.finish.model_copy(update={"areas": (Area(id="a1", covers="ferrules"),)})})  # fmt: skip
        self.assertEqual(plan(apart).finish.came_with_ml, plan(back).finish.came_with_ml)
        self._is_not_painted_again(back)
        new = rod.model_copy(
            update={"repairs": ()}
        )  # the guides are on, and nobody has mended anything
        self.assertLessEqual({"label", "coat"}, {o.kind for o in plan(new).work.operations})

    def _is_not_painted_again(self, back):
        """A stretch and a seat that came painted; a seat put on in the repair is painted, and all of them weigh."""
        seat = next(p for p in back.handle.parts if p.kind == "reel_seat")
        paint = Layer(id="y1", coats=2)
        areas = (
            Area(id="a1", covers="stretch", from_mm=900, to_mm=1000, layers=(paint,)),
            Area(id="a2", covers="seat", part_id=seat.id, layers=(paint,)),
        )
        back = back.model_copy(update={"finish": back.finish.model_copy(update={"areas": areas})})

        def painted(rod):
            p = plan(rod)
            return {o.id.split(":")[1] for o in p.work.operations if o.kind == "layer"}, p

        stays = [p.model_copy(update={"on_rod": p.id == seat.id}) for p in back.handle.parts]
        whole = back.model_copy(update={"handle": back.handle.model_copy(update={"parts": tuple(stays)})})  # fmt: skip
        layers, p = painted(whole)
        self.assertEqual(layers, set())
        self.assertIn("came painted", p.finish.areas_own[0].trouble)
        self.assertFalse([s for s in p.finish.spans if not s.of])
        self.assertEqual(painted(back)[0], {"a2"})
        on = (AreaCoat(id="a1:1", area="a1", number=1, mixed_at=datetime(2026, 3, 1, 19, 0, tzinfo=UTC), temperature_c=20),)  # fmt: skip
        begun = whole.model_copy(update={"finish": whole.finish.model_copy(update={"area_laid": on})})  # fmt: skip
        self.assertEqual(painted(begun)[0], {"a1"}, "what was begun here goes on")
        unmended, p0 = painted(whole.model_copy(update={"repairs": ()}))
        self.assertEqual(unmended, {"a1", "a2"})
        for came, wanted in zip(p.finish.areas_own, p0.finish.areas_own, strict=True):
            self.assertAlmostEqual(came.came_with_ml, sum(c.volume_ml for c in wanted.coats))
        weighs = [next(x.mass_g for x in q.balance.lines if x.what == p.finish.areas_own[0].name) for q in (p, p0)]  # fmt: skip
        self.assertAlmostEqual(*weighs)


if __name__ == "__main__":
    unittest.main()
