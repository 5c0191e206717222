"""What a search answers, as plain data, SI with the unit in each name: what `isostat find --json` prints."""

from __future__ import annotations

from typing import Any

import numpy as np

from isostat.assess.find.law import Law
from isostat.assess.find.search import Found
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.why_not import Opens
from isostat.assess.solve.assessment import Assessment
from isostat.job.points import SIDES

NEAREST = 3  # parts of a reason that are listed


def find_plain(a: Assessment, found: Found, shown: list[int], opens: list[Opens]) -> dict[str, Any]:
    """The answer as plain data. shown: which of the good sets. opens: what would let some in, where nothing stands."""
    return {
        "isostat": 1,
        "title": a.job.title,
        "sets": found.total,
        "tried": found.tried,
        "choices_of_springs": int(found.fallen.law.size),
        "stand": found.fallen.standing,
        "good": [_set(a, found, n) for n in shown],
        "fallen": [_reason(found, law) for law in Law if found.fallen.count(law)],
        "opens": [{"what": o.what, "more_m": o.m, "stand": o.stand} for o in opens],
    }


def _set(a: Assessment, found: Found, n: int) -> dict[str, Any]:
    good, axles = found.good, []
    for options, at in zip(found.options, good.chosen[:, n], strict=True):
        axle, parts = options.wish.axle, options.wish.parts
        sides = {}
        for side, name in enumerate(SIDES):
            k = int(options.spring[side, at])
            sides[name] = {
                "maker": parts.words["maker"][k],
                "part": parts.parts[k],
                "rate_n_per_m": _known(parts.numbers["rate"][k]),
                "free_m": _known(parts.numbers["free_m"][k]),
                "spacer_m": round(float(options.spacer_m[side, at]), 6),
            }
        sold = sold_as(a, options.wish, int(options.spring[0, at]))
        axles.append(
            {
                "axle": a.job.vehicle.axles[axle].name,
                **sides,
                "stop_spacer_m": _known(options.stop_m[at]),
                "sold_as_m": sold.advertised_m,
                "stated_for": sold.stated_for,
                "gives_at_target_m": _known(sold.gives_m),
                "gives_light_m": _known(sold.light_m),
            }
        )
    return {
        "axles": axles,
        "worst_miss_m": round(float(good.miss_m[n]), 6),
        "worst_case": a.job.cases[int(good.case[n])].name,
        "hub_to_arch_m": np.round(good.height_m[:, :, n], 6).tolist(),
        "cases": [a.job.cases[int(c)].name for c in found.cases],
        "price": _known(good.price[n]),
    }


def _reason(found: Found, law: Law) -> dict[str, Any]:
    fallen = found.fallen
    return {
        "law": law.name.lower(),
        "words": law.words,
        "count": fallen.count(law),
        "nearest": [
            {"part": part_name(found, int(p)), "short": _known(fallen.shortfall[p] * law.cure)}
            for p in fallen.nearest(law, NEAREST)
        ],
    }


def part_name(found: Found, part: int) -> str:
    """The springs of one choice, by maker and number."""
    places = np.unravel_index(part, tuple(o.wish.factors[0] for o in found.options))
    said = []
    for options, place in zip(found.options, places, strict=True):
        parts, count = options.wish.parts, len(options.wish.parts)
        each = (int(place) // count, int(place) % count) if options.wish.each else (int(place),)
        said.append(" / ".join(parts.name(n) for n in each))
    return " + ".join(said)


def _known(value: float) -> float | None:
    return round(float(value), 6) if np.isfinite(value) else None
