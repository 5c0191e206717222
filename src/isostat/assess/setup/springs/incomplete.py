"""What a spring cannot be made without, said where it is missing."""

from __future__ import annotations

from isostat.job.reading import Reading


class Incomplete(ValueError):
    """A spring whose law cannot be made: the sentence says what is missing or wrong."""


def value_or(reading: Reading | None, otherwise: float) -> float:
    """A reading's value, or what is taken without one."""
    return otherwise if reading is None else float(reading.value)


def needed(reading: Reading | None, words: str) -> float:
    """A reading's value. Raises Incomplete, naming it by its words, where it was not read."""
    if reading is None:
        raise Incomplete(f"{words} is missing; it must be given here.")
    return float(reading.value)
