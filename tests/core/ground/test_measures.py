"""Reading and writing measures, against vectors the interface is held to as well."""

import json
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from tests.core.samples import blank, build, grip
from wise_spool.core.document.blank import StaticReading
from wise_spool.core.document.parts import Handle
from wise_spool.core.ground.measures import (
    STEP_MM,
    MeasureError,
    format_diameter,
    format_length,
    format_minutes,
    format_rod_length,
    parse_measure_mm,
    round_to_rule,
    rule_unit,
)
from wise_spool.core.ground.units import (
    Units,
    format_volume,
    format_warmer,
    format_warmth,
    format_weight,
)
from wise_spool.core.plan import plan

VECTORS = json.loads((Path(__file__).parents[2] / "measures.json").read_text())
rules = st.sampled_from(sorted(STEP_MM))


class ReadingMeasures(unittest.TestCase):
    def test_reads_every_way_the_trade_writes(self):
        for text, unit, mm in VECTORS["read"]:
            with self.subTest(text=text):
                self.assertAlmostEqual(parse_measure_mm(text, unit), mm, places=9)

    def test_refuses_what_is_no_measure(self):
        for text in VECTORS["refuse"]:
            with self.subTest(text=text), self.assertRaises(MeasureError):
                parse_measure_mm(text, "in")

    def test_eight_millimetres_is_not_five_sixteenths(self):
        # Common practice: 8 mm and 5/16 in are often mixed up; 5/16 in = 7.9375 mm.
        self.assertAlmostEqual(parse_measure_mm("5/16 in") - 8, -0.0625)

    def test_a_diameter_in_the_wrong_unit_is_challenged(self):
        with self.assertRaises(MeasureError) as caught:
            parse_measure_mm("12.7", "in", "diameter")
        self.assertEqual(caught.exception.suggestion, "12.7 mm")
        self.assertIn("Did you mean 12.7 mm?", str(caught.exception))

    def test_the_inch_is_exactly_25_4_mm(self):
        # International yard and pound agreement, 1959.
        self.assertEqual(parse_measure_mm("1000 in"), 25400)

    @given(st.floats(0, 5999), rules)
    def test_what_is_written_reads_back_to_the_nearest_step(self, mm, rule):
        text = format_length(mm, rule)
        back = parse_measure_mm(text, rule_unit(rule))
        self.assertLessEqual(abs(back - mm), STEP_MM[rule] / 2 + 0.05 * (rule == "mm/0.5") + 1e-6)

    @given(st.integers(0, 4000), st.sampled_from(["in/16", "in/32"]))
    def test_whole_steps_read_back_exactly(self, steps, rule):
        mm = steps * STEP_MM[rule]
        self.assertAlmostEqual(
            parse_measure_mm(format_length(mm, rule, unit=False), "in"), mm, places=9
        )

    @given(st.floats(0, 6000), rules)
    def test_rounding_is_to_a_step_and_stays_put(self, mm, rule):
        once = round_to_rule(mm, rule)
        self.assertEqual(round_to_rule(once, rule), once)
        self.assertLessEqual(abs(once - mm), STEP_MM[rule] / 2 + 1e-9)

    @given(st.text(max_size=30))
    def test_any_text_is_read_or_refused_in_words(self, text):
        try:
            self.assertGreaterEqual(parse_measure_mm(text, "in"), 0)
        except MeasureError as error:
            self.assertTrue(str(error))


class WritingMeasures(unittest.TestCase):
    def test_vectors(self):
        for mm, rule, text in VECTORS["write"]:
            with self.subTest(text=text):
                self.assertEqual(format_length(mm, rule), text)
        for mm, rule, text in VECTORS["diameter"]:
            self.assertEqual(format_diameter(mm, rule), text)
        for mm, rule, text in VECTORS["rod"]:
            self.assertEqual(format_rod_length(mm, rule), text)
        for minutes, text in VECTORS["minutes"]:
            self.assertEqual(format_minutes(minutes), text)

    def test_weight_warmth_and_volume_as_the_rod_writes_them(self):
        for g, unit, text in VECTORS["weight"]:
            self.assertEqual(format_weight(g, Units(weight=unit)), text)
        for c, unit, text in VECTORS["warmth"]:
            self.assertEqual(format_warmth(c, Units(warmth=unit)), text)
        for ml, unit, text in VECTORS["volume"]:
            self.assertEqual(format_volume(ml, Units(volume=unit)), text)
        self.assertEqual(format_warmer(5, Units(warmth="°F")), "9 °F")

    def test_a_rod_in_ounces_and_fahrenheit_is_spoken_of_in_them(self):
        imperial = Units(weight="oz", warmth="°F", volume="fl oz")
        cold = build(
            units=imperial, blank=blank(label_power="heavy", static=(StaticReading(clamp_mm=300, weight_g=60, at_mm=2000, drop_mm=250),)),
            handle=Handle(parts=(grip(bore=12.2),), glue_temperature_c=10),
        )  # fmt: skip
        said = " ".join(f.sentence for f in plan(cold).findings)
        self.assertIn("At 50 °F adhesive is stiff", said)
        self.assertRegex(said, r"[\d.]+ oz drop its tip")
        self.assertNotRegex(said, r"\d (g|°C|mL)\b")
