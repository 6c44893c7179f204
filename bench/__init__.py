"""Measurements, printed; nothing here passes or fails."""
