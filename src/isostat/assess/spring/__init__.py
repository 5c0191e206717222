"""What comes of the springs that are chosen, by kind."""
