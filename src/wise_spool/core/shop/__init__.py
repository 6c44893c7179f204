"""The shop: its shelf, rods alike."""
