"""What `isostat spring torsion` answers: a torsion bar with its arm, and how it is set."""

from __future__ import annotations

import argparse
import math
from typing import Any

import numpy as np

from isostat.cli.options import Lines, typed_number
from isostat.core.limits import GRAVITY
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.springs.torsion.bar import SHEAR, ArmLaw, Bar, lower_by, turn_for
from isostat.core.springs.torsion.indexing import bolt_turn, index_bar
from isostat.language import decimal, tr
from isostat.units.format import with_unit
from isostat.units.unit import Preset, Quantity
from isostat.wording.springs.torsion import SPLINES_SEEN, say_splines


def torsion_lines(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    """The lines of a bar under a load at its arm's end, and its settings for a wanted rise."""

    def size(name: str, otherwise: float | None = None) -> float:
        text = getattr(asked, name)
        return otherwise if text is None and otherwise is not None else typed_number(text, name, Quantity.COIL, preset)

    shear = SHEAR if asked.modulus is None else typed_number(asked.modulus, "modulus", Quantity.MODULUS, preset)
    bar = Bar(diameter_m=size("diameter"), length_m=size("length"), bore_m=size("bore", 0.0), shear_pa=shear)
    law = ArmLaw(rate_nm=bar.rate, arm_m=size("arm"), slack_rad=math.radians(asked.slack))
    load = typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
    x = np.asarray(compression_at(law, load))
    angle = float(law.angle_at(x))
    torque = bar.rate * (angle - law.slack_rad)
    lines: Lines = [
        ("rise_m", tr("arm-end travel from unloaded"), float(x), Quantity.COIL),
        ("angle_rad", tr("arm angle at that load"), angle, Quantity.ANGLE),
        ("rate_n_per_m", tr("rate at the arm end"), float(law.rate(x)), Quantity.RATE),
        ("plain_rate_n_per_m", tr("rate by k/R² alone, for comparison"), bar.rate / law.arm_m**2, Quantity.RATE),
    ]
    twisted = tr(
        "{rate} N·m per rad; {stress} MPa in the bar.", rate=decimal(bar.rate, 0), stress=decimal(bar.stress_pa(torque) / 1e6, 0)
    )
    said = [twisted, tr("Bars are handed: never swap left and right.")]
    more: dict[str, Any] = {"torsion_nm_per_rad": round(bar.rate, 3), "stress_pa": round(bar.stress_pa(torque), -3)}
    if asked.rise is not None:
        wanted = turn_for(law, load, size("rise"))
        more["turn_rad"] = round(wanted, 6)
        if asked.pitch is not None:
            turns = wanted / bolt_turn(size("pitch"), size("lever"))
            more["bolt_turns"] = round(turns, 3)
            said.append(tr("Adjuster first: {n} turns of its bolt.", n=decimal(turns, 2)))
        if asked.splines is not None:
            decimals = None if preset.coil.fractional else 1
            inner, outer = asked.splines
            settings = index_bar(inner, outer, wanted)
            rise = [lower_by(law, load, s.turn_rad) for s in settings]
            more["settings"] = [
                {"inner": s.inner, "outer": s.outer, "gives_m": round(r, 6)} for s, r in zip(settings, rise, strict=True)
            ]
            for setting, r in zip(settings, rise, strict=True):
                said.append(
                    tr(
                        "{setting}: {m} at the arm end.",
                        setting=say_splines(setting),
                        m=with_unit(r, Quantity.COIL, preset, decimals=decimals),
                    )
                )
            said.append(tr(SPLINES_SEEN))
    return lines, {**more, "said": said}
