"""Panel and drawing of foam helpers."""
