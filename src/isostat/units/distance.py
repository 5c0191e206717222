"""Distances driven: kilometres, or miles where the text says so."""

from __future__ import annotations

import math

from isostat.language import tr
from isostat.units.parse import NotUnderstood, quoted

MILE_KM = 1.609344


def kilometres(text: str) -> float:
    """What a text says, km. Raises NotUnderstood with a sentence."""
    plain = text.lower().replace("km", "").strip()
    miles = plain.endswith(("mi", "miles"))
    figure = plain.removesuffix("miles").removesuffix("mi").strip().replace(",", ".")
    try:
        km = float(figure) * (MILE_KM if miles else 1.0)
    except ValueError:
        km = math.nan
    if not math.isfinite(km):
        raise NotUnderstood(tr("“{typed}” is not a distance. Try 120, 120 km or 75 mi.", typed=quoted(text.strip())))
    return km
