"""Backwards: from what is wanted or was read to rates, lengths, places and errors."""
