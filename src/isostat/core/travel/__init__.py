"""Where things happen on a wheel's way, together and crossed."""
