"""What is carried against what may be."""
