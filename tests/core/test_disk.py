"""Files on disk: whole or not at all, links stay links, and refusals in plain words."""

import errno
import os
import stat
from pathlib import Path

import pytest

from tallplank.core.disk import (
    TEMPORARY,
    TEMPORARY_END,
    DiskError,
    check_name,
    clean_strays,
    digest,
    digest_of,
    printable,
    read_file,
    why,
    write_atomically,
)


def test_what_is_written_is_read_and_nothing_else_is_left(tmp_path: Path) -> None:
    path = tmp_path / "a.txt"
    write_atomically(path, b"one")
    write_atomically(path, b"two")
    assert read_file(path, 10) == b"two"
    assert digest_of(path) == digest(b"two") != digest(b"one")
    assert [p.name for p in tmp_path.iterdir()] == ["a.txt"]


@pytest.mark.parametrize("target_there", [True, False])
def test_a_link_stays_a_link(tmp_path: Path, target_there: bool) -> None:
    (tmp_path / "elsewhere").mkdir()
    target, link = tmp_path / "elsewhere" / "real.txt", tmp_path / "link.txt"
    if target_there:
        target.write_bytes(b"old")
    link.symlink_to(target)
    write_atomically(link, b"new")
    assert link.is_symlink()
    assert target.read_bytes() == b"new"


def test_a_link_that_leads_back_to_itself_is_refused(tmp_path: Path) -> None:
    (tmp_path / "a").symlink_to(tmp_path / "b")
    (tmp_path / "b").symlink_to(tmp_path / "a")
    with pytest.raises(DiskError, match="leads back to itself"):
        write_atomically(tmp_path / "a", b"x")
    with pytest.raises(DiskError, match="leads back to itself"):
        read_file(tmp_path / "a", 10)


def test_the_rights_of_a_file_stay(tmp_path: Path) -> None:
    path = tmp_path / "a.txt"
    write_atomically(path, b"one")
    path.chmod(0o640)
    write_atomically(path, b"two")
    assert stat.S_IMODE(path.stat().st_mode) == 0o640


def test_a_protected_file_is_not_replaced(tmp_path: Path) -> None:
    path = tmp_path / "a.txt"
    path.write_bytes(b"one")
    path.chmod(0o444)
    with pytest.raises(DiskError, match=r"a\.txt cannot be written: the file is protected"):
        write_atomically(path, b"two")
    assert path.read_bytes() == b"one"


def test_the_folder_is_synced_after_the_rename(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    synced: list[str] = []
    monkeypatch.setattr("os.fsync", lambda handle: synced.append(os.readlink(f"/proc/self/fd/{handle}")))
    write_atomically(tmp_path / "a.txt", b"x")
    assert Path(synced[0]).name.startswith(TEMPORARY)
    assert synced[1] == str(tmp_path)


@pytest.mark.parametrize(
    ("name", "words"),
    [("no/such/folder/a.txt", "not there"), ("a" * 300, "name is too long"), (".", "folder|name of a file"), ("a\nb", "one line"), ("a\x00b", "one line")],
)  # fmt: skip
def test_a_place_that_cannot_be_written_is_told_in_words(tmp_path: Path, name: str, words: str) -> None:
    with pytest.raises(DiskError, match=words):
        write_atomically(tmp_path / name, b"x")
    assert list(tmp_path.iterdir()) == []


def test_only_ordinary_files_of_a_sensible_size_are_read(tmp_path: Path) -> None:
    (tmp_path / "big").write_bytes(b"x" * 2_000_000)
    os.mkfifo(tmp_path / "pipe")
    for name, words in (
        ("big", "more than 1 MB"),
        ("pipe", "no ordinary file"),
        (".", "it is a folder"),
        ("missing", "not there"),
        ("a\x00b", "name of a file"),
    ):
        with pytest.raises(DiskError, match=words):
            read_file(tmp_path / name, 1024**2)
    with pytest.raises(DiskError, match="no ordinary file"):
        read_file(Path("/dev/zero"), 10)


def test_why_has_plain_words_and_the_systems_own() -> None:
    assert why(OSError(errno.ENOSPC, "No space left on device")) == "the disk is full (No space left on device)"
    assert why(OSError(errno.EPIPE, "Broken pipe")) == "Broken pipe"
    assert why(OSError("odd")) == "OSError"


def test_names_and_what_cannot_be_shown() -> None:
    for name in ("", "a\x1b[2J", "two\nlines"):
        with pytest.raises(DiskError, match="readable"):
            check_name(Path(name))
    check_name(Path("Küche 2.1 – Entwurf"))
    assert printable("a\x07b\udcff") == "a\\x07b\\udcff"


def test_strays_go_when_they_are_old(tmp_path: Path) -> None:
    for name, when in (("old", 0), ("new", None)):
        stray = tmp_path / f"{TEMPORARY}{name}{TEMPORARY_END}"
        stray.write_text("half")
        if when is not None:
            os.utime(stray, (when, when))
    (tmp_path / ".other.tmp").write_text("not ours")
    assert clean_strays(tmp_path) == 1
    assert len(list(tmp_path.iterdir())) == 2
    assert clean_strays(tmp_path / "missing") == 0
