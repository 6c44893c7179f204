"""Every main view: sound, accessible, in both lights, with nothing in the console."""

from playwright.sync_api import expect

from tests.e2e.browser import InTheBrowser

STAGES = ("blank", "spine", "handle", "guides", "wraps", "finish")
WRAPS_JOBS = ("decoration", "line-up", "labels")
GUIDES_JOBS = ("bend", "layouts", "twist", "reel-side", "test")
JOBS = ("stack", "sizes", "turning", "bores", "arbor", "order", "glue-up", "balance")


class Views(InTheBrowser):
    shop = "demo"

    def ids(self):
        return {
            r["name"]: r["id"]
            for r in self.page.request.get(f"{self.server.url}/api/builds").json()
        }

    def test_axe_finds_nothing_serious_anywhere(self):
        for light in ("lamp", "day"):
            self.context.add_init_script(
                "localStorage.setItem('wise-spool:settings', JSON.stringify({state: {flipped: false, rule: 'in/16',"
                f" lowerDatum: 'tip_top_ring', light: '{light}'}}, version: 0}}))"
            )
            ids = self.ids()
            paths = ["/", f"/build/{ids['Skerry 10']}/sheet"]
            paths += [f"/build/{ids['Holm Casting']}/{stage}" for stage in STAGES]
            paths += [f"/build/{ids['Birch perch']}/handle/{job}" for job in JOBS]
            paths += [
                f"/build/{ids['Skerry 10']}/spine/{job}" for job in ("drops", "decide", "marks")
            ]
            paths += [f"/build/{ids['Skerry 10']}/guides/{job}" for job in GUIDES_JOBS]
            paths += [f"/build/{ids['Deep char']}/wraps/{job}" for job in WRAPS_JOBS]
            paths += [
                f"/build/{ids['Beacon, rod 1 of 2']}/finish/{job}" for job in ("mix", "defects")
            ]
            paths += [f"/build/{ids['Holm Casting']}/guides/twist", f"/build/{ids['Holm Casting']}/bench"]  # fmt: skip
            paths += [f"/build/{ids['Marn’s first']}/blank/{job}" for job in ("purpose", "choose")]
            paths += [f"/build/{ids['Repair: the net-loft rod']}/blank/mend"]
            paths += [
                f"/build/{ids['Holm Casting']}/price",
                "/people",
                "/shelf/buy",
                "/shelf/blank",
            ]
            paths += ["/logbook", f"/build/{ids['Skerry 10']}/logbook"]
            paths += [
                "/shelf/part",
                "/shelf/adhesive",
                "/shelf/thread",
                "/trainer",
                "/habits",
                "/words?w=spine",
                "/door",
                "/kept-safe",
            ]
            for path in paths:
                with self.subTest(light=light, path=path.split("/")[-1] or "rack"):
                    self.visit(path)
                    self.assertEqual(self.axe(), [])

    def test_nothing_overflows_at_1024(self):
        self.page.set_viewport_size({"width": 1024, "height": 768})
        ids = self.ids()
        views = [*STAGES, *(f"handle/{job}" for job in JOBS), "spine/drops", "spine/decide"]
        views += [f"guides/{job}" for job in GUIDES_JOBS]
        views += [f"wraps/{job}" for job in WRAPS_JOBS]
        for path in [
            "/",
            "/shelf/part",
            "/habits",
            "/people",
            "/shelf/buy",
            "/shelf/blank",
            f"/build/{ids['Holm Casting']}/price",
            f"/build/{ids['Marn’s first']}/blank/purpose",
            f"/build/{ids['Marn’s first']}/blank/choose",
            f"/build/{ids['Repair: the net-loft rod']}/blank/mend",
            *(f"/build/{ids['Skerry 10']}/{v}" for v in views),
        ]:
            self.visit(path)
            wide = self.page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(wide, 1024, path)

    def test_a_habit_is_set_for_the_shop_for_one_rod_and_taken_back(self):
        rod = f"/build/{self.ids()['Deep char']}/habits"
        label = "The blank must be this far above the dew point."
        self.visit("/habits")
        field = self.page.get_by_label(label)
        field.fill("99")
        field.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("must be from 0 to 10 °C")
        expect(field).to_have_value("99")
        field.fill("4")
        field.press("Enter")
        expect(self.page.get_by_role("button", name="back to 3 as shipped")).to_be_visible()
        self.visit(rod)
        expect(self.page.get_by_label(label)).to_have_value("4")
        self.page.get_by_label(label).fill("5")
        self.page.get_by_label(label).press("Enter")
        expect(self.page.get_by_role("button", name="back to 4 in the shop")).to_be_visible()
        self.visit("/habits")
        self.page.get_by_role("button", name="All as shipped again").click()
        expect(self.page.get_by_label(label)).to_have_value("3")
        self.visit(rod)
        expect(self.page.get_by_label(label)).to_have_value("5")
        self.page.get_by_role("button", name="back to 3 in the shop").click()
        expect(self.page.get_by_label(label)).to_have_value("3")

    def test_the_rack_shows_what_runs_and_opens_a_rod(self):
        self.visit("/")
        bench = self.page.get_by_role("complementary", name="Now at the bench")
        expect(bench).to_contain_text("double dryer, turning")
        self.page.get_by_role("link", name="Skerry 10").click()
        expect(self.page.get_by_role("heading", name="Skerry 10")).to_be_visible()
        self.page.go_back()
        expect(self.page.get_by_role("heading", name="The rack")).to_be_visible()

    def test_a_deep_link_opens_a_stage_with_its_guide_held(self):
        self.visit(f"/build/{self.ids()['Skerry 10']}/guides?at=guides.train.g5")
        expect(self.page.get_by_role("button", name="Guide 5", exact=True)).to_have_attribute(
            "aria-expanded", "true"
        )

    def test_a_finding_opens_to_its_numbers_and_rule(self):
        self.visit(f"/build/{self.ids()['Skerry 10']}/guides")
        self.page.get_by_role("button", name="The middle closes in even steps").click()
        expect(self.page.get_by_text("Source: common practice.")).to_be_visible()

    def test_a_label_s_word_opens_by_hover_by_tap_and_from_its_field(self):
        self.visit(f"/build/{self.ids()['Skerry 10']}/guides")
        field = self.page.get_by_label("Spool lip ahead of the reel foot")
        word = self.page.get_by_role("button", name="reel foot").first
        meaning = self.page.get_by_role("tooltip")
        word.hover()
        expect(meaning).to_contain_text("clamped into the seat")
        expect(meaning.get_by_role("img")).to_be_visible()
        self.page.mouse.move(5, 5)
        expect(meaning).to_have_count(0)
        word.dispatch_event("click")
        expect(meaning).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(meaning).to_have_count(0)
        field.focus()
        field.press("F1")
        expect(meaning).to_be_visible()
        field.press("Escape")
        expect(meaning).to_have_count(0)
        expect(field).to_be_focused()

    def test_the_shelf_speaks_the_builder_s_warmth_and_weight(self):
        units = '{"weight": "oz", "warmth": "°F", "volume": "fl oz"}'
        self.context.add_init_script(
            "localStorage.setItem('wise-spool:settings', JSON.stringify({state: {rule: 'in/16',"
            f" lowerDatum: 'tip_top_ring', light: 'lamp', paper: 'a4', flipped: false, units: {units}}}, version: 0}}))"
        )
        self.visit("/shelf/adhesive?list")
        expect(self.page.get_by_role("columnheader", name="at, °F")).to_be_visible()
        field = self.page.get_by_label("at of").first
        field.fill("25 °C")
        field.press("Enter")
        expect(field).to_have_value("77")

    def test_the_palette_and_the_keys(self):
        self.visit(f"/build/{self.ids()['Skerry 10']}/blank")
        self.page.keyboard.press("Control+k")
        self.page.get_by_placeholder("Find a rod").fill("birch")
        expect(self.page.get_by_role("option", name="Birch perch")).to_be_visible()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="Birch perch")).to_be_visible()
        self.page.keyboard.press("4")
        expect(self.page.get_by_role("heading", name="The gaps, as a stair")).to_be_visible()
        self.page.keyboard.press("?")
        expect(self.page.get_by_role("dialog", name="keys")).to_be_visible()

    def test_the_mat_can_be_turned_round(self):
        self.visit(f"/build/{self.ids()['Skerry 10']}/guides")
        guide = self.page.get_by_role("slider", name="guide 1, ring 6")
        right = guide.bounding_box()["x"]
        self.page.keyboard.press("Control+k")
        self.page.get_by_role("option", name="Turn the mat round").click()
        self.page.wait_for_function(
            "x => document.querySelector('[aria-label=\"guide 1, ring 6\"]').getBoundingClientRect().x < x",
            arg=right / 2,
        )

    def test_a_missing_rod_and_a_wrong_address_say_so(self):
        self.expected_console = ("404",)
        self.visit("/build/00000000-0000-0000-0000-000000000000/blank")
        expect(self.page.get_by_role("alert")).to_contain_text("not on the rack")
        self.visit("/nowhere")
        expect(self.page.get_by_text("Nothing hangs here")).to_be_visible()

    def test_measures_are_written_as_the_core_writes_them(self):
        # The interface's own formatting is held to the same vectors as core/ground/measures.py by what it shows.
        self.visit(f"/build/{self.ids()['Skerry 10']}/guides")
        state = self.rod("Skerry 10")
        shown = self.page.get_by_role("group", name="Guides", exact=True).inner_text()
        from wise_spool.core.ground.measures import format_length

        for guide in state["plan"]["guides"]["placed"]:
            for mm in (guide["from_tip_ring_mm"], guide["gap_mm"], guide["from_butt_mm"]):
                self.assertIn(format_length(mm, "in/16", unit=False), shown)
