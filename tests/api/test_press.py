"""The press: sheets asked for at once all come whole, one that fails costs only itself, and the server goes on when it is killed."""

import io
import os
import signal
import unittest
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime

import pdfplumber
from fastapi.testclient import TestClient

from tests.api.test_builds import WithAShop
from tests.shop import settings
from wise_spool.api.app import create_app
from wise_spool.api.press import Press, PressError
from wise_spool.demo.shop import demo_records


class ThePress(unittest.TestCase):
    def setUp(self):
        self.press = Press(workers=1, longest_s=20)
        self.addCleanup(self.press.close)

    def test_what_it_raises_is_raised_here_and_it_goes_on(self):
        with self.assertRaises(ZeroDivisionError):
            self.press.print(divmod, 7, 0)
        self.assertEqual(self.press.print(divmod, 7, 2), (3, 1))

    def test_killed_in_the_middle_it_says_so_and_a_fresh_one_prints_the_next(self):
        self.assertNotEqual(first := self.press.print(os.getpid), os.getpid())
        os.kill(first, signal.SIGKILL)
        with self.assertRaises(PressError):
            for _ in range(50):  # until it is seen to be gone
                self.assertEqual(self.press.print(os.getpid), first)
        self.assertNotEqual(self.press.print(os.getpid), first)

    def test_one_that_takes_too_long_is_ended(self):
        press = Press(workers=1, longest_s=0.5)
        self.addCleanup(press.close)
        with self.assertRaises(PressError):
            press.print(signal.pause)

    def test_what_a_sheet_prints_aloud_does_not_come_between(self):
        self.assertIsNone(self.press.print(print, "aloud"))
        self.assertEqual(self.press.print(divmod, 9, 4), (2, 1))


class ManyAtOnce(WithAShop):
    def test_sheets_asked_for_at_once_all_come_whole(self):
        rods = [self.store.add(r) for r in demo_records(datetime.now(UTC))[:2]]
        wanted = [(rod, sheet) for rod in rods for sheet in ("build-sheet", "story-stick", "portrait", "figures")]  # fmt: skip

        def ask(one):
            rod, sheet = one
            return client.get(f"/api/builds/{rod.id}/{sheet}.pdf")

        app = create_app(self.store, settings())
        with (
            TestClient(app, base_url="http://127.0.0.1:8321") as client,  # one loop for all of them
            ThreadPoolExecutor(8) as pool,
        ):
            answers = list(pool.map(ask, wanted))
        for (rod, _), answer in zip(wanted, answers, strict=True):
            self.assertEqual(answer.status_code, 200, answer.text[:300])
            text = pdfplumber.open(io.BytesIO(answer.content)).pages[0].extract_text()
            self.assertIn(rod.records.design.name, text)
