"""Air springs: the bag, its valve, bags on one line."""
