"""Edits of a unit's openings: dividing and joining them, their sizes, and what closes and fills them."""

from collections.abc import Callable, Iterable, Sequence
from functools import partial
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.appliance import fitted_unit
from tallplank.core.edit.check import EditError, valid, with_units
from tallplank.core.edit.stand import kept_in_place
from tallplank.core.job.job import Job
from tallplank.core.job.opening import MOST_CELLS, FrontKind, Opening, Path, divides_fronts, opening_at, replaced_at
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.measure.divide import Member

SMALLEST_CELL, LARGEST_CELL = 1.0, 10_000.0
Split = Literal["rows", "bays"]


def set_opening(job: Job, catalog: Catalog, ids: Iterable[str], path: Path, **values: object) -> Job:
    """A job with one opening changed in units that have it; the others are left as they are.

    Where an appliance is chosen for it, the unit becomes as wide and as deep as that asks for.

    Raises:
        EditError: a value out of range, or a unit that could not be built.
    """

    def followed(unit: Unit) -> Unit:
        return kept_in_place(job, catalog, unit, fitted_unit(catalog, job.standard, unit))

    follows = followed if {"item", "inside"} & values.keys() else None
    return _changed(job, catalog, ids, path, lambda _, opening: opening.but(**values), follows)


def set_opening_size(job: Job, catalog: Catalog, ids: Iterable[str], path: Path, size: float | None) -> Job:
    """A job with one opening at a fixed size within its division, or left to the divide rule with None.

    Raises:
        EditError: the whole of a unit, which no division decides; or sizes that do not fit.
    """
    if not path:
        raise EditError("The only opening of a unit takes its size from the unit.")
    if size is not None and not SMALLEST_CELL <= size <= LARGEST_CELL:
        raise EditError(f"An opening is from {job.display.shown(SMALLEST_CELL)} to {job.display.shown(LARGEST_CELL)}.")
    wanted = set(ids)
    for unit in job.units:
        opening = opening_at(unit.opening, path) if unit.id in wanted else None
        item = catalog.hardware.get(opening.item or "") if opening is not None and opening.inside == "appliance" else None
        if item is not None and size is not None:
            raise EditError(f"The niche is as high as {item.name} needs it: choose another appliance, or none, to set its height.")
    return set_opening(job, catalog, wanted, path, size=Member.fixed(size) if size is not None else Member())


def set_front(job: Job, catalog: Catalog, ids: Iterable[str], path: Path, front: FrontKind) -> Job:
    """A job with another front on an opening; fronts of cells behind it give way to it."""

    def change(_: Unit, opening: Opening) -> Opening:
        bare = _without_fronts(opening) if front != "none" else opening
        emptied = {"shelves": 0} if front == "drawer" and not bare.openings else {}
        return bare.but(front=front, **emptied)

    return _changed(job, catalog, ids, path, change)


def set_drawer_count(job: Job, catalog: Catalog, ids: Iterable[str], count: int, path: Path = ()) -> Job:
    """A job with banks of that many drawers; heights that were set stay, from the top, while at least one is left open."""
    if not 1 <= count <= 10:
        raise EditError("A bank takes one to ten drawers.")

    def change(_: Unit, opening: Opening) -> Opening:
        if not is_bank(opening):
            return opening
        kept = (opening.openings or (opening.but(size=Member(), board=False),))[: count - 1]
        cells = (*kept, *(Opening(front="drawer"),) * (count - len(kept)))
        return opening.but(openings=cells, front="none") if count > 1 else Opening(size=opening.size, front="drawer", board=opening.board)

    return _changed(job, catalog, ids, path, change)


def is_bank(opening: Opening) -> bool:
    """Whether an opening is a drawer, or rows of nothing but drawers."""
    cells = opening.openings or (opening,)
    return opening.split == "rows" and all(cell.front == "drawer" and not cell.openings for cell in cells)


def split_opening(
    job: Job,
    catalog: Catalog,
    ids: Iterable[str],
    path: Path,
    into: Split,
    count: int = 2,
    *,
    over: bool = False,
    board: bool | None = None,
) -> Job:
    """A job with an opening divided into equal rows or bays.

    Each cell takes the front that the opening had, or with `over` that front stays over all of them. `board` says whether
    boards part the cells; left open, they do except between drawers one above the other. Shelves and insides go
    into each cell, except those of which there can be only one.

    Raises:
        EditError: a count that makes no division, an opening that is divided already, or cells too small for what is in them.
    """
    if not 2 <= count <= MOST_CELLS:
        raise EditError(f"An opening is split into 2 to {MOST_CELLS} cells.")

    def change(unit: Unit, opening: Opening) -> Opening:
        if opening.openings:
            raise EditError("This opening is divided already: split one of its cells.")
        parted = (opening.front != "drawer" or into != "rows") if board is None else board
        cell = opening.but(size=Member(), board=parted, front="none" if over else opening.front)
        cells = tuple(cell if i < count - 1 else cell.but(board=False) for i in range(count))
        front = opening.front if over else "none"
        return Opening(
            size=opening.size, front=front, doors=opening.doors, hand=opening.hand, style=opening.style, board=opening.board,
            split=into, openings=cells,
        )  # fmt: skip

    return _flattened(_changed(job, catalog, ids, path, change), catalog, ids, path)


def merge_openings(job: Job, catalog: Catalog, ids: Iterable[str], path: Path) -> Job:
    """A job with an opening and its next neighbour (the last with the one before it) made one; it keeps what the first holds.

    Raises:
        EditError: the opening is not part of a division.
    """
    if not path:
        raise EditError("The unit is one opening: there is nothing to join it with.")
    parent, index = path[:-1], path[-1]

    def change(_: Unit, division: Opening) -> Opening:
        cells = division.openings
        if not 0 <= index < len(cells):
            return division
        first = min(index, len(cells) - 2)
        a, b = cells[first], cells[first + 1]
        joined = a.but(size=_joined_size(a.size, b.size), board=b.board)
        if len(cells) == 2:
            front = division.front if division.front != "none" else joined.front
            return joined.but(
                size=division.size, board=division.board, **({} if joined.openings and joined.is_fronted else {"front": front})
            )
        return division.but(openings=(*cells[:first], joined, *cells[first + 2 :]))

    return _changed(job, catalog, ids, parent, change)


def _joined_size(a: Member, b: Member) -> Member:
    """Open where either was open; two fixed sizes are added, so that the neighbours stay as they were."""
    if a.size is not None and b.size is not None:
        return Member.fixed(a.size + b.size)
    return Member(share=sum(m.share for m in (a, b) if m.is_open))


def move_boundary(job: Job, catalog: Catalog, unit_id: str, path: Path, size: float) -> Job:
    """A job in which an opening has this size, and only the next neighbour gives or takes (the one before, for the last).

    Raises:
        EditError: there is no such opening, or its neighbour would have no size left.
    """
    unit = job.unit(unit_id)
    made = make_unit(catalog, job.standard, unit)
    division = opening_at(unit.opening, path[:-1]) if path else None
    cell = made.layout.at(path) if made.layout else None
    if division is None or cell is None or not path:
        raise EditError("There is no boundary to move.")
    other = path[-1] + 1 if path[-1] + 1 < len(division.openings) else path[-1] - 1
    neighbour = made.layout.at((*path[:-1], other)) if made.layout else None
    if neighbour is None:
        raise EditError("There is no boundary to move.")
    left = cell_size(unit, neighbour) - (size - cell_size(unit, cell))
    if size < SMALLEST_CELL or left < SMALLEST_CELL:
        raise EditError("The boundary would pass its neighbour.")
    fixed = {path[-1]: size}
    open_beside = [i for i, c in enumerate(division.openings) if c.size.is_open and i != path[-1]]
    if open_beside != [other]:
        fixed[other] = left

    def change(opening: Opening) -> Opening:
        cells = [c.but(size=Member.fixed(fixed[i])) if i in fixed else c for i, c in enumerate(opening.openings)]
        return opening.but(openings=tuple(_with_one_open(cells, path[-1], other)))

    root = valid(partial(replaced_at, unit.opening, path[:-1], change))
    return with_units(job, catalog, {unit.id: unit.but(opening=root)})


def _with_one_open(cells: Sequence[Opening], moved: int, other: int) -> list[Opening]:
    """A division needs one cell that takes the rest: the neighbour, where all would be fixed."""
    if any(c.size.is_open for c in cells):
        return list(cells)
    return [c.but(size=Member()) if i == other else c for i, c in enumerate(cells)]


def cell_size(unit: Unit, cell: Cell) -> float:
    """The size of a cell that the divide rule decides: of its front where its division parts fronts, else clear."""
    parent = opening_at(unit.opening, cell.path[:-1]) if cell.path else None
    span = cell.z if parent is None or parent.split == "rows" else cell.x
    return span.front.value if divides_fronts(unit.opening, cell.path) else span.clear.value


def _without_fronts(opening: Opening) -> Opening:
    """The same division with no fronts in it; a drawer whose front goes becomes an inner drawer."""
    if not opening.openings:
        return opening
    cells = []
    for cell in opening.openings:
        bare = _without_fronts(cell)
        inside = {"inside": "drawer"} if bare.front == "drawer" and not bare.openings else {}
        cells.append(bare.but(front="none", **inside))
    return opening.but(openings=tuple(cells))


def _changed(
    job: Job,
    catalog: Catalog,
    ids: Iterable[str],
    path: Path,
    change: Callable[[Unit, Opening], Opening],
    followed: Callable[[Unit], Unit] | None = None,
) -> Job:
    """The job with one opening changed; `followed` is how each unit follows its new openings."""
    wanted, changed = set(ids), {}
    for unit in job.units:
        if unit.id in wanted and opening_at(unit.opening, path) is not None:
            root = valid(partial(replaced_at, unit.opening, path, partial(change, unit)))
            if root is not unit.opening and root != unit.opening:
                changed[unit.id] = unit.but(opening=root) if followed is None else followed(unit.but(opening=root))
    return with_units(job, catalog, changed) if changed else job


def _flattened(job: Job, catalog: Catalog, ids: Iterable[str], path: Path) -> Job:
    """A cell split the same way as the division that it is in becomes cells of that division, unless it has a size or front."""
    if not path:
        return job

    def change(_: Unit, division: Opening) -> Opening:
        if not 0 <= path[-1] < len(division.openings):
            return division
        cell = division.openings[path[-1]]
        if not cell.openings or cell.split != division.split or not cell.size.is_open or cell.front != "none":
            return division
        count = len(cell.openings)
        inner = [c.but(size=Member(share=cell.size.share / count)) for c in cell.openings]
        inner[-1] = inner[-1].but(board=cell.board)
        cells = (*division.openings[: path[-1]], *inner, *division.openings[path[-1] + 1 :])
        return division.but(openings=cells) if len(cells) <= MOST_CELLS else division

    return _changed(job, catalog, ids, path[:-1], change)
