"""Adjustable shelves: spread evenly, then set down on the holes of the rows beside them."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from tallplank.core.catalog.hardware import Bored
from tallplank.core.error import mm
from tallplank.core.joinery.joint.clearance import crowded
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.joint.system import on_row, row_holes, row_lines
from tallplank.core.joinery.part.part import UPRIGHTS, BuildError, Edges
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector, HoleRow, Lay, Stuff
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.joinery.setout.plane import Plane, plane_of
from tallplank.core.measure.divide import DivideError, divide, equal
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
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
    depth = box.inside_depth - setback - choice.rule("shelf_rear", "behind it")
    sizes = (cell.x.clear - choice.rule("shelf_clearance", "clearance"), depth, board)
    x = cell.x.clear_at + choice.rules.shelf_clearance / 2
    for z in shelf_levels(choice, cell, board.value):
        lay = Lay("+x", "+y", (x, box.front + setback.value, z))
        stuff = Stuff(finish, "carcass", "inside")
        out.add("shelf", stuff, sizes, lay, edges=Edges(l1=finish.band), kind="shelf")
    where = f"{count} adjustable {'shelf' if count == 1 else 'shelves'}"
    out.fit(choice.hardware("pin"), Size.of(PINS, "pins to a shelf", Decided("hardware", "pin")) * count, where)


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


def bore_pins(choice: Choice, box: Box, cells: Iterable[Cell], out: Collector) -> list["PinRow"]:
    """Bore the holes beside all openings for the pins that carry their shelves; returns the rows that they stand in."""
    rows = [row for cell in cells if cell.opening.shelves for row in _pin_rows(choice, box, cell, out)]
    for row in rows:
        out.bore_row(row.host, row.at(row.own), row.into, row.bore)
    return rows


def bore_spares(rows: Sequence["PinRow"], out: Collector) -> None:
    """Bore the other holes of the rows; one gives way to what is bored already, with all at its height in its opening."""
    spares = [out.row(row.host, row.at(row.spare), row.into, row.bore) for row in rows]
    gone: set[tuple[tuple[int, ...], float]] = set()
    for row, holes in zip(rows, spares, strict=True):
        gone |= {(row.path, row.spare[i]) for i in crowded(holes, out.holes[row.host])}
    for row, holes in zip(rows, spares, strict=True):
        out.holes[row.host] += [hole for z, hole in zip(row.spare, holes, strict=True) if (row.path, z) not in gone]


@dataclass(frozen=True, slots=True)
class PinRow:
    """One row of pin holes beside an opening: the number of the part that it is bored in, and the heights that carry a shelf or none."""

    path: tuple[int, ...]
    host: int
    start: Vec
    into: Vec
    bore: Bore
    own: Sequence[float]
    spare: Sequence[float]

    def at(self, heights: Sequence[float]) -> HoleRow:
        return HoleRow(self.start, 2, heights)


def _pin_rows(choice: Choice, box: Box, cell: Cell, out: Collector) -> Iterator[PinRow]:
    pin, plane = choice.hardware("pin"), plane_of(choice)
    bored = pin.box_holes[0] if pin.box_holes else Bored(diameter=2 * PIN_RADIUS, depth=13.0)
    bore = Bore("pin", bored.diameter, bored.depth)
    shelves = [out.box(i) for i, p in enumerate(out.parts) if p.kind == "shelf" and p.path == cell.path]
    own = [low.z - PIN_RADIUS for low, _ in shelves]
    spare = spare_heights(choice, box, cell, own)
    for x, into in ((cell.x.clear_at, LEFT), (cell.x.clear_end, RIGHT)):
        for y in row_lines(choice.rules, plane.rows, (shelves[0][0].y, shelves[0][1].y)):
            host = out.host(Vec(x, y, own[0]), into, UPRIGHTS)
            if host is None:
                out.miss("The pins of a shelf find no board to sit in.")
            else:
                yield PinRow(cell.path, host, Vec(x, y, 0.0), into, bore, own, spare)


def spare_heights(choice: Choice, box: Box, cell: Cell, own: Sequence[float]) -> list[float]:
    """The heights of the holes beside an opening that its shelves do not stand on, as the rule says."""
    rules = choice.rules
    low, high = cell.z.clear_at + box.shelf.value, cell.z.clear_end - box.shelf.value
    if rules.pin_rows == "none" or any(abs(on_row(rules, z) - z) > TOUCH for z in own):
        return []
    if rules.pin_rows == "full":
        found = set(row_holes(rules, low, high))
    else:
        spread = rules.pin_spread * rules.system_pitch
        found = {z for level in own for z in row_holes(rules, max(level - spread, low), min(level + spread, high))}
    return sorted(z for z in found if all(abs(z - level) > TOUCH for level in own))
