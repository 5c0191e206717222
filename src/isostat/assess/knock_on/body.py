"""What hangs on the height of the body and on the tyres: lamps, brake valve, speedometer, what sees and what levels."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, mends, outside
from isostat.assess.knock_on.moved import mean_travel, pitch
from isostat.assess.setup.figures import figure
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.attitude import LAMP_RANGE, lamp, lamp_range
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats
from isostat.job.edits.paths import JOB, path_to
from isostat.language import later
from isostat.units.unit import Quantity

UN_48, UN_39 = later("UN Regulation 48"), later("UN Regulation 39")


def body_lines(a: Assessment, _: Change = AS_READ) -> Iterator[Line]:
    """Of the whole vehicle."""
    yield from _lamps(a)
    yield from _lamp_height(a)
    yield from _valve(a)
    yield from _valve_gap(a)
    yield from _speedometer(a)
    yield from _aids(a)


def _lamps(a: Assessment) -> Iterator[Line]:
    lamps = lamp(a)
    if lamps is None:
        if a.loading.hitch is None:
            yield asking(a.cases, What.LAMPS, None, Quantity.HEIGHT, (path_to(JOB.vehicle.headlamp_m),), LAMP_RANGE[0])
        return
    stands = a.proposed.stands
    low, high = lamp_range(float(np.nanmax(np.where(stands, lamps.height_m, np.nan)))) if stands.any() else LAMP_RANGE[0]
    now = np.where(stands, lamps.drop_m, np.nan)
    middle = (low + high) / 2.0
    by = middle - (np.nanmax(now) + np.nanmin(now)) / 2.0 if stands.any() else 0.0
    yield Line(
        what=What.LAMPS,
        axle=None,
        quantity=Quantity.HEIGHT,
        before=lamps.drop_was_m.value,
        now=now,
        low=low,
        high=high,
        whose=UN_48,
        was_guessed=lamps.drop_was_m.assumed,
        guessed=lamps.drop_was_m.assumed,
        mended=mends(tuple, (Cure(Way.AIM, float(by), Quantity.HEIGHT, now + by),)),
    )


def _lamp_height(a: Assessment) -> Iterator[Line]:
    """Above the ground: the law has an end either way."""
    lamps = lamp(a)
    if lamps is None:
        return
    now = np.where(a.proposed.stands, lamps.height_m, np.nan)
    low, high = rules.LAMP_HEIGHT
    off = outside(now, low, high)
    by = -float(off[np.argmax(np.abs(off))])
    yield Line(what=What.LAMP_HEIGHT, axle=None, quantity=Quantity.HEIGHT, before=lamps.was_m.value, now=now, low=low, high=high,
               whose=UN_48, was_guessed=lamps.was_m.assumed, guessed=lamps.was_m.assumed,
               mended=mends(tuple, (Cure(Way.LAMP, by, Quantity.HEIGHT, now + by),)))  # fmt: skip


def _valve(a: Assessment) -> Iterator[Line]:
    """A load-sensing valve takes a rise of the body for less load: its rod, were it read again, by the axle it hangs on."""
    rod = a.job.vehicle.brake_rod_m
    if rod is None:
        return
    rise = valve_rise(a)
    now = rod.value + rise
    by = float(rise[a.target_case])
    yield Line(
        what=What.VALVE,
        axle=len(a.axles) - 1,
        quantity=Quantity.HEIGHT,
        before=rod.value,
        now=now,
        low=rod.value - rules.VALVE_ROD,
        high=rod.value + rules.VALVE_ROD,
        whose=later("the maker"),
        mended=mends(tuple, (Cure(Way.ROD, by, Quantity.HEIGHT, now - by),) if np.isfinite(by) else ()),
    )


def valve_rise(a: Assessment) -> Floats:
    """Of the body over the axle that the valve hangs on, in every case, m."""
    return -mean_travel(a, len(a.axles) - 1)


def _valve_gap(a: Assessment) -> Iterator[Line]:
    """Between the valve's lever and its stop: a rise of the body closes it, below nought it rests there. The rod opens it again."""
    gap = a.job.vehicle.brake_gap_m
    if gap is None:
        return
    ratio, rise = figure(a.job.vehicle.brake_gap_ratio, 1.0), valve_rise(a)
    by, give = float(rise[a.target_case]), rules.VALVE_ROD * ratio.value
    cure = Cure(Way.ROD, by, Quantity.HEIGHT, gap.value - ratio.value * (rise - by))
    yield Line(what=What.VALVE_GAP, axle=len(a.axles) - 1, quantity=Quantity.HEIGHT, before=gap.value,
               now=gap.value - ratio.value * rise, low=gap.value - give, high=gap.value + give,
               whose=later("the maker"), guessed=ratio.assumed,
               mended=mends(tuple, (cure,) if np.isfinite(by) else ()))  # fmt: skip


def _speedometer(a: Assessment) -> Iterator[Line]:
    """True speed over shown, less one: other tyres alone. It may not show too little; 10 % and 4 km/h too much at 100."""
    axle = len(a.axles) - 1
    was, now = a.axles[axle].tyre_radius_m.value, a.fits[axle].tyre_radius_m.value
    if abs(now - was) < rules.TAPE_ERROR / 2.0:
        return
    squash = float(a.proposed.pad_kg[axle].mean()) * GRAVITY / a.fits[axle].tyre_rate.value / 3.0
    share = (now - squash) / (was - squash) - 1.0
    most = -1.0 / (1.1 + 4.0 / 100.0) + 1.0  # shown at most 1.1 v + 4 km/h of what is driven, at 100
    everywhere = np.full(a.cases, share)
    yield Line(what=What.SPEEDOMETER, axle=None, quantity=Quantity.SHARE, before=0.0, now=everywhere, low=-most, high=0.0,
               whose=UN_39, changes=True,
               mended=mends(tuple, (Cure(Way.RECALIBRATE, share, Quantity.SHARE, 0.0 * everywhere),)))  # fmt: skip


def _aids(a: Assessment) -> Iterator[Line]:
    """What sees ahead tilts with the body; what levels it holds the height that it was taught."""
    aids = a.job.vehicle.aids
    if aids in ("cameras", "both"):
        tilt = pitch(a)
        by = -float(tilt[a.target_case])
        yield Line(what=What.AIDS, axle=None, quantity=Quantity.ANGLE, before=0.0, now=tilt, low=-rules.AIDS, high=rules.AIDS,
                   whose=PRACTICE, changes=True,
                   mended=mends(tuple, (Cure(Way.RECALIBRATE_AIDS, by, Quantity.ANGLE, tilt + by),)))  # fmt: skip
    if aids in ("level sensors", "both"):
        for axle in range(len(a.axles)):
            off = -mean_travel(a, axle)
            by = -float(off[a.target_case])
            yield Line(what=What.LEVEL, axle=axle, quantity=Quantity.HEIGHT, before=0.0, now=off, low=-rules.LEVEL_SENSOR,
                       high=rules.LEVEL_SENSOR, whose=PRACTICE, changes=True,
                       mended=mends(tuple, (Cure(Way.TEACH, by, Quantity.HEIGHT, off + by),)))  # fmt: skip
