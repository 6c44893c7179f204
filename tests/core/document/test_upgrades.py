"""Documents of every earlier schema, as files that were once written, read today."""

import json
import unittest
from pathlib import Path

from wise_spool.core.document.upgrades import read_records
from wise_spool.core.plan import plan

OLD = Path(__file__).parents[2] / "old"


def comparable(build):
    """What schema 2 and today call by one name, rows without the ids they had none of."""
    data = build if isinstance(build, dict) else build.model_dump(mode="json")
    return {
        "name": data["name"],
        "readings": [(r["station_mm"], r["od_mm"]) for r in data["blank"]["readings"]],
        "joints": [j["station_mm"] for j in data["blank"]["joints"]],
        "trials": [t["angle_deg"] for t in data["spine"]["trials"]],
        "school": data["spine"]["school"],
        "parts": [(p["id"], p["kind"], p["length_mm"], p["bore_butt_mm"], p["bore_tip_mm"]) for p in data["handle"]["parts"]],
        "train": [(g["id"], g["ring_mm"], g["at"]) for g in data["guides"]["train"]],
        "built": [g.get("built") for g in data["guides"]["train"]],
        "steps": sorted(data["handle"].get("steps_done", [])),
        "fits": [(f["part_id"], f["short_mm"]) for f in data["handle"].get("dry_fits", [])],
        "laid": [(c["mixed_at"], c["temperature_c"]) for c in data["finish"]["laid"]],
        "done": sorted(data["done"]),
        "product": data["finish"]["product"]["name"],
    }  # fmt: skip


class OldFiles(unittest.TestCase):
    def test_every_old_build_reads_as_it_was_and_plans(self):
        for version in (1, 2):
            for name, document in json.loads((OLD / f"schema-{version}.expected.json").read_text()).items():  # fmt: skip
                with self.subTest(version=version, rod=name):
                    self.assertEqual(document["schema_version"], version)
                    records = read_records(document)
                    self.assertEqual(comparable(records.build), comparable(document))
                    plan(records.build)

    def test_what_was_done_is_in_the_log(self):
        document = json.loads((OLD / "schema-2.build.json").read_text())
        records = read_records(document)
        said = {kind for e in records.log for kind in ("step", "coat", "built", "stage") if getattr(e, kind) is not None}  # fmt: skip
        self.assertEqual(said, {"step", "coat", "built", "stage"})


if __name__ == "__main__":
    unittest.main()
