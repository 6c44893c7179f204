"""A print that is not true, measured and printed again by printers whose fault is hidden."""

import io
import unittest

import numpy as np
import pdfplumber

from tests.exchange.test_sheets import DAY, PT_MM
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.plan import plan
from wise_spool.demo.shop import skerry
from wise_spool.exchange.protractor import protractor
from wise_spool.exchange.story_stick import story_stick
from wise_spool.exchange.true_size import check_print, rescaled


def ruler_mm(pdf):
    """The longest level line at the foot of the first page: its check ruler."""
    with pdfplumber.open(io.BytesIO(pdf)) as document:
        page = document.pages[0]
        level = [
            x
            for x in page.lines
            if x["top"] == x["bottom"] and float(page.height) - x["top"] < 25 / PT_MM
        ]
        return max((x["x1"] - x["x0"]) * PT_MM for x in level)


class Printer:
    """It prints everything at a size of its own, and a builder reads the ruler to half a millimetre."""

    def __init__(self, fault, dice):
        self.fault, self.dice = fault, dice

    def read(self, pdf):
        true = ruler_mm(pdf) * self.fault
        return round((true + self.dice.normal(0, 0.1)) * 2) / 2, true


class TrueSize(unittest.TestCase):
    def test_a_builder_who_follows_it_has_a_true_print_after_two_rounds_at_most(self):
        dice = np.random.default_rng(5)
        pdf = story_stick(skerry(), plan(skerry()), "a4", DAY)
        for fault in (0.93, 0.962, 0.985, 0.996, 1.0, 1.004, 1.03, 1.08):
            with self.subTest(fault=fault):
                printer, scale = Printer(fault, dice), 1.0
                for _round in range(3):
                    read, true = printer.read(rescaled(pdf, scale))
                    check = check_print(scale, read)
                    if check.true:
                        break
                    scale = check.scale
                self.assertTrue(check.true)
                self.assertAlmostEqual(true, 100, delta=0.55)

    def test_everything_grows_alike_about_the_middle(self):
        pdf = protractor(skerry(), plan(skerry()), "letter", DAY)
        self.assertAlmostEqual(ruler_mm(pdf), 100, delta=0.02)
        self.assertAlmostEqual(ruler_mm(rescaled(pdf, 1.04)), 104, delta=0.02)
        self.assertEqual(rescaled(pdf, 1.0), pdf)

    def test_a_reading_that_is_no_slip_of_a_printer_is_asked_about(self):
        for read in (4.0, 50.0, 89.0, 112.0):
            with self.assertRaisesRegex(RefusedError, "more than a tenth off"):
                check_print(1.0, read)
        with self.assertRaises(RefusedError):
            check_print(1.08, 95.0)
