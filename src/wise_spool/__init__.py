"""Wise Spool: plan a custom fishing rod, work from the plan at the bench, keep the record."""

__version__ = "0.1.0"

import os

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
"""Matrices here are small: threads over them cost more than they carry, and requests run side by side."""
