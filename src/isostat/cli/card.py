"""`isostat card`: the job card as text, HTML, PDF, its cab card, or what is to be ordered."""

from __future__ import annotations

import argparse

from isostat.answers.card import card_page, card_text, made_words
from isostat.answers.card_order import order_csv
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.stance.band import predicted
from isostat.cli.terminal import ANSWERED, FAULTS, tell
from isostat.job.files import read_job
from isostat.job.save import write_whole
from isostat.report.card import cab_html, card_html, customer_html
from isostat.units.unit import PRESETS
from isostat.wording.reader import Reader


def answer_card(asked: argparse.Namespace) -> int:
    """Writes what is asked for, else prints the card. Raises JobFault or OSError, with a sentence."""
    job = read_job(asked.job)
    a, r = assess(job), Reader(job, PRESETS[asked.units])
    page = card_page(a, r, predicted(a) if a.proposed.stands.any() else None, judge(a))
    made = made_words()
    wanted = ((asked.html, card_html), (asked.cab, cab_html), (asked.customer, customer_html))
    for path, html in wanted:
        if path:
            write_whole(path, html(page, made))
    if asked.order:
        write_whole(asked.order, order_csv(page.buy))
    if asked.pdf:
        from isostat.desktop.paper.card_pdf import card_file, on_paper  # noqa: PLC0415 - the screen's library only where it is wanted

        with on_paper():
            card_file("pdf", a, asked.pdf, r, asked.paper)
    if not (asked.order or asked.pdf or any(path for path, _ in wanted)):
        tell(card_text(page))
    return FAULTS if asked.strict and page.held else ANSWERED
