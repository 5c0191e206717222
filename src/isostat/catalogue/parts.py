"""Parts of one kind, column by column."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Bools, Floats, Ints


@dataclass(frozen=True, slots=True, kw_only=True)
class Parts:
    """n parts of one kind.

    parts: their numbers. numbers: by column (n,) SI, nan where not given; "shelf": how many the shop has. words: by column.
    """

    kind: str
    parts: tuple[str, ...]
    numbers: dict[str, Floats]
    words: dict[str, tuple[str, ...]]

    def __len__(self) -> int:
        return len(self.parts)

    def take(self, which: Ints | Bools) -> Parts:
        """Some of them."""
        at = np.arange(len(self))[which]
        return Parts(
            kind=self.kind,
            parts=tuple(self.parts[n] for n in at),
            numbers={key: values[at] for key, values in self.numbers.items()},
            words={key: tuple(values[n] for n in at) for key, values in self.words.items()},
        )

    def name(self, n: int) -> str:
        """Maker and part number of the n-th."""
        return f"{self.words['maker'][n]} {self.parts[n]}".strip()

    def place_of(self, part: str) -> int | None:
        """Where the first of that part number stands, in any case of its letters; None where none does."""
        return next((n for n, number in enumerate(self.parts) if number.casefold() == part.casefold()), None)
