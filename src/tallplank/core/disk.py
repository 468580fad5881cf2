"""Files on disk: read and written so that nothing is lost, with the reasons for a refusal in the user's words."""

import errno
import hashlib
import os
import stat
import tempfile
import time
from collections.abc import Iterator, Mapping
from contextlib import contextmanager, suppress
from pathlib import Path
from types import MappingProxyType
from unicodedata import category

from tallplank.core.error import PlankError

TEMPORARY, TEMPORARY_END = ".tall-plank-", ".tmp"
STRAY_AFTER_S = 600.0
"""A temporary file this old belongs to a program that was killed while it wrote."""
_WORDS: Mapping[int, str] = MappingProxyType(
    {
        errno.ENOSPC: "the disk is full",
        errno.EDQUOT: "your share of the disk is used up",
        errno.EFBIG: "the file would be larger than the disk allows",
        errno.EACCES: "you are not allowed to",
        errno.EPERM: "you are not allowed to",
        errno.EROFS: "the disk can only be read",
        errno.ENOENT: "its folder or the file is not there",
        errno.ENOTDIR: "its folder is a file",
        errno.EISDIR: "it is a folder",
        errno.ENAMETOOLONG: "the name is too long",
        errno.ELOOP: "it is a link that leads back to itself",
        errno.EIO: "the disk does not answer as it should",
        errno.ENODEV: "the disk is no longer there",
        errno.ESTALE: "the disk is no longer there",
    }
)


class DiskError(PlankError):
    """A file cannot be read or written; the text names it and says why."""


def why(problem: OSError) -> str:
    """Why the system refused, in plain words with the system's own behind them."""
    system = problem.strerror or type(problem).__name__
    words = _WORDS.get(problem.errno or 0)
    return f"{words} ({system})" if words else system


@contextmanager
def told(path: Path, what: str) -> Iterator[None]:
    """Turns what the system refuses inside into a DiskError: '`path` cannot be `what`: …'."""
    try:
        yield
    except DiskError:
        raise
    except OSError as problem:
        raise DiskError(f"{path} cannot be {what}: {why(problem)}.") from None
    except ValueError:
        raise DiskError(f"'{printable(str(path))}' cannot be the name of a file.") from None


def printable(text: str) -> str:
    """The text with characters that cannot be shown written out."""
    return "".join(c if category(c) not in ("Cc", "Cs") else ascii(c)[1:-1] for c in text)


def check_name(path: Path) -> None:
    """Refuse a name that a user could not read again.

    Raises:
        DiskError: it is empty or has control characters.
    """
    if not path.name or any(category(c) == "Cc" for c in str(path)):
        raise DiskError(f"'{printable(str(path))}' cannot be the name of a file: it must be one line of readable characters.")


def digest(data: bytes) -> str:
    """What tells contents of a file from any others."""
    return hashlib.sha256(data).hexdigest()


def digest_of(path: Path) -> str | None:
    """The digest of a file's contents; None where there is none that can be read."""
    try:
        return digest(path.read_bytes()) if path.is_file() else None
    except (OSError, ValueError):
        return None


def read_file(path: Path, most: int) -> bytes:
    """The contents of a regular file.

    Raises:
        DiskError: it is missing, no regular file, or has more than `most` bytes.
    """
    with told(path, "read"):
        found = path.stat()
        if stat.S_ISDIR(found.st_mode):
            raise IsADirectoryError(errno.EISDIR, os.strerror(errno.EISDIR))
        if not stat.S_ISREG(found.st_mode):
            raise DiskError(f"{path} cannot be read: it is no ordinary file.")
        with path.open("rb") as file:
            data = file.read(most + 1)
    if len(data) > most:
        raise DiskError(f"{path} is too large: more than {most // 1024**2} MB.")
    return data


def write_atomically(path: Path, data: bytes) -> None:
    """Write bytes so that the file is always either the old or the new one, whole, and stays so if the power fails.

    A link stays a link: what it leads to is written.

    Raises:
        DiskError: the place cannot be written, or the file is protected from writing.
    """
    check_name(path)
    with told(path, "written"):
        target = Path(os.path.realpath(path))
        if target.is_symlink():
            raise OSError(errno.ELOOP, os.strerror(errno.ELOOP))
        mode = _mode_to_keep(path, target)
        handle, name = tempfile.mkstemp(prefix=TEMPORARY, suffix=TEMPORARY_END, dir=target.parent)
        temporary = Path(name)
        try:
            with os.fdopen(handle, "wb") as file:
                file.write(data)
                file.flush()
                os.fchmod(file.fileno(), mode)
                os.fsync(file.fileno())
            temporary.replace(target)
        except BaseException:
            temporary.unlink(missing_ok=True)
            raise
        _sync_folder(target.parent)


def _mode_to_keep(path: Path, target: Path) -> int:
    if not target.exists():
        return 0o644
    mode = target.stat().st_mode
    if stat.S_ISDIR(mode):
        raise OSError(errno.EISDIR, os.strerror(errno.EISDIR))
    if not mode & 0o222 or not os.access(target, os.W_OK):
        raise DiskError(f"{path} cannot be written: the file is protected. Save it under another name.")
    return mode & 0o777


def _sync_folder(folder: Path) -> None:
    """Make a rename last. Where a file system cannot do that for folders there is nothing to tell: the file itself is there."""
    with suppress(OSError):
        handle = os.open(folder, os.O_RDONLY | os.O_DIRECTORY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def clean_strays(folder: Path, older_than_s: float = STRAY_AFTER_S) -> int:
    """Remove temporary files that killed programs left in a folder; returns how many."""
    removed = 0
    with suppress(OSError):
        for stray in folder.glob(f"{TEMPORARY}*{TEMPORARY_END}"):
            with suppress(OSError):
                if time.time() - stray.stat().st_mtime >= older_than_s:
                    stray.unlink()
                    removed += 1
    return removed
