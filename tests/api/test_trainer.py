"""The trainer over HTTP keeps its secret until the answer; the bench instruments send and fail."""

import unittest

from fastapi.testclient import TestClient

from tests.api.test_builds import WithAShop
from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.core.spine.trainer import make_blank
from wise_spool.devices.instrument import InstrumentError, read_line
from wise_spool.devices.simulated import SimulatedInstrument


class TheTrainer(WithAShop):
    def start(self, **new):
        return self.client.post("/api/trainer/rounds", json={"level": 1, "seed": 5, **new}).json()

    def test_a_round_from_roll_to_score(self):
        begun = self.start()
        path = f"/api/trainer/rounds/{begun['id']}"
        at = begun["rolled"]
        trials = []
        for trial in range(10):
            at = self.client.post(f"{path}/roll", json={"toward_deg": at["toward_deg"], "hand_deg": at["hand_deg"], "by_deg": 36}).json()  # fmt: skip
            rest = self.client.post(f"{path}/rest", json={"toward_deg": at["toward_deg"], "trial": trial}).json()  # fmt: skip
            trials.append({"angle_deg": rest["trial"]["angle_deg"]})
        reading = self.client.post(f"{path}/reading", json={"trials": trials}).json()
        answer = self.client.post(f"{path}/answer", json={"line_deg": reading["lines"][0]["angle_deg"]}).json()  # fmt: skip
        self.assertGreater(answer["points"], 80)
        truth = make_blank(1, 5).lines_deg
        self.assertEqual(answer["lines_deg"], [round(x, 1) for x in truth])
        self.assertEqual(self.client.post(f"{path}/answer", json={"line_deg": 1}).status_code, 404)
        scores = self.client.get("/api/trainer/scores").json()
        self.assertEqual(scores[-1]["points"], answer["points"])

    def test_nothing_before_the_answer_gives_it_away(self):
        begun = self.start(level=2)
        for word in ("soft", "stiff", "lines_deg", "seed"):
            self.assertNotIn(word, str(begun))

    def test_levels_out_of_range_and_wild_turns_are_refused(self):
        self.assertEqual(self.client.post("/api/trainer/rounds", json={"level": 9}).status_code, 422)  # fmt: skip
        begun = self.start()
        wild = {"toward_deg": 0, "hand_deg": 0, "by_deg": 9000}
        answer = self.client.post(f"/api/trainer/rounds/{begun['id']}/roll", json=wild)
        self.assertEqual(answer.status_code, 422)

    def test_the_bench_test_can_be_taken(self):
        begun = self.start(level=4)
        got = self.client.post(f"/api/trainer/rounds/{begun['id']}/bench-test").json()
        self.assertEqual(len(got["drops"]), 16)
        self.assertIn(got["read"]["verdict"], ("both", "stiffness"))


class OverHttp(WithAShop):
    def setUp(self):
        super().setUp()
        self.client.put("/api/devices/practice", json={"on": True})

    def test_a_real_shop_has_no_simulated_instrument_until_it_asks_for_them(self):
        self.client.put("/api/devices/practice", json={"on": False})
        self.assertEqual(self.client.get("/api/devices").json(), [])
        answer = self.client.post("/api/devices/indicator/press", json={"about": 5})
        self.assertEqual(answer.status_code, 404)
        self.assertIn("No instrument stands", answer.json()["detail"])
        on = self.client.put("/api/devices/practice", json={"on": True}).json()
        self.assertTrue(all(d["simulated"] for d in on))
        fresh = create_app(fresh_store(), settings())
        self.assertEqual(TestClient(fresh, base_url="http://127.0.0.1:8321").get("/api/devices").json(), [])  # fmt: skip
        demo = create_app(fresh_store(), settings(), "demo")
        self.assertEqual(len(TestClient(demo, base_url="http://127.0.0.1:8321").get("/api/devices").json()), 2)  # fmt: skip

    def test_pressed_it_reads_about_what_it_should(self):
        got = self.client.post("/api/devices/indicator/press", json={"about": 41.5}).json()
        self.assertAlmostEqual(got["value"], 41.5, delta=0.3)

    def test_each_fault(self):
        for fault, status in (("dead", 503), ("inches", 200), ("noisy", 200)):
            self.client.put("/api/devices/indicator", json={"fault": fault})
            answer = self.client.post("/api/devices/indicator/press", json={"about": 50})
            self.assertEqual(answer.status_code, status)
            if fault == "inches":
                self.assertLess(answer.json()["value"], 3)
        self.client.put("/api/devices/indicator", json={"fault": "drop_out"})
        codes = {self.client.post("/api/devices/indicator/press", json={}).status_code for _ in range(4)}  # fmt: skip
        self.assertEqual(codes, {200, 503})
        self.client.put("/api/devices/indicator", json={"fault": "none"})


class Lines(unittest.TestCase):
    def test_a_line_with_its_unit(self):
        self.assertEqual(read_line("indicator", "+0012.34 mm\r\n").value, 12.34)
        self.assertAlmostEqual(read_line("indicator", "0.5 in").value, 12.7)
        self.assertAlmostEqual(read_line("scale", "1 oz").value, 28.3495, places=3)
        self.assertEqual(read_line("indicator", "12,5").value, 12.5)

    def test_what_is_no_reading(self):
        for kind, line in (("indicator", ""), ("indicator", "+-3"), ("indicator", "12 g"), ("scale", "12 mm"), ("scale", "Err")):  # fmt: skip
            with self.assertRaises(InstrumentError):
                read_line(kind, line)

    def test_a_simulated_one_repeats_itself(self):
        a, b = (SimulatedInstrument("x", "indicator", 10, 0.05, 2) for _ in range(2))
        self.assertEqual([a.press() for _ in range(5)], [b.press() for _ in range(5)])
