"""Thread and letters over HTTP: patterns, spools, labels, looks along the rod; refusals in the builder's words."""

from datetime import UTC, datetime

from tests.api.test_builds import WithAShop
from wise_spool.core.document.records import Records
from wise_spool.demo.shelf import demo_shelf
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.build_file import write_build
from wise_spool.store.shelf import Shelf

SHOP = {b.name: b for b in demo_builds(datetime.now(UTC))}


class Wraps(WithAShop):
    def hang(self, name):
        body = write_build(Records.of(SHOP[name]))
        return self.client.post("/api/builds/import", content=body).json()

    def test_patterns_to_start_from(self):
        names = [p["name"] for p in self.client.get("/api/wrap-patterns").json()]
        self.assertGreaterEqual(len(names), 12)
        self.assertEqual(len(names), len(set(names)))

    def test_spools_over_open_rods_against_the_shelf(self):
        Shelf(self.store).add(demo_shelf())
        self.hang("Skerry 10")
        before = {s["thread"]: s for s in self.client.get("/api/spools").json()}
        self.assertEqual(before["spruce"]["on_hand_m"], 100)
        self.assertEqual(before["spruce"]["runs_out"], "")
        self.hang("Skerry 10")
        self.hang("Skerry 10")
        after = {s["thread"]: s for s in self.client.get("/api/spools").json()}
        self.assertGreater(after["spruce"]["need_m"], before["spruce"]["need_m"])
        self.assertIn("Skerry 10", after["spruce"]["runs_out"])

    def test_a_label_is_drawn_and_what_cannot_be_is_said(self):
        build = SHOP["Skerry 10"].model_dump(mode="json")
        got = self.client.post("/api/labels/drawn", json={"build": build, "label": "l1"}).json()
        self.assertTrue(got["ink"].startswith("M") and got["problem"] == "")
        build["wraps"]["labels"][0]["art"] = "<svg><script/></svg>"
        got = self.client.post("/api/labels/drawn", json={"build": build, "label": "l1"}).json()
        self.assertIn("script", got["problem"])
        self.assertEqual(got["ink"], "")
        missing = self.client.post("/api/labels/drawn", json={"build": build, "label": "none"})
        self.assertEqual(missing.status_code, 404)

    def test_labels_come_as_pdf_and_svg_and_for_the_batch(self):
        one = self.hang("Beacon, rod 1 of 2")
        self.hang("Beacon, rod 2 of 2")
        for query in ("", "?batch=true"):
            pdf = self.client.get(f"/api/builds/{one['id']}/labels.pdf{query}")
            self.assertTrue(pdf.content.startswith(b"%PDF"))
        svg = self.client.get(f"/api/builds/{one['id']}/labels.svg")
        both = self.client.get(f"/api/builds/{one['id']}/labels.svg?batch=true")
        self.assertIn("svg", svg.headers["content-type"])
        self.assertEqual(both.text.count("<g "), 2 * svg.text.count("<g "))
        bare = self.new()
        self.assertEqual(self.client.get(f"/api/builds/{bare['id']}/labels.svg").status_code, 409)

    def test_a_photograph_that_tells_nothing_is_refused_in_words(self):
        build = SHOP["Skerry 10"].model_dump(mode="json")
        ask = {"build": build, "behind_mm": 400, "clicks": [{"id": "seat", "x_px": 1, "y_px": 1}]}
        answer = self.client.post("/api/line-up/photo", json=ask)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("leaves the handle", answer.json()["detail"])
        ask["behind_mm"] = 0
        self.assertEqual(self.client.post("/api/line-up/photo", json=ask).status_code, 422)

    def test_looks_are_kept_in_the_record_and_open_the_gate(self):
        state = self.hang("Holm Casting")
        ids = [g["id"] for g in state["build"]["guides"]["train"]] + ["tip-top"]
        self.assertFalse(state["plan"]["line_up"]["open_gate"])
        entries = [
            {"id": f"look-{n}", "at": "2030-01-01T00:00:00Z", "sighted": {"id": i, "angle_deg": 0.2}}
            for n, i in enumerate(ids)
        ]  # fmt: skip
        for e in entries:
            e["at"] = datetime.now(UTC).isoformat()
        answer = self.client.post(f"/api/builds/{state['id']}/log", json={"entries": entries})
        self.assertEqual(answer.status_code, 200, answer.text)
        after = self.client.get(f"/api/builds/{state['id']}").json()
        self.assertTrue(after["plan"]["line_up"]["open_gate"])
        bad = {
            "entries": [
                {"id": "look-x", "at": datetime.now(UTC).isoformat(), "sighted": {"id": "g1"}}
            ]
        }
        answer = self.client.post(f"/api/builds/{state['id']}/log", json=bad)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("how many mm", answer.text)

    def test_what_no_thread_or_figure_can_be_is_refused_at_its_field(self):
        state = self.hang("Deep char")
        wraps = state["build"]["wraps"]
        for change, said in (
            ({"threads": [{"id": "a", "name": "a", "diameter_mm": 3}]}, "at most 1.2 mm"),
            ({"decoration": [{**wraps["decoration"][0], "lines": 3}]}, "2, 4 or 6"),
            ({"wraps": [{"id": "w", "kind": "free"}]}, "both its ends"),
            ({"labels": [{"id": "l", "from_mm": 10, "copies": 0}]}, "at least 1"),
        ):
            build = {**state["build"], "wraps": {**wraps, **change}}
            answer = self.client.post("/api/plan", json=build)
            self.assertEqual(answer.status_code, 422, said)
            self.assertIn(said, answer.text)
