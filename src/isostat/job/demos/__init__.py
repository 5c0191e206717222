"""The demo jobs that ship with the program, all invented."""

from __future__ import annotations

from importlib.resources import files

from isostat.job.files import JobFault, job_from_text
from isostat.job.schema import Job
from isostat.units.saying import saying


def demo_names() -> tuple[str, ...]:
    """Names of the shipped demo jobs."""
    here = files(__package__)
    return tuple(sorted(f.name.removesuffix(".json") for f in here.iterdir() if f.name.endswith(".json")))


def demo(name: str) -> Job:
    """A shipped demo job. Raises JobFault for an unknown name, listing the known."""
    if name not in demo_names():
        raise JobFault("demo", [saying("There is no demo “{name}”. Choose: {known}.", name=name, known=", ".join(demo_names()))])
    return job_from_text((files(__package__) / f"{name}.json").read_text(encoding="utf-8"), name)
