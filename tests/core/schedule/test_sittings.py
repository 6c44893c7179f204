"""Sittings out of a rod's operations, and the problem of a whole shop laid out on its hours."""

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from unittest import mock

from pydantic import ValidationError

from wise_spool.core.document.bench import Air
from wise_spool.core.document.finish import CoatLaid
from wise_spool.core.document.log import LogEntry, fold
from wise_spool.core.ground.operations import Before, Operation
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.schedule.board import (
    Hours,
    OnOrder,
    Person,
    Pin,
    Promise,
    Room,
    ShopBoard,
    ShopDryer,
    usual_board,
)
from wise_spool.core.schedule.conflict import Conflict, _outright, conflict_of
from wise_spool.core.schedule.dryers import turns
from wise_spool.core.schedule.laying import begins, problem_of
from wise_spool.core.schedule.relief import clashes
from wise_spool.core.schedule.sittings import OpenRod, key
from wise_spool.core.schedule.solving import quick
from wise_spool.demo.board import char_run, demo_board
from wise_spool.demo.shop import demo_records

NOW = datetime(2026, 3, 2, 12, 2, tzinfo=UTC)


def open_rods():
    out = []
    for n, r in enumerate(demo_records(NOW)):
        operations = plan(Rod(r.design, r.piece, fold(r.log))).work.operations
        done = {o.id: o.done_at for o in operations if o.done_at}
        out.append(OpenRod(f"r{n}", r.design.name, operations, done))
    return out


RODS = open_rods()
BOARD = demo_board(NOW.date(), "UTC", {r.name: r.id for r in RODS})


def laid(board=BOARD, rods=RODS, **more):
    return problem_of(board, rods, begins(NOW), **more)


class FromOperations(unittest.TestCase):
    def setUp(self):
        self.problem = laid()
        self.sits = self.problem.by_id

    def test_parts_of_one_mix_are_one_sitting_and_long_wraps_are_parted(self):
        deep = [s for s in self.problem.sittings if s.rod == "r5"]
        together = next(s for s in deep if len(s.operations) > 2)
        self.assertTrue(together.words.startswith("Glue up metal seat"), together.words)
        wraps = [s for s in deep if s.operations == ("guides",) or s.id.startswith("r5/guides")]
        self.assertGreater(len(wraps), 1)
        self.assertEqual(
            [s.words[-6:] for s in wraps[:2]], [f"1 of {len(wraps)}", f"2 of {len(wraps)}"]
        )
        self.assertTrue(all(s.ticks <= 18 for s in wraps))
        coat = self.sits[key("r5", "line_up")]
        self.assertIn(wraps[-1].id, [x.first for x in coat.after])

    def test_wraps_that_are_on_are_not_planned_again(self):
        """Foot by foot as the record says them: minutes and parts grow fewer, and the last part is what the coat waits for."""
        deep = next(r for r in demo_records(NOW) if r.design.name == "Deep char")
        steps = [s.id for p in plan(Rod(deep.design, deep.piece)).wraps.progress for s in p.steps if s.id.startswith("wrap:")]  # fmt: skip
        left = []
        for on in (0, len(steps) // 2, len(steps) - 1, len(steps)):
            log = [*deep.log, *(LogEntry(id=f"w{n}", at=NOW, step=s) for n, s in enumerate(steps[:on]))]  # fmt: skip
            operations = plan(Rod(deep.design, deep.piece, fold(log))).work.operations
            problem = laid(rods=[OpenRod("r5", "Deep char", operations, {})])
            wraps = [s for s in problem.sittings if s.operations == ("guides",)]
            left.append((len(wraps), sum(s.ticks for s in wraps)))
            if wraps:
                coat = problem.by_id[key("r5", "line_up")]
                self.assertIn(wraps[-1].id, [x.first for x in coat.after])
                self.assertIn(f"{left[0][0]} of {left[0][0]}", wraps[-1].words)
                self.assertFalse(any(x.first.startswith("r5/guides") for x in wraps[0].after))
        self.assertEqual([n for n, _ in left[2:]], [1, 0])
        whole, half, last, _ = (t for _, t in left)
        self.assertLess(abs(half / whole - 0.5), 0.2)
        self.assertLess(last, 0.2 * whole)

    def test_days_in_hand_are_a_share_of_the_time_until_a_promise(self):
        due = {d.rod: d for d in self.problem.dues}["r1"]
        self.assertEqual(due.in_hand, int(due.at * 0.33))
        none = {d.rod: d for d in laid(BOARD.model_copy(update={"in_hand": 0.0})).dues}["r1"]
        self.assertEqual((none.in_hand, none.wanted), (0, none.at))

    def test_a_coat_waits_for_the_last_by_a_dose_and_must_follow_within_another(self):
        lag = next(x for x in self.sits["r5/coat:2"].after if x.first == "r5/coat:1")
        self.assertTrue(lag.from_start)
        self.assertLess(lag.least.minutes, lag.most.minutes)
        self.assertIsNotNone(self.sits["r5/coat:1"].turns)

    def test_a_coat_that_is_laid_holds_its_dryer_and_closes_a_window_on_the_next(self):
        self.assertEqual({b.why for b in self.problem.busy}, {"Beacon, rod 1 of 2 turns", "Beacon, rod 2 of 2 turns"})  # fmt: skip
        second = self.sits["r2/coat:2"]
        self.assertTrue(0 < second.earliest < second.latest)

    def test_what_a_cold_night_has_not_run_is_still_waited_for(self):
        """The room's log says the coat lay at 11 °C: half of what the clock on the wall says has run, minute by minute."""
        mixed = NOW - timedelta(hours=10)
        records = next(r for r in demo_records(NOW) if r.design.name == "Beacon, rod 2 of 2")
        log = [e for e in records.log if e.coat is None]
        log.append(
            LogEntry(id="c", at=mixed, coat=CoatLaid(id="c1", mixed_at=mixed, temperature_c=21))
        )
        cold = [
            LogEntry(
                id=f"a{n}",
                at=mixed + timedelta(minutes=20 * n),
                air=Air(id=f"air{n}", temperature_c=11),
            )
            for n in range(30)
        ]
        cold[0] = cold[0].model_copy(update={"at": mixed + timedelta(seconds=1)})
        opens = {}
        for name, entries in (("warm", log), ("cold", [*log, *cold])):
            operations = plan(Rod(records.design, records.piece, fold(entries))).work.operations
            done = {o.id: o.done_at for o in operations if o.done_at}
            rod = OpenRod("r9", records.design.name, operations, done)
            warm_room = BOARD.model_copy(
                update={"room": Room(cold_c=21, warm_c=21), "forecast": (), "heated": ()}
            )
            opens[name] = laid(warm_room, [rod]).by_id["r9/coat:2"].earliest
        ran = 580 / 2  # minutes at 21 degrees, until the last reading
        self.assertAlmostEqual((opens["cold"] - opens["warm"]) * 5, 580 - ran, delta=10)

    def test_a_part_on_order_holds_up_its_stage_until_the_day_after(self):
        late = OnOrder(rod="r1", what="The trigger seat", before="handle", arrives_on=NOW.date() + timedelta(days=3))  # fmt: skip
        board = BOARD.model_copy(update={"on_order": (late,)})
        mine = [s for s in laid(board).sittings if s.rod == "r1" and s.kind == "ream"]
        self.assertTrue(all(laid(board).at(s.earliest).date() == NOW.date() + timedelta(days=4) for s in mine))  # fmt: skip
        self.assertIn("on order", mine[0].earliest_why)

    def test_what_runs_now_goes_on_by_the_same_hands_and_a_pin_holds(self):
        first = "r1/spine"
        until = NOW + timedelta(minutes=21)
        s = laid(running={first: ("runa", until)}).by_id[first]
        self.assertEqual((s.pinned, s.pinned_to, s.ticks), (0, "runa", 4))
        pin = Pin(job="r1/marks", start=begins(NOW) + timedelta(hours=30), person="runa")
        s = laid(BOARD.model_copy(update={"pins": (pin,)})).by_id["r1/marks"]
        self.assertEqual((s.pinned, s.pinned_to), (360, "runa"))

    def test_what_runs_twice_on_one_blank_goes_on_once(self):
        """As a plan of an older edition may have it: the one that lasts longest stays, the other is planned again."""
        until = [NOW + timedelta(minutes=n) for n in (11, 21, 31)]
        running = {"r5/spine": ("runa", until[0]), "r5/marks": ("eskil", until[1]), "r5/fill:seat": ("ylva", until[2])}  # fmt: skip
        sits = laid(running=running).by_id
        self.assertEqual([sits[i].pinned_to for i in running], ["", "eskil", "ylva"])

    def test_nothing_is_begun_on_a_rod_that_turns(self):
        """But what waits for that coat keeps its own wait."""
        own = Operation(id="own:o", kind="own", stage="finish", words="Ink the serial number", rank=(6, 0), hands_min=10)  # fmt: skip
        for off_rod in (False, True):
            rod = replace(RODS[2], operations=(*RODS[2].operations, own.model_copy(update={"off_rod": off_rod})))  # fmt: skip
            problem = laid(rods=[rod])
            s = problem.by_id["r2/own:o"]
            until = max(b.b for b in problem.busy)
            self.assertEqual((s.earliest, s.earliest_why), (0, "") if off_rod else (until, "it turns on the dryer"))  # fmt: skip
            self.assertNotIn("turns", problem.by_id["r2/coat:2"].earliest_why)
        opens = problem.by_id["r2/coat:2"].earliest
        longer = tuple(o.model_copy(update={"wait": o.wait.model_copy(update={"turns_min": 2 * o.wait.least_min})}) if o.id == "coat:1" else o for o in rod.operations)  # fmt: skip
        problem = laid(rods=[replace(rod, operations=longer)])
        self.assertGreater(max(b.b for b in problem.busy), opens)
        self.assertEqual(problem.by_id["r2/coat:2"].earliest, opens)

    def test_the_weight_is_hung_before_the_guides_are_wrapped_and_nothing_is_handed_over_first(
        self,
    ):
        for rod in {s.rod for s in self.problem.sittings}:
            for earlier, later in (("test", "guides"), ("weigh", "hand_over"), ("photograph", "hand_over")):  # fmt: skip
                if key(rod, earlier) in self.sits and key(rod, later) in self.sits:
                    self.assertIn(key(rod, earlier), [x.first for x in self.sits[key(rod, later)].after])  # fmt: skip
        begun = tuple(o.model_copy(update={"share_done": 0.5}) if o.id == "guides" else o for o in RODS[1].operations)  # fmt: skip
        wraps = [s for s in laid(rods=[replace(RODS[1], operations=begun)]).sittings if s.kind == "guides"]  # fmt: skip
        self.assertFalse(any(x.first == "r1/test" for s in wraps for x in s.after))
        first = tuple(o.model_copy(update={"after": (*o.after, Before(id="guides", why="wished"))}) if o.id == "test" else o for o in RODS[1].operations)  # fmt: skip
        self.assertIsNotNone(quick(laid(rods=[replace(RODS[1], operations=first)])).schedule)

    def test_a_mended_guide_is_coated_on_a_dryer_and_nothing_else_is_done_on_the_rod_meanwhile(
        self,
    ):
        s = self.sits["r6/mend:m3:coat"]
        self.assertIsNotNone(s.turns)
        others = {t.id for t in self.problem.beside[s.id]}
        self.assertIn("r6/mend:m1:cap", others)
        self.assertIsNone(self.sits["r6/mend:m3:wrap"].turns)

    def test_what_is_done_off_the_rod_does_not_hold_its_blank(self):
        apart = {o.id for r in RODS for o in r.operations if o.off_rod}
        self.assertTrue(all(i.split(":")[0] in ("fill", "finish", "join", "mask", "layer") for i in apart))  # fmt: skip
        for s in self.problem.sittings:
            self.assertEqual(s.on_blank, not set(s.operations) <= apart, s.id)

    def test_the_demo_comes_through_before_the_char_run(self):
        found = quick(self.problem)
        self.assertEqual((found.cost.slipped_days, found.cost.trip_days), (0, 0))
        self.assertEqual(char_run(date(2026, 3, 2)), date(2026, 4, 4))
        dealt = turns(self.problem, found.schedule, BOARD)
        self.assertEqual(len(dealt), sum(s.turns is not None for s in self.problem.sittings) + 2)
        for a in dealt:
            for b in dealt:
                same = a is not b and (a.dryer, a.place) == (b.dryer, b.place)
                self.assertFalse(same and a.a < b.b and b.a < a.b, (a, b))


class WhatCannotBe(unittest.TestCase):
    def words(self, board, rods=RODS):
        problem = laid(board, rods)
        self.assertNotIn(quick(problem).standing, ("listed",))
        conflict = conflict_of(problem) or Conflict((), True)
        return [c.words for c in clashes(problem, board, conflict)], clashes(problem, board, conflict)  # fmt: skip

    def test_nobody_in_no_dryer_and_hours_shorter_than_a_sitting_are_said_in_words(self):
        nobody = BOARD.model_copy(update={"people": ()})
        self.assertIn("Nobody is ever at the bench", self.words(nobody)[0][0])
        short = Person(id="p", name="P", hours=tuple(Hours(weekday=d, opens=time(18), closes=time(18, 20)) for d in range(7)))  # fmt: skip
        said = self.words(BOARD.model_copy(update={"people": (short,)}))[0][0]
        self.assertIn("in one go", said)
        broken = BOARD.model_copy(update={"dryers": (ShopDryer(id="d", name="d", slots=0),)})
        self.assertIn("no dryer has a place", self.words(broken)[0][0])

    def test_a_rod_that_must_not_slip_and_a_pin_clash_and_either_gives_way(self):
        pin = Pin(job="r1/spine", start=datetime(2026, 3, 10, 18, 30, tzinfo=UTC), person="runa")
        must = Promise(rod="r1", promised_on=date(2026, 3, 20), must=True)
        usual = tuple(
            p.model_copy(update={"hours": tuple(h for h in p.hours if h.weekday != 2)})
            for p in BOARD.people
        )
        board = BOARD.model_copy(update={"people": usual, "pins": (pin,), "promises": (must,)})
        words, found = self.words(board, [RODS[1]])
        self.assertEqual(sorted(c.kind for c in found), ["must", "pin"])
        self.assertTrue(any("pinned to Tuesday 10 March, 18:30" in w for w in words), words)
        for c in found:
            self.assertEqual(quick(laid(c.board, [RODS[1]])).standing, "listed", c.relief)

    def test_two_pins_on_one_pair_of_hands_or_one_blank_are_said_at_once(self):
        """The model is not asked: it would take half a minute."""
        at = datetime(2026, 3, 7, 10, 0, tzinfo=UTC)
        for who in ("runa", "eskil"):
            pins = (Pin(job="r1/spine", start=at, person="runa"), Pin(job="r1/marks", start=at, person=who))  # fmt: skip
            with mock.patch("wise_spool.core.schedule.conflict.Model", side_effect=AssertionError):
                _, found = self.words(BOARD.model_copy(update={"pins": pins}))
            self.assertEqual([c.of for c in found], ["r1/marks", "r1/spine"])
            for c in found:
                self.assertEqual(quick(laid(c.board)).standing, "listed", c.relief)
        apart = (Pin(job="r1/spine", start=at, person="runa"), Pin(job="r5/fill:seat", start=at, person="eskil"))  # fmt: skip
        later = (Pin(job="r1/spine", start=at, person="runa"), Pin(job="r1/marks", start=at + timedelta(hours=2), person="runa"))  # fmt: skip
        for pins in (apart, later):
            self.assertEqual(_outright(laid(BOARD.model_copy(update={"pins": pins}))), ())

    def test_a_pin_that_cannot_be_by_itself_is_blamed_alone(self):
        at = datetime(2026, 3, 7, 10, 0, tzinfo=UTC)
        pins = (Pin(job="r1/marks", start=at, person="eskil"), Pin(job="r1/coat:2", start=at, person="runa"))  # fmt: skip
        conflict = conflict_of(laid(BOARD.model_copy(update={"pins": pins}), [RODS[1]]))
        self.assertEqual(conflict.demands, (("pin", "r1/coat:2"),))

    def test_a_board_that_says_nonsense_is_turned_away(self):
        for bad in (
            {"zone": "Nowhere/Land"}, {"people": [{"name": ""}]}, {"dryers": [{"name": "x", "slots": -1}]},
            {"people": [{"name": "P", "hours": [{"weekday": 0, "opens": "21:00", "closes": "18:00"}]}]},
            {"holidays": [{"first": "2026-03-05", "last": "2026-03-01"}]}, {"weeks": 0},
        ):  # fmt: skip
            with self.assertRaises(ValidationError):
                ShopBoard.model_validate(bad)
        self.assertEqual(len(usual_board().people), 1)


if __name__ == "__main__":
    unittest.main()
