"""The steps as data: every file reads, what is wrong in one is said, and what a step says keeps to the program's voice."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.card.lists import BadList, read_list, step_lists
from isostat.wording.card_settings import NAMED, SETTINGS
from tests.wording.test_words import NEVER

# Settings that neither a job nor a rule can know: a blank to be filled in from the maker's sheet or under the vehicle.
FROM_THE_SHEET = {
    "hooked", "spacer_place", "offset_side", "thick_place", "nitrogen", "skirt", "arch_alike", "bolt_showing", "fitting_angle",
    "bend", "parallel", "jack_stroke", "nose", "opens_axle", "bolt_side", "stop_least", "strap_longer", "thread_showing",
    "thread_turns",
}  # fmt: skip


def test_every_list_reads_and_names_only_steps_that_there_are() -> None:
    lists = step_lists()
    assert {"before", "after", "coil on strut", "leaf pack", "links", "half shaft"} <= set(lists) and len(lists) == 23
    known = {step.key for one in lists.values() for step in one.steps}
    for one in lists.values():
        for step in one.steps:
            for name in (*step.after, *step.ahead_of):
                assert name in lists or name in known or f"{one.name} {name}" in known, (step.key, name)


def test_what_is_read_at_ride_is_read_while_it_stands_on_its_wheels() -> None:
    late = [
        step.key
        for one in step_lists().values()
        for step in one.steps
        if re.search(r"(?i)\b(measure|read)\b.*\b(at ride|hub to hub)\b", step.do)
        and not step.ahead_of
        and not any("after" in name for name in step.after)
        and one.name not in ("before", "after", "links")  # links are squared at ride height on stands
    ]
    assert late == [], "or once it is down again"


def test_every_setting_is_either_filled_in_or_known_to_be_a_blank() -> None:
    used = {name for one in step_lists().values() for step in one.steps for name in NAMED.findall(step.do + step.caution)}
    assert used <= set(SETTINGS) | FROM_THE_SHEET and not set(SETTINGS) & FROM_THE_SHEET
    assert {name for name in FROM_THE_SHEET if name not in used} == set(), "none is kept that no step has"


@pytest.mark.parametrize("pattern", NEVER)
def test_steps_speak_as_the_program_does(pattern: str) -> None:
    said = [(step.key, text) for one in step_lists().values() for step in one.steps for text in (step.do, step.caution)
            if re.search(pattern, text, re.IGNORECASE)]  # fmt: skip
    assert not said, f"say {NEVER[pattern]}"


@pytest.mark.parametrize(
    ("text", "said"),
    [("title =", "odd: "), ('title = "T"', "at least one step"), ('title = "T"\nby = "moon"\n[[step]]\ndo = "x"', "by “moon”"),
     ('title = "T"\n[[step]]\ncaution = "x"', "odd 1: what is done is missing"),
     ('title = "T"\n[[step]]\ndo = "x"\nspeed = 3', "“speed” is not known"),
     ('title = "T"\n[[step]]\ndo = "x"\ntorque = ["loose"]', "“loose” is not known"),
     ('title = "T"\n[[step]]\ndo = "x"\nhold = true', "Say in a few words why it is not driven"),
     ('title = "T"\n[[step]]\ndo = "x"\nwhen = ["rain"]', "“rain” is not known. Use one of valve, steel, leaves")],
)  # fmt: skip
def test_a_file_that_will_not_do_is_refused_with_its_place(text: str, said: str) -> None:
    with pytest.raises(BadList, match=re.escape(said)):
        read_list("odd", text)


@given(st.text(max_size=200))
def test_any_text_is_a_list_or_is_refused_in_words(text: str) -> None:
    try:
        read_list("any", text)
    except BadList as fault:
        assert str(fault).startswith("any")
