"""Judgements on an equalized tandem."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class BeamAtStop(Judgement):
    """A rocking beam has met its stop: from there on one axle takes what comes. angle_rad: either way."""

    angle_rad: float


@dataclass(frozen=True, slots=True, kw_only=True)
class TandemUneven(Judgement):
    """The axles on one beam were weighed unlike: front_kg, rear_kg."""

    front_kg: float
    rear_kg: float
