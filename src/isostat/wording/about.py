"""The ≈ before a number that mainly rests on something assumed."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import Shown, is_approximate
from isostat.wording.reader import ABOUT


def about(a: Assessment, shown: Shown, text: str) -> str:
    """The text of a number, marked where its working says that it is approximate."""
    return (ABOUT if is_approximate(a, shown) else "") + text
