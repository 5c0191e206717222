"""Settings of a card that come from Knock-on: by what bars, links, shafts and all else are put right."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator

from isostat.assess.fit.changes import ON_BAR, ON_HALF_SHAFT, ON_LINKS, put_right_apart
from isostat.assess.knock_on.line import Cure, Line, Way, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.on_card import cure_of, on_card
from isostat.language import tr
from isostat.wording.card_at import At
from isostat.wording.knock_on import say_case, say_cure, say_what


def _cures(at: At, whats: tuple[What, ...]) -> Iterator[tuple[Line, Cure]]:
    """By what each thing that a list is about is put right: as chosen for the card, else the first way."""
    for line in knock_ons(at.a):
        cure = cure_of(at.a.job, line) if line.what in whats and line.axle == at.i else None
        if cure is not None:
            yield line, cure


def _listed(at: At, cures: Iterable[tuple[Line, Cure]]) -> str | None:
    """In a sentence, each once."""
    said = dict.fromkeys(say_cure(line, cure, at.r) for line, cure in cures)
    return "; ".join(one[0].lower() + one[1:] for one in said) or None


def plan(whats: tuple[What, ...]) -> Callable[[At], str | None]:
    """What was chosen; else one way alone, of several rods or the first: two for the same links may contradict each other."""

    def said(at: At) -> str | None:
        cures = list(_cures(at, whats))
        chosen = [one for one in cures if on_card(at.a.job, one[0])]
        return _listed(at, chosen or sorted(cures, key=lambda one: not one[1].plan)[:1])

    return said


def put_right(at: At) -> str | None:
    """By what is put right what no other list of steps is about."""
    return _listed(at, put_right_apart(at.a, at.axle))


def put_right_lines(at: At) -> str | None:
    """What is to be read again for it."""
    return ", ".join(say_what(line, at.r) for line, _ in put_right_apart(at.a, at.axle)) or None


def bar_length(at: At) -> str | None:
    """Eye to eye, as it was where another way was chosen."""
    found, read = next(_cures(at, (What.SIDEWAYS,)), None), at.a.job.vehicle.axles[at.i].track_bar_m
    if found is None or read is None:
        return None
    return at.r.height_unit(float(read.value) + (found[1].by if found[1].way is Way.LONGER_BAR else 0.0))


def bar_part(at: At) -> str | None:
    """What the bar takes: another one, or a bracket; None where a known thread is turned or a hole is drilled."""
    found = next(_cures(at, (What.SIDEWAYS,)), None)
    if found is None or found[1].half_turns is not None or found[1].way is Way.HOLE:
        return None
    if found[1].way is Way.BRACKET:
        return tr("bracket for the Panhard bar: {parts}", parts=_listed(at, [found]))
    length = bar_length(at)
    return None if length is None else tr("adjustable Panhard bar set to {length}, ends and jam nut", length=length)


def diff_lower_m(at: At) -> float | None:
    """By how much the differential comes down; None where nothing is put right at the half-shafts."""
    found = [cure for _, cure in _cures(at, ON_HALF_SHAFT)]
    return max((cure.by for cure in found if cure.way in (Way.DROP, Way.DROP_BRACKET)), default=0.0) if found else None


def diff_spacer(at: At) -> str | None:
    """The same in words."""
    lower = diff_lower_m(at)
    return None if lower is None else at.r.height_unit(lower) if lower > 0.0 else tr("none")


def link_part(at: At) -> str | None:
    """What the links take where they cannot just be turned: other links, brackets, shims; None where they can."""
    cures = [(line, cure) for line, cure in _cures(at, ON_LINKS) if cure.half_turns is None and not cure.plan]
    chosen = [one for one in cures if on_card(at.a.job, one[0])]
    said = _listed(at, chosen or cures[:1])
    return None if said is None else tr("for the links: {parts}", parts=said)


def shim(at: At) -> str | None:
    """Of shims or a wedge at the links, where they are not left alone."""
    found = next(_cures(at, (What.CASTER, What.PINION)), None)
    if found is None:
        return None
    line, cure = found
    return _listed(at, [(line, cure)]) if cure.way in (Way.BUSHES, Way.WEDGE) else tr("none")


def _now(at: At, what: What) -> str | None:
    """A line of Knock-on at the target."""
    for line in knock_ons(at.a):
        if line.what is what and line.axle == at.i and not line.asks:
            return say_case(at.a, line, at.a.target_case, at.r)
    return None


def joint_angle(at: At) -> str | None:
    """Of a half-shaft's outer joint."""
    return _now(at, What.HALF_SHAFT)


def slip(at: At) -> str | None:
    """Of a shaft, both ways."""
    ways = [_now(at, What.SLIP_IN), _now(at, What.SLIP_OUT)]
    return None if None in ways else tr("{a} in, {b} out", a=ways[0], b=ways[1])


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "link_plan": plan(ON_LINKS), "bar_plan": plan(ON_BAR), "half_shaft_plan": plan(ON_HALF_SHAFT), "put_right": put_right,
    "put_right_lines": put_right_lines, "bar_length": bar_length, "bar_part": bar_part, "diff_spacer": diff_spacer,
    "follow_drop": diff_spacer,
    "link_part": link_part, "shim": shim, "joint_angle": joint_angle, "slip": slip,
}  # fmt: skip
