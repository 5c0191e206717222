"""The words of the field as Isostat uses them: one term for one thing, read from terms.md beside this."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from isostat.language import tr


@dataclass(frozen=True, slots=True)
class Term:
    """A term, what it means, its other names in the trade, and where it is met; in the language spoken."""

    term: str
    meaning: str
    others: str
    where: str

    def has(self, wanted: str) -> bool:
        """Whether what is looked for stands in it, in any of its names or its meaning."""
        return wanted.casefold().strip() in f"{self.term} {self.others} {self.meaning} {self.where}".casefold()


@cache
def _rows() -> tuple[tuple[str, ...], ...]:
    lines = (files("isostat.wording") / "terms.md").read_text("utf-8").splitlines()
    rows = [tuple(cell.strip() for cell in line.split("|")[1:-1]) for line in lines if line.startswith("| ")]
    return tuple(rows[1:])


def terms() -> tuple[Term, ...]:
    """Every term, in the order of the alphabet."""
    return tuple(Term(*(tr(cell) for cell in row)) for row in _rows())
