"""The words for an edit that the job would not have."""

from __future__ import annotations

from isostat.job.files import JobFault
from isostat.job.reading import Clash
from isostat.units.format import with_unit
from isostat.units.parse import NotUnderstood
from isostat.units.unit import Preset, Quantity


def say_refused(fault: JobFault, words: str, typed: str, preset: Preset) -> str:
    """Why an edit was refused, in the units of whoever reads it; what is out of its bounds by the words of the edit.

    typed: as it stands in the field, empty where nothing was typed.
    """
    if fault.refused is None:
        return " ".join(fault.faults)
    if isinstance(fault.refused, Clash):
        clash = fault.refused
        parts = (p if isinstance(p, str) else with_unit(p, Quantity(clash.quantity), preset) for p in clash.pieces)
        said = "".join(parts)
        return f"{said[:1].upper()}{said[1:]}."
    outside = fault.refused
    bounds, quantity = outside.bounds, Quantity(outside.bounds.quantity)
    low, high = (with_unit(bound, quantity, preset) for bound in (bounds.low, bounds.high))
    given = typed or with_unit(outside.value, quantity, preset)
    return f"{words[:1].upper()}{words[1:]}: {NotUnderstood(given, 'is out of range', f'{low} to {high}')}"
