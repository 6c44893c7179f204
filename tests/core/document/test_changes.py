"""Changes by id: the vectors both sides are held to, and what holds whatever is changed."""

import copy
import json
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from wise_spool.core.document.changes import (
    MISSING,
    NowhereError,
    Op,
    applied,
    overlap,
    place_of,
    places_between,
    value_at,
)

VECTORS = json.loads((Path(__file__).parents[2] / "changes.json").read_text())
ids = st.sampled_from(["a", "b", "c", "d"])
rows = st.lists(ids, unique=True, max_size=4).map(lambda names: [{"id": i, "x": 0} for i in names])


class Vectors(unittest.TestCase):
    def test_every_vector(self):
        for v in VECTORS:
            with self.subTest(v["says"]):
                before = copy.deepcopy(v["before"])
                ops = [Op.model_validate(o) for o in v["ops"]]
                if "nowhere" in v:
                    with self.assertRaises(NowhereError) as caught:
                        applied(before, ops)
                    self.assertEqual(str(caught.exception), v["nowhere"])
                else:
                    self.assertEqual(applied(before, ops), v["after"])
                self.assertEqual(before, v["before"], "the document given is left as it was")


class WhateverIsChanged(unittest.TestCase):
    @given(rows, ids, ids)
    def test_edits_of_two_rows_go_together_in_either_order(self, before, one, two):
        here = {r["id"] for r in before}
        if one == two or not {one, two} <= here:
            return
        a = Op(act="set", at=("rows", one, "x"), to=1)
        b = Op(act="remove", at=("rows", two))
        doc = {"rows": before}
        self.assertEqual(applied(doc, [a, b]), applied(doc, [b, a]))

    @given(rows, ids)
    def test_done_twice_is_done_once(self, before, one):
        doc = {"rows": before}
        for op in (Op(act="add", at=("rows",), to={"id": one, "x": 7}), Op(act="remove", at=("rows", one))):  # fmt: skip
            once = applied(doc, [op])
            self.assertEqual(applied(once, [op]), once)

    @given(rows, rows)
    def test_places_between_name_every_difference(self, before, after):
        places = places_between({"rows": before}, {"rows": after})
        gone = {r["id"] for r in before} ^ {r["id"] for r in after}
        self.assertEqual({p[1] for p in places}, gone)

    def test_the_piece_keeps_its_own_name(self):
        with self.assertRaises(NowhereError):
            applied({"piece_id": "p"}, [Op(act="set", at=("piece_id",), to="q")])


class Places(unittest.TestCase):
    DOC = {"train": [{"id": "g1", "at": {"mm": 3}}], "steps": ["scuff"]}  # noqa: RUF012

    def test_a_path_with_indexes_becomes_a_place_with_ids(self):
        self.assertEqual(place_of(self.DOC, ("train", 0, "at", "mm")), ("train", "g1", "at", "mm"))
        self.assertEqual(place_of(self.DOC, ("train", 4, "at")), ("train", "4", "at"))

    def test_a_value_is_found_or_missing(self):
        self.assertEqual(value_at(self.DOC, ("train", "g1", "at", "mm")), 3)
        self.assertEqual(value_at(self.DOC, ("steps", "scuff")), "scuff")
        self.assertIs(value_at(self.DOC, ("train", "g2")), MISSING)

    def test_one_place_within_another_overlaps(self):
        self.assertTrue(overlap(("train", "g1"), ("train", "g1", "at")))
        self.assertFalse(overlap(("train", "g1", "at"), ("train", "g1", "ring_mm")))


if __name__ == "__main__":
    unittest.main()
