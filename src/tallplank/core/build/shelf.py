"""Adjustable shelves: spread evenly, then set down on the holes of the rows beside them."""

from tallplank.core.build.box import Box
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector, Lay
from tallplank.core.build.front import Plane
from tallplank.core.build.layout import Cell
from tallplank.core.build.part import BuildError, Edges
from tallplank.core.build.system import on_row
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.size import Size

PIN_RADIUS = 2.5
"""A shelf lies on the upper side of its pins."""
PINS = 4


def add_shelves(choice: Choice, box: Box, cell: Cell, plane: Plane, out: Collector) -> None:
    """Add the adjustable shelves of an opening with their pins.

    Raises:
        BuildError: the opening is too low for so many.
    """
    finish, count, board = choice.finish("carcass"), cell.opening.shelves, box.shelf
    setback = choice.rule("shelf_setback", "setback") + plane.inner_size
    sizes = (cell.x.clear - choice.rule("shelf_clearance", "clearance"), box.inside_depth - setback, board)
    x = cell.x.clear_at + choice.rules.shelf_clearance / 2
    for z in shelf_levels(choice, cell, board.value):
        lay = Lay("+x", "+y", (x, box.front + setback.value, z))
        out.add("shelf", "carcass", "inside", finish, sizes, lay, edges=Edges(l1=finish.band), kind="shelf")
    where = f"{count} adjustable {'shelf' if count == 1 else 'shelves'}"
    out.fit(choice.hardware("pin"), Size.of(PINS, "pins to a shelf", "hardware.pin") * count, where)


def shelf_levels(choice: Choice, cell: Cell, board: float) -> tuple[float, ...]:
    """The undersides of the shelves: equal spaces, each moved to the nearest hole unless there are no rows of holes."""
    count = cell.opening.shelves
    try:
        division = divide(cell.z.clear.value, equal(count + 1), separator=board)
    except DivideError:
        raise BuildError(f"{count} shelves do not fit into a clear height of {cell.z.clear.value:.0f}.") from None
    even = tuple(cell.z.clear_at + division.starts[i] + division.sizes[i] for i in range(count))
    if choice.rules.pin_rows == "none":
        return even
    placed = tuple(on_row(choice.rules, z - PIN_RADIUS) + PIN_RADIUS for z in even)
    tops = (cell.z.clear_at, *(z + board for z in placed))
    return placed if all(a < b for a, b in zip(tops, (*placed, cell.z.clear_end), strict=True)) else even
