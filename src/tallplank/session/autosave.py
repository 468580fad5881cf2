"""Autosave and recovery: an unsaved job is kept beside nothing of the user's, and found again after a crash."""

import json
import os
from dataclasses import dataclass
from pathlib import Path

from tallplank.core.catalog.record import Catalog
from tallplank.core.disk import write_atomically
from tallplank.core.edit.open import known_kinds
from tallplank.core.job.file import JobFileError, dumps, loads
from tallplank.core.job.record import Job


@dataclass(frozen=True, slots=True)
class Left:
    """A job that an application which did not end well left behind."""

    job: Job
    path: Path | None
    file: Path


class Autosave:
    """Keeps one file per running application in a folder; the file is gone after an orderly end."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        self._file = folder / f"{os.getpid()}.recovery"

    def keep(self, job: Job, path: Path | None) -> None:
        """Write the job aside.

        Raises:
            JobFileError: the folder cannot be written.
        """
        try:
            self._folder.mkdir(parents=True, exist_ok=True)
        except OSError as problem:
            raise JobFileError(f"{self._folder} cannot be made: {problem.strerror}.") from None
        text = json.dumps({"path": str(path) if path else None, "file": dumps(job)})
        write_atomically(self._file, text.encode("utf-8"))

    def clear(self) -> None:
        """Forget what was kept."""
        self._file.unlink(missing_ok=True)

    def left(self, catalog: Catalog) -> tuple[Left, ...]:
        """The jobs of applications that no longer run, newest first; what cannot be read is passed over."""
        found = []
        for file in sorted(self._folder.glob("*.recovery"), key=lambda f: -f.stat().st_mtime):
            if file == self._file or _runs(file.stem):
                continue
            try:
                kept = json.loads(file.read_text(encoding="utf-8"))
                found.append(
                    Left(
                        known_kinds(loads(kept["file"], file.name), catalog, file.name), Path(kept["path"]) if kept["path"] else None, file
                    )
                )
            except (OSError, ValueError, KeyError, TypeError):
                continue
        return tuple(found)


def _runs(pid: str) -> bool:
    try:
        os.kill(int(pid), 0)
    except (ValueError, ProcessLookupError):
        return False
    except PermissionError:
        return True
    return True
