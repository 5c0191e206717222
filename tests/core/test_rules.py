"""Rules of thumb stand once, whole, and each is used."""

from __future__ import annotations

import json
import math
import re
from functools import cache
from pathlib import Path

import numpy as np
import pytest

import isostat
from isostat.core import rules
from isostat.core.rules import Rule

ROOT = Path(isostat.__path__[0])
TOLD = {name: value for name, value in vars(rules).items() if name.isupper() and not isinstance(value, str)}
SAYS = re.compile(r"^[A-Z_, ]+ = .*# .*common practice", re.MULTILINE)
ELSEWHERE = {"helix.py", "bag.py", "in_hand.py", "damping_panel.py"}  # errors of an instrument, physics, what is only shown


@cache
def used() -> set[str]:
    """Names of all rules that some module goes by."""
    return {
        name for path in ROOT.rglob("*.py") for name in re.findall(r"\brules\.([A-Z0-9_]+)\b", path.read_text(encoding="utf-8"))
    }


def numbers(value: object) -> list[Rule]:
    if isinstance(value, dict):
        return list(value.values())
    return list(value) if isinstance(value, tuple) else [value]  # type: ignore[list-item]


@pytest.mark.parametrize("name", TOLD)
def test_a_rule_says_what_it_is_of_where_it_is_from_and_where_it_is_judged(name: str) -> None:
    for rule in numbers(TOLD[name]):
        assert isinstance(rule, Rule) and math.isfinite(rule)
        assert rule.of and rule.says and rule.source and rule.judged[0].isalpha()
        assert json.dumps(rule) == json.dumps(float(rule)) and np.asarray([rule]).dtype == float
    assert name in used(), "nothing goes by it"


def test_no_rule_of_practice_stands_elsewhere() -> None:
    for path in (ROOT / "core", ROOT / "assess", ROOT / "job"):
        for file in path.rglob("*.py"):
            if file.name not in {"rules.py", *ELSEWHERE}:
                assert not SAYS.search(file.read_text(encoding="utf-8")), file
