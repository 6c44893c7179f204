"""The finish over HTTP: schools tried on a rod, one cup over several, the room logged while a coat sets, the sheet for the wall."""

from datetime import UTC, datetime, timedelta

from tests.api.test_builds import WithAShop
from wise_spool.core.document.records import Records
from wise_spool.demo.shop import demo_builds
from wise_spool.exchange.build_file import write_build

SHOP = {b.name: b for b in demo_builds(datetime.now(UTC))}


class Finishing(WithAShop):
    def hang(self, name):
        return self.client.post("/api/builds/import", content=write_build(Records.of(SHOP[name]))).json()  # fmt: skip

    def say(self, rod, entry_id, **entry):
        at = entry.pop("at", datetime.now(UTC)).isoformat()
        return self.client.post(f"/api/builds/{rod['id']}/log", json={"entries": [{"id": entry_id, "at": at, **entry}]})  # fmt: skip

    def finish_of(self, rod):
        return self.client.get(f"/api/builds/{rod['id']}").json()["plan"]["finish"]

    def test_schools_are_tried_without_keeping(self):
        tried = self.client.post("/api/plan/schools", json=SHOP["Skerry 10"].model_dump(mode="json")).json()  # fmt: skip
        self.assertEqual([s["name"] for s in tried if s["taken"]], ["thin_first"])
        self.assertEqual(len(tried), 6)
        broken = self.client.post("/api/plan/schools", json={"name": "x", "finish": {"coats": 0}})
        self.assertEqual(broken.status_code, 422)

    def test_a_cup_reaches_over_rods_of_the_same_tin(self):
        one, other = self.hang("Birch perch"), self.hang("Birch perch")
        cup = self.client.get(f"/api/builds/{one['id']}/cup").json()
        self.assertEqual(cup["coats"][0]["rod_id"], one["id"])
        self.assertIn(other["id"], [c["rod_id"] for c in cup["coats"]])
        bare = self.new("Bare")
        self.assertIsNone(self.client.get(f"/api/builds/{bare['id']}/cup").json())

    def test_the_room_is_logged_with_what_sets_and_the_clocks_follow(self):
        self.client.put("/api/devices/practice", json={"on": True})
        rod = self.hang("Skerry 10")
        others = self.client.post("/api/devices/air/log").json()["rods"]
        mixed = datetime.now(UTC) - timedelta(minutes=30)
        coat = {"id": "c1", "mixed_at": mixed.isoformat(), "temperature_c": 30}
        self.assertEqual(self.say(rod, "coat-1", coat=coat, at=mixed).status_code, 200)
        before = self.finish_of(rod)["coats"][0]
        self.client.put("/api/devices/air", json={"fault": "dead"})
        self.assertEqual(self.client.post("/api/devices/air/log").json()["rods"], 0)
        self.client.put("/api/devices/air", json={"fault": "none"})
        self.assertEqual(self.client.post("/api/devices/air/log").json()["rods"], others + 1)
        after = self.finish_of(rod)["coats"][0]
        self.assertEqual((before["readings"], after["readings"]), (0, 1))
        lines = self.client.get("/api/logbook", params={"rod": rod["id"]}).json()["lines"]
        self.assertFalse([e for e in lines if e["entry"].get("air")], "nobody did that")
        asked = self.client.get("/api/logbook", params={"rod": rod["id"], "kinds": "air"}).json()[
            "lines"
        ]
        self.assertEqual(len(asked), 1)
        clock = {c["name"]: c["minutes"] for c in after["clocks"]}
        self.assertNotEqual(
            clock["set"], {c["name"]: c["minutes"] for c in before["clocks"]}["set"]
        )

    def test_a_clock_at_the_bench_runs_out_by_the_room_and_not_by_the_wall(self):
        rod = self.hang("Skerry 10")
        mixed = datetime.now(UTC) - timedelta(hours=2)
        coat = {"id": "c1", "mixed_at": mixed.isoformat(), "temperature_c": 21}
        self.say(rod, "coat-9", coat=coat, at=mixed)
        clock = {
            "id": "k1",
            "of": "coat:1",
            "what": "set",
            "started_at": mixed.isoformat(),
            "minutes": 480,
        }
        self.client.post(f"/api/builds/{rod['id']}/clocks", json={"clocks": [clock]})

        def ends():
            (mine,) = [
                r
                for r in self.client.get("/api/clocks").json()["running"]
                if r["rod_id"] == rod["id"]
            ]
            return datetime.fromisoformat(mine["ends_at"])

        self.assertAlmostEqual((ends() - mixed).total_seconds() / 60, 480, delta=0.1)
        for n, minute in enumerate((1, 119)):
            self.say(
                rod,
                f"cold-{n}",
                air={"id": f"cold{n}", "temperature_c": 11},
                at=mixed + timedelta(minutes=minute),
            )
        self.assertAlmostEqual((ends() - mixed).total_seconds() / 60, 960, delta=3)

    def test_a_coat_of_an_area_is_logged_and_taken_back(self):
        rod = self.hang("Skerry 10")
        layer = {
            "id": "y",
            "coats": 2,
            "film_mm": 0.03,
            "product": {"kind": "primer", "parts_b": 0},
        }
        area = {"id": "p", "covers": "stretch", "from_mm": 900, "to_mm": 1000, "layers": [layer]}
        state = self.save(rod, finish__areas=[area])
        self.assertEqual(len(state["plan"]["finish"]["areas_own"][0]["coats"]), 2)
        on = {
            "id": "p:1",
            "area": "p",
            "number": 1,
            "mixed_at": datetime.now(UTC).isoformat(),
            "temperature_c": 21,
        }
        self.say(rod, "laid-1", area_coat=on)
        self.assertEqual(self.finish_of(rod)["areas_own"][0]["on"], 1)
        self.say(rod, "back-1", strikes="laid-1")
        self.assertEqual(self.finish_of(rod)["areas_own"][0]["on"], 0)

    def test_a_window_that_closes_before_it_opens_and_a_ratio_of_nothing_are_refused_in_words(self):
        rod = self.hang("Skerry 10")
        for path, to in (("recoat_closes_min", 10), ("parts_a", 0)):
            answer = self.send(rod, {"act": "set", "at": ["finish", "product", path], "to": to})
            outcome = answer.json()["outcomes"][0] if answer.status_code == 200 else answer.json()
            self.assertIn("refused" if answer.status_code == 200 else "detail", str(outcome))
        self.assertEqual(self.finish_of(rod)["coats"][0]["laid"], False)

    def test_blobs_teach_the_shop_its_tin(self):
        rod = self.hang("Skerry 10")
        for n, (minutes, seen) in enumerate(((300, "tacky"), (360, "set"))):
            look = {
                "id": f"w{n}",
                "product": "Lake slow-turn finish",
                "blob": "coat 1",
                "minutes": minutes,
                "temperature_c": 25,
                "seen": seen,
            }
            self.assertEqual(self.say(rod, f"w-{n}", witness=look).status_code, 200)
        (told,) = [t for t in self.finish_of(rod)["told"] if t["what"] == "set"]
        self.assertEqual((told["over_min"], told["by_min"]), (300, 360))
        learned = [
            q
            for q in self.client.get("/api/learned").json()
            if q["habit"] == "product_min.Lake slow-turn finish: set"
        ]
        self.assertEqual([q["n"] for q in learned], [1])

    def test_the_room_as_the_board_expects_it(self):
        course = self.client.get("/api/room-course").json()
        self.assertTrue(1 <= len(course) <= 48)
        rod = self.hang("Skerry 10")
        state = self.save(rod, finish__course=course)
        self.assertIsNotNone(state["plan"]["finish"]["night"])

    def test_the_sheet_for_the_wall_is_a_page(self):
        rod = self.hang("Skerry 10")
        self.assertTrue(
            self.client.get(f"/api/builds/{rod['id']}/finish.pdf").content.startswith(b"%PDF")
        )
        self.assertEqual(
            self.client.get(f"/api/builds/{rod['id']}/finish/pages").json()["pages"], 1
        )
