"""Clocks of the bench in the browser: one tap, every window, a server that is away, one that has run out."""

import uuid
from datetime import UTC, datetime, timedelta

from playwright.sync_api import expect

from tests.e2e.browser import OnTheDemo


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
        self.page.get_by_role("button", name="Mix 1 is mixed now").click()
        mine = self.page.get_by_role("timer", name="pot life, " + self.build["name"])
        theirs = rack.get_by_role("timer", name="pot life, " + self.build["name"])
        expect(theirs).to_be_visible(timeout=2000)
        expect(mine).to_contain_text("59:")
        seen = [self.seconds(t.inner_text()) for t in (mine, theirs)]
        self.assertLessEqual(abs(seen[0] - seen[1]), 1)
        self.page.reload()
        expect(mine).to_be_visible()
        expect(self.page.get_by_text("5 clocks run")).to_be_visible()
        rack.get_by_role("button", name="Done: pot life, " + self.build["name"]).click()
        expect(mine).to_have_count(0, timeout=2000)

    def test_started_while_the_server_is_away_it_runs_and_arrives_once(self):
        self.expected_console = ("Failed to load resource", "ERR_")
        self.at("Skerry 10", "handle/glue-up")
        self.page.route("**/api/builds/*/clocks", lambda route: route.abort())
        self.page.get_by_role("button", name="Mix 1 is mixed now").click()
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
