"""The door: nobody in from the network without a pass, each to what the pass is for, gone the moment it is taken away."""

import re
import unittest
import uuid
from datetime import UTC, datetime, timedelta
from unittest import mock

from fastapi.testclient import TestClient
from sqlalchemy.exc import OperationalError
from sqlmodel import Session, select

from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.api.deps import Network
from wise_spool.api.doorkeeper import (
    AT_THE_DOOR,
    COOKIE,
    COOKIE_HERE,
    HEALTH,
    closed,
    may,
    shop_network,
)
from wise_spool.demo.shop import demo_records
from wise_spool.store.door import MOST_TRIES, Door, NotLetInError, TooOftenError, Who
from wise_spool.store.tables import AccountRow, InvitationRow, PassRow

PASSWORD = "wader pike lantern cork"
HOST = "192.168.7.5"


class AtTheDoor(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.store = fresh_store()
        cls.addClassCleanup(cls.store.engine.dispose)
        cls.app = create_app(cls.store, settings(names=("127.0.0.1", HOST)))
        cls.shop = cls.app.state.shop
        cls.shop.network = Network(f"https://{HOST}:8443", b"pem", "AA:BB")
        cls.here = TestClient(cls.app, base_url="http://127.0.0.1:8321")
        cls.rods = [cls.store.add(r) for r in demo_records(datetime.now(UTC))[:2]]
        made = cls.here.post("/api/door/accounts", json={"name": "Ragna", "role": "owner", "password": PASSWORD})  # fmt: skip
        assert made.status_code == 201, made.text
        for name, role in (("Bo", "builder"), ("Vidar", "viewer")):
            cls.here.post("/api/door/accounts", json={"name": name, "role": role, "password": PASSWORD})  # fmt: skip

    def from_the_network(self, address="192.168.7.20"):
        return TestClient(
            closed(self.app), base_url=f"https://{HOST}:8443", client=(address, 50000)
        )

    def signed_in(self, name, password=PASSWORD):
        client = self.from_the_network()
        answer = client.post("/api/door/sign-in", json={"name": name, "password": password})
        self.assertEqual(answer.status_code, 204, answer.text)
        return client

    def link(self, **about):
        said = {"kind": "phone", "name": "bench phone", **about}
        made = self.here.post("/api/door/links", json=said)
        self.assertEqual(made.status_code, 201, made.text)
        return made.json(), made.json()["address"].partition("#")[2]


class ALockedMachine(AtTheDoor):
    """Several people have accounts on the machine: loopback asks too."""

    def window(self):
        return TestClient(closed(self.app, "machine"), base_url="http://127.0.0.1:8321", client=("127.0.0.1", 50000))  # fmt: skip

    def way_in(self):
        return self.shop.door.invite("window", "this machine", "owner")[0]

    def test_every_route_but_health_and_the_door_is_refused_without_a_pass(self):
        client, tried = self.window(), 0
        for path, methods in self.app.openapi()["paths"].items():
            where = re.sub(r"{[^}]+}", str(self.rods[0].id), path)
            for method in methods:
                if (method.upper(), path) in AT_THE_DOOR or path == HEALTH:
                    continue
                tried += 1
                answer = client.request(method.upper(), where, json={})
                self.assertEqual(answer.status_code, 401, f"{method} {path}")
                self.assertIn("let-in", answer.json()["detail"])
        self.assertGreater(tried, 100)
        self.assertEqual(client.get(HEALTH).status_code, 200)
        self.assertEqual(self.from_the_network().get(HEALTH).status_code, 401)

    def test_the_printed_address_opens_it_once(self):
        client, token = self.window(), self.way_in()
        came = client.post("/api/door/come-in", json={"token": token})
        self.assertEqual(came.status_code, 204)
        said = came.headers["set-cookie"]
        self.assertTrue(said.startswith(f"{COOKIE_HERE}="))
        self.assertIn("HttpOnly", said)
        self.assertIn("SameSite=strict", said)
        door = client.get("/api/door").json()
        self.assertEqual((door["who"], door["role"], door["here"], door["locked"]), ("this machine", "owner", False, True))  # fmt: skip
        self.assertEqual(client.get("/api/builds").status_code, 200)
        again = self.window().post("/api/door/come-in", json={"token": token})
        self.assertEqual(again.status_code, 401)
        self.assertIn("used already", again.json()["detail"])

    def test_it_runs_out_in_ten_minutes_and_a_window_signed_out_is_out(self):
        later = Door(self.store, lambda: datetime.now(UTC) + timedelta(minutes=11))
        with self.assertRaises(NotLetInError):
            later.come_in(self.way_in(), "127.0.0.1")
        client = self.window()
        client.post("/api/door/come-in", json={"token": self.way_in()})
        self.assertEqual(client.post("/api/door/sign-out").status_code, 204)
        self.assertEqual(client.get("/api/builds").status_code, 401)

    def test_a_pass_of_one_line_is_none_on_the_other_by_its_name(self):
        client = self.window()
        client.post("/api/door/come-in", json={"token": self.way_in()})
        token = client.cookies[COOKIE_HERE]
        outside = self.from_the_network()
        self.assertEqual(outside.get("/api/builds", headers={"cookie": f"{COOKIE_HERE}={token}"}).status_code, 401)  # fmt: skip

    def test_an_unlocked_machine_is_asked_nothing(self):
        door = self.here.get("/api/door").json()
        self.assertEqual((door["here"], door["locked"]), (True, False))


class NobodyIn(AtTheDoor):
    def test_every_route_is_refused_to_whoever_brings_no_pass(self):
        client = self.from_the_network()
        tried = 0
        for path, methods in self.app.openapi()["paths"].items():
            where = re.sub(r"{[^}]+}", str(self.rods[0].id), path)
            for method in methods:
                if (method.upper(), path) in AT_THE_DOOR:
                    continue
                tried += 1
                answer = client.request(method.upper(), where, json={})
                self.assertEqual(answer.status_code, 401, f"{method} {path}: {answer.text[:200]}")
        self.assertGreater(tried, 100)
        for path in ("/openapi.json", "/api/nowhere"):
            self.assertEqual(client.get(path).status_code, 401, path)

    def test_nothing_is_read_of_what_a_stranger_sends(self):
        def endless():
            yield b"{"
            raise AssertionError("the body was read")

        answer = self.from_the_network().post("/api/shelf", content=endless())
        self.assertEqual(answer.status_code, 401)

    def test_nor_by_a_pass_that_is_nobodys_or_a_cookie_that_is_none(self):
        for jar in (f"{COOKIE}=nobody", f"{COOKIE}=", "=;=;\x7f", f"other={PASSWORD}"):
            answer = self.from_the_network().get("/api/builds", headers={"cookie": jar})
            self.assertEqual(answer.status_code, 401, jar)

    def test_the_wide_network_is_turned_away_even_with_a_pass(self):
        client = self.signed_in("Ragna")
        far = TestClient(closed(self.app), base_url=f"https://{HOST}:8443", client=("8.8.8.8", 5))
        far.cookies = client.cookies
        self.assertEqual(far.get("/api/builds").status_code, 403)
        self.assertEqual([shop_network(a) for a in ("10.0.0.2", "fe80::1%eth0", "::ffff:192.168.0.9", "2a00::1", "x")], [True, True, True, False, False])  # fmt: skip

    def test_another_sites_page_is_refused_and_the_cookie_is_out_of_its_reach(self):
        client = self.from_the_network()
        answer = client.post("/api/door/sign-in", json={"name": "Ragna", "password": PASSWORD})
        said = answer.headers["set-cookie"].lower()
        for word in ("secure", "httponly", "samesite=strict", "path=/"):
            self.assertIn(word, said)
        self.assertTrue(said.startswith("__host-"))
        evil = client.post("/api/shelf", json={}, headers={"origin": "https://evil.example"})
        self.assertEqual(evil.status_code, 403)

    def test_who_sits_at_the_machine_is_asked_nothing(self):
        self.assertEqual(self.here.get("/api/builds").status_code, 200)
        self.assertEqual(self.here.get("/api/door").json()["here"], True)


class WhoMayWhat(AtTheDoor):
    def test_owner_builder_and_viewer_may_what_they_should(self):
        rod = self.rods[0]
        changes = {"changes": [{"id": uuid.uuid4().hex, "what": "a note", "seen": rod.version, "ops": [{"act": "set", "at": ["number"], "to": "TP-9"}]}]}  # fmt: skip
        bend = {
            "method": "POST",
            "url": "/api/measures",
            "json": {"text": "11 3/8", "kind": "length"},
        }
        for name, statuses in (("Ragna", (200, 200, 200)), ("Bo", (200, 200, 403)), ("Vidar", (200, 403, 403))):  # fmt: skip
            client = self.signed_in(name)
            looks = client.get(f"/api/builds/{rod.id}").status_code
            edits = client.post(f"/api/builds/{rod.id}/changes", json=changes).status_code
            keeps = client.get("/api/door/all").status_code
            self.assertEqual((looks, edits, keeps), statuses, name)
            self.assertNotEqual(
                client.request(**bend).status_code, 403, "what only works something out"
            )
        self.assertEqual(self.signed_in("Vidar").get("/api/people").status_code, 403)
        self.assertEqual(
            self.signed_in("Bo").delete(f"/api/people/{uuid.uuid4()}").status_code, 403
        )

    def test_a_client_sees_their_rod_and_nothing_else(self):
        _, token = self.link(kind="client", name="Ossian", rod_id=str(self.rods[0].id))
        client = self.from_the_network()
        self.assertEqual(client.post("/api/door/come-in", json={"token": token}).status_code, 204)
        shown = client.get("/api/shown").json()
        self.assertEqual(shown["name"], self.rods[0].records.design.name)
        self.assertTrue(client.get("/api/shown/portrait.png").content.startswith(b"\x89PNG"))
        for path in (f"/api/builds/{self.rods[0].id}", f"/api/builds/{self.rods[1].id}", "/api/builds", "/api/people", "/api/board"):  # fmt: skip
            self.assertEqual(client.get(path).status_code, 403, path)
        again = self.from_the_network()  # a client opens the link on another day, too
        self.assertEqual(again.post("/api/door/come-in", json={"token": token}).status_code, 204)
        link = next(x for x in self.here.get("/api/door/all").json()["let_in"] if x["is_link"] and x["name"] == "Ossian")  # fmt: skip
        self.here.delete(f"/api/door/let-in/{link['id']}")
        for one in (client, again):
            self.assertEqual(one.get("/api/shown").status_code, 401)

    def test_every_role_is_answered_for_every_route_by_one_rule(self):
        for path, methods in self.app.openapi()["paths"].items():
            for method in (m.upper() for m in methods):
                owner, builder, viewer, client = (may(Who("x", r), method, path) for r in ("owner", "builder", "viewer", "client"))  # fmt: skip
                self.assertTrue(owner or path.startswith("/api/shown"), path)
                self.assertLessEqual(viewer, builder, path)
                self.assertLessEqual(builder, owner, path)
                if client and path not in ("/api/door", "/api/door/sign-out", "/api/door/password"):
                    self.assertTrue(path.startswith("/api/shown") and method == "GET", path)

    def test_who_did_what_is_on_the_trail(self):
        rod = self.rods[1]
        op = {"act": "set", "at": ["number"], "to": "TP-77"}
        change = {"id": uuid.uuid4().hex, "what": "its number", "seen": rod.version, "ops": [op]}
        self.signed_in("Bo").post(f"/api/builds/{rod.id}/changes", json={"changes": [change]})
        self.here.post(f"/api/builds/{rod.id}/put-away")
        self.here.post(f"/api/builds/{rod.id}/put-away?back=true")
        steps = self.here.get("/api/door/trail", params={"rod_id": str(rod.id)}).json()
        self.assertEqual([(s["who"], s["did"]) for s in steps[-1:]], [("Bo", "its number")])
        self.assertEqual({s["who"] for s in steps[:2]}, {"at this machine"})

    def trail(self, rod):
        steps = self.here.get("/api/door/trail", params={"rod_id": str(rod.id)}).json()
        return [(s["who"], s["did"]) for s in steps]

    def test_nothing_is_acknowledged_that_is_not_on_the_trail(self):
        rod, bo = self.rods[0], self.signed_in("Bo")
        gone = OperationalError("insert", {}, Exception("the line was cut"))
        with mock.patch.object(self.app.state.shop.door, "note", side_effect=gone):
            cut = bo.post(f"/api/builds/{rod.id}/undo")
        self.assertEqual((cut.status_code, cut.json()["title"]), (503, "Database away"))
        before = len(self.trail(rod))
        self.assertEqual(bo.post(f"/api/builds/{rod.id}/redo").status_code, 200)
        self.assertEqual(len(self.trail(rod)), before + 1)

    def test_an_edit_is_on_the_trail_once_however_often_it_is_sent_and_not_when_it_is_refused(self):
        rod, bo = self.rods[0], self.signed_in("Bo")

        def sent(what, to, at="name"):
            op = {"act": "set", "at": [at], "to": to}
            return {"id": uuid.uuid4().hex, "what": what, "seen": 10**6, "ops": [op]}

        def outcomes(*changes):
            answer = bo.post(f"/api/builds/{rod.id}/changes", json={"changes": changes})
            return [o["outcome"] for o in answer.json()["outcomes"]]

        one, two, bad = sent("first name", "Renamed"), sent("second name", "Twice"), sent("no rule", "ell", "rule")  # fmt: skip
        self.assertEqual(outcomes(one), ["kept"])
        # The answer was lost: the browser sends it again, with what came after it.
        self.assertEqual(outcomes(one, two, bad), ["kept", "kept", "refused"])
        entry = {"id": uuid.uuid4().hex, "at": "2026-03-01T10:00:00Z", "test_load_g": 100}
        for _ in range(2):
            logged = bo.post(f"/api/builds/{rod.id}/log", json={"entries": [entry]})
            self.assertEqual(logged.status_code, 200, logged.text)
        steps = self.trail(rod)
        self.assertFalse([s for s in steps if s[1].startswith(("take changes", "add entries"))])
        for did in ("first name", "second name", "wrote in the log"):
            self.assertEqual(steps.count(("Bo", did)), 1, did)
        self.assertNotIn(("Bo", "no rule"), steps)

    def test_an_edit_whose_trail_cannot_be_written_is_not_kept(self):
        rod, bo = self.rods[1], self.signed_in("Bo")
        op = {"act": "set", "at": ["name"], "to": "Not to be"}
        change = {"id": uuid.uuid4().hex, "what": "name", "seen": 10**6, "ops": [op]}
        gone = OperationalError("insert", {}, Exception("the line was cut"))
        with mock.patch("wise_spool.store.taking.note_on_trail", side_effect=gone):
            cut = bo.post(f"/api/builds/{rod.id}/changes", json={"changes": [change]})
        self.assertEqual(cut.status_code, 503)
        name = self.here.get(f"/api/builds/{rod.id}").json()["build"]["name"]
        self.assertNotEqual(name, "Not to be")

    def test_a_phone_is_told_that_the_database_is_away_and_goes_on_trying(self):
        bo, gone = self.signed_in("Bo"), OperationalError("select", {}, Exception("refused"))
        with mock.patch.object(self.app.state.shop.door, "who", side_effect=gone):
            for way in ("GET", "POST"):
                answer = bo.request(way, "/api/builds", json={"name": "Away"})
                self.assertEqual((answer.status_code, answer.json()["title"]), (503, "Database away"))  # fmt: skip
        self.assertEqual(bo.get("/api/builds").status_code, 200)


class Several(unittest.TestCase):
    def test_the_first_account_counts_at_once_where_it_is_made_and_soon_elsewhere(self):
        store = fresh_store()
        self.addCleanup(store.engine.dispose)
        here, elsewhere = Door(store), Door(store)
        with mock.patch("wise_spool.store.door.LATELY_S", 3600):
            self.assertEqual((here.several(), elsewhere.several()), (False, False))
            here.make_account("Runa", "owner", PASSWORD)
            self.assertEqual((here.several(), elsewhere.several()), (True, False))
        with mock.patch("wise_spool.store.door.LATELY_S", -1):
            self.assertTrue(elsewhere.several())


class TokensAndTries(AtTheDoor):
    def test_a_phones_link_holds_once_and_ten_minutes(self):
        _, token = self.link()
        phone = self.from_the_network()
        self.assertEqual(phone.post("/api/door/come-in", json={"token": token}).status_code, 204)
        self.assertEqual(phone.get("/api/builds").status_code, 200)
        replayed = self.from_the_network("192.168.7.31").post("/api/door/come-in", json={"token": token})  # fmt: skip
        self.assertEqual(replayed.status_code, 401)
        self.assertIn("used already", replayed.json()["detail"])
        moment = [datetime.now(UTC)]
        door = Door(self.store, lambda: moment[0])
        late, _ = door.invite("phone", "late", "builder")
        moment[0] += timedelta(minutes=11)
        with self.assertRaisesRegex(NotLetInError, "run out"):
            door.come_in(late, "192.168.7.32")
        wrong = self.from_the_network("192.168.7.33").post("/api/door/come-in", json={"token": "x" * 40})  # fmt: skip
        self.assertEqual(wrong.status_code, 401)

    def test_taken_away_it_opens_nothing_at_the_very_next_request(self):
        _, token = self.link(name="lost phone")
        phone = self.from_the_network()
        phone.post("/api/door/come-in", json={"token": token})
        let_in = self.here.get("/api/door/all").json()["let_in"]
        mine = next(x for x in let_in if x["name"] == "lost phone")
        self.here.delete(f"/api/door/let-in/{mine['id']}")
        self.assertEqual(phone.get("/api/builds").status_code, 401)
        self.assertEqual(self.here.delete(f"/api/door/let-in/{mine['id']}").status_code, 404)

    def test_a_pass_ends_in_its_time_and_a_clock_set_back_gives_it_no_more_than_that(self):
        moment = [datetime.now(UTC)]
        door = Door(self.store, lambda: moment[0])
        token, _ = door.sign_in("Ragna", PASSWORD, "192.168.7.40")
        moment[0] -= timedelta(days=1)
        self.assertEqual(door.who(token).name, "Ragna")
        moment[0] += timedelta(days=32)
        self.assertIsNone(door.who(token))

    def test_of_a_thousand_wrong_passwords_five_are_looked_at(self):
        door = Door(self.store)
        door.make_account("Guessed", "viewer", PASSWORD)
        looked = []
        matches = door._matches
        door._matches = lambda secret, password: looked.append(1) or matches(secret, password)
        for n in range(1000):
            with self.assertRaises((NotLetInError, TooOftenError)):
                door.sign_in("guessed", f"wrong {n}", f"10.0.{n // 250}.{n % 250}")
        self.assertEqual(len(looked), MOST_TRIES)
        with self.assertRaises(TooOftenError):
            door.sign_in("guessed", PASSWORD, "10.0.9.9")
        self.assertEqual(door.sign_in("Bo", PASSWORD, "10.0.9.9")[1].role, "builder")

    def test_nothing_that_opens_the_door_is_kept_as_it_is(self):
        token, _ = self.shop.door.sign_in("Ragna", PASSWORD, "192.168.7.41")
        _, link = self.link(name="hash me")
        with Session(self.store.engine) as session:
            kept = [r.model_dump_json() for table in (AccountRow, PassRow, InvitationRow) for r in session.exec(select(table))]  # fmt: skip
        for secret in (token, link, PASSWORD):
            self.assertFalse([row for row in kept if secret in row])

    def test_another_password_and_sign_out_everywhere_end_every_window(self):
        for how in ("password", "everywhere"):
            one, two = self.signed_in("Vidar"), self.signed_in("vidar  ")
            if how == "password":
                account = next(a for a in self.here.get("/api/door/all").json()["accounts"] if a["name"] == "Vidar")  # fmt: skip
                self.here.put(f"/api/door/accounts/{account['id']}/password", json={"password": PASSWORD})  # fmt: skip
            else:
                one.post("/api/door/sign-out?everywhere=true")
            self.assertEqual((one.get("/api/builds").status_code, two.get("/api/builds").status_code), (401, 401), how)  # fmt: skip

    def test_ones_own_password_asks_for_the_old_one_and_only_so_often(self):
        self.here.post("/api/door/accounts", json={"name": "Kari", "role": "viewer", "password": PASSWORD})  # fmt: skip
        mine, another = self.signed_in("Kari"), self.signed_in("Kari")
        self.assertTrue(mine.get("/api/door").json()["has_password"])
        said = {"old": PASSWORD, "password": "another four words here"}
        for body, field in (({**said, "old": "wrong"}, "old"), ({**said, "password": "short"}, "password")):  # fmt: skip
            refused = mine.put("/api/door/password", json=body)
            self.assertEqual((refused.status_code, refused.json()["errors"][0]["field"]), (422, field))  # fmt: skip
        self.assertEqual(mine.put("/api/door/password", json=said).status_code, 204)
        self.assertEqual([c.get("/api/builds").status_code for c in (mine, another)], [401, 401])
        again = self.signed_in("Kari", "another four words here")
        tries = [again.put("/api/door/password", json={**said, "old": f"wrong {n}"}).status_code for n in range(8)]  # fmt: skip
        self.assertEqual((tries[0], tries[-1]), (422, 429))
        self.assertEqual(self.here.put("/api/door/password", json=said).status_code, 409)

    def test_what_cannot_be_is_said_at_its_field(self):
        for said, field in (
            ({"name": "Kort", "role": "viewer", "password": "short"}, "password"),
            ({"name": "ragna", "role": "viewer", "password": PASSWORD}, "name"),
        ):
            answer = self.here.post("/api/door/accounts", json=said)
            self.assertEqual((answer.status_code, answer.json()["errors"][0]["field"]), (422, field))  # fmt: skip
        owner = next(a for a in self.here.get("/api/door/all").json()["accounts"] if a["role"] == "owner")  # fmt: skip
        last = self.here.delete(f"/api/door/accounts/{owner['id']}")
        self.assertEqual(last.status_code, 409)
        nobody = self.here.post("/api/door/links", json={"kind": "client", "name": "Ossian"})
        self.assertEqual(nobody.status_code, 409)
