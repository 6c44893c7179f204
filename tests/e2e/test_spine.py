"""The spine, read, decided and marked in the browser; the trainer by keyboard."""

from playwright.sync_api import expect

from tests.e2e.browser import OnTheDemo


class Deciding(OnTheDemo):
    def test_two_lines_and_which_is_taken(self):
        self.at("Skerry 10", "spine/decide")
        expect(self.finding("rests in two lines")).to_be_visible()
        self.choose("Of the two lines, take", "the other")
        self.assertAlmostEqual(self.plan["spine"]["line_deg"], 223.5, delta=1)

    def test_schools(self):
        self.at("Skerry 10", "spine/decide")
        self.choose("School", "Ignore it")
        self.assertEqual(self.plan["spine"]["guides_deg"], 0)
        self.choose("School", "Straightest")
        self.fill("Clock angle of that line", "135")
        self.assertEqual(self.plan["spine"]["guides_deg"], 135)

    def test_sides_are_drawn_never_assumed(self):
        self.at("Skerry 10", "spine/decide")
        before = self.plan["spine"]["guides_deg"]
        self.choose("Guides go on", "outside")
        after = self.plan["spine"]["guides_deg"]
        self.assertAlmostEqual(abs(before - after), 180, delta=0.1)
        self.choose("The tape was on", "the inside")
        self.assertAlmostEqual(self.plan["spine"]["guides_deg"], before, delta=0.1)

    def test_a_place_of_the_builder_s_own_and_what_is_on_already(self):
        self.at("Holm Casting", "spine/marks")
        self.press("Add it")
        self.fill("Place", "thumb rest")
        self.fill("Clockwise from the guides", "45")
        guides = self.plan["spine"]["guides_deg"]
        where = {m["what"]: m["angle_deg"] for m in self.plan["spine"]["marks"]}
        self.assertAlmostEqual(where["thumb rest"], (guides + 45) % 360, delta=0.2)
        expect(self.page.get_by_role("columnheader", name="thumb rest")).to_be_visible()
        self.page.get_by_role("combobox", name="At nought lies").click()
        self.page.get_by_role("option", name="the guides already on").click()
        expect(
            self.page.get_by_text("Guides and reel follow the guides already on")
        ).to_be_visible()
        self.kept()
        self.assertEqual(self.plan["spine"]["guides_deg"], 0)


class Rolling(OnTheDemo):
    def test_a_rest_is_nudged_and_taken_away(self):
        self.at("Holm Casting", "spine")
        self.page.get_by_role("slider", name="Rest 1", exact=True).focus()
        self.page.keyboard.press("Shift+ArrowRight")
        self.kept()
        self.assertEqual(self.build["spine"]["trials"][0]["angle_deg"], 138)
        self.press("Remove the rest at 138°")
        self.assertEqual(len(self.build["spine"]["trials"]), 3)

    def test_angles_off_the_clock_are_refused_at_the_field(self):
        self.expected_console = ("422",)
        self.at("Holm Casting", "spine")
        for text, words in (
            ("400", "not on the clock"),
            ("north", "not an angle"),
            ("", "not an angle"),
        ):
            field = self.page.get_by_label("or type it")
            field.fill(text)
            field.press("Enter")
            expect(self.page.get_by_role("alert").filter(has_text=words)).to_be_visible()
            expect(field).to_have_value(text)
        self.assertEqual(len(self.build["spine"]["trials"]), 4)

    def test_zones_are_kept_apart(self):
        self.at("Holm Casting", "spine")
        self.page.get_by_role("radio", name="tip half").click()
        field = self.page.get_by_label("or type it")
        field.fill("10")
        field.press("Enter")
        self.kept()
        zones = {z["zone"]: z["trials"] for z in self.plan["spine"]["zones"]}
        self.assertEqual(zones, {"whole": 4, "tip": 1})

    def test_hours_and_sixteenths_are_read(self):
        self.at("Holm Casting", "spine")
        for text, deg in (("4:30", 135), ("6/16", 135), ("9 o'clock", 270)):
            field = self.page.get_by_label("or type it")
            field.fill(text)
            field.press("Enter")
            expect(field).to_have_value("")
            self.kept()
            self.assertEqual(self.build["spine"]["trials"][-1]["angle_deg"], deg)

    def test_each_section_of_a_travel_rod_reads_on_its_own(self):
        self.at("Beacon, rod 1 of 2", "spine")
        self.page.get_by_role("combobox", name="Section").click()
        self.page.get_by_role("option", name="3", exact=True).click()
        expect(self.page.get_by_role("cell", name="87°")).to_be_visible()

    def test_a_lone_opposite_rest_is_asked_about(self):
        self.at("Beacon, rod 1 of 2", "spine")
        field = self.page.get_by_label("or type it")
        field.fill("123")
        field.press("Enter")
        expect(self.finding("read off the wrong side")).to_be_visible()


class Drops(OnTheDemo):
    def test_a_bowed_blank_is_recognised(self):
        self.at("Holm Casting", "spine/drops")
        expect(self.page.get_by_text("Bow, not spine: it hangs")).to_be_visible()
        expect(self.finding("that is bow, not spine")).to_be_visible()

    def test_read_off_the_indicator_into_the_field_that_is_held(self):
        self.at("Birch perch", "spine/drops")
        self.press("Eight angles")
        self.page.get_by_label("Drop 1, at 0°").focus()
        for n in range(8):
            self.page.get_by_role("button", name="Press the digital indicator").click()
            expect(self.page.get_by_label(f"Drop {n + 1}, at")).not_to_have_value("")
            self.kept()
        self.assertTrue(all(d["drop_mm"] > 30 for d in self.build["spine"]["drops"]))
        self.assertIn(self.plan["spine"]["drops"]["verdict"], ("both", "stiffness"))

    def test_an_indicator_set_to_inches_is_caught(self):
        self.at("Skerry 10", "spine/drops")
        self.fault("set to inches")
        self.page.get_by_label("Drop 4, at 90°").focus()
        self.page.get_by_role("button", name="Press the digital indicator").click()
        expect(self.finding("inches among millimetres")).to_be_visible()
        self.fault("in order")

    def test_one_that_dies_says_so_and_nothing_is_lost(self):
        self.expected_console = ("503",)
        self.at("Skerry 10", "spine/drops")
        before = self.build["spine"]["drops"]
        self.fault("flat battery")
        self.page.get_by_label("Drop 2, at 30°").focus()
        self.page.get_by_role("button", name="Press the digital indicator").click()
        expect(self.page.get_by_role("alert")).to_contain_text("does not answer")
        self.assertEqual(self.build["spine"]["drops"], before)
        self.fault("in order")

    def test_a_keyboard_wedge_types_and_enters(self):
        self.at("Birch perch", "spine/drops")
        self.press("Eight angles")
        self.page.get_by_label("Drop 3, at 90°").focus()
        self.page.keyboard.type("61.25")
        self.page.keyboard.press("Enter")
        self.kept()
        self.assertEqual(self.build["spine"]["drops"][2]["drop_mm"], 61.25)

    def test_a_negative_drop_stays_at_its_field(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "spine/drops")
        field = self.page.get_by_label("Drop 1, at 0°")
        field.fill("-3")
        field.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("negative")
        expect(field).to_have_value("-3")

    def fault(self, name):
        self.page.get_by_role("combobox", name="Simulated, and").click()
        self.page.get_by_role("option", name=name, exact=True).click()
        expect(self.page.get_by_role("combobox", name="Simulated, and")).to_contain_text(name)


class Marks(OnTheDemo):
    def test_a_two_spine_blank_from_reading_to_printed_strip(self):
        self.at("Skerry 10", "spine/roll")
        expect(self.finding("rests in two lines")).to_be_visible()
        self.page.get_by_role("link", name="Decide", exact=True).click()
        self.choose("Of the two lines, take", "the other")
        self.page.get_by_role("link", name="Marks", exact=True).click()
        expect(self.page.get_by_role("cell", name="front of the handle")).to_be_visible()
        self.page.get_by_role("link", name="Wrap-round strips").click()
        expect(self.page.get_by_role("img", name="Page 1 of the protractor")).to_be_visible()


class Training(OnTheDemo):
    def test_a_round_by_keyboard(self):
        self.visit("/trainer")
        self.page.get_by_role("button", name="Hand me a blank").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_text("No rest taken yet")).to_be_visible()
        self.page.evaluate("document.activeElement.blur()")
        for n in range(6):
            for _ in range(3):
                self.page.keyboard.press("Shift+ArrowRight")
            self.page.keyboard.press(" ")
            expect(self.page.get_by_text(f"{n + 1} rests")).to_be_visible()
        self.page.wait_for_load_state("networkidle")  # the sixth rest has been read as well
        expect(self.page.get_by_text("±")).to_have_count(0)  # the learner points first
        self.page.get_by_label("Where you say its line is").fill("90")
        answer = self.page.get_by_role("button", name="That is its line")
        expect(answer).to_be_enabled()
        answer.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_text(" points").first).to_be_visible()
        expect(self.page.get_by_role("img", name="Energy of the bent blank")).to_be_visible()
        self.assertEqual(self.axe(), [])
