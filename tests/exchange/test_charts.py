"""Guide charts as suppliers and builders write them."""

import unittest

from wise_spool.exchange.charts import ChartError, read_chart

INCH = 25.4


class Charts(unittest.TestCase):
    wanted = (4 * INCH, 8.25 * INCH, 12.875 * INCH)

    def test_every_way_of_writing_one(self):
        for text in (
            "4\n8 1/4\n12 7/8\n",
            "Guide,Distance\n1,4\n2,8 1/4\n3,12 7/8",
            "4\t8 1/4\t12 7/8",
            "4; 8.25; 12-7/8",
            "# from the tip\r\n4\r\n\r\n8.25\r\n12 7/8 in",
        ):
            with self.subTest(text=text):
                for got, want in zip(read_chart(text, "in"), self.wanted, strict=True):
                    self.assertAlmostEqual(got, want)

    def test_millimetres(self):
        self.assertEqual(read_chart("100\n210\n330", "mm"), [100, 210, 330])

    def test_a_bad_line_is_named(self):
        with self.assertRaises(ChartError) as caught:
            read_chart("4\n8 1/0\n12", "in")
        self.assertEqual(caught.exception.line, 2)

    def test_nothing_in_it(self):
        for text in ("", "guides\n", "# 1 2 3"):
            with self.assertRaises(ChartError):
                read_chart(text, "in")
