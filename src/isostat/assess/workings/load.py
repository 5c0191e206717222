"""Workings of what is carried: axle loads, all up, what is in hand, the centre of gravity."""

from __future__ import annotations

from functools import partial

import numpy as np

from isostat.assess.load.ratings import nose_kg, ratings
from isostat.assess.setup.items import loads
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.shown import Explain, Shown
from isostat.core.limits import Floats
from isostat.core.working import Given, Origin, Working


def axle_load(a: Assessment, k: Shown) -> Working:
    """Load of an axle."""
    left, right = (float(v) for v in a.proposed.pad_kg[k.axle, :, k.case])
    pads = a.axles[k.axle].pad_kg
    return Working(
        name="axle load",
        symbol="R",
        quantity="mass",
        expression="N_L + N_R",
        inputs=(
            Given("N_L", "left corner weight", "mass", left, Origin.COMPUTED),
            Given("N_R", "right corner weight", "mass", right, Origin.COMPUTED),
        ),
        result=left + right,
        approximate=any(p.assumed for p in pads),
        rule="No spring, bag or pressure changes it except by moving the load or tilting the body.",
    )


def _read(a: Assessment) -> Origin:
    """Of what the pads say: measured, where every one was read."""
    return Origin.ASSUMED if any(p.assumed for x in a.axles for p in x.pad_kg) else Origin.MEASURED


def whole(a: Assessment, k: Shown) -> Working:
    """The whole mass."""
    pads = [p.value for axle in a.axles for p in axle.pad_kg]
    if a.loading.hitch is not None:
        pads.append(a.loading.hitch.nose_kg.value)
    weighed = sum(i.whole_kg * i.weighed_share.value for i in a.job.items)
    now = float(a.loading.items_kg[k.case].sum())
    return Working(
        name="gross weight",
        symbol="m",
        quantity="mass",
        expression="m_b + m_c - m_0",
        inputs=(
            Given("m_b", "all corner weights as weighed", "mass", float(sum(pads)), _read(a)),
            Given("m_c", "items on board in this case", "mass", now, Origin.TYPED),
            Given("m_0", "items on board when weighed", "mass", float(weighed), Origin.TYPED),
        ),
        result=float(a.loading.whole_kg[k.case]),
        approximate=any(p.assumed for x in a.axles for p in x.pad_kg),
        rule="Corner weights, plus items added, less items on board when weighed.",
    )


def load_change(a: Assessment, k: Shown) -> Working:
    """How much more a pad carries than as weighed."""
    now, then = (float(a.proposed.pad_kg[k.axle, k.side, case]) for case in (k.case, a.job.weighed_case))
    return Working(
        name="change of load",
        symbol="d",
        quantity="mass",
        expression="N - N_0",
        inputs=(
            Given("N", "corner weight in this case", "mass", now, Origin.COMPUTED),
            Given("N_0", "as weighed, on the new springs", "mass", then, Origin.COMPUTED),
        ),
        result=now - then,
        approximate=a.axles[k.axle].pad_kg[k.side].assumed,
        rule="Springs change it hardly at all: the load and its position do.",
    )


def nose_load(a: Assessment, k: Shown) -> Working:
    """What the coupling of a trailer carries, by levers about the first axle."""
    hitch = a.loading.hitch
    if hitch is None:
        raise KeyError("no trailer")
    now, was = float(nose_kg(a)[k.case]), hitch.nose_kg
    return Working(
        name="noseweight",
        symbol="N",
        quantity="mass",
        expression="N_0 + d",
        inputs=(
            Given("N_0", "as weighed", "mass", was.value, was.origin),
            Given("d", "change with load and axle sharing", "mass", now - was.value, Origin.SOLVED),
        ),
        result=now,
        approximate=was.assumed,
        rule="The ground holds the coupling; axles that do not share their load push it up or down as the trailer tilts.",
    )


def hitch_load(a: Assessment, k: Shown) -> Working:
    """What hangs on the ball."""
    if a.loading.hitch is not None:
        return nose_load(a, k)
    hung = [(n, item) for n, item in enumerate(a.job.items) if item.kind == "hitch"]
    inputs = tuple(
        Given(f"m_{place + 1}", item.name, "mass", float(a.loading.items_kg[k.case, n]), Origin.TYPED)
        for place, (n, item) in enumerate(hung)
    )
    return Working(
        name="load on the tow ball",
        symbol="m",
        quantity="mass",
        expression=" + ".join(g.symbol for g in inputs) or "0",
        inputs=inputs,
        result=sum(g.value for g in inputs),
        approximate=any(item.mass_kg.assumed for _, item in hung),
        rule="The lowest of hitch, axle, tyre and vehicle ratings applies. Weigh the trailer's nose.",
    )


_LIMITS = {
    "plate": "rating plate",
    "tyre": "tyre rating at its pressure, (p / p_0)**0.8",
    "wheel": "wheel load rating",
    "hitch": "hitch rating",
}


def in_hand(a: Assessment, k: Shown) -> Working:
    """What may still be carried; `axle` is the place among the ratings."""
    r = ratings(a)[k.axle]
    load = float(r.load_kg[k.case])
    rests_on = (
        [i.mass_kg for i in a.job.items if i.kind == "hitch"] if r.what == "hitch" else [p for x in a.axles for p in x.pad_kg]
    )
    guessed = any(p.assumed for p in rests_on)
    return Working(
        name="spare capacity",
        symbol="d",
        quantity="mass",
        expression="P - R",
        inputs=(
            Given("P", _LIMITS[r.what], "mass", r.limit_kg, Origin.ASSUMED if r.assumed else Origin.TYPED),
            Given("R", "what it carries", "mass", load, Origin.COMPUTED),
        ),
        result=r.limit_kg - load,
        approximate=r.assumed or guessed,
        rule="The lowest rating applies; springs do not raise it. Below zero it is overloaded.",
    )


def gravity_x(a: Assessment, k: Shown) -> Working:
    """Centre of gravity behind the front hub."""
    pads = np.array([[pad.value for pad in axle.pad_kg] for axle in a.axles])
    behind = pads.sum(axis=1) @ np.array([-axle.x_m for axle in a.axles])
    nose = a.loading.hitch
    if nose is not None:
        behind -= nose.nose_kg.value * nose.x_m
    words = (
        "centre of gravity, behind the front hub",
        "x",
        "Moments about the front axle. Level scales cannot show the height.",
    )
    return _gravity(a, k, words, float(behind), -loads(a.job).x_m, -float(a.loading.gravity_x_m[k.case]))


def gravity_y(a: Assessment, k: Shown) -> Working:
    """Centre of gravity left of the middle."""
    left = sum((axle.pad_kg[0].value - axle.pad_kg[1].value) * axle.half_track_m for axle in a.axles)
    words = ("centre of gravity, left of the middle", "y", "Moments about the centreline.")
    return _gravity(a, k, words, left, loads(a.job).y_m, float(a.loading.gravity_y_m[k.case]))


def _gravity(a: Assessment, k: Shown, words: tuple[str, str, str], weighed_kg_m: float, places_m: Floats, result: float) -> Working:
    """Where it was as weighed, and what every item moves it that came or went since. weighed_kg_m: moment of the pads."""
    (name, symbol, rule), carried = words, loads(a.job)
    whole_kg, was_kg = (float(a.loading.whole_kg[case]) for case in (k.case, a.job.weighed_case))
    moved = float((carried.mass_kg * carried.aboard[k.case]) @ places_m) / whole_kg
    return Working(
        name=name,
        symbol=symbol,
        quantity="height",
        expression=f"m_0 * {symbol}_0 / m + o",
        inputs=(
            Given("m_0", "gross weight as weighed", "mass", was_kg, _read(a)),
            Given(f"{symbol}_0", "position as weighed: Σ corner weight × position", "height", weighed_kg_m / was_kg, _read(a)),
            Given("m", "gross weight", "mass", whole_kg, Origin.COMPUTED),
            Given("o", "items added or removed × position ÷ gross weight", "height", moved, Origin.COMPUTED),
        ),
        result=result,
        approximate=any(p.assumed for axle in a.axles for p in axle.pad_kg),
        rule=rule,
    )


_SHARES = {
    "front share": "front axle, share of gross weight",
    "left share": "left side, share of gross weight",
    "cross weight": "cross weight, front right + rear left",
    "nose share": "noseweight, share of gross weight",
    "steered share": "steered axle, share of gross weight",
}


def _part_and_whole(a: Assessment, name: str, case: int) -> tuple[float, float]:
    """As weighed the pads themselves, in every other case as the proposal stands."""
    weighed = a.job.cases[case].kind == "weighed"
    pads = np.array([[p.value for p in axle.pad_kg] for axle in a.axles]) if weighed else a.proposed.pad_kg[..., case]
    if name == "cross weight":
        return float(pads[0, 1] + pads[-1, 0]), float(pads[0].sum() + pads[-1].sum())
    if name == "nose share":
        return float(nose_kg(a)[case]), float(a.loading.whole_kg[case])
    steered = [i for i, axle in enumerate(a.job.vehicle.axles) if axle.steered]
    part = {"front share": pads[0], "left share": pads[:, 0], "steered share": pads[steered]}[name]
    return float(part.sum()), float(pads.sum())


def weight_share(a: Assessment, name: str, case: int) -> float:
    """A share of the weight in a case: "front share", "left share" or "cross weight"."""
    part, whole = _part_and_whole(a, name, case)
    return part / max(whole, 1e-9)


def _share(name: str, a: Assessment, k: Shown) -> Working:
    """A share of the weight."""
    part, whole_kg = _part_and_whole(a, name, k.case)
    return Working(
        name=_SHARES[name],
        symbol="q",
        quantity="share" if name == "steered share" else "fine share",
        expression="N / m",
        inputs=(
            Given("N", "load on those wheels", "mass", part, Origin.COMPUTED),
            Given("m", "load on all wheels", "mass", max(whole_kg, 1e-9), Origin.COMPUTED),
        ),
        result=part / max(whole_kg, 1e-9),
        approximate=any(p.assumed for axle in a.axles for p in axle.pad_kg),
        rule="Front and rear, left and right are statics; only cross weight can be set by a spring or collar.",
    )


SHARES: dict[str, Explain] = {name: partial(_share, name) for name in _SHARES}
