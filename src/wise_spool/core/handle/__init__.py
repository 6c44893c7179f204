"""The handle: stack, fits, reaming, arbors, sizes, turning."""
