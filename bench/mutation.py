"""Rules changed by a machine: cosmic-ray over the core, a seeded sample of all it can change.

``python -m bench.mutation [how many]`` needs cosmic-ray (``pip install -e .[bench]``). It works in a
clone of the last commit beside this folder, changes one thing at a time, lets the core's tests try to
notice (the changed module's first), and writes what nothing noticed to ``bench/mutation-survivors.md``.
Target: at most 15 %. Left out: types' ``|``, decorators (caches change no answer), comparisons turned
into ``is`` (what is one object in Python is no rule of the trade) and the settings of numerical methods.
"""

import os
import random
import re
import signal
import sqlite3
import subprocess
import sys
import tempfile
from pathlib import Path

HERE = Path(__file__).parents[1]
SURVIVORS = HERE / "bench" / "mutation-survivors.md"
CONFIG = """\
[cosmic-ray]
module-path = "src/wise_spool/core"
timeout = 400.0
excluded-modules = []
test-command = "{python} -m bench.mutation --notice"
[cosmic-ray.distributor]
name = "local"
"""
LEFT_OUT = re.compile(
    r"ReplaceBinaryOperator_BitOr|RemoveDecorator|ReplaceComparisonOperator_.*_Is(Not)?$"
)
METHOD = re.compile(
    r"max_nfev|xatol|fatol|[rx]tol|maxiter|diff_step|MOST_STEPS|MOST_ROUNDS|KNOCK|GRADIENT_OK"
)
"""How hard a numerical method tries and how it steps."""
SEED = 23


def notice() -> int:
    """Run the core's tests, the changed module's first; 1 as soon as one fails. Run inside the clone."""
    changed = subprocess.run(["git", "diff", "--name-only", "src"], capture_output=True, text=True, check=True)  # fmt: skip
    module = Path(changed.stdout.split("\n", 1)[0])
    room = Path("tests/core") / module.parent.name
    suites = [
        ["tests.core.test_figures", "tests.core.test_rules"],
        ["discover", "-s", "tests/core", "-t", "."],
    ]
    if room.is_dir() and module.parent.name != "core":
        suites.insert(1, ["discover", "-s", str(room), "-t", "."])
        if (room / f"test_{module.name}").exists():
            suites.insert(0, [f"tests.core.{room.name}.test_{module.stem}"])
    for suite in suites:
        if subprocess.run([sys.executable, "-m", "unittest", *suite, "-f"]).returncode:
            return 1
    return 0


def _sample(session: Path, many: int) -> tuple[int, int]:
    """Keep a seeded sample of the session's changes; how many there were and are."""
    with sqlite3.connect(session) as db:
        rows = db.execute("select job_id, operator_name, module_path, start_pos_row from mutation_specs order by module_path, start_pos_row, start_pos_col, operator_name, occurrence").fetchall()  # fmt: skip
        lines = {
            path: (session.parent / path).read_text().splitlines() for path in {r[2] for r in rows}
        }
        real = [
            job
            for job, operator, path, row in rows
            if not LEFT_OUT.search(operator) and not METHOD.search(lines[path][row - 1])
        ]
        kept = set(random.Random(SEED).sample(real, min(many, len(real))))
        for table in ("mutation_specs", "work_items"):
            db.executemany(f"delete from {table} where job_id = ?", [(job,) for job, *_ in rows if job not in kept])  # fmt: skip
    return len(real), len(kept)


def main(many: int = 160) -> None:
    """Clone, change, try, and write what survived; stopped early, what was tried so far."""
    signal.signal(signal.SIGTERM, signal.default_int_handler)
    with tempfile.TemporaryDirectory(prefix="mutation") as folder:
        clone = Path(folder) / "clone"
        subprocess.run(["git", "clone", "--quiet", str(HERE), str(clone)], check=True)
        config, session = clone / "mutation.toml", clone / "mutation.sqlite"
        config.write_text(CONFIG.format(python=sys.executable))
        inside = os.environ | {"PYTHONPATH": f"{clone / 'src'}{os.pathsep}{clone}"}

        def cosmic_ray(verb: str, *, with_session: bool = True) -> None:
            command = [sys.executable, "-m", "cosmic_ray.cli", verb, str(config)]
            command += [str(session)] if with_session else []
            subprocess.run(command, cwd=clone, env=inside, check=True)

        cosmic_ray("init")
        of, kept = _sample(session, many)
        print(f"{kept} of {of} changes", flush=True)
        cosmic_ray("baseline", with_session=False)
        try:
            cosmic_ray("exec")
        except KeyboardInterrupt:
            print("Stopped; what was tried so far counts.")
        _report(session, of)


def _report(session: Path, of: int) -> None:
    with sqlite3.connect(session) as db:
        tried = db.execute("select count(*) from work_results").fetchone()[0]
        survived = db.execute("select m.module_path, m.start_pos_row, m.operator_name, r.diff from mutation_specs m join work_results r using (job_id) where r.test_outcome = 'SURVIVED' order by 1, 2").fetchall()  # fmt: skip
    said = [f"{tried} of {of} changes tried (seed {SEED}); {len(survived)} survived, {100 * len(survived) / max(tried, 1):.1f} %.", ""]  # fmt: skip
    for module, row, operator, diff in survived:
        lines = [
            x for x in (diff or "").splitlines() if x[:1] in "+-" and x[:3] not in ("+++", "---")
        ]
        said += [f"- `{module.removeprefix('src/wise_spool/core/')}:{row}` {operator.removeprefix('core/')}", "", "  ```diff", *("  " + x for x in lines), "  ```"]  # fmt: skip
    SURVIVORS.write_text("# Changes nothing noticed\n\n" + "\n".join(said) + "\n")
    print(said[0])


if __name__ == "__main__":
    if "--notice" in sys.argv:
        sys.exit(notice())
    main(*(int(a) for a in sys.argv[1:]))
