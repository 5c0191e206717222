"""What follows from an assessment is worked out once, and kept by it: it goes when its owner lets the assessment go."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Any, Concatenate, ParamSpec, Protocol, TypeVar

Keeper = TypeVar("Keeper", bound="Keeps")
More = ParamSpec("More")
Answer = TypeVar("Answer")


class Keeps(Protocol):
    """Whatever has a memory of its own."""

    @property
    def memory(self) -> dict[Any, Any]:
        """By function and arguments."""


def remembered(work: Callable[Concatenate[Keeper, More], Answer]) -> Callable[Concatenate[Keeper, More], Answer]:
    """The same function, whose answer its first argument keeps."""

    @wraps(work)
    def kept(keeper: Keeper, /, *args: More.args, **kwargs: More.kwargs) -> Answer:
        key = (work, args, tuple(kwargs.items()))
        if key not in keeper.memory:
            keeper.memory[key] = work(keeper, *args, **kwargs)
        answer: Answer = keeper.memory[key]
        return answer

    return kept
