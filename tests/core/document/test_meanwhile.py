"""What two change of one whole at the same moment: both are there after it, or one is refused at its place."""

import random
import unittest

from wise_spool.core.document.meanwhile import MeanwhileError, brought_over

WAS = {
    "tax": 25,
    "pins": [{"id": "n1", "job": "a", "at": 1}, {"id": "n2", "job": "b", "at": 2}],
    "room": {"cold": 15, "warm": 21},
    "days": [1, 2, 3],
}


def edited(dice, whole, mark):
    """A whole with a few things changed in it, and where: a field, a row's field, a row added or taken out."""
    out = {**whole, "room": dict(whole["room"]), "pins": [dict(p) for p in whole["pins"]]}
    places = set()
    for _ in range(dice.randint(1, 3)):
        act = dice.randrange(4)
        if act == 0:
            out["tax"], place = mark, "tax"
        elif act == 1:
            name = dice.choice(["cold", "warm"])
            out["room"][name], place = mark, f"room.{name}"
        elif act == 2 and out["pins"]:
            row = dice.choice(out["pins"])
            row["at"], place = mark, f"pins.{row['id']}"
        elif act == 3 and out["pins"]:
            row = out["pins"].pop(dice.randrange(len(out["pins"])))
            place = f"pins.{row['id']}"
        else:
            continue
        places.add(place)
    if dice.random() < 0.5:
        out["pins"].append({"id": dice.choice(["", "n9"]), "job": mark, "at": mark})
    return out, places


def said(whole):
    """What a whole says, however its new rows are called."""
    rows = sorted((str(r["job"]), str(r["at"])) for r in whole["pins"])
    return whole["tax"], whole["room"], rows


class Meanwhile(unittest.TestCase):
    def test_what_two_change_at_different_places_is_all_there_whoever_comes_first(self):
        dice, together, refused = random.Random(5), 0, 0
        for n in range(3000):
            one, here = edited(dice, WAS, f"one {n}")
            other, there = edited(dice, WAS, f"other {n}")
            stands = {**other, "pins": [{**p, "id": p["id"] or "n7"} for p in other["pins"]]}
            try:
                both = brought_over(WAS, one, stands)
            except MeanwhileError as error:
                refused += 1
                self.assertTrue(any(error.field.startswith(p) for p in here & there), (here, there))
                continue
            together += 1
            for mine, whole in ((here, one), (there, other)):
                if "tax" in mine:
                    self.assertEqual(both["tax"], whole["tax"])
                for name in ("cold", "warm"):
                    if f"room.{name}" in mine:
                        self.assertEqual(both["room"][name], whole["room"][name])
                for row in ("n1", "n2"):
                    if f"pins.{row}" in mine:
                        kept = [[p for p in d["pins"] if p["id"] == row] for d in (both, whole)]
                        self.assertEqual(*kept)
                added = [p["job"] for p in whole["pins"] if p["id"] not in ("n1", "n2")]
                self.assertEqual(added, [p["job"] for p in both["pins"] if p["job"] in added])
            ids = [p["id"] for p in both["pins"] if p["id"]]
            self.assertEqual(len(ids), len(set(ids)))
        self.assertGreater(together, 1000)
        self.assertGreater(refused, 300)

    def test_the_same_said_by_both_is_said(self):
        self.assertEqual(brought_over(WAS, {**WAS, "tax": 9}, {**WAS, "tax": 9})["tax"], 9)

    def test_what_has_no_ids_is_one_value(self):
        with self.assertRaises(MeanwhileError) as caught:
            brought_over(WAS, {**WAS, "days": [1]}, {**WAS, "days": [2]})
        self.assertEqual(caught.exception.field, "days")

    def test_both_at_one_place_says_where_and_what_stands(self):
        with self.assertRaises(MeanwhileError) as caught:
            brought_over(WAS, {**WAS, "tax": 9}, {**WAS, "tax": 30})
        self.assertEqual((caught.exception.field, caught.exception.status), ("tax", 409))
        self.assertIn("it is “30” now", str(caught.exception))

    def test_what_one_took_out_and_the_other_changed_is_asked_either_way(self):
        out = {**WAS, "pins": WAS["pins"][1:]}
        moved = {**WAS, "pins": [{**WAS["pins"][0], "at": 8}, WAS["pins"][1]]}
        for mine, theirs in ((out, moved), (moved, out)):
            with self.assertRaises(MeanwhileError) as caught:
                brought_over(WAS, mine, theirs)
            self.assertTrue(caught.exception.field.startswith("pins.n1"))
        both_out = brought_over(WAS, out, out)
        self.assertEqual(both_out, out)


if __name__ == "__main__":
    unittest.main()
