"""An anti-roll bar from what a tape and a caliper read off it."""

from __future__ import annotations

import math

from isostat.core.limits import within
from isostat.core.springs.torsion.bar import SHEAR

E_STEEL = 206.0e9  # Pa, of the arms that bend


def bar_rate(diameter_m: float, arm_m: float, length_m: float, link_ratio: float = 1.0, shear_pa: float = SHEAR) -> float:
    """K_b: force at one wheel in N per metre by which the two wheels differ, of a round U-shaped bar of steel.

    diameter_m: 0.005 to 0.1. arm_m: from the bar's axis to the link, 0.05 to 2. length_m: between the arms, 0.05 to 2.
    link_ratio: link travel per wheel travel, 0.05 to 1.5. shear_pa: modulus of its steel, Pa. Raises OutOfRange otherwise.
    The middle twists and both arms bend: 1/K = a²·L/(G·J) + 2·a³/(3·E·I) at the links; bushes are taken as rigid.
    Source: torsion of a round shaft and the end deflection of a clamped beam (any strength of materials text).
    """
    d, a, length = (
        within("anti-roll bar diameter", diameter_m, 0.005, 0.1, "m"),
        within("anti-roll bar arm length", arm_m, 0.05, 2.0, "m"),
        within("anti-roll bar length", length_m, 0.05, 2.0, "m"),
    )
    ratio = within("anti-roll bar motion ratio", link_ratio, 0.05, 1.5, "")
    polar, plane = math.pi * d**4 / 32.0, math.pi * d**4 / 64.0
    give = a**2 * length / (shear_pa * polar) + 2.0 * a**3 / (3.0 * E_STEEL * plane)
    return float(ratio**2 / give)
