"""Springs as found that stand between their seats: what a length, a rate and the scales say of each."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.figures import AxleFigures, default_frequency
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, FoundSpring, Kind
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.parts.law import METAL_RATE, ForceLaw
from isostat.core.rates.rate import spring_rate_for_wheel_rate, wheel_rate_for_frequency
from isostat.core.springs.coil import Coil as CoilLaw
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import Coil
from isostat.job.reading import Reading
from isostat.units.saying import Saying

REACH = (0.001, 3.0)  # m
LOWEST_RATE, HIGHEST_RATE = 500.0, METAL_RATE / 2.0


def reach(free_m: float, solid: Reading | None) -> float | None:
    """Compression to solid in m, kept within what a coil can have; None where no solid length was given."""
    return None if solid is None else float(np.clip(free_m - solid.value, *REACH))


def of_rate(kind: Kind, at: AsWeighed, lacks: Saying | None = None) -> FoundPair:
    """Plain coils: of the typed rate, else of one that gives the usual frequency."""
    return _coil(kind, at, 0, lacks), _coil(kind, at, 1, lacks)


def _coil(kind: Kind, at: AsWeighed, side: int, lacks: Saying | None) -> FoundSpring:
    coil, force = (at.fit.left, at.fit.right)[side], float(at.force_n[side])
    rate = _rate(at, coil, side)
    pressed = force / rate.value
    installed = _installed(at.axle, side, coil, pressed, guessed=rate.assumed)
    law = CoilLaw(rate.value, reach(installed.value + pressed, coil.solid_length_m))
    return _found(kind, coil, force, pressed, rate, installed, law, lacks)


def of_law(kind: Kind, at: AsWeighed, laws: tuple[ForceLaw, ForceLaw], standing_m: float | None = None) -> FoundPair:
    """Springs of known laws. standing_m: length of one without load where that is the law's own, not read between seats."""

    def one(side: int) -> FoundSpring:
        coil, force, law = (at.fit.left, at.fit.right)[side], float(at.force_n[side]), laws[side]
        pressed = compression_at(law, force)
        rate = Figure(float(law.rate(np.asarray(pressed))), Origin.TYPED)
        installed = _installed(at.axle, side, coil, pressed, guessed=False)
        if standing_m is not None and coil.installed_length_m is None:
            installed = Figure(standing_m - pressed, Origin.COMPUTED)
        return _found(kind, coil, force, pressed, rate, installed, law)

    return one(0), one(1)


def _found(
    kind: Kind,
    coil: Coil,
    force: float,
    pressed: float,
    rate: Figure,
    installed: Figure,
    law: ForceLaw,
    lacks: Saying | None = None,
) -> FoundSpring:
    implied = installed.value + pressed
    known = not rate.assumed and coil.free_length_m and coil.installed_length_m
    return FoundSpring(
        kind=kind,
        force_n=force,
        pressed_m=pressed,
        rate=rate,
        installed_m=installed,
        length_known=not kind.between_seats or bool(coil.installed_length_m or coil.unloaded_length_m or coil.free_length_m),
        implied_free_m=implied,
        free_off_m=implied - coil.free_length_m.value if known and coil.free_length_m else None,
        free_error_m=float(np.hypot(np.hypot(rules.TAPE_ERROR, rules.TAPE_ERROR), rules.PAD_ERROR * pressed)),
        spacer_m=coil.spacer_m.value if coil.spacer_m else 0.0,
        law=law,
        lacks=lacks,
    )


def _rate(at: AsWeighed, coil: Coil, side: int) -> Figure:
    """Of a plain coil: as typed, else what swings as axles of its place usually do."""
    if coil.rate_n_per_m is not None:
        return Figure(coil.rate_n_per_m.value, Origin.ASSUMED if coil.rate_n_per_m.assumed else Origin.TYPED)
    _, slope, bend = at.axle.spring_motion.at(np.zeros(2))
    sprung = max(float(at.force_n[side] * slope[side]) / GRAVITY, 1.0)  # what the spring itself carries, not its wheel
    at_wheel = wheel_rate_for_frequency(default_frequency(at.index), sprung)
    guess = spring_rate_for_wheel_rate(at_wheel, float(at.force_n[side]), float(slope[side]), float(bend[side]))
    return Figure(float(np.clip(guess, LOWEST_RATE, HIGHEST_RATE)), Origin.ASSUMED)


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
