"""The loaded rod, batches and photographs over HTTP: answers, and refusals in the builder's words."""

from datetime import UTC, datetime

from tests.api.test_builds import WithAShop
from wise_spool.core.blank.stiffness import measure
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.guides import BendSetup
from wise_spool.core.document.records import Records
from wise_spool.core.guides.under_load import plan_loads
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_builds, skerry
from wise_spool.exchange.build_file import write_build


class Bends(WithAShop):
    def asked(self, build, *setups):
        return {"build": build.model_dump(mode="json"), "setups": list(setups)}

    def test_the_same_as_the_core_says(self):
        build = skerry()
        got = self.client.post("/api/bends", json=self.asked(build, {"load_g": 350, "pull_deg": 110})).json()  # fmt: skip
        p = plan(build)
        want = plan_loads(build, working_blank(build.blank), p.handle, p.guides, measure(build.blank), [BendSetup(load_g=350, pull_deg=110)])[0]  # fmt: skip
        self.assertEqual(got["loaded"][0], want.model_dump(mode="json"))

    def test_every_demo_rod_bends_light_third_and_heavy(self):
        for build in demo_builds(datetime.now(UTC)):
            power = measure(build.blank).power_g
            setups = [{"load_g": power * f} for f in (0.4, 1, 1.8)]
            got = self.client.post("/api/bends", json=self.asked(build, *setups))
            self.assertEqual(got.status_code, 200, build.name)
            tips = [x["tip_deg"] for x in got.json()["loaded"]]
            self.assertEqual(tips, sorted(tips))

    def test_layouts_come_with_the_price_of_the_train(self):
        got = self.client.post("/api/bends/layouts", json=self.asked(skerry())).json()
        self.assertEqual(len(got["layouts"]["layouts"]), 4)
        self.assertEqual(got["train"]["cases"][0]["words"], "bare blank")

    def test_what_cannot_be_bent_is_said(self):
        state = self.new()
        answer = self.client.post("/api/bends", json={"build": state["build"]})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("waits for the blank", answer.json()["detail"])
        for bad in ({"load_g": -1}, {"load_g": 1e9}, {"load_g": 100, "pull_deg": 500}):
            answer = self.client.post("/api/bends", json=self.asked(skerry(), bad))
            self.assertEqual(answer.status_code, 422)

    def test_a_photo_is_matched_click_by_click_and_refused_in_words(self):
        body = {"build": skerry().model_dump(mode="json"), "setup": {"load_g": 300}, "clicks": []}
        answer = self.client.post("/api/bends/photo", json=body)
        self.assertEqual(answer.status_code, 200)
        self.assertIn("butt end", answer.json()["next"])
        body["clicks"] = [{"x_px": 40, "y_px": 50}] * 2
        answer = self.client.post("/api/bends/photo", json=body)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("on one spot", answer.json()["detail"])


class Batches(WithAShop):
    def test_three_alike_on_the_rack(self):
        state = self.client.post(
            "/api/builds/import", content=write_build(Records.of(skerry()))
        ).json()
        made = self.client.post(f"/api/builds/{state['id']}/batch", json={"rods": 3}).json()
        self.assertEqual(len(made), 3)
        again = self.client.get(f"/api/builds/{made[2]['id']}/batch").json()
        self.assertEqual([r["id"] for r in again], [r["id"] for r in made])

    def test_alone_it_has_no_batch(self):
        self.assertEqual(self.client.get(f"/api/builds/{self.new()['id']}/batch").json(), [])

    def test_each_has_its_own_piece_and_says_what_is_not_measured(self):
        body = write_build(Records.of(skerry()))
        state = self.client.post("/api/builds/import", content=body).json()
        first, second = self.client.post(
            f"/api/builds/{state['id']}/batch", json={"rods": 2}
        ).json()
        self.assertEqual(first["unmeasured"], [])
        self.assertIn("the blank's diameters", second["unmeasured"])
        self.assertEqual((second["departs"], second["same_marks"]), ([], True))
        other = self.client.get(f"/api/builds/{second['id']}").json()["build"]
        self.assertEqual((other["blank"]["readings"], other["handle"]["steps_done"]), ([], []))

    def test_a_longer_grip_makes_the_stick_untrue_until_the_others_follow(self):
        body = write_build(Records.of(skerry()))
        state = self.client.post("/api/builds/import", content=body).json()
        path = f"/api/builds/{state['id']}"
        self.client.post(f"{path}/batch", json={"rods": 2})
        state = self.client.get(path).json()
        self.save(state, handle__parts__rear__length_mm=281.7)
        second = self.client.get(f"{path}/batch").json()[1]
        self.assertEqual((second["departs"], second["same_marks"]), (["handle"], False))
        second = self.client.post(f"{path}/batch/follow").json()[1]
        self.assertEqual((second["departs"], second["same_marks"]), ([], True))
