"""The far view, two metres from the screen."""
