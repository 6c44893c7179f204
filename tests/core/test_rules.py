"""One check a documented rule, each of which fails when the rule is changed.

``bench/mutants.py`` changes the rules one by one and says which changes no check
notices. Rules are common practice unless a line says otherwise.
"""

import math
import unittest
from datetime import UTC, datetime

from tests.core.samples import blank, build, codes, finding, grip, guide, planned, seat
from wise_spool.core.blank.mass import blank_mass_g
from wise_spool.core.blank.stiffness import strain_limit
from wise_spool.core.blank.taper import Taper
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Joint, StaticReading
from wise_spool.core.document.design import Brief
from wise_spool.core.document.finish import CoatLaid, Finish, FinishProduct
from wise_spool.core.document.guides import BendSetup, Guides, Reel, StatedAt
from wise_spool.core.document.parts import Adhesive, Arbors, Drill, Handle, Part, Reamer
from wise_spool.core.document.spine import Spine
from wise_spool.core.guides.reel_side import plan_reel_side
from wise_spool.core.handle.arbors import plan_arbors
from wise_spool.core.handle.fits import Bore, find_stop, straight_bore
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod

CONE = Taper([0, 2000], [12, 2], [0.05, 0.05], 2000)  # 5 um a mm
REAMER = Reamer(name="long", small_mm=6, large_mm=18, length_mm=900)


class TheHandle(unittest.TestCase):
    def test_turns_are_counted_where_the_band_is_thickest(self):
        # At the butt-side edge of a band the blank is thickest: the seat has to pass there.
        made = plan_arbors("seat", seat(15).seat, 0.0, CONE, Arbors(tape_thickness_mm=0.1, glue_gap_mm=0))  # fmt: skip
        for band in made.bands:
            room = (15 - CONE.od_at(band.start_mm)) / 2
            self.assertEqual(band.turns, math.floor(room / 0.1 + 1e-9))
            self.assertLessEqual(band.outside_mm, 15)

    def test_a_winding_check_is_bought_to_the_blank_without_room_for_glue(self):
        check = Part(id="check", kind="winding_check", material="metal", length_mm=3, gap_before_mm=200)  # fmt: skip
        face = planned(check).handle.parts[0].butt_face
        self.assertAlmostEqual(face.wanted_mm, face.od_mm, places=3)
        rear = planned(grip()).handle.parts[0].butt_face
        self.assertAlmostEqual(rear.wanted_mm - rear.od_mm, 0.15, places=3)

    def test_glue_room_at_the_butt_is_what_the_handle_says(self):
        face = planned(grip(), clearance_mm=0.4).handle.parts[0].butt_face
        self.assertAlmostEqual(face.wanted_mm - face.od_mm, 0.4, places=3)

    def test_foam_gives_four_hundredths_of_its_bore(self):
        foam = grip(material="foam", length=100.0)
        face = planned(foam).handle.parts[0].butt_face
        self.assertAlmostEqual(face.wanted_mm * 1.04, face.od_mm, delta=0.002)

    def test_more_than_five_millimetres_is_drilled_first(self):
        drills = tuple(Drill(diameter_mm=d) for d in (8, 9, 10, 10.5, 11))
        for bore, first in ((6.9, True), (7.4, False)):
            p = planned(grip(bore=bore, bore_tip_mm=bore), reamers=(REAMER,), drills=drills)
            ream = p.handle.reaming[0]
            self.assertEqual(ream.drill_first_mm is not None, first, bore)
        # The pilot stays a millimetre under the smaller bore wanted.
        ream = planned(grip(bore=6.0, bore_tip_mm=6.0), reamers=(REAMER,), drills=drills).handle.reaming[0]  # fmt: skip
        self.assertEqual(ream.drill_first_mm, 10)

    def test_a_bore_of_the_blanks_own_taper_stops_where_it_meets_it(self):
        bore = Bore(straight_bore(10, 9, 200).u_mm, straight_bore(10, 9, 200).bore_mm)
        self.assertAlmostEqual(find_stop(bore, CONE, 0).station_mm, 400, delta=1)


class GlueAndWeight(unittest.TestCase):
    def test_five_minute_adhesive_is_refused_where_seating_and_aligning_take_longer(self):
        quick = Adhesive(kind="liquid_5", name="quick", pot_life_min=5)
        for kind, said in (("winding_check", False), ("reel_seat", True), ("butt_ferrule", True)):
            part = seat() if kind == "reel_seat" else grip("x").model_copy(update={"kind": kind})
            joint = planned(part, adhesives=(quick,)).work.glue_up.mixes[0].joints[0]
            self.assertEqual(joint.refused is not None, said, kind)

    def test_seven_tenths_of_pot_life_are_used_and_squeeze_out_wipes_for_half_of_it(self):
        slow = Adhesive(name="p", pot_life_min=60, at_c=21)
        mix = planned(grip(bore=12.4), adhesives=(slow,)).work.glue_up.mixes[0]
        self.assertEqual((mix.pot_life_min, mix.wipe_by_min), (60, 30))
        # Wiped at once, a grip's six minutes are at most half of it; left, its hands are at most seven tenths.
        for squeeze, limit in (("at_once", 0.5), ("half_hour", 0.7)):
            hands = (
                planned(grip(bore=12.4), adhesives=(slow,), squeeze=squeeze)
                .work.glue_up.mixes[0]
                .hands_min
            )
            for share, too_long in ((limit - 0.01, False), (limit + 0.01, True)):
                tin = Adhesive(name="p", pot_life_min=hands / share, at_c=21)
                mix = planned(
                    grip(bore=12.4), adhesives=(tin,), squeeze=squeeze
                ).work.glue_up.mixes[0]
                self.assertEqual(mix.too_long, too_long, (squeeze, share))

    def test_adhesive_is_weighed_by_its_own_density(self):
        def glue(density):
            tin = Adhesive(name="p", density_g_ml=density)
            b = planned(grip(bore=12.6), seat(), adhesives=(tin,))
            return next(x.mass_g for x in b.balance.lines if x.what == "adhesive")

        self.assertGreater(glue(1.0), 0)
        self.assertAlmostEqual(glue(2.0) / glue(1.0), 2, places=1)

    def test_a_seat_is_a_little_over_half_solid(self):
        line = next(x for x in planned(seat(16.0, od_butt_mm=24, od_tip_mm=24)).balance.lines if x.what == "reel seat")  # fmt: skip
        ring = math.pi / 4 * (24**2 - 16**2) * 110 / 1000 * 1.35
        self.assertAlmostEqual(line.mass_g / ring, 0.55, delta=0.01)

    def test_a_blank_is_weighed_whole_and_what_is_cut_off_takes_its_share(self):
        whole = blank(mass_g=100.0)
        cut = whole.model_copy(update={"trim_tip_mm": 600.0})
        half = whole.model_copy(update={"trim_butt_mm": 1000.0})
        taper = lambda b: working_blank(b).taper  # noqa: E731
        self.assertAlmostEqual(blank_mass_g(whole, taper(whole))[0], 100, places=6)
        # Volumes of frusta of one density share: 12 to 2 over 2 m against 12 to 5, and 7 to 2 over 1 m.
        v = lambda a, b, length: length * (a * a + a * b + b * b)  # noqa: E731
        self.assertAlmostEqual(blank_mass_g(cut, taper(cut))[0], 100 * v(12, 5, 1400) / v(12, 2, 2000), places=1)  # fmt: skip
        self.assertAlmostEqual(blank_mass_g(half, taper(half))[0], 100 * v(7, 2, 1000) / v(12, 2, 2000), places=1)  # fmt: skip

    def test_a_heavier_blank_swings_slower_and_bends_more_by_its_own_weight(self):
        def swing(mass):
            b = build(blank=blank(mass_g=mass, label_power="medium"), guides=Guides(train=(guide(1, 100), guide(2, 300))))  # fmt: skip
            return Rod.of(b).train.cases[0].frequency_hz

        self.assertAlmostEqual(swing(50.0) / swing(200.0), 2, places=2)

        def tip(mass):
            b = build(blank=blank(mass_g=mass, label_power="medium"), guides=Guides(train=(guide(1, 100), guide(2, 300))))  # fmt: skip
            return Rod.of(b).under_load(BendSetup(load_g=1, own_weight=True)).tip_drop_mm

        self.assertNotAlmostEqual(tip(50.0), tip(200.0), places=0)


class TheGuides(unittest.TestCase):
    def joined(self, at_mm):
        b = blank().model_copy(update={"joints": (Joint(station_mm=1000, overlap_mm=70),)})
        g = guide(1).model_copy(update={"at": StatedAt(datum="butt", distance_mm=at_mm)})
        return codes(plan(build(blank=b, guides=Guides(train=(g,)))))

    def test_a_joint_reaches_its_overlap_toward_the_butt(self):
        self.assertIn("guides-on-joint", self.joined(940))
        self.assertNotIn("guides-on-joint", self.joined(915))

    def test_a_joints_edge_is_kept_clear_toward_the_tip_as_well(self):
        # A single foot of 14 mm and 1.8 mm of thread before it, by its ring of 6, reach back from the ring.
        self.assertIn("guides-on-joint", self.joined(1016))
        self.assertIn("guides-on-joint", self.joined(1019.5), "thread under 5 mm off the edge")
        self.assertNotIn("guides-on-joint", self.joined(1030))

    def test_a_ring_chokes_under_half_the_cone_of_coils(self):
        reel = Reel(height_mm=60, tilt_deg=4, spool_mm=50)
        near = guide(1).model_copy(update={"height_mm": 45})
        choke = guide(2).model_copy(update={"height_mm": 8, "ring_mm": 8})
        for ring, chokes in ((30, False), (12, True)):
            spots = plan_reel_side(reel, [near.model_copy(update={"ring_mm": ring}), choke]).spots
            cone = spots[0].cone_mm
            self.assertEqual(spots[0].chokes, ring < 0.5 * cone)
            self.assertEqual(spots[0].chokes, chokes)

    def test_a_strong_blank_wants_two_feet(self):
        def advice(power):
            b = build(blank=blank(label_power=power), guides=Guides(train=(guide(1, 100), guide(2, 300))))  # fmt: skip
            return " ".join(Rod.of(b).train.advice)

        self.assertIn("two feet", advice("heavy"))
        self.assertNotIn("two feet", advice("medium"))

    def test_bends_are_stopped_at_the_materials_strain(self):
        # From memory: carbon 1.2 %, glass 2.2 %, composite 1.6 %.
        self.assertEqual([strain_limit(m) for m in ("carbon", "glass", "composite")], [0.012, 0.022, 0.016])  # fmt: skip
        b = build(blank=blank(static=(StaticReading(weight_g=100, drop_mm=300),)), guides=Guides(train=(guide(1, 100),)))  # fmt: skip
        loaded = Rod.of(b).under_load(BendSetup(load_g=20000))
        self.assertIsNotNone(loaded.stopped_at_g)
        self.assertLessEqual(loaded.strain_percent, 1.2 + 1e-3)

    def test_a_line_within_half_a_millimetre_touches(self):
        def touching(height):
            train = tuple(guide(i).model_copy(update={"height_mm": height, "at": StatedAt(datum="tip_top_ring", distance_mm=400.0 * i)}) for i in (1, 2, 3))  # fmt: skip
            b = build(blank=blank(label_power="medium"), brief=Brief(rod_type="casting"), guides=Guides(train=train))  # fmt: skip
            return Rod.of(b).under_load(BendSetup(load_g=500))

        for height in (2.0, 12.7, 60.0):
            loaded = touching(height)
            for g in loaded.guides:
                self.assertEqual(g.touches, g.gap_clear_mm < 0.5)
        self.assertTrue(touching(2.0).touching)
        near = touching(12.7).guides[1]
        self.assertTrue(
            0 < near.gap_clear_mm < 0.5 and near.touches, "clear by a hair still touches"
        )


class TheSpine(unittest.TestCase):
    def test_hook_keeper_and_label_lie_opposite_the_guides(self):
        keeper = Part(id="k", kind="hook_keeper", material="metal", length_mm=12, gap_before_mm=300)
        spine = Spine(school="straightest", own_line_deg=30)
        p = plan(build(blank=blank(), spine=spine, handle=Handle(parts=(keeper,))))
        at = {m.what: m.angle_deg for m in p.spine.marks}
        self.assertEqual((at["hook keeper"] - at["guides"]) % 360, 180)
        self.assertEqual((at["label"] - at["guides"]) % 360, 180)


class TheFinish(unittest.TestCase):
    def finished(self, **finish):
        g = guide(1, 100).model_copy(update={"foot_butt_mm": 14.0})
        b = build(blank=blank(), guides=Guides(train=(g, guide(2, 300))), finish=Finish(**finish))
        return plan(b)

    def test_later_coats_take_half_the_first_and_no_tunnels(self):
        p = self.finished(loss_factor=3.0)
        first, second = (c.volume_ml for c in p.finish.coats)
        film = p.wraps.area_mm2 * 0.2 / 1000
        self.assertGreater(p.wraps.void_ml, 0.01)
        self.assertAlmostEqual(first, (film + p.wraps.void_ml) * 3, delta=0.006)
        self.assertAlmostEqual(second, film / 2 * 3, delta=0.006)

    def test_recoating_closes_after_it_opens(self):
        product = FinishProduct(recoat_opens_min=600, recoat_closes_min=1800)
        clocks = {c.name: c.minutes for c in self.finished(product=product).finish.coats[0].clocks}
        self.assertEqual((clocks["recoat opens"], clocks["recoat closes"]), (600, 1800))
        coats = self.finished(product=product).finish.coats
        self.assertEqual(coats[1].starts_min, 600)

    def test_ten_degrees_colder_takes_twice_as_long(self):
        def clocks(temperature):
            coat = self.finished(temperature_c=temperature).finish.coats[0]
            return {c.name: c.minutes for c in coat.clocks}

        warm, cold = clocks(21), clocks(11)
        for name, minutes in warm.items():
            self.assertAlmostEqual(cold[name] / minutes, 2, places=2)

    def test_no_coat_within_three_degrees_of_the_dew_point(self):
        # Habit of ISO 8502-4; dew point at 20 C and 50 % is 9.3 C (Magnus).
        for blank_c, said in ((12.2, True), (12.4, False)):
            b = build(blank=blank(), finish=Finish(temperature_c=20, humidity_percent=50, blank_c=blank_c))  # fmt: skip
            self.assertEqual("finish-dew" in codes(plan(b)), said, blank_c)

    def test_a_mix_lasts_seven_tenths_of_its_pot_life_on_the_brush(self):
        train = tuple(guide(i, 60.0 * i) for i in range(1, 13))
        b = build(blank=blank(), guides=Guides(train=train))
        brush = 13 * 1.5  # twelve feet and the tip-top
        for pot, mixes in ((brush / 0.7 + 0.1, 1), (brush / 0.7 - 0.1, 2)):
            finish = Finish(product=FinishProduct(pot_life_min=pot))
            made = Rod.of(b.model_copy(update={"finish": finish})).finish
            self.assertEqual(len(made.coats[0].mixes), mixes, pot)

    def test_a_coat_is_an_operation_that_waits_and_is_done_when_it_is_laid(self):
        laid = (CoatLaid(mixed_at=datetime(2030, 1, 1, tzinfo=UTC), temperature_c=21),)
        b = build(blank=blank(), guides=Guides(train=(guide(1, 100),)), finish=Finish(laid=laid))
        operations = {o.id: o for o in plan(b).work.operations}
        self.assertTrue(operations["coat:1"].done)
        self.assertFalse(operations["coat:2"].done)
        self.assertEqual([x.id for x in operations["coat:2"].after], ["coat:1", "cut_back:2"])
        self.assertEqual((operations["coat:1"].wait.least_min, operations["coat:1"].wait.most_min), (1440, 2880))  # fmt: skip

    def test_an_operation_keeps_its_id_while_its_cause_stays(self):
        def ids(b):
            return [o.id for o in plan(b).work.operations]

        one = build(blank=blank(), handle=Handle(parts=(grip(), seat())))
        longer = one.handle.parts[0].model_copy(update={"length_mm": 220, "name": "long grip"})
        other = one.model_copy(update={"handle": Handle(parts=(longer, seat()))})
        self.assertEqual(ids(one), ids(other))
        self.assertEqual(finding(plan(one), "handle-reach").stage, "handle")


if __name__ == "__main__":
    unittest.main()
