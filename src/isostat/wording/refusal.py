"""The words for an edit that the job would not have."""

from __future__ import annotations

import math

from isostat.job.files import JobFault
from isostat.job.reading import Outside
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Preset, Quantity


def _is_that(typed: str, outside: Outside, preset: Preset) -> bool:
    """Whether what was typed is the value that is out of its bounds, not one that follows from it."""
    try:
        si = parse(typed, Quantity(outside.bounds.quantity), preset).si
    except NotUnderstood:
        return False
    return math.isclose(si, outside.value, rel_tol=1e-9, abs_tol=1e-12)


def say_refused(fault: JobFault, words: str, typed: str, preset: Preset) -> str:
    """Why an edit was refused, in the units of whoever reads it; what is out of its bounds by the words of the edit.

    typed: as it stands in the field, empty where nothing was typed.
    """
    if fault.outside is not None and (not typed or _is_that(typed, fault.outside, preset)):
        return fault.outside.said(words, typed).words(preset)
    return fault.words(preset)
