"""CSV as spreadsheets write and run it: formulas stay words, semicolons and decimal commas are read, a broken file is said."""

import csv
import io
import unittest

from hypothesis import given
from hypothesis import strategies as st

from wise_spool.core.document.parts import Reamer
from wise_spool.core.shop.shelf import ShelvedGuide
from wise_spool.exchange.charts import ChartError, read_chart
from wise_spool.exchange.csv_words import as_words, words_of
from wise_spool.exchange.shelf_csv import ShelfCsvError, read_shelf, write_shelf


class Formulas(unittest.TestCase):
    @given(st.text(max_size=30))
    def test_words_come_back_and_none_is_run(self, text):
        written = as_words(text)
        self.assertEqual(words_of(written), text)
        self.assertNotIn(written[:1], ("=", "+", "-", "@", "\t", "\r"))

    def test_the_shelf_is_written_so(self):
        text = write_shelf("guide", [(ShelvedGuide(name="=1+1", ring_mm=6), 2), (ShelvedGuide(name="-flat-", ring_mm=8), 1)])  # fmt: skip
        cells = [c for row in csv.reader(io.StringIO(text)) for c in row]
        self.assertFalse([c for c in cells if c.startswith(("=", "+", "@")) or c == "-flat-"])
        self.assertEqual([g.name for g, _ in read_shelf("guide", text)], ["=1+1", "-flat-"])


class Dialects(unittest.TestCase):
    REAMER = Reamer(name="long, thin", small_mm=8.5, large_mm=14.25, length_mm=600)

    def test_semicolons_and_decimal_commas(self):
        text = "name;small_mm;large_mm;length_mm;stock\nlong, thin;8,5;14,25;600;2\n"
        ((item, stock),) = read_shelf("reamer", text)
        self.assertEqual((item.model_copy(update={"id": self.REAMER.id}), stock), (self.REAMER, 2))

    def test_tabs_and_a_mark_of_byte_order(self):
        text = "\ufeffname\tsmall_mm\tlarge_mm\tlength_mm\nlong, thin\t8,5\t14.25\t600\n"
        self.assertEqual(read_shelf("reamer", text)[0][0].small_mm, 8.5)

    def test_a_quote_that_never_closes_is_said_and_not_a_fault(self):
        for body in ('name,small_mm\n"' + "x" * 200_000, 'name,small_mm\n"a'):
            with self.assertRaises(ShelfCsvError):
                read_shelf("reamer", body)
        with self.assertRaises(ChartError):
            read_chart('1\t"' + "4 " * 100_000 + "\n2\t5\n", "in")
