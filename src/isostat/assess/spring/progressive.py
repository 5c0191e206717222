"""What comes of progressive coils: as of plain ones, but for how they look."""

from __future__ import annotations

from typing_extensions import override

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.coil import CoilResult, found_inside_m
from isostat.assess.spring.shapes import Shape, of_progressive
from isostat.core.springs.progressive import Progressive


class ProgressiveResult(CoilResult):
    """By their turns, where those are known."""

    @override
    def found_shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        spring = a.found_springs[axle][0]
        if not isinstance(spring.law, Progressive):  # by a tester's table
            return super().found_shapes(a, axle)
        given = a.job.as_found.axles[axle].progressive
        return (of_progressive(given, spring.law, spring.implied_free_m, found_inside_m(a, axle)),)

    @override
    def shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        o, fit = a.orders[axle], a.job.proposal.axles[axle]
        if not isinstance(o.law[0], Progressive):
            return super().shapes(a, axle)
        inside = fit.inside_m.value if fit.inside_m else None
        return (of_progressive(fit.progressive, o.law[0], max(o.order.free_m[0], 0.05), inside),)
