"""Clocks over HTTP: started once however often they are sent, seen by all, and the bell that tells of them."""

import asyncio
import unittest
import uuid
from datetime import UTC, datetime, timedelta

from tests.api.test_builds import WithAShop
from wise_spool.api.bell import Bell


def one(what="pot life", minutes=25.0, began_min=0.0, of="mix:1"):
    at = datetime.now(UTC) + timedelta(minutes=began_min)
    return {"id": uuid.uuid4().hex[:12], "of": of, "what": what, "then": "spread it out", "started_at": at.isoformat(), "minutes": minutes}  # fmt: skip


class Clocks(WithAShop):
    def start(self, rod, *clocks):
        return self.client.post(f"/api/builds/{rod['id']}/clocks", json={"clocks": list(clocks)})

    def running(self, *rods):
        here = [rod["id"] for rod in rods]
        return [r for r in self.client.get("/api/clocks").json()["running"] if r["rod_id"] in here]

    def test_started_twice_it_runs_once_and_stopped_twice_it_is_stopped(self):
        rod, clock = self.new("Clocked"), one()
        for _ in range(2):
            self.assertEqual(self.start(rod, clock).status_code, 200)
        self.assertEqual([(r["rod"], r["clock"]["what"]) for r in self.running(rod)], [("Clocked", "pot life")])  # fmt: skip
        for _ in range(2):
            answer = self.client.post(f"/api/builds/{rod['id']}/clocks/{clock['id']}/stop")
            self.assertEqual((answer.status_code, self.running(rod)), (200, []))
        log = self.client.get(f"/api/builds/{rod['id']}/log").json()
        self.assertEqual(len([e for e in log if e.get("clock")]), 2)

    def test_several_at_one_tap_soonest_first_over_all_rods(self):
        a, b = self.new("A"), self.new("B")
        self.start(a, one(), one("wipe off", 40))
        self.start(b, one("tea", 4, of=""))
        self.assertEqual([r["clock"]["what"] for r in self.running(a, b)], ["tea", "pot life", "wipe off"])  # fmt: skip

    def test_another_device_is_told_that_it_runs_already(self):
        rod = self.new()
        self.start(rod, one())
        again = self.start(rod, one())
        self.assertEqual(again.status_code, 409)
        self.assertIn("runs already", again.json()["detail"])

    def test_in_the_future_without_a_rod_or_with_nonsense(self):
        rod = self.new()
        for clock, status, says in (
            (one(began_min=30), 422, "date and time"),
            (one(minutes=0), 422, ""),
            (one(minutes=1e9), 422, ""),
        ):
            answer = self.start(rod, clock)
            self.assertEqual(answer.status_code, status, answer.text)
            self.assertIn(says, answer.json()["detail"])
        self.assertEqual(self.start({"id": uuid.uuid4()}, one()).status_code, 404)
        self.assertEqual(self.client.post(f"/api/builds/{rod['id']}/clocks/nope/stop").status_code, 404)  # fmt: skip

    def test_a_clock_said_late_began_when_it_began(self):
        rod = self.new()
        self.start(rod, one(began_min=-20))
        ends = datetime.fromisoformat(self.running(rod)[0]["ends_at"])
        self.assertAlmostEqual((ends - datetime.now(UTC)).total_seconds() / 60, 5, delta=0.2)

    def test_every_change_rings_the_bell_once_it_is_safe(self):
        rung, before = [], self.store.changed
        self.addCleanup(setattr, self.store, "changed", before)
        self.store.changed = lambda rod_id, _version: rung.append(rod_id)
        rod = self.new()
        self.start(rod, one())
        self.save(rod, number="N-7")
        self.assertEqual([str(r) for r in rung], [rod["id"]] * 2)


class TheBell(unittest.TestCase):
    def test_everyone_who_listens_hears_it_and_nobody_is_waited_for(self):
        async def hear():
            bell, rod = Bell(), uuid.uuid4()
            bell.past = "16384"
            ears = [bell.listen(), bell.listen()]
            for ear in ears:
                self.assertEqual(await anext(ear), "event: past\ndata: 16384\n\n")
            await asyncio.to_thread(bell.ring, rod)
            for ear in ears:
                self.assertIn(f"data: {rod}", await asyncio.wait_for(anext(ear), 20))
            await ears[0].aclose()
            for _ in range(300):  # one of them never reads: its queue is full, and that is all
                bell.ring(rod)
            await ears[1].aclose()
            bell.ring(rod)

        asyncio.run(hear())
