"""Backups by themselves: one a day, thinned, tried aside, put back while the shop is served, and everything as open files."""

import io
import json
import os
import stat
import unittest
import uuid
import zipfile
from datetime import UTC, datetime, timedelta
from unittest import mock

import pdfplumber
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar

from tests.shop import cluster, settings, temporary_dir
from wise_spool.api.app import create_app
from wise_spool.demo.shelf import demo_shelf
from wise_spool.demo.shop import demo_records
from wise_spool.exchange.build_file import read_build
from wise_spool.exchange.shelf_csv import read_shelf
from wise_spool.run.authority import LASTS, certificates
from wise_spool.run.doctor import Checked, _backups, _certificate, _clock
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import ClusterError
from wise_spool.store.keeping import Keeping, Schedule, kept_of
from wise_spool.store.migrations import newest, stands_at, upgrade
from wise_spool.store.shelf import Shelf

MIDDAY = datetime(2026, 3, 2, 12, tzinfo=UTC)


class InAShop(unittest.TestCase):
    def setUp(self):
        self.database = f"kept_{uuid.uuid4().hex[:8]}"
        cluster().create_database(self.database)
        self.url = cluster().url(self.database)
        upgrade(self.url)
        self.store = BuildStore(self.url)
        self.addCleanup(self.store.engine.dispose)
        self.now = [MIDDAY]
        self.folder = temporary_dir() / "backups"
        self.keeping = Keeping(cluster(), "shop", self.database, self.store.engine, self.folder, lambda: self.now[0])  # fmt: skip
        app = create_app(self.store, settings())
        app.state.shop.keep_by(self.keeping)
        self.client = TestClient(app, base_url="http://127.0.0.1:8321")
        for records in demo_records(datetime.now(UTC))[:2]:
            self.store.add(records)
        Shelf(self.store).add(demo_shelf()[:12])

    def names(self):
        return sorted(r["name"] for r in self.client.get("/api/builds").json())

    def stands(self):
        return self.client.get("/api/keeping").json()


class ByThemselves(InAShop):
    def test_one_a_day_is_made_and_tried_and_nobody_else_can_read_it(self):
        self.assertTrue(self.keeping.look())
        self.assertFalse(self.keeping.look(), "a second one the same day")
        self.now[0] += timedelta(days=1)
        self.assertTrue(self.keeping.look())
        files = self.keeping.found()
        self.assertEqual([f.note.rods for f in files], [2, 2])
        for file in self.folder.iterdir():
            self.assertEqual(stat.S_IMODE(file.stat().st_mode), 0o600, file.name)
        drilled = self.keeping.drilled()
        self.assertTrue(drilled.whole, drilled.words)
        self.assertEqual(drilled.at, MIDDAY)

    def test_a_clock_set_back_a_day_makes_no_more_and_takes_none_away(self):
        self.keeping.look()
        self.now[0] -= timedelta(days=1)
        self.assertFalse(self.keeping.look())
        self.assertEqual(len(self.keeping.found()), 1)

    def test_one_that_was_changed_on_the_disk_is_no_backup_and_that_is_said(self):
        self.keeping.make()
        file = self.folder / self.keeping.found()[0].file
        content = bytearray(file.read_bytes())
        content[len(content) // 2] ^= 1
        file.write_bytes(content)
        drilled = self.keeping.drill()
        self.assertFalse(drilled.whole)
        self.assertIn("damaged", drilled.words)
        refused = self.client.post(f"/api/keeping/backups/{file.name}/put-back")
        self.assertEqual(refused.status_code, 422)
        self.assertEqual(len(self.names()), 2)

    def test_a_disk_that_is_full_in_the_middle_is_said_and_nothing_half_made_stays(self):
        self.keeping.make()
        before = sorted(f.name for f in self.folder.iterdir())
        self.now[0] += timedelta(days=1)
        dump = ClusterError("pg_dump failed: could not write to output file: No space left on device")  # fmt: skip
        for where, fails in (("wise_spool.store.cluster.Cluster.run", dump), ("wise_spool.store.backups.json.dump", OSError(28, "No space left on device"))):  # fmt: skip
            with mock.patch(where, side_effect=fails):
                answer = self.client.post("/api/keeping/backups")
            self.assertEqual(answer.status_code, 422, answer.text)
            self.assertIn("is full", answer.json()["detail"])
            self.assertIn("is full", self.stands()["trouble"])
            self.assertEqual(sorted(f.name for f in self.folder.iterdir()), before)
        self.assertEqual(self.client.post("/api/keeping/backups").status_code, 201)
        self.assertEqual(self.stands()["trouble"], "")

    def test_a_folder_that_cannot_be_is_said_at_its_field_and_the_old_one_stays(self):
        (temporary := temporary_dir() / "a-file").write_text("x")
        for folder in ("not/whole", str(temporary / "inside")):
            said = {**Schedule().model_dump(), "folder": folder}
            answer = self.client.put("/api/keeping", json=said)
            self.assertEqual((answer.status_code, answer.json()["errors"][0]["field"]), (422, "folder"))  # fmt: skip
        self.assertEqual(self.stands()["folder"], str(self.folder))

    @given(st.lists(st.integers(0, 900), max_size=60), st.integers(1, 10), st.integers(0, 10), st.integers(0, 10))  # fmt: skip
    def test_what_is_thinned_keeps_the_newest_of_each_span(self, ages, days, weeks, months):
        made = [MIDDAY - timedelta(hours=7 * a) for a in ages]
        schedule = Schedule(days=days, weeks=weeks, months=months)
        keeps = kept_of(made, schedule)
        self.assertLessEqual(keeps, set(made))
        self.assertEqual(bool(made), max(made) in keeps if made else False)
        newest_days = sorted({m.date() for m in made}, reverse=True)[:days]
        for day in newest_days:
            self.assertIn(max(m for m in made if m.date() == day), keeps)
        self.assertLessEqual(len(keeps), days + weeks + months)


class PutBack(InAShop):
    def test_while_it_is_served_and_what_was_there_is_brought_back(self):
        before = self.names()
        self.client.post("/api/keeping/backups")
        file = self.stands()["backups"][0]["file"]
        made = self.client.post("/api/builds", json={"name": "Made after the backup"}).json()
        self.assertEqual(len(self.names()), 3)
        rung = []
        bell, past = self.client.app.state.shop.bell, self.stands()["past"]
        self.client.app.state.shop.look_anew()  # as when it begins to serve
        self.assertEqual(bell.past, past)
        bell.here = rung.append
        answer = self.client.post(f"/api/keeping/backups/{file}/put-back").json()
        self.assertEqual(self.names(), before)
        self.assertEqual(self.client.get(f"/api/builds/{made['id']}").status_code, 404)
        self.assertNotEqual(answer["past"], past)
        self.assertEqual(bell.past, answer["past"])
        self.assertIn(f"event: anew\ndata: {bell.past}\n\n", rung)
        self.assertEqual(self.client.post("/api/builds", json={"name": "And on"}).status_code, 201)
        self.assertEqual([a["name"] for a in answer["put_aside"]], [answer["aside"]])
        again = self.client.post(f"/api/keeping/aside/{answer['aside']}/bring-back").json()
        self.assertEqual(again["past"], past)
        self.assertIn("Made after the backup", self.names())
        self.assertNotIn("And on", self.names())

    def test_nobody_is_let_in_by_a_pass_of_the_past(self):
        door = self.client.app.state.shop.door
        door.make_account("Ragna", "owner", "wader pike lantern cork")
        token, _ = door.sign_in("Ragna", "wader pike lantern cork", "here")
        self.client.post("/api/keeping/backups")
        self.client.post(f"/api/keeping/backups/{self.stands()['backups'][0]['file']}/put-back")
        self.assertIsNone(door.who(token))
        self.assertTrue(door.sign_in("Ragna", "wader pike lantern cork", "here"))

    def test_one_that_is_not_there_and_two_at_once_are_said(self):
        self.assertEqual(self.client.post("/api/keeping/backups/nope/put-back").status_code, 404)
        with self.keeping._only_one():
            busy = self.client.post("/api/keeping/backups")
        self.assertEqual(busy.status_code, 409)
        self.assertIn("this very moment", busy.json()["detail"])


class OpenFiles(InAShop):
    def test_everything_is_read_without_the_program(self):
        pack = zipfile.ZipFile(io.BytesIO(self.client.get("/api/keeping/everything.zip").content))
        names = pack.namelist()
        self.assertIsNone(pack.testzip())
        rods = [n for n in names if n.endswith("/rod.json")]
        self.assertEqual(len(rods), 2)
        told = {read_build(pack.read(n)).design.name for n in rods}
        self.assertEqual(sorted(told), self.names())
        for n in rods:
            sheet = pdfplumber.open(io.BytesIO(pack.read(n.replace("rod.json", "build-sheet.pdf"))))
            self.assertIn(json.loads(pack.read(n))["design"]["name"], sheet.pages[0].extract_text())
        parts = read_shelf("reamer", pack.read("shelf/reamer.csv").decode())
        self.assertEqual(len(parts), sum(s["shelved"]["kind"] == "reamer" for s in self.client.get("/api/shelf").json()))  # fmt: skip
        self.assertTrue(Calendar.from_ical(pack.read("calendar.ics")))
        self.assertIn("READ-ME.txt", names)


class TheDoctor(InAShop):
    def states(self, checked):
        return {c.what: c.state for c in ([checked] if isinstance(checked, Checked) else checked)}

    def test_a_clock_that_is_behind_what_was_done_stops(self):
        now = datetime.now(UTC)
        self.assertEqual(_clock(self.url, now).state, "good")
        self.assertEqual(_clock(self.url, now - timedelta(days=1)).state, "stop")

    def test_backups_that_are_none_old_untried_or_damaged(self):
        self.assertEqual(self.states(_backups(self.keeping, MIDDAY)), {"backups": "look"})
        self.keeping.make()
        self.assertEqual(self.states(_backups(self.keeping, MIDDAY)), {"backups": "good", "drill": "look"})  # fmt: skip
        self.keeping.drill()
        late = MIDDAY + timedelta(days=9)
        self.assertEqual(self.states(_backups(self.keeping, late)), {"backups": "look", "drill": "good"})  # fmt: skip
        (self.folder / self.keeping.found()[0].file).write_bytes(b"torn")
        self.keeping.drill()
        self.assertEqual(self.states(_backups(self.keeping, MIDDAY))["drill"], "stop")

    def test_a_certificate_that_has_ended_and_tables_of_another_day(self):
        folder, now = temporary_dir(), datetime.now(UTC)
        self.assertEqual(_certificate(folder, now).state, "good")
        certificates(folder, ("192.168.7.5",))
        for later, state in ((timedelta(0), "good"), (LASTS - timedelta(days=5), "look"), (LASTS + timedelta(days=1), "stop")):  # fmt: skip
            self.assertEqual(_certificate(folder, now + later).state, state)
        self.assertEqual(stands_at(self.url), newest())
        self.assertTrue(os.access(folder, os.R_OK))
