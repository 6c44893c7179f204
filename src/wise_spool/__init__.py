"""Wise Spool: plan a custom fishing rod, work from the plan at the bench, keep the record."""

__version__ = "0.1.0"
