"""The vehicle in motion, linear about where it rides."""
