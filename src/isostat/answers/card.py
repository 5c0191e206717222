"""The job card as it is read, on screen and on paper: what to buy, steps with settings, what holds it back, what comes after."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from datetime import date
from importlib.metadata import version

import numpy as np

from isostat.answers.card_order import Bought, order_lines, ordered_parts
from isostat.answers.ruler import Ruler, rulers_of
from isostat.assess.fit.compose import AFTER, BEFORE, Entry, card_of
from isostat.assess.fit.done import done_of
from isostat.assess.judgement import Grade, Judgement
from isostat.assess.load.ratings import Rating, ratings
from isostat.assess.log.due import Recheck
from isostat.assess.log.promise import case_of, read_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.assess.stance.band import Prediction
from isostat.job.card import Tick
from isostat.job.edits.card import torque_of, written_of
from isostat.language import capital, later, tr, trn
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.card_at import At
from isostat.wording.card_settings import blanks, filled
from isostat.wording.due import say_recheck, say_when
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

STATES = {
    "bench": later("on the bench"), "air": later("wheel off the ground"), "wheels": later("weight on the tyres"),
    "ride": later("at ride height, rolled"),
}  # fmt: skip
LAW = later(
    "Local law on lift, lamps and modified vehicles governs. Ratings hold: springs do not raise them. Alignment, welding and "
    "brakes by licensed people."
)


@dataclass(frozen=True, slots=True, kw_only=True)
class TorqueBox:
    """A joint in a state. value: the maker's figure, blank until typed. by: who tightened it, and when."""

    state: str
    words: str
    value: str
    source: str
    done: bool
    by: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """A step as it is read. stale: ticked, and the parts are other ones since."""

    n: int
    key: tuple[str, str]
    place: str
    text: str
    caution: str
    look: bool
    hold: bool
    reads: tuple[tuple[str, str], ...]  # name, as written down
    torques: tuple[TorqueBox, ...]
    heights: bool
    blanks: int
    done: bool
    stale: bool
    who: str
    at: str


@dataclass(frozen=True, slots=True)
class Section:
    """Steps of one list at one place, that follow each other. again: earlier ones of the same stand further up."""

    title: str
    place: str
    rows: tuple[Row, ...]
    rulers: tuple[Ruler, ...] = ()
    again: bool = False

    @property
    def headed(self) -> str:
        """What is done, and where."""
        head = _headed(self.title, self.place)
        return tr("{part}, cont.", part=head) if self.again else head

    @property
    def ruler(self) -> Ruler | None:
        """In the state in which it is set."""
        return self.rulers[0] if self.rulers else None


@dataclass(frozen=True, slots=True)
class Floor:
    """What a wheel read as weighed, and will read on the workshop's floor. band: from, to; empty until worked out."""

    corner: str
    before: str
    height: str
    band: str
    measured: str = ""  # by the last entry of the log in this case


@dataclass(frozen=True, slots=True, kw_only=True)
class CardPage:
    """The whole card. held: why it is not to be driven; gone: steps whose tick no longer holds."""

    title: str
    number: str
    vehicle: str
    proposal: str
    held: tuple[str, ...]
    gone: tuple[str, ...]
    buy: tuple[Bought, ...]
    sections: tuple[Section, ...]
    floor: tuple[Floor, ...]
    floor_case: str
    pressures: tuple[tuple[str, str], ...]
    limits: tuple[tuple[str, str], ...]
    due: tuple[tuple[str, str], ...]
    call: str
    law: str
    blanks: str
    undone: tuple[str, ...]
    warnings: tuple[tuple[str, str], ...]
    open: int
    total: int


def made_words() -> str:
    """When, and by which version."""
    return tr("made {day} by Isostat {version}", day=f"{date.today():%Y-%m-%d}", version=version("isostat"))


def card_text(page: CardPage) -> str:
    """The card for a terminal or a message: what to order, then every step."""
    out = [tr("Job card {number}, {title}", number=page.number, title=page.title), ""]
    out += [tr("Not to be driven until ticked: {steps}.", steps="; ".join(page.held)), ""] if page.held else []
    out += [f"  {line}" for line in order_lines(page.buy)]
    out += [""] * bool(page.buy)
    for section in page.sections:
        out.append(section.headed)
        for row in section.rows:
            out += [f"       ! {row.caution}"] if row.caution else []
            out.append(f"  [{'x' if row.done else ' '}] {row.n} {row.text}")
    return "\n".join(out) + "\n" if page.sections else tr("Nothing is changed on this vehicle: there is nothing to fit.") + "\n"


def card_page(a: Assessment, r: Reader, prediction: Prediction | None = None, judgements: Iterable[Judgement] = ()) -> CardPage:
    """Everything in words. prediction: for the bands of the heights to be read; left out, heights alone.

    judgements: that whoever owns the vehicle is told of.
    """
    card = card_of(a)
    done = done_of(a.job, card)
    rows = [_row(a, r, n, *one) for n, one in enumerate(zip(card, done.ticks, done.holds, strict=True), 1)]
    numbers = {(e.step.key, e.place): n for n, e in enumerate(card, 1)}

    def told(entries: tuple[Entry, ...], words: str, head: Callable[[Entry], str]) -> tuple[str, ...]:
        """Under each head the numbers of its steps."""
        under: dict[str, list[str]] = {}
        for e in entries:
            under.setdefault(head(e), []).append(str(numbers[e.step.key, e.place]))
        return tuple(tr(words, head=head, n=", ".join(found)) for head, found in under.items())

    def listed(entries: tuple[Entry, ...]) -> tuple[str, ...]:
        return told(entries, later("{head}: step {n}"), lambda e: _headed(tr(e.title), _place(r, e)))

    floor = At(a, r, None, None).floor
    missing = sum(row.blanks + sum(not torque.value for torque in row.torques) for row in rows)
    return CardPage(
        title=a.job.title,
        number=a.job.number,
        vehicle=a.job.vehicle.name,
        proposal=a.job.proposal.name,
        held=told(done.forbids_driving, later("{head} (step {n})"), lambda e: tr(e.step.hold)),
        gone=listed(done.gone),
        buy=tuple(ordered_parts(a, r, card)),
        sections=_sections(a, r, card, rows),
        floor=tuple(_floor(a, r, i, side, floor, prediction) for i in range(len(a.axles)) for side in (0, 1)),
        floor_case=capital(r.case(floor)),
        pressures=tuple(_pressures(a, r)),
        limits=tuple((capital(_rated(r, x)), r.mass(x.limit_kg - float(x.load_kg.max()))) for x in ratings(a)),
        due=tuple((say_when(what), say_recheck(what)) for what in Recheck),
        call=a.job.card.call,
        law=tr(LAW),
        blanks=trn("1 blank to fill in from the maker's sheet", "{n} blanks to fill in from the makers' sheets", missing)
        if missing
        else "",
        undone=listed(tuple(e for e, good in zip(card, done.holds, strict=True) if not good)) if a.job.card.ticks else (),
        warnings=tuple(_warnings(judgements, r)),
        open=sum(not row.done for row in rows),
        total=len(rows),
    )


def _headed(title: str, place: str) -> str:
    return tr("{title}, {place}", title=title, place=place) if place else title


def _place(r: Reader, e: Entry) -> str:
    return "" if e.axle is None else r.corner(e.axle, e.side)


def _warnings(judgements: Iterable[Judgement], r: Reader) -> list[tuple[str, str]]:
    """Findings of more than a note, worst first; each thing once."""
    said = [say(j, r) for j in judgements if j.grade > Grade.NOTE]
    return list(dict.fromkeys((tr("{place}: {title}", place=capital(one.place), title=one.title), one.body) for one in said))


def _row(a: Assessment, r: Reader, n: int, e: Entry, tick: Tick | None, done: bool) -> Row:
    at, step, key = At(a, r, e.axle, e.side), e.step, (e.step.key, e.place)
    torques = []
    for state in step.torque:
        known = torque_of(a.job, key, state)
        value = "" if known.value is None else with_unit(float(known.value.value), Quantity.TORQUE, r.preset)
        torques.append(
            TorqueBox(
                state=state,
                words=tr(STATES[state]),
                value=value,
                source=known.source,
                done=known.done,
                by=f"{known.who} {known.at}".strip(),
            )
        )
    return Row(
        n=n,
        key=key,
        place=_place(r, e),
        text=filled(step.do, at),
        caution=filled(step.caution, at) if step.caution else "",
        look=step.look,
        hold=bool(step.hold),
        reads=tuple((tr(name), written_of(a.job, key, name)) for name in step.reads),
        torques=tuple(torques),
        heights=step.heights,
        blanks=blanks(step.do + step.caution, at),
        done=done,
        stale=tick is not None and not done,
        who="" if tick is None else tick.who,
        at="" if tick is None else tick.at,
    )


def _sections(a: Assessment, r: Reader, card: tuple[Entry, ...], rows: list[Row]) -> tuple[Section, ...]:
    """List by list, place by place; what is done before it is lifted, and once it is down, is a section each, whatever list it is
    of.
    """
    out: list[Section] = []
    ruled = set[tuple[str, str]]()
    lifted = max((n for n, e in enumerate(card) if e.step.list == BEFORE), default=0)
    down = next((n for n, e in enumerate(card) if e.step.list == AFTER), len(card))
    for n, (e, row) in enumerate(zip(card, rows, strict=True)):
        title, place = tr(e.title), row.place
        if e.step.list not in (BEFORE, AFTER) and not lifted < n < down:
            row = replace(row, text=tr("{part}: {text}", part=_headed(title, place), text=row.text))  # noqa: PLW2901 - the same, named
            title, place = out[-1].title, out[-1].place
        if out and (out[-1].title, out[-1].place) == (title, place):
            out[-1] = replace(out[-1], rows=(*out[-1].rows, row))
        else:
            rulers = () if (e.step.list, e.place) in ruled else rulers_of(a, r, e.step.list, e.axle, e.side)
            ruled.add((e.step.list, e.place))
            again = any((section.title, section.place) == (title, place) for section in out)
            out.append(Section(title, place, (row,), rulers, again))
    return tuple(out)


def _floor(a: Assessment, r: Reader, i: int, side: int, case: int, prediction: Prediction | None) -> Floor:
    height, measured = float(a.proposed.hub_to_arch_m[i, side, case]), _measured(a, r, i, side, case)
    corner, before = capital(r.corner(i, side)), r.height_unit(float(a.baseline_m[i, side]))
    if not a.proposed.stands[case]:
        return Floor(corner, before, tr("does not stand"), "", measured)
    if prediction is None or prediction.band.low_m.shape != a.proposed.hub_to_arch_m.shape:
        return Floor(corner, before, r.height_unit(height), "", measured)
    middle, low, high = (
        float(of[i, side, case]) for of in (prediction.band.middle_m, prediction.band.low_m, prediction.band.high_m)
    )
    return Floor(
        corner, before, r.height_unit(middle), tr("{low} to {high}", low=r.height(low), high=r.height_unit(high)), measured
    )


def _measured(a: Assessment, r: Reader, i: int, side: int, case: int) -> str:
    """What the log has of a wheel, rolled, in a case; the last of it."""
    read = [float(read_of(a, one)[i, side]) for one in a.job.log if one.state != "lowered" and case_of(a, one) == case]
    known = [m for m in read if np.isfinite(m)]
    return r.height_unit(known[-1]) if known else ""


def _pressures(a: Assessment, r: Reader) -> list[tuple[str, str]]:
    """Of bags in every case, and of tyres."""
    out = []
    for i in range(len(a.axles)):
        bags = aired(a, i)
        if bags is not None:
            for case in range(a.cases):
                if not a.proposed.stands[case] or not np.isfinite(bags.gauge_pa[:, case]).all():
                    continue
                said = At(a, r, i, None).both([r.pressure(float(bags.gauge_pa[side, case])) for side in (0, 1)])
                out.append((tr("{axle} bags, {case}", axle=capital(r.axle(i)), case=r.case(case)), said))
            out += _never(a, r, i)
        tyre = a.job.vehicle.axles[i].tyre_pressure_pa
        if tyre is not None:
            out.append((tr("{axle} tyres", axle=capital(r.axle(i))), r.pressure(float(tyre.value))))
    return out


def _never(a: Assessment, r: Reader, i: int) -> list[tuple[str, str]]:
    """What a bag's maker allows."""
    bag, axle = a.job.proposal.axles[i].bag, capital(r.axle(i))
    ends = ((tr("{axle} bags, never below", axle=axle), bag.least_pa), (tr("{axle} bags, never above", axle=axle), bag.most_pa))
    return [(words, r.pressure(float(end.value))) for words, end in ends if end is not None]


RATED = {
    "plate": later("axle rating"), "tyre": later("tyre rating"), "wheel": later("wheel rating"), "hitch": later("hitch rating"),
}  # fmt: skip


def _rated(r: Reader, rating: Rating) -> str:
    if rating.axle is None:
        return tr("hitch rating") if rating.what == "hitch" else tr("gross vehicle rating")
    return tr("{what}, {axle}", what=tr(RATED[rating.what]), axle=r.axle(rating.axle))
