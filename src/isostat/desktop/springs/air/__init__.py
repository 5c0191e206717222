"""Panel and drawing of air springs and air helpers."""
