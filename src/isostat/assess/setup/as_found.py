"""The springs as found: what the readings say of each."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.figures import AxleFigures, default_frequency
from isostat.assess.setup.platform import Springs
from isostat.assess.setup.springs.air import Bags, air_springs, riding_rates
from isostat.assess.setup.springs.laws import Incomplete, spring_law
from isostat.assess.setup.springs.torsion import arm_law, bar_of
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import METAL_RATE, ForceLaw
from isostat.core.rates.rate import spring_rate_for_wheel_rate, wheel_rate_for_frequency
from isostat.core.springs.coil import Coil as CoilLaw
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.springs.torsion.bar import ArmLaw, slack_for
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit, Coil
from isostat.job.reading import Reading

REACH = (0.001, 3.0)  # m
LOWEST_RATE, HIGHEST_RATE = 500.0, METAL_RATE / 2.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundSpring:
    """One spring as found: what the readings say of it. The scales win."""

    force_n: float  # at the baseline
    pressed_m: float  # compression there
    rate: Figure  # there
    installed_m: Figure
    length_known: bool  # False: no length of it was given
    implied_free_m: float  # installed length + compression
    free_off_m: float | None  # implied less the part's own free length, None where one is not known
    free_error_m: float
    spacer_m: float
    law: ForceLaw
    couple: Couple | None = None  # what it shares with the other side
    lacks: str = ""  # why the kind that it is said to be cannot be made; a plain coil stands in


def reach(free_m: float, solid: Reading | None) -> float | None:
    """Compression to solid in m, kept within what a coil can have; None where no solid length was given."""
    return None if solid is None else float(np.clip(free_m - solid.value, *REACH))


def found_springs(axle: AxleFigures, index: int, fit: AxleFit, force_n: Floats) -> tuple[FoundSpring, FoundSpring]:
    """Both springs of an axle as found. force_n: (2,) at the baseline, from the scales."""
    _, slope, bend = axle.spring_motion.at(np.zeros(2))
    curves: tuple[ForceLaw | None, ForceLaw | None] = (None, None)
    bags, lacks = None, ""
    try:
        if fit.kind == "air":
            bags = air_springs(fit.air.model_copy(update={"left_pa": None, "right_pa": None}), np.zeros(2), force_n)
        else:
            curves = _torsion_laws(fit, force_n) if fit.kind == "torsion bar" else (spring_law(fit),) * 2
    except Incomplete as why:
        lacks = str(why)

    def rate_of(coil: Coil, side: int, pressed: float) -> Figure:
        curve = curves[side]
        if curve is not None:
            return Figure(float(curve.rate(np.asarray(pressed))), Origin.TYPED)
        if coil.rate_n_per_m is not None:
            origin = Origin.ASSUMED if coil.rate_n_per_m.assumed else Origin.TYPED
            return Figure(coil.rate_n_per_m.value, origin)
        sprung = max(float(force_n[side] * slope[side]) / GRAVITY, 1.0)  # what the spring itself carries, not its wheel
        at_wheel = wheel_rate_for_frequency(default_frequency(index), sprung)
        guess = spring_rate_for_wheel_rate(at_wheel, float(force_n[side]), float(slope[side]), float(bend[side]))
        return Figure(float(np.clip(guess, LOWEST_RATE, HIGHEST_RATE)), Origin.ASSUMED)

    def one(coil: Coil, side: int) -> FoundSpring:
        force, curve = float(force_n[side]), curves[side]
        pressed = 0.0 if curve is None else compression_at(curve, force)
        rate = rate_of(coil, side, pressed)
        pressed = force / rate.value if curve is None else pressed
        installed = _installed(axle, side, coil, pressed, guessed=rate.assumed)
        if isinstance(curve, LeafLaw) and coil.installed_length_m is None:  # its arch follows from the pack and the scales
            installed = Figure(curve.flat_m - pressed, Origin.COMPUTED)
        if isinstance(curve, ArmLaw):  # between no seats: its ways count from any length
            installed = Figure(installed.value, Origin.COMPUTED)
        implied = installed.value + pressed
        known = not rate.assumed and coil.free_length_m and coil.installed_length_m
        return FoundSpring(
            force_n=force,
            pressed_m=pressed,
            rate=rate,
            installed_m=installed,
            length_known=isinstance(curve, LeafLaw | ArmLaw)
            or bool(coil.installed_length_m or coil.unloaded_length_m or coil.free_length_m),
            implied_free_m=implied,
            free_off_m=implied - coil.free_length_m.value if known and coil.free_length_m else None,
            free_error_m=float(np.hypot(np.hypot(rules.TAPE_ERROR, rules.TAPE_ERROR), rules.PAD_ERROR * pressed)),
            spacer_m=coil.spacer_m.value if coil.spacer_m else 0.0,
            law=curve or CoilLaw(rate.value, reach(implied, coil.solid_length_m)),
            lacks=lacks,
        )

    if bags is not None:
        return _found_bag(bags, force_n, 0), _found_bag(bags, force_n, 1)
    return one(fit.left, 0), one(fit.right, 1)


def _found_bag(bags: Bags, force_n: Floats, side: int) -> FoundSpring:
    """One bag as found: its pressure follows from the scales, the height that it stands at is read."""
    pressed = bags.offset_m[side]
    return FoundSpring(
        force_n=float(force_n[side]),
        pressed_m=pressed,
        rate=Figure(riding_rates(bags, np.array(bags.offset_m))[side], Origin.COMPUTED),
        installed_m=Figure(bags.full_m - pressed, Origin.MEASURED),
        length_known=True,
        implied_free_m=bags.full_m,
        free_off_m=None,
        free_error_m=rules.TAPE_ERROR,
        spacer_m=0.0,
        law=bags.law[side],
        couple=bags.couple,
    )


def _torsion_laws(fit: AxleFit, force_n: Floats) -> tuple[ForceLaw, ForceLaw]:
    """Both bars of an axle, slack where the scales and the arm's angle say."""
    bar, arm, angle = bar_of(fit.torsion)
    left, right = (arm_law(bar, arm, slack_for(bar.rate, arm, angle, float(f))) for f in force_n)
    return left, right


def _installed(axle: AxleFigures, side: int, coil: Coil, pressed_m: float, *, guessed: bool) -> Figure:
    """Length between the seats at the baseline: read; else out of the vehicle, less the change of shaft showing; else from free."""
    if coil.installed_length_m is not None:
        return Figure(coil.installed_length_m.value, Origin.ASSUMED if coil.installed_length_m.assumed else Origin.MEASURED)
    if coil.unloaded_length_m is not None:
        shaft = axle.droop_shaft_m[side]
        moved = shaft.value * axle.spring_ratio.value / axle.shock_ratio.value
        return Figure(coil.unloaded_length_m.value - moved, Origin.ASSUMED if shaft.assumed else Origin.COMPUTED)
    if coil.free_length_m is not None:
        origin = Origin.ASSUMED if guessed or coil.free_length_m.assumed else Origin.COMPUTED
        return Figure(coil.free_length_m.value - pressed_m, origin)
    return Figure(rules.INSTALLED_UNREAD, Origin.ASSUMED)


def as_stand(found: tuple[FoundSpring, FoundSpring]) -> Springs:
    """Springs as found for the platform: each pressed by its baseline force."""
    left, right = found
    return Springs((left.law, right.law), (left.pressed_m, right.pressed_m), left.couple)
