"""Parts that are larger than the sheet or board that they are to be cut from.

Source: geometry; what has a grain is cut along it, anything else may lie either way.
"""

from collections.abc import Iterable, Iterator
from functools import partial
from itertools import chain

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.record import Finding, Site, shown
from tallplank.core.job.job import Job
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.lot import picked
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.carry import carried_by

SLACK = 0.05
REMEDY = "Choose a larger board, or make it of several pieces."


def beyond_its_sheet(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Parts of a unit."""
    for part in _too_large(site.catalog, unit.parts):
        yield Finding("warning", "larger-than-sheet", f"{unit.label}: {_words(site, site.catalog, part)}", REMEDY, (unit.unit.id,))


def runs_beyond_sheets(made: Made, room: Room, _: tuple[MadeUnit, ...]) -> Iterator[Finding]:
    """Parts of worktops, plinths and panels that pass over or beside several units."""
    runs = made.runs_in.get(room.id, ())
    yield from chain.from_iterable(carried_by(runs, "beyond sheets", lambda run: tuple(_of_run(made, run)), made.catalog, made.job.display))


def _of_run(made: Made, run: Run) -> Iterator[Finding]:
    for part in picked(run.parts, "larger than its sheet", partial(_too_large, made.catalog), made.catalog):
        yield Finding("warning", "larger-than-sheet", f"{run.label}: {_words(made.job, made.catalog, part)}", REMEDY, run.members)


def _too_large(catalog: Catalog, parts: Iterable[Part]) -> list[Part]:
    found = []
    for part in parts:
        if not part.form.is_sheet:
            continue
        long, wide = catalog.boards[part.board].sheet
        fits = part.cut_length <= long + SLACK and part.cut_width <= wide + SLACK
        turned = part.grain == "none" and part.cut_length <= wide + SLACK and part.cut_width <= long + SLACK
        if not fits and not turned:
            found.append(part)
    return found


def _words(site: Site | Job, catalog: Catalog, part: Part) -> str:
    board = catalog.boards[part.board]
    sizes = [shown(site, size) for size in (part.cut_length, part.cut_width, *board.sheet)]
    return f"the {part.name} is {sizes[0]} × {sizes[1]}; {board.name} comes in {sizes[2]} × {sizes[3]}."
