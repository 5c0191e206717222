"""The lists that ship: an invented catalogue, and what an invented shop has on its shelf."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from importlib.resources import files

from isostat.catalogue.sheet import Sheet, read_sheet

SHIPPED: Mapping[str, str] = {
    "coil": "coils.csv",
    "progressive coil": "progressive-coils.csv",
    "stacked spring": "stacked-springs.csv",
    "leaf pack": "leaf-packs.csv",
    "leaf": "leaves.csv",
    "air bag": "air-bags.csv",
    "torsion bar": "torsion-bars.csv",
    "bump stop": "bump-stops.csv",
    "shock": "shocks.csv",
    "helper": "helpers.csv",
    "kit": "kits.csv",
    "shelf": "shelf.csv",
}


@cache
def shipped(kind: str) -> Sheet:
    """The list of a kind that ships."""
    name = SHIPPED[kind]
    return read_sheet((files("isostat.catalogue") / "demo" / name).read_text("utf-8"), name)
