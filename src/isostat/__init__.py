"""Isostat: from corner weights, load and lift to springs, preload and travel."""

__version__ = "0.1.0"
