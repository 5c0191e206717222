"""Writing a file whole or not at all, and leaving it its owner's: links, owner, group, mode and attributes stay as they were."""

from __future__ import annotations

import errno
import os
import stat
import time
from contextlib import suppress
from hashlib import blake2b
from pathlib import Path

from isostat.job.files import job_text
from isostat.job.pictures import with_places_from
from isostat.job.schema import Job

PART, PART_END = ".isostat-", ".part"  # of a file that is being written beside its place
STALE_S = 60.0  # older than that, whoever wrote it is gone


class ReadOnly(PermissionError):
    """The file may not be written, as its owner set it; the window asks."""


def stamp_of(path: Path) -> bytes | None:
    """By what a file is known again: a digest of all that is in it, whatever the clock says; None where it cannot be read."""
    try:
        return blake2b(path.read_bytes()).digest() if path.is_file() else None
    except OSError:
        return None


def save_job(job: Job, path: Path, *, over_read_only: bool = False) -> None:
    """Writes a job. Raises OSError where it cannot be, ReadOnly where its owner said so and nobody asked to write all the same."""
    write_whole(path, job_text(with_places_from(job, path.parent)), over_read_only=over_read_only)


def write_whole(path: Path, text: str, *, over_read_only: bool = False, private: bool = False) -> None:
    """Writes text beside its place, syncs, and renames: a crash leaves the old file or the new one.

    path: a link is followed, so that it stays one. A file with other names, or of an owner whom its copy could not be given, is
    written in place, after its room on the disk is sure. private: for nobody else to read; else a new file gets what the umask
    leaves. Raises OSError when the place cannot be written; nothing is lost then.
    """
    place = Path(os.path.realpath(path))
    known = place.stat() if place.exists() else None
    if known is not None and not stat.S_ISREG(known.st_mode):
        raise OSError(errno.EINVAL, "It is no plain file", str(path))
    if known is not None and not over_read_only and not (known.st_mode & 0o222 and os.access(place, os.W_OK)):
        raise ReadOnly(errno.EACCES, "The file is read-only", str(path))
    sweep(place.parent)
    beside = place.parent / f"{PART}{os.getpid()}-{time.monotonic_ns()}{PART_END}"
    data = text.encode("utf-8")
    handle = os.open(beside, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o600 if private else 0o666)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
            alike = known is None or _made_alike(file.fileno(), known, place)
        if alike:
            os.replace(beside, place)
        else:
            _write_in_place(place, data)
            beside.unlink()
    except BaseException:
        beside.unlink(missing_ok=True)
        raise
    _sync_folder(place.parent)


def sweep(folder: Path) -> None:
    """Takes away what killed writers left beside their places."""
    with suppress(OSError):
        for left in folder.glob(f"{PART}*{PART_END}"):
            with suppress(OSError):
                if time.time() - left.stat().st_mtime > STALE_S:
                    left.unlink()


def _made_alike(handle: int, known: os.stat_result, place: Path) -> bool:
    """Gives the new file owner, group, mode and attributes of the old; whether it can stand in for it, with all its names."""
    if known.st_nlink > 1:
        return False
    mine = os.fstat(handle)
    if (mine.st_uid, mine.st_gid) != (known.st_uid, known.st_gid):
        try:
            os.fchown(handle, known.st_uid, known.st_gid)
        except OSError:
            return False
    os.fchmod(handle, stat.S_IMODE(known.st_mode))
    with suppress(OSError):
        for name in os.listxattr(place):
            os.setxattr(handle, name, os.getxattr(place, name))
    return True


def _write_in_place(place: Path, data: bytes) -> None:
    """Over the old bytes, room for the new ones taken first; what fails after that puts the old ones back."""
    before = place.read_bytes()
    with place.open("r+b") as file:
        os.posix_fallocate(file.fileno(), 0, max(len(data), 1))
        try:
            file.write(data)
            file.truncate()
            file.flush()
            os.fsync(file.fileno())
        except OSError:
            file.seek(0)
            file.write(before)
            file.truncate()
            raise


def _sync_folder(folder: Path) -> None:
    """So that the new name outlives a power cut; a network share may know no such thing."""
    with suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
