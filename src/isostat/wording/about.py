"""The ≈ before a number that mainly rests on something assumed."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import Explain, Shown, is_approximate
from isostat.wording.reader import ABOUT


def about(a: Assessment, shown: Shown, text: str) -> str:
    """The text of a number, marked where its working says that it is approximate."""
    return (ABOUT if is_approximate(a, shown) else "") + text


def about_both(a: Assessment, axle: int, number: Explain, text: str, case: int = 0, *, found: bool = False) -> str:
    """The text of a number of both sides of an axle, marked where that of either is approximate. case, found: of which it is."""
    return (ABOUT if any(is_approximate(a, Shown(number, axle, side, case, found)) for side in (0, 1)) else "") + text
