"""Where the pictures of a log are: whole places in the program, from the job's folder in its file, so that both may move."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from isostat.job.schema import Job


def with_whole_places(job: Job, folder: Path) -> Job:
    """The job as its file in a folder has it, every picture by its whole place."""
    return _with(job, lambda place: str(folder.absolute() / place))  # one that is whole stays as it is


def with_places_from(job: Job, folder: Path) -> Job:
    """The job as a file in a folder is to have it: what lies in the folder by its place from there."""
    here = folder.absolute()
    return _with(job, lambda place: str(Path(place).relative_to(here)) if Path(place).is_relative_to(here) else place)


def _with(job: Job, moved: Callable[[str], str]) -> Job:
    if not any(entry.pictures for entry in job.log):
        return job
    log = [
        entry.model_copy(update={"pictures": tuple(one.model_copy(update={"path": moved(one.path)}) for one in entry.pictures)})
        for entry in job.log
    ]
    return job.model_copy(update={"log": tuple(log)})
