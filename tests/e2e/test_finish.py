"""Coats that go wrong, and how they are mixed, in the browser."""

import re

from playwright.sync_api import expect

from tests.e2e.browser import OnTheDemo


class Defects(OnTheDemo):
    def test_three_defects_are_noted_cut_back_and_the_next_coat_goes_on(self):
        self.at("Beacon, rod 2 of 2", "finish/defects")
        answer = self.page.locator("[data-answer]")
        expect(answer).to_have_text("What do you see?")
        listed = self.page.get_by_role("list", name="Defects").get_by_role("listitem")
        for n, seen in enumerate(
            ("craters, fish-eyes", "dust, hairs, thread nibs", "sags or drips"), start=1
        ):
            self.page.get_by_role("button", name=seen).first.click()
            self.page.get_by_role("radio", name="it has set").click()
            self.page.get_by_role("button", name="Put it on the list").click()
            expect(listed).to_have_count(n)
        expect(answer).to_have_text("Cut back 3 places")
        self.visit(f"/build/{self.id}/finish/coats")
        expect(answer).to_have_text("Cut back first")
        self.page.get_by_role("link", name="To the list").click()
        for _ in range(3):
            left = self.page.get_by_role("button", name="It is cut back")
            count = left.count()
            left.first.click()
            expect(left).to_have_count(count - 1)
        self.visit(f"/build/{self.id}/finish/coats")
        self.press("Mixed just now")
        self.assertTrue(self.plan["finish"]["coats"][1]["laid"])

    def test_what_gels_is_left_alone_and_what_flows_is_mended_at_once(self):
        self.at("Beacon, rod 2 of 2", "finish/defects")
        self.page.get_by_role("button", name="bubbles").click()
        answer = self.page.locator("[data-answer]")
        self.page.get_by_role("radio", name="it gels").click()
        expect(answer).to_contain_text("Leave it")
        self.page.get_by_role("radio", name="it flows").click()
        expect(answer).to_contain_text("Warm it from above")
        expect(self.page.get_by_text("Next time:")).to_be_visible()

    def test_the_demo_rod_shows_its_craters_on_the_mat(self):
        self.at("Beacon, rod 1 of 2", "finish/defects")
        expect(self.page.locator("[data-answer]")).to_have_text("Cut back 3 places")


class TheNight(OnTheDemo):
    def test_a_night_too_cold_is_said_before_it_is_mixed(self):
        self.at("Beacon, rod 2 of 2", "finish")
        self.press("Add an hour")
        self.fill("It is, row 1", "9")
        expect(self.page.locator("[data-answer]")).to_have_text("Do not coat tonight")
        expect(self.finding("Do not coat tonight")).to_be_visible()
        self.fill("It is, row 1", "21")
        expect(self.page.locator("[data-answer]")).to_contain_text("Mix")
        self.fill("It is, row 1", "17")
        expect(self.page.get_by_text("over that course")).to_be_visible()


class Mixing(OnTheDemo):
    def test_an_amount_is_taken_from_the_curve_and_left_to_the_least_again(self):
        self.at("Skerry 10", "finish/mix")
        self.page.get_by_role("button", name=re.compile(r"^10: mix ")).click()
        self.kept()
        mix = self.plan["finish"]["coats"][0]["mixes"][0]
        self.assertAlmostEqual(mix["part_a_ml"] + mix["part_b_ml"], 10, places=1)
        self.press("the least that can be measured")
        self.assertIsNone(self.build["finish"]["mix_ml"])

    def test_by_eye_is_said_to_risk_it_and_a_scale_wants_densities(self):
        self.at("Skerry 10", "finish/mix")
        self.page.get_by_role("radio", name="eye").click()
        expect(self.finding("may be 16 % off its ratio")).to_be_visible()
        self.page.get_by_role("radio", name="scale").click()
        self.fill("Density of A", "1.15")
        self.fill("Density of B", "0.98")
        expect(self.page.locator("[data-answer]")).to_contain_text("Weigh")

    def test_more_than_any_cup_is_said_at_the_field_and_stays(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "finish/mix")
        field = self.page.get_by_label("Mix at a time", exact=True)
        field.fill("900")
        field.press("Enter")
        expect(self.page.get_by_role("alert").first).to_contain_text("200")
        expect(field).to_have_value("900")

    def test_stirring_runs_on_its_clock(self):
        self.at("Skerry 10", "finish/mix")
        self.page.get_by_role("button", name="Stir for 5 min").click()
        expect(self.page.get_by_role("timer", name="stir slowly")).to_be_visible()


class Layers(OnTheDemo):
    """Painted, then finished in two schools."""

    def test_a_rod_is_painted_and_finished_by_one_school_then_by_another(self):
        self.at("Skerry 10", "finish/areas")
        answer = self.page.locator("[data-answer]")
        expect(answer).to_have_text("2 coats, thin first")
        self.page.get_by_role("button", name="Finish it by UV resin by quarters").click()
        self.kept()
        expect(answer).to_have_text("2 coats, UV resin by quarters")
        self.assertIn("finish-uv-shade", [f["code"] for f in self.plan["findings"]])
        self.page.get_by_role("button", name="Ask about it again in half a year").click()
        expect(self.page.get_by_text("It is asked about again")).to_be_visible()
        self.page.get_by_role("button", name="Finish it by sealer under the gloss").click()
        self.kept()
        self.assertEqual(
            [c["kind"] for c in self.plan["finish"]["coats"]], ["sealer", "high_build"]
        )
        self.press("Paint a part of the handle")
        seat = self.page.get_by_role("region", name="a part of the handle")
        seat.get_by_label("What it is").fill("grey seat")
        seat.get_by_label("What it is").press("Enter")
        self.kept()
        seat = self.page.get_by_role("region", name="grey seat")
        for n in (1, 2):
            seat.get_by_role("button", name="It goes on now").click()
            expect(seat.get_by_text(f"{n} of 6 coats on", exact=False)).to_be_visible()
        self.kept()
        done = {c["id"]: c["done"] for c in self.plan["cards"]}
        painted = [i for i, d in done.items() if i.startswith("layer:") and d]
        self.assertEqual(len(painted), 2)
        seat.get_by_role("button", name="take back").click()
        expect(seat.get_by_text("1 of 6 coats on", exact=False)).to_be_visible()

    def test_a_stretch_without_its_ends_is_said_there_and_what_was_typed_stays(self):
        self.at("Skerry 10", "finish/areas")
        self.press("Paint a stretch of blank")
        expect(self.finding("Say from where to where")).to_be_visible()
        one = self.page.get_by_role("region", name="a stretch of blank")
        one.get_by_label("From the butt").fill("as far as it goes")
        one.get_by_label("From the butt").press("Enter")
        expect(one.get_by_role("alert")).to_be_visible()
        expect(one.get_by_label("From the butt")).to_have_value("as far as it goes")
        self.fill("From the butt", "36")
        self.fill("to", "40")
        self.assertGreater(self.plan["finish"]["areas_own"][0]["area_mm2"], 500)

    def test_a_blob_is_looked_at_and_tells_how_far_it_is(self):
        self.at("Beacon, rod 1 of 2", "finish/product")
        witness = self.page.get_by_role("region", name="The witness")
        expect(witness.get_by_text("after more than")).to_be_visible()
        with self.page.expect_response(lambda r: r.url.endswith("/log") and r.request.method == "POST"):  # fmt: skip
            witness.get_by_role("button", name="set: no print of a finger").click()
        expect(witness.get_by_text("taken as")).to_be_visible()

    def test_what_to_look_for_and_the_order_stand_with_the_coats(self):
        self.at("Skerry 10", "finish/coats")
        looks = self.page.get_by_role("table", name="What to look for, coat 1")
        expect(looks.get_by_text("a finger leaves no print")).to_be_visible()
        order = self.page.get_by_role("list", name="The order to coat in").get_by_role("listitem")
        expect(order).to_have_count(19)
