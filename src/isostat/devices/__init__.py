"""Lines to the instruments of a workshop, and stand-ins that speak like them."""
