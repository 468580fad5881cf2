"""The tree of a unit's openings. A path is the row of indices from the root to a cell."""

from collections.abc import Callable, Iterator
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from tallplank.core.job.base import Id, NotNegative, Record, RecordError
from tallplank.core.measure.divide import Member

FrontKind = Literal["none", "doors", "drawer", "flap", "lift", "false"]
InsideKind = Literal["none", "drawer", "pullout", "rail", "rack", "basket", "bin", "dish-rack", "appliance"]
MOST_CELLS, DEEPEST = 40, 6
MOST_CELLS_OF_UNIT = 200
Path = tuple[int, ...]
ROOT: Path = ()


class Opening(Record):
    """A cell of a unit: what closes it and what is in it; or, with `openings`, a division into further cells.

    `size` is its size by the divide rule within its parent: that of its front where the parent divides into fronts, else
    the clear size between boards. The front of a division covers all cells in it.
    """

    size: Member = Member()
    front: FrontKind = "none"
    doors: Annotated[int, Field(ge=1, le=2)] | None = None
    hand: Literal["left", "right"] = "left"
    style: Id | None = None
    """The door style of this front, where it is another than the unit's."""
    shelves: Annotated[int, Field(ge=0, le=12)] = 0
    blind: NotNegative = 0.0
    """Width of a fixed front on the side away from the hinges, where a corner's neighbour stands before the unit."""
    inside: InsideKind = "none"
    item: Id | None = None
    """The catalogue item of the inside, where it is another than the usual one."""
    board: bool = False
    """Whether a board parts it from the next cell: a fixed shelf below it, or a partition to its right."""
    split: Literal["rows", "bays"] = "rows"
    openings: tuple["Opening", ...] = ()
    """Rows from top to bottom or bays from left to right."""

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        if not self.openings:
            return self
        if len(self.openings) == 1 or len(self.openings) > MOST_CELLS:
            raise ValueError(f"a division has from 2 to {MOST_CELLS} openings")
        if self.shelves or self.inside != "none":
            raise ValueError("an opening that is divided holds its shelves and insides in its cells")
        if sum(1 for _ in self.cells) > MOST_CELLS_OF_UNIT:
            raise ValueError(f"a unit has at most {MOST_CELLS_OF_UNIT} openings in all")
        if self.depth > DEEPEST:
            raise ValueError(f"openings are divided into one another more than {DEEPEST} deep")
        if self.front != "none" and any(cell.is_fronted for cell in self.openings):
            raise ValueError("an opening behind a front has no front of its own")
        return self

    @property
    def depth(self) -> int:
        """How many divisions lie one in another."""
        return 1 + max(cell.depth for cell in self.openings) if self.openings else 0

    @property
    def is_fronted(self) -> bool:
        """Whether it or any cell in it has a front."""
        return self.front != "none" or any(cell.is_fronted for cell in self.openings)

    @property
    def is_closed(self) -> bool:
        """Whether fronts close all of it."""
        return self.front != "none" or (bool(self.openings) and all(cell.is_closed for cell in self.openings))

    @property
    def cells(self) -> Iterator["Opening"]:
        """The undivided cells, in order."""
        if not self.openings:
            yield self
        for cell in self.openings:
            yield from cell.cells


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
