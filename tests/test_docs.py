"""What the documents say is there, is there."""

from __future__ import annotations

import ast
import re
import subprocess
import sys
from importlib import import_module
from importlib.util import find_spec
from pathlib import Path

import pytest

from isostat.answers.assessment import answer
from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.catalogue.columns import KINDS
from isostat.job.demos import demo, demo_names
from isostat.wording.reader import Reader
from tests.jobs import hive_on_coils

ROOT = Path(__file__).resolve().parent.parent
PAGES = [*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")]


@pytest.mark.parametrize("page", PAGES, ids=lambda page: str(page.relative_to(ROOT)))
def test_every_link_to_a_file_and_every_path_in_code_style_exists(page: Path) -> None:
    text = page.read_text(encoding="utf-8")
    linked = [t.split("#")[0] for t in re.findall(r"\]\(([^)]+)\)", text) if "://" not in t and not t.startswith("#")]
    missing = [target for target in linked if not (page.parent / target).exists()]
    named = re.findall(r"`((?:src|tests|scripts|docs|core|job|assess|desktop|wording|units)/[\w/.\-]+)`", text)
    missing += [n for n in named if not (ROOT / n).exists() and not (ROOT / "src/isostat" / n).exists()]
    assert not missing


@pytest.mark.parametrize("kind", KINDS)
def test_every_column_of_a_list_is_documented_under_its_kind(kind: str) -> None:
    sections = dict(re.findall(r"^### `([^`]+)`\n(.*?)(?=^### |\Z)", (ROOT / "docs/catalogue.md").read_text("utf-8"), re.M | re.S))
    written = re.findall(r"^\| `([^`]+)`", sections[kind], re.M)
    assert written[: len(KINDS[kind])] == [column.words for column in KINDS[kind]]


@pytest.mark.parametrize("script", sorted(path.name for path in (ROOT / "scripts").glob("*.py")))
def test_every_script_finds_what_it_imports(script: str) -> None:
    """A script that nobody ran since a name of its was changed."""
    tree = ast.parse((ROOT / "scripts" / script).read_text("utf-8"))
    for node in ast.walk(tree):
        if isinstance(node, ast.ImportFrom) and node.module and node.module != "__future__":
            module = import_module(node.module)
            lacks = [alias.name for alias in node.names if not hasattr(module, alias.name)]
            assert all(find_spec(f"{node.module}.{name}") for name in lacks), f"{node.module}: {lacks}"


def test_every_screenshot_is_linked_and_they_are_few() -> None:
    shown = {p.name for p in (ROOT / "docs/screenshots").glob("*.png")}
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    assert len(shown) < 20
    assert all(name in readme for name in shown)


def test_the_json_page_names_every_key_of_the_answer() -> None:
    a = assess(hive_on_coils())
    judgements = judge(a)

    def keys(node: object) -> set[str]:
        if isinstance(node, dict):
            return set(node) | {k for value in node.values() for k in keys(value)}
        return {k for value in node for k in keys(value)} if isinstance(node, list) else set()

    page = (ROOT / "docs/json.md").read_text(encoding="utf-8")
    silent = {k for k in keys(answer(a, judgements, judge_fixes(a, judgements), Reader(a.job))) if f"`{k}`" not in page}
    assert not silent


@pytest.mark.parametrize("script", sorted(p.name for p in (ROOT / "scripts").iterdir() if p.is_file() and p.suffix == ""))
def test_scripts_are_sound_shell_and_stop_at_the_first_failure(script: str) -> None:
    path = ROOT / "scripts" / script
    text = path.read_text(encoding="utf-8")
    assert text.startswith("#!") and path.stat().st_mode & 0o111
    assert "set -e" in text
    assert subprocess.run(["bash", "-n", str(path)], check=False).returncode == 0


def test_every_module_says_what_it_is() -> None:
    silent = [p for p in (ROOT / "src").rglob("*.py") if p.stat().st_size and not p.read_text(encoding="utf-8").startswith('"""')]
    assert not silent


def test_the_demos_say_that_they_are_invented() -> None:
    assert demo_names()
    assert all("nvented" in demo(name).notes for name in demo_names())


def test_the_changelog_heads_with_the_version_that_the_program_prints() -> None:
    printed = subprocess.run([sys.executable, "-m", "isostat.cli", "--version"], capture_output=True, text=True, check=True).stdout
    version = printed.split()[-1]
    assert version in (ROOT / "CHANGELOG.md").read_text(encoding="utf-8")
