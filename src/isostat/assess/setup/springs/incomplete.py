"""What a spring cannot be made without, said where it is missing."""

from __future__ import annotations

from isostat.core.limits import OutOfRange
from isostat.job.out_of_range import say_out_of_range
from isostat.job.reading import Reading
from isostat.units.saying import Given, Saying, saying


class Incomplete(ValueError):
    """A spring whose law cannot be made. why: the sentence of what is missing or wrong."""

    def __init__(self, why: str | Saying | OutOfRange) -> None:
        self.why = say_out_of_range(why) if isinstance(why, OutOfRange) else why if isinstance(why, Saying) else Saying(why)
        super().__init__(self.why.words())


def value_or(reading: Reading | None, otherwise: float) -> float:
    """A reading's value, or what is taken without one."""
    return otherwise if reading is None else float(reading.value)


def needed(reading: Reading | None, words: str, **fills: Given) -> float:
    """A reading's value. Raises Incomplete, naming it by its words, where it was not read. fills: of names in the words."""
    if reading is None:
        raise Incomplete(saying("Enter the {what}.", what=saying(words, **fills)))
    return float(reading.value)


def why_not(refused: Incomplete | OutOfRange) -> Saying:
    """The sentence of either."""
    return refused.why if isinstance(refused, Incomplete) else say_out_of_range(refused)
