"""The board in the browser: six rods before the char run, what breaks, what is pinned, what cannot be, what is fed."""

import re
from datetime import date, datetime, timedelta

import icalendar
from playwright.sync_api import expect

from tests.e2e.browser import OnTheDemo


class TheBoard(OnTheDemo):
    expected_console = ("status of 422",)

    def board(self):
        self.page.set_viewport_size({"width": 1280, "height": 800})
        self.page.goto(f"{self.server.url}/board")
        expect(self.answer()).to_be_visible()

    def answer(self):
        return self.page.get_by_role("region", name="The answer")

    def state(self):
        return self.page.request.get(f"{self.server.url}/api/board").json()

    def piece(self, name):
        return self.page.get_by_role("button", name=re.compile(re.escape(name)))

    def until(self, said):
        """The board says so on the server."""
        for _ in range(150):
            if said(self.state()["board"]):
                return
            self.page.wait_for_timeout(100)
        self.fail(f"not said in 15 s: {self.state()['board']}")

    def own_board(self):
        """Put the board back as the demo has it when a test is over: all tests share one shop."""
        before = self.state()["board"]
        put = self.page.context.request
        self.addCleanup(lambda: put.put(f"{self.server.url}/api/board", data=before))

    def test_the_demos_rods_are_ready_before_the_char_run_and_a_session_is_read_off(self):
        self.board()
        expect(self.answer()).to_contain_text("All is ready in time; the last for the trip on")
        expect(self.answer()).to_contain_text("sessions at the bench")
        self.assertEqual(self.axe(), [])
        state = self.state()
        self.assertTrue(all(r["ready_at"] < r["due_at"] for r in state["rods"] if r["due_at"]))
        first = self.page.locator("[data-piece]").first
        first.focus()
        first.press("Enter")
        here = self.page.get_by_role("region", name="This sitting")
        expect(here).to_contain_text("why here")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("region", name="Next at the bench")).to_be_visible()

    def test_a_piece_is_pinned_by_keys_let_go_and_the_pin_undone(self):
        self.own_board()
        self.board()
        first = self.page.locator("[data-piece]").first
        name = first.get_attribute("aria-label")
        first.focus()
        first.press("Shift+ArrowRight")
        pinned = self.page.get_by_role("button", name=re.compile("pinned$"))
        expect(pinned).to_have_count(1)
        self.assertNotEqual(pinned.get_attribute("aria-label"), name)
        self.assertEqual(len(self.state()["board"]["pins"]), 1)
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(pinned).to_have_count(0)
        self.page.get_by_role("button", name="Do it again").click()
        expect(pinned).to_have_count(1)
        pinned.focus()
        pinned.press("Delete")
        expect(pinned).to_have_count(0)

    def test_a_piece_is_dragged_and_stays_where_it_was_put(self):
        self.own_board()
        self.board()
        piece = self.page.locator("[data-piece]").first
        box = piece.bounding_box()
        self.page.mouse.move(box["x"] + 6, box["y"] + 20)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 120, box["y"] + 22, steps=6)
        self.page.mouse.up()
        expect(self.page.get_by_role("button", name=re.compile("pinned$"))).to_have_count(1)
        start = self.state()["board"]["pins"][0]["start"]
        self.assertEqual(int(start[14:16]) % 5, 0)

    def test_a_piece_reached_by_key_is_in_the_window_and_stays_there_when_a_plan_moves_it(self):
        self.own_board()
        self.board()
        self.no_better_plan()
        self.page.reload()
        weeks = self.page.get_by_role("group", name="The weeks")
        last = self.page.locator("[data-piece]").last
        box, frame = last.bounding_box(), weeks.bounding_box()
        # The mat is drawn so far that a single pixel of the last piece is still in the window.
        by = frame["x"] + frame["width"] - 1 - box["x"]
        start = frame["x"] + frame["width"] / 2
        self.page.mouse.move(start, frame["y"] + 10)
        self.page.mouse.down()
        self.page.mouse.move(start + by, frame["y"] + 10, steps=6)
        self.page.mouse.up()
        self.assertGreater(last.bounding_box()["x"], frame["x"] + frame["width"] - 3)
        name = last.get_attribute("aria-label")
        piece = self.piece(name)
        self.page.keyboard.press("Tab")
        piece.focus()
        self.lies_within(piece, frame)
        # Somebody else says something by which the piece comes to lie a week later.
        state = self.state()
        one = next(
            s for s in state["sittings"] if name.startswith(f"{s['rod_name']}: {s['words']},")
        )
        later = datetime.fromisoformat(one["start"]) + timedelta(days=7)
        pin = {"id": "p1", "job": one["id"], "start": later.isoformat(), "person": one["person"]}
        said = self.page.request.put(
            f"{self.server.url}/api/board", data=state["board"] | {"pins": [pin]}
        )
        self.assertEqual(said.status, 200)
        moved = self.piece(f"{one['rod_name']}: {one['words']}, {later:%a} {later.day} {later:%b}")
        expect(moved).to_be_visible()
        self.lies_within(moved, frame)

    def lies_within(self, piece, frame):
        expect(piece).to_be_focused()
        box = piece.bounding_box()
        self.assertGreaterEqual(box["x"], frame["x"])
        self.assertLessEqual(box["x"] + box["width"], frame["x"] + frame["width"])

    def test_a_dryer_breaks_and_the_heater_is_put_on(self):
        self.own_board()
        self.board()
        turning = {t["dryer"] for t in self.state()["turning"]}
        self.assertIn("double", turning)
        self.page.get_by_role("button", name="The shop’s time").click()
        places = self.page.get_by_label("Places on the double dryer")
        places.fill("0")
        places.press("Enter")
        expect(self.page.get_by_text("double dryer, 2")).to_have_count(0)
        self.page.wait_for_function("!document.querySelector('[aria-busy=true]')")
        state = self.state()
        self.assertEqual({t["dryer"] for t in state["turning"]} - {"single"}, set())
        self.assertEqual(self.axe(), [])
        self.page.get_by_label("Room left alone, °C").fill("21")
        self.page.get_by_label("Room left alone, °C").press("Enter")
        self.until(lambda b: b["room"]["cold_c"] == 21)
        self.assertTrue(all(r["room_c"] == 21 for r in self.state()["room"]))

    def test_hours_that_close_before_they_open_are_turned_away_and_nothing_is_lost(self):
        self.own_board()
        self.board()
        self.page.get_by_role("button", name="The shop’s time").click()
        self.page.get_by_label("Runa, Mon, from").fill("22:00")
        self.page.get_by_label("Runa, Mon, to").fill("20:00")
        self.page.get_by_label("Runa, Tue, from").focus()
        expect(self.page.get_by_role("alert")).to_contain_text("closes before it opens")
        expect(self.page.get_by_label("Runa, Mon, from")).to_have_value("22:00")
        self.page.get_by_label("Runa, Mon, to").fill("23:00")
        self.page.get_by_label("Runa, Tue, from").focus()
        expect(self.page.get_by_role("alert")).to_have_count(0)

    def test_how_much_is_kept_in_hand_is_chosen_and_stays(self):
        self.own_board()
        self.board()
        self.page.get_by_role("button", name="The shop’s time").click()
        share = self.page.get_by_label("Of the time until a promise, kept in hand")
        expect(share).to_have_value("0.33")
        share.select_option("a fifth")
        self.until(lambda b: b["in_hand"] == 0.2)
        self.page.reload()
        self.page.get_by_role("button", name="The shop’s time").click()
        expect(share).to_have_value("0.2")
        self.page.get_by_label("Holm Casting is promised for").fill(date.today().isoformat())
        expect(self.answer()).to_contain_text("Holm Casting slips")

    def test_what_cannot_be_is_named_and_one_act_relieves_it(self):
        self.own_board()
        self.board()
        state = self.state()
        marks = next(s for s in state["sittings"] if s["kind"] == "marks")
        night = f"{marks['start'][:11]}03:00:00Z"
        self.page.request.put(f"{self.server.url}/api/board", data={**state["board"], "pins": [{"job": marks["id"], "start": night.replace(marks["start"][:10], state["until"][:10])}]})  # fmt: skip
        alert = self.page.get_by_role("alert")
        expect(alert).to_contain_text("is pinned to", timeout=60_000)
        expect(alert).to_contain_text("the last plan that held")
        self.page.get_by_role("button", name="Take the pin out").click()
        expect(alert).to_have_count(0)
        expect(self.answer()).to_contain_text("All is ready in time")

    def test_another_dryer_place_is_tried_beside_the_plan(self):
        self.board()
        self.page.get_by_role("button", name="What if").click()
        self.page.get_by_role("button", name="one more dryer place").click()
        row = self.page.get_by_role("row", name=re.compile("one more dryer place"))
        expect(row.get_by_role("cell")).to_have_count(3, timeout=60_000)
        self.assertEqual(self.axe(), [])
        self.page.get_by_role("button", name="Put them away").click()
        expect(row).to_have_count(0)

    def test_a_calendar_that_subscribes_gets_every_sitting(self):
        self.board()
        self.page.get_by_role("button", name="The shop’s time").click()
        address = self.page.get_by_label("Address of the calendar").input_value()
        calendar = icalendar.Calendar.from_ical(self.page.request.get(address).body())
        self.assertGreaterEqual(len(list(calendar.walk("VEVENT"))), len(self.state()["sittings"]))

    def test_the_rack_says_what_is_next(self):
        self.page.goto(f"{self.server.url}/")
        here = self.page.get_by_role("region", name="On the board")
        expect(here.get_by_role("listitem").first).to_be_visible()
        here.get_by_role("link", name=re.compile("on the board")).click()
        expect(self.answer()).to_be_visible()
