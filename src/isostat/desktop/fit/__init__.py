"""The job card on screen."""
