"""Each kind of spring, from what was read of it to its law."""
