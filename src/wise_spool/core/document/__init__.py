"""What is kept of a rod: the design, the piece, the log, and the build they make together."""
