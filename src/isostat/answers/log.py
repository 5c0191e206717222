"""The log as plain data, SI with the unit in each name: what `isostat log --json` prints."""

from __future__ import annotations

from typing import Any

import numpy as np

from isostat.assess.correction import Correction, asks_correction, correction
from isostat.assess.log.axle_checks import AxleCheck, Told, axle_checks
from isostat.assess.log.checks import Check as Read
from isostat.assess.log.checks import checks
from isostat.assess.log.decides import FreeLength
from isostat.assess.log.due import Due, due
from isostat.assess.log.evidence import Check, why_missed
from isostat.assess.log.learnt import learnt
from isostat.assess.log.promise import FORECAST_KM, held, settles_on
from isostat.assess.log.settings import Setting, turned_at
from isostat.assess.log.telling import Telling, telling_check
from isostat.assess.solve.assessment import Assessment
from isostat.job.points import SIDES
from isostat.units.unit import Quantity


def log_plain(a: Assessment) -> dict[str, Any]:
    """The answer as plain data, entry by entry."""
    entries = [_entry(a, n) for n in range(len(a.job.log))]
    return {"isostat": 1, "title": a.job.title, "entries": entries, "due": [_due(one) for one in due(a.job)]}


def _due(one: Due) -> dict[str, Any]:
    first, last = (None if day is None else day.isoformat() for day in (one.first, one.last))
    return {"what": one.what.value, "standing": one.standing.value, "first": first, "last": last}


def _entry(a: Assessment, n: int) -> dict[str, Any]:
    entry, found = a.job.log[n], held(a, n)
    done = correction(a, n) if asks_correction(a, n) else None
    coming, of_axles = settles_on(a, found.promise.case), [one for one in axle_checks(a, n) if one.read is not None]
    wheels = [
        {
            "axle": a.job.vehicle.axles[i].name,
            "side": name,
            "read_m": _known(found.read_m[i, side]),
            "promised_m": [_known(m[i, side]) for m in (found.promise.low_m, found.promise.middle_m, found.promise.high_m)],
            "outside": bool(found.outside[i, side]),
            "to_come_m": _known(coming.to_come_m[2 * i + side]),
            "to_come_error_m": _known(2.0 * coming.to_come_error_m[2 * i + side]),
        }
        for i in range(len(a.axles))
        for side, name in enumerate(SIDES)
    ]
    return {
        "day": entry.day,
        "km": entry.km,
        "state": entry.state,
        "point": entry.point,
        "case": a.job.cases[found.promise.case].name,
        "verdict": found.verdict.value,
        "wheels": wheels,
        "correction": None if done is None else _correction(a, done),
        "checks": [_read(a, one) for one in checks(a, n)],
        "pressures": [_of_axle(a, one) for one in of_axles if one.told in (Told.TYRES, Told.BAG)],
        "weights": [_of_axle(a, one) for one in of_axles if one.told is Told.WEIGHT],
        "free_lengths": [_of_axle(a, one) for one in of_axles if one.told is Told.LENGTH],
        "pictures": [
            {
                "path": one.path,
                "axle": None if one.axle is None else a.job.vehicle.axles[one.axle].name,
                "side": None if one.side is None else SIDES[one.side],
            }
            for one in entry.pictures
        ],
        "turned": [_turned(a, one, steps) for one, steps in turned_at(a, n)],
        "causes": _causes(a, n) if asks_correction(a, n) else [],
        "check": _check(a, n) if asks_correction(a, n) else None,
        "learnt": _learnt(a, n) if asks_correction(a, n) else [],
        "forecast_km": list(FORECAST_KM),
    }


def _read(a: Assessment, one: Read) -> dict[str, Any]:
    """A thing beside the heights, SI."""
    return {
        "what": one.line.what.value,
        "axle": None if one.line.axle is None else a.job.vehicle.axles[one.line.axle].name,
        "promised": _known(one.promised),
        "read": None if one.read is None else _known(one.read),
        "against": one.against.value,
    }


def _of_axle(a: Assessment, one: AxleCheck) -> dict[str, Any]:
    """Of both tyres of an axle, or of one of its wheels."""
    unit = {Quantity.MASS: "kg", Quantity.COIL: "m", Quantity.PRESSURE: "pa"}[one.told.quantity]
    return {
        "axle": a.job.vehicle.axles[one.axle].name,
        "side": None if one.side is None else SIDES[one.side],
        f"promised_{unit}": None if one.promised is None else _known(one.promised),
        f"read_{unit}": None if one.read is None else _known(one.read),
        "against": one.against.value,
    }


def _causes(a: Assessment, n: int) -> list[dict[str, Any]]:
    """Likeliest first, those of a hundredth and more."""
    return [
        {"why": one.why.value, "axle": None if one.axle is None else a.job.vehicle.axles[one.axle].name,
         "side": None if one.side is None else SIDES[one.side], "share": round(one.share, 4)}
        for one in why_missed(a, n) if one.share >= 0.01
    ]  # fmt: skip


def _learnt(a: Assessment, n: int) -> list[dict[str, Any]]:
    """Figures of the likeliest cause, was and now, with two deviations: m, N/m or kg."""
    return [
        {"what": one.kind, "axle": None if one.axle is None else a.job.vehicle.axles[one.axle].name,
         "side": None if one.side is None else SIDES[one.side],
         "was": _known(one.was), "now": _known(one.now), "error": _known(one.error)}
        for one in learnt(a, n)
    ]  # fmt: skip


def _check(a: Assessment, n: int) -> dict[str, Any] | None:
    found = telling_check(a, n)
    if found is None:
        return None
    case = a.job.cases[found.block.case].name
    return {"what": found.block.check.value, "case": case, "share": round(found.share, 3), "decides": _decides(a, found)}


def _decides(a: Assessment, found: Telling) -> dict[str, Any] | None:
    """What one wheel would read by the first cause and by the second: kg of a weight, else m."""
    one = found.decides
    if one is None:
        return None
    where = {"axle": a.job.vehicle.axles[one.wheel[0]].name, "side": SIDES[one.wheel[1]]}
    if isinstance(one, FreeLength):
        loose = None if one.loose_m is None else [_known(m) for m in one.loose_m]
        return where | {"causing_m": _known(one.causing_m), "ordered_m": _known(one.ordered_m), "loose_at_m": loose}
    unit = "kg" if found.block.check is Check.WEIGH else "m"
    return where | {f"first_{unit}": _known(one.first), f"second_{unit}": _known(one.second)}


def _correction(a: Assessment, done: Correction) -> dict[str, Any]:
    then = [[_known(m) for m in pair] for pair in done.then_m]
    return {
        "turned": [_turned(a, one, steps) for one, steps in done.turned],
        "then_m": then,
        "cross_share_before": round(done.cross_was, 5),
        "cross_share": round(done.cross_now, 5),
    }


def _turned(a: Assessment, one: Setting, steps: int) -> dict[str, Any]:
    return {
        "what": one.what.value,
        "axle": a.job.vehicle.axles[one.axle].name,
        "side": None if one.side is None else SIDES[one.side],
        "by": round(steps * one.step, 9),
        "to": round(one.now[0] + steps * one.step, 9),
    }


def _known(value: float) -> float | None:
    return None if not np.isfinite(value) else round(float(value), 6)
