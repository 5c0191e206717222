"""The answer as plain data, for JSON."""
