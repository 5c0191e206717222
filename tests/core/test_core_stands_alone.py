from __future__ import annotations

import importlib
import inspect
import pkgutil
import subprocess
import sys

import isostat

SPEAKS = ("a", "axles", "axle", "case", "job", "k", "side")  # the assessment, its axles, which axle, case or side; a shown number


def _modules() -> list[str]:
    return [m.name for m in pkgutil.walk_packages(isostat.__path__, "isostat.") if not m.name.endswith("cli")]


def test_the_core_imports_with_the_window_library_absent() -> None:
    code = (
        "import sys; sys.modules['PyQt6'] = None; import pkgutil, importlib, isostat.core, isostat.job, isostat.units,"
        " isostat.assess, isostat.wording\n"
        "for p in (isostat.core, isostat.job, isostat.units, isostat.assess, isostat.wording):\n"
        "    for m in pkgutil.walk_packages(p.__path__, p.__name__ + '.'): importlib.import_module(m.name)\n"
        "assert 'pint' not in sys.modules, 'slow'"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr


def test_every_public_docstring_agrees_with_its_signature() -> None:
    """Public functions of core and assess name each argument that has a story, and no argument that is not there.

    SPEAKS is what an argument of that name always is.
    """
    silent, wrong = [], []
    for name in (m for m in _modules() if m.startswith(("isostat.core", "isostat.assess"))):
        module = importlib.import_module(name)
        for label, thing in vars(module).items():
            if label.startswith("_") or getattr(thing, "__module__", None) != name or not inspect.isfunction(thing):
                continue
            doc, arguments = inspect.getdoc(thing) or "", list(inspect.signature(inspect.unwrap(thing)).parameters)
            if not doc:
                silent.append(f"{name}.{label}")
            described = {
                w.strip()
                for line in doc.splitlines()[1:]
                for part in line.split(". ")
                if ":" in part
                for w in part.split(":")[0].split(",")
            }
            named = {w for w in described if w.isidentifier() and w.islower()}
            wrong += [f"{name}.{label} describes {w}" for w in named - set(arguments)]
            if len(arguments) > 1 and len(doc.splitlines()) > 1:
                wrong += [f"{name}.{label} leaves out {a}" for a in arguments if a not in doc and a not in SPEAKS]
    assert not silent
    assert not wrong
