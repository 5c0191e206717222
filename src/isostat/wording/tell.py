"""Where each kind of judgement registers its words."""

from __future__ import annotations

from functools import singledispatch

from isostat.assess.judgement import Judgement
from isostat.wording.reader import Reader


class NotSaid(TypeError):
    """A kind of judgement for which no words were written."""


@singledispatch
def tell(j: Judgement, r: Reader) -> tuple[str, str]:
    """Title and body of a judgement. Raises NotSaid for a kind without words."""
    raise NotSaid(type(j).__name__)
