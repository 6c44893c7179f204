"""A first rod on a pretend blank, from an empty rack to the sheet, by somebody who does what the slip says; and by keys alone."""

import re

from playwright.sync_api import expect

from tests.e2e.browser import InTheBrowser

THINKS_S, POINTS_S, TYPES_S, HOME_S, WORD_S = 1.35, 1.1, 0.28, 0.4, 0.3
"""Keystroke-level model of Card, Moran and Newell (1980), from memory: thinking, pointing, one key of an average typist,
a hand to the other device; and reading at 200 words a minute."""


class Learner(InTheBrowser):
    """Somebody who has never seen it: reads the slip, finds the field, types. Time is what the model gives, not a clock's."""

    shop = "start"

    def setUp(self):
        super().setUp()
        self.inputs = 0
        self.presses = 0
        self.took_s = 0.0

    def reads(self):
        self.took_s += WORD_S * len(self.slip().inner_text().split())

    def slip(self):
        return self.page.get_by_role("complementary", name="The pretend blank")

    def lines(self):
        return self.slip().locator("pre").inner_text().splitlines()

    def enter(self, label, text, again=False):
        """Type it and press Enter; ``again`` where the field waits already, as the one before it led there."""
        self.inputs += 1
        finds = THINKS_S + POINTS_S + 2 * HOME_S
        self.took_s += (0 if again else finds) + THINKS_S + TYPES_S * (len(text) + 1)
        self.page.get_by_label(label, exact=True).fill(text)
        self.page.keyboard.press("Enter")

    def click(self, role, name, **how):
        self.hit(self.page.get_by_role(role, name=name, **how).first)

    def hit(self, what):
        self.inputs += 1
        self.took_s += 2 * THINKS_S + POINTS_S
        (what.tap if self.touch else what.click)()

    def go_on(self):
        """To the next step; the slip of it, once it lies there."""
        self.hit(self.slip().get_by_role("link", name="Take me there"))
        self.reads()

    def learn(self):
        self.visit("/")
        start = self.page.get_by_role("button", name="Learn on a pretend blank")
        if start.count():
            self.click("button", "Learn on a pretend blank")
        else:  # the rack of an earlier test
            self.page.keyboard.press("Control+k")
            self.click("option", "Learn on a pretend blank")
        expect(self.slip()).to_contain_text("Measure the blank")
        self.reads()

    def follow(self):
        self.learn()
        length, *readings = self.lines()
        self.enter("Length, bare", length.removeprefix("length "))
        for n, line in enumerate(readings):
            station, od = line.split(": ")
            self.enter("Station of a new reading", station, again=n > 0)
            self.enter("Diameter of a new reading", od, again=True)
        self.go_on()
        self.click("button", re.compile("^Split foam"))
        expect(self.slip()).to_contain_text("The foam butt grip wants a bore of 0.492 in")
        self.bore_s = self.took_s
        self.go_on()
        for n, rest in enumerate(self.lines()):
            self.enter("or type it: 135, 4:30, 6/16", rest, again=n > 0)
        self.go_on()
        self.click("button", "Paste a chart")
        self.inputs += 1
        self.took_s += THINKS_S + POINTS_S + 2 * TYPES_S
        self.page.get_by_label("Distances", exact=True).fill("\n".join(self.lines()))
        self.click("button", "Lay it on the rod")
        expect(self.slip()).to_contain_text("7 guides have their marks")
        self.kept()
        self.click("link", "See the sheet")
        expect(self.page.get_by_alt_text("Page 1 of the build sheet")).to_be_visible()


class ByMouse(Learner):
    def test_following_the_slip_ends_with_a_whole_sheet_in_forty_inputs(self):
        self.follow()
        self.assertLessEqual(self.inputs, 40)
        self.assertLess(self.bore_s, 120)
        self.assertLess(self.took_s, 480)
        self.page.go_back()
        self.page.get_by_role("button", name="Put the slip away").click()
        expect(self.slip()).to_have_count(0)


class ByTouch(Learner):
    touch = True

    def test_by_touch_alone(self):
        self.follow()


class ByKeys(Learner):
    def press(self, key):
        self.presses += 1
        self.page.keyboard.press(key)

    def write(self, text):
        self.presses += len(text)
        self.page.keyboard.type(text)

    def tab_to(self, label, key="Tab", most=30):
        """Press Tab until the thing of this name has the focus."""
        name = """() => { const e = document.activeElement;
            if (e === document.body) return '';
            return e.getAttribute('aria-label')
            || (e.labels && e.labels[0] && e.labels[0].textContent) || (e.textContent || '').trim() }"""
        seen = []
        for _ in range(most):
            self.press(key)
            seen.append(self.page.evaluate(name)[:24])
            if label in seen[-1]:
                return
        self.fail(f"{most} Tabs never reached {label}: {seen}")

    def test_by_keys_alone_in_under_150_of_them_what_is_typed_included(self):
        self.visit("/")
        self.press("Control+k")
        self.page.get_by_placeholder("Find a rod").wait_for()
        self.write("learn")
        self.page.get_by_role("option", name="Learn on a pretend blank").wait_for()
        self.press("Enter")
        expect(self.slip()).to_contain_text("Measure the blank")
        expect(self.page.get_by_placeholder("Find a rod")).to_have_count(0)
        self.page.get_by_label("Station of a new reading").wait_for()
        length, *readings = self.lines()
        self.tab_to("To the job")
        self.press("Enter")
        self.tab_to("Station of a new reading")
        for line in readings:
            station, od = (re.sub(" in$", "", part) for part in line.split(": "))
            for typed in (station, od):
                self.write(typed)
                self.press("Enter")
            expect(self.page.get_by_label("Station of a new reading")).to_have_value("")
        self.tab_to("Length, bare")
        self.write(length.removeprefix("length ").removesuffix(" in"))
        self.press("Enter")
        expect(self.slip()).to_contain_text("Put a handle on it")
        self.press("3")
        self.page.get_by_role("heading", name="handle: Stack").wait_for()
        self.page.get_by_role("button", name="Split foam").wait_for()
        self.tab_to("Split foam")
        self.press("Enter")
        expect(self.slip()).to_contain_text("wants a bore of")
        self.press("2")
        self.page.get_by_role("heading", name="spine: Roll trials").wait_for()
        self.page.get_by_label("or type it").wait_for()
        self.tab_to("or type it")
        for n, rest in enumerate(self.lines(), start=1):
            self.write(rest.removesuffix("°"))
            self.press("Enter")
            expect(self.page.get_by_role("slider", name="Rest")).to_have_count(n)
        self.press("Escape")
        self.press("4")
        self.page.get_by_role("heading", name="guides: Train").wait_for()
        expect(self.slip()).to_contain_text("Hang the guides")
        chart = "\n".join(self.lines())
        self.page.get_by_role("button", name="Paste a chart").wait_for()
        self.tab_to("Paste a chart")
        self.press("Enter")
        self.tab_to("Distances")
        self.presses += 1
        self.page.keyboard.insert_text(chart)
        self.tab_to("Lay it on the rod")
        self.press("Enter")
        expect(self.slip()).to_contain_text("7 guides have their marks")
        self.kept()
        self.press("p")
        expect(self.page.get_by_alt_text("Page 1 of the build sheet")).to_be_visible()
        self.assertLess(self.presses, 150)
