"""The card as HTML, for a browser or for paper: one template each, everything that comes from a job escaped."""

from __future__ import annotations

from functools import cache

from jinja2 import Environment, PackageLoader, StrictUndefined
from markupsafe import Markup

from isostat.answers.card import CardPage
from isostat.language import tr

SQUARE, DONE = "[&nbsp;&nbsp;]", "[×]"  # on paper


@cache
def _templates() -> Environment:
    return Environment(loader=PackageLoader("isostat.report", "."), autoescape=True, undefined=StrictUndefined,
                       trim_blocks=True, lstrip_blocks=True)  # fmt: skip


def ruler_place(n: int) -> str:
    """What marks the place of a ruler on paper, which is drawn in there; letters that no job has."""
    return f"\ue000{n}\ue001"


def card_html(page: CardPage, made: str, *, paper: bool = False) -> str:
    """The whole card. made: when and by which version. paper: squares in place of boxes that a browser ticks."""
    return (
        _templates()
        .get_template("card.html")
        .render(page=page, made=made, say=tr, paper=paper, box=_square if paper else _box, ruler_place=ruler_place)
    )


def cab_html(page: CardPage, made: str) -> str:
    """What stays in the cab."""
    return _templates().get_template("cab.html").render(page=page, made=made, say=tr)


def customer_html(page: CardPage, made: str) -> str:
    """What whoever owns the vehicle takes along."""
    return _templates().get_template("customer.html").render(page=page, made=made, say=tr)


def _box(done: bool) -> Markup:
    return Markup('<input type="checkbox" checked>' if done else '<input type="checkbox">')


def _square(done: bool) -> Markup:
    return Markup(DONE if done else SQUARE)
