"""What is read out of a number, and what is not."""

import unittest
from datetime import date

from pydantic import ValidationError

from wise_spool.core.schedule.board import Hours, Promise, ShopBoard


class TakenAtItsWord(unittest.TestCase):
    def test_a_number_is_no_day_no_time_and_no_yes(self):
        for said in ({"promised_on": 0}, {"promised_on": 1.5}, {"must": 0}, {"must": 1}):
            with self.assertRaisesRegex(ValidationError, "write it out"):
                Promise(rod="x", **said)
        with self.assertRaisesRegex(ValidationError, "write it out"):
            Hours(weekday=0, opens=61200, closes="22:00")
        with self.assertRaises(ValidationError) as refused:  # within what is within a value as well
            ShopBoard(promises=[{"rod": "x", "must": 0}])
        self.assertEqual(refused.exception.errors()[0]["loc"], ("promises", 0, "must"))

    def test_what_is_written_out_is_taken(self):
        promise = Promise(rod="x", promised_on="2026-03-02", must=True)
        self.assertEqual((promise.promised_on, promise.must), (date(2026, 3, 2), True))
        self.assertEqual(Promise.model_validate_json(promise.model_dump_json()), promise)
        self.assertTrue(Promise(rod="x", must="yes").must)  # a table that is read says so


if __name__ == "__main__":
    unittest.main()
