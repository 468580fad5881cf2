"""Mirroring units: bays change sides, hinges change hands, shaped units turn to the other corner."""

from collections.abc import Iterable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import chosen, with_units
from tallplank.core.job.job import Job
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import Unit


def mirror_units(job: Job, catalog: Catalog, ids: Iterable[str]) -> Job:
    """A job in which these units are their own mirror images, where they stand.

    Raises:
        EditError: one of them could not be built so.
    """
    changed = {u.id: mirrored_unit(u) for u in chosen(job, ids)}
    return with_units(job, catalog, {key: unit for key, unit in changed.items() if unit != job.unit(key)})


def mirrored_unit(unit: Unit) -> Unit:
    """The mirror image of a unit; mirrored twice it is equal to itself."""
    return unit.but(opening=mirrored_opening(unit.opening), side="right" if unit.side == "left" else "left")


def mirrored_opening(opening: Opening) -> Opening:
    """The mirror image of an opening with all that is in it."""
    cells = tuple(mirrored_opening(cell) for cell in opening.openings)
    if opening.split == "bays" and cells:
        boards = [cell.board for cell in cells]
        turned = [*reversed(boards[:-1]), boards[-1]]
        cells = tuple(cell.but(board=board) for cell, board in zip(reversed(cells), turned, strict=True))
    return opening.but(hand="right" if opening.hand == "left" else "left", openings=cells)
