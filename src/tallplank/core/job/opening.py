"""Finding and replacing cells in a unit's tree of openings. A path is the row of indices from the root to a cell."""

from collections.abc import Callable, Iterator

from tallplank.core.job.base import RecordError
from tallplank.core.job.record import Opening

Path = tuple[int, ...]
ROOT: Path = ()


def opening_at(root: Opening, path: Path) -> Opening | None:
    """The opening at a path, or None if the tree has no such place."""
    for index in path:
        if not 0 <= index < len(root.openings):
            return None
        root = root.openings[index]
    return root


def replaced_at(root: Opening, path: Path, change: Callable[[Opening], Opening]) -> Opening:
    """The tree with one opening changed; every other branch is the very same object.

    Raises:
        RecordError: the tree has no such place, or the change leaves a division that is not allowed.
    """
    if not path:
        return change(root)
    index, rest = path[0], path[1:]
    if not 0 <= index < len(root.openings):
        raise RecordError("The unit has no such opening.")
    cell = replaced_at(root.openings[index], rest, change)
    return root.but(openings=(*root.openings[:index], cell, *root.openings[index + 1 :]))


def walk(root: Opening, path: Path = ROOT) -> Iterator[tuple[Path, Opening]]:
    """Every opening with its path, a division before its cells."""
    yield path, root
    for index, cell in enumerate(root.openings):
        yield from walk(cell, (*path, index))


def divides_fronts(root: Opening, path: Path) -> bool:
    """Whether the division that the cell at `path` is part of parts fronts, not only the space behind one."""
    above = [opening_at(root, path[:depth]) for depth in range(len(path))] or [root]
    parent = above[-1]
    return parent is not None and parent.is_fronted and all(o is not None and o.front == "none" for o in above[: len(path)])


def path_text(path: Path) -> str:
    """The path as sources name it: `opening`, `opening.0.1`."""
    return ".".join(["opening", *map(str, path)])


def parsed_path(text: str) -> Path | None:
    """The path in a source's text, or None if it names no opening."""
    first, *indices = text.split(".")
    return tuple(map(int, indices)) if first == "opening" and all(i.isdigit() for i in indices) else None
