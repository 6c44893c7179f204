"""Guide charts as suppliers and builders write them."""

import unittest

from wise_spool.exchange.charts import ChartError, ChartRow, read_chart, read_taper

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
                    self.assertAlmostEqual(got.distance_mm, want)

    def test_millimetres(self):
        self.assertEqual(
            read_chart("100\n210\n330", "mm"), [ChartRow(100), ChartRow(210), ChartRow(330)]
        )

    def test_a_decimal_comma_is_none_of_a_table(self):
        for text in ("100,5\n210\n330,25", "100,5\n210,0\n330,25", "100,5;210;330,25"):
            with self.subTest(text=text):
                self.assertEqual(
                    [r.distance_mm for r in read_chart(text, "mm")], [100.5, 210, 330.25]
                )
        self.assertEqual(
            [r.distance_mm for r in read_chart("1,100\n2,210\n3,330", "mm")], [100, 210, 330]
        )
        self.assertEqual([r.distance_mm for r in read_chart("100,210,330", "mm")], [100, 210, 330])

    def test_a_table_keeps_its_rings(self):
        wanted = [ChartRow(100, 6), ChartRow(210, 6), ChartRow(330, 8)]
        for text in (
            "guide,ring,distance\n1,6,100\n2,6,210\n3,8,330",
            "6\t100\n6\t210\n8\t330",
            "distance;ring\n100;6\n210;6\n330;8",
            "1;6;100\n2;6;210\n3;8;330",
        ):
            with self.subTest(text=text):
                self.assertEqual(read_chart(text, "mm"), wanted)

    def test_a_taper_is_two_numbers_a_line(self):
        for text in (
            "0,12\n300,11\n600,10",
            "station\tod\n0\t12\n300\t11\n600\t10",
            "0;12,0\n300;11,0\n600;10",
        ):
            with self.subTest(text=text):
                self.assertEqual(read_taper(text, "mm"), [(0, 12), (300, 11), (600, 10)])
        with self.assertRaises(ChartError) as caught:
            read_taper("0 12\n300;11", "mm")
        self.assertEqual(caught.exception.line, 2)

    def test_a_bad_line_is_named(self):
        with self.assertRaises(ChartError) as caught:
            read_chart("4\n8 1/0\n12", "in")
        self.assertEqual(caught.exception.line, 2)

    def test_nothing_in_it(self):
        for text in ("", "guides\n", "# 1 2 3"):
            with self.assertRaises(ChartError):
                read_chart(text, "in")
