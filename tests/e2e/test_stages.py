"""Each stage's own jobs on the demo shop, done in the browser and checked in the document."""

import re

from playwright.sync_api import expect

from tests.e2e.browser import INCH, OnTheDemo


class TheBlank(OnTheDemo):
    def test_a_reading_is_pulled_and_nudged(self):
        self.at("Holm Casting", "blank")
        dot = self.page.get_by_role("slider", name="Reading 6", exact=True)
        before = self.build["blank"]["readings"][5]["od_mm"]
        dot.focus()
        self.page.keyboard.press("ArrowUp")
        self.kept()
        self.assertAlmostEqual(self.build["blank"]["readings"][5]["od_mm"], before + 0.05, places=6)
        box = dot.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x, y - 16, steps=5)
        self.page.mouse.up()
        self.kept()
        self.assertGreater(self.build["blank"]["readings"][5]["od_mm"], before + 1)
        expect(self.finding("gets thicker toward the tip")).to_be_visible()

    def test_a_rise_is_asked_about_until_there_is_a_joint(self):
        self.at("Holm Casting", "blank")
        self.fill("Diameter of reading 8", "8.4")
        expect(self.finding("gets thicker toward the tip")).to_be_visible()
        self.press("Add a joint")
        self.fill("at", "1150")
        expect(self.finding("gets thicker toward the tip")).to_have_count(0)
        self.assertEqual(self.build["blank"]["joints"][0]["station_mm"], 1150)

    def test_cutting_the_butt_moves_everything_and_undo_brings_it_back(self):
        self.at("Skerry 10", "blank")
        before = self.plan["guides"]["placed"][0]["from_butt_mm"]
        self.fill("Cut from the butt", "4")
        self.assertAlmostEqual(
            self.plan["guides"]["placed"][0]["from_butt_mm"], before - 4 * INCH, delta=0.01
        )
        self.press("Undo (Ctrl Z)")
        expect(self.page.get_by_label("Cut from the butt")).to_have_value("0")
        self.assertEqual(self.plan["guides"]["placed"][0]["from_butt_mm"], before)

    def test_a_tube_that_will_not_go_on(self):
        self.at("Skerry 10", "blank")
        self.fill("Tip-top tube", "4.5")
        expect(self.finding("does not go over a tip")).to_be_visible()
        self.fill("Tip-top tube", "")
        self.assertIsNone(self.build["blank"]["tip_tube_64ths"])

    def test_the_rule_changes_every_figure(self):
        self.at("Skerry 10", "blank")
        self.pick("Your rule reads in", "millimetres")
        expect(self.page.get_by_label("Length, bare")).to_have_value("3048")
        expect(self.page.get_by_label("Diameter of reading 1", exact=True)).to_have_value("14.62")

    def test_a_reading_is_taken_away(self):
        self.at("Skerry 10", "blank")
        many = len(self.build["blank"]["readings"])
        self.press("Remove the reading at 5 7/8 in")
        self.assertEqual(len(self.build["blank"]["readings"]), many - 1)

    def test_the_brief_decides_where_guides_hang(self):
        self.at("Skerry 10", "blank/purpose")
        self.choose("How is it fished?", "Casting")
        self.assertEqual(self.plan["spine"]["guides_on"], "outside")


class TheGuides(OnTheDemo):
    def test_a_guide_is_held_and_let_go(self):
        self.at("Skerry 10", "guides")
        self.page.get_by_role("button", name="Hold it where it is").first.click()
        self.kept()
        self.assertAlmostEqual(
            self.build["guides"]["train"][3]["at"]["distance_mm"], 18.875 * INCH, delta=0.01
        )
        self.page.get_by_role("slider", name="guide 4, ring 6").focus()
        self.page.keyboard.press("Delete")
        self.kept()
        self.assertIsNone(self.build["guides"]["train"][3]["at"])

    def test_the_misread_fraction(self):
        self.at("Beacon, rod 1 of 2", "guides")
        self.fill("Place of guide 4", "16 7/8")
        expect(self.finding("18 7/8?")).to_be_visible()
        self.fill("Place of guide 4", "18 7/8")
        expect(self.finding("18 7/8?")).to_have_count(0)

    def test_another_reel_moves_the_reel_side_alone(self):
        self.at("Skerry 10", "guides")
        before = [g["from_butt_mm"] for g in self.plan["guides"]["placed"]]
        self.fill("Spool lip ahead of the reel foot", "3 in")
        after = [g["from_butt_mm"] for g in self.plan["guides"]["placed"]]
        self.assertEqual(before[:3], after[:3])
        for a, b in zip(before[7:], after[7:], strict=True):
            self.assertAlmostEqual(b - a, 3 * INCH - 62, delta=INCH / 16)

    def test_a_reel_side_chart_is_laid_next_to_the_reel(self):
        self.at("Skerry 10", "guides")
        self.page.get_by_role("button", name="Paste a chart").click()
        self.page.get_by_role("combobox", name="Its distances count from").click()
        self.page.get_by_role("option", name="spool lip").click()
        self.page.get_by_label("Distances", exact=True).fill("21; 35 1/2; 49")
        self.press("Lay it on the rod")
        stated = [g["at"] for g in self.build["guides"]["train"][7:]]
        self.assertEqual([round(s["distance_mm"] / INCH, 3) for s in stated], [49, 35.5, 21])
        self.assertEqual({s["datum"] for s in stated}, {"spool_lip"})

    def test_a_bad_chart_is_kept_and_named_by_its_line(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "guides")
        self.page.get_by_role("button", name="Paste a chart").click()
        text = "4\n8 1/4\ntwelve 7"
        self.page.get_by_label("Distances", exact=True).fill(text)
        self.page.get_by_role("button", name="Lay it on the rod").click()
        expect(self.page.get_by_role("alert").filter(has_text="Line 3")).to_be_visible()
        expect(self.page.get_by_label("Distances", exact=True)).to_have_value(text)

    def test_a_guide_pushed_onto_the_handle(self):
        self.at("Skerry 10", "guides")
        self.fill("Place of guide 10", "3")
        expect(self.finding("sits on the handle")).to_be_visible()

    def test_marks_from_the_butt_and_at_the_foot_edge(self):
        self.at("Skerry 10", "guides")
        self.choose("A mark is", "foot edge")
        self.assertEqual(self.build["guides"]["mark_under"], "foot_edge")
        self.pick("Marks are read from", "butt")
        pencil = (
            self.plan["guides"]["tip_top_ring_mm"]
            - self.plan["guides"]["placed"][4]["pencil_from_tip_ring_mm"]
        )
        self.assertAlmostEqual(pencil / (INCH / 16), round(pencil / (INCH / 16)), places=3)

    def test_the_lower_edge_counts_from_the_datum_picked(self):
        self.at("Skerry 10", "guides")
        self.page.get_by_role("combobox", name="Lower edge of the mat counts from").click()
        self.page.get_by_role("option", name="spool lip").click()
        expect(
            self.page.get_by_role("group", name="The rod, guides").get_by_text("20 1/2")
        ).to_be_visible()

    def test_a_train_is_built_up_and_taken_down(self):
        self.at("Birch perch", "guides")
        self.press("Add a guide toward the butt")
        self.assertEqual(len(self.build["guides"]["train"]), 7)
        self.press("Take guide 1 out")
        self.assertEqual(len(self.build["guides"]["train"]), 6)

    def test_the_zoom_window_slides_along_the_rod(self):
        self.at("Skerry 10", "guides")
        self.page.get_by_role("button", name="tip", exact=True).click()
        window = self.page.get_by_role("slider", name="Zoom window")
        right = window.bounding_box()["x"]
        window.focus()
        self.page.keyboard.press("ArrowLeft")
        self.assertLess(window.bounding_box()["x"], right)
        self.page.get_by_role("button", name="whole", exact=True).click()
        expect(window).to_have_count(0)


class TheFinish(OnTheDemo):
    def test_a_coat_is_mixed_and_its_clocks_run_on_the_rack(self):
        self.at("Skerry 10", "finish")
        expect(self.page.locator("[data-answer]")).to_have_text("Line the guides up first")
        self.page.get_by_role("link", name="To the line-up").click()
        looks = self.page.get_by_role("list", name="Looks").get_by_role("listitem")
        looks.first.wait_for()
        for row in looks.all():
            row.get_by_role("button", name="in line", exact=True).click()
        expect(self.page.locator("[data-answer]")).to_contain_text("In line")
        self.page.get_by_role("link", name="Finish").first.click()
        self.press("Mixed just now")
        self.assertTrue(self.plan["finish"]["coats"][0]["laid"])
        expect(self.page.get_by_text("now", exact=True)).to_be_visible()
        self.visit("/")
        bench = self.page.get_by_role("complementary", name="Now at the bench")
        expect(bench.get_by_text("Skerry 10, copy").first).to_be_visible()
        self.page.go_back()
        self.press("take back")
        self.assertEqual(self.build["finish"]["laid"], [])

    def test_cold_air_and_wet_air(self):
        self.at("Skerry 10", "finish")
        self.fill("Room", "8")
        self.fill("Humidity", "90")
        expect(self.finding("Do not coat now")).to_be_visible()
        expect(self.finding("times what the tin says")).to_be_visible()

    def test_a_coarse_syringe_makes_a_larger_mix(self):
        self.at("Skerry 10", "finish/mix")
        before = self.plan["finish"]["coats"][0]["mixes"][0]["part_a_ml"]
        self.fill("Syringe step", "0.5")
        self.assertGreater(self.plan["finish"]["coats"][0]["mixes"][0]["part_a_ml"], before)

    def test_a_window_that_closes_before_it_opens(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "finish/product")
        field = self.page.get_by_label("Recoat until", exact=True)
        field.fill("60")
        field.press("Enter")
        expect(
            self.page.get_by_role("alert").filter(has_text="closes before it opens")
        ).to_be_visible()
        expect(field).to_have_value("60")
        self.assertEqual(self.build["finish"]["product"]["recoat_closes_min"], 2880)

    def test_kinds_and_coats(self):
        self.at("Skerry 10", "finish/product")
        self.choose("Kind", "UV resin")
        self.fill("Coats", "4")
        self.page.get_by_role("link", name="Coats", exact=True).click()
        expect(self.finding("UV resin on a rod is a trial")).to_be_visible()
        self.assertEqual(len(self.plan["finish"]["coats"]), 4)


class WhatWasChanged(OnTheDemo):
    def test_any_revision_can_count_again(self):
        self.at("Skerry 10", "blank")
        self.choose("Made of", "Glass")
        self.choose("Made of", "Composite")
        self.page.get_by_role("button", name="What was changed").click()
        dialog = self.page.get_by_role("dialog", name="What was changed")
        dialog.get_by_role("button", name="Go back").last.click()
        self.kept()
        self.assertEqual(self.build["blank"]["material"], "carbon")

    def test_a_stage_is_done_and_reopened(self):
        self.at("Skerry 10", "guides")
        box = self.page.get_by_label("This stage is done at the bench")
        box.check()
        self.kept()
        self.assertEqual(self.build["done"], ["blank", "spine", "handle", "guides"])
        expect(
            self.page.get_by_role("navigation", name="Stages").get_by_text("✓ done")
        ).to_have_count(4)
        box.uncheck()
        self.kept()
        self.assertEqual(self.build["done"], ["blank", "spine", "handle"])

    def test_a_rod_is_put_away_and_hung_back(self):
        self.at("Birch perch", "blank")
        name = "Birch perch, copy"
        self.page.keyboard.press("Control+k")
        self.page.get_by_role("option", name="Put this rod away").click()
        rods = self.page.get_by_role("list", name="Rods")
        rods.get_by_text("Birch perch", exact=True).first.wait_for()
        expect(rods.get_by_text(name, exact=True)).to_have_count(0)
        self.page.get_by_role("button", name="put away").click()
        self.page.get_by_role("listitem").filter(has_text=name).get_by_role(
            "button", name="Hang it back"
        ).click()
        expect(rods.get_by_text(name, exact=True)).to_be_visible()

    def test_a_rod_is_copied_from_the_palette(self):
        self.at("Deep char", "blank")
        self.page.keyboard.press("Control+k")
        self.page.get_by_role("option", name="Copy this rod").click()
        expect(self.page.get_by_role("heading", name="Deep char, copy, copy")).to_be_visible()

    def test_light_and_sheets_are_remembered_and_printed(self):
        self.at("Skerry 10", "blank")
        self.page.get_by_role("button", name="Daylight").click()
        self.page.reload()
        self.assertEqual(self.page.evaluate("document.documentElement.dataset.light"), "day")
        self.page.get_by_role("link", name="Build sheet").click()
        self.page.get_by_role("radio", name="Story stick 1:1").click()
        self.page.get_by_role("radio", name="Letter").click()
        expect(self.page.get_by_alt_text("Page 4 of the story stick")).to_be_visible()
        with self.page.expect_download() as saved:
            self.page.get_by_role("link", name="Save the PDF").click()
        self.assertIn("story-stick", saved.value.suggested_filename)

    def test_a_print_that_is_short_is_made_longer_and_nonsense_is_asked_about(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "blank")
        self.page.get_by_role("link", name="Build sheet").click()
        self.page.get_by_role("radio", name="Story stick 1:1").click()
        ruler = self.page.get_by_label("The check ruler")
        for typed, words in (("12", "more than a tenth off"), ("wide", "“wide”")):
            ruler.fill(typed)
            self.page.get_by_role("button", name="Check it").click()
            expect(self.page.get_by_role("form", name="Is the print true?")).to_contain_text(words)
            expect(ruler).to_have_value(typed)
        ruler.fill("97.5")
        self.page.get_by_role("button", name="Check it").click()
        expect(self.page.get_by_text("Made 2.6 % larger")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_role("link", name="Save the PDF")).to_have_attribute(
            "href", re.compile("scale=1.0256")
        )
