"""Each kind of spring and of helper, from what was read of it to its law and its order."""
