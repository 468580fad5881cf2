"""The registry of exporters. A new one is a module with an `Exporter`, named in `EXPORTERS`."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from pathlib import Path

from tallplank.core.derive.derived import Shop
from tallplank.core.disk import write_atomically
from tallplank.core.error import PlankError
from tallplank.core.work import Report, silent


class ExportError(PlankError):
    """The files cannot be written as asked."""


@dataclass(frozen=True, slots=True)
class Exporter:
    """One file of the shop's papers."""

    name: str
    title: str
    write: Callable[[Shop], bytes]


def chosen(exporters: Sequence[Exporter], names: Iterable[str] | None) -> tuple[Exporter, ...]:
    """The exporters with these names, or all.

    Raises:
        ExportError: a name that there is no exporter for.
    """
    by_name = {e.name: e for e in exporters}
    if len(by_name) < len(exporters):
        raise ExportError("Two exporters write a file of the same name.")
    if names is None:
        return tuple(exporters)
    wanted = list(names)
    unknown = [n for n in wanted if n not in by_name]
    if unknown or not wanted:
        raise ExportError(f"There is no file called '{', '.join(unknown)}'; there are {', '.join(by_name)}.")
    return tuple(by_name[n] for n in dict.fromkeys(wanted))


def export(shop: Shop, exporters: Sequence[Exporter], folder: Path, report: Report = silent) -> tuple[Path, ...]:
    """Write the files into a folder, made if missing; returns their paths.

    Raises:
        ExportError, JobFileError: the folder or a file cannot be written.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as problem:
        raise ExportError(f"{folder} cannot be made: {problem.strerror}.") from None
    paths = []
    for number, exporter in enumerate(exporters):
        report(number, len(exporters), exporter.title)
        path = folder / exporter.name
        write_atomically(path, exporter.write(shop))
        paths.append(path)
    report(len(exporters), len(exporters), "done")
    return tuple(paths)
