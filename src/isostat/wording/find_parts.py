"""Parts of a list in words: what each is by its main figures."""

from __future__ import annotations

import numpy as np

from isostat.catalogue.parts import Parts
from isostat.language import tr
from isostat.wording.reader import Reader


def say_part(parts: Parts, row: int, r: Reader) -> str:
    """One line of a list by what it measures: `98.0 N/mm, 410 mm free`."""
    n = {key: float(values[row]) for key, values in parts.numbers.items()}
    match parts.kind:
        case "progressive coil":
            return tr(
                "{first}, then {second}, {m} free", first=r.rate(n["rate"]), second=r.rate(n["firm_rate"]), m=r.coil(n["free_m"])
            )
        case "torsion bar":
            return tr("{across} across, {m} long", across=r.wire(n["diameter_m"]), m=r.coil(n["length_m"]))
        case "air bag":
            return tr("{across} across, {m} extended", across=r.coil(n["across_m"]), m=r.coil(n["height_m"]))
        case "leaf pack":
            return tr("{rate}, {m} free arch, {n} leaves", rate=r.rate(n["rate"]), m=r.coil(n["arch_m"]), n=f"{n['leaves']:.0f}")
        case "shock":
            return tr("{out} extended, {shut} collapsed", out=r.coil(n["extended_m"]), shut=r.coil(n["collapsed_m"]))
        case "leaf":
            ends = {"front": r.coil(n["front_m"]), "rear": r.coil(n["rear_m"])}
            return tr("{thick} thick, {front} and {rear} from its bolt", thick=r.wire(n["thick_m"]), **ends)
        case "bump stop" | "helper":
            said = [tr("{m} free height", m=r.coil(n["free_m"])), tr(parts.words["material"][row])]
            return ", ".join(said if np.isnan(n["rate"]) else [*said, r.rate(n["rate"])])
        case _:
            return tr("{rate}, {m} free", rate=r.rate(n["rate"]), m=r.coil(n["free_m"]))
