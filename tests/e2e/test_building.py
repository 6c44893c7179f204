"""A rod from nothing to its sheet, by mouse and by keyboard; what a cut or a clash leaves."""

import io
import re

import pdfplumber
from playwright.sync_api import expect

from tests.e2e.browser import AWAY, InTheBrowser


class Building(InTheBrowser):
    shop = "start"

    def begin(self, name):
        self.visit("/")
        self.page.get_by_role("button", name="Start").first.click()
        self.page.get_by_label("What is it called?").fill(name)
        self.page.get_by_role("button", name="Lay it on the mat").click()
        self.page.get_by_role("heading", name=name).wait_for()

    def blank(self, name):
        """A rod with a measured blank."""
        self.begin(name)
        self.fill("Length, bare", "7'")
        for station, od in (("0", ".480"), ("24", ".390"), ("54", ".240"), ("84", "2.1 mm")):
            self.page.get_by_label("Station of a new reading").fill(station)
            self.page.get_by_label("Diameter of a new reading").fill(od)
            self.page.get_by_role("button", name="Add", exact=True).click()
            expect(self.page.get_by_label("Station of a new reading")).to_have_value("")
            self.kept()

    def pick(self, label, option):
        self.page.get_by_role("combobox", name=label).click()
        self.page.get_by_role("option", name=option, exact=True).click()

    def test_by_mouse(self):
        self.blank("By mouse")
        self.page.get_by_role("link", name="On to the spine").click()
        dial = self.page.get_by_role("group", name="Dial of rests")
        box = dial.bounding_box()
        middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        for dx, dy in ((70, -70), (71, -70), (70, -71), (72, -70), (70, -72)):
            self.page.mouse.click(middle[0] + dx, middle[1] + dy)
            self.kept()
        expect(self.page.get_by_text("sure enough to mark")).to_be_visible()
        self.page.get_by_role("link", name="On to the handle").click()
        for part in ("rear grip", "reel seat", "foregrip", "winding check"):
            self.pick("Next part up", part)
            self.page.get_by_role("button", name="Add it").click()
            self.kept()
        self.page.get_by_role("button", name="rear grip", exact=True).click()
        self.fill("Bore at the butt face", "10 mm")
        expect(self.page.get_by_label("Findings").get_by_text("open it to")).to_be_visible()
        before = self.rod("By mouse")["plan"]["handle"]["parts"][1]["start_mm"]
        self.drag(self.page.get_by_role("slider", name="reel seat"), 60)
        after = self.rod("By mouse")["plan"]["handle"]["parts"][1]["start_mm"]
        self.assertGreater(after, before + 5)
        self.page.get_by_role("link", name="On to the guides").click()
        self.page.get_by_role("button", name="Paste a chart").click()
        self.page.get_by_label("Distances", exact=True).fill("4\n8 1/4\n12 7/8")
        self.page.get_by_role("button", name="Lay it on the rod").click()
        self.kept()
        for _ in range(4):
            self.page.get_by_role("button", name="Add a guide toward the butt").click()
            self.kept()
        self.fill("Place of guide 7 from the tip-top ring", "54")
        expect(
            self.page.get_by_label("Findings").get_by_text("The middle closes in even steps")
        ).to_be_visible()
        placed = self.rod("By mouse")["plan"]["guides"]["placed"]
        self.assertAlmostEqual(
            sum(g["gap_mm"] for g in placed), placed[-1]["from_tip_ring_mm"], places=3
        )
        self.drag(self.page.get_by_role("slider", name="guide 7"), 30)
        moved = self.rod("By mouse")["build"]["guides"]["train"][6]["at"]["distance_mm"]
        self.assertLess(moved, 54 * 25.4)
        self.page.get_by_role("link", name="On to the wraps").click()
        self.page.get_by_role("link", name="On to the finish").click()
        expect(self.page.get_by_text("recoat window").first).to_be_visible()
        self.fill("Room", "9")
        expect(
            self.page.get_by_label("Findings").get_by_text("times what the tin says")
        ).to_be_visible()
        self.page.get_by_role("link", name="On to the build sheet").click()
        expect(self.page.get_by_alt_text("Page 1 of the build sheet")).to_be_visible()
        with self.page.expect_download() as saved:
            self.page.get_by_role("link", name="Save the PDF").click()
        with pdfplumber.open(io.BytesIO(saved.value.path().read_bytes())) as document:
            text = "\n".join(page.extract_text() for page in document.pages)
        self.assertIn("By mouse", text)
        self.assertIn("8 1/4 in", text)

    def drag(self, item, dx):
        box = item.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for step in range(1, 7):
            self.page.mouse.move(x + dx * step / 6, y)
        self.page.mouse.up()
        self.kept()

    def tab_to(self, **wanted):
        """Press Tab until the wanted thing has the focus."""
        for _ in range(200):
            self.page.keyboard.press("Tab")
            here = self.page.evaluate(
                """() => { const e = document.activeElement; return {
                    label: e.getAttribute('aria-label') || (e.labels && e.labels[0] && e.labels[0].textContent) || '',
                    text: (e.textContent || '').trim() } }"""
            )
            if all(value in here[key] for key, value in wanted.items()):
                return
        self.fail(f"Tab never reached {wanted}")

    def type_here(self, text):
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)
        self.page.keyboard.press("Enter")

    def test_by_keyboard_alone(self):
        press, write = self.page.keyboard.press, self.page.keyboard.type
        self.visit("/")
        self.tab_to(text="Start")
        press("Enter")
        self.page.get_by_label("What is it called?").wait_for()
        self.tab_to(label="What is it called?")
        write("By keys")
        press("Enter")
        self.page.get_by_role("heading", name="By keys").wait_for()
        self.tab_to(label="Length, bare")
        self.type_here("2083 mm")
        self.kept()
        self.tab_to(label="Station of a new reading")
        for station, od in (("0", "12.2 mm"), ("20", "10.4 mm"), ("82", "2 mm")):
            write(station)
            press("Enter")
            write(od)
            press("Enter")
            expect(self.page.get_by_label("Station of a new reading")).to_be_focused()
            expect(self.page.get_by_label("Station of a new reading")).to_have_value("")
        self.page.keyboard.press("Escape")
        self.page.evaluate("document.activeElement.blur()")
        press("2")
        self.page.get_by_role("heading", name="spine: Roll trials").wait_for()
        self.tab_to(label="or type it: 135, 4:30, 6/16")
        for n, angle in enumerate(("300", "304", "298", "302", "301"), start=1):
            write(angle)
            press("Enter")
            expect(self.page.get_by_role("slider", name="Rest")).to_have_count(n)
        self.page.evaluate("document.activeElement.blur()")
        press("3")
        self.page.get_by_role("heading", name="The stack, butt first").wait_for()
        self.tab_to(text="Add it")
        press("Enter")
        self.kept()
        self.page.evaluate("document.activeElement.blur()")
        press("4")
        self.page.get_by_role("heading", name="The train, tip first").wait_for()
        self.page.wait_for_load_state("networkidle")
        self.tab_to(text="Add a guide toward the butt")
        for n in range(1, 6):
            press("Enter")
            expect(self.page.get_by_role("slider", name="ring 6")).to_have_count(n)
        self.page.evaluate("document.activeElement.blur()")
        self.tab_to(label="guide 1, ring 6")
        press(".")
        before = self.rod("By keys")["plan"]["guides"]["placed"][1]["marked_mm"]
        press("ArrowRight")
        self.kept()
        after = self.rod("By keys")["plan"]["guides"]["placed"][1]["marked_mm"]
        self.assertAlmostEqual(after - before, 25.4 / 16, places=3)
        press("Shift+ArrowLeft")
        self.kept()
        back = self.rod("By keys")["plan"]["guides"]["placed"][1]["marked_mm"]
        self.assertAlmostEqual(back - after, -10 * 25.4 / 16, places=3)
        press("Enter")
        self.type_here("9 1/2")
        self.kept()
        self.page.evaluate("document.activeElement.blur()")
        press("Control+z")
        expect(self.page.get_by_role("button", name="Redo (Ctrl Shift Z)")).to_be_enabled()
        press("Control+Shift+z")
        expect(self.page.get_by_role("button", name="Redo (Ctrl Shift Z)")).to_be_disabled()
        self.assertAlmostEqual(
            self.rod("By keys")["build"]["guides"]["train"][1]["at"]["distance_mm"], 9.5 * 25.4
        )
        press("6")
        self.page.get_by_role("heading", name="The coats and their clocks").wait_for()
        press("p")
        expect(self.page.get_by_alt_text("Page 1 of the build sheet")).to_be_visible()

    def test_what_cannot_be_kept_stays_at_its_field_with_the_reason(self):
        self.expected_console = ("422",)
        self.blank("Bad input")
        cases = (
            ("Length, bare", "twelve", "is not a measure"),
            ("Length, bare", "2 in", "must be at least 300 mm"),
            ("Cut from the butt", "-3", "is negative"),
            ("Tip-top tube", "99", "must be at most 40"),
            ("Tip-top tube", "5,3", "5.3"),
            ("Diameter of reading 1", "12.7", "Did you mean 12.7 mm?"),
        )
        for label, text, said in cases:
            with self.subTest(label=label, text=text):
                field = self.page.get_by_label(label, exact=True)
                field.fill(text)
                field.press("Enter")
                expect(self.page.get_by_role("alert").filter(has_text=said)).to_be_visible()
                expect(field).to_have_value(text)
                expect(field).to_have_attribute("aria-invalid", "true")
                self.page.reload()
                field = self.page.get_by_label(label, exact=True)
                expect(field).to_have_value(text)
                field.press("Escape")
                expect(field).not_to_have_value(text)
        self.assertEqual(self.rod("Bad input")["build"]["blank"]["length_mm"], 7 * 304.8)

    def test_a_reload_in_the_middle_of_typing_and_just_after(self):
        self.blank("Reloaded")
        self.page.get_by_label("Cut from the tip").fill("1/2")
        self.page.get_by_label("Cut from the tip").press("Enter")
        self.page.reload()
        expect(self.page.get_by_label("Cut from the tip")).to_have_value("1/2")

    def test_the_server_killed_in_the_middle_loses_nothing(self):
        self.expected_console = (*AWAY, "Failed to fetch", "500")
        self.blank("Killed")
        self.server.kill()
        material = self.page.get_by_role("radio", name="Glass")
        material.click()
        expect(self.page.get_by_role("status")).to_contain_text("server away")
        self.page.get_by_role("radio", name="Composite").click()
        self.server.start()
        self.kept()
        self.assertEqual(self.rod("Killed")["build"]["blank"]["material"], "composite")
        self.page.reload()
        expect(self.page.get_by_role("radio", name="Composite")).to_have_attribute(
            "data-state", "on"
        )

    def test_a_first_timer_starts_from_a_kit_and_is_told_what_to_measure(self):
        self.blank("From a kit")
        self.visit(f"/build/{self.rod('From a kit')['id']}/handle/stack")
        self.page.get_by_role("button", name="Full cork").click()
        self.kept()
        kinds = [p["kind"] for p in self.rod("From a kit")["build"]["handle"]["parts"]]
        self.assertEqual(kinds, ["butt_cap", "rear_grip", "reel_seat", "foregrip", "winding_check"])
        self.page.get_by_role("button", name="Measure these next").click()
        expect(self.page.get_by_role("button", name="the bore of the foregrip")).to_be_visible()
        seat = self.page.get_by_label("Seat bore")
        expect(seat).to_have_class(re.compile("italic"))
        seat.focus()
        seat.press("Enter")
        self.kept()
        expect(seat).not_to_have_class(re.compile("italic"))

    def test_a_word_is_found_by_its_name_and_shown_on_the_rod(self):
        self.blank("Words")
        self.page.keyboard.press("Control+k")
        self.page.get_by_placeholder("Find a rod").fill("winding ch")
        self.page.get_by_role("option", name="winding check").click()
        expect(self.page.get_by_role("heading", name="winding check")).to_be_visible()
        expect(self.page.get_by_role("img", name="its winding check marked")).to_be_visible()

    def test_an_edit_waits_in_the_browser_while_the_server_is_away(self):
        self.expected_console = AWAY
        self.blank("Waiting")
        address = self.page.url
        self.server.kill()
        self.page.get_by_role("radio", name="Glass").click()
        expect(self.page.get_by_role("status")).to_contain_text("server away")
        self.page.close()
        self.server.start()
        self.page = self.open_page()
        self.page.goto(address)
        expect(self.page.get_by_role("radio", name="Glass")).to_have_attribute("data-state", "on")
        self.kept()
        self.assertEqual(self.rod("Waiting")["build"]["blank"]["material"], "glass")

    def deaf(self):
        """This window hears no bell: it learns of the other one's edits only when it sends its own."""
        self.page.route("**/api/bell", lambda route: route.fulfill(status=204))

    def other_window(self):
        other = self.open_page()
        other.goto(self.page.url)
        other.get_by_label("Length, bare").wait_for()
        return other

    def fill_in(self, page, label, text):
        page.get_by_label(label, exact=True).fill(text)
        page.get_by_label(label, exact=True).press("Enter")
        page.get_by_role("status").get_by_text("kept", exact=True).wait_for()

    def test_two_windows_edit_different_fields_and_both_count(self):
        self.blank("Two fields")
        other = self.other_window()
        other.get_by_role("radio", name="Glass").click()
        other.get_by_role("status").get_by_text("kept", exact=True).wait_for()
        self.fill_in(self.page, "Cut from the butt", "1")
        blank = self.rod("Two fields")["build"]["blank"]
        self.assertEqual((blank["material"], round(blank["trim_butt_mm"], 3)), ("glass", 25.4))
        expect(self.page.get_by_role("radio", name="Glass")).to_have_attribute("data-state", "on")

    def test_an_edit_made_in_another_window_is_here_unasked_and_what_is_half_typed_stays(self):
        self.blank("Seen at once")
        self.page.get_by_label("Cut from the tip", exact=True).fill("3 1/")
        other = self.other_window()
        self.fill_in(other, "Cut from the butt", "2")
        expect(self.page.get_by_label("Cut from the butt", exact=True)).to_have_value(re.compile("^2"))  # fmt: skip
        self.assertEqual(self.page.get_by_label("Cut from the tip", exact=True).input_value(), "3 1/")  # fmt: skip
        undo = self.page.get_by_role("button", name="Undo (Ctrl Z)")
        undo.click()
        expect(self.page.get_by_role("alert").filter(has_text="in another window")).to_be_visible()
        self.assertEqual(round(self.rod("Seen at once")["build"]["blank"]["trim_butt_mm"], 3), 50.8)
        undo.click()
        expect(self.page.get_by_label("Cut from the butt", exact=True)).not_to_have_value(re.compile("^2"))  # fmt: skip

    def test_two_windows_edit_one_field_and_are_both_shown(self):
        self.deaf()
        self.blank("One field")
        other = self.other_window()
        self.fill_in(other, "Cut from the butt", "2")
        self.page.get_by_label("Cut from the butt").fill("1")
        self.page.get_by_label("Cut from the butt").press("Enter")
        dialog = self.page.get_by_role("dialog", name="changed in another window")
        expect(dialog).to_contain_text("trim butt")
        expect(dialog).to_contain_text("50.8")
        expect(dialog).to_contain_text("25.4")
        dialog.get_by_role("button", name="Let mine count").click()
        expect(dialog).to_be_hidden()
        self.kept()
        self.assertEqual(round(self.rod("One field")["build"]["blank"]["trim_butt_mm"], 3), 25.4)

    def test_undo_in_a_stale_window_does_not_take_back_the_others_edit(self):
        self.expected_console = ("409",)
        self.deaf()
        self.blank("Stale undo")
        self.fill_in(self.page, "Cut from the butt", "1")
        other = self.other_window()
        self.fill_in(other, "Cut from the tip", "2")
        self.page.get_by_role("button", name="Undo (Ctrl Z)").click()
        expect(self.page.get_by_role("alert").filter(has_text="changed this rod")).to_be_visible()
        self.assertEqual(round(self.rod("Stale undo")["build"]["blank"]["trim_tip_mm"], 3), 50.8)

    def test_measures_and_readings_typed_while_the_server_is_away_all_arrive(self):
        self.expected_console = AWAY
        self.blank("Away")
        self.server.kill()
        page = self.page
        page.get_by_label("Cut from the tip").fill("1/2")
        page.get_by_label("Cut from the tip").press("Enter")
        for station, od in (("12", ".44"), ("36", "9 mm")):
            page.get_by_label("Station of a new reading").fill(station)
            page.get_by_label("Diameter of a new reading").fill(od)
            page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_label("Tip-top tube").fill("99")
        page.get_by_label("Tip-top tube").press("Enter")
        page.get_by_label("Cut from the butt").fill("1/4")
        page.get_by_label("Cut from the butt").press("Enter")
        expect(page.get_by_role("status")).to_contain_text("server away")
        self.server.start()
        refused = page.get_by_role("alert").filter(has_text="must be at most 40")
        expect(refused).to_be_visible()
        expect(page.get_by_label("Tip-top tube")).to_have_value("99")
        blank = self.rod("Away")["build"]["blank"]
        self.assertEqual(len(blank["readings"]), 6)
        self.assertEqual(
            (round(blank["trim_tip_mm"], 3), round(blank["trim_butt_mm"], 3)), (12.7, 6.35)
        )
        page.get_by_label("Tip-top tube").press("Escape")

    def test_text_that_was_not_left_yet_survives_a_reload_and_going_back(self):
        self.blank("Half typed")
        self.page.get_by_label("Cut from the tip").fill("3/")
        self.page.reload()
        expect(self.page.get_by_label("Cut from the tip")).to_have_value("3/")
        expect(self.page.get_by_text("Typed, not kept yet")).to_be_visible()
        self.page.get_by_label("Station of a new reading").fill("18")
        self.page.get_by_role("link", name="The rack").click()
        self.page.get_by_role("heading", name="The rack").wait_for()
        self.page.go_back()
        expect(self.page.get_by_label("Station of a new reading")).to_have_value("18")
        expect(self.page.get_by_label("Cut from the tip")).to_have_value("3/")

    def test_an_edit_of_one_rod_is_sent_while_another_is_open(self):
        self.expected_console = AWAY
        self.blank("First of two")
        first = self.page.url
        self.begin("Second of two")
        self.page.goto(first)
        self.page.get_by_label("Length, bare").wait_for()
        self.server.kill()
        self.page.get_by_role("radio", name="Glass").click()
        expect(self.page.get_by_role("status")).to_contain_text("server away")
        self.server.start()
        self.page.get_by_role("link", name="The rack").click()
        self.page.get_by_text("Second of two").first.click()
        self.fill_in(self.page, "Length, bare", "6'")
        self.page.goto(first)
        self.kept()
        self.assertEqual(self.rod("First of two")["build"]["blank"]["material"], "glass")
        self.assertEqual(round(self.rod("Second of two")["build"]["blank"]["length_mm"], 1), 1828.8)

    def test_a_build_file_goes_out_and_comes_in(self):
        self.expected_console = ("422",)
        self.blank("Travelling")
        self.page.get_by_role("link", name="Build sheet").click()
        with self.page.expect_download() as saved:
            self.page.get_by_role("link", name="Save the build file").click()
        self.visit("/")
        self.page.get_by_label("Build file to bring in").set_input_files(str(saved.value.path()))
        expect(self.page.get_by_role("heading", name="Travelling")).to_be_visible()
        self.visit("/")
        bad = {"name": "other.json", "mimeType": "application/json", "buffer": b'{"rods": []}'}
        self.page.get_by_label("Build file to bring in").set_input_files(files=[bad])
        expect(
            self.page.get_by_role("alert").filter(has_text="another program's file")
        ).to_be_visible()
