"""The steps of fitting as data: one file a kind, read once."""
