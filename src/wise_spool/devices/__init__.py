"""Bench instruments: the interface a real one would use, and simulated ones that ship with it."""
