"""Labels beside a scale: each as near to its point as the others allow."""

from __future__ import annotations


def spread(wanted: list[float], pitch: float, top: float, foot: float) -> list[float]:
    """Places at least `pitch` apart between `top` and `foot`, in the rising order of `wanted`, px.

    Pushed down from the top first, then up from the foot; where all cannot fit, the foot holds and the top overflows.
    """
    out: list[float] = []
    for y in wanted:
        out.append(max(y, out[-1] + pitch) if out else max(y, top))
    for n in range(len(out) - 1, -1, -1):
        out[n] = min(out[n], foot - (len(out) - 1 - n) * pitch)
    return out
