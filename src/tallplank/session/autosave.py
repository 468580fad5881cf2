"""Autosave and recovery: what is not saved is kept aside, off the window's thread, and found again after a crash."""

import json
import re
import secrets
import time
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from threading import Condition, Thread
from typing import Any

from filelock import FileLock, Timeout

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.disk import DiskError, check_name, clean_strays, read_file, told, write_atomically
from tallplank.core.edit.open import at_home, open_job
from tallplank.core.error import PlankError, fault_text
from tallplank.core.job.file import LARGEST_BYTES, dumps_compact, loads
from tallplank.core.job.job import Job

DELAY_S = 1.0
"""From the first edit that is not kept yet to its being written; with the writing, less than two seconds."""
RETRY_S = 5.0
ENDING, LOCK = ".recovery", ".lock"


@dataclass(frozen=True, slots=True)
class Unsaved:
    """A job that differs from its file, and what is told about it when it is offered again."""

    job: Job
    path: Path | None = None
    digest: str = ""
    """Of the file that it was read from or saved to."""
    done: str = ""
    """The name of the last edit."""


@dataclass(frozen=True, slots=True)
class Left:
    """What an application that did not end well left behind."""

    unsaved: Unsaved
    at: datetime
    file: Path
    is_older: bool
    """Whether its file was saved again after it was kept."""


class Autosave:
    """Keeps the unsaved job of one session in a file of a folder; the file is gone once the job is saved or given up.

    The file is named by job and session. A lock that lasts as long as the session tells others that it is in use.
    """

    def __init__(self, folder: Path, on_problem: Callable[[str], None] = lambda _: None, delay_s: float = DELAY_S) -> None:
        self._folder, self._delay = folder, delay_s
        self.on_problem = on_problem
        """Told, on the writing thread, what stands in the way of keeping; nothing when it does no longer."""
        self._problem = ""
        self._session = secrets.token_hex(6)
        self._lock = _lock_of(folder, self._session)
        self._claimed: dict[str, FileLock] = {}
        self._file: Path | None = None
        self._changed = Condition()
        self._wanted: Unsaved | None = None
        self._due: float | None = None
        self._busy = self._ending = False
        self._failures = 0
        self._thread: Thread | None = None
        self.unreadable: tuple[str, ...] = ()
        """What `left` found but could not open, in words."""

    # keeping

    def note(self, unsaved: Unsaved) -> None:
        """This is the job now; it is written soon. Costs next to nothing."""
        with self._changed:
            self._wanted, soon = unsaved, time.monotonic() + self._delay
            self._due = soon if self._due is None else min(self._due, soon)
            self._wake()

    def forget(self) -> None:
        """The job is saved or given up: nothing need be kept."""
        with self._changed:
            self._wanted, self._due = None, time.monotonic()
            self._wake()

    def flush(self, timeout_s: float = 10.0) -> bool:
        """Write at once what is not written yet; returns whether all is kept now, False as soon as it has failed."""
        with self._changed:
            if self._due is not None:
                self._due = time.monotonic()
                self._wake()
            failed = self._failures
            self._changed.wait_for(lambda: self._failures > failed or (self._due is None and not self._busy), timeout_s)
            return self._due is None and not self._busy

    def end(self) -> None:
        """The session is over: finish what is being written, and let go of the lock. What is kept stays unless it was forgotten."""
        with self._changed:
            self._ending = True
            self._changed.notify_all()
        if self._thread is not None:
            self._thread.join()
        for session in tuple(self._claimed):
            self._release(session)
        if self._lock.is_locked:
            self._drop_lock(self._lock, self._session)

    def _wake(self) -> None:
        if self._thread is None and not self._ending:
            self._thread = Thread(target=self._run, name="autosave", daemon=True)
            self._thread.start()
        self._changed.notify_all()

    def _run(self) -> None:
        while self._wait_until_due():
            with self._changed:
                wanted = self._wanted
            problem = self._written(wanted)
            with self._changed:
                self._busy = False
                self._failures += bool(problem)
                if problem and self._due is None and not self._ending:
                    self._due = time.monotonic() + RETRY_S
                self._changed.notify_all()
            if problem != self._problem:
                self._problem = problem
                self.on_problem(problem)

    def _wait_until_due(self) -> bool:
        """Returns when something is to be written, or False at the end."""
        with self._changed:
            while True:
                now = time.monotonic()
                if self._due is not None and (self._due <= now or self._ending):
                    self._busy, self._due = True, None
                    return True
                if self._ending:
                    return False
                self._changed.wait(None if self._due is None else self._due - now)

    def _written(self, wanted: Unsaved | None) -> str:
        """Write or remove the file; returns what stood in the way, in words."""
        try:
            if wanted is not None:
                self._write(wanted)
            elif self._file is not None:
                with told(self._file, "removed"):
                    self._file.unlink(missing_ok=True)
                self._file = None
        except PlankError as problem:
            return f"Your work is not being kept aside: {problem} Save it."
        except Exception as problem:  # noqa: BLE001  the thread must live on, whatever a job or a disk does
            return f"Your work is not being kept aside, and it is a fault of the program: {problem!r} Save it."
        return ""

    def _write(self, wanted: Unsaved) -> None:
        with told(self._folder, "made"):
            self._folder.mkdir(parents=True, exist_ok=True)
        if not self._lock.is_locked:
            with told(self._folder, "written"):
                self._lock.acquire(timeout=0)
        if self._file is None:
            self._file = self._folder / f"{_slug(wanted.job.name)}.{self._session}{ENDING}"
        kept = {
            "path": str(wanted.path) if wanted.path else None,
            "digest": wanted.digest,
            "done": wanted.done,
            "at": datetime.now().astimezone().isoformat(timespec="seconds"),
            "file": dumps_compact(wanted.job),
        }
        write_atomically(self._file, json.dumps(kept).encode("utf-8"))

    # finding again

    def left(self, catalog: Catalog) -> tuple[Left, ...]:
        """The jobs of sessions that no longer run and that differ from their files, newest first. Each is held for this session."""
        clean_strays(self._folder)
        found, unreadable = [], []
        for file in sorted(self._folder.glob(f"*{ENDING}"), key=_modified, reverse=True):
            session = file.name.removesuffix(ENDING).rpartition(".")[2]
            if session == self._session or not self._claim(session):
                continue
            try:
                left = _read(file, catalog)
                saved = _is_saved(left.unsaved, catalog)
            except PlankError as problem:
                unreadable.append(f"{file} holds work that was kept aside but cannot be opened: {problem}")
                continue
            except Exception as fault:  # noqa: BLE001  whatever is in it must not keep the window from opening
                unreadable.append(f"{file} holds work that was kept aside but cannot be opened: {fault_text(fault)}")
                continue
            if saved:
                self.give_up(left)
            else:
                found.append(left)
        self.unreadable = tuple(unreadable)
        self._clean_locks()
        return tuple(found)

    def take_over(self, left: Left) -> bool:
        """Keep what was left as this session's own, and only then remove it there; returns whether that was done."""
        self.note(left.unsaved)
        kept = self.flush() and self._file is not None and self._file.exists()
        if kept:
            self.give_up(left)
        return kept

    def give_up(self, left: Left) -> None:
        """Remove what was left."""
        left.file.unlink(missing_ok=True)
        self._release(left.file.name.removesuffix(ENDING).rpartition(".")[2])

    def _claim(self, session: str) -> bool:
        """Whether nobody else holds a session's files; they are then held here."""
        if session in self._claimed:
            return True
        lock = _lock_of(self._folder, session)
        try:
            lock.acquire(timeout=0)
        except (Timeout, OSError):
            return False
        self._claimed[session] = lock
        return True

    def _clean_locks(self) -> None:
        """Remove the locks of sessions that are gone and left nothing."""
        for file in self._folder.glob(f"*{LOCK}"):
            session = file.name.removesuffix(LOCK)
            if session != self._session and session not in self._claimed and self._claim(session):
                self._release(session)

    def _release(self, session: str) -> None:
        lock = self._claimed.pop(session, None)
        if lock is not None:
            self._drop_lock(lock, session)

    def _drop_lock(self, lock: FileLock, session: str) -> None:
        if not any(self._folder.glob(f"*.{session}{ENDING}")):
            Path(lock.lock_file).unlink(missing_ok=True)
        lock.release()


def _lock_of(folder: Path, session: str) -> FileLock:
    """The lock of a session, which one thread may take and another give back."""
    return FileLock(folder / f"{session}{LOCK}", thread_local=False)


def _slug(name: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:40] or "job"


def _modified(file: Path) -> float:
    try:
        return file.stat().st_mtime
    except (OSError, ValueError):
        return 0.0


def _read(file: Path, catalog: Catalog) -> Left:
    text = read_file(file, 2 * LARGEST_BYTES)
    try:
        kept: dict[str, Any] = json.loads(text)
        job = at_home(loads(kept["file"], file.name), catalog, file.name)
        path, at = _path_of(kept.get("path")), _time_of(kept.get("at"), file)
        unsaved = Unsaved(job, path, str(kept.get("digest", "")), str(kept.get("done", "")))
    except PlankError:
        raise
    except (ValueError, KeyError, TypeError, AttributeError, RecursionError):
        raise DiskError("it is damaged.") from None
    return Left(unsaved, at, file, path is not None and _modified(path) > at.timestamp() + 1)


def _path_of(kept: object) -> Path | None:
    """The file that a job was opened from; none where what was kept is no name of one, so that the job is saved under another."""
    if not isinstance(kept, str) or not kept:
        return None
    path = Path(kept)
    try:
        check_name(path)
        path.exists()
    except (DiskError, OSError, ValueError):
        return None
    return path if path.is_absolute() else None


def _time_of(kept: object, file: Path) -> datetime:
    """When it was kept; as the file says where that cannot be read."""
    try:
        at = datetime.fromisoformat(kept) if isinstance(kept, str) else None
        if at is not None and at.timestamp() > 0:
            return at
    except (ValueError, OverflowError, OSError):
        pass
    return datetime.fromtimestamp(_modified(file)).astimezone()


def _is_saved(unsaved: Unsaved, catalog: Catalog) -> bool:
    """Whether the job is the same as in its file, so that nothing would be lost with what was kept."""
    try:
        return unsaved.path is not None and open_job(unsaved.path, catalog) == unsaved.job
    except PlankError:
        return False
