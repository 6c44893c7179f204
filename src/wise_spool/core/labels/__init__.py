"""Lettering on the blank: does it fit, how it reads, and its outlines at 1:1."""
