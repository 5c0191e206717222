"""The words for an edit that the job would not have."""

from __future__ import annotations

from isostat.job.files import JobFault
from isostat.units.shown import with_unit
from isostat.units.typed import NotUnderstood
from isostat.units.unit import Preset, Quantity


def say_refused(fault: JobFault, words: str, typed: str, preset: Preset) -> str:
    """Why an edit was refused; what is out of its bounds in the units of whoever reads it, by the words of the edit.

    typed: as it stands in the field, empty where nothing was typed.
    """
    if (outside := fault.outside) is None:
        return " ".join(fault.faults)
    bounds, quantity = outside.bounds, Quantity(outside.bounds.quantity)
    low, high = (with_unit(bound, quantity, preset) for bound in (bounds.low, bounds.high))
    given = typed or with_unit(outside.value, quantity, preset)
    return f"{words[:1].upper()}{words[1:]}: {NotUnderstood(given, 'is out of range', f'{low} to {high}')}"
