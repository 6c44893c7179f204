"""Tests; see CONTRIBUTING.md for how they are arranged."""

from hypothesis import settings

settings.register_profile("steady", deadline=None, derandomize=True)
settings.load_profile("steady")
