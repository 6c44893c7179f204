"""Worked out once: what stands beside an earlier rod says to the byte what it would say alone, and works out no more than it must."""

import unittest
from contextlib import nullcontext
from dataclasses import dataclass, field
from datetime import UTC, datetime

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.any_build import builds
from wise_spool.core.document.build import Build
from wise_spool.core.document.log import fold
from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.once import WHOLE, Noticed, Worked, derived
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.demo.shop import demo_records

FIELDS = [n for n in Build.model_fields if n != "piece_id"]


class Sheet(Noticed, Frozen):
    a: int = 1
    b: int = 1
    c: int = 1


@dataclass
class Sum(Worked):
    """Rooms over a sheet; ``done`` is every room that was really worked out."""

    sheet: Sheet
    done: list[str] = field(default_factory=list)

    def _like(self, other):
        return True

    def _read_off(self, name):
        return self.sheet if name == WHOLE else getattr(self.sheet, name)

    def _working(self):
        return nullcontext()

    @derived
    def sign(self):
        self.done.append("sign")
        return self.sheet.a > 0

    @derived
    def times_b(self):
        self.done.append("times_b")
        return self.sheet.b if self.sign else 0

    @derived
    def whole(self):
        self.done.append("whole")
        return self.sheet.model_dump()["c"]

    @derived
    def refused(self):
        self.done.append("refused")
        if self.sheet.c > 5:
            raise ValueError
        return self.sheet.c

    @derived
    def asks_refused(self):
        self.done.append("asks_refused")
        try:
            return self.refused
        except ValueError:
            return None


class Rooms(unittest.TestCase):
    def after(self, **changed):
        """The rooms that are worked out anew when so much of the sheet is changed."""
        was = Sum(Sheet())
        self.ask(was)
        now = Sum(Sheet(**changed)).beside(was)
        self.assertEqual(self.ask(now), self.ask(Sum(Sheet(**changed))))
        return now.done

    def ask(self, s):
        return s.sign, s.times_b, s.whole, s.asks_refused

    def test_what_is_read_off_nothing_that_differs_is_taken_over(self):
        self.assertEqual(self.after(), [])
        self.assertEqual(self.after(b=2), ["times_b", "whole"])

    def test_a_room_that_comes_to_the_same_stops_it_there(self):
        self.assertEqual(self.after(a=7), ["sign", "whole"])
        self.assertEqual(self.after(a=-7), ["sign", "times_b", "whole"])

    def test_what_was_refused_is_asked_again(self):
        self.assertIn("asks_refused", self.after(c=9))
        refused = Sum(Sheet(c=9))
        self.assertIsNone(self.ask(refused)[3])
        for c in (9, 2):
            self.assertEqual(self.ask(Sum(Sheet(c=c)).beside(refused))[3], None if c == 9 else 2)

    def test_an_earlier_one_is_let_go_of_by_the_next(self):
        one, two, three = Sum(Sheet()), Sum(Sheet(a=2)), Sum(Sheet(a=3))
        two.beside(one)
        three.beside(two)
        self.assertNotIn("_earlier", two.__dict__)

    def test_the_same_trial_stands_beside_itself(self):
        was = Sum(Sheet())
        self.ask(was)
        self.ask(was.trying("c", Sum(Sheet(c=2))))
        now = Sum(Sheet(b=2)).beside(was)
        self.ask(now)
        tried = now.trying("c", Sum(Sheet(b=2, c=2)))
        self.ask(tried)
        self.assertEqual(tried.done, ["times_b", "whole"])  # nothing of c


class Rods(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(builds, builds, st.lists(st.sampled_from(FIELDS), min_size=1, max_size=3))
    def test_any_rod_beside_any_other_is_planned_to_the_byte_as_alone(self, was, other, changed):
        now = was.model_copy(update={n: getattr(other, n) for n in changed})
        before = Rod.of(was)
        plan(before)
        alone = plan(Rod.of(now)).model_dump_json()
        self.assertEqual(plan(Rod.of(now).beside(before)).model_dump_json(), alone)

    def test_what_is_said_at_the_bench_is_read_too(self):
        for r in demo_records(datetime(2026, 5, 2, tzinfo=UTC)):
            before = Rod(r.design, r.piece, fold(r.log[: len(r.log) // 2]))
            plan(before)
            now = Rod(r.design, r.piece, fold(r.log))
            alone = plan(now).model_dump_json()
            self.assertEqual(plan(Rod(r.design, r.piece, fold(r.log)).beside(before)).model_dump_json(), alone)  # fmt: skip

    def test_a_number_on_the_label_leaves_the_rod_as_it_was(self):
        r = demo_records(datetime(2026, 5, 2, tzinfo=UTC))[0]
        before = Rod(r.design, r.piece, fold(r.log))
        plan(before)
        now = Rod(r.design.model_copy(update={"number": "A 1"}), r.piece, fold(r.log)).beside(
            before
        )
        plan(now)
        for room in ("handle", "guides", "spine", "wraps", "finish", "under_power"):
            self.assertIs(getattr(now, room), getattr(before, room), room)

    def test_other_habits_take_nothing_over(self):
        r = demo_records(datetime(2026, 5, 2, tzinfo=UTC))[0]
        before = Rod(r.design, r.piece, fold(r.log))
        plan(before)
        now = Rod(r.design, r.piece, fold(r.log), {"wrap_min": 9.0})
        alone = plan(now).model_dump_json()
        self.assertEqual(plan(Rod(r.design, r.piece, fold(r.log), {"wrap_min": 9.0}).beside(before)).model_dump_json(), alone)  # fmt: skip
        self.assertNotEqual(plan(before).model_dump_json(), alone)
