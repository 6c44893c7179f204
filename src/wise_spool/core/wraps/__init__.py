"""Thread on the rod: what is wrapped, where."""
