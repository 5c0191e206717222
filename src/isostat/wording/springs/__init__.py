"""The words of each kind of spring."""
