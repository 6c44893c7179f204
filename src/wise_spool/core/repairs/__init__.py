"""Repairs: what broke, what mends it, and what the rod is afterwards."""
