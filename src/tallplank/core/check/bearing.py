"""Whether fixed shelves and partitions end at other boards, or would hang in the air."""

from collections.abc import Iterator
from functools import partial

from tallplank.core.check.record import Finding, Fix, Site
from tallplank.core.edit.opening import set_opening
from tallplank.core.job.opening import Path
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.setout.layout import Divider, Layout

MISSING = {
    "shelf": ("A fixed shelf", "a partition beside it", "Put the partition there"),
    "partition": ("A partition", "a board above or below it", "Put the board there"),
}


def hanging_boards(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Boards between openings of which an end meets no board, with the one that is missing as the remedy."""
    for divider, path in unborne(unit.layout) if unit.layout is not None else ():
        what, needed, label = MISSING[divider.kind]
        edit = partial(set_opening, catalog=site.catalog, ids=[unit.unit.id], path=path, board=True)
        text = f"{what} of {unit.label} has an end in the air: it needs {needed}."
        yield Finding("warning", "hangs", text, f"{label}, or take the board away.", (unit.unit.id,), Fix(label, edit))


def unborne(layout: Layout) -> Iterator[tuple[Divider, Path]]:
    """The boards with an end that nothing bears, each end with the cell after which a board is missing."""
    for divider in layout.dividers:
        if divider.board:
            for path in _bounds(layout, divider):
                cell = layout.at(path)
                if cell is not None and not cell.opening.board:
                    yield divider, path


def _bounds(layout: Layout, divider: Divider) -> Iterator[Path]:
    """The cells after which the boundaries lie that a board ends at; where it ends at the unit's own box there is none."""
    way = "bays" if divider.kind == "shelf" else "rows"
    division = divider.path[:-1]
    low = high = False
    for depth in range(len(division) - 1, -1, -1):
        parent, index = layout.at(division[:depth]), division[depth]
        if parent is None or parent.opening.split != way:
            continue
        if index > 0 and not low:
            low = True
            yield (*division[:depth], index - 1)
        if index < len(parent.opening.openings) - 1 and not high:
            high = True
            yield (*division[:depth], index)
