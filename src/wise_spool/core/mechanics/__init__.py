"""Bending, rolling and swinging: mechanics that know no document."""
