"""The loaded rod in the browser: chart to static test, on copies of demo builds."""

import io
import math
import re

import numpy as np
from PIL import Image
from playwright.sync_api import expect

from tests.core.simulators import clickable
from tests.e2e.browser import INCH, OnTheDemo
from wise_spool.core.rod import Rod
from wise_spool.demo.shop import skerry


class UnderLoad(OnTheDemo):
    def test_the_load_is_slid_and_the_rod_bends(self):
        self.at("Skerry 10", "guides/bend")
        slider = self.page.get_by_role("slider", name="Load on the line")
        slider.focus()
        expect(self.page.get_by_role("group", name="The rod under 300 g")).to_be_visible()
        for _ in range(5):
            slider.press("ArrowRight")
        self.kept()
        expect(self.page.get_by_role("group", name="The rod under 350 g")).to_be_visible()
        self.assertEqual(self.build["guides"]["bend"]["load_g"], 350)

    def test_a_dragged_guide_bends_along(self):
        self.at("Skerry 10", "guides/bend")
        row = self.page.get_by_role("row").filter(
            has=self.page.get_by_role("button", name="guide 5", exact=True)
        )
        before = row.inner_text()
        grip = self.page.get_by_role("slider", name="guide 5, ring 6")
        box = grip.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x - 24, y, steps=6)
        expect(row).not_to_have_text(before)
        self.page.mouse.up()
        self.kept()
        self.assertIsNotNone(self.build["guides"]["train"][4]["at"])

    def test_two_bends_are_compared(self):
        self.at("Holm Casting", "guides/bend")
        self.page.get_by_label("hold this bend to compare").check()
        expect(self.page.get_by_role("columnheader", name="it was")).to_be_visible()

    def test_where_the_blank_works_hardest_and_its_limit_are_said(self):
        self.at("Holm Casting", "guides/bend")
        slider = self.page.get_by_role("slider", name="Load on the line")
        slider.focus()
        slider.press("End")
        self.kept()
        expect(self.page.get_by_text("% strain, stopped at 1.2 %")).to_be_visible()
        self.assertGreater(self.build["guides"]["bend"]["load_g"], 1500)

    def test_a_guide_on_the_handle_says_so_and_nothing_is_lost(self):
        self.expected_console = ("422",)
        self.at("Skerry 10", "guides/train")
        self.fill("Place of guide 10", "1 in")
        self.page.get_by_role("link", name="Under load").click()
        expect(self.page.get_by_role("alert")).to_contain_text("lies on the handle")
        self.assertAlmostEqual(
            self.build["guides"]["train"][9]["at"]["distance_mm"], INCH, places=3
        )

    def test_measured_bends_disagree_with_the_label(self):
        self.at("Holm Casting", "blank/bend")
        expect(self.finding("Labelled medium heavy, it measures")).to_be_visible()
        self.press("Strike bend 3")
        self.press("Strike bend 2")
        self.fill("It dropped", "90 mm")
        self.assertGreater(self.plan["stiffness"]["power_g"], 700)


class Twisting(OnTheDemo):
    def test_a_spiral_train_is_hung_and_set_by_hand(self):
        self.at("Holm Casting", "guides/twist")
        expect(self.page.get_by_role("heading", name="All on top")).to_be_visible()
        self.page.get_by_role("listitem").filter(has_text="Winding round").get_by_role("button", name="Hang it so").click()  # fmt: skip
        self.kept()
        clocks = [g["clock_deg"] for g in self.plan["guides"]["placed"]]
        self.assertEqual((abs(clocks[0]), clocks[-1]), (0.0, 180.0))
        self.fill("Guides on the way round", "2")
        expect(self.page.get_by_role("button", name="60° right")).to_be_visible()
        self.page.get_by_role("radio", name="left").click()
        self.kept()
        self.assertEqual(self.build["guides"]["spiral"]["side"], "left")
        self.assertIn(120.0, [round(g["clock_deg"]) for g in self.plan["guides"]["placed"]])
        self.page.get_by_role("link", name="Under load").click()
        expect(self.page.get_by_role("group", name="The rod under 300 g")).to_be_visible()
        self.page.get_by_role("link", name="Twist").click()
        self.page.get_by_role("listitem").filter(has_text="All on top").get_by_role("button", name="Hang it so").click()  # fmt: skip
        self.kept()
        self.assertIsNone(self.build["guides"]["spiral"])

    def test_a_rod_with_its_reel_below_has_nothing_to_wind(self):
        self.at("Skerry 10", "guides/twist")
        expect(self.page.get_by_role("heading", name="All below")).to_be_visible()
        expect(self.page.get_by_role("button", name="Hang it so")).to_have_count(0)


class Choosing(OnTheDemo):
    def test_no_mix_of_switches_leaves_the_bend_dead(self):
        for reel in (False, True):
            for kind in ("spinning", "casting"):
                build = {"name": "bare", "brief": {"rod_type": kind}, "blank": {"length_mm": 2000, "readings": [{"station_mm": 0, "od_mm": 12}, {"station_mm": 2000, "od_mm": 2}]}, "guides": {"train": [{"id": "g1", "ring_mm": 6, "at": {"datum": "tip_top_ring", "distance_mm": 200}}]}}  # fmt: skip
                if reel:
                    build["handle"] = {"parts": [{"id": "s", "kind": "reel_seat", "length_mm": 110, "od_butt_mm": 22, "od_tip_mm": 22, "seat": {"bore_mm": 16, "usable_from_mm": 4, "usable_to_mm": 100, "foot_centre_mm": 50}}]}  # fmt: skip
                for friction in (0, 0.1):
                    for own_weight in (False, True):
                        setups = [{"load_g": load, "pull_deg": pull, "friction": friction, "own_weight": own_weight} for load, pull in ((0, 90), (300, 0), (300, 90), (300, 180))]  # fmt: skip
                        answer = self.page.request.post(f"{self.server.url}/api/bends", data={"build": build, "setups": setups})  # fmt: skip
                        self.assertIn(answer.status, (200, 422), answer.text()[:300])
                        if answer.status == 200 and not reel:
                            self.assertIn("No reel yet", answer.json()["loaded"][0]["line_from"])

    def test_layouts_side_by_side_and_one_taken(self):
        self.at("Holm Casting", "guides/layouts")
        mine = [g["at"] for g in self.build["guides"]["train"]]
        self.page.get_by_role("button", name="Take it: share of bend").click()
        self.kept()
        self.fill("Name of the layout yours before share of bend", "as it was")
        self.page.get_by_role("button", name="Take it: as it was").click()
        self.kept()
        self.assertEqual([g["at"] for g in self.build["guides"]["train"]], mine)
        self.page.get_by_role("button", name="Drop it: as it was").click()
        self.page.get_by_role("button", name="Take it: share of bend", exact=True).click()
        self.kept()
        placed = self.plan["guides"]["placed"]
        shown = self.page.get_by_role("listitem").filter(has_text="on the mat").inner_text()
        self.assertTrue(all(g["source"] == "stated" for g in placed), shown)
        expect(self.page.get_by_role("list", name="Tolerance of each guide")).to_be_visible()

    def test_the_reel_side_by_geometry(self):
        self.at("Skerry 10", "guides/reel-side")
        self.fill("Axis points down by", "5")
        row = self.page.get_by_role("row").filter(
            has=self.page.get_by_role("button", name="Place it all the same: guide 10")
        )
        expect(row).to_contain_text("nearer")
        before = self.build["guides"]["train"]
        self.press("Place it all the same: guide 10")
        self.kept()
        train = self.build["guides"]["train"]
        self.assertEqual(train[9]["at"]["datum"], "spool_lip")
        self.assertNotEqual(train[9]["at"], before[9]["at"])
        self.assertEqual(train[8]["at"], before[8]["at"])
        self.fill("Axis points down by", "0")
        expect(self.page.get_by_text("runs level")).to_be_visible()

    def test_a_casting_reel_is_judged_by_the_line_into_the_first_ring(self):
        self.at("Holm Casting", "guides/reel-side")
        expect(
            self.page.get_by_role("img", name="The line off the reel, from above")
        ).to_be_visible()
        self.fill("Its line guide travels", "140 mm")
        expect(self.page.get_by_text("into the first ring")).to_be_visible()

    def test_a_static_test_moves_a_guide_for_good(self):
        self.at("Skerry 10", "guides/test")
        self.press("Record a static test")
        self.fill("Guide 3 turned", "14")
        self.page.get_by_label("Line touches at guide 3").check()
        self.kept()
        self.fill("Guide 3 stands at", "13 1/2")
        placed = self.plan["guides"]["placed"][2]
        self.assertEqual(placed["source"], "built")
        self.assertAlmostEqual(placed["from_tip_ring_mm"], 13.5 * INCH, places=2)
        self.assertTrue(self.build["guides"]["static_test"]["rows"][2]["touches"])
        expect(self.finding("Guide 3 has been moved by")).to_be_visible()

    def test_a_failed_static_test_is_mended_by_one_act(self):
        self.at("Birch perch", "guides/test")
        self.press("Record a static test")
        self.page.get_by_label("Line touches at guide 3").check()
        self.kept()
        planned = self.plan["guides"]["placed"][3]["from_tip_ring_mm"]
        mend = self.page.get_by_role("region", name="What to move")
        expect(mend).to_contain_text("guide 4")
        mend.get_by_role("button", name="They are moved").click()
        self.kept()
        moved = self.plan["guides"]["placed"][3]
        self.assertEqual(moved["source"], "built")
        self.assertLess(moved["from_tip_ring_mm"], planned - 5)
        self.assertAlmostEqual(moved["wished_from_tip_ring_mm"], planned, places=2)
        expect(self.page.get_by_role("columnheader", name="turn as it stands")).to_be_visible()
        expect(self.page.get_by_role("columnheader", name="turn as planned")).to_be_visible()

    def test_a_batch_is_made_and_its_stick_printed(self):
        self.at("Birch perch", "guides/test")
        self.page.get_by_label("Rods in all").fill("3")
        self.page.get_by_role("button", name="Make the batch").click()
        expect(self.page.get_by_role("link", name="rod 3 of 3")).to_be_visible()
        self.page.get_by_role("link", name="One story stick marks them all").click()
        expect(self.page.get_by_role("img", name="Page 1 of the story stick")).to_be_visible()

    def test_a_batch_of_a_hundred_is_refused_at_the_field(self):
        self.expected_console = ("422",)
        self.at("Birch perch", "guides/test")
        self.page.get_by_label("Rods in all").fill("100")
        self.page.get_by_role("button", name="Make the batch").click()
        expect(self.page.get_by_role("alert")).to_contain_text("at most 20")
        expect(self.page.get_by_label("Rods in all")).to_have_value("100")

    def test_a_photograph_refits_the_stiffness(self):
        self.at("Skerry 10", "guides/test")
        field = self.page.get_by_label("Picture of the bent rod")
        picture = {"name": "bend.svg", "mimeType": "image/svg+xml", "buffer": PICTURE}
        field.set_input_files(picture)
        photo = self.page.get_by_role("group", name="The photograph")
        # The rod as it is in truth, a third softer, 250 px long on the picture.
        of = Rod.of(skerry())
        of = (of.build, of.work_blank, of.handle, of.guides, of.bendable)
        load_g = (of[0].guides.static_test or of[0].guides.bend).load_g
        spots = clickable(of, 0.67, load_g)
        spots = 30 + 30j + 0.12 * spots
        self.page.evaluate("document.fonts.ready")
        for n, z in enumerate(spots, start=1):
            photo.click(position={"x": z.real, "y": z.imag})
            expect(photo.locator("circle")).to_have_count(n)
        expect(self.page.get_by_text("The photograph says")).to_contain_text("softer by 3")
        self.page.get_by_role("button", name="Keep it with the blank").click()
        rod_id = re.search(r"/build/([0-9a-f-]+)/", self.page.url).group(1)
        query = {"rod": rod_id, "kinds": "picture"}
        expect(self.page.get_by_text("not at the server")).to_have_count(0)
        url = f"{self.server.url}/api"

        def lines():
            return self.page.request.get(f"{url}/logbook", params=query).json()["lines"]

        for _ in range(100):
            if lines():
                break
            self.page.wait_for_timeout(100)
        picture = lines()[0]["entry"]["picture"]
        self.assertIn("bent under", picture["words"])
        with Image.open(
            io.BytesIO(self.page.request.get(f"{url}/pictures/{picture['file']}").body())
        ) as seen:
            self.assertEqual(seen.size, (700, 380))
        self.page.get_by_role("button", name="take the last click back").click()
        expect(photo.locator("circle")).to_have_count(len(spots) - 1)

    def test_the_photograph_is_matched_by_keys_alone(self):
        self.at("Skerry 10", "guides/test")
        picture = {"name": "bend.svg", "mimeType": "image/svg+xml", "buffer": PICTURE}
        self.page.get_by_label("Picture of the bent rod").set_input_files(picture)
        photo = self.page.get_by_role("group", name="The photograph")
        of = Rod.of(skerry())
        of = (of.build, of.work_blank, of.handle, of.guides, of.bendable)
        load_g = (of[0].guides.static_test or of[0].guides.bend).load_g
        spots = 30 + 30j + 0.12 * clickable(of, 0.67, load_g)
        pointer = self.page.get_by_role("button", name="Point by keys")
        pointer.focus()
        at = 350 + 190j
        for n, z in enumerate(spots, start=1):
            for key, way in (("Right", 1), ("Down", 1j)):
                for held, by in (("Shift+", 25), ("", 2), ("Alt+", 0.25)):
                    off = ((z - at) / way).real
                    for _ in range(round(abs(off) / by)):
                        back = {"Right": "Left", "Down": "Up"}[key]
                        self.page.keyboard.press(f"{held}Arrow{key if off > 0 else back}")
                    at += way * math.copysign(round(abs(off) / by) * by, off)
            self.page.keyboard.press("Enter")
            expect(photo.locator("circle")).to_have_count(n)
        expect(pointer).to_be_focused()
        expect(self.page.get_by_text("The photograph says")).to_contain_text("softer by 3")
        self.page.keyboard.press("Backspace")
        expect(photo.locator("circle")).to_have_count(len(spots) - 1)

    def test_a_layout_between_two_others_is_tried_and_taken(self):
        self.at("Skerry 10", "guides/layouts")
        pull = self.page.get_by_label("How far")
        pull.focus()
        self.page.keyboard.press("ArrowRight")
        expect(
            self.page.get_by_text("55 % from as planned to share of bend, on tracing paper")
        ).to_be_visible()
        before = self.build["guides"]["train"]
        self.page.get_by_role("button", name="Take it: 55 % from").click()
        self.kept()
        after = self.build["guides"]["train"]
        self.assertNotEqual([g.get("at") for g in before], [g.get("at") for g in after])

    def test_the_train_is_a_few_stops_and_arrows_lead_through_it(self):
        self.at("Skerry 10", "guides")
        self.page.keyboard.press("Tab")
        self.page.get_by_label("Ring of guide 3").focus()
        self.page.keyboard.press("ArrowDown")
        expect(self.page.get_by_label("Ring of guide 4")).to_be_focused()
        stops = []
        for _ in range(55):
            self.page.keyboard.press("Tab")
            stops.append(
                self.page.evaluate("document.activeElement.closest('[aria-label=Guides]') !== null")
            )
        self.assertLess(sum(stops), 14)
        self.assertNotIn("at=", self.page.url)  # what was walked through is not taken hold of
        ring = self.page.get_by_role("slider", name="guide 4, ring 6")
        ring.focus()
        self.page.keyboard.press(".")
        expect(self.page.get_by_role("slider", name="guide 5, ring 6")).to_be_focused()
        self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_role("button", name="Guide 5", exact=True)).to_have_attribute(
            "aria-expanded", "true"
        )

    def test_a_picture_taken_aslant_is_set_straight_by_a_board(self):
        self.at("Skerry 10", "guides/test")
        picture = {"name": "bend.svg", "mimeType": "image/svg+xml", "buffer": PICTURE}
        self.page.get_by_label("Picture of the bent rod").set_input_files(picture)
        self.page.get_by_role("radio", name="aslant, with a board in it").click()
        self.fill("Board, first to second corner", "600 mm")
        self.fill("Second to third corner", "wide")
        expect(self.page.get_by_text("“wide”")).to_be_visible()
        self.fill("Second to third corner", "450 mm")
        self.page.get_by_role("slider", name="Nearer").fill("2")
        of = Rod.of(skerry())
        of = (of.build, of.work_blank, of.handle, of.guides, of.bendable)
        load_g = (of[0].guides.static_test or of[0].guides.bend).load_g
        board = np.array([0, 600, 600 + 450j, 450j]) + complex(900, 900)
        flat = np.concatenate([board, clickable(of, 0.67, load_g)])
        seen = 40 + 40j + 0.13 * flat / (1 + 0.00008 * flat.real)  # the tip's end turned away
        photo = self.page.get_by_role("group", name="The photograph")
        expect(self.page.get_by_text("0 of 4 so far")).to_be_visible()
        for z in 2 * seen:
            photo.click(position={"x": z.real, "y": z.imag})
        expect(self.page.get_by_text("The photograph says")).to_contain_text("softer by 3")


PICTURE = (
    b'<svg xmlns="http://www.w3.org/2000/svg" width="700" height="380">'
    b'<rect width="700" height="380" fill="#ccd"/>'
    b'<path d="M20,30 C200,30 300,90 330,200" stroke="#222" stroke-width="5" fill="none"/></svg>'
)
