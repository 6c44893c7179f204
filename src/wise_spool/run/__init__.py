"""Running a shop: the server that is there already, the tests side by side."""
