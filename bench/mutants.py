"""Rules changed by hand, one at a time: which changes does no check notice?

Each mutant is a line of the core said otherwise, the kind of slip a refactoring
makes. ``python -m bench.mutants`` runs the core's tests of the room against each,
prints the survivors and leaves the source as it was. Target: at most 15 %.
"""

import subprocess
import sys
from pathlib import Path

CORE = Path(__file__).parents[1] / "src" / "wise_spool" / "core"
RULES = "tests.core.test_rules"
MUTANTS: tuple[tuple[str, str, str, str], ...] = (
    ("handle/arbors.py", "(bore - thick - 2 * gap) / (2 * each)", "(bore - od - 2 * gap) / (2 * each)", "tape turns counted in the band's middle"),
    ("guides/placing.py", "joint.station_mm - joint.overlap_mm", "joint.station_mm", "joint overlap ignored"),
    ("guides/placing.py", "joint.station_mm + 5", "joint.station_mm", "joint clear toward the tip ignored"),
    ("handle/stack.py", "0.0 if stretch or part.kind in SIZED_NOT_REAMED else", "0.0 if stretch else", "winding check with glue room"),
    ("work/glue_up.py", 'if adhesive.kind == "liquid_5" and part.kind not in STATIC:', 'if adhesive.kind == "liquid_5" and part.kind == "reel_seat":', "5-minute adhesive on a ferrule"),
    ("finish/coats.py", '("recoat closes", product.recoat_closes_min)', '("recoat closes", product.recoat_opens_min)', "recoat closes when it opens"),
    ("spine/deciding.py", 'wanted.append(("hook keeper", opposite))', 'wanted.append(("hook keeper", guides))', "keeper on the line"),
    ("spine/deciding.py", '("label", opposite)', '("label", guides)', "label on the line"),
    ("handle/stack.py", "round((od_a + blank_off) / (1 + stretch) + room, 3)", "round((od_a + blank_off) / (1 + stretch), 3)", "no glue room at the butt"),
    ("finish/coats.py", "sweats=blank_c - dew_c < margin_c", "sweats=blank_c < dew_c", "dew margin"),
    ("ground/habits.py", "    pot_share: float = _habit(\n        0.7", "    pot_share: float = _habit(\n        0.9", "pot share"),
    ("ground/habits.py", "    wipe_share: float = _habit(\n        0.5", "    wipe_share: float = _habit(\n        0.8", "wipe share"),
    ("finish/coats.py", "film + tunnels if k == 0 else film * habits().later_film", "film + tunnels", "later coats"),
    ("finish/coats.py", "film + tunnels if k == 0", "film if k == 0", "foot tunnels"),
    ("handle/reaming.py", "if most <= habits().pilot_over_mm:", "if most <= 8:", "pilot drill"),
    ("handle/reaming.py", "float(wanted.min()) - habits().drill_short_of_mm", "float(wanted.min())", "pilot's margin"),
    ("ground/habits.py", "    strain_carbon: float = _habit(\n        0.012", "    strain_carbon: float = _habit(\n        0.02", "strain limit"),
    ("guides/under_load.py", "load_g > 0 and clear < habits().least_clear_mm", "load_g > 0 and clear < -5", "line-touch limit"),
    ("ground/habits.py", "    odd_reading_mm: float = _habit(\n        0.6", "    odd_reading_mm: float = _habit(\n        4.6", "odd reading"),
    ("work/balance.py", "solid *= habits().seat_solid", "pass", "seat solidity"),
    ("work/glue_up.py", "mass_g=round(needed / habits().squeeze_out * adhesive.density_g_ml, 2)", "mass_g=round(needed / habits().squeeze_out, 2)", "adhesive's density in the balance"),
    ("work/balance.py", 'extra.append(Lump("adhesive", glue,', 'extra.append(Lump("adhesive", 0.0,', "adhesive in the balance"),
    ("guides/reel_side.py", "g.ring_mm < habits().coil_share * cone", "g.ring_mm < 0.2 * cone", "cone share"),
    ("guides/liveliness.py", "stiffness.power_n > habits().double_feet_over_n", "stiffness.power_n > 60", "two-feet rule"),
    ("handle/fits.py", '"foam": habits().stretch_foam', '"foam": 0.08', "foam stretch"),
    ("blank/mass.py", "return blank.mass_g / estimated if estimated > 0 else 1.0", "return 1.0", "weighed blank ignored"),
    ("ground/warmth.py", "2 ** ((at_c - temperature_c) / habits().doubling_c)", "2 ** ((temperature_c - at_c) / habits().doubling_c)", "warmth the wrong way"),
    ("work/order.py", 'if entry[low.part.id] == "tip":', 'if entry[low.part.id] == "butt":', "who passes whom"),
    ("blank/working.py", "return tube_64ths * MM_PER_INCH / 64", "return tube_64ths * MM_PER_INCH / 60", "tube size"),
    ("guides/closing.py", "d = (span_mm - n * gap_before_mm) / (n * (n + 1) / 2)", "d = (span_mm - n * gap_before_mm) / (n * n / 2)", "closing the middle"),
    ("document/log.py", "if e.strikes is not None:\n            strikes", "if e.strikes is None:\n            strikes", "striking"),
    ("document/changes.py", "n = min(len(a), len(b))", "n = max(len(a), len(b))", "places that overlap"),
    ("document/build.py", 'update |= {"bore_butt_mm": None, "bore_tip_mm": None}', "update |= {}", "a design that keeps another's bores"),
)  # fmt: skip


def _tests_notice(room: str) -> bool:
    for suite in (RULES, f"tests/core/{room}"):
        command = [sys.executable, "-m", "unittest"]
        command += [suite] if "." in suite else ["discover", "-s", suite, "-t", "."]
        done = subprocess.run([*command, "-f"], capture_output=True, cwd=CORE.parents[2])
        if done.returncode:
            return True
    return False


def main() -> int:
    """Try every mutant; 1 when more than 15 % survive."""
    survivors = []
    for name, old, new, what in MUTANTS:
        path = CORE / name
        source = path.read_text()
        if source.count(old) < 1:
            print(f"  ?  {what}: the line is not there any more")
            survivors.append(what)
            continue
        try:
            path.write_text(source.replace(old, new, 1))
            noticed = _tests_notice(name.partition("/")[0])
        finally:
            path.write_text(source)
        print(f"  {'   ' if noticed else '!! '}{what}", flush=True)
        if not noticed:
            survivors.append(what)
    share = len(survivors) / len(MUTANTS)
    print(f"{len(survivors)} of {len(MUTANTS)} survived ({100 * share:.0f} %)")
    return 1 if share > 0.15 else 0


if __name__ == "__main__":
    sys.exit(main())
