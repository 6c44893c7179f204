"""The API on a real PostgreSQL: keeping, undoing, conflicting, refusing."""

import json
import unittest
import uuid
from concurrent.futures import ThreadPoolExecutor

from fastapi.testclient import TestClient

from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app


class WithAShop(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.store = fresh_store()
        cls.client = TestClient(create_app(cls.store, settings()), base_url="http://127.0.0.1:8321")
        cls.addClassCleanup(cls.store.engine.dispose)

    def new(self, name="Test rod", **more):
        answer = self.client.post("/api/builds", json={"name": name, **more})
        self.assertEqual(answer.status_code, 201)
        return answer.json()

    def save(self, state, base=None, what="edit", **changes):
        build = {**state["build"], **changes}
        body = {"base_revision": base or state["revision"], "what": what, "build": build}
        return self.client.put(f"/api/builds/{state['id']}", json=body)


class Keeping(WithAShop):
    def test_an_edit_is_a_revision_and_comes_back_planned(self):
        state = self.new()
        after = self.save(state, blank={"length_mm": 2000}).json()
        self.assertEqual(after["revision"], 2)
        self.assertEqual(after["plan"]["blank"]["length_mm"], 2000)
        again = self.client.get(f"/api/builds/{state['id']}").json()
        self.assertEqual(again["build"]["blank"]["length_mm"], 2000)

    def test_saving_the_same_again_adds_nothing(self):
        state = self.new()
        once = self.save(state, client="N. Body").json()
        self.assertEqual(self.save(once, client="N. Body").json()["revision"], once["revision"])

    def test_undo_and_redo(self):
        state = self.new()
        path = f"/api/builds/{state['id']}"
        two = self.save(state, client="a").json()
        self.save(two, client="b")
        self.assertEqual(self.client.post(f"{path}/undo").json()["build"]["client"], "a")
        first = self.client.post(f"{path}/undo").json()
        self.assertEqual(
            (first["build"]["client"], first["can_undo"], first["can_redo"]), ("", False, True)
        )
        self.assertEqual(self.client.post(f"{path}/undo").status_code, 409)
        self.assertEqual(self.client.post(f"{path}/redo").json()["build"]["client"], "a")
        self.assertEqual(self.client.post(f"{path}/redo").json()["build"]["client"], "b")
        self.assertEqual(self.client.post(f"{path}/redo").status_code, 409)

    def test_an_edit_after_undo_keeps_what_was_undone(self):
        state = self.new()
        path = f"/api/builds/{state['id']}"
        two = self.save(state, client="a").json()
        back = self.client.post(f"{path}/undo").json()
        self.assertFalse(self.save(back, client="c").json()["can_redo"])
        self.assertEqual(
            self.client.get(f"{path}/revisions/{two['revision']}").json()["client"], "a"
        )

    def test_a_stale_edit_keeps_both_versions(self):
        state = self.new()
        self.save(state, client="mine")
        answer = self.save(state, base=1, number="N-1")
        self.assertEqual(answer.status_code, 409)
        body = answer.json()
        self.assertEqual(answer.headers["content-type"], "application/problem+json")
        self.assertEqual(body["current"]["build"]["client"], "mine")
        self.assertEqual([e["field"] for e in body["errors"]], ["client"])
        kept = self.client.get(f"/api/builds/{state['id']}/revisions/{body['kept_as']}").json()
        self.assertEqual((kept["number"], kept["client"]), ("N-1", ""))
        self.assertEqual(
            self.client.get(f"/api/builds/{state['id']}").json()["build"]["client"], "mine"
        )

    def test_of_many_edits_at_once_one_counts_and_all_are_kept(self):
        state = self.new()
        with ThreadPoolExecutor(6) as pool:
            answers = list(
                pool.map(lambda n: self.save(state, client=f"c{n}").status_code, range(6))
            )
        self.assertEqual(sorted(answers), [200, 409, 409, 409, 409, 409])
        history = self.client.get(f"/api/builds/{state['id']}/revisions").json()
        self.assertEqual(len(history), 7)

    def test_put_away_and_hung_back(self):
        state = self.new("Put away")
        on_rack = lambda: [r["name"] for r in self.client.get("/api/builds").json()]  # noqa: E731
        self.assertIn("Put away", on_rack())
        self.client.post(f"/api/builds/{state['id']}/put-away")
        self.assertNotIn("Put away", on_rack())
        self.client.post(f"/api/builds/{state['id']}/put-away?back=true")
        self.assertIn("Put away", on_rack())

    def test_a_copy_starts_its_own_record(self):
        state = self.new("First")
        copy = self.client.post(f"/api/builds/{state['id']}/copy").json()
        self.assertEqual(copy["build"]["name"], "First, copy")
        self.assertNotEqual(copy["id"], state["id"])

    def test_what_if_keeps_nothing(self):
        state = self.new()
        build = {**state["build"], "blank": {"length_mm": 1800}}
        self.assertEqual(
            self.client.post("/api/plan", json=build).json()["blank"]["length_mm"], 1800
        )
        self.assertEqual(self.client.get(f"/api/builds/{state['id']}").json()["revision"], 1)


class Refusing(WithAShop):
    def refused(self, answer, status=422):
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertEqual(answer.headers["content-type"], "application/problem+json")
        body = answer.json()
        self.assertTrue({"type", "title", "status", "detail", "errors"} <= body.keys())
        return body

    def test_names_the_field_the_value_and_the_range(self):
        state = self.new()
        error = self.refused(self.save(state, blank={"length_mm": -4}))["errors"][0]
        self.assertEqual(error["field"], "blank.length_mm")
        self.assertEqual(error["value"], "-4")
        self.assertEqual(error["message"], "Length: “-4” must be at least 300 mm.")
        self.assertEqual(self.client.get(f"/api/builds/{state['id']}").json()["revision"], 1)

    def test_every_kind_of_bad_value_is_said_at_its_field(self):
        state = self.new()
        reading = {"station_mm": 0, "od_mm": 12}
        cases = {
            "blank.readings.0.od_mm": {
                "blank": {"length_mm": 2000, "readings": [{**reading, "od_mm": "thick"}]}
            },
            "blank.readings.1.od_mm": {
                "blank": {"length_mm": 2000, "readings": [reading, {"station_mm": 5, "od_mm": 900}]}
            },
            "spine.trials.0.angle_deg": {"spine": {"trials": [{"angle_deg": 400}]}},
            "guides.first_gap_mm": {"guides": {"first_gap_mm": -1}},
            "finish.coats": {"finish": {"coats": 99}},
            "rule": {"rule": "furlongs"},
            "name": {"name": ""},
        }
        for field, change in cases.items():
            with self.subTest(field=field):
                errors = self.refused(self.save(state, **change))["errors"]
                self.assertEqual(errors[0]["field"], field)
                self.assertRegex(errors[0]["message"], r"^[A-Z].*[.]$")

    def test_nan_and_infinity(self):
        state = self.new()
        for number in ("NaN", "Infinity", "1e999"):
            text = json.dumps({"base_revision": 1, "what": "x", "build": state["build"]})
            text = text.replace('"length_mm": null', f'"length_mm": {number}', 1)
            answer = self.client.put(
                f"/api/builds/{state['id']}",
                content=text,
                headers={"content-type": "application/json"},
            )
            self.assertIn(
                "not a number a rod can have", self.refused(answer)["errors"][0]["message"]
            )

    def test_ten_thousand_stations(self):
        state = self.new()
        readings = [{"station_mm": i / 10, "od_mm": 10} for i in range(10_000)]
        error = self.refused(self.save(state, blank={"length_mm": 2000, "readings": readings}))[
            "errors"
        ][0]
        self.assertIn("at most 400", error["message"])

    def test_a_seat_without_its_bore_and_a_bore_without_a_seat(self):
        state = self.new()
        part = {"id": "a", "kind": "reel_seat", "length_mm": 100}
        error = self.refused(self.save(state, handle={"parts": [part]}))["errors"][0]
        self.assertIn("needs its inner bore described", error["message"])

    def test_a_50_mb_upload_is_refused_unread(self):
        body = b'{"format":"' + b"x" * 50_000_000 + b'"}'
        detail = self.refused(self.client.post("/api/builds/import", content=body), 413)["detail"]
        self.assertIn("larger than 5 MB", detail)

    def test_a_large_upload_without_a_length_is_refused_too(self):
        chunks = (b"x" * 1_000_000 for _ in range(8))
        self.refused(self.client.post("/api/builds/import", content=chunks), 413)

    def test_other_sites_pages_and_other_names_are_turned_away(self):
        for headers in ({"origin": "http://elsewhere.test"}, {"host": "elsewhere.test:8321"}):
            answer = self.client.post("/api/builds", json={"name": "x"}, headers=headers)
            self.assertIn("only its own pages", self.refused(answer, 403)["detail"])
        same = self.client.post(
            "/api/builds", json={"name": "x"}, headers={"origin": "http://127.0.0.1:8321"}
        )
        self.assertEqual(same.status_code, 201)

    def test_what_is_not_there(self):
        self.refused(self.client.get(f"/api/builds/{uuid.uuid4()}"), 404)
        self.refused(self.client.get(f"/api/builds/{self.new()['id']}/revisions/99"), 404)
        self.refused(self.client.get("/api/nothing/here"), 404)

    def test_not_json(self):
        answer = self.client.post(
            "/api/plan", content=b"{oops", headers={"content-type": "application/json"}
        )
        self.assertIn("cannot be read as JSON", self.refused(answer)["detail"])

    def test_measures_and_charts_say_what_is_wrong(self):
        bad = self.client.post("/api/measures", json={"text": "14 and a bit", "unit": "in"})
        self.assertIn("is not a measure", self.refused(bad)["detail"])
        good = self.client.post("/api/measures", json={"text": "14 1/8", "unit": "in"})
        self.assertEqual(good.json(), {"mm": 358.775})
        chart = self.client.post("/api/charts", json={"text": "4\n8 1/4\ntwelve 3", "unit": "in"})
        self.assertIn("Line 3", self.refused(chart)["detail"])


class Files(WithAShop):
    def test_out_and_in_again_is_exact(self):
        state = self.new("Round trip")
        self.save(
            state, blank={"length_mm": 2082.8, "readings": [{"station_mm": 0.1, "od_mm": 12.345}]}
        )
        text = self.client.get(f"/api/builds/{state['id']}/file").text
        back = self.client.post("/api/builds/import", content=text)
        self.assertEqual(back.status_code, 201)
        self.assertEqual(self.client.get(f"/api/builds/{back.json()['id']}/file").text, text)

    def test_other_files_are_named_for_what_they_are(self):
        good = json.loads(self.client.get(f"/api/builds/{self.new()['id']}/file").text)
        cases = {
            "another program's file": {"rods": []},
            "newer Wise Spool": {**good, "schema_version": 9},
            "older than the oldest": {**good, "schema_version": 0},
            "does not say which version": {**good, "schema_version": "one"},
        }
        for said, body in cases.items():
            with self.subTest(said=said):
                answer = self.client.post("/api/builds/import", content=json.dumps(body))
                self.assertEqual(answer.status_code, 422)
                self.assertIn(said, answer.json()["detail"])
        answer = self.client.post("/api/builds/import", content=b"\x89PNG not json")
        self.assertIn("cannot be read as JSON", answer.json()["detail"])
        wrong = self.client.post(
            "/api/builds/import", content=json.dumps({**good, "rule": "cubits"})
        )
        self.assertEqual(wrong.json()["errors"][0]["field"], "rule")

    def test_sheets_are_pdfs_with_pages_to_look_at(self):
        odd_name = "A/B\\é rod"
        path = f"/api/builds/{self.new(odd_name)['id']}"
        for sheet in ("build-sheet", "story-stick"):
            for paper in ("a4", "letter"):
                answer = self.client.get(f"{path}/{sheet}.pdf?paper={paper}")
                self.assertTrue(answer.content.startswith(b"%PDF"))
        self.assertIn('filename="a-b-rod-story-stick.pdf"', answer.headers["content-disposition"])
        pages = self.client.get(f"{path}/build-sheet/pages").json()["pages"]
        self.assertTrue(
            self.client.get(f"{path}/build-sheet/pages/{pages}.png").content.startswith(b"\x89PNG")
        )
        self.assertEqual(
            self.client.get(f"{path}/build-sheet/pages/{pages + 1}.png").status_code, 404
        )

    def test_every_route_is_described(self):
        described = self.client.get("/openapi.json").json()["paths"]
        for path, methods in described.items():
            for method, about in methods.items():
                with self.subTest(path=path, method=method):
                    self.assertTrue({"404", "409", "413", "422"} <= about["responses"].keys())
