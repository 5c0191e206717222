"""What is read of each axle after fitting: corner weights, free lengths of its coils, pressures of its tyres and bags."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from isostat.assess.log.checks import Against
from isostat.assess.log.evidence import free_lengths
from isostat.assess.log.promise import case_of
from isostat.assess.log.settings import turned_job
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.assess.spring.air import aired
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.points import SIDES
from isostat.units.unit import Quantity


class Told(StrEnum):
    """What it is of; each with its quantity, and where the job has it."""

    WEIGHT = "corner weight"
    LENGTH = "free length"
    TYRES = "tyre pressure"
    BAG = "bag pressure"

    @property
    def quantity(self) -> Quantity:
        """What it measures."""
        return {Told.WEIGHT: Quantity.MASS, Told.LENGTH: Quantity.COIL}.get(self, Quantity.PRESSURE)

    @property
    def rows(self) -> str:
        """Field of an entry."""
        return "wheels" if self in (Told.WEIGHT, Told.LENGTH) else "pressures"


@dataclass(frozen=True, slots=True, kw_only=True)
class AxleCheck:
    """One value, SI. side: None of both tyres. field: of `told.rows`. promised: None where nothing is. within: it may be off."""

    told: Told
    axle: int
    side: int | None
    field: str
    promised: float | None
    within: float
    read: float | None
    typed: str | None

    @property
    def against(self) -> Against:
        """How far from what was worked out."""
        if self.read is None:
            return Against.NOT_READ
        off = 0.0 if self.promised is None else abs(self.read - self.promised)
        return Against.AS_PROMISED if off <= self.within else Against.OTHERWISE


def axle_checks(a: Assessment, n: int) -> tuple[AxleCheck, ...]:
    """Of the nth entry of the log, weights first, each axle by axle."""
    entry, found = a.job.log[n], list[AxleCheck]()
    for told, axle, side, field, promised, within in _asked(a, n):
        rows = getattr(entry, told.rows)
        reading = getattr(rows[axle], field) if len(rows) == len(a.axles) else None
        value, typed = (None, None) if reading is None else (float(reading.value), reading.typed)
        found.append(
            AxleCheck(told=told, axle=axle, side=side, field=field, promised=promised, within=within, read=value, typed=typed)
        )
    return tuple(found)


def _asked(a: Assessment, n: int) -> Iterator[tuple[Told, int, int | None, str, float | None, float]]:
    """What, axle, side, field, promise and what it may be off."""
    axles, weights, lengths = range(len(a.axles)), _weights(a, n), free_lengths(a).reshape(-1, 2)
    for i in axles:
        for side, name in enumerate(SIDES):
            kg = float(weights[i, side])
            yield Told.WEIGHT, i, side, f"{name}_kg", kg, rules.WEIGHT_READ * kg
    for i in axles:
        for side, name in enumerate(SIDES):
            m = float(lengths[i, side])
            if math.isfinite(m):
                yield Told.LENGTH, i, side, f"{name}_free_m", m, 2.0 * rules.LENGTH_ERROR * m + rules.TAPE_ERROR
    for i in axles:
        bags = aired(a, i)
        yield Told.TYRES, i, None, "tyre_pa", None, 0.0
        if bags is None:
            continue
        for side, name in enumerate(SIDES):
            yield Told.BAG, i, side, f"{name}_pa", float(bags.gauge_pa[side, case_of(a, a.job.log[n])]), rules.BAG_READ


@remembered
def _weights(a: Assessment, n: int) -> Floats:
    """Under every wheel in the entry's case with what was turned before it, (A, 2) kg."""
    turned = assess(turned_job(a, n)) if any(one.turned for one in a.job.log[:n]) else a
    return turned.proposed.pad_kg[..., case_of(a, a.job.log[n])]
