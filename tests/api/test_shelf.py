"""The shelf: kept, changed, taken off, in and out as CSV; builds keep their own copies."""

import csv
import io

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.api.test_builds import WithAShop
from wise_spool.core.document.parts import Part, Reamer, SeatBore
from wise_spool.demo.shelf import demo_shelf
from wise_spool.exchange.shelf_csv import columns, read_shelf, write_shelf
from wise_spool.store.shelf import Shelf

REAMER = {"kind": "reamer", "item": {"name": "long", "small_mm": 8, "large_mm": 14, "length_mm": 640}}  # fmt: skip


class TheShelf(WithAShop):
    def put_on(self, shelved=REAMER, stock=1):
        return self.client.post("/api/shelf", json={"shelved": shelved, "stock": stock})

    def test_put_on_changed_and_taken_off(self):
        item = self.put_on().json()
        path = f"/api/shelf/{item['id']}"
        wider = {"kind": "reamer", "item": {**REAMER["item"], "large_mm": 15}}
        after = self.client.put(path, json={"shelved": wider, "stock": 3}).json()
        self.assertEqual((after["shelved"]["item"]["large_mm"], after["stock"]), (15, 3))
        self.assertEqual(self.client.delete(path).status_code, 204)
        self.assertEqual(self.client.delete(path).status_code, 404)
        self.assertNotIn(item["id"], [s["id"] for s in self.client.get("/api/shelf").json()])

    def test_what_cannot_be_is_refused_by_field(self):
        bad = {"kind": "reamer", "item": {**REAMER["item"], "large_mm": 2}}
        answer = self.put_on(bad)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("larger than its small end", answer.json()["errors"][0]["message"])
        self.assertEqual(self.put_on({"kind": "anvil", "item": {}}).status_code, 422)
        self.assertEqual(self.put_on(stock=-1).status_code, 422)

    def test_a_build_keeps_its_copy_when_the_shelf_changes(self):
        item = self.put_on().json()
        state = self.new()
        handle = {**state["build"]["handle"], "reamers": [item["shelved"]["item"]]}
        self.save(state, handle=handle)
        wider = {"kind": "reamer", "item": {**REAMER["item"], "large_mm": 19}}
        self.client.put(f"/api/shelf/{item['id']}", json={"shelved": wider, "stock": 1})
        again = self.client.get(f"/api/builds/{state['id']}").json()
        self.assertEqual(again["build"]["handle"]["reamers"][0]["large_mm"], 14)

    def test_every_part_is_laid_against_a_rod_at_each_place_of_its_kind(self):
        Shelf(self.store).add(demo_shelf())
        state = self.new()
        self.assertEqual(self.client.get(f"/api/builds/{state['id']}/fitting").json(), [])
        even = [{"id": f"r{n}", "station_mm": s, "od_mm": 14.0} for n, s in enumerate((0, 1000, 2000))]  # fmt: skip
        self.save(state, blank={**state["build"]["blank"], "length_mm": 2000, "readings": even})
        places = self.client.get(f"/api/builds/{state['id']}/fitting").json()
        lie = {s["id"]: s["shelved"]["item"] for s in self.client.get("/api/shelf?kind=part").json()}  # fmt: skip
        self.assertIn("reel_seat", [p["kind"] for p in places])
        for place in places:
            kinds = {lie[j["part_id"]]["kind"] for j in place["judged"]}
            self.assertEqual(kinds, {place["kind"]})
            for j in place[
                "judged"
            ]:  # on an even blank of 14 mm a plain bore goes on if it is wider
                part = lie[j["part_id"]]
                bore = part["seat"]["bore_mm"] if part["seat"] else part["bore_butt_mm"]
                if bore < 14:
                    self.assertFalse(j["fits"], part["name"])
                if place["kind"] == "reel_seat" and not part["seat"]["steps"] and bore > 15:
                    self.assertTrue(j["fits"], part["name"])

    def test_csv_out_is_read_by_a_plain_reader_and_comes_back_the_same(self):
        Shelf(self.store).add(demo_shelf())
        for kind in ("reamer", "drill", "tape", "adhesive", "part", "guide", "thread"):
            text = self.client.get(f"/api/shelf/{kind}/csv").text
            rows = list(csv.DictReader(io.StringIO(text)))
            before = self.client.get("/api/shelf", params={"kind": kind}).json()
            self.assertEqual(len(rows), len(before))
            added = self.client.post(f"/api/shelf/{kind}/csv", json={"text": text})
            self.assertEqual(added.status_code, 201)
            items = [s["shelved"]["item"] for s in added.json()]
            for item in (*items, *(s["shelved"]["item"] for s in before)):
                item.pop("id", None)
            key = lambda item: sorted(str(v) for v in item.values())  # noqa: E731
            self.assertEqual(
                sorted(items, key=key), sorted([s["shelved"]["item"] for s in before], key=key)
            )

    def test_one_bad_row_keeps_the_whole_file_off(self):
        before = len(self.client.get("/api/shelf").json())
        text = "name,diameter_mm,stock\nnine,9,1\nwide,x,1\nmany,9,lots\n"
        answer = self.client.post("/api/shelf/drill/csv", json={"text": text})
        self.assertEqual(answer.status_code, 422)
        self.assertEqual([e["field"] for e in answer.json()["errors"]],
                         ["row 3.diameter_mm", "row 4.stock"])  # fmt: skip
        self.assertEqual(len(self.client.get("/api/shelf").json()), before)

    def test_a_strange_column_and_an_empty_file(self):
        for text, words in (("lure,9\n1,2\n", "not a column"), ("", "empty"), ("name,diameter_mm\n", "no item")):  # fmt: skip
            answer = self.client.post("/api/shelf/drill/csv", json={"text": text})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.json()["detail"])

    @settings(max_examples=40, suppress_health_check=list(HealthCheck))
    @given(
        st.floats(0.3, 60),
        st.floats(0, 60),
        st.text(max_size=60).map(lambda t: t.strip().replace("\r", "").replace("\x00", "")),
    )
    def test_any_part_survives_the_csv(self, od, bore, name):
        if any(ord(c) < 32 or 0xD800 <= ord(c) < 0xE000 for c in name) or name.startswith("["):
            return
        inside = SeatBore(bore_mm=bore, usable_to_mm=90, foot_centre_mm=45)
        part = Part(id="shelf", kind="reel_seat", name=name, length_mm=100, od_butt_mm=od, seat=inside)  # fmt: skip
        ((back, stock),) = read_shelf("part", write_shelf("part", [(part, 7)]))
        self.assertEqual((back, stock), (part, 7))

    def test_columns_carry_their_units(self):
        for name in columns("reamer"):
            self.assertRegex(name, r"_mm$|^name$|^cut$|^stock$")
        self.assertEqual(Reamer.model_fields.keys() - set(columns("reamer")), {"id"})


class Mapped(WithAShop):
    def look(self, text, kind="blank", **more):
        return self.client.post(f"/api/shelf/{kind}/csv/look", json={"text": text, **more})

    def test_columns_are_guessed_said_otherwise_and_taken(self):
        text = "Model;Length (in);Weight, oz;Power;Shelf place\nOne;84,5;1,2;M;left\nTwo;96;2;MH;right\n"
        looked = self.look(text).json()
        self.assertEqual(looked["taken_for"]["Length (in)"], {"field": "length_mm", "unit": "in"})
        self.assertEqual(looked["taken_for"]["Shelf place"]["field"], "")
        self.assertEqual((looked["rows"], looked["problems"]), (2, []))
        taken_for = {**looked["taken_for"], "Shelf place": {"field": "series", "unit": ""}}
        added = self.client.post("/api/shelf/blank/csv", json={"text": text, "taken_for": taken_for}).json()  # fmt: skip
        first = added[0]["shelved"]["item"]
        self.assertEqual((first["length_mm"], first["mass_g"], first["series"]), (2146.3, 34.0194, "left"))  # fmt: skip

    def test_forty_columns_nobody_knows_are_left_out_and_nothing_is_lost(self):
        names = ["name", "diameter_mm", *(f"odd {n}" for n in range(40))]
        text = ",".join(names) + "\n" + ",".join(["nine", "9", *("x" for _ in range(40))]) + "\n"
        looked = self.look(text, "drill").json()
        self.assertEqual(looked["rows"], 1)
        self.assertEqual(sum(not c["field"] for c in looked["taken_for"].values()), 40)
        added = self.client.post("/api/shelf/drill/csv", json={"text": text, "taken_for": looked["taken_for"]})  # fmt: skip
        self.assertEqual(added.status_code, 201)

    def test_what_cannot_be_is_said(self):
        text = "a,b\n1,2\n"
        both = {"a": {"field": "diameter_mm"}, "b": {"field": "diameter_mm"}}
        answer = self.look(text, "drill", taken_for=both)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("Two columns", answer.json()["detail"])
        strange = self.look(text, "drill", taken_for={"a": {"field": "soul"}})
        self.assertIn("nothing this shelf keeps", strange.json()["detail"])
        wide = self.look("Diameter in\nwide\n", "drill").json()
        self.assertIn("not a number", wide["problems"][0]["what"])
        self.assertEqual(self.look("", "drill").status_code, 422)

    @settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
    @given(st.sampled_from([(",", "."), (";", ","), ("\t", ".")]), st.sampled_from([("mm", 1.0), ("cm", 10.0), ("in", 25.4)]), st.floats(1, 30))  # fmt: skip
    def test_a_measure_in_any_dialect_and_unit_comes_back(self, dialect, unit, diameter):
        (mark, point), (word, times) = dialect, unit
        text = f"name{mark}diameter ({word})\nd{mark}{diameter / times:.6f}\n".replace(".", point)
        looked = self.look(text, "drill").json()
        self.assertEqual(looked["problems"], [])
        self.assertAlmostEqual(float(looked["first"][0]["diameter_mm"]), diameter, delta=1e-3)
