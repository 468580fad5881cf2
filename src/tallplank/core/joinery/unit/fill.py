"""What is in a carcass: the boards between its openings, and in each opening its front and its insides."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import assert_never

from tallplank.core.joinery.front.fixed import fix_false
from tallplank.core.joinery.front.front import add_doors, add_drawer_front, add_level_front
from tallplank.core.joinery.front.hinge import hang_door, hang_flap
from tallplank.core.joinery.inside.drawer import Drawer, add_drawer, bore_slides, box_height
from tallplank.core.joinery.inside.inside import add_inside
from tallplank.core.joinery.inside.shelf import PinRow, add_shelves, bore_pins
from tallplank.core.joinery.part.part import BuildError, Edges
from tallplank.core.joinery.rule.choice import Choice, by_load
from tallplank.core.joinery.rule.load import drawer_loads
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Collector, Lay, Stuff
from tallplank.core.joinery.setout.layout import Cell, Divider, Layout
from tallplank.core.joinery.setout.plane import Plane, plane_of
from tallplank.core.joinery.unit.behind import between_hinges
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided


@dataclass(slots=True)
class _Filling:
    choice: Choice
    box: Box
    layout: Layout
    out: Collector
    plane: Plane
    drawers: int = 0
    reach: dict[tuple[int, ...], tuple[int, float]] = field(default_factory=dict)
    """The number of the drawer in each cell and how far it runs out."""
    boxes: dict[tuple[int, ...], Size] = field(default_factory=dict)
    """The height of the drawer box in each cell that has a front of its own."""


def fill_cells(choice: Choice, box: Box, layout: Layout, out: Collector) -> list[PinRow]:
    """Add partitions and fixed shelves, then what each opening holds, then the fronts over them, and bore for their hardware.

    Returns the rows of holes beside its shelves, in which there may be more holes when all else is bored.

    Raises:
        BuildError: something does not fit; the text names it.
    """
    filling = _Filling(choice, box, layout, out, plane_of(choice))
    for divider in layout.dividers:
        if divider.board:
            out.path = divider.path
            _add_board(filling, divider)
    filling.boxes = _equal_boxes(filling)
    for cell in layout.cells:
        out.path = cell.path
        if not cell.opening.openings:
            _add_contents(filling, cell)
    for cell in layout.cells:
        out.path = cell.path
        _add_front(filling, cell)
    out.path = None
    _count_slides(choice, out)
    _bore_hardware(choice, layout.cells, filling.plane, out)
    return bore_pins(choice, box, layout.cells, out)


def _count_slides(choice: Choice, out: Collector) -> None:
    """A pair of slides to each drawer, strong enough for it filled."""
    lengths = dict(out.drawers)
    for drawer in drawer_loads(choice, out.parts):
        count = Size.of(1, f"pair of slides for {drawer.filled_kg:.0f} kg filled", Decided("hardware", "slide"))
        slide, length = by_load(choice, choice.hardware("slide"), drawer.filled_kg), lengths[drawer.drawer]
        out.fit(slide, count, f"{drawer.drawer.name}, {length:g} long", length)


def _add_board(filling: _Filling, divider: Divider) -> None:
    box, out, finish = filling.box, filling.out, filling.choice.finish("carcass")
    depth, y = box.inside_depth, box.front
    edges = Edges(l1=None if divider.member else finish.band)
    if divider.behind and filling.plane.inner > y:
        back_off = filling.plane.inner_size
        depth, y = depth - back_off, y + back_off.value
    if divider.kind == "shelf":
        lay = Lay("+x", "+y", (divider.across.clear_at, y, divider.at - box.shelf.value / 2))
        out.add("fixed shelf", Stuff(finish, "carcass"), (divider.across.clear, depth, box.shelf), lay, edges=edges, kind="fixed-shelf")
    else:
        lay = Lay("+z", "+y", (divider.at + box.partition.value / 2, y, divider.across.clear_at))
        size = (divider.across.clear, depth, box.partition)
        out.add("partition", Stuff(finish, "carcass"), size, lay, edges=edges, kind="partition")


def _add_contents(filling: _Filling, cell: Cell) -> None:
    choice, box, out, opening = filling.choice, filling.box, filling.out, cell.opening
    fronted = _drawer_front_over(filling, cell)
    if opening.inside == "drawer" or fronted:
        if opening.shelves:
            raise BuildError("A drawer's opening takes no shelves.")
        filling.drawers += 1
        number = filling.drawers
        start, room = (filling.plane.back, cell) if fronted else (filling.plane.inner, _between_hinges(filling, cell))
        drawer = Drawer(number, room, start, inner=not fronted, height=filling.boxes.get(cell.path))
        filling.reach[cell.path] = number, add_drawer(choice, box, drawer, out)
        return
    match opening.inside:
        case "none":
            pass
        case "pullout":
            filling.drawers += 1
            tray = Drawer(filling.drawers, _between_hinges(filling, cell), filling.plane.inner, inner=True, low=True)
            add_drawer(choice, box, tray, out)
        case "rail" | "rack" | "basket" | "bin" | "dish-rack" | "appliance":
            add_inside(choice, box, cell, filling.plane, out)
        case never:
            assert_never(never)
    if opening.shelves:
        add_shelves(choice, box, cell, filling.plane, out)


def _between_hinges(filling: _Filling, cell: Cell) -> Cell:
    return between_hinges(filling.choice, cell, filling.layout.cells)


def _equal_boxes(filling: _Filling) -> dict[tuple[int, ...], Size]:
    """The heights of the boxes behind drawer fronts: behind equal fronts as high as the lowest of them."""
    heights: dict[tuple[int, ...], Size] = {}
    lowest: dict[float, Size] = {}
    cells = [c for c in filling.layout.leaves if c.opening.front == "drawer"]
    for number, cell in enumerate(cells, 1):
        height = box_height(filling.choice, Drawer(number, cell, 0.0), cell.z.free_end - cell.z.free_at)
        front = round(cell.z.front.value, 3)
        if front not in lowest or height.value < lowest[front].value:
            lowest[front] = height
    for cell in cells:
        heights[cell.path] = lowest[round(cell.z.front.value, 3)]
    return heights


def _drawer_front_over(filling: _Filling, cell: Cell) -> bool:
    """Whether a drawer front is fixed to the box in this cell: its own, or that of a division whose lowest cell this is."""
    opening, path = cell.opening, cell.path
    if opening.front == "drawer":
        return True
    for up in range(len(path) - 1, -1, -1):
        above = filling.layout.at(path[:up])
        if above is None or path[up] != len(above.opening.openings) - 1:
            return False
        if above.opening.front == "drawer":
            return above.opening.split == "rows"
    return False


def _add_front(filling: _Filling, cell: Cell) -> None:
    choice, out, plane, kind = filling.choice, filling.out, filling.plane, cell.opening.front
    match kind:
        case "none":
            pass
        case "doors":
            add_doors(choice, cell, [c for c in filling.layout.cells if c.opening.front == "doors"], plane, out)
        case "drawer":
            lowest = next(c for c in reversed(filling.layout.leaves) if c.path[: len(cell.path)] == cell.path)
            if lowest.path not in filling.reach:
                raise BuildError("A drawer front over several openings needs rows behind it, with its drawer in the lowest.")
            add_drawer_front(choice, cell, *filling.reach[lowest.path], plane, out)
        case "flap" | "lift" | "false":
            add_level_front(choice, cell, kind, plane, out)
        case never:
            assert_never(never)


def _bore_hardware(choice: Choice, cells: Iterable[Cell], plane: Plane, out: Collector) -> None:
    """Bore all parts for the hardware of a unit, but for the pins of its shelves."""
    by_path = {cell.path: cell for cell in cells}
    for front in out.fronts:
        cell = by_path[front.path]
        match front.kind:
            case "door":
                hang_door(choice, cell, front, plane, out)
            case "flap" | "lift":
                hang_flap(choice, cell, front, plane, out)
            case "false":
                fix_false(choice, cell, front, plane, out)
            case "drawer" | "strip":
                pass  # fixed to its box, and by the appliance beside it
            case never:
                assert_never(never)
    for cell, z, length in out.slides:
        bore_slides(choice, cell, plane, z, length, out)
