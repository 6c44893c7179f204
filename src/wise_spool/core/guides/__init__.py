"""The guides: placed, closed, laid out under load."""
