"""From what is wanted to a rate, and to what is bought."""
