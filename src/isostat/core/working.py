"""A computed number that remembers its formula, its inputs and where each of them came from."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class Origin(StrEnum):
    """Where a number came from."""

    MEASURED = "measured"
    TYPED = "typed"
    COMPUTED = "computed"
    SOLVED = "solved"
    ASSUMED = "assumed"


@dataclass(frozen=True, slots=True)
class Figure:
    """A number in SI with its origin."""

    value: float
    origin: Origin

    @property
    def assumed(self) -> bool:
        """Whether nobody read it."""
        return self.origin is Origin.ASSUMED


@dataclass(frozen=True, slots=True)
class Given:
    """One input of a working: symbol, words, quantity name, SI value, origin."""

    symbol: str
    words: str
    quantity: str
    value: float
    origin: Origin


@dataclass(frozen=True, slots=True, kw_only=True)
class Working:
    """How a number came about.

    expression: the formula in the symbols of `inputs`, with + − * / ** sqrt() pi; evaluated in SI it gives `result`.
    rule: the law used and its limits. A solved number's expression is the balance that it satisfies.
    """

    name: str
    symbol: str
    quantity: str
    expression: str
    inputs: tuple[Given, ...]
    result: float
    approximate: bool  # it mainly rests on something assumed, and wears the ≈
    rule: str
