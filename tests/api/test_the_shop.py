"""The shop over HTTP: blanks against a brief, stock that moves with the record, money that is frozen, people who can leave."""

import io
import unittest
import uuid
from datetime import UTC, datetime
from unittest import mock

import pdfplumber
from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.api.test_builds import WithAShop
from tests.shop import fresh_store, settings
from wise_spool.api.app import create_app
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.document.records import Records
from wise_spool.demo.blanks import demo_blanks
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.build_file import write_build
from wise_spool.store.builds import BuildStore
from wise_spool.store.habits import ShopHabits
from wise_spool.store.papers import Papers
from wise_spool.store.settled import settle
from wise_spool.store.shelf import Shelf
from wise_spool.store.stiffnesses import Stiffnesses

SHOP = {b.name: b for b in demo_builds(datetime.now(UTC))}


class WithRods(WithAShop):
    def hang(self, name, **more):
        build = SHOP[name].model_copy(update=more)
        return self.client.post("/api/builds/import", content=write_build(Records.of(build))).json()

    def shelve(self, kind, item, stock=1, **card):
        answer = self.client.post(
            "/api/shelf",
            json={"shelved": {"kind": kind, "item": item}, "stock": stock, "card": card},
        )
        self.assertEqual(answer.status_code, 201, answer.text)
        return answer.json()


class Choosing(WithRods):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        Shelf(cls.store).add(demo_blanks())

    def test_from_a_brief_to_a_blank_on_the_mat(self):
        state = self.new("For small hands")
        asked = {**state["build"]["brief"]["asked"], "lure_least_g": 7, "lure_most_g": 21, "stands": "boat", "sore": "wrist", "tip": "crisp"}  # fmt: skip
        state = self.save(state, brief__asked=asked)
        found = self.client.get(f"/api/builds/{state['id']}/choice").json()
        ranked = found["choice"]["ranked"]
        self.assertGreaterEqual(len(ranked), 14)
        self.assertEqual(len(found["choice"]["bent"]), 3)
        self.assertTrue(any((r["label_off_percent"] or 0) > 15 for r in ranked if "Ansgar" in r["name"]))  # fmt: skip
        blank = self.client.get(f"/api/builds/{state['id']}/choice/{ranked[0]['id']}", params={"cut": ranked[0]["cut"], "cut_mm": ranked[0]["cut_mm"]}).json()  # fmt: skip
        after = self.save(state, blank=blank)
        power = next(x for x in after["plan"]["brief"]["laid"] if x["quantity"] == "power_g")
        self.assertEqual(
            after["plan"]["stiffness"]["power_g"],
            float(ranked[0]["power_g"]),
            power,
        )
        gone = self.client.get(f"/api/builds/{state['id']}/choice/{uuid.uuid4()}")
        self.assertEqual(gone.status_code, 404)

    def test_a_blank_another_rod_has_spoken_for_is_not_on_hand(self):
        rod = self.hang("Birch perch")
        name = rod["build"]["blank"]["name"]
        blank = {k: v for k, v in rod["build"]["blank"].items() if k in ("name", "material", "length_mm", "label_power", "readings", "joints")}  # fmt: skip
        self.shelve("blank", blank, stock=1)
        mine = self.client.get(f"/api/builds/{rod['id']}/choice").json()["choice"]["ranked"]
        other = self.new("Somebody else's")
        theirs = self.client.get(f"/api/builds/{other['id']}/choice").json()["choice"]["ranked"]
        on_hand = lambda ranked: next(r["on_hand"] for r in ranked if r["name"] == name)  # noqa: E731
        self.assertEqual((on_hand(mine), on_hand(theirs)), (1, 0))

    def test_contradictory_answers_are_said_and_kept(self):
        state = self.new("Too much asked")
        asked = {
            **state["build"]["brief"]["asked"],
            "lure_least_g": 2,
            "lure_most_g": 90,
            "budget": "12.5",
        }
        after = self.save(state, brief__asked=asked)
        self.assertIn("brief-apart", [f["code"] for f in after["plan"]["findings"]])
        self.assertEqual(after["build"]["brief"]["asked"]["budget"], "12.5")
        bad = self.send(
            after, {"act": "set", "at": ["brief", "asked", "budget"], "to": "-3"}
        ).json()
        self.assertEqual(bad["outcomes"][0]["outcome"], "refused")


class StockMoves(WithRods):
    def line(self, item):
        return next(x for x in self.client.get("/api/stock").json()["lines"] if x["id"] == item["id"])  # fmt: skip

    def test_a_tick_at_the_bench_takes_it_off_the_shelf(self):
        rod = self.hang("Holm Casting")
        build = rod["build"]
        part = build["handle"]["parts"][1]
        item = self.shelve("part", {**part, "id": "shelf"}, stock=2)
        before = self.line(item)
        self.assertEqual((before["left"], before["spoken_in_all"], before["free"]), (2, 1, 1))
        at = datetime.now(UTC).isoformat()
        done = self.client.post(f"/api/builds/{rod['id']}/log", json={"entries": [{"id": "glued-1", "at": at, "step": f"part:{part['id']}"}]})  # fmt: skip
        self.assertEqual(done.status_code, 200)
        after = self.line(item)
        self.assertEqual((after["left"], after["used"], after["spoken_in_all"]), (1, 1, 0))
        counted = self.client.put(f"/api/shelf/{item['id']}", json={"shelved": item["shelved"], "stock": 5}).json()  # fmt: skip
        self.assertNotEqual(counted["card"]["counted_at"], item["card"]["counted_at"])
        self.assertEqual((self.line(item)["left"], self.line(item)["used"]), (5, 0))

    def test_what_changed_on_the_shelf_since_is_shown(self):
        rod = self.hang("Holm Casting")
        tin = rod["build"]["handle"]["adhesives"][0]
        item = self.shelve("adhesive", {**tin, "pot_life_min": tin["pot_life_min"] + 15})
        said = self.client.get(f"/api/builds/{rod['id']}/departed").json()
        self.assertEqual([(d["words"], d["item_id"]) for d in said], [("pot life", item["id"])])


class Money(WithRods):
    def test_a_quote_is_frozen_whatever_becomes_of_rod_shelf_and_terms(self):
        rod = self.hang("Holm Casting")
        seat = next(p for p in rod["build"]["handle"]["parts"] if p["kind"] == "reel_seat")
        item = self.shelve("part", {**seat, "id": "shelf"}, price="180.00")
        path = f"/api/builds/{rod['id']}"
        one = {"id": str(uuid.uuid4()), "kind": "quote"}
        sent = self.client.post(f"{path}/papers", json=one).json()
        again = self.client.post(f"{path}/papers", json=one).json()
        self.assertEqual((sent["id"], sent["paper"]), (again["id"], again["paper"]))
        pdf = self.client.get(f"{path}/papers/{sent['id']}.pdf").content
        self.client.put(f"/api/shelf/{item['id']}", json={"shelved": item["shelved"], "stock": 1, "card": {"price": "999.00"}})  # fmt: skip
        terms = self.client.get("/api/terms").json()
        self.assertEqual(self.client.put("/api/terms", json={**terms, "hour": "500", "currency": "mark"}).status_code, 200)  # fmt: skip
        self.assertEqual(self.client.get(f"{path}/papers/{sent['id']}.pdf").content, pdf)
        words = pdfplumber.open(io.BytesIO(pdf)).pages[0].extract_text()
        self.assertIn(f"Quote {sent['paper']['number']}", words)
        self.assertIn(sent["paper"]["total"].split(".")[0][-3:], words)
        other = self.client.post(f"{path}/papers", json={"id": str(uuid.uuid4())}).json()
        self.assertEqual(other["paper"]["revision"], 2)
        self.assertGreater(float(other["paper"]["total"]), float(sent["paper"]["total"]))
        self.assertEqual([p["paper"]["revision"] for p in self.client.get(f"{path}/papers").json()], [2, 1])  # fmt: skip

    def test_three_dresses_and_five_margins(self):
        rod = self.hang("Holm Casting")
        found = self.client.get(f"/api/builds/{rod['id']}/price").json()
        self.assertEqual([v["name"] for v in found["variants"]], ["plain", "planned", "show"])
        totals = [float(v["priced"]["total"]) for v in found["variants"]]
        self.assertEqual(totals, sorted(totals))
        self.assertTrue(found["priced"]["unpriced"])
        refused = self.client.post(f"/api/builds/{rod['id']}/papers", json={"id": str(uuid.uuid4()), "kind": "invoice"})  # fmt: skip
        self.assertEqual(refused.status_code, 409)
        self.assertIn("Nobody gave a price", refused.json()["detail"])

    def test_terms_that_cannot_be_are_named_at_their_field(self):
        terms = self.client.get("/api/terms").json()
        bad = self.client.put("/api/terms", json={**terms, "tax_percent": "-4"})
        self.assertEqual(bad.status_code, 422)
        self.assertIn("tax_percent", bad.json()["errors"][0]["field"])
        for rates, words in (
            ({"crown": "0"}, "crown"),
            ({"crown": "ten"}, "crown"),
            ({"mark": "1"}, "own money"),
        ):
            bad = self.client.put("/api/terms", json={**terms, "rates": rates})
            self.assertEqual(bad.status_code, 422, rates)
            self.assertIn(words, bad.text)
        self.assertEqual(self.client.get("/api/terms").json(), terms)

    def test_a_handle_with_a_name_starts_others_wherever_its_rod_is_and_brings_no_reamed_bore(self):
        self.assertEqual(self.client.get("/api/handles").json(), [])
        rod = self.hang("Skerry 10")
        change = {"id": uuid.uuid4().hex, "what": "keep it", "seen": rod["version"], "ops": [{"act": "set", "at": ["handle", "kept_as"], "to": "Skerry cork"}]}  # fmt: skip
        kept = self.client.post(f"/api/builds/{rod['id']}/changes", json={"changes": [change]})
        self.assertEqual(kept.status_code, 200, kept.text)
        copy = self.client.post(f"/api/builds/{rod['id']}/copy").json()
        self.assertEqual(copy["build"]["handle"]["kept_as"], "")
        self.client.post(f"/api/builds/{rod['id']}/put-away")
        (kit,) = self.client.get("/api/handles").json()
        self.assertEqual(kit["name"], "Skerry cork")
        self.assertEqual([p["length_mm"] for p in kit["parts"]], [p["length_mm"] for p in rod["build"]["handle"]["parts"]])  # fmt: skip
        self.assertTrue(all(p["bore_butt_mm"] is None for p in kit["parts"] if p["kind"] == "rear_grip"))  # fmt: skip
        self.assertTrue(any(p["seat"] and p["seat"]["bore_mm"] for p in kit["parts"]))
        self.client.post(f"/api/builds/{rod['id']}/put-away?back=true")
        laid = self.client.get("/api/references").json()
        mine, rod_itself = [f["reference"] for f in laid if f["rod_id"] == rod["id"]]
        self.assertEqual((mine["name"], rod_itself["parts"]), ("Skerry cork", mine["parts"]))
        handle = self.client.get(f"/api/builds/{rod['id']}").json()["plan"]["handle"]
        self.assertAlmostEqual(mine["reach_mm"], handle["reach_mm"], places=1)
        self.assertEqual([round(p["start_mm"]) for p in mine["parts"]], [round(p["start_mm"]) for p in handle["parts"]])  # fmt: skip

    def test_what_to_buy_is_by_seller(self):
        self.hang("Deep char")
        self.shelve("thread", {"name": "deep blue", "size": "D", "spool_m": 50}, stock=1, price="12.00", seller="Netloft Supply", lead_days=9)  # fmt: skip
        baskets = self.client.get("/api/shopping").json()
        mine = next(b for b in baskets if b["seller"] == "Netloft Supply")
        self.assertEqual(mine["things"][0]["name"], "deep blue")
        self.assertGreaterEqual(mine["things"][0]["pieces"], 1)
        self.assertEqual(baskets[-1]["seller"], "nobody yet")


class KeptStiffnesses(unittest.TestCase):
    """A blank is fitted once for as long as it, the habits and the program stay what they are."""

    def setUp(self):
        self.store = fresh_store()
        self.addCleanup(self.store.engine.dispose)
        Shelf(self.store).add([(b, 1) for b, _, _ in demo_blanks()])
        self.rod = uuid.uuid4()

    def choice(self):
        """What is chosen by a fresh server, and how many blanks it fitted."""
        client = TestClient(create_app(self.store, settings()), base_url="http://127.0.0.1:8321")
        rod = client.post(f"/api/builds?as_id={self.rod}", json={"name": "To choose for"}).json()
        fitted = []
        with mock.patch("wise_spool.store.stiffnesses.measure", side_effect=lambda b: fitted.append(b) or measure(b)):  # fmt: skip
            found = client.get(f"/api/builds/{rod['id']}/choice")
        self.assertEqual(found.status_code, 200, found.text[:300])
        return found.json(), len(fitted)

    def test_a_fresh_server_ranks_the_same_and_fits_none_again(self):
        first, fitted = self.choice()
        self.assertGreaterEqual(fitted, len(demo_blanks()))
        second, none = self.choice()
        self.assertEqual(none, 0)
        self.assertEqual(second["choice"], first["choice"])
        self.assertEqual(second["dots"], first["dots"])

    def test_two_who_ask_at_once_under_other_habits_get_each_their_own(self):
        blank = next(b.item for b, _, _ in demo_blanks())
        kept = Stiffnesses(self.store.engine, lambda: "an edition")
        one, other = kept.under("one"), kept.under("another")
        self.assertEqual(one, kept.under("one"), "the same conditions are known anew")
        with mock.patch("wise_spool.store.stiffnesses.measure", side_effect=lambda b: measure(b).model_copy(update={"p": 1.0})):  # fmt: skip
            self.assertEqual(one(blank).p, 1.0)
        self.assertNotEqual(other(blank).p, 1.0)
        self.assertEqual(one(blank).p, 1.0)

    def test_other_habits_another_program_and_a_changed_blank_are_fitted(self):
        self.choice()
        one = demo_blanks()[0][0]
        longer = one.item.model_copy(update={"length_mm": one.item.length_mm + 1})
        Shelf(self.store).add([(one.model_copy(update={"item": longer}), 1)])
        self.assertEqual(self.choice()[1], 1)
        with mock.patch("wise_spool.api.deps.edition", return_value="another"):
            self.assertGreater(self.choice()[1], 1)
        settle(self.store.engine, "stiffnesses", {"of": 7})
        self.assertGreater(self.choice()[1], 1)
        ShopHabits(self.store).say("gj_over_ei.carbon", 0.3)
        self.assertGreater(self.choice()[1], 1)


class Leaving(WithRods):
    NAME, MAIL = 'Sunniva "Sol" Aasgard\\Vik', "sunniva@example.invalid"

    def everywhere(self, word):
        """Columns of every table that hold a word."""
        found = []
        with self.store.engine.connect() as db:
            tables = db.execute(text("SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = 'public'")).all()  # fmt: skip
            for table, column in tables:
                n = db.execute(text(f'SELECT count(*) FROM "{table}" WHERE "{column}"::text ILIKE :w'), {"w": f"%{word}%"}).scalar_one()  # fmt: skip
                if n:
                    found.append((table, column, n))
        return found

    def test_a_person_who_is_deleted_leaves_nothing(self):
        person = {"name": self.NAME, "contact": self.MAIL, "hand": "small", "likes": "light rods"}
        new = {"id": str(uuid.uuid4()), "person": person}
        self.assertEqual(self.client.post("/api/people", json=new).status_code, 201)
        self.assertEqual(self.client.post("/api/people", json=new).json()["id"], new["id"])
        rod = self.hang("Holm Casting", client=self.NAME)
        state = self.save(self.client.get(f"/api/builds/{rod['id']}").json(), note=f"Call {self.NAME} at {self.MAIL} first.")  # fmt: skip
        at = datetime.now(UTC).isoformat()
        self.client.post(f"/api/builds/{rod['id']}/log", json={"entries": [{"id": "n1", "at": at, "note": {"id": "n1", "words": f"{self.NAME} came by"}}]})  # fmt: skip
        paper = self.client.post(f"/api/builds/{rod['id']}/papers", json={"id": str(uuid.uuid4())}).json()  # fmt: skip
        self.assertTrue(self.everywhere("Aasgard"))
        theirs = self.client.get(f"/api/people/{new['id']}/file").json()
        self.assertEqual(theirs["person"]["contact"], self.MAIL)
        self.assertEqual([r["name"] for r in theirs["rods"]], ["Holm Casting"])
        self.assertEqual(theirs["rods"][0]["papers"][0]["client"], self.NAME)
        stopped = self.client.delete(f"/api/people/{new['id']}")
        self.assertEqual(stopped.status_code, 409)
        self.assertIn("on the rack: Holm Casting", stopped.json()["detail"])
        self.assertTrue(self.everywhere("Aasgard"))
        gone = self.client.delete(f"/api/people/{new['id']}", params={"even_so": True})
        self.assertEqual(gone.status_code, 200)
        self.assertEqual((self.everywhere("Aasgard"), self.everywhere(self.MAIL)), ([], []))
        pdf = self.client.get(f"/api/builds/{rod['id']}/papers/{paper['id']}.pdf").content
        self.assertNotIn("Aasgard", pdfplumber.open(io.BytesIO(pdf)).pages[0].extract_text())
        after = self.client.get(f"/api/builds/{rod['id']}").json()
        self.assertEqual(after["build"]["client"], "(deleted)")
        self.assertIn("(deleted)", after["build"]["note"])
        log = self.client.get(f"/api/builds/{rod['id']}/log").json()
        self.assertEqual([e["note"]["words"] for e in log if e.get("note")], ["(deleted) came by"])
        self.assertEqual(state["build"]["note"].count("Aasgard"), 1)

    def test_a_name_that_is_a_word_of_the_trade_ruins_nothing(self):
        grip = self.shelve("part", {"id": "shelf", "kind": "rear_grip", "name": "cork rear grip", "length_mm": 200})  # fmt: skip
        for name in ("Name", "Cork", "Rod", "ola", "spinning", "medium", "at"):
            with self.subTest(name):
                new = {"id": str(uuid.uuid4()), "person": {"name": name}}
                self.client.post("/api/people", json=new)
                rod = self.hang("Holm Casting", client=name)
                state = self.client.get(f"/api/builds/{rod['id']}").json()
                self.save(state, what=f"for {name}", note=f"Nikolai called; so did {name}.")
                gone = self.client.delete(f"/api/people/{new['id']}", params={"even_so": True})
                self.assertEqual(gone.status_code, 200, gone.text)
                after = self.client.get(f"/api/builds/{rod['id']}").json()
                self.assertIsNone(after["problem"])
                self.assertEqual(after["build"]["client"], "(deleted)")
                self.assertEqual(after["build"]["note"], "Nikolai called; so did (deleted).")
                self.assertEqual(len(after["build"]["handle"]["parts"]), len(rod["build"]["handle"]["parts"]))  # fmt: skip
                self.assertEqual(after["build"]["brief"]["rod_type"], "casting")
                shelf = self.client.get("/api/shelf")
                names = {i["id"]: i["shelved"]["item"]["name"] for i in shelf.json()}
                self.assertEqual(names[grip["id"]], "cork rear grip")
                revisions = self.client.get(f"/api/builds/{rod['id']}/revisions").json()
                self.assertNotIn(f"for {name}", [r["what"] for r in revisions])

    def test_a_name_of_figures_is_not_looked_for_in_moments_numbers_and_ids(self):
        rod = self.hang("Holm Casting", client="00")
        self.client.put(
            "/api/terms", json={**self.client.get("/api/terms").json(), "hour": "100.00"}
        )
        self.client.post(f"/api/builds/{rod['id']}/log", json={"entries": [{"id": "n00", "at": "2026-05-02T10:00:00Z", "note": {"id": "n00", "words": "00 came by at 10:00"}}]})  # fmt: skip
        settle(self.store.engine, "learned-since", {"x": "2026-05-02T10:00:00+00:00"})
        before = [self.client.get(p).json() for p in ("/api/terms", "/api/learned", "/api/board")]
        for name in ("00", "10:00", "2026", "100.00"):
            new = {"id": str(uuid.uuid4()), "person": {"name": name, "contact": "+00 10 2026"}}
            self.assertEqual(self.client.post("/api/people", json=new).status_code, 201)
            gone = self.client.delete(f"/api/people/{new['id']}", params={"even_so": True})
            self.assertEqual(gone.status_code, 200, gone.text)
        after = [self.client.get(p).json() for p in ("/api/terms", "/api/learned", "/api/board")]
        self.assertEqual(after[:2], before[:2])
        self.assertEqual(after[2]["board"], before[2]["board"])
        state = self.client.get(f"/api/builds/{rod['id']}").json()
        self.assertEqual((state["build"]["client"], state["problem"]), ("(deleted)", None))
        log = self.client.get(f"/api/builds/{rod['id']}/log").json()
        self.assertIn("(deleted) came by at (deleted)", [e["note"]["words"] for e in log if e.get("note")])  # fmt: skip

    def test_two_of_one_name_are_asked_about(self):
        one = {"id": str(uuid.uuid4()), "person": {"name": "Ola Nordvik"}}
        self.client.post("/api/people", json=one)
        twice = self.client.post("/api/people", json={"id": str(uuid.uuid4()), "person": {"name": "ola  nordvik"}})  # fmt: skip
        self.assertEqual(twice.status_code, 409)
        self.assertEqual(self.client.put(f"/api/people/{one['id']}", json={"name": "Ola Nordvik", "hand": "large"}).status_code, 200)  # fmt: skip
        self.assertEqual(self.client.delete(f"/api/people/{one['id']}").status_code, 200)
        self.assertEqual(self.client.delete(f"/api/people/{one['id']}").status_code, 404)

    def test_whoever_went_by_another_name_goes_with_it(self):
        rod = self.hang("Holm Casting", client="Aud Sletten")
        self.save(rod, note="Aud Sletten calls before noon: aud@example.invalid")
        one = {"id": str(uuid.uuid4()), "person": {"name": "Aud Sletten", "contact": "aud@example.invalid"}}  # fmt: skip
        self.client.post("/api/people", json=one)
        for name, mail in (("Aud Sletten Tveit", "aud@example.invalid"), ("Aud Tveit", "at@example.invalid")):  # fmt: skip
            self.client.put(f"/api/people/{one['id']}", json={"name": name, "contact": mail})
        theirs = self.client.get(f"/api/people/{one['id']}/file").json()
        self.assertEqual(theirs["went by"], ["Aud Sletten", "aud@example.invalid", "Aud Sletten Tveit"])  # fmt: skip
        gone = self.client.delete(f"/api/people/{one['id']}", params={"even_so": True})
        self.assertEqual(gone.status_code, 200, gone.text)
        self.assertEqual((self.everywhere("Sletten"), self.everywhere("Tveit"), self.everywhere("aud@")), ([], [], []))  # fmt: skip

    def test_a_rack_looked_at_while_they_are_deleted_does_not_keep_them(self):
        one = {"id": str(uuid.uuid4()), "person": {"name": "Signy Aas"}}
        self.client.post("/api/people", json=one)
        self.hang("Holm Casting", client="Signy Aas")
        keep = BuildStore.keep_shown

        def after_they_went(*said):
            if "Signy" in str(said):
                self.client.delete(f"/api/people/{one['id']}", params={"even_so": True})
            keep(*said)

        with mock.patch.object(BuildStore, "keep_shown", after_they_went):
            self.assertIn("Signy Aas", self.client.get("/api/builds").text)
        self.assertEqual(self.everywhere("Signy"), [])
        self.assertNotIn("Signy", self.client.get("/api/builds").text)

    def test_a_paper_frozen_while_they_are_deleted_does_not_name_them(self):
        one = {"id": str(uuid.uuid4()), "person": {"name": "Vilde Gran"}}
        self.client.post("/api/people", json=one)
        rod, send = self.hang("Holm Casting", client="Vilde Gran"), Papers.send

        def after_they_went(*sent):
            gone = self.client.delete(f"/api/people/{one['id']}", params={"even_so": True})
            self.assertEqual(gone.status_code, 200, gone.text)
            return send(*sent)

        with mock.patch.object(Papers, "send", after_they_went):
            paper = self.client.post(f"/api/builds/{rod['id']}/papers", json={"id": str(uuid.uuid4())})  # fmt: skip
        self.assertEqual(paper.status_code, 201, paper.text)
        self.assertEqual(self.everywhere("Vilde"), [])
        pdf = self.client.get(f"/api/builds/{rod['id']}/papers/{paper.json()['id']}.pdf").content
        self.assertNotIn("Vilde", pdfplumber.open(io.BytesIO(pdf)).pages[0].extract_text())

    def test_whoever_has_a_longer_name_or_the_same_contact_keeps_it(self):
        people = [
            {"id": str(uuid.uuid4()), "person": {"name": name, "contact": "the red mill", "likes": "fishes with Inga"}}
            for name in ("Inga", "Inga Berg", "Ole Inga")
        ]  # fmt: skip
        for one in people:
            self.client.post("/api/people", json=one)
        rods = [self.hang("Holm Casting", client=p["person"]["name"]) for p in people]
        self.save(rods[1], note="For Inga berg, not Inga.  Inga\nBerg knows; the red mill.")
        gone = self.client.delete(f"/api/people/{people[0]['id']}", params={"even_so": True})
        self.assertEqual(gone.status_code, 200, gone.text)
        builds = [self.client.get(f"/api/builds/{r['id']}").json()["build"] for r in rods]
        self.assertEqual([b["client"] for b in builds], ["(deleted)", "Inga Berg", "Ole Inga"])
        self.assertEqual(builds[1]["note"], "For Inga berg, not (deleted).  Inga\nBerg knows; the red mill.")  # fmt: skip
        left = {p["id"]: p["person"] for p in self.client.get("/api/people").json()}
        for one in people[1:]:
            self.assertEqual(left[one["id"]]["name"], one["person"]["name"])
            self.assertEqual(left[one["id"]]["contact"], "the red mill")
            self.assertEqual(left[one["id"]]["likes"], "fishes with (deleted)")

    def test_a_person_who_goes_by_another_name_keeps_their_rods(self):
        one = {"id": str(uuid.uuid4()), "person": {"name": "Siv Aune"}}
        self.client.post("/api/people", json=one)
        rod = self.client.post("/api/builds", json={"name": "Siv's", "client": "siv aune"}).json()
        renamed = self.client.put(f"/api/people/{one['id']}", json={"name": "Siv Aune Berg"})
        self.assertEqual([r["id"] for r in renamed.json()["rods"]], [rod["id"]])
        state = self.client.get(f"/api/builds/{rod['id']}").json()
        self.assertEqual(state["build"]["client"], "Siv Aune Berg")
        self.client.post("/api/people", json={"id": str(uuid.uuid4()), "person": {"name": "Tor"}})
        self.assertEqual(self.client.put(f"/api/people/{one['id']}", json={"name": "Tor"}).status_code, 409)  # fmt: skip
        self.assertEqual(self.client.get(f"/api/builds/{rod['id']}").json(), state)


if __name__ == "__main__":
    unittest.main()
