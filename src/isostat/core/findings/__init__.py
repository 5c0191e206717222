"""What can be judged, as frozen values with their severity."""
