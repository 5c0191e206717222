"""Kits: whether what one holds stands the vehicle where it is wanted; what is missing from it here, what is left over."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from isostat.assess.find.found import Found
from isostat.assess.find.options import Options, offered, options
from isostat.assess.find.search import check, searched
from isostat.assess.find.tries import Tries, blocks
from isostat.assess.find.wish import AxleWish, CannotSearch
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import Floats
from isostat.units.saying import saying

PIECE = re.compile(r"\s*(?:(\d{1,3})\s*[x×]\s*)?(\S.*?)\s*")
A_PAIR = 2


@dataclass(frozen=True, slots=True)
class Piece:
    """So many of a part; kind and row: in the lists, None and −1 where they do not have it."""

    count: int
    number: str
    kind: str | None
    row: int


class Kits:
    """Kits of a list, what each holds looked up in the lists of its parts.

    listed: by kind. A kit's springs are tried both ways round, since a list does not say which pair is the front one.
    """

    def __init__(self, parts: Parts, listed: Mapping[str, Parts]) -> None:
        self.parts, self.listed = parts, listed

    @cached_property
    def pieces(self) -> tuple[tuple[Piece, ...], ...]:
        """Of every kit."""
        where = {number.casefold(): (kind, row) for kind, parts in self.listed.items() for row, number in enumerate(parts.parts)}
        return tuple(tuple(_pieces(text, where)) for text in self.parts.words["holds"])

    def pairs(self, kit: int, kind: str, choice: Mapping[str, int]) -> list[int]:
        """Pairs of springs of a kind that a kit holds, as choices by part number, each as often as it is there."""
        held = ((p.number.casefold(), p.count // A_PAIR) for p in self.pieces[kit] if p.kind == kind)
        return [choice[number] for number, count in held if number in choice for _ in range(count)]


def _pieces(text: str, where: Mapping[str, tuple[str, int]]) -> Iterator[Piece]:
    for part in text.split(";"):
        m = PIECE.fullmatch(part)
        if m is not None:
            yield Piece(int(m[1] or 1), m[2], *where.get(m[2].casefold(), (None, -1)))


@dataclass(frozen=True, slots=True)
class Lacking:
    """What a kit is for this vehicle. unlisted: parts of it that no list has. springs: axles that it has none for.

    over: pieces that have no place on it, with how many.
    """

    unlisted: tuple[Piece, ...]
    springs: tuple[int, ...]
    over: tuple[tuple[int, Piece], ...]


def lacking(a: Assessment, kits: Kits, kit: int, axles: Sequence[int]) -> Lacking:
    """Of one kit; axles: those that it springs. Two springs, two stops and two shocks an axle have a place."""
    kinds = {i: _listed(a, i) for i in range(len(a.axles))}
    room = {"bump stop": A_PAIR * len(kinds), "shock": A_PAIR * len(kinds)}
    for i in axles:
        kind = kinds[i]
        if kind is not None:
            room[kind] = room.get(kind, 0) + A_PAIR
    over = []
    for piece in kits.pieces[kit]:
        if piece.kind is None:
            continue
        placed = min(piece.count, room.get(piece.kind, 0))
        room[piece.kind] = room.get(piece.kind, 0) - placed
        if placed < piece.count:
            over.append((piece.count - placed, piece))
    return Lacking(
        unlisted=tuple(piece for piece in kits.pieces[kit] if piece.kind is None),
        springs=tuple(i for i in kinds if i not in axles and _moves(a, i)),
        over=tuple(over),
    )


def _listed(a: Assessment, axle: int) -> str | None:
    kind = a.job.proposal.axles[axle].kind
    return {"coil": "coil", "progressive": "progressive coil"}.get(kind)


def _moves(a: Assessment, axle: int) -> bool:
    """Whether an axle is wanted anywhere else than where it stands on the springs as found."""
    off = a.found.hub_to_arch_m[axle, :, a.target_case] - a.fitted_target_m[axle]
    return bool(np.abs(off).max() > a.job.target.band_m.value)


@dataclass(frozen=True, slots=True, kw_only=True)
class KitsFound:
    """A search among kits. of: which kit each choice is. price, days: of the kits that are tried."""

    kits: Kits
    of: tuple[int, ...]
    found: Found

    def name(self, part: int) -> str:
        """Maker and number of the kit that a choice is."""
        return self.kits.parts.name(self.of[part])


def search_kits(a: Assessment, wishes: Sequence[AxleWish], kits: Kits) -> Iterator[KitsFound]:
    """Those kits that have springs for just the axles of the wishes, as `search` has it; a kit is one choice with one price.

    wishes: their parts are the lists that the kits' springs stand in. Raises CannotSearch where there is none.
    """
    check(a, wishes)
    of_axles = tuple(options(a, wish) for wish in wishes)
    springs, of = _both_ways(kits, of_axles)
    if not of:
        raise CannotSearch(saying("No kit of the lists has springs for just these axles."))
    known = {kit: n for n, kit in enumerate(dict.fromkeys(of))}
    tries = Tries(
        springs=np.array(springs, dtype=np.int64).T.reshape(len(wishes), -1),
        part=np.array([known[kit] for kit in of]),
        parts=len(known),
        blocks=blocks(of_axles),
    )
    bought = _bought(kits, tuple(known))
    for found in searched(a, of_axles, tries, bought):
        yield KitsFound(kits=kits, of=tuple(known), found=found)


def _bought(kits: Kits, of: tuple[int, ...]) -> tuple[Floats, Floats]:
    numbers, rows = kits.parts.numbers, np.array(of)
    return numbers["price"][rows], np.where(numbers["shelf"][rows] >= 1, 0.0, numbers["days"][rows])


def _both_ways(kits: Kits, of_axles: Sequence[Options]) -> tuple[list[tuple[int, ...]], list[int]]:
    """Choices of springs by axle, and the kit that each comes of."""
    springs: list[tuple[int, ...]] = []
    of: list[int] = []
    kinds = [offered(o.wish).listed for o in of_axles]
    choice_of = [_choices(o) for o in of_axles]
    for kit in range(len(kits.parts)):
        pairs = [kits.pairs(kit, kind, choice) for kind, choice in zip(kinds, choice_of, strict=True)]
        ways: list[tuple[int, ...]]
        if len(of_axles) == 1 and len(pairs[0]) == 1:
            ways = [(pairs[0][0],)]
        elif len(of_axles) == A_PAIR and kinds[0] == kinds[1] and len(pairs[0]) == A_PAIR:
            ways = list(dict.fromkeys([(pairs[0][0], pairs[0][1]), (pairs[0][1], pairs[0][0])]))
        elif len(of_axles) == A_PAIR and kinds[0] != kinds[1] and len(pairs[0]) == len(pairs[1]) == 1:
            ways = [(pairs[0][0], pairs[1][0])]
        else:
            continue
        springs += ways
        of += [kit] * len(ways)
    return springs, of


def _choices(o: Options) -> dict[str, int]:
    """By part number, which choice it is."""
    assert o.choices is not None
    return {o.choices.parts.parts[int(row)].casefold(): n for n, row in enumerate(o.choices.rows[0])}
