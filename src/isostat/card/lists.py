"""Lists of steps, kind by kind, as `steps/*.toml` say them; what comes before and after every kind is a list too."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any

STATES = ("bench", "air", "wheels", "ride")
WHEN = ("valve", "steel", "leaves", "put right", "grooves")
BY = ("vehicle", "axle", "wheel", "corner")


class BadList(ValueError):
    """A file of steps that cannot be read: where, and what is accepted."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """do, caution: sentences with {settings} to be filled in; the caution stands before the act.

    after: steps that come first, by number in its own list, as `other list 3`, or a whole list; ahead_of: steps of what comes
    before the work that wait for it: what is read or undone on its wheels, before it is lifted; reads: what is written down;
    torque: states in which its joint is tightened; look: sides and ends are looked at twice; hold: why it is not driven until
    this is ticked; heights: of every wheel are read; when: what there must be for it to be asked: a brake valve, a new steel
    spring, leaves that come out, a cure on the card.
    """

    list: str
    number: int
    do: str
    caution: str = ""
    after: tuple[str, ...] = ()
    ahead_of: tuple[str, ...] = ()
    reads: tuple[str, ...] = ()
    torque: tuple[str, ...] = ()
    look: bool = False
    hold: str = ""
    heights: bool = False
    when: tuple[str, ...] = ()

    @property
    def key(self) -> str:
        """By which ticks and other lists know it: `coil on strut 4`."""
        return f"{self.list} {self.number}"


@dataclass(frozen=True, slots=True, kw_only=True)
class StepList:
    """by: done once, for an axle, for a wheel (both of a beam at once), or corner by corner."""

    name: str
    title: str
    by: str
    steps: tuple[Step, ...]


@cache
def step_lists() -> dict[str, StepList]:
    """Every list by its name. Raises BadList where a shipped file is not as it should be."""
    folder = files("isostat.card") / "steps"
    found = {}
    for file in sorted(folder.iterdir(), key=lambda one: one.name):
        if file.name.endswith(".toml"):
            name = file.name.removesuffix(".toml").replace("-", " ")
            found[name] = read_list(name, file.read_text(encoding="utf-8"))
    return found


def read_list(name: str, text: str) -> StepList:
    """A list of its text. Raises BadList with the place and what is accepted."""
    try:
        data = tomllib.loads(text)
    except tomllib.TOMLDecodeError as fault:
        raise BadList(f"{name}: {fault}") from fault
    by = data.get("by", "vehicle")
    if by not in BY:
        raise BadList(f"{name}: by “{by}” is not known. Use one of {', '.join(BY)}.")
    steps = tuple(_step(name, n, one) for n, one in enumerate(data.get("step", ()), 1))
    if not steps or not data.get("title"):
        raise BadList(f"{name}: a title and at least one step are needed.")
    return StepList(name=name, title=str(data["title"]), by=by, steps=steps)


def _step(name: str, n: int, given: dict[str, Any]) -> Step:
    fields = {"do", "caution", "after", "ahead_of", "reads", "torque", "look", "hold", "heights", "when"}
    unknown = sorted(set(given) - fields)
    if unknown:
        raise BadList(f"{name} {n}: “{unknown[0]}” is not known. Use {', '.join(sorted(fields))}.")
    if not given.get("do"):
        raise BadList(f"{name} {n}: what is done is missing.")
    states = [state for state in given.get("torque", ()) if state not in STATES]
    if states:
        raise BadList(f"{name} {n}: torque state “{states[0]}” is not known. Use one of {', '.join(STATES)}.")
    after, ahead_of, reads, torque, when = (tuple(given.get(key, ())) for key in ("after", "ahead_of", "reads", "torque", "when"))
    conditions = [one for one in when if one not in WHEN]
    if conditions:
        raise BadList(f"{name} {n}: condition “{conditions[0]}” is not known. Use one of {', '.join(WHEN)}.")
    look, heights, hold = bool(given.get("look", False)), bool(given.get("heights", False)), given.get("hold", "")
    if not isinstance(hold, str):
        raise BadList(f"{name} {n}: hold is “{hold}”. Say in a few words why it is not driven.")
    return Step(list=name, number=n, do=given["do"], caution=given.get("caution", ""), after=after, ahead_of=ahead_of,
                reads=reads, torque=torque, when=when, look=look, hold=hold, heights=heights)  # fmt: skip
