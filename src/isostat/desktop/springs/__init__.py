"""The panels and drawings of each kind of spring."""
