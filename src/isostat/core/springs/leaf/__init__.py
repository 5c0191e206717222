"""Leaf packs: the pack's law, its halves, its shackle, leaves to add."""
