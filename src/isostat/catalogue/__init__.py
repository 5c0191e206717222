"""Parts that can be bought or lie on a shelf: open CSV lists of every kind, and the index that holds them."""
