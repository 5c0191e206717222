"""What ends a wheel's way, in which order, with which margin."""
