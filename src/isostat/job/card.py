"""What a job keeps of its card: steps ticked, torques typed and tightened, readings written down, cures chosen."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import Frozen, Number, Text, TorqueValue, Whole

State = Literal[
    "bench", "air", "wheels", "ride"
]  # out of the vehicle, wheel off the ground, weight on tyres, rolled at ride height


class Tick(Frozen):
    """A step that was done. step, place: as the card has them; parts: the mark of what was fitted then; who, at: as given."""

    step: Text
    place: Text = ""
    parts: Text = ""
    who: Text = ""
    at: Text = ""


class Torque(Frozen):
    """A joint of a step in a state: the maker's figure and where it stands, and who tightened it."""

    step: Text
    place: Text = ""
    state: State
    value: TorqueValue | None = None
    source: Text = ""
    done: bool = False
    who: Text = ""
    at: Text = ""


class Written(Frozen):
    """A reading that a step asks for, as it was written down."""

    step: Text
    place: Text = ""
    name: Text
    text: Text = ""


class Bought(Frozen):
    """Parts of an axle as a list has them: what they are called there, price of all of them, days until they are there.

    of: springs, or leaf, shock, bump stop, helper. mark: of what was fitted at the axle when they were taken; with another fit they
    are other parts.
    """

    axle: Whole = Field(ge=0, le=2)
    of: Text = "springs"
    part: Text
    maker: Text = ""
    price: Number | None = None
    days: Number | None = None
    mark: Text = ""


class Chosen(Frozen):
    """The way to put a thing right that the height drags along, as Knock-on names both. axle: None for the whole vehicle."""

    what: Text
    axle: Whole | None = Field(default=None, ge=0, le=2)
    way: Text


class Card(Frozen):
    """All of it; the steps themselves are composed from the job. call: whom the cab card says to call."""

    ticks: tuple[Tick, ...] = Field(default=(), max_length=600)
    torques: tuple[Torque, ...] = Field(default=(), max_length=300)
    written: tuple[Written, ...] = Field(default=(), max_length=600)
    bought: tuple[Bought, ...] = Field(default=(), max_length=12)
    chosen: tuple[Chosen, ...] = Field(default=(), max_length=100)
    call: Text = ""
