"""The build file and its published schema."""

import json
import unittest
from datetime import UTC, datetime
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from wise_spool.core.document.build import Build
from wise_spool.core.document.records import Records
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_records
from wise_spool.exchange.build_file import BuildFileError, build_schema, read_build, write_build

DOCS = Path(__file__).parents[2] / "docs"
NOW = datetime(2030, 9, 2, 18, 0, tzinfo=UTC)


class BuildFile(unittest.TestCase):
    def test_the_published_schema_is_the_models(self):
        self.assertEqual(json.loads((DOCS / "build-file.schema.json").read_text()), build_schema())

    def test_every_demo_build_goes_out_and_in_exactly(self):
        for records in demo_records(NOW):
            text = write_build(records)
            self.assertEqual(read_build(text), records)
            self.assertEqual(write_build(read_build(text)), text)
            self.assertEqual(
                plan(read_build(text).build).model_dump_json(),
                plan(records.build).model_dump_json(),
            )

    @settings(max_examples=60)
    @given(
        st.floats(300, 6000), st.floats(0.3, 60), st.text(min_size=1, max_size=60).filter(str.strip)
    )
    def test_any_number_and_any_name_survive(self, length, od, name):
        build = Build.model_validate(
            {
                "name": name,
                "blank": {"length_mm": length, "readings": [{"station_mm": 0, "od_mm": od}]},
            }
        )
        self.assertEqual(read_build(write_build(Records.of(build))).build, build)

    def test_nan_in_a_file_is_refused(self):
        text = write_build(demo_records(NOW)[0]).replace("3048.0", "NaN", 1)
        with self.assertRaisesRegex(BuildFileError, "not a number a rod can have"):
            read_build(text)

    def test_an_unknown_field_is_refused_not_dropped(self):
        data = json.loads(write_build(demo_records(NOW)[0])) | {"lucky_charm": True}
        with self.assertRaises(BuildFileError) as caught:
            read_build(json.dumps(data))
        self.assertIsNotNone(caught.exception.invalid)

    def test_deep_nesting_is_refused_in_words(self):
        with self.assertRaises(BuildFileError):
            read_build("[" * 100_000)
