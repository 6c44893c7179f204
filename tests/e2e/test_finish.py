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
