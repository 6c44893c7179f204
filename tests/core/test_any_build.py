"""Whatever a builder has typed, the plan stands: never raises, never contradicts itself."""

import json
import math
import re
import unittest
from datetime import date

from hypothesis import HealthCheck, given, settings

from tests.core.any_build import builds
from wise_spool.core.document.build import Build
from wise_spool.core.document.records import Records
from wise_spool.core.ground.findings import STAGES
from wise_spool.core.ground.measures import STEP_MM
from wise_spool.core.plan import plan
from wise_spool.exchange.build_file import read_build, write_build
from wise_spool.exchange.sheet import build_sheet
from wise_spool.exchange.story_stick import story_stick

MANY = settings(max_examples=120, suppress_health_check=list(HealthCheck))
SOME = settings(max_examples=40, suppress_health_check=list(HealthCheck))


def numbers(value):
    """Every number anywhere in a JSON value."""
    if isinstance(value, dict):
        value = list(value.values())
    if isinstance(value, list):
        for item in value:
            yield from numbers(item)
    elif isinstance(value, (int, float)) and not isinstance(value, bool):
        yield value


class AnyBuild(unittest.TestCase):
    @MANY
    @given(builds)
    def test_it_plans_with_finite_numbers(self, build: Build):
        p = plan(build)
        for number in numbers(json.loads(p.model_dump_json())):
            self.assertTrue(math.isfinite(number))

    @MANY
    @given(builds)
    def test_findings_are_whole_sentences_in_order_of_ruin(self, build: Build):
        findings = plan(build).findings
        order = [("ruins", "check", "note").index(f.weight) for f in findings]
        self.assertEqual(order, sorted(order))
        for f in findings:
            self.assertRegex(f.sentence, r"^\S.*[.?]$")
            self.assertNotRegex(f.sentence, r"None|nan|inf\b|_mm|\{|\}")
            self.assertTrue(f.rule and f.source)
            self.assertIn(f.stage, STAGES)

    @MANY
    @given(builds)
    def test_a_rod_is_spoken_of_in_its_own_units(self, build: Build):
        # A ring's, a drill's and a reamer's name is its size as it is sold.
        sold = r"(ring of|ring|drill|reamer|to|or|one of|first to) [\d.]+ mm|[\d.]+ mm, or [\d/]+ in|\d+ to \d+ mm is the least|[\dn.]+/64 in"
        said = [
            s
            for f in plan(build).findings
            for s in (f.sentence, f.rule, *(x.value for x in f.figures))
        ]
        foreign = [r"\d (g|kg)\b" if build.units.weight == "oz" else r"\d oz\b"]
        foreign.append("°C" if build.units.warmth == "°F" else "°F")
        foreign.append(r"\d mL" if build.units.volume == "fl oz" else r"\d fl oz")
        foreign.append(r"\d mm\b" if build.rule.startswith("in") else r"\d in\b")
        for text in said:
            for unit in foreign:
                self.assertNotRegex(re.sub(sold, "", text), unit)

    @MANY
    @given(builds)
    def test_marks_lie_on_the_blank_in_order_and_on_the_rule(self, build: Build):
        p = plan(build)
        length = p.blank.length_mm
        stations = [m.station_mm for m in p.marks]
        self.assertEqual(stations, sorted(stations))
        for mark in p.marks:
            self.assertLessEqual(mark.station_mm, length + STEP_MM[build.rule])
            for reads in (mark.from_butt_mm, mark.from_tip_mm):
                steps = reads / STEP_MM[build.rule]
                self.assertAlmostEqual(steps, round(steps), places=5)

    @MANY
    @given(builds)
    def test_what_ruins_is_never_counted_as_ready(self, build: Build):
        p = plan(build)
        ruined = {f.stage for f in p.findings if f.weight == "ruins"}
        for standing in p.standing:
            if standing.stage in ruined:
                self.assertNotEqual(standing.state, "ready")

    @MANY
    @given(builds)
    def test_bands_and_wraps_have_length_and_turns_fit_the_bore(self, build: Build):
        p = plan(build)
        for arbor in p.handle.arbors:
            for band in arbor.bands:
                self.assertGreater(band.end_mm, band.start_mm)
                if band.turns:
                    self.assertLessEqual(band.outside_mm, arbor.bore_mm + 1e-6)
        for wrap in p.wraps.laid:
            self.assertGreater(wrap.end_mm, wrap.start_mm)
        for coat in p.finish.coats:
            for mix in coat.mixes:
                self.assertGreaterEqual(mix.part_a_ml + mix.part_b_ml, mix.needed_ml - 1e-3)

    @SOME
    @given(builds)
    def test_it_goes_out_and_in_exactly(self, build: Build):
        self.assertEqual(read_build(write_build(Records.of(build))).build, build)

    @SOME
    @given(builds)
    def test_it_prints(self, build: Build):
        p = plan(build)
        for made in (build_sheet, story_stick):
            self.assertTrue(made(build, p, "letter", date(2030, 1, 1)).startswith(b"%PDF"))
