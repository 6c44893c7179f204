"""The commands as they are typed: plan, backup and restore, and clear words when something is wrong."""

import contextlib
import json
import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import threading
import unittest
import unittest.mock
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from threading import Event

import httpx
from sqlalchemy import create_engine
from sqlalchemy.exc import OperationalError

from tests.shop import ROOT_PORT, temporary_dir
from wise_spool.cli import _listening
from wise_spool.core.document.build import Build
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.demo.shop import demo_records
from wise_spool.exchange.build_file import write_build
from wise_spool.run.authority import certificates
from wise_spool.settings import ROOT, Settings, shop_id
from wise_spool.store.backups import back_up, looked_at, put_back
from wise_spool.store.builds import BuildStore
from wise_spool.store.cluster import (
    ClusterError,
    _Minded,
    _running_port,
    free_port,
    running_cluster,
)
from wise_spool.store.migrations import upgrade


def said(*arguments: str, data=None) -> subprocess.CompletedProcess[str]:
    """Run a command and keep what it said."""
    env = {**os.environ, "WISE_SPOOL_DATABASE_PORT": str(ROOT_PORT + 50)}
    if data is not None:
        env["WISE_SPOOL_DATA_DIR"] = str(data)
    command = [sys.executable, "-m", "wise_spool.cli", *arguments]
    return subprocess.run(command, env=env, capture_output=True, text=True, cwd=ROOT)


@contextmanager
def flushed_names():
    """The names of files and folders that were flushed to the disk, in order."""
    safe, really = [], os.fsync

    def noted(held):
        really(held)
        safe.append(Path(f"/proc/self/fd/{held}").readlink().name)

    with unittest.mock.patch("os.fsync", noted):
        yield safe


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
    @contextmanager
    def shop(self, *names):
        """A shop with rods of these names: where its data is, its cluster and its store."""
        data = temporary_dir() / "data"
        with running_cluster(data, ROOT_PORT + 60, durable=False) as made:
            made.create_database("wise_spool_shop")
            url = made.url("wise_spool_shop")
            upgrade(url)
            store = BuildStore(url)
            for name in names:
                store.add(Records.of(Build(name=name)))
            yield data, made, store
            store.engine.dispose()

    def rods(self, made):
        store = BuildStore(made.url("wise_spool_shop"))
        names = sorted(store.get(h.id).records.design.name for h in store.page())
        store.engine.dispose()
        return names

    def test_a_shop_comes_back_as_it_was_and_what_was_replaced_too(self):
        with self.shop("Before the backup") as (data, made, store):
            file = data.parent / "shop.backup"
            run = said("backup", str(file), data=data)
            self.assertEqual(run.returncode, 0, run.stderr)
            self.assertEqual([p.stat().st_mode & 0o777 for p in (file, file.with_name("shop.backup.json"))], [0o600] * 2)  # fmt: skip
            note = json.loads(file.with_name("shop.backup.json").read_text())
            self.assertEqual(
                (note["shop"], note["rods"], note["size"]), ("shop", 1, file.stat().st_size)
            )
            store.add(Records.of(Build(name="After the backup")))
            unasked = said("restore", str(file), data=data)
            self.assertEqual(unasked.returncode, 1)
            self.assertIn("There are 2 rods", unasked.stderr)
            self.assertEqual(len(self.rods(made)), 2)
            run = said("restore", str(file), "--yes", data=data)
            self.assertEqual(run.returncode, 0, run.stderr)
            self.assertEqual(self.rods(made), ["Before the backup"])
            listed = said("kept", data=data).stdout
            self.assertIn("2 rods", listed)
            aside = listed.split()[0]
            self.assertEqual(said("bring-back", aside, "--yes", data=data).returncode, 0)
            self.assertEqual(self.rods(made), ["After the backup", "Before the backup"])
            self.assertIn("1 rods", said("kept", data=data).stdout)
            self.assertIn(
                "Nothing is put aside as", said("bring-back", aside, "--yes", data=data).stderr
            )

    def test_a_backup_that_is_announced_is_on_the_disk_and_so_is_what_was_acknowledged(self):
        """The machine may be switched off the moment after."""
        data = temporary_dir() / "data"
        with running_cluster(data, ROOT_PORT + 60) as cluster:
            cluster.create_database("wise_spool_shop")
            upgrade(cluster.url("wise_spool_shop"))
            with create_engine(cluster.url("wise_spool_shop")).connect() as link:
                for name in ("fsync", "synchronous_commit", "full_page_writes"):
                    self.assertEqual(link.exec_driver_sql(f"SHOW {name}").scalar(), "on", name)
            file = temporary_dir() / "shop.backup"
            with flushed_names() as safe:
                back_up(cluster, "shop", "wise_spool_shop", file)
        self.assertEqual(safe, ["shop.backup.part", "shop.backup.part.json", file.parent.name])

    def test_what_cannot_be_put_back_is_said_and_nothing_is_changed(self):
        with self.shop("Mine") as (data, made, _):
            file, where = data.parent / "shop.backup", data.parent
            said("backup", str(file), data=data)
            good, note = file.read_bytes(), file.with_name("shop.backup.json")
            told = note.read_text()

            def refused(words, path=file):
                with self.assertRaisesRegex(RefusedError, words):
                    looked_at(path, "shop")
                    put_back(made, "wise_spool_shop", path)
                self.assertEqual(self.rods(made), ["Mine"])

            flipped = bytearray(good)
            flipped[len(good) // 2] ^= 1
            file.write_bytes(flipped)
            refused("is not as it was written")
            note.unlink()
            file.write_bytes(good[: len(good) // 2])
            refused("cannot be read as a backup")
            file.write_bytes(good)
            note.write_text(told.replace('"shop": "shop"', '"shop": "demo"'))
            refused("is a backup of the demo shop")
            note.unlink()
            (where / "junk").write_text("not a backup")
            refused("cannot be read as a backup", where / "junk")
            refused("There is no backup", where / "none")
            made.create_database("foreign")
            made.run("psql", "-d", "foreign", "-qc", "CREATE TABLE build (id int)")
            made.run("pg_dump", "-Fc", "-f", str(where / "foreign"), "foreign")
            refused("is no backup of Wise Spool", where / "foreign")
            made.create_database("wise_spool_demo")
            upgrade(made.url("wise_spool_demo"))
            made.run(
                "psql",
                "-d",
                "wise_spool_demo",
                "-qc",
                "UPDATE alembic_version SET version_num = '9999'",
            )
            made.run("pg_dump", "-Fc", "-f", str(where / "newer"), "wise_spool_demo")
            refused("newer Wise Spool", where / "newer")
            run = said("kept", "--shop", "demo", data=data)
            self.assertIn("newer Wise Spool", run.stderr)
            self.assertNotIn("Traceback", run.stderr)

    def test_an_empty_shop_does_not_replace_a_full_one_unasked_and_a_folder_is_no_file(self):
        with self.shop() as (data, made, store):
            file = data.parent / "empty"
            said("backup", str(file), data=data)
            store.add(Records.of(Build(name="Later")))
            run = said("restore", str(file), data=data)
            self.assertEqual(run.returncode, 1)
            self.assertEqual(self.rods(made), ["Later"])
            self.assertIn("is a folder", said("backup", str(data.parent), data=data).stderr)
            self.assertIn("Cannot write", said("backup", "/proc/none/file", data=data).stderr)


def launched(*arguments: str, cwd=ROOT) -> subprocess.CompletedProcess[str]:
    """What is answered by the launcher itself, before anything is set up."""
    return subprocess.run(
        [str(ROOT / "wise-spool"), *arguments], capture_output=True, text=True, cwd=cwd
    )


class AnsweredBeforeAnythingIsSetUp(unittest.TestCase):
    def test_help_a_strange_verb_and_a_port_that_is_none(self):
        self.assertIn("./wise-spool demo", launched("help").stdout)
        strange = launched("frobnicate")
        self.assertEqual(strange.returncode, 1)
        self.assertIn("there is no command", strange.stderr)
        for port in ("99999", "0", "eighty", ""):
            run = launched("demo", "--port", port)
            self.assertEqual(run.returncode, 1)
            self.assertIn("is no port", run.stderr)

    def test_a_path_counts_from_where_it_is_typed(self):
        where = temporary_dir()
        (where / "rod.json").write_text(
            write_build(demo_records(datetime(2030, 1, 1, tzinfo=UTC))[0])
        )
        with unittest.mock.patch.dict(os.environ, {"WISE_SPOOL_FROM": str(where)}):
            self.assertEqual(said("plan", "rod.json").returncode, 0)


class AShopThatRuns(unittest.TestCase):
    def begin(self, data, *more):
        env = {**os.environ, "WISE_SPOOL_DATA_DIR": str(data), "WISE_SPOOL_DATABASE_PORT": str(ROOT_PORT + 80)}  # fmt: skip
        port = str(free_port("127.0.0.1", 8950))
        child = subprocess.Popen(
            [sys.executable, "-m", "wise_spool.cli", "start", "--port", port, *more],
            env=env, stdout=subprocess.PIPE, text=True, cwd=ROOT,
        )  # fmt: skip
        self.addCleanup(child.kill)
        return child, child.stdout.readline()

    def test_a_second_start_names_the_one_that_runs_and_ctrl_c_says_that_all_is_kept(self):
        data = temporary_dir() / "data"
        child, first = self.begin(data)
        self.assertIn("Ctrl-C stops it", first)
        self.assertIn(str(data), child.stdout.readline())
        address = re.search(r"http://\S+", first)[0]
        pause = Event()
        for _ in range(100):
            second = said("start", data=data)
            if "running already" in second.stdout:
                break
            pause.wait(0.2)
        self.assertIn(f"running already: {address}", second.stdout)
        child.send_signal(signal.SIGINT)
        rest, _ = child.communicate(timeout=60)
        self.assertIn("Stopped; everything is kept.", rest)

    def test_a_locked_start_prints_a_way_in_and_let_in_another(self):
        data = temporary_dir() / "data"
        self.assertIn("It is not running.", said("let-in", data=data).stderr)
        child, first = self.begin(data, "--locked")
        address = re.search(r"http://\S+", first)[0]
        self.assertIn("It is locked", child.stdout.readline())
        ways = [child.stdout.readline()]
        pause = Event()
        for _ in range(100):
            more = said("let-in", data=data)
            if more.returncode == 0:
                break
            pause.wait(0.2)
        ways.append(more.stdout.splitlines()[-1])
        with httpx.Client(base_url=address) as stranger:
            self.assertEqual(stranger.get("/api/builds").status_code, 401)
            self.assertEqual(stranger.get("/api/health").status_code, 200)
        tokens = [w.partition("#")[2].strip() for w in ways]
        self.assertEqual(len({*tokens}), 2)
        for token in tokens:
            with httpx.Client(base_url=address) as window:
                came = window.post("/api/door/come-in", json={"token": token})
                self.assertEqual(came.status_code, 204, came.text)
                self.assertEqual(window.get("/api/builds").status_code, 200)
        child.send_signal(signal.SIGINT)
        rest, _ = child.communicate(timeout=60)
        self.assertIn("Stopped; everything is kept.", rest)


class WhereTheShopIs(unittest.TestCase):
    def test_a_checkout_that_is_moved_finds_its_shop_by_its_id(self):
        where = temporary_dir()
        with unittest.mock.patch("wise_spool.settings.SHOP_FILE", where / "id"):
            first = shop_id()
            self.assertEqual(shop_id(), first)
            with unittest.mock.patch("wise_spool.settings.ROOT", where / "elsewhere"):
                self.assertEqual(shop_id(), first)


HOLDS_A_CLUSTER = """
import sys
from pathlib import Path
from wise_spool.store.cluster import running_cluster
with running_cluster(Path(sys.argv[1]), int(sys.argv[2]), durable=False):
    print("up", flush=True)
    sys.stdin.readline()
"""


class WhenSomethingIsInTheWay(unittest.TestCase):
    def test_a_port_in_use(self):
        with socket.create_server(("127.0.0.1", 0)) as taken:
            run = said(
                "start", "--port", str(taken.getsockname()[1]), data=temporary_dir() / "data"
            )
        self.assertEqual(run.returncode, 1)
        self.assertIn("Name another with --port", run.stderr)

    def test_a_web_port_taken_in_the_very_moment_is_not_the_end(self):
        with socket.create_server(("127.0.0.1", 0)) as taken:
            given = iter((taken.getsockname()[1], free_port("127.0.0.1", ROOT_PORT + 80)))
            with unittest.mock.patch("wise_spool.cli._choose_port", lambda *_: next(given)):
                held = _listening(Settings(data_dir=temporary_dir()), "shop", None)
            self.addCleanup(held.close)
            self.assertNotEqual(held.getsockname()[1], taken.getsockname()[1])

    def test_a_half_made_cluster_is_made_again(self):
        data = temporary_dir() / "data"
        (data / "pg.half" / "base").mkdir(parents=True)
        (data / "password").write_text("left over\n")
        with running_cluster(data, ROOT_PORT + 70, durable=False) as made:
            self.assertTrue(made.create_database("fresh"))

    def test_a_number_of_a_process_that_another_program_bears_now_does_not_stop_a_start(self):
        data = temporary_dir() / "data"
        with running_cluster(data, ROOT_PORT + 70, durable=False) as made:
            made.create_database("kept")
            lines = (data / "pg" / "postmaster.pid").read_text().splitlines()
        lines[0] = str(os.getpid())  # alive, and no database
        (data / "pg" / "postmaster.pid").write_text("\n".join(lines) + "\n")
        with running_cluster(data, ROOT_PORT + 70, durable=False) as again:
            self.assertFalse(again.create_database("kept"))

    def test_a_shop_whose_password_went_with_the_power_is_opened_all_the_same(self):
        data = temporary_dir() / "data"
        with running_cluster(data, ROOT_PORT + 70, durable=False) as made:
            made.create_database("kept")
        was = (data / "password").read_text()
        for lost in (lambda: (data / "password").write_text(""), (data / "password").unlink):
            lost()
            with running_cluster(data, ROOT_PORT + 70, durable=False) as again:
                self.assertFalse(again.create_database("kept"), "another shop than there was")
            self.assertNotEqual((data / "password").read_text(), was)
            self.assertEqual((data / "password").stat().st_mode & 0o777, 0o600)
            self.assertFalse((data / "password.new").exists())
        with running_cluster(data, ROOT_PORT + 70, durable=False):
            (data / "password").write_text("")
            with (
                self.assertRaisesRegex(ClusterError, "while the database runs"),
                running_cluster(data, ROOT_PORT + 70),
            ):
                pass

    def test_what_a_shop_is_found_and_opened_by_is_on_the_disk_before_anything_goes_by_it(self):
        data = temporary_dir() / "data"
        with flushed_names() as safe:
            with unittest.mock.patch("wise_spool.settings.SHOP_FILE", data.parent / "id"):
                shop_id()
            with running_cluster(data, ROOT_PORT + 70, durable=False):
                self.assertEqual(
                    safe, ["id.part", data.parent.name, "password.part", "data", "data"]
                )
            certificates(data, ("127.0.0.1",))
        self.assertEqual([n for n in safe if "authority" in n][:4], ["authority-key.pem.part", "authority", "authority.pem.part", "authority"])  # fmt: skip

    def test_a_database_that_is_killed_is_started_again_and_what_was_kept_is_there(self):
        data, before = temporary_dir() / "data", set(threading.enumerate())
        with running_cluster(data, ROOT_PORT + 70) as cluster:
            cluster.create_database("wise_spool_shop")
            upgrade(cluster.url("wise_spool_shop"))
            store = BuildStore(cluster.url("wise_spool_shop"))
            self.addCleanup(store.engine.dispose)
            for name in ("First", "Second"):
                kept = store.add(Records.of(Build(name=name)))
                was = (data / "pg" / "postmaster.pid").read_text().split()[0]
                os.kill(int(was), signal.SIGKILL)
                self.until_it_answers(store, data, was)
                self.assertEqual(store.get(kept.id).records.design.name, name)
        with self.assertRaises(OperationalError):  # told to end, it stays ended
            store.answers()
        self.assertIsNone(_running_port(data))
        for minds in {t for t in threading.enumerate() if t.name == "database"} - before:
            minds.join(20)
            self.assertFalse(minds.is_alive(), "it would be started again")

    def test_a_database_that_cannot_be_started_at_once_is_started_later(self):
        """There may be no memory for it at the moment it was killed for want of memory."""
        alive, tried, started = subprocess.Popen(["sleep", "600"]), Event(), Event()
        self.addCleanup(alive.kill)

        def start():
            if not tried.is_set():
                tried.set()
                raise OSError("Cannot allocate memory")
            started.set()
            return alive

        minded = _Minded(subprocess.Popen(["true"]), start)
        self.assertTrue(started.wait(20))
        minded.end()
        self.assertIsNotNone(alive.poll())

    def until_it_answers(self, store, data, was):
        """Another process than it was, and it answers."""
        pause = Event()
        for _ in range(600):
            with contextlib.suppress(OperationalError, OSError, IndexError):
                if (data / "pg" / "postmaster.pid").read_text().split()[0] != was:
                    store.answers()
                    return
            pause.wait(0.1)
        self.fail("the database did not come back")

    def test_whoever_started_the_database_ends_after_the_last_who_uses_it(self):
        data = temporary_dir() / "data"
        command = [sys.executable, "-c", HOLDS_A_CLUSTER, str(data), str(ROOT_PORT + 70)]
        pipe = subprocess.PIPE
        with subprocess.Popen(command, stdin=pipe, stdout=pipe, text=True, cwd=ROOT) as first:
            self.assertEqual(first.stdout.readline(), "up\n")
            with running_cluster(data, ROOT_PORT + 70) as second:
                first.stdin.write("end\n")
                first.stdin.flush()
                self.assertIn("Another command still uses", first.stdout.readline())
                self.assertTrue(second.create_database("still there"))
            self.assertEqual(first.wait(60), 0)

    def test_a_port_taken_in_the_very_moment_is_not_the_end(self):
        with socket.create_server(("127.0.0.1", 0)) as taken:
            port = taken.getsockname()[1]
            given = iter((port, free_port("127.0.0.1", ROOT_PORT + 70)))
            with (
                unittest.mock.patch("wise_spool.store.cluster.free_port", lambda *_: next(given)),
                running_cluster(temporary_dir() / "data", port, durable=False) as made,
            ):
                self.assertNotEqual(made.port, port)
                self.assertTrue(made.create_database("fresh"))

    def test_a_setting_that_cannot_be_is_named_and_no_network_is_opened(self):
        for name, value, words in (
            ("WISE_SPOOL_PORT", "harbour", "WISE_SPOOL_PORT is 'harbour'"),
            ("WISE_SPOOL_HOST", "0.0.0.0", "asks nobody to sign in"),
            ("WISE_SPOOL_HOST", "10.0.0.7", "asks nobody to sign in"),
        ):
            with self.subTest(name), unittest.mock.patch.dict(os.environ, {name: value}):
                run = said("start", data=temporary_dir() / "data")
                self.assertEqual(run.returncode, 1)
                self.assertIn(words, run.stderr)
                self.assertNotIn("Traceback", run.stderr)

    def test_a_cluster_without_its_password_is_left_alone(self):
        data = temporary_dir() / "data"
        (data / "pg").mkdir(parents=True)
        with (
            self.assertRaisesRegex(ClusterError, "move .* aside"),
            running_cluster(data, ROOT_PORT + 70),
        ):
            pass
        self.assertTrue((data / "pg").exists())

    def test_a_disk_that_is_nearly_full_opens_the_shop_that_is_there(self):
        data, usage = temporary_dir() / "data", shutil.disk_usage("/")
        with running_cluster(data, ROOT_PORT + 70, durable=False):
            pass
        for free, opens in ((90_000_000, True), (50_000_000, False)):
            with (
                self.subTest(free=free),
                unittest.mock.patch("shutil.disk_usage", return_value=usage._replace(free=free)),
                contextlib.nullcontext()
                if opens
                else self.assertRaisesRegex(ClusterError, "needs 60 MB"),
                running_cluster(data, ROOT_PORT + 70, durable=False),
            ):
                pass

    def test_a_full_disk(self):
        usage = shutil.disk_usage("/")
        with (
            unittest.mock.patch("shutil.disk_usage", return_value=usage._replace(free=1_000_000)),
            self.assertRaisesRegex(ClusterError, "Only 1 MB are free"),
            running_cluster(temporary_dir() / "data", ROOT_PORT + 70),
        ):
            pass
