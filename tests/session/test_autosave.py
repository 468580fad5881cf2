"""Autosave and recovery: never starved, off the caller's thread, held by a lock, and nothing thrown away."""

import json
import os
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from pathlib import Path

import pytest

from makers import CATALOG, a_wall_of
from tallplank.core.disk import TEMPORARY, TEMPORARY_END
from tallplank.core.edit.unit import set_width
from tallplank.core.job.file import dumps_compact, save
from tallplank.core.job.job import Job
from tallplank.session.autosave import Autosave, Unsaved

ROOT = Path(__file__).parents[2]
JOB = a_wall_of("base", "tall")
CHILD = """
import sys, time, os
from pathlib import Path
from makers import a_wall_of
from tallplank.session.autosave import Autosave, Unsaved
autosave = Autosave(Path(sys.argv[1]))
path = Path(sys.argv[2]) if len(sys.argv) > 2 else None
autosave.note(Unsaved(a_wall_of("base", "tall"), path, done="width 600 → 650"))
autosave.flush()
print("kept", flush=True)
sys.stdin.read()
os._exit(1)
"""


def child(folder: Path, *more: str) -> subprocess.Popen[str]:
    """A session in another process that keeps a job and lives on until its input ends, or it is killed."""
    environment = {**os.environ, "PYTHONPATH": os.pathsep.join((str(ROOT / "src"), str(ROOT / "tests")))}
    command = [sys.executable, "-c", CHILD, str(folder), *more]
    process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True, env=environment)
    assert process.stdout is not None
    assert process.stdout.readline() == "kept\n"
    return process


def killed(process: subprocess.Popen[str]) -> None:
    process.kill()
    process.communicate()


@pytest.fixture
def session(tmp_path: Path) -> Iterator[Callable[..., Autosave]]:
    """Sessions on one folder, ended after the test."""
    made: list[Autosave] = []

    def make(**how: object) -> Autosave:
        made.append(Autosave(tmp_path / "recovery", **{"delay_s": 0.05, **how}))  # type: ignore[arg-type]
        return made[-1]

    yield make
    for autosave in made:
        autosave.end()
    assert [t.name for t in threading.enumerate() if t.name == "autosave"] == []


PATIENCE_S = 60.0
"""However busy the machine is."""


def kept(folder: Path) -> list[Path]:
    return sorted((folder / "recovery").glob("*.recovery"))


def test_steady_edits_do_not_starve_it(session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """Edits that come faster than the pause it waits for: one of the last is written while they go on, after 20 of them at most."""
    begun: list[tuple[int, float]] = []
    width, deadline = 600, time.monotonic() + PATIENCE_S

    def dumped(job: Job) -> str:
        begun.append((width, job.units[0].width))
        return dumps_compact(job)

    monkeypatch.setattr("tallplank.session.autosave.dumps_compact", dumped)
    autosave = session(delay_s=0.3)
    while not kept(tmp_path) and time.monotonic() < deadline:
        width += 1
        autosave.note(Unsaved(set_width(JOB, CATALOG, ["u1"], width)))
        time.sleep(0.1)
    newest = json.loads(json.loads(kept(tmp_path)[0].read_text())["file"])["job"]["units"][0]["width"]
    noted, written = begun[0]
    assert noted - 600 <= 20
    assert noted - written <= 3
    assert newest in [wide for _, wide in begun]


def test_noting_takes_no_time_and_writing_is_on_another_thread(session: Callable[..., Autosave], monkeypatch: pytest.MonkeyPatch) -> None:
    """The disk takes as long as it likes: noting does not wait for it."""
    threads, disk = [], threading.Event()

    def write(*_: object) -> None:
        assert disk.wait(PATIENCE_S)
        threads.append(threading.current_thread().name)

    monkeypatch.setattr("tallplank.session.autosave.write_atomically", write)
    autosave = session()
    for _ in range(1000):
        autosave.note(Unsaved(JOB))
    assert threads == []
    disk.set()
    assert autosave.flush()
    assert set(threads) == {"autosave"}


def test_the_folder_is_synced_too(session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    synced, fsync = [], os.fsync
    monkeypatch.setattr("os.fsync", lambda handle: (synced.append(os.readlink(f"/proc/self/fd/{handle}")), fsync(handle)))
    autosave = session()
    autosave.note(Unsaved(JOB))
    assert autosave.flush()
    assert synced[-1] == str(tmp_path / "recovery")


def test_what_a_killed_session_kept_is_found_with_what_was_done_last(session: Callable[..., Autosave], tmp_path: Path) -> None:
    killed(child(tmp_path / "recovery", "/somewhere/a.plank"))
    (tmp_path / "recovery" / "999999.recovery").write_text("damaged")
    autosave = session()
    (left,) = autosave.left(CATALOG)
    assert (left.unsaved.job, left.unsaved.path, left.unsaved.done) == (JOB, Path("/somewhere/a.plank"), "width 600 → 650")
    assert abs(left.at - datetime.now().astimezone()) < timedelta(seconds=30)
    assert left.file.name.startswith("test.")
    assert "damaged" in autosave.unreadable[0]
    assert (tmp_path / "recovery" / "999999.recovery").exists()


def test_a_living_session_is_left_alone_and_two_do_not_get_the_same(session: Callable[..., Autosave], tmp_path: Path) -> None:
    process = child(tmp_path / "recovery")
    assert session().left(CATALOG) == ()
    killed(process)
    second, third = session(), session()
    assert len(second.left(CATALOG)) == 1
    assert third.left(CATALOG) == ()
    second.end()
    assert len(third.left(CATALOG)) == 1


def test_a_file_of_a_process_number_that_is_in_use_again_is_offered(session: Callable[..., Autosave], tmp_path: Path) -> None:
    killed(child(tmp_path / "recovery"))
    kept(tmp_path)[0].rename(tmp_path / "recovery" / f"{os.getpid()}.recovery")
    (left,) = session().left(CATALOG)
    assert left.unsaved.job == JOB


def test_the_newest_is_first(session: Callable[..., Autosave], tmp_path: Path) -> None:
    for age in (30, 10, 20):
        killed(child(tmp_path / "recovery"))
        newest = max(kept(tmp_path), key=lambda f: f.stat().st_mtime)
        when = time.time() - age
        os.utime(newest, (when, when))
    found = session().left(CATALOG)
    times = [left.file.stat().st_mtime for left in found]
    assert len(times) == 3
    assert times == sorted(times, reverse=True)


def test_what_is_as_in_its_file_is_not_asked_about(session: Callable[..., Autosave], tmp_path: Path) -> None:
    save(JOB, tmp_path / "a.plank")
    killed(child(tmp_path / "recovery", str(tmp_path / "a.plank")))
    assert session().left(CATALOG) == ()
    assert kept(tmp_path) == []


def test_a_file_that_was_saved_again_later_is_told(session: Callable[..., Autosave], tmp_path: Path) -> None:
    killed(child(tmp_path / "recovery", str(tmp_path / "a.plank")))
    save(set_width(JOB, CATALOG, ["u1"], 700), tmp_path / "a.plank")
    later = time.time() + 60
    os.utime(tmp_path / "a.plank", (later, later))
    (left,) = session().left(CATALOG)
    assert left.is_older


def test_taking_over_removes_the_old_file_only_when_the_job_is_kept_anew(session: Callable[..., Autosave], tmp_path: Path) -> None:
    killed(child(tmp_path / "recovery"))
    autosave = session()
    (left,) = autosave.left(CATALOG)
    assert autosave.take_over(left)
    (file,) = kept(tmp_path)
    assert file != left.file
    killed_too = session()
    assert killed_too.left(CATALOG) == ()


def test_what_cannot_be_kept_anew_stays_where_it_was(
    session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("tallplank.session.autosave.RETRY_S", 60.0)
    killed(child(tmp_path / "recovery"))
    autosave, problems = session(), []
    autosave.on_problem = problems.append
    (left,) = autosave.left(CATALOG)
    with monkeypatch.context() as patch:
        patch.setattr("os.fsync", _full)
        assert not autosave.take_over(left)
    assert left.file.exists()
    assert "the disk is full" in problems[0]


def test_a_full_disk_is_told_once_and_tried_again(
    session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("tallplank.session.autosave.RETRY_S", 0.05)
    problems: list[str] = []
    autosave = session(on_problem=problems.append)
    with monkeypatch.context() as patch:
        patch.setattr("os.fsync", _full)
        for width in range(600, 620):
            autosave.note(Unsaved(set_width(JOB, CATALOG, ["u1"], width)))
            time.sleep(0.02)
        while not problems:
            time.sleep(0.02)
    deadline = time.monotonic() + PATIENCE_S
    while not kept(tmp_path) and time.monotonic() < deadline:
        time.sleep(0.02)
    autosave.flush()
    assert len(problems) == 2
    assert "not being kept aside" in problems[0]
    assert problems[1] == ""
    assert kept(tmp_path)
    assert list((tmp_path / "recovery").glob(f"{TEMPORARY}*")) == []


def test_nothing_stays_behind_when_the_job_is_saved(session: Callable[..., Autosave], tmp_path: Path) -> None:
    autosave = session()
    autosave.note(Unsaved(JOB))
    autosave.flush()
    assert len(kept(tmp_path)) == 1
    autosave.forget()
    autosave.flush()
    autosave.end()
    assert list((tmp_path / "recovery").iterdir()) == []


def test_what_is_noted_is_written_before_the_end(session: Callable[..., Autosave], tmp_path: Path) -> None:
    autosave = session(delay_s=60)
    autosave.note(Unsaved(JOB))
    autosave.end()
    (left,) = session().left(CATALOG)
    assert left.unsaved.job == JOB


def test_a_fault_while_writing_does_not_end_the_thread(
    session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    problems: list[str] = []
    autosave = session(on_problem=problems.append)
    with monkeypatch.context() as patch:
        patch.setattr("tallplank.session.autosave.dumps_compact", _broken)
        autosave.note(Unsaved(JOB))
        while not problems:
            time.sleep(0.01)
    assert "fault of the program" in problems[0]
    autosave.note(Unsaved(JOB))
    assert autosave.flush()
    assert kept(tmp_path)


def test_stray_temporary_files_are_cleaned(session: Callable[..., Autosave], tmp_path: Path) -> None:
    (tmp_path / "recovery").mkdir()
    old, new = (tmp_path / "recovery" / f"{TEMPORARY}{name}{TEMPORARY_END}" for name in ("old", "new"))
    for stray in (old, new):
        stray.write_text("half")
    os.utime(old, (0, 0))
    session().left(CATALOG)
    assert (old.exists(), new.exists()) == (False, True)


def test_locks_of_sessions_that_left_nothing_are_cleaned(session: Callable[..., Autosave], tmp_path: Path) -> None:
    process = child(tmp_path / "recovery")
    (tmp_path / "recovery" / "0123456789ab.lock").write_text("")
    session().left(CATALOG)
    assert len(list((tmp_path / "recovery").glob("*.lock"))) == 1
    killed(process)


def test_a_job_of_any_name_has_a_readable_file(session: Callable[..., Autosave], tmp_path: Path) -> None:
    for name in ("Küche / 2.1", "…", "x" * 120):
        autosave = session()
        autosave.note(Unsaved(JOB.but(name=name)))
        assert autosave.flush()
    names = [f.name.partition(".")[0] for f in kept(tmp_path)]
    assert sorted(names) == ["job", "k-che-2-1", "x" * 40]


def _full(_: int) -> None:
    raise OSError(28, "No space left on device")


def _broken(_: Job) -> str:
    raise KeyError("unforeseen")


BROKEN: list[tuple[str, object]] = [
    ("path", "a\0b"), ("path", "x" * 5000), ("path", 5), ("path", []), ("path", "relative.plank"), ("path", "\ud800"),
    ("at", "never"), ("at", 5), ("at", "9999-12-31T23:59:59"), ("at", "0001-01-01T00:00:00"), ("at", None), ("done", {}), ("digest", 5),
]  # fmt: skip


def test_a_broken_path_or_time_loses_no_work(session: Callable[..., Autosave], tmp_path: Path) -> None:
    """The job is offered all the same; where it came from is then not known."""
    killed(child(tmp_path / "recovery"))
    (file,) = kept(tmp_path)
    whole = json.loads(file.read_text())
    for key, value in BROKEN:
        file.write_text(json.dumps({**whole, key: value}))
        found = session()
        (left,) = found.left(CATALOG)
        assert left.unsaved.job == JOB, key
        assert left.unsaved.path is None or key != "path"
        assert found.unreadable == ()
        found.end()


def test_what_cannot_be_foreseen_in_a_kept_file_is_told_and_hides_no_other(
    session: Callable[..., Autosave], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    killed(child(tmp_path / "recovery"))

    def stumble(*_: object) -> None:
        raise RuntimeError("unforeseen")

    monkeypatch.setattr("tallplank.session.autosave._read", stumble)
    found = session()
    assert found.left(CATALOG) == ()
    assert "a fault of the program (RuntimeError: unforeseen)" in found.unreadable[0]
