"""The registry of exporters. A new one is a module with an `Exporter`, named in `EXPORTERS`."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from pathlib import Path, PurePosixPath
from typing import NamedTuple

from tallplank.core.derive.derived import Shop
from tallplank.core.disk import write_atomically
from tallplank.core.error import PlankError
from tallplank.core.work import Report, silent


class ExportError(PlankError):
    """The files cannot be written as asked."""


class Paper(NamedTuple):
    """A file of the shop's papers: its name, within the folder that is written to, and what is in it."""

    name: str
    content: bytes


@dataclass(frozen=True, slots=True)
class Exporter:
    """One of the shop's papers, or several that belong together; each is written as soon as it is there.

    `papers` reports how far it is, and what it says of that is shown behind the title.
    """

    name: str
    title: str
    papers: Callable[[Shop, Report], Iterable[Paper]]


def of_one(name: str, title: str, content: Callable[[Shop], bytes]) -> Exporter:
    """An exporter of a single file, which has its name."""
    return Exporter(name, title, lambda shop, _: (Paper(name, content(shop)),))


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
        ExportError, DiskError: the folder or a file cannot be written, or a file of that name was written already.
    """
    _make(folder)
    paths = dict[Path, None]()
    for number, exporter in enumerate(exporters):
        report(number, len(exporters), exporter.title)
        for paper in exporter.papers(shop, _within(report, number, len(exporters), exporter.title)):
            path = folder / _safe(paper.name)
            if path in paths:
                raise ExportError(f"Two papers would have the same name: {paper.name}.")
            _make(path.parent)
            write_atomically(path, paper.content)
            paths[path] = None
    report(len(exporters), len(exporters), "done")
    return tuple(paths)


def _within(report: Report, number: int, total: int, title: str) -> Report:
    """What an exporter that takes long tells of itself, told of all of them."""
    return lambda done, of, what: report(number, total, f"{title}: {what} ({done} of {of})" if of else f"{title}: {what}")


def _safe(name: str) -> PurePosixPath:
    """A name that stays within the folder: what is written is named after units and rooms, which are called as people like."""
    path = PurePosixPath(name)
    if path.is_absolute() or ".." in path.parts or not path.name or "\0" in name:
        raise ExportError(f"No file can be called '{name}'.")
    return path


def _make(folder: Path) -> None:
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as problem:
        raise ExportError(f"{folder} cannot be made: {problem.strerror}.") from None
