"""Clocks in the log: what runs, what is asked about, and that devices may say things in any order."""

import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st

from wise_spool.core.document.bench import BenchClock, ask_of_clock
from wise_spool.core.document.log import LogEntry, fold
from wise_spool.core.ground.refusals import NotNowError, RefusedError

NOW = datetime(2026, 3, 14, 19, 0, tzinfo=UTC)


def clock(name="c1", of="mix:1", what="pot life", began=0.0, minutes=25.0, stopped=None):
    stopped_at = None if stopped is None else NOW + timedelta(minutes=stopped)
    return BenchClock(id=name, of=of, what=what, started_at=NOW + timedelta(minutes=began), minutes=minutes, stopped_at=stopped_at)  # fmt: skip


def said(c, n=0):
    return LogEntry(id=f"e-{c.id}-{n}", at=NOW + timedelta(minutes=n), clock=c)


class Running(unittest.TestCase):
    def test_it_runs_out_when_its_minutes_are_over_and_asks_until_it_is_stopped(self):
        c = clock()
        self.assertEqual(c.ends_at, NOW + timedelta(minutes=25))
        self.assertTrue(c.running(NOW + timedelta(minutes=26)))
        self.assertFalse(c.running(NOW + timedelta(days=1, minutes=26)))
        self.assertFalse(clock(stopped=5).running(NOW + timedelta(minutes=6)))

    def test_minutes_are_minutes_when_the_clocks_change(self):
        night = datetime(
            2026, 3, 29, 1, 50, tzinfo=ZoneInfo("Europe/Stockholm")
        )  # at two it is three
        c = BenchClock(id="c", what="set", started_at=night.astimezone(UTC), minutes=30)
        self.assertEqual(c.ends_at.astimezone(night.tzinfo).strftime("%H:%M"), "03:20")

    def test_a_start_in_the_future_and_one_that_runs_already_are_asked_about(self):
        with self.assertRaisesRegex(RefusedError, "date and time of this device"):
            ask_of_clock(clock(began=9), (), NOW)
        ask_of_clock(clock(began=1.5), (), NOW)  # another device's clock runs a little ahead
        with self.assertRaisesRegex(NotNowError, "runs already"):
            ask_of_clock(clock("c2"), (clock(),), NOW)
        ask_of_clock(clock("c2", what="wipe off"), (clock(),), NOW)
        ask_of_clock(clock("c2"), (clock(stopped=-1),), NOW)
        ask_of_clock(
            clock("c2", of=""), (clock(of=""),), NOW
        )  # one's own clocks may be as many as one likes


AT = st.integers(0, 600).map(lambda m: NOW + timedelta(minutes=m))
IDS = st.sampled_from(["a", "b", "ream:g", "rod"])
SAID = st.one_of(
    st.builds(lambda i, m: {"worked": {"id": i, "kind": "ream", "minutes": m}}, IDS, st.floats(1, 90)),
    st.builds(lambda i, w: {"skipped": {"id": i, "why": w}}, IDS, st.sampled_from(["no", "later"])),
    st.builds(lambda i, w: {"note": {"id": i, "words": w}}, IDS, st.sampled_from(["dry", "wet"])),
    st.builds(lambda i, g: {"weighed": {"id": i, "mass_g": g}}, IDS, st.floats(1, 400)),
    st.builds(lambda i, c: {"air": {"id": i, "temperature_c": c}}, IDS, st.floats(5, 35)),
    st.builds(lambda i, h: {"answer": {"id": i, "held": h}}, IDS, st.sampled_from([True, False, None])),
    st.builds(lambda i: {"step": i}, IDS),
    st.builds(lambda n: {"strikes": f"{'xy'[n % 2]}{n // 2}"}, st.integers(0, 23)),
)  # fmt: skip
DEVICE = st.lists(st.tuples(AT, SAID), max_size=12)


class TwoDevices(unittest.TestCase):
    @settings(max_examples=200, deadline=None)
    @given(DEVICE, DEVICE, st.data())
    def test_whatever_arrives_when_and_however_often_the_record_is_the_same(self, one, two, data):
        logs = [
            [LogEntry.model_validate({"id": f"{name}{n}", "at": at, **said}) for n, (at, said) in enumerate(made)]
            for name, made in (("x", one), ("y", two))
        ]  # fmt: skip
        everything = [*logs[0], *logs[1]]
        arrived: list[LogEntry] = []
        for _ in range(3):
            arrived += data.draw(st.permutations(everything))[: data.draw(st.integers(0, 24))]
        arrived += data.draw(st.permutations(everything))
        once = {e.id: e for e in arrived}
        self.assertEqual(fold(once.values()), fold(everything))
        self.assertEqual(fold(reversed(list(once.values()))), fold(everything))


class InTheLog(unittest.TestCase):
    @given(st.permutations(range(5)), st.lists(st.integers(0, 4), max_size=4))
    def test_any_order_of_arrival_and_any_repeat_come_to_the_same(self, order, again):
        entries = [
            said(clock("a")), said(clock("b", what="wipe off")), said(clock("a", stopped=7), 7),
            LogEntry(id="strike", at=NOW + timedelta(minutes=9), strikes="e-b-0"), said(clock("d", of="", what="tea"), 3),
        ]  # fmt: skip
        arrived = [entries[n] for n in (*order, *again)]
        record = fold(arrived)
        self.assertEqual({c.id: c.stopped_at is not None for c in record.bench.clocks}, {"a": True, "d": False})  # fmt: skip
        self.assertEqual(record, fold(entries))
