"""The room as its sensor logged it, the witness blob, one cup over several rods: each by a bench apart from the core."""

import math
import unittest
from datetime import UTC, datetime, timedelta

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.samples import guide, rod
from wise_spool.core.document.bench import Air, Witness
from wise_spool.core.document.finish import AirAt, CoatLaid, Finish, FinishProduct
from wise_spool.core.document.log import LogEntry, fold
from wise_spool.core.finish.course import Course, room_since
from wise_spool.core.finish.sharing import NextCoat, cup_for
from wise_spool.core.finish.witness import APART, told_by
from wise_spool.core.rod import Rod
from wise_spool.core.shop.learning import learn

MIXED = datetime(2030, 1, 9, 19, 0, tzinfo=UTC)


class TheRoomAsItWas(unittest.TestCase):
    def room(self, minute):
        """A shop whose heating goes out at night."""
        return 17.0 + 4.0 * math.cos(2 * math.pi * minute / 1440)

    def logged(self, every_min, until_min, noise_c=0.0, seed=1):
        rng = np.random.default_rng(seed)
        return tuple(
            Air(id=f"a{m}", temperature_c=round(self.room(m) + float(rng.normal(0, noise_c)), 2), at=MIXED + timedelta(minutes=m))
            for m in range(every_min, until_min + 1, every_min)
        )  # fmt: skip

    def truly_ends(self, tin_min):
        """Minute by minute, knowing the room."""
        done, minute = 0.0, 0
        while done < tin_min:
            done += 2 ** ((self.room(minute + 0.5) - 21) / 10)
            minute += 1
        return minute

    def test_a_sensor_every_quarter_of_an_hour_tells_the_clock_to_two_percent(self):
        for tin in (300, 480, 1440):
            airs = self.logged(15, 3000, noise_c=0.4)
            course, n, _ = room_since(MIXED, self.room(0), airs, Course.of(self.room(0), ()))
            self.assertEqual(n, 200)
            true = self.truly_ends(tin)
            self.assertAlmostEqual(course.ends(tin, 21), true, delta=0.02 * true)
            steady = tin / 2 ** ((self.room(0) - 21) / 10)
            self.assertGreater(abs(steady - true), 3 * abs(course.ends(tin, 21) - true), "no better than a room that stays")  # fmt: skip

    def test_what_is_not_logged_yet_goes_as_it_was_expected(self):
        expected = Course.of(21.0, [AirAt(after_h=2, temperature_c=10), AirAt(after_h=8, temperature_c=12)])  # fmt: skip
        course, n, _ = room_since(MIXED, 21.0, self.logged(60, 180), expected)
        self.assertEqual((n, course.at(480), course.at(2000)), (3, 12, 12))
        self.assertAlmostEqual(course.at(120), self.room(120), delta=0.01)

    def test_the_rods_own_clocks_run_over_it(self):
        entries = [LogEntry(id="c", at=MIXED, coat=CoatLaid(id="c1", mixed_at=MIXED, temperature_c=21))]  # fmt: skip
        entries += [LogEntry(id=f"e{n}", at=MIXED + timedelta(hours=h), air=Air(id=f"a{n}", temperature_c=11)) for n, h in enumerate((0.01, 6))]  # fmt: skip
        record = fold(entries)
        self.assertEqual([a.at for a in record.bench.airs], [e.at for e in entries[1:]])
        r = Rod(Rod.of(rod(guide(1, 300))).design, Rod.of(rod(guide(1, 300))).piece, record)
        coat = r.finish.coats[0]
        self.assertEqual(coat.readings, 2)
        sets = next(c for c in coat.clocks if c.name == "set")
        self.assertAlmostEqual(sets.minutes, 960, delta=2)
        self.assertEqual(sets.at, MIXED + timedelta(minutes=sets.minutes))


class TheWitness(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.floats(120, 900), st.floats(10, 30), st.lists(st.floats(5, 6000), min_size=1, max_size=9))  # fmt: skip
    def test_its_bounds_never_lie(self, true_25, warm_c, minutes):
        """A blob that truly sets after ``true_25`` at 25 °C, looked at whenever."""
        looks = []
        for n, m in enumerate(minutes):
            at_25 = m * 2 ** ((warm_c - 25) / 10)
            seen = "runs" if at_25 < 0.4 * true_25 else "tacky" if at_25 < true_25 else "set"
            looks.append(
                Witness(id=f"w{n}", product="tin", minutes=m, temperature_c=warm_c, seen=seen)
            )
        (told,) = [t for t in told_by(looks) if t.what == "set"]
        if told.over_min is not None:
            self.assertLessEqual(told.over_min, true_25 * 1.001 + 0.1)
        if told.by_min is not None:
            self.assertGreaterEqual(told.by_min, true_25 * 0.999 - 0.1)
        if told.seen_min is not None:
            self.assertLessEqual(
                max(told.seen_min / true_25, true_25 / told.seen_min), math.sqrt(APART) * 1.01
            )

    def test_a_shop_that_looks_every_hour_learns_its_tin(self):
        rng = np.random.default_rng(4)
        log, true_25 = [], 420.0
        for blob in range(10):
            warm = float(rng.uniform(15, 24))
            sets = true_25 * float(np.exp(rng.normal(0, 0.05))) * 2 ** ((25 - warm) / 10)
            for h in range(2, 24):
                seen = "set" if 60 * h >= sets else "strings"
                look = Witness(id=f"w{blob}-{h}", blob=f"b{blob}", product="tin", minutes=60 * h, temperature_c=warm, seen=seen)  # fmt: skip
                log.append(
                    LogEntry(
                        id=f"e{blob}.{h}", at=MIXED + timedelta(days=blob, hours=h), witness=look
                    )
                )
        (q,) = [q for q in learn(log) if q.habit == "product_min.tin: set"]
        self.assertEqual(q.n, 10)
        self.assertAlmostEqual(q.value, true_25, delta=0.05 * true_25)

    def test_looks_too_far_apart_teach_nothing(self):
        looks = [Witness(id=f"w{n}", product="tin", minutes=m, temperature_c=25, seen=s) for n, (m, s) in enumerate(((60, "runs"), (900, "set")))]  # fmt: skip
        self.assertIsNone(told_by(looks)[0].seen_min)


class OneCup(unittest.TestCase):
    def due(self, name, guides, **finish):
        b = rod(*(guide(i, 60.0 * i) for i in range(1, guides + 1)), finish=Finish(**finish))
        return NextCoat(name, name, b.finish, Rod.of(b).finish)

    def test_rods_are_brushed_while_the_cup_still_flows_and_all_get_enough(self):
        tin = FinishProduct(name="tin", pot_life_min=30)
        mine = self.due("mine", 4, product=tin)
        others = [self.due("short", 2, product=tin), self.due("long", 12, product=tin), self.due("other", 2, product=FinishProduct(name="else"))]  # fmt: skip
        cup = cup_for(mine, others)
        self.assertEqual([c.name for c in cup.coats], ["mine", "short"])
        self.assertEqual(cup.left, ("long",))
        self.assertTrue(all(c.from_min + c.brush_min <= cup.until_min + 0.2 for c in cup.coats))
        self.assertGreaterEqual(cup.mix.part_a_ml + cup.mix.part_b_ml, sum(c.volume_ml for c in cup.coats) - 1e-6)  # fmt: skip

    def test_a_rod_that_sweats_is_not_taken_in(self):
        tin = FinishProduct(name="tin", pot_life_min=60)
        wet = self.due("wet", 2, product=tin, humidity_percent=95)
        self.assertEqual(cup_for(self.due("mine", 2, product=tin), [wet]).left, ("wet",))

    def test_nothing_to_lay_is_no_cup(self):
        at = CoatLaid(id="c1", mixed_at=MIXED, temperature_c=21)
        self.assertIsNone(cup_for(self.due("mine", 2, coats=1, laid=(at,)), []))
