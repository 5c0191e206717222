"""Tyre sizes as they stand on the sidewall: metric `265/70R17` and inch flotation `33x12.50R15`, to a radius without load."""

from __future__ import annotations

import re
from dataclasses import dataclass

from isostat.units.unit import INCH_M

FULL_SERIES = 0.82  # of the width, where a metric size names no ratio (`205R16`); such tyres run 0.80 to 0.82
_METRIC = re.compile(
    r"^(?:P|LT)?\s*(?P<width>\d{3})(?:\s*/\s*(?P<ratio>\d{2,3}))?\s*(?:Z?R|-)\s*(?P<rim>\d{2}(?:\.5)?)\s*(?:LT|C)?(?P<more>\s.*)?$"
)
_FLOTATION = re.compile(
    r"^(?:LT)?\s*(?P<across>\d{2}(?:\.\d+)?)\s*[X×]\s*(?P<width>\d{1,2}(?:\.\d+)?)\s*(?:Z?R|-)\s*(?P<rim>\d{2}(?:\.5)?)\s*(?:LT|C)?(?P<more>\s.*)?$"
)

# kg a tyre by load index, from 60 on. Source: load-index annex of UN Regulations 30 and 54 (from memory).
FIRST_INDEX = 60
INDEX_KG = (
    250, 257, 265, 272, 280, 290, 300, 307, 315, 325, 335, 345, 355, 365, 375, 387, 400, 412, 425, 437, 450, 462, 475, 487, 500,
    515, 530, 545, 560, 580, 600, 615, 630, 650, 670, 690, 710, 730, 750, 775, 800, 825, 850, 875, 900, 925, 950, 975, 1000,
    1030, 1060, 1090, 1120, 1150, 1180, 1215, 1250, 1285, 1320, 1360, 1400, 1450, 1500, 1550, 1600, 1650, 1700,
)  # fmt: skip
_INDEX = re.compile(r"^(?:LI\s*)?(?P<single>\d{2,3})(?:/\d{2,3})?\s*(?P<speed>[A-HJ-NP-Y]\d?)?$")


@dataclass(frozen=True, slots=True)
class TyreSize:
    """A size in metres; `sure` is False where the ratio was not in it and the full series was assumed."""

    across_m: float
    width_m: float
    rim_m: float
    sure: bool = True

    @property
    def radius_m(self) -> float:
        """Of the tyre without load, m."""
        return self.across_m / 2.0

    @property
    def sidewall_m(self) -> float:
        """From rim to tread, m."""
        return (self.across_m - self.rim_m) / 2.0


def tyre_size(text: str) -> TyreSize | None:
    """The size that a text names, None where it names none. A load index and speed symbol after it are passed over.

    text: as typed, any case, with or without spaces. Source: geometry of the sidewall marking, 25.4·rim + 2·width·ratio/100.
    A new tyre differs from its nominal size by 1 to 3 %.
    """
    shown = text.strip().upper()
    if m := _METRIC.match(shown):
        width, rim = float(m["width"]) / 1000.0, float(m["rim"]) * INCH_M
        ratio = float(m["ratio"]) / 100.0 if m["ratio"] else FULL_SERIES
        return TyreSize(rim + 2.0 * width * ratio, width, rim, sure=bool(m["ratio"]))
    if m := _FLOTATION.match(shown):
        across, width, rim = (float(m[name]) * INCH_M for name in ("across", "width", "rim"))
        return TyreSize(across, width, rim) if across > rim else None
    return None


def load_index_kg(text: str) -> float | None:
    """What a tyre may carry by its load index, kg; None where the text names none that is known.

    text: `104T`, `110/108R` (the first is for single wheels) or `LI 104`; a bare number is a mass and no index.
    """
    shown = text.strip().upper()
    m = _INDEX.match(shown)
    if m is None or not (m["speed"] or shown.startswith("LI")):
        return None
    place = int(m["single"]) - FIRST_INDEX
    return float(INDEX_KG[place]) if 0 <= place < len(INDEX_KG) else None
