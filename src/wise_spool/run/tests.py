"""The tests: parts in processes of their own, side by side, counted as they go."""

import json
import os
import re
import subprocess
import sys
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any, TextIO

from wise_spool.settings import ROOT

Part = tuple[str, str]
SIDES: tuple[tuple[Part, ...], ...] = (
    (("web", "1/1"), ("core", "1/1"), ("exchange", "1/1"), ("api", "1/1")),
    (("e2e", "1/2"),),
    (("e2e", "2/2"),),
)
"""Parts that run beside each other. The browser's wait more than they work, so three sides suit the
two cores the suite must run on."""
QUICK: tuple[tuple[Part, ...], ...] = (
    (("web", "1/1"), ("core", "1/2")),
    (("core", "2/2"), ("exchange", "1/1")),
)
SAY_EVERY_S = 15.0


class Counting(unittest.TextTestResult):
    """A result that says on standard error how far it has come, every quarter of a minute, and at once what failed."""

    def __init__(
        self, stream: Any, descriptions: bool, verbosity: int, *, part: str, of: int
    ) -> None:
        super().__init__(stream, descriptions, verbosity)
        self.part, self.of, self.said = part, of, time.monotonic()
        self.told: set[str] = set()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        """Count one more."""
        super().stopTest(test)
        wrong = len(self.failures) + len(self.errors)
        for one, _ in (*self.failures, *self.errors):
            if one.id() not in self.told:
                self.told.add(one.id())
                print(f"  {self.part}: FAILED {one.id()}", file=sys.stderr, flush=True)
        if time.monotonic() - self.said > SAY_EVERY_S:
            self.said = time.monotonic()
            print(f"  {self.part}: {self.testsRun} of {self.of}, {wrong} failed", file=sys.stderr, flush=True)  # fmt: skip


def run_part(part: str, pattern: str, shard: str) -> int:
    """Run one part here; 0 when all of it passed."""
    if part == "web":
        return _run_web()
    os.environ["WISE_SPOOL_TEST_SHARD"] = shard.partition("/")[0]
    suite = unittest.defaultTestLoader.discover(
        str(ROOT / "tests" / part), pattern=pattern, top_level_dir=str(ROOT)
    )
    mine = _shard_of(suite, shard)
    of = mine.countTestCases()
    print(f"  {part} {shard}: {of} tests", file=sys.stderr, flush=True)

    def counting(stream: TextIO, descriptions: bool, verbosity: int) -> Counting:
        return Counting(stream, descriptions, verbosity, part=f"{part} {shard}", of=of)

    runner = unittest.TextTestRunner(verbosity=1, resultclass=counting)  # type: ignore[arg-type]
    result = runner.run(mine)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    passed = max(result.testsRun - failed - skipped, 0)
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or passed == 0 else 0


def _run_web() -> int:
    """The front end's own units, by Vitest."""
    report = ROOT / "web" / "node_modules" / ".vitest-report.json"
    report.unlink(missing_ok=True)
    command = ["npx", "vitest", "run", "--reporter=dot", "--reporter=json", f"--outputFile.json={report}"]  # fmt: skip
    done = subprocess.run(command, cwd=ROOT / "web", stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True)  # fmt: skip
    try:
        said = json.loads(report.read_text())
    except (OSError, ValueError):
        print(done.stdout)
        print("0 passed, 1 failed, 0 skipped")
        return 1
    failed = int(said["numFailedTests"]) + int(said["numFailedTestSuites"] and not said["numFailedTests"])  # fmt: skip
    if failed:
        print(done.stdout)
    skipped = int(said["numPendingTests"]) + int(said["numTodoTests"])
    print(f"{int(said['numPassedTests'])} passed, {failed} failed, {skipped} skipped")
    return 1 if failed else 0


def _shard_of(suite: unittest.TestSuite, shard: str) -> unittest.TestSuite:
    """Every n-th test class of the suite, in its order."""
    which, _, of = shard.partition("/")
    classes: dict[type, list[unittest.TestCase]] = {}

    def gather(tests: unittest.TestSuite) -> None:
        for one in tests:
            if isinstance(one, unittest.TestSuite):
                gather(one)
            else:
                classes.setdefault(type(one), []).append(one)

    gather(suite)
    mine = list(classes.values())[int(which) - 1 :: int(of)]
    return unittest.TestSuite(case for cases in mine for case in cases)


def run_side_by_side(pattern: str, *, quick: bool = False) -> int:
    """Run every part in processes of their own, print what each said, and add up. Ctrl-C ends all of
    them at once."""
    command = [sys.executable, "-m", "wise_spool.cli", "test", "--pattern", pattern]
    sides = QUICK if quick else SIDES
    children: list[subprocess.Popen[str]] = []
    stopped = False

    def side(parts: tuple[Part, ...]) -> list[tuple[str, str]]:
        said = []
        for part, shard in parts:
            if stopped:
                break
            child = subprocess.Popen(
                [*command, "--part", part, "--shard", shard], stdout=subprocess.PIPE, stderr=None, text=True
            )  # fmt: skip
            children.append(child)
            out, _ = child.communicate()
            print(f"--- {part} {shard}\n{out}", flush=True)
            said.append((part, out.rstrip().rpartition("\n")[2]))
        return said

    pool = ThreadPoolExecutor(len(sides))
    try:
        lines = [line for lines in pool.map(side, sides) for line in lines]
    except KeyboardInterrupt:
        stopped = True
        for child in children:
            if child.poll() is None:
                child.terminate()
        print("Stopped.", file=sys.stderr)
        os._exit(130)
    passed = failed = skipped = 0
    for part, line in lines:
        counts = re.fullmatch(r"(\d+) passed, (\d+) failed, (\d+) skipped", line)
        if counts is None:
            print(f"The tests of {part} ended early.")
            failed += 1
            continue
        passed += int(counts[1])
        failed += int(counts[2])
        skipped += int(counts[3])
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or passed == 0 else 0


def here(path: Path) -> Path:
    """A path as the builder means it: from where the command was typed."""
    return Path(os.environ.get("WISE_SPOOL_FROM") or Path.cwd()) / path
