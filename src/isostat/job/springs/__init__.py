"""What the document tells of each kind of spring, and what a shop does to it."""
