"""`isostat spring`, a kind each."""
