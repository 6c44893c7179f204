"""Areas with coats of their own, kinds, schools and the order that paint, labels and coats go on in."""

import itertools
import math
import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from scipy.integrate import quad

from tests.core.samples import codes, finding, guide, rod, seat
from wise_spool.core.document.finish import Area, AreaCoat, CoatLaid, Finish, FinishProduct, Layer
from wise_spool.core.document.wraps import Decoration, Label, Pass, Wrap, WrapsWished
from wise_spool.core.finish.kinds import COATS, KIND_WORDS, USUAL, said_of
from wise_spool.core.finish.schools import SCHOOLS, schools_tried
from wise_spool.core.ground.habits import following, settled
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

FIGURE = Decoration(id="x", from_mm=900, to_mm=960, passes=(Pass(id="a", thread="amber"),))
LABEL = Label(id="l", text="No. 7", from_mm=1000)


def paint(*more, **fields):
    layers = (
        Layer(id="1", product=USUAL["primer"], coats=2, film_mm=0.03),
        Layer(id="2", product=USUAL["paint"], coats=3, film_mm=0.03),
    )
    return Area(id="p", layers=layers, **fields)


def finished(*areas, wraps=None, **finish):
    """A rod with a seat, two guides, a figure and a label."""
    wraps = wraps or WrapsWished(decoration=(FIGURE,), labels=(LABEL,))
    return rod(guide(1, 300, thread="garnet"), guide(2, 600, thread="garnet"), parts=(seat(),), wraps=wraps, finish=Finish(areas=areas, **finish))  # fmt: skip


def order_of(build):
    return [o.id for o in Rod.of(build).work.operations]


class Surfaces(unittest.TestCase):
    def test_an_area_takes_its_places_out_of_the_rods_own_and_none_is_lost(self):
        whole = Rod.of(finished()).finish
        self.assertEqual(sum("No. 7" in s.what for s in whole.spans), 1)
        for covers in ("decoration", "labels"):
            apart = Rod.of(finished(Area(id="own", covers=covers, layers=(Layer(id="1"),)))).finish
            (own,) = apart.areas_own
            self.assertEqual(apart.areas, whole.areas - 1, covers)
            film = own.area_mm2 * 0.2 / 1000
            self.assertAlmostEqual(
                apart.coats[0].film_ml + film, whole.coats[0].film_ml, delta=0.002
            )
            self.assertEqual(
                sorted(s.what for s in apart.spans), sorted(s.what for s in whole.spans)
            )

    def test_a_stretch_is_the_blanks_own_surface_and_a_seat_a_frustum(self):
        b = finished(paint(covers="stretch", from_mm=200, to_mm=700))
        work = Rod.of(b).work_blank
        want, _ = quad(lambda x: math.pi * work.taper.od_at(x), 200, 700)
        self.assertAlmostEqual(Rod.of(b).finish.areas_own[0].area_mm2, want, delta=1e-3 * want)
        own = Rod.of(finished(paint(covers="seat", part_id="seat"))).finish.areas_own[0]
        part = next(p for p in b.handle.parts if p.id == "seat")
        want, _ = quad(lambda x: math.pi * (part.od_butt_mm + (part.od_tip_mm - part.od_butt_mm) * x / part.length_mm), 0, part.length_mm)  # fmt: skip
        self.assertAlmostEqual(own.area_mm2, want, delta=0.5)

    def test_what_cannot_be_coated_is_said_and_nothing_is_lost(self):
        for area in (
            paint(covers="seat", part_id="gone"), paint(covers="stretch"), paint(covers="stretch", from_mm=5000, to_mm=5500), Area(id="p", covers="ferrules"),
        ):  # fmt: skip
            p = plan(finished(area))
            self.assertEqual(finding(p, "finish-area").field, "finish.areas.p")
            self.assertFalse(p.finish.areas_own[0].coats)

    def test_paint_and_coats_weigh_where_they_are(self):
        bare = {x.what: x.mass_g for x in plan(finished()).balance.lines}
        painted = {x.what: x.mass_g for x in plan(finished(paint(covers="seat", part_id="seat", name="paint"))).balance.lines}  # fmt: skip
        self.assertGreater(painted["paint"], 0)
        self.assertEqual({k: v for k, v in painted.items() if k != "paint"}, bare)


class UnderTheGloss(unittest.TestCase):
    SEALED = (Layer(id="s", product=USUAL["sealer"], coats=1, film_mm=0.05),)

    def test_a_sealer_is_the_first_coat_and_leaves_the_tunnels_to_the_gloss(self):
        b = finished(under=self.SEALED, coats=1)
        sealer, gloss = Rod.of(b).finish.coats
        self.assertEqual((sealer.kind, sealer.words, gloss.number), ("sealer", "sealer", 2))
        void = Rod.of(b).wraps.void_ml
        self.assertGreater(void, 0)
        self.assertAlmostEqual(gloss.film_ml - 4 * sealer.film_ml, void, delta=0.003)
        self.assertEqual(gloss.starts_min, USUAL["sealer"].recoat_opens_min)

    def test_its_own_pot_life_and_ratio_are_those_of_its_tin(self):
        tin = USUAL["sealer"].model_copy(update={"parts_a": 4.0, "pot_life_min": 5.0})
        sealer = Rod.of(finished(under=(Layer(id="s", product=tin),))).finish.coats[0]
        self.assertAlmostEqual(sealer.mixes[0].part_a_ml / sealer.mixes[0].part_b_ml, 4.0, places=6)
        self.assertEqual(len(sealer.mixes), math.ceil(sealer.brush_min / (0.7 * 5.0)))


class Kinds(unittest.TestCase):
    def test_common_practice_by_kind(self):
        """Regular turns at least 5 h, high-build 1.5 to 2 h, varnish 1 h; primer twice, colour two or three times, half an hour apart."""
        self.assertGreaterEqual(USUAL["regular"].rotate_min, 300)
        self.assertTrue(90 <= USUAL["high_build"].rotate_min <= 120)
        self.assertEqual(USUAL["varnish"].rotate_min, 60)
        self.assertEqual((COATS["primer"], USUAL["primer"].recoat_opens_min), (2, 30))
        self.assertIn(COATS["paint"], (2, 3))
        self.assertEqual(set(KIND_WORDS), set(USUAL))

    def test_whose_every_number_is(self):
        own = USUAL["regular"].model_copy(update={"set_min": 500.0})
        by = {s.field: s.by for s in said_of(own)}
        self.assertEqual(
            (by["set_min"], by["rotate_min"], by["parts_b"]), ("own", "usual", "usual")
        )
        with following(settled({f"product_min.{own.name}: set": 900.0})):
            seen = {s.field: s for s in said_of(own)}["set_min"]
        self.assertEqual(seen.by, "seen")
        self.assertGreater(seen.value, 500)


class Schools(unittest.TestCase):
    def test_taking_a_school_makes_the_rod_it_showed(self):
        b = finished()
        r = Rod.of(b)
        offers = schools_tried(r.build, r.wraps, r.work_blank, r.handle)
        self.assertEqual([o.name for o in offers], list(SCHOOLS))
        self.assertEqual([o.name for o in offers if o.taken], ["thin_first"])
        for o in offers:
            said = {k: getattr(o, k) for k in ("method", "product", "coats", "film_first_mm", "loss_factor", "under")}  # fmt: skip
            taken = Rod.of(b.model_copy(update={"finish": b.finish.model_copy(update=said)}))
            again = schools_tried(taken.build, taken.wraps, taken.work_blank, taken.handle)
            self.assertEqual([x.name for x in again if x.taken], [o.name])
            self.assertEqual(len(taken.finish.coats), o.coats_in_all)
            self.assertAlmostEqual(
                sum(c.volume_ml for c in taken.finish.coats), o.volume_ml, delta=0.01
            )

    def test_what_builders_say_of_them_comes_out(self):
        r = Rod.of(finished())
        by = {o.name: o for o in schools_tried(r.build, r.wraps, r.work_blank, r.handle)}
        self.assertLess(by["uv_quarters"].ready_min, 0.2 * by["one_coat"].ready_min)
        self.assertGreater(by["varnish"].ready_min, by["thin_first"].ready_min)
        self.assertLess(by["varnish"].mass_g, by["one_coat"].mass_g)
        self.assertGreater(by["flood_and_lift"].volume_ml, 1.5 * by["thin_first"].volume_ml)

    def test_a_tin_of_ones_own_stays_where_it_fits(self):
        tin = FinishProduct(name="Mine", kind="high_build", set_min=333)
        r = Rod.of(finished(product=tin))
        by = {o.name: o for o in schools_tried(r.build, r.wraps, r.work_blank, r.handle)}
        self.assertEqual(by["thin_first"].product, tin)
        self.assertEqual(by["varnish"].product.kind, "varnish")

    def test_resin_under_opaque_thread_sees_no_light(self):
        self.assertIn("finish-uv-shade", codes(plan(finished(product=USUAL["uv_resin"]))))


class InOrder(unittest.TestCase):
    """A bench that does the operations one after another, and minds only what is true of the rod."""

    def carry_out(self, build):
        on, wet = set(), set()
        for o in Rod.of(build).work.operations:
            if o.id == "guides":
                self.assertFalse(wet & {"p"}, "wrapped over wet paint")
            if o.id.startswith("part:") and f"loose:{o.part_id}" in wet:
                self.fail("glued in before it was painted")
            if o.kind in ("coat", "layer"):
                n = int(o.id.rpartition(":")[2])
                chain = o.id.rpartition(":")[0]
                self.assertEqual(n, 1 + sum(i.startswith(chain + ":") for i in on), o.id)
            if o.id == "coat:1":
                self.assertTrue({"guides", "line_up"} <= on)
                self.assertFalse([i for i in order_of(build) if i.startswith("layer:preserver") and i not in on])  # fmt: skip
            on.add(o.id)
        return on

    def test_a_loose_seat_is_painted_before_it_is_glued_and_on_the_rod_after(self):
        for loose in (True, False):
            ids = order_of(finished(paint(covers="seat", part_id="seat", loose=loose)))
            at = {i: n for n, i in enumerate(ids)}
            self.assertLess(at["mask:p"], at["layer:p:1"])
            self.assertEqual([i for i in ids if i.startswith("layer:p")], [f"layer:p:{n}" for n in range(1, 6)])  # fmt: skip
            self.assertEqual(at["layer:p:5"] < at["part:seat"], loose)
            self.assertLess(at["layer:p:5"], at["weigh"])
            self.carry_out(finished(paint(covers="seat", part_id="seat", loose=loose)))

    def test_a_stretch_is_painted_before_it_is_wrapped_and_lettered(self):
        b = finished(paint(covers="stretch", from_mm=200, to_mm=700, masked="the logo"))
        ids = order_of(b)
        self.assertLess(ids.index("layer:p:5"), ids.index("guides"))
        self.assertLess(ids.index("layer:p:5"), ids.index("label"))
        card = next(c for c in plan(b).cards if c.id == "mask:p")
        self.assertIn("Mask the logo.", card.cues)

    def test_preserver_is_dry_before_the_first_coat_and_only_on_its_wraps(self):
        wraps = WrapsWished(wraps=(Wrap(id="foot:g1:butt", preserver=True),))
        b = finished(wraps=wraps)
        (area,) = Rod.of(b).finish.areas_own
        self.assertEqual((area.id, len(area.coats)), ("preserver", 2))
        self.assertLess(area.area_mm2, Rod.of(b).wraps.area_mm2 / 2)
        ids = order_of(b)
        self.assertLess(ids.index("line_up"), ids.index("layer:preserver:1"))
        self.assertLess(ids.index("layer:preserver:2"), ids.index("coat:1"))
        self.carry_out(b)
        wait = next(o.wait for o in Rod.of(b).work.operations if o.id == "layer:preserver:2")
        self.assertEqual(wait.least_min, USUAL["preserver"].recoat_opens_min)

    def test_a_decal_between_coats_lies_on_one_and_is_held_before_the_next(self):
        decal = LABEL.model_copy(update={"after_coat": 1, "kind": "transfer"})
        b = finished(wraps=WrapsWished(labels=(decal,)))
        ids = order_of(b)
        self.assertNotIn("label", ids)
        self.assertTrue(ids.index("coat:1") < ids.index("label:after:1") < ids.index("coat:2"))
        self.assertGreater(next(o.wait.least_min for o in Rod.of(b).work.operations if o.id == "label:after:1"), 0)  # fmt: skip
        both = WrapsWished(labels=(decal, LABEL.model_copy(update={"id": "m", "from_mm": 1200})))
        self.assertIn("label", order_of(finished(wraps=both)))
        bare = LABEL.model_copy(update={"after_coat": 2})
        self.assertIn("finish-label-bare", codes(plan(finished(wraps=WrapsWished(labels=(bare,))))))

    def test_a_label_that_no_coat_would_cover_stands_on_the_card_before_the_first(self):
        late = LABEL.model_copy(update={"after_coat": 9})
        p = plan(finished(wraps=WrapsWished(labels=(late,))))
        card = next(c for c in p.cards if c.id == "label")
        self.assertTrue(any("the text begins" in q for q in card.cues))

    def test_what_a_sealer_took_teaches_the_sealer(self):
        sealed = (Layer(id="s", product=USUAL["sealer"], coats=1),)
        asks = {c.id: c.asks for c in plan(finished(under=sealed, coats=1)).cards}
        about = [asks[f"coat:{n}"][0].about["about"] for n in (1, 2)]
        self.assertEqual(about, [USUAL["sealer"].name, FinishProduct().name])

    def test_past_the_window_it_is_scuffed_and_inside_it_the_window_holds(self):
        inside = {o.id: o for o in Rod.of(finished()).work.operations}
        self.assertEqual(inside["coat:1"].wait.most_min, 2880)
        self.assertNotIn("scuff:coat:2", inside)
        past = {o.id: o for o in Rod.of(finished(past_window=True)).work.operations}
        self.assertIsNone(past["coat:1"].wait.most_min)
        self.assertIn("scuff:coat:2", [b.id for b in past["coat:2"].after])

    def test_a_coat_of_an_area_that_is_on_is_done(self):
        at = datetime(2030, 5, 1, 9, tzinfo=UTC)
        laid = (AreaCoat(id="p:1", area="p", number=1, mixed_at=at, temperature_c=21),)
        b = finished(paint(covers="seat", part_id="seat"), area_laid=laid)
        done = {o.id: o.done for o in Rod.of(b).work.operations}
        self.assertTrue(done["layer:p:1"] and done["mask:p"])
        self.assertFalse(done["layer:p:2"])
        span = next(s for s in Rod.of(b).finish.spans if s.of == 5)
        self.assertEqual((span.on, span.last_at), (1, at))


class TheClocks(unittest.TestCase):
    def test_across_a_change_of_the_clock_minutes_are_minutes(self):
        night = datetime(
            2026, 10, 24, 22, 0, tzinfo=ZoneInfo("Europe/Berlin")
        )  # from memory: back at 03:00
        b = finished(laid=(CoatLaid(id="c1", mixed_at=night, temperature_c=21),))
        opens = next(c for c in Rod.of(b).finish.coats[0].clocks if c.name == "recoat opens")
        self.assertEqual(opens.at.astimezone(UTC) - night.astimezone(UTC), timedelta(minutes=1440))

    def test_a_mix_larger_than_the_cup_is_said_at_the_cup(self):
        big = finding(plan(finished(cup_ml=1.0)), "finish-cup")
        self.assertEqual(big.field, "finish.cup_ml")
        self.assertNotIn("finish-cup", codes(plan(finished(cup_ml=60))))

    def test_what_to_look_for_comes_in_time_and_names_every_clock(self):
        for kind in USUAL:
            for coat in Rod.of(finished(product=USUAL[kind])).finish.coats:
                minutes = [k.minute for k in coat.looks]
                self.assertEqual(minutes, sorted(minutes))
                clocks = {c.name: c.minutes for c in coat.clocks}
                due = ("handle", "full cure") if coat.number == len(Rod.of(finished(product=USUAL[kind])).finish.coats) else ("recoat opens", "recoat closes")  # fmt: skip
                self.assertTrue(
                    all(any(abs(m - clocks[d]) < 0.1 for m in minutes) for d in due),
                    (kind, coat.number),
                )

    def test_places_are_coated_from_mixes_that_still_flow(self):
        b = rod(*(guide(i, 40.0 * i) for i in range(1, 16)), finish=Finish(product=FinishProduct(pot_life_min=20)))  # fmt: skip
        f = Rod.of(b).finish
        coat, until = f.coats[0], 0.7 * 20
        self.assertGreater(len(coat.mixes), 1)
        self.assertEqual({o.mix for o in f.order}, set(range(1, len(coat.mixes) + 1)))
        for a, c in itertools.pairwise(f.order):
            self.assertTrue(c.mix > a.mix or (c.mix == a.mix and c.minute > a.minute))
        each = coat.brush_min / len(f.order)
        self.assertTrue(all(o.minute + each <= until + 0.2 for o in f.order))
        self.assertAlmostEqual(sum(o.ml for o in f.order), coat.volume_ml, delta=0.05)
        tip_first = [o.start_mm for o in f.order]
        self.assertEqual(tip_first, sorted(tip_first, reverse=True))
