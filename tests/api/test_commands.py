"""The commands as they are typed: plan, backup and restore, and clear words when something is wrong."""

import json
import os
import shutil
import socket
import subprocess
import sys
import unittest
import unittest.mock
from datetime import UTC, datetime

from tests.shop import ROOT_PORT, temporary_dir
from wise_spool.core.document.build import Build
from wise_spool.core.document.records import Records
from wise_spool.demo.shop import demo_records
from wise_spool.exchange.build_file import write_build
from wise_spool.settings import ROOT
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import ClusterError, running_cluster
from wise_spool.store.migrations import upgrade


def said(*arguments: str, data=None) -> subprocess.CompletedProcess[str]:
    """Run a command and keep what it said."""
    env = {**os.environ, "WISE_SPOOL_DATABASE_PORT": str(ROOT_PORT + 50)}
    if data is not None:
        env["WISE_SPOOL_DATA_DIR"] = str(data)
    command = [sys.executable, "-m", "wise_spool.cli", *arguments]
    return subprocess.run(command, env=env, capture_output=True, text=True, cwd=ROOT)


class PlanAFile(unittest.TestCase):
    def setUp(self):
        self.where = temporary_dir()

    def test_prints_the_plan_the_same_every_time(self):
        file = self.where / "rod.json"
        file.write_text(write_build(demo_records(datetime(2030, 1, 1, tzinfo=UTC))[0]))
        first, second = said("plan", str(file)), said("plan", str(file))
        self.assertEqual(first.returncode, 0)
        self.assertEqual(first.stdout, second.stdout)
        self.assertEqual(json.loads(first.stdout)["blank"]["length_mm"], 3048)

    def test_says_what_is_wrong_without_a_traceback(self):
        bad = self.where / "bad.json"
        bad.write_text(
            '{"format": "wise-spool-build", "schema_version": 1, "name": "x", "blank": {"length_mm": 3}}'
        )
        for file, words in (
            (bad, "must be at least 300 mm"),
            (self.where / "none.json", "Cannot read"),
        ):
            run = said("plan", str(file))
            self.assertEqual(run.returncode, 1)
            self.assertIn(words, run.stderr)
            self.assertNotIn("Traceback", run.stderr)


class BackupAndRestore(unittest.TestCase):
    def test_a_shop_comes_back_as_it_was(self):
        data = temporary_dir() / "data"
        file = data.parent / "shop.backup"
        with running_cluster(data, ROOT_PORT + 60, durable=False) as made:
            made.create_database("wise_spool_shop")
            url = made.url("wise_spool_shop")
            upgrade(url)
            store = BuildStore(url)
            first = store.add(Records.of(Build(name="Before the backup")))
            self.assertEqual(said("backup", str(file), data=data).returncode, 0)
            store.add(Records.of(Build(name="After the backup")))
            run = said("restore", str(file), data=data)
            self.assertEqual(run.returncode, 0, run.stderr)
            self.assertIn("what was there is kept", run.stdout)
            store.engine.dispose()
            restored = BuildStore(url)
            there = [restored.get(h.id) for h in restored.page()]
            self.assertEqual(
                [(k.id, k.records.design.name) for k in there], [(first.id, "Before the backup")]
            )
            restored.engine.dispose()

    def test_what_cannot_be_restored_is_said(self):
        data = temporary_dir() / "data"
        junk = data.parent / "junk"
        junk.write_text("not a backup")
        self.assertIn("There is no backup", said("restore", str(junk) + "x", data=data).stderr)
        run = said("restore", str(junk), data=data)
        self.assertEqual(run.returncode, 1)
        self.assertIn("pg_restore failed", run.stderr)


class WhenSomethingIsInTheWay(unittest.TestCase):
    def test_a_port_in_use(self):
        with socket.create_server(("127.0.0.1", 0)) as taken:
            run = said(
                "start", "--port", str(taken.getsockname()[1]), data=temporary_dir() / "data"
            )
        self.assertEqual(run.returncode, 1)
        self.assertIn("Name another with --port", run.stderr)

    def test_a_half_made_cluster_is_made_again(self):
        data = temporary_dir() / "data"
        (data / "pg.half" / "base").mkdir(parents=True)
        (data / "password").write_text("left over\n")
        with running_cluster(data, ROOT_PORT + 70, durable=False) as made:
            self.assertTrue(made.create_database("fresh"))

    def test_a_cluster_without_its_password_is_left_alone(self):
        data = temporary_dir() / "data"
        (data / "pg").mkdir(parents=True)
        with (
            self.assertRaisesRegex(ClusterError, "move .* aside"),
            running_cluster(data, ROOT_PORT + 70),
        ):
            pass
        self.assertTrue((data / "pg").exists())

    def test_a_full_disk(self):
        usage = shutil.disk_usage("/")
        with (
            unittest.mock.patch("shutil.disk_usage", return_value=usage._replace(free=1_000_000)),
            self.assertRaisesRegex(ClusterError, "Only 1 MB are free"),
            running_cluster(temporary_dir() / "data", ROOT_PORT + 70),
        ):
            pass
