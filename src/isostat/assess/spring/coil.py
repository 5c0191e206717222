"""What comes of plain coils: how they look and vary, and what they have no room for."""

from __future__ import annotations

from typing_extensions import override

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.kind import Errors, Result, length_errors, rate_errors
from isostat.assess.spring.shapes import Shape, of_helix, of_rate
from isostat.assess.spring.winding import wound
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws


class CoilResult(Result):
    """Of one rate."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        return rate_errors(d, axle), length_errors(a, d, axle)

    @override
    def found_shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        return (found_coil(a, axle),)

    @override
    def shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        o, fit, coil = a.orders[axle], a.job.proposal.axles[axle], wound(a, axle)
        if coil is not None and coil.helix is not None:
            return (of_helix(coil.helix),)
        inside = fit.inside_m.value if fit.inside_m else None
        return (of_rate(o.order.rate_n_per_m[0], max(o.order.free_m[0], 0.05), inside, fit),)

    @override
    def tight(self, a: Assessment, axle: int) -> list[tuple[str, str, float]]:
        fit, out = a.job.proposal.axles[axle], []
        if fit.inside_m is None:
            return []
        if fit.stack.body_m is not None:
            out.append(("coil", "body", fit.stack.body_m.value + rules.COIL_CLEAR - fit.inside_m.value))
        if fit.ways.bag_across_m is not None and fit.ways.bag_pa is not None:
            out.append(("coil", "bag", fit.ways.bag_across_m.value + rules.COIL_CLEAR - fit.inside_m.value))
        coil = wound(a, axle)
        if coil is not None and coil.helix is not None and fit.pocket_m is not None:
            widest = coil.helix.mean_m + coil.helix.wire_m + max(coil.helix.grows_m(), 0.0)
            out.append(("coil", "pocket", widest + rules.COIL_CLEAR - fit.pocket_m.value))
        return out


def found_coil(a: Assessment, axle: int) -> Shape:
    """The left spring as found, as a plain coil of its rate and length."""
    spring = a.found_springs[axle][0]
    free = max(spring.implied_free_m, 0.05)
    return of_rate(spring.rate.value, free, found_inside_m(a, axle), a.job.as_found.axles[axle])


def found_inside_m(a: Assessment, axle: int) -> float | None:
    """Across the inside of the coils as found; that of the new ones where it was not read, None where neither was."""
    inside = a.job.as_found.axles[axle].inside_m or a.job.proposal.axles[axle].inside_m
    return None if inside is None else float(inside.value)
