"""The program's voice: what it never says, one term for one thing, and a reason behind every finding."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.core.limits import OutOfRange
from isostat.job.out_of_range import RESULTS, say_out_of_range
from isostat.units.unit import DEFAULT_PRESET, PRESETS
from isostat.wording.tell import NotSaid
from isostat.wording.terms import terms
from isostat.wording.why import WHYS, say_why
from tests.texts import texts
from tests.wording.test_sentences import KINDS

ROOT = Path(__file__).resolve().parents[2]
NEVER = {  # a pattern, and what is said instead
    r"\baccepted (is|are)\b": "Enter …",
    r"\bin hand\b": "spare",
    r"\bin all\b": "total",
    r"\b(tells?|told)\b": "shows, gives",
    r"\bwant(s|ed)?\b": "needs",
    r"\basks? for\b": "needs",
    r"\bhangs?\b": "full droop",
    r"\bhanging\b(?! free)": "full droop",
    r"\b(spring|shock|strap|link) / wheel\b": "motion ratio",
    r", a (wheel|side)\b": "per wheel, per side",
    r"\b(idle|working|work) turns\b": "dead coils, active coils",
    r"\b(tandem|rocking) beam\b": "equalizer",
    r"\bcrossed\b": "articulation",
    r"\b(teeth|tooth)\b": "splines",
    r"\bslack (arm|angle)\b": "unloaded arm angle",
    r"\b(stop is flat|flat stop|stop when flat)\b": "full bump",
    r"\bsquat\b": "load test",
    r"\bshut in\b": "sealed",
    r"\ball up\b": "gross weight",
    r"\bnose load\b": "noseweight",
    r"\btips (sooner|at)\b": "rollover threshold",
    r"\bmetal meets\b(?! metal)": "metal-to-metal contact",
    r"\bdrawn long\b": "over-extended",
    r"\bramp travel index\b": "RTI",
    r"\b(is|are) no (straps?|number|spring)\b": "is not a …",
    r"\w\[\d": "no path",
    r"\bmust be given here\b": "Enter …",
}  # fmt: skip


@pytest.mark.parametrize("pattern", NEVER)
def test_what_the_program_never_says(pattern: str) -> None:
    said = [f"{where}: {text}" for text, where in texts() if re.search(pattern, text, re.IGNORECASE)]
    assert not said, f"say {NEVER[pattern]}:\n" + "\n".join(said)


def test_the_patterns_find_what_they_are_for_and_the_texts_are_found() -> None:
    assert len(texts()) > 2500 and len({where.split(":")[0] for _, where in texts()}) > 180
    assert re.search(next(iter(NEVER)), "73 is out of range; accepted is 2 to 50")


def test_every_text_is_a_sentence_or_a_name_and_glues_nothing() -> None:
    """A template keeps its own spaces inside, and no fill is glued to a letter, which another language could not turn round."""
    glued = [f"{where}: {text!r}" for text, where in texts() if re.search(r"[a-z]\{|\}[a-z]", text)]
    assert not glued, "\n".join(glued)


def test_a_term_stands_once_with_what_it_means_and_no_term_is_another_name_of_one() -> None:
    found = terms()
    names = [term.term.casefold() for term in found]
    assert len(found) >= 80 and names == sorted(names) and len(set(names)) == len(names)
    assert all(term.meaning.endswith(".") and term.where for term in found)
    others = {other.strip().casefold() for term in found for other in re.split(r"[,;]", term.others) if other.strip()}
    assert not others & set(names), "one thing, one word"
    assert [t.term for t in found if t.has("shut in")] == ["sealed"] and not [t for t in found if t.has("no such word")]


@given(st.sampled_from(KINDS), st.sampled_from(sorted(PRESETS)))
def test_every_kind_of_finding_has_its_reason(kind: type[Judgement], units: str) -> None:
    why = WHYS[kind].words(PRESETS[units])
    assert 120 <= len(why) <= 420 and 2 <= len(re.findall(r"[.!?](?: |$)", why)) <= 5, why
    assert not re.search(r"nan|None|\{|\}|\d\.\d{3}", why) and why[0].isupper() and why.endswith("."), why


def test_a_finding_without_a_reason_is_refused() -> None:
    assert set(WHYS) == set(KINDS)
    with pytest.raises(NotSaid, match="Judgement"):
        say_why(Judgement(grade=Grade.NOTE, place=Place(), step=Step.LOAD), DEFAULT_PRESET)


def test_docs_and_readme_keep_to_the_same_words() -> None:
    """The patterns that are wrong in any prose, not only on a screen."""
    always = [p for p in NEVER if re.search(r"accepted|in hand|rocking|shut in|all up|nose load|spring", p)]
    pages = [ROOT / "README.md", *(ROOT / "docs").glob("*.md")]
    said = [
        f"{page.name}: {line.strip()[:120]}"
        for page in pages
        if page.name != "terms.md"
        for line in page.read_text("utf-8").splitlines()
        if not line.startswith(("    ", "|")) and any(re.search(p, line, re.IGNORECASE) for p in always)
    ]
    assert not said, "\n".join(said)


def test_a_result_beyond_its_range_is_not_asked_to_be_entered() -> None:
    """The load that a rule finds too small is nobody's field; a load is read in weight, as the scales show it."""
    raised = {text for text, _ in texts()}
    assert raised >= RESULTS, "each is a name that the core gives"
    said = say_out_of_range(OutOfRange("load difference, light to full", 9.80665, 50.0, 1e6, "N")).words(PRESETS["in lb lb/in psi"])
    assert said == "Load difference, light to full: 2 lb is too small. It must be 11 lb or more."
    said = say_out_of_range(OutOfRange("shaft travel at ride height", 0.4, 0.0, 0.25, "m")).words()
    assert said == "Shaft travel at ride height: 400 mm is too large. It must be 250 mm or less."
    said = say_out_of_range(OutOfRange("bag diameter", 0.6, 0.03, 0.5, "m")).words()
    assert said == "Bag diameter: 600 mm is too large. Enter 30 to 500 mm."
