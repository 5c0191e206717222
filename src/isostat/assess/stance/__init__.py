"""How it stands, should stand, and by what it is brought there."""
