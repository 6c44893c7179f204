"""Looking along the rod: which guides stand out of line, and what to turn."""
