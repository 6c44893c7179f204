"""The jobs at the handle, done in the browser on copies of demo builds."""

from playwright.sync_api import expect

from tests.e2e.browser import INCH, OnTheDemo


class TheHandle(OnTheDemo):
    def test_parts_change_places_and_one_is_taken_out(self):
        self.at("Skerry 10", "handle")
        self.page.get_by_role("button", name="Toward the tip").nth(1).click()
        self.kept()
        self.assertEqual(
            [p["kind"] for p in self.build["handle"]["parts"]][1:3], ["reel_seat", "rear_grip"]
        )
        self.press("Take winding check out")
        expect(self.finding("No winding check is listed")).to_be_visible()

    def test_arrows_slide_a_part_and_what_is_ahead_of_it(self):
        self.at("Skerry 10", "handle")
        before = [p["start_mm"] for p in self.plan["handle"]["parts"]]
        self.page.get_by_role("slider", name="reel seat").focus()
        self.page.keyboard.press("Shift+ArrowRight")
        self.kept()
        moved = [
            b - a
            for a, b in zip(
                before, [p["start_mm"] for p in self.plan["handle"]["parts"]], strict=True
            )
        ]
        step = 10 * INCH / 16
        for got, wanted in zip(moved, [0, 0, step, step, step], strict=True):
            self.assertAlmostEqual(got, wanted, places=2)

    def test_arbor_schools(self):
        # A lip in the middle of this seat parts the foam in two.
        self.at("Skerry 10", "handle/arbor")
        for option, bands in (("4 bands", 4), ("2 bands", 2), ("foam", 2)):
            self.choose("School", option)
            self.assertEqual(len(self.plan["handle"]["arbors"][0]["bands"]), bands)

    def test_a_seat_smaller_than_the_blank(self):
        self.at("Skerry 10", "handle")
        self.fill("Seat bore", "12 mm")
        expect(self.finding("smaller than the blank under it")).to_be_visible()

    def test_details_of_the_part_that_is_held(self):
        self.at("Skerry 10", "handle")
        parts = self.page.get_by_role("group", name="Handle parts")
        parts.get_by_role("button", name="foregrip", exact=True).click()
        self.fill("Outside, tip", "14 mm")
        self.pick("Made of", "foam")
        part = self.build["handle"]["parts"][3]
        self.assertEqual((round(part["od_tip_mm"], 6), part["material"]), (14, "foam"))
        self.assertIn("at=handle.parts.fore", self.page.url)

    def test_impossible_lengths_stay_at_the_field(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "handle")
        for text, words in (
            ("0", "more than 0 mm"),
            ("90 in", "at most 1500 mm"),
            ("long", "is not a measure"),
            ("", "cannot be left empty"),
        ):
            field = self.page.get_by_label("Length of foregrip", exact=True)
            field.fill(text)
            field.press("Enter")
            expect(self.page.get_by_role("alert").filter(has_text=words)).to_be_visible()
        self.assertEqual(self.build["handle"]["parts"][3]["length_mm"], 64)


class Reaming(OnTheDemo):
    def held(self, name):
        """Hold one part at the bores job."""
        group = self.page.get_by_role("radiogroup", name="Part", exact=True)
        group.get_by_role("radio", name=name, exact=True).click()

    def test_passes_follow_the_builders_own_reamers(self):
        self.at("Holm Casting", "handle/bores")
        first = self.plan["handle"]["reaming"]
        self.assertEqual([r["part_id"] for r in first], ["cap", "rear", "fore"])
        self.held("short rear grip")
        expect(self.page.get_by_text("long reamer, from the butt face")).to_be_visible()
        self.press("Put reamer 2 back")
        expect(self.page.get_by_text("long reamer, from the butt face")).to_have_count(0)

    def test_a_measured_bore_takes_a_part_off_the_list(self):
        self.at("Holm Casting", "handle/bores")
        self.held("short rear grip")
        self.fill("Bore at the butt face", "13.1")
        self.fill("Bore at the tip face", "12.9")
        self.assertNotIn("rear", [r["part_id"] for r in self.plan["handle"]["reaming"]])
        expect(self.page.get_by_text("It reaches its mark")).to_be_visible()

    def test_reamed_with_two_dry_fits(self):
        self.at("Holm Casting", "handle/bores")
        self.held("thin foregrip")
        self.press("Pass made")
        before = self.part("fore")
        self.page.get_by_label("by", exact=True).fill("38 mm")
        self.press("Enter the dry fit")
        first = self.page.get_by_role("list", name="Dry fits so far").get_by_role("listitem")
        expect(first).to_contain_text("38 mm short")
        # The bore was just cut to size, so the blank takes the blame.
        expect(first).to_contain_text("thicker than measured")
        self.assertGreater(self.part("fore")["stops_short_mm"], before["stops_short_mm"])
        self.press("Pass made")
        expect(first).to_contain_text("before the last cut")
        self.page.get_by_role("radio", name="came home").click()
        self.press("Enter the dry fit")
        expect(first).to_have_count(2)
        self.assertEqual(len(self.build["handle"]["dry_fits"]), 3)
        self.assertEqual(self.part("fore")["verdict"], "fits")

    def part(self, part_id):
        return next(p for p in self.plan["handle"]["parts"] if p["id"] == part_id)

    def test_a_dry_fit_in_words_that_are_no_measure_stays_at_the_field(self):
        self.expected_console = ("422",)
        self.at("Holm Casting", "handle/bores")
        self.page.get_by_label("by", exact=True).fill("a bit")
        self.page.get_by_role("button", name="Enter the dry fit").click()
        expect(self.page.get_by_role("alert")).to_contain_text("is not a measure")
        expect(self.page.get_by_label("by", exact=True)).to_have_value("a bit")

    def test_a_dry_fit_longer_than_the_blank_is_kept_and_said(self):
        self.at("Holm Casting", "handle/bores")
        self.page.get_by_label("by", exact=True).fill("2900 mm")
        self.press("Enter the dry fit")
        expect(self.finding("measure its faces and the blank again")).to_be_visible()

    def test_a_reamer_is_added_and_an_untapered_one_refused(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "handle/bores")
        self.press("Add a reamer")
        self.fill("Name of reamer 4", "new one")
        field = self.page.get_by_label("Large end of reamer 4")
        field.fill("7 mm")
        field.press("Enter")
        expect(
            self.page.get_by_role("alert").filter(has_text="larger than its small end")
        ).to_be_visible()
        expect(field).to_have_value("7 mm")
        self.assertEqual(self.build["handle"]["reamers"][3]["large_mm"], 14)


class TheArbor(OnTheDemo):
    def test_a_band_is_nudged_over_the_lip_and_put_back(self):
        self.at("Skerry 10", "handle/arbor")
        self.page.get_by_role("slider", name="Band 3").focus()
        self.page.keyboard.press("ArrowRight")
        self.kept()
        expect(self.finding("Band 3 cannot lie")).to_be_visible()
        self.press("Place them evenly again")
        expect(self.finding("Band 3 cannot lie")).to_have_count(0)

    def test_ten_turns_calibrate_the_tape(self):
        self.at("Skerry 10", "handle/arbor")
        self.page.get_by_label("bare", exact=True).fill("12 mm")
        self.page.get_by_label("after ten turns").fill("11 mm")
        self.page.get_by_role("button", name="Calibrate").click()
        expect(self.page.get_by_role("alert")).to_contain_text("thicker than before")
        self.page.get_by_label("after ten turns").fill("14.6 mm")
        self.page.get_by_role("button", name="Calibrate").click()
        expect(self.page.get_by_text("Calibrated: 0.005 in a turn")).to_be_visible()
        self.kept()
        self.assertAlmostEqual(self.plan["handle"]["arbors"][0]["tape_thickness_mm"], 0.13)

    def test_a_seat_on_tape_and_on_foam(self):
        self.at("Skerry 10", "handle/arbor")
        tape = self.plan["handle"]["arbors"][0]
        self.press("Take a rigid foam arbor")
        foam = self.plan["handle"]["arbors"][0]
        self.assertTrue(all(b["turns"] for b in tape["bands"]))
        self.assertGreater(foam["contact_mm2"], tape["contact_mm2"])


class TheOrder(OnTheDemo):
    def test_a_forgotten_winding_check_holds_up_the_guides(self):
        self.at("Skerry 10", "handle/stack")
        self.press("Take winding check out")
        self.page.get_by_role("link", name="Order", exact=True).click()
        expect(self.page.get_by_label("Done: Wrap the guides")).to_be_disabled()
        expect(self.page.get_by_text("add a winding check to the stack, or say")).to_be_visible()
        self.page.get_by_label("no winding check, by choice").check()
        self.kept()
        expect(self.page.get_by_label("Done: Wrap the guides")).to_be_enabled()

    def test_steps_are_ticked_in_turn(self):
        self.at("Holm Casting", "handle/order")
        expect(self.page.get_by_label("Done: Scuff to matt")).to_be_disabled()
        self.page.get_by_label("Done: Find the spine").check()
        self.kept()
        expect(self.page.get_by_label("Done: Scuff to matt")).to_be_disabled()
        self.page.get_by_label("Done: Draw the marks").check()
        self.kept()
        expect(self.page.get_by_label("Done: Scuff to matt")).to_be_enabled()

    def test_all_over_the_butt_names_what_cannot_pass(self):
        self.at("Skerry 10", "handle/order")
        self.pick("How it goes on", "everything over the butt end")
        said = self.page.get_by_role("alert").filter(has_text="cannot come over the butt")
        expect(said.first).to_be_visible()
        # Its seat is on already: that, too, is said.
        expect(self.page.get_by_role("alert").filter(has_text="is done with")).to_be_visible()


class TheOtherJobs(OnTheDemo):
    def test_a_split_grip_is_laid_out_from_the_shelf(self):
        self.at("Holm Casting", "handle/stack")
        for name in ("thin foregrip", "short rear grip"):
            self.press(f"Take {name} out")
        self.pick_part("rear grip", "cork rear grip 230")
        self.pick_part("foregrip", "cork foregrip 60")
        kinds = [p["kind"] for p in self.build["handle"]["parts"]]
        self.assertEqual(kinds[-2:], ["rear_grip", "foregrip"])
        self.fill("Gap before cork foregrip 60", "40 mm")

    def pick_part(self, kind, name):
        self.page.get_by_role("combobox", name="Next part up").click()
        self.page.get_by_role("option", name=kind, exact=True).click()
        self.page.get_by_role("button", name="From the shelf").click()
        self.page.get_by_role("button", name=name).click()
        self.kept()

    def test_sizes_are_chosen_and_put_in_the_stack(self):
        self.at("Holm Casting", "handle/sizes")
        expect(self.page.get_by_text("take this").first).to_be_visible()
        self.press("put in the stack: Tern seat, size 15")
        seat = next(p for p in self.build["handle"]["parts"] if p["kind"] == "reel_seat")
        self.assertEqual((seat["id"], seat["seat"]["bore_mm"]), ("seat", 15))

    def test_colder_glue_lives_longer_and_the_sheet_prints(self):
        self.at("Deep char", "handle/glue-up")
        before = self.plan["work"]["glue_up"]["mixes"][0]["pot_life_min"]
        self.fill("At the bench it is", "11")
        after = self.plan["work"]["glue_up"]["mixes"][0]["pot_life_min"]
        self.assertGreater(after, before)
        self.page.get_by_role("link", name="Glue-up sheet").click()
        expect(self.page.get_by_role("img", name="Page 1 of the glue up")).to_be_visible()

    def test_the_reference_rod_lies_under_the_handle(self):
        self.at("Holm Casting", "handle/stack")
        self.page.get_by_role("combobox", name="Lay under it").click()
        self.page.get_by_role("option", name="Skerry 10", exact=True).click()
        self.kept()
        self.assertEqual(self.build["handle"]["reference"]["name"], "Skerry 10")
        expect(self.page.get_by_text("This one reaches")).to_be_visible()

    def test_a_longer_stick_yields_the_insert(self):
        self.at("Birch perch", "handle/turning")
        expect(self.page.get_by_text("Not out of this stock")).to_be_visible()
        self.fill("Stick 1", "300 mm")
        expect(self.page.get_by_text("Not out of this stock")).to_have_count(0)

    def test_a_weighed_reel_moves_the_balance(self):
        self.at("Holm Casting", "handle/balance")
        before = self.plan["balance"]["cases"][0]["balance_with_reel_mm"]
        self.fill("Reel, weighed", "320")
        self.assertLess(self.plan["balance"]["cases"][0]["balance_with_reel_mm"], before)


class TheShelf(OnTheDemo):
    def test_put_on_changed_refused_and_taken_off(self):
        self.expected_console = ("422",)
        self.visit("/shelf/reamer?list")
        self.page.get_by_role("button", name="Put one on").click()
        row = self.page.get_by_role("row").filter(has=self.page.get_by_label("reamer of reamer"))
        name = row.get_by_label("reamer of reamer")
        name.fill("fresh reamer")
        name.press("Enter")
        large = self.page.get_by_label("large end of fresh reamer")
        large.fill("5 mm")
        large.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("larger than its small end")
        expect(large).to_have_value("5 mm")
        large.fill("5/8 in")
        large.press("Enter")
        expect(large).to_have_value("15.875")
        self.page.get_by_role("button", name="Take fresh reamer off the shelf").click()
        expect(large).to_have_count(0)

    def test_csv_is_looked_at_its_columns_are_said_and_the_row_that_is_wrong(self):
        self.visit("/shelf/drill?list")
        rows = "Model,Diameter (in),Qty,Rack no.\n9.2,0.3622,1,7\nbad,wide,1,8\n"
        field = self.page.get_by_label("CSV file")
        field.set_input_files({"name": "d.csv", "mimeType": "text/csv", "buffer": rows.encode()})
        look = self.page.get_by_role("dialog")
        expect(look.get_by_role("list", name="What cannot be read")).to_contain_text("Row 3")
        expect(look).to_contain_text("left out: Rack no.")
        expect(look).to_contain_text("9.1999")
        expect(look.get_by_role("button", name="on the shelf")).to_be_disabled()
        look.get_by_role("button", name="Leave it").click()
        good = rows.replace("wide", "0.4094")
        field.set_input_files({"name": "d.csv", "mimeType": "text/csv", "buffer": good.encode()})
        look.get_by_role("button", name="Put 2 on the shelf").click()
        expect(self.page.get_by_label("drill of bad")).to_be_visible()
        expect(self.page.get_by_label("diameter of bad")).to_have_value("10.399")
