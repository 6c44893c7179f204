"""Thread, figures, line and letters in the browser, as a builder does them."""

import io
from datetime import UTC, datetime, timedelta

from PIL import Image
from playwright.sync_api import expect

from tests.e2e.browser import OnTheDemo


class Wraps(OnTheDemo):
    def laid(self, wrap_id):
        return next(w for w in self.plan["wraps"]["laid"] if w["id"] == wrap_id)

    def test_a_ten_guide_rod_is_wrapped_by_all_like_this(self):
        self.at("Skerry 10", "wraps")
        self.page.get_by_role("button", name="guide 9, butt foot").click()
        one = self.page.get_by_role("region", name="guide 9, butt foot")
        one.get_by_role("radio", name="2", exact=True).click()
        self.kept()
        one.get_by_role("radio", name="preserver").click()
        self.kept()
        self.press("All 13 others like this")
        twice = self.page.get_by_role("list", name="Wraps, tip first").get_by_text("× 2")
        expect(twice).to_have_count(14)
        self.kept()
        feet = [w for w in self.plan["wraps"]["laid"] if w["duty"] == "foot"]
        self.assertEqual(len(feet), 14)
        self.assertTrue(all(w["layers"] == 2 and w["preserver"] for w in feet))
        bands = {s["thread"] for w in feet for s in w["stretches"] if s["what"] == "band"}
        self.assertEqual(bands, {"amber"})

    def test_an_end_is_typed_nudged_and_dragged_and_stays_with_its_guide(self):
        self.at("Skerry 10", "wraps?at=wraps.wraps.foot:g9:butt")
        before = self.laid("foot:g9:butt")["start_mm"]
        self.fill("Butt end, from the butt", f"{before - 4:.2f}")
        self.assertAlmostEqual(self.laid("foot:g9:butt")["start_mm"], before - 4, places=1)
        grip = self.page.get_by_role("slider", name="butt end of guide 9, butt foot")
        grip.focus()
        self.page.keyboard.press("ArrowLeft")
        self.kept()
        nudged = self.laid("foot:g9:butt")["start_mm"]
        self.assertLess(nudged, before - 4)
        box = grip.bounding_box()
        at = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(*at)
        self.page.mouse.down()
        self.page.mouse.move(at[0] + 40, at[1], steps=6)
        self.page.mouse.up()
        self.kept()
        self.assertGreater(self.laid("foot:g9:butt")["start_mm"], nudged + 1)
        self.fill("Turns", "180")
        self.assertAlmostEqual(self.laid("foot:g9:butt")["turns"], 180, delta=1)
        self.press("back to duty")
        self.assertAlmostEqual(self.laid("foot:g9:butt")["start_mm"], before, places=1)

    def test_what_a_wrap_took_since_the_tap_before_teaches_its_tool(self):
        self.page.clock.install(time=datetime.now(UTC) - timedelta(minutes=30))
        self.at("Skerry 10", "wraps")
        self.page.get_by_role("radio", name="how far it is").click()
        self.page.get_by_role("radio", name="a powered wrapper").click()
        self.kept()
        grid = self.page.get_by_role("table", name="How far each guide is")
        taps = grid.get_by_role("button", pressed=False)
        expect(taps.first).to_be_visible()
        names = [t.get_attribute("aria-label") for t in taps.all()]
        feet = [n for n in names if n.endswith(" foot")][:2]
        self.page.get_by_role("button", name=feet[0], exact=True).click()
        self.page.clock.fast_forward("14:00")
        self.page.get_by_role("button", name=feet[1], exact=True).click()
        with self.page.expect_response(lambda r: r.url.endswith("/log") and r.request.method == "POST"):  # fmt: skip
            self.press("That was the wrap: count it")
        learned = self.page.request.get(f"{self.server.url}/api/learned", max_retries=3).json()
        ours = [q["n"] for q in learned if q["habit"] == "wrap_share.powered wrapper, A"]
        self.assertEqual(ours, [1])

    def test_thread_is_counted_and_what_is_no_count_is_said_there(self):
        self.at("Skerry 10", "wraps")
        self.page.get_by_role("radio", name="thread and colours").click()
        turns, over = self.page.get_by_label("Turns of amber counted"), self.page.get_by_label("Length they cover, amber")  # fmt: skip
        turns.fill("20")
        over.fill("90")
        over.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("between 0.03 and 1.2 mm")
        expect(over).to_have_value("90")
        over.fill("4")
        over.press("Enter")
        self.kept()
        amber = next(t for t in self.plan["wraps"]["threads"] if t["name"] == "amber")
        self.assertEqual((amber["pitch_mm"], amber["pitch_from"]), (0.2, "counted"))
        expect(self.page.get_by_text("All open rods against the shelf")).to_be_visible()

    def test_the_wet_colour_is_picked_from_a_picture_of_a_test_wrap(self):
        self.at("Skerry 10", "wraps")
        self.page.get_by_role("radio", name="thread and colours").click()
        picture = io.BytesIO()
        Image.new("RGB", (80, 60), (90, 42, 16)).save(picture, "PNG")
        file = {"name": "wrap.png", "mimeType": "image/png", "buffer": picture.getvalue()}
        self.page.get_by_label("Picture of a test wrap of spruce").set_input_files(file)
        self.page.get_by_role("button", name="Test wrap of spruce: press").click()
        self.kept()
        spruce = next(c for c in self.plan["wraps"]["colours"] if c["thread"] == "spruce")
        self.assertEqual((spruce["wet"], spruce["measured"]), ("#5a2a10", True))

    def test_steps_are_ticked_one_tap_each_and_the_guides_are_wrapped_when_all_are(self):
        self.at("Holm Casting", "wraps")
        self.page.get_by_role("radio", name="how far it is").click()
        self.press("guide 1, ring 5: butt foot")
        first = next(p for p in self.plan["wraps"]["progress"] if p["what"].startswith("guide 1,"))
        self.assertEqual([s["words"] for s in first["steps"] if s["done"]], ["butt foot"])
        self.press("guide 1, ring 5: butt foot")
        first = next(p for p in self.plan["wraps"]["progress"] if p["what"].startswith("guide 1,"))
        self.assertFalse(any(s["done"] for s in first["steps"]))

    def test_a_wrap_of_ones_own_over_a_joint_is_said_and_taken_out(self):
        self.at("Skerry 10", "wraps")
        self.press("Over a splint")
        joint = self.build["blank"]["joints"][0]["station_mm"]
        self.fill("Tip end, from the butt", f"{joint + 120:.1f}")
        self.fill("Butt end, from the butt", f"{joint + 60:.1f}")
        expect(self.finding("a splint wants")).to_be_visible()
        self.press("Take it out")
        self.assertFalse(any(w["kind"] for w in self.build["wraps"]["wraps"]))

    def test_a_two_colour_crosswrap_is_laid_closed_and_printed(self):
        self.at("Skerry 10", "wraps/decoration")
        self.press("Two tides", exact=False)
        expect(self.page.locator("[data-answer]")).to_contain_text("open")
        self.press("Close it with frost")
        expect(self.page.locator("[data-answer]")).to_contain_text("closed")
        (figure,) = self.plan["wraps"]["figures"]
        self.assertTrue(figure["closed"])
        self.assertEqual(len({b["thread"] for b in figure["bands"]}), 2)
        self.page.get_by_role("link", name="Print it at 1:1").click()
        expect(self.page.get_by_alt_text("Page 1 of the figures")).to_be_visible()

    def test_a_figure_that_cannot_be_is_said_and_stays_as_typed(self):
        self.expected_console = ("422",)
        self.at("Deep char", "wraps/decoration")
        field = self.page.get_by_label("Crossings on a line", exact=True)
        field.fill("500")
        field.press("Enter")
        expect(self.page.get_by_role("alert").first).to_be_visible()
        expect(field).to_have_value("500")
        field.fill("70")
        field.press("Enter")
        self.kept()
        expect(self.page.get_by_text("fewer crossings").first).to_be_visible()


class LineUp(OnTheDemo):
    def test_a_turned_joint_is_told_and_the_gate_opens_when_all_is_in_line(self):
        self.at("Beacon, rod 2 of 2", "wraps/line-up")
        looks = self.page.get_by_role("list", name="Looks").get_by_role("listitem")
        self.page.get_by_role("radio", name="degrees").click()
        for n in range(looks.count()):
            row = looks.nth(n)
            turned = n < looks.count() - 1  # all but the guide nearest the reel
            row.get_by_role("textbox").first.fill("3.1" if turned else "0.2")
            row.get_by_role("textbox").first.press("Enter")
        answer = self.page.locator("[data-answer]")
        expect(answer).to_contain_text("Turn the section beyond joint 2 by 3.1° to the left")
        expect(self.page.get_by_text("turned in its joint").first).to_be_visible()
        for n in range(looks.count()):
            looks.nth(n).get_by_role("button", name="in line", exact=True).click()
        expect(answer).to_contain_text("In line")

    def test_nonsense_is_said_at_the_ring_and_stays_and_a_guide_may_be_accepted(self):
        self.at("Skerry 10", "wraps/line-up")
        row = self.page.get_by_role("list", name="Looks").get_by_role("listitem").nth(1)
        field = row.get_by_role("textbox").first
        field.fill("nine")
        field.press("Enter")
        expect(row.get_by_role("alert")).to_contain_text("is not a reading")
        expect(field).to_have_value("nine")
        field.fill("6")
        field.press("Enter")
        expect(row).to_contain_text("out")
        row.get_by_role("button", name="let it stand…").click()
        row.get_by_label("Why guide 1 may stay as it is").fill("it was wished so")
        row.get_by_role("button", name="Accept it").click()
        expect(row).to_contain_text("accepted: it was wished so")
        look = next(k for k in self.plan["line_up"]["looks"] if k["id"] == "g1")
        self.assertGreater(look["off_deg"], 2, "as sure as the eye was")

    def test_a_photograph_of_something_else_is_turned_away(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "wraps/line-up")
        picture = io.BytesIO()
        Image.new("RGB", (900, 600), (40, 80, 70)).save(picture, "PNG")
        file = {"name": "along.png", "mimeType": "image/png", "buffer": picture.getvalue()}
        self.page.get_by_label("Picture along the rod").set_input_files(file)
        view = self.page.get_by_role("group", name="The photograph along the rod")
        for n in range(8):
            view.click(position={"x": 200 + n, "y": 150})
        self.press_only("What does it say?")
        expect(self.page.get_by_role("alert")).to_contain_text("all in one place")

    def press_only(self, name):
        self.page.get_by_role("button", name=name).click()


class Labels(OnTheDemo):
    def test_a_label_is_fitted_refused_where_it_would_clash_and_printed(self):
        self.at("Skerry 10", "wraps/labels")
        answer = self.page.locator("[data-answer]")
        expect(answer).to_contain_text("It fits")
        guide = next(w for w in self.plan["wraps"]["laid"] if w["id"] == "foot:g10:butt")
        self.fill("Its butt end, from the butt", f"{guide['start_mm'] - 10:.0f} mm")
        expect(answer).to_contain_text("It runs into")
        self.fill("Its butt end, from the butt", "560 mm")
        expect(answer).to_contain_text("It fits")
        expect(self.page.get_by_role("img", name="The label as it is printed")).to_be_visible()
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="Print it at 1:1").click()
        self.assertTrue(got.value.suggested_filename.endswith("labels.pdf"))

    def test_a_drawing_with_a_script_is_refused_in_words_and_the_text_is_not_lost(self):
        self.at("Skerry 10", "wraps/labels")
        bad = b'<svg xmlns="http://www.w3.org/2000/svg"><script>1</script><rect width="60" height="3"/></svg>'
        self.page.get_by_label("SVG of the label").set_input_files({"name": "a.svg", "mimeType": "image/svg+xml", "buffer": bad})  # fmt: skip
        expect(self.page.locator("[data-answer]")).to_contain_text("script")
        good = bad.replace(b"<script>1</script>", b"")
        self.page.get_by_label("SVG of the label").set_input_files({"name": "b.svg", "mimeType": "image/svg+xml", "buffer": good})  # fmt: skip
        expect(self.page.locator("[data-answer]")).to_contain_text("It fits")
        large = {"name": "c.svg", "mimeType": "image/svg+xml", "buffer": b" " * 300_000}
        self.page.get_by_label("SVG of the label").set_input_files(large)
        expect(self.page.get_by_role("alert")).to_contain_text("200 kB")
        self.press("back to text")
        self.assertIn("SKERRY 10", self.build["wraps"]["labels"][0]["text"])
