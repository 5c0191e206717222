"""What a bump meets: each part's law as it is when there is no time for valves, or for gas to take the room's temperature."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from isostat.core.limits import Floats, Ints
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.platform import Platform


def as_riding(platform: Platform, bank: Bank, compression: Floats) -> tuple[Platform, Bank]:
    """The same platform with laws and couples that have a `riding` of their own replaced by it, case by case.

    platform, bank: at rest. compression: (A, P, B) of every part in m there. Forces at that place stay what they are.
    """
    laws, couples = list(bank.laws), list(bank.couples)
    law = _replaced(laws, platform.law, lambda made, at: made.riding(float(compression[at])))
    teed = platform.teed
    if teed is not None:
        teed = _replaced(
            couples, teed, lambda made, at: made.riding(float(compression[at]), float(compression[at[0], at[1] + 1, at[2]]))
        )
    if law is platform.law and teed is platform.teed:
        return platform, bank
    return replace(platform, law=law, teed=teed), Bank(tuple(laws), bank.motions, tuple(couples))


def _replaced(known: list[Any], index: Ints, riding: Any) -> Ints:
    """Indices into `known`, which grows by what rides differently."""
    changing = [n for n, made in enumerate(known) if hasattr(made, "riding")]
    if not np.isin(index, changing).any():
        return index
    out, places = index.copy(), {made: n for n, made in enumerate(known)}
    for at in zip(*np.nonzero(np.isin(index, changing)), strict=True):
        made = riding(known[index[at]], at)
        out[at] = places.setdefault(made, len(known))
        if out[at] == len(known):
            known.append(made)
    return out
