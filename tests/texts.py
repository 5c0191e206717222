"""Every text of the program that people read, found in its source, and a language that shows which of them are not translated."""

from __future__ import annotations

import ast
import re
from functools import cache
from gettext import NullTranslations
from pathlib import Path

SOURCE = Path(__file__).resolve().parent.parent / "src" / "isostat"
MARKS = {"tr": 1, "trn": 2, "later": 1, "saying": 1, "needed": 2}  # functions whose first arguments are texts
OF_CORE = {"within": 1, "OutOfRange": 1}
FIELDS = {"Working": ("name", "rule"), "Given": ("words",)}
_FILL = re.compile(r"(\{[^}]*\})")
_ACCENTS = str.maketrans("aeiouAEIOU", "áéíóúÁÉÍÓÚ")


class Pseudo(NullTranslations):
    """English with an accent on every vowel, and 30 % longer: whatever is shown without came round the catalogue."""

    def gettext(self, message: str) -> str:
        if message.endswith("~"):  # passed here before
            return message
        parts = [part if part.startswith("{") else part.translate(_ACCENTS) for part in _FILL.split(message)]
        return "".join(parts) + "~" * max(1, round(0.3 * len(_FILL.sub("", message))))

    def ngettext(self, msgid1: str, msgid2: str, n: int) -> str:
        return self.gettext(msgid1 if n == 1 else msgid2)


def _literals(node: ast.expr) -> list[str]:
    """The texts that an argument may be."""
    match node:
        case ast.Constant(value=str(text)):
            return [text]
        case ast.IfExp(body=body, orelse=other):
            return [*_literals(body), *_literals(other)]
    return []


def _of_call(call: ast.Call) -> list[str]:
    name = call.func.id if isinstance(call.func, ast.Name) else call.func.attr if isinstance(call.func, ast.Attribute) else ""
    found = [text for node in call.args[: {**MARKS, **OF_CORE}.get(name, 0)] for text in _literals(node)]
    found += [text for key in call.keywords if key.arg in FIELDS.get(name, ()) for text in _literals(key.value)]
    if name == "Given" and len(call.args) > 1:
        found += _literals(call.args[1])
    return found


@cache
def texts() -> tuple[tuple[str, str], ...]:
    """Every text with the place where it stands, `desktop/window.py:12`."""
    found = []
    for path in sorted(SOURCE.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Call):
                found += [(text, f"{path.relative_to(SOURCE)}:{node.lineno}") for text in _of_call(node) if text.strip()]
    return tuple(found)
