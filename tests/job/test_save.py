"""The file belongs to its owner: links, owner, group, mode and umask as they were; whole or not at all; nothing left beside it."""

from __future__ import annotations

import os
import shutil
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

import pytest

from isostat.job import save
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import job_text, read_job
from isostat.job.save import PART, ReadOnly, save_job, stamp_of, sweep, write_whole
from tests.jobs import hive_on_coils

OLD = hive_on_coils()
NEW = edits.put(OLD, path_to(JOB.title), "changed")


@pytest.fixture
def place(tmp_path: Path) -> Path:
    save_job(OLD, tmp_path / "a.json")
    return tmp_path / "a.json"


def beside(place: Path) -> list[str]:
    return [p.name for p in place.parent.iterdir() if p.name.startswith(PART)]


def test_a_link_stays_a_link_and_its_target_is_written(place: Path) -> None:
    folder = place.parent / "elsewhere"
    folder.mkdir()
    for link, target in ((folder / "link.json", place), (place.parent / "second.json", folder / "link.json")):
        link.symlink_to(target)
    save_job(NEW, place.parent / "second.json")
    assert (place.parent / "second.json").is_symlink() and (folder / "link.json").is_symlink()
    assert read_job(place) == NEW and not place.is_symlink()
    (folder / "broken.json").symlink_to(folder / "new.json")
    save_job(NEW, folder / "broken.json")
    assert read_job(folder / "new.json") == NEW and (folder / "broken.json").is_symlink()


def test_other_names_of_a_file_see_the_new_one_longer_or_shorter(place: Path) -> None:
    other = place.parent / "other name.json"
    other.hardlink_to(place)
    inode = place.stat().st_ino
    for job in (NEW, edits.put(OLD, path_to(JOB.notes), "n" * 3000), OLD):
        save_job(job, place)
        assert read_job(other) == job and place.stat().st_ino == other.stat().st_ino == inode
    assert not beside(place)


@pytest.mark.parametrize("mode", [0o600, 0o640, 0o664, 0o755])
def test_mode_and_attributes_stay(place: Path, mode: int) -> None:
    place.chmod(mode)
    with suppress(OSError):  # a file system that knows none
        os.setxattr(place, "user.of", b"the owner")
    known = {name: os.getxattr(place, name) for name in os.listxattr(place)}
    save_job(NEW, place)
    assert place.stat().st_mode & 0o777 == mode and {n: os.getxattr(place, n) for n in os.listxattr(place)} == known


@pytest.mark.parametrize(("umask", "mode"), [(0o022, 0o644), (0o077, 0o600), (0o002, 0o664)])
def test_a_new_file_is_for_whom_the_umask_lets(tmp_path: Path, umask: int, mode: int) -> None:
    before = os.umask(umask)
    try:
        save_job(OLD, tmp_path / "new.json")
        write_whole(tmp_path / "private.json", "x", private=True)
    finally:
        os.umask(before)
    assert (tmp_path / "new.json").stat().st_mode & 0o777 == mode
    assert (tmp_path / "private.json").stat().st_mode & 0o777 == 0o600


@pytest.mark.skipif(os.geteuid() != 0, reason="only root gives files away")
def test_owner_and_group_stay_also_when_root_saves(place: Path) -> None:
    os.chown(place, 1234, 2345)
    save_job(NEW, place)
    assert (place.stat().st_uid, place.stat().st_gid) == (1234, 2345) and read_job(place) == NEW


def test_a_file_that_cannot_be_given_to_its_owner_is_written_in_place(place: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    inode = place.stat().st_ino
    real = os.fstat

    def another(handle: int) -> os.stat_result:
        fields = list(real(handle))
        fields[4] += 1  # of another user
        return os.stat_result(fields)

    def refused(*_: object) -> None:
        raise PermissionError(1, "Operation not permitted")

    monkeypatch.setattr(save.os, "fstat", another)
    monkeypatch.setattr(save.os, "fchown", refused)
    save_job(NEW, place)
    assert read_job(place) == NEW and place.stat().st_ino == inode and not beside(place)


def test_a_read_only_file_is_asked_about_and_written_when_asked_for(place: Path) -> None:
    place.chmod(0o444)
    with pytest.raises(ReadOnly, match="read-only"):
        save_job(NEW, place)
    assert read_job(place) == OLD and not beside(place)
    save_job(NEW, place, over_read_only=True)
    assert read_job(place) == NEW and place.stat().st_mode & 0o777 == 0o444


@pytest.mark.parametrize("linked", [False, True])
@pytest.mark.parametrize("fails", ["fsync", "posix_fallocate", "replace"])
def test_a_disk_that_is_full_at_any_point_leaves_the_old_file_whole(
    place: Path, linked: bool, fails: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    if linked:
        (place.parent / "other.json").hardlink_to(place)
    elif fails == "posix_fallocate":
        pytest.skip("only a file of several names is written in place")
    if linked and fails == "replace":
        pytest.skip("a file of several names is not replaced")

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    before = place.read_bytes()
    monkeypatch.setattr(save.os, fails, full)
    with pytest.raises(OSError, match="No space"):
        save_job(NEW, place)
    assert place.read_bytes() == before and not beside(place)


@pytest.mark.parametrize("kind", ["folder", "pipe"])
def test_what_is_no_plain_file_is_not_written(tmp_path: Path, kind: str) -> None:
    place = tmp_path / "odd.json"
    place.mkdir() if kind == "folder" else os.mkfifo(place)
    with pytest.raises(OSError, match="no plain file"):
        save_job(OLD, place)
    with pytest.raises(OSError, match="too long"):
        save_job(OLD, tmp_path / ("n" * 300))


def test_what_killed_writers_left_is_swept_once_it_is_old(place: Path) -> None:
    left, fresh = (place.parent / f"{PART}{n}.part" for n in (1, 2))
    for part in (left, fresh):
        part.write_text("half")
    os.utime(left, (time.time() - 3600,) * 2)
    sweep(place.parent)
    assert not left.exists() and fresh.exists()
    sweep(place.parent / "nowhere")


@pytest.mark.parametrize(
    ("act", "same"),
    [
        (lambda p: None, True),
        (lambda p: os.utime(p, (1, 1)), True),  # touched, or a clock set back: what is in it counts
        (lambda p: shutil.copy(p, p.with_name("b")) and os.replace(p.with_name("b"), p), True),
        (lambda p: p.write_text(job_text(NEW)), False),
        (lambda p: p.unlink(), False),
        (lambda p: (t := p.stat().st_mtime_ns, p.write_bytes(b"x" * p.stat().st_size), os.utime(p, ns=(t, t))), False),
    ],
    ids=["nothing", "touched", "replaced by its copy", "written", "deleted", "a forger keeps size and time"],
)
def test_a_file_is_known_again_by_what_is_in_it(place: Path, act: Callable[[Path], object], same: bool) -> None:
    stamp = stamp_of(place)
    assert stamp is not None
    act(place)
    assert (stamp_of(place) == stamp) == same
