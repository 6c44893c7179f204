"""The worked examples in the docstrings of the core, run."""

import doctest
import importlib
import pkgutil
import unittest

import wise_spool.core


def modules():
    walk = pkgutil.walk_packages(wise_spool.core.__path__, "wise_spool.core.")
    return [importlib.import_module(found.name) for found in walk]


class TheWorkedExamples(unittest.TestCase):
    def test_every_example_in_a_docstring_gives_what_it_says(self) -> None:
        ran = 0
        for module in modules():
            with self.subTest(module=module.__name__):
                result = doctest.testmod(module)
                self.assertEqual(result.failed, 0)
                ran += result.attempted
        self.assertGreaterEqual(ran, 10, "the examples are found at all")
