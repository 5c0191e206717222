"""Settings of a card that are a bolt's length: by what was read of the old one or of its stack, in the lengths that are stocked."""

from __future__ import annotations

from collections.abc import Callable

from isostat.core import rules
from isostat.core.parts.bolt import stocked_bolt
from isostat.language import tr
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Quantity
from isostat.wording.card_at import At
from isostat.wording.card_dragged import diff_lower_m


def written_m(at: At, step: str, name: str) -> float | None:
    """A length that was written down at a step of this axle, whichever wheel; None where none was, or it is no length."""
    for one in at.a.job.card.written:
        if (one.step, one.name) == (step, name) and one.place.split()[:1] == [str(at.i)]:
            try:
                return float(parse(one.text, Quantity.COIL, at.r.preset).si)
            except NotUnderstood:
                continue
    return None


def _stocked(at: At, needed_m: float) -> str:
    return at.stocked(stocked_bolt(needed_m, inches=at.in_inches), needed_m)


def _longer(at: At, old_m: float | None, more_m: float) -> str:
    """A bolt through a spacer more."""
    if more_m <= 0.0:
        return tr("same as the old one")
    return tr("{m} longer than the old one", m=at.r.coil(more_m)) if old_m is None else _stocked(at, old_m + more_m)


def stop_bolt(at: At) -> str:
    """Of a bump stop with a spacer under it."""
    return _longer(at, written_m(at, "bump stop 1", "bolt"), at.a.fits[at.i].stop_spacer_m)


def stop_part(at: At) -> str | None:
    """What a bump stop takes: another stop, a spacer with its bolt; None where it is only trimmed or left out."""
    spacer, high = at.a.fits[at.i].stop_spacer_m, at.a.job.proposal.axles[at.i].stop.free_height_m
    said = [] if high is None else [tr("bump stop, free height {m}", m=at.r.coil(float(high.value)))]
    if spacer > 0.0:
        said.append(tr("bump-stop spacer {m}, bolt {bolt}", m=at.r.coil(spacer), bolt=stop_bolt(at)))
    return ", ".join(said) or None


def diff_bolt(at: At) -> str:
    """Of a mount of the differential."""
    return _longer(at, written_m(at, "half shaft 1", "mount bolt"), diff_lower_m(at) or 0.0)


def helper_bolt(at: At) -> str:
    """Of a foam helper's clamp: plate, bracket, and what washer, nut and two threads take."""
    plate, bracket, rod = (written_m(at, "foam helper 1", name) for name in ("plate", "bracket", "bolt"))
    if plate is None or bracket is None or rod is None:
        return tr("plate + bracket + {n} × bolt diameter", n=f"{float(rules.U_BOLT_NUT):g}")
    return _stocked(at, plate + bracket + float(rules.U_BOLT_NUT) * rod)


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "stop_bolt": stop_bolt, "stop_part": stop_part, "diff_bolt": diff_bolt, "helper_bolt": helper_bolt,
}  # fmt: skip
