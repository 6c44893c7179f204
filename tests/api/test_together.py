"""Two processes of one shop, and two people on one rod: what one says the other hears, and nothing of either is lost."""

import asyncio
import unittest
import uuid

import psycopg
from bench.two_people import work_together

from tests.shop import fresh_store, settings
from wise_spool.api.bell import Bell
from wise_spool.api.hearsay import Hearsay


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
            heard = [await asyncio.wait_for(anext(ear), 10) for ear in ears]
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


class TwoPeople(unittest.TestCase):
    def test_nothing_is_lost_and_both_see_the_same(self):
        for seed in (1, 2):
            done = work_together(fresh_store(), settings(), edits=60, seed=seed)
            self.assertEqual(done.lost, [])
            self.assertEqual(done.seen[0], done.seen[1])
            self.assertGreater(done.asked, 0, "two people never met at one field")
            self.assertGreater(done.merged, 0, "no edits went together")
