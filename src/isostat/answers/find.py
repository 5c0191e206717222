"""What a search answers, as plain data, SI with the unit in each name: what `isostat find --json` prints."""

from __future__ import annotations

from typing import Any

import numpy as np

from isostat.assess.find.beside.every import BESIDE
from isostat.assess.find.found import Found
from isostat.assess.find.law import Law
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.why_not import Opens
from isostat.assess.find.wish import Varied
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
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
        "opens": [{"what": o.of.words, "more_m": o.m, "stand": o.stand} for o in opens],
    }


def _set(a: Assessment, found: Found, n: int) -> dict[str, Any]:
    good, axles = found.good, []
    for options, at in zip(found.options, good.chosen[:, n], strict=True):
        wish, s = options.wish, options.settings(np.array([at]))
        axle: dict[str, Any] = {"axle": a.job.vehicle.axles[wish.axle].name}
        if options.choices is not None:
            level = "collar_down_m" if wish.spacers.of is Varied.COLLAR else "spacer_m"
            for side, name in enumerate(SIDES):
                way = int(s.way[side, 0])
                springs = [_part(options.choices.parts, int(row)) for row in options.choices.rows[:, way]]
                axle[name] = {"springs": springs, level: round(float(s.level_m[side, 0]), 6)}
            sold = sold_as(a, options, int(s.way[0, 0]))
            axle["ring_m"] = _known(options.choices.ring_m[s.way[0, 0]])
            axle |= {"sold_as_m": sold.advertised_m, "stated_for": sold.stated_for}
            axle |= {"gives_at_target_m": _known(sold.gives_m), "gives_light_m": _known(sold.light_m)}
        axle |= {"stop_spacer_m": _known(s.stop_m[0]), "helper_pa": _known(s.pressure_pa[0])}
        for kind in BESIDE:
            parts = wish.beside.get(kind)
            axle[kind.replace(" ", "_")] = None if parts is None else _part(parts, int(s.beside[kind][0]))
        axles.append(axle)
    return {
        "axles": axles,
        "worst_miss_m": round(float(good.miss_m[n]), 6),
        "worst_case": a.job.cases[int(good.case[n])].name,
        "hub_to_arch_m": np.round(good.height_m[:, :, n], 6).tolist(),
        "cases": [a.job.cases[int(c)].name for c in found.cases],
        "price": _known(good.price[n]),
        "days": _known(good.days[n]),
        "stress_used": _known(good.used[n]),
        "frequency_hz": [_known(hz) for hz in good.frequency_hz[:, n]],
    }


def _reason(found: Found, law: Law) -> dict[str, Any]:
    fallen = found.fallen
    return {
        "law": law.name.lower(),
        "words": law.words,
        "count": fallen.count(law),
        "nearest": [{"part": found.name(int(p)), "short": _known(fallen.broken(int(p))[1])} for p in fallen.nearest(law, NEAREST)],
    }


def _part(parts: Parts, row: int) -> dict[str, Any]:
    """A line of a list: maker and number, and what it says of it, SI by the name of the column."""
    said = {key: _known(values[row]) for key, values in parts.numbers.items() if np.isfinite(values[row])}
    return {"maker": parts.words["maker"][row], "part": parts.parts[row], **said}


def _known(value: float) -> float | None:
    return round(float(value), 6) if np.isfinite(value) else None
