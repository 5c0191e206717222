"""Force laws of springs, and how they are made, by kind."""
