"""The bench in the browser: cards by one key or one thumb, clocks in every window and without a server."""

import io
import uuid
from datetime import UTC, datetime, timedelta

import numpy as np
from PIL import Image
from playwright.sync_api import expect
from scipy.io import wavfile

from tests.e2e.browser import AWAY, OnTheDemo
from tests.shop import temporary_dir


class Clocks(OnTheDemo):
    def setUp(self):
        super().setUp()
        for r in self.running():
            url = f"{self.server.url}/api/builds/{r['rod_id']}/clocks/{r['clock']['id']}/stop"
            self.page.request.post(url)

    def test_one_tap_starts_the_clocks_of_a_mix_and_every_window_shows_them(self):
        rack = self.open_page()
        rack.goto(self.server.url)
        self.at("Skerry 10", "handle/glue-up")
        self.page.get_by_role("button", name="It is mixed now: mix 1").click()
        mine = self.page.get_by_role("timer", name="pot life, " + self.build["name"])
        theirs = rack.get_by_role("timer", name="pot life, " + self.build["name"])
        expect(theirs).to_be_visible()
        for clock in (mine, theirs):  # a full hour is shown in other words
            expect(clock).to_contain_text("59:")
        seen = [self.seconds(t.inner_text()) for t in (mine, theirs)]
        self.assertLessEqual(abs(seen[0] - seen[1]), 1)
        self.page.reload()
        expect(mine).to_be_visible()
        expect(self.page.get_by_text("5 clocks run")).to_be_visible()
        rack.get_by_role("button", name="stop: pot life, " + self.build["name"]).click()
        expect(mine).to_have_count(0)

    def test_started_while_the_server_is_away_it_runs_and_arrives_once(self):
        self.expected_console = ("Failed to load resource", "ERR_")
        self.at("Skerry 10", "handle/glue-up")
        self.page.route("**/api/builds/*/clocks", lambda route: route.abort())
        self.page.get_by_role("button", name="It is mixed now: mix 1").click()
        expect(self.page.get_by_role("timer")).to_have_count(4)
        expect(self.page.get_by_text("not at the server yet: 1")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_text("not at the server yet: 1")).to_be_visible()
        self.page.unroute("**/api/builds/*/clocks")
        expect(self.page.get_by_text("not at the server yet")).to_have_count(0)
        mine = [r for r in self.running() if r["rod_id"] == self.id]
        self.assertEqual(len(mine), 5)

    def test_one_that_has_run_out_says_what_to_do_and_a_second_start_is_turned_away(self):
        self.expected_console = ("409",)
        self.at("Skerry 10", "handle/glue-up")
        began = (datetime.now(UTC) - timedelta(minutes=30)).isoformat()
        clock = {"id": uuid.uuid4().hex, "of": "mix:1", "what": "wipe off", "then": "wipe the squeeze-out", "started_at": began, "minutes": 29.9}  # fmt: skip
        url = f"{self.server.url}/api/builds/{self.id}/clocks"
        self.assertEqual(self.page.request.post(url, data={"clocks": [clock]}).status, 200)
        strip = self.page.get_by_role("timer", name="wipe off, ")
        expect(strip).to_contain_text("wipe the squeeze-out")
        expect(strip).to_contain_text("over by")
        expect(self.page).to_have_title("Now: wipe the squeeze-out")
        self.page.get_by_role("button", name="Quiet").click()
        expect(self.page).not_to_have_title("Now: wipe the squeeze-out")
        again = self.page.request.post(url, data={"clocks": [{**clock, "id": "other"}]})
        self.assertEqual(again.status, 409)
        self.page.get_by_role("button", name="Done: wipe off").click()
        expect(strip).to_have_count(0)

    def running(self):
        return self.page.request.get(f"{self.server.url}/api/clocks").json()["running"]

    def seconds(self, shown):
        minutes, seconds = next(w for w in shown.split() if ":" in w).split(":")
        return 60 * int(minutes) + int(seconds)


class AtTheCards(OnTheDemo):
    """A rod is worked from its cards."""

    def bench(self, name):
        self.at(name, "handle/order")
        self.page.get_by_role("link", name="Bench", exact=True).click()
        self.page.get_by_role("region", name="The card").wait_for()

    def done(self):
        return self.build["handle"]["steps_done"]

    def settled(self, *steps):
        for _ in range(100):
            if set(steps) <= set(self.done()):
                return
            self.page.wait_for_timeout(100)
        self.fail(f"{steps} not in {self.done()}")

    def card(self):
        return self.page.get_by_role("region", name="The card")


class Cards(AtTheCards):
    def test_one_key_goes_all_the_way_and_held_it_undoes(self):
        self.bench("Holm Casting")
        expect(self.card()).to_contain_text("Find the spine")
        self.page.keyboard.press("Space")
        expect(self.card()).to_contain_text("Ream the cork butt cap")
        self.page.keyboard.press("Space")
        expect(self.card()).to_contain_text("Ream the short rear grip")
        expect(self.card()).to_contain_text("13.05 mm → 12.85 mm")
        for n in range(3):
            expect(self.card().locator("[aria-current=step]")).to_contain_text(("Pass 1", "Pass 2", "by hand")[n])  # fmt: skip
            self.page.keyboard.press("Space")
        expect(self.card()).to_contain_text("Ream the thin foregrip")
        self.settled("spine", "ream:cap", "ream:rear")
        self.page.keyboard.press("Backspace")
        expect(self.card()).to_contain_text("Done. Hold")
        self.page.keyboard.down("Space")
        self.page.wait_for_timeout(1100)
        self.page.keyboard.up("Space")
        expect(self.card()).not_to_contain_text("Done. Hold")

    def test_by_touch_alone_on_a_phone_and_it_is_all_there_after_a_reload(self):
        self.bench("Holm Casting")
        self.page.set_viewport_size({"width": 390, "height": 844})
        big = self.page.get_by_role("navigation", name="Work the card").get_by_role("button").nth(1)
        self.assertGreaterEqual(big.bounding_box()["height"], 80)
        big.click()
        expect(self.card()).to_contain_text("Ream the cork butt cap")
        self.page.get_by_role("button", name="For the left hand").click()
        left = self.page.get_by_role("button", name="Next card").bounding_box()["x"]
        self.assertLess(left, big.bounding_box()["x"])
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assertEqual(self.axe(), [])
        self.settled("spine")
        self.page.reload()
        expect(self.card()).to_contain_text("Ream the cork butt cap")

    def test_what_waits_says_for_what_and_a_mix_starts_its_clocks_from_its_card(self):
        self.bench("Holm Casting")
        for _ in range(6):
            self.page.get_by_role("button", name="Next card").click()
        expect(self.card()).to_contain_text("Glue on the cork butt cap")
        expect(self.card()).to_contain_text("First: Find the spine")
        self.page.get_by_role("button", name="It is mixed now").click()
        expect(self.page.get_by_text("Mixed; its clocks run above")).to_be_visible()
        expect(self.page.get_by_role("timer", name="pot life, Holm Casting, copy")).to_be_visible()
        for _ in range(4):
            self.page.keyboard.press("Space")
        self.assertNotIn("part:cap", self.done())

    def test_done_while_the_server_is_away_arrives_when_it_answers(self):
        self.expected_console = ("Failed to load resource", "ERR_")
        self.bench("Holm Casting")
        self.page.route("**/api/**", lambda route: route.abort())
        self.page.keyboard.press("Space")
        self.page.keyboard.press("Space")
        expect(self.page.get_by_text("The server is away")).to_be_visible()
        self.page.unroute("**/api/**")
        self.settled("spine", "ream:cap")


class TheRecord(AtTheCards):
    """What a card asks for, what is said beside it, and what comes of both."""

    def log(self, kind):
        url = f"{self.server.url}/api/builds/{self.id}/log"
        return [e[kind] for e in self.page.request.get(url).json() if e.get(kind)]

    def heard(self, kind, count=1):
        for _ in range(100):
            if len(self.log(kind)) >= count:
                return self.log(kind)
            self.page.wait_for_timeout(100)
        raise AssertionError(f"{kind}: {self.log(kind)}")

    def test_a_fit_is_entered_on_the_pad_with_a_fraction_and_nonsense_is_asked_about(self):
        self.bench("Holm Casting")
        change = {"id": uuid.uuid4().hex, "seen": self.state()["version"], "ops": [{"act": "set", "at": ["rule"], "to": "in/16"}]}  # fmt: skip
        self.page.request.post(f"{self.server.url}/api/builds/{self.id}/changes", data={"changes": [change]})  # fmt: skip
        self.page.reload()
        for _ in range(2):
            self.page.get_by_role("button", name="Next card").click()
        expect(self.card()).to_contain_text("Ream the short rear grip")
        before = len(self.log("dry_fit"))
        self.page.get_by_role("button", name="Enter it").click()
        pad = self.page.get_by_role("region", name="It stops short of its mark by")
        pad.get_by_role("button", name="Enter", exact=True).click()
        expect(pad.get_by_role("alert")).to_contain_text("Tap how many in it is")
        pad.get_by_role("button", name="9", exact=True).click()
        pad.get_by_role("button", name="9", exact=True).click()
        pad.get_by_role("button", name="Enter", exact=True).click()
        expect(pad.get_by_role("alert")).to_contain_text("cannot be")
        for key in ("Take the last away", "Take the last away", "1", "3/8"):
            pad.get_by_role("button", name=key, exact=True).click()
        pad.get_by_role("button", name="Enter", exact=True).click()
        fit = self.heard("dry_fit", before + 1)[-1]
        self.assertAlmostEqual(fit["short_mm"], 1.375 * 25.4, delta=0.01)
        expect(self.card()).to_contain_text("1 3/8 in")
        self.assertIn("short_mm", self.build["handle"]["dry_fits"][-1])

    def test_a_step_left_out_is_taken_up_again_and_a_foot_works_the_cards(self):
        self.bench("Holm Casting")
        title = self.card().get_by_role("heading").inner_text()
        self.page.get_by_role("button", name="Leave it out").click()
        self.page.get_by_label("Why it is left out").fill("his own line")
        self.page.get_by_role("button", name="Leave it out").last.click()
        expect(self.card()).to_contain_text("Left out: his own line.")
        self.heard("skipped")
        self.page.get_by_role("button", name="Take it up again").click()
        expect(self.card()).not_to_contain_text("Left out")
        foot = f"{self.server.url}/api/devices/foot"
        self.assertEqual(self.page.request.post(foot, data={"tread": "press"}).status, 204)
        expect(self.card()).not_to_contain_text(title)
        self.settled("spine")
        self.page.request.post(foot, data={"tread": "back"})
        expect(self.card()).to_contain_text(title)
        self.page.request.post(foot, data={"tread": "hold"})
        expect(self.card()).not_to_contain_text("Done. Hold")

    def test_minutes_that_were_taken_are_learned_and_said_on_the_next_card_of_its_kind(self):
        self.bench("Holm Casting")
        self.page.request.delete(f"{self.server.url}/api/learned/minutes.ream")  # sixty old rods
        at = [(datetime.now(UTC) + timedelta(milliseconds=n)).isoformat() for n in range(4)]
        entries = [{"id": uuid.uuid4().hex, "at": a, "worked": {"id": f"ream:x{n}", "kind": "ream", "minutes": 12 + n}} for n, a in enumerate(at)]  # fmt: skip
        self.page.request.post(f"{self.server.url}/api/builds/{self.id}/log", data={"entries": entries})  # fmt: skip
        self.page.reload()
        self.page.get_by_role("button", name="Next card").click()
        expect(self.card()).to_contain_text("your last 4: 13 min")
        self.page.goto(f"{self.server.url}/build/{self.id}/logbook")
        learned = self.page.get_by_role("region", name="Learned").get_by_role("listitem")
        learned = learned.filter(has=self.page.get_by_text("ream", exact=True))
        expect(learned).to_contain_text("Before: 30 min, by habit.")
        learned.get_by_role("button", name="Begin anew").first.click()
        expect(learned).to_have_count(0)

    def test_a_question_for_later_hangs_on_the_rack_from_its_day_on_and_is_answered_once(self):
        self.at("Holm Casting", "blank")
        self.page.get_by_role("link", name="Logbook").click()
        self.page.get_by_label("What to ask").fill("Does the mended joint hold?")
        self.page.get_by_label("Which product it is about").fill("Trial paste")
        self.page.get_by_label("When to ask").fill("2026-01-05")
        self.page.get_by_role("button", name="Ask then").click()
        self.heard("follow_up")
        self.page.get_by_label("Where it fished").fill("the outer skerries")
        self.page.get_by_label("What it could not do").fill("turn a fish in weed")
        self.page.get_by_role("button", name="Note the day").click()
        self.heard("field_note")
        self.visit("/")
        asked = self.page.get_by_role("region", name="To ask by now")
        expect(asked).to_contain_text("Does the mended joint hold?")
        asked.get_by_role("button", name="It held").click()
        expect(asked).to_have_count(0)
        self.assertEqual([a["held"] for a in self.heard("answer")], [True])
        self.visit("/logbook")
        expect(self.page.get_by_role("region", name="Learned")).to_contain_text("1 of 1 held")
        self.page.get_by_label("Find in the logbook").fill("weed")
        expect(self.page.get_by_text("could not: turn a fish in weed")).to_be_visible()

    def test_a_step_of_ones_own_and_a_wish_nothing_can_follow(self):
        self.at("Holm Casting", "handle/order")
        self.page.get_by_role("button", name="Add it").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Say what is to be done.")
        self.page.get_by_label("what is to be done").fill("Ink the number")
        self.page.get_by_label("behind").select_option("scuff")
        self.page.get_by_role("button", name="Add it").click()
        self.kept()
        order = [o["words"] for o in self.plan["work"]["operations"]]
        scuff = next(n for n, w in enumerate(order) if w.startswith("Scuff"))
        self.assertEqual(order[scuff + 1], "Ink the number")
        self.page.get_by_role("button", name="Earlier: Ink the number").click()
        expect(self.page.get_by_role("alert")).to_contain_text("cannot come before")
        self.page.get_by_role("button", name="Drop: Ink the number").click()
        self.kept()
        self.assertEqual(self.plan["work"]["against"], [])


RATE_HZ = 48_000


def knocked_twice(seconds=6.0):
    """What a microphone hears: a quiet shop, two knocks on wood, quiet again. 16-bit samples."""
    t = np.arange(int(seconds * RATE_HZ)) / RATE_HZ
    sound = np.random.default_rng(3).normal(0, 0.001, t.size)
    for at in (3.0, 3.3):
        since = np.clip(t - at, 0, None)
        sound += (t >= at) * 0.6 * np.exp(-since / 0.012) * np.cos(2 * np.pi * 310 * since)
    return (np.clip(sound, -1, 1) * 32767).astype(np.int16)


class Knocks(AtTheCards):
    """A browser whose microphone hears a recording, again and again."""

    @classmethod
    def flags(cls):
        file = temporary_dir() / "knocks.wav"
        file.parent.mkdir(parents=True, exist_ok=True)
        wavfile.write(file, RATE_HZ, knocked_twice())
        return ["--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream", f"--use-file-for-fake-audio-capture={file}"]  # fmt: skip

    def test_two_knocks_go_on_and_the_microphone_is_let_go_with_the_bench(self):
        self.bench("Holm Casting")
        title = self.card().get_by_role("heading")
        first = title.inner_text()
        self.page.get_by_role("button", name="Alarm and knocks").click()
        ear = self.page.get_by_role("region", name="Knocks")
        expect(ear).not_to_contain_text("Knock twice")
        ear.get_by_role("button", name="Listen for knocks").click()
        expect(ear).to_contain_text("2 heard: it went on.")
        expect(self.page.get_by_text("listens", exact=True)).to_be_visible()
        expect(title).not_to_have_text(first)
        self.settled("spine")
        self.assertEqual(self.axe(), [])
        ear.get_by_role("button", name="Listen for knocks").click()
        expect(self.page.get_by_text("listens", exact=True)).to_have_count(0)


class WithNoEar(AtTheCards):
    """A browser without a microphone."""

    def test_no_microphone_is_said_where_it_was_asked_for(self):
        self.bench("Holm Casting")
        self.page.get_by_role("button", name="Alarm and knocks").click()
        ear = self.page.get_by_role("region", name="Knocks")
        ear.get_by_role("button", name="Listen for knocks").click()
        expect(ear.get_by_role("status")).to_contain_text("microphone")
        expect(self.page.get_by_text("cannot hear", exact=True)).to_be_visible()


class WithoutItsServer(OnTheDemo):
    """A session at the bench with the server away: a closed window opens, and everything arrives once."""

    service_workers = "allow"
    expected_console = (*AWAY, "Failed to load resource", "ERR_FAILED")

    def picture(self, colour):
        out = io.BytesIO()
        Image.new("RGB", (80, 60), colour).save(out, "JPEG")
        return {"name": "bench.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}

    def test_ten_entries_and_two_pictures_of_a_session_without_it_arrive_once(self):
        self.at("Deep char", "handle/order")
        self.page.evaluate("navigator.serviceWorker.ready")
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        self.page.goto(f"{self.server.url}/build/{self.id}/bench")
        expect(self.page.get_by_role("heading", level=2)).to_be_visible()
        self.server.kill()
        self.page.close()
        self.page = self.open_page()
        self.page.goto(f"{self.server.url}/build/{self.id}/bench")
        expect(self.page.get_by_role("heading", level=2)).to_be_visible()
        for n in range(9):
            self.page.get_by_role("button", name="Note", exact=True).click()
            self.page.get_by_label("Note", exact=True).last.fill(f"without it {n}")
            self.page.get_by_role("button", name="Keep the note").click()
            expect(self.page.get_by_text("Noted.")).to_be_visible()
        for colour in ("red", "green"):
            self.page.get_by_label("Picture").set_input_files(self.picture(colour))
            expect(self.page.get_by_text("The picture is kept.")).to_be_visible()
        self.page.get_by_role("button", name="Leave it out").click()
        self.page.get_by_role("button", name="not on this rod").click()
        expect(self.page.get_by_text("Left out: not on this rod.")).to_be_visible()
        # The window is closed before the server is back: another one brings them in.
        self.page.close()
        self.server.start()
        self.page = self.open_page()
        self.page.goto(f"{self.server.url}/build/{self.id}/logbook")
        expect(self.page.get_by_text("not on this rod")).to_be_visible()
        expect(self.page.get_by_text("not at the server yet")).to_have_count(0)
        expect(self.page.get_by_text("without it 0")).to_be_visible()
        log = self.page.request.get(f"{self.server.url}/api/builds/{self.id}/log").json()
        notes = [e["note"]["words"] for e in log if e.get("note")]
        self.assertEqual(notes, [f"without it {n}" for n in range(9)])
        self.assertEqual(len([e for e in log if e.get("picture")]), 2)
        self.assertEqual(
            [e["skipped"]["why"] for e in log if e.get("skipped")], ["not on this rod"]
        )
        self.page.get_by_text("pictures", exact=True).click()
        expect(self.page.get_by_role("slider", name="Before and after")).to_be_visible()
