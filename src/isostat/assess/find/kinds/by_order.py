"""Kinds whose law is a part's own: each line of a list is put where the proposal orders its springs, and ordered for the target."""

from __future__ import annotations

from abc import abstractmethod
from dataclasses import replace

import numpy as np
from typing_extensions import override

from isostat.assess.find.choices import Choices, straight
from isostat.assess.find.kinds.offered import Offered, needs_kind
from isostat.assess.find.law import Law
from isostat.assess.find.wish import AxleWish
from isostat.assess.setup.springs.air import bags_of
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.kind import Ordered
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.torsion import used_at_full
from isostat.catalogue.parts import Parts
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.job.axle_fit import AxleFit
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.language import later

NEVER = 1.0  # m short: what the seats leave no room for at all


class ByOrder(Offered):
    """Parts that the set-up makes one by one; nothing under them is varied, since they are set for the target."""

    a_side = False
    levels = None
    words: str  # the kind, as a sentence has it

    @abstractmethod
    def fields(self, parts: Parts, row: int) -> dict[str, float | int]:
        """What a line of the list is, by the fields of the job's part."""

    @abstractmethod
    def field(self) -> str:
        """The field of an axle's fit that holds such a part."""

    @abstractmethod
    def shortfalls(self, a: Assessment, axle: int, parts: Parts, row: int, made: Ordered) -> dict[Law, float]:
        """What it breaks as it is set."""

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        needs_kind(a, wish.axle, self.fitted, self.words)
        order = a.orders[wish.axle]
        fit, rows = a.job.proposal.axles[wish.axle], self.rows(wish)
        made = [self._ordered(order, fit, wish.parts, int(row)) for row in rows[0]]
        broken = {law: np.zeros(len(made)) for law in Law}
        for n, (row, one) in enumerate(zip(rows[0], made, strict=True)):
            short = {Law.ROOM: NEVER} if one is None else self.shortfalls(a, wish.axle, wish.parts, int(row), one)
            for law, by in short.items():
                broken[law][n] = by
        orders = [order if one is None else one for one in made]
        return straight(
            wish.parts,
            rows,
            np.array([o.offset_m for o in orders]).T,
            sets_in=np.array([[float(np.mean(o.order.rate_n_per_m)) for o in orders]]),
            broken={law: short for law, short in broken.items() if short.any()},
            between_seats=False,
            laws=tuple(o.law for o in orders),
            couples=tuple(o.couple for o in orders if o.couple is not None),
        )

    def _ordered(self, order: Ordered, fit: AxleFit, parts: Parts, row: int) -> Ordered | None:
        """None where it cannot be set at all."""
        had = getattr(fit, self.field())
        part = had.model_copy(update=self._readings(parts, row))
        try:
            return KINDS[self.fitted].to_order(replace(order.asked, fit=fit.model_copy(update={self.field(): part})))
        except (Incomplete, OutOfRange):
            return None

    def _readings(self, parts: Parts, row: int) -> dict[str, object]:
        given = self.fields(parts, row)
        return {key: value if isinstance(value, int) else Reading(value=value) for key, value in given.items()}

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        base = (*path_to(JOB.proposal.axles[axle]), self.field())
        given = self.fields(choices.parts, int(choices.rows[0, ways[0]]))
        for key, value in given.items():
            job = put(job, (*base, key), value if isinstance(value, int) else {"value": value})
        return job


class TorsionBars(ByOrder):
    """Bars on the arms that the vehicle has; their anchors are turned for the target."""

    listed, fitted, words = "torsion bar", "torsion bar", later("torsion bars")
    columns = ("diameter_m", "length_m")

    @override
    def field(self) -> str:
        return "torsion"

    @override
    def fields(self, parts: Parts, row: int) -> dict[str, float | int]:
        out: dict[str, float | int] = {key: float(parts.numbers[key][row]) for key in self.columns}
        bore = float(parts.numbers["bore_m"][row])
        return out | ({"bore_m": bore} if bore > 0.0 else {})

    @override
    def shortfalls(self, a: Assessment, axle: int, parts: Parts, row: int, made: Ordered) -> dict[Law, float]:
        bars = twisted_of(made)
        assert bars is not None
        used = used_at_full(a, axle, bars)
        given = a.job.proposal.axles[axle].torsion.over(a.job.as_found.axles[axle].torsion)
        ends_of = {"splines_inner": given.teeth_inner, "splines_outer": given.teeth_outer}
        listed = {key: float(parts.numbers[key][row]) for key in ends_of}
        wrong = [key for key, teeth in ends_of.items() if teeth is not None and np.isfinite(listed[key]) and listed[key] != teeth]
        return {Law.STRESS: max(max(used) - 1.0, 0.0), Law.ENDS: float(len(wrong))}


class AirBags(ByOrder):
    """Bags in place of springs, at the pressure that the target asks."""

    listed, fitted, words = "air bag", "air", later("air springs")
    columns = ("across_m", "height_m", "least_m", "most_pa")

    @override
    def field(self) -> str:
        return "air"

    @override
    def fields(self, parts: Parts, row: int) -> dict[str, float | int]:
        keys = {"across_m": "across_m", "height_m": "height_m", "least_m": "least_m", "least_pa": "least_pa", "most_pa": "most_pa"}
        out = {field: float(parts.numbers[key][row]) for field, key in keys.items()}
        out["most_kg"] = float(parts.numbers["rated_kg"][row])
        return {key: value for key, value in out.items() if np.isfinite(value)}

    @override
    def _readings(self, parts: Parts, row: int) -> dict[str, object]:
        return {**super()._readings(parts, row), "chart": (), "left_pa": None, "right_pa": None}

    @override
    def shortfalls(self, a: Assessment, axle: int, parts: Parts, row: int, made: Ordered) -> dict[Law, float]:
        bags = bags_of(made)
        assert bags is not None
        least, most, rated = (float(parts.numbers[key][row]) for key in ("least_pa", "most_pa", "rated_kg"))
        asked = np.array(bags.needed_pa)
        over = max(float(asked.max()) - most, np.nan_to_num(least) - float(asked.min()), 0.0)
        carried = float(most_force(a, axle).max()) / GRAVITY
        heavy = carried / rated - 1.0 if np.isfinite(rated) else 0.0
        return {Law.PRESSURE: over, Law.RATED: max(heavy, 0.0)}

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        base = path_to(JOB.proposal.axles[axle].air)
        for key, nothing in (("chart", []), ("left_pa", None), ("right_pa", None)):
            job = put(job, (*base, key), nothing)
        row = int(choices.rows[0, ways[0]])
        both = {key: {"value": value} for key, value in self.fields(choices.parts, row).items()}
        return put(job, base, job.proposal.axles[axle].air.model_dump(exclude_none=True) | both)


def most_force(a: Assessment, axle: int) -> Floats:
    """What the springs of an axle carry at most in any load case, (2,) N, by how the proposal's wheels are loaded."""
    rest = a.proposed.rest.force_n[axle]
    share = np.where(a.proposed.stands, rest, 0.0).max(axis=1) / np.maximum(rest[:, a.target_case], 1.0)
    return np.asarray(np.array(a.orders[axle].target_force_n) * np.maximum(share, 1.0))
