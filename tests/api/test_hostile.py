"""Text that cannot be kept, numbers beyond the database, faults, frames, a batch cut off in the middle, one rod that cannot be read."""

import json
import unittest
import uuid
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from unittest import mock

from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st
from sqlmodel import Session, select
from starlette.testclient import TestClient
from structlog.contextvars import get_contextvars

from tests.api.test_builds import WithAShop
from tests.shop import settings
from wise_spool.api.app import create_app
from wise_spool.core.document.bench import Air
from wise_spool.core.document.log import LogEntry
from wise_spool.store import builds as store_builds
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import LogRow, RevisionRow

JSON = {"content-type": "application/json"}


class Hostile(WithAShop):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.raw = TestClient(cls.client.app, base_url="http://127.0.0.1:8321", raise_server_exceptions=False)  # fmt: skip

    def post(self, path, body):
        return self.raw.post(path, content=body, headers=JSON)


class AskedTwice(Hostile):
    """A phone that never heard the answer asks again: what was made is given back, and nothing is made twice."""

    def ids(self):
        return {r["id"] for r in self.client.get("/api/builds").json()}

    def test_every_way_to_a_new_rod_makes_it_once(self):
        rod = self.new("The first")
        file = self.client.get(f"/api/builds/{rod['id']}/file").json()
        ways = {
            "": {"json": {"name": "Another"}}, "/example": {}, "/import": {"json": file}, f"/{rod['id']}/copy": {}, f"/{rod['id']}/like-it": {},
            f"/{rod['id']}/repair": {},
        }  # fmt: skip
        for way, body in ways.items():
            with self.subTest(way=way):
                before, one = self.ids(), str(uuid.uuid4())
                asked = f"/api/builds{way}?as_id={one}"
                answers = [self.client.post(asked, **body) for _ in range(3)]
                self.assertEqual([a.status_code for a in answers], [201] * 3)
                self.assertEqual({a.json()["id"] for a in answers}, {one})
                self.assertEqual(self.ids() - before, {one})

    def test_a_thing_and_a_file_for_the_shelf_are_put_on_once(self):
        thing = {"shelved": {"kind": "drill", "item": {"name": "6.5 mm", "diameter_mm": 6.5}}, "stock": 1}  # fmt: skip
        file = {"text": "name,diameter_mm,stock\n4 mm,4,1\n4.5 mm,4.5,2\n"}
        for path, body, count in (("/api/shelf", thing, 1), ("/api/shelf/drill/csv", file, 2)):
            one = str(uuid.uuid4())
            before = len(self.client.get("/api/shelf?kind=drill").json())
            with ThreadPoolExecutor(4) as pool:
                asked = [pool.submit(self.client.post, f"{path}?as_id={one}", json=body) for _ in range(4)]  # fmt: skip
                answers = [a.result() for a in asked]
            self.assertEqual({a.status_code for a in answers}, {201}, answers[0].text)
            self.assertEqual(len({a.text for a in answers}), 1)
            self.assertEqual(len(self.client.get("/api/shelf?kind=drill").json()) - before, count)

    def test_a_batch_asked_for_twice_is_one_batch(self):
        rod, before, one = self.new("Alike"), None, str(uuid.uuid4())
        for _ in range(2):
            made = self.client.post(f"/api/builds/{rod['id']}/batch?as_id={one}", json={"rods": 3})
            self.assertEqual(len(made.json()), 3)
            before = before or self.ids()
        self.assertEqual(self.ids(), before)

    def test_asked_at_the_same_moment_it_is_made_once(self):
        one = str(uuid.uuid4())
        with ThreadPoolExecutor(6) as hands:
            asked = [hands.submit(self.client.post, f"/api/builds?as_id={one}", json={"name": "At once"}) for _ in range(6)]  # fmt: skip
        self.assertEqual({a.result().json()["id"] for a in asked}, {one})


class VeryMany(Hostile):
    def test_of_twenty_thousand_bad_readings_fifty_are_named_and_the_rest_counted(self):
        rows = ",".join('{"station_mm":"x","od_mm":-1}' for _ in range(20_000))
        answer = self.post(
            "/api/bends", f'{{"build":{{"name":"x","blank":{{"readings":[{rows}]}}}}}}'
        )
        self.assertEqual(answer.status_code, 422)
        named = answer.json()["errors"]
        self.assertEqual(len(named), 51)
        self.assertEqual(named[-1]["message"], "And 39,950 more like these.")
        self.assertLess(len(answer.content), 20_000)


class Text(Hostile):
    def test_what_no_database_keeps_is_said_at_its_field_and_nothing_is_changed(self):
        rod = self.new("Clean")
        for escaped in (r"a\u0000b", r"a\ud800b", r"a\u001bb", r"\udfff"):
            made = self.post("/api/builds", f'{{"name":"{escaped}"}}')
            self.assertEqual(made.status_code, 422, escaped)
            self.assertEqual(made.json()["errors"][0]["field"], "name")
            change = f'{{"changes":[{{"id":"{uuid.uuid4()}","what":"e","seen":1,"ops":[{{"act":"set","at":["client"],"to":"{escaped}"}}]}}]}}'
            answer = self.post(f"/api/builds/{rod['id']}/changes", change)
            self.assertEqual(
                (answer.status_code, answer.json()["errors"][0]["field"]), (422, "client")
            )
            entry = f'{{"entries":[{{"id":"n1","at":"2026-01-01T00:00:00Z","note":{{"id":"n","words":"{escaped}"}}}}]}}'
            self.assertEqual(self.post(f"/api/builds/{rod['id']}/log", entry).status_code, 422)
        self.assertEqual(self.client.get(f"/api/builds/{rod['id']}").json()["version"], 1)

    def test_tabs_lines_and_every_script_are_kept(self):
        name = "Käyrä ива \u4e2d \U0001f3a3"
        self.assertEqual(self.new(name)["build"]["name"], name)
        state = self.save(self.new("Lines"), note="one\n\ttwo")
        self.assertEqual(state["build"]["note"], "one\n\ttwo")

    @hypothesis_settings(max_examples=60, deadline=None)
    @given(st.text(max_size=60), st.sampled_from(("name", "client", "batch")))
    def test_whatever_is_said_is_kept_or_refused_and_never_a_fault(self, text, field):
        body = json.dumps({"name": "x", field: text})
        self.assertIn(self.post("/api/builds", body).status_code, (201, 422))

    def test_numbers_past_the_database_and_addresses_of_rubbish(self):
        rod = self.new("Far")["id"]
        for path in (
            f"/api/builds/{rod}/revisions/{2**31}",
            f"/api/builds/{rod}/revisions/{10**20}",
            "/api/logbook?text=a%00b",
            "/api/logbook?of=%07",
        ):
            self.assertEqual(self.raw.get(path).status_code, 422, path)
        self.assertLess(self.raw.get(f"/api/builds/{rod}%00/log").status_code, 500)

    def test_what_holds_more_than_any_rod_is_refused_before_it_is_gone_through(self):
        rod = self.new("Small")["build"]
        many = {"at": {f"k{n}": n for n in range(70_000)}}
        with mock.patch("wise_spool.api.limits._unkept_in", side_effect=AssertionError):
            refused = self.raw.post("/api/plan", content=json.dumps({**rod, **many}), headers=JSON)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("more than any rod does", refused.json()["detail"])
        self.assertEqual(self.raw.post("/api/plan", json=rod).status_code, 200)
        file = self.client.get(f"/api/builds/{self.new('Long kept')['id']}/file").json()
        notes = [{"id": f"n{n}", "at": "2026-05-02T10:00:00Z", "note": {"id": f"n{n}", "words": "x", "of": ""}} for n in range(15_000)]  # fmt: skip
        long = self.raw.post("/api/builds/import", json={**file, "log": notes})
        self.assertEqual(long.status_code, 201, long.text[:300])

    def test_a_fault_has_a_name_that_the_log_knows(self):
        on_its_way = []

        def fails():
            on_its_way.append(get_contextvars()["request"])
            raise RuntimeError

        with mock.patch.object(self.client.app.state.shop.learning, "all", side_effect=fails), mock.patch("wise_spool.api.problems.say") as said:  # fmt: skip
            answer = self.raw.get("/api/learned")
        self.assertEqual(answer.status_code, 500)
        fault = answer.json()["fault"]
        self.assertIn(fault, answer.json()["detail"])
        self.assertEqual(said.error.call_args.kwargs["fault"], fault)
        self.assertEqual(on_its_way, [fault], "what is logged on the way bears another number")
        numbers = {self.raw.get("/api/health").headers["x-request-id"] for _ in range(5)}
        self.assertEqual(len(numbers), 5)


class Described(Hostile):
    """What the API says of itself is what it answers."""

    def test_refusals_are_described_as_the_problem_documents_they_are(self):
        said = self.client.app.openapi()["paths"]
        for path, way, body in (("/api/plan", "post", "[1"), ("/api/builds", "post", "{}"), ("/api/plan", "post", "\ud800")):  # fmt: skip
            answer = self.raw.request(way, path, content=body.encode("utf-8", "surrogatepass"), headers=JSON)  # fmt: skip
            described = said[path][way]["responses"][str(answer.status_code)]["content"]
            self.assertEqual([answer.headers["content-type"]], list(described))
        board = self.client.app.openapi()["components"]["schemas"]["ShopBoard"]["properties"]
        self.assertRegex(self.client.get("/api/board").json()["board"]["sun_from"], board["sun_from"]["pattern"])  # fmt: skip

    def test_what_may_be_done_there_is_said_to_whoever_tries_something_else(self):
        refused = self.raw.request("TRACE", "/api/plan")
        self.assertEqual((refused.status_code, refused.headers["allow"]), (405, "POST"))
        for way in ("POST", "DELETE", "OPTIONS"):
            self.assertEqual(
                self.raw.request(way, "/api/board").headers["allow"], "GET, PATCH, PUT"
            )
        self.assertEqual(self.raw.request("TRACE", "/api/health").headers["allow"], "GET")
        self.assertEqual(self.raw.request("PATCH", "/api/nowhere").status_code, 404)

    def test_a_path_that_is_written_out_is_not_taken_for_the_name_of_a_rod(self):
        for way, path in (("GET", "/api/builds/import"), ("OPTIONS", "/api/builds/import"), ("GET", "/api/builds/example"), ("PUT", "/api/devices/foot")):  # fmt: skip
            refused = self.raw.request(way, path)
            self.assertEqual((refused.status_code, refused.headers["allow"]), (405, "POST"), path)
        self.assertEqual(self.raw.get("/api/builds/nobody").status_code, 422)

    def test_files_are_described_as_files(self):
        said = self.client.app.openapi()["paths"]
        for path, kind in (("/api/board/calendar.ics", "text/calendar"), ("/api/board/today.pdf", "application/pdf"), ("/api/shelf/{kind}/csv", "text/csv")):  # fmt: skip
            self.assertEqual(list(said[path]["get"]["responses"]["200"]["content"]), [kind])
            self.assertTrue(self.raw.get(path.format(kind="drill")).headers["content-type"].startswith(kind))  # fmt: skip
        self.assertEqual(list(said["/api/pictures/{file}"]["get"]["responses"]["200"]["content"]), ["image/jpeg"])  # fmt: skip


class Slips(Hostile):
    """What random documents once brought down."""

    def test_a_file_that_says_an_entry_twice_is_taken_with_it_once(self):
        file = self.client.get(f"/api/builds/{self.new('Said twice')['id']}/file").json()
        note = {"id": "n1", "at": "2026-05-02T10:00:00Z", "note": {"id": "n1", "words": "x", "of": ""}}  # fmt: skip
        made = self.raw.post("/api/builds/import", json={**file, "log": [note, note]})
        self.assertEqual(made.status_code, 201, made.text[:300])
        log = self.client.get(f"/api/builds/{made.json()['id']}/log").json()
        self.assertEqual([e["id"] for e in log], ["n1"])

    def test_a_tin_said_to_hold_next_to_nothing_is_bought_all_the_same(self):
        tin = {"shelved": {"kind": "adhesive", "item": {"name": "Thimble"}}, "stock": 0}
        made = self.client.post("/api/shelf", json=tin).json()
        card = {**made["card"], "holds": 5e-324, "reorder_at": 4}
        self.assertEqual(self.client.put(f"/api/shelf/{made['id']}", json={**tin, "card": card}).status_code, 200)  # fmt: skip
        baskets = self.raw.get("/api/shopping")
        self.assertEqual(baskets.status_code, 200, baskets.text[:300])
        self.assertIn("Thimble", baskets.text)

    def test_an_error_of_next_to_nothing_allowed_in_a_mix_is_reckoned_with(self):
        rod = self.client.post("/api/builds/example").json()["build"]
        for by in ("volume", "mass", "drops", "eye"):
            finish = {**rod["finish"], "ratio_error_percent": 5e-324, "measure_by": by}
            self.assertEqual(self.raw.post("/api/plan", json={**rod, "finish": finish}).status_code, 200, by)  # fmt: skip


class Away(unittest.TestCase):
    def test_health_says_that_the_database_is_away_and_lists_say_what_to_do(self):
        store = BuildStore("postgresql+psycopg://nobody@127.0.0.1:1/nothing")
        raw = TestClient(create_app(store, settings()), base_url="http://127.0.0.1:8321", raise_server_exceptions=False)  # fmt: skip
        for path in ("/api/health", "/api/builds"):
            answer = raw.get(path)
            self.assertEqual(answer.status_code, 503, path)
            self.assertIn("does not answer", answer.json()["detail"])
        store.engine.dispose()


class Guarded(Hostile):
    def test_no_answer_may_be_framed_or_load_from_elsewhere(self):
        for path in ("/api/health", "/api/builds", "/api/nowhere", "/"):
            headers = self.raw.get(path).headers
            self.assertEqual(headers["x-frame-options"], "DENY")
            self.assertIn("frame-ancestors 'none'", headers["content-security-policy"])
            self.assertIn("default-src 'self'", headers["content-security-policy"])
            self.assertEqual(headers["x-content-type-options"], "nosniff")

    def test_no_page_of_documentation_loads_scripts_from_outside(self):
        for path in ("/docs", "/redoc"):
            self.assertNotIn("<script", self.raw.get(path).text.replace('<script type="module" crossorigin src="/assets', ""))  # fmt: skip


class Whole(Hostile):
    def test_a_batch_cut_off_in_the_middle_leaves_the_rod_as_it_was(self):
        rod = self.new("Lone")
        before = self.client.get("/api/builds").json()
        real, calls = store_builds._added, []

        def dies(*args):
            calls.append(1)
            if len(calls) == 3:
                raise RuntimeError("killed")
            return real(*args)

        with mock.patch.object(store_builds, "_added", dies):
            answer = self.raw.post(f"/api/builds/{rod['id']}/batch", json={"rods": 5})
        self.assertEqual((answer.status_code, len(calls)), (500, 3))
        self.assertEqual(self.client.get("/api/builds").json(), before)
        self.assertEqual(
            len(self.client.post(f"/api/builds/{rod['id']}/batch", json={"rods": 5}).json()), 5
        )

    def test_following_cut_off_in_the_middle_changes_none(self):
        rod = self.new("Followed")
        self.client.post(f"/api/builds/{rod['id']}/batch", json={"rods": 4})
        state = self.client.get(f"/api/builds/{rod['id']}").json()
        self.save(state, brief__what="pike")
        others = [
            r["id"]
            for r in self.client.get(f"/api/builds/{rod['id']}/batch").json()
            if r["id"] != rod["id"]
        ]
        real, calls = store_builds.advance, []

        def dies(*args):
            calls.append(1)
            if len(calls) == 2:
                raise RuntimeError("killed")
            return real(*args)

        def wanted():
            return {
                self.client.get(f"/api/builds/{i}").json()["build"]["brief"]["what"] for i in others
            }

        with mock.patch.object(store_builds, "advance", dies):
            self.assertEqual(
                self.raw.post(f"/api/builds/{rod['id']}/batch/follow").status_code, 500
            )
        self.assertEqual(wanted(), {""})
        self.assertEqual(self.raw.post(f"/api/builds/{rod['id']}/batch/follow").status_code, 200)
        self.assertEqual(wanted(), {"pike"})

    def test_one_rod_that_cannot_be_read_costs_nobody_else(self):
        good, bad = self.new("Good"), self.new("Bad")
        with Session(self.store.engine) as session, session.begin():
            row = session.exec(
                select(RevisionRow).where(RevisionRow.build_id == uuid.UUID(bad["id"]))
            ).one()
            row.design = {**row.design, "finish": {"coats": "many"}}
            session.add(row)
            session.add(
                LogRow(
                    build_id=uuid.UUID(bad["id"]),
                    id="odd",
                    at=datetime.now(UTC),
                    entry={"worked": {"odd": 1}, "id": "odd"},
                )
            )
        for path in (
            "/api/builds",
            "/api/spools",
            "/api/learned",
            "/api/board",
            f"/api/builds/{good['id']}/cup",
            "/api/logbook",
        ):
            self.assertEqual(self.raw.get(path).status_code, 200, path)
        shown = {r["name"]: r["problem"] for r in self.client.get("/api/builds").json()}
        self.assertTrue(
            shown["A rod that cannot be read"]
            if "A rod that cannot be read" in shown
            else shown["Bad"]
        )
        self.assertEqual(self.raw.get(f"/api/builds/{bad['id']}").status_code, 409)

    def test_what_nobody_did_is_no_step_to_undo(self):
        rod = self.new("Quiet")
        state = self.save(rod, number="Somebody")
        air = Air(id="r1", temperature_c=17)
        self.store.log(uuid.UUID(rod["id"]), [LogEntry(id="room.1", at=datetime.now(UTC), air=air)], "room sensor", None)  # fmt: skip
        later = self.client.get(f"/api/builds/{rod['id']}").json()
        self.assertGreater(later["version"], state["version"])
        undone = self.client.post(f"/api/builds/{rod['id']}/undo").json()
        self.assertEqual(undone["build"]["number"], "")
        log = self.client.get(f"/api/builds/{rod['id']}/log").json()
        self.assertEqual([e["id"] for e in log], ["room.1"])
