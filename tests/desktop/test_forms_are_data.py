"""Fields, words and choices of a page stand where a form, a line or a table puts them; only drawings place their own."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

import pytest

import isostat.desktop

ROOT = Path(isostat.desktop.__file__).parent
LAID = {"field", "words", "choice", "entry", "nth_entry", "loose_entry", "lay_field"}
DRAWN = {"measure/step.py", "measure/end_page.py", "far/view.py"}  # fields lie on the drawing, beside what they measure
BY_HAND, BY_PIECE = ("QPointF(", "QRect(", "QSize("), ("Table(", "Line(", "replace(")
PAGES = [p for p in sorted(ROOT.rglob("*.py")) if "pieces" not in p.parts and p.relative_to(ROOT).as_posix() not in DRAWN]


def placed_by_hand(code: str) -> Iterator[str]:
    """What a page hands to a field as its place that it worked out itself."""
    for function in (n for n in ast.walk(ast.parse(code)) if isinstance(n, ast.FunctionDef)):
        worked_out = set()
        for line in (n for n in ast.walk(function) if isinstance(n, ast.Assign)):
            value = ast.unparse(line.value)
            if any(made in value for made in BY_HAND) and not any(piece in value for piece in BY_PIECE):
                worked_out |= {target.id for target in line.targets if isinstance(target, ast.Name)}
        for call in (n for n in ast.walk(function) if isinstance(n, ast.Call)):
            name = call.func.attr if isinstance(call.func, ast.Attribute) else getattr(call.func, "id", "")
            given = [ast.unparse(g) for g in (*call.args, *(k.value for k in call.keywords))] if name in LAID else []
            yield from (f"{call.lineno}: {g}" for g in given if g in worked_out or any(made in g for made in BY_HAND))


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.relative_to(ROOT).as_posix())
def test_no_page_works_out_where_a_field_stands(page: Path) -> None:
    assert not list(placed_by_hand(page.read_text(encoding="utf-8")))


def test_a_place_worked_out_is_seen() -> None:
    assert list(placed_by_hand("def lay(x):\n    at = QPointF(x, 4)\n    entry(sheet, v, 'key', path, at)"))
    assert list(placed_by_hand("def lay(x):\n    sheet.choice('key', ways, 0, QRect(x, 4, 90, 24))"))
