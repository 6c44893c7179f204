"""Finish: coats, mixes, clocks, the air."""
