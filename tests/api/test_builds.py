"""The API on a real PostgreSQL: keeping, undoing, conflicting, refusing."""

import contextlib
import json
import threading
import unittest
import uuid
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from unittest import mock

from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.api.deps import Lately, edition
from wise_spool.api.routes import rack
from wise_spool.demo.shop import demo_records


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

    def send(self, state, *ops, seen=None, what="edit", client="", change_id=None):
        change = {
            "id": change_id or str(uuid.uuid4()), "what": what, "seen": seen or state["version"],
            "ops": list(ops),
        }  # fmt: skip
        return self.client.post(
            f"/api/builds/{state['id']}/changes", json={"changes": [change]}, headers={"X-Client": client}
        )  # fmt: skip

    def save(self, state, *, what="edit", client="", seen=None, **values):
        """Set fields of the rod; the state after it."""
        ops = [{"act": "set", "at": path.split("__"), "to": to} for path, to in values.items()]
        answer = self.send(state, *ops, what=what, client=client, seen=seen)
        self.assertEqual(answer.status_code, 200, answer.text)
        self.outcome = answer.json()["outcomes"][0]
        return answer.json()["state"]


class PlannedOnce(WithAShop):
    """An edit is planned before it is kept and not again: what is answered is what a server with an empty head would say."""

    def test_what_an_edit_answers_is_what_a_fresh_server_works_out(self):
        rods = [self.store.add(r) for r in demo_records(datetime.now(UTC))[:3]]
        edits = (
            ("number", "TP-1"), ("blank__length_mm", 2010.0), ("finish__coats", 3), ("handle__clearance_mm", 0.2), ("units__weight", "oz"),
            ("rule", "mm/1"), ("habits", {"knot_ring_mm": 7.0}),
        )  # fmt: skip
        for n, (path, to) in enumerate(edits):
            rod = rods[n % 3]
            state = self.client.get(f"/api/builds/{rod.id}").json()
            op = {"act": "set", "at": path.split("__"), "to": to}
            answer = self.send(state, op).json()
            fresh = TestClient(create_app(self.store, settings()), base_url="http://127.0.0.1:8321")
            self.assertEqual(answer["outcomes"][0]["outcome"], "kept", path)
            self.assertEqual(answer["state"], fresh.get(f"/api/builds/{rod.id}").json(), path)

    def test_who_holds_the_plan_is_told_what_is_different_in_it(self):
        rod = self.store.add(demo_records(datetime.now(UTC))[0])
        held = self.client.get(f"/api/builds/{rod.id}").json()
        for path, to, untouched in (("number", "TP-2", "guides"), ("finish.coats", 3, "handle"), ("finish.coats", 3, "brief")):  # fmt: skip
            change = {"id": str(uuid.uuid4()), "what": "edit", "seen": held["version"], "ops": [{"act": "set", "at": path.split("."), "to": to}]}  # fmt: skip
            taken = self.client.post(f"/api/builds/{rod.id}/changes", json={"changes": [change], "holds": held["version"]}).json()  # fmt: skip
            self.assertEqual((taken["since"], taken["state"]["plan"]), (held["version"], None))
            self.assertNotIn(untouched, taken["news"])
            merged = {**taken["state"], "plan": {**held["plan"], **taken["news"]}}
            held = self.client.get(f"/api/builds/{rod.id}").json()
            self.assertEqual(merged, held)
        self.assertEqual(taken["news"], {}, "said once more, nothing is different")
        lost = self.client.post(f"/api/builds/{rod.id}/changes", json={"changes": [{**change, "id": str(uuid.uuid4())}], "holds": 99}).json()  # fmt: skip
        self.assertEqual((lost["since"], lost["news"], lost["state"]["plan"]), (None, None, held["plan"]))  # fmt: skip

    def test_a_step_that_is_logged_and_one_that_teaches_are_planned_as_they_are(self):
        rod = self.store.add(demo_records(datetime.now(UTC))[1])
        state = self.client.get(f"/api/builds/{rod.id}").json()
        for step in ("spine", "marks"):
            done = [*state["build"]["handle"]["steps_done"], step]
            answer = self.send(
                state, {"act": "set", "at": ["handle", "steps_done"], "to": done}
            ).json()
            fresh = TestClient(create_app(self.store, settings()), base_url="http://127.0.0.1:8321")
            state = fresh.get(f"/api/builds/{rod.id}").json()
            self.assertEqual(answer["outcomes"][0]["outcome"], "kept", step)
            self.assertEqual(answer["state"], state, step)


class Keeping(WithAShop):
    def test_an_example_hangs_on_the_rack_as_a_rod_like_any_other(self):
        made = self.client.post("/api/builds/example").json()
        self.assertEqual(made["build"]["name"], "Skerry 10, an example")
        self.assertTrue(made["plan"]["guides"]["placed"])
        self.assertIn(
            "Skerry 10, an example", [r["name"] for r in self.client.get("/api/builds").json()]
        )
        paper = self.client.get(f"/api/builds/{made['id']}/portrait.pdf", params={"paper": "a3"})
        self.assertTrue(paper.content.startswith(b"%PDF"))

    def test_a_change_is_a_revision_and_comes_back_planned(self):
        state = self.new()
        after = self.save(state, blank__length_mm=2000)
        self.assertEqual((after["revision"], after["version"]), (2, 2))
        self.assertEqual(after["plan"]["blank"]["length_mm"], 2000)
        again = self.client.get(f"/api/builds/{state['id']}").json()
        self.assertEqual(again["build"]["blank"]["length_mm"], 2000)

    def test_undo_and_redo(self):
        state = self.new()
        path = f"/api/builds/{state['id']}"
        two = self.save(state, number="a")
        self.save(two, number="b")
        self.assertEqual(self.client.post(f"{path}/undo").json()["build"]["number"], "a")
        first = self.client.post(f"{path}/undo").json()
        self.assertEqual(
            (first["build"]["number"], first["can_undo"], first["can_redo"]), ("", False, True)
        )
        self.assertEqual(self.client.post(f"{path}/undo").status_code, 409)
        self.assertEqual(self.client.post(f"{path}/redo").json()["build"]["number"], "a")
        self.assertEqual(self.client.post(f"{path}/redo").json()["build"]["number"], "b")
        self.assertEqual(self.client.post(f"{path}/redo").status_code, 409)

    def test_an_edit_after_undo_keeps_what_was_undone(self):
        state = self.new()
        path = f"/api/builds/{state['id']}"
        two = self.save(state, number="a")
        back = self.client.post(f"{path}/undo").json()
        self.assertFalse(self.save(back, number="c")["can_redo"])
        old = self.client.get(f"{path}/revisions/{two['revision']}").json()
        self.assertEqual(old["design"]["number"], "a")
        again = self.client.post(f"{path}/revisions/{two['revision']}/back").json()
        self.assertEqual(again["build"]["number"], "a")

    def test_of_one_field_both_values_are_shown(self):
        state = self.new()
        self.save(state, number="theirs", client="one")
        self.save(state, number="mine", client="two")
        self.assertEqual(self.outcome["outcome"], "asked")
        self.assertEqual(self.outcome["asked"], [{"at": ["number"], "theirs": "theirs"}])
        now = self.client.get(f"/api/builds/{state['id']}").json()
        self.assertEqual(now["build"]["number"], "theirs")

    def test_many_changes_of_different_fields_at_once_all_count(self):
        state = self.new()
        fields = ["number", "note", "brief__who", "brief__what", "brief__where", "brief__why"]
        with ThreadPoolExecutor(6) as pool:
            list(pool.map(lambda n: self.save(state, client=f"c{n}", **{fields[n]: f"v{n}"}), range(6)))  # fmt: skip
        build = self.client.get(f"/api/builds/{state['id']}").json()["build"]
        self.assertEqual(
            [build["number"], build["note"], *(build["brief"][k] for k in ("who", "what", "where", "why"))],
            [f"v{n}" for n in range(6)],
        )  # fmt: skip

    def test_one_change_sent_by_six_threads_is_taken_once(self):
        state = self.new()
        op = {"act": "add", "at": ["blank", "readings"], "to": {"id": "r1", "station_mm": 0, "od_mm": 12}}  # fmt: skip
        with ThreadPoolExecutor(6) as pool:
            list(pool.map(lambda _: self.send(state, op, change_id="one-change"), range(6)))
        history = self.client.get(f"/api/builds/{state['id']}/revisions").json()
        self.assertEqual(len(history), 2)

    def test_put_away_and_hung_back(self):
        state = self.new("Put away")
        on_rack = lambda: [r["name"] for r in self.client.get("/api/builds").json()]  # noqa: E731
        self.assertIn("Put away", on_rack())
        self.client.post(f"/api/builds/{state['id']}/put-away")
        self.assertNotIn("Put away", on_rack())
        self.client.post(f"/api/builds/{state['id']}/put-away?back=true")
        self.assertIn("Put away", on_rack())

    def test_a_copy_brings_the_design_alone(self):
        state = self.new("First")
        reading = {"id": "r1", "station_mm": 0, "od_mm": 12}
        self.send(
            state,
            {"act": "set", "at": ["blank", "length_mm"], "to": 2000},
            {"act": "add", "at": ["blank", "readings"], "to": reading},
            {"act": "add", "at": ["handle", "steps_done"], "to": "scuff"},
            {"act": "set", "at": ["number"], "to": "N-1"},
        )
        copy = self.client.post(f"/api/builds/{state['id']}/copy").json()
        self.assertEqual(copy["build"]["name"], "First, copy")
        self.assertEqual(copy["build"]["blank"]["length_mm"], 2000)
        self.assertEqual(
            (copy["build"]["blank"]["readings"], copy["build"]["handle"]["steps_done"], copy["build"]["number"]),
            ([], [], ""),
        )  # fmt: skip
        self.assertNotEqual(copy["build"]["piece_id"], self.client.get(f"/api/builds/{state['id']}").json()["build"]["piece_id"])  # fmt: skip

    def test_what_if_keeps_nothing(self):
        state = self.new()
        build = {**state["build"], "blank": {"length_mm": 1800}}
        self.assertEqual(
            self.client.post("/api/plan", json=build).json()["blank"]["length_mm"], 1800
        )
        self.assertEqual(self.client.get(f"/api/builds/{state['id']}").json()["revision"], 1)


class OneRodNeverCostsMore(WithAShop):
    """One rod, one shelf item, one document must never cost more than itself."""

    def spoil(self, state, **values):
        """As a fresh server finds it: nothing is known of the rod but what the database holds."""
        self.store.forget()
        with self.store.engine.begin() as link:
            for column, value in values.items():
                link.execute(
                    text(f"UPDATE revision SET {column} = CAST(:v AS jsonb) WHERE build_id = :b"),
                    {"v": json.dumps(value), "b": state["id"]},
                )

    def test_a_rod_of_a_newer_version_hides_no_other(self):
        good, bad = self.new("Good"), self.new("Bad")
        self.spoil(bad, design={"name": "Bad", "from_the_future": 1})
        self.client.app.state.shop.plans = Lately(4)
        rods = {r["name"]: r for r in self.client.get("/api/builds").json()}
        self.assertIsNone(rods["Good"]["problem"])
        other = next(r for r in rods.values() if r["id"] == bad["id"])
        self.assertIn("cannot be read", other["problem"])
        answer = self.client.get(f"/api/builds/{bad['id']}")
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(self.client.get(f"/api/builds/{bad['id']}/revisions").status_code, 200)
        self.assertEqual(self.client.get(f"/api/builds/{good['id']}").status_code, 200)

    def test_who_looks_at_the_rack_at_the_same_moment_takes_what_the_first_works_out(self):
        state = self.save(self.new("Looked at by many"), number="L-1")
        worked, real, both = [], rack._worked_out, threading.Barrier(2, timeout=20)

        def slowly(shop, hanging):
            worked.append(str(hanging.id))
            if worked.count(state["id"]) == 1:
                with contextlib.suppress(threading.BrokenBarrierError):
                    both.wait(1)  # the other one comes while this is worked out
            return real(shop, hanging)

        with mock.patch.object(rack, "_worked_out", slowly), ThreadPoolExecutor(2) as looking:
            seen = list(looking.map(lambda _: self.client.get("/api/builds").json(), range(2)))
        self.assertEqual(seen[0], seen[1])
        self.assertEqual(worked.count(state["id"]), 1)

    def test_what_another_edition_of_the_program_noted_for_the_rack_is_worked_out_anew(self):
        state = self.new("Shown of old")
        rods = {r["name"] for r in self.client.get("/api/builds", params={"most": 200}).json()}
        self.assertIn("Shown of old", rods)
        build_id = uuid.UUID(state["id"])
        with self.store.engine.begin() as db:
            noted = db.execute(text("select shown_for from build where id = :i"), {"i": build_id}).scalar_one()  # fmt: skip
        self.store.keep_shown(build_id, self.store.get(build_id).version, {"name": "in another shape"}, noted.replace(edition(), "0" * 12))  # fmt: skip
        again = self.client.get("/api/builds", params={"most": 200})
        self.assertEqual(again.status_code, 200)
        self.assertIn("Shown of old", {r["name"] for r in again.json()})

    def test_a_rod_that_cannot_be_planned_still_hangs_can_be_opened_and_undone(self):
        state = self.new("Odd")
        self.save(state, number="N-1")
        with mock.patch("wise_spool.api.deps.plan", side_effect=ZeroDivisionError("oops")):
            self.client.app.state.shop.plans = Lately(4)
            opened = self.client.get(f"/api/builds/{state['id']}").json()
            self.assertIsNone(opened["plan"])
            self.assertIn("ZeroDivisionError", opened["problem"])
            undone = self.client.post(f"/api/builds/{state['id']}/undo")
            self.assertEqual((undone.status_code, undone.json()["build"]["number"]), (200, ""))
            self.assertIn("Odd", [r["name"] for r in self.client.get("/api/builds").json()])
            sheet = self.client.get(f"/api/builds/{state['id']}/build-sheet.pdf")
            self.assertEqual(sheet.status_code, 409)

    def test_a_guide_built_far_off_its_place_is_kept_and_planned(self):
        # Twelve and seven eighths written as seventy-two: the plan has to stand.
        records = demo_records(datetime.now(UTC))[0]
        kept = self.store.add(records)
        state = self.client.get(f"/api/builds/{kept.id}").json()
        for mm in (0.0, 327.025, 1850.0, 6000.0):
            state = self.save(state, guides__train__g3__built={"datum": "tip_top_ring", "distance_mm": mm})  # fmt: skip
            self.assertEqual(self.outcome["outcome"], "kept")
            self.assertIsNotNone(state["plan"])

    def test_a_guide_built_from_the_tip_by_an_earlier_edition_stays_on_the_blank(self):
        kept = self.store.add(demo_records(datetime.now(UTC))[0])
        state = self.client.get(f"/api/builds/{kept.id}").json()
        state = self.save(state, guides__train__g3__built={"datum": "tip_top_ring", "distance_mm": 330})  # fmt: skip
        stood = self.butt_to(state, "g3")
        for path, to in (("guides__tip_top__ring_ahead_mm", 22.0), ("blank__trim_tip_mm", 15.0), ("guides__reel__lip_ahead_mm", 90.0)):  # fmt: skip
            state = self.save(state, **{path: to})
            self.assertAlmostEqual(self.butt_to(state, "g3"), stood, places=2, msg=path)
        built = next(g for g in state["build"]["guides"]["train"] if g["id"] == "g3")["built"]
        self.assertEqual(built["datum"], "butt")
        state = self.save(state, blank__trim_butt_mm=40.0)
        self.assertAlmostEqual(self.butt_to(state, "g3"), stood - 40, places=2)

    def butt_to(self, state, guide):
        return next(g for g in state["plan"]["guides"]["placed"] if g["id"] == guide)["from_butt_mm"]  # fmt: skip


class Refusing(WithAShop):
    def refused(self, answer, status=422):
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertEqual(answer.headers["content-type"], "application/problem+json")
        body = answer.json()
        self.assertTrue({"type", "title", "status", "detail", "errors"} <= body.keys())
        return body

    def test_names_the_field_the_value_and_the_range(self):
        state = self.new()
        self.save(state, blank__length_mm=-4)
        self.assertEqual(self.outcome["outcome"], "refused")
        error = self.outcome["errors"][0]
        self.assertEqual(error["field"], "blank.length_mm")
        self.assertEqual(error["value"], "-4")
        self.assertEqual(error["message"], "Length: “-4” must be at least 300 mm.")
        self.assertEqual(self.client.get(f"/api/builds/{state['id']}").json()["revision"], 1)

    def test_every_kind_of_bad_value_is_said_at_its_field(self):
        state = self.new()
        reading = {"id": "r1", "station_mm": 0, "od_mm": 12}
        state = self.send(
            state,
            {"act": "set", "at": ["blank", "length_mm"], "to": 2000},
            {"act": "add", "at": ["blank", "readings"], "to": reading},
        ).json()["state"]
        cases = {
            "blank.readings.r1.od_mm": {"blank__readings__r1__od_mm": "thick"},
            "blank.readings.r1.station_mm": {"blank__readings__r1__station_mm": 9000},
            "guides.first_gap_mm": {"guides__first_gap_mm": -1},
            "finish.coats": {"finish__coats": 99},
            "rule": {"rule": "furlongs"},
            "name": {"name": ""},
        }
        for field, change in cases.items():
            with self.subTest(field=field):
                self.save(state, **change)
                errors = self.outcome["errors"]
                self.assertEqual(errors[0]["field"], field)
                self.assertRegex(errors[0]["message"], r"^[A-Z].*[.]$")

    def test_nan_and_infinity(self):
        state = self.new()
        for number in ("NaN", "Infinity", "1e999"):
            op = {"act": "set", "at": ["blank", "length_mm"], "to": 123456789}
            change = {"id": str(uuid.uuid4()), "seen": 1, "ops": [op]}
            body = json.dumps({"changes": [change]}).replace("123456789", number)
            answer = self.client.post(
                f"/api/builds/{state['id']}/changes",
                content=body,
                headers={"content-type": "application/json"},
            )
            if answer.status_code == 200:
                outcome = answer.json()["outcomes"][0]
                self.assertEqual(outcome["outcome"], "refused")
                self.assertIn("not a number a rod can have", outcome["errors"][0]["message"])
            else:
                self.refused(answer)

    def test_ten_thousand_stations(self):
        state = self.new()
        ops = [{"act": "add", "at": ["blank", "readings"], "to": {"id": f"r{i}", "station_mm": i / 10, "od_mm": 10}} for i in range(500)]  # fmt: skip
        outcome = self.send(state, *ops).json()["outcomes"][0]
        self.assertIn("at most 400", outcome["errors"][0]["message"])
        answer = self.send(state, *(ops * 20))
        self.assertIn("too many", self.refused(answer)["detail"])

    def test_a_seat_without_its_bore_and_a_bore_without_a_seat(self):
        state = self.new()
        part = {"id": "a", "kind": "reel_seat", "length_mm": 100}
        outcome = self.send(state, {"act": "add", "at": ["handle", "parts"], "to": part}).json()["outcomes"][0]  # fmt: skip
        self.assertIn("needs its inner bore described", outcome["errors"][0]["message"])

    def test_a_change_to_nowhere_is_asked_about_and_one_to_the_piece_is_not_taken(self):
        state = self.new()
        self.save(state, guides__train__g7__ring_mm=5)
        self.assertEqual(self.outcome["outcome"], "asked")
        after = self.save(state, piece_id="another")
        self.assertEqual(after["build"]["piece_id"], state["build"]["piece_id"])

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
        good = self.client.post("/api/measures", json={"text": "11 3/8", "unit": "in"})
        self.assertEqual(good.json(), {"mm": 288.925})
        chart = self.client.post("/api/charts", json={"text": "4\n8 1/4\ntwelve 3", "unit": "in"})
        self.assertIn("Line 3", self.refused(chart)["detail"])


class Files(WithAShop):
    def test_out_and_in_again_is_exact(self):
        state = self.new("Round trip")
        reading = {"id": "r1", "station_mm": 0.1, "od_mm": 12.345}
        self.send(
            state,
            {"act": "set", "at": ["blank", "length_mm"], "to": 2082.8},
            {"act": "add", "at": ["blank", "readings"], "to": reading},
            {"act": "add", "at": ["handle", "steps_done"], "to": "scuff"},
        )
        out = self.client.get(f"/api/builds/{state['id']}/file").json()
        back = self.client.post("/api/builds/import", content=json.dumps(out))
        self.assertEqual(back.status_code, 201)
        again = self.client.get(f"/api/builds/{back.json()['id']}/file").json()
        self.assertNotEqual(again["piece"].pop("id"), out["piece"].pop("id"))
        self.assertEqual(again, out)

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
            "/api/builds/import",
            content=json.dumps({**good, "design": {**good["design"], "rule": "cubits"}}),
        )
        self.assertEqual(wrong.json()["errors"][0]["field"], "design.rule")

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
