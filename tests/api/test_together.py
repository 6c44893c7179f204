"""Two processes of one shop, and two people on one rod: what one says the other hears, and nothing of either is lost."""

import asyncio
import threading
import unittest
import unittest.mock
import uuid
from datetime import UTC, datetime

import psycopg
from bench.two_people import work_together
from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.api.bell import Bell
from wise_spool.api.deps import DEMO
from wise_spool.api.hearsay import Hearsay
from wise_spool.demo.shop import demo_records
from wise_spool.store.builds import BuildStore
from wise_spool.store.turn import Turn


class TwoProcesses(unittest.TestCase):
    def setUp(self):
        self.store = fresh_store()
        self.addCleanup(self.store.engine.dispose)
        self.bells = [Bell(), Bell()]
        self.said = [Hearsay(self.store.engine, bell) for bell in self.bells]
        for one in self.said:
            one.start()
            self.addCleanup(one.close)
            self.assertTrue(one.listening.wait(10))

    def hears(self, act):
        """What each process hears first, after both listen and the first has acted."""

        async def both():
            ears = [bell.listen() for bell in self.bells]
            for ear in ears:
                await anext(ear)
            await asyncio.to_thread(act)
            heard = [await asyncio.wait_for(anext(ear), 30) for ear in ears]
            more = [await self.rest(ear) for ear in ears]
            return heard, more

        return asyncio.run(both())

    async def rest(self, ear):
        """Whatever comes in the next moment, such as the same thing twice."""
        task = asyncio.ensure_future(anext(ear))
        done, _ = await asyncio.wait({task}, timeout=0.3)
        if not done:
            task.cancel()
        return task.result() if done else None

    def test_what_is_rung_in_one_is_heard_once_in_both(self):
        rod = uuid.uuid4()
        heard, more = self.hears(lambda: self.bells[0].ring(rod, 7))
        self.assertEqual(heard, [f"event: rod\ndata: {rod} 7\n\n"] * 2)
        self.assertEqual(more, [None, None])

    def test_who_speaks_over_a_line_that_was_cut_is_heard_all_the_same(self):
        self.hears(self.bells[0].board)
        url = self.store.engine.url.set(drivername="postgresql").render_as_string(hide_password=False)  # fmt: skip
        with psycopg.connect(url, autocommit=True) as link:
            cut = link.execute("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE '%pg_notify%' AND pid <> pg_backend_pid()").fetchall()  # fmt: skip
        self.assertEqual(cut, [(True,)])
        heard, more = self.hears(self.bells[0].board)
        self.assertEqual((heard, more), (["event: board\ndata: -\n\n"] * 2, [None, None]))

    def test_a_line_that_was_cut_is_taken_up_again(self):
        for one in self.said:
            one.listening.clear()
        url = self.store.engine.url.set(drivername="postgresql").render_as_string(hide_password=False)  # fmt: skip
        with psycopg.connect(url, autocommit=True) as link:
            link.execute("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'")  # fmt: skip
        for one in self.said:
            self.assertTrue(one.listening.wait(20))
        heard, _ = self.hears(self.bells[1].board)
        self.assertEqual(heard, ["event: board\ndata: -\n\n"] * 2)


class OneShopTwoServers(unittest.TestCase):
    """Two servers over one database: whichever is asked, it is one shop."""

    def setUp(self):
        stores = [fresh_store()]
        stores.append(BuildStore(stores[0].engine.url.render_as_string(hide_password=False)))
        self.apps = [create_app(s, settings(), DEMO) for s in stores]
        self.shops = [a.state.shop for a in self.apps]
        self.clients = [TestClient(a, base_url="http://127.0.0.1:8321") for a in self.apps]
        for shop in self.shops:
            self.addCleanup(shop.builds.engine.dispose)
            self.addCleanup(shop.scheduler.close)
            shop.hearsay.start()
            self.addCleanup(shop.hearsay.close)
            self.assertTrue(shop.hearsay.listening.wait(10))

    def rods(self, count):
        return [self.shops[0].builds.add(r) for r in demo_records(datetime.now(UTC))[:count]]

    def change(self, client, rod, at, to):
        op = {"act": "set", "at": [at], "to": to}
        seen = client.get(f"/api/builds/{rod}").json()["version"]
        change = {"id": str(uuid.uuid4()), "what": "said", "seen": seen, "ops": [op]}
        answer = client.post(f"/api/builds/{rod}/changes", json={"changes": [change]})
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def until(self, true):
        pause = threading.Event()
        for _ in range(600):
            if true():
                return
            pause.wait(0.1)
        self.fail("never")

    def test_one_searches_both_know_it_and_either_may_stop_it(self):
        self.rods(3)
        one, other = self.clients
        self.assertTrue(one.get("/api/board").json()["solving"])
        self.assertTrue(other.get("/api/board").json()["solving"])
        self.assertTrue(self.shops[0].scheduler._work.alive)
        self.assertIsNone(self.shops[1].scheduler._work, "both search")
        other.delete("/api/board/solve")
        self.until(lambda: self.shops[0].scheduler._work is None)
        self.assertFalse(one.get("/api/board").json()["solving"], "stopped, it began anew")
        self.assertTrue(one.post("/api/board/solve").json()["solving"])

    def test_a_search_for_what_was_is_put_down_and_one_for_what_is_taken_up(self):
        rods = self.rods(3)
        one, other = self.clients
        first = one.get("/api/board").json()["of"]
        self.assertTrue(self.shops[0].scheduler._work.alive)
        other.post(f"/api/builds/{rods[0].id}/put-away")
        second = other.get("/api/board").json()["of"]
        self.assertNotEqual(first, second)
        self.until(lambda: other.get("/api/board").json()["solving"])
        self.assertIsNone(self.shops[0].scheduler._work)

    def test_a_turn_is_free_again_when_whoever_had_it_is_gone(self):
        had, other = (Turn(s.builds.engine, "a thing") for s in self.shops)
        self.assertTrue(had.take())
        self.assertEqual((had.take(), other.take(), other.taken()), (False, False, True))
        with self.shops[1].builds.engine.begin() as link:
            link.execute(text("SELECT pg_terminate_backend(pid) FROM pg_locks WHERE locktype = 'advisory' AND granted AND pid <> pg_backend_pid()"))  # fmt: skip
        self.until(other.take)
        self.assertFalse(had.mine())
        other.give()
        self.assertFalse(other.taken())
        self.assertTrue(had.mine())
        had.give()

    def test_who_is_deleted_at_one_is_gone_at_the_other_and_does_not_come_back(self):
        rod, (one, other) = str(self.rods(1)[0].id), self.clients
        who = {"id": str(uuid.uuid4()), "person": {"name": "Runa Skog"}}
        one.post("/api/people", json=who)

        self.change(other, rod, "note", "Runa Skog calls")
        entry = {"id": "n1", "at": "2026-05-02T10:00:00Z", "note": {"id": "n1", "words": "Runa Skog called"}}  # fmt: skip
        other.post(f"/api/builds/{rod}/log", json={"entries": [entry]})
        read = ("", "/log", "/revisions")
        self.assertIn("Runa", "".join(other.get(f"/api/builds/{rod}{r}").text for r in read))
        self.shops[1].hearsay.acts = {}  # it does nothing of what it hears
        gone = one.delete(f"/api/people/{who['id']}", params={"even_so": True})
        self.assertEqual(gone.status_code, 200, gone.text)
        self.assertNotIn("Runa", "".join(other.get(f"/api/builds/{rod}{r}").text for r in read))
        self.assertNotIn("Runa", str(self.change(other, rod, "number", "9")))
        self.assertNotIn("Runa", "".join(one.get(f"/api/builds/{rod}{r}").text for r in read))

    def test_who_is_deleted_at_one_stays_in_no_memory_of_the_other(self):
        rod, (one, other) = str(self.rods(1)[0].id), self.clients
        who = {"id": str(uuid.uuid4()), "person": {"name": "Runa Skog"}}
        one.post("/api/people", json=who)
        self.change(other, rod, "client", "Runa Skog")
        self.assertTrue(self.shops[1].plans._kept)
        rung = []
        self.shops[0].builds.changed = lambda rod_id, version: rung.append((str(rod_id), version))
        one.delete(f"/api/people/{who['id']}", params={"even_so": True})
        self.until(lambda: not self.shops[1].plans._kept)
        self.assertEqual(rung, [(rod, other.get(f"/api/builds/{rod}").json()["version"])])

    def test_what_one_tries_or_cannot_meet_the_other_shows(self):
        self.rods(2)
        one, other = self.clients
        board = one.get("/api/board").json()["board"]
        one.post("/api/board/what-if", json={"name": "all the same", "board": board})
        put_away = self.shops[0].hanging(5)[0].id
        other.post(f"/api/builds/{put_away}/put-away")
        other.get("/api/board")  # another problem: searches are put down, what is tried goes on
        self.until(lambda: other.get("/api/board").json()["trying"][0]["costs"])
        self.assertEqual(other.get("/api/board").json()["trying"][0]["name"], "all the same")
        other.delete("/api/board/what-if")
        self.until(lambda: not one.get("/api/board").json()["trying"])
        one.put("/api/board", json={**board, "people": [], "on_order": []})
        self.until(lambda: other.get("/api/board").json()["clashes"])
        self.assertIn("Nobody is ever at the bench", other.get("/api/board").json()["clashes"][0]["words"])  # fmt: skip

    def test_what_one_has_learned_anew_the_other_does_not_go_on_with(self):
        rod = self.rods(1)[0]
        one, other = self.clients
        self.assertEqual(other.get("/api/learned").json(), [])
        began = datetime.now(UTC)
        worked = {"kind": "wrap", "tool": "hand wrapper, A", "planned": 10.0, "minutes": 14.0}
        entries = [{"id": f"w{n}", "at": began.isoformat(), "worked": {"id": f"w{n}", **worked}} for n in range(9)]  # fmt: skip
        answer = one.post(f"/api/builds/{rod.id}/log", json={"entries": entries})
        self.assertEqual(answer.status_code, 200, answer.text[:400])
        learned = one.get("/api/learned").json()
        self.assertTrue(learned)
        self.until(lambda: other.get("/api/learned").json() == learned)

    def test_a_habit_set_at_one_is_the_other_s_at_once_and_is_not_asked_of_the_database_in_between(
        self,
    ):
        one, other = self.shops
        for shop in self.shops:
            self.assertEqual(shop.habits.said(), {})
        with unittest.mock.patch(
            "wise_spool.store.habits.settled", side_effect=AssertionError("asked")
        ):
            self.assertEqual(other.habits.said(), {})
        one.habits.say("knot_ring_mm", 7.0)
        self.assertEqual(one.habits.said(), {"knot_ring_mm": 7.0})
        self.until(lambda: other.habits.said() == {"knot_ring_mm": 7.0})
        other.habits.say("knot_ring_mm", 8.0)
        self.until(lambda: one.habits.said() == {"knot_ring_mm": 8.0})
        self.assertEqual(other.habits.said(), {"knot_ring_mm": 8.0})
        with one.builds.engine.begin() as link:  # another past is put there
            link.execute(text("DELETE FROM setting"))
        one.bell.anew()
        self.until(lambda: other.habits.said() == {})
        one.hearsay.listening.clear()  # who does not hear goes by what is kept
        other.habits.say("knot_ring_mm", 9.0)
        self.assertEqual(one.habits.said(), {"knot_ring_mm": 9.0})

    def test_a_device_told_at_one_behaves_so_at_the_other(self):
        one, other = self.clients
        one.put("/api/devices/scale", json={"fault": "dead"})
        self.assertNotEqual(other.post("/api/devices/scale/press", json={}).status_code, 200)
        other.put("/api/devices/dryer", json={"rpm": 9})
        self.assertEqual(one.get("/api/devices/dryer").json()["turning_rpm"], 9)

    def test_after_another_past_was_put_there_nothing_that_was_read_before_counts(self):
        rod = self.rods(1)[0]
        other = self.clients[1]
        before = other.get(f"/api/builds/{rod.id}").json()
        with self.shops[
            0
        ].builds.engine.begin() as link:  # as a backup with the same versions would
            link.execute(text("UPDATE revision SET design = jsonb_set(design, '{number}', '\"of another past\"')"))  # fmt: skip
        self.shops[0].bell.anew()
        self.until(lambda: other.get(f"/api/builds/{rod.id}").json() != before)
        self.assertEqual(other.get(f"/api/builds/{rod.id}").json()["build"]["number"], "of another past")  # fmt: skip

    def test_one_looks_after_the_room_and_the_backups(self):
        one, other = self.shops
        self.assertTrue(one.watch.mine())
        self.assertFalse(other.watch.mine())
        one.watch.give()
        self.assertTrue(other.watch.mine())


class TwoPeople(unittest.TestCase):
    def test_nothing_is_lost_and_both_see_the_same(self):
        for seed in (1, 2):
            done = work_together(fresh_store(), settings(), edits=60, seed=seed)
            self.assertEqual(done.lost, [])
            self.assertEqual(done.seen[0], done.seen[1])
            self.assertGreater(done.asked, 0, "two people never met at one field")
            self.assertGreater(done.merged, 0, "no edits went together")
