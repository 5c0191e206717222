"""The vehicle in balance in every load case, as found and as proposed."""
