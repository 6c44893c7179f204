"""The board over HTTP: an answer at once, a better one from the worker, trouble in words, the calendar, what if."""

import pickle
import subprocess
import sys
import tempfile
import unittest
from datetime import UTC, datetime, timedelta
from threading import Event
from unittest.mock import patch

import icalendar
import pdfplumber
from fastapi.testclient import TestClient

from tests.core.schedule.shops import random_shop
from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.core.document.log import LogEntry
from wise_spool.core.schedule.board import ShopBoard
from wise_spool.demo.board import demo_board
from wise_spool.demo.shop import demo_records
from wise_spool.settings import ROOT
from wise_spool.store.settled import settle


class OnTheBoard(unittest.TestCase):
    def setUp(self):
        self.store = fresh_store()
        self.addCleanup(self.store.engine.dispose)
        now = datetime.now(UTC)
        records = {r.design.name: r for r in demo_records(now)}
        self.rods = {n: str(self.store.add(records[n]).id) for n in ("Birch perch", "Holm Casting")}
        app = create_app(self.store, settings())
        self.shop = app.state.shop
        self.addCleanup(self.shop.scheduler.close)
        self.shop.timetable.say(demo_board(now.date(), "UTC", self.rods))
        self.client = TestClient(app, base_url="http://127.0.0.1:8321")

    def board(self):
        answer = self.client.get("/api/board")
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def say(self, **change):
        return self.client.put("/api/board", json={**self.board()["board"], **change})

    def until(self, true, tries=900):
        pause = Event()
        for _ in range(tries):
            state = self.board()
            if true(state):
                return state
            pause.wait(0.1)
        raise AssertionError(
            f"never: {state['standing']}, {state['trouble']}, solving {state['solving']}"
        )

    def test_a_cold_bench_is_offered_its_warm_nights_and_a_forecast_is_kept(self):
        board = self.board()["board"]
        self.say(room={**board["room"], "cold_c": 4.0, "in_hours": False})
        offers = self.client.get("/api/board/offers").json()
        for offer in offers:
            self.assertTrue(offer["sooner"])
            self.assertEqual(len(offer["board"]["heated"]), len(board["heated"]) + 1)
        day = datetime.now(UTC).date().isoformat()
        kept = self.say(forecast=[{"id": "", "day": day, "low_c": 2.0, "high_c": 6.0}])
        self.assertEqual(kept.json()["board"]["forecast"][0]["high_c"], 6.0)
        refused = self.say(forecast=[{"id": "", "day": day, "low_c": 9.0, "high_c": 6.0}])
        self.assertEqual(refused.status_code, 422)
        self.assertIn("colder than the night", refused.text)

    def test_the_first_answer_is_there_at_once_and_the_worker_makes_it_better_and_proves_a_bound(
        self,
    ):
        first = self.board()
        self.assertEqual(first["standing"], "listed")
        self.assertTrue(first["solving"])
        self.assertEqual({r["name"]: r["late_days"] for r in first["rods"]}, dict.fromkeys(self.rods, 0))  # fmt: skip
        later = self.until(lambda s: s["bound"])
        self.assertLessEqual(later["points"], first["points"])
        self.assertGreaterEqual(later["points"], later["bound"])
        self.assertIsNotNone(later["gap"])
        stopped = self.client.delete("/api/board/solve").json()
        self.assertFalse(stopped["solving"])
        self.assertEqual(stopped["of"], first["of"])
        kept = self.board()
        self.assertFalse(kept["solving"])  # the same problem has the answer that was found
        self.assertEqual(kept["sittings"], stopped["sittings"])

    def test_a_pin_holds_and_says_so_and_what_is_not_there_is_not_found(self):
        first = next(s for s in self.board()["sittings"] if s["kind"] == "marks")
        later = datetime.fromisoformat(first["start"]) + timedelta(days=7)
        pin = {"job": first["id"], "start": later.isoformat(), "person": first["person"]}
        state = self.say(pins=[pin]).json()
        there = next(s for s in state["sittings"] if s["id"] == first["id"])
        self.assertEqual((datetime.fromisoformat(there["start"]), there["pinned"]), (later, True))
        why = self.client.get("/api/board/why", params={"sitting": first["id"]}).json()
        self.assertEqual(why["cause"], "pin")
        self.assertEqual(
            self.client.get("/api/board/why", params={"sitting": "no"}).status_code, 404
        )

    def test_what_the_bench_logs_moves_the_board_at_once(self):
        before = self.board()
        rod = self.rods["Holm Casting"]
        self.assertIn(f"{rod}/spine", [s["id"] for s in before["sittings"]])
        entry = LogEntry(id="s", at=datetime.now(UTC), step="spine").model_dump(mode="json", exclude_none=True)  # fmt: skip
        self.client.post(f"/api/builds/{rod}/log", json={"entries": [entry]})
        after = self.board()
        self.assertNotIn(f"{rod}/spine", [s["id"] for s in after["sittings"]])
        self.assertNotEqual(before["of"], after["of"])
        # What need not move has not moved.
        was = {s["id"]: s["start"] for s in before["sittings"]}
        same = [s for s in after["sittings"] if was.get(s["id"]) == s["start"]]
        self.assertGreater(len(same), len(after["sittings"]) / 2)

    def test_trouble_is_said_with_what_relieves_it_and_the_last_good_plan_stays(self):
        good = self.until(lambda s: s["bound"])
        marks = next(s for s in good["sittings"] if s["kind"] == "marks")
        at = datetime.fromisoformat(marks["start"])
        night = at.replace(hour=3, minute=0) + timedelta(days=2)
        trouble = self.say(pins=[{"job": marks["id"], "start": night.isoformat()}]).json()
        self.assertEqual(len(trouble["sittings"]), len(good["sittings"]))
        said = self.until(lambda s: s["clashes"])
        self.assertEqual([c["kind"] for c in said["clashes"]], ["pin"])
        self.assertIn("pinned to", said["clashes"][0]["words"])
        relieved = self.client.put("/api/board", json=said["clashes"][0]["board"]).json()
        self.assertEqual((relieved["clashes"], relieved["trouble"]), ([], ""))
        nobody = self.say(people=[]).json()
        self.assertGreater(len(nobody["sittings"]), 0)
        said = self.until(lambda s: s["clashes"])
        self.assertIn("Nobody is ever at the bench", said["clashes"][0]["words"])

    def test_days_are_kept_in_hand_and_said_beside_what_is_to_spare(self):
        def promised(state):
            return next(r for r in state["rods"] if r["name"] == "Holm Casting")

        rod = promised(self.board())
        days = (datetime.fromisoformat(rod["due_at"]) - datetime.now(UTC)).days
        self.assertIn(rod["wanted_days"], (int(days * 0.33), int((days + 1) * 0.33)))
        self.assertEqual(promised(self.say(in_hand=0).json())["wanted_days"], 0)
        self.assertEqual(self.board()["costs"]["short_days"], 0)

    def test_nonsense_is_turned_away_at_its_field_and_changes_nothing(self):
        before = self.board()["board"]
        bad = [
            {"zone": "Middle of/Nowhere"}, {"weeks": 99}, {"dryers": [{"name": "", "slots": 1}]},
            {"people": [{"name": "P", "hours": [{"weekday": 0, "opens": "20:00", "closes": "18:00"}]}]},
            {"room": {"cold_c": 400}}, {"in_hand": 0.9}, {"in_hand": -1}, {"in_hand": "a lot"}, {"promises": [{"rod": "x", "promised_on": "soon"}]},
        ]  # fmt: skip
        for change in bad:
            answer = self.say(**change)
            self.assertEqual(answer.status_code, 422, change)
            self.assertTrue(answer.json()["errors"], change)
        self.assertEqual(self.board()["board"], before)
        self.assertEqual(
            self.say(trip_on="2020-01-01").status_code, 200
        )  # a trip that is over is only late
        self.assertEqual(len(self.board()["sittings"]), len(self.board()["sittings"]))

    def test_a_what_if_is_tried_beside_the_plan_and_changes_nothing(self):
        before = self.board()
        board = {**before["board"], "dryers": [{"id": "one", "name": "one", "slots": 6}]}
        asked = self.client.post("/api/board/what-if", json={"name": "six places", "board": board})
        self.assertEqual(asked.status_code, 202)
        after = self.until(lambda s: s["trying"] and s["trying"][0]["costs"])
        self.assertEqual(after["trying"][0]["name"], "six places")
        self.assertEqual(set(after["trying"][0]["ready"]), set(self.rods.values()))
        self.assertEqual(after["board"], before["board"])
        without = {"name": "w", "board": before["board"], "without": self.rods["Holm Casting"]}
        self.client.post("/api/board/what-if", json=without)
        after = self.until(lambda s: s["trying"][-1]["name"] == "w" and s["trying"][-1]["costs"])
        self.assertEqual(set(after["trying"][-1]["ready"]), {self.rods["Birch perch"]})
        self.assertEqual(self.client.delete("/api/board/what-if").json()["trying"], [])

    def test_the_calendar_is_read_by_its_secret_address_only_and_another_ends_the_old(self):
        state = self.board()
        calendar = icalendar.Calendar.from_ical(self.client.get(state["feed"]).content)
        events = list(calendar.walk("VEVENT"))
        promised = sum(p["promised_on"] is not None for p in state["board"]["promises"])
        self.assertEqual(len(events), len(state["sittings"]) + promised)
        self.assertEqual(self.client.get("/calendar/guessed.ics").status_code, 404)
        fresh = self.client.post("/api/board/feed").json()["feed"]
        self.assertEqual(self.client.get(state["feed"]).status_code, 404)
        self.assertEqual(self.client.get(fresh).status_code, 200)

    def test_today_and_the_week_are_printed(self):
        self.board()
        week = self.client.get("/api/board/today.pdf", params={"days": 7})
        path = self.enterContext(tempfile.NamedTemporaryFile(suffix=".pdf"))
        path.write(week.content)
        path.flush()
        with pdfplumber.open(path.name) as pdf:
            text = "\n".join(p.extract_text() for p in pdf.pages)
        self.assertIn("Holm Casting", text)
        self.assertIn("h of hands", text)
        self.assertEqual(self.client.get("/api/board/today.pdf").status_code, 200)

    def test_a_rod_set_aside_is_not_planned_and_a_shop_without_rods_has_nothing_to_do(self):
        aside = [{"rod": self.rods["Holm Casting"], "aside": True}]
        state = self.say(promises=aside).json()
        self.assertEqual({s["rod"] for s in state["sittings"]}, {self.rods["Birch perch"]})
        for rod in self.rods.values():
            self.client.post(f"/api/builds/{rod}/put-away")
        empty = self.until(lambda s: not s["sittings"])
        self.assertEqual(empty["rods"], [])

    def test_more_than_can_be_searched_is_laid_out_by_the_list_and_more_than_fits_is_said(self):
        with patch("wise_spool.api.scheduler.MOST_SEARCHED", 5):
            state = self.board()
            self.assertEqual((state["standing"], state["solving"]), ("listed", False))
            tiny = [{"id": "p", "name": "P", "hours": [{"weekday": 0, "opens": "18:00", "closes": "19:35"}]}]  # fmt: skip
            short = self.say(people=tiny, weeks=1, on_order=[]).json()
            self.assertEqual(short["solving"], False)
            said = self.board()["clashes"]
            self.assertIn("do not hold all that is to be done", said[0]["words"])
            self.assertEqual(len(self.board()["sittings"]), len(state["sittings"]))

    def test_the_worker_ends_with_the_server(self):
        with self.client:
            self.assertTrue(self.board()["solving"])
            work = self.shop.scheduler._work
        work._process.wait(10)
        self.assertFalse(work.alive)

    def test_the_worker_ends_with_a_server_that_is_killed(self):
        pipe, problem = subprocess.PIPE, random_shop(3, rods=12, days=20)
        worker = subprocess.Popen([sys.executable, "-m", "wise_spool.api.solving_worker"], stdin=pipe, stdout=pipe, cwd=ROOT)  # fmt: skip
        self.addCleanup(worker.kill)
        pickle.dump((problem, 1e6), worker.stdin)
        worker.stdin.flush()
        with worker.stdout:
            self.assertIsNotNone(pickle.load(worker.stdout).schedule)
            self.assertIsNone(worker.poll())
            worker.stdin.close()
            self.assertEqual(worker.wait(60), 0)

    def test_an_unreadable_board_is_the_usual_one(self):
        settle(self.store.engine, "board", {"zone": 7})
        self.assertIsInstance(self.shop.timetable.board(), ShopBoard)
        self.assertEqual(self.board()["board"]["people"][0]["name"], "Me")


if __name__ == "__main__":
    unittest.main()
