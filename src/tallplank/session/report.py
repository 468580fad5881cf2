"""Reports of what nobody foresaw: what went wrong and where, as text and as a file, for whoever mends the program."""

import platform
import sys
import tempfile
import traceback
from contextlib import suppress
from datetime import datetime
from pathlib import Path

from tallplank import __version__
from tallplank.core.disk import DiskError, write_atomically

MOST_KEPT = 20


def place_of(problem: BaseException) -> str:
    """What tells one fault from another: its type and where it arose."""
    frames = traceback.extract_tb(problem.__traceback__)
    where = f"{Path(frames[-1].filename).name}:{frames[-1].lineno}" if frames else "?"
    return f"{type(problem).__name__} at {where}"


def report_text(problem: BaseException, doing: str = "") -> str:
    """All that a report says: the version, the machine, what was being done and the way to the fault. Nothing of the job."""
    way = "".join(traceback.format_exception(problem))
    head = (
        f"Tall Plank {__version__}, {datetime.now().astimezone().isoformat(timespec='seconds')}",
        f"Python {platform.python_version()}, {platform.platform()}",
        *((f"Doing: {doing}",) if doing else ()),
    )
    return "\n".join(head) + "\n\n" + way


def write_report(text: str, folder: Path) -> Path | None:
    """Write a report into a folder, or where that cannot be done, into the one for temporary files; None if neither can."""
    name = f"fault-{datetime.now().strftime('%Y%m%d-%H%M%S-%f')}.txt"
    for place in (folder, Path(tempfile.gettempdir())):
        with suppress(OSError, DiskError):
            place.mkdir(parents=True, exist_ok=True)
            write_atomically(place / name, text.encode("utf-8", "backslashreplace"))
            if place == folder:
                _keep_newest(folder)
            return place / name
    return None


def tell_on_terminal(text: str) -> None:
    """The last resort: to whoever sees the terminal."""
    with suppress(OSError, ValueError):
        print(text, file=sys.stderr)  # noqa: T201


def _keep_newest(folder: Path) -> None:
    for old in sorted(folder.glob("fault-*.txt"))[:-MOST_KEPT]:
        old.unlink(missing_ok=True)
