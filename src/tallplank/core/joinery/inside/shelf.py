"""Adjustable shelves: spread evenly, then set down on the holes of the rows beside them."""

from tallplank.core.catalog.hardware import Bored
from tallplank.core.error import mm
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.joint.system import on_row, row_holes, row_lines
from tallplank.core.joinery.part.part import UPRIGHTS, BuildError, Edges
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector, Lay
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.space.frame import LEFT, RIGHT, Vec

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
        raise BuildError(f"{count} shelves do not fit into a clear height of {mm(cell.z.clear.value)}.") from None
    even = tuple(cell.z.clear_at + division.starts[i] + division.sizes[i] for i in range(count))
    if choice.rules.pin_rows == "none":
        return even
    placed = tuple(on_row(choice.rules, z - PIN_RADIUS) + PIN_RADIUS for z in even)
    tops = (cell.z.clear_at, *(z + board for z in placed))
    return placed if all(a < b for a, b in zip(tops, (*placed, cell.z.clear_end), strict=True)) else even


def bore_pins(choice: Choice, box: Box, cell: Cell, plane: Plane, out: Collector) -> None:
    """Bore the rows of holes beside an opening for the pins of its shelves."""
    pin = choice.hardware("pin")
    bored = pin.box_holes[0] if pin.box_holes else Bored(diameter=2 * PIN_RADIUS, depth=13.0)
    rows = row_lines(choice.rules, plane.rows, box.back_face)
    heights, own = pin_heights(choice, box, cell), {z - PIN_RADIUS for z in shelf_levels(choice, cell, box.shelf.value)}
    carries = [any(abs(z - level) < TOUCH for level in own) for z in heights]
    bore = Bore("pin", bored.diameter, bored.depth)
    for x, into in ((cell.x.clear_at, LEFT), (cell.x.clear_end, RIGHT)):
        hosts = [out.host(Vec(x, y, heights[0]), into, UPRIGHTS) for y in rows]
        for y, host in zip(rows, hosts, strict=True):
            if host is None:
                out.miss("The pins of a shelf find no board to sit in.")
                continue
            holes = out.bore_row(host, (Vec(x, y, z) for z in heights), into, bore)
            out.spares += [((cell.path, z), host, hole) for z, hole, is_own in zip(heights, holes, carries, strict=True) if not is_own]


def pin_heights(choice: Choice, box: Box, cell: Cell) -> tuple[float, ...]:
    """The heights of the holes beside an opening with adjustable shelves: those of the shelves, and more as the rule says."""
    rules, levels = choice.rules, [z - PIN_RADIUS for z in shelf_levels(choice, cell, box.shelf.value)]
    low, high = cell.z.clear_at + box.shelf.value, cell.z.clear_end - box.shelf.value
    if rules.pin_rows == "none" or any(abs(on_row(rules, z) - z) > 1e-6 for z in levels):
        return tuple(levels)
    if rules.pin_rows == "full":
        return tuple(sorted({*row_holes(rules, low, high), *levels}))
    spread = rules.pin_spread * rules.system_pitch
    found = {z for level in levels for z in row_holes(rules, max(level - spread, low), min(level + spread, high))}
    return tuple(sorted(found | set(levels)))
