"""The blank: its taper, its stiffness, what is wrong with it."""
